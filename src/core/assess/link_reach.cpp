// SPDX-License-Identifier: GPL-3.0-or-later
// link-length and link-rate: how far one link may go, and how fast it is.
#include "core/assess/link_reach.h"

#include <fmt/format.h>

#include <algorithm>
#include <limits>

#include "core/assess/radio_path.h"

namespace ovant {
namespace {

double rated_length_m(const std::vector<RatedReach>& table, double rate_mbps) {
    double longest_m = 0;
    for (const RatedReach& entry : table) {
        if (entry.rate_mbps >= rate_mbps) longest_m = std::max(longest_m, entry.length_m);
    }
    return longest_m;
}

// The best rate of a table at this length; 0 past its last.
double rated_rate_mbps(const std::vector<RatedReach>& table, double length_m) {
    double best_mbps = 0;
    for (const RatedReach& entry : table) {
        if (length_m <= entry.length_m) best_mbps = std::max(best_mbps, entry.rate_mbps);
    }
    return best_mbps;
}

// Every note of such a link having worked: of the cable, of the units at its ends, of the run.
template <class Use>
void for_each_seen(const Network& net, const NetLink& link, Use use) {
    for (const auto* notes : {&link.cable->cable->proven, &net.kind(link.a.device).proven,
                              &net.kind(link.b.device).proven, &link.link->proven}) {
        for (const SeenToWork& note : *notes) use(note);
    }
}

void state(Working* working, const char* what, double length_m, Source source) {
    if (working) working->push_back({what, "", length_m, Unit::metre, source});
}

// Says how far past 10BASE-T a long 10 Mb/s link is; a matter of working, not of verdict.
void ten_base_t_loss(const Network& net, const NetLink& link, Condition condition, Working& steps) {
    const CableFacts& cable = *link.cable->cable;
    if (cable.category == CableCategory::none) return;
    insertion_loss_db(cable.category, link.length_m, 10, link_temperature_c(net, link, condition),
                      cable.screened, &steps);
    steps.push_back({"10BASE-T allows, at 10 MHz", "", ten_base_t_loss_db, Unit::decibel,
                     source::ten_base_t_loss});
}

// A line code other than Ethernet: the maker's table, best rate that still goes so far.
LinkReach line_reach(const LineFacts& line, double factor, double length_m, Working* working) {
    LinkReach reach;
    reach.source = line.unsure ? source::try_on_site : source::maker;
    reach.unsure = line.unsure;
    for (const RatedReach& entry : line.reach) {
        const double entry_m = entry.length_m * factor;
        reach.limit_m = std::max(reach.limit_m, entry_m);
        if (length_m <= entry_m) reach.rate_mbps = std::max(reach.rate_mbps, entry.rate_mbps);
    }
    if (reach.rate_mbps == 0 && !line.reach.empty()) {
        reach.rate_mbps = line.reach.back().rate_mbps;
    }
    state(working, "maker's reach of these units on this cable", reach.limit_m, reach.source);
    return reach;
}

const LineFacts* line_of(const Network& net, PortAt end) {
    const auto& line = net.kind(end.device).line;
    return line ? &*line : nullptr;
}

LinkReach fibre_link_reach(const Network& net, const NetLink& link, Working* working) {
    LinkReach reach;
    const OpticFacts* a = optic_at(net, link.a);
    const OpticFacts* b = optic_at(net, link.b);
    reach.source = source::fibre_reach;
    reach.rate_mbps = std::min(net.port(link.a).rate_mbps, net.port(link.b).rate_mbps);
    if (!a || !b) return reach;  // transceiver-pair says what is missing
    reach.rate_mbps = std::min({reach.rate_mbps, a->rate_mbps, b->rate_mbps});
    reach.limit_m = std::min(a->reach_m, b->reach_m);
    const FibreType type = link.cable->cable->fibre;
    if (type != FibreType::os2) {
        const double fibre_m = multimode_reach_m(type, a->transmit_nm, reach.rate_mbps);
        reach.limit_m = std::min(reach.limit_m, fibre_m);
    }
    state(working, "reach of this transceiver on this fibre", reach.limit_m, reach.source);
    return reach;
}

// The lengths on both sides of what passes the signal are one channel. Metres of twisted pair
// behind the unit at `end`, the longest way where there are two.
struct ChannelPart {
    double length_m = 0;
    double stranded_m = 0, extra_m = 0;  // of it, and what that weighs more than solid cable
    ChannelPart operator+(const ChannelPart& other) const {
        return {length_m + other.length_m, stranded_m + other.stranded_m, extra_m + other.extra_m};
    }
};
ChannelPart part_of(const NetLink& link) {
    const Conductor& conductor = link.cable->cable->conductor;
    if (conductor.form != ConductorForm::stranded) return {link.length_m, 0, 0};
    return {link.length_m, link.length_m, link.length_m * cord_derating(conductor.awg)};
}
ChannelPart channel_beyond(const Network& net, PortAt end, std::string lane, std::size_t steps) {
    const Kind& unit = net.kind(end.device);
    if (steps == 0 || !passes_signal(unit)) return {};
    ChannelPart longest;
    const PortKind& entered = net.port(end);
    for (PortNumber number : unit.ports.numbers()) {
        const PortAt out{end.device, number};
        const PortKind& port = unit.ports[number];
        if (out == end || port.medium != Medium::twisted_pair || !net.link_at(out)) continue;
        if (unit.category == Category::injector && port.lane != entered.lane) continue;
        if (unit.category == Category::combiner) {
            // From a channel only on to the shared cable, from there only to a channel.
            if (entered.lane.empty() == port.lane.empty()) continue;
            if (!port.lane.empty() && !lane.empty() && port.lane != lane) continue;
        }
        const ChannelPart one = part_of(net.links[net.link_at(out)]) +
                                channel_beyond(net, net.across(out), entered.lane, steps - 1);
        if (one.length_m + one.extra_m > longest.length_m + longest.extra_m) longest = one;
    }
    return longest;
}
ChannelPart channel_beyond(const Network& net, const NetLink& link) {
    constexpr std::size_t most_joints = 8;
    return channel_beyond(net, link.a, "", most_joints) +
           channel_beyond(net, link.b, "", most_joints);
}

LinkReach no_reach(Source source) {
    LinkReach reach;
    reach.limit_m = std::numeric_limits<double>::infinity();
    reach.source = source;
    return reach;
}

}  // namespace

bool passes_signal(const Kind& kind) {
    return kind.category == Category::injector || kind.category == Category::splitter ||
           kind.category == Category::combiner;
}

const OpticFacts* optic_at(const Network& net, PortAt at) {
    const Medium medium = net.port(at).medium;
    if (medium != Medium::fibre && medium != Medium::composite) return nullptr;
    const auto& modules = net.device(at.device).modules;
    if (!modules.empty()) {
        const auto found = modules.find(net.port(at).id);
        const Kind* module = found == modules.end() ? nullptr : net.catalogue->find(found->second);
        if (module && module->optic) return &*module->optic;
    }
    const auto& fixed = net.kind(at.device).optic;
    return fixed ? &*fixed : nullptr;
}

double light_loss_db(const NetLink& link, double wavelength_nm, Working* working) {
    const Link& of = *link.link;
    double loss_db = fibre_loss_db(link.cable->cable->fibre, wavelength_nm, link.length_m,
                                   of.connectors, of.splices, working);
    if (of.defects && of.defects->loss_db != 0) {
        loss_db += of.defects->loss_db;
        if (working)
            working->push_back({"more, as found on site", "", of.defects->loss_db, Unit::decibel,
                                source::measured});
    }
    return loss_db;
}

namespace {

// What the in-line units at the ends of a link make of it: the slowest rate, the longest hop.
struct HopLimits {
    double rate_mbps = std::numeric_limits<double>::infinity();
    double reach_m = 0;
};
double hop_reach_m(const InlineFacts& in_line) {
    if (in_line.hops.empty()) return in_line.hop_reach_m;
    double longest_m = 0;
    for (const RatedReach& hop : in_line.hops) longest_m = std::max(longest_m, hop.length_m);
    return longest_m;
}
HopLimits hop_limits(const Network& net, const NetLink& link) {
    HopLimits out;
    for (PortAt end : {link.a, link.b}) {
        const auto& in_line = net.kind(end.device).in_line;
        if (!in_line) continue;
        out.reach_m = std::max(out.reach_m, hop_reach_m(*in_line));
        if (in_line->hops.empty()) {
            out.rate_mbps = std::min(out.rate_mbps, in_line->hop_rate_mbps);
            continue;
        }
        const double hop_mbps = rated_rate_mbps(in_line->hops, link.length_m);
        out.rate_mbps =
            std::min(out.rate_mbps, hop_mbps > 0 ? hop_mbps : in_line->hops.back().rate_mbps);
    }
    return out;
}

// What the standard channel leaves at this temperature beside `cords_m`.
double channel_limit_m(const Settings& settings, const ChannelPart& channel, double cords_m,
                       double temperature_c, bool screened, Working* working) {
    if (channel.stranded_m <= 0)
        return standard_solid_limit_m(cords_m, settings.cord_awg, temperature_c, screened, working);
    const bool all = channel.stranded_m >= channel.length_m;
    return standard_stranded_limit_m(cords_m, settings.cord_awg,
                                     {channel.extra_m, all ? channel.length_m : 0},
                                     insertion_loss_heat_factor(temperature_c, screened), working);
}

// What makers state beyond the standard channel, the longest of it: of the cable, of a unit in
// line, of the long setting; and what was seen to work, where the site goes by that.
void reach_beyond_standard(const Network& net, const NetLink& link, double in_line_m,
                           LinkReach& reach, Working* working) {
    const CableFacts& cable = *link.cable->cable;
    const auto consider = [&](double length_m, const char* what, Source source) {
        if (length_m <= reach.limit_m) return;
        reach.limit_m = length_m;
        reach.source = source;
        state(working, what, length_m, source);
    };
    // The heavier cable is rated for less rate further out: the link runs at what it allows there.
    const double cable_rate_mbps = rated_rate_mbps(cable.rated, link.length_m);
    if (!cable.rated.empty() && link.length_m > reach.limit_m) {
        const double slowest_mbps = cable.rated.back().rate_mbps;
        reach.rate_mbps =
            std::min(reach.rate_mbps, cable_rate_mbps > 0 ? cable_rate_mbps : slowest_mbps);
    }
    consider(rated_length_m(cable.rated, reach.rate_mbps),
             "maker's reach of the cable at this rate", source::maker);
    consider(in_line_m, "maker's reach of a hop", source::maker);
    if (reach.long_setting)
        consider(long_setting_reach_m, "reach of the long setting", source::long_setting);
    if (net.site->settings.school != School::field_proven) return;
    for_each_seen(net, link, [&](const SeenToWork& note) {
        if (note.rate_mbps >= reach.rate_mbps)
            reach.proven_m = std::max(reach.proven_m, note.length_m);
    });
    if (reach.proven_m > reach.limit_m) {
        state(working, "seen to work, past the stated limit", reach.proven_m, source::field_proven);
    }
}

LinkReach twisted_pair_reach(const Network& net, const NetLink& link, Condition condition,
                             bool on_line, Working* working) {
    const Settings& settings = net.site->settings;
    // A long-range port of a switch speaks plain Ethernet to what does not speak its line.
    const auto only_line = [&](PortAt end) {
        return !net.port(end).line.empty() && net.kind(end.device).category == Category::line_unit;
    };
    const HopLimits hops = hop_limits(net, link);
    LinkReach reach;
    reach.wrong_line = !on_line && (only_line(link.a) || only_line(link.b));
    reach.rate_mbps =
        std::min({net.port(link.a).rate_mbps, net.port(link.b).rate_mbps, hops.rate_mbps});
    for (PortAt end : {link.a, link.b})
        reach.long_setting = reach.long_setting || net.long_setting_on(end);
    if (reach.long_setting) reach.rate_mbps = std::min(reach.rate_mbps, long_setting_rate_mbps);
    const double cords_m = channel_cords_m(*link.link);
    const double temperature_c = link_temperature_c(net, link, condition);
    if (working && link.bundled.cables > 0)
        working->push_back({"warmer than the air, lying with others",
                            fmt::format("{} cables at the most", link.bundled.cables),
                            link.bundled.mean_k[static_cast<std::size_t>(condition)], Unit::celsius,
                            source::bundle_heat});
    const bool screened = link.cable->cable->screened;
    reach.limit_m = channel_limit_m(settings, part_of(link) + channel_beyond(net, link), cords_m,
                                    temperature_c, screened, working);
    reach.source = source::channel_length;
    if (reach.wrong_line) reach.limit_m = 0;
    if (settings.school != School::standard && !reach.wrong_line)
        reach_beyond_standard(net, link, hops.reach_m, reach, working);
    return reach;
}

}  // namespace

namespace {

LinkReach sound_reach(const Network& net, const NetLink& link, Condition condition,
                      Working* working) {
    const CableFacts& cable = *link.cable->cable;
    switch (link.medium()) {
        case Medium::fibre:
        case Medium::composite: return fibre_link_reach(net, link, working);
        case Medium::radio: {
            LinkReach reach = no_reach(source::airtime_practice);
            reach.rate_mbps = radio_path(net, link).useful_mbps;
            return reach;
        }
        case Medium::dc: return no_reach(source::ohms_law);
        case Medium::coax:
        case Medium::mains_wiring:
        case Medium::twisted_pair: break;
    }
    const std::string& line_a = net.port(link.a).line;
    const std::string& line_b = net.port(link.b).line;
    const LineFacts* line = line_of(net, net.kind(link.b.device).line ? link.b : link.a);
    const bool on_line = !line_a.empty() && line_a == line_b && line;
    if (link.medium() != Medium::twisted_pair) {
        LinkReach none;
        none.wrong_line = true;
        return on_line ? line_reach(*line, cable.reach_factor, link.length_m, working) : none;
    }
    if (!on_line || net.site->settings.school == School::standard)
        return twisted_pair_reach(net, link, condition, on_line, working);
    LinkReach reach = line_reach(*line, 1, link.length_m, working);
    reach.rate_mbps =
        std::min({reach.rate_mbps, net.port(link.a).rate_mbps, net.port(link.b).rate_mbps});
    return reach;
}

}  // namespace

double longest_planned_m(const Settings& settings, const CableFacts& cable, Surroundings lies,
                         double cords_m, const Kind* unit) {
    ChannelPart one{1, 0, 0};
    if (cable.conductor.form == ConductorForm::stranded)
        one = {1, 1, cord_derating(cable.conductor.awg)};
    double longest_m = std::numeric_limits<double>::infinity();
    for (Condition condition : all_conditions)
        longest_m =
            std::min(longest_m, channel_limit_m(settings, one, cords_m,
                                                cable_temperature_c(settings, condition, lies),
                                                cable.screened, nullptr));
    const bool by_maker = settings.school != School::standard && unit && unit->in_line;
    return by_maker ? std::max(longest_m, hop_reach_m(*unit->in_line)) : longest_m;
}

namespace {

// 1000BASE-T needs all four pairs; with a spare one open the link falls back to two. With one of
// those two open nothing links (IEEE 802.3, clauses 25 and 40).
constexpr double rate_on_two_pairs_mbps = 100;
bool carries_data(std::string_view pair) {
    return pair == "1 2" || pair == "3 6" || pair == "orange" || pair == "green" ||
           pair == pair_with_data;
}

}  // namespace

LinkReach link_reach(const Network& net, const NetLink& link, Condition condition,
                     Working* working) {
    LinkReach reach = sound_reach(net, link, condition, working);
    if (!link.link->defects) return reach;
    const Defects& defects = *link.link->defects;
    if (defects.attenuation_share > 0) {
        reach.limit_m /= 1 + defects.attenuation_share;
        reach.proven_m /= 1 + defects.attenuation_share;
        state(working, "reach, so much more lost on the way as found on site", reach.limit_m,
              source::measured);
    }
    if (link.medium() == Medium::twisted_pair && defects.conductors_open > 0)
        reach.rate_mbps =
            carries_data(defects.pair) ? 0 : std::min(reach.rate_mbps, rate_on_two_pairs_mbps);
    if (defects.crossed && link.medium() != Medium::radio) {
        reach.rate_mbps = 0;
        reach.limit_m = reach.proven_m = 0;
    }
    return reach;
}

bool seen_to_feed(const Network& net, const NetLink& link, double load_w) {
    bool seen = false;
    for_each_seen(net, link, [&](const SeenToWork& note) {
        seen = seen || (note.load_w >= load_w && note.load_w > 0 && note.length_m >= link.length_m);
    });
    return seen;
}

Check link_length_check(const Network& net, const NetLink& link, Condition condition,
                        bool working) {
    Check check;
    check.id = CheckId::link_length;
    check.subject = link.link->id;
    check.value = link.length_m;
    check.unit = Unit::metre;
    check.condition = condition;
    check.by_condition = true;
    const LinkReach reach = link_reach(net, link, condition, working ? &check.working : nullptr);
    check.limit = reach.limit_m;
    check.source = reach.source;
    if (reach.wrong_line) check.note = Note::wrong_line;
    if (reach.long_setting) {
        check.note = Note::long_setting;
        if (working) ten_base_t_loss(net, link, condition, check.working);
    }
    if (link.medium() == Medium::twisted_pair) {
        const double beyond_m = channel_beyond(net, link).length_m;
        if (beyond_m > 0 && working) {
            check.working.push_back({"channel = this length + those beyond passive joints",
                                     fmt::format("{:.1f} + {:.1f}", link.length_m, beyond_m),
                                     link.length_m + beyond_m, Unit::metre,
                                     source::channel_length});
        }
        check.value += beyond_m;
    }
    judge(check, reach.limit_m * net.site->settings.keep_back.length_share);
    if (check.verdict == Verdict::fails && check.value <= reach.proven_m) {
        check.verdict = Verdict::tight;
        check.note = Note::past_stated_limit;
    }
    return check;
}

}  // namespace ovant
