// SPDX-License-Identifier: GPL-3.0-or-later
// Surroundings, mains, sun, and the rules of the site itself.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "phrase/check_words.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string place_name(const Check& check) {
    return check.other.empty() ? check.subject : check.other;
}

std::string mains_text(const Check& check, const TextContext& context) {
    const auto* draw = std::get_if<GreatestDraw>(&check.detail);
    switch (check.note) {
        case Note::no_place: return told("{} stands at no place: is there mains?", check.subject);
        case Note::generator:
            return told("{} hangs on a generator at {}: not steady", check.subject,
                        place_name(check));
        case Note::large_on_generator:
            return told(
                "{} hangs on a generator at {}: a camera of {} with motors will "
                "stutter or restart",
                check.subject, place_name(check),
                shown(draw ? draw->watts : 0, Unit::watt, context.units));
        case Note::box_heater:
            return told("The heater in the box of {} needs mains, {} has none", check.subject,
                        place_name(check));
        case Note::other_mains:
            return told("{} is made for mains of {}, here they are {}", check.subject,
                        shown(check.limit, Unit::volt, context.units),
                        shown(check.value, Unit::volt, context.units));
        case Note::solar_only:
            return told("{} needs mains, {} has solar only", check.subject, place_name(check));
        case Note::backup_elsewhere:
            return told("{} cannot be plugged into {}: it stands elsewhere", check.subject,
                        check.other);
        default: return told("No mains for {} at {}", check.subject, place_name(check));
    }
}

std::string practice_text(const Check& check, const TextContext& context) {
    const auto quantity = [&](double value) { return shown(value, check.unit, context.units); };
    switch (check.note) {
        case Note::large_load:
            return told("{} carries {}: this site keeps more than {} off category cable",
                        check.subject, quantity(check.value), quantity(check.limit));
        case Note::power_with_data:
            return told("{} carries power and data: this site keeps them apart", check.subject);
        case Note::large_picture:
            return told("{:.1f} megapixels over {} at 10 Mb/s: this site allows {:.1f}",
                        check.value, check.subject, check.limit);
        case Note::passive_feed:
            return told("Port {} feeds without asking: this site allows no such feed",
                        check.subject);
        case Note::radio_near:
            return told("{} spans {} by radio: this site wants cable up to {}", check.subject,
                        quantity(check.value), quantity(check.limit));
        default:
            return told("Port {} feeds it: this site feeds cameras from the {}", check.subject,
                        check.note == Note::switch_feeds ? said("switch") : said("recorder"));
    }
}

}  // namespace

std::string surroundings_words(const Sentence& s) {
    switch (s.check.note) {
        case Note::too_cold:
            return told("{} is made for {} and warmer, the coldest night is {}", s.check.subject,
                        s.quantity(s.check.limit), s.quantity(s.check.value));
        case Note::too_hot:
            return told("{} is made for {} at most, the day is {}", s.check.subject,
                        s.quantity(s.check.limit), s.quantity(s.check.value));
        case Note::indoor_outside:
            return told("{} is an indoor unit standing outdoors", s.check.subject);
        case Note::cable_indoor_outside:
            return told("{} is indoor cable laid outdoors", s.check.subject);
        case Note::not_for_burial:
            return told("{} lies in the ground and is not made for burial", s.check.subject);
        case Note::not_for_digging:
            return told("{} is counted as dug in and is not made for burial", s.check.subject);
        case Note::crosses_water:
            return told("{} would lie in open water: no pathway leads there", s.check.subject);
        case Note::not_for_water:
            return told("{} lies under water at times and is not made for it", s.check.subject);
        default: return told("{} is not made for wet places", s.check.subject);
    }
}

std::string mains_at_place_words(const Sentence& s) { return mains_text(s.check, s.context); }

std::string earth_between_buildings_words(const Sentence& s) {
    const auto* earths = s.detail<JoinedEarths>();
    if (!earths) return title(s.check.id);
    return told("Copper joins the earths of {} and {}: prefer fibre", earths->from, earths->to);
}

std::string solar_days_words(const Sentence& s) {
    const auto* day = s.detail<SolarDay>();
    if (s.check.note == Note::panel_too_small && day) {
        return told("The panel of {} gives {} a day in the worst month, {} is used",
                    s.check.subject, shown(day->gained_wh, Unit::watt_hour, s.context.units),
                    shown(day->used_wh, Unit::watt_hour, s.context.units));
    }
    return told("The battery of {} lasts {} without sun, {} wanted", s.check.subject,
                s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string earth_at_unit_words(const Sentence& s) {
    const bool high = s.check.note == Note::exposed;
    if (s.check.other.empty())
        return high
                   ? told("{} stands high and outdoors, at no place with an earth", s.check.subject)
                   : told("The case of {} is to be joined to an earth: it stands at no place",
                          s.check.subject);
    return high ? told("{} stands high and outdoors, {} has no earth", s.check.subject,
                       s.check.other)
                : told("The case of {} is to be joined to an earth, {} has none", s.check.subject,
                       s.check.other);
}

std::string rack_room_words(const Sentence& s) {
    return told("The rack at {} has {:g} units, {:g} are taken", place_name(s.check), s.check.limit,
                s.check.value);
}

std::string enclosure_words(const Sentence& s) {
    return told("It gets {} in the box of {}, {} is the most", s.quantity(s.check.value),
                s.check.subject, s.quantity(s.check.limit));
}

std::string site_practice_words(const Sentence& s) { return practice_text(s.check, s.context); }

}  // namespace ovant
