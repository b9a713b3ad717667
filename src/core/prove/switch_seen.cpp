// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/switch_seen.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <map>
#include <set>

#include "core/assess/port_feed.h"
#include "core/edits/edits.h"
#include "core/look_up.h"
#include "core/text.h"

namespace ovant {
namespace {

// The number that a name ends in: 12 of "gi1/0/12"; none without one.
std::optional<unsigned> last_number(std::string_view name) {
    std::size_t begin = name.size();
    while (begin > 0 && name[begin - 1] >= '0' && name[begin - 1] <= '9') --begin;
    unsigned out = 0;
    const auto [end, error] = std::from_chars(name.data() + begin, name.data() + name.size(), out);
    if (begin == name.size() || error != std::errc{}) return std::nullopt;
    return out;
}

// Which of the told ports each port of the design is: numbered ones by the number that the told
// name ends in, where that is plain for all of them; else, and all others, in order.
std::vector<std::optional<std::size_t>> matched(const Kind& kind, const SwitchState& state) {
    std::vector<std::optional<std::size_t>> out(kind.ports.size());
    std::vector<bool> taken(state.ports.size());
    bool plain = true;
    for (PortNumber port : kind.ports.numbers()) {
        const std::string& id = kind.ports[port].id;
        if (!std::all_of(id.begin(), id.end(), [](char c) { return c >= '0' && c <= '9'; }))
            continue;
        const std::optional<unsigned> number = last_number(id);
        for (std::size_t at = 0; at < state.ports.size(); ++at) {
            if (!number || last_number(state.ports[at].name) != number) continue;
            if (out[port.position()]) plain = false;
            out[port.position()] = at;
        }
        if (!out[port.position()]) plain = false;
    }
    if (!plain) std::fill(out.begin(), out.end(), std::nullopt);
    for (const auto& at : out) {
        if (at) taken[*at] = true;
    }
    std::size_t next = 0;
    for (auto& at : out) {
        if (at) continue;
        while (next < taken.size() && taken[next]) ++next;
        if (next < taken.size()) at = next++;
    }
    return out;
}

// Watts that a port has to keep free for a class, IEEE 802.3 clause 33; 0 as 3.
double watts_of_class(int poe_class) {
    constexpr std::array<double, 5> watts = {15.4, 4, 7, 15.4, 30};
    return watts[static_cast<std::size_t>(std::clamp(poe_class, 0, 4))];
}

class Seeing {
public:
    Seeing(const Network& net, DeviceNumber device, const SwitchState& state,
           const SwitchAsked& asked)
        : net_(net), device_(device), kind_(net.kind(device)), state_(state), asked_(asked) {
        at_ = matched(kind_, state);
        restarted_ = asked.first && state.up_s < asked.first->up_s;
    }

    SwitchSeen see() {
        for (PortNumber port : kind_.ports.numbers()) {
            SwitchRow row;
            row.port = kind_.ports[port].id;
            row.at = at_[port.position()];
            if (const PortAt across = net_.across({device_, port}))
                row.far = net_.device(across.device).id;
            out_.rows.push_back(std::move(row));
        }
        take_readings();
        note_whole();
        map_units();
        for (PortNumber port : kind_.ports.numbers()) {
            if (told(port)) note_port(port, *told(port));
        }
        return std::move(out_);
    }

private:
    const SwitchPort* told(PortNumber port) const {
        const auto at = at_[port.position()];
        return at ? &state_.ports[*at] : nullptr;
    }
    const SwitchPort* told_before(const SwitchState* before, const SwitchPort& now) const {
        if (!before || restarted_) return nullptr;
        for (const SwitchPort& port : before->ports) {
            if (port.if_index == now.if_index) return &port;
        }
        return nullptr;
    }
    const std::string& own_id() const { return net_.device(device_).id; }

