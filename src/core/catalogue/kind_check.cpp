// SPDX-License-Identifier: GPL-3.0-or-later
// What the rest of the program relies on in a kind: figures of its category, ports of the roles it
// works by.
#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/catalogue/kind_json.h"

namespace ovant {
namespace {

constexpr std::size_t most_ports = 200;

template <class Is>
std::ptrdiff_t count_ports(const Kind& kind, Is is) {
    return std::count_if(kind.ports.begin(), kind.ports.end(), is);
}

std::string lacking_figures(const Kind& kind) {
    const struct {
        Category category;
        bool there;
        const char* what;
    } needs[] = {
        {Category::cable, kind.cable.has_value(), "a cable needs its figures under “cable”"},
        {Category::camera, kind.camera.has_value(), "a camera needs its figures under “camera”"},
        {Category::load, kind.load.has_value(), "a load needs its figures under “load”"},
        {Category::repeater, kind.in_line.has_value(),
         "a repeater needs its figures under “in_line”"},
        {Category::extender, kind.in_line.has_value(),
         "an extender needs its figures under “in_line”"},
        {Category::transceiver, kind.optic.has_value(),
         "a transceiver needs its figures under “optic”"},
        {Category::radio, kind.radio.has_value(), "a radio needs its figures under “radio”"},
        {Category::ups, kind.ups.has_value(), "a backup needs its figures under “ups”"},
        {Category::supply, kind.supply.has_value(), "a supply needs its figures under “supply”"},
        {Category::injector, kind.supply.has_value(),
         "an injector needs its figures under “supply”"},
    };
    for (const auto& need : needs) {
        if (kind.category == need.category && !need.there) return need.what;
    }
    if (kind.solar && !kind.supply) return "a solar supply needs its figures under “supply”";
    if (kind.cable && kind.category != Category::cable) return "only a cable has figures of one";
    if (kind.load && kind.category != Category::load) return "only a load has figures of one";
    return "";
}

std::string lacking_on_port(const Kind& kind, const PortKind& port) {
    if (!letters_in(port.id) || port.id.empty()) return "a port needs a name";
    if (port.role == PortRole::pse && !kind.supply)
        return fmt::format("port {} feeds, so the unit needs its figures under “supply”", port.id);
    if (port.role == PortRole::pd && port.power == PowerKind::passive &&
        port.min_volts > port.max_volts)
        return fmt::format("port {} accepts from {:g} to {:g} V, which is nothing", port.id,
                           port.min_volts, port.max_volts);
    if (!port.line.empty() && !kind.line && kind.category != Category::network_switch)
        return fmt::format("port {} speaks a line code, so the unit needs its figures under “line”",
                           port.id);
    return "";
}

std::string lacking_of_way_through(const Kind& kind) {
    const auto passes = [](const PortKind& port) { return port.role == PortRole::pass; };
    if (kind.category == Category::combiner) {
        std::set<std::string> lanes;
        const auto shared =
            count_ports(kind, [](const PortKind& port) { return port.lane.empty(); });
        for (const PortKind& port : kind.ports) {
            if (!port.lane.empty() && !lanes.insert(port.lane).second)
                return fmt::format("two ports of a combiner carry lane {}", port.lane);
            if (!passes(port)) return "every port of a combiner passes power through";
        }
        if (shared != 1 || lanes.size() < 2)
            return "a combiner needs one port without a lane and two lanes or more";
        return "";
    }
    if (kind.category == Category::injector) {
        for (const PortKind& port : kind.ports) {
            if (port.lane.empty()) continue;
            const auto of_lane = [&](PortRole role) {
                return count_ports(kind, [&](const PortKind& other) {
                    return other.lane == port.lane && other.role == role;
                });
            };
            if (of_lane(PortRole::data) != 1 || of_lane(PortRole::pse) != 1)
                return fmt::format(
                    "lane {} of an injector needs one port for data and one that feeds", port.lane);
        }
    }
    const auto passing = count_ports(kind, passes);
    if (passing != 0 && passing != 2)
        return fmt::format("a unit passes power from one port to one other; this one has {} such",
                           passing);
    const auto faces = [&](bool upstream) {
        return count_ports(kind, [&](const PortKind& port) {
            return port.upstream == upstream && port.role != PortRole::data;
        });
    };
    if (kind.in_line && faces(true) != 1)
        return "a unit that goes into a cable needs one port that faces the feeding side";
    if (kind.in_line && faces(false) < 1)
        return "a unit that goes into a cable needs a port that faces on";
    return "";
}

std::string lacking_ports(const Kind& kind) {
    const auto carries_data = [](const PortKind& port) { return port.medium != Medium::dc; };
    const auto through_air = [](const PortKind& port) { return port.medium == Medium::radio; };
    if (kind.category == Category::camera && count_ports(kind, carries_data) < 1)
        return "a camera needs a port for its pictures";
    if (kind.category == Category::load && count_ports(kind, carries_data) < 1)
        return "a load needs a port for its data";
    if (kind.category == Category::recorder && count_ports(kind, carries_data) < 1)
        return "a recorder needs a port for pictures";
    if (kind.category == Category::radio && count_ports(kind, through_air) < 1)
        return "a radio needs a port of medium radio";
    if (kind.category == Category::radio &&
        count_ports(kind, through_air) == count_ports(kind, carries_data))
        return "a radio needs a port for its cable";
    if (kind.supply && !kind.supply->from_mains &&
        count_ports(kind, [](const PortKind& port) { return port.role == PortRole::pd; }) < 1)
        return "a unit that is fed over its cable needs a port that takes power";
    return "";
}

}  // namespace

std::string lacking(const Kind& kind) {
    if (std::string what = lacking_figures(kind); !what.empty()) return what;
    if (kind.ports.size() > most_ports)
        return fmt::format("it has {} ports, {} at most", kind.ports.size(), most_ports);
    std::set<std::string_view> ids;
    for (const PortKind& port : kind.ports) {
        if (!ids.insert(port.id).second) return fmt::format("two ports are called {}", port.id);
        if (std::string what = lacking_on_port(kind, port); !what.empty()) return what;
    }
    if (std::string what = lacking_of_way_through(kind); !what.empty()) return what;
    if (std::string what = lacking_ports(kind); !what.empty()) return what;
    if (kind.min_temperature_c > kind.max_temperature_c)
        return fmt::format("it stands {:g} to {:g} °C, which is nothing", kind.min_temperature_c,
                           kind.max_temperature_c);
    if (kind.supply && kind.supply->min_v > kind.supply->nominal_v)
        return fmt::format("its least volts, {:g}, are above its nominal ones, {:g}",
                           kind.supply->min_v, kind.supply->nominal_v);
    if (kind.optic && kind.optic->transmit_min_dbm > kind.optic->transmit_max_dbm)
        return "its least light is above its most";
    return "";
}

}  // namespace ovant
