// SPDX-License-Identifier: GPL-3.0-or-later
// read-switch: what a managed switch tells by SNMP against the design, once or watched. Asks that
// one address and sets nothing.
#include <fmt/format.h>
#include <termios.h>
#include <unistd.h>

#include <algorithm>
#include <chrono>
#include <csignal>
#include <ctime>
#include <iostream>
#include <nlohmann/json.hpp>
#include <thread>

#include "cli/command_parts.h"
#include "cli/json_parts.h"
#include "core/format/file_store.h"
#include "core/look_up.h"
#include "core/prove/switch_seen.h"
#include "core/site/site_enum_names.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"
#include "phrase/switch_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

using Clock = std::chrono::steady_clock;

constexpr auto pause = std::chrono::milliseconds(50);
volatile std::sig_atomic_t interrupted = 0;

// What is typed is not shown, where it is typed at a terminal.
class NotShown {
public:
    explicit NotShown(bool at_terminal)
        : on_(at_terminal && tcgetattr(STDIN_FILENO, &before_) == 0) {
        if (!on_) return;
        termios silent = before_;
        silent.c_lflag &= ~static_cast<tcflag_t>(ECHO);
        tcsetattr(STDIN_FILENO, TCSAFLUSH, &silent);
    }
    ~NotShown() {
        if (on_) tcsetattr(STDIN_FILENO, TCSAFLUSH, &before_);
    }
    NotShown(const NotShown&) = delete;

private:
    termios before_{};
    bool on_;
};

// The secrets of a login, a line each. They are on no command line and in no file.
SnmpLogin asked_for(SnmpLogin login, const Streams& streams) {
    std::istream& in = streams.in ? *streams.in : std::cin;
    const bool at_terminal = !streams.in && isatty(STDIN_FILENO);
    const NotShown not_shown(at_terminal);
    const auto line = [&](const std::string& what, std::string& to) {
        if (at_terminal) streams.err << what << ": " << std::flush;
        std::getline(in, to);
        if (at_terminal) streams.err << "\n";
    };
    login.version_3 = !login.user.empty();
    if (!login.version_3) {
        line(said("Community"), login.community);
        return login;
    }
    line(said("Pass phrase for signing"), login.auth_phrase);
    if (login.privacy != SnmpPrivacy::none)
        line(said("Pass phrase for encryption"), login.privacy_phrase);
    return login;
}

std::string own_clock() {
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return fmt::format("{:04}-{:02}-{:02}T{:02}:{:02}", local.tm_year + 1900, local.tm_mon + 1,
                       local.tm_mday, local.tm_hour, local.tm_min);
}

ordered_json along_json(const std::optional<ReadingAlong>& one) {
    if (!one) return nullptr;
    return {{"value", one->reading.value},
            {"promised", number(one->judged.promised)},
            {"least", number(one->judged.least)},
            {"most", number(one->judged.most)},
            {"verdict", id_of(one->judged.verdict)}};
}

std::string seen_json(const std::string& device, const SwitchSeries& series) {
    const SwitchState& state = *series.last;
    ordered_json rows = ordered_json::array();
    for (const SwitchRow& row : series.seen->rows) {
        ordered_json one{{"port", row.port}, {"far", row.far}};
        if (row.at) {
            const SwitchPort& port = state.ports[*row.at];
            one["name"] = port.name;
            one["up"] = port.up;
            one["poe"] = title(port.pse);
            one["class"] = port.poe_class ? ordered_json(*port.poe_class) : ordered_json(nullptr);
        }
        one["watts"] = along_json(row.watts);
        one["link_mbps"] = along_json(row.rate);
        one["bit_rate_mbps"] = along_json(row.bit_rate);
        rows.push_back(std::move(one));
    }
    ordered_json notes = ordered_json::array();
    for (const SwitchNote& note : series.seen->notes)
        notes.push_back({{"port", note.port},
                         {"trouble", is_trouble(note.kind)},
                         {"text", switch_note_text(device, note)}});
    return dumped({{"name", state.name},
                   {"given_w", along_json(series.seen->given)},
                   {"budget_w", state.budget_w},
                   {"clock", state.clock},
                   {"reads", series.count},
                   {"ports", rows},
                   {"notes", notes}});
}

std::string row_text(const SwitchRow& row, const SwitchState& state, UnitSystem units) {
    std::string out = fmt::format("{:5} {:6}", row.port, row.far);
    if (!row.at) return out;
    const SwitchPort& port = state.ports[*row.at];
    out += fmt::format(" {:10} {:16}", shown(port.rate_mbps, Unit::megabit_per_second, units),
                       title(port.pse));
    for (const auto* one : {&row.watts, &row.rate, &row.bit_rate}) {
        if (!*one || (*one)->judged.verdict == ReadingVerdict::no_promise) continue;
        out += fmt::format("  {}: {}", title((*one)->reading.of),
                           reading_text((*one)->reading, (*one)->judged, units));
    }
    return out;
}

