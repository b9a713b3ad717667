// SPDX-License-Identifier: GPL-3.0-or-later
// From the site file to ngspice: the demo's ports are written out as circuits from the cables
// themselves, by another path than the program's, and must give the same volts at every unit.
#include <catch2/catch.hpp>

#include <cmath>
#include <cstdio>
#include <map>
#include <sstream>

#include "core/assess/port_feed.h"
#include "core/route/route.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

constexpr double spice_tolerance = 1e-4;

// Resistance of a conductor by the handbook, not by ours.
double ohm_per_m(double awg, bool clad, bool stranded, double temperature_c) {
    const double diameter_m = 0.127e-3 * std::pow(92, (36 - awg) / 39);
    const double copper = 1.7241e-8 / (M_PI / 4 * diameter_m * diameter_m);
    return copper * (clad ? 1 / 0.63 : 1) * (stranded ? 1.02 : 1) *
           (1 + 0.00393 * (temperature_c - 20));
}

class Netlist {
public:
    Netlist(const Site& site, const Catalogue& catalogue, double outdoor_c)
        : site_(site), catalogue_(catalogue), outdoor_c_(outdoor_c) {
        out_ << "* ports of a site\n.options reltol=1e-9 abstol=1e-12 vntol=1e-9 gmin=1e-15\n";
    }

    // One port of a mains-fed unit with everything that hangs on it, for cameras at night.
    void add_port(const Device& unit, const PortKind& port) {
        const std::string top = node(unit.id, port.id);
        out_ << "V" << ++parts_ << " " << top << " 0 " << catalogue_.find(unit.kind)->supply->min_v
             << "\n";
        follow(unit.id, port.id, top);
    }

    std::map<std::string, double> solve() {
        out_ << ".control\nset numdgt=12\nop\n";
        for (const std::string& at : nodes_) out_ << "echo " << at << " $&v(" << at << ")\n";
        out_ << "quit\n.endc\n.end\n";
        const TempFolder folder;
        const std::string path = folder.write("site.cir", out_.str());
        FILE* pipe =
            popen((std::string(NGSPICE_PATH) + " -b " + path + " 2>/dev/null").c_str(), "r");
        REQUIRE(pipe);
        std::map<std::string, double> volts;
        char line[256], name[64];
        double value = 0;
        while (fgets(line, sizeof line, pipe)) {
            if (std::sscanf(line, "%63s %lf", name, &value) == 2) volts[name] = value;
        }
        pclose(pipe);
        return volts;
    }

    static std::string node(const std::string& device, const std::string& port) {
        std::string name = "n" + device + "x" + port;
        for (char& c : name) c = static_cast<char>(std::tolower(c));
        return name;
    }

private:
    double line_ohm(const Link& link) const {
        const CableFacts& cable = *catalogue_.find(link.cable)->cable;
        const bool clad = cable.conductor.material == ConductorMaterial::copper_clad_aluminium;
        const bool stranded = cable.conductor.form == ConductorForm::stranded;
        const bool indoors = link_surroundings(site_, link) == Surroundings::indoor;
        const double solid =
            ohm_per_m(cable.conductor.awg, clad, stranded, indoors ? 20 : outdoor_c_) *
            link_length_m(site_, link);
        return solid +
               ohm_per_m(24, false, true, 20) * link.cords_m;  // two pairs: out on two, back on two
    }

    void follow(const std::string& device, const std::string& port, const std::string& from,
                double more_ohm = 0) {
        const Link* link = link_at(site_, device, port);
        if (!link) return;
        const LinkEnd& to = link->a.device == device && link->a.port == port ? link->b : link->a;
        const std::string at = node(to.device, to.port);
        nodes_.push_back(at);
        out_ << "R" << ++parts_ << " " << from << " " << at << " " << line_ohm(*link) + more_ohm
             << "\n";
        out_ << ".nodeset v(" << at << ")=48\n";
        const Device& unit = *find_device(site_, to.device);
        const Kind& kind = *catalogue_.find(unit.kind);
        double load_w = kind.in_line ? kind.in_line->own_draw_w : 0;
        if (kind.camera) {
            const CameraDraw draw =
                unit.camera && unit.camera->draw ? *unit.camera->draw : kind.camera->draw;
            load_w = draw.day_w + draw.motors_w + draw.infrared_w;
        }
        if (load_w > 0)
            out_ << "B" << ++parts_ << " " << at << " 0 I=" << load_w << "/V(" << at << ")\n";
        if (kind.in_line && find_port(kind, "out")->role == PortRole::pass)
            follow(to.device, "out", at, kind.in_line->series_ohm);
    }

    const Site& site_;
    const Catalogue& catalogue_;
    double outdoor_c_;
    std::ostringstream out_;
    std::vector<std::string> nodes_;
    int parts_ = 0;
};

}  // namespace

TEST_CASE("every two-pair port of the demo against ngspice, written from the cables",
          "[reference][feed]") {
    const Judged demo = judge_site(copper_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    Netlist netlist(demo.site, demo.catalogue, demo.site.settings.night_c);
    std::vector<PortFeed> feeds;
    for (std::size_t i = 0; i < net.kinds.size(); ++i) {
        const Kind& kind = *net.kinds[i];
        if (!kind.supply || !kind.supply->from_mains) continue;
        for (std::size_t p = 0; p < kind.ports.size(); ++p) {
            const PortAt port{static_cast<int>(i), static_cast<int>(p)};
            if (kind.ports[p].role != PortRole::pse || net.link_at(port) < 0) continue;
            const std::vector<PortFeed> solved = solve_port(net, port, Condition::night);
            if (solved.size() > 1 || solved[0].pairs != 2)
                continue;  // regenerated or four pairs: tested elsewhere
            feeds.push_back(solved[0]);
            netlist.add_port(net.device(port.device), kind.ports[p]);
        }
    }
    CHECK(feeds.size() >= 16);
    const std::map<std::string, double> volts = netlist.solve();
    int compared = 0;
    for (const PortFeed& feed : feeds) {
        REQUIRE(feed.solution.stands);
        for (std::size_t i = 1; i < feed.points.size(); ++i) {
            const std::string at = Netlist::node(net.device(feed.points[i].device).id,
                                                 net.port(feed.points[i].entered).id);
            INFO(at);
            REQUIRE(volts.contains(at));
            CHECK(feed.solution.volts[i] == Approx(volts.at(at)).epsilon(spice_tolerance));
            ++compared;
        }
    }
    CHECK(compared >= 30);
}
