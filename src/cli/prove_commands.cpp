// SPDX-License-Identifier: GPL-3.0-or-later
// addresses: who has which address and channel, what is wrong with them, how to reach the others.
// readings: what was read on site against what the design promises.
#include <fmt/format.h>

#include <algorithm>
#include <nlohmann/json.hpp>
#include <sstream>

#include "cli/command_parts.h"
#include "cli/json_parts.h"
#include "core/assess/address_checks.h"
#include "core/format/address_files.h"
#include "core/format/file_store.h"
#include "core/format/reading_csv.h"
#include "core/text.h"
#include "core/look_up.h"
#include "core/edits/edits.h"
#include "core/prove/addresses.h"
#include "core/prove/bench.h"
#include "core/prove/diagnose.h"
#include "core/prove/readings.h"
#include "core/site/site_enum_names.h"
#include "phrase/address_text.h"
#include "phrase/bench_text.h"
#include "phrase/error_text.h"
#include "phrase/fault_text.h"
#include "phrase/reading_text.h"
#include "phrase/translate.h"
#include "print/bench_pdf.h"

namespace ovant {
namespace {

std::string addresses_json(const Network& net, AddressOrder order, const TextContext& context) {
    ordered_json units = ordered_json::array(), checks = ordered_json::array(),
                 reach = ordered_json::array(), ports = ordered_json::array();
    for (const AddressRow& row : address_rows(net, order)) {
        const Device& device = net.device(row.device);
        const OnNetwork& own = or_nothing(device.on_network);
        units.push_back({{"unit", device.id},
                         {"name", device.name},
                         {"address", own.address},
                         {"subnet", row.subnet ? row.subnet->id : ""},
                         {"mac", own.mac},
                         {"state", name_of(own.state)},
                         {"recorder", row.recorder ? net.device(row.recorder).id : ""},
                         {"channel", own.recorder_channel},
                         {"factory_address", row.factory_address},
                         {"seen_address", row.seen_address},
                         {"out_of_reach", row.out_of_reach}});
    }
    for (const Check& check : address_checks(net, false))
        checks.push_back(check_json(check, context));
    for (const ReachUnit& unit : units_to_reach(net))
        reach.push_back({{"unit", unit.device}, {"steps", reach_steps(net, unit)}});
    for (const PortProfile& port : port_profiles(net))
        ports.push_back({{"device", port.device},
                         {"port", port.port},
                         {"far", port.far},
                         {"vlans", port.vlans},
                         {"rate_mbps", port.rate_mbps},
                         {"poe", port.feeds && !port.power_off},
                         {"long_setting", port.long_setting},
                         {"priority", port.priority}});
    const ordered_json out{
        {"units", units}, {"checks", checks}, {"to_reach", reach}, {"ports", ports}};
    return dumped(out);
}

void write_text(const Network& net, AddressOrder order, const TextContext& context,
                std::ostream& out) {
    const std::vector<Check> checks = address_checks(net, false);
    out << addresses_text(net, checks) << "\n";
    for (const AddressRow& row : address_rows(net, order)) {
        const Device& device = net.device(row.device);
        const OnNetwork& own = or_nothing(device.on_network);
        const std::string channel =
            own.recorder_channel > 0 ? fmt::format("channel {}", own.recorder_channel) : "";
        out << fmt::format("  {:6} {:26} {:16} {:11} {:22} {}\n", device.id, device.name,
                           own.address.empty() ? "-" : own.address, channel, title(own.state),
                           row_text(net, row));
    }
    for (const Check& check : checks) {
        if (check.verdict != Verdict::holds)
            out << fmt::format("{}: {}\n", title(check.verdict), sentence(check, context));
    }
}

std::string file_text(const Network& net, const Options& options, const TextContext& context) {
    const AddressOrder order =
        options.order == "channel" ? AddressOrder::by_channel : AddressOrder::by_place;
    if (options.json || options.format == "json") return addresses_json(net, order, context);
    if (options.format == "csv") return addresses_csv(net);
    if (options.format == "dnsmasq") return dnsmasq_hosts(net);
    std::ostringstream out;
    write_text(net, order, context, out);
    return out.str();
}

std::string readings_json(const Site& site, const std::vector<JudgedReading>& judged) {
    ordered_json out = ordered_json::array();
    for (std::size_t i = 0; i < judged.size(); ++i) {
        const Reading& reading = site.readings[i];
        ordered_json working = ordered_json::array();
        for (const Step& step : judged[i].working)
            working.push_back({{"formula", step.formula},
                               {"numbers", step.substituted},
                               {"result", number(step.result)},
                               {"source", step.source.text}});
        out.push_back({{"id", reading.id},
                       {"of", name_of(reading.of)},
                       {"subject", reading.subject},
                       {"value", reading.value},
                       {"verdict", id_of(judged[i].verdict)},
                       {"promised", number(judged[i].promised)},
                       {"least", number(judged[i].least)},
                       {"most", number(judged[i].most)},
                       {"instrument_off", judged[i].instrument_off},
                       {"model_off", judged[i].model_off},
                       {"working", working}});
    }
    return dumped(out);
}

std::string diagnosis_json(const Diagnosis& found, UnitSystem units) {
    ordered_json suspects = ordered_json::array();
    for (const Suspect& suspect : found.suspects) {
        const FaultFacts& facts = facts_of(suspect.fault.kind);
        ordered_json one{{"fault", id_of(facts.kind)}, {"probability", suspect.probability}};
        if (!suspect.fault.at.empty()) one["at"] = suspect.fault.at;
        if (!suspect.fault.to.empty()) one["to"] = suspect.fault.to;
        if (facts.free_number()) one["amount"] = suspect.fault.amount;
        one["text"] = fault_text(suspect.fault, units);
        suspects.push_back(std::move(one));
    }
    ordered_json tried = ordered_json::array();
    for (const TriedFault& one : found.tried)
        tried.push_back({{"fault", id_of(one.fault)},
                         {"at", one.at},
                         {"outcome", name_of(one.outcome)},
                         {"text", tried_text(one, units)}});
    ordered_json out{{"camera", found.camera},
                     {"readings", found.readings.size()},
                     {"impossible", found.impossible},
                     {"before_mending", found.before_mending},
                     {"read_again", found.read_again},
                     {"suspects", suspects},
                     {"tried", tried}};
    if (found.next) {
        out["next"] = {{"of", name_of(found.next->reading.of)},
                       {"subject", found.next->reading.subject},
                       {"minutes", found.next->minutes},
                       {"if_first", number(found.next->if_first)},
                       {"if_second", number(found.next->if_second)}};
    }
    return dumped(out);
}

// Suspects worth a line of text.
constexpr std::size_t most_told = 6;

}  // namespace

namespace {

std::string bench_json(const BenchPlan& plan, const Site& site, const TextContext& context) {
    const BenchRecords records = bench_records(site);
    const auto json_of = [&](const BenchStep& step) {
        ordered_json out{{"key", step.key},
                         {"task", id_of(step.task)},
                         {"subject", step.subject},
                         {"text", bench_text(step, site, context)}};
        if (step.reading) {
            out["of"] = name_of(step.reading->of);
            out["promised"] = number(step.promised.promised);
            out["least"] = number(step.promised.least);
            out["most"] = number(step.promised.most);
        }
        if (const BenchRecord* record = record_of(records, step)) {
            out["state"] = name_of(record->state);
            out["note"] = record->note;
        }
        out["rests_on"] = step.rests_on;
        return out;
    };
    const auto all = [&](const std::vector<BenchStep>& steps) {
        ordered_json out = ordered_json::array();
        for (const BenchStep& step : steps) out.push_back(json_of(step));
        return out;
    };
    ordered_json set_ups = ordered_json::array();
    for (const BenchSetUp& set_up : plan.set_ups)
        set_ups.push_back({{"camera", set_up.camera}, {"steps", all(set_up.steps)}});
    return dumped({{"chains", plan.chains},
                   {"set_ups", set_ups},
                   {"units", all(plan.units)},
                   {"last", all(plan.last)}});
}

void tell_bench(const BenchPlan& plan, const Site& site, const TextContext& context,
                std::ostream& out) {
    const BenchRecords records = bench_records(site);
    const auto steps = [&](const std::vector<BenchStep>& list) {
        for (const BenchStep& step : list) {
            const BenchRecord* record = record_of(records, step);
            const bool failed = record && record->state == BenchState::failed;
            out << fmt::format("  [{}] {:18} {}\n",
                               !record  ? ' '
                               : failed ? '!'
                                        : 'x',
                               step.key, bench_text(step, site, context));
            if (record) out << fmt::format("      {}\n", bench_record_text(record));
            if (failed) out << fmt::format("      {}\n", rests_on_text(step));
        }
    };
    out << bench_care() << "\n" << bench_summary(plan, site) << "\n";
    for (const BenchSetUp& set_up : plan.set_ups) {
        out << set_up_text(set_up) << "\n";
        steps(set_up.steps);
    }
    if (!plan.units.empty()) out << said("Each unit, while it is within reach") << "\n";
    steps(plan.units);
    if (!plan.last.empty()) out << said("Last, with everything on") << "\n";
    steps(plan.last);
}

}  // namespace

int bench_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const auto refuse = [&](const Error& error) { return refused(error, streams); };
    Site site = opened->site;
    opened->context.catalogue = &opened->catalogue;
    const BenchPlan plan = bench_plan(lay_out(site, opened->catalogue));
    const std::vector<const BenchStep*> steps = all_steps(plan);
    const std::pair<const std::string*, BenchState> said_of[] = {
        {&options.done, BenchState::done}, {&options.failed, BenchState::failed}};
    for (const auto& one : said_of) {
        const std::string& key = *one.first;
        const BenchState state = one.second;
        if (key.empty()) continue;
        const bool known = std::any_of(steps.begin(), steps.end(),
                                       [&](const BenchStep* step) { return step->key == key; });
        if (!known) return refuse({ErrorCode::no_such_object, "", key, ""});
        Result<Site> recorded =
            set_bench(std::move(site), {key, state, options.who, options.when, options.note, ""});
        if (!recorded) return refuse(recorded.error());
        site = std::move(*recorded);
    }
    if (options.json || options.format == "json")
        streams.out << bench_json(plan, site, opened->context);
    else
        tell_bench(plan, site, opened->context, streams.out);
    if (!options.pdf_path.empty()) {
        const Result<FileStamp> saved =
            save_file(options.pdf_path, bench_pdf(plan, site, opened->context), std::nullopt);
        if (!saved) return refuse(saved.error());
    }
    if (const auto status = write_site(*opened, site, options, streams)) return *status;
    const BenchRecords records = bench_records(site);
    const bool all_done = std::all_of(steps.begin(), steps.end(), [&](const BenchStep* step) {
        const BenchRecord* record = record_of(records, *step);
        return record && record->state == BenchState::done;
    });
    return all_done ? cli_holds : cli_fails;
}

