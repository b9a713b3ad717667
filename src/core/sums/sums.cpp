// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sums/sums.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

#include "core/catalogue/kind.h"
#include "core/look_up.h"
#include "core/physics/bit_rate.h"
#include "core/physics/conductor.h"
#include "core/physics/feed.h"
#include "core/physics/fibre.h"
#include "core/physics/radio.h"
#include "core/site/site.h"
#include "core/standards/standards.h"
#include "core/sums/sum_words.h"
#include "core/text.h"

namespace ovant {
namespace {

constexpr double ups_efficiency = 0.85;  // common practice, of inverter and wiring
constexpr double ups_ageing = 0.80;      // common practice, what an old battery still holds

// What a load takes: watts, or amperes that it takes at any volts.
struct LoadWords {
    std::optional<double> watts, ampere;
};
Result<LoadWords> load_words(Reader& read, const char* sum) {
    const LoadWords load{read.quantity(Unit::watt), read.quantity(Unit::ampere)};
    if (!load.watts && !load.ampere) return missing(sum, "the watts of the load, or its amperes");
    if (load.watts && load.ampere)
        return outside("amperes", *load.ampere, "none beside the watts of the load");
    if (load.watts && !within(*load.watts, 0, 1000))
        return outside("watts", *load.watts, "0 to 1000 W");
    if (load.ampere && !within(*load.ampere, 0, 100))
        return outside("amperes", *load.ampere, "0 to 100 A");
    return load;
}

Result<Sum> drop(Reader& read) {
    const Result<FeedWords> words = feed_words(read, "drop");
    if (!words) return words.error();
    const auto length_m = read.quantity(Unit::metre);
    if (!length_m) return missing("drop", "a length");
    const Result<LoadWords> load = load_words(read, "drop");
    if (!load) return load.error();
    const auto volts = read.quantity(Unit::volt);
    if (!volts) return missing("drop", "the volts of the source");
    if (!within(*length_m, 0, 1e5)) return outside("length", *length_m, "0 to 100 km");
    if (!within(*volts, 1, 60)) return outside("volts", *volts, "1 to 60 V");
    Sum sum;
    sum.id = SumId::drop;
    sum.unit = Unit::volt;
    sum.answer_name = "volts at the load";
    const double ohm = words->loop_ohm(*length_m, &sum.working);
    if (load->ampere) {
        sum.answer = *volts - *load->ampere * ohm;
        sum.stands = sum.answer > 0;
        if (!sum.stands) sum.answer = std::numeric_limits<double>::quiet_NaN();
        sum.working.push_back({"V = V0 − I R",
                               fmt::format("{:g} − {:g} × {:.2f}", *volts, *load->ampere, ohm),
                               *volts - *load->ampere * ohm, Unit::volt, source::ohms_law});
        return sum;
    }
    const double watts = *load->watts;
    const FeedSolution solved = solve_feed(*volts, {{}, {0, ohm, watts, 0, 0}});
    sum.stands = solved.stands;
    if (!solved.stands) {
        sum.answer = std::numeric_limits<double>::quiet_NaN();
        sum.working.push_back({"P at most V² ÷ 4R",
                               fmt::format("{:g}² ÷ (4 × {:.2f})", *volts, ohm),
                               *volts * *volts / (4 * ohm), Unit::watt, source::ohms_law});
        return sum;
    }
    sum.answer = solved.volts[1];
    sum.working.push_back(
        {"V = (V0 + √(V0² − 4 R P)) ÷ 2",
         fmt::format("({0:g} + √({0:g}² − 4 × {1:.2f} × {2:g})) ÷ 2", *volts, ohm, watts),
         sum.answer, Unit::volt, source::ohms_law});
    sum.working.push_back({"the source gives",
                           fmt::format("{:g} V × {:.3f} A", *volts, solved.source_a),
                           solved.source_w, Unit::watt, source::ohms_law});
    return sum;
}

// Farthest length over which a load still gets its least volts: R = V (V0 - V) / P.
Result<Sum> reach(Reader& read) {
    const double least_v = read.counted({"least"}).value_or(37);
    const Result<FeedWords> words = feed_words(read, "reach");
    if (!words) return words.error();
    const Result<LoadWords> load = load_words(read, "reach");
    if (!load) return load.error();
    const auto volts = read.quantity(Unit::volt);
    if (!volts) return missing("reach", "the volts of the source");
    if (load->watts && !within(*load->watts, 0.01, 1000))
        return outside("watts", *load->watts, "0.01 to 1000 W");
    if (load->ampere && !within(*load->ampere, 0.001, 100))
        return outside("amperes", *load->ampere, "0.001 to 100 A");
    if (!within(*volts, 1, 60)) return outside("volts", *volts, "1 to 60 V");
    if (!within(least_v, 1, 60)) return outside("least volts", least_v, "1 to 60 V");
    Sum sum;
    sum.id = SumId::reach;
    sum.unit = Unit::metre;
    sum.answer_name = "farthest for this load; data may end sooner";
    sum.stands = *volts > least_v;
    // Below half the source's volts a line of constant watts collapses: no load lives there.
    const double at_v = load->ampere ? least_v : std::max(least_v, *volts / 2);
    const double ohm =
        load->ampere ? (*volts - at_v) / *load->ampere : at_v * (*volts - at_v) / *load->watts;
    sum.answer = sum.stands ? ohm / words->loop_ohm(1, &sum.working)
                            : std::numeric_limits<double>::quiet_NaN();
    sum.working.push_back(
        {load->ampere ? "R = (V0 − V) ÷ I" : "R = V (V0 − V) ÷ P",
         load->ampere ? fmt::format("({:g} − {:g}) ÷ {:g}", *volts, at_v, *load->ampere)
                      : fmt::format("{0:g} × ({1:g} − {0:g}) ÷ {2:g}", at_v, *volts, *load->watts),
         ohm, Unit::ohm, source::ohms_law});
    return sum;
}

// Most watts that reach the end of a length: what the port gives less the loss, or what the line
// carries at all.
Result<Sum> watts(Reader& read) {
    const Result<FeedWords> words = feed_words(read, "watts");
    if (!words) return words.error();
    const auto port_w = read.quantity(Unit::watt);
    const auto volts = read.quantity(Unit::volt);
    const auto length_m = read.quantity(Unit::metre);
    if (!volts) return missing("watts", "the volts of the source");
    if (!length_m) return missing("watts", "a length");
    if (!within(*volts, 1, 60)) return outside("volts", *volts, "1 to 60 V");
    if (!within(*length_m, 0.1, 1e5)) return outside("length", *length_m, "0.1 m to 100 km");
    if (port_w && !within(*port_w, 0.01, 1000)) return outside("watts", *port_w, "0.01 to 1000 W");
    Sum sum;
    sum.id = SumId::watts;
    sum.unit = Unit::watt;
    sum.answer_name = "most at the load";
    const double ohm = *length_m * words->loop_ohm(1, &sum.working);
    const double most_w = *volts * *volts / (4 * ohm);
    sum.answer = most_w;
    sum.working.push_back({"the line carries V² ÷ 4R at most",
                           fmt::format("{:g}² ÷ (4 × {:.2f})", *volts, ohm), most_w, Unit::watt,
                           source::ohms_law});
    // Above V²/2R a port would only heat the cable.
    if (port_w && *port_w < *volts * *volts / (2 * ohm)) {
        sum.answer = pd_power_w(*port_w, *volts, ohm);
        sum.working.push_back(
            {"P = P0 − (P0 ÷ V)² R",
             fmt::format("{0:g} − ({0:g} ÷ {1:g})² × {2:.2f}", *port_w, *volts, ohm), sum.answer,
             Unit::watt, source::ohms_law});
    }
    // What the class counts with is the longest channel, not this one.
    for (const auto& [poe_class, type] :
         std::initializer_list<std::pair<int, PoeType>>{{1, PoeType::type1},
                                                        {2, PoeType::type1},
                                                        {2, PoeType::type3},
                                                        {3, PoeType::type1},
                                                        {3, PoeType::type3},
                                                        {4, PoeType::type2},
                                                        {5, PoeType::type3},
                                                        {6, PoeType::type3},
                                                        {7, PoeType::type4},
                                                        {8, PoeType::type4}}) {
        const PoeClassLimits limits = or_nothing(poe_class_limits(poe_class, type));
        if (!port_w || std::abs(limits.pse_w - *port_w) > 0.05) continue;
        sum.working.push_back({fmt::format("class {} is sure of this at its load", poe_class),
                               fmt::format("{:g} W at the port, the longest channel its class "
                                           "allows",
                                           limits.pse_w),
                               limits.pd_w, Unit::watt, poe_class_source(type)});
    }
    return sum;
}

Result<Sum> fibre(Reader& read) {
    const auto length_m = read.quantity(Unit::metre);
    const auto connectors = read.counted({"connectors", "connector"});
    const auto splices = read.counted({"splices", "splice"});
    const auto wavelength = read.counted({"nm"});
    FibreType type = FibreType::none;
    for (const auto& [name, known] :
         {std::pair("om1", FibreType::om1), std::pair("om2", FibreType::om2),
          std::pair("om3", FibreType::om3), std::pair("om4", FibreType::om4),
          std::pair("os2", FibreType::os2)}) {
        if (read.word(name)) type = known;
    }
    if (!length_m) return missing("fibre", "a length");
    if (type == FibreType::none) return missing("fibre", "the type, such as os2");
    if (!within(*length_m, 0, 2e5)) return outside("length", *length_m, "0 to 200 km");
    for (const auto& [what, count] :
         {std::pair("connectors", connectors), std::pair("splices", splices)}) {
        if (count && (!within(*count, 0, 100) || *count != std::floor(*count)))
            return outside(what, *count, "0 to 100");
    }
    const double nm = wavelength.value_or(type == FibreType::os2 ? 1310 : 850);
    Sum sum;
    sum.id = SumId::fibre;
    sum.unit = Unit::decibel;
    sum.answer_name = "loss of the fibre";
    sum.answer = fibre_loss_db(type, nm, *length_m, static_cast<int>(connectors.value_or(2)),
                               static_cast<int>(splices.value_or(0)), &sum.working);
    if (!std::isfinite(sum.answer)) return outside("wavelength", nm, "one the fibre is made for");
    return sum;
}

Result<Sum> radio(Reader& read, bool zone_only) {
    const char* name = zone_only ? "fresnel" : "radio";
    const auto length_m = read.quantity(Unit::metre);
    const auto frequency_mhz = read.quantity(Unit::megahertz);
    if (!length_m) return missing(name, "a distance");
    if (!frequency_mhz) return missing(name, "a frequency such as 5.8 GHz");
    if (!within(*length_m, 1, 1e6)) return outside("distance", *length_m, "1 m to 1000 km");
    if (!within(*frequency_mhz, 100, 1e5))
        return outside("frequency", *frequency_mhz, "0.1 to 100 GHz");
    Sum sum;
    if (zone_only) {
        sum.id = SumId::fresnel;
        sum.unit = Unit::metre;
        sum.answer_name = "first Fresnel radius in the middle";
        sum.answer = fresnel_radius_m(*frequency_mhz, *length_m / 2, *length_m);
        sum.working.push_back(
            {"17.3 √(d1 d2 ÷ (f d))",
             fmt::format("17.3 √({0:.3f} × {0:.3f} ÷ ({1:g} × {2:.3f}))", *length_m / 2000,
                         *frequency_mhz / 1000, *length_m / 1000),
             sum.answer, Unit::metre, source::fresnel});
        sum.working.push_back(
            {"60 % of it clear", "", 0.6 * sum.answer, Unit::metre, source::fresnel});
        sum.working.push_back({"earth bulge in the middle", "",
                               earth_bulge_m(*length_m / 2, *length_m), Unit::metre,
                               source::fresnel});
        return sum;
    }
    const auto transmit_dbm = read.quantity(Unit::decibel_milliwatt);
    const auto antenna_dbi = read.counted({"dbi"});
    sum.id = SumId::radio;
    sum.unit = Unit::decibel;
    sum.answer_name = "loss in free space";
    sum.answer = free_space_loss_db(*frequency_mhz, *length_m, &sum.working);
    if (transmit_dbm) {
        const double gain_dbi = antenna_dbi.value_or(0);
        const double received_dbm = *transmit_dbm + 2 * gain_dbi - sum.answer;
        sum.working.push_back(
            {"received = transmitted + both antennas − loss",
             fmt::format("{:g} + 2 × {:g} − {:.1f}", *transmit_dbm, gain_dbi, sum.answer),
             received_dbm, Unit::decibel_milliwatt, source::free_space});
        sum.answer = received_dbm;
        sum.unit = Unit::decibel_milliwatt;
        sum.answer_name = "received level";
    }
    return sum;
}

Result<Sum> bit_rate(Reader& read) {
    auto megapixels = read.counted({"mp", "megapixels"});
    // As pictures are called: width × height.
    for (const auto& [name, pixels] :
         {std::pair("720p", 1280.0 * 720), std::pair("1080p", 1920.0 * 1080),
          std::pair("1440p", 2560.0 * 1440), std::pair("2160p", 3840.0 * 2160),
          std::pair("4k", 3840.0 * 2160)}) {
        if (read.called(name) && !megapixels) megapixels = pixels / 1e6;
    }
    const auto frames = read.counted({"fps", "frames"});
    Picture picture;
    if (read.word("h264")) picture.codec = Codec::h264;
    if (read.word("jpeg") || read.word("mjpeg")) picture.codec = Codec::jpeg;
    read.word("h265");
    if (read.word("busy")) picture.scene = Scene::busy;
    if (read.word("quiet")) picture.scene = Scene::quiet;
    if (!megapixels) return missing("bitrate", "megapixels such as 8 mp, or 1080p");
    if (!frames) return missing("bitrate", "frames such as 20 fps");
    if (!within(*megapixels, 0.01, 200)) return outside("megapixels", *megapixels, "0.01 to 200");
    if (!within(*frames, 0.1, 240)) return outside("frames", *frames, "0.1 to 240 a second");
    picture.height_px = 1000;
    picture.width_px = static_cast<int>(std::lround(*megapixels * 1000));
    picture.frames_per_s = *frames;
    Sum sum;
    sum.id = SumId::bit_rate;
    sum.unit = Unit::megabit_per_second;
    sum.answer_name = "bit rate";
    sum.answer = picture_bit_rate_mbps(picture, &sum.working);
    return sum;
}

Result<Sum> ups(Reader& read) {
    const auto battery_wh = read.quantity(Unit::watt_hour);
    const auto load_w = read.quantity(Unit::watt);
    if (!battery_wh) return missing("ups", "the battery such as 780 Wh");
    if (!load_w) return missing("ups", "the load in watts");
    if (!within(*battery_wh, 0, 1e6)) return outside("battery", *battery_wh, "0 to 1 MWh");
    if (!within(*load_w, 0.01, 1e5)) return outside("load", *load_w, "more than 0 W");
    Sum sum;
    sum.id = SumId::ups;
    sum.unit = Unit::hour;
    sum.answer_name = "run time with an aged battery";
    sum.answer = *battery_wh * ups_efficiency * ups_ageing / *load_w;
    sum.working.push_back(
        {"t = Wh × efficiency × ageing ÷ W",
         fmt::format("{:g} × {:g} × {:g} ÷ {:g}", *battery_wh, ups_efficiency, ups_ageing, *load_w),
         sum.answer, Unit::hour, source::battery_practice});
    sum.working.push_back({"with a new battery", "", *battery_wh * ups_efficiency / *load_w,
                           Unit::hour, source::battery_practice});
    return sum;
}

// Watt hours that carry a load so long when the battery is old.
Result<Sum> battery(Reader& read) {
    const auto load_w = read.quantity(Unit::watt);
    const auto hours = read.quantity(Unit::hour);
    if (!load_w) return missing("battery", "the load in watts");
    if (!hours) return missing("battery", "the hours");
    if (!within(*load_w, 0.01, 1e5)) return outside("load", *load_w, "more than 0 W");
    if (!within(*hours, 0.01, 1e4)) return outside("hours", *hours, "0.01 to 10000 h");
    Sum sum;
    sum.id = SumId::battery;
    sum.unit = Unit::watt_hour;
    sum.answer_name = "battery to buy, so that it lasts when old";
    sum.answer = *load_w * *hours / (ups_efficiency * ups_ageing);
    sum.working.push_back(
        {"Wh = W × h ÷ (efficiency × ageing)",
         fmt::format("{:g} × {:g} ÷ ({:g} × {:g})", *load_w, *hours, ups_efficiency, ups_ageing),
         sum.answer, Unit::watt_hour, source::battery_practice});
    return sum;
}

// Panel and battery for a load that runs day and night, by the same balance as the check.
Result<Sum> solar(Reader& read) {
    const auto load_w = read.quantity(Unit::watt);
    const Settings usual;
    const SolarFacts facts;
    const double days = read.counted({"days", "day"}).value_or(usual.days_without_sun);
    const double sun_h = read.quantity(Unit::hour).value_or(usual.sun_hours);
    if (!load_w) return missing("solar", "the load in watts");
    if (!within(*load_w, 0.01, 1e4)) return outside("load", *load_w, "0.01 W to 10 kW");
    if (!within(days, 0.1, 60)) return outside("days", days, "0.1 to 60 without sun");
    if (!within(sun_h, 0.1, 12)) return outside("hours", sun_h, "0.1 to 12 of full sun a day");
    Sum sum;
    sum.id = SumId::solar;
    sum.unit = Unit::watt_hour;
    sum.answer_name = "battery to buy; the panel is below";
    const double a_day_wh = *load_w * 24;
    sum.answer = a_day_wh * days / facts.usable_share;
    sum.working.push_back(
        {"battery = W × 24 h × days ÷ usable share",
         fmt::format("{:g} × 24 × {:g} ÷ {:g}", *load_w, days, facts.usable_share), sum.answer,
         Unit::watt_hour, source::solar_practice});
    sum.working.push_back(
        {"panel = W × 24 h ÷ (hours of full sun × system)",
         fmt::format("{:g} × 24 ÷ ({:g} × {:g})", *load_w, sun_h, facts.system_share),
         a_day_wh / (sun_h * facts.system_share), Unit::watt, source::solar_practice});
    return sum;
}

std::string first_word(std::string_view text) {
    std::size_t from = 0;
    while (from < text.size() && text[from] == ' ') ++from;
    std::size_t to = from;
    while (to < text.size() && text[to] != ' ') ++to;
    return lowered(text.substr(from, to - from));
}

}  // namespace

std::string_view id_of(SumId sum) {
    switch (sum) {
        case SumId::drop: return "drop";
        case SumId::reach: return "reach";
        case SumId::watts: return "watts";
        case SumId::battery: return "battery";
        case SumId::fibre: return "fibre";
        case SumId::radio: return "radio";
        case SumId::fresnel: return "fresnel";
        case SumId::bit_rate: return "bitrate";
        case SumId::ups: return "ups";
        case SumId::adapter: return "adapter";
        case SumId::link: return "link";
        case SumId::supply: return "supply";
        case SumId::extra: return "extra";
        case SumId::solar: return "solar";
    }
    return "";
}

bool looks_like_sum(std::string_view text) {
    const std::string first = first_word(text);
    for (SumId sum : {SumId::drop, SumId::reach, SumId::watts, SumId::fibre, SumId::radio,
                      SumId::fresnel, SumId::bit_rate, SumId::ups, SumId::battery, SumId::adapter,
                      SumId::link, SumId::supply, SumId::extra, SumId::solar}) {
        if (first == id_of(sum)) return text.find_first_of("0123456789") != std::string_view::npos;
    }
    return false;
}

const std::vector<std::string>& sum_examples() {
    static const std::vector<std::string> examples{
        "drop 24awg 120 m 13 W 54 V",    "reach 24awg 13 W 50 V",     "watts 24awg 100 m 50 V 30 W",
        "fibre 2.4 km os2 4 connectors", "radio 1.2 km 5.8 GHz",      "fresnel 640 m 5.8 GHz",
        "bitrate 8 mp 20 fps h265",      "ups 780 Wh 152 W",          "battery 152 W 4 h",
        "adapter 12 V 9 W 2 cameras",    "link 100 Mb/s 7.5 Mb/s",    "supply 120 W 7.8 W",
        "extra 24awg 120 m 50 V 8 W",    "drop rg59 300 m 13 W 54 V", "solar 10 W 4 days 1.2 h"};
    return examples;
}

Result<Sum> quick_sum(std::string_view text, UnitSystem system) {
    std::vector<Word> words = words_of(text);
    if (words.empty()) return Error{ErrorCode::not_a_sum, "", std::string(text), ""};
    const std::string name = words.front().text;
    words.erase(words.begin());
    Reader read(std::move(words), system);
    Result<Sum> sum = Error{ErrorCode::not_a_sum, "", name, ""};
    if (name == "drop") sum = drop(read);
    if (name == "reach") sum = reach(read);
    if (name == "watts") sum = watts(read);
    if (name == "battery") sum = battery(read);
    if (name == "fibre") sum = fibre(read);
    if (name == "radio") sum = radio(read, false);
    if (name == "fresnel") sum = radio(read, true);
    if (name == "bitrate") sum = bit_rate(read);
    if (name == "ups") sum = ups(read);
    if (name == "adapter") sum = adapter_sum(read);
    if (name == "link") sum = link_sum(read);
    if (name == "supply") sum = supply_sum(read);
    if (name == "extra") sum = extra_sum(read);
    if (name == "solar") sum = solar(read);
    if (!sum) return sum;
    if (const auto left = read.left())
        return Error{ErrorCode::bad_unit, name, *left, "nothing more"};
    return sum;
}

}  // namespace ovant
