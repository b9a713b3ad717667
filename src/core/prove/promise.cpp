// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/promise.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <cmath>

#include "core/assess/backup.h"
#include "core/assess/goes_with.h"
#include "core/assess/least_volts.h"
#include "core/assess/link_reach.h"
#include "core/assess/profile.h"
#include "core/assess/radio_path.h"
#include "core/text.h"

namespace ovant {
namespace {

// What the model may be off, common practice: makers' gauges and copper, what is pulled in against
// the plan, how little of its sheet a camera draws, how radios are mounted.
constexpr double idle_pairset_v = 3;  // a meter on pairs without a feed, common practice
constexpr double resistance_share = 0.10;
constexpr double drawn_length_share = 0.05, measured_length_share = 0.01, plan_off_m = 2;
constexpr double least_of_sheet = 0.3, above_sheet = 0.05;
constexpr double bit_rate_share = 0.3;
constexpr double light_db = 1, radio_db = 4;
// What of a link's rate is left for data: 1460 octets of each 1538 of a full frame with its gap,
// IEEE 802.3 and TCP over IPv4.
constexpr double data_share = 1460.0 / 1538;
constexpr double throughput_share = 0.1;
// A plug put in damages a few frames.
constexpr double frames_of_plugging = 5;
// There and back, common practice: over a link of Ethernet, one of another line code, one of radio,
// and what a unit takes to answer; and what it may be more at times.
constexpr double wired_ms = 0.2, line_ms = 3, radio_ms = 5, answer_ms = 1, busy_ms = 10;
// Batteries last shorter than reckoned as they age beside their share, longer with less load.
constexpr double battery_share = 0.2;
// No copper of its gauge has less than this of the resistance that its length asks for.
constexpr double least_resistance_share = 0.6;

}  // namespace

std::optional<Alternative> pairset_of(std::string_view text) {
    std::string plain;
    for (const char c : lowered(std::string(text))) {
        if (std::isalnum(static_cast<unsigned char>(c))) plain += c;
    }
    for (const char* a : {"a", "1236", "orangegreen", "greenorange"})
        if (plain == a) return Alternative::a;
    for (const char* b : {"b", "4578", "bluebrown", "brownblue"})
        if (plain == b) return Alternative::b;
    return std::nullopt;
}

Condition condition_of(ReadUnder under) {
    switch (under) {
        case ReadUnder::day: return Condition::day;
        case ReadUnder::night: return Condition::night;
        case ReadUnder::coldest_night: return Condition::coldest_night;
        case ReadUnder::restart: return Condition::restart;
    }
    return Condition::day;
}

Settings as_read(Settings then, const Reading& reading) {
    then.source_volts = SourceVolts::nominal;
    then.worst_permitted_cable = false;
    then.tolerances = {};
    if (reading.temperature_c) {
        then.day_c = then.night_c = then.coldest_night_c = *reading.temperature_c;
        then.hot_cable_c.reset();
    }
    return then;
}

Site as_read(Site then, const Reading& reading) {
    then.settings = as_read(std::move(then.settings), reading);
    return then;
}

// One reading's.
class PromiseOf {
public:
    PromiseOf(Promises& all, const Reading& reading)
        : all_(all), net_(all.net_), reading_(reading), condition_(condition_of(reading.under)) {}

