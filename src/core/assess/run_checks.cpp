// SPDX-License-Identifier: GPL-3.0-or-later
// The checks of one run: put together here, made in the files named in check_table.cpp.
// not-connected is made here.
#include "core/assess/run_checks.h"

#include <algorithm>

namespace ovant {
namespace {

// Straight to the place of the recorder; NaN where the site has none.
double to_head_end_m(const RunCase& of) {
    const Place* head = head_end_of(*of.net.site);
    const Device& camera = of.net.device(of.run.camera);
    if (camera.stated_run_m > 0) return camera.stated_run_m;
    return head ? distance_m(head->at, camera.at) : no_value;
}

void not_connected(RunCase& of) {
    const Network& net = of.net;
    const Run& run = of.run;
    Check check = start_check(CheckId::not_connected, of.out.camera, to_head_end_m(of), no_value,
                              Unit::metre, Sense::at_least, source::drawing);
    check.margin = no_value;
    const int most_w_class = poe_class_for_load(
        greatest_camera_power_w(camera_draw(net.device(run.camera), net.kind(run.camera))));
    check.detail = CameraNeeds{most_w_class, net.bit_rate_mbps[of.number]};
    check.verdict = run.connected ? Verdict::fails : Verdict::unknown;
    check.note = !run.connected ? Note::no_cable : run.power_off ? Note::power_off : Note::no_feed;
    of.offer(std::move(check));
}

// A unit on the way that nothing feeds: no picture comes through it.
void unit_without_power(RunCase& of, DeviceNumber device) {
    const Network& net = of.net;
    if (!lives_on_a_feed(net.kind(device)) || net.fed_by[device].device) return;
    Check check = start_check(CheckId::not_connected, net.device(device).id, no_value, no_value,
                              Unit::none, Sense::at_least, source::drawing);
    check.margin = no_value;
    check.verdict = Verdict::fails;
    check.note = Note::unit_without_power;
    of.offer(std::move(check));
}

// There is a cable and perhaps power, and yet nobody sees the picture.
void pictures_end_before(RunCase& of) {
    const Network& net = of.net;
    if (!of.run.connected || pictures_arrive(net, of.run)) return;
    const std::string end = of.run.root ? net.device(of.run.root).id : of.out.camera;
    Check check = start_check(CheckId::not_connected, end, no_value, no_value, Unit::none,
                              Sense::at_least, source::drawing);
    check.margin = no_value;
    check.verdict = Verdict::fails;
    check.note =
        has_picture(net.kind(of.run.camera)) ? Note::ends_nowhere : Note::ends_before_head_end;
    of.offer(std::move(check));
}

}  // namespace

// Of each check the worst, and beside it every other thing that fails it: one fault does not hide
// the next.
void RunCase::offer(Check&& check) {
    const auto first = std::find_if(out.checks.begin(), out.checks.end(),
                                    [&](const Check& kept) { return kept.id == check.id; });
    if (first == out.checks.end()) {
        out.checks.push_back(std::move(check));
        return;
    }
    const auto same = std::find_if(first, out.checks.end(), [&](const Check& kept) {
        return kept.id == check.id && kept.subject == check.subject;
    });
    if (same != out.checks.end()) {
        if (!worse(check, *same)) return;
        *same = std::move(check);
        if (same != first && worse(*same, *first)) std::swap(*same, *first);
        return;
    }
    if (worse(check, *first)) std::swap(check, *first);
    if (check.verdict == Verdict::fails) out.checks.push_back(std::move(check));
}

std::vector<DeviceNumber> RunCase::units() const {
    std::vector<DeviceNumber> all;
    if (run.outs.empty()) return {run.camera};
    all.reserve(run.ins.size() + 1);
    all.push_back(run.outs.front().device);
    for (PortAt in : run.ins) all.push_back(in.device);
    return all;
}

Check start_check(CheckId id, std::string subject, double value, double limit, Unit unit,
                  Sense sense, Source source) {
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

Check plain_check(CheckId id, std::string subject, Source source) {
    Check check = start_check(id, std::move(subject), no_value, no_value, Unit::none,
                              Sense::at_least, source);
    check.margin = 0;
    return check;
}

RunAssessment assess_run(const Network& net, CameraNumber camera, const AssessOptions& options) {
    RunCase of{net, net.runs[camera], camera, options, {}, {}};
    if (options.condition)
        of.conditions = {*options.condition};
    else
        of.conditions.assign(std::begin(all_conditions), std::end(all_conditions));
    RunAssessment& out = of.out;
    out.camera = net.device(of.run.camera).id;
    out.length_m = of.run.length_m;
    out.connected = of.run.connected;
    for (Condition condition : of.conditions) {
        out.camera_w = std::max(out.camera_w, camera_power_w(net, of.run.camera, condition));
    }
    out.checks.reserve(16);
    if (!of.run.connected || !of.run.fed) not_connected(of);
    pictures_end_before(of);
    std::vector<DeviceNumber> units = of.units();
    if (of.run.connected) {
        const std::vector<DeviceNumber> beyond = way_of_pictures(net, of.run);
        units.insert(units.end(), beyond.begin(), beyond.end());
    }
    for (DeviceNumber unit : units) {
        // A combiner takes nothing for itself: what feeds its other channel is the other camera's.
        if (net.kind(unit).category != Category::combiner) unit_without_power(of, unit);
    }
    always_on_checks(of);
    power_checks(of);
    link_checks(of);
    if (of.run.connected) {
        light_checks(of);
        radio_checks(of);
        place_checks(of);
        practice_checks(of);
    }
    for (const Check& check : out.checks) {
        if (&check == &out.checks.front() || check.verdict > out.verdict) {
            out.verdict = check.verdict;
        }
    }
    return std::move(out);
}

}  // namespace ovant
