// SPDX-License-Identifier: GPL-3.0-or-later
// The checks of one run. Each function is named for the check it makes.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/assess/assess.h"

namespace ovant {
namespace {

constexpr double no_value = std::numeric_limits<double>::quiet_NaN();

class RunChecks {
public:
    RunChecks(const Network& net, std::size_t index, const AssessOptions& options)
        : net_(net), run_(net.runs[index]), index_(index), options_(options) {
        if (options.condition)
            conditions_ = {*options.condition};
        else
            conditions_.assign(std::begin(all_conditions), std::end(all_conditions));
    }

    RunAssessment make() {
        out_.camera = net_.device(run_.camera).id;
        out_.length_m = run_.length_m;
        out_.connected = run_.connected;
        const CameraDraw draw = camera_draw(net_.device(run_.camera), net_.kind(run_.camera));
        for (Condition condition : conditions_) {
            out_.camera_w = std::max(out_.camera_w, camera_power_w(draw, condition));
        }
        out_.checks.reserve(12);
        if (!run_.fed) {
            not_connected();
        } else {
            feed_checks();
            port_class();
            chain_count();
        }
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            link_length(i);
            link_rate(i);
            conductor(i);
        }
        if (run_.connected) surge();
        if (run_.fed) port_setting();
        if (run_.connected) surroundings();
        for (const Check& check : out_.checks) {
            if (&check == &out_.checks.front() || check.verdict > out_.verdict) {
                out_.verdict = check.verdict;
            }
        }
        return std::move(out_);
    }

private:
    const NetLink& link(std::size_t i) const {
        return net_.links[static_cast<std::size_t>(run_.links[i])];
    }
    Working* working(Check& check) { return options_.working ? &check.working : nullptr; }
    const KeepBack& keep() const { return net_.site->settings.keep_back; }

    // Keeps the worst check of each id: over conditions, links and devices.
    void offer(Check&& check) {
        for (Check& kept : out_.checks) {
            if (kept.id != check.id) continue;
            if (worse(check, kept)) kept = std::move(check);
            return;
        }
        out_.checks.push_back(std::move(check));
    }

    Check start(CheckId id, std::string subject, double value, double limit, Unit unit, Sense sense,
                Source source) const {
        Check check;
        check.id = id;
        check.subject = std::move(subject);
        check.value = value;
        check.limit = limit;
        check.unit = unit;
        check.sense = sense;
        check.source = source;
        return check;
    }

    std::string port_name(PortAt at) const {
        return net_.device(at.device).id + "." + net_.port(at).id;
    }

    // Straight to the place of the recorder; NaN where the site has none.
    double to_head_end_m() const {
        for (const Place& place : net_.site->places) {
            if (place.head_end) return distance_m(place.at, net_.device(run_.camera).at);
        }
        return no_value;
    }

    void not_connected() {
        Check check = start(CheckId::not_connected, out_.camera, to_head_end_m(), no_value,
                            Unit::metre, Sense::at_least, source::drawing);
        check.margin = no_value;
        const int most_w_class = poe_class_for_load(
            greatest_camera_power_w(camera_draw(net_.device(run_.camera), net_.kind(run_.camera))));
        check.parts = {static_cast<double>(most_w_class), net_.bit_rate_mbps[index_]};
        check.verdict = run_.connected ? Verdict::fails : Verdict::unknown;
        check.note = !run_.connected  ? Note::no_cable
                     : run_.power_off ? Note::power_off
                                      : Note::no_feed;
        check.remedies = {RemedyKind::another_way};
        offer(std::move(check));
    }

    void feed_checks() {
        for (Condition condition : conditions_) {
            const std::vector<PortFeed> feeds = solve_port(net_, run_.outs.front(), condition);
            for (const PortFeed& feed : feeds) {
                if (std::find(run_.outs.begin(), run_.outs.end(), feed.port) == run_.outs.end()) {
                    continue;  // another branch behind a regenerating unit
                }
                port_power(feed, condition);
                pair_current(feed, condition);
                for (std::size_t node = 1; node < feed.nodes.size(); ++node) {
                    voltage(feed, node, condition);
                }
            }
        }
    }

