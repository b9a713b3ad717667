// SPDX-License-Identifier: GPL-3.0-or-later
// The events of a day and what they do. Private to core/simulate.
//
// Time goes from event to event. Each event changes the state of one thing (a camera's lamps, a
// port, the mains); then the feed that this touches is solved again by the same solve_port as the
// checks use, with the loads of the moment, and what follows from the volts is planned as new
// events. Nothing else is computed between two events, for nothing changes there.
//
// Example: at 16:31 it is dusk for K07 (SensorTurns): 4 W more. Its feed is solved: SW1.3 now gives
// 16.1 W of 15.4. That is too much, so a CutPort is planned 60 ms on. It happens: the port is off,
// K07 is lost, a StartPort follows after the pause, the camera starts, its lamps come on, and SW1.3
// is cut again.
#pragma once

#include <queue>
#include <random>
#include <variant>

#include "core/assess/backup.h"
#include "core/simulate/day.h"

namespace ovant {

inline constexpr double weather_step_s = 900;  // sun and air are looked at so often

class DayEngine {
public:
    DayEngine(const Network& net, const DayPlan& plan, const std::function<bool(double)>& go_on);
    DayResult play();

private:
    // What falls due, and of what. A stamp counts the changes of the subject: the event carries the
    // count it was planned at, and falls away where the subject has changed since. Example: K03
    // gets power at 16:30:00 and is planned to run 40 s later (CameraRuns, stamp 1). At 16:30:10
    // its port is cut, which sets its stamp to 2; at 16:30:40 the event finds 2 and does nothing.
    struct Weather {};
    struct Sun {
        bool rises = false;
    };
    struct SensorTurns {  // a camera's own idea of dusk and dawn
        CameraNumber camera;
        bool dark = false;
    };
    struct Thermostat {
        CameraNumber camera;
        std::uint32_t stamp = 0;
    };
    struct Tour {
        CameraNumber camera;
        bool begins = false;
    };
    struct CameraRuns {
        CameraNumber camera;
        std::uint32_t stamp = 0;
    };
    struct SettleFeed {
        FeedingNumber port;
    };
    struct UnitRuns {
        DeviceNumber device;
        std::uint32_t stamp = 0;
    };
    struct StartPort {
        FeedingNumber port;
        std::uint32_t stamp = 0;
    };
    struct AfterInrush {
        FeedingNumber port;
        std::uint32_t stamp = 0;
    };
    struct CutPort {
        FeedingNumber port;
        std::uint32_t stamp = 0;
    };
    struct IdlePort {
        FeedingNumber port;
        std::uint32_t stamp = 0;
    };
    struct MainsTurn {
        bool back = false;
    };
    struct BatteryTurns {
        BatteryNumber battery;
        std::uint32_t stamp = 0;
    };
    struct PlannedRestart {};
    using Event = std::variant<Weather, Sun, SensorTurns, Thermostat, Tour, CameraRuns, SettleFeed,
                               UnitRuns, StartPort, AfterInrush, CutPort, IdlePort, MainsTurn,
                               BatteryTurns, PlannedRestart>;
    struct Due {
        double t_s = 0;
        std::uint64_t number = 0;  // of equal times the earlier planned comes first
        Event event;
        bool operator<(const Due& other) const {
            return t_s != other.t_s ? t_s > other.t_s : number > other.number;
        }
    };
    struct Cause {
        DayEventKind kind = DayEventKind::camera_runs;
        std::string device;
    };
    struct Camera {
        DeviceNumber device;
        PortAt root;
        CameraDraw draw;
        double min_v = 0;
        double start_s = 40;
        double heater_below_c = 5;
        bool poe = true;
        double rate_mbps = 0;
        std::vector<DeviceNumber> way;  // units its picture passes, the recorder too
        CameraState state = CameraState::off;
        bool sensor_dark = false, heater = false, motors = false;
        bool has_run = false;
        double retry_at_s = 0;
        bool indoors = false;
        double box_k = 0;  // warmer in a heated box
        double inside_c = 0, inside_at_s = 0, held_w = 0;
        double watts = 0, volts = 0, dark_since_s = -1;
        FeedingNumber by_port;  // the port that feeds it
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
        DeviceNumber device;
        double budget_w = 0, total_w = 0;
        Allocation allocation = Allocation::by_draw;
        double next_start_s = 0;
        std::vector<FeedingNumber> ports;
    };
    struct Battery {          // of a backup or a solar supply
        DeviceNumber device;  // solar supply; none for a backup
        double wh = 0, full_wh = 0;
        double rate_w = 0;  // into it
        double at_s = 0;
        bool empty = false;
        std::uint32_t stamp = 0;
    };
    // One of several inputs of a load by which power can come to it.
    struct Input {
        PortAt root, from;  // the source port at the root of the feed, and the port that feeds it
        PortNumber at;      // its own
        double low_until_s = 0;
    };
    struct Inputs {
        std::vector<Input> in_order;  // what carries it where all have power, first
        std::size_t now = 0;          // which carries it
        bool bridges = false;
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
    void later(double t_s, Event event);
    // One for each kind of event.
    void happen(const Weather&);
    void happen(const Sun& sun);
    void happen(const SensorTurns& turn);
    void happen(const Thermostat& turn);
    void happen(const Tour& tour);
    void happen(const CameraRuns& runs);
    void happen(const SettleFeed& settle_it);
    void happen(const UnitRuns& runs);
    void happen(const StartPort& start);
    void happen(const AfterInrush& inrush);
    void happen(const CutPort& cut);
    void happen(const IdlePort& idle);
    void happen(const MainsTurn& turn);
    void happen(const BatteryTurns& turn);
    void happen(const PlannedRestart&);
    // How a day is set up.
    void add_feeder(DeviceNumber device);
    Port port_at_rest(PortAt at) const;
    void add_camera(CameraNumber number);
    DayEvent& tell(DayEventKind kind, const std::string& device, const std::string& port = "",
                   double value = 0, double limit = 0);
    void keep_energy(double until_s);
    void add_up_flows();
    double ports_w_of(DeviceNumber device) const;  // given by all its ports together
    Flow source_flow(DeviceNumber device) const;
    void set_flow(Flow& kept, const Flow& now);
    void note_source(DeviceNumber device);
    void note_taken(DeviceNumber device, double watts);
    double uniform(double from, double to);
    const std::string& name(DeviceNumber device) const { return net_.device(device).id; }

