// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/labels.h"

#include <fmt/format.h>

namespace ovant {
namespace {

std::string port_id(const Network& net, PortAt at) {
    return net.device(at.device).id + "." + net.port(at).id;
}

}  // namespace

std::vector<Label> labels_of(const Network& net, const LabelsWanted& wanted) {
    std::vector<Label> out;
    for (const NetLink& laid : net.links) {
        if (!wanted.cables || laid.medium() == Medium::radio) continue;
        for (const auto& [here, there] : {std::pair(laid.a, laid.b), std::pair(laid.b, laid.a)})
            out.push_back({laid.link->id,
                           fmt::format("{} > {}", port_id(net, here), port_id(net, there)),
                           fmt::format("{} {}", laid.link->id, port_id(net, here))});
    }
    for (DeviceNumber number : net.kinds.numbers()) {
        if (!wanted.ports || ends_a_run(net.device(number), *net.catalogue)) continue;
        for (PortNumber port : net.kind(number).ports.numbers()) {
            const PortAt at{number, port};
            const PortAt far = net.across(at);
            if (!far) continue;
            const std::string& there = net.device(far.device).id;
            out.push_back({port_id(net, at), fmt::format("> {}", port_id(net, far)),
                           fmt::format("{} {}", port_id(net, at), there)});
        }
    }
    for (DeviceNumber number : net.kinds.numbers()) {
        if (!wanted.units) continue;
        const Device& device = net.device(number);
        const std::string address = device.on_network ? device.on_network->address : "";
        std::string line = device.name;
        if (!address.empty()) line += (line.empty() ? "" : ", ") + address;
        out.push_back({device.id, line, address.empty() ? device.id : device.id + " " + address});
    }
    return out;
}

}  // namespace ovant
