// SPDX-License-Identifier: GPL-3.0-or-later
// site-practice: what the site's own rules do not allow, where practitioners differ.
#include "core/assess/practice_checks.h"

#include <algorithm>

#include "core/assess/link_reach.h"
#include "core/assess/run_checks.h"

namespace ovant {
namespace {

constexpr double megapixel = 1e6;

void against(RunCase& of, Note note, std::string subject, double value, double limit, Unit unit,
             Sense sense) {
    Check check = start_check(CheckId::site_practice, std::move(subject), value, limit, unit, sense,
                              source::site_setting);
    check.note = note;
    judge(check, 0);
    of.offer(std::move(check));
}

void feeds(RunCase& of, const Practice& practice) {
    const Network& net = of.net;
    std::vector<PortAt> sources;
    for (DeviceNumber unit : of.units()) {
        if (net.kind(unit).category == Category::combiner) continue;  // takes nothing for itself
        const PortAt by = net.fed_by[unit];
        if (by.device && std::find(sources.begin(), sources.end(), by) == sources.end())
            sources.push_back(by);
    }
    for (PortAt source : sources) {
        for (Condition condition : of.conditions) {
            for (const PortFeed& feed : solve_port(net, source, condition)) {
                if (feed.points.size() < 2) continue;
                const NetLink& first = net.links[feed.points[1].link];
                if (first.medium() != Medium::twisted_pair) continue;
                if (practice.large_loads_apart && first.load_mbps > 0)
                    against(
                        of, Note::large_load, first.link->id, feed.load_w(),
                        std::max(practice.large_load_w, practice.large_load_share * feed.limit_w),
                        Unit::watt, Sense::at_most);
                if (practice.no_power_with_data && first.load_mbps > 0 && feed.load_w() > 0) {
                    Check check =
                        plain_check(CheckId::site_practice, first.link->id, source::site_setting);
                    check.note = Note::power_with_data;
                    check.verdict = Verdict::fails;
                    of.offer(std::move(check));
                }
                if (practice.compliant_only && net.port(feed.port).power == PowerKind::passive) {
                    Check check = plain_check(CheckId::site_practice, of.port_name(feed.port),
                                              source::site_setting);
                    check.note = Note::passive_feed;
                    check.verdict = Verdict::fails;
                    of.offer(std::move(check));
                }
            }
        }
    }
}

void fed_from(RunCase& of, FeedFrom wanted) {
    const DeviceNumber unit = of.run.source.device;
    if (!of.run.fed ||
        !feeds_against_practice(of.net.site->settings, of.net.kind(unit), of.net.at_head_end(unit)))
        return;
    Check check =
        plain_check(CheckId::site_practice, of.port_name(of.run.source), source::site_setting);
    check.note = wanted == FeedFrom::a_switch ? Note::switch_feeds : Note::recorder_feeds;
    check.verdict = Verdict::fails;
    of.offer(std::move(check));
}

}  // namespace

bool feeds_against_practice(const Settings& settings, const Kind& unit, bool at_head_end) {
    if (!at_head_end) return false;
    switch (settings.practice.feed_from) {
        case FeedFrom::either: return false;
        case FeedFrom::a_switch: return unit.category == Category::recorder;
        case FeedFrom::the_recorder: return unit.category == Category::network_switch;
    }
    return false;
}

void practice_checks(RunCase& of) {
    const Network& net = of.net;
    const Practice& practice = net.site->settings.practice;
    if (practice == Practice{}) return;
    feeds(of, practice);
    fed_from(of, practice.feed_from);
    const Picture picture = camera_picture(net.device(of.run.camera), net.kind(of.run.camera));
    const double pixels = static_cast<double>(picture.width_px) * picture.height_px;
    for (std::size_t i = 0; i < of.run.links.size(); ++i) {
        const NetLink& link = of.link(i);
        if (link.medium() == Medium::radio && practice.radio_beyond_m > 0)
            against(of, Note::radio_near, link.link->id, link.length_m, practice.radio_beyond_m,
                    Unit::metre, Sense::at_least);
        if (practice.most_megapixels_at_10 <= 0) continue;
        if (link_reach(net, link, of.conditions.front()).rate_mbps <= long_setting_rate_mbps)
            against(of, Note::large_picture, link.link->id, pixels / megapixel,
                    practice.most_megapixels_at_10, Unit::none, Sense::at_most);
    }
}

}  // namespace ovant
