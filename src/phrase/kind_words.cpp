// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/kind_words.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>

#include "phrase/error_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

struct Pair {
    std::string_view key, words;
};

// By the last step of the path; one that means two things stands with the step before it.
constexpr Pair labels[] = {
    {"name", "Name"},
    {"category", "Category"},
    {"rating", "Stands in"},
    {"min_temperature_c", "Coldest"},
    {"max_temperature_c", "Warmest"},
    {"price", "Price"},
    {"draw_w", "Takes for itself"},
    {"needs_mains", "Needs an outlet"},
    {"mount_h", "Time to mount"},
    {"input_mbps", "Records at most"},
    {"channels", "Channels"},
    {"surge_protected", "Surge protectors built in"},
    {"conductor_ohm", "Puts into each conductor"},
    {"lights", "Lights when all is well"},
    {"mains_min_v", "Mains from"},
    {"mains_max_v", "Mains to"},
    {"earth_terminal", "Case to be earthed"},
    {"rack_units", "Rack units"},
    {"noise_dba", "Fan noise at 1 m, dB(A)"},
    {"sleep_w", "Takes asleep"},
    {"input_uf", "Charges at its input, µF"},
    {"colour", "Colour of the jacket"},
    {"current", "Current"},
    {"antenna_socket", "Socket for an antenna"},
    {"gain_dbi", "Gain, dBi"},
    {"beam_deg", "Beam, degrees"},
    {"least_mhz", "Made for, from"},
    {"most_mhz", "Made for, to"},
    {"factory_address", "Comes set to"},
    {"asks_for_address", "Asks for an address first"},
    {"awg", "Gauge, AWG"},
    {"material", "Conductors of"},
    {"packages/form", "Comes as a"},
    {"form", "Conductors"},
    {"cable/category", "Class of cable"},
    {"screened", "Screened"},
    {"outdoor", "Jacket for outdoors"},
    {"cord", "Patch cord"},
    {"price_per_m", "Price of a metre"},
    {"by_metre", "Also by the metre"},
    {"pieces", "Pieces in it"},
    {"part", "Part"},
    {"count", "How many"},
    {"medium", "Medium"},
    {"fibre", "Fibre"},
    {"strands", "Fibres"},
    {"loop_ohm_per_m", "Loop of a metre"},
    {"steel_core", "Copper-clad steel core"},
    {"reach_factor", "Reach against RG-59"},
    {"rate_mbps", "Rate"},
    {"length_m", "As far as"},
    {"load_w", "With a load of"},
    {"date", "Seen on"},
    {"who", "Seen by"},
    {"watts", "Arrives at most"},
    {"volts", "Volts there"},
    {"day_w", "By day"},
    {"infrared_w", "Infrared adds"},
    {"heater_w", "Heater adds"},
    {"box/heater_w", "Heater"},
    {"motors_w", "Motors add"},
    {"start_w", "Starting adds"},
    {"width_px", "Pixels across"},
    {"height_px", "Pixels down"},
    {"frames_per_s", "Frames a second"},
    {"codec", "Coded as"},
    {"scene", "Scene"},
    {"camera/min_volts", "Promised from"},
    {"off_below_v", "Dark below"},
    {"bit_rate_mbps", "Bit rate"},
    {"load/start_s", "Seconds to start"},
    {"load/watts", "Takes at most"},
    {"load/min_volts", "Promised from"},
    {"start_s", "Seconds to a picture"},
    {"heater_below_c", "Heater closes below"},
    {"asks_by_link_layer", "Asks for its watts (LLDP)"},
    {"first_input", "Of two inputs it takes"},
    {"bridges_inputs", "Changes input without a restart"},
    {"nominal_v", "Volts, nominal"},
    {"min_v", "Volts, least"},
    {"budget_w", "Gives in all"},
    {"own_draw_w", "Takes for itself"},
    {"efficiency", "Passes on, share"},
    {"from_mains", "Fed from the mains"},
    {"long_setting", "Has a long setting"},
    {"allocation", "Counts by"},
    {"counted_at", "The table counts watts"},
    {"reserves_by_class", "Reserves by class"},
    {"supplies", "Power supplies"},
    {"budget_one_w", "With one supply"},
    {"switches_data", "Switches data"},
    {"power_limited", "Power-limited source"},
    {"most_loop_ohm", "Loop at most"},
    {"unsure", "Rate unknown before trying"},
    {"transmit_nm", "Sends"},
    {"receive_nm", "Receives"},
    {"single_mode", "Single-mode"},
    {"transmit_min_dbm", "Sends at least"},
    {"transmit_max_dbm", "Sends at most"},
    {"sensitivity_dbm", "Needs at least"},
    {"overload_dbm", "Stands at most"},
    {"reach_m", "Reach"},
    {"frequency_mhz", "Frequency"},
    {"width_mhz", "Channel width"},
    {"streams", "Streams"},
    {"transmit_dbm", "Sends"},
    {"antenna_dbi", "Antenna gain, dBi"},
    {"antenna_beam_deg", "Beam, degrees"},
    {"useful_share", "Useful share of the air rate"},
    {"most_far_ends", "Far ends at most"},
    {"relay", "Relay"},
    {"mcs", "Modulation (MCS)"},
    {"dbm", "Needs at least"},
    {"panel_w", "Panel"},
    {"battery_wh", "Battery"},
    {"usable_share", "Share that may be drawn"},
    {"system_share", "Share that reaches the battery"},
    {"kelvin_per_w", "Warmer by, kelvin a watt"},
    {"ups_wh", "Battery inside"},
    {"output_w", "Gives at most"},
    {"charge_w", "Charges with"},
    {"peukert", "Exponent of the battery"},
    {"in_line/min_volts", "Runs from"},
    {"most_in_chain", "In a chain at most"},
    {"hop_reach_m", "Reach of a hop"},
    {"hop_rate_mbps", "Rate of a hop"},
    {"series_ohm", "In the way of power"},
    {"ids", "Sockets"},
    {"role", "Power"},
    {"class", "PoE class"},
    {"least_class", "Works on class"},
    {"limit_w", "Gives at most"},
    {"group", "Group of the long setting"},
    {"uplink", "Uplink"},
    {"upstream", "Faces the feeding side"},
    {"power", "Kind of power"},
    {"pairs", "Pairs with power"},
    {"ports/min_volts", "Accepts from"},
    {"max_volts", "Accepts to"},
    {"polarity", "Polarity"},
    {"alternative", "Alternative"},
    {"line", "Line code"},
    {"lane", "Channel"},
};

