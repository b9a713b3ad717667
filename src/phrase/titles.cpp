// SPDX-License-Identifier: GPL-3.0-or-later
// What each check, verdict, condition, kind of place and other word of a list is called.
#include "phrase/check_text.h"

namespace ovant {

std::string title(CheckId check) {
    switch (check) {
        case CheckId::camera_voltage: return "Voltage at camera";
        case CheckId::port_power: return "Power from port";
        case CheckId::port_class: return "PoE class of port";
        case CheckId::pair_current: return "Current in a pairset";
        case CheckId::link_length: return "Longest length";
        case CheckId::link_rate: return "Bit rate";
        case CheckId::chain_count: return "Units in a chain";
        case CheckId::device_voltage: return "Voltage in line";
        case CheckId::switch_power: return "Power of switch";
        case CheckId::uplink_rate: return "Uplink";
        case CheckId::port_setting: return "Long setting and neighbours";
        case CheckId::conductor: return "Conductors";
        case CheckId::surge: return "Outdoor copper protected";
        case CheckId::surroundings: return "Fit for its surroundings";
        case CheckId::not_connected: return "Connection";
        case CheckId::fibre_light: return "Light to spare";
        case CheckId::fibre_overload: return "Most light received";
        case CheckId::transceiver_pair: return "Ends that go together";
        case CheckId::radio_clearance: return "Fresnel clearance";
        case CheckId::radio_fade_margin: return "Fade margin";
        case CheckId::radio_airtime: return "Airtime of radio";
        case CheckId::radio_limit: return "Radiated power";
        case CheckId::dc_voltage: return "Highest d.c. voltage";
        case CheckId::dc_polarity: return "Polarity";
        case CheckId::power_limited: return "Power-limited source";
        case CheckId::pair_alternative: return "Pairs that carry power";
        case CheckId::mains_at_place: return "Mains at the place";
        case CheckId::earth_between_buildings: return "Earths joined by copper";
        case CheckId::trunk_power: return "Power passed on";
        case CheckId::coax_loop: return "Loop of the coax";
        case CheckId::solar_days: return "Days without sun";
        case CheckId::enclosure: return "Heat in the enclosure";
        case CheckId::port_refused: return "Everything starts at once";
        case CheckId::one_supply: return "With one supply of two";
        case CheckId::backup_time: return "Battery backup";
        case CheckId::recorder_input: return "Input of recorder";
        case CheckId::unexpected_power: return "Power where none is expected";
        case CheckId::beyond_standard: return "By the standard";
        case CheckId::radio_far_ends: return "Far ends of radio";
        case CheckId::arriving_power: return "Power that arrives";
        case CheckId::site_practice: return "By this site's own rules";
    }
    return "";
}

std::string title(Verdict verdict) {
    switch (verdict) {
        case Verdict::holds: return "holds";
        case Verdict::tight: return "tight";
        case Verdict::fails: return "fails";
        case Verdict::unknown: return "unknown";
    }
    return "";
}

std::string title(Condition condition) {
    switch (condition) {
        case Condition::day: return "Day";
        case Condition::night: return "Night";
        case Condition::coldest_night: return "Coldest night";
        case Condition::restart: return "Restart";
    }
    return "";
}

std::string title(School school) {
    switch (school) {
        case School::standard: return "Standard";
        case School::maker_rated: return "Maker-rated";
        case School::field_proven: return "Field-proven";
    }
    return "";
}

std::string title(SwitchBasis basis) {
    switch (basis) {
        case SwitchBasis::by_class: return "Class";
        case SwitchBasis::greatest_draw: return "Greatest draw";
        case SwitchBasis::typical: return "Typical";
    }
    return "";
}

std::string title(Category category) {
    switch (category) {
        case Category::cable: return "Cable";
        case Category::camera: return "Camera";
        case Category::network_switch: return "Switch";
        case Category::recorder: return "Recorder";
        case Category::injector: return "Injector";
        case Category::repeater: return "Repeater";
        case Category::extender: return "Extender";
        case Category::protector: return "Surge protector";
        case Category::enclosure: return "Enclosure";
        case Category::media_converter: return "Media converter";
        case Category::transceiver: return "Transceiver";
        case Category::supply: return "Supply";
        case Category::splitter: return "Splitter";
        case Category::combiner: return "Combiner";
        case Category::coax_unit: return "Coax unit";
        case Category::line_unit: return "Long-reach unit";
        case Category::mains_unit: return "Mains-wiring unit";
        case Category::radio: return "Radio";
        case Category::ups: return "UPS";
    }
    return "";
}

std::string title(Surroundings surroundings) {
    switch (surroundings) {
        case Surroundings::indoor: return "Indoors";
        case Surroundings::outdoor: return "Outdoors";
        case Surroundings::wet: return "Wet or salt";
    }
    return "";
}

std::string title(Mains mains) {
    switch (mains) {
        case Mains::none: return "No mains";
        case Mains::steady: return "Steady mains";
        case Mains::generator: return "Generator";
        case Mains::solar: return "Solar only";
    }
    return "";
}

std::string title(PlaceKind kind) {
    switch (kind) {
        case PlaceKind::equipment_room: return "Equipment room";
        case PlaceKind::cabinet: return "Cabinet";
        case PlaceKind::outbuilding: return "Outbuilding";
        case PlaceKind::pole: return "Pole";
        case PlaceKind::wall: return "Wall";
        case PlaceKind::pedestal: return "Pedestal";
    }
    return "";
}

std::string title(PathwayKind kind) {
    switch (kind) {
        case PathwayKind::tray: return "Tray";
        case PathwayKind::conduit: return "Conduit";
        case PathwayKind::trench: return "Trench";
        case PathwayKind::fence: return "Fence line";
        case PathwayKind::overhead: return "Overhead line";
        case PathwayKind::pontoon: return "Under a pontoon";
    }
    return "";
}

std::string title(ObstacleKind kind) {
    switch (kind) {
        case ObstacleKind::building: return "Building";
        case ObstacleKind::trees: return "Trees";
        case ObstacleKind::masts: return "Masts";
        case ObstacleKind::ground: return "Rising ground";
        case ObstacleKind::water: return "Open water, no cable";
    }
    return "";
}

}  // namespace ovant
