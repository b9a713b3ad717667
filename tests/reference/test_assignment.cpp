// SPDX-License-Identifier: GPL-3.0-or-later
// Assignment against the outside: every way of plugging in, tried and judged by assess, and GLPK on
// the same programme.
#include <glpk.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <numeric>
#include <random>

#include "core/choose/assign.h"
#include "core/format/site_json.h"
#include "phrase/power_text.h"
#include "support/sites.h"
#include "support/sanitizer.h"

using namespace ovant;

namespace {

// One place, two small switches of mixed ports, a few cameras near and far.
Site random_site(std::mt19937& random) {
    const auto pick = [&](int from, int to) {
        return from + static_cast<int>(random() % static_cast<unsigned>(to - from + 1));
    };
    Site site = bare_site();
    Place room;
    room.id = "P1";
    room.head_end = true;
    site.places.push_back(room);
    int ports = 0;
    for (int unit = 1; unit <= 2; ++unit) {
        const int of_group = pick(1, 2), others = pick(1, 2);
        ports += of_group + others;
        const std::string id = "own-" + std::to_string(unit);
        const std::string json =
            R"({"id":")" + id + R"(","name":"Own","category":"switch","ports":[{"ids":"1-)" +
            std::to_string(of_group) + R"(","role":"pse","class":)" + std::to_string(pick(3, 4)) +
            R"(,"group":1},{"ids":"5-)" + std::to_string(4 + others) +
            R"(","role":"pse","class":)" + std::to_string(pick(2, 4)) +
            R"(,"group":0}],"supply":{"nominal_v":54,"min_v":50,"budget_w":)" +
            std::to_string(pick(20, 70)) + R"(,"long_setting":true}})";
        site.kinds.insert_or_assign(id, *read_own_kind(id, json));
        Device device;
        device.id = "SW" + std::to_string(unit);
        device.kind = id;
        device.place = "P1";
        if (pick(0, 2) == 0) device.long_groups.insert(1);
        site.devices.push_back(device);
    }
    site.settings.switch_basis = pick(0, 1) ? SwitchBasis::by_class : SwitchBasis::greatest_draw;
    const Catalogue catalogue = catalogue_for(site);
    std::vector<std::pair<std::string, std::string>> open;
    for (int unit = 1; unit <= 2; ++unit) {
        for (const PortKind& port : catalogue.find("own-" + std::to_string(unit))->ports)
            open.push_back({"SW" + std::to_string(unit), port.id});
    }
    const int cameras = std::min(pick(2, 4), ports);
    for (int i = 0; i < cameras; ++i) {
        const char* kinds[] = {"cam-fixed-2mp", "cam-fixed-4mp", "cam-plate-2mp", "cam-ptz-compact",
                               "cam-multi-4x4mp"};
        Added camera = *add_device(site, catalogue, kinds[pick(0, 4)], {10.0 * i, 10});
        const auto at = static_cast<std::size_t>(pick(0, static_cast<int>(open.size()) - 1));
        Added link = *connect(camera.site, catalogue, "cat6-solid-23-out",
                              {open[at].first, open[at].second, 0, ""}, {camera.id, "lan", 0, ""});
        open.erase(open.begin() + static_cast<std::ptrdiff_t>(at));
        site = *set_measured_length(link.site, link.id,
                                    pick(0, 2) == 0 ? pick(101, 230) : pick(5, 95));
    }
    return site;
}

struct Plug {
    std::string camera, device, port;
};

// A setting is put right along with the plug. Which port waits for the others hangs on what they
// take once settled, which the assignment does not plan; a unit that reserves by class is held to
// its budget all the same.
bool not_of_plugging(CheckId id) {
    return id == CheckId::port_setting || id == CheckId::port_refused;
}

