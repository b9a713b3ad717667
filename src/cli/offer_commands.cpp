// SPDX-License-Identifier: GPL-3.0-or-later
// Work, offer and variants.
#include <fmt/format.h>
#include <fmt/ranges.h>

#include <map>
#include <nlohmann/json.hpp>
#include <ostream>

#include "cli/command_parts.h"
#include "core/format/file_store.h"
#include "core/choose/proposal.h"
#include "core/offer/offer.h"
#include "core/parts/work_plan.h"
#include "core/variants/compare.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/offer_text.h"
#include "phrase/way_text.h"
#include "phrase/work_text.h"
#include "print/offer_pdf.h"
#include "print/offer_sheet.h"
#include "print/work_pdf.h"

namespace ovant {
namespace {

using nlohmann::json;

json load_json(const std::vector<PartLine>& lines) {
    json out = json::array();
    for (const PartLine& line : lines) {
        json one = {{"kind", line.kind}, {"quantity", line.quantity}, {"used_by", line.used_by}};
        one["unit"] = line.unit == Unit::metre ? "m" : "pcs";
        if (line.package) one["length_m"] = line.package->length_m;
        if (!line.left_over.empty()) one["left_over"] = line.left_over;
        out.push_back(std::move(one));
    }
    return out;
}

json item_json(const WorkItem& item, const Network& net) {
    json out = {{"task", id_of(item.task)}, {"trade", id_of(trade_of(item.task))}};
    if (!item.subject.empty()) out["subject"] = item.subject;
    if (item.at) out["at"] = net.device(item.at).id;
    if (item.to) out["to"] = net.device(item.to).id;
    if (item.metres > 0) out["metres"] = item.metres;
    if (item.two_people) out["two_people"] = true;
    out["hours"] = item.hours;
    out["price"] = item.price;
    return out;
}

std::string work_json(const WorkPlan& plan, const Network& net) {
    json items = json::array(), days = json::array(), places = json::array();
    for (const WorkItem& item : plan.items) items.push_back(item_json(item, net));
    for (const WorkDay& day : plan.days) {
        json work = json::array();
        for (const DayWork& one : day.work) {
            work.push_back({{"item", one.item}, {"hours", one.hours}});
            if (one.begun) work.back()["begun"] = true;
        }
        days.push_back({{"hours", day.hours}, {"work", work}, {"load", load_json(day.load)}});
        if (!day.tools.empty()) days.back()["tools"] = tools_text(day.tools);
    }
    for (const SpotLoad& spot : plan.spots)
        places.push_back(
            {{"at", spot.place}, {"load", load_json(spot.load)}, {"cables", spot.cables}});
    json out;
    out["hours"] = plan.hours;
    out["items"] = std::move(items);
    out["before"] = plan.before;
    out["before_load"] = load_json(plan.before_load);
    out["days"] = std::move(days);
    out["places"] = std::move(places);
    return out.dump(2) + "\n";
}

void print_item(const WorkItem& item, const Network& net, const Opened& opened, std::ostream& out) {
    out << fmt::format("  {:16} {:40} {:24} {}\n", title(item.task),
                       item_text(item, net, opened.context), where_text(item, net),
                       effort_text(item, opened.context, opened.site.settings.currency));
}

void print_load(const std::vector<PartLine>& lines, const Opened& opened, std::ostream& out) {
    for (const PartLine& line : lines) out << "    " << load_text(line, opened.context) << "\n";
}

void print_days(const WorkPlan& plan, const Network& net, const Opened& opened, std::ostream& out) {
    if (!plan.before.empty()) out << "Before the crew comes\n";
    for (std::size_t i : plan.before) print_item(plan.items[i], net, opened, out);
    print_load(plan.before_load, opened, out);
    for (std::size_t d = 0; d < plan.days.size(); ++d) {
        const WorkDay& day = plan.days[d];
        out << fmt::format("Day {}, {}\n", d + 1,
                           shown(day.hours, Unit::hour, opened.context.units));
        for (const DayWork& work : day.work) {
            WorkItem part = plan.items[work.item];
            part.hours = work.hours;
            print_item(part, net, opened, out);
        }
        out << "  To load:\n";
        print_load(day.load, opened, out);
        if (!day.tools.empty()) out << "    " << tools_text(day.tools) << "\n";
    }
}

void print_tasks(const WorkPlan& plan, const Network& net, const Opened& opened,
                 std::ostream& out) {
    std::map<Task, std::vector<const WorkItem*>> tasks;
    for (const WorkItem& item : plan.items) tasks[item.task].push_back(&item);
    for (const auto& [task, items] : tasks) {
        double hours = 0, price = 0;
        for (const WorkItem* item : items) {
            hours += item->hours;
            price += item->price;
        }
        out << fmt::format("{} ({}): {}, {}\n", title(task), title(trade_of(task)),
                           shown(hours, Unit::hour, opened.context.units),
                           shown_money(price, opened.site.settings.currency));
        for (const WorkItem* item : items) print_item(*item, net, opened, out);
    }
}

void print_places(const WorkPlan& plan, const Opened& opened, std::ostream& out) {
    for (const SpotLoad& spot : plan.spots) {
        out << spot_text(spot.place, opened.site) << "\n";
        print_load(spot.load, opened, out);
        if (!spot.cables.empty())
            out << fmt::format("    cables that end here: {}\n", fmt::join(spot.cables, " "));
    }
}

json sums_json(const OfferSums& sums) {
    return {{"lines", sums.lines}, {"rounding", sums.rounding}, {"net", sums.net},
            {"tax", sums.tax},     {"gross", sums.gross},       {"cost", sums.cost}};
}

std::string offer_json(const Offer& offer, const TextContext& context) {
    json lines = json::array(), options = json::array();
    for (const OfferLine& line : offer.lines)
        lines.push_back({{"part", id_of(line.part)},
                         {"what", offer_line_text(line, context)},
                         {"quantity", line.quantity},
                         {"cost", line.cost},
                         {"price", line.price}});
    for (const OfferOption& option : offer.options)
        options.push_back({{"name", option.name},
                           {"net_more", option.net_more},
                           {"gross_more", option.gross_more},
                           {"sums", sums_json(option.sums)}});
    json out;
    out["lines"] = std::move(lines);
    out["sums"] = sums_json(offer.sums);
    out["valid_until"] = offer.valid_until;
    out["options"] = std::move(options);
    return out.dump(2) + "\n";
}

std::string designs_json(const std::vector<DesignFacts>& designs) {
    json out = json::array();
    for (const DesignFacts& design : designs) {
        json one = {{"variant", design.variant},
                    {"name", design.name},
                    {"cost", design.cost.total()},
                    {"hours", design.cost.hours},
                    {"holds", design.runs.holds},
                    {"tight", design.runs.tight},
                    {"fails", design.runs.fails},
                    {"unknown", design.runs.unknown},
                    {"peak_w", design.peak_w},
                    {"dark_min", design.dark_min},
                    {"all_hold_share", design.all_hold_share},
                    {"can_fail", design.can_fail},
                    {"added", design.added},
                    {"removed", design.removed},
                    {"changed", design.changed}};
        out.push_back(std::move(one));
    }
    return out.dump(2) + "\n";
}

void print_designs(const std::vector<DesignFacts>& designs, const Opened& opened,
                   std::ostream& out) {
    out << fmt::format("{:44}", "");
    for (const DesignFacts& design : designs) out << fmt::format(" {:>20}", design_title(design));
    out << "\n";
    for (const CompareRow& row :
         compare_rows(designs, opened.context, opened.site.settings.currency)) {
        out << fmt::format("{:44}", row.what);
        for (const std::string& value : row.values) out << fmt::format(" {:>20}", value);
        out << "\n";
    }
    for (const DesignFacts& design : designs) {
        if (!design.variant.empty())
            out << fmt::format("{}: {}\n", design_title(design), difference_text(design));
        for (const Error& error : design.mended)
            out << fmt::format("{}: left out: {}\n", design_title(design), sentence(error));
    }
}

}  // namespace

int work_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const Network net = lay_out(opened->site, opened->catalogue);
    const WorkPlan plan = plan_work(net, plan_cuts(net, cutting_effort(options)));
    if (!options.pdf_path.empty()) {
        const Result<FileStamp> saved =
            save_file(options.pdf_path, work_pdf(plan, net, opened->context));
        if (!saved) return refused(saved.error(), streams);
    }
    if (options.format == "json") {
        streams.out << work_json(plan, net);
        return cli_holds;
    }
    if (options.by == "day") print_days(plan, net, *opened, streams.out);
    if (options.by == "task") print_tasks(plan, net, *opened, streams.out);
    if (options.by == "place") print_places(plan, *opened, streams.out);
    streams.out << days_text(plan, opened->site.settings.labour, opened->context) << "\n";
    if (const std::string caution = work_caution(plan); !caution.empty())
        streams.out << caution << "\n";
    return cli_holds;
}

