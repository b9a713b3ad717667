// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/radio_path.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/goes_with.h"
#include "core/physics/gases.h"
#include "core/route/route.h"

namespace ovant {
namespace {

double weather_db(const Settings& settings, double frequency_mhz, double distance_m,
                  Working* working) {
    const double km = distance_m / 1000;
    const double rain_db =
        rain_fade_db(frequency_mhz, distance_m, settings.rain_mm_per_h, settings.availability);
    const double gas_db = gas_db_per_km(frequency_mhz) * km;
    if (working) {
        working->push_back({"rain = k R^α × effective length, for the availability",
                            fmt::format("{:g} mm/h over {:.3f} km, {:g} % of the year",
                                        settings.rain_mm_per_h, km, settings.availability),
                            rain_db, Unit::decibel, source::rain});
        if (gas_db >= 0.05) {
            working->push_back({"oxygen and vapour = γ × d",
                                fmt::format("{:.2f} dB/km × {:.3f} km", gas_db / km, km), gas_db,
                                Unit::decibel, source::oxygen});
        }
    }
    return rain_db + gas_db;
}

}  // namespace

std::vector<Hill> hills_between(const Site& site, Point a, Point b) {
    std::vector<Hill> hills;
    for (const Obstacle& obstacle : site.obstacles) {
        if (obstacle.kind == ObstacleKind::water) continue;
        const auto inside = stretch_inside(obstacle.points, a, b);
        if (inside) {
            hills.push_back({inside->first, inside->second, obstacle.height_m, obstacle.name});
        }
    }
    return hills;
}

namespace {

// The rate that what is received lets the radios choose.
void plan_rate(RadioPath& path) {
    path.planned = best_modulation(path.modulations, path.received_dbm, path.fade_keep_db);
    if (!path.modulations.empty()) {
        path.useful_mbps = path.modulations[std::max(0, path.planned)].useful_mbps;
    }
}

}  // namespace

RadioPath radio_path_between(const Site& site, const RadioFacts& a, Point at_a, double height_a_m,
                             double transmit_a_dbm, const RadioFacts& b, Point at_b,
                             double height_b_m, double transmit_b_dbm, Working* working,
                             double off_axis_a_deg, double off_axis_b_deg) {
    const Settings& settings = site.settings;
    RadioPath path;
    path.frequency_mhz = a.frequency_mhz;
    path.distance_m = std::max(1.0, distance_m(at_a, at_b));
    path.height_a_m = height_a_m;
    path.height_b_m = height_b_m;
    path.fade_keep_db = settings.keep_back.fade_db;
    path.sound = same_band(a, b);
    path.hills = hills_between(site, at_a, at_b);
    path.clearance = path_clearance(path.frequency_mhz, path.distance_m, height_a_m, height_b_m,
                                    path.hills, working);
    const double loss_db = free_space_loss_db(path.frequency_mhz, path.distance_m, working) +
                           path.clearance.loss_db +
                           weather_db(settings, path.frequency_mhz, path.distance_m, working);
    const double transmit_dbm = std::min(transmit_a_dbm, transmit_b_dbm);
    path.off_axis_a_deg = off_axis_a_deg;
    path.off_axis_b_deg = off_axis_b_deg;
    const double off_axis_db =
        off_axis_loss_db(a, off_axis_a_deg) + off_axis_loss_db(b, off_axis_b_deg);
    if (working && off_axis_db > 0.05) {
        working->push_back({"beside the middle of the beams",
                            fmt::format("{:.0f}° and {:.0f}°", off_axis_a_deg, off_axis_b_deg),
                            off_axis_db, Unit::decibel, source::antenna_pattern});
    }
    if (working && settings.noise_allowance_db > 0) {
        working->push_back({"allowed for other radios", "", settings.noise_allowance_db,
                            Unit::decibel, source::site_setting});
    }
    path.received_dbm = transmit_dbm + a.antenna_dbi + b.antenna_dbi - loss_db - off_axis_db -
                        settings.noise_allowance_db;
    if (working) {
        working->push_back(
            {"received = transmitted + antennas − losses",
             fmt::format("{:g} + {:g} + {:g} − {:.1f}", transmit_dbm, a.antenna_dbi, b.antenna_dbi,
                         loss_db + off_axis_db + settings.noise_allowance_db),
             path.received_dbm, Unit::decibel_milliwatt, source::free_space});
    }
    RadioFacts shared = a;
    shared.streams = std::min(a.streams, b.streams);
    shared.useful_share = std::min(a.useful_share, b.useful_share);
    if (shared.sensitivities.empty()) shared.sensitivities = b.sensitivities;
    path.modulations = modulations(shared);
    path.level_dbm = path.received_dbm + settings.noise_allowance_db;
    plan_rate(path);
    return path;
}

namespace {

double between_deg(double a, double b) {
    const double away = std::fmod(std::abs(a - b), 360);
    return std::min(away, 360 - away);
}

// Directions of the far ends of a radio.
std::vector<double> far_bearings(const Network& net, DeviceNumber device) {
    std::vector<double> out;
    const auto& links = net.link_on[device];
    for (PortNumber number : links.numbers()) {
        if (!links[number]) continue;
        const NetLink& link = net.links[links[number]];
        if (link.medium() != Medium::radio) continue;
        const PortAt far = net.across({device, number});
        out.push_back(bearing_deg(net.device(device).at, net.device(far.device).at));
    }
    return out;
}

// How far beside its beam's middle a radio sees `far`. A relay has an antenna for each.
double off_axis_deg(const Network& net, DeviceNumber device, DeviceNumber far) {
    const auto& radio = net.kind(device).radio;
    if (radio && radio->relay && !net.device(device).azimuth_deg) return 0;
    return between_deg(azimuth_deg(net, device),
                       bearing_deg(net.device(device).at, net.device(far).at));
}

double transmit_dbm(const Network& net, DeviceNumber device) {
    const auto& radio = net.kind(device).radio;
    // Set to more than it has, a radio gives what it has.
    const double most_dbm = radio ? radio->transmit_dbm : 0;
    return std::min(net.device(device).transmit_dbm.value_or(most_dbm), most_dbm);
}

}  // namespace

double bearing_deg(Point from, Point to) {
    return std::atan2(to.x_m - from.x_m, from.y_m - to.y_m) * 180 / M_PI;
}

double azimuth_deg(const Network& net, DeviceNumber device) {
    if (net.device(device).azimuth_deg) return *net.device(device).azimuth_deg;
    std::vector<double> all = far_bearings(net, device);
    if (all.empty()) return 0;
    std::sort(all.begin(), all.end());
    // The middle of what is left beside the widest gap between two neighbours.
    double widest = 0, middle = all.front();
    for (std::size_t i = 0; i < all.size(); ++i) {
        const bool last = i + 1 == all.size();
        const double next = last ? all.front() + 360 : all[i + 1];
        const double gap = next - all[i];
        if (gap <= widest) continue;
        widest = gap;
        middle = next + (360 - gap) / 2;
    }
    return std::fmod(middle, 360);
}

RadioPath radio_path(const Network& net, const NetLink& link, Working* working) {
    const auto& a = net.kind(link.a.device).radio;
    const auto& b = net.kind(link.b.device).radio;
    if (!a || !b) return {};
    const Device& end_a = net.device(link.a.device);
    const Device& end_b = net.device(link.b.device);
    const Defects found = link.link->defects.value_or(Defects{});
    if (working && found.loss_db > 0)
        working->push_back({"lost on the way, as found on site: taken off what is transmitted", "",
                            found.loss_db, Unit::decibel, source::measured});
    RadioPath path = radio_path_between(
        *net.site, *a, end_a.at, end_a.height_m, transmit_dbm(net, link.a.device) - found.loss_db,
        *b, end_b.at, end_b.height_m, transmit_dbm(net, link.b.device) - found.loss_db, working,
        off_axis_deg(net, link.a.device, link.b.device),
        off_axis_deg(net, link.b.device, link.a.device));
    if (found.noise_db > 0) {
        path.received_dbm -= found.noise_db;
        plan_rate(path);
        if (working)
            working->push_back({"received, less the noise found on site", "", path.received_dbm,
                                Unit::decibel_milliwatt, source::measured});
    }
    return path;
}

namespace {

// Whether one radio hears the other well enough to wait for it.
bool hears(const Network& net, DeviceNumber listener, DeviceNumber sender) {
    const RadioFacts& ear = *net.kind(listener).radio;
    const RadioFacts& mouth = *net.kind(sender).radio;
    const Device& here = net.device(listener);
    const Device& there = net.device(sender);
    if (std::abs(ear.frequency_mhz - mouth.frequency_mhz) >= (ear.width_mhz + mouth.width_mhz) / 2)
        return false;
    if (here.channel != there.channel && here.channel > 0 && there.channel > 0) return false;
    const double away_m = std::max(1.0, distance_m(here.at, there.at));
    const double received_dbm = transmit_dbm(net, sender) + mouth.antenna_dbi + ear.antenna_dbi -
                                off_axis_loss_db(ear, off_axis_deg(net, listener, sender)) -
                                off_axis_loss_db(mouth, off_axis_deg(net, sender, listener)) -
                                free_space_loss_db(ear.frequency_mhz, away_m);
    return received_dbm >= standard_sensitivity_dbm(ear.width_mhz, 0);
}

}  // namespace

double airtime_share(const Network& net, DeviceNumber device, Working* working) {
    double share = 0;
    for (const NetLink& link : net.links) {
        if (link.medium() != Medium::radio) continue;
        const bool own = link.a.device == device || link.b.device == device;
        if (!own && (!net.kind(device).radio || !net.kind(link.a.device).radio ||
                     !net.kind(link.b.device).radio ||
                     (!hears(net, device, link.a.device) && !hears(net, device, link.b.device))))
            continue;
        const double useful_mbps = radio_path(net, link).useful_mbps;
        const double taken = useful_mbps > 0 ? link.load_mbps / useful_mbps : 1e9;
        share += taken;
        if (working) {
            working->push_back({"airtime = load ÷ useful rate of " + link.link->id,
                                fmt::format("{:.1f} ÷ {:.0f} Mb/s", link.load_mbps, useful_mbps),
                                taken * 100, Unit::percent, source::useful_rate});
        }
    }
    return share;
}

}  // namespace ovant
