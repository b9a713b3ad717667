// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/what_if.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <random>

#include "core/look_up.h"

namespace ovant {
namespace {

// The copper-clad cable that would be pulled in place of this one; null where there is none.
const Kind* clad_instead(const Catalogue& catalogue, const Kind& cable) {
    const Kind* best = nullptr;
    for (const Kind* kind : catalogue.of(Category::cable)) {
        const CableFacts& facts = *kind->cable;
        if (facts.conductor.material != ConductorMaterial::copper_clad_aluminium || facts.cord)
            continue;
        const double off = std::abs(facts.conductor.awg - cable.cable->conductor.awg);
        if (!best || off < std::abs(best->cable->conductor.awg - cable.cable->conductor.awg))
            best = kind;
    }
    return best;
}

// A link that is cut, or an end of it that has died: nothing comes out of a feeding end any more;
// where no end feeds, the link is gone.
void fail_end(Site& site, const Catalogue& catalogue, const std::string& link, const LinkEnd& end,
              const LinkEnd& other) {
    const auto feeds = [&](const LinkEnd& at) {
        const Device* device = find_device(site, at.device);
        const Kind* kind = device ? catalogue.find(device->kind) : nullptr;
        const PortKind* port = kind ? find_port(*kind, at.port) : nullptr;
        return port && (port->role == PortRole::pse || port->role == PortRole::pass);
    };
    if (feeds(end))
        change(find_device(site, end.device),
               [&](Device& unit) { unit.power_off_ports.insert(end.port); });
    else if (!feeds(other))
        std::erase_if(site.links, [&](const Link& one) { return one.id == link; });
}

class Draw {
public:
    explicit Draw(std::uint32_t seed) : random_(seed) {}
    double uniform() { return (static_cast<double>(random_()) + 0.5) / 4294967296.0; }
    // Box and Muller, kept within three deviations.
    double normal(double deviation) {
        const double radius = std::sqrt(-2 * std::log(uniform()));
        const double value = radius * std::cos(2 * std::numbers::pi * uniform());
        return deviation * std::clamp(value, -3.0, 3.0);
    }

private:
    std::mt19937 random_;
};

}  // namespace

std::string_view id_of(WhatIf what_if) {
    switch (what_if) {
        case WhatIf::copper_clad: return "copper-clad";
        case WhatIf::hot_roof: return "hot-roof";
        case WhatIf::tolerances: return "tolerances";
        case WhatIf::one_supply: return "one-supply";
        case WhatIf::no_backup: return "no-backup";
    }
    return "";
}

Site with_what_if(const Site& site, const Catalogue& catalogue, const std::set<WhatIf>& what_if,
                  const Failed& failed) {
    Site out = site;
    if (what_if.contains(WhatIf::hot_roof)) out.settings.hot_cable_c = hot_roof_c;
    if (what_if.contains(WhatIf::tolerances)) {
        Tolerances& worse = out.settings.tolerances;
        worse.resistance_share = std::max(worse.resistance_share, resistance_tolerance_share);
        worse.length_share = std::max(worse.length_share, length_tolerance_share);
        worse.volts_share = std::max(worse.volts_share, volts_tolerance_share);
    }
    for (Device& device : out.devices) {
        const Kind* kind = catalogue.find(device.kind);
        if (what_if.contains(WhatIf::one_supply) && kind && kind->supply &&
            kind->supply->supplies > 1) {
            device.supplies = 1;
        }
        const bool ups_failed =
            what_if.contains(WhatIf::no_backup) || failed.contains(device.backup);
        if (ups_failed) device.backup.clear();
    }
    if (what_if.contains(WhatIf::copper_clad)) {
        for (Link& link : out.links) {
            const Kind* cable = catalogue.find(link.cable);
            if (!cable || !cable->cable || cable->cable->medium != Medium::twisted_pair ||
                cable->cable->cord || !link.existing.empty()) {
                continue;
            }
            if (const Kind* clad = clad_instead(catalogue, *cable)) link.cable = clad->id;
        }
    }
    for (const Link& link : site.links) {
        for (const auto& [end, other] : {std::pair(&link.a, &link.b), std::pair(&link.b, &link.a)})
            if (failed.contains(link.id) || failed.contains(end->device))
                fail_end(out, catalogue, link.id, *end, *other);
    }
    return out;
}

Network lay_out_judged(const Site& site, const Catalogue& catalogue, const JudgedUnder& under,
                       const BackgroundLoad& background) {
    if (!under.worse_than_designed()) return lay_out(site, catalogue, background);
    auto worse =
        std::make_shared<const Site>(with_what_if(site, catalogue, under.what_if, under.failed));
    Network net = lay_out(*worse, catalogue, background);
    net.shared_site = std::move(worse);
    return net;
}

std::vector<WhatIfFaults> count_what_ifs(const Site& site, const Catalogue& catalogue) {
    std::vector<WhatIfFaults> out;
    for (WhatIf what_if : all_what_ifs) {
        const Site worse = with_what_if(site, catalogue, {what_if});
        out.push_back({what_if, count_failing(assess(worse, catalogue))});
    }
    return out;
}

Chances chances(const Network& net, const ChanceOptions& options,
                const std::function<bool(double)>& go_on) {
    Site site = *net.site;
    Network trial = net;
    trial.site = &site;
    Draw draw(options.seed);
    Chances out;
    int all_held = 0;
    By<CameraNumber, int> held(net.runs.size(), 0);
    int done = 0;
    for (; done < options.trials; ++done) {
        if (go_on && !go_on(static_cast<double>(done) / options.trials)) break;
        for (LinkNumber link : net.links.numbers()) {
            const bool drawn = net.links[link].medium() != Medium::radio &&
                               !net.links[link].link->measured_length_m;
            trial.links[link].length_m =
                net.links[link].length_m * (drawn ? 1 + draw.normal(options.length_share) : 1);
        }
        const Settings& usual = net.site->settings;
        site.settings.tolerances.resistance_share =
            usual.tolerances.resistance_share + draw.normal(options.resistance_share);
        site.settings.tolerances.volts_share =
            usual.tolerances.volts_share + draw.normal(options.volts_share);
        site.settings.day_c = usual.night_c + draw.uniform() * (usual.day_c - usual.night_c);
        site.settings.coldest_night_c =
            usual.coldest_night_c + draw.uniform() * (usual.night_c - usual.coldest_night_c);
        bool all = true;
        for (CameraNumber camera : net.runs.numbers()) {
            const Verdict verdict = assess_run(trial, camera).verdict;
            // A run without a cable holds nothing, however the dice fall.
            const bool holds = verdict == Verdict::holds || verdict == Verdict::tight;
            held[camera] += holds;
            all = all && holds;
        }
        all_held += all;
    }
    const auto share = [&](int count) { return done ? static_cast<double>(count) / done : 0; };
    for (CameraNumber camera : net.runs.numbers()) {
        out.runs.push_back({net.device(net.runs[camera].camera).id, share(held[camera])});
    }
    out.all_hold_share = share(all_held);
    return out;
}

}  // namespace ovant
