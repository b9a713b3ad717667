// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/cards.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include "core/assess/copper_path.h"
#include "core/assess/link_reach.h"
#include "core/assess/profile.h"
#include "core/assess/radio_path.h"
#include "core/parts/cut_plan.h"
#include "core/prove/addresses.h"
#include "core/prove/promise.h"

namespace ovant {
namespace {

// The pairs that bring power over a length, where a PSE or what passes power on is at its near end.
std::optional<CardStep::Pairs> pairs_with_power(const Network& net, PortAt from, PortAt to,
                                                Medium medium) {
    const PortKind& in = net.port(to);
    const bool takes = in.role == PortRole::pd || in.role == PortRole::pass;
    const PortAt root = net.fed_from[to.device];
    const PortKind& out = net.port(from);
    const bool gives = out.role == PortRole::pse || out.role == PortRole::pass;
    if (medium != Medium::twisted_pair || !takes || !gives || !root.device || net.power_off(from))
        return std::nullopt;
    const PortKind& source = net.port(root);
    CardStep::Pairs pairs;
    pairs.passive = source.power == PowerKind::passive;
    pairs.count = pairs.passive ? source.pairs : poe_pairs(net, root);
    pairs.alternative = source.alternative;
    pairs.polarity = source.polarity;
    return pairs;
}

// Power comes in by the port that feeds the unit there, or goes on through one that passes it.
CardStep::Flow flow_over(const Network& net, PortAt from, PortAt to, Medium medium) {
    if (!carries_power(medium)) return CardStep::Flow::none;
    const auto gives = [&](PortAt at, PortAt into) {
        const PortRole role = net.port(at).role;
        const bool can = role == PortRole::pse || role == PortRole::pass;
        return can && !net.power_off(at) && net.fed_at[into.device] == into.port;
    };
    if (gives(from, to)) return CardStep::Flow::onward;
    return gives(to, from) ? CardStep::Flow::back : CardStep::Flow::none;
}

// What arrives over a feed beside the data, at the unit that takes it.
void expect_beside(const Network& net, DeviceNumber unit, CardStep& step) {
    const PortAt root = net.fed_by[unit];
    if (!root.device) return;
    if (net.port(root).power == PowerKind::passive)
        step.open_v = net.kind(root.device).supply->nominal_v;
    for (Condition condition : all_conditions) {
        for (const PortFeed& feed : solve_port(net, root, condition)) {
            for (std::size_t node = 1; node < feed.points.size(); ++node) {
                if (feed.points[node].device != unit || !feed.solution.stands) continue;
                const double volts = feed.solution.volts[node];
                step.expected_v =
                    std::isnan(step.expected_v) ? volts : std::min(step.expected_v, volts);
                step.expected_w = std::isnan(step.expected_w)
                                      ? feed.points[node].load_w
                                      : std::max(step.expected_w, feed.points[node].load_w);
            }
        }
    }
}

}  // namespace

CardStep lead_step(const Network& net, LinkNumber link, PortAt from, PortAt to) {
    const NetLink& laid = net.links[link];
    const bool from_is_a = laid.a == from;
    CardStep step;
    step.link = laid.link->id;
    step.cable = laid.cable->id;
    step.colour = laid.link->colour.empty() ? laid.cable->cable->colour : laid.link->colour;
    step.length_m = laid.length_m;
    step.cut_m = std::ceil(cut_m(net, link).value_or(laid.length_m));
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
    step.medium = laid.medium();
    step.existing = !laid.link->existing.empty();
    if (step.medium == Medium::radio) {
        step.height_from_m = net.device(from.device).height_m;
        step.height_to_m = net.device(to.device).height_m;
    }
    const auto module_in = [&](PortAt at) {
        const auto& modules = net.device(at.device).modules;
        const auto found = modules.find(net.port(at).id);
        return found == modules.end() ? std::string() : found->second;
    };
    step.module_from = module_in(from);
    step.module_to = module_in(to);
    if (net.kind(to.device).category == Category::combiner && !net.port(to).lane.empty())
        step.combiner_to = net.device(to.device).alternative.value_or(net.port(to).alternative);
    step.long_setting_from = net.long_setting_on(from);
    step.power = pairs_with_power(net, from, to, step.medium);
    const auto has_earth = [&](PortAt at) {
        const Place* place = net.place_of(at.device);
        return place && place->earth;
    };
    step.earth_from = has_earth(from);
    step.earth_to = has_earth(to);
    step.lights_to = net.kind(to.device).lights;
    step.flow = flow_over(net, from, to, step.medium);
    step.expected_v = step.expected_w = step.expected_dbm = step.open_v = std::nan("");
    step.rate_mbps =
        step.medium == Medium::dc ? std::nan("") : link_reach(net, laid, Condition::day).rate_mbps;
    return step;
}

namespace {

// What the run promises at the far end of hop `hop`.
void expect(const Network& net, const RunProfile& profile, LinkNumber link, std::size_t hop,
            CardStep& step) {
    const ProfilePoint& there = profile.points[hop + 1];
    const bool powered = carries_power(step.medium) && !profile.feeding_port.empty();
    for (std::size_t c = 0; powered && c < condition_count; ++c) {
        const double volts = profile.hops[hop].to_v[c];
        if (std::isnan(volts)) continue;
        step.expected_v = std::isnan(step.expected_v) ? volts : std::min(step.expected_v, volts);
        step.expected_w = std::isnan(step.expected_w) ? there.watts[c]
                                                      : std::max(step.expected_w, there.watts[c]);
    }
    step.rate_mbps = profile.hops[hop].rate_mbps;
    step.expected_dbm = profile.hops[hop].received_dbm;
    if (step.medium != Medium::radio) return;
    step.expected_dbm = radio_path(net, net.links[link]).received_dbm;
}

}  // namespace

namespace {

class Cautions {
public:
    Cautions(const Network& net, const Run& run) : net_(net), run_(run) {}

