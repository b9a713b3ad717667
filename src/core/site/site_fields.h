// SPDX-License-Identifier: GPL-3.0-or-later
// Every field of a site file: its name, its type, what it may hold. See core/fields/fields.h.
#pragma once

#include "core/catalogue/kind_fields.h"
#include "core/fields/fields.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr std::size_t most_name_letters = 200;
inline constexpr std::size_t most_port_letters = 16;
inline constexpr std::size_t most_initials = 16;
inline constexpr Range length_range{0, 1e5};
inline constexpr Range temperature_range{-60, 80};
inline constexpr Range share_kept_range{0, 0.95};
inline constexpr int most_crew = 9;

template <class V>
void fields(V& v, Of<DaySettings>) {
    v.number("latitude_deg", &DaySettings::latitude_deg, {-90, 90});
    v.number("longitude_deg", &DaySettings::longitude_deg, {-180, 180});
    v.number("utc_offset_h", &DaySettings::utc_offset_h, {-14, 14});
    v.date("date", &DaySettings::date);
    v.number("outage_at_h", &DaySettings::outage_at_h, {0, 24});
    v.number("outage_h", &DaySettings::outage_h, {0, 168});
    v.number("restart_at_h", &DaySettings::restart_at_h, {0, 24});
    v.number("dusk_spread_min", &DaySettings::dusk_spread_min, {0, 180});
    v.number("tour_s", &DaySettings::tour_s, {0, 86400});
    v.number("tour_every_s", &DaySettings::tour_every_s, {30, 86400});
    v.whole("seed", &DaySettings::seed, {0, 4294967295.0});
}

template <class V>
void fields(V& v, Of<KeepBack>) {
    v.number("power_share", &KeepBack::power_share, share_kept_range);
    v.number("length_share", &KeepBack::length_share, share_kept_range);
    v.number("volts_share", &KeepBack::volts_share, share_kept_range);
    v.number("data_share", &KeepBack::data_share, share_kept_range);
    v.number("light_db", &KeepBack::light_db, {0, 30});
    v.number("fade_db", &KeepBack::fade_db, {0, 60});
    v.number("battery_share", &KeepBack::battery_share, share_kept_range);
}

template <class V>
void fields(V& v, Of<LabourRates>) {
    v.number("price_per_h", &LabourRates::price_per_h, {0, 10000});
    v.number("pull_h_per_100m", &LabourRates::pull_h_per_100m, {0, 100});
    v.number("copper_end_h", &LabourRates::copper_end_h, {0, 100});
    v.number("fibre_end_h", &LabourRates::fibre_end_h, {0, 100});
    v.number("mount_h", &LabourRates::mount_h, {0, 100});
    v.number("height_h", &LabourRates::height_h, {0, 100});
    v.number("align_h", &LabourRates::align_h, {0, 100});
    v.number("set_up_h", &LabourRates::set_up_h, {0, 100});
    v.number("test_h", &LabourRates::test_h, {0, 100});
    v.number("hand_over_h", &LabourRates::hand_over_h, {0, 1000});
    v.whole("crew", &LabourRates::crew, {1, most_crew});
    v.number("day_h", &LabourRates::day_h, {1, 24});
    v.number("mains_point_price", &LabourRates::mains_point_price, {0, 100000});
    v.number("new_way_per_m", &LabourRates::new_way_per_m, {0, 100000});
}

template <class V>
void fields(V& v, Of<Buying>) {
    v.number("spare_share", &Buying::spare_share, {0, 1});
    v.number("worth_keeping_m", &Buying::worth_keeping_m, {0, 10000});
    v.flag("pulled_apart", &Buying::pulled_apart);
    v.flag("ducts_in_ground", &Buying::ducts_in_ground);
    v.flag("joints_allowed", &Buying::joints_allowed);
}