int offer_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const Network net = lay_out(opened->site, opened->catalogue);
    const CuttingEffort effort = cutting_effort(options);
    const Offer offer = make_offer(net, plan_cuts(net, effort), effort);
    if (!options.pdf_path.empty()) {
        const Result<FileStamp> saved =
            save_file(options.pdf_path, offer_pdf(offer, opened->site, opened->context));
        if (!saved) return refused(saved.error(), streams);
    }
    if (!options.csv_path.empty()) {
        const Result<FileStamp> saved =
            save_file(options.csv_path, offer_csv(offer, opened->site, opened->context));
        if (!saved) return refused(saved.error(), streams);
    }
    if (!options.xlsx_path.empty()) {
        const Result<bool> saved =
            write_offer_xlsx(options.xlsx_path, offer, opened->site, opened->context);
        if (!saved) return refused(saved.error(), streams);
    }
    if (options.format == "json") {
        streams.out << offer_json(offer, opened->context);
        return cli_holds;
    }
    const std::string& currency = opened->site.settings.currency;
    for (const OfferLine& line : offer.lines)
        streams.out << fmt::format(
            "{:24} {:64} {:>10} {:>12}\n", title(line.part), offer_line_text(line, opened->context),
            offer_quantity_text(line, opened->context), shown_money(line.price, ""));
    streams.out << fmt::format(
        "before tax {}, tax {}, to pay {}\n", shown_money(offer.sums.net, currency),
        shown_money(offer.sums.tax, currency), shown_money(offer.sums.gross, currency));
    for (const OfferOption& option : offer.options)
        streams.out << fmt::format("option {}: {} before tax\n", option.name,
                                   option_text(option, currency));
    streams.out << validity_text(offer, opened->site.settings.offer) << "\n";
    return cli_holds;
}

