// SPDX-License-Identifier: GPL-3.0-or-later
// radio-clearance, radio-fade-margin, radio-airtime, radio-limit, radio-far-ends.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/radio_path.h"
#include "core/assess/run_checks.h"

namespace ovant {
namespace {

constexpr double clear_zone_percent = 100 * clear_zone_share;

void clearance(RunCase& of, const NetLink& link, const RadioPath& path) {
    Check check = start_check(CheckId::radio_clearance, link.link->id, path.clearance.share * 100,
                              0, Unit::percent, Sense::at_least, source::fresnel);
    check.other = path.clearance.obstacle;
    check.detail =
        RadioClearance{path.clearance.least_m, path.clearance.radius_m, path.clearance.at_m};
    if (of.options.working) radio_path(of.net, link, &check.working);
    // Inside 60 % of the zone is into what the designer keeps back; a line that is cut fails.
    judge(check, clear_zone_percent);
    if (check.verdict == Verdict::fails) check.note = Note::path_cut;
    of.offer(std::move(check));
}

// Margin over the slowest modulation that still carries the pictures beside the other far ends.
void fade_margin(RunCase& of, const NetLink& link, const RadioPath& path) {
    if (path.modulations.empty()) return;
    const auto share_of_others = [&](DeviceNumber device) {
        const double own = path.useful_mbps > 0 ? link.load_mbps / path.useful_mbps : 0;
        return std::max(0.0, airtime_share(of.net, device) - own);
    };
    const double others = std::max(share_of_others(link.a.device), share_of_others(link.b.device));
    const double needed_mbps = link.load_mbps / std::max(0.05, 1 - others);
    const Modulation& enough = enough_for(path.modulations, needed_mbps);
    Check check = start_check(CheckId::radio_fade_margin, link.link->id,
                              path.received_dbm - enough.less_sent_db - enough.sensitivity_dbm, 0,
                              Unit::decibel, Sense::at_least, source::air_rate);
    check.detail = RadioLevels{path.received_dbm, enough.sensitivity_dbm, enough.useful_mbps};
    if (of.options.working) {
        radio_path(of.net, link, &check.working);
        check.working.push_back({"slowest modulation that carries the pictures",
                                 fmt::format("MCS {}, {:.0f} Mb/s useful for {:.1f}", enough.mcs,
                                             enough.useful_mbps, needed_mbps),
                                 enough.sensitivity_dbm, Unit::decibel_milliwatt,
                                 source::air_rate});
        check.working.push_back(
            {"fade margin = received − sensitivity",
             fmt::format("{:.1f} − ({:.0f})", path.received_dbm - enough.less_sent_db,
                         enough.sensitivity_dbm),
             check.value, Unit::decibel, source::air_rate});
    }
    judge(check, of.keep().fade_db);
    of.offer(std::move(check));
}

void airtime(RunCase& of, DeviceNumber device) {
    Check check = start_check(CheckId::radio_airtime, of.net.device(device).id, 0, 100,
                              Unit::percent, Sense::at_most, source::airtime_practice);
    check.value = 100 * airtime_share(of.net, device, of.working(check));
    judge(check, 100 * of.keep().data_share);
    of.offer(std::move(check));
}

// radio-far-ends: as many as the maker allows, whatever sockets there are.
void far_ends(RunCase& of, DeviceNumber device) {
    const RadioFacts& radio = *of.net.kind(device).radio;
    int count = 0;
    for (LinkNumber link : of.net.link_on[device]) {
        count += link && of.net.links[link].medium() == Medium::radio;
    }
    Check check = start_check(CheckId::radio_far_ends, of.net.device(device).id, count,
                              radio.most_far_ends, Unit::count, Sense::at_most, source::maker);
    judge(check, 0);
    of.offer(std::move(check));
}

void transmit_limit(RunCase& of, DeviceNumber device) {
    const RadioFacts& radio = *of.net.kind(device).radio;
    const double set_dbm = of.net.device(device).transmit_dbm.value_or(radio.transmit_dbm);
    if (set_dbm > radio.transmit_dbm) {
        Check past =
            start_check(CheckId::radio_limit, of.net.device(device).id, set_dbm, radio.transmit_dbm,
                        Unit::decibel_milliwatt, Sense::at_most, source::maker);
        judge(past, 0);
        past.note = Note::past_transmit;
        of.offer(std::move(past));
    }
    const double transmit_dbm = std::min(set_dbm, radio.transmit_dbm);
    Check check =
        start_check(CheckId::radio_limit, of.net.device(device).id,
                    transmit_dbm + radio.antenna_dbi, of.net.site->settings.eirp_limit_dbm,
                    Unit::decibel_milliwatt, Sense::at_most, source::radio_law);
    if (of.options.working) {
        check.working.push_back(
            {"radiated = transmitted + antenna",
             fmt::format("{:g} dBm + {:g} dBi", transmit_dbm, radio.antenna_dbi), check.value,
             Unit::decibel_milliwatt, source::radio_law});
    }
    judge(check, 0);
    of.offer(std::move(check));
}

}  // namespace

void radio_checks(RunCase& of) {
    for (std::size_t i = 0; i < of.run.links.size(); ++i) {
        const NetLink& link = of.link(i);
        if (link.medium() != Medium::radio) continue;
        const RadioPath path = radio_path(of.net, link);
        Check pair = plain_check(CheckId::transceiver_pair, link.link->id, source::optic_pair);
        const int channel_a = of.net.device(link.a.device).channel;
        const int channel_b = of.net.device(link.b.device).channel;
        if (!path.sound) {
            pair.verdict = Verdict::fails;
            pair.note = Note::other_band;
        } else if (channel_a != channel_b && channel_a > 0 && channel_b > 0) {
            pair.verdict = Verdict::fails;
            pair.note = Note::other_channel;
        }
        of.offer(std::move(pair));
        if (path.modulations.empty()) continue;
        clearance(of, link, path);
        fade_margin(of, link, path);
        for (PortAt end : {link.a, link.b}) {
            airtime(of, end.device);
            far_ends(of, end.device);
            transmit_limit(of, end.device);
        }
    }
}

}  // namespace ovant
