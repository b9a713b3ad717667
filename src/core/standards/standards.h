// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of the standards, each value with its Source. Includes nothing of the model.
#pragma once

#include <optional>
#include <string_view>

namespace ovant {

// Where a number comes from. Every limit a verdict rests on points to one of these.
struct Source {
    std::string_view text;
    bool from_memory = false;  // recalled from the published text, not re-read
};

namespace source {
inline constexpr Source ohms_law{"Ohm's law"};
inline constexpr Source iec_60028{"IEC 60028, annealed copper at 20 °C"};
inline constexpr Source worst_category_cable{"ANSI/TIA-568.2, d.c. resistance", true};
inline constexpr Source copper_clad{"ASTM B566, copper-clad aluminium", true};
inline constexpr Source poe_class_table{"IEEE 802.3-2022, table 145-26 and clause 33.3.7", true};
inline constexpr Source poe_class_33{"IEEE 802.3-2022, clause 33.3.7", true};
inline constexpr Source poe_class_145{"IEEE 802.3-2022, clause 145, table 145-26", true};
inline constexpr Source poe_type_table{"IEEE 802.3-2022, tables 33-11 and 145-16", true};
inline constexpr Source poe_pd_volts{"IEEE 802.3-2022, tables 33-18 and 145-29", true};
inline constexpr Source channel_length{"ISO/IEC 11801 and ANSI/TIA-568.2, 100 m channel", true};
inline constexpr Source channel_standard{
    "ISO/IEC 11801, ANSI/TIA-568.2 and IEEE 802.3, nothing else", true};
inline constexpr Source category_conductors{"ANSI/TIA-568.2, solid copper conductors", true};
inline constexpr Source insertion_loss{"ANSI/TIA-568.2, insertion loss", true};
inline constexpr Source ten_base_t_loss{"IEEE 802.3, 14.4.2.1, insertion loss at 10 MHz", true};
inline constexpr Source throughput_margin{"common practice, plan 70 % of the line rate"};
inline constexpr Source bit_rate_estimate{"common practice, bits per pixel"};
inline constexpr Source long_setting{"common practice, long setting at 10 Mb/s"};
inline constexpr Source field_proven{"common practice, seen to work"};
inline constexpr Source maker{"maker's rating"};
inline constexpr Source joints{"IEC 60603-7, 20 mΩ a contact, and the maker's rating", true};
inline constexpr Source passive_practice{"common practice, an always-on feed asks nobody"};
inline constexpr Source poe_detection{"IEEE 802.3, 33.2.5, no power without a signature", true};
inline constexpr Source surge_practice{"common practice, a protector at both ends"};
inline constexpr Source enclosure_rating{"maker's rating for the surroundings"};
inline constexpr Source measured{"measured on site"};
inline constexpr Source spare_power{"common practice, a fifth of a supply kept back"};
inline constexpr Source sizes_sold{"common practice, sizes as they are sold"};
inline constexpr Source site_setting{"set for this site"};
inline constexpr Source solver{"largest load the feed still carries"};
inline constexpr Source drawing{"measured on the plan"};
inline constexpr Source balance{"sum over the switch"};
inline constexpr Source fibre_loss{"ANSI/TIA-568.3, fibre, connectors and splices", true};
inline constexpr Source optic_levels{"IEEE 802.3 and the maker's rating, optical levels", true};
inline constexpr Source fibre_reach{"IEEE 802.3, reach by fibre type", true};
inline constexpr Source optic_pair{"IEEE 802.3, both ends alike in rate, wavelength and fibre"};
inline constexpr Source free_space{"Rec. ITU-R P.525, free-space loss"};
inline constexpr Source fresnel{"Rec. ITU-R P.530, first Fresnel zone and clearance"};
inline constexpr Source diffraction{"Rec. ITU-R P.526, knife edges"};
inline constexpr Source rain{"Rec. ITU-R P.838-3 and P.530-17, rain", true};
inline constexpr Source antenna_pattern{"Rec. ITU-R F.699 and F.1336, off-axis gain", true};
inline constexpr Source oxygen{"Rec. ITU-R P.676, oxygen and vapour", true};
inline constexpr Source air_rate{"IEEE 802.11 VHT, subcarriers and least sensitivity", true};
inline constexpr Source useful_rate{"common practice, half of the air rate is useful"};
inline constexpr Source airtime_practice{"common practice, airtime shared by the far ends"};
inline constexpr Source radio_law{"limit set for this site; local radio law decides"};
inline constexpr Source power_limited{"NEC class 2, 100 W and 60 V d.c.; local code decides", true};
inline constexpr Source steady_mains{"common practice, steady mains at an active unit"};
inline constexpr Source ethernet_frame{"IEEE 802.3, frame and gap of 1538 octets; TCP over IPv4"};
inline constexpr Source reading_tolerance{"common practice, what meter and model may be off"};
inline constexpr Source fault_priors{"common practice, how often a fault is met"};
inline constexpr Source diagnosis{"Bayes, with what meter and model may be off"};
inline constexpr Source ipv4{"RFC 791 and RFC 4632, addresses", true};
inline constexpr Source separate_earths{"common practice, fibre between separate earths"};
inline constexpr Source alternatives{"IEEE 802.3, 33.2.3, alternatives A and B", true};
inline constexpr Source solar_practice{"common practice, panel and system losses"};
inline constexpr Source battery_practice{"common practice, losses and ageing of a backup"};
inline constexpr Source peukert{"Peukert's law, rated over 20 h"};
inline constexpr Source bundle_heat{
    "ISO/IEC TS 29125 and ANSI/TIA TSB-184-A, cables in a bundle; surfaces common practice", true};
inline constexpr Source cable_heat{"maker's rating of the cable"};
inline constexpr Source keeps_on{"IEEE 802.3-2022, 33.2.9 and 145.2.12, least current of a load",
                                 true};
inline constexpr Source poe_inrush{"IEEE 802.3-2022, 33.2.7.5 and 145.2.10, 400 mA for 50 ms",
                                   true};
inline constexpr Source earthing{"IEC 60364-5-54 and IEC 60728-11, bonding; local code decides",
                                 true};
inline constexpr Source rack_size{"IEC 60297, rack units"};
inline constexpr Source box_heat{"maker's rating, rise for each watt"};
inline constexpr Source try_on_site{"common practice, unknowable before trying"};
}  // namespace source

enum class PoeType { type1 = 1, type2, type3, type4 };

struct PoeTypeLimits {
    double volts_min, volts_max;
    double current_per_pairset_a;
    double design_loop_ohm;  // of the channel, per pairset
};

// IEEE 802.3-2022, from memory.
PoeTypeLimits poe_type_limits(PoeType type);

struct PoeClassLimits {
    double pse_w;         // what the port must be able to give, and what it reserves
    double pd_w;          // what the load may take
    double pd_volts_min;  // least volts at the load while it works
    bool four_pairs;      // power comes over all four pairs
};

// Class 0 to 8; anything else gives nothing. Clause 33 where it has the class, else 145. IEEE
// 802.3-2022, from memory.
std::optional<PoeClassLimits> poe_class_limits(int poe_class);
// The same at a port of this type: types 3 and 4 go by clause 145, which gives less to class 2
// and 3.
std::optional<PoeClassLimits> poe_class_limits(int poe_class, PoeType port);
// The clause that the watts of a class at a port of this type are of.
Source poe_class_source(PoeType port);
// Least class whose load power covers `load_w` at a port of this type, or 9 where none does. Domain
// >= 0.
int poe_class_for_load(double load_w, PoeType port = PoeType::type1);
// Type of a port that gives up to this class: 0-3 type 1, 4 type 2, 5-6 type 3, 7-8 type 4.
PoeType poe_type_of_class(int poe_class);
// A PD must be off below this many volts (IEEE 802.3, from memory).
inline constexpr double pd_off_volts = 30.0;

// Power at the load when the port gives pse_w at pse_volts into loop_ohm: P - (P/V)^2 R.
double pd_power_w(double pse_w, double pse_volts, double loop_ohm);

// Reach of the long setting at 10 Mb/s, common practice.
inline constexpr double long_setting_reach_m = 250.0;
inline constexpr double long_setting_rate_mbps = 10.0;
// 10BASE-T: most insertion loss allowed, dB at 10 MHz, from memory.
inline constexpr double ten_base_t_loss_db = 11.5;

}  // namespace ovant
