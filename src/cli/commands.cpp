// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <CLI/CLI.hpp>
#include <algorithm>
#include <ostream>

#include "cli/check_json.h"
#include "cli/command_parts.h"
#include "cli/file_options.h"
#include "cli/number_option.h"
#include "cli/plain_text.h"
#include "core/assess/check_table.h"
#include "core/fields/fields.h"
#include "core/site/site_enum_names.h"
#include "core/format/drawing_facts.h"
#include "core/format/file_store.h"
#include "core/prove/cards.h"
#include "core/format/reading_csv.h"
#include "core/prove/promise.h"
#include "phrase/translate.h"
#include "phrase/reading_text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/sum_text.h"
#include "phrase/way_text.h"
#include "print/cards_pdf.h"

namespace ovant {
namespace {

std::optional<Condition> condition_named(const std::string& name) {
    for (Condition condition : all_conditions) {
        if (id_of(condition) == name) return condition;
    }
    return std::nullopt;
}

// The names have been looked at when the command line was read.
JudgedUnder under_of(const Options& options) {
    JudgedUnder under;
    under.condition = condition_named(options.condition);
    for (WhatIf what_if : all_what_ifs) {
        if (std::find(options.what_if.begin(), options.what_if.end(), id_of(what_if)) !=
            options.what_if.end())
            under.what_if.insert(what_if);
    }
    return under;
}

// What somebody will see of the runs that fail, by camera.
SeenAsDrawn seen_as_drawn(const Network& net, const Assessment& assessment) {
    SeenAsDrawn out;
    Promises promises(net, Promises::Steps::none);
    for (CameraNumber camera : assessment.runs.numbers()) {
        const RunAssessment& run = assessment.runs[camera];
        if (run.verdict == Verdict::fails) out[run.camera] = promises.foretold(camera);
    }
    return out;
}

void print_run(const RunAssessment& run, const SeenAsDrawn& seen, const Opened& opened,
               std::ostream& out) {
    const Device* camera = find_device(opened.site, run.camera);
    out << fmt::format("{:8} {:6} {:24} {:>9}  {}\n", id_of(run.verdict), run.camera,
                       camera ? camera->name : "",
                       run.connected ? shown(run.length_m, Unit::metre, opened.context.units) : "",
                       run_sentence(run, opened.context));
    for (const Check& check : run.checks) {
        if (check.verdict == Verdict::holds) continue;
        out << fmt::format("         {}: {} ({})\n", id_of(check.id),
                           sentence(check, opened.context), source_text(check.source));
    }
    const auto found = seen.find(run.camera);
    if (found != seen.end() && !found->second.empty())
        out << told("         as drawn it shows {}\n", foretold_text(found->second));
}

int check_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const bool json = options.format == "json";
    const JudgedUnder under = under_of(options);
    const Network net = lay_out_judged(opened->site, opened->catalogue, under);
    const Assessment assessment = assess(net, under.options(json));
    const SeenAsDrawn seen = seen_as_drawn(net, assessment);
    if (json) {
        streams.out << assessment_json(assessment, seen, opened->site, opened->context);
    } else {
        for (const RunAssessment& run : assessment.runs) print_run(run, seen, *opened, streams.out);
        for (const UnitAssessment& unit : assessment.units) {
            streams.out << fmt::format("{:8} {:6} {}\n", id_of(unit.verdict), unit.device,
                                       unit_sentence(unit, opened->context));
        }
        for (const Check& check : assessment.site_checks) {
            streams.out << fmt::format("{:8} {:6} {}\n", id_of(check.verdict), check.subject,
                                       sentence(check, opened->context));
        }
        streams.out << summary_text(assessment.summary, ", ") << "\n";
    }
    return count_failing(assessment) > 0 ? cli_fails : cli_holds;
}

int ways_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const Device* camera = find_device(opened->site, options.camera);
    if (!camera || !ends_a_run(*camera, opened->catalogue)) {
        streams.err << sentence(
                           Error{ErrorCode::no_such_object, "", "camera " + options.camera, ""})
                    << "\n";
        return cli_unreadable;
    }
    const std::vector<Proposal> ways =
        propose_ways(opened->site, opened->catalogue, options.camera, under_of(options));
    if (options.format == "json") {
        streams.out << ways_json(ways, options.camera, opened->context);
        return cli_holds;
    }
    for (const Proposal& way : ways) {
        streams.out << fmt::format(
            "{:8} {:34} {:>12}  {}\n", way.built ? id_of(way.verdict) : "cannot",
            proposal_title(way, opened->context),
            way.built ? shown_money(way.cost.total(), opened->site.settings.currency) : "",
            proposal_reason(way, opened->context));
    }
    return cli_holds;
}