void tell(const Options& options, const SwitchSeries& series, UnitSystem units,
          const Streams& streams) {
    const SwitchSeen& seen = *series.seen;
    streams.out << switch_text(*series.last, units) << "\n";
    if (seen.given)
        streams.out << fmt::format("{:12} {}\n", said("All ports"),
                                   reading_text(seen.given->reading, seen.given->judged, units));
    for (const SwitchRow& row : seen.rows) {
        if (!row.far.empty()) streams.out << row_text(row, *series.last, units) << "\n";
    }
    for (const SwitchNote& note : seen.notes)
        streams.out << switch_note_text(options.device, note) << "\n";
}

bool all_well(const SwitchSeries& series) {
    const auto well = [](const std::optional<ReadingAlong>& one) {
        return !one || one->judged.verdict == ReadingVerdict::as_promised ||
               one->judged.verdict == ReadingVerdict::no_promise;
    };
    return well(series.seen->given) &&
           std::all_of(series.seen->rows.begin(), series.seen->rows.end(),
                       [&](const SwitchRow& row) {
                           return well(row.watts) && well(row.rate) && well(row.bit_rate);
                       }) &&
           std::none_of(series.seen->notes.begin(), series.seen->notes.end(),
                        [](const SwitchNote& note) { return is_trouble(note.kind); });
}

// One read, judged and added to the series.
std::optional<Error> read_once(const Options& options, const SnmpLogin& login, const Opened& opened,
                               SwitchSeries& series) {
    const Result<SnmpRead> read = read_snmp(options.snmp, login);
    if (!read) return read.error();
    SwitchState state = switch_state(read->vars);
    state.cut_short = read->more;
    SwitchAsked asked;
    asked.device = options.device;
    asked.now = {options.who, options.when.empty() ? own_clock() : options.when};
    if (options.switch_clock && !state.clock.empty()) asked.now.when = state.clock.substr(0, 16);
    if (options.under == "sun") {
        const UnderSun sun = under_sun(opened.site.settings, asked.now.when);
        asked.under = sun.under;
        asked.or_under = sun.or_under;
    } else {
        asked.under = from_name<ReadUnder>(options.under).value_or(ReadUnder::day);
    }
    return take_state(series, opened.site, opened.catalogue, std::move(state), asked);
}

}  // namespace

int read_switch_command(const Options& options, const Streams& streams) {
    const std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const UnitSystem units = opened->site.settings.units;
    Options at = options;
    const Device* device = find_device(opened->site, options.device);
    if (!device) return refused({ErrorCode::no_such_object, "", options.device, ""}, streams);
    if (at.snmp.address.empty()) at.snmp.address = or_nothing(device->on_network).address;
    if (at.snmp.address.empty())
        return refused({ErrorCode::missing_field, "", "--address", said("it has none in the site")},
                       streams);
    const Result<SnmpAt> asked = with_address(at.snmp, at.snmp.address);
    if (!asked) return refused(asked.error(), streams);
    at.snmp = *asked;
    const SnmpLogin login = asked_for(options.login, streams);
    // Ctrl+C ends the watching, not what was watched.
    interrupted = 0;
    const auto handler_before = std::signal(SIGINT, [](int) { interrupted = 1; });
    SwitchSeries series;
    const auto start = Clock::now();
    const auto past_s = [&] { return std::chrono::duration<double>(Clock::now() - start).count(); };
    for (;;) {
        if (const std::optional<Error> error = read_once(at, login, *opened, series)) {
            // What was watched until then is not lost.
            refused(*error, streams);
            break;
        }
        if (past_s() + options.every_s > options.watch_s) break;
        const double again_s = past_s() + options.every_s;
        while (!interrupted && past_s() < again_s) std::this_thread::sleep_for(pause);
        if (interrupted) break;
    }
    std::signal(SIGINT, handler_before);
    if (series.count == 0) return cli_unreadable;
    if (options.json || options.format == "json")
        streams.out << seen_json(options.device, series);
    else
        tell(options, series, units, streams);
    if (!options.csv_path.empty()) {
        const Result<FileStamp> saved = save_file(options.csv_path, series.csv);
        if (!saved) return refused(saved.error(), streams);
    }
    if (!options.write_path.empty()) {
        const Result<Site> kept = keep_readings(opened->site, readings_to_keep(series, units));
        if (const auto status = write_site(*opened, kept, options, streams)) return *status;
    }
    return all_well(series) ? cli_holds : cli_fails;
}

}  // namespace ovant
