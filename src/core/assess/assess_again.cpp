// SPDX-License-Identifier: GPL-3.0-or-later
// An edit of one thing in a large site leaves most verdicts as they were. What an edit can reach:
// a device or link that is another now; all that is fed by the unit that feeds it, for they share
// its power; all that share a link whose load has changed; radio paths, if anything of the air has.
#include <algorithm>
#include <set>

#include "core/assess/link_reach.h"
#include "core/assess/unit_checks.h"
#include "core/assess/whole_site.h"

namespace ovant {
namespace {

bool same_but_for_devices_and_links(const Network& net, const Network& before) {
    const Site& now = *net.site;
    const Site& was = *before.site;
    return net.catalogue == before.catalogue && now.devices.size() == was.devices.size() &&
           net.links.size() == before.links.size() && net.runs.size() == before.runs.size() &&
           now.settings == was.settings && now.places == was.places &&
           now.pathways == was.pathways && now.existing == was.existing &&
           now.obstacles == was.obstacles && now.kinds == was.kinds &&
           net.passive_ends.size() == before.passive_ends.size() &&
           // Where pictures have to arrive, for all.
           net.shared == before.shared && net.has_recorder == before.has_recorder &&
           net.has_head_end == before.has_head_end;
}

// Borrows two networks that have the same things in the same order.
class Reach {
public:
    Reach(const Network& net, const Network& before) : net_(net), before_(before) {
        device_changed_.resize(net.kinds.size());
        link_changed_.resize(net.links.size());
        for (DeviceNumber device : net.kinds.numbers()) note_device(device);
        for (LinkNumber link : net.links.numbers()) note_link(link);
        for (CameraNumber camera : net.runs.numbers()) {
            if (net.bit_rate_mbps[camera] == before.bit_rate_mbps[camera] && same_way(camera))
                continue;
            roots_.insert({net.runs[camera].root, before.runs[camera].root});
        }
    }

    bool unit(DeviceNumber device) const {
        const auto& links = net_.link_on[device];
        return device_changed_[device] || feeding_.contains(device) ||
               std::any_of(links.begin(), links.end(),
                           [&](LinkNumber number) { return link(number); });
    }

    bool run(CameraNumber camera) const {
        const Run& run = net_.runs[camera];
        if (!same_way(camera) || roots_.contains(run.root) || beside(run.camera)) return true;
        // Fed without a cable for data, it has no links of a run.
        if (fed_anew(net_, run.camera) || fed_anew(before_, run.camera)) return true;
        const auto changed = [&](LinkNumber number) { return link(number); };
        if (std::any_of(run.links.begin(), run.links.end(), changed) ||
            std::any_of(run.upstream.begin(), run.upstream.end(), changed))
            return true;
        if (!run.outs.empty() && beside(run.outs.front().device)) return true;
        // Without power one of them passes no pictures on.
        const std::vector<DeviceNumber> onwards = way_of_pictures(net_, run);
        if (std::any_of(onwards.begin(), onwards.end(), [&](DeviceNumber unit) {
                return device_changed_[unit] || fed_anew(net_, unit) || fed_anew(before_, unit);
            }))
            return true;
        if (std::any_of(run.links.begin(), run.links.end(), [&](LinkNumber number) {
                std::set<DeviceNumber> seen;
                return channel(net_.links[number].a.device, seen) ||
                       channel(net_.links[number].b.device, seen);
            }))
            return true;
        const bool by_air = std::any_of(run.links.begin(), run.links.end(), [&](LinkNumber number) {
            return net_.links[number].medium() == Medium::radio;
        });
        return (air_ && by_air) || std::any_of(run.ins.begin(), run.ins.end(), [&](PortAt in) {
                   return beside(in.device) || fed_anew(net_, in.device) ||
                          fed_anew(before_, in.device);
               });
    }

private:
    // Its ends settle its rate with it: a port set long slows it down.
    bool link(LinkNumber number) const {
        if (!number) return false;
        const NetLink& laid = net_.links[number];
        return link_changed_[number] || device_changed_[laid.a.device] ||
               device_changed_[laid.b.device];
    }

    void note_device(DeviceNumber number) {
        if (net_.device(number) == before_.device(number) &&
            &net_.kind(number) == &before_.kind(number) &&
            net_.surroundings[number] == before_.surroundings[number])
            return;
        device_changed_[number] = true;
        air_ = air_ || net_.kind(number).radio || before_.kind(number).radio;
        feeding_.insert(number);
        for (const Network* net : {&net_, &before_}) note_feeds(*net, number);
    }