// Every way of plugging the cameras in and of setting the two groups, judged whole.
class BruteForce {
public:
    BruteForce(const Site& site, const Catalogue& catalogue) : site_(site), catalogue_(catalogue) {
        for (const Device& device : site.devices) {
            const Kind& kind = *catalogue.find(device.kind);
            if (!kind.supply) continue;
            for (const PortKind& port : kind.ports) ports_.push_back({"", device.id, port.id});
        }
        for (const Link& link : site.links)
            now_.push_back({link.b.device, link.a.device, link.a.port});
        best_.assign(now_.size(), {Verdict::fails, 1000});
        std::vector<std::size_t> chosen;
        visit(chosen);
    }
    // Least cost as the programme counts it; nothing if there is no way.
    std::optional<double> least(bool keep) const {
        std::optional<double> found;
        for (const Case& one : cases_) {
            bool good = true;
            double cost = 60.0 * one.settings_changed;
            for (std::size_t i = 0; i < now_.size() && good; ++i) {
                const bool moved = one.moved[i];
                cost += moved ? 100 : 0;
                if (one.runs[i].first != Verdict::holds) cost += 1000;
                good = one.runs[i] <= best_[i] || (!keep && one.runs[i].first <= Verdict::tight);
            }
            for (Verdict unit : one.units)
                good = good && unit <= (keep ? Verdict::holds : Verdict::tight);
            if (good && (!found || cost < *found)) found = cost;
        }
        return found;
    }

private:
    struct Case {
        std::vector<std::pair<Verdict, int>> runs;  // and how many checks fail
        std::vector<Verdict> units;
        std::vector<bool> moved;
        int settings_changed = 0;
    };

    void visit(std::vector<std::size_t>& chosen) {
        if (chosen.size() == now_.size()) {
            for (int settings = 0; settings < 4; ++settings) judge(chosen, settings);
            return;
        }
        for (std::size_t p = 0; p < ports_.size(); ++p) {
            if (std::find(chosen.begin(), chosen.end(), p) != chosen.end()) continue;
            chosen.push_back(p);
            visit(chosen);
            chosen.pop_back();
        }
    }
    void judge(const std::vector<std::size_t>& chosen, int settings) {
        Site site = site_;
        Case one;
        for (std::size_t i = 0; i < chosen.size(); ++i) {
            site.links[i].a.device = ports_[chosen[i]].device;
            site.links[i].a.port = ports_[chosen[i]].port;
            one.moved.push_back(site.links[i].a.device != now_[i].device ||
                                !same_pool(site.links[i].a.port, now_[i].port));
        }
        for (int unit = 0; unit < 2; ++unit) {
            auto& groups = find_device(site, "SW" + std::to_string(unit + 1))->long_groups;
            const bool on = settings >> unit & 1;
            one.settings_changed += on != groups.contains(1);
            groups.clear();
            if (on) groups.insert(1);
        }
        const Assessment assessment = assess(site, catalogue_);
        for (std::size_t i = 0; i < now_.size(); ++i) {
            std::pair<Verdict, int> level{Verdict::holds, 0};
            for (const Check& check : assessment.run(now_[i].camera)->checks) {
                if (not_of_plugging(check.id)) continue;
                level.first = std::max(level.first, check.verdict);
                level.second += check.verdict == Verdict::fails;
            }
            one.runs.push_back(level);
            best_[i] = std::min(best_[i], level);
        }
        for (const UnitAssessment& unit : assessment.units) {
            const Check* power = find_check(unit.checks, CheckId::switch_power);
            one.units.push_back(power ? power->verdict : Verdict::holds);
        }
        cases_.push_back(std::move(one));
    }
    // Ports 1.. are of the group, 5.. are not; ports of one kind are the same to a run.
    static bool same_pool(const std::string& a, const std::string& b) {
        return (a >= "5") == (b >= "5");
    }

    const Site& site_;
    const Catalogue& catalogue_;
    std::vector<Plug> ports_, now_;
    std::vector<std::pair<Verdict, int>> best_;
    std::vector<Case> cases_;
};