constexpr Pair headings[] = {{"cable", "Cable"},
                             {"camera", "Camera"},
                             {"load", "Load"},
                             {"draw", "Draw"},
                             {"picture", "Picture"},
                             {"supply", "Supply"},
                             {"in_line", "In line"},
                             {"line", "Line"},
                             {"optic", "Optics"},
                             {"radio", "Radio"},
                             {"antenna", "Antenna"},
                             {"solar", "Solar"},
                             {"box", "Box"},
                             {"ups", "Backup"},
                             {"rated", "Maker's reach"},
                             {"packages", "Packages"},
                             {"packs", "Bags"},
                             {"brings", "Needs as well"},
                             {"proven", "Seen to work"},
                             {"reach", "Reach"},
                             {"arrives", "Watts that arrive"},
                             {"hops", "Reach of a hop"},
                             {"network", "Network"},
                             {"sensitivities", "Sensitivity"}};

constexpr Pair value_words[] = {{"role/pse", "gives power (PSE)"},
                                {"role/pd", "takes power (PD)"},
                                {"role/pass", "passes power through"},
                                {"role/data", "data only"},
                                {"power/passive", "always on"},
                                {"power/poe", "PoE, asked for"},
                                {"rating/wet", "wet, in the ground"},
                                {"rating/submerged", "under water at times"},
                                {"current/dc", "d.c."},
                                {"current/ac", "a.c."},
                                {"current/either", "a.c. or d.c."},
                                {"counted_at/far-unit", "into the far unit"},
                                {"counted_at/loads", "into the devices behind it"},
                                {"first_input/most-volts", "the one of more volts"},
                                {"first_input/poe", "PoE first"},
                                {"first_input/dc", "d.c. first"},
                                {"allocation/draw", "what is drawn"},
                                {"allocation/class", "class reserved"},
                                {"allocation/request", "what is asked for"},
                                {"polarity/1", "plus on pair 4 5"},
                                {"polarity/-1", "plus on pair 7 8"},
                                {"material/copper-clad-aluminium", "copper-clad aluminium"}};

