// SPDX-License-Identifier: GPL-3.0-or-later
// The words files use for the enums of a site.
#pragma once

#include "core/catalogue/kind_enum_names.h"
#include "core/site/site.h"

namespace ovant {

OVANT_ENUM_NAMES(ObstacleKind, 5, {ObstacleKind::building, "building"},
                 {ObstacleKind::trees, "trees"}, {ObstacleKind::masts, "masts"},
                 {ObstacleKind::ground, "ground"}, {ObstacleKind::water, "water"});
OVANT_ENUM_NAMES(ReadingOf, 14, {ReadingOf::length, "length"},
                 {ReadingOf::loop_resistance, "loop-resistance"}, {ReadingOf::volts, "volts"},
                 {ReadingOf::watts, "watts"}, {ReadingOf::link_rate, "link-rate"},
                 {ReadingOf::bit_rate, "bit-rate"}, {ReadingOf::light, "light"},
                 {ReadingOf::radio_level, "radio-level"}, {ReadingOf::wire_map, "wire-map"},
                 {ReadingOf::errors, "errors"}, {ReadingOf::throughput, "throughput"},
                 {ReadingOf::delay, "delay"}, {ReadingOf::backup_time, "backup-time"},
                 {ReadingOf::symptom, "symptom"});
OVANT_ENUM_NAMES(Symptom, 6, {Symptom::well, "well"}, {Symptom::dark, "dark"},
                 {Symptom::no_link, "no-link"}, {Symptom::no_picture, "no-picture"},
                 {Symptom::restarts, "restarts"}, {Symptom::stutters, "stutters"});
OVANT_ENUM_NAMES(Since, 4, {Since::not_said, "not-said"}, {Since::rain, "rain"},
                 {Since::outage, "outage"}, {Since::bench, "bench"});
OVANT_ENUM_NAMES(WireMap, 5, {WireMap::straight, "straight"}, {WireMap::open, "open"},
                 {WireMap::shorted, "shorted"}, {WireMap::crossed, "crossed"},
                 {WireMap::split, "split"});
OVANT_ENUM_NAMES(ReadUnder, 4, {ReadUnder::day, "day"}, {ReadUnder::night, "night"},
                 {ReadUnder::coldest_night, "coldest-night"}, {ReadUnder::restart, "restart"});
OVANT_ENUM_NAMES(FaultKind, 23, {FaultKind::none, "none"}, {FaultKind::copper_clad, "copper-clad"},
                 {FaultKind::thinner, "thinner"}, {FaultKind::longer, "longer"},
                 {FaultKind::pair_open, "pair-open"}, {FaultKind::conductor_open, "conductor-open"},
                 {FaultKind::bad_joint, "bad-joint"}, {FaultKind::cord_in_run, "cord-in-run"},
                 {FaultKind::other_port, "other-port"}, {FaultKind::low_volts, "low-volts"},
                 {FaultKind::draws_more, "draws-more"}, {FaultKind::infrared_on, "infrared-on"},
                 {FaultKind::wrong_setting, "wrong-setting"},
                 {FaultKind::units_swapped, "units-swapped"}, {FaultKind::extra_unit, "extra-unit"},
                 {FaultKind::wrong_alternative, "wrong-alternative"},
                 {FaultKind::crossed, "crossed"}, {FaultKind::light_lost, "light-lost"},
                 {FaultKind::wrong_optic, "wrong-optic"}, {FaultKind::radio_turned, "radio-turned"},
                 {FaultKind::radio_hidden, "radio-hidden"},
                 {FaultKind::interference, "interference"}, {FaultKind::water, "water"});
OVANT_ENUM_NAMES(BenchState, 2, {BenchState::done, "done"}, {BenchState::failed, "failed"});
OVANT_ENUM_NAMES(FaultOutcome, 2, {FaultOutcome::not_it, "not-it"},
                 {FaultOutcome::mended, "mended"});
OVANT_ENUM_NAMES(UnitState, 5, {UnitState::planned, "planned"}, {UnitState::seen, "seen"},
                 {UnitState::set, "set"}, {UnitState::added, "added"},
                 {UnitState::recording, "recording"});
OVANT_ENUM_NAMES(Mains, 4, {Mains::none, "none"}, {Mains::steady, "steady"},
                 {Mains::generator, "generator"}, {Mains::solar, "solar"});
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
OVANT_ENUM_NAMES(Bundles, 4, {Bundles::apart, "apart"}, {Bundles::in_air, "in-air"},
                 {Bundles::enclosed, "enclosed"}, {Bundles::insulated, "insulated"});
OVANT_ENUM_NAMES(Preference, 3, {Preference::price, "price"},
                 {Preference::fewest_parts, "fewest-parts"},
                 {Preference::least_work, "least-work"});

}  // namespace ovant
