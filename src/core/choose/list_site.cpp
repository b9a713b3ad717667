// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/list_site.h"

#include <algorithm>
#include <cmath>

#include "core/catalogue/usual_kinds.h"
#include "core/choose/distances.h"
#include "core/choose/draft.h"
#include "core/choose/proposal.h"
#include "core/edits/edits.h"
#include "core/look_up.h"

namespace ovant {
namespace {

// Further than anything is looked for near a camera.
constexpr double apart_m = 20 + std::max({usual::neighbour_m, usual::unit_near_m,
                                          usual::mast_near_m, usual::mains_near_m});

int class_of(const Device& camera, const Kind& kind) {
    int poe_class = poe_class_for_load(greatest_camera_power_w(camera_draw(camera, kind)));
    for (const PortKind& port : kind.ports) poe_class = std::max(poe_class, port.poe_class);
    return poe_class;
}

// How many cameras, and the highest of their classes with what a port sets aside for it.
struct Wanted {
    int cameras = 0, poe_class = 1;
    double class_w = 0;
};

// The switch of which so many, or fewer, serve all of them for the least money.
struct Bought {
    const Kind* kind = nullptr;
    int count = 0;
};
Bought switches_for(const Catalogue& catalogue, const Wanted& wanted, int recorders,
                    double keep_back) {
    Bought best;
    for (const Kind* kind : catalogue.of(Category::network_switch)) {
        if (!is_source(*kind) || kind->solar || kind->rating != Surroundings::indoor) continue;
        const auto ports =
            std::count_if(kind->ports.begin(), kind->ports.end(), [&](const PortKind& port) {
                return port.role == PortRole::pse && port.power == PowerKind::poe &&
                       port.line.empty() && port.poe_class >= wanted.poe_class;
            });
        const auto uplinks =
            std::count_if(kind->ports.begin(), kind->ports.end(), [](const PortKind& port) {
                return port.role == PortRole::data && port.medium == Medium::twisted_pair;
            });
        const double watts = budget_w(*kind, 0) * (1 - keep_back);
        const int each =
            std::min(static_cast<int>(ports), static_cast<int>(watts / wanted.class_w + 1e-9));
        if (each < 1 || uplinks < 1) continue;
        // The first of each recorder takes the patch cords of the others, on its feeding ports
        // where it must.
        const int spare = static_cast<int>(uplinks - 1 + ports - each);
        int count = std::max(recorders, (wanted.cameras + each - 1) / each);
        while (count * each - std::max(0, count - recorders * (1 + spare)) < wanted.cameras &&
               count <= wanted.cameras)
            ++count;
        if (!best.kind || count * kind->price < best.count * best.kind->price) best = {kind, count};
    }
    return best;
}
Bought recorders_for(const Catalogue& catalogue, const Wanted& wanted) {
    Bought best;
    for (const Kind* kind : catalogue.of(Category::recorder)) {
        const bool feeds =
            std::any_of(kind->ports.begin(), kind->ports.end(),
                        [](const PortKind& port) { return port.role == PortRole::pse; });
        if (kind->channels < 1 || feeds) continue;
        const int count = std::max(1, (wanted.cameras + kind->channels - 1) / kind->channels);
        if (!best.kind || count * kind->price < best.count * best.kind->price) best = {kind, count};
    }
    return best;
}

}  // namespace

ListSpots::ListSpots(const Site& site) {
    bool any = false;
    const auto beyond = [&](Point at) {
        if (!any) first_ = at;
        any = true;
        first_.x_m = std::min(first_.x_m, at.x_m);
        first_.y_m = std::max(first_.y_m, at.y_m);
    };
    for (const Device& device : site.devices) beyond(device.at);
    for (const Place& place : site.places) beyond(place.at);
    for (const Pathway& pathway : site.pathways) {
        for (Point at : pathway.points) beyond(at);
    }
    first_.y_m += apart_m;
}

Point ListSpots::next() {
    // A square that grows by its right and lower sides.
    const int side = static_cast<int>(std::sqrt(given_ + 0.5));
    const int on_sides = given_ - side * side;
    ++given_;
    const int column = on_sides < side ? side : on_sides - side;
    const int row = on_sides < side ? on_sides : side;
    return {first_.x_m + apart_m * column, first_.y_m + apart_m * row};
}

Result<Site> with_room_for(Site site, const Catalogue& catalogue,
                           const std::vector<Device>& cameras) {
    if (head_end_of(site)) return site;
    Wanted wanted;
    wanted.cameras = static_cast<int>(cameras.size());
    for (const Device& camera : cameras)
        wanted.poe_class = std::clamp(class_of(camera, or_nothing(catalogue.find(camera.kind))),
                                      wanted.poe_class, 8);
    wanted.class_w = or_nothing(poe_class_limits(wanted.poe_class)).pse_w;
    const Bought recorders = recorders_for(catalogue, wanted);
    const Bought switches = switches_for(catalogue, wanted, std::max(1, recorders.count),
                                         site.settings.keep_back.power_share);
    const std::string switch_kind = switches.kind ? switches.kind->id : usual::room_switch;
    const std::string recorder_kind = recorders.kind ? recorders.kind->id : usual::recorder;
    Result<Added> room =
        add_equipment_room(std::move(site), catalogue, {0, 0}, switch_kind, recorder_kind);
    if (!room) return room.error();
    const std::string place = room->id;
    Site out = std::move(room->site);
    // Each recorder has switches of its own, as many for each.
    std::vector<std::string> head{out.devices[out.devices.size() - 2].id};
    constexpr int in_a_row = 7, rows = 6;  // inside the room, on one another where they are many
    int placed = 0;
    const auto add = [&](const std::string& kind, const std::string& patch_to) -> Result<Added> {
        Result<Added> unit =
            add_device(std::move(out), catalogue, kind,
                       {-5 + 1.5 * (placed % in_a_row), -3 + 1.2 * (placed / in_a_row % rows)});
        if (!unit) return unit;
        ++placed;
        change(find_device(unit->site, unit->id), [&](Device& device) { device.place = place; });
        if (patch_to.empty()) return unit;
        Result<Added> patched =
            connect_devices(unit->site, catalogue, {patch_to, unit->id}, usual::patch_cord);
        if (patched) unit->site = std::move(patched->site);
        return unit;
    };
    for (int i = 1; i < recorders.count; ++i) {
        Result<Added> unit = add(switch_kind, "");
        if (!unit) return unit.error();
        out = std::move(unit->site);
        head.push_back(unit->id);
        Result<Added> recorder = add(recorder_kind, head.back());
        if (!recorder) return recorder.error();
        out = std::move(recorder->site);
    }
    for (int i = recorders.count; i < switches.count; ++i) {
        Result<Added> unit = add(switch_kind, head[static_cast<std::size_t>(i) % head.size()]);
        if (!unit) return unit.error();
        out = std::move(unit->site);
    }
    return out;
}

Site with_listed_runs(Site site, const Catalogue& catalogue,
                      const std::vector<std::string>& cameras,
                      const std::function<bool(double share)>& go_on) {
    const Kind* plain = solid_copper(catalogue, Surroundings::outdoor, 24);
    const double allowed_m =
        plain ? one_length_m(site.settings, *plain, Surroundings::outdoor, nullptr) : 0;
    std::vector<std::string> far;
    LengthLayer layer(site, catalogue);
    std::size_t links = site.links.size();
    const auto free_link = [&] {
        for (;;) {
            const std::string id = "L" + std::to_string(++links);
            if (!find_link(site, id)) return id;
        }
    };
    for (const std::string& id : cameras) {
        const Device& camera = or_nothing(find_device(site, id));
        std::optional<Link> link;
        if (camera.stated_run_m <= allowed_m) link = layer.lay(camera, camera.stated_run_m);
        if (!link) {
            far.push_back(id);
            continue;
        }
        link->id = free_link();
        site.links.push_back(std::move(*link));
    }
    for (std::size_t i = 0; i < far.size(); ++i) {
        if (go_on && !go_on(static_cast<double>(i) / static_cast<double>(far.size()))) break;
        site = with_best_way(site, catalogue, far[i]);
    }
    return site;
}

}  // namespace ovant