template <std::size_t count>
std::string_view find(const Pair (&pairs)[count], std::string_view key) {
    for (const Pair& pair : pairs) {
        if (pair.key == key) return pair.words;
    }
    return {};
}

bool is_number(std::string_view step) {
    return !step.empty() && std::all_of(step.begin(), step.end(), [](char c) {
        return std::isdigit(static_cast<unsigned char>(c)) != 0;
    });
}

std::vector<std::string_view> steps_of(std::string_view path) {
    std::vector<std::string_view> steps;
    while (!path.empty()) {
        const std::size_t slash = std::min(path.find('/'), path.size());
        steps.push_back(path.substr(0, slash));
        path.remove_prefix(std::min(slash + 1, path.size()));
    }
    return steps;
}

std::string_view label_of(std::string_view path) {
    std::vector<std::string_view> steps = steps_of(path);
    std::erase_if(steps, is_number);
    if (steps.empty()) return {};
    if (steps.size() > 1) {
        const std::string with_parent =
            std::string(steps[steps.size() - 2]) + "/" + std::string(steps.back());
        if (const std::string_view words = find(labels, with_parent); !words.empty()) return words;
    }
    return find(labels, steps.back());
}

}  // namespace

bool has_field_label(std::string_view path) { return !label_of(path).empty(); }

std::string field_label(std::string_view path) {
    if (const std::string_view words = label_of(path); !words.empty()) return said(words);
    std::string spelt(path);
    std::replace(spelt.begin(), spelt.end(), '_', ' ');
    std::replace(spelt.begin(), spelt.end(), '/', ' ');
    return spelt;
}

std::string field_heading(const std::vector<KindField>& fields, std::string_view path) {
    std::vector<std::string_view> steps = steps_of(path);
    if (steps.size() < 2) return "";
    steps.pop_back();
    if (steps[0] == "ports" && steps.size() > 1) {
        const std::string ids = fmt::format("ports/{}/ids", steps[1]);
        for (const KindField& field : fields) {
            if (field.path != ids) continue;
            const bool several = field.value.find('-') != std::string::npos;
            return several ? told("Ports {}", field.value) : told("Port {}", field.value);
        }
        return said("Port");
    }
    const bool numbered = is_number(steps.back());
    const std::string_view last = numbered ? steps[steps.size() - 2] : steps.back();
    const std::string_view words = find(headings, last);
    std::string heading = words.empty() ? std::string(last) : said(words);
    if (numbered) heading += told(", step {}", std::stoul(std::string(steps.back())) + 1);
    return heading;
}

std::string list_heading(std::string_view list) {
    const std::vector<std::string_view> steps = steps_of(list);
    if (steps.empty()) return "";
    if (steps.back() == "ports") return said("Ports");
    const std::string_view words = find(headings, steps.back());
    return words.empty() ? std::string(steps.back()) : said(words);
}

std::string title(Together how) {
    switch (how) {
        case Together::fed_by: return said("Fed by");
        case Together::feeds: return said("Feeds");
        case Together::transceivers: return said("Transceivers");
        case Together::far_ends: return said("Far ends");
        case Together::cables: return said("Cables");
    }
    return "";
}

std::string kind_sentence(const std::vector<KindField>& fields, Error error) {
    const std::string heading = field_heading(fields, error.place);
    if (has_field_label(error.place)) {
        const std::string figure =
            heading.empty() ? field_label(error.place) : heading + ", " + field_label(error.place);
        error.place.clear();
        return figure + ": " + sentence(error);
    }
    return sentence(error);
}

std::string field_value_words(std::string_view path, std::string_view value) {
    const std::vector<std::string_view> steps = steps_of(path);
    if (steps.empty()) return std::string(value);
    const std::string key = std::string(steps.back()) + "/" + std::string(value);
    const std::string_view words = find(value_words, key);
    return words.empty() ? std::string(value) : said(words);
}

}  // namespace ovant