template <class V>
void fields(V& v, Of<OfferSettings>) {
    v.number("material_markup", &OfferSettings::material_markup, {0, 10});
    v.number("work_markup", &OfferSettings::work_markup, {0, 10});
    v.number("outside_markup", &OfferSettings::outside_markup, {0, 10});
    v.number("tax_share", &OfferSettings::tax_share, {0, 1});
    v.number("round_to", &OfferSettings::round_to, {0, 10000});
    v.number("valid_days", &OfferSettings::valid_days, {0, 3650});
    v.text("number", &OfferSettings::number, 64);
    v.date("date", &OfferSettings::date, Need::no);
    v.text("from", &OfferSettings::from, 1000);
    v.text("customer", &OfferSettings::customer, 1000);
    v.text("introduction", &OfferSettings::introduction, 4000);
    v.text("terms", &OfferSettings::terms, 4000);
}

template <class V>
void fields(V& v, Of<Practice>) {
    v.flag("large_loads_apart", &Practice::large_loads_apart);
    v.number("large_load_w", &Practice::large_load_w, {0, 1000});
    v.number("large_load_share", &Practice::large_load_share, {0, 1});
    v.flag("no_power_with_data", &Practice::no_power_with_data);
    v.whole("longest_chain", &Practice::longest_chain, {0, 100});
    v.number("most_megapixels_at_10", &Practice::most_megapixels_at_10, {0, 400});
    v.choice("feed_from", &Practice::feed_from);
    v.number("radio_beyond_m", &Practice::radio_beyond_m, {0, 100000});
    v.flag("compliant_only", &Practice::compliant_only);
}

template <class V>
void fields(V& v, Of<Tolerances>) {
    v.number("resistance_share", &Tolerances::resistance_share, {0, 1});
    v.number("volts_share", &Tolerances::volts_share, {0, 0.5});
    v.number("length_share", &Tolerances::length_share, {0, 1});
}

template <class V>
void fields(V& v, Of<Settings>) {
    v.choice("units", &Settings::units);
    v.choice("school", &Settings::school);
    v.choice("switch_basis", &Settings::switch_basis);
    v.choice("source_volts", &Settings::source_volts);
    v.choice("plug_wiring", &Settings::plug_wiring);
    v.choice("preference", &Settings::preference);
    v.choice("where_no_pathway", &Settings::where_no_pathway);
    v.flag("worst_permitted_cable", &Settings::worst_permitted_cable);
    v.number("day_c", &Settings::day_c, temperature_range);
    v.number("night_c", &Settings::night_c, temperature_range);
    v.number("coldest_night_c", &Settings::coldest_night_c, {-80, 60});
    v.number("indoor_c", &Settings::indoor_c, {-40, 80});
    v.number("cord_awg", &Settings::cord_awg, {20, 32});
    v.number("service_loop_m", &Settings::service_loop_m, {0, 100});
    v.number("default_drop_m", &Settings::default_drop_m, {0, 100});
    v.text("currency", &Settings::currency, 8);
    v.group("keep_back", &Settings::keep_back);
    v.number("eirp_limit_dbm", &Settings::eirp_limit_dbm, {-30, 90});
    v.number("rain_mm_per_h", &Settings::rain_mm_per_h, {0, 250});
    v.number("availability", &Settings::availability, {99, 99.999});
    v.number("noise_allowance_db", &Settings::noise_allowance_db, {0, 40});
    v.number("sun_hours", &Settings::sun_hours, {0, 12});
    v.number("dark_hours", &Settings::dark_hours, {0, 24});
    v.number("days_without_sun", &Settings::days_without_sun, {0, 60});
    v.group("labour", &Settings::labour);
    v.group("buying", &Settings::buying);
    v.group("offer", &Settings::offer);
    v.number("backup_h", &Settings::backup_h, {0, 1000});
    v.number("battery_age_share", &Settings::battery_age_share, {0.05, 1});
    v.number("hot_cable_c", &Settings::hot_cable_c, {-60, 90});
    v.choice("bundles", &Settings::bundles);
    v.number("mains_v", &Settings::mains_v, {80, 500});
    v.group("practice", &Settings::practice);
    v.group("tolerances", &Settings::tolerances);
    v.group("day", &Settings::day);
    v.rest(&Settings::extra);
}