    // All that is read, judged in one go.
    void take_readings() {
        Site probe = *net_.site;
        probe.readings.clear();
        std::vector<std::optional<ReadingAlong>*> places;
        const auto add = [&](std::optional<ReadingAlong>& place, ReadingOf of,
                             const std::string& subject, double value) {
            Reading reading;
            reading.of = of;
            reading.subject = subject;
            reading.value = value;
            reading.under = asked_.under;
            reading.temperature_c = asked_.temperature_c;
            reading.who = asked_.now.who;
            reading.when = asked_.now.when;
            place = ReadingAlong{reading, {}};
            probe.readings.push_back(reading);
            places.push_back(&place);
        };
        for (PortNumber port : kind_.ports.numbers()) {
            SwitchRow& row = out_.rows[port.position()];
            const SwitchPort* seen = told(port);
            const LinkNumber link = net_.link_on[device_][port];
            if (!seen || !link) continue;
            if (const auto watts = watts_told(*seen);
                watts && kind_.ports[port].role == PortRole::pse)
                add(row.watts, ReadingOf::watts, own_id() + "." + row.port, *watts);
            add(row.rate, ReadingOf::link_rate, net_.links[link].link->id, seen->rate_mbps);
            const SwitchPort* before = told_before(asked_.before, *seen);
            const std::string camera = only_camera_behind(port);
            const double since_s = before ? state_.up_s - asked_.before->up_s : 0;
            if (before && before->octets && seen->octets && since_s > 0 && !camera.empty()) {
                const int bits = seen->octets_wide && before->octets_wide ? 64 : 32;
                const auto octets = counted_since(*before->octets, *seen->octets, bits);
                add(row.bit_rate, ReadingOf::bit_rate, camera,
                    static_cast<double>(octets) * 8 / 1e6 / since_s);
            }
        }
        if (state_.has_poe && kind_.supply)
            add(out_.given, ReadingOf::watts, own_id(), state_.given_w);
        const std::vector<JudgedReading> judged = judge_readings(probe, *net_.catalogue);
        for (std::size_t i = 0; i < judged.size(); ++i) (*places[i])->judged = judged[i];
        if (asked_.or_under) take_what_fits(probe, places);
        // Where nothing is promised there is nothing to hold against it.
        for (SwitchRow& row : out_.rows) {
            if (row.watts && row.watts->judged.verdict == ReadingVerdict::no_promise)
                row.watts.reset();
        }
    }
    void take_what_fits(Site& probe, const std::vector<std::optional<ReadingAlong>*>& places) {
        for (Reading& reading : probe.readings) reading.under = *asked_.or_under;
        const std::vector<JudgedReading> other = judge_readings(probe, *net_.catalogue);
        for (std::size_t i = 0; i < other.size(); ++i) {
            ReadingAlong& one = **places[i];
            if (one.judged.verdict == ReadingVerdict::as_promised ||
                other[i].verdict != ReadingVerdict::as_promised)
                continue;
            one.judged = other[i];
            one.reading.under = *asked_.or_under;
        }
    }
    // A port that delivers nothing gives no watts, whoever counts them.
    static std::optional<double> watts_told(const SwitchPort& port) {
        if (port.watts) return port.watts;
        if (port.pse != PseState::none && port.pse != PseState::delivering) return 0;
        return std::nullopt;
    }
    std::string only_camera_behind(PortNumber port) const {
        std::string out;
        const LinkNumber link = net_.link_on[device_][port];
        if (net_.towards[device_] == port) return "";
        for (CameraNumber number : net_.runs.numbers()) {
            const std::vector<LinkNumber>& links = net_.runs[number].links;
            if (std::find(links.begin(), links.end(), link) == links.end()) continue;
            if (!out.empty()) return "";
            out = net_.device(net_.runs[number].camera).id;
        }
        return out;
    }

