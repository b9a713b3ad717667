// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/radio_path.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/route/route.h"

namespace ovant {
namespace {

double weather_db(const Settings& settings, double frequency_mhz, double distance_m,
                  Working* working) {
    const double km = distance_m / 1000;
    const double rain_db = rain_db_per_km(frequency_mhz, settings.rain_mm_per_h) * km;
    const double oxygen_db = oxygen_db_per_km(frequency_mhz) * km;
    if (working) {
        working->push_back({"rain = k R^α d",
                            fmt::format("{:g} mm/h over {:.3f} km", settings.rain_mm_per_h, km),
                            rain_db, Unit::decibel, source::rain});
        if (oxygen_db > 0) {
            working->push_back({"oxygen = 15 dB/km at 60 GHz × d", fmt::format("{:.3f} km", km),
                                oxygen_db, Unit::decibel, source::oxygen});
        }
    }
    return rain_db + oxygen_db;
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

RadioPath radio_path_between(const Site& site, const RadioFacts& a, Point at_a, double height_a_m,
                             double transmit_a_dbm, const RadioFacts& b, Point at_b,
                             double height_b_m, double transmit_b_dbm, Working* working) {
    const Settings& settings = site.settings;
    RadioPath path;
    path.frequency_mhz = a.frequency_mhz;
    path.distance_m = std::max(1.0, distance_m(at_a, at_b));
    path.height_a_m = height_a_m;
    path.height_b_m = height_b_m;
    path.fade_keep_db = settings.keep_back.fade_db;
    path.sound = a.frequency_mhz == b.frequency_mhz && a.width_mhz == b.width_mhz;
    path.hills = hills_between(site, at_a, at_b);
    path.clearance = path_clearance(path.frequency_mhz, path.distance_m, height_a_m, height_b_m,
                                    path.hills, working);
    const double loss_db = free_space_loss_db(path.frequency_mhz, path.distance_m, working) +
                           path.clearance.loss_db +
                           weather_db(settings, path.frequency_mhz, path.distance_m, working);
    const double transmit_dbm = std::min(transmit_a_dbm, transmit_b_dbm);
    path.received_dbm = transmit_dbm + a.antenna_dbi + b.antenna_dbi - loss_db;
    if (working) {
        working->push_back({"received = transmitted + antennas − losses",
                            fmt::format("{:g} + {:g} + {:g} − {:.1f}", transmit_dbm, a.antenna_dbi,
                                        b.antenna_dbi, loss_db),
                            path.received_dbm, Unit::decibel_milliwatt, source::free_space});
    }
    RadioFacts shared = a;
    shared.streams = std::min(a.streams, b.streams);
    shared.useful_share = std::min(a.useful_share, b.useful_share);
    if (shared.sensitivities.empty()) shared.sensitivities = b.sensitivities;
    path.modulations = modulations(shared);
    path.planned = best_modulation(path.modulations, path.received_dbm, path.fade_keep_db);
    if (!path.modulations.empty()) {
        path.useful_mbps =
            path.modulations[static_cast<std::size_t>(std::max(0, path.planned))].useful_mbps;
    }
    return path;
}

RadioPath radio_path(const Network& net, const NetLink& link, Working* working) {
    const auto& a = net.kind(link.a.device).radio;
    const auto& b = net.kind(link.b.device).radio;
    if (!a || !b) return {};
    const Device& end_a = net.device(link.a.device);
    const Device& end_b = net.device(link.b.device);
    return radio_path_between(
        *net.site, *a, end_a.at, end_a.height_m, end_a.transmit_dbm.value_or(a->transmit_dbm), *b,
        end_b.at, end_b.height_m, end_b.transmit_dbm.value_or(b->transmit_dbm), working);
}

double airtime_share(const Network& net, int device, Working* working) {
    double share = 0;
    const auto& links = net.link_on[static_cast<std::size_t>(device)];
    for (int number : links) {
        if (number < 0) continue;
        const NetLink& link = net.links[static_cast<std::size_t>(number)];
        if (link.medium() != Medium::radio) continue;
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