template <class V>
void fields(V& v, Of<Place>) {
    v.id("id", &Place::id);
    v.text("name", &Place::name, most_name_letters);
    v.choice("kind", &Place::kind);
    v.point("at", &Place::at);
    v.number("width_m", &Place::width_m, {0, 5000});
    v.number("depth_m", &Place::depth_m, {0, 5000});
    v.choice("surroundings", &Place::surroundings);
    v.choice("mains", &Place::mains);
    v.flag("earth", &Place::earth);
    v.flag("head_end", &Place::head_end);
    v.number("mast_m", &Place::mast_m, {0, 300});
    v.flag("vapour_zone", &Place::vapour_zone);
    v.number("rack_units", &Place::rack_units, {0, 200});
    v.whole("free_outlets", &Place::free_outlets, {0, 1000});
    v.rest(&Place::extra);
}

template <class V>
void fields(V& v, Of<Pathway>) {
    v.id("id", &Pathway::id);
    v.text("name", &Pathway::name, most_name_letters);
    v.choice("kind", &Pathway::kind);
    v.points("points", &Pathway::points, 2, 2000);
    v.choice("surroundings", &Pathway::surroundings);
    v.number("cost_per_m", &Pathway::cost_per_m, {0, 100000});
    v.whole("most_cables", &Pathway::most_cables, {0, 10000});
    v.rest(&Pathway::extra);
}

template <class V>
void fields(V& v, Of<ExistingCable>) {
    v.id("id", &ExistingCable::id);
    v.text("name", &ExistingCable::name, most_name_letters);
    v.text("cable", &ExistingCable::cable, most_id_letters, Need::yes);
    v.points("points", &ExistingCable::points, 2, 2000);
    v.choice("surroundings", &ExistingCable::surroundings);
    v.number("measured_length_m", &ExistingCable::measured_length_m, length_range);
    v.number("measured_loop_ohm", &ExistingCable::measured_loop_ohm, {0, 100000});
    v.rest(&ExistingCable::extra);
}

template <class V>
void fields(V& v, Of<Obstacle>) {
    v.id("id", &Obstacle::id);
    v.text("name", &Obstacle::name, most_name_letters);
    v.choice("kind", &Obstacle::kind);
    v.points("points", &Obstacle::points, 2, 2000);
    v.number("height_m", &Obstacle::height_m, {0, 2000}, Need::yes);
    v.rest(&Obstacle::extra);
}

template <class V>
void fields(V& v, Of<View>) {
    v.number("direction_deg", &View::direction_deg, {-360, 360});
    v.number("angle_deg", &View::angle_deg, {0, 360});
    v.number("range_m", &View::range_m, {0, 5000});
}

template <class V>
void fields(V& v, Of<CameraSettings>) {
    v.group("draw", &CameraSettings::draw, Shape::whole);
    v.group("picture", &CameraSettings::picture, Shape::whole);
    v.number("bit_rate_mbps", &CameraSettings::bit_rate_mbps, {0, 10000});
    v.group("view", &CameraSettings::view, Shape::whole);
    v.whole("importance", &CameraSettings::importance, {1, 3});
}

template <class V>
void fields(V& v, Of<Device>) {
    v.id("id", &Device::id);
    v.text("kind", &Device::kind, most_id_letters, Need::yes);
    v.text("name", &Device::name, most_name_letters);
    v.point("at", &Device::at);
    v.text("place", &Device::place, most_id_letters);
    v.text("enclosure", &Device::enclosure, most_id_letters);
    v.choice("surroundings", &Device::surroundings);
    v.group("camera", &Device::camera);
    v.texts("power_off_ports", &Device::power_off_ports, 100, most_port_letters);
    v.wholes("long_groups", &Device::long_groups, 64, {0, 64});
    v.text_by_text("modules", &Device::modules, most_id_letters);
    v.number("height_m", &Device::height_m, {0, 300});
    v.number("transmit_dbm", &Device::transmit_dbm, {-30, 60});
    v.number("azimuth_deg", &Device::azimuth_deg, {-360, 360});
    v.whole("channel", &Device::channel, {0, 1000});
    v.text("backup", &Device::backup, most_id_letters);
    v.whole_by_text("port_priority", &Device::port_priority, {1, 3});
    v.whole("supplies", &Device::supplies, {0, 4});
    v.choice("alternative", &Device::alternative);
    v.number("low_volts_share", &Device::low_volts_share, {0, 0.5});
    v.text("antenna", &Device::antenna, most_id_letters);
    v.number("feeder_loss_db", &Device::feeder_loss_db, {0, 60});
    v.number("stated_run_m", &Device::stated_run_m, length_range);
    v.group("on_network", &Device::on_network);
    v.rest(&Device::extra);
}

