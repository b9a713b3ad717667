// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/day.h"

#include <algorithm>

namespace ovant {

Result<DayPlan> day_plan(const Settings& settings) {
    const DaySettings& day = settings.day;
    const auto date = parse_day(day.date);
    if (!date)
        return Error{ErrorCode::bad_value, "settings/day/date", day.date,
                     "a date such as 2027-01-15"};
    DayPlan plan;
    plan.date = *date;
    plan.latitude_deg = day.latitude_deg;
    plan.longitude_deg = day.longitude_deg;
    plan.utc_offset_h = day.utc_offset_h;
    plan.low_c = settings.coldest_night_c;
    plan.high_c = std::max(settings.coldest_night_c, settings.night_c);
    plan.outage_at_h = day.outage_at_h;
    plan.outage_h = day.outage_h;
    plan.restart_at_h = day.restart_at_h;
    plan.dusk_spread_min = day.dusk_spread_min;
    plan.tour_s = day.tour_s;
    plan.tour_every_s = day.tour_every_s;
    plan.seed = day.seed;
    return plan;
}

const CameraMoment& CameraDay::at(double t_s) const {
    static const CameraMoment none;
    const auto after =
        std::upper_bound(moments.begin(), moments.end(), t_s,
                         [](double t, const CameraMoment& moment) { return t < moment.t_s; });
    return after == moments.begin() ? none : *(after - 1);
}

const CameraDay* DayResult::camera(std::string_view id) const {
    for (const CameraDay& one : cameras) {
        if (one.camera == id) return &one;
    }
    return nullptr;
}

const UnitDay* DayResult::unit(std::string_view device) const {
    for (const UnitDay& one : units) {
        if (one.device == device) return &one;
    }
    return nullptr;
}

const TakenDay* DayResult::taken_by(std::string_view device) const {
    for (const TakenDay& one : taken) {
        if (one.device == device) return &one;
    }
    return nullptr;
}

std::optional<double> DayResult::next_trouble_s(double t_s) const {
    const auto is_trouble = [](const DayEvent& event) {
        switch (event.kind) {
            case DayEventKind::port_overload:
            case DayEventKind::port_refused:
            case DayEventKind::port_shed:
            case DayEventKind::camera_low:
            case DayEventKind::unit_low:
            case DayEventKind::mains_lost:
            case DayEventKind::backup_empty:
            case DayEventKind::backup_overload:
            case DayEventKind::battery_empty: return true;
            default: return false;
        }
    };
    constexpr double same_trouble_s = 3600;
    for (std::size_t i = 0; i < events.size(); ++i) {
        const DayEvent& event = events[i];
        if (event.t_s <= t_s + 0.5 || !is_trouble(event)) continue;
        bool again = false;
        for (std::size_t k = i; k-- > 0 && events[k].t_s >= event.t_s - same_trouble_s && !again;) {
            again = events[k].kind == event.kind && events[k].device == event.device &&
                    events[k].port == event.port;
        }
        if (!again) return event.t_s;
    }
    return std::nullopt;
}

double sample_at(const std::vector<Sample>& series, double t_s) {
    const auto after = std::upper_bound(series.begin(), series.end(), t_s,
                                        [](double t, const Sample& one) { return t < one.t_s; });
    return after == series.begin() ? 0 : (after - 1)->value;
}

std::vector<PortFeed> feed_at(const Network& net, const DayResult& day, double t_s, PortAt port) {
    FeedState state;
    state.camera_w.assign(net.kinds.size(), 0);
    state.off.assign(net.kinds.size(), 0);
    state.fed_at = net.fed_at;
    for (const auto& links : net.link_on) state.cut.emplace_back(links.size(), 0);
    for (CameraNumber camera : net.cameras.numbers()) {
        if (camera >= day.cameras.next()) break;
        const CameraMoment& moment = day.cameras[camera].at(t_s);
        const DeviceNumber device = net.cameras[camera];
        state.camera_w[device] = moment.watts;
        state.off[device] = moment.watts <= 0;
        if (moment.fed_at) state.fed_at[device] = moment.fed_at;
    }
    Circumstances now = circumstances_of(net.site->settings, Condition::day);
    now.outdoor_c = sample_at(day.air_c, t_s);
    now.state = &state;
    return solve_port(net, port, now);
}

}  // namespace ovant
