// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/setting_rows.h"

#include <QCoreApplication>

#include "phrase/numbers.h"

namespace ovant {
namespace {

// For the translation tools; the text is looked up where it is shown.
#define SAY(text) QT_TRANSLATE_NOOP("Settings", text)

#define NUMBER(unit, factor, member)                                  \
    NumberSetting {                                                   \
        unit, factor, [](Settings& s) -> double& { return s.member; } \
    }
#define NUMBER_OR(unit, factor, member, nothing)                               \
    NumberSetting {                                                            \
        unit, factor, [](Settings& s) -> double& { return s.member; }, nothing \
    }
#define MAYBE(unit, nothing, member)                                                  \
    MaybeNumberSetting {                                                              \
        unit, nothing, [](Settings& s) -> std::optional<double>& { return s.member; } \
    }
#define FLAG(member)                                  \
    FlagSetting {                                     \
        [](Settings& s) -> bool& { return s.member; } \
    }
#define TEXT(member, letters)                                         \
    TextSetting {                                                     \
        [](Settings& s) -> std::string& { return s.member; }, letters \
    }
#define CHOICE(member, ...)                                                                \
    ChoiceSetting {                                                                        \
        [](const Settings& s) { return static_cast<int>(s.member); },                      \
            [](Settings& s, int to) { s.member = static_cast<decltype(s.member)>(to); }, { \
            __VA_ARGS__                                                                    \
        }                                                                                  \
    }

std::vector<const char*> chains() {
    return {SAY("As makers allow"), "1", "2", "3", "4", "5", "6", "7", "8", "9"};
}

std::vector<const char*> people() { return {"1", "2", "3", "4", "5", "6", "7", "8", "9"}; }

// Long because it is the table itself.
std::vector<SettingRow> made() {
    using enum SettingGroup;
    return {
        {judging, SAY("Reach is judged by"),
         SAY("What standards promise, what makers rate, or what was seen to work. Past the "
             "standard "
             "nobody but the maker answers for it; past the maker, nobody does."),
         "school", "settings/school",
         CHOICE(school, SAY("Standard"), SAY("Maker-rated"), SAY("Field-proven"))},
        {judging, SAY("A switch is counted by"),
         SAY("What its ports take of its supply: the class they reserve, the greatest draw of the "
             "cameras, or their typical draw. Units that reserve by class themselves are counted "
             "by "
             "class whatever is set."),
         "basis", "settings/switch_basis",
         CHOICE(switch_basis, SAY("Class reserved"), SAY("Greatest draw"), SAY("Typical draw"))},
        {judging, SAY("Volts of a port"),
         SAY("Least: the lowest volts that the standard allows a port to give. Nominal: what its "
             "supply is marked with, as a meter would mostly read."),
         "source", "settings/source_volts",
         CHOICE(source_volts, SAY("Least allowed"), SAY("Nominal"))},
        {judging, SAY("Judge on the worst cable allowed"),
         SAY("Takes every length for the worst category cable that may be sold, 9.38 Ω in 100 m of "
             "conductor, whatever kind is drawn."),
         "worstCable", "settings/worst_permitted_cable", FLAG(worst_permitted_cable)},
        {judging, SAY("Prefer ways by"),
         SAY("The order in which ways are proposed: the cheapest first, those with fewest things "
             "that can fail, or those with least work on site."),
         "preference", "settings/preference",
         CHOICE(preference, SAY("Price"), SAY("Fewest things"), SAY("Least work"))},
        {judging, SAY("Units shown"),
         SAY("How lengths, temperatures and gauges are written. A field takes either: type 300 ft "
             "or 91 m."),
         "units", "settings/units", CHOICE(units, SAY("Metres, °C, mm²"), SAY("Feet, °F, AWG"))},

        {lengths, SAY("Where no pathway is drawn"),
         SAY("How a cable gets from one building to the next. In the ground it must be made for "
             "burial, and the trench is paid for."),
         "between", "settings/where_no_pathway",
         CHOICE(where_no_pathway, SAY("All indoors"), SAY("On walls, overhead"),
                SAY("In the ground"))},
        {lengths, SAY("Service loop at each end"),
         SAY("Spare left coiled at both ends of a drawn cable: counted as cable, in metres, ohms "
             "and price. A measured length has it in already."),
         "loop", "settings/service_loop_m", NUMBER(Unit::metre, 1, service_loop_m)},
        {lengths, SAY("Usual drop at an end"),
         SAY("Down from the tray or up the pole at each end, where a link says nothing of its "
             "own."),
         "drop", "settings/default_drop_m", NUMBER(Unit::metre, 1, default_drop_m)},
        {lengths, SAY("Gauge of cords"),
         SAY("AWG of the patch cords between socket and unit: thin ones lose more."), "cordGauge",
         "settings/cord_awg", NUMBER(Unit::none, 1, cord_awg)},
        {lengths, SAY("Plugs wired"),
         SAY("The order of colours on wiring cards. Both ends alike; neither is better."), "plugs",
         "settings/plug_wiring", CHOICE(plug_wiring, SAY("T568A"), SAY("T568B"))},

        {kept_back, SAY("Power"),
         SAY("Share of a port's and of a supply's watts that is not planned with. Into it a "
             "verdict "
             "is tight, past the limit it fails."),
         "keepPower", "settings/keep_back/power_share",
         NUMBER(Unit::percent, 100, keep_back.power_share)},
        {kept_back, SAY("Volts"),
         SAY("Of the room between what the port gives and what the camera needs at least."),
         "keepVolts", "settings/keep_back/volts_share",
         NUMBER(Unit::percent, 100, keep_back.volts_share)},
        {kept_back, SAY("Length"), SAY("Of the longest length a link may have."), "keepLength",
         "settings/keep_back/length_share", NUMBER(Unit::percent, 100, keep_back.length_share)},
        {kept_back, SAY("Data"),
         SAY("Of the rate of links, uplinks, recorder inputs and air time."), "keepData",
         "settings/keep_back/data_share", NUMBER(Unit::percent, 100, keep_back.data_share)},
        {kept_back, SAY("Light"), SAY("Left over on a fibre, for ageing and for a joint more."),
         "keepLight", "settings/keep_back/light_db", NUMBER(Unit::decibel, 1, keep_back.light_db)},
        {kept_back, SAY("Radio fade"),
         SAY("Fade margin that a radio link keeps over what its pictures need."), "keepFade",
         "settings/keep_back/fade_db", NUMBER(Unit::decibel, 1, keep_back.fade_db)},
        {kept_back, SAY("Battery"), SAY("Of the time that a backup or a solar battery must last."),
         "keepBattery", "settings/keep_back/battery_share",
         NUMBER(Unit::percent, 100, keep_back.battery_share)},

        {weather, SAY("Warmest day"),
         SAY("Air outdoors by day. Warm copper resists more; units and boxes must stand it."),
         "day", "settings/day_c", NUMBER(Unit::celsius, 1, day_c)},
        {weather, SAY("Usual night"), SAY("Air outdoors on a night with infrared on."), "night",
         "settings/night_c", NUMBER(Unit::celsius, 1, night_c)},
        {weather, SAY("Coldest night"),
         SAY("Heaters run and batteries give less. Units outdoors must be made for it."), "coldest",
         "settings/coldest_night_c", NUMBER(Unit::celsius, 1, coldest_night_c)},
        {weather, SAY("Indoors"), SAY("Air around indoor cables and units, day and night."),
         "indoor", "settings/indoor_c", NUMBER(Unit::celsius, 1, indoor_c)},
        {weather, SAY("Cables in the heat"),
         SAY("Cables under a roof or in the sun by day, where they get hotter than the air."),
         "hotCable", "settings/hot_cable_c", MAYBE(Unit::celsius, SAY("as the air"), hot_cable_c)},
        {weather, SAY("Cables that lie together"),
         SAY("Cables that feed warm each other where more than seven go the same way: they reach "
             "less far and lose more. In a duct or the ground they count as shut in at least."),
         "bundles", "settings/bundles",
         CHOICE(bundles, SAY("Spread apart"), SAY("In the air"), SAY("Shut in"),
                SAY("Packed in insulation"))},
        {weather, SAY("Mains"), SAY("Volts at the outlets of this site."), "mainsVolts",
         "settings/mains_v", NUMBER(Unit::volt, 1, mains_v)},
        {weather, SAY("Resistance of cables, upwards"),
         SAY("Tolerance to design on: that much more than stated."), "moreOhm",
         "settings/tolerances/resistance_share",
         NUMBER(Unit::percent, 100, tolerances.resistance_share)},
        {weather, SAY("Volts of supplies, downwards"),
         SAY("Tolerance to design on: that much less than stated."), "fewerVolts",
         "settings/tolerances/volts_share", NUMBER(Unit::percent, 100, tolerances.volts_share)},
        {weather, SAY("Lengths pulled, upwards"),
         SAY("Tolerance to design on: that much longer than drawn."), "moreLength",
         "settings/tolerances/length_share", NUMBER(Unit::percent, 100, tolerances.length_share)},

        {radio, SAY("Radiated power allowed here"),
         SAY("Most that an antenna may radiate (EIRP). Local radio law decides; ask before "
             "changing it."),
         "eirp", "settings/eirp_limit_dbm", NUMBER(Unit::decibel_milliwatt, 1, eirp_limit_dbm)},
        {radio, SAY("Rain to plan for"),
         SAY("Millimetres an hour that fall for 0.01 % of the year. Counts above 10 GHz."), "rain",
         "settings/rain_mm_per_h", NUMBER(Unit::none, 1, rain_mm_per_h)},
        {radio, SAY("Radio up in rain"),
         SAY("Percent of the year that a link must last in rain, 99 to 99.999."), "availability",
         "settings/availability", NUMBER(Unit::none, 1, availability)},
        {radio, SAY("Allowed for other radios"),
         SAY("Noise of networks around, taken off every margin."), "noise",
         "settings/noise_allowance_db", NUMBER(Unit::decibel, 1, noise_allowance_db)},

        {backup, SAY("A backup must last"), SAY("What hangs on a UPS runs so long without mains."),
         "backupHours", "settings/backup_h", NUMBER(Unit::hour, 1, backup_h)},
        {backup, SAY("Capacity of an old battery"),
         SAY("Of the new capacity, at the end of its life: what a backup is judged with."),
         "batteryAge", "settings/battery_age_share", NUMBER(Unit::percent, 100, battery_age_share)},
        {backup, SAY("Full sun a day"), SAY("In the worst month: what a solar panel lives on."),
         "sun", "settings/sun_hours", NUMBER(Unit::hour, 1, sun_hours)},
        {backup, SAY("Dark hours a day"), SAY("In the worst month: infrared runs so long."), "dark",
         "settings/dark_hours", NUMBER(Unit::hour, 1, dark_hours)},
        {backup, SAY("Days a battery must last"), SAY("Without any sun."), "sunless",
         "settings/days_without_sun", NUMBER(Unit::none, 1, days_without_sun)},

        {work, SAY("Currency"), SAY("Written behind every price, as it is; nothing is converted."),
         "currency", "settings/currency", TEXT(currency, 8)},
        {work, SAY("An hour of work"), SAY("Price. Ways are compared with it."), "hourPrice",
         "settings/labour/price_per_h", NUMBER(Unit::none, 1, labour.price_per_h)},
        {work, SAY("Drawing in 100 m of cable"), SAY("Time, through a pathway that is there."),
         "pull", "settings/labour/pull_h_per_100m", NUMBER(Unit::hour, 1, labour.pull_h_per_100m)},
        {work, SAY("A copper end"), SAY("Time for a plug or a terminal, tested."), "copperEnd",
         "settings/labour/copper_end_h", NUMBER(Unit::hour, 1, labour.copper_end_h)},
        {work, SAY("A fibre end"), SAY("Time for a connector, tested."), "fibreEnd",
         "settings/labour/fibre_end_h", NUMBER(Unit::hour, 1, labour.fibre_end_h)},
        {work, SAY("Mounting a unit"), SAY("Time, where its kind does not say."), "mountUnit",
         "settings/labour/mount_h", NUMBER(Unit::hour, 1, labour.mount_h)},
        {work, SAY("High up"),
         SAY("Time more for a camera or radio up a pole or mast, with a ladder or lift and two "
             "people."),
         "height", "settings/labour/height_h", NUMBER(Unit::hour, 1, labour.height_h)},
        {work, SAY("Aligning a radio path"), SAY("Time of both, one at each end."), "align",
         "settings/labour/align_h", NUMBER(Unit::hour, 1, labour.align_h)},
        {work, SAY("Setting up a unit"),
         SAY("Time for address, name, password and clock of a unit in the network."), "setUp",
         "settings/labour/set_up_h", NUMBER(Unit::hour, 1, labour.set_up_h)},
        {work, SAY("Testing a cable"),
         SAY("Time to read and note what is there, end to end; of fibre it is in the ends."),
         "testCable", "settings/labour/test_h", NUMBER(Unit::hour, 1, labour.test_h)},
        {work, SAY("Handing over"), SAY("Time to show the site and have it signed, once."),
         "handOver", "settings/labour/hand_over_h", NUMBER(Unit::hour, 1, labour.hand_over_h)},
        {work, SAY("People on site"), SAY("Who work together: days are counted with them."), "crew",
         "settings/labour/crew",
         ChoiceSetting{[](const Settings& s) { return s.labour.crew - 1; },
                       [](Settings& s, int to) { s.labour.crew = to + 1; }, people()}},
        {work, SAY("A day on site"), SAY("Hours of work of each in a day, ways and breaks off."),
         "dayHours", "settings/labour/day_h", NUMBER(Unit::hour, 1, labour.day_h)},
        {work, SAY("A mains outlet"), SAY("Price, by a licensed electrician."), "outlet",
         "settings/labour/mains_point_price", NUMBER(Unit::none, 1, labour.mains_point_price)},
        {work, SAY("A metre of new way"),
         SAY("Price of the work where no pathway leads, its duct not in it; a pathway may have its "
             "own."),
         "newWay", "settings/labour/new_way_per_m", NUMBER(Unit::none, 1, labour.new_way_per_m)},

        {buying, SAY("Spare on every cable"),
         SAY("Cut so much more than its length, for what goes wrong. Loops and drops are in the "
             "length already."),
         "spareShare", "settings/buying/spare_share",
         NUMBER(Unit::percent, 100, buying.spare_share)},
        {buying, SAY("Worth keeping from"),
         SAY("What is left of a box or drum and is shorter counts as wasted."), "worthKeeping",
         "settings/buying/worth_keeping_m", NUMBER(Unit::metre, 1, buying.worth_keeping_m)},
        {buying, SAY("Cables pulled together from different packages"),
         SAY("Cables along the same pathways, or of one pull by name, can then be drawn in at the "
             "same time: each needs a box or drum of its own."),
         "pulledApart", "settings/buying/pulled_apart", FLAG(buying.pulled_apart)},
        {buying, SAY("Ducts round burial cable too"),
         SAY("Else a duct is bought only where cable lies in the ground that is not made for it."),
         "ductsInGround", "settings/buying/ducts_in_ground", FLAG(buying.ducts_in_ground)},
        {buying, SAY("Joints in long runs allowed"),
         SAY("A run longer than any package is joined of several. A joint is one more thing that "
             "fails, and no run that fits whole is joined."),
         "jointsAllowed", "settings/buying/joints_allowed", FLAG(buying.joints_allowed)},

        {offer, SAY("On top of material"), SAY("Put on what parts and cable cost."),
         "materialMarkup", "settings/offer/material_markup",
         NUMBER(Unit::percent, 100, offer.material_markup)},
        {offer, SAY("On top of own work"), SAY("Put on hours at the price of an hour."),
         "workMarkup", "settings/offer/work_markup", NUMBER(Unit::percent, 100, offer.work_markup)},
        {offer, SAY("On top of others' work"), SAY("Put on ground works and the electrician."),
         "outsideMarkup", "settings/offer/outside_markup",
         NUMBER(Unit::percent, 100, offer.outside_markup)},
        {offer, SAY("Tax"), SAY("On the whole price, shown apart."), "tax",
         "settings/offer/tax_share", NUMBER(Unit::percent, 100, offer.tax_share)},
        {offer, SAY("Rounded to"),
         SAY("The price before tax, to whole ones of so much: 5, 10, 100."), "roundTo",
         "settings/offer/round_to", NUMBER_OR(Unit::none, 1, offer.round_to, SAY("the cent"))},
        {offer, SAY("Valid for days"), SAY("From the date of the offer."), "validDays",
         "settings/offer/valid_days", NUMBER(Unit::none, 1, offer.valid_days)},

        {day, SAY("Date"), SAY("The day that Power plays: year, month, day."), "dayDate",
         "settings/day/date", TEXT(day.date, 10)},
        {day, SAY("Degrees north"), SAY("Decides sunrise, and so when infrared comes on."),
         "latitude", "settings/day/latitude_deg", NUMBER(Unit::none, 1, day.latitude_deg)},
        {day, SAY("Degrees east"), SAY("Of the site; west is negative."), "longitude",
         "settings/day/longitude_deg", NUMBER(Unit::none, 1, day.longitude_deg)},
        {day, SAY("Clock ahead of UTC"), SAY("Of the clock on the wall, on that day."), "utc",
         "settings/day/utc_offset_h", NUMBER(Unit::hour, 1, day.utc_offset_h)},
        {day, SAY("Cameras see dusk apart"),
         SAY("Minutes, earlier or later, by which cameras switch to infrared apart."), "dusk",
         "settings/day/dusk_spread_min", NUMBER(Unit::none, 1, day.dusk_spread_min)},
        {day, SAY("A tour lasts"), SAY("Seconds that the motors of a PTZ camera run."), "tour",
         "settings/day/tour_s", NUMBER(Unit::none, 1, day.tour_s)},
        {day, SAY("A tour begins every"), SAY("Seconds from one tour to the next."), "tourEvery",
         "settings/day/tour_every_s", NUMBER(Unit::none, 1, day.tour_every_s)},
        {day, SAY("Mains fails at"), SAY("Hour of the day; backups carry on alone from then."),
         "outageAt", "settings/day/outage_at_h", MAYBE(Unit::hour, SAY("never"), day.outage_at_h)},
        {day, SAY("The outage lasts"), SAY("Until mains comes back and everything restarts."),
         "outageHours", "settings/day/outage_h", NUMBER(Unit::hour, 1, day.outage_h)},
        {day, SAY("Planned restart at"), SAY("Hour at which all cameras restart together."),
         "restartAt", "settings/day/restart_at_h",
         MAYBE(Unit::hour, SAY("never"), day.restart_at_h)},

        {practice, SAY("Cameras are fed by"),
         SAY("Where this site plugs cameras in: both have good reasons. A run that starts "
             "elsewhere "
             "fails."),
         "feedFrom", "settings/practice/feed_from",
         CHOICE(practice.feed_from, SAY("Switch or recorder"), SAY("Switches"),
                SAY("The recorder"))},
        {practice, SAY("Most units in a chain"),
         SAY("In-line units one after the other in a run, less than makers allow."), "longestChain",
         "settings/practice/longest_chain",
         ChoiceSetting{[](const Settings& s) { return s.practice.longest_chain; },
                       [](Settings& s, int to) { s.practice.longest_chain = to; }, chains()}},
        {practice, SAY("Large loads on a cable of their own"),
         SAY("Power for large loads does not share a category cable with data."), "largeApart",
         "settings/practice/large_loads_apart", FLAG(practice.large_loads_apart)},
        {practice, SAY("A load is large over"), SAY("Watts taken from one port."), "largeLoad",
         "settings/practice/large_load_w", NUMBER(Unit::watt, 1, practice.large_load_w)},
        {practice, SAY("And over this share of its port"),
         SAY("Of what the port gives: more watts than both are a large load."), "largeShare",
         "settings/practice/large_load_share",
         NUMBER_OR(Unit::percent, 100, practice.large_load_share, SAY("any port"))},
        {practice, SAY("No power on cables with data"),
         SAY("Every camera is fed over conductors of its own, or on the spot."), "powerApart",
         "settings/practice/no_power_with_data", FLAG(practice.no_power_with_data)},
        {practice, SAY("Only feeds that ask first"),
         SAY("No passive feed anywhere: only PoE that looks for a load before it gives power."),
         "compliantOnly", "settings/practice/compliant_only", FLAG(practice.compliant_only)},
        {practice, SAY("Most megapixels at 10 Mb/s"),
         SAY("Large pictures are kept off the long setting, whatever their bit rate."),
         "megapixelsAt10", "settings/practice/most_megapixels_at_10",
         NUMBER_OR(Unit::none, 1, practice.most_megapixels_at_10, SAY("no limit"))},
        {practice, SAY("Radio only beyond"), SAY("Up to there a cable is wanted."), "radioBeyond",
         "settings/practice/radio_beyond_m",
         NUMBER_OR(Unit::metre, 1, practice.radio_beyond_m, SAY("no limit"))},
    };
}

template <class... Fs>
struct overloaded : Fs... {
    using Fs::operator()...;
};

}  // namespace

QString said(const char* text) { return QCoreApplication::translate("Settings", text); }

QString title(SettingGroup group) {
    switch (group) {
        case SettingGroup::judging: return said(SAY("How it is judged"));
        case SettingGroup::lengths: return said(SAY("Cables and lengths"));
        case SettingGroup::kept_back: return said(SAY("What is kept back"));
        case SettingGroup::weather: return said(SAY("Weather and tolerances"));
        case SettingGroup::radio: return said(SAY("Radio"));
        case SettingGroup::backup: return said(SAY("Backup and sun"));
        case SettingGroup::work: return said(SAY("Work and prices"));
        case SettingGroup::buying: return said(SAY("Buying and cutting cable"));
        case SettingGroup::offer: return said(SAY("Offer and tax"));
        case SettingGroup::day: return said(SAY("The day that is played"));
        case SettingGroup::practice: return said(SAY("Practice here"));
    }
    return {};
}

const std::vector<SettingRow>& setting_rows() {
    static const std::vector<SettingRow> rows = made();
    return rows;
}

QString shown_setting(const SettingRow& row, const Settings& settings, UnitSystem units) {
    Settings s = settings;
    const auto quantity = [&](double value, Unit unit) {
        return QString::fromStdString(shown(value, unit, units));
    };
    return std::visit(
        overloaded{
            [&](const NumberSetting& number) {
                const double value = number.value(s);
                if (number.nothing && value == 0) return said(number.nothing);
                return quantity(value * number.factor, number.unit);
            },
            [&](const MaybeNumberSetting& number) {
                const std::optional<double> value = number.value(s);
                return value ? quantity(*value, number.unit) : said(number.nothing);
            },
            [&](const ChoiceSetting& choice) {
                const auto at = static_cast<std::size_t>(choice.get(s));
                return at < choice.words.size() ? said(choice.words[at]) : QString::number(at);
            },
            [&](const FlagSetting& flag) {
                return flag.value(s) ? said(SAY("yes")) : said(SAY("no"));
            },
            [&](const TextSetting& text) { return QString::fromStdString(text.value(s)); },
        },
        row.holds);
}

bool same_setting(const SettingRow& row, const Settings& a, const Settings& b) {
    Settings of_b = b;
    copy_setting(row, a, of_b);
    return of_b == b;
}

void copy_setting(const SettingRow& row, const Settings& from, Settings& to) {
    Settings source = from;
    std::visit(overloaded{
                   [&](const ChoiceSetting& choice) { choice.set(to, choice.get(source)); },
                   [&](const auto& field) { field.value(to) = field.value(source); },
               },
               row.holds);
}

}  // namespace ovant