namespace {

// The site with one camera on another way kept as a variant; else the reason why not.
Result<Site> kept(const Opened& opened, const Options& options) {
    if (!find_device(opened.site, options.camera))
        return Error{ErrorCode::no_such_object, "", "camera " + options.camera, ""};
    for (const Proposal& way : propose_ways(opened.site, opened.catalogue, options.camera)) {
        if (!way.way || id_of(*way.way) != options.way) continue;
        if (!way.built)
            return Error{ErrorCode::not_possible, "", options.way,
                         proposal_reason(way, opened.context)};
        Result<Added> added =
            keep_variant(opened.site, with_change(opened.site, way.change), options.keep);
        if (!added) return added.error();
        return std::move(added->site);
    }
    return Error{ErrorCode::no_such_object, "", "way " + options.way, ""};
}

}  // namespace

int variants_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    if (!options.keep.empty()) {
        Result<Site> site = kept(*opened, options);
        if (site) site = sound(opened->site, opened->catalogue, std::move(site));
        if (!site) return refused(site.error(), streams);
        opened->site = std::move(*site);
    }
    if (!options.choose.empty()) {
        const Variant* variant = find_variant(opened->site, options.choose);
        if (!variant)
            return refused({ErrorCode::no_such_object, "variants", options.choose, ""}, streams);
        Result<Chosen> chosen = choose_variant(opened->site, variant->id);
        if (!chosen) return refused(chosen.error(), streams);
        for (const Error& error : chosen->mended)
            streams.err << "left out: " << sentence(error) << "\n";
        const Result<Site> taken = sound(opened->site, opened->catalogue, std::move(chosen->site));
        if (!taken) return refused(taken.error(), streams);
        opened->site = *taken;
    }
    if (const auto status = write_site(*opened, opened->site, options, streams)) return *status;
    const std::vector<DesignFacts> designs = compare_designs(opened->site);
    if (options.format == "json")
        streams.out << designs_json(designs);
    else
        print_designs(designs, *opened, streams.out);
    return cli_holds;
}

}  // namespace ovant