double by_glpk(const IntegerProgramme& programme, bool& infeasible) {
    glp_term_out(GLP_OFF);
    glp_prob* problem = glp_create_prob();
    glp_set_obj_dir(problem, GLP_MIN);
    glp_add_cols(problem, static_cast<int>(programme.cost.size()));
    for (std::size_t i = 0; i < programme.cost.size(); ++i) {
        const int column = static_cast<int>(i) + 1;
        glp_set_col_kind(problem, column, GLP_IV);
        glp_set_col_bnds(problem, column, GLP_DB, 0, programme.most[i]);
        glp_set_obj_coef(problem, column, programme.cost[i]);
    }
    glp_add_rows(problem, static_cast<int>(programme.rows.size()));
    for (std::size_t r = 0; r < programme.rows.size(); ++r) {
        const ProgrammeRow& row = programme.rows[r];
        const int kind = row.low == row.high ? GLP_FX : row.low < -1e29 ? GLP_UP : GLP_DB;
        glp_set_row_bnds(problem, static_cast<int>(r) + 1, kind, row.low, row.high);
        std::vector<int> columns{0};
        std::vector<double> factors{0};
        for (const auto& [column, factor] : row.terms) {
            columns.push_back(column + 1);
            factors.push_back(factor);
        }
        glp_set_mat_row(problem, static_cast<int>(r) + 1, static_cast<int>(row.terms.size()),
                        columns.data(), factors.data());
    }
    glp_iocp options;
    glp_init_iocp(&options);
    options.presolve = GLP_ON;
    const int failed = glp_intopt(problem, &options);
    infeasible = failed == GLP_ENOPFS || glp_mip_status(problem) == GLP_NOFEAS;
    const double cost = glp_mip_obj_val(problem);
    glp_delete_prob(problem);
    return cost;
}

}  // namespace

TEST_CASE("Assignment is the best of all ways of plugging in, on 200 random small sites",
          "[reference][assign]") {
    std::mt19937 random(20261125);
    int infeasible = 0, moving = 0;
    for (int trial = 0; trial < rounds(200, 20); ++trial) {
        const Site site = random_site(random);
        const Catalogue catalogue = catalogue_for(site);
        const BruteForce brute(site, catalogue);
        const Assignment found = assign_ports(site, catalogue);
        INFO("trial " << trial << ": " << assignment_text(found, {}));
        std::optional<double> least = brute.least(true);
        const bool keep = least.has_value();
        if (!least) least = brute.least(false);
        REQUIRE(found.found == least.has_value());
        if (!least) {
            ++infeasible;
            CHECK(found.limit != AssignLimit::none);
            CHECK(found.limit != AssignLimit::time);
            CHECK_FALSE(assignment_text(found, {}).empty());
            continue;
        }
        CHECK(found.proven);
        CHECK(found.inside_keep == keep);
        // What it costs as it now stands, judged again from the site alone.
        const Assessment after = assess(found.site, catalogue);
        double cost = 100.0 * static_cast<double>(found.moves.size()) +
                      60.0 * static_cast<double>(found.groups.size());
        for (const RunAssessment& run : after.runs) {
            Verdict worst = Verdict::holds;
            for (const Check& check : run.checks) {
                if (!not_of_plugging(check.id)) worst = std::max(worst, check.verdict);
            }
            cost += worst == Verdict::holds ? 0 : 1000;
        }
        CHECK(cost == Approx(*least));
        moving += !found.moves.empty();
        CHECK(find_problems(found.site, catalogue).empty());
    }
    CHECK(infeasible > rounds(5, 0));
    CHECK(moving > rounds(40, 4));
}

TEST_CASE("GLPK finds the same optimum on 100 random programmes", "[reference][assign]") {
    std::mt19937 random(7);
    int feasible = 0;
    for (int trial = 0; trial < 100; ++trial) {
        const Site site = random_site(random);
        const Catalogue catalogue = catalogue_for(site);
        const IntegerProgramme programme = assignment_programme(site, catalogue);
        const ProgrammeSolution ours = solve(programme);
        bool infeasible = false;
        const double cost = by_glpk(programme, infeasible);
        INFO("trial " << trial);
        CHECK(ours.found == !infeasible);
        CHECK(ours.infeasible == infeasible);
        if (ours.found) {
            CHECK(ours.cost == Approx(cost));
            ++feasible;
        }
    }
    CHECK(feasible > 30);
}
