// SPDX-License-Identifier: GPL-3.0-or-later
// import: cameras from a spreadsheet into a site. chances: how surely each run holds.
#include <fmt/format.h>

#include <algorithm>

#include "cli/command_parts.h"
#include "core/format/file_store.h"
#include "core/format/table_file.h"
#include "core/sheet/camera_list.h"
#include "core/simulate/what_if.h"
#include "core/text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

// The first sheet, or that of this name.
Result<CsvRows> rows_of(std::string_view file, const std::string& sheet) {
    Result<std::vector<TableSheet>> sheets = read_table(file);
    if (!sheets) return sheets.error();
    for (TableSheet& one : *sheets) {
        if (sheet.empty() || lowered(one.name) == lowered(sheet)) return std::move(one.table);
    }
    if (sheet.empty()) return CsvRows{};
    return Error{ErrorCode::no_such_object, "", sheet, ""};
}

// "Bezeichnung=name": what is not told keeps what its heading says.
Result<ToldColumns> told_columns(const std::vector<std::string>& told) {
    ToldColumns out;
    for (const std::string& one : told) {
        const std::size_t is = one.rfind('=');
        const std::string means =
            is == std::string::npos ? "" : lowered(trimmed(std::string_view(one).substr(is + 1)));
        const auto column = sheet_column(means);
        if (is == std::string::npos || (!column && !means.empty()))
            return Error{ErrorCode::bad_value, "--column", one, "HEADING=MEANING"};
        out[lowered(trimmed(std::string_view(one).substr(0, is)))] = column;
    }
    return out;
}

}  // namespace

int import_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const auto refuse = [&](const Error& error) { return refused(error, streams); };
    const Result<std::string> file = read_file(options.csv_path, largest_site_bytes);
    if (!file) return refuse(file.error());
    const Result<CsvRows> rows = rows_of(*file, options.table_sheet);
    if (!rows) return refuse(rows.error());
    const Result<ToldColumns> told = told_columns(options.columns);
    if (!told) return refuse(told.error());
    Site reading = opened->site;
    if (options.feet) reading.settings.units = UnitSystem::imperial;
    CsvImport made = import_cameras(reading, opened->catalogue, *rows,
                                    list_columns(rows->rows, opened->catalogue, *told));
    made.site.settings.units = opened->site.settings.units;
    for (const Error& line : made.lines) streams.err << sentence(line) << "\n";
    streams.out << counted(made.added.size(), "camera") << " taken, "
                << counted(made.lines.size(), "line") << " left out or in part\n";
    const Result<Site> taken = sound(opened->site, opened->catalogue, made.site);
    if (!taken) return refuse(taken.error());
    if (const auto status = write_site(*opened, *taken, options, streams)) return *status;
    return made.lines.empty() ? cli_holds : cli_fails;
}

int chances_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    ChanceOptions wanted;
    wanted.trials = options.trials;
    if (options.seed) wanted.seed = *options.seed;
    const Network net = lay_out(opened->site, opened->catalogue);
    const Chances found = chances(net, wanted);
    for (const RunChance& one : found.runs) {
        const Device* camera = find_device(opened->site, one.camera);
        streams.out << fmt::format("{:6} {:24} holds in {:.1f} % of {} trials\n", one.camera,
                                   camera ? camera->name : "", 100 * one.holds_share,
                                   wanted.trials);
    }
    streams.out << fmt::format("all hold in {:.1f} %\n", 100 * found.all_hold_share);
    return cli_holds;
}

}  // namespace ovant