template <class V>
void fields(V& v, Of<Defects>) {
    v.number("resistance_share", &Defects::resistance_share, {0, 10});
    v.number("joint_ohm", &Defects::joint_ohm, {0, 10000});
    v.text("pair", &Defects::pair, 20);
    v.whole("conductors_open", &Defects::conductors_open, {0, 2});
    v.number("loss_db", &Defects::loss_db, {0, 100});
    v.number("noise_db", &Defects::noise_db, {0, 100});
    v.number("attenuation_share", &Defects::attenuation_share, {0, 10});
    v.flag("crossed", &Defects::crossed);
}

template <class V>
void fields(V& v, Of<LinkEnd>) {
    v.id("device", &LinkEnd::device);
    v.text("port", &LinkEnd::port, most_port_letters, Need::yes);
    v.number("drop_m", &LinkEnd::drop_m, {0, 1000});
    v.text("protector", &LinkEnd::protector, most_id_letters);
}

template <class V>
void fields(V& v, Of<Link>) {
    v.id("id", &Link::id);
    v.text("cable", &Link::cable, most_id_letters, Need::yes);
    v.group("a", &Link::a, Shape::sparse, Need::yes);
    v.group("b", &Link::b, Shape::sparse, Need::yes);
    v.texts("pathways", &Link::pathways, 200, most_id_letters);
    v.points("drawn", &Link::drawn, 0, 2000);
    v.number("slack_m", &Link::slack_m, {0, 10000});
    v.number("cords_m", &Link::cords_m, {0, 100});
    v.number("measured_length_m", &Link::measured_length_m, length_range);
    v.number("measured_loop_ohm", &Link::measured_loop_ohm, {0, 10000});
    v.whole("connectors", &Link::connectors, {0, 100});
    v.whole("splices", &Link::splices, {0, 100});
    v.text("pull", &Link::pull, 32);
    v.text("existing", &Link::existing, most_id_letters);
    v.list("proven", &Link::proven, 20);
    v.group("defects", &Link::defects);
    v.text("colour", &Link::colour, 40);
    v.rest(&Link::extra);
}

// A drawing as the file holds it: SVG as text, where it is text, all else in Base64.
struct DrawingInFile {
    std::string media_type;
    std::string text;
    std::string base64;
    Point origin;
    double metres_per_pixel = 0.1;
    double fade = 0;
    bool operator==(const DrawingInFile&) const = default;
};

inline constexpr std::size_t most_drawing_text = 20'000'000;    // letters
inline constexpr std::size_t most_drawing_base64 = 40'000'000;  // letters, 30 MB of file
inline constexpr Range metres_per_pixel_range{0.0001, 1000};

template <class V>
void fields(V& v, Of<DrawingInFile>) {
    v.one_of("media_type", &DrawingInFile::media_type,
             {"image/svg+xml", "image/png", "image/jpeg", "application/pdf"}, Need::yes);
    v.text("text", &DrawingInFile::text, most_drawing_text);
    v.text("base64", &DrawingInFile::base64, most_drawing_base64);
    v.point("origin", &DrawingInFile::origin, Need::written);
    v.number("metres_per_pixel", &DrawingInFile::metres_per_pixel, metres_per_pixel_range,
             Need::written);
    v.number("fade", &DrawingInFile::fade, {0, 1});
}