    // camera-voltage and device-voltage
    void voltage(const PortFeed& feed, std::size_t node, Condition condition) {
        const FeedPoint& point = feed.points[node];
        const Kind& kind = net_.kind(point.device);
        const bool camera = kind.camera.has_value();
        if (!camera && !kind.in_line) return;
        Check check =
            start(camera ? CheckId::camera_voltage : CheckId::device_voltage,
                  net_.device(point.device).id,
                  feed.solution.stands ? feed.solution.volts[node] : no_value, 0, Unit::volt,
                  Sense::at_least, camera ? source::poe_pd_volts : source::maker);
        check.condition = condition;
        check.by_condition = true;
        check.limit = camera ? camera_min_volts(kind, working(check)) : kind.in_line->min_volts;
        if (camera && kind.camera->min_volts) check.source = source::maker;
        if (options_.working) feed_drops(net_, feed, node, condition, check.working);
        judge(check, keep().volts);
        if (!feed.solution.stands)
            check.note = Note::collapses;
        else if (net_.site->settings.worst_permitted_cable)
            check.note = Note::worst_permitted;
        check.remedies = {RemedyKind::move_port, RemedyKind::another_way};
        if (clad(feed)) {
            check.note = feed.solution.stands ? Note::copper_clad : Note::collapses;
            check.remedies.insert(check.remedies.begin(), RemedyKind::solid_copper);
        }
        offer(std::move(check));
    }

    bool clad(const PortFeed& feed) const {
        return std::any_of(feed.points.begin() + 1, feed.points.end(), [&](const FeedPoint& point) {
            return net_.links[static_cast<std::size_t>(point.link)]
                       .cable->cable->conductor.material ==
                   ConductorMaterial::copper_clad_aluminium;
        });
    }

    void port_power(const PortFeed& feed, Condition condition) {
        Check check = start(CheckId::port_power, port_name(feed.port),
                            feed.solution.stands ? feed.solution.source_w : no_value, feed.limit_w,
                            Unit::watt, Sense::at_most, source::poe_class_table);
        check.condition = condition;
        check.by_condition = true;
        if (options_.working && feed.solution.stands) {
            check.working.push_back(
                {"P = V I, loads and the loss in the cable",
                 fmt::format("{:.1f} V × {:.4f} A; {:.2f} W taken, {:.2f} W lost", feed.source_v,
                             feed.solution.source_a, feed.load_w(),
                             feed.solution.source_w - feed.load_w()),
                 feed.solution.source_w, Unit::watt, source::ohms_law});
        }
        judge(check, feed.limit_w * keep().power_share);
        if (!feed.solution.stands) check.note = Note::collapses;
        check.remedies = {RemedyKind::move_port, RemedyKind::another_way};
        offer(std::move(check));
    }

    void pair_current(const PortFeed& feed, Condition condition) {
        const PoeTypeLimits limits =
            poe_type_limits(poe_type_of_class(net_.port(feed.port).poe_class));
        const int pairsets = feed.pairs / 2;
        Check check = start(CheckId::pair_current, port_name(feed.port),
                            feed.solution.stands ? feed.solution.source_a / pairsets : no_value,
                            limits.current_per_pairset_a, Unit::ampere, Sense::at_most,
                            source::poe_type_table);
        check.condition = condition;
        check.by_condition = true;
        if (options_.working && feed.solution.stands) {
            check.working.push_back({"I = P ÷ V ÷ pairsets",
                                     fmt::format("{:.2f} W ÷ {:.1f} V ÷ {}", feed.solution.source_w,
                                                 feed.source_v, pairsets),
                                     check.value, Unit::ampere, source::ohms_law});
        }
        judge(check, 0);
        if (!feed.solution.stands) check.note = Note::collapses;
        check.remedies = {RemedyKind::another_way};
        offer(std::move(check));
    }

