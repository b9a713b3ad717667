// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/site/shared_use.h"

#include <algorithm>
#include <set>
#include <vector>

#include "core/look_up.h"

namespace ovant {
namespace {

// Lengths on both sides of it are one cable.
bool joins_lengths(const Site& site, const Catalogue& catalogue, const std::string& device) {
    const Device* unit = find_device(site, device);
    const Kind* kind = unit ? catalogue.find(unit->kind) : nullptr;
    return kind && (kind->in_line || kind->category == Category::protector);
}

int fibres_at(const Site& site, const Catalogue& catalogue, const LinkEnd& end) {
    const Device* unit = find_device(site, end.device);
    const Kind* kind = unit ? catalogue.find(unit->kind) : nullptr;
    if (!kind) return 0;
    const auto module = unit->modules.find(end.port);
    const Kind* optic = module == unit->modules.end() ? kind : catalogue.find(module->second);
    return optic && optic->optic ? optic->optic->strands : 0;
}

// One link of each group that units in line join.
std::vector<const Link*> one_of_each(const Site& site, const Catalogue& catalogue,
                                     const std::vector<const Link*>& links) {
    std::vector<const Link*> out;
    std::set<std::string> joined;
    for (const Link* link : links) {
        bool known = false;
        for (const LinkEnd* end : {&link->a, &link->b}) {
            if (!joins_lengths(site, catalogue, end->device)) continue;
            known = !joined.insert(end->device).second || known;
        }
        if (!known) out.push_back(link);
    }
    return out;
}

}  // namespace

std::unordered_map<std::string, SharedUse> shared_use(const Site& site,
                                                      const Catalogue& catalogue) {
    std::unordered_map<std::string, SharedUse> out;
    std::unordered_map<std::string, std::vector<const Link*>> on;
    for (const Pathway& pathway : site.pathways) {
        if (pathway.most_cables) out[pathway.id] = {0, *pathway.most_cables, true, false};
    }
    for (const ExistingCable& existing : site.existing) {
        const Kind* kind = catalogue.find(existing.cable);
        const bool fibres = kind && kind->cable && kind->cable->medium == Medium::fibre;
        out[existing.id] = {0, fibres ? kind->cable->strands : 1, false, fibres};
    }
    if (out.empty()) return out;
    for (const Link& link : site.links) {
        if (!link.existing.empty()) on[link.existing].push_back(&link);
        const std::set<std::string> ways(link.pathways.begin(), link.pathways.end());
        for (const std::string& pathway : ways) on[pathway].push_back(&link);
    }
    for (auto& [id, use] : out) {
        for (const Link* link : one_of_each(site, catalogue, on[id])) {
            const int fibres =
                std::max(fibres_at(site, catalogue, link->a), fibres_at(site, catalogue, link->b));
            use.taken += !use.fibres ? 1 : fibres > 0 ? fibres : 2;
        }
    }
    std::erase_if(out, [](const auto& one) { return one.second.taken == 0; });
    return out;
}

}  // namespace ovant