int cards_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    opened->context.catalogue = &opened->catalogue;
    const Network net = lay_out(opened->site, opened->catalogue);
    const std::vector<Card> cards = wiring_cards(net);
    const Result<FileStamp> saved = save_file(
        options.pdf_path, cards_pdf(cards, opened->site.name, opened->context), std::nullopt);
    if (!saved) {
        streams.err << sentence(saved.error()) << "\n";
        return cli_unreadable;
    }
    streams.out << fmt::format("{} in {}\n", counted(cards.size(), "card"), options.pdf_path);
    return cli_holds;
}

int sum_command(const Options& options, const Streams& streams) {
    const UnitSystem units = options.feet ? UnitSystem::imperial : UnitSystem::metric;
    std::string text;
    for (const std::string& word : options.words) text += (text.empty() ? "" : " ") + word;
    const Result<Sum> sum = quick_sum(text, units);
    if (!sum) {
        streams.err << sentence(sum.error()) << "\n";
        return cli_unreadable;
    }
    if (options.json || options.format == "json") {
        streams.out << sum_json(*sum, units);
        return cli_holds;
    }
    streams.out << sum_answer(*sum, units) << "\n";
    for (const Step& step : sum->working) {
        streams.out << fmt::format("  {}  {} {}  ({})\n", step.formula, step.substituted,
                                   step_result(step, units), source_text(step.source));
    }
    return cli_holds;
}

int validate_command(const Options& options, const Streams& streams) {
    const std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    if (opened->site.drawing && opened->site.drawing->data) {
        const Result<DrawingFacts> drawing = look_at_drawing(*opened->site.drawing->data);
        if (!drawing) {
            streams.err << "The drawing is not shown. " << sentence(drawing.error()) << "\n";
            return cli_unreadable;
        }
    }
    streams.out << options.site_path << " is a sound site file.\n";
    return cli_holds;
}

}  // namespace

namespace {

std::string column_told(const std::string& text) {
    const std::size_t at = text.rfind('=');
    const std::vector<std::string> all = all_column_meanings();
    if (at != std::string::npos && at > 0 &&
        std::find(all.begin(), all.end(), text.substr(at + 1)) != all.end())
        return "";
    return fmt::format("{} is not HEADING=MEANING, where the meaning is {}", shown_value(text),
                       fmt::join(all, ", "));
}

// The commands and their options, into which the arguments are read.
class CommandLine {
public:
    using Command = int (*)(const Options&, const Streams&);

    CommandLine() {
        app.require_subcommand(1);
        add_judging();
        add_papers();
        add_design();
        add_power();
        add_prove();
        add_files();
        add_sum();
        add_chain();
    }
    CommandLine(const CommandLine&) = delete;

    FileOptions files;
    CLI::App app{"Checks camera runs: reach, power, parts, wiring cards", "ovant-cli"};
    Options options;
    Command chosen = nullptr;

private:
    CLI::App* add(const char* name, const char* help, Command command) {
        CLI::App* sub = app.add_subcommand(name, help);
        files.reads(sub, "SITE", options.site_path)->description("site file")->required();
        sub->callback([this, command] { chosen = command; });
        return sub;
    }
    void add_format(CLI::App* sub) {
        sub->add_option("--format", options.format, "text or json")
            ->check(CLI::IsMember({"text", "json"}));
    }

    void add_judging() {
        std::vector<std::string> what_ifs;
        for (WhatIf what_if : all_what_ifs) what_ifs.emplace_back(id_of(what_if));
        CLI::App* check = add("check", "judge every run, port and switch", check_command);
        CLI::App* ways = add("ways", "ways to reach one camera", ways_command);
        ways->add_option("CAMERA", options.camera, "camera id, such as K14")->required();
        for (CLI::App* sub : {check, ways}) {
            sub->add_option("--school", options.school, "how far copper may go")
                ->check(CLI::IsMember({"standard", "maker-rated", "field-proven"}));
            sub->add_option("--condition", options.condition, "judge one condition only")
                ->check(CLI::IsMember({"day", "night", "coldest-night", "restart"}));
            sub->add_option("--what-if", options.what_if,
                            "judge as if this had gone worse, again for more")
                ->check(CLI::IsMember(what_ifs));
            add_format(sub);
        }
    }