    std::vector<Caution> find() {
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            link(net_.links[run_.links[i]]);
            // The last pass-through unit before a load that is no PD must not send power on.
            if (i > 0 && net_.port(run_.outs[i]).role == PortRole::pass &&
                net_.port(run_.ins[i]).role == PortRole::data) {
                add(Caution::power_off_far_side);
            }
        }
        if (!run_.outs.empty()) unit(run_.outs.front().device);
        for (PortAt in : run_.ins) unit(in.device);
        earths();
        camera();
        return std::move(found_);
    }

private:
    void add(Caution caution) {
        if (std::find(found_.begin(), found_.end(), caution) == found_.end())
            found_.push_back(caution);
    }

    void link(const NetLink& laid) {
        const bool outdoors = laid.surroundings != Surroundings::indoor;
        if (laid.medium() == Medium::radio) {
            add(Caution::radio);
            add(Caution::height);
            return;
        }
        if (laid.medium() == Medium::fibre || laid.medium() == Medium::composite)
            add(Caution::fibre_light);
        if (laid.medium() == Medium::dc || laid.medium() == Medium::composite)
            add(Caution::dc_polarity);
        if (outdoors && carries_power(laid.medium()) && !laid.cable->cable->cord)
            add(Caution::earth);
        if (laid.in_ground || laid.dug_m > 0)
            add(Caution::services);
        else if (laid.surroundings >= Surroundings::wet)
            add(Caution::water);
        for (const std::string& id : laid.link->pathways) {
            const Pathway* pathway = find_pathway(*net_.site, id);
            if (pathway && pathway->kind == PathwayKind::overhead) add(Caution::height);
        }
    }

    void unit(DeviceNumber number) {
        one_unit(number);
        const PortAt by = net_.fed_by[number];
        if (!by.device) return;
        if (by.device != number) one_unit(by.device);
        feed(by);
    }

    void one_unit(DeviceNumber number) {
        const Kind& kind = net_.kind(number);
        const Place* place = net_.place_of(number);
        const Kind* box = net_.catalogue->find(net_.device(number).enclosure);
        if (kind.solar || (box && box->box && box->box->ups_wh > 0)) add(Caution::batteries);
        if (place && place->vapour_zone) add(Caution::vapour);
        for (LinkNumber link : net_.link_on[number]) {
            if (link && net_.links[link].medium() == Medium::dc) add(Caution::dc_polarity);
        }
        if (!plugs_into_mains(kind) || net_.at_head_end(number)) return;
        add(Caution::mains);
        if (place && place->mains == Mains::generator) add(Caution::generator);
    }

    void feed(PortAt source) {
        const PortKind& port = net_.port(source);
        if (net_.long_setting_on(source)) add(Caution::long_setting);
        if (port.poe_class >= 5) add(Caution::bundle_heat);
        if (port.power != PowerKind::passive) return;
        if (port.medium == Medium::twisted_pair) add(Caution::passive_power);
        if (port.medium == Medium::composite || port.medium == Medium::coax)
            add(Caution::limited_circuit);
    }

