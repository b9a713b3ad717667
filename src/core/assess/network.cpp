// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/network.h"

#include <algorithm>
#include <unordered_map>

#include "core/route/route.h"

namespace ovant {
namespace {

const Kind& nothing() {
    static const Kind kind;
    return kind;
}

int port_number(const Kind& kind, const std::string& port) {
    for (std::size_t i = 0; i < kind.ports.size(); ++i) {
        if (kind.ports[i].id == port) return static_cast<int>(i);
    }
    return -1;
}

// The port of a unit that leads on towards the feeding side, entered at `from`; -1 if none.
int onward_port(const Kind& kind, int from) {
    const PortKind& entered = kind.ports[static_cast<std::size_t>(from)];
    for (std::size_t i = 0; i < kind.ports.size(); ++i) {
        const PortKind& port = kind.ports[i];
        if (static_cast<int>(i) == from) continue;
        if (entered.role == PortRole::pass && port.role == PortRole::pass)
            return static_cast<int>(i);
        if (entered.role == PortRole::pse && port.role == PortRole::pd) return static_cast<int>(i);
    }
    return -1;
}

Run walk(const Network& net, int camera) {
    Run run;
    run.camera = camera;
    PortAt here{camera, -1};
    const Kind& kind = net.kind(camera);
    for (std::size_t i = 0; i < kind.ports.size(); ++i) {
        if (kind.ports[i].role == PortRole::pd) here.port = static_cast<int>(i);
    }
    if (here.port < 0 || net.link_at(here) < 0) return run;
    run.connected = true;
    while (run.links.size() <= net.links.size() && here.port >= 0) {
        const int link = net.link_at(here);
        if (link < 0) break;
        const PortAt out = net.across(here);
        run.links.push_back(link);
        run.ins.push_back(here);
        run.outs.push_back(out);
        run.length_m += net.links[static_cast<std::size_t>(link)].length_m;
        const Kind& feeding = net.kind(out.device);
        run.power_off = run.power_off || net.power_off(out);
        if (net.port(out).role == PortRole::pse && feeding.supply && feeding.supply->from_mains) {
            run.fed = !run.power_off;
            break;
        }
        here = {out.device, onward_port(feeding, out.port)};
        run.power_off = run.power_off || (here.port >= 0 && net.power_off(here));
    }
    std::reverse(run.links.begin(), run.links.end());
    std::reverse(run.ins.begin(), run.ins.end());
    std::reverse(run.outs.begin(), run.outs.end());
    return run;
}

// Adds a camera's rate to every link between it and the recorder.
void add_load(Network& net, const Run& run, double rate_mbps) {
    for (int link : run.links) net.links[static_cast<std::size_t>(link)].load_mbps += rate_mbps;
    if (run.outs.empty()) return;
    int device = run.outs.front().device;
    for (std::size_t steps = 0; steps < net.links.size(); ++steps) {
        const Kind& kind = net.kind(device);
        if (kind.category == Category::recorder) return;
        PortAt next;
        for (std::size_t i = 0; i < kind.ports.size(); ++i) {
            const PortAt at{device, static_cast<int>(i)};
            if (kind.ports[i].uplink && net.link_at(at) >= 0) {
                // Of two uplinks in use, one faces the recorder: the one not feeding others.
                if (next.device < 0 ||
                    net.kind(net.across(at).device).category == Category::recorder) {
                    next = at;
                }
            }
        }
        if (next.device < 0) return;
        net.links[static_cast<std::size_t>(net.link_at(next))].load_mbps += rate_mbps;
        device = net.across(next).device;
    }
}

}  // namespace

PortAt Network::across(PortAt at) const {
    const int link = link_at(at);
    if (link < 0) return {};
    const NetLink& found = links[static_cast<std::size_t>(link)];
    return found.a == at ? found.b : found.a;
}

bool Network::power_off(PortAt at) const {
    const auto& off = device(at.device).power_off_ports;
    return !off.empty() && off.contains(port(at).id);
}

bool Network::long_setting_on(PortAt at) const {
    const Kind& unit = kind(at.device);
    const auto& groups = device(at.device).long_groups;
    return unit.supply && unit.supply->long_setting && !groups.empty() && port(at).group > 0 &&
           groups.contains(port(at).group);
}

CameraDraw camera_draw(const Device& device, const Kind& kind) {
    if (device.camera && device.camera->draw) return *device.camera->draw;
    return kind.camera ? kind.camera->draw : CameraDraw{};
}

double camera_bit_rate_mbps(const Device& device, const Kind& kind, Working* working) {
    if (device.camera && device.camera->bit_rate_mbps) return *device.camera->bit_rate_mbps;
    if (!kind.camera) return 0;
    if (kind.camera->bit_rate_mbps) return *kind.camera->bit_rate_mbps;
    return picture_bit_rate_mbps(kind.camera->picture, working);
}

Network lay_out(const Site& site, const Catalogue& catalogue) {
    Network net;
    net.site = &site;
    net.catalogue = &catalogue;
    std::unordered_map<std::string_view, int> index;
    index.reserve(site.devices.size());
    std::unordered_map<std::string_view, Surroundings> place_surroundings;
    for (const Place& place : site.places) place_surroundings[place.id] = place.surroundings;
    for (std::size_t i = 0; i < site.devices.size(); ++i) {
        const Device& device = site.devices[i];
        const Kind* kind = catalogue.find(device.kind);
        net.kinds.push_back(kind ? kind : &nothing());
        const auto place = place_surroundings.find(device.place);
        net.surroundings.push_back(device.surroundings                 ? *device.surroundings
                                   : place != place_surroundings.end() ? place->second
                                                                       : Surroundings::outdoor);
        net.link_on.emplace_back(net.kinds.back()->ports.size(), -1);
        net.use_on.emplace_back(net.kinds.back()->ports.size());
        index[device.id] = static_cast<int>(i);
        if (net.kinds.back()->category == Category::camera)
            net.cameras.push_back(static_cast<int>(i));
    }
    for (const Link& link : site.links) {
        const auto a = index.find(link.a.device);
        const auto b = index.find(link.b.device);
        const Kind* cable = catalogue.find(link.cable);
        if (a == index.end() || b == index.end() || !cable || !cable->cable) continue;
        NetLink laid;
        laid.link = &link;
        laid.cable = cable;
        laid.a = {a->second, port_number(net.kind(a->second), link.a.port)};
        laid.b = {b->second, port_number(net.kind(b->second), link.b.port)};
        if (laid.a.port < 0 || laid.b.port < 0) continue;
        if (net.link_at(laid.a) >= 0 || net.link_at(laid.b) >= 0) continue;
        laid.length_m = link.measured_length_m
                            ? *link.measured_length_m
                            : drawn_length_m(site, link, net.device(laid.a.device).at,
                                             net.device(laid.b.device).at);
        laid.surroundings =
            link_surroundings(site, link, net.surroundings[static_cast<std::size_t>(a->second)],
                              net.surroundings[static_cast<std::size_t>(b->second)]);
        const int number = static_cast<int>(net.links.size());
        net.link_on[static_cast<std::size_t>(laid.a.device)]
                   [static_cast<std::size_t>(laid.a.port)] = number;
        net.link_on[static_cast<std::size_t>(laid.b.device)]
                   [static_cast<std::size_t>(laid.b.port)] = number;
        net.links.push_back(laid);
    }
    for (int camera : net.cameras) {
        net.runs.push_back(walk(net, camera));
        if (net.runs.back().fed) {
            const PortAt port = net.runs.back().outs.front();
            Network::PortUse& use = net.use_on[static_cast<std::size_t>(port.device)]
                                              [static_cast<std::size_t>(port.port)];
            if (use.cameras++ == 0) use.first_camera = camera;
        }
        net.bit_rate_mbps.push_back(camera_bit_rate_mbps(net.device(camera), net.kind(camera)));
    }
    for (std::size_t i = 0; i < net.runs.size(); ++i) {
        add_load(net, net.runs[i], net.bit_rate_mbps[i]);
    }
    return net;
}

}  // namespace ovant