    void add_papers() {
        CLI::App* parts = add("parts", "parts list as CSV, or into a spreadsheet", parts_command);
        files.writes(parts, "--xlsx", options.xlsx_path)->description("write a spreadsheet here");
        parts->add_flag("--supply-boxes", options.supply_boxes,
                        "say which mains adapters could be one supply box");
        files.writes(parts, "--write", options.write_path)
            ->description("write the site with those boxes here");
        CLI::App* cuts = add("cuts", "which run is cut from which package", cuts_command);
        files.writes(cuts, "--pdf", options.pdf_path)
            ->description("write a card for each package here");
        cuts->add_flag("--json", options.json, "JSON instead of text");
        add_format(cuts);
        CLI::App* spares =
            add("spares", "the fewest units to carry for any one failure", spares_command);
        add_number(spares, "--seconds", options.seconds, {0.1, 3600},
                   "how long to try what stands in for what, else 5");
        spares->add_flag("--json", options.json, "JSON instead of text");
        add_format(spares);
        CLI::App* work =
            add("work", "work by task, day and place, with what to load", work_command);
        work->add_option("--by", options.by, "day, task or place")
            ->check(CLI::IsMember({"day", "task", "place"}));
        files.writes(work, "--pdf", options.pdf_path)
            ->description("write a list for each day and place here");
        add_format(work);
        CLI::App* offer = add("offer", "what the customer is offered", offer_command);
        files.writes(offer, "--pdf", options.pdf_path)
            ->description("write the customer's offer here");
        files.writes(offer, "--xlsx", options.xlsx_path)
            ->description("write a spreadsheet with costs here");
        files.writes(offer, "--csv", options.csv_path)
            ->description("write the customer's lines here");
        add_format(offer);
        CLI::App* variants =
            add("variants", "the designs of a site side by side", variants_command);
        variants->add_option("--choose", options.choose, "id or name of the design to stand");
        CLI::Option* keep =
            variants->add_option("--keep", options.keep,
                                 "keep the site with this camera on another way under this name");
        keep->needs(variants->add_option("--camera", options.camera, "camera id, with --keep"));
        keep->needs(
            variants->add_option("--way", options.way, "way id, such as fibre, with --keep"));
        files.writes(variants, "--write", options.write_path)
            ->description("write the site as chosen here");
        add_format(variants);
        for (CLI::App* sub : {parts, cuts, work, offer, variants}) {
            add_number(sub, "--seconds", options.seconds, {0.1, 600},
                       "how long to look for the least price");
        }
        CLI::App* cards = add("cards", "wiring cards, four to a page", cards_command);
        files.writes(cards, "--pdf", options.pdf_path)->description("file to write")->required();
    }

    void add_design() {
        CLI::App* design = add("design", "ways for all cameras at once", design_command);
        const std::map<std::string, Preference> preferences = {
            {"price", Preference::price},
            {"fewest", Preference::fewest_parts},
            {"least-work", Preference::least_work}};
        design
            ->add_option("--prefer", options.prefer, "price, fewest or least-work; else the site's")
            ->transform(CLI::CheckedTransformer(preferences).description(""));
        const std::map<std::string, Keep> keeps = {
            {"all", Keep::all}, {"working", Keep::working}, {"nothing", Keep::nothing}};
        design
            ->add_option("--keep", options.keep_of_site, "of what is there: all, working, nothing")
            ->transform(CLI::CheckedTransformer(keeps).description(""));
        design->add_flag("--tight", options.tight, "tight is as good as holds");
        add_number(design, "--most-price", options.most_price, {0, 1e9},
                   "at most so much for the new ways");
        design->add_flag("--frontier", options.frontier,
                         "five designs, from the least price to the fewest things that can fail");
        add_number(design, "--seconds", options.design_s, {0.1, 600},
                   "how long to look for the best");
        add_number(design, "--nodes", options.nodes, {0, 100000000},
                   "how far to search, the same each time");
        add_number(design, "--seed", options.seed, {1, 1000000000},
                   "the same seed gives the same design");
        files.writes(design, "--write", options.write_path)
            ->description("write the site as designed here");
        add_format(design);
    }

