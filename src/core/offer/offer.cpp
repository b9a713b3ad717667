// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/offer/offer.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/format/site_json.h"
#include "core/physics/sun.h"

namespace ovant {
namespace {

constexpr double half_correction = 1e-7;  // of a cent: 1.005 is a little less in binary

OfferPart part_of(Task task) {
    switch (trade_of(task)) {
        case Trade::ground_works: return OfferPart::ground;
        case Trade::electrician: return OfferPart::electrician;
        case Trade::installer: break;
    }
    return OfferPart::work;
}

std::vector<OfferLine> lines_of(const Network& net, const CutPlan& cuts) {
    const OfferSettings& settings = net.site->settings.offer;
    std::vector<OfferLine> lines;
    OfferLine small;
    small.part = OfferPart::small_parts;
    for (PartLine& part : bought_parts(net, cuts)) {
        if (part.price <= 0) continue;
        if (part.small) {
            small.cost += part.price;
            continue;
        }
        const Kind* kind = net.catalogue->find(part.kind);
        OfferLine line;
        line.part = kind && kind->cable ? OfferPart::cable : OfferPart::equipment;
        line.quantity = part.quantity;
        line.unit = part.unit;
        line.cost = part.price;
        line.of = std::move(part);
        lines.push_back(std::move(line));
    }
    if (small.cost > 0) lines.push_back(std::move(small));
    std::map<Task, OfferLine> tasks;
    for (const WorkItem& item : work_of(net, parts_as_cut(net, cuts))) {
        OfferLine& line = tasks[item.task];
        line.part = part_of(item.task);
        line.task = item.task;
        line.cost += item.price;
        line.unit = line.part == OfferPart::work     ? Unit::hour
                    : line.part == OfferPart::ground ? Unit::metre
                                                     : Unit::count;
        line.quantity += line.part == OfferPart::work     ? item.hours
                         : line.part == OfferPart::ground ? item.metres
                                                          : 1;
    }
    for (auto& [task, line] : tasks) lines.push_back(std::move(line));
    std::stable_sort(lines.begin(), lines.end(),
                     [](const OfferLine& a, const OfferLine& b) { return a.part < b.part; });
    for (OfferLine& line : lines) {
        line.cost = in_cents(line.cost);
        line.price = in_cents(line.cost * (1 + markup_on(line.part, settings)));
    }
    return lines;
}

std::string valid_until(const OfferSettings& settings) {
    const std::optional<CalendarDay> day = parse_day(settings.date);
    if (!day) return "";
    const CalendarDay last = day_after(*day, static_cast<int>(settings.valid_days));
    return fmt::format("{:04}-{:02}-{:02}", last.year, last.month, last.day);
}

}  // namespace

std::string_view id_of(OfferPart part) {
    switch (part) {
        case OfferPart::equipment: return "equipment";
        case OfferPart::cable: return "cable";
        case OfferPart::small_parts: return "small-parts";
        case OfferPart::work: return "work";
        case OfferPart::ground: return "ground";
        case OfferPart::electrician: return "electrician";
    }
    return "";
}

double in_cents(double amount) {
    return std::round(amount * 100 + std::copysign(half_correction, amount)) / 100;
}

double markup_on(OfferPart part, const OfferSettings& settings) {
    switch (part) {
        case OfferPart::equipment:
        case OfferPart::cable:
        case OfferPart::small_parts: return settings.material_markup;
        case OfferPart::work: return settings.work_markup;
        case OfferPart::ground:
        case OfferPart::electrician: return settings.outside_markup;
    }
    return 0;
}

OfferSums sums_of(const std::vector<OfferLine>& lines, const OfferSettings& settings) {
    OfferSums sums;
    for (const OfferLine& line : lines) {
        sums.lines += line.price;
        sums.cost += line.cost;
    }
    sums.lines = in_cents(sums.lines);
    sums.cost = in_cents(sums.cost);
    const double step = settings.round_to;
    sums.net = step > 0 ? in_cents(std::round(sums.lines / step) * step) : sums.lines;
    sums.rounding = in_cents(sums.net - sums.lines);
    sums.tax = in_cents(sums.net * settings.tax_share);
    sums.gross = in_cents(sums.net + sums.tax);
    return sums;
}

Offer make_offer(const Network& net, const CutPlan& cuts, const CuttingEffort& effort) {
    const OfferSettings& settings = net.site->settings.offer;
    Offer offer;
    offer.lines = lines_of(net, cuts);
    offer.sums = sums_of(offer.lines, settings);
    offer.valid_until = valid_until(settings);
    for (const Variant& variant : net.site->variants) {
        if (!variant.option) continue;
        const Site design = with_variant(*net.site, variant).site;
        const Network other = lay_out(design, *net.catalogue);
        OfferOption option;
        option.variant = variant.id;
        option.name = variant.name;
        option.note = variant.note;
        option.lines = lines_of(other, plan_cuts(other, effort));
        option.sums = sums_of(option.lines, settings);
        option.net_more = in_cents(option.sums.net - offer.sums.net);
        option.gross_more = in_cents(option.sums.gross - offer.sums.gross);
        offer.options.push_back(std::move(option));
    }
    return offer;
}

}  // namespace ovant
