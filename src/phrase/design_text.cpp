// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/design_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>

#include "phrase/numbers.h"
#include "phrase/translate.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

// What is said of the rest is not told camera by camera.
constexpr std::size_t most_named = 4;

std::string named(const std::vector<std::string>& cameras) {
    if (cameras.size() <= most_named) return fmt::format("{}", fmt::join(cameras, ", "));
    return told("{} and {} more",
                fmt::format("{}", fmt::join(cameras.begin(), cameras.begin() + most_named, ", ")),
                cameras.size() - most_named);
}

}  // namespace

std::string design_way_text(const DesignedCamera& camera) {
    if (!camera.served) return said("none");
    return camera.as_it_is ? said("as it is now") : title(camera.way);
}

std::string title(Keep keep) {
    switch (keep) {
        case Keep::all: return said("All runs that are there");
        case Keep::working: return said("Runs that hold or are tight");
        case Keep::nothing: return said("The head end only");
    }
    return "";
}

std::string design_sum_text(const SiteDesign& design, const TextContext& context,
                            const std::string& currency) {
    const auto served = std::count_if(design.cameras.begin(), design.cameras.end(),
                                      [](const DesignedCamera& one) { return one.served; });
    return told("{} of {} cameras for {}, {}, {} things that can fail", served,
                design.cameras.size(), shown_money(design.after.price, currency),
                shown(design.after.hours, Unit::hour, context.units),
                std::lround(design.after.can_fail));
}

std::string design_saving_text(const SiteDesign& design, const TextContext& context,
                               const std::string& currency) {
    const Figures less = design.before - design.after;
    const std::string money = shown_money(std::abs(less.price), currency);
    const std::string hours = shown(std::abs(less.hours), Unit::hour, context.units);
    const std::string price_part =
        less.price >= 0 ? told("{} less", money) : told("{} more", money);
    const std::string hours_part =
        less.hours >= 0 ? told("{} less", hours) : told("{} more", hours);
    return told("{} and {} than what it replaces", price_part, hours_part);
}

std::string design_bound_text(const SiteDesign& design) {
    if (design.cameras.empty() && design.runs_before.fails > 0)
        return told("Every camera has a run, so all are kept as they are. Of them fail: {}.",
                    design.runs_before.fails);
    if (design.cameras.empty()) return said("Every camera has its way: nothing to design.");
    if (design.stopped) return said("Stopped: the best that was found by then.");
    if (!design.all_tried)
        return said("The time was over before all ways were tried: more of it may find better.");
    if (design.in_turn)
        return said("Each camera's own best way in turn; nothing better was found in the time.");
    if (design.narrowed)
        return said("The best that was found; what did not hold as a whole was left out.");
    if (design.proven) return said("Nothing better can be made of the ways that were tried.");
    return told("At most {:.1f} % could still be saved.", 100 * design.gap_share());
}

std::string design_why_text(const DesignedCamera& camera, const TextContext& context,
                            const std::string& currency) {
    if (!camera.served) {
        if (!camera.nearest_miss.way) return said("No way was found.");
        return told("{}: {}", title(*camera.nearest_miss.way),
                    proposal_reason(camera.nearest_miss, context));
    }
    const double all = camera.own.price + camera.share.price;
    std::string shared, alone;
    if (!camera.shares_with.empty())
        shared = told("{} of it shared with {}", shown_money(camera.share.price, currency),
                      named(camera.shares_with));
    constexpr double same = 0.005;
    if (camera.alone && (camera.as_it_is || *camera.alone != camera.way ||
                         std::abs(camera.alone_price - all) > same))
        alone = told("by itself {} for {}", title(*camera.alone),
                     shown_money(camera.alone_price, currency));
    if (shared.empty() && alone.empty()) return said("the least for it alone");
    return shared.empty() || alone.empty() ? shared + alone : shared + "; " + alone;
}

std::vector<std::string> design_open_texts(const SiteDesign& design, const TextContext& context) {
    std::vector<std::string> out;
    for (const DesignedCamera& camera : design.cameras) {
        if (!camera.served)
            out.push_back(
                told("{} is left out. {}", camera.camera, design_why_text(camera, context, "")));
    }
    for (const Place& place : design.suggested)
        out.push_back(
            told("{} is a new place for a cabinet: ask a licensed electrician whether "
                 "mains can be had there",
                 place.name));
    for (const Check& check : design.failing) out.push_back(sentence(check, context));
    return out;
}

}  // namespace ovant
