// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/variants/compare.h"

#include <algorithm>

#include "core/format/site_json.h"
#include "core/parts/parts.h"
#include "core/simulate/day.h"
#include "core/simulate/what_if.h"

namespace ovant {
namespace {

constexpr double s_in_min = 60;

void add_material(const Network& net, const std::vector<PartLine>& parts, DesignFacts& facts) {
    for (const PartLine& line : parts) {
        const Kind* kind = net.catalogue->find(line.kind);
        double& sum = line.small            ? facts.small_parts
                      : kind && kind->cable ? facts.cable
                                            : facts.equipment;
        sum += line.price;
    }
    facts.cost.material = facts.equipment + facts.cable + facts.small_parts;
}

// Where the difference says what is new or other of a list.
template <class Item>
void sort_put(const std::vector<Item>& put, const std::vector<Item>& standing, DesignFacts& facts) {
    for (const Item& item : put) {
        const bool there = std::any_of(standing.begin(), standing.end(),
                                       [&](const Item& one) { return one.id == item.id; });
        (there ? facts.changed : facts.added).push_back(item.id);
    }
}

}  // namespace

int things_that_can_fail(const Network& net) { return things_that_can_fail(net, whole_site(net)); }

int things_that_can_fail(const Network& net, const PartsOf& of) {
    int things = 0;
    for (DeviceNumber number : of.devices) things += !ends_a_run(net.kind(number));
    for (LinkNumber number : of.links)
        things += net.links[number].medium() == Medium::radio ? 1 : 2;
    return things;
}

DesignFacts facts_of_design(const Site& design, const CompareEffort& effort,
                            const std::function<bool(double)>& go_on) {
    const Catalogue catalogue = catalogue_for(design);
    const Network net = lay_out(design, catalogue);
    DesignFacts facts;
    facts.cost = cost_of(net, whole_site(net));
    CuttingEffort cutting;
    cutting.most_s = effort.most_cutting_s;
    add_material(net, bought_parts(net, plan_cuts(net, cutting)), facts);
    facts.cameras = static_cast<int>(net.runs.size());
    facts.runs = assess(net).summary;
    facts.can_fail = things_that_can_fail(net);
    if (const Result<DayPlan> plan = day_plan(design.settings)) {
        const DayResult day = play_day(net, *plan, go_on);
        for (const EnergyStep& step : day.energy) facts.peak_w = std::max(facts.peak_w, step.in_w);
        for (const CameraDay& camera : day.cameras) facts.dark_min += camera.dark_s / s_in_min;
    }
    ChanceOptions trials;
    trials.trials = effort.trials;
    facts.all_hold_share = chances(net, trials, go_on).all_hold_share;
    return facts;
}

std::vector<DesignFacts> compare_designs(const Site& site, const CompareEffort& effort,
                                         const std::function<bool(double)>& go_on) {
    bool goes_on = true;
    const auto asked = [&](double share) { return goes_on = goes_on && (!go_on || go_on(share)); };
    std::vector<DesignFacts> out{facts_of_design(site, effort, asked)};
    out.front().name = site.design_name;
    for (const Variant& variant : site.variants) {
        DesignSite design = with_variant(site, variant);
        DesignFacts facts = facts_of_design(design.site, effort, asked);
        facts.variant = variant.id;
        facts.name = variant.name;
        facts.mended = std::move(design.mended);
        Variant difference;
        set_difference(difference, site, design.site);
        facts.removed = difference.removed;
        sort_put(difference.places, site.places, facts);
        sort_put(difference.pathways, site.pathways, facts);
        sort_put(difference.existing, site.existing, facts);
        sort_put(difference.devices, site.devices, facts);
        sort_put(difference.links, site.links, facts);
        out.push_back(std::move(facts));
    }
    if (!goes_on) out.clear();
    return out;
}

}  // namespace ovant
