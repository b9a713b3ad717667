// SPDX-License-Identifier: GPL-3.0-or-later
// What each check, verdict, condition, kind of place and other word of a list is called.
#include "core/assess/check_table.h"
#include "phrase/check_text.h"

namespace ovant {

std::string title(CheckId check) { return std::string(facts_of(check).title); }

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