    Promise make() {
        switch (reading_.of) {
            case ReadingOf::length: return length();
            case ReadingOf::loop_resistance: return loop();
            case ReadingOf::volts: return volts();
            case ReadingOf::watts: return watts();
            case ReadingOf::link_rate: return link_rate();
            case ReadingOf::bit_rate: return bit_rate();
            case ReadingOf::light: return light();
            case ReadingOf::radio_level: return radio_level();
            case ReadingOf::wire_map: return wire_map();
            case ReadingOf::errors: return errors();
            case ReadingOf::throughput: return throughput();
            case ReadingOf::delay: return delay();
            case ReadingOf::backup_time: return backup_time();
            case ReadingOf::symptom: return symptom();
        }
        return {};
    }

private:
    Working* steps(Promise& out) const {
        return all_.steps_ == Promises::Steps::all ? &out.working : nullptr;
    }
    void state(Promise& out, Step step) const {
        if (all_.steps_ == Promises::Steps::all) out.working.push_back(std::move(step));
    }
    const NetLink* link() const {
        const auto found = all_.links_.find(reading_.subject);
        return found == all_.links_.end() ? nullptr : found->second;
    }
    DeviceNumber device() const { return device_called(reading_.subject); }
    DeviceNumber device_called(std::string_view id) const {
        const auto found = all_.devices_.find(id);
        return found == all_.devices_.end() ? DeviceNumber() : found->second;
    }
    // "SW1.6": the port behind the last dot.
    PortAt port() const {
        const std::size_t dot = reading_.subject.rfind('.');
        if (dot == std::string::npos) return {};
        const DeviceNumber number =
            device_called(std::string_view(reading_.subject).substr(0, dot));
        if (!number) return {};
        for (PortNumber port : net_.kind(number).ports.numbers()) {
            if (net_.kind(number).ports[port].id == reading_.subject.substr(dot + 1))
                return {number, port};
        }
        return {};
    }

    static double length_share(const Link& link) {
        return link.measured_length_m ? measured_length_share : drawn_length_share;
    }

    Promise length() {
        const NetLink* laid = link();
        if (!laid || laid->medium() == Medium::radio) return {};
        Promise out;
        out.value = laid->length_m;
        const double share = length_share(*laid->link);
        const double plus_m = laid->link->measured_length_m ? 0 : plan_off_m;
        out.below = out.above = out.value * share + plus_m;
        out.lowest = 0;
        state(out, {"length of the cable, solid part", laid->link->id, out.value, Unit::metre,
                    laid->link->measured_length_m ? source::measured : source::site_setting});
        return out;
    }

    void sound_where_met(Link& read) const {
        if (!read.defects) return;
        read.defects->crossed = false;
        if (read.defects->pair.empty() || reading_.pair.empty() ||
            read.defects->pair == reading_.pair)
            return;
        read.defects->joint_ohm = 0;
        read.defects->conductors_open = 0;
    }
    // Out and back over one pair, as a meter reads it with the far end shorted.
    Promise loop() {
        const NetLink* laid = link();
        if (!laid || !carries_power(laid->medium())) return {};
        Promise out;
        // A meter finds the pair whole where polarity alone is crossed, and a pair sound where the
        // fault is known to lie in another.
        Link read = *laid->link;
        sound_where_met(read);
        NetLink met = *laid;
        met.link = &read;
        out.value = link_loop_ohm(net_, met, 1, condition_, steps(out));
        const double share = laid->link->measured_loop_ohm
                                 ? measured_length_share
                                 : resistance_share + length_share(*laid->link);
        out.below = out.above = out.value * share;
        out.lowest = out.value * least_resistance_share;
        out.past_lowest = ReadingNote::less_than_copper;
        return out;
    }

