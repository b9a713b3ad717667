// SPDX-License-Identifier: GPL-3.0-or-later
// The events of a day and what they do. Private to core/simulate.
#pragma once

#include <queue>
#include <random>

#include "core/assess/backup.h"
#include "core/simulate/day.h"

namespace ovant {

inline constexpr double weather_step_s = 900;  // sun and air are looked at so often

class DayEngine {
public:
    DayEngine(const Network& net, const DayPlan& plan, const std::function<bool(double)>& go_on);
    DayResult play();

private:
    enum class Act : std::uint8_t {
        weather,
        sun,
        infrared,
        thermostat,
        tour_on,
        tour_off,
        camera_runs,
        settle_feed,
        unit_runs,
        start_port,
        after_inrush,
        cut_port,
        idle_port,
        mains_lost,
        mains_back,
        backup_empty,
        battery,
        planned_restart
    };
    struct Due {
        double t_s = 0;
        std::uint64_t number = 0;  // of equal times the earlier planned comes first
        Act act = Act::weather;
        int what = 0;  // camera, device, port or backup, by act
        std::uint32_t stamp = 0;
        bool operator<(const Due& other) const {
            return t_s != other.t_s ? t_s > other.t_s : number > other.number;
        }
    };
    struct Cause {
        DayEventKind kind = DayEventKind::camera_runs;
        std::string device;
    };
    struct Camera {
        int device = -1;
        PortAt root;
        CameraDraw draw;
        double min_v = 0;
        double start_s = 40;
        double heater_below_c = 5;
        bool poe = true;
        double rate_mbps = 0;
        std::vector<int> way;  // units its picture passes, the recorder too
        CameraState state = CameraState::off;
        bool sensor_dark = false, heater = false, motors = false;
        bool has_run = false;
        double retry_at_s = 0;
        bool indoors = false;
        double box_k = 0;  // warmer in a heated box
        double inside_c = 0, inside_at_s = 0, held_w = 0;
        double watts = 0, volts = 0, dark_since_s = -1;
        int by_port = -1;  // the port that feeds it
        std::uint32_t boot_stamp = 0, heat_stamp = 0;
    };
    enum class PortState : std::uint8_t { unused, waiting, on, paused };
    struct Port {
        PortAt at;
        PortAt root;  // the source port at the root of its feed
        PortState state = PortState::unused;
        bool refused = false, over = false, idle = false, planned = false;
        bool passive = false;
        double watts = 0, limit_w = 0, reserved_w = 0, requested_w = 0;
        int priority = 3;
        bool asked = false;  // its load has named its watts since it started
        double inrush_until_s = -1;
        std::uint32_t stamp = 0;
        Cause cause;
    };
    struct Unit {
        int device = -1;
        double budget_w = 0, total_w = 0;
        Allocation allocation = Allocation::by_draw;
        double next_start_s = 0;
        std::vector<int> ports;
    };
    struct Battery {      // of a backup or a solar supply
        int device = -1;  // solar supply; -1 for a backup
        double wh = 0, full_wh = 0;
        double rate_w = 0;  // into it
        double at_s = 0;
        bool empty = false;
        std::uint32_t stamp = 0;
    };
    struct Flow {
        double in_w = 0, used_w = 0, lost_w = 0;
        void take(const Flow& other, double sign) {
            in_w += sign * other.in_w;
            used_w += sign * other.used_w;
            lost_w += sign * other.lost_w;
        }
    };

    // day_engine.cpp
    void plan_day();
    void start_cameras();
    void act(const Due& due);
    void later(double t_s, Act act, int what, std::uint32_t stamp = 0);
    DayEvent& tell(DayEventKind kind, const std::string& device, const std::string& port = "",
                   double value = 0, double limit = 0);
    void weather();
    void keep_energy(double until_s);
    void add_up_flows();
    Flow source_flow(int device) const;
    void set_flow(Flow& kept, const Flow& now);
    void note_source(int device);
    void note_taken(int device, double watts);
    double uniform(double from, double to);
    const std::string& name(int device) const { return net_.device(device).id; }

