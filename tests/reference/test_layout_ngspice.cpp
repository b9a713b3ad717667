// SPDX-License-Identifier: GPL-3.0-or-later
// From the site file to ngspice: the demo's ports are written out as circuits from the cables
// themselves, by another path than the program's, and must give the same volts at every unit.
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <map>
#include <sstream>

#include "closed_form.h"
#include "core/assess/port_feed.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/route/route.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;
using namespace reference;

namespace {

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
        const bool passive = port.power == PowerKind::passive;
        follow(unit.id, port.id, top, 0, passive ? port.pairs : 2);
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
    double line_ohm(const Link& link, int pairs) const {
        const CableFacts& cable = *catalogue_.find(link.cable)->cable;
        const bool clad = cable.conductor.material == ConductorMaterial::copper_clad_aluminium;
        const bool stranded = cable.conductor.form == ConductorForm::stranded;
        const Device& a = *find_device(site_, link.a.device);
        const Device& b = *find_device(site_, link.b.device);
        const bool indoors =
            laying_of(site_, link, a, b, cable.medium).surroundings == Surroundings::indoor;
        const double temperature_c = indoors ? 20 : outdoor_c_;
        const bool loops = !cable.cord && link.existing.empty() && !link.measured_length_m;
        const double length_m =
            link_length_m(site_, link) + (loops ? 2 * site_.settings.service_loop_m : 0);
        if (cable.medium == Medium::coax) {
            const ExistingCable* old = find_existing(site_, link.existing);
            const double cold_ohm = old && old->measured_loop_ohm ? *old->measured_loop_ohm
                                                                  : cable.loop_ohm_per_m * length_m;
            return cold_ohm * (1 + 0.00393 * (temperature_c - 20));
        }
        const bool one_pair = cable.medium == Medium::dc || cable.medium == Medium::composite;
        // Out on half of the conductors in use, back on the other half.
        const double share = one_pair ? 2.0 : 2.0 / pairs;
        const double solid =
            ohm_per_m(cable.conductor.awg, clad, stranded, temperature_c) * length_m * share;
        if (cable.medium != Medium::twisted_pair) return solid;
        // Half a metre of cord, two contacts of 20 mΩ and its own resistance for each protector; a
        // jack at either end of a patched channel.
        double cords_m = link.cords_m, joints_ohm = link.cords_m > 0 ? 2 * 0.02 : 0;
        for (const LinkEnd* end : {&link.a, &link.b}) {
            if (end->protector.empty()) continue;
            cords_m += 0.5;
            joints_ohm += 2 * 0.02 + catalogue_.find(end->protector)->conductor_ohm;
        }
        return solid + (ohm_per_m(24, false, true, 20) * cords_m + joints_ohm) * share;
    }

    // What leaves a unit that makes its power anew, as currents of its own sources.
    std::string regenerated(const Device& unit, const Kind& kind) {
        std::string sum = "0";
        for (const PortKind& out : kind.ports) {
            if (out.role != PortRole::pse || !link_at(site_, {unit.id, out.id})) continue;
            const std::string top = node(unit.id, out.id);
            const int part = ++parts_;
            out_ << "V" << part << " " << top << " 0 " << kind.supply->min_v << "\n";
            sum += " - " + std::to_string(kind.supply->min_v) + "*i(V" + std::to_string(part) + ")";
            follow(unit.id, out.id, top);
        }
        return sum;
    }

