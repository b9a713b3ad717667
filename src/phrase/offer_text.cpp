// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/offer_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <cmath>

#include "phrase/numbers.h"
#include "phrase/parts_text.h"
#include "phrase/translate.h"
#include "phrase/work_text.h"

namespace ovant {

std::string title(OfferPart part) {
    switch (part) {
        case OfferPart::equipment: return said("Cameras and equipment");
        case OfferPart::cable: return said("Cable");
        case OfferPart::small_parts: return said("Small parts");
        case OfferPart::work: return said("Work");
        case OfferPart::ground: return said("Ways and ground");
        case OfferPart::electrician: return said("Licensed electrician");
    }
    return "";
}

std::string offer_line_text(const OfferLine& line, const TextContext& context) {
    switch (line.part) {
        case OfferPart::equipment:
        case OfferPart::cable: return part_name(line.of, context);
        case OfferPart::small_parts:
            return said("Plugs, glands, clips, brackets, labels and other small parts");
        case OfferPart::work:
        case OfferPart::ground:
        case OfferPart::electrician: return title(line.task);
    }
    return "";
}

std::string offer_quantity_text(const OfferLine& line, const TextContext& context) {
    return line.quantity > 0 ? shown(line.quantity, line.unit, context.units) : "";
}

std::string validity_text(const Offer& offer, const OfferSettings& settings) {
    if (!offer.valid_until.empty()) return told("Valid until {}.", offer.valid_until);
    return told("Valid for {} days.", std::floor(settings.valid_days));
}

std::string option_text(const OfferOption& option, const std::string& currency) {
    const std::string amount = shown_money(std::abs(option.net_more), currency);
    if (option.net_more > 0) return told("more by {}", amount);
    if (option.net_more < 0) return told("less by {}", amount);
    return said("at the same price");
}

std::string offer_caution(const Offer& offer) {
    for (const OfferLine& line : offer.lines) {
        if (line.part == OfferPart::electrician)
            return said(
                "Work on the mains is done by a licensed electrician and by local code; what "
                "the electrician finds on site may change it.");
    }
    return "";
}

std::string supply_box_text(const SupplyBox& box, const Site& site, const TextContext& context) {
    const Device* unit = find_device(box.site, box.device);
    return told("{} at {} as one: {}, {}, saves {}", listed(box.adapters),
                spot_text(box.place, site), unit ? kind_name(context, unit->kind) : box.kind,
                value_of_limit(box.load_w, box.budget_w, Unit::watt, context.units),
                shown_money(box.saves, site.settings.currency));
}

std::string design_title(const DesignFacts& design) {
    if (!design.name.empty()) return design.name;
    return design.variant.empty() ? said("This design") : design.variant;
}

std::vector<CompareRow> compare_rows(const std::vector<DesignFacts>& designs,
                                     const TextContext& context, const std::string& currency) {
    std::vector<CompareRow> rows;
    const auto row = [&](std::string what, auto value) {
        CompareRow one;
        one.what = std::move(what);
        for (const DesignFacts& design : designs) one.values.push_back(value(design));
        for (const std::string& text : one.values)
            one.apart = one.apart || text != one.values.front();
        rows.push_back(std::move(one));
    };
    const auto money = [&](double DesignFacts::*member) {
        return [member](const DesignFacts& d) { return shown_money(d.*member, ""); };
    };
    const auto cost = [&](double Cost::*member) {
        return [member](const DesignFacts& d) { return shown_money(d.cost.*member, ""); };
    };
    const auto number = [&](double DesignFacts::*member, Unit unit) {
        return [member, unit, &context](const DesignFacts& d) {
            return shown(d.*member, unit, context.units);
        };
    };
    row(told("Cost in all, {}", currency),
        [](const DesignFacts& d) { return shown_money(d.cost.total(), ""); });
    row(said("Cameras and equipment"), money(&DesignFacts::equipment));
    row(said("Cable"), money(&DesignFacts::cable));
    row(said("Small parts"), money(&DesignFacts::small_parts));
    row(said("Ground"), cost(&Cost::ground));
    row(said("Work and outlets"), cost(&Cost::labour));
    row(said("Hours"),
        [&](const DesignFacts& d) { return shown(d.cost.hours, Unit::hour, context.units); });
    row(said("Cameras"), [](const DesignFacts& d) { return fmt::format("{}", d.cameras); });
    row(said("Runs that hold"),
        [](const DesignFacts& d) { return fmt::format("{}", d.runs.holds); });
    row(said("Runs that are tight"),
        [](const DesignFacts& d) { return fmt::format("{}", d.runs.tight); });
    row(said("Runs that fail"),
        [](const DesignFacts& d) { return fmt::format("{}", d.runs.fails); });
    row(said("Runs not known"),
        [](const DesignFacts& d) { return fmt::format("{}", d.runs.unknown); });
    row(said("Most watts that day"), number(&DesignFacts::peak_w, Unit::watt));
    row(said("Minutes dark that day"),
        [](const DesignFacts& d) { return fmt::format("{:.0f}", d.dark_min); });
    row(said("Chance that all hold"),
        [](const DesignFacts& d) { return fmt::format("{:.0f} %", 100 * d.all_hold_share); });
    row(said("Things that can fail"),
        [](const DesignFacts& d) { return fmt::format("{}", d.can_fail); });
    return rows;
}

std::string difference_text(const DesignFacts& design) {
    std::vector<std::string> words;
    if (!design.added.empty()) words.push_back(told("new: {}", listed(design.added)));
    if (!design.removed.empty()) words.push_back(told("gone: {}", listed(design.removed)));
    if (!design.changed.empty()) words.push_back(told("other: {}", listed(design.changed)));
    return words.empty() ? said("nothing differs") : fmt::format("{}", fmt::join(words, "; "));
}

}  // namespace ovant
