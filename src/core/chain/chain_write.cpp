// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <cmath>

#include "core/chain/chain.h"
#include "core/chain/chain_words.h"
#include "core/look_up.h"

namespace ovant {
namespace {

std::string number(double value) { return fmt::format("{:.15g}", value); }

std::string draw_words(const CameraDraw& draw) {
    std::string out = number(draw.day_w) + " W";
    const auto add = [&](double watts, const char* what) {
        if (watts > 0) out += " " + number(watts) + " W " + what;
    };
    if (draw != CameraDraw{draw.day_w, 0, 0, 0, 0}) out += " day";
    add(draw.infrared_w, "infrared");
    add(draw.heater_w, "heater");
    add(draw.motors_w, "motors");
    add(draw.start_w, "start");
    return out;
}

// What an element may be called, the shortest first; the last always reads back.
using Calls = std::vector<std::string>;

Calls calls_of_source(const Chain& chain, const Catalogue& catalogue) {
    const Kind& kind = or_nothing(catalogue.find(chain.source.kind));
    const double watts = or_nothing(find_port(kind, chain.source.out)).limit_w;
    const char* as = kind.category == Category::injector   ? " W injector"
                     : kind.category == Category::recorder ? " W recorder port"
                                                           : " W port";
    const std::string set_long = chain.long_setting ? " long setting" : "";
    return {number(watts) + as + set_long, chain.source.kind + set_long,
            chain.source.kind + " port " + chain.source.out + set_long};
}

Calls calls_of_length(const ChainLength& length) {
    const std::string metres = number(length.length_m) + " m";
    std::string how;
    if (length.lies == Surroundings::outdoor) how += " outdoors";
    if (length.lies == Surroundings::wet) how += " in the ground";
    if (length.protectors) how += " with protectors";
    Calls out{metres + how};
    for (const char* word : {"cat5e", "cat6", "clad cat5e", "clad cat6", "patch", "rg59", "rg6",
                             "fibre", "composite", "air", "lead"})
        out.push_back(metres + " " + word + how);
    out.push_back(metres + " " + length.cable + how);
    return out;
}

Calls calls_of_unit(const ChainUnit& unit, const Catalogue& catalogue) {
    Calls out;
    const Kind& kind = or_nothing(catalogue.find(unit.kind));
    for (const auto& [word, category] : unit_words)
        if (category == kind.category) out.push_back(word);
    out.push_back(unit.kind);
    out.push_back(fmt::format("{} in {} out {}", unit.kind, unit.in, unit.out));
    return out;
}

Calls calls_of_camera(const Chain& chain, const Catalogue& catalogue) {
    std::string how;
    if (chain.draw) how += " " + draw_words(*chain.draw);
    if (chain.bit_rate_mbps) how += " " + number(*chain.bit_rate_mbps) + " Mb/s";
    const Kind& kind = or_nothing(catalogue.find(chain.camera.kind));
    if (!has_picture(kind)) return {kind.id + how};
    return {"camera" + how, "camera " + kind.id + how};
}

}  // namespace

std::string write_chain(const Chain& chain, const Catalogue& catalogue) {
    std::vector<Calls> calls{calls_of_source(chain, catalogue)};
    for (std::size_t i = 0; i < chain.lengths.size(); ++i) {
        calls.push_back(calls_of_length(chain.lengths[i]));
        if (i < chain.units.size()) calls.push_back(calls_of_unit(chain.units[i], catalogue));
    }
    calls.push_back(calls_of_camera(chain, catalogue));
    std::vector<std::string> words;
    for (const Calls& one : calls) words.push_back(one.back());
    const auto text = [&] {
        std::string out;
        for (const std::string& word : words) out += (out.empty() ? "" : ", ") + word;
        return out;
    };
    for (std::size_t i = 0; i < calls.size(); ++i) {
        for (const std::string& call : calls[i]) {
            words[i] = call;
            const Result<Chain> read = read_chain(text(), catalogue, UnitSystem::metric);
            if (read && *read == chain) break;
        }
    }
    return text();
}

std::optional<Chain> chain_of(const Network& net, CameraNumber camera) {
    const Run& run = net.runs[camera];
    if (run.links.empty() || !run.source || !(run.source == run.outs.front())) return std::nullopt;
    Chain chain;
    chain.source = {net.kind(run.source.device).id, "", net.port(run.source).id};
    chain.long_setting = net.long_setting_on(run.source);
    for (std::size_t i = 0; i < run.links.size(); ++i) {
        const NetLink& laid = net.links[run.links[i]];
        const LinkEnd& end = laid.a == run.outs[i] ? laid.link->a : laid.link->b;
        chain.lengths.push_back({std::round(laid.length_m * 100) / 100, laid.cable->id,
                                 laid.in_ground ? Surroundings::wet : laid.surroundings,
                                 !end.protector.empty()});
        const PortAt in = run.ins[i];
        if (i + 1 == run.links.size()) break;
        chain.units.push_back(
            {net.kind(in.device).id, net.port(in).id, net.port(run.outs[i + 1]).id});
    }
    chain.camera = {net.kind(run.camera).id, net.port(run.ins.back()).id, ""};
    const Device& device = net.device(run.camera);
    if (device.camera) {
        chain.draw = device.camera->draw;
        chain.bit_rate_mbps = device.camera->bit_rate_mbps;
    }
    return chain;
}

}  // namespace ovant
