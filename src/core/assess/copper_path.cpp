// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/copper_path.h"

namespace ovant {

std::vector<EarthCrossing> earth_crossings(const Network& net, const Run& run) {
    std::vector<EarthCrossing> out;
    const Place* last = nullptr;  // the last place with its own earth, copper all the way since
    for (std::size_t i = 0; i <= run.ins.size() && !run.outs.empty(); ++i) {
        const LinkNumber link = i > 0 ? run.links[i - 1] : LinkNumber{};
        if (link && !carries_power(net.links[link].medium())) last = nullptr;
        const Place* place = net.place_of(i == 0 ? run.outs.front().device : run.ins[i - 1].device);
        if (!place || !place->earth) continue;
        if (last && last != place) out.push_back({link, last, place});
        last = place;
    }
    return out;
}

std::vector<CopperStretch> copper_stretches(const Network& net, const Run& run) {
    std::vector<CopperStretch> out;
    const auto link = [&](std::size_t i) -> const NetLink& { return net.links[run.links[i]]; };
    for (std::size_t from = 0; from < run.links.size();) {
        CopperStretch stretch{from, from};
        while (stretch.to < run.links.size() && carries_power(link(stretch.to).medium()) &&
               link(stretch.to).medium() != Medium::dc && !link(stretch.to).cable->cable->cord) {
            stretch.outdoors =
                stretch.outdoors || link(stretch.to).surroundings != Surroundings::indoor;
            ++stretch.to;
            // Joints of wire alone let a surge through; every other unit is where one ends.
            const Category unit = net.kind(run.ins[stretch.to - 1].device).category;
            if (unit != Category::combiner && unit != Category::splitter) break;
        }
        if (stretch.to > from) out.push_back(stretch);
        from = std::max(stretch.to, from + 1);
    }
    return out;
}

bool surge_led_away(const Network& net, const Run& run, std::size_t i, bool far_end) {
    const NetLink& laid = net.links[run.links[i]];
    const PortAt end = far_end ? run.ins[i] : run.outs[i];
    if (!(laid.a == end ? laid.link->a : laid.link->b).protector.empty()) return true;
    const Place* place = net.place_of(end.device);
    return net.kind(end.device).surge_protected && place && place->earth;
}

}  // namespace ovant
