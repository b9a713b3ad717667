// SPDX-License-Identifier: GPL-3.0-or-later
// mains-at-place, earth-between-buildings, earth-at-unit, enclosure, solar-days, rack-room: what
// the places must give.
#include <fmt/format.h>

#include <algorithm>
#include <unordered_map>

#include "core/assess/backup.h"
#include "core/assess/copper_path.h"
#include "core/assess/run_checks.h"
#include "core/physics/solar.h"

namespace ovant {
namespace {

const std::string& spoken_name(const Place& place) {
    return place.name.empty() ? place.id : place.name;
}

// Motors of this size and more stutter on a small generator, common practice: more than class 4.
constexpr double large_load_w = 25.5;

void mains(RunCase& of, DeviceNumber device) {
    const Network& net = of.net;
    const Kind* around = net.catalogue->find(net.device(device).enclosure);
    const bool heated = around && around->box && around->box->heater_w > 0;
    if (!plugs_into_mains(net.kind(device)) && !heated) return;
    const Place* place = net.place_of(device);
    Check check = plain_check(CheckId::mains_at_place, net.device(device).id, source::steady_mains);
    check.other = place ? spoken_name(*place) : "";
    if (!place) {
        check.verdict = Verdict::tight;
        check.note = Note::no_place;
    } else if (place->mains == Mains::none) {
        check.verdict = Verdict::fails;
        check.note = plugs_into_mains(net.kind(device)) ? Note::no_mains : Note::box_heater;
    } else if (place->mains == Mains::solar) {
        check.verdict = Verdict::fails;
        check.note = Note::solar_only;
    } else if (place->mains == Mains::generator) {
        check.verdict = Verdict::tight;
        check.note = Note::generator;
        const CameraDraw draw = camera_draw(net.device(of.run.camera), net.kind(of.run.camera));
        if (draw.motors_w > 0 && greatest_camera_power_w(draw) > large_load_w) {
            check.note = Note::large_on_generator;
            check.detail = GreatestDraw{greatest_camera_power_w(draw)};
        }
    }
    const Kind& kind = net.kind(device);
    const double mains_v = net.site->settings.mains_v;
    if (check.verdict == Verdict::holds && kind.mains_max_v > 0 &&
        (mains_v < kind.mains_min_v || mains_v > kind.mains_max_v)) {
        check.verdict = Verdict::fails;
        check.note = Note::other_mains;
        check.value = mains_v;
        check.limit = mains_v < kind.mains_min_v ? kind.mains_min_v : kind.mains_max_v;
        check.unit = Unit::volt;
        check.source = source::maker;
    }
    of.offer(std::move(check));
}

// So high outdoors a unit is what lightning finds: common practice.
constexpr double exposed_m = 10;

// earth-at-unit: a case that is to be joined to an earth, and what stands high outdoors.
void earth_at_unit(RunCase& of, DeviceNumber device) {
    const Network& net = of.net;
    const Kind& kind = net.kind(device);
    const bool exposed =
        net.surroundings[device] != Surroundings::indoor && net.device(device).height_m > exposed_m;
    if (!kind.earth_terminal && !exposed) return;
    const Place* place = net.place_of(device);
    Check check = plain_check(CheckId::earth_at_unit, net.device(device).id, source::earthing);
    check.other = place ? spoken_name(*place) : "";
    if (!place || !place->earth) {
        check.verdict = Verdict::tight;
        check.note = exposed ? Note::exposed : Note::no_earth;
    }
    of.offer(std::move(check));
}

// Copper that joins two earths carries what flows between them; fibre does not.
void earths(RunCase& of) {
    for (const EarthCrossing& crossing : earth_crossings(of.net, of.run)) {
        const NetLink& link = of.net.links[crossing.link];
        Check check =
            plain_check(CheckId::earth_between_buildings, link.link->id, source::separate_earths);
        check.detail = JoinedEarths{spoken_name(*crossing.from), spoken_name(*crossing.to)};
        check.verdict = Verdict::tight;
        of.offer(std::move(check));
    }
}

// A box in full sun stands so much above the air, common practice for a light grey one.
constexpr double sun_on_box_k = 12;

// What a unit turns to heat by day: its own, and what is lost in passing power on.
double heat_w(const Network& net, DeviceNumber device) {
    const Kind& kind = net.kind(device);
    double watts = kind.draw_w;
    if (kind.in_line) watts += kind.in_line->own_draw_w;
    if (!kind.supply) return watts;
    double out_w = 0;
    for (PortNumber number : kind.ports.numbers()) {
        const PortAt port{device, number};
        if (kind.ports[number].role == PortRole::pse && net.link_at(port))
            out_w += solve_port(net, port, Condition::day).front().watts();
    }
    return watts + kind.supply->own_draw_w + out_w * (1 / kind.supply->efficiency - 1);
}

void box_heat(RunCase& of, DeviceNumber device) {
    const Network& net = of.net;
    const Device& unit = net.device(device);
    if (unit.enclosure.empty()) return;
    const Kind* box = net.catalogue->find(unit.enclosure);
    if (!box || !box->box || box->box->kelvin_per_w <= 0) return;
    const Settings& settings = net.site->settings;
    const bool indoors = net.surroundings[device] == Surroundings::indoor;
    const double outside_c = indoors ? settings.indoor_c : settings.day_c + sun_on_box_k;
    const Kind& kind = net.kind(device);
    const double watts = heat_w(net, device);
    const double rise_k = box->box->kelvin_per_w * watts;
    Check check =
        start_check(CheckId::enclosure, unit.id, outside_c + rise_k, kind.max_temperature_c,
                    Unit::celsius, Sense::at_most, source::box_heat);
    check.other = box->id;
    if (of.options.working) {
        check.working.push_back(
            {indoors ? "inside = room + rise a watt × watts of heat"
                     : "inside = day in the sun + rise a watt × watts of heat",
             fmt::format("{:g} + {:g} × {:.1f}", outside_c, box->box->kelvin_per_w, watts),
             check.value, Unit::celsius, source::box_heat});
    }
    judge(check, 0);
    of.offer(std::move(check));
}

double fed_w(const Network& net, DeviceNumber device, Condition condition) {
    const Kind& kind = net.kind(device);
    double ports_w = 0;
    for (PortNumber number : kind.ports.numbers()) {
        const PortAt port{device, number};
        if (kind.ports[number].role == PortRole::pse && net.link_at(port))
            ports_w += solve_port(net, port, condition).front().watts();
    }
    return outlet_w(kind, ports_w);
}

void solar(RunCase& of, DeviceNumber device) {
    const Network& net = of.net;
    const Kind& kind = net.kind(device);
    if (!kind.solar || !kind.supply) return;
    const Settings& settings = net.site->settings;
    Check check =
        start_check(CheckId::solar_days, net.device(device).id, 0, settings.days_without_sun,
                    Unit::day, Sense::at_least, source::solar_practice);
    const SolarBalance balance = solar_balance(
        fed_w(net, device, Condition::day), fed_w(net, device, Condition::coldest_night),
        settings.dark_hours, kind.solar->panel_w, settings.sun_hours, kind.solar->system_share,
        kind.solar->battery_wh,
        solar_usable_wh(net, device) / std::max(1e-9, kind.solar->battery_wh), of.working(check));
    check.value = balance.days;
    check.detail = SolarDay{balance.used_wh, balance.gained_wh};
    judge(check, settings.days_without_sun * of.keep().battery_share);
    if (balance.gained_wh < balance.used_wh) {
        check.verdict = Verdict::fails;
        check.note = Note::panel_too_small;
        check.margin = std::min(check.margin, balance.gained_wh / balance.used_wh - 1);
    }
    of.offer(std::move(check));
}

}  // namespace

std::vector<Check> rack_room(const Network& net) {
    struct Rack {
        double taken = 0;
        const Device* last = nullptr;
    };
    std::unordered_map<std::string_view, Rack> racks;
    for (DeviceNumber number : net.kinds.numbers()) {
        const double units = net.kind(number).rack_units;
        const Device& device = net.device(number);
        if (units <= 0 || device.place.empty()) continue;
        Rack& rack = racks[device.place];
        rack.taken += units;
        rack.last = &device;
    }
    std::vector<Check> out;
    for (const Place& place : net.site->places) {
        const auto rack = racks.find(place.id);
        if (place.rack_units <= 0 || rack == racks.end()) continue;
        Check check = start_check(CheckId::rack_room, rack->second.last->id, rack->second.taken,
                                  place.rack_units, Unit::count, Sense::at_most, source::rack_size);
        check.other = spoken_name(place);
        judge(check, 0);
        out.push_back(std::move(check));
    }
    return out;
}

void place_checks(RunCase& of) {
    std::vector<DeviceNumber> units = of.units();
    for (std::size_t i = 0, count = units.size(); i < count; ++i) {
        const DeviceNumber by = of.net.fed_by[units[i]].device;
        if (by && std::find(units.begin(), units.end(), by) == units.end()) units.push_back(by);
    }
    for (DeviceNumber unit : units) {
        mains(of, unit);
        box_heat(of, unit);
        solar(of, unit);
        earth_at_unit(of, unit);
    }
    earths(of);
}

}  // namespace ovant
