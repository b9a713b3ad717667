// SPDX-License-Identifier: GPL-3.0-or-later
// What is bought, and how cable is cut.
#include <fmt/format.h>
#include <fmt/ranges.h>

#include <map>
#include <nlohmann/json.hpp>
#include <ostream>

#include "cli/command_parts.h"
#include "core/catalogue/kind_enum_names.h"
#include "core/format/file_store.h"
#include "core/format/parts_sheet.h"
#include "core/choose/spares.h"
#include "core/parts/cut_plan.h"
#include "phrase/numbers.h"
#include "phrase/offer_text.h"
#include "phrase/parts_text.h"
#include "phrase/spares_text.h"
#include "print/cuts_pdf.h"

namespace ovant {
namespace {

using nlohmann::json;

json piece_json(const CutPiece& piece) {
    json out = {
        {"link", piece.link}, {"from", piece.from}, {"to", piece.to}, {"length_m", piece.length_m}};
    if (piece.cord) out["cord"] = true;
    if (piece.parts > 1) {
        out["part"] = piece.part;
        out["parts"] = piece.parts;
    }
    return out;
}

json package_json(const PackageCut& cut) {
    json out;
    if (cut.to_measure)
        out["package"] = "by-metre";
    else if (!cut.left_over.empty())
        out["left_over"] = cut.left_over;
    else
        out["package"] = std::string(name_of(cut.package.form));
    out["length_m"] = cut.package.length_m;
    out["price"] = cut.package.price;
    out["left_m"] = cut.left_m;
    out["worth_keeping"] = cut.worth_keeping;
    json pieces = json::array();
    for (const CutPiece& piece : cut.pieces) pieces.push_back(piece_json(piece));
    out["pieces"] = std::move(pieces);
    return out;
}

std::string plan_json(const CutPlan& plan) {
    json cables = json::array();
    for (const CableCuts& cuts : plan.cables) {
        json one;
        one["cable"] = cuts.cable;
        one["needed_m"] = cuts.needed_m;
        one["price"] = cuts.price;
        one["price_bound"] = cuts.price_bound;
        one["least_price"] = cuts.least_price;
        one["wasted_m"] = cuts.wasted_m;
        one["joints"] = cuts.joints;
        json packages = json::array(), too_long = json::array();
        for (const PackageCut& cut : cuts.packages) packages.push_back(package_json(cut));
        for (const CutPiece& piece : cuts.too_long) too_long.push_back(piece_json(piece));
        one["packages"] = std::move(packages);
        one["too_long"] = std::move(too_long);
        cables.push_back(std::move(one));
    }
    json out;
    out["price"] = plan.price();
    out["price_bound"] = plan.price_bound();
    out["cables"] = std::move(cables);
    return out.dump(2) + "\n";
}

void print_plan(const CutPlan& plan, const Opened& opened, std::ostream& out) {
    for (const CableCuts& cuts : plan.cables) {
        out << kind_name(opened.context, cuts.cable) << "\n  "
            << bought_text(cuts, opened.context, opened.site.settings.currency) << "\n  "
            << proof_text(cuts, opened.context) << "\n";
        if (!cuts.too_long.empty()) out << "  " << too_long_text(cuts, opened.context) << "\n";
        std::map<std::string, std::vector<std::string>> leads;
        for (const PackageCut& cut : cuts.packages) {
            if (is_ready_made(cut)) {
                leads[package_text(cut.package, opened.context)].push_back(
                    label_text(cut.pieces.front()));
                continue;
            }
            out << "  " << package_title(cut, opened.context) << ":";
            for (const CutPiece& piece : cut.pieces) {
                out << (&piece == &cut.pieces.front() ? " " : ", ") << label_text(piece) << " "
                    << shown(piece.length_m, Unit::metre, opened.context.units);
            }
            const std::string left = left_text(cut, opened.context);
            out << (left.empty() ? "" : ". ") << left << "\n";
        }
        for (const auto& [lead, labels] : leads)
            out << fmt::format("  {}: {}\n", lead, fmt::join(labels, ", "));
    }
}

int boxes_command(Opened opened, const Options& options, const Streams& streams) {
    opened.context.catalogue = &opened.catalogue;
    // One after the other: each leaves a site that the next is of.
    for (std::vector<SupplyBox> boxes = supply_boxes(opened.site, opened.catalogue); !boxes.empty();
         boxes = supply_boxes(opened.site, opened.catalogue)) {
        streams.out << supply_box_text(boxes.front(), opened.site, opened.context) << "\n";
        opened.site = std::move(boxes.front().site);
    }
    return write_site(opened, opened.site, options, streams).value_or(cli_holds);
}

}  // namespace

CuttingEffort cutting_effort(const Options& options) {
    CuttingEffort effort;
    effort.most_s = options.seconds;
    return effort;
}

int parts_command(const Options& options, const Streams& streams) {
    const std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    if (options.supply_boxes) return boxes_command(*opened, options, streams);
    const Network net = lay_out(opened->site, opened->catalogue);
    const std::vector<PartLine> parts = bought_parts(net, plan_cuts(net, cutting_effort(options)));
    const std::string& currency = opened->site.settings.currency;
    if (!options.xlsx_path.empty()) {
        const Result<bool> written =
            write_parts_xlsx(options.xlsx_path, opened->site.name, parts, currency);
        if (!written) return refused(written.error(), streams);
        return cli_holds;
    }
    streams.out << parts_csv(parts, currency);
    return cli_holds;
}

int cuts_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const CutPlan plan =
        plan_cuts(lay_out(opened->site, opened->catalogue), cutting_effort(options));
    if (!options.pdf_path.empty()) {
        const Result<FileStamp> saved =
            save_file(options.pdf_path, cuts_pdf(plan, opened->site, opened->context));
        if (!saved) return refused(saved.error(), streams);
    }
    if (options.json || options.format == "json")
        streams.out << plan_json(plan);
    else
        print_plan(plan, *opened, streams.out);
    bool all_fit = true;
    for (const CableCuts& cuts : plan.cables) all_fit = all_fit && cuts.too_long.empty();
    return all_fit ? cli_holds : cli_fails;
}

int spares_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    SparesEffort effort;
    effort.most_s = options.seconds;
    const SparesBag bag = spares_bag(opened->site, opened->catalogue, effort);
    const std::string& currency = opened->site.settings.currency;
    if (options.json || options.format == "json") {
        json carry = json::array();
        for (const Spare& spare : bag.carry)
            carry.push_back(
                {{"kind", spare.kind}, {"price", spare.price}, {"for", spare.for_units}});
        const json out = {{"carry", std::move(carry)},
                          {"price", bag.price},
                          {"units", bag.units},
                          {"proven", bag.proven},
                          {"all_tried", bag.all_tried}};
        streams.out << out.dump(2) << "\n";
        return cli_holds;
    }
    streams.out << bag_text(bag, currency) << "\n";
    for (const Spare& spare : bag.carry) {
        streams.out << fmt::format("  {:>12}  {}: {}\n", shown_money(spare.price, currency),
                                   kind_name(opened->context, spare.kind), for_units_text(spare));
    }
    return cli_holds;
}

}  // namespace ovant
