// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/design/cleared.h"

#include <algorithm>

namespace ovant {
namespace {

bool stays_at_head_end(const Network& net, DeviceNumber number) {
    if (!net.at_head_end(number) && head_end_of(*net.site)) return false;
    const Category category = net.kind(number).category;
    return category == Category::network_switch || category == Category::recorder ||
           category == Category::ups;
}

// Units that a run leans on, for its pictures or its power.
void mark_units(const Network& net, const Run& run, By<DeviceNumber, bool>& marked) {
    const auto mark = [&](DeviceNumber unit) {
        while (unit && !marked[unit]) {
            marked[unit] = true;
            unit = net.fed_from[unit].device;
        }
    };
    mark(run.camera);
    mark(run.source.device);
    mark(run.root);
    for (PortAt at : run.outs) mark(at.device);
    for (PortAt at : run.ins) mark(at.device);
    for (LinkNumber link : run.upstream) {
        mark(net.links[link].a.device);
        mark(net.links[link].b.device);
    }
}

}  // namespace

std::string_view id_of(Keep keep) {
    switch (keep) {
        case Keep::all: return "all";
        case Keep::working: return "working";
        case Keep::nothing: return "nothing";
    }
    return "";
}

std::vector<DeviceNumber> cameras_to_design(const Network& net, const Assessment& assessment,
                                            Keep keep) {
    std::vector<DeviceNumber> out;
    for (CameraNumber number : net.runs.numbers()) {
        const Run& run = net.runs[number];
        const Verdict verdict = assessment.runs[number].verdict;
        const bool works = verdict == Verdict::holds || verdict == Verdict::tight;
        if (keep == Keep::nothing || !run.connected || !run.fed ||
            (keep == Keep::working && !works))
            out.push_back(run.camera);
    }
    return out;
}

Site cleared_for_design(const Network& net, const std::vector<DeviceNumber>& cameras) {
    By<DeviceNumber, bool> designed(net.kinds.size(), false), stays(net.kinds.size(), false);
    for (DeviceNumber camera : cameras) designed[camera] = true;
    for (const Run& run : net.runs) {
        if (!designed[run.camera]) mark_units(net, run, stays);
    }
    for (DeviceNumber unit : net.kinds.numbers()) {
        if (stays_at_head_end(net, unit)) stays[unit] = true;
    }
    By<DeviceNumber, bool> gone(net.kinds.size(), false);
    By<LinkNumber, bool> taken_out(net.links.size(), false);
    std::vector<DeviceNumber> waiting = cameras;
    while (!waiting.empty()) {
        const DeviceNumber unit = waiting.back();
        waiting.pop_back();
        for (LinkNumber link : net.link_on[unit]) {
            if (!link || taken_out[link]) continue;
            taken_out[link] = true;
            const NetLink& laid = net.links[link];
            const DeviceNumber other = laid.a.device == unit ? laid.b.device : laid.a.device;
            if (designed[other] || stays[other] || gone[other]) continue;
            gone[other] = true;
            waiting.push_back(other);
        }
    }
    Site out = *net.site;
    out.devices.clear();
    out.links.clear();
    std::vector<DeviceNumber> left;
    for (DeviceNumber unit : net.kinds.numbers()) {
        if (gone[unit]) continue;
        left.push_back(unit);
        out.devices.push_back(net.device(unit));
    }
    By<DeviceNumber, std::set<int>> long_now(net.kinds.size());
    for (LinkNumber link : net.links.numbers()) {
        if (taken_out[link]) continue;
        out.links.push_back(*net.links[link].link);
        for (PortAt at : {net.links[link].a, net.links[link].b})
            long_now[at.device].insert(net.port(at).group);
    }
    // What was set for cables that are gone: a group of ports set long, a transceiver.
    for (std::size_t i = 0; i < out.devices.size(); ++i) {
        Device& device = out.devices[i];
        std::erase_if(device.long_groups,
                      [&](int group) { return !long_now[left[i]].contains(group); });
        for (LinkNumber link : net.link_on[left[i]]) {
            if (!link || !taken_out[link]) continue;
            const NetLink& laid = net.links[link];
            device.modules.erase(net.port(laid.a.device == left[i] ? laid.a : laid.b).id);
        }
    }
    return out;
}

}  // namespace ovant