    void add_power() {
        CLI::App* power = add("power", "what every unit gives, loses and has left", power_command);
        CLI::App* day = add("day", "play the site through a day", day_command);
        day->add_option("--date", options.date, "such as 2027-01-15; else the site's");
        add_number(day, "--lat", options.latitude_deg, {-90, 90}, "degrees north; else the site's");
        add_number(day, "--lon", options.longitude_deg, {-180, 180},
                   "degrees east; else the site's");
        add_number(day, "--days", options.days, {1, 31}, "how many days, 7 for a solar week");
        add_number(day, "--seed", options.seed, {0, 4294967295},
                   "the same seed gives the same day");
        day->add_flag("--events", options.events, "list every event");
        CLI::App* assign = add("assign", "put runs on ports that suit them", assign_command);
        assign->add_option("--place", options.place, "whose units; else the head end");
        add_number(assign, "--spare", options.spare, {0, 64}, "ports that every unit keeps free");
        files.writes(assign, "--write", options.write_path)
            ->description("write the site as assigned here");
        for (CLI::App* sub : {power, day, assign}) {
            sub->add_flag("--json", options.json, "JSON instead of text");
            add_format(sub);
        }
    }

    void add_prove() {
        CLI::App* addresses = add("addresses",
                                  "addresses and channels of all units: what is wrong, "
                                  "how to reach them",
                                  addresses_command);
        files.reads(addresses, "--scan", options.scan_path)
            ->description("take over what a scan found: nmap XML, ip neigh, arp, CSV");
        addresses->add_flag("--number", options.number,
                            "give an address and a channel to what has none");
        addresses->add_option("--subnet", options.subnet, "number in this one; else the first");
        addresses->add_option("--order", options.order, "of the units")
            ->check(CLI::IsMember({"place", "channel"}));
        add_number(addresses, "--gap", options.gap, {0, 100},
                   "addresses left free behind each place");
        addresses->add_option("--who", options.who, "initials for the record of the scan");
        addresses->add_option("--when", options.when, "such as 2027-01-15T14:05, for the record");
        files.writes(addresses, "--write", options.write_path)
            ->description("write the site with them here");
        addresses->add_option("--format", options.format, "text, json, csv or dnsmasq")
            ->check(CLI::IsMember({"text", "json", "csv", "dnsmasq"}));
        addresses->add_flag("--json", options.json, "JSON instead of text");
        CLI::App* readings =
            add("readings", "what was read on site against what is promised", readings_command);
        files.reads(readings, "--csv", options.csv_path)
            ->description("take readings from this file first");
        readings
            ->add_option("--column", options.columns,
                         "what a heading means that says too little: \"Cable ID=at\"")
            ->check(column_told);
        readings->add_option("--take", options.take,
                             "take the length or loop of this reading into the design");
        readings->add_option("--who", options.who, "initials for lines that say none");
        readings->add_option("--when", options.when, "such as 2027-01-15T14:05, the same");
        files.writes(readings, "--write", options.write_path)
            ->description("write the site with them here");
        readings->add_flag("--json", options.json, "JSON instead of text");
        add_format(readings);
        CLI::App* bench = add("bench", "what to set up on a table and try first", bench_command);
        bench->add_option("--done", options.done, "key of a step that was done");
        bench->add_option("--failed", options.failed, "key of a step that failed");
        bench->add_option("--note", options.note, "what was seen at it");
        bench->add_option("--who", options.who, "initials for its record");
        bench->add_option("--when", options.when, "such as 2027-01-15T14:05, for its record");
        files.writes(bench, "--write", options.write_path)
            ->description("write the site with it here");
        files.writes(bench, "--pdf", options.pdf_path)->description("write the bench as PDF here");
        bench->add_flag("--json", options.json, "JSON instead of text");
        add_format(bench);
        CLI::App* handover =
            add("handover", "what is still open, the record to sign, the paper", handover_command);
        handover->add_option("--sign", options.sign, "hand over as it is, by this name");
        handover->add_option("--when", options.when, "such as 2027-01-15T14:05");
        handover->add_option("--note", options.note, "for the record");
        files.writes(handover, "--write", options.write_path)
            ->description("write the site with the record here");
        files.writes(handover, "--pdf", options.pdf_path)
            ->description("write the handover as PDF here");
        files.writes(handover, "--csv", options.csv_path)
            ->description("write all readings as CSV here");
        handover->add_flag("--json", options.json, "JSON instead of text");
        add_format(handover);
        CLI::App* look =
            add("look", "ask a network which cameras are there, WS-Discovery", look_command);
        look->add_option("--interface", options.look.interface_address,
                         "address of this computer's interface to ask on, such as 192.168.10.5");
        look->add_flag("--interfaces", options.interfaces, "list them and send nothing");
        add_number(look, "--seconds", options.look.seconds, {0.1, 60},
                   "how long to wait for answers");
        add_number(look, "--port", options.look.port, {1, 65535}, "UDP port, else 3702");
        look->add_option("--who", options.who, "initials for the record");
        look->add_option("--when", options.when, "such as 2027-01-15T14:05, for the record");
        files.writes(look, "--write", options.write_path)
            ->description("write the site with what was seen here");
        look->add_flag("--json", options.json, "JSON instead of text");
        add_format(look);
        add_read_switch();
        CLI::App* labels =
            add("labels", "labels for cables, ports and units, as PDF", labels_command);
        files.writes(labels, "--pdf", options.pdf_path)->description("file to write")->required();
        labels->add_option("--of", options.words, "cables, ports, units; else all")
            ->check(CLI::IsMember({"cables", "ports", "units"}));
        add_number(labels, "--rows", options.sheet.rows, {1, 100}, "labels down a sheet");
        add_number(labels, "--columns", options.sheet.columns, {1, 100}, "labels across it");
        add_number(labels, "--top", options.sheet.top_mm, {0, 500}, "margin above and below, mm");
        add_number(labels, "--left", options.sheet.left_mm, {0, 500}, "margin left and right, mm");
        add_number(labels, "--gap-across", options.sheet.gap_across_mm, {0, 500},
                   "between columns, mm");
        add_number(labels, "--gap-down", options.sheet.gap_down_mm, {0, 500}, "between rows, mm");
        add_number(labels, "--used", options.sheet.used, {0, 9999},
                   "labels gone from the first sheet");
        CLI::App* diagnose = add("diagnose", "what is wrong with a camera's run, from its readings",
                                 diagnose_command);
        diagnose->add_option("CAMERA", options.camera, "camera id, such as K14")->required();
        diagnose->add_flag("--json", options.json, "JSON instead of text");
        add_format(diagnose);
    }

