// SPDX-License-Identifier: GPL-3.0-or-later
// handover: what is still open, the record and the paper. labels: for cables, ports and units.
#include <fmt/format.h>

#include <nlohmann/json.hpp>

#include "cli/command_parts.h"
#include "cli/json_parts.h"
#include "core/edits/edits.h"
#include "core/format/digest.h"
#include "core/format/file_store.h"
#include "core/format/reading_csv.h"
#include "core/prove/handover.h"
#include "core/prove/labels.h"
#include "phrase/error_text.h"
#include "phrase/handover_text.h"
#include "phrase/numbers.h"
#include "print/handover_pdf.h"
#include "print/labels_pdf.h"

namespace ovant {
namespace {

std::string handover_json(const Handover& found, const HandedOver& handed,
                          const TextContext& context) {
    ordered_json open = ordered_json::array(), runs = ordered_json::array();
    for (const OpenItem& item : open_items(found, context))
        open.push_back({{"subject", item.subject}, {"text", item.text}});
    for (const HandoverRun& run : found.runs)
        runs.push_back({{"camera", run.camera},
                        {"verdict", run.connected ? std::string(id_of(run.verdict)) : "none"},
                        {"length_m", number(run.length_m)},
                        {"volts", number(run.expected_v)},
                        {"watts", number(run.expected_w)},
                        {"rate_mbps", number(run.rate_mbps)},
                        {"readings", run.readings.size()}});
    return dumped({{"sha256", found.sha256},
                   {"handed_over", handed.record != nullptr},
                   {"as_it_was", handed.as_it_was},
                   {"open", open},
                   {"bench",
                    {{"steps", found.bench_steps},
                     {"done", found.bench_done},
                     {"failed", found.bench_failed}}},
                   {"runs", runs}});
}

}  // namespace

int handover_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const auto refuse = [&](const Error& error) { return refused(error, streams); };
    Site site = opened->site;
    const std::string sha256 = sha256_of(site);
    if (!options.sign.empty()) {
        Result<Added> added =
            add_handover(site, {"", sha256, options.sign, options.when, options.note, ""});
        if (!added) return refuse(added.error());
        site = std::move(added->site);
    }
    const Network net = lay_out(site, opened->catalogue);
    const Handover found = handover(net, assess(net), sha256);
    const HandedOver handed = handed_over(site, sha256);
    if (options.json || options.format == "json") {
        streams.out << handover_json(found, handed, opened->context);
    } else {
        streams.out << handed_over_text(handed) << "\nSHA-256 " << sha256 << "\n";
        for (const OpenItem& item : open_items(found, opened->context))
            streams.out << "  " << item.text << "\n";
    }
    if (!options.pdf_path.empty()) {
        const Result<FileStamp> saved =
            save_file(options.pdf_path, handover_pdf(found, net, options.when, opened->context));
        if (!saved) return refuse(saved.error());
    }
    if (!options.csv_path.empty()) {
        const Result<FileStamp> saved = save_file(
            options.csv_path, readings_csv(site, judge_readings(site, opened->catalogue)));
        if (!saved) return refuse(saved.error());
    }
    if (const auto status = write_site(*opened, site, options, streams)) return *status;
    return found.nothing_open() ? cli_holds : cli_fails;
}

int labels_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const Network net = lay_out(opened->site, opened->catalogue);
    const auto has = [&](const char* of) {
        return options.words.empty() ||
               std::find(options.words.begin(), options.words.end(), of) != options.words.end();
    };
    const std::vector<Label> labels = labels_of(net, {has("cables"), has("ports"), has("units")});
    const Result<std::string> pdf = labels_pdf(labels, options.sheet);
    const Result<FileStamp> saved =
        pdf ? save_file(options.pdf_path, *pdf) : Result<FileStamp>(pdf.error());
    if (!saved) {
        streams.err << sentence(saved.error()) << "\n";
        return cli_unreadable;
    }
    streams.out << fmt::format("{} in {}\n", counted(labels.size(), "label"), options.pdf_path);
    return cli_holds;
}

}  // namespace ovant
