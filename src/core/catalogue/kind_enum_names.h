// SPDX-License-Identifier: GPL-3.0-or-later
// The words files use for the enums of a kind.
#pragma once

#include "core/catalogue/brings.h"
#include "core/catalogue/kind.h"
#include "core/json/enum_names.h"

namespace ovant {

using enum Category;
OVANT_ENUM_NAMES(Category, 21, {cable, "cable"}, {camera, "camera"}, {network_switch, "switch"},
                 {recorder, "recorder"}, {injector, "injector"}, {repeater, "repeater"},
                 {extender, "extender"}, {protector, "protector"}, {enclosure, "enclosure"},
                 {media_converter, "media-converter"}, {transceiver, "transceiver"},
                 {supply, "supply"}, {splitter, "splitter"}, {combiner, "combiner"},
                 {coax_unit, "coax-unit"}, {line_unit, "line-unit"}, {mains_unit, "mains-unit"},
                 {radio, "radio"}, {ups, "ups"}, {small_part, "small-part"}, {load, "load"});
OVANT_ENUM_NAMES(CountedAt, 2, {CountedAt::far_unit, "far-unit"}, {CountedAt::loads, "loads"});
OVANT_ENUM_NAMES(FirstInput, 3, {FirstInput::most_volts, "most-volts"}, {FirstInput::poe, "poe"},
                 {FirstInput::dc, "dc"});
OVANT_ENUM_NAMES(Allocation, 3, {Allocation::by_draw, "draw"}, {Allocation::by_class, "class"},
                 {Allocation::by_request, "request"});
OVANT_ENUM_NAMES(Medium, 7, {Medium::twisted_pair, "twisted-pair"}, {Medium::fibre, "fibre"},
                 {Medium::composite, "composite"}, {Medium::coax, "coax"}, {Medium::radio, "radio"},
                 {Medium::mains_wiring, "mains-wiring"}, {Medium::dc, "dc"});
OVANT_ENUM_NAMES(FibreType, 6, {FibreType::none, "none"}, {FibreType::om1, "OM1"},
                 {FibreType::om2, "OM2"}, {FibreType::om3, "OM3"}, {FibreType::om4, "OM4"},
                 {FibreType::os2, "OS2"});
OVANT_ENUM_NAMES(PackageForm, 4, {PackageForm::box, "box"}, {PackageForm::drum, "drum"},
                 {PackageForm::coil, "coil"}, {PackageForm::lead, "lead"});
OVANT_ENUM_NAMES(PowerKind, 2, {PowerKind::poe, "poe"}, {PowerKind::passive, "passive"});
OVANT_ENUM_NAMES(Alternative, 3, {Alternative::either, "either"}, {Alternative::a, "A"},
                 {Alternative::b, "B"});
OVANT_ENUM_NAMES(Current, 3, {Current::dc, "dc"}, {Current::ac, "ac"}, {Current::either, "either"});
OVANT_ENUM_NAMES(Surroundings, 4, {Surroundings::indoor, "indoor"},
                 {Surroundings::outdoor, "outdoor"}, {Surroundings::wet, "wet"},
                 {Surroundings::submerged, "submerged"});
OVANT_ENUM_NAMES(PortRole, 4, {PortRole::pse, "pse"}, {PortRole::pd, "pd"},
                 {PortRole::pass, "pass"}, {PortRole::data, "data"});
OVANT_ENUM_NAMES(ConductorMaterial, 2, {ConductorMaterial::copper, "copper"},
                 {ConductorMaterial::copper_clad_aluminium, "copper-clad-aluminium"});
OVANT_ENUM_NAMES(ConductorForm, 2, {ConductorForm::solid, "solid"},
                 {ConductorForm::stranded, "stranded"});
OVANT_ENUM_NAMES(CableCategory, 3, {CableCategory::none, "none"}, {CableCategory::cat5e, "5e"},
                 {CableCategory::cat6, "6"});
OVANT_ENUM_NAMES(Codec, 3, {Codec::h265, "h265"}, {Codec::h264, "h264"}, {Codec::jpeg, "jpeg"});
OVANT_ENUM_NAMES(Scene, 3, {Scene::quiet, "quiet"}, {Scene::normal, "normal"},
                 {Scene::busy, "busy"});
OVANT_ENUM_NAMES(BroughtBy, 10, {BroughtBy::cable_end, "cable-end"}, {BroughtBy::joint, "joint"},
                 {BroughtBy::splice, "splice"}, {BroughtBy::protector, "protector"},
                 {BroughtBy::unit, "unit"}, {BroughtBy::place, "place"},
                 {BroughtBy::laid_metre, "laid-metre"}, {BroughtBy::bare_metre, "bare-metre"},
                 {BroughtBy::opened_metre, "opened-metre"}, {BroughtBy::wall_entry, "wall-entry"});
OVANT_ENUM_NAMES(Whether, 3, {Whether::either, "either"}, {Whether::yes, "yes"},
                 {Whether::no, "no"});
OVANT_ENUM_NAMES(PlaceKind, 6, {PlaceKind::equipment_room, "equipment-room"},
                 {PlaceKind::cabinet, "cabinet"}, {PlaceKind::outbuilding, "outbuilding"},
                 {PlaceKind::pole, "pole"}, {PlaceKind::wall, "wall"},
                 {PlaceKind::pedestal, "pedestal"});
OVANT_ENUM_NAMES(PathwayKind, 6, {PathwayKind::tray, "tray"}, {PathwayKind::conduit, "conduit"},
                 {PathwayKind::trench, "trench"}, {PathwayKind::fence, "fence"},
                 {PathwayKind::overhead, "overhead"}, {PathwayKind::pontoon, "pontoon"});

}  // namespace ovant
