// SPDX-License-Identifier: GPL-3.0-or-later
// power, day and assign.
#include <fmt/format.h>

#include <algorithm>
#include <ostream>

#include "cli/command_parts.h"
#include "cli/power_json.h"
#include "core/site/site_enum_names.h"
#include "core/format/file_store.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"

namespace ovant {
namespace {

bool wants_json(const Options& options) { return options.json || options.format == "json"; }

std::string watts(double value, const Opened& opened) {
    return shown(value, Unit::watt, opened.context.units);
}

}  // namespace

int refused(const Error& error, const Streams& streams) {
    streams.err << sentence(error) << "\n";
    return cli_unreadable;
}

std::optional<Opened> open_site(const Options& options, const Streams& streams) {
    const Result<std::string> text = read_saved_file(options.site_path, largest_site_bytes);
    if (!text) {
        streams.err << sentence(text.error()) << "\n";
        return std::nullopt;
    }
    Result<Site> site = read_site(*text);
    if (!site) {
        streams.err << options.site_path << ": " << sentence(site.error()) << "\n";
        return std::nullopt;
    }
    Opened opened{std::move(*site), {}, {}, {}};
    opened.read = opened.site;
    if (const auto school = from_name<School>(options.school))
        opened.site.settings.school = *school;
    opened.catalogue = catalogue_for(opened.site);
    opened.context.units = opened.site.settings.units;
    return opened;
}

std::optional<int> write_site(const Opened& opened, Result<Site> made, const Options& options,
                              const Streams& streams) {
    if (options.write_path.empty()) return std::nullopt;
    const Result<Site> kept = sound(opened.read, catalogue_for(opened.read), std::move(made));
    if (!kept) return refused(kept.error(), streams);
    const Result<FileStamp> saved = save_site(options.write_path, *kept);
    if (!saved) return refused(saved.error(), streams);
    return std::nullopt;
}

int power_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const Network net = lay_out(opened->site, opened->catalogue);
    const Assessment assessment = assess(net, {std::nullopt, wants_json(options)});
    const std::vector<PowerNode> tree = power_tree(net, assessment);
    const std::vector<DataStretch> data = data_budget(net);
    bool fails = false;
    for (const UnitAssessment& unit : assessment.units)
        fails = fails || unit.verdict == Verdict::fails;
    for (const Check& check : assessment.site_checks)
        fails = fails || check.verdict == Verdict::fails;
    if (wants_json(options)) {
        streams.out << power_json(tree, data, assessment, opened->context);
        return fails ? cli_fails : cli_holds;
    }
    streams.out << fmt::format("{:8} {:12} {:10} {:>10} {:>10} {:>10} {:>9} {:>9} {:>10} {:>10}\n",
                               "", "unit", "fed by", "by class", "greatest", "typical", "in cable",
                               "own", "limit", "left");
    for (const PowerNode& node : tree) {
        streams.out << fmt::format(
            "{:8} {:12} {:10} {:>10} {:>10} {:>10} {:>9} {:>9} {:>10} {:>10}\n",
            id_of(node.verdict), node.id, node.parent.empty() ? "mains" : node.parent,
            watts(node.by_class_w, *opened), watts(node.greatest_w, *opened),
            watts(node.typical_w, *opened), watts(node.cable_loss_w, *opened),
            watts(node.own_w, *opened), node.budget_w > 0 ? watts(node.budget_w, *opened) : "",
            node.budget_w > 0 ? watts(node.left_w, *opened) : "");
    }
    for (const UnitAssessment& unit : assessment.units) {
        for (const Check& check : unit.checks) {
            if (check.verdict == Verdict::holds) continue;
            streams.out << fmt::format("{:8} {:6} {}\n", id_of(check.verdict), unit.device,
                                       sentence(check, opened->context));
        }
    }
    for (const Check& check : assessment.site_checks) {
        streams.out << fmt::format("{:8} {:6} {}\n", id_of(check.verdict), check.subject,
                                   sentence(check, opened->context));
    }
    for (const DataStretch& stretch : data)
        streams.out << fmt::format("{:>7.0f}% {}\n", 100 * stretch.share(),
                                   stretch_text(stretch, opened->context));
    return fails ? cli_fails : cli_holds;
}

int day_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    DaySettings& day = opened->site.settings.day;
    if (!options.date.empty()) day.date = options.date;
    if (options.latitude_deg) day.latitude_deg = *options.latitude_deg;
    if (options.longitude_deg) day.longitude_deg = *options.longitude_deg;
    if (options.seed) day.seed = *options.seed;
    Result<DayPlan> plan = day_plan(opened->site.settings);
    if (!plan) {
        streams.err << sentence(plan.error()) << "\n";
        return cli_unreadable;
    }
    plan->days = options.days;
    const Network net = lay_out(opened->site, opened->catalogue);
    const DayResult result = play_day(net, *plan);
    const bool trouble = std::any_of(result.cameras.begin(), result.cameras.end(),
                                     [](const CameraDay& one) { return one.dark_s > 0; });
    if (wants_json(options)) {
        streams.out << day_json(result, opened->context);
        return trouble ? cli_fails : cli_holds;
    }
    streams.out << fmt::format("{}, sunrise {}, sunset {}, {} to {}\n", day.date,
                               clock_text(result.sun.sunrise_s), clock_text(result.sun.sunset_s),
                               shown(plan->low_c, Unit::celsius, opened->context.units),
                               shown(plan->high_c, Unit::celsius, opened->context.units));
    if (options.events) {
        for (const DayEvent& event : result.events)
            streams.out << fmt::format("{}  {}\n", clock_text(event.t_s),
                                       event_text(event, opened->context));
    }
    for (const CameraDay& one : result.cameras) {
        if (one.restarts > 0 || one.dark_s > 0)
            streams.out << camera_day_text(one, opened->context) << "\n";
    }
    for (const UnitDay& unit : result.units) {
        if (unit.peak_w > 0) streams.out << unit_day_text(unit, opened->context) << "\n";
    }
    for (const BackupDay& backup : result.backups) {
        if (backup.empty_at_s)
            streams.out << fmt::format("{} is empty at {}\n", backup.id,
                                       clock_text(*backup.empty_at_s));
    }
    streams.out << day_text(result, opened->context) << "\n";
    return trouble ? cli_fails : cli_holds;
}

int assign_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    AssignOptions wanted;
    wanted.place = options.place;
    wanted.spare_ports_each = options.spare;
    if (!options.place.empty() && !find_place(opened->site, options.place)) {
        streams.err << sentence(Error{ErrorCode::no_such_object, "", "place " + options.place, ""})
                    << "\n";
        return cli_unreadable;
    }
    const Assignment found = assign_ports(opened->site, opened->catalogue, wanted);
    if (wants_json(options)) {
        streams.out << assignment_json(found, opened->context);
    } else {
        streams.out << assignment_text(found, opened->context) << "\n";
        for (const PortMove& move : found.moves) streams.out << "  " << move_text(move) << "\n";
        for (const GroupChange& change : found.groups)
            streams.out << "  " << group_text(change) << "\n";
        for (const std::string& camera : found.not_helped)
            streams.out << fmt::format("  no port here mends {}\n", camera);
    }
    if (found.found) {
        if (const auto status = write_site(*opened, found.site, options, streams)) return *status;
    }
    return found.found ? cli_holds : cli_fails;
}

}  // namespace ovant