int diagnose_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const Result<Diagnosis> found = diagnose(opened->site, opened->catalogue, options.camera);
    if (!found) {
        streams.err << sentence(found.error()) << "\n";
        return cli_unreadable;
    }
    const UnitSystem units = opened->site.settings.units;
    if (options.json || options.format == "json") {
        streams.out << diagnosis_json(*found, units);
    } else {
        streams.out << diagnosis_text(*found) << "\n";
        const std::size_t told_of = std::min(most_told, found->suspects.size());
        for (std::size_t i = 0; i < told_of; ++i) {
            const Suspect& suspect = found->suspects[i];
            streams.out << fmt::format("{:>10}  {}. {}\n", likelihood_text(suspect.probability),
                                       fault_text(suspect.fault, units), mend_text(suspect.fault));
        }
        for (std::size_t like : found->like_first)
            streams.out << told("No further reading tells the first from: {}.",
                                fault_text(found->suspects[like].fault, units))
                        << "\n";
        streams.out << next_text(*found, units) << "\n";
        for (const TriedFault& tried : found->tried)
            streams.out << tried_text(tried, units) << "\n";
    }
    return found->suspects.front().fault.kind == FaultKind::none ? cli_holds : cli_fails;
}

int addresses_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const auto refuse = [&](const Error& error) { return refused(error, streams); };
    const AddressOrder order =
        options.order == "channel" ? AddressOrder::by_channel : AddressOrder::by_place;
    Site site = opened->site;
    bool in_part = false;
    if (!options.scan_path.empty()) {
        const Result<std::string> text = read_file(options.scan_path, largest_scan_bytes);
        if (!text) return refuse(text.error());
        const Result<ScanRead> scan = read_scan(*text);
        if (!scan) return refuse(scan.error());
        for (const Error& line : scan->lines) streams.err << sentence(line) << "\n";
        in_part = !scan->lines.empty();
        ScanTaken taken = take_scan(site, scan->found, {options.who, options.when});
        streams.err << scan_text(taken) << "\n";
        site = std::move(taken.site);
    }
    if (options.number) {
        Result<Site> numbered =
            number_units(lay_out(site, opened->catalogue), {options.subnet, order, options.gap});
        if (!numbered) return refuse(numbered.error());
        site = number_channels(lay_out(*numbered, opened->catalogue));
    }
    const Result<Site> taken = sound(opened->site, opened->catalogue, std::move(site));
    if (!taken) return refuse(taken.error());
    const Network net = lay_out(*taken, opened->catalogue);
    streams.out << file_text(net, options, opened->context);
    if (const auto status = write_site(*opened, *taken, options, streams)) return *status;
    const std::vector<Check> checks = address_checks(net, false);
    const bool fails = std::any_of(checks.begin(), checks.end(), [](const Check& check) {
        return check.verdict == Verdict::fails;
    });
    return fails || in_part ? cli_fails : cli_holds;
}

