// SPDX-License-Identifier: GPL-3.0-or-later
// Wiring cards: for each run, what is plugged where, in order of work. Sentences are in phrase.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/prove/readings.h"

namespace ovant {

enum class Caution {
    height,
    services,
    earth,
    water,
    bundle_heat,
    long_setting,
    power_off_far_side,
    mains,
    generator,
    separate_earths,
    passive_power,
    dc_polarity,
    limited_circuit,
    fibre_light,
    radio,
    batteries,
    vapour,
    privacy
};
inline constexpr int caution_count = static_cast<int>(Caution::privacy) + 1;

struct CardStep {
    std::string link;    // also the label on both ends of the cable
    std::string cable;   // catalogue id
    std::string colour;  // of its jacket, where it is known
    double cut_m = 0;
    double length_m = 0;
    std::string from, from_port, from_kind;
    std::string to, to_port, to_kind;
    bool from_in_line = false, to_in_line = false;  // a unit whose sides must not be confused
    bool power_off_from = false;  // this side of an in-line unit is set to send no power on
    std::string protector_from, protector_to;
    std::string box_to;  // enclosure of the unit at the far side
    Medium medium = Medium::twisted_pair;
    double height_from_m = 0, height_to_m = 0;  // radio: of the antennas
    std::string module_from, module_to;         // fibre: kinds of transceivers to put in
    bool existing = false;                      // the cable hangs there already
    // Of a combiner at the far side: the pairs it takes power from.
    std::optional<Alternative> combiner_to;
    bool long_setting_from = false;  // the port is to be set long
    // Twisted pair that carries power: from which pairs, and how many.
    struct Pairs {
        bool passive = false;
        int count = 2;
        Alternative alternative = Alternative::either;
        int polarity = 0;  // passive: as of a port
    };
    std::optional<Pairs> power;
    bool earth_from = false, earth_to = false;  // the place has one, for the protector's lead
    std::string cut_with;  // camera on whose card this very length is cut already
    // At the far end: least volts and most watts over the conditions, rate, light or level that
    // arrives. NaN where there is none.
    double expected_v = 0, expected_w = 0, rate_mbps = 0, expected_dbm = 0;
    // Of a feed that is always on, at the far end with nothing joined yet. NaN where there is none.
    double open_v = 0;
    // Which way power goes over it: to the far end, or from there.
    enum class Flow { none, onward, back };
    Flow flow = Flow::none;
    int vlan_from = 0;      // that the near end's port is to be set to; 0: untagged
    std::string lights_to;  // of the unit at the far end
};

struct Card {
    std::string camera;
    std::string name;
    std::string kind;
    double expected_v = 0;  // lowest at the camera over all conditions, NaN if it collapses
    double expected_w = 0;  // most at the camera
    double rate_mbps = 0;
    PlugWiring wiring = PlugWiring::t568b;
    Verdict verdict = Verdict::unknown;
    std::vector<CardStep> steps;   // from the switch or recorder at the head end to the camera
    std::vector<CardStep> beside;  // what feeds a unit of the run beside its data
    std::vector<Caution> cautions;
    std::vector<Foretold> seen;  // what is amiss as it is drawn, of a run that does not hold
    // Where it is printed as several: which of how many. Cautions stand on the first.
    int piece = 0, pieces = 0;
};

// Cautions that a run gives cause for, and no others.
std::vector<Caution> cautions_of(const Network& net, CameraNumber camera);

// What is plugged where over one link, from the side nearer to the head end; nothing is expected of
// it yet.
CardStep lead_step(const Network& net, LinkNumber link, PortAt from, PortAt to);
// Leads by which units of the run get their power and no pictures: an adapter's, an injector's.
std::vector<CardStep> feeds_beside(const Network& net, const Run& run);

// One for each connected run, in order of camera.
std::vector<Card> wiring_cards(const Network& net);

}  // namespace ovant
