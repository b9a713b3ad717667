// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/data_budget.h"
#include "core/assess/link_reach.h"

#include <algorithm>
#include <limits>
#include <map>
#include <set>

namespace ovant {
namespace {

double into_recorder_mbps(const Network& net, DeviceNumber recorder) {
    double mbps = 0;
    for (LinkNumber link : net.link_on[recorder]) {
        if (link) mbps += net.links[link].load_mbps - net.links[link].unrecorded_mbps;
    }
    return mbps;
}

// Cameras whose run leads over each link.
std::map<LinkNumber, int> cameras_over_links(const Network& net) {
    std::map<LinkNumber, int> out;
    for (const Run& run : net.runs) {
        for (LinkNumber link : std::set<LinkNumber>(run.links.begin(), run.links.end()))
            ++out[link];
    }
    return out;
}

bool is_uplink(const Network& net, const NetLink& link) {
    return net.port(link.a).uplink || net.port(link.b).uplink;
}

}  // namespace

std::vector<DataStretch> data_budget(const Network& net) {
    std::vector<DataStretch> out;
    const std::map<LinkNumber, int> cameras_over = cameras_over_links(net);
    for (LinkNumber number : net.links.numbers()) {
        const NetLink& link = net.links[number];
        if (link.load_mbps <= 0) continue;
        const bool uplink = is_uplink(net, link);
        const auto cameras = cameras_over.find(number);
        if (!uplink && (cameras == cameras_over.end() || cameras->second < 2)) continue;
        const bool a_near = net.towards[link.b.device] == link.b.port;
        out.push_back({link.medium() == Medium::radio ? StretchKind::radio
                       : uplink                       ? StretchKind::uplink
                                                      : StretchKind::link,
                       link.link->id, net.device((a_near ? link.a : link.b).device).id,
                       net.device((a_near ? link.b : link.a).device).id, link.load_mbps,
                       link_reach(net, link, Condition::day).rate_mbps});
    }
    for (DeviceNumber device : net.kinds.numbers()) {
        if (net.kinds[device]->category != Category::recorder || net.kinds[device]->input_mbps <= 0)
            continue;
        const std::string& id = net.device(device).id;
        out.push_back({StretchKind::recorder, id, id, "", into_recorder_mbps(net, device),
                       net.kinds[device]->input_mbps});
    }
    std::stable_sort(out.begin(), out.end(), [](const DataStretch& a, const DataStretch& b) {
        return a.share() > b.share();
    });
    return out;
}

std::optional<Check> recorder_input(const Network& net, DeviceNumber recorder, bool working) {
    const Kind& kind = net.kind(recorder);
    if (kind.category != Category::recorder || kind.input_mbps <= 0) return std::nullopt;
    const double mbps = into_recorder_mbps(net, recorder);
    if (mbps <= 0) return std::nullopt;
    Check check;
    check.id = CheckId::recorder_input;
    check.subject = net.device(recorder).id;
    check.value = mbps;
    check.limit = kind.input_mbps;
    check.unit = Unit::megabit_per_second;
    check.source = source::maker;
    if (working) {
        check.working.push_back({"sum of the bit rates that arrive", "", mbps,
                                 Unit::megabit_per_second, source::bit_rate_estimate});
    }
    judge(check, kind.input_mbps * net.site->settings.keep_back.data_share);
    return check;
}

std::vector<Check> recorder_channels(const Network& net) {
    std::map<DeviceNumber, int> cameras;
    for (const Run& run : net.runs) {
        if (run.root && has_picture(net.kind(run.camera)) && pictures_arrive(net, run) &&
            net.kind(run.root).channels > 0)
            ++cameras[run.root];
    }
    std::vector<Check> out;
    for (const auto& [recorder, count] : cameras) {
        Check check;
        check.id = CheckId::recorder_channels;
        check.subject = net.device(recorder).id;
        check.value = count;
        check.limit = net.kind(recorder).channels;
        check.unit = Unit::count;
        check.source = source::maker;
        judge(check, 0);
        out.push_back(std::move(check));
    }
    return out;
}

std::vector<Check> recorder_inputs(const Network& net, bool working) {
    std::vector<Check> out;
    for (DeviceNumber device : net.kinds.numbers()) {
        if (std::optional<Check> check = recorder_input(net, device, working))
            out.push_back(std::move(*check));
    }
    if (net.has_recorder) return out;
    // Said once, of the unit that most pictures end at.
    std::map<DeviceNumber, double> ends;
    for (CameraNumber camera : net.cameras.numbers()) {
        const Run& run = net.runs[camera];
        if (has_picture(net.kind(run.camera)) && pictures_arrive(net, run))
            ends[run.root] += net.bit_rate_mbps[camera];
    }
    const auto most = std::max_element(
        ends.begin(), ends.end(), [](const auto& a, const auto& b) { return a.second < b.second; });
    if (most == ends.end()) return out;
    Check check;
    check.id = CheckId::recorder_input;
    check.subject = net.device(most->first).id;
    check.value = most->second;
    check.limit = check.margin = std::numeric_limits<double>::quiet_NaN();
    check.unit = Unit::megabit_per_second;
    check.source = source::drawing;
    check.verdict = Verdict::tight;
    check.note = Note::no_recorder;
    out.push_back(std::move(check));
    return out;
}

}  // namespace ovant
