// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/cards.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/assess/profile.h"
#include "core/parts/parts.h"

namespace ovant {
namespace {

CardStep step_of(const Network& net, const Run& run, std::size_t i) {
    const NetLink& laid = net.links[static_cast<std::size_t>(run.links[i])];
    const PortAt from = run.outs[i];
    const PortAt to = run.ins[i];
    const bool from_is_a = laid.a == from;
    CardStep step;
    step.link = laid.link->id;
    step.cable = laid.cable->id;
    step.length_m = laid.length_m;
    step.cut_m = std::ceil(cut_length_m(net, laid));
    step.from = net.device(from.device).id;
    step.from_port = net.port(from).id;
    step.to = net.device(to.device).id;
    step.to_port = net.port(to).id;
    step.from_kind = net.device(from.device).kind;
    step.to_kind = net.device(to.device).kind;
    step.power_off_from = net.power_off(from);
    step.from_in_line = net.kind(from.device).in_line.has_value();
    step.to_in_line = net.kind(to.device).in_line.has_value();
    step.protector_from = (from_is_a ? laid.link->a : laid.link->b).protector;
    step.protector_to = (from_is_a ? laid.link->b : laid.link->a).protector;
    step.box_to = net.device(to.device).enclosure;
    return step;
}

}  // namespace

std::vector<Caution> cautions_of(const Network& net, std::size_t index) {
    const Run& run = net.runs[index];
    std::vector<Caution> cautions;
    const auto add = [&](Caution caution) {
        if (std::find(cautions.begin(), cautions.end(), caution) == cautions.end()) {
            cautions.push_back(caution);
        }
    };
    for (std::size_t i = 0; i < run.links.size(); ++i) {
        const NetLink& laid = net.links[static_cast<std::size_t>(run.links[i])];
        if (laid.surroundings != Surroundings::indoor) add(Caution::earth);
        if (laid.surroundings == Surroundings::wet) add(Caution::water);
        for (const std::string& id : laid.link->pathways) {
            const Pathway* pathway = find_pathway(*net.site, id);
            if (pathway && pathway->kind == PathwayKind::trench) add(Caution::services);
            if (pathway && pathway->kind == PathwayKind::overhead) add(Caution::height);
        }
        // The last pass-through unit before a load that is no PD must not send power on.
        if (i > 0 && net.port(run.outs[i]).role == PortRole::pass &&
            net.port(run.ins[i]).role == PortRole::data) {
            add(Caution::power_off_far_side);
        }
    }
    if (net.surroundings[static_cast<std::size_t>(run.camera)] != Surroundings::indoor) {
        add(Caution::height);
    }
    if (run.fed && net.long_setting_on(run.source)) add(Caution::long_setting);
    if (run.fed && net.port(run.source).poe_class >= 5) add(Caution::bundle_heat);
    return cautions;
}

std::vector<Card> wiring_cards(const Network& net) {
    std::vector<Card> cards;
    for (std::size_t i = 0; i < net.cameras.size(); ++i) {
        const Run& run = net.runs[i];
        if (!run.connected) continue;
        const Device& camera = net.device(run.camera);
        Card card;
        card.camera = camera.id;
        card.name = camera.name;
        card.kind = camera.kind;
        card.wiring = net.site->settings.plug_wiring;
        card.verdict = assess_run(net, i).verdict;
        const RunProfile profile = run_profile(net, i);
        card.expected_v = std::numeric_limits<double>::infinity();
        for (std::size_t c = 0; c < condition_count; ++c) {
            const double volts = profile.points.back().in_v[c];
            if (std::isnan(volts) || std::isnan(card.expected_v))
                card.expected_v = volts;
            else
                card.expected_v = std::min(card.expected_v, volts);
            card.expected_w = std::max(card.expected_w, profile.points.back().watts[c]);
        }
        for (const ProfileHop& hop : profile.hops) {
            card.rate_mbps =
                card.rate_mbps == 0 ? hop.rate_mbps : std::min(card.rate_mbps, hop.rate_mbps);
        }
        for (std::size_t k = 0; k < run.links.size(); ++k)
            card.steps.push_back(step_of(net, run, k));
        card.cautions = cautions_of(net, i);
        cards.push_back(std::move(card));
    }
    return cards;
}

}  // namespace ovant