    // What a port gives, or what arrives at the input of a unit.
    Promise volts() {
        if (const PortAt at = port()) return on_pairset(at, volts_of_port(at));
        const DeviceNumber unit = device();
        if (!unit || !net_.fed_by[unit] || net_.feed_is_off[unit]) return {};
        const std::vector<PortFeed>& feeds = all_.feeds(net_.fed_by[unit], condition_);
        for (const PortFeed& feed : feeds) {
            for (std::size_t node = 1; node < feed.nodes.size(); ++node) {
                if (feed.points[node].device == unit)
                    return on_pairset(feed.port, volts_at(feed, node));
            }
        }
        return {};
    }
    // Where a pairset is named: the volts on one that is fed, none on the other, and no promise
    // where nobody says which of the two it is.
    Promise on_pairset(PortAt source, Promise whole) const {
        const auto named = pairset_of(reading_.pair);
        const PortKind& port = net_.port(source);
        if (!named || std::isnan(whole.value) || port.medium != Medium::twisted_pair) return whole;
        const int pairs = port.power == PowerKind::passive ? port.pairs : poe_pairs(net_, source);
        if (pairs >= 4) return whole;
        // Always-on feeds over two pairs use the spare ones: 4 5 and 7 8.
        const Alternative fed =
            port.power == PowerKind::passive ? Alternative::b : port.alternative;
        if (fed == Alternative::either) return {};
        if (fed == *named) return whole;
        Promise out;
        out.value = out.lowest = 0;
        out.above = idle_pairset_v;
        out.highest = whole.highest;
        out.past_highest = whole.past_highest;
        state(out,
              {"the other pairs carry the power", port.id, 0, Unit::volt, source::alternatives});
        return out;
    }
    Promise volts_of_port(PortAt at) {
        const auto& supply = net_.kind(at.device).supply;
        if (!supply || net_.port(at).role != PortRole::pse || net_.power_off(at)) return {};
        Promise out;
        out.value = supply->nominal_v * (1 - net_.site->settings.tolerances.volts_share) *
                    (1 - net_.device(at.device).low_volts_share);
        out.below = supply->nominal_v - supply->min_v;
        out.above = out.below;
        out.highest = supply->nominal_v + out.above;
        out.past_highest = ReadingNote::more_than_source;
        out.lowest = 0;
        state(out, {"V of the port, nominal", net_.kind(at.device).name, out.value, Unit::volt,
                    source::maker});
        return out;
    }
    Promise volts_at(const PortFeed& feed, std::size_t node) {
        Promise out;
        if (steps(out)) feed_drops(net_, feed, node, condition_, out.working);
        if (!feed.solution.stands) return {};
        const auto& supply = net_.kind(feed.port.device).supply;
        const double source_off_v = supply ? supply->nominal_v - supply->min_v : 0;
        out.value = feed.solution.volts[node];
        const double drop_v = feed.source_v - out.value;
        const double cable_off_v = drop_v * (resistance_share + worst_length_share(feed, node));
        out.below = source_off_v + cable_off_v;
        // Loads below their sheet leave more; nothing arrives above the source.
        out.above = source_off_v + drop_v;
        out.highest = feed.source_v + source_off_v;
        out.past_highest = ReadingNote::more_than_source;
        out.lowest = 0;
        return out;
    }
    double worst_length_share(const PortFeed& feed, std::size_t node) const {
        double share = 0;
        for (std::size_t at = node; at != 0; at = static_cast<std::size_t>(feed.nodes[at].parent))
            share = std::max(share, length_share(*net_.links[feed.points[at].link].link));
        return share;
    }

    bool feeds_ports(DeviceNumber unit) const {
        const Kind& kind = net_.kind(unit);
        return !kind.camera && kind.supply &&
               std::any_of(kind.ports.begin(), kind.ports.end(),
                           [](const PortKind& port) { return port.role == PortRole::pse; });
    }
    Promise watts() {
        Promise out;
        if (const PortAt at = port()) {
            if (net_.port(at).role != PortRole::pse || net_.power_off(at)) return {};
            const std::vector<PortFeed>& feeds = all_.feeds(at, condition_);
            if (feeds.empty() || !feeds.front().solution.stands) return {};
            out.value = feeds.front().solution.source_w;
            out.highest = feeds.front().limit_w * 1.2;  // cut long before, IEEE 802.3 clause 33
            state(out, {"P of the port = what its loads take and the cable loses", reading_.subject,
                        out.value, Unit::watt, source::ohms_law});
        } else if (const DeviceNumber unit = device(); unit && feeds_ports(unit)) {
            out.value = 0;
            for (PortNumber number : net_.kind(unit).ports.numbers()) {
                const PortAt one{unit, number};
                if (net_.port(one).role != PortRole::pse || net_.power_off(one)) continue;
                const std::vector<PortFeed>& feeds = all_.feeds(one, condition_);
                if (feeds.empty()) continue;
                if (!feeds.front().solution.stands) return {};
                out.value += feeds.front().solution.source_w;
            }
            state(out, {"P of the unit = all its ports together", reading_.subject, out.value,
                        Unit::watt, source::ohms_law});
        } else {
            if (!unit || !net_.kind(unit).camera) return {};
            out.value = camera_power_w(net_, unit, condition_);
            state(out, {"P of the camera in this condition, by its sheet", reading_.subject,
                        out.value, Unit::watt, source::maker});
        }
        // A camera takes what it needs, seldom all of its sheet.
        out.below = out.value * (1 - least_of_sheet);
        out.above = out.value * above_sheet;
        out.lowest = 0;
        return out;
    }

