// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/spares.h"

#include <algorithm>
#include <chrono>
#include <map>
#include <set>

#include "core/assess/assess.h"
#include "core/edits/edits.h"
#include "core/look_up.h"
#include "core/solve/integer_programme.h"

namespace ovant {
namespace {

using Clock = std::chrono::steady_clock;

bool sees_as_much(const Kind& spare, const Kind& failed) {
    const CameraFacts& has = or_nothing(spare.camera);
    const CameraFacts& had = or_nothing(failed.camera);
    return has.picture.width_px >= had.picture.width_px &&
           has.picture.height_px >= had.picture.height_px &&
           (has.draw.infrared_w > 0 || had.draw.infrared_w <= 0) &&
           (has.draw.motors_w > 0 || had.draw.motors_w <= 0) &&
           (has.draw.heater_w > 0 || had.draw.heater_w <= 0);
}

// By what the kinds are, before it is tried in the site.
bool may_stand_in(const Kind& spare, const Kind& failed) {
    if (spare.id == failed.id || spare.category != failed.category) return false;
    if (spare.rating < failed.rating || spare.radio.has_value() != failed.radio.has_value())
        return false;
    if (failed.ups && or_nothing(spare.ups).battery_wh < failed.ups->battery_wh) return false;
    if (failed.solar && or_nothing(spare.solar).battery_wh < failed.solar->battery_wh) return false;
    if (spare.channels < failed.channels || spare.input_mbps < failed.input_mbps) return false;
    return !failed.camera || sees_as_much(spare, failed);
}

// What fails, and how everything stands.
struct Standing {
    std::set<std::string> failing;
    std::vector<Verdict> verdicts;
};
Standing standing_of(const Assessment& assessment) {
    Standing out;
    const auto note = [&](const std::string& of, Verdict verdict,
                          const std::vector<Check>& checks) {
        out.verdicts.push_back(verdict);
        for (const Check& check : checks) {
            if (check.verdict == Verdict::fails)
                out.failing.insert(of + ' ' + std::to_string(int(check.id)) + ' ' + check.subject);
        }
    };
    for (const RunAssessment& run : assessment.runs) note(run.camera, run.verdict, run.checks);
    for (const UnitAssessment& unit : assessment.units)
        note(unit.device, unit.verdict, unit.checks);
    for (const Check& check : assessment.site_checks) note("", check.verdict, {check});
    return out;
}

bool worse(const Standing& after, const Standing& before) {
    if (after.verdicts.size() != before.verdicts.size()) return true;
    for (std::size_t i = 0; i < after.verdicts.size(); ++i) {
        if (after.verdicts[i] == Verdict::fails && before.verdicts[i] != Verdict::fails)
            return true;
        if (after.verdicts[i] == Verdict::tight && before.verdicts[i] == Verdict::holds)
            return true;
    }
    return !std::includes(before.failing.begin(), before.failing.end(), after.failing.begin(),
                          after.failing.end());
}

class Bag {
public:
    Bag(const Site& site, const Catalogue& catalogue, const SparesEffort& effort)
        : site_(site),
          catalogue_(catalogue),
          effort_(effort),
          ends_(Clock::now() + std::chrono::duration_cast<Clock::duration>(
                                   std::chrono::duration<double>(effort.most_s))),
          net_(lay_out(site, catalogue)),
          before_(assess(net_)),
          standing_(standing_of(before_)) {}

    SparesBag pack() {
        for (const Device& device : site_.devices) {
            if (catalogue_.find(device.kind)) units_[device.kind].push_back(device.id);
            for (const auto& [port, module] : device.modules)
                if (catalogue_.find(module)) units_[module].push_back(device.id + "." + port);
        }
        SparesBag out;
        for (const auto& [kind, ids] : units_) out.units += static_cast<int>(ids.size());
        try_all(out);
        choose(out);
        return out;
    }

private:
    const Kind& kind(const std::string& id) const { return or_nothing(catalogue_.find(id)); }

