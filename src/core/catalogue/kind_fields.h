// SPDX-License-Identifier: GPL-3.0-or-later
// Every field of a kind in a catalogue or site file. See core/fields/fields.h.
#pragma once

#include "core/catalogue/brings.h"
#include "core/catalogue/kind.h"
#include "core/fields/fields.h"

namespace ovant {

inline constexpr Range rate_range{0.1, 100000};

template <class V>
void fields(V& v, Of<CameraDraw>) {
    v.number("day_w", &CameraDraw::day_w, {0, 1000});
    v.number("infrared_w", &CameraDraw::infrared_w, {0, 1000});
    v.number("heater_w", &CameraDraw::heater_w, {0, 1000});
    v.number("motors_w", &CameraDraw::motors_w, {0, 1000});
    v.number("start_w", &CameraDraw::start_w, {0, 1000});
}

template <class V>
void fields(V& v, Of<Picture>) {
    v.whole("width_px", &Picture::width_px, {1, 20000});
    v.whole("height_px", &Picture::height_px, {1, 20000});
    v.number("frames_per_s", &Picture::frames_per_s, {0.01, 240});
    v.choice("codec", &Picture::codec);
    v.choice("scene", &Picture::scene);
}

template <class V>
void fields(V& v, Of<RatedReach>) {
    v.number("rate_mbps", &RatedReach::rate_mbps, rate_range, Need::yes);
    v.number("length_m", &RatedReach::length_m, {0, 100000}, Need::yes);
}

template <class V>
void fields(V& v, Of<SeenToWork>) {
    v.number("rate_mbps", &SeenToWork::rate_mbps, rate_range, Need::yes);
    v.number("length_m", &SeenToWork::length_m, {0, 100000}, Need::yes);
    v.number("load_w", &SeenToWork::load_w, {0, 1000});
    v.number("volts", &SeenToWork::volts, {0, 100});
    v.date("date", &SeenToWork::date, Need::no);
    v.text("who", &SeenToWork::who, 100);
}

template <class V>
void fields(V& v, Of<RatedWatts>) {
    v.number("length_m", &RatedWatts::length_m, {0, 100000}, Need::yes);
    v.number("watts", &RatedWatts::watts, {0, 1000}, Need::yes);
}

template <class V>
void fields(V& v, Of<Package>) {
    v.choice("form", &Package::form, Need::yes);
    v.number("length_m", &Package::length_m, {0.1, 100000}, Need::yes);
    v.number("price", &Package::price, {0, 1000000}, Need::yes);
}

template <class V>
void fields(V& v, Of<Conductor>) {
    v.number("awg", &Conductor::awg, {4, 36});
    v.choice("material", &Conductor::material);
    v.choice("form", &Conductor::form);
}

template <class V>
void fields(V& v, Of<CableFacts>) {
    v.part(&CableFacts::conductor);
    v.choice("category", &CableFacts::category);
    v.flag("screened", &CableFacts::screened);
    v.flag("outdoor", &CableFacts::outdoor);
    v.flag("cord", &CableFacts::cord);
    v.list("rated", &CableFacts::rated, 20);
    v.list("proven", &CableFacts::proven, 20);
    v.number("price_per_m", &CableFacts::price_per_m, {0, 10000});
    v.list("packages", &CableFacts::packages, 20);
    v.flag("by_metre", &CableFacts::by_metre);
    v.choice("medium", &CableFacts::medium);
    v.choice("fibre", &CableFacts::fibre);
    v.whole("strands", &CableFacts::strands, {0, 288});
    v.number("loop_ohm_per_m", &CableFacts::loop_ohm_per_m, {0, 10});
    v.flag("steel_core", &CableFacts::steel_core);
    v.number("reach_factor", &CableFacts::reach_factor, {0.05, 20});
    v.text("colour", &CableFacts::colour, 40);
}

template <class V>
void fields(V& v, Of<CameraFacts>) {
    v.group("draw", &CameraFacts::draw);
    v.group("picture", &CameraFacts::picture);
    v.number("min_volts", &CameraFacts::min_volts, {1, 60});
    v.number("off_below_v", &CameraFacts::off_below_v, {1, 60});
    v.number("bit_rate_mbps", &CameraFacts::bit_rate_mbps, {0, 10000});
    v.number("start_s", &CameraFacts::start_s, {1, 3600});
    v.number("heater_below_c", &CameraFacts::heater_below_c, {-50, 50});
    v.choice("first_input", &CameraFacts::first_input);
    v.flag("bridges_inputs", &CameraFacts::bridges_inputs);
    v.flag("asks_by_link_layer", &CameraFacts::asks_by_link_layer);
    v.number("sleep_w", &CameraFacts::sleep_w, {0, 1000});
    v.number("input_uf", &CameraFacts::input_uf, {0, 100000});
}

// How files before version 3 say how a supply counts.
struct SupplyInFile {
    SupplyFacts facts;
    bool reserves_by_class = false;
};

template <class V>
void fields(V& v, Of<SupplyFacts>) {
    v.number("nominal_v", &SupplyFacts::nominal_v, {1, 60});
    v.number("min_v", &SupplyFacts::min_v, {1, 60});
    v.number("budget_w", &SupplyFacts::budget_w, {0, 10000});
    v.number("own_draw_w", &SupplyFacts::own_draw_w, {0, 1000});
    v.number("efficiency", &SupplyFacts::efficiency, {0.05, 1});
    v.flag("from_mains", &SupplyFacts::from_mains);
    v.flag("long_setting", &SupplyFacts::long_setting);
    v.choice("allocation", &SupplyFacts::allocation);
    v.whole("supplies", &SupplyFacts::supplies, {1, 4});
    v.number("budget_one_w", &SupplyFacts::budget_one_w, {0, 10000});
    v.flag("switches_data", &SupplyFacts::switches_data);
    v.flag("power_limited", &SupplyFacts::power_limited);
    v.list("arrives", &SupplyFacts::arrives, 20);
    v.choice("counted_at", &SupplyFacts::counted_at);
}

template <class V>
void fields(V& v, Of<SupplyInFile>) {
    v.part(&SupplyInFile::facts);
    v.flag("reserves_by_class", &SupplyInFile::reserves_by_class);
}

template <class V>
void fields(V& v, Of<LineFacts>) {
    v.list("reach", &LineFacts::reach, 20);
    v.number("most_loop_ohm", &LineFacts::most_loop_ohm, {0, 10000});
    v.flag("unsure", &LineFacts::unsure);
}

template <class V>
void fields(V& v, Of<OpticFacts>) {
    v.number("rate_mbps", &OpticFacts::rate_mbps, {1, 100000});
    v.number("transmit_nm", &OpticFacts::transmit_nm, {600, 1700});
    v.number("receive_nm", &OpticFacts::receive_nm, {600, 1700});
    v.flag("single_mode", &OpticFacts::single_mode);
    v.whole("strands", &OpticFacts::strands, {1, 2});
    v.number("transmit_min_dbm", &OpticFacts::transmit_min_dbm, {-60, 30});
    v.number("transmit_max_dbm", &OpticFacts::transmit_max_dbm, {-60, 30});
    v.number("sensitivity_dbm", &OpticFacts::sensitivity_dbm, {-80, 20});
    v.number("overload_dbm", &OpticFacts::overload_dbm, {-60, 30});
    v.number("reach_m", &OpticFacts::reach_m, {0, 200000});
}

template <class V>
void fields(V& v, Of<Sensitivity>) {
    v.whole("mcs", &Sensitivity::mcs, {0, 9}, Need::yes);
    v.number("dbm", &Sensitivity::dbm, {-120, 0}, Need::yes);
    v.number("transmit_dbm", &Sensitivity::transmit_dbm, {-30, 60});
}

template <class V>
void fields(V& v, Of<RadioFacts>) {
    v.number("frequency_mhz", &RadioFacts::frequency_mhz, {100, 100000});
    v.one_number_of("width_mhz", &RadioFacts::width_mhz, {20, 40, 80, 160});
    v.whole("streams", &RadioFacts::streams, {1, 8});
    v.number("transmit_dbm", &RadioFacts::transmit_dbm, {-30, 60});
    v.number("antenna_dbi", &RadioFacts::antenna_dbi, {-10, 60});
    v.number("antenna_beam_deg", &RadioFacts::antenna_beam_deg, {0.1, 360});
    v.number("useful_share", &RadioFacts::useful_share, {0.01, 1});
    v.whole("most_far_ends", &RadioFacts::most_far_ends, {1, 64});
    v.flag("relay", &RadioFacts::relay);
    v.list("sensitivities", &RadioFacts::sensitivities, 10);
    v.flag("antenna_socket", &RadioFacts::antenna_socket);
}

template <class V>
void fields(V& v, Of<SolarFacts>) {
    v.number("panel_w", &SolarFacts::panel_w, {0, 100000});
    v.number("battery_wh", &SolarFacts::battery_wh, {0, 1000000});
    v.number("usable_share", &SolarFacts::usable_share, {0.01, 1});
    v.number("system_share", &SolarFacts::system_share, {0.01, 1});
}

template <class V>
void fields(V& v, Of<BoxFacts>) {
    v.number("kelvin_per_w", &BoxFacts::kelvin_per_w, {0, 100});
    v.number("heater_w", &BoxFacts::heater_w, {0, 2000});
    v.number("ups_wh", &BoxFacts::ups_wh, {0, 1000000});
}

template <class V>
void fields(V& v, Of<UpsFacts>) {
    v.number("battery_wh", &UpsFacts::battery_wh, {0, 1000000});
    v.number("output_w", &UpsFacts::output_w, {0, 100000});
    v.number("own_draw_w", &UpsFacts::own_draw_w, {0, 1000});
    v.number("efficiency", &UpsFacts::efficiency, {0.05, 1});
    v.number("charge_w", &UpsFacts::charge_w, {0, 10000});
    v.number("peukert", &UpsFacts::peukert, {1, 1.6});
}

template <class V>
void fields(V& v, Of<NetworkFacts>) {
    v.written("factory_address", &NetworkFacts::factory_address, Form::ipv4);
    v.flag("asks_for_address", &NetworkFacts::asks_for_address);
}

template <class V>
void fields(V& v, Of<AntennaFacts>) {
    v.number("gain_dbi", &AntennaFacts::gain_dbi, {-10, 60}, Need::yes);
    v.number("beam_deg", &AntennaFacts::beam_deg, {0.1, 360});
    v.number("least_mhz", &AntennaFacts::least_mhz, {100, 100000}, Need::yes);
    v.number("most_mhz", &AntennaFacts::most_mhz, {100, 100000}, Need::yes);
}

template <class V>
void fields(V& v, Of<InlineFacts>) {
    v.number("own_draw_w", &InlineFacts::own_draw_w, {0, 100});
    v.number("min_volts", &InlineFacts::min_volts, {0, 60});
    v.whole("most_in_chain", &InlineFacts::most_in_chain, {0, 100});
    v.number("hop_reach_m", &InlineFacts::hop_reach_m, {0, 10000});
    v.number("hop_rate_mbps", &InlineFacts::hop_rate_mbps, rate_range);
    v.list("hops", &InlineFacts::hops, 20);
    v.number("series_ohm", &InlineFacts::series_ohm, {0, 100});
    v.number("input_uf", &InlineFacts::input_uf, {0, 100000});
}

template <class V>
void fields(V& v, Of<PortKind>) {
    v.choice("role", &PortKind::role, Need::yes);
    v.whole("class", &PortKind::poe_class, {0, 8});
    v.whole("least_class", &PortKind::least_class, {0, 8});
    v.number("limit_w", &PortKind::limit_w, {0, 500});
    v.number("rate_mbps", &PortKind::rate_mbps, rate_range);
    v.whole("group", &PortKind::group, {0, 64});
    v.flag("uplink", &PortKind::uplink);
    v.flag("upstream", &PortKind::upstream);
    v.choice("medium", &PortKind::medium);
    v.choice("power", &PortKind::power);
    v.one_number_of("pairs", &PortKind::pairs, {1, 2, 4});
    v.number("min_volts", &PortKind::min_volts, {0, 60});
    v.number("max_volts", &PortKind::max_volts, {0, 60});
    v.choice("current", &PortKind::current);
    v.whole("polarity", &PortKind::polarity, {-1, 1});
    v.choice("alternative", &PortKind::alternative);
    v.text("line", &PortKind::line, 32);
    v.text("lane", &PortKind::lane, 8);
}

// Ports as a file names them: "6", or "1-8" for eight alike.
struct PortsInFile {
    std::string ids;
    PortKind port;
};

template <class V>
void fields(V& v, Of<PortsInFile>) {
    v.text("ids", &PortsInFile::ids, 16, Need::yes);
    v.part(&PortsInFile::port);
}

struct KindInFile {
    Kind kind;
    std::vector<PortsInFile> ports;
    std::optional<SupplyInFile> supply;
};

template <class V>
void fields(V& v, Of<Pack>) {
    v.whole("pieces", &Pack::pieces, {1, 100000});
    v.number("price", &Pack::price, {0, 1000000}, Need::yes);
}

template <class V>
void fields(V& v, Of<AlsoNeeded>) {
    v.text("part", &AlsoNeeded::part, 64, Need::yes);
    v.number("count", &AlsoNeeded::count, {0, 10000});
}

template <class V>
void fields(V& v, Of<LoadFacts>) {
    v.number("watts", &LoadFacts::watts, {0, 1000}, Need::yes);
    v.number("start_w", &LoadFacts::start_w, {0, 1000});
    v.number("bit_rate_mbps", &LoadFacts::bit_rate_mbps, {0, 10000});
    v.number("min_volts", &LoadFacts::min_volts, {1, 60});
    v.number("off_below_v", &LoadFacts::off_below_v, {1, 60});
    v.number("start_s", &LoadFacts::start_s, {1, 3600});
    v.choice("first_input", &LoadFacts::first_input);
    v.flag("bridges_inputs", &LoadFacts::bridges_inputs);
    v.flag("asks_by_link_layer", &LoadFacts::asks_by_link_layer);
    v.number("sleep_w", &LoadFacts::sleep_w, {0, 1000});
    v.number("input_uf", &LoadFacts::input_uf, {0, 100000});
}

template <class V>
void fields(V& v, Of<Kind>) {
    v.id("id", &Kind::id);
    v.text("name", &Kind::name, 200, Need::yes);
    v.choice("category", &Kind::category, Need::yes);
    v.choice("rating", &Kind::rating);
    v.number("min_temperature_c", &Kind::min_temperature_c, {-100, 100});
    v.number("max_temperature_c", &Kind::max_temperature_c, {-100, 150});
    v.number("price", &Kind::price, {0, 1000000});
    v.number("draw_w", &Kind::draw_w, {0, 1000});
    v.flag("needs_mains", &Kind::needs_mains);
    v.number("mount_h", &Kind::mount_h, {0, 200});
    v.group("cable", &Kind::cable);
    v.group("camera", &Kind::camera);
    v.group("load", &Kind::load);
    v.group("in_line", &Kind::in_line);
    v.group("line", &Kind::line);
    v.group("optic", &Kind::optic);
    v.group("radio", &Kind::radio);
    v.group("solar", &Kind::solar);
    v.group("box", &Kind::box);
    v.group("ups", &Kind::ups);
    v.group("network", &Kind::network);
    v.group("antenna", &Kind::antenna);
    v.number("input_mbps", &Kind::input_mbps, {0, 1000000});
    v.whole("channels", &Kind::channels, {0, 1024});
    v.flag("surge_protected", &Kind::surge_protected);
    v.number("conductor_ohm", &Kind::conductor_ohm, {0, 100});
    v.list("proven", &Kind::proven, 20);
    v.list("packs", &Kind::packs, 10);
    v.list("brings", &Kind::brings, 20);
    v.text("lights", &Kind::lights, 200);
    v.number("mains_min_v", &Kind::mains_min_v, {0, 1000});
    v.number("mains_max_v", &Kind::mains_max_v, {0, 1000});
    v.flag("earth_terminal", &Kind::earth_terminal);
    v.number("rack_units", &Kind::rack_units, {0, 60});
    v.number("noise_dba", &Kind::noise_dba, {0, 120});
}

template <class V>
void fields(V& v, Of<Brings>) {
    v.id("id", &Brings::id);
    v.choice("of", &Brings::of, Need::yes);
    v.text("part", &Brings::part, 64, Need::yes);
    v.number("count", &Brings::count, {0, 10000});
    v.number("for_every", &Brings::for_every, {0.01, 10000});
    v.number("spare_share", &Brings::spare_share, {0, 10});
    v.choice("medium", &Brings::medium);
    v.text("kind", &Brings::kind, 64);
    v.choice("category", &Brings::category);
    v.choice("pathway", &Brings::pathway);
    v.choice("place", &Brings::place);
    v.choice("surroundings", &Brings::surroundings);
    v.choice("conductors", &Brings::conductors);
    v.choice("screened", &Brings::screened);
    v.choice("panel", &Brings::panel);
    v.choice("boxed", &Brings::boxed);
    v.choice("by_itself", &Brings::by_itself);
    v.choice("mains", &Brings::mains);
    v.choice("bare_in_ground", &Brings::bare_in_ground);
    v.rest(&Brings::extra);
}

template <class V>
void fields(V& v, Of<KindInFile>) {
    v.part(&KindInFile::kind);
    v.list("ports", &KindInFile::ports, 100);
    v.group("supply", &KindInFile::supply);
}

}  // namespace ovant
