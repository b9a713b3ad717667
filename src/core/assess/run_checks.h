// SPDX-License-Identifier: GPL-3.0-or-later
// What the checks of one run share. Private to core/assess.
#pragma once

#include <limits>
#include <vector>

#include "core/assess/assess.h"
#include "core/assess/port_feed.h"

namespace ovant {

inline constexpr double no_value = std::numeric_limits<double>::quiet_NaN();

// One run under judgement: what it is, and the worst check found so far of each id.
struct RunCase {
    const Network& net;
    const Run& run;
    CameraNumber number;
    const AssessOptions& options;
    std::vector<Condition> conditions;
    RunAssessment out;

    const NetLink& link(std::size_t i) const { return net.links[run.links[i]]; }
    Working* working(Check& check) const { return options.working ? &check.working : nullptr; }
    const KeepBack& keep() const { return net.site->settings.keep_back; }
    std::string port_name(PortAt at) const {
        return net.device(at.device).id + "." + net.port(at).id;
    }
    // Keeps the worst check of each id: over conditions, links and devices.
    void offer(Check&& check);
    // Every unit on the way, the head end's first, the camera last, none twice.
    std::vector<DeviceNumber> units() const;
};

Check start_check(CheckId id, std::string subject, double value, double limit, Unit unit,
                  Sense sense, Source source);
// A check that holds unless something is found: without value or limit.
Check plain_check(CheckId id, std::string subject, Source source);

// always_on.cpp: unexpected-power.
void always_on_checks(RunCase& of);
// power_checks.cpp: what feeds the camera and every unit on the way.
void power_checks(RunCase& of);
// port_start_checks.cpp: keeps-on, inrush, of one feed by the least that its loads take.
void port_start_checks(RunCase& of, const PortFeed& feed);
// link_checks.cpp: length, rate, conductors, chain, surge, surroundings.
void link_checks(RunCase& of);
// light_checks.cpp: fibre-light, fibre-overload, transceiver-pair.
void light_checks(RunCase& of);
// radio_checks.cpp: radio-clearance, radio-fade-margin, radio-airtime, radio-limit.
void radio_checks(RunCase& of);
// place_checks.cpp: mains-at-place, earth-between-buildings, earth-at-unit, enclosure, solar-days.
void place_checks(RunCase& of);
// place_checks.cpp: rack-room, one for each place with a rack that something stands in.
std::vector<Check> rack_room(const Network& net);
// practice_checks.cpp: site-practice.
void practice_checks(RunCase& of);

}  // namespace ovant
