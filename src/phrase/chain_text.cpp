// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/chain_text.h"

#include <algorithm>
#include <cmath>

#include "core/look_up.h"
#include "core/text.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

// The condition in which least arrives at the far end.
std::size_t worst_condition(const RunProfile& profile) {
    if (profile.points.empty()) return 0;
    const auto& at_camera = profile.points.back().in_v;
    std::size_t worst = 0;
    for (std::size_t i = 0; i < condition_count; ++i) {
        if (std::isnan(at_camera[i])) return i;
        if (at_camera[i] < at_camera[worst]) worst = i;
    }
    return worst;
}

ChainRow unit_row(const Network& net, const ProfilePoint& point, std::size_t condition, bool first,
                  bool last, const TextContext& context) {
    ChainRow row;
    row.name = kind_name(context, net.kind(point.device).id);
    row.at_m = point.at_m;
    const double in_v = point.in_v[condition], out_v = point.out_v[condition];
    const bool lives_here = net.fed_by[point.device] || is_source(net.kind(point.device));
    if (!lives_here || (last && !net.fed_by[point.device])) {
        row.promise = plugs_into_mains(net.kind(point.device)) ? said("on mains of its own")
                                                               : said("nothing feeds it");
        return row;
    }
    const std::string watts = shown(point.watts[condition], Unit::watt, context.units);
    // A source further on: what comes before it brings no power.
    if (!first && is_source(net.kind(point.device))) first = true;
    const bool feeds = std::isfinite(out_v) && out_v > 0;
    if (first && !feeds && point.watts[condition] <= 0) {
        row.promise = said("data only");
    } else if (std::isnan(first ? out_v : in_v)) {
        row.promise = said("the line collapses here");
        row.verdict = Verdict::fails;
    } else if (first) {
        row.promise = told("gives {}, {}", shown(out_v, Unit::volt, context.units), watts);
    } else if (in_v > 0) {
        const std::string volts = shown(in_v, Unit::volt, context.units);
        row.promise = last ? told("{} arrive, {} taken", volts, watts)
                           : told("{} arrive, {} go on", volts, watts);
        if (point.min_v > 0) {
            row.promise += ", " + told("{} needed", shown(point.min_v, Unit::volt, context.units));
            if (in_v < point.min_v) row.verdict = Verdict::fails;
        }
    }
    return row;
}

ChainRow length_row(const ProfileHop& hop, const TextContext& context) {
    ChainRow row;
    row.is_length = true;
    row.name = shown(hop.to_m - hop.from_m, Unit::metre, context.units) + " " +
               (hop.cable ? kind_name(context, hop.cable->id) : "");
    row.verdict = hop.verdict;
    row.promise = title(hop.verdict);
    if (std::isfinite(hop.limit_m))
        row.promise +=
            ", " + told("{} is the most", shown(hop.limit_m, Unit::metre, context.units));
    if (hop.rate_mbps > 0)
        row.promise += ", " + shown(hop.rate_mbps, Unit::megabit_per_second, context.units);
    return row;
}

// The gravest of what is said of a unit, its ports or a cable.
Verdict worst_of(const RunAssessment& run, const std::string& id) {
    Verdict worst = Verdict::holds;
    for (const Check& check : run.checks) {
        const bool about_it = check.subject == id || check.subject.starts_with(id + ".");
        if (about_it) worst = std::max(worst, check.verdict);
    }
    return worst;
}

}  // namespace

ChainAnswer chain_answer(const Site& site, const TextContext& context) {
    const Catalogue& catalogue = *context.catalogue;
    const Network net = lay_out(site, catalogue);
    const Assessment judged = assess(net);
    ChainAnswer out;
    const CameraNumber camera = find_camera(net, chain_camera);
    const RunAssessment* run = judged.run(chain_camera);
    if (!camera || !run) return out;
    out.verdict = run->verdict;
    out.sentence = run_sentence(*run, context);
    const RunProfile profile = run_profile(net, camera);
    const std::size_t condition = worst_condition(profile);
    for (std::size_t i = 0; i < profile.points.size(); ++i) {
        const bool last = i + 1 == profile.points.size();
        const auto add = [&](ChainRow row, const std::string& id) {
            row.verdict = std::max(row.verdict, worst_of(*run, id));
            out.rows.push_back(std::move(row));
        };
        const ProfilePoint& point = profile.points[i];
        add(unit_row(net, point, condition, i == 0, last, context), net.device(point.device).id);
        if (i < profile.hops.size())
            add(length_row(profile.hops[i], context), profile.hops[i].link);
    }
    return out;
}

std::string answer_sentence(const ChainAnswer& answer) {
    if (answer.verdict == Verdict::holds) return answer.sentence;
    return capitalised(title(answer.verdict)) + ": " + answer.sentence;
}

std::string growth_text(const ChainGrowth& growth, const TextContext& context) {
    const std::string longest = shown(growth.length_m, Unit::metre, context.units);
    if (!growth.breaks) return told("nothing breaks up to {}", longest);
    if (growth.length_m <= 0)
        return told("fails at any length: {}", sentence(*growth.breaks, context));
    return told("up to {}; then: {}", longest, sentence(*growth.breaks, context));
}

}  // namespace ovant
