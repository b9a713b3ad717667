// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <limits>
#include <set>

#include "core/format/site_json.h"

namespace ovant {
namespace {

template <class T>
void erase_at(std::vector<T>& items, const std::set<std::size_t>& gone) {
    std::size_t index = 0;
    std::erase_if(items, [&](const T&) { return gone.contains(index++); });
}

// What goes in one pass, so that numbers into the lists stay good until its end.
struct Gone {
    std::set<std::size_t> places, pathways, existing, obstacles, devices, links, subnets, seen,
        instruments, readings, tried, bench, photos, handovers;
    bool settings = false;
};

void mend_device(Device& device, const SiteProblem& problem, std::set<std::size_t>& gone) {
    if (problem.field == "enclosure")
        device.enclosure.clear();
    else if (problem.field == "place")
        device.place.clear();
    else if (problem.field == "backup")
        device.backup.clear();
    else if (problem.field == "modules")
        std::erase_if(device.modules,
                      [&](const auto& one) { return one.second == problem.error.subject; });
    else
        gone.insert(problem.index);
}

void mend_link(Link& link, const SiteProblem& problem, std::set<std::size_t>& gone) {
    if (problem.field == "a/protector")
        link.a.protector.clear();
    else if (problem.field == "b/protector")
        link.b.protector.clear();
    else if (problem.field == "existing")
        link.existing.clear();
    else if (problem.field == "pathways")
        std::erase(link.pathways, problem.error.subject);
    else
        gone.insert(problem.index);
}

void mend_one(Site& site, const SiteProblem& problem, Gone& gone) {
    const auto mend_list = [&](auto& items, std::set<std::size_t>& indices) {
        if (problem.field.empty() && problem.error.place == problem.list)
            items.resize(std::min(items.size(), problem.index));  // too many
        else
            indices.insert(problem.index);
    };
    // Of a list cut short, what was wrong past its end is gone already.
    const bool in_devices = problem.list == "devices" && problem.index < site.devices.size();
    const bool in_links = problem.list == "links" && problem.index < site.links.size();
    if (in_devices && !problem.field.empty())
        mend_device(site.devices[problem.index], problem, gone.devices);
    else if (in_links && !problem.field.empty())
        mend_link(site.links[problem.index], problem, gone.links);
    else if (problem.list == "devices")
        mend_list(site.devices, gone.devices);
    else if (problem.list == "links")
        mend_list(site.links, gone.links);
    else if (problem.list == "places")
        mend_list(site.places, gone.places);
    else if (problem.list == "pathways")
        mend_list(site.pathways, gone.pathways);
    else if (problem.list == "existing")
        mend_list(site.existing, gone.existing);
    else if (problem.list == "obstacles")
        mend_list(site.obstacles, gone.obstacles);
    else if (problem.list == "subnets" && problem.field == "reserved")
        std::erase(site.subnets[problem.index].reserved, problem.error.subject);
    else if (problem.list == "subnets")
        mend_list(site.subnets, gone.subnets);
    else if (problem.list == "instruments")
        mend_list(site.instruments, gone.instruments);
    else if (problem.list == "readings")
        mend_list(site.readings, gone.readings);
    else if (problem.list == "tried")
        mend_list(site.tried, gone.tried);
    else if (problem.list == "bench")
        mend_list(site.bench, gone.bench);
    else if (problem.list == "photos")
        mend_list(site.photos, gone.photos);
    else if (problem.list == "handovers")
        mend_list(site.handovers, gone.handovers);
    else if (problem.list == "seen")
        mend_list(site.seen, gone.seen);
    else if (problem.list == "name")
        site.name.clear();
    else
        gone.settings = true;
}

}  // namespace

std::vector<Error> mend(Site& site) {
    std::vector<Error> told;
    const Catalogue catalogue = catalogue_for(site);
    for (;;) {
        std::vector<SiteProblem> problems =
            site_problems(site, catalogue, std::numeric_limits<std::size_t>::max());
        if (problems.empty()) return told;
        Gone gone;
        for (SiteProblem& problem : problems) {
            mend_one(site, problem, gone);
            told.push_back(std::move(problem.error));
        }
        erase_at(site.places, gone.places);
        erase_at(site.pathways, gone.pathways);
        erase_at(site.existing, gone.existing);
        erase_at(site.obstacles, gone.obstacles);
        erase_at(site.devices, gone.devices);
        erase_at(site.links, gone.links);
        erase_at(site.subnets, gone.subnets);
        erase_at(site.seen, gone.seen);
        erase_at(site.instruments, gone.instruments);
        erase_at(site.readings, gone.readings);
        erase_at(site.tried, gone.tried);
        erase_at(site.bench, gone.bench);
        erase_at(site.photos, gone.photos);
        erase_at(site.handovers, gone.handovers);
        if (gone.settings) site.settings = {};
    }
}

}  // namespace ovant