    void port_class() {
        for (PortAt out : run_.outs) {
            if (net_.port(out).role != PortRole::pse) continue;
            const int asked = class_asked(net_, out);
            const int offered = net_.port(out).poe_class;
            Check check = start(CheckId::port_class, port_name(out), offered, asked,
                                Unit::poe_class, Sense::at_least, source::poe_class_table);
            judge(check, 0);
            if (asked > 8) check.note = Note::over_port_class;
            if (options_.working) {
                if (const auto limits = poe_class_limits(asked)) {
                    check.working.push_back({"class asked for: load at most", "", limits->pd_w,
                                             Unit::watt, source::poe_class_table});
                    check.working.push_back({"the port must give", "", limits->pse_w, Unit::watt,
                                             source::poe_class_table});
                }
            }
            check.remedies = {RemedyKind::move_port};
            offer(std::move(check));
        }
    }

    void chain_count() {
        int most = 0;
        int count = 0;
        for (std::size_t i = 0; i + 1 < run_.ins.size(); ++i) {
            const auto& in_line = net_.kind(run_.ins[i].device).in_line;
            if (!in_line) continue;
            ++count;
            if (in_line->most_in_chain > 0) {
                most = most == 0 ? in_line->most_in_chain : std::min(most, in_line->most_in_chain);
            }
        }
        if (most == 0) return;
        Check check = start(CheckId::chain_count, out_.camera, count, most, Unit::count,
                            Sense::at_most, source::maker);
        check.remedies = {RemedyKind::another_way};
        judge(check, 0);
        offer(std::move(check));
    }

    void link_length(std::size_t i) {
        for (Condition condition : conditions_) {
            Check check = link_length_check(net_, link(i), condition, options_.working);
            check.remedies = {RemedyKind::turn_long_setting_on, RemedyKind::another_way};
            offer(std::move(check));
        }
    }

    void link_rate(std::size_t i) {
        const NetLink& laid = link(i);
        const LinkReach reach = link_reach(net_, laid, conditions_.front());
        Check check = start(CheckId::link_rate, laid.link->id, laid.load_mbps, reach.rate_mbps,
                            Unit::megabit_per_second, Sense::at_most, source::throughput_margin);
        if (options_.working) {
            camera_bit_rate_mbps(net_.device(run_.camera), net_.kind(run_.camera), &check.working);
            if (laid.load_mbps > net_.bit_rate_mbps[index_]) {
                check.working.push_back({"sum of the cameras on this link", "", laid.load_mbps,
                                         Unit::megabit_per_second, source::bit_rate_estimate});
            }
        }
        if (reach.long_setting) check.note = Note::long_setting;
        judge(check, reach.rate_mbps * keep().data_share);
        check.remedies = {RemedyKind::turn_long_setting_off, RemedyKind::move_port,
                          RemedyKind::another_way};
        offer(std::move(check));
    }

    void port_setting() {
        const PortAt port = run_.outs.front();
        if (!net_.long_setting_on(port)) return;
        Check check = start(CheckId::port_setting, port_name(port), 0, long_setting_rate_mbps,
                            Unit::megabit_per_second, Sense::at_most, source::long_setting);
        check.note = Note::long_setting;
        const Kind& unit = net_.kind(port.device);
        for (std::size_t i = 0; i < unit.ports.size(); ++i) {
            const PortAt neighbour{port.device, static_cast<int>(i)};
            const int laid = net_.link_at(neighbour);
            if (laid < 0 || !net_.long_setting_on(neighbour) || neighbour == port) continue;
            const double load_mbps = net_.links[static_cast<std::size_t>(laid)].load_mbps;
            if (load_mbps <= check.value) continue;
            check.value = load_mbps;
            check.other = port_name(neighbour);
        }
        judge(check, long_setting_rate_mbps * keep().data_share);
        check.remedies = {RemedyKind::turn_long_setting_off, RemedyKind::move_port};
        offer(std::move(check));
    }

