// SPDX-License-Identifier: GPL-3.0-or-later
// A run typed as a chain, or a camera's run written as one.
#include <fmt/format.h>

#include <nlohmann/json.hpp>
#include <ostream>

#include "cli/command_parts.h"
#include "core/chain/chain.h"
#include "phrase/chain_text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

using Json = nlohmann::ordered_json;

std::string joined(const std::vector<std::string>& words) {
    std::string text;
    for (const std::string& word : words) text += (text.empty() ? "" : " ") + word;
    return text;
}

// As typed, or the run of a camera of the site.
Result<Chain> asked_chain(const Options& options, const Opened& opened) {
    if (options.camera.empty()) {
        const UnitSystem units = options.feet ? UnitSystem::imperial : opened.context.units;
        return read_chain(joined(options.words), opened.catalogue, units);
    }
    const Network net = lay_out(opened.site, opened.catalogue);
    const CameraNumber camera = find_camera(net, options.camera);
    if (!camera) return Error{ErrorCode::no_such_object, "", options.camera, ""};
    if (auto chain = chain_of(net, camera)) return *chain;
    return Error{ErrorCode::not_possible, "", options.camera,
                 "its run is no single line from a feeding port"};
}

}  // namespace

int chain_command(const Options& options, const Streams& streams) {
    Opened opened;
    if (options.site_path.empty()) {
        opened.catalogue = shipped_catalogue();
        if (options.feet) opened.context.units = UnitSystem::imperial;
    } else {
        const std::optional<Opened> of = open_site(options, streams);
        if (!of) return cli_unreadable;
        opened = *of;
    }
    opened.context.catalogue = &opened.catalogue;
    const Site like = judged_like(opened.site);
    const Result<Chain> chain = asked_chain(options, opened);
    if (!chain) return refused(chain.error(), streams);
    const Result<Site> site = chain_site(*chain, opened.catalogue, like);
    if (!site) return refused(site.error(), streams);
    const ChainAnswer answer = chain_answer(*site, opened.context);
    std::vector<ChainGrowth> growths;
    for (std::size_t i = 0; options.grow && i < chain->lengths.size(); ++i) {
        const Result<ChainGrowth> growth = grow(*chain, i, opened.catalogue, like);
        if (!growth) return refused(growth.error(), streams);
        growths.push_back(*growth);
    }
    if (!options.write_path.empty()) {
        if (const auto failed = write_site(opened, *site, options, streams)) return *failed;
    }
    if (options.json || options.format == "json") {
        Json rows = Json::array();
        for (const ChainRow& row : answer.rows)
            rows.push_back({{"name", row.name},
                            {"promise", row.promise},
                            {"verdict", title(row.verdict)},
                            {"length", row.is_length}});
        Json out = {{"chain", write_chain(*chain, opened.catalogue)},
                    {"verdict", title(answer.verdict)},
                    {"sentence", answer.sentence},
                    {"elements", std::move(rows)}};
        for (const ChainGrowth& growth : growths) out["longest_m"].push_back(growth.length_m);
        streams.out << out.dump(2) << "\n";
    } else {
        streams.out << write_chain(*chain, opened.catalogue) << "\n";
        std::size_t length = 0;
        for (const ChainRow& row : answer.rows) {
            streams.out << fmt::format("{}{}: {}\n", row.is_length ? "      " : "  ", row.name,
                                       row.promise);
            if (row.is_length && length < growths.size())
                streams.out << "        " << growth_text(growths[length++], opened.context) << "\n";
        }
        streams.out << answer_sentence(answer) << "\n";
    }
    return answer.verdict == Verdict::fails ? cli_fails : cli_holds;
}

}  // namespace ovant