    // Ends that go together, and each sees the other's least light.
    bool light_links(const NetLink& laid) const {
        const OpticFacts* a = optic_at(net_, laid.a);
        const OpticFacts* b = optic_at(net_, laid.b);
        if (!a || !b || optic_mismatch(*a, *b, *laid.cable->cable) != Note::none) return false;
        const auto sees = [&](const OpticFacts& from, const OpticFacts& to) {
            return from.transmit_min_dbm - light_loss_db(laid, from.transmit_nm) >=
                   to.sensitivity_dbm;
        };
        return sees(*a, *b) && sees(*b, *a);
    }

    Promise link_rate() {
        const NetLink* laid = link();
        return laid ? link_rate_of(*laid) : Promise();
    }
    Promise link_rate_of(const NetLink& of) {
        const NetLink* laid = &of;
        Promise out;
        const LinkReach reach = link_reach(net_, *laid, condition_, steps(out));
        // Past what anyone states no link is promised; where one comes up, so much the better.
        const bool past = laid->length_m > std::max(reach.limit_m, reach.proven_m);
        const bool fibre = laid->medium() == Medium::fibre || laid->medium() == Medium::composite;
        out.value = past || (fibre && !light_links(*laid)) ? 0 : reach.rate_mbps;
        out.above = std::numeric_limits<double>::infinity();
        out.of_ethernet = laid->medium() != Medium::radio;
        return out;
    }

    Promise bit_rate() {
        const DeviceNumber unit = device();
        if (!unit || !net_.kind(unit).camera) return {};
        Promise out;
        out.value = camera_bit_rate_mbps(net_.device(unit), net_.kind(unit), steps(out));
        // Quiet scenes need less than the setting; the ceiling is kept.
        out.below = out.value * (1 - least_of_sheet);
        out.above = out.value * bit_rate_share;
        out.lowest = 0;
        return out;
    }

    // The worse direction, as the strip has it. More than the least may arrive.
    Promise light() {
        const NetLink* laid = link();
        if (!laid || (laid->medium() != Medium::fibre && laid->medium() != Medium::composite))
            return {};
        for (CameraNumber camera : net_.runs.numbers()) {
            const auto& links = net_.runs[camera].links;
            const bool here = std::any_of(links.begin(), links.end(), [&](LinkNumber number) {
                return &net_.links[number] == laid;
            });
            if (!here) continue;
            const RunProfile profile = run_profile(net_, camera);
            for (std::size_t hop = 0; hop < profile.hops.size(); ++hop) {
                if (profile.hops[hop].link != laid->link->id ||
                    std::isnan(profile.hops[hop].received_dbm))
                    continue;
                Promise out;
                if (steps(out)) out.working = hop_working(net_, camera, hop, condition_);
                out.value = profile.hops[hop].received_dbm;
                out.below = light_db;
                // Sent with the most its maker allows, over nothing.
                const OpticFacts* a = optic_at(net_, laid->a);
                const OpticFacts* b = optic_at(net_, laid->b);
                out.highest = std::max(a ? a->transmit_max_dbm : 0, b ? b->transmit_max_dbm : 0);
                out.above = out.highest - out.value;
                out.past_highest = ReadingNote::more_than_source;
                return out;
            }
        }
        return {};
    }