int readings_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const auto refuse = [&](const Error& error) { return refused(error, streams); };
    Site site = opened->site;
    bool in_part = false;
    if (!options.csv_path.empty()) {
        const Result<std::string> csv = read_file(options.csv_path, largest_site_bytes);
        if (!csv) return refuse(csv.error());
        ColumnMeanings told;
        for (const std::string& one : options.columns) {
            const std::size_t at = one.rfind('=');
            told[lowered(one.substr(0, at))] = one.substr(at + 1);
        }
        ReadingsImport import =
            import_readings(site, opened->catalogue, *csv, {options.who, options.when}, told);
        for (const Error& line : import.lines) streams.err << sentence(line) << "\n";
        in_part = !import.lines.empty();
        site = std::move(import.site);
    }
    if (!options.take.empty()) {
        Result<Site> taken = take_into_design(site, opened->catalogue, options.take);
        if (!taken) return refuse(taken.error());
        site = std::move(*taken);
    }
    const Result<Site> kept = sound(opened->site, opened->catalogue, std::move(site));
    if (!kept) return refuse(kept.error());
    const std::vector<JudgedReading> judged = judge_readings(*kept, opened->catalogue);
    if (options.json || options.format == "json") {
        streams.out << readings_json(*kept, judged);
    } else {
        for (std::size_t i = 0; i < judged.size(); ++i) {
            const Reading& reading = kept->readings[i];
            streams.out << fmt::format("{:5} {:10} {:15} {}\n", reading.id, reading.subject,
                                       title(reading.of),
                                       reading_text(reading, judged[i], kept->settings.units));
        }
    }
    if (const auto status = write_site(*opened, *kept, options, streams)) return *status;
    const bool all = std::all_of(judged.begin(), judged.end(), [](const JudgedReading& one) {
        return one.verdict == ReadingVerdict::as_promised;
    });
    return all && !in_part ? cli_holds : cli_fails;
}

}  // namespace ovant
