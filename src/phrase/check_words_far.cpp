// SPDX-License-Identifier: GPL-3.0-or-later
// Fibre and radio.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "phrase/check_words.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string mismatch_text(const Check& check) {
    switch (check.note) {
        case Note::no_optic: return told("{} has an end without a transceiver", check.subject);
        case Note::other_rate: return told("The ends of {} differ in rate", check.subject);
        case Note::other_wavelength:
            return told("One end of {} sends what the other does not receive", check.subject);
        case Note::other_fibre:
            return told("The transceivers of {} are not made for its fibre", check.subject);
        case Note::other_strands:
            return told("{} has not the fibres its transceivers need", check.subject);
        case Note::other_channel: return told("The ends of {} are on two channels", check.subject);
        case Note::other_band:
            return told("The radios of {} differ in band or width", check.subject);
        default: return told("The ends of {} do not go together", check.subject);
    }
}

}  // namespace

std::string fibre_light_words(const Sentence& s) {
    return s.fails ? told("Too little light over {}: {} short", s.check.subject,
                          s.quantity(-s.check.margin))
                   : told("{} of light to spare over {}, inside the keep-back",
                          s.quantity(s.check.value), s.check.subject);
}

std::string fibre_overload_words(const Sentence& s) {
    return told("Too much light over {}: {} arrives, {} is the most", s.check.subject,
                s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string transceiver_pair_words(const Sentence& s) { return mismatch_text(s.check); }

std::string radio_clearance_words(const Sentence& s) {
    const std::string what = s.check.other.empty() ? said("the ground") : s.check.other;
    const auto* clearance = s.detail<RadioClearance>();
    if (!clearance) return said("The radio path is not clear");
    return s.fails ? told("{} cuts the radio path by {}", what,
                          shown(-clearance->least_m, Unit::metre, s.context.units))
                   : told("{} stands in the radio zone: {} clear, 60 % wanted", what,
                          s.quantity(s.check.value));
}

std::string radio_fade_margin_words(const Sentence& s) {
    return s.fails ? told("Radio too weak over {}: {} below what the pictures need",
                          s.check.subject, s.quantity(-s.check.margin))
                   : told("{} of fade margin over {}, less than is kept back",
                          s.quantity(s.check.value), s.check.subject);
}

std::string radio_airtime_words(const Sentence& s) {
    return told("{} of the airtime of {} is taken", s.quantity(s.check.value), s.check.subject);
}

std::string radio_far_ends_words(const Sentence& s) {
    return told("{} has {:g} far ends, its maker allows {:g}", s.check.subject, s.check.value,
                s.check.limit);
}

std::string radio_limit_words(const Sentence& s) {
    if (s.check.note == Note::past_transmit)
        return told("{} is set to {}, it has {}", s.check.subject, s.quantity(s.check.value),
                    s.quantity(s.check.limit));
    return told("{} radiates {}, {} is the limit here", s.check.subject, s.quantity(s.check.value),
                s.quantity(s.check.limit));
}

}  // namespace ovant