    Promise radio_level() {
        const NetLink* laid = link();
        if (!laid || laid->medium() != Medium::radio) return {};
        Promise out;
        const RadioPath path = radio_path(net_, *laid, steps(out));
        if (!path.sound) return {};
        // The promise keeps rain back; on a dry day more arrives.
        out.value = path.level_dbm;
        out.below = radio_db;
        out.above = radio_db + 10;
        out.highest = 0;
        out.past_highest = ReadingNote::more_than_source;
        return out;
    }

    // Straight through, or what is known of its pairs.
    Promise wire_map() {
        const NetLink* laid = link();
        if (!laid || laid->medium() != Medium::twisted_pair) return {};
        Promise out;
        Link read = *laid->link;
        WireMap shown = WireMap::straight;
        if (read.defects) {
            if (read.defects->crossed) shown = WireMap::crossed;
            sound_where_met(read);
            if (read.defects->conductors_open > 0) shown = WireMap::open;
        }
        out.value = static_cast<double>(shown);
        return out;
    }

    Promise errors() {
        const NetLink* laid = link();
        if (const PortAt at = port(); at && net_.link_at(at)) laid = &net_.links[net_.link_at(at)];
        if (!laid || carries_no_frames(*laid)) return {};
        Promise out;
        out.value = 0;
        out.above = frames_of_plugging;
        out.lowest = 0;
        return out;
    }
    static bool carries_no_frames(const NetLink& laid) {
        return laid.medium() == Medium::dc || laid.medium() == Medium::mains_wiring;
    }

    Promise throughput() {
        const NetLink* laid = link();
        if (!laid || carries_no_frames(*laid)) return {};
        Promise out;
        if (laid->medium() == Medium::radio) {
            const RadioPath path = radio_path(net_, *laid, steps(out));
            if (!path.sound) return {};
            out.value = path.planned >= 0 ? path.useful_mbps : 0;
            // On a dry day a faster modulation holds.
            out.above = std::numeric_limits<double>::infinity();
        } else {
            const Promise rate = link_rate();
            if (std::isnan(rate.value)) return {};
            out.value = rate.value * data_share;
            out.highest = rate.value;
            out.past_highest = ReadingNote::more_than_link;
            out.above = rate.value - out.value;
            state(out, {"data = rate × 1460 / 1538", fmt::format("{:.0f} × 0.949", rate.value),
                        out.value, Unit::megabit_per_second, source::ethernet_frame});
        }
        out.below = out.value * throughput_share;
        out.lowest = 0;
        return out;
    }

    Promise delay() {
        for (const Run& run : net_.runs) {
            if (net_.device(run.camera).id != reading_.subject || !run.connected) continue;
            Promise out;
            out.value = answer_ms;
            for (const auto* links : {&run.links, &run.upstream}) {
                for (LinkNumber number : *links) {
                    const NetLink& laid = net_.links[number];
                    const bool line = !net_.port(laid.a).line.empty();
                    out.value += laid.medium() == Medium::radio ? radio_ms
                                 : line                         ? line_ms
                                                                : wired_ms;
                }
            }
            state(out, {"delay = what each link takes, and the unit to answer",
                        fmt::format("{} links", run.links.size() + run.upstream.size()), out.value,
                        Unit::millisecond, source::reading_tolerance});
            out.below = out.value;
            out.above = busy_ms;
            out.lowest = 0;
            return out;
        }
        return {};
    }

    Promise backup_time() {
        const std::vector<Backup> all = backups(net_);
        for (const Backup& backup : all) {
            if (backup.id != reading_.subject) continue;
            if (!all_.assessed_) all_.assessed_ = assess(net_);
            Promise out;
            const Check check = ovant::backup_time(net_, backup, *all_.assessed_, steps(out));
            out.working = check.working;
            out.value = check.value;
            out.below = out.value * battery_share;
            out.above = std::numeric_limits<double>::infinity();
            out.lowest = 0;
            return out;
        }
        return {};
    }

