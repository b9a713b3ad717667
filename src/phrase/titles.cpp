// SPDX-License-Identifier: GPL-3.0-or-later
// What each check, verdict, condition, kind of place and other word of a list is called.
#include "core/assess/check_table.h"
#include "phrase/check_text.h"
#include "phrase/translate.h"

namespace ovant {

std::string title(CheckId check) { return said(facts_of(check).title); }

std::string title(Verdict verdict) {
    switch (verdict) {
        case Verdict::holds: return said("holds");
        case Verdict::tight: return said("tight");
        case Verdict::fails: return said("fails");
        case Verdict::unknown: return said("unknown");
    }
    return "";
}

std::string title(Condition condition) {
    switch (condition) {
        case Condition::day: return said("Day");
        case Condition::night: return said("Night");
        case Condition::coldest_night: return said("Coldest night");
        case Condition::restart: return said("Restart");
    }
    return "";
}

std::string title(School school) {
    switch (school) {
        case School::standard: return said("Standard");
        case School::maker_rated: return said("Maker-rated");
        case School::field_proven: return said("Field-proven");
    }
    return "";
}

std::string title(SwitchBasis basis) {
    switch (basis) {
        case SwitchBasis::by_class: return said("Class");
        case SwitchBasis::greatest_draw: return said("Greatest draw");
        case SwitchBasis::typical: return said("Typical");
    }
    return "";
}

std::string title(Category category) {
    switch (category) {
        case Category::cable: return said("Cable");
        case Category::camera: return said("Camera");
        case Category::network_switch: return said("Switch");
        case Category::recorder: return said("Recorder");
        case Category::injector: return said("Injector");
        case Category::repeater: return said("Repeater");
        case Category::extender: return said("Extender");
        case Category::protector: return said("Surge protector");
        case Category::enclosure: return said("Enclosure");
        case Category::media_converter: return said("Media converter");
        case Category::transceiver: return said("Transceiver");
        case Category::supply: return said("Supply");
        case Category::splitter: return said("Splitter");
        case Category::combiner: return said("Combiner");
        case Category::coax_unit: return said("Coax unit");
        case Category::line_unit: return said("Long-reach unit");
        case Category::mains_unit: return said("Mains-wiring unit");
        case Category::radio: return said("Radio");
        case Category::ups: return said("UPS");
        case Category::small_part: return said("Small parts");
        case Category::load: return said("Other load");
    }
    return "";
}

std::string title(Medium medium) {
    switch (medium) {
        case Medium::twisted_pair: return said("Twisted pair");
        case Medium::fibre: return said("Fibre");
        case Medium::composite: return said("Composite cable");
        case Medium::coax: return said("Coax");
        case Medium::radio: return said("Radio");
        case Medium::mains_wiring: return said("Mains wiring");
        case Medium::dc: return said("D.c. lead");
    }
    return "";
}

std::string title(Surroundings surroundings) {
    switch (surroundings) {
        case Surroundings::indoor: return said("Indoors");
        case Surroundings::outdoor: return said("Outdoors");
        case Surroundings::wet: return said("Wet or salt");
        case Surroundings::submerged: return said("Under water at times");
    }
    return "";
}

std::string title(Mains mains) {
    switch (mains) {
        case Mains::none: return said("No mains");
        case Mains::steady: return said("Steady mains");
        case Mains::generator: return said("Generator");
        case Mains::solar: return said("Solar only");
    }
    return "";
}

std::string title(PlaceKind kind) {
    switch (kind) {
        case PlaceKind::equipment_room: return said("Equipment room");
        case PlaceKind::cabinet: return said("Cabinet");
        case PlaceKind::outbuilding: return said("Outbuilding");
        case PlaceKind::pole: return said("Pole");
        case PlaceKind::wall: return said("Wall");
        case PlaceKind::pedestal: return said("Pedestal");
    }
    return "";
}

std::string title(PathwayKind kind) {
    switch (kind) {
        case PathwayKind::tray: return said("Tray");
        case PathwayKind::conduit: return said("Conduit");
        case PathwayKind::trench: return said("Trench");
        case PathwayKind::fence: return said("Fence line");
        case PathwayKind::overhead: return said("Overhead line");
        case PathwayKind::pontoon: return said("Under a pontoon");
    }
    return "";
}

std::string title(ObstacleKind kind) {
    switch (kind) {
        case ObstacleKind::building: return said("Building");
        case ObstacleKind::trees: return said("Trees");
        case ObstacleKind::masts: return said("Masts");
        case ObstacleKind::ground: return said("Rising ground");
        case ObstacleKind::water: return said("Open water, no cable");
    }
    return "";
}

}  // namespace ovant