    void add_read_switch() {
        CLI::App* read =
            add("read-switch", "what a managed switch tells by SNMP, against the design",
                read_switch_command);
        read->footer(
            "The community of v2c, or for v3 the pass phrases for signing and encryption, are read "
            "from standard input, a line each.");
        read->add_option("SWITCH", options.device, "which, such as SW1")->required();
        read->add_option("--address", options.snmp.address,
                         "with :port where it has another; else its address in the site");
        add_number(read, "--port", options.snmp.port, {1, 65535}, "UDP port, else 161");
        read->add_option("--interface", options.snmp.interface_address,
                         "address of this computer's interface to ask from; else as it routes");
        add_number(read, "--timeout", options.snmp.timeout_s, {0.05, 30},
                   "seconds to wait, three times");
        read->add_option("--user", options.login.user, "v3 by this user, else v2c");
        const std::map<std::string, SnmpAuth> signing = {
            {"sha1", SnmpAuth::sha1}, {"sha256", SnmpAuth::sha256}, {"md5", SnmpAuth::md5}};
        read->add_option("--sign", options.login.auth, "how v3 signs: sha1, sha256, md5")
            ->transform(CLI::CheckedTransformer(signing));
        const std::map<std::string, SnmpPrivacy> encryption = {{"aes128", SnmpPrivacy::aes128},
                                                               {"des", SnmpPrivacy::des},
                                                               {"none", SnmpPrivacy::none}};
        read->add_option("--encrypt", options.login.privacy, "how v3 encrypts: aes128, des, none")
            ->transform(CLI::CheckedTransformer(encryption));
        read->add_option("--under", options.under,
                         "condition of the promise; sun: day or night by the time of the reading")
            ->check(CLI::IsMember({"day", "night", "coldest-night", "restart", "sun"}));
        read->add_flag("--switch-clock", options.switch_clock, "the time is the switch's own");
        add_number(read, "--watch", options.watch_s, {0, 604800}, "go on for so many seconds");
        add_number(read, "--every", options.every_s, {0.2, 86400},
                   "seconds between two readings, else 60");
        read->add_option("--who", options.who, "initials for the record");
        read->add_option("--when", options.when, "such as 2027-01-15T14:05; else now");
        files.writes(read, "--csv", options.csv_path)->description("write the series as CSV here");
        files.writes(read, "--write", options.write_path)
            ->description("write the site with the readings here");
        read->add_flag("--json", options.json, "JSON instead of text");
        add_format(read);
    }

