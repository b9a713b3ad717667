// SPDX-License-Identifier: GPL-3.0-or-later
// import: cameras from a spreadsheet into a site. chances: how surely each run holds.
#include <fmt/format.h>

#include "cli/command_parts.h"
#include "core/format/camera_csv.h"
#include "core/format/file_store.h"
#include "core/simulate/what_if.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"

namespace ovant {

int import_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const auto refuse = [&](const Error& error) { return refused(error, streams); };
    const Result<std::string> csv = read_file(options.csv_path, largest_site_bytes);
    if (!csv) return refuse(csv.error());
    Site reading = opened->site;
    if (options.feet) reading.settings.units = UnitSystem::imperial;
    CsvImport made = import_cameras(reading, opened->catalogue, *csv);
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
