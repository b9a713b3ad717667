// SPDX-License-Identifier: GPL-3.0-or-later
// Cables, their lengths, rates and conductors.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "phrase/check_words.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string beyond_text(const Check& check) {
    switch (check.note) {
        case Note::passes_power_on:
            return told("{} only passes power on: no standard covers that", check.subject);
        case Note::own_line:
            return told("{} runs a line of its maker's own, not Ethernet", check.subject);
        case Note::shared_cable:
            return told("{} puts two cameras on one cable: a channel carries one", check.subject);
        case Note::long_setting:
            return told("The long setting of {} is its maker's own", check.subject);
        default: return title(check.id);
    }
}

}  // namespace

std::string link_length_words(const Sentence& s) {
    if (s.check.note == Note::wrong_line) {
        return told("The two ends of {} do not speak the same line", s.check.subject);
    }
    if (s.check.note == Note::past_stated_limit) {
        return told("{} is {} long: past the stated {}, seen to work", s.check.subject,
                    s.quantity(s.check.value), s.quantity(s.check.limit));
    }
    return s.fails ? told("{} is {} long, {} is the limit", s.check.subject,
                          s.quantity(s.check.value), s.quantity(s.check.limit))
                   : told("{} is {} long, close to the limit of {}", s.check.subject,
                          s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string link_rate_words(const Sentence& s) {
    if (s.check.note == Note::unsure_rate) {
        return told("{} may carry {}: nobody knows before trying", s.check.subject,
                    s.quantity(s.check.limit));
    }
    return s.fails ? told("{} must carry {}, it runs at {}", s.check.subject,
                          s.quantity(s.check.value), s.quantity(s.check.limit))
                   : told("{} must carry {} of {}, more than {:.0f} % of it", s.check.subject,
                          s.quantity(s.check.value), s.quantity(s.check.limit),
                          100 * s.check.keep_line / s.check.limit);
}

std::string chain_count_words(const Sentence& s) {
    return told("{:g} units in line, the maker allows {:g}", s.check.value, s.check.limit);
}

std::string uplink_rate_words(const Sentence& s) {
    return told("Uplink {} carries {} of {}", s.check.subject,
                shown_number(s.check.value, s.check.unit, s.context.units),
                s.quantity(s.check.limit));
}

std::string recorder_input_words(const Sentence& s) {
    if (s.check.note == Note::no_recorder)
        return told("Nothing records: the site has no recorder, pictures end at {}",
                    s.check.subject);
    return told("{} takes in {} of {}", s.check.subject,
                shown_number(s.check.value, s.check.unit, s.context.units),
                s.quantity(s.check.limit));
}

std::string port_setting_words(const Sentence& s) {
    if (s.check.note == Note::long_on_uplink)
        return told("The long setting is on at {}, over which the data of all behind {} go",
                    s.check.subject, s.check.other);
    return told("The long setting on {} holds {} down to 10 Mb/s, it needs {}", s.check.subject,
                s.check.other, s.quantity(s.check.value));
}

std::string conductor_words(const Sentence& s) {
    return s.check.note == Note::copper_clad
               ? told("{} is copper-clad aluminium: not for PoE", s.check.subject)
               : told("{} is stranded cable: for cords, not for runs", s.check.subject);
}

std::string surge_words(const Sentence& s) {
    if (s.check.note == Note::unit_unprotected) {
        return told("{} stands between two outdoor lengths without surge protectors",
                    s.check.other);
    }
    return s.check.value == 0 ? said("Outdoor copper has no surge protectors")
                              : told("{:g} of {:g} ends of outdoor copper have a surge protector",
                                     s.check.value, s.check.limit);
}

std::string not_connected_words(const Sentence& s) {
    switch (s.check.note) {
        case Note::no_cable:
            if (std::isnan(s.check.value) || !s.detail<CameraNeeds>())
                return said("Not connected yet");
            return told("Not connected yet: {} from the head end, needs class {} and {}",
                        s.quantity(s.check.value), s.detail<CameraNeeds>()->poe_class,
                        shown(s.detail<CameraNeeds>()->rate_mbps, Unit::megabit_per_second,
                              s.context.units));
        case Note::power_off: return said("The port that should feed it is switched off");
        case Note::unit_without_power: return told("{} on the way has no power", s.check.subject);
        case Note::ends_nowhere:
            return told("Its pictures end at {}: nothing there leads to a recorder",
                        s.check.subject);
        case Note::ends_before_head_end:
            return told("Its data end at {}: nothing there leads to the head end", s.check.subject);
        default: return said("Its cable leads to nothing that feeds it");
    }
}

std::string coax_loop_words(const Sentence& s) {
    return told("{} measures {}, the units work over {}", s.check.subject,
                s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string shared_room_words(const Sentence& s) {
    if (s.check.note == Note::no_more_fibres)
        return told("{:g} fibres of {} are used, it has {:g}", s.check.value, s.check.subject,
                    s.check.limit);
    return told("{:g} cables lie in {}, it has room for {:g}", s.check.value, s.check.subject,
                s.check.limit);
}

std::string cable_heat_words(const Sentence& s) {
    return told("{} gets {} among the cables it lies with, {} is the most", s.check.subject,
                s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string beyond_standard_words(const Sentence& s) { return beyond_text(s.check); }

}  // namespace ovant
