// SPDX-License-Identifier: GPL-3.0-or-later
// The whole site designed at once.
#include <fmt/format.h>

#include <nlohmann/json.hpp>
#include <ostream>

#include "cli/command_parts.h"
#include "core/design/design.h"
#include "core/format/file_store.h"
#include "phrase/design_text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

using json = nlohmann::ordered_json;

json figures_json(const Figures& figures) {
    return {{"price", figures.price}, {"hours", figures.hours}, {"can_fail", figures.can_fail}};
}

json design_json(const SiteDesign& design, const TextContext& context) {
    json cameras = json::array();
    for (const DesignedCamera& camera : design.cameras) {
        json one = {{"camera", camera.camera}, {"served", camera.served}};
        if (camera.served) {
            one["way"] = camera.as_it_is ? "as-it-is" : std::string(id_of(camera.way));
            one["verdict"] = id_of(camera.verdict);
            one["own"] = figures_json(camera.own);
            one["share"] = figures_json(camera.share);
            one["shares_with"] = camera.shares_with;
        } else {
            one["why"] = design_why_text(camera, context, "");
        }
        if (camera.alone)
            one["alone"] = {{"way", id_of(*camera.alone)}, {"price", camera.alone_price}};
        cameras.push_back(std::move(one));
    }
    const auto runs = [](const Summary& summary) {
        return json{{"holds", summary.holds},
                    {"tight", summary.tight},
                    {"fails", summary.fails},
                    {"unknown", summary.unknown}};
    };
    json out = {{"before", figures_json(design.before)},
                {"after", figures_json(design.after)},
                {"runs_before", runs(design.runs_before)},
                {"runs_after", runs(design.runs_after)},
                {"proven", design.proven},
                {"all_tried", design.all_tried},
                {"gap_share", design.gap_share()},
                {"in_turn", design.in_turn},
                {"judged", design.judged},
                {"cameras", std::move(cameras)}};
    out["open"] = design_open_texts(design, context);
    return out;
}

void print_design(const SiteDesign& design, const Opened& opened, std::ostream& out) {
    const std::string& currency = opened.site.settings.currency;
    for (const DesignedCamera& camera : design.cameras) {
        if (!camera.served) continue;
        out << fmt::format("{:8} {:36} {:6} {:>10} {}\n", camera.camera, design_way_text(camera),
                           id_of(camera.verdict),
                           shown_money(camera.own.price + camera.share.price, ""),
                           design_why_text(camera, opened.context, currency));
    }
    for (const std::string& text : design_open_texts(design, opened.context)) out << text << "\n";
    if (!design.cameras.empty()) {
        out << design_sum_text(design, opened.context, currency) << "\n";
        out << design_saving_text(design, opened.context, currency) << "\n";
    }
    out << design_bound_text(design) << "\n";
}

}  // namespace

int design_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    DesignWishes wishes;
    wishes.prefer = options.prefer.value_or(opened->site.settings.preference);
    wishes.keep = options.keep_of_site;
    wishes.tight = options.tight;
    wishes.most_price = options.most_price;
    wishes.most_s = options.design_s;
    if (options.nodes) wishes.most_nodes = *options.nodes;
    wishes.seed = options.seed.value_or(1);
    std::vector<SiteDesign> designs =
        options.frontier ? design_frontier(opened->site, opened->catalogue, wishes)
                         : std::vector{design_site(opened->site, opened->catalogue, wishes)};
    const Result<Site> taken =
        sound(opened->site, opened->catalogue, std::move(designs.front().site));
    if (!taken) return refused(taken.error(), streams);
    if (const auto status = write_site(*opened, *taken, options, streams)) return *status;
    if (options.format == "json") {
        json all = json::array();
        for (const SiteDesign& design : designs)
            all.push_back(design_json(design, opened->context));
        streams.out << (options.frontier ? all : all.front()).dump(2) << "\n";
    } else {
        for (const SiteDesign& design : designs) {
            if (&design != &designs.front()) streams.out << "\n";
            print_design(design, *opened, streams.out);
        }
    }
    const SiteDesign& first = designs.front();
    return first.runs_after.fails + first.runs_after.unknown > 0 || !first.failing.empty()
               ? cli_fails
               : cli_holds;
}

}  // namespace ovant
