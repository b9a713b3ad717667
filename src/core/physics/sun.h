// SPDX-License-Identifier: GPL-3.0-or-later
// Sunrise, sunset and the temperature of a day. Pure.
#pragma once

#include <optional>
#include <string_view>

namespace ovant {

struct CalendarDay {
    int year = 2027, month = 1, day = 15;
    bool operator==(const CalendarDay&) const = default;
};
// "2027-01-15"; nothing if it is no day of the Gregorian calendar. Years 1583 to 2999.
std::optional<CalendarDay> parse_day(std::string_view text);
// Days since 1 January 2000; negative before.
int days_from_2000(CalendarDay day);
// The day `days` later.
CalendarDay day_after(CalendarDay day, int days);

struct SunTimes {
    double sunrise_s = 0, sunset_s = 0;           // of the day, by the clock at `utc_offset_h`
    bool always_up = false, always_down = false;  // no sunrise or sunset on this day
};
// Upper edge of the sun at the level horizon with usual refraction, zenith 90.833 degrees; the
// solar equations of Meeus, Astronomical Algorithms, as NOAA publishes them. Good to about a minute
// between 70 degrees north and south, years 1900 to 2100. Degrees north and east.
SunTimes sun_times(CalendarDay day, double latitude_deg, double longitude_deg, double utc_offset_h);

// Air temperature at `t_s` of the day: lowest at sunrise, highest at 15:00, half cosines between.
// Common practice. Domain: low_c <= high_c; with no sunrise the lowest is at 06:00.
double day_temperature_c(double t_s, const SunTimes& sun, double low_c, double high_c);

// Share of the day's sun that has come by `t_s`, 0 to 1: half a sine between sunrise and sunset.
double sun_share_by(double t_s, const SunTimes& sun);

}  // namespace ovant
