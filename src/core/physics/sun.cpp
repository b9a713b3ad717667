// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/sun.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <numbers>

#include "core/units/units.h"

namespace ovant {
namespace {

constexpr double warmest_s = 15 * 3600.0;
constexpr double coldest_without_sunrise_s = 6 * 3600.0;
constexpr double zenith_deg = 90.833;

double rad(double deg) { return deg * std::numbers::pi / 180; }
double deg(double rad) { return rad * 180 / std::numbers::pi; }

bool leap(int year) { return (year % 4 == 0 && year % 100 != 0) || year % 400 == 0; }
int days_in(int year, int month) {
    constexpr int days[] = {31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31};
    return month == 2 && leap(year) ? 29 : days[month - 1];
}

struct SunAt {
    double declination_deg;
    double equation_min;  // of time
};

SunAt sun_at(double days_2000) {
    const double t = (days_2000 - 0.5) / 36525;  // Julian centuries from noon of 1 January 2000
    const double mean_long = std::fmod(280.46646 + t * (36000.76983 + t * 0.0003032), 360);
    const double anomaly = 357.52911 + t * (35999.05029 - 0.0001537 * t);
    const double eccent = 0.016708634 - t * (0.000042037 + 0.0000001267 * t);
    const double centre = std::sin(rad(anomaly)) * (1.914602 - t * (0.004817 + 0.000014 * t)) +
                          std::sin(rad(2 * anomaly)) * (0.019993 - 0.000101 * t) +
                          std::sin(rad(3 * anomaly)) * 0.000289;
    const double node = rad(125.04 - 1934.136 * t);
    const double apparent = mean_long + centre - 0.00569 - 0.00478 * std::sin(node);
    const double tilt = 23 +
                        (26 + (21.448 - t * (46.815 + t * (0.00059 - t * 0.001813))) / 60) / 60 +
                        0.00256 * std::cos(node);
    const double y = std::pow(std::tan(rad(tilt / 2)), 2);
    const double equation =
        4 * deg(y * std::sin(2 * rad(mean_long)) - 2 * eccent * std::sin(rad(anomaly)) +
                4 * eccent * y * std::sin(rad(anomaly)) * std::cos(2 * rad(mean_long)) -
                0.5 * y * y * std::sin(4 * rad(mean_long)) -
                1.25 * eccent * eccent * std::sin(2 * rad(anomaly)));
    return {deg(std::asin(std::sin(rad(tilt)) * std::sin(rad(apparent)))), equation};
}

double half_cosine(double from, double to, double share) {
    return from + (to - from) * (1 - std::cos(std::numbers::pi * std::clamp(share, 0.0, 1.0))) / 2;
}

}  // namespace

std::optional<CalendarDay> parse_day(std::string_view text) {
    if (text.size() != 10 || text[4] != '-' || text[7] != '-') return std::nullopt;
    CalendarDay out;
    const auto read = [&](std::size_t from, std::size_t size, int& into) {
        const char* end = text.data() + from + size;
        const auto result = std::from_chars(text.data() + from, end, into);
        return result.ec == std::errc() && result.ptr == end;
    };
    if (!read(0, 4, out.year) || !read(5, 2, out.month) || !read(8, 2, out.day))
        return std::nullopt;
    if (out.year < 1583 || out.year > 2999 || out.month < 1 || out.month > 12 || out.day < 1 ||
        out.day > days_in(out.year, out.month)) {
        return std::nullopt;
    }
    return out;
}

int days_from_2000(CalendarDay day) {
    int days = day.day - 1;
    for (int year = 2000; year < day.year; ++year) days += leap(year) ? 366 : 365;
    for (int year = day.year; year < 2000; ++year) days -= leap(year) ? 366 : 365;
    for (int month = 1; month < day.month; ++month) days += days_in(day.year, month);
    return days;
}

CalendarDay day_after(CalendarDay day, int days) {
    for (; days > 0; --days) {
        if (++day.day <= days_in(day.year, day.month)) continue;
        day.day = 1;
        if (++day.month <= 12) continue;
        day.month = 1;
        ++day.year;
    }
    return day;
}

SunTimes sun_times(CalendarDay day, double latitude_deg, double longitude_deg,
                   double utc_offset_h) {
    SunTimes out;
    const double midnight = days_from_2000(day);
    const double latitude = rad(std::clamp(latitude_deg, -89.9, 89.9));
    const auto event_min = [&](double direction) {  // minutes of UTC
        double minutes = 720 - 4 * longitude_deg;
        // Once more at the time found: the sun moves during the day.
        for (int pass = 0; pass < 3; ++pass) {
            const SunAt sun = sun_at(midnight + minutes / 1440);
            const double declination = rad(sun.declination_deg);
            const double cosine =
                std::cos(rad(zenith_deg)) / (std::cos(latitude) * std::cos(declination)) -
                std::tan(latitude) * std::tan(declination);
            out.always_down = cosine > 1;
            out.always_up = cosine < -1;
            if (out.always_down || out.always_up) return minutes;
            minutes =
                720 - 4 * longitude_deg - sun.equation_min - direction * 4 * deg(std::acos(cosine));
        }
        return minutes;
    };
    const auto clock_s = [&](double minutes) {
        const double s = std::fmod(minutes * 60 + utc_offset_h * 3600, day_s);
        return s < 0 ? s + day_s : s;
    };
    const double rise_min = event_min(1);
    if (out.always_up || out.always_down) {
        out.sunset_s = out.always_up ? day_s : 0;
        return out;
    }
    const double set_min = event_min(-1);
    out.sunrise_s = clock_s(rise_min);
    out.sunset_s = clock_s(set_min);
    return out;
}

double day_temperature_c(double t_s, const SunTimes& sun, double low_c, double high_c) {
    const bool rises = !sun.always_up && !sun.always_down && sun.sunrise_s < warmest_s - 3600;
    const double coldest_s = rises ? sun.sunrise_s : coldest_without_sunrise_s;
    const double t = std::fmod(std::fmod(t_s, day_s) + day_s, day_s);
    if (t >= coldest_s && t <= warmest_s)
        return half_cosine(low_c, high_c, (t - coldest_s) / (warmest_s - coldest_s));
    const double since_warmest = t > warmest_s ? t - warmest_s : t + day_s - warmest_s;
    return half_cosine(high_c, low_c, since_warmest / (day_s - warmest_s + coldest_s));
}

double sun_share_by(double t_s, const SunTimes& sun) {
    const double length_s = sun.sunset_s - sun.sunrise_s;
    if (length_s <= 0) return 0;
    const double share = std::clamp((t_s - sun.sunrise_s) / length_s, 0.0, 1.0);
    return (1 - std::cos(std::numbers::pi * share)) / 2;
}

}  // namespace ovant
