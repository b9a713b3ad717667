// SPDX-License-Identifier: GPL-3.0-or-later
// A switch of a site as it would tell of itself at each moment of the site's day.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/format/switch_mib.h"
#include "core/prove/faults.h"
#include "core/simulate/day.h"

namespace ovant {

// What many switches lack.
enum class SwitchLacks { poe, port_watts, neighbours, clock, wide_counters };

struct SwitchPlayWanted {
    std::string device;
    std::optional<Fault> fault;  // one of possible_faults
    std::vector<SwitchLacks> lacks;
};

class SwitchPlay {
public:
    // The network must be of the site as it was built, fault and all; borrows nothing.
    SwitchPlay(std::shared_ptr<const Network> net, DeviceNumber device, DayResult day,
               std::vector<SwitchLacks> lacks);
    SwitchPlay(const SwitchPlay&) = delete;  // its ports point into its day
    SwitchPlay(SwitchPlay&&) = default;
    SwitchState at(double t_s) const;
    double length_s() const { return day_.length_s; }

private:
    struct Port {
        PortNumber number;
        LinkNumber link;
        double rate_mbps = 0;
        const PortDay* day = nullptr;
        const CameraDay* far_camera = nullptr;
        std::vector<CameraNumber> cameras;  // whose pictures come in here
        std::vector<std::string> macs;
    };
    bool lacks(SwitchLacks what) const;
    bool is_up(const Port& port, double t_s) const;
    void tell_power(SwitchPort& out, const Port& port, double t_s) const;
    std::uint64_t octets(const Port& port, double t_s) const;

    std::shared_ptr<const Network> net_;
    DeviceNumber device_;
    DayResult day_;
    std::vector<SwitchLacks> lacks_;
    std::vector<Port> ports_;
};

// Errors: no_such_object where there is no such switch; what day_plan() says of its day.
Result<SwitchPlay> play_switch(const Site& site, const Catalogue& catalogue,
                               const SwitchPlayWanted& wanted);

}  // namespace ovant
