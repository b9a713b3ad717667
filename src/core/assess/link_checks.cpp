// SPDX-License-Identifier: GPL-3.0-or-later
// chain-count, link-length, link-rate, coax-loop, port-setting, conductor, surge, surroundings,
// beyond-standard.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/copper_path.h"
#include "core/assess/data_budget.h"
#include "core/assess/link_reach.h"
#include "core/assess/run_checks.h"
#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double longest_cord_m = 10;  // ISO/IEC 11801, cords in a channel, from memory

class LinkChecks {
public:
    explicit LinkChecks(RunCase& of)
        : case_(of), net_(of.net), run_(of.run), options_(of.options) {}

    void make() {
        if (run_.fed && run_.connected) chain_count();
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            link_length(link(i));
            link_rate(link(i));
            conductor(i);
            coax_loop(i);
            cable_heat(link(i));
            long_on_uplink(link(i));
            shared_room(link(i));
        }
        // What the run hangs on at the head end: a picture that stops there arrives nowhere.
        for (LinkNumber number : run_.upstream) {
            const NetLink& laid = net_.links[number];
            link_length(laid);
            link_rate(laid);
            shared_room(laid);
            long_on_uplink(laid);
        }
        if (run_.root) {
            if (auto check = recorder_input(net_, run_.root, options_.working))
                offer(std::move(*check));
        }
        if (run_.connected && net_.site->settings.school == School::standard) beyond_standard();
        if (run_.connected) surge();
        if (run_.fed && run_.connected) port_setting();
        if (run_.connected) surroundings();
    }