    void conductor(std::size_t i) {
        const NetLink& laid = link(i);
        const CableFacts& cable = *laid.cable->cable;
        Check check = start(CheckId::conductor, laid.link->id, no_value, no_value, Unit::none,
                            Sense::at_least, source::category_conductors);
        check.margin = 0;
        check.other = laid.cable->id;
        if (cable.conductor.material == ConductorMaterial::copper_clad_aluminium) {
            check.verdict = Verdict::fails;
            check.note = Note::copper_clad;
            check.remedies = {RemedyKind::solid_copper};
        } else if (cable.conductor.form == ConductorForm::stranded) {
            check.verdict = Verdict::tight;
            check.note = Note::stranded;
            check.remedies = {RemedyKind::solid_copper};
        }
        offer(std::move(check));
    }

    // A protector at the feeding end and at the camera, where the run goes outdoors.
    void surge() {
        bool outdoors = false;
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            outdoors = outdoors || link(i).surroundings != Surroundings::indoor;
        }
        if (!outdoors) return;
        const auto fitted_at = [&](std::size_t i, PortAt end) {
            const NetLink& laid = link(i);
            return !(laid.a == end ? laid.link->a : laid.link->b).protector.empty();
        };
        const int fitted =
            fitted_at(0, run_.outs.front()) + fitted_at(run_.links.size() - 1, run_.ins.back());
        Check check = start(CheckId::surge, out_.camera, fitted, 2, Unit::count, Sense::at_least,
                            source::surge_practice);
        judge(check, 0);
        // Advice, not physics: the run works until the day of the surge.
        if (check.verdict == Verdict::fails) check.verdict = Verdict::tight;
        check.remedies = {RemedyKind::add_protectors};
        offer(std::move(check));
    }

    void surroundings() {
        for (PortAt in : run_.ins) device_surroundings(in.device);
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            const NetLink& laid = link(i);
            Check check = stand_check(laid.link->id);
            check.other = laid.cable->id;
            if (laid.cable->rating < laid.surroundings) {
                check.verdict =
                    laid.cable->rating == Surroundings::indoor ? Verdict::fails : Verdict::tight;
                check.note = laid.cable->rating == Surroundings::indoor ? Note::cable_indoor_outside
                                                                        : Note::not_for_wet;
                check.remedies = {RemedyKind::another_way};
            }
            offer(std::move(check));
        }
    }

    Check stand_check(std::string subject) const {
        Check check = start(CheckId::surroundings, std::move(subject), no_value, no_value,
                            Unit::none, Sense::at_least, source::enclosure_rating);
        check.margin = 0;
        return check;
    }

    void device_surroundings(int number) {
        const Device& device = net_.device(number);
        const Kind& kind = net_.kind(number);
        const Kind* box = net_.catalogue->find(device.enclosure);
        const Surroundings rating = std::max(kind.rating, box ? box->rating : kind.rating);
        const Surroundings here = net_.surroundings[static_cast<std::size_t>(number)];
        Check check = stand_check(device.id);
        check.other = kind.id;
        const Settings& settings = net_.site->settings;
        if (rating < here) {
            check.verdict = rating == Surroundings::indoor ? Verdict::fails : Verdict::tight;
            check.note = rating == Surroundings::indoor ? Note::indoor_outside : Note::not_for_wet;
            check.remedies = {RemedyKind::fit_enclosure};
        } else if (here != Surroundings::indoor &&
                   settings.coldest_night_c < kind.min_temperature_c) {
            check.value = settings.coldest_night_c;
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

    const Network& net_;
    const Run& run_;
    std::size_t index_;
    const AssessOptions& options_;
    std::vector<Condition> conditions_;
    RunAssessment out_;
};

}  // namespace

double camera_min_volts(const Kind& kind, Working* working) {
    if (kind.camera && kind.camera->min_volts) return *kind.camera->min_volts;
    int poe_class = 3;
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pd && port.poe_class > 0) poe_class = port.poe_class;
    }
    const double volts = poe_class_limits(poe_class)->pd_volts_min;
    if (working) {
        working->push_back({fmt::format("least volts at a class {} load", poe_class), "", volts,
                            Unit::volt, source::poe_pd_volts});
    }
    return volts;
}

RunAssessment assess_run(const Network& net, std::size_t index, const AssessOptions& options) {
    return RunChecks(net, index, options).make();
}

}  // namespace ovant
