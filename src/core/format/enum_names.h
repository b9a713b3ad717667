// SPDX-License-Identifier: GPL-3.0-or-later
// The words files use for each enum; schema and documents list the same words.
#pragma once

#include <array>
#include <optional>
#include <string_view>
#include <utility>

#include "core/site/site.h"

namespace ovant {

template <class T>
struct EnumNames;

#define OVANT_ENUM_NAMES(Type, Count, ...)                                           \
    template <>                                                                      \
    struct EnumNames<Type> {                                                         \
        static constexpr std::array<std::pair<Type, std::string_view>, Count> table{ \
            {__VA_ARGS__}};                                                          \
    }

using enum Category;
OVANT_ENUM_NAMES(Category, 19, {cable, "cable"}, {camera, "camera"}, {network_switch, "switch"},
                 {recorder, "recorder"}, {injector, "injector"}, {repeater, "repeater"},
                 {extender, "extender"}, {protector, "protector"}, {enclosure, "enclosure"},
                 {media_converter, "media-converter"}, {transceiver, "transceiver"},
                 {supply, "supply"}, {splitter, "splitter"}, {combiner, "combiner"},
                 {coax_unit, "coax-unit"}, {line_unit, "line-unit"}, {mains_unit, "mains-unit"},
                 {radio, "radio"}, {ups, "ups"});
OVANT_ENUM_NAMES(Allocation, 3, {Allocation::by_draw, "draw"}, {Allocation::by_class, "class"},
                 {Allocation::by_request, "request"});
OVANT_ENUM_NAMES(Medium, 7, {Medium::twisted_pair, "twisted-pair"}, {Medium::fibre, "fibre"},
                 {Medium::composite, "composite"}, {Medium::coax, "coax"}, {Medium::radio, "radio"},
                 {Medium::mains_wiring, "mains-wiring"}, {Medium::dc, "dc"});
OVANT_ENUM_NAMES(FibreType, 6, {FibreType::none, "none"}, {FibreType::om1, "OM1"},
                 {FibreType::om2, "OM2"}, {FibreType::om3, "OM3"}, {FibreType::om4, "OM4"},
                 {FibreType::os2, "OS2"});
OVANT_ENUM_NAMES(PowerKind, 2, {PowerKind::poe, "poe"}, {PowerKind::passive, "passive"});
OVANT_ENUM_NAMES(Alternative, 3, {Alternative::either, "either"}, {Alternative::a, "A"},
                 {Alternative::b, "B"});
OVANT_ENUM_NAMES(ObstacleKind, 5, {ObstacleKind::building, "building"},
                 {ObstacleKind::trees, "trees"}, {ObstacleKind::masts, "masts"},
                 {ObstacleKind::ground, "ground"}, {ObstacleKind::water, "water"});
OVANT_ENUM_NAMES(Surroundings, 3, {Surroundings::indoor, "indoor"},
                 {Surroundings::outdoor, "outdoor"}, {Surroundings::wet, "wet"});
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
OVANT_ENUM_NAMES(Mains, 4, {Mains::none, "none"}, {Mains::steady, "steady"},
                 {Mains::generator, "generator"}, {Mains::solar, "solar"});
OVANT_ENUM_NAMES(PlaceKind, 6, {PlaceKind::equipment_room, "equipment-room"},
                 {PlaceKind::cabinet, "cabinet"}, {PlaceKind::outbuilding, "outbuilding"},
                 {PlaceKind::pole, "pole"}, {PlaceKind::wall, "wall"},
                 {PlaceKind::pedestal, "pedestal"});
OVANT_ENUM_NAMES(PathwayKind, 6, {PathwayKind::tray, "tray"}, {PathwayKind::conduit, "conduit"},
                 {PathwayKind::trench, "trench"}, {PathwayKind::fence, "fence"},
                 {PathwayKind::overhead, "overhead"}, {PathwayKind::pontoon, "pontoon"});
OVANT_ENUM_NAMES(UnitSystem, 2, {UnitSystem::metric, "metric"}, {UnitSystem::imperial, "imperial"});
OVANT_ENUM_NAMES(School, 3, {School::standard, "standard"}, {School::maker_rated, "maker-rated"},
                 {School::field_proven, "field-proven"});
OVANT_ENUM_NAMES(SwitchBasis, 3, {SwitchBasis::by_class, "class"},
                 {SwitchBasis::greatest_draw, "greatest-draw"}, {SwitchBasis::typical, "typical"});
OVANT_ENUM_NAMES(SourceVolts, 2, {SourceVolts::worst, "worst"}, {SourceVolts::nominal, "nominal"});
OVANT_ENUM_NAMES(PlugWiring, 2, {PlugWiring::t568a, "T568A"}, {PlugWiring::t568b, "T568B"});
OVANT_ENUM_NAMES(FeedFrom, 3, {FeedFrom::either, "either"}, {FeedFrom::a_switch, "switch"},
                 {FeedFrom::the_recorder, "recorder"});
OVANT_ENUM_NAMES(Between, 3, {Between::indoors, "indoors"}, {Between::on_walls, "on-walls"},
                 {Between::in_ground, "in-ground"});
OVANT_ENUM_NAMES(Preference, 3, {Preference::price, "price"},
                 {Preference::fewest_parts, "fewest-parts"},
                 {Preference::least_work, "least-work"});

template <class T>
constexpr std::string_view name_of(T value) {
    for (const auto& [known, name] : EnumNames<T>::table) {
        if (known == value) return name;
    }
    return "";
}

template <class T>
constexpr std::optional<T> from_name(std::string_view text) {
    for (const auto& [known, name] : EnumNames<T>::table) {
        if (name == text) return known;
    }
    return std::nullopt;
}

}  // namespace ovant