    void earths() {
        if (!earth_crossings(net_, run_).empty()) add(Caution::separate_earths);
    }

    void camera() {
        if (net_.surroundings[run_.camera] != Surroundings::indoor) add(Caution::height);
        const Device& device = net_.device(run_.camera);
        for (const Place& place : net_.site->places) {
            if (place.vapour_zone && std::abs(device.at.x_m - place.at.x_m) <= place.width_m / 2 &&
                std::abs(device.at.y_m - place.at.y_m) <= place.depth_m / 2)
                add(Caution::vapour);
        }
        if (!has_picture(net_.kind(run_.camera))) return;
        // What turns or sees far can look where it should not.
        const bool turns = camera_draw(device, net_.kind(run_.camera)).motors_w >= 4;
        const bool sees_far = device.camera && device.camera->view.range_m >= far_view_m;
        if (turns || sees_far) add(Caution::privacy);
    }

    static constexpr double far_view_m = 60;
    const Network& net_;
    const Run& run_;
    std::vector<Caution> found_;
};

}  // namespace

std::vector<Caution> cautions_of(const Network& net, CameraNumber camera) {
    return Cautions(net, net.runs[camera]).find();
}

std::vector<CardStep> feeds_beside(const Network& net, const Run& run) {
    std::vector<CardStep> out;
    for (PortAt in : run.ins) {
        // A combiner takes nothing: what its other channel carries is the other camera's.
        if (net.kind(in.device).category == Category::combiner) continue;
        const PortNumber fed_at = net.fed_at[in.device];
        const LinkNumber link = fed_at ? net.link_at({in.device, fed_at}) : LinkNumber{};
        if (!link || std::find(run.links.begin(), run.links.end(), link) != run.links.end())
            continue;
        const PortAt at{in.device, fed_at};
        out.push_back(lead_step(net, link, net.across(at), at));
        expect_beside(net, in.device, out.back());
    }
    return out;
}

std::vector<Card> wiring_cards(const Network& net) {
    std::vector<Card> cards;
    Promises promises(net, Promises::Steps::none);
    const VlansByPort vlans = vlans_by_port(net);
    std::map<std::string, std::string> cut_for;  // link to the camera on whose card it is cut
    for (CameraNumber number : net.cameras.numbers()) {
        const Run& run = net.runs[number];
        if (!run.connected) continue;
        const Device& camera = net.device(run.camera);
        Card card;
        card.camera = camera.id;
        card.name = camera.name;
        card.kind = camera.kind;
        card.wiring = net.site->settings.plug_wiring;
        card.verdict = assess_run(net, number).verdict;
        if (card.verdict != Verdict::holds) card.seen = promises.foretold(number);
        const RunProfile profile = run_profile(net, number);
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
        // An injector's own LAN side, and that of what else stands before the first cable.
        const Category first = net.kind(run.outs.front().device).category;
        if (!run.upstream.empty() && first != Category::network_switch &&
            first != Category::recorder) {
            const PortAt lan{run.outs.front().device, onward_to_recorder(net, run.outs.front())};
            card.steps.push_back(lead_step(net, run.upstream.front(), net.across(lan), lan));
        }
        for (std::size_t k = 0; k < run.links.size(); ++k) {
            card.steps.push_back(lead_step(net, run.links[k], run.outs[k], run.ins[k]));
            expect(net, profile, run.links[k], k, card.steps.back());
            const auto vlan = vlans.find({run.outs[k].device, run.outs[k].port});
            if (vlan != vlans.end() && vlan->second.size() == 1 &&
                net.kind(run.outs[k].device).category == Category::network_switch &&
                net.kind(run.ins[k].device).category != Category::network_switch)
                card.steps.back().vlan_from = *vlan->second.begin();
        }
        card.beside = feeds_beside(net, run);
        for (auto* steps : {&card.steps, &card.beside}) {
            for (CardStep& step : *steps) {
                const auto [cut, is_new] = cut_for.emplace(step.link, card.camera);
                if (!is_new) step.cut_with = cut->second;
            }
        }
        card.cautions = cautions_of(net, number);
        cards.push_back(std::move(card));
    }
    return cards;
}

}  // namespace ovant