template <class V>
void fields(V& v, Of<OnNetwork>) {
    v.written("address", &OnNetwork::address, Form::ipv4);
    v.written("mac", &OnNetwork::mac, Form::mac);
    v.text("serial", &OnNetwork::serial, 64);
    v.text("firmware", &OnNetwork::firmware, 64);
    v.choice("state", &OnNetwork::state);
    v.whole("recorder_channel", &OnNetwork::recorder_channel, {0, 100000});
    v.text("who", &OnNetwork::who, most_initials);
    v.written("when", &OnNetwork::when, Form::moment);
}

template <class V>
void fields(V& v, Of<Subnet>) {
    v.id("id", &Subnet::id);
    v.text("name", &Subnet::name, most_name_letters);
    v.written("network", &Subnet::network, Form::ipv4_network, Need::yes);
    v.written("gateway", &Subnet::gateway, Form::ipv4);
    v.written("dhcp_from", &Subnet::dhcp_from, Form::ipv4);
    v.written("dhcp_to", &Subnet::dhcp_to, Form::ipv4);
    v.whole("vlan", &Subnet::vlan, {0, 4094});
    v.texts("reserved", &Subnet::reserved, 1000, 31);
    v.text("domain", &Subnet::domain, 200);
    v.rest(&Subnet::extra);
}

template <class V>
void fields(V& v, Of<Accuracy>) {
    v.choice("of", &Accuracy::of, Need::yes);
    v.number("share", &Accuracy::share, {0, 1});
    v.number("plus", &Accuracy::plus, {0, 1000});
}

template <class V>
void fields(V& v, Of<Instrument>) {
    v.id("id", &Instrument::id);
    v.text("name", &Instrument::name, most_name_letters);
    v.list("accuracy", &Instrument::accuracy, 20);
    v.rest(&Instrument::extra);
}

template <class V>
void fields(V& v, Of<Reading>) {
    v.id("id", &Reading::id);
    v.choice("of", &Reading::of, Need::yes);
    v.text("subject", &Reading::subject, most_id_letters + most_port_letters + 1, Need::yes);
    v.text("pair", &Reading::pair, 16);
    v.number("value", &Reading::value, {-1e6, 1e6}, Need::yes);
    v.text("instrument", &Reading::instrument, most_id_letters);
    v.choice("under", &Reading::under);
    v.choice("since", &Reading::since);
    v.number("temperature_c", &Reading::temperature_c, {-80, 90});
    v.text("who", &Reading::who, most_initials);
    v.written("when", &Reading::when, Form::moment);
    v.text("note", &Reading::note, 1000);
    v.rest(&Reading::extra);
}

template <class V>
void fields(V& v, Of<TriedFault>) {
    v.id("id", &TriedFault::id);
    v.text("camera", &TriedFault::camera, most_id_letters, Need::yes);
    v.choice("fault", &TriedFault::fault, Need::yes);
    v.text("at", &TriedFault::at, most_id_letters);
    v.text("to", &TriedFault::to, most_id_letters + most_port_letters + 1);
    v.number("amount", &TriedFault::amount, {0, 1e6});
    v.choice("outcome", &TriedFault::outcome);
    v.text("who", &TriedFault::who, most_initials);
    v.written("when", &TriedFault::when, Form::moment);
    v.text("note", &TriedFault::note, 1000);
    v.rest(&TriedFault::extra);
}

template <class V>
void fields(V& v, Of<BenchRecord>) {
    v.id("id", &BenchRecord::id);
    v.choice("state", &BenchRecord::state);
    v.text("who", &BenchRecord::who, most_initials);
    v.written("when", &BenchRecord::when, Form::moment);
    v.text("note", &BenchRecord::note, 1000);
    v.rest(&BenchRecord::extra);
}