    void note_link(LinkNumber number) {
        const NetLink& now = net_.links[number];
        const NetLink& was = before_.links[number];
        if (*now.link == *was.link && now.cable == was.cable && now.a == was.a && now.b == was.b &&
            now.length_m == was.length_m && now.surroundings == was.surroundings &&
            now.in_ground == was.in_ground && now.load_mbps == was.load_mbps &&
            now.bundled == was.bundled)
            return;
        link_changed_[number] = true;
        air_ = air_ || now.medium() == Medium::radio || was.medium() == Medium::radio;
        for (PortAt end : {now.a, now.b}) note_feeds(net_, end.device);
        for (PortAt end : {was.a, was.b}) note_feeds(before_, end.device);
    }

    // Every supply that a device hangs on by what carries power, up to those on mains, whether it
    // feeds it or not: a second cable to a camera is a load on its port too.
    void note_feeds(const Network& net, DeviceNumber device) {
        std::vector<DeviceNumber> open{device};
        std::set<DeviceNumber> seen{device};
        while (!open.empty()) {
            const DeviceNumber at = open.back();
            open.pop_back();
            const auto& supply = net.kind(at).supply;
            if (supply || net.kind(at).solar) feeding_.insert(at);
            if (supply && supply->from_mains) continue;
            for (LinkNumber number : net.link_on[at]) {
                if (!number) continue;
                const NetLink& link = net.links[number];
                if (!carries_power(link.medium())) continue;
                const DeviceNumber next = link.a.device == at ? link.b.device : link.a.device;
                if (seen.insert(next).second) open.push_back(next);
            }
        }
    }

    bool fed_anew(const Network& net, DeviceNumber device) const {
        return feeding_.contains(net.fed_by[device].device);
    }

    bool same_way(CameraNumber camera) const {
        const Run& now = net_.runs[camera];
        const Run& was = before_.runs[camera];
        return now.camera == was.camera && now.links == was.links && now.outs == was.outs &&
               now.ins == was.ins && now.source == was.source && now.fed == was.fed &&
               now.connected == was.connected && now.power_off == was.power_off &&
               now.root == was.root && now.upstream == was.upstream;
    }

    // A unit of a run, or a cord or lead on it that is not of the run. What hangs on other ports of
    // a switch or a recorder is none of a run's business.
    bool beside(DeviceNumber device) const {
        // What it feeds warms the box that it stands in, for runs that it only passes on too.
        if (device_changed_[device] || feeding_.contains(device)) return true;
        const Category category = net_.kind(device).category;
        if (category == Category::network_switch || category == Category::recorder) return false;
        for (const Network* net : {&net_, &before_}) {
            for (LinkNumber number : net->link_on[device]) {
                if (link(number)) return true;
            }
        }
        return false;
    }

    // Something of the channel behind a unit that passes the signal is another now.
    bool channel(DeviceNumber device, std::set<DeviceNumber>& seen) const {
        if (!passes_signal(net_.kind(device)) || !seen.insert(device).second) return false;
        for (const Network* net : {&net_, &before_}) {
            for (LinkNumber number : net->link_on[device]) {
                if (!number) continue;
                const NetLink& laid = net->links[number];
                if (link(number) || channel(laid.a.device, seen) || channel(laid.b.device, seen))
                    return true;
            }
        }
        return false;
    }

    const Network& net_;
    const Network& before_;
    By<DeviceNumber, bool> device_changed_;
    By<LinkNumber, bool> link_changed_;
    std::set<DeviceNumber> feeding_;  // supplies that something which is another now hangs on
    std::set<DeviceNumber> roots_;    // recorders that more or less arrives at
    bool air_ = false;
};

}  // namespace

Assessment assess_again(const Network& net, const Network& before_net, Assessment before,
                        const AssessOptions& options) {
    if (!same_but_for_devices_and_links(net, before_net) || before.runs.size() != net.runs.size())
        return assess(net, options);
    const Reach reach(net, before_net);
    for (CameraNumber camera : net.runs.numbers()) {
        if (reach.run(camera)) before.runs[camera] = assess_run(net, camera, options);
    }
    std::vector<UnitAssessment> units;
    for (DeviceNumber number : net.kinds.numbers()) {
        if (!feeds_from_mains(*net.kinds[number])) continue;
        const UnitAssessment* was = before.unit(net.device(number).id);
        const bool kept = was && !reach.unit(number);
        units.push_back(kept ? *was : assess_unit(net, number, options));
    }
    before.units = std::move(units);
    site_checks(net, options, before);
    return before;
}

}  // namespace ovant