    // day_cameras.cpp
    double watts_of(const Camera& camera) const;
    double around_c(const Camera& camera) const;
    double backup_load_w(const Backup& backup) const;
    void infrared(int number);
    void tour(int number, bool on);
    void thermostat(int number);
    void plan_thermostat(int number);
    void warm_up(Camera& camera);
    void camera_power(int number, double volts);
    void camera_lost(int number, DayEventKind why, double volts, double limit_v);
    void blame(int number, const DayEvent& event);
    void camera_runs(int number);
    void planned_restart();
    void apply_load(int number);
    void see_pictures(int device);
    void note_camera(int number);
    bool picture_arrives(const Camera& camera) const;

    // day_ports.cpp
    void settle(PortAt root);
    std::vector<PortFeed> solve(PortAt root) const;
    bool drop_what_is_low(const std::vector<PortFeed>& feeds);
    void drop(PortAt root, int device, double volts);
    bool raise_what_has_power(const std::vector<PortFeed>& feeds);
    void take_results(PortAt root, const std::vector<PortFeed>& feeds);
    Cause heaviest_use(PortAt root) const;
    void set_watts(int port, double watts, double source_a);
    void start_ports(int unit);
    void plan_start(int port);
    void start_port(int port);
    void port_off(int port, PortState state);
    void shed(const Unit& unit, const std::vector<bool>& granted, double claimed_w);
    void cut_port(int port);
    void idle_port(int port);
    void balance(int unit);
    void retry_refused(int unit);
    std::vector<bool> admitted(const Unit& unit, int waiting) const;
    double counted_w(const Unit& unit, const Port& port) const;
    Flow flow_of(const std::vector<PortFeed>& feeds) const;
    double unit_min_volts(int device) const;
    int port_number(PortAt at) const {
        return port_at_[static_cast<std::size_t>(at.device)][static_cast<std::size_t>(at.port)];
    }

    // day_mains.cpp
    void plan_mains();
    bool has_mains(int device) const;
    void unit_power(int device, bool on);
    void unit_runs(int device);
    void mains(bool back);
    void update_batteries();
    void spend(Battery& battery);
    void plan_battery(int number);
    double battery_rate_w(const Battery& battery, std::size_t number) const;
    void battery_turns(int number);
    double boot_s(int device) const;

    const Network& net_;
    const DayPlan& plan_;
    const std::function<bool(double)>& go_on_;
    std::mt19937 random_;
    DayResult out_;
    double t_s_ = 0, end_s_ = 86400;
    double energy_at_s_ = 0;
    std::vector<SunTimes> sun_;  // by day
    Circumstances now_;
    FeedState state_;
    std::priority_queue<Due> agenda_;
    std::uint64_t planned_ = 0;
    std::vector<Camera> cameras_;
    std::vector<int> camera_at_;  // by device, -1
    std::vector<Port> ports_;
    std::vector<std::vector<int>> port_at_;  // by device and port, -1
    std::vector<Unit> units_;
    std::vector<int> unit_at_;             // by device, -1
    std::vector<char> powered_, running_;  // by device
    std::vector<double> unit_retry_s_;     // by device
    std::vector<std::uint32_t> boot_stamp_;
    std::vector<std::vector<int>> fed_;     // by root port number: devices of its feed
    std::vector<std::vector<int>> behind_;  // by device: cameras whose picture passes it
    std::vector<Flow> flows_;               // by root port number
    std::vector<int> taken_at_;             // by device: its place in DayResult::taken, -1
    std::vector<Flow> source_flows_;        // by device: its own and what conversion loses
    Flow flow_;                             // of all of them
    std::vector<std::uint32_t> seen_;
    std::uint32_t settle_number_ = 0;
    std::vector<Backup> backups_;
    std::vector<Battery> batteries_;  // backups first, then solar supplies
    bool mains_on_ = true;
    bool starting_up_ = false;  // before the day: nothing is told
    double recorded_mbps_ = 0;
    Cause cause_;
    std::optional<DayEvent> trouble_;  // what takes power away at this moment
};

}  // namespace ovant