    SwitchNote& note(SwitchNoteKind kind, const std::string& port = "") {
        return out_.notes.emplace_back(SwitchNote{kind, port, "", 0, 0, false});
    }
    void note_whole() {
        if (state_.ports.empty()) {
            note(SwitchNoteKind::not_answering);
            return;
        }
        if (restarted_) note(SwitchNoteKind::restarted);
        if (state_.ports.size() != kind_.ports.size()) {
            SwitchNote& said = note(SwitchNoteKind::other_ports);
            said.number = static_cast<double>(state_.ports.size());
            said.limit = static_cast<double>(kind_.ports.size());
        }
        if (state_.poe_rows_without_port > 0)
            note(SwitchNoteKind::poe_elsewhere).number =
                static_cast<double>(state_.poe_rows_without_port);
        if (state_.cut_short) note(SwitchNoteKind::cut_short);
        const bool should_feed =
            std::any_of(kind_.ports.begin(), kind_.ports.end(),
                        [](const PortKind& port) { return port.role == PortRole::pse; });
        const auto any = [&](auto holds) {
            return std::any_of(state_.ports.begin(), state_.ports.end(), holds);
        };
        if (should_feed && !state_.has_poe) note(SwitchNoteKind::no_poe);
        if (any([](const SwitchPort& port) { return port.pse == PseState::delivering; }) &&
            !any([](const SwitchPort& port) { return port.watts.has_value(); }))
            note(SwitchNoteKind::no_port_watts);
        if (!any([](const SwitchPort& port) {
                return !port.macs.empty() || !port.neighbour.empty();
            }))
            note(SwitchNoteKind::nothing_learnt);
    }

    // By which port of this switch each unit is reached; no port for those that are not.
    void map_units() {
        std::map<DeviceNumber, std::vector<PortAt>> ends;
        for (const NetLink& link : net_.links) {
            ends[link.a.device].push_back(link.b);
            ends[link.b.device].push_back(link.a);
        }
        for (PortNumber port : kind_.ports.numbers()) {
            const PortAt across = net_.across({device_, port});
            if (!across) continue;
            std::vector<DeviceNumber> open = {across.device};
            std::set<DeviceNumber> seen = {device_, across.device};
            while (!open.empty()) {
                const DeviceNumber at = open.back();
                open.pop_back();
                by_port_[at].insert(port);
                for (const PortAt& end : ends[at]) {
                    if (seen.insert(end.device).second) open.push_back(end.device);
                }
            }
        }
        for (DeviceNumber number : net_.kinds.numbers()) {
            const Device& device = net_.device(number);
            if (device.on_network && !device.on_network->mac.empty())
                by_mac_[device.on_network->mac] = number;
            by_name_[lowered(device.id)] = number;
            if (!device.name.empty()) by_name_.emplace(lowered(device.name), number);
        }
    }
    template <class Known>
    DeviceNumber unit_in(const Known& known, const std::string& key) const {
        const auto found = key.empty() ? known.end() : known.find(key);
        return found == known.end() ? DeviceNumber{} : found->second;
    }
    // Units known by MAC or name that answer at this port and are not planned there.
    std::set<std::string> others_at(PortNumber port, const SwitchPort& seen) const {
        std::set<std::string> out;
        const auto look = [&](DeviceNumber unit) {
            if (!unit || unit == device_) return;
            const auto found = by_port_.find(unit);
            if (found == by_port_.end() || !found->second.contains(port))
                out.insert(net_.device(unit).id);
        };
        for (const std::string& mac : seen.macs) look(unit_in(by_mac_, mac));
        look(unit_in(by_mac_, seen.neighbour_mac));
        if (!unit_in(by_mac_, seen.neighbour_mac)) look(unit_in(by_name_, lowered(seen.neighbour)));
        return out;
    }