    void try_all(SparesBag& out) {
        std::vector<std::pair<std::string, std::string>> pairs;  // spare, failed
        for (const auto& [failed, ids] : units_) {
            stands_in_[failed].insert(failed);
            if (kind(failed).category == Category::transceiver) continue;
            for (const Kind* spare : catalogue_.of(kind(failed).category)) {
                if (may_stand_in(*spare, kind(failed))) pairs.push_back({spare->id, failed});
            }
        }
        // One that could only be carried beside, and costs no less, is of no use.
        std::map<std::string, int> could;
        for (const auto& [spare, failed] : pairs) ++could[spare];
        std::erase_if(pairs, [&](const auto& pair) {
            const auto& [spare, failed] = pair;
            return !units_.contains(spare) && could[spare] < 2 &&
                   kind(spare).price >= kind(failed).price;
        });
        for (std::size_t i = 0; i < pairs.size(); ++i) {
            const double share = static_cast<double>(i) / static_cast<double>(pairs.size());
            if (Clock::now() > ends_ || (effort_.go_on && !effort_.go_on(share))) {
                out.all_tried = false;
                return;
            }
            const auto& [spare, failed] = pairs[i];
            if (stands_in(spare, failed)) stands_in_[spare].insert(failed);
        }
        // The time may have ended within the last of them.
        out.all_tried = Clock::now() <= ends_;
    }

    // Put in the place of each unit of that kind, one after the other.
    bool stands_in(const std::string& spare, const std::string& failed) const {
        for (const std::string& id : units_.at(failed)) {
            if (Clock::now() > ends_) return false;
            const Result<Site> with = set_kind(site_, catalogue_, id, spare);
            if (!with) return false;
            const Network net = lay_out(*with, catalogue_);
            if (worse(standing_of(assess_again(net, net_, before_)), standing_)) return false;
        }
        return true;
    }

    void choose(SparesBag& out) const {
        IntegerProgramme fewest;
        std::vector<const Kind*> spares;
        for (const auto& [spare, covers] : stands_in_) {
            spares.push_back(&kind(spare));
            fewest.add(1);
        }
        const auto column = [&](const std::string& id) {
            return static_cast<int>(std::distance(stands_in_.begin(), stands_in_.find(id)));
        };
        for (const auto& [failed, ids] : units_) {
            ProgrammeRow row{1, 1e30, {}};
            for (const auto& [spare, covers] : stands_in_) {
                if (covers.contains(failed)) row.terms.push_back({column(spare), 1});
            }
            fewest.rows.push_back(std::move(row));
        }
        ProgrammeEffort effort;
        for (const auto& [spare, covers] : stands_in_)
            effort.start.push_back(units_.contains(spare) ? 1 : 0);
        const ProgrammeSolution few = solve(fewest, effort);
        if (!few.found) return;
        IntegerProgramme cheapest = fewest;
        ProgrammeRow as_few{0, few.cost + 0.5, {}};
        for (std::size_t i = 0; i < spares.size(); ++i) {
            cheapest.cost[i] = spares[i]->price;
            as_few.terms.push_back({static_cast<int>(i), 1});
        }
        cheapest.rows.push_back(std::move(as_few));
        effort.start = few.values;
        const ProgrammeSolution cheap = solve(cheapest, effort);
        const ProgrammeSolution& best = cheap.found ? cheap : few;
        out.proven = few.proven && cheap.proven && out.all_tried;
        std::map<std::string, Spare> carried;
        for (std::size_t i = 0; i < spares.size(); ++i) {
            if (best.values[i] <= 0.5) continue;
            Spare& spare = carried[spares[i]->id];
            spare.kind = spares[i]->id;
            spare.price = spares[i]->price;
        }
        for (const auto& [failed, ids] : units_) {
            Spare* by = carried.contains(failed) ? &carried[failed] : nullptr;
            for (auto& [id, spare] : carried) {
                const bool fits = stands_in_.at(id).contains(failed);
                if (fits && (!by || (by->kind != failed && spare.price < by->price))) by = &spare;
            }
            if (by) by->for_units.insert(by->for_units.end(), ids.begin(), ids.end());
        }
        for (auto& [id, spare] : carried) {
            out.price += spare.price;
            out.carry.push_back(std::move(spare));
        }
    }

    const Site& site_;
    const Catalogue& catalogue_;
    const SparesEffort& effort_;
    const Clock::time_point ends_;
    const Network net_;
    const Assessment before_;
    const Standing standing_;
    std::map<std::string, std::vector<std::string>> units_;   // by kind
    std::map<std::string, std::set<std::string>> stands_in_;  // by spare: kinds it replaces
};

}  // namespace

SparesBag spares_bag(const Site& site, const Catalogue& catalogue, const SparesEffort& effort) {
    return Bag(site, catalogue, effort).pack();
}

}  // namespace ovant
