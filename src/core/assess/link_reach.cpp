// SPDX-License-Identifier: GPL-3.0-or-later
// link-length and link-rate: how far one link may go, and how fast it is.
#include <algorithm>

#include "core/assess/assess.h"

namespace ovant {
namespace {

double rated_length_m(const std::vector<RatedReach>& table, double rate_mbps) {
    double longest_m = 0;
    for (const RatedReach& entry : table) {
        if (entry.rate_mbps >= rate_mbps) longest_m = std::max(longest_m, entry.length_m);
    }
    return longest_m;
}

void state(Working* working, const char* what, double length_m, Source source) {
    if (working) working->push_back({what, "", length_m, Unit::metre, source});
}

// Says how far past 10BASE-T a long 10 Mb/s link is; a matter of working, not of verdict.
void ten_base_t_loss(const Network& net, const NetLink& link, Condition condition, Working& steps) {
    const CableFacts& cable = *link.cable->cable;
    if (cable.category == CableCategory::none) return;
    insertion_loss_db(cable.category, link.length_m, 10,
                      cable_temperature_c(net.site->settings, condition, link.surroundings),
                      cable.screened, &steps);
    steps.push_back({"10BASE-T allows, at 10 MHz", "", ten_base_t_loss_db, Unit::decibel,
                     source::ten_base_t_loss});
}

}  // namespace

LinkReach link_reach(const Network& net, const NetLink& link, Condition condition,
                     Working* working) {
    const Settings& settings = net.site->settings;
    const CableFacts& cable = *link.cable->cable;
    LinkReach reach;
    reach.rate_mbps = std::min(net.port(link.a).rate_mbps, net.port(link.b).rate_mbps);
    double in_line_m = 0;
    for (PortAt end : {link.a, link.b}) {
        reach.long_setting = reach.long_setting || net.long_setting_on(end);
        const auto& in_line = net.kind(end.device).in_line;
        if (!in_line) continue;
        reach.rate_mbps = std::min(reach.rate_mbps, in_line->hop_rate_mbps);
        in_line_m = std::max(in_line_m, in_line->hop_reach_m);
    }
    if (reach.long_setting) reach.rate_mbps = std::min(reach.rate_mbps, long_setting_rate_mbps);
    reach.limit_m = standard_solid_limit_m(
        link.link->cords_m, settings.cord_awg,
        cable_temperature_c(settings, condition, link.surroundings), cable.screened, working);
    reach.source = source::channel_length;
    if (settings.school == School::standard) return reach;

    const auto consider = [&](double length_m, const char* what, Source source) {
        if (length_m <= reach.limit_m) return;
        reach.limit_m = length_m;
        reach.source = source;
        state(working, what, length_m, source);
    };
    consider(rated_length_m(cable.rated, reach.rate_mbps),
             "maker's reach of the cable at this rate", source::maker);
    consider(in_line_m, "maker's reach of a hop", source::maker);
    if (reach.long_setting) {
        consider(long_setting_reach_m, "reach of the long setting", source::long_setting);
    }
    if (settings.school == School::field_proven) {
        reach.proven_m = rated_length_m(cable.proven, reach.rate_mbps);
        if (reach.proven_m > reach.limit_m) {
            state(working, "seen to work, past the stated limit", reach.proven_m,
                  source::field_proven);
        }
    }
    return reach;
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
    if (reach.long_setting) {
        check.note = Note::long_setting;
        if (working) ten_base_t_loss(net, link, condition, check.working);
    }
    judge(check, reach.limit_m * net.site->settings.keep_back.length_share);
    if (check.verdict == Verdict::fails && link.length_m <= reach.proven_m) {
        check.verdict = Verdict::tight;
        check.note = Note::past_stated_limit;
    }
    return check;
}

}  // namespace ovant