    void count(SwitchNoteKind kind, const std::string& port, std::uint64_t now,
               const std::uint64_t* before) {
        const std::uint64_t times = before ? counted_since(*before, now, 32) : now;
        if (times == 0) return;
        SwitchNote& said = note(kind, port);
        said.number = static_cast<double>(times);
        said.watched = before != nullptr;
    }
    void note_port(PortNumber port, const SwitchPort& seen) {
        const SwitchRow& row = out_.rows[port.position()];
        if (row.far.empty()) {
            if (seen.up || seen.pse == PseState::delivering)
                note(SwitchNoteKind::not_planned, row.port);
        } else {
            const bool feeds = row.watts && row.watts->judged.promised > 0;
            if (!seen.enabled || (feeds && !seen.pse_enabled))
                note(SwitchNoteKind::switched_off, row.port);
            else if (feeds && seen.pse == PseState::searching)
                note(SwitchNoteKind::not_fed, row.port);
            // RFC 3621 knows classes up to 4.
            const int planned = std::min(class_asked(net_, {device_, port}), 4);
            if (seen.poe_class && kind_.ports[port].role == PortRole::pse && planned > 0 &&
                watts_of_class(*seen.poe_class) != watts_of_class(planned)) {
                SwitchNote& said = note(SwitchNoteKind::other_class, row.port);
                said.number = *seen.poe_class;
                said.limit = planned;
            }
        }
        if (seen.half_duplex) note(SwitchNoteKind::half_duplex, row.port);
        if (seen.pse == PseState::fault || seen.pse == PseState::other_fault)
            note(SwitchNoteKind::port_fault, row.port);
        const SwitchPort* first = told_before(asked_.first, seen);
        count(SwitchNoteKind::denied, row.port, seen.denied, first ? &first->denied : nullptr);
        count(SwitchNoteKind::overload, row.port, seen.overloads,
              first ? &first->overloads : nullptr);
        count(SwitchNoteKind::shorted, row.port, seen.shorts, first ? &first->shorts : nullptr);
        count(SwitchNoteKind::damaged_frames, row.port, seen.errors.value_or(0),
              first && first->errors ? &*first->errors : nullptr);
        for (const std::string& unit : others_at(port, seen))
            note(SwitchNoteKind::other_unit, row.port).what = unit;
    }

