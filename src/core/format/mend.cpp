// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <limits>
#include <map>
#include <set>

#include "core/format/site_json.h"
#include "core/site/site_lists.h"

namespace ovant {
namespace {

template <class T>
void erase_at(std::vector<T>& items, const std::set<std::size_t>& gone) {
    std::size_t index = 0;
    std::erase_if(items, [&](const T&) { return gone.contains(index++); });
}

// What goes in one pass, by list, so that numbers into the lists stay good until its end.
struct Gone {
    std::map<std::string_view, std::set<std::size_t>> of;
    bool settings = false;
};

void mend_device(Device& device, const SiteProblem& problem, std::set<std::size_t>& gone) {
    if (problem.field == "enclosure")
        device.enclosure.clear();
    else if (problem.field == "antenna")
        device.antenna.clear();
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
    const auto mend_list = [&](auto& items) {
        if (problem.field.empty() && problem.error.place == problem.list)
            items.resize(std::min(items.size(), problem.index));  // too many
        else
            gone.of[problem.list].insert(problem.index);
    };
    // Of a list cut short, what was wrong past its end is gone already.
    const bool in_devices = problem.list == "devices" && problem.index < site.devices.size();
    const bool in_links = problem.list == "links" && problem.index < site.links.size();
    if (in_devices && !problem.field.empty())
        return mend_device(site.devices[problem.index], problem, gone.of[problem.list]);
    if (in_links && !problem.field.empty())
        return mend_link(site.links[problem.index], problem, gone.of[problem.list]);
    if (problem.list == "subnets" && problem.field == "reserved") {
        std::erase(site.subnets[problem.index].reserved, problem.error.subject);
        return;
    }
    bool mended = false;
    each_list(site, [&](std::string_view list, auto& items, std::size_t) {
        if (list != problem.list) return;
        mend_list(items);
        mended = true;
    });
    if (mended) return;
    if (problem.list == "seen")
        mend_list(site.seen);
    else if (problem.list == "name")
        site.name.clear();
    else if (problem.list == "design_name")
        site.design_name.clear();
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
        each_list(site, [&](std::string_view list, auto& items, std::size_t) {
            erase_at(items, gone.of[list]);
        });
        erase_at(site.seen, gone.of["seen"]);
        if (gone.settings) site.settings = {};
    }
}

}  // namespace ovant
