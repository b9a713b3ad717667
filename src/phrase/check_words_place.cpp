// SPDX-License-Identifier: GPL-3.0-or-later
// Surroundings, mains, sun, and the rules of the site itself.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "phrase/check_words.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

std::string place_name(const Check& check) {
    return check.other.empty() ? check.subject : check.other;
}

std::string mains_text(const Check& check, const TextContext& context) {
    const auto* draw = std::get_if<GreatestDraw>(&check.detail);
    switch (check.note) {
        case Note::no_place:
            return fmt::format("{} stands at no place: is there mains?", check.subject);
        case Note::generator:
            return fmt::format("{} hangs on a generator at {}: not steady", check.subject,
                               place_name(check));
        case Note::large_on_generator:
            return fmt::format(
                "{} hangs on a generator at {}: a camera of {} with motors will "
                "stutter or restart",
                check.subject, place_name(check),
                shown(draw ? draw->watts : 0, Unit::watt, context.units));
        case Note::box_heater:
            return fmt::format("The heater in the box of {} needs mains, {} has none",
                               check.subject, place_name(check));
        case Note::solar_only:
            return fmt::format("{} needs mains, {} has solar only", check.subject,
                               place_name(check));
        default: return fmt::format("No mains for {} at {}", check.subject, place_name(check));
    }
}

std::string practice_text(const Check& check, const TextContext& context) {
    const auto quantity = [&](double value) { return shown(value, check.unit, context.units); };
    switch (check.note) {
        case Note::large_load:
            return fmt::format("{} carries {}: this site keeps more than {} off category cable",
                               check.subject, quantity(check.value), quantity(check.limit));
        case Note::large_picture:
            return fmt::format("{:.1f} megapixels over {} at 10 Mb/s: this site allows {:.1f}",
                               check.value, check.subject, check.limit);
        case Note::passive_feed:
            return fmt::format("Port {} feeds without asking: this site allows no such feed",
                               check.subject);
        case Note::radio_near:
            return fmt::format("{} spans {} by radio: this site wants cable up to {}",
                               check.subject, quantity(check.value), quantity(check.limit));
        default:
            return fmt::format("Port {} feeds it: this site feeds cameras from the {}",
                               check.subject,
                               check.note == Note::switch_feeds ? "switch" : "recorder");
    }
}

}  // namespace

std::string surroundings_words(const Sentence& s) {
    switch (s.check.note) {
        case Note::too_cold:
            return fmt::format("{} is made for {} and warmer, the coldest night is {}",
                               s.check.subject, s.quantity(s.check.limit),
                               s.quantity(s.check.value));
        case Note::too_hot:
            return fmt::format("{} is made for {} at most, the day is {}", s.check.subject,
                               s.quantity(s.check.limit), s.quantity(s.check.value));
        case Note::indoor_outside:
            return fmt::format("{} is an indoor unit standing outdoors", s.check.subject);
        case Note::cable_indoor_outside:
            return fmt::format("{} is indoor cable laid outdoors", s.check.subject);
        case Note::not_for_burial:
            return fmt::format("{} lies in the ground and is not made for burial", s.check.subject);
        case Note::crosses_water:
            return fmt::format("{} would lie in open water: no pathway leads there",
                               s.check.subject);
        default: return fmt::format("{} is not made for wet places", s.check.subject);
    }
}

std::string mains_at_place_words(const Sentence& s) { return mains_text(s.check, s.context); }

std::string earth_between_buildings_words(const Sentence& s) {
    return fmt::format("Copper joins the earths of {}: prefer fibre", s.check.other);
}

std::string solar_days_words(const Sentence& s) {
    const auto* day = s.detail<SolarDay>();
    if (s.check.note == Note::panel_too_small && day) {
        return fmt::format("The panel of {} gives {} a day in the worst month, {} is used",
                           s.check.subject, shown(day->gained_wh, Unit::watt_hour, s.context.units),
                           shown(day->used_wh, Unit::watt_hour, s.context.units));
    }
    return fmt::format("The battery of {} lasts {} without sun, {} wanted", s.check.subject,
                       s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string enclosure_words(const Sentence& s) {
    return fmt::format("It gets {} in the box of {}, {} is the most", s.quantity(s.check.value),
                       s.check.subject, s.quantity(s.check.limit));
}

std::string site_practice_words(const Sentence& s) { return practice_text(s.check, s.context); }

}  // namespace ovant