    // On in this condition, by the volts that arrive and what the port gives.
    bool powered(DeviceNumber unit, Condition condition) {
        if (!net_.fed_by[unit] || net_.feed_is_off[unit]) return false;
        const Kind& kind = net_.kind(unit);
        for (const PortFeed& feed : all_.feeds(net_.fed_by[unit], condition)) {
            for (std::size_t node = 1; node < feed.nodes.size(); ++node) {
                const FeedPoint& point = feed.points[node];
                if (point.device != unit) continue;
                return feed.solution.stands && feed.watts() <= feed.limit_w &&
                       feed.solution.volts[node] >=
                           camera_off_below_v(kind, kind.ports[point.entered.port]);
            }
        }
        return false;
    }
    // As who looks would go: is it lit, does it link, does it arrive, does all of it.
    Promise symptom() {
        const DeviceNumber unit = device();
        if (!unit || !ends_a_run(net_.kind(unit))) return {};
        const auto told = [](Symptom symptom) {
            Promise out;
            out.value = static_cast<double>(symptom);
            return out;
        };
        if (!powered(unit, condition_)) {
            const bool by_day = condition_ != Condition::day && powered(unit, Condition::day);
            return told(by_day ? Symptom::restarts : Symptom::dark);
        }
        const auto run = all_.runs_.find(unit.position());
        return run == all_.runs_.end() ? Promise() : told(seen_of_data(net_.runs[run->second]));
    }
    Symptom seen_of_data(const Run& run) {
        if (run.links.empty() || link_rate_of(net_.links[run.links.back()]).value <= 0)
            return Symptom::no_link;
        if (!pictures_arrive(net_, run)) return Symptom::no_picture;
        for (DeviceNumber on_way : way_of_pictures(net_, run)) {
            if (lives_on_a_feed(net_.kind(on_way)) && !net_.fed_by[on_way])
                return Symptom::no_picture;
        }
        bool slow = false;
        for (const auto* links : {&run.links, &run.upstream}) {
            for (LinkNumber number : *links) {
                const NetLink& laid = net_.links[number];
                const double mbps = link_rate_of(laid).value;
                if (mbps <= 0) return Symptom::no_picture;
                slow = slow || laid.load_mbps > mbps;
            }
        }
        return slow ? Symptom::stutters : Symptom::well;
    }

    Promises& all_;
    const Network& net_;
    const Reading& reading_;
    const Condition condition_;
};

const std::vector<PortFeed>& Promises::feeds(PortAt port, Condition condition) {
    const std::tuple key{port.device.position(), port.port.position(), condition};
    const auto found = solved_.find(key);
    if (found != solved_.end()) return found->second;
    return solved_.emplace(key, solve_port(net_, port, condition)).first->second;
}

Promises::Promises(const Network& net, Steps steps) : net_(net), steps_(steps) {
    for (const NetLink& link : net.links) links_.emplace(link.link->id, &link);
    for (DeviceNumber number : net.kinds.numbers()) devices_.emplace(net.device(number).id, number);
    for (CameraNumber number : net.cameras.numbers())
        runs_.emplace(net.cameras[number].position(), number);
}

std::vector<Foretold> Promises::foretold(CameraNumber camera) {
    std::vector<Foretold> out;
    for (ReadUnder under :
         {ReadUnder::day, ReadUnder::night, ReadUnder::coldest_night, ReadUnder::restart}) {
        Reading reading;
        reading.of = ReadingOf::symptom;
        reading.subject = net_.device(net_.cameras[camera]).id;
        reading.under = under;
        const Promise promise = of(reading);
        const auto symptom = std::isnan(promise.value)
                                 ? Symptom::dark
                                 : static_cast<Symptom>(static_cast<int>(promise.value));
        if (symptom != Symptom::well) out.push_back({under, symptom});
    }
    return out;
}

std::vector<Foretold> foretold(const Network& net, CameraNumber camera) {
    return Promises(net, Promises::Steps::none).foretold(camera);
}

Promise Promises::of(const Reading& reading) { return PromiseOf(*this, reading).make(); }

}  // namespace ovant