template <class V>
void fields(V& v, Of<Photo>) {
    v.id("id", &Photo::id);
    v.text("subject", &Photo::subject, most_id_letters);
    v.text("path", &Photo::path, 1000, Need::yes);
    v.text("sha256", &Photo::sha256, 64);
    v.text("who", &Photo::who, most_initials);
    v.written("when", &Photo::when, Form::moment);
    v.text("note", &Photo::note, 1000);
    v.rest(&Photo::extra);
}

template <class V>
void fields(V& v, Of<HandoverRecord>) {
    v.id("id", &HandoverRecord::id);
    v.text("sha256", &HandoverRecord::sha256, 64, Need::yes);
    v.text("who", &HandoverRecord::who, most_name_letters);
    v.written("when", &HandoverRecord::when, Form::moment);
    v.text("note", &HandoverRecord::note, 1000);
    v.rest(&HandoverRecord::extra);
}

template <class V>
void fields(V& v, Of<SeenAddress>) {
    v.written("address", &SeenAddress::address, Form::ip, Need::yes);
    v.written("mac", &SeenAddress::mac, Form::mac);
    v.text("name", &SeenAddress::name, most_name_letters);
    v.text("who", &SeenAddress::who, most_initials);
    v.written("when", &SeenAddress::when, Form::moment);
}

template <class V>
void fields(V& v, Of<LeftOver>) {
    v.id("id", &LeftOver::id);
    v.text("cable", &LeftOver::cable, most_id_letters, Need::yes);
    v.number("length_m", &LeftOver::length_m, {0.1, 100000}, Need::yes);
    v.text("note", &LeftOver::note, 200);
    v.rest(&LeftOver::extra);
}

inline constexpr std::size_t most_in_variant = 20000;

template <class V>
void fields(V& v, Of<Variant>) {
    v.id("id", &Variant::id);
    v.text("name", &Variant::name, most_name_letters);
    v.text("note", &Variant::note, 1000);
    v.flag("option", &Variant::option);
    v.texts("removed", &Variant::removed, most_in_variant, most_id_letters);
    v.list("places", &Variant::places, most_in_variant);
    v.list("pathways", &Variant::pathways, most_in_variant);
    v.list("existing", &Variant::existing, most_in_variant);
    v.list("devices", &Variant::devices, most_in_variant);
    v.list("links", &Variant::links, most_in_variant);
    v.rest(&Variant::extra);
}

// The lists of a site, in the order of the file, and how many each may hold.
inline constexpr std::size_t most_places = 20000, most_pathways = 20000, most_existing = 5000,
                             most_obstacles = 5000, most_devices = 20000, most_links = 20000,
                             most_own_kinds = 1000, most_subnets = 200, most_seen = 20000,
                             most_instruments = 200, most_readings = 50000, most_tried = 5000,
                             most_bench = 50000, most_photos = 5000, most_handovers = 1000,
                             most_stock = 5000, most_variants = 20, most_brings = 500;

template <class V>
void fields(V& v, Of<Site>) {
    v.text("name", &Site::name, most_name_letters);
    v.group("settings", &Site::settings);
    v.list("places", &Site::places, most_places);
    v.list("pathways", &Site::pathways, most_pathways);
    v.list("existing", &Site::existing, most_existing);
    v.list("obstacles", &Site::obstacles, most_obstacles);
    v.list("devices", &Site::devices, most_devices);
    v.list("links", &Site::links, most_links);
    v.list("subnets", &Site::subnets, most_subnets);
    v.list("seen", &Site::seen, most_seen);
    v.list("instruments", &Site::instruments, most_instruments);
    v.list("readings", &Site::readings, most_readings);
    v.list("tried", &Site::tried, most_tried);
    v.list("bench", &Site::bench, most_bench);
    v.list("photos", &Site::photos, most_photos);
    v.list("handovers", &Site::handovers, most_handovers);
    v.list("stock", &Site::stock, most_stock);
    v.text("design_name", &Site::design_name, most_name_letters);
    v.list("variants", &Site::variants, most_variants);
    v.list("brings", &Site::brings, most_brings);
    v.rest(&Site::extra);
}

}  // namespace ovant