    void follow(const std::string& device, const std::string& port, const std::string& from,
                double more_ohm = 0, int pairs = 2, std::string lane = "") {
        const Link* link = link_at(site_, {device, port});
        if (!link || find_device(site_, device)->power_off_ports.contains(port)) return;
        const LinkEnd& to = link->a.device == device && link->a.port == port ? link->b : link->a;
        const Device& unit = *find_device(site_, to.device);
        const Kind& kind = *catalogue_.find(unit.kind);
        const PortKind& entered = *find_port(kind, to.port);
        if (entered.role != PortRole::pd && entered.role != PortRole::pass) return;
        const std::string at = node(to.device, to.port + lane);
        nodes_.push_back(at);
        out_ << "R" << ++parts_ << " " << from << " " << at << " "
             << line_ohm(*link, pairs) + more_ohm << "\n";
        out_ << ".nodeset v(" << at << ")=48\n";
        double load_w = kind.draw_w + (kind.in_line ? kind.in_line->own_draw_w : 0);
        if (kind.camera) {
            const CameraDraw draw =
                unit.camera && unit.camera->draw ? *unit.camera->draw : kind.camera->draw;
            load_w = draw.day_w + draw.motors_w + draw.infrared_w;
            const bool indoors = surroundings_of(site_, unit) == Surroundings::indoor;
            if ((indoors ? 20 : outdoor_c_) < kind.camera->heater_below_c) load_w += draw.heater_w;
        }
        if (entered.role == PortRole::pd && kind.supply) {
            const std::string out_w = regenerated(unit, kind);
            out_ << "B" << ++parts_ << " " << at << " 0 I=((" << out_w << ")/"
                 << kind.supply->efficiency << "+" << kind.supply->own_draw_w + kind.draw_w
                 << ")/V(" << at << ")\n";
            return;
        }
        if (load_w > 0)
            out_ << "B" << ++parts_ << " " << at << " 0 I=" << load_w << "/V(" << at << ")\n";
        if (entered.role != PortRole::pass || unit.power_off_ports.contains(to.port)) return;
        for (const PortKind& onward : kind.ports) {
            if (onward.role != PortRole::pass || onward.id == to.port) continue;
            if (kind.category == Category::combiner) {
                if (entered.lane.empty() && onward.lane != lane) continue;
                if (!entered.lane.empty() && !onward.lane.empty()) continue;
            }
            follow(to.device, onward.id, at, kind.in_line ? kind.in_line->series_ohm : 0, pairs,
                   entered.lane.empty() ? "" : entered.lane);
            break;
        }
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
    Site site = copper_site();
    site.settings.bundles = Bundles::apart;  // the heat of neighbours is tested elsewhere
    const Judged demo = judge_site(std::move(site));
    const Network net = lay_out(demo.site, demo.catalogue);
    Netlist netlist(demo.site, demo.catalogue, demo.site.settings.night_c);
    std::vector<PortFeed> feeds;
    for (DeviceNumber device : net.kinds.numbers()) {
        const Kind& kind = *net.kinds[device];
        if (!kind.supply || !kind.supply->from_mains) continue;
        for (PortNumber number : kind.ports.numbers()) {
            const PortAt port{device, number};
            if (kind.ports[number].role != PortRole::pse || !net.link_at(port)) continue;
            const std::vector<PortFeed> solved = solve_port(net, port, Condition::night);
            if (solved.size() > 1 || solved[0].pairs != 2)
                continue;  // regenerated or four pairs: tested elsewhere
            feeds.push_back(solved[0]);
            netlist.add_port(net.device(port.device), kind.ports[number]);
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

namespace {

// Every feed of a site in one circuit, regenerating units and all, against ours at night. Ports
// that feed over four pairs by negotiation are tested elsewhere. Returns how many were compared.
int compare_all(Site site, int& regenerated, int& other_media) {
    site.settings.bundles = Bundles::apart;
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    Netlist netlist(site, catalogue, site.settings.night_c);
    std::vector<PortFeed> feeds;
    for (DeviceNumber device : net.kinds.numbers()) {
        const Kind& kind = *net.kinds[device];
        if (!is_source(kind)) continue;
        for (PortNumber number : kind.ports.numbers()) {
            const PortAt port{device, number};
            if (kind.ports[number].role != PortRole::pse || !net.link_at(port)) continue;
            std::vector<PortFeed> solved = solve_port(net, port, Condition::night);
            const bool negotiated_four =
                std::any_of(solved.begin(), solved.end(), [&](const PortFeed& feed) {
                    return feed.pairs == 4 && net.port(feed.port).power == PowerKind::poe;
                });
            if (negotiated_four || solved.front().points.size() < 2) continue;
            regenerated += static_cast<int>(solved.size()) - 1;
            for (PortFeed& feed : solved) feeds.push_back(std::move(feed));
            netlist.add_port(net.device(port.device), kind.ports[number]);
        }
    }
    const std::map<std::string, double> volts = netlist.solve();
    int compared = 0;
    for (const PortFeed& feed : feeds) {
        REQUIRE(feed.solution.stands);
        std::string lane;
        for (std::size_t i = 1; i < feed.points.size(); ++i) {
            const PortKind& entered = net.port(feed.points[i].entered);
            const Kind& unit = net.kind(feed.points[i].device);
            const std::string id = net.device(feed.points[i].device).id;
            // Two channels meet the shared cable at the same port.
            const bool shared = unit.category == Category::combiner && entered.lane.empty();
            const std::string at = Netlist::node(id, entered.id + (shared ? lane : ""));
            if (!entered.lane.empty()) lane = entered.lane;
            INFO(at);
            REQUIRE(volts.contains(at));
            CHECK(feed.solution.volts[i] == Approx(volts.at(at)).epsilon(spice_tolerance));
            ++compared;
            const LinkNumber link = feed.points[i].link;
            other_media += net.links[link].medium() != Medium::twisted_pair;
        }
    }
    return compared;
}

}  // namespace

TEST_CASE("the whole demo in ngspice: trunk, coax, passive 36 V, combiner, solar",
          "[reference][feed]") {
    int regenerated = 0, other_media = 0;
    CHECK(compare_all(demo_site(), regenerated, other_media) >= 40);
    CHECK(regenerated >= 2);
    CHECK(other_media >= 2);
}

TEST_CASE("a composite and a chain fed from both ends in ngspice", "[reference][feed]") {
    for (const WayId way : {WayId::composite, WayId::repeaters_both_ends, WayId::old_coax}) {
        Site site = demo_site();
        const std::string camera = way == WayId::old_coax ? "K11" : "K14";
        bool found = false;
        for (const Proposal& proposal : propose_ways(site, catalogue_for(site), camera)) {
            if (proposal.way != way || !proposal.built) continue;
            site = with_change(std::move(site), proposal.change);
            found = true;
            break;
        }
        INFO(id_of(way));
        REQUIRE(found);
        int regenerated = 0, other_media = 0;
        CHECK(compare_all(site, regenerated, other_media) >= 36);
    }
}