private:
    void chain_count() {
        int most = 0, count = 0, in_row = 0;
        PortAt source;
        for (std::size_t i = 0; i + 1 < run_.ins.size(); ++i) {
            const DeviceNumber device = run_.ins[i].device;
            const auto& in_line = net_.kind(device).in_line;
            if (!in_line) continue;
            // A chain fed from its other end is another chain.
            const PortAt by = net_.fed_by[device];
            in_row = by == source ? in_row + 1 : 1;
            source = by;
            count = std::max(count, in_row);
            if (in_line->most_in_chain > 0) {
                most = most == 0 ? in_line->most_in_chain : std::min(most, in_line->most_in_chain);
            }
        }
        const int allowed = net_.site->settings.practice.longest_chain;
        const bool own_rule = allowed > 0 && count > 0 && (most == 0 || allowed < most);
        if (own_rule) most = allowed;
        if (most == 0) return;
        Check check = start(CheckId::chain_count, case_.out.camera, count, most, Unit::count,
                            Sense::at_most, own_rule ? source::site_setting : source::maker);
        judge(check, 0);
        offer(std::move(check));
    }

    void link_length(const NetLink& laid) {
        const Medium medium = laid.medium();
        if (medium == Medium::radio || medium == Medium::dc) return;  // other checks judge those
        for (Condition condition : case_.conditions) {
            Check check = link_length_check(net_, laid, condition, options_.working);
            offer(std::move(check));
        }
    }

    // Everybody on the wiring of one head unit shares its rate.
    double shared_load_mbps(const NetLink& laid) const {
        if (laid.medium() != Medium::mains_wiring) return laid.load_mbps;
        double most_mbps = laid.load_mbps;
        for (PortAt end : {laid.a, laid.b}) {
            double sum_mbps = 0;
            for (LinkNumber number : net_.link_on[end.device]) {
                if (!number) continue;
                const NetLink& other = net_.links[number];
                if (other.medium() == Medium::mains_wiring) sum_mbps += other.load_mbps;
            }
            most_mbps = std::max(most_mbps, sum_mbps);
        }
        return most_mbps;
    }

    void link_rate(const NetLink& laid) {
        if (laid.medium() == Medium::radio) return;  // radio-airtime
        const LinkReach reach = link_reach(net_, laid, case_.conditions.front());
        const double load_mbps = shared_load_mbps(laid);
        Check check = start(CheckId::link_rate, laid.link->id, load_mbps, reach.rate_mbps,
                            Unit::megabit_per_second, Sense::at_most, source::throughput_margin);
        if (options_.working) {
            camera_bit_rate_mbps(net_.device(run_.camera), net_.kind(run_.camera), &check.working);
            if (load_mbps > net_.bit_rate_mbps[case_.number]) {
                check.working.push_back({"sum of the cameras on this link", "", load_mbps,
                                         Unit::megabit_per_second, source::bit_rate_estimate});
            }
        }
        if (reach.long_setting) check.note = Note::long_setting;
        judge(check, reach.rate_mbps * keep().data_share);
        if (reach.unsure && check.verdict == Verdict::holds) {
            check.verdict = Verdict::tight;
            check.note = Note::unsure_rate;
            check.source = source::try_on_site;
        }
        offer(std::move(check));
    }

    void port_setting() {
        const PortAt port = run_.source;
        if (!net_.long_setting_on(port)) return;
        Check check = start(CheckId::port_setting, port_name(port), 0, long_setting_rate_mbps,
                            Unit::megabit_per_second, Sense::at_most, source::long_setting);
        check.note = Note::long_setting;
        const Kind& unit = net_.kind(port.device);
        for (PortNumber number : unit.ports.numbers()) {
            const PortAt neighbour{port.device, number};
            const LinkNumber laid = net_.link_at(neighbour);
            if (!laid || !net_.long_setting_on(neighbour) || neighbour == port) continue;
            const double load_mbps = net_.links[laid].load_mbps;
            if (load_mbps <= check.value) continue;
            check.value = load_mbps;
            check.other = port_name(neighbour);
        }
        judge(check, long_setting_rate_mbps * keep().data_share);
        offer(std::move(check));
    }

    // Never on what more than one camera's data go over: an uplink, a radio.
    void long_on_uplink(const NetLink& laid) {
        for (PortAt end : {laid.a, laid.b}) {
            if (!net_.long_setting_on(end)) continue;
            const PortAt other = end == laid.a ? laid.b : laid.a;
            const Kind& far = net_.kind(other.device);
            const bool shares = net_.port(end).uplink || net_.port(other).uplink || far.radio ||
                                far.category == Category::network_switch ||
                                far.category == Category::recorder;
            if (!shares) continue;
            Check check = plain_check(CheckId::port_setting, port_name(end), source::long_setting);
            check.verdict = Verdict::fails;
            check.note = Note::long_on_uplink;
            check.other = net_.device(other.device).id;
            offer(std::move(check));
        }
    }

    void conductor(std::size_t i) {
        const NetLink& laid = link(i);
        const CableFacts& cable = *laid.cable->cable;
        // A cord is meant to be stranded, as long as it stays one.
        const bool cord = cable.cord && laid.length_m <= longest_cord_m;
        if (laid.medium() != Medium::twisted_pair || cord) return;
        Check check = start(CheckId::conductor, laid.link->id, no_value, no_value, Unit::none,
                            Sense::at_least, source::category_conductors);
        check.margin = 0;
        check.other = laid.cable->id;
        if (cable.conductor.material == ConductorMaterial::copper_clad_aluminium) {
            check.verdict = Verdict::fails;
            check.note = Note::copper_clad;
        } else if (cable.conductor.form == ConductorForm::stranded) {
            check.verdict = Verdict::tight;
            check.note = Note::stranded;
        }
        offer(std::move(check));
    }

    // cable-heat: the middle of a bundle is no warmer than the cable stands.
    void cable_heat(const NetLink& laid) {
        if (laid.bundled.cables == 0) return;
        for (Condition condition : case_.conditions) {
            const double air_c =
                cable_temperature_c(net_.site->settings, condition, laid.surroundings);
            const double rise_k = laid.bundled.most_k[static_cast<std::size_t>(condition)];
            Check check = start(CheckId::cable_heat, laid.link->id, air_c + rise_k,
                                laid.cable->max_temperature_c, Unit::celsius, Sense::at_most,
                                source::cable_heat);
            check.condition = condition;
            check.by_condition = true;
            check.other = laid.cable->id;
            if (options_.working)
                check.working.push_back({"air and what the others warm it by",
                                         fmt::format("{:g} + {:.1f}, {} cables together", air_c,
                                                     rise_k, laid.bundled.cables),
                                         check.value, Unit::celsius, source::bundle_heat});
            judge(check, 0);
            offer(std::move(check));
        }
    }

    // shared-room: what lies there can be used once.
    void shared_room(const NetLink& laid) {
        if (net_.shared.empty()) return;
        const auto over = [&](const std::string& id) {
            const auto use = net_.shared.find(id);
            if (use == net_.shared.end() || !use->second.over()) return;
            Check check = start(CheckId::shared_room, id, use->second.taken, use->second.room,
                                Unit::count, Sense::at_most, source::drawing);
            check.other = laid.link->id;
            check.note = use->second.fibres ? Note::no_more_fibres : Note::none;
            judge(check, 0);
            offer(std::move(check));
        };
        if (!laid.link->existing.empty()) over(laid.link->existing);
        for (const std::string& pathway : laid.link->pathways) over(pathway);
    }

    // coax-loop: the pair of units works over so much resistance and no more.
    void coax_loop(std::size_t i) {
        const NetLink& laid = case_.link(i);
        if (laid.medium() != Medium::coax) return;
        double most_ohm = 0;
        for (PortAt end : {laid.a, laid.b}) {
            const auto& line = net_.kind(end.device).line;
            if (line && line->most_loop_ohm > 0)
                most_ohm =
                    most_ohm > 0 ? std::min(most_ohm, line->most_loop_ohm) : line->most_loop_ohm;
        }
        if (most_ohm == 0) return;
        for (Condition condition : case_.conditions) {
            Check check = start(CheckId::coax_loop, laid.link->id, 0, most_ohm, Unit::ohm,
                                Sense::at_most, source::maker);
            check.condition = condition;
            check.by_condition = true;
            check.value = coax_loop_ohm(
                net_, laid, cable_temperature_c(net_.site->settings, condition, laid.surroundings),
                case_.working(check));
            judge(check, 0);
            if (laid.cable->cable->steel_core) check.note = Note::steel_core;
            offer(std::move(check));
        }
    }

    // A protector at both ends of each stretch of copper that goes outdoors.
    void surge() {
        int led_away = 0, wanted = 0;
        std::string bare_unit;  // between two outdoor stretches, open to both or one
        std::size_t last_end = run_.links.size();
        bool last_bare = false;
        for (const CopperStretch& stretch : copper_stretches(net_, run_)) {
            if (!stretch.outdoors) continue;
            const bool near = surge_led_away(net_, run_, stretch.from, false);
            const bool far = surge_led_away(net_, run_, stretch.to - 1, true);
            wanted += 2;
            led_away += near + far;
            if (last_end == stretch.from && (last_bare || !near)) {
                const DeviceNumber unit = run_.outs[stretch.from].device;
                if (net_.kind(unit).category == Category::network_switch)
                    bare_unit = net_.device(unit).id;
            }
            last_end = stretch.to;
            last_bare = !far;
        }
        if (wanted == 0) return;
        Check check = start(CheckId::surge, case_.out.camera, led_away, wanted, Unit::count,
                            Sense::at_least, source::surge_practice);
        judge(check, 0);
        // Advice, not physics: the run works until the day of the surge. That day a switch between
        // two lengths outdoors takes with it all that hang on it.
        if (check.verdict == Verdict::fails && bare_unit.empty()) check.verdict = Verdict::tight;
        if (!bare_unit.empty()) {
            check.note = Note::unit_unprotected;
            check.other = bare_unit;
        }
        offer(std::move(check));
    }

    // beyond-standard: what works, and what its makers may promise, but no channel standard does.
    void beyond_standard() {
        const auto say = [&](std::string subject, Note note) {
            Check check =
                plain_check(CheckId::beyond_standard, std::move(subject), source::channel_standard);
            check.verdict = Verdict::fails;
            check.note = note;
            offer(std::move(check));
        };
        for (DeviceNumber unit : case_.units()) {
            const Kind& kind = net_.kind(unit);
            const bool passes =
                std::any_of(kind.ports.begin(), kind.ports.end(),
                            [](const PortKind& port) { return port.role == PortRole::pass; });
            const std::string& id = net_.device(unit).id;
            if (kind.category == Category::combiner)
                say(id, Note::shared_cable);
            else if (kind.in_line && passes)
                say(id, Note::passes_power_on);
        }
        for (LinkNumber number : run_.links) {
            const NetLink& laid = net_.links[number];
            if (laid.medium() != Medium::twisted_pair) continue;
            const std::string& line = net_.port(laid.a).line;
            if (!line.empty() && line == net_.port(laid.b).line) say(laid.link->id, Note::own_line);
            for (PortAt end : {laid.a, laid.b}) {
                if (net_.long_setting_on(end)) say(port_name(end), Note::long_setting);
            }
        }
    }

    void surroundings() {
        for (PortAt in : run_.ins) {
            device_surroundings(in.device);
            // What feeds it on the spot: an adapter, a solar supply.
            const DeviceNumber by = net_.fed_by[in.device].device;
            if (by && !net_.at_head_end(by)) device_surroundings(by);
        }
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            const NetLink& laid = link(i);
            Check check =
                plain_check(CheckId::surroundings, laid.link->id, source::enclosure_rating);
            check.other = laid.cable->id;
            if (crosses_water(*net_.site, *laid.link, net_.device(laid.a.device).at,
                              net_.device(laid.b.device).at, laid.medium())) {
                check.verdict = Verdict::fails;
                check.note = Note::crosses_water;
            } else if (laid.in_ground && laid.cable->rating < Surroundings::wet) {
                check.verdict = Verdict::fails;
                check.note = Note::not_for_burial;
            } else if (laid.dug_m > 0 && laid.cable->rating == Surroundings::outdoor) {
                check.verdict = Verdict::tight;
                check.note = Note::not_for_digging;
            } else if (laid.cable->rating < laid.surroundings) {
                check.note =
                    past_rating(laid.cable->rating, laid.surroundings, Note::cable_indoor_outside);
                check.verdict = verdict_past_rating(check.note);
            }
            offer(std::move(check));
        }
    }

    static Note past_rating(Surroundings rating, Surroundings here, Note indoors) {
        if (rating == Surroundings::indoor) return indoors;
        return here == Surroundings::submerged ? Note::not_for_water : Note::not_for_wet;
    }
    static Verdict verdict_past_rating(Note note) {
        return note == Note::not_for_wet ? Verdict::tight : Verdict::fails;
    }

    void device_surroundings(DeviceNumber number) {
        const Device& device = net_.device(number);
        const Kind& kind = net_.kind(number);
        const Kind* box = net_.catalogue->find(device.enclosure);
        const Surroundings rating = std::max(kind.rating, box ? box->rating : kind.rating);
        const Surroundings here = net_.surroundings[number];
        Check check = plain_check(CheckId::surroundings, device.id, source::enclosure_rating);
        check.other = kind.id;
        const Settings& settings = net_.site->settings;
        if (rating < here) {
            check.note = past_rating(rating, here, Note::indoor_outside);
            check.verdict = verdict_past_rating(check.note);
        } else if (here != Surroundings::indoor &&
                   surroundings_c(net_, number, Condition::coldest_night) <
                       kind.min_temperature_c) {
            check.value = surroundings_c(net_, number, Condition::coldest_night);
            check.limit = kind.min_temperature_c;
            check.unit = Unit::celsius;
            check.note = Note::too_cold;
            judge(check, 0);
        } else if (here != Surroundings::indoor && settings.day_c > kind.max_temperature_c) {
            check.value = settings.day_c;
            check.limit = kind.max_temperature_c;
            check.unit = Unit::celsius;
            check.sense = Sense::at_most;
            check.note = Note::too_hot;
            judge(check, 0);
        }
        offer(std::move(check));
    }

    void offer(Check&& check) { case_.offer(std::move(check)); }
    const NetLink& link(std::size_t i) const { return case_.link(i); }
    const KeepBack& keep() const { return case_.keep(); }
    std::string port_name(PortAt at) const { return case_.port_name(at); }
    static Check start(CheckId id, std::string subject, double value, double limit, Unit unit,
                       Sense sense, Source source) {
        return start_check(id, std::move(subject), value, limit, unit, sense, source);
    }

    RunCase& case_;
    const Network& net_;
    const Run& run_;
    const AssessOptions& options_;
};

}  // namespace

void link_checks(RunCase& of) { LinkChecks(of).make(); }

}  // namespace ovant