    const Network& net_;
    const DeviceNumber device_;
    const Kind& kind_;
    const SwitchState& state_;
    const SwitchAsked& asked_;
    std::vector<std::optional<std::size_t>> at_;
    bool restarted_ = false;
    std::map<DeviceNumber, std::set<PortNumber>> by_port_;
    std::map<std::string, DeviceNumber> by_mac_, by_name_;
    SwitchSeen out_;
};

}  // namespace

bool is_trouble(SwitchNoteKind kind) {
    switch (kind) {
        case SwitchNoteKind::no_poe:
        case SwitchNoteKind::no_port_watts:
        case SwitchNoteKind::nothing_learnt:
        case SwitchNoteKind::other_ports:
        case SwitchNoteKind::poe_elsewhere:
        case SwitchNoteKind::cut_short: return false;
        default: return true;
    }
}

Result<SwitchSeen> switch_seen(const Site& site, const Catalogue& catalogue,
                               const SwitchState& state, const SwitchAsked& asked) {
    const Network net = lay_out(site, catalogue);
    for (DeviceNumber number : net.kinds.numbers()) {
        const Category category = net.kind(number).category;
        if (net.device(number).id == asked.device &&
            (category == Category::network_switch || category == Category::recorder))
            return Seeing(net, number, state, asked).see();
    }
    return Error{ErrorCode::no_such_object, "", asked.device, ""};
}

UnderSun under_sun(const Settings& settings, std::string_view when) {
    const std::optional<CalendarDay> day = parse_day(when.substr(0, 10));
    if (!day || when.size() < 16) return {};
    const auto two = [&](std::size_t at) {
        int out = 0;
        std::from_chars(when.data() + at, when.data() + at + 2, out);
        return out;
    };
    const DaySettings& where = settings.day;
    const SunTimes sun =
        sun_times(*day, where.latitude_deg, where.longitude_deg, where.utc_offset_h);
    const double t_s = two(11) * 3600.0 + two(14) * 60.0;
    const bool light =
        sun.always_up || (!sun.always_down && t_s >= sun.sunrise_s && t_s < sun.sunset_s);
    const auto near = [&](double turn_s) { return std::abs(t_s - turn_s) < twilight_s; };
    const bool twilight =
        !sun.always_up && !sun.always_down && (near(sun.sunrise_s) || near(sun.sunset_s));
    UnderSun out{light ? ReadUnder::day : ReadUnder::night, std::nullopt};
    if (twilight) out.or_under = light ? ReadUnder::night : ReadUnder::day;
    return out;
}

std::vector<Reading> readings_of(const SwitchSeen& seen) {
    std::vector<Reading> out;
    if (seen.given && seen.given->judged.verdict != ReadingVerdict::no_promise)
        out.push_back(seen.given->reading);
    for (const SwitchRow& row : seen.rows) {
        for (const auto* one : {&row.watts, &row.rate, &row.bit_rate}) {
            if (*one && (*one)->judged.verdict != ReadingVerdict::no_promise)
                out.push_back((*one)->reading);
        }
    }
    return out;
}

namespace {

void widen(std::vector<Watched>& watched, const Reading& reading) {
    const auto same = std::find_if(watched.begin(), watched.end(), [&](const Watched& one) {
        return one.reading.of == reading.of && one.reading.subject == reading.subject &&
               one.reading.under == reading.under;
    });
    if (same == watched.end()) {
        watched.push_back({reading, reading.value, reading.value, reading.when, reading.when, 1});
        return;
    }
    const bool kept = reading.of == ReadingOf::link_rate ? reading.value < same->least
                                                         : reading.value > same->most;
    if (kept) same->reading = reading;
    same->least = std::min(same->least, reading.value);
    same->most = std::max(same->most, reading.value);
    same->until = reading.when;
    ++same->count;
}

std::string csv_lines(const SwitchSeen& seen, const SwitchAsked& asked) {
    std::string out;
    const auto cell = [](const std::optional<ReadingAlong>& one) {
        return one ? fmt::format("{:.10g},{}", one->reading.value, id_of(one->judged.verdict))
                   : std::string(",");
    };
    out += fmt::format("{},{},,{},,,,\n", asked.now.when, asked.device, cell(seen.given));
    for (const SwitchRow& row : seen.rows) {
        if (row.watts || row.rate || row.bit_rate)
            out += fmt::format("{},{},{},{},{},{}\n", asked.now.when, asked.device, row.port,
                               cell(row.watts), cell(row.rate), cell(row.bit_rate));
    }
    return out;
}

}  // namespace

std::optional<Error> take_state(SwitchSeries& series, const Site& site, const Catalogue& catalogue,
                                SwitchState state, SwitchAsked asked) {
    asked.first = series.first ? &*series.first : nullptr;
    asked.before = series.last ? &*series.last : nullptr;
    Result<SwitchSeen> seen = switch_seen(site, catalogue, state, asked);
    if (!seen) return seen.error();
    if (series.count++ == 0)
        series.csv =
            "when,switch,port,watts,watts_verdict,link_mbps,link_verdict,bit_rate_mbps,"
            "bit_rate_verdict\n";
    series.csv += csv_lines(*seen, asked);
    for (const Reading& reading : readings_of(*seen)) widen(series.watched, reading);
    series.seen = std::move(*seen);
    if (!series.first) series.first = state;
    series.last = std::move(state);
    return std::nullopt;
}

Result<Site> keep_readings(const Site& site, const std::vector<Reading>& readings) {
    Site out = site;
    for (const Reading& reading : readings) {
        Result<Added> added = add_reading(std::move(out), reading);
        if (!added) return added.error();
        out = std::move(added->site);
    }
    return out;
}

}  // namespace ovant