    // day_cameras.cpp
    double watts_of(const Camera& camera) const;
    double around_c(const Camera& camera) const;
    double backup_load_w(const Backup& backup) const;
    void plan_thermostat(CameraNumber number);
    void warm_up(Camera& camera);
    void camera_power(CameraNumber number, double volts);
    void camera_lost(CameraNumber number, DayEventKind why, double volts, double limit_v);
    void blame(CameraNumber number, const DayEvent& event);
    void apply_load(CameraNumber number);
    void see_pictures(DeviceNumber device);
    void note_camera(CameraNumber number);
    bool picture_arrives(const Camera& camera) const;

    // day_ports.cpp
    void settle(PortAt root);
    std::vector<PortFeed> solve(PortAt root) const;
    bool drop_what_is_low(const std::vector<PortFeed>& feeds);
    void drop(PortAt root, DeviceNumber device, double volts);
    bool raise_what_has_power(const std::vector<PortFeed>& feeds);
    void take_results(PortAt root, const std::vector<PortFeed>& feeds);
    Cause heaviest_use(PortAt root) const;
    void set_watts(FeedingNumber number, double watts, double source_a);
    void start_ports(FeederNumber unit);
    void plan_start(FeedingNumber number);
    void start_port(FeedingNumber number);
    void port_off(FeedingNumber number, PortState state);
    void shed(const Unit& unit, const std::vector<bool>& granted, double claimed_w);
    void balance(FeederNumber unit);
    void retry_refused(FeederNumber unit);
    std::vector<bool> admitted(const Unit& unit, FeedingNumber waiting) const;
    double counted_w(const Unit& unit, const Port& port) const;
    Flow flow_of(const std::vector<PortFeed>& feeds) const;
    double unit_min_volts(DeviceNumber device) const;
    FeedingNumber feeding(PortAt at) const { return feeding_at_[at.device][at.port]; }

    // day_inputs.cpp
    void add_inputs();
    bool has_power(DeviceNumber device) const;
    void switch_input(DeviceNumber device, std::size_t to);
    std::optional<std::size_t> other_input(DeviceNumber device) const;
    bool take_over(DeviceNumber device);
    bool nothing_asks(FeedingNumber port);
    void come_back(FeedingNumber port);
    bool stands_by(FeedingNumber port) const;
    bool carried_by(const FeedPoint& point) const;

    // day_mains.cpp
    void plan_mains();
    bool has_mains(DeviceNumber device) const;
    void unit_power(DeviceNumber device, bool on);
    void update_batteries();
    void spend(Battery& battery);
    void plan_battery(BatteryNumber number);
    double battery_rate_w(BatteryNumber number) const;
    double boot_s(DeviceNumber device) const;

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
    By<CameraNumber, Camera> cameras_;
    By<DeviceNumber, CameraNumber> camera_at_;
    By<FeedingNumber, Port> ports_;
    By<DeviceNumber, By<PortNumber, FeedingNumber>> feeding_at_;
    By<FeederNumber, Unit> units_;
    By<DeviceNumber, FeederNumber> unit_at_;
    By<DeviceNumber, char> powered_, running_;
    By<DeviceNumber, double> unit_retry_s_;
    By<DeviceNumber, Inputs> inputs_;                 // empty where there is only one
    By<FeedingNumber, DeviceNumber> several_inputs_;  // the load of a port, where it has several
    By<DeviceNumber, std::uint32_t> boot_stamp_;
    By<FeedingNumber, std::vector<DeviceNumber>> fed_;    // by root: devices of its feed
    By<DeviceNumber, std::vector<CameraNumber>> behind_;  // cameras whose picture passes it
    By<FeedingNumber, Flow> flows_;                       // by root
    By<DeviceNumber, TakenNumber> taken_at_;
    By<DeviceNumber, Flow> source_flows_;   // its own and what conversion loses
    Flow flow_;                             // of all of them
    By<DeviceNumber, std::uint32_t> seen_;  // number of the settling that last saw it
    std::uint32_t settle_number_ = 0;
    std::vector<Backup> backups_;
    By<BatteryNumber, Battery> batteries_;  // those of backups_ first, in its order
    bool mains_on_ = true;
    bool starting_up_ = false;  // before the day: nothing is told
    double recorded_mbps_ = 0;
    Cause cause_;
    std::optional<DayEvent> trouble_;  // what takes power away at this moment
};

}  // namespace ovant