    void add_files() {
        CLI::App* import = add("import", "take cameras from a list into the site", import_command);
        files.reads(import, "LIST", options.csv_path)
            ->description("CSV, XLSX or ODS: name, kind, watts, mbps, and x and y or length")
            ->required();
        import
            ->add_option("--column", options.columns,
                         "what a heading stands for, as HEADING=MEANING: length, kind, port, "
                         "and nothing behind the = for a column that is left out")
            ->take_all();
        import->add_option("--sheet", options.table_sheet, "which sheet of a workbook, by name");
        files.writes(import, "--write", options.write_path)
            ->description("write the site with them here");
        import->add_flag("--feet", options.feet, "bare lengths are feet");
        CLI::App* chance = add("chances", "how surely each run holds", chances_command);
        add_number(chance, "--trials", options.trials, {1, 100000}, "how often each is tried");
        add_number(chance, "--seed", options.seed, {0, 4294967295},
                   "the same seed gives the same chances");
        add("validate", "read a site file and say what is wrong with it", validate_command);
    }

    void add_sum() {
        CLI::App* sum = app.add_subcommand("sum", "a quick sum: drop 24awg 120 m 13 W 54 V");
        sum->add_option("WORDS", options.words,
                        "drop, reach, watts, fibre, radio, fresnel, bitrate, ups or battery")
            ->required();
        sum->add_flag("--json", options.json, "the answer and its working as JSON");
        sum->add_flag("--feet", options.feet, "bare lengths are feet");
        sum->callback([this] { chosen = sum_command; });
    }

    void add_chain() {
        CLI::App* chain = app.add_subcommand(
            "chain", "a run as people say it: 30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W");
        chain->add_option("WORDS", options.words,
                          "port, length, unit, length, ... camera; see docs/chain.md");
        files.reads(chain, "--site", options.site_path)
            ->description("its settings and own kinds; needed for --camera");
        chain->add_option("--camera", options.camera, "the run of this camera, as such words");
        chain->add_flag("--grow", options.grow,
                        "how long each length may be, and what breaks then");
        files.writes(chain, "--write", options.write_path)
            ->description("write a site of this run here");
        chain->add_flag("--feet", options.feet, "bare lengths are feet");
        chain->add_flag("--json", options.json, "JSON instead of text");
        add_format(chain);
        chain->callback([this] { chosen = chain_command; });
    }
};

int run(const std::vector<std::string>& arguments, const Streams& streams) {
    CommandLine line;
    try {
        line.app.parse(std::vector<std::string>(arguments.rbegin(), arguments.rend()));
    } catch (const CLI::ParseError& error) {
        return line.app.exit(error, streams.out, streams.err) == 0 ? cli_holds : cli_unreadable;
    }
    if (const std::string clash = line.files.clash(); !clash.empty()) {
        streams.err << clash << "\n";
        return cli_unreadable;
    }
    return line.chosen(line.options, streams);
}

}  // namespace

int run_cli(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err,
            std::istream* in) {
    PlainText plain_out(out), plain_err(err);
    std::ostream told(&plain_out), errors(&plain_err);
    const int status = run(arguments, {told, errors, in});
    told.flush();
    if (told && out) return status;
    errors << sentence(Error{ErrorCode::unwritable, "", "the output", "it is full or closed"})
           << "\n";
    errors.flush();
    return cli_unreadable;
}

}  // namespace ovant
