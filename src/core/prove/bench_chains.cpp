// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/bench_chains.h"

#include <fmt/format.h>

#include <algorithm>
#include <boost/graph/adjacency_list.hpp>
#include <boost/graph/max_cardinality_matching.hpp>
#include <set>

namespace ovant {
namespace {

// A socket as far as it matters which one is taken: two of the same sort are one thing.
std::string socket_words(const Network& net, PortAt at) {
    const PortKind& port = net.port(at);
    const auto& modules = net.device(at.device).modules;
    const auto module = modules.find(port.id);
    return fmt::format("{}/{}/{:g}/{:g}/{}/{}/{}{}{}{}", static_cast<int>(port.role),
                       port.poe_class, port.limit_w, port.rate_mbps, port.pairs,
                       static_cast<int>(port.power), port.line,
                       net.long_setting_on(at) ? "/long" : "", net.power_off(at) ? "/off" : "",
                       module == modules.end() ? "" : "/" + module->second);
}

std::string link_words(const Network& net, LinkNumber link, PortAt from, PortAt to) {
    // A lead is a lead: which cable it will be does not matter on a table.
    return fmt::format("{} > {} > {} {}", socket_words(net, from),
                       static_cast<int>(net.links[link].medium()), socket_words(net, to),
                       unit_words(net, to.device));
}

// From the unit at the head end to the camera, with what feeds units of it from beside.
std::string chain_to_camera(const Network& net, const Run& run) {
    std::string out = unit_words(net, run.outs.front().device);
    for (std::size_t i = 0; i < run.links.size(); ++i) {
        out += " | " + link_words(net, run.links[i], run.outs[i], run.ins[i]);
        const PortAt by = net.fed_by[run.ins[i].device];
        if (by && by != run.source)
            out += " fed " + unit_words(net, by.device) + " " + socket_words(net, by);
    }
    return out;
}

std::string chain_to_recorder(const Network& net, const Run& run) {
    std::string out = run.root ? unit_words(net, run.root) : "";
    const std::vector<HeadEndLead> leads = leads_to_recorder(net, run);
    for (std::size_t i = leads.size(); i-- > 0;)
        out += " | " + link_words(net, leads[i].link, leads[i].from, leads[i].to);
    return out;
}

std::size_t place_in(std::vector<std::string>& list, const std::string& words) {
    const auto found = std::find(list.begin(), list.end(), words);
    if (found != list.end()) return static_cast<std::size_t>(found - list.begin());
    list.push_back(words);
    return list.size() - 1;
}

}  // namespace

std::string unit_words(const Network& net, DeviceNumber number) {
    const Device& device = net.device(number);
    std::string out = device.kind;
    if (device.alternative) out += *device.alternative == Alternative::a ? "/a" : "/b";
    return out;
}

std::vector<HeadEndLead> leads_to_recorder(const Network& net, const Run& run) {
    std::vector<HeadEndLead> out;
    DeviceNumber at = run.outs.empty() ? run.camera : run.outs.front().device;
    for (LinkNumber link : run.upstream) {
        const NetLink& laid = net.links[link];
        const PortAt here = laid.a.device == at ? laid.a : laid.b;
        const PortAt there = laid.a.device == at ? laid.b : laid.a;
        out.push_back({link, there, here});
        at = there.device;
    }
    return out;
}

std::vector<std::string> beginnings_of(const Network& net, const Run& run) {
    std::vector<std::string> out{run.root ? unit_words(net, run.root) : ""};
    const auto go_on = [&](LinkNumber link, PortAt from, PortAt to) {
        out.push_back(out.back() + " | " + link_words(net, link, from, to));
    };
    const std::vector<HeadEndLead> leads = leads_to_recorder(net, run);
    for (std::size_t i = leads.size(); i-- > 0;) go_on(leads[i].link, leads[i].from, leads[i].to);
    for (std::size_t i = 0; i < run.links.size(); ++i) go_on(run.links[i], run.outs[i], run.ins[i]);
    return out;
}

CamerasByBeginning cameras_by_beginning(const Network& net) {
    CamerasByBeginning out;
    for (CameraNumber number : net.cameras.numbers()) {
        if (!net.runs[number].connected) continue;
        for (const std::string& words : beginnings_of(net, net.runs[number]))
            out[words].push_back(net.device(net.cameras[number]).id);
    }
    return out;
}

// A greatest matching, and one more edge for each corner that it leaves out.
LeastCover least_cover(const Network& net) {
    LeastCover out;
    std::vector<CameraNumber> connected;
    for (CameraNumber number : net.cameras.numbers()) {
        const Run& run = net.runs[number];
        out.chain_of.push_back(0);
        out.way_of.push_back(0);
        if (!run.connected || run.links.empty()) continue;
        connected.push_back(number);
        out.chain_of[number] = place_in(out.chains, chain_to_camera(net, run));
        out.way_of[number] = place_in(out.ways, chain_to_recorder(net, run));
    }
    using Graph = boost::adjacency_list<boost::vecS, boost::vecS, boost::undirectedS>;
    Graph graph(out.chains.size() + out.ways.size());
    std::map<std::pair<std::size_t, std::size_t>, CameraNumber> run_of;
    for (CameraNumber number : connected) {
        const std::size_t chain = out.chain_of[number];
        const std::size_t way = out.chains.size() + out.way_of[number];
        if (run_of.emplace(std::pair(chain, way), number).second)
            boost::add_edge(chain, way, graph);
    }
    std::vector<std::size_t> mate(boost::num_vertices(graph));
    boost::edmonds_maximum_cardinality_matching(graph, mate.data());
    std::set<CameraNumber> taken;
    for (const auto& [corners, number] : run_of) {
        const auto& [chain, way] = corners;
        const auto none = boost::graph_traits<Graph>::null_vertex();
        const auto first_of = [&](std::size_t corner) {
            const auto first = std::find_if(run_of.begin(), run_of.end(), [&](const auto& one) {
                return one.first.first == corner || one.first.second == corner;
            });
            return first->second;
        };
        if (mate[chain] == way) taken.insert(number);
        if (mate[chain] == none) taken.insert(first_of(chain));
        if (mate[way] == none) taken.insert(first_of(way));
    }
    out.taken.assign(taken.begin(), taken.end());
    return out;
}

}  // namespace ovant
