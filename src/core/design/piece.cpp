// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/design/piece.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_map>

#include "core/assess/unit_checks.h"
#include "core/look_up.h"
#include "core/route/route.h"
#include "core/variants/compare.h"

namespace ovant {
namespace {

constexpr double past_any_pathway_m = 1e7;
constexpr double nothing_to_speak_of = 1e-6;

using NumberOf = std::unordered_map<std::string_view, DeviceNumber>;
NumberOf numbers_by_id(const Network& net) {
    NumberOf out;
    for (DeviceNumber number : net.kinds.numbers()) out.emplace(net.device(number).id, number);
    return out;
}

class Measuring {
public:
    Measuring(const Measured& sites, const SiteChange& change, const std::string& camera)
        : before_(sites.before),
          after_(sites.after),
          to_limit_(sites.up_to_the_limit),
          change_(change),
          camera_(camera),
          was_(numbers_by_id(before_)),
          is_(numbers_by_id(after_)) {}

    std::optional<Piece> done() {
        if (!change_.removed_devices.empty() || !change_.removed_links.empty()) return std::nullopt;
        piece_.change = change_;
        take_parts();
        take_ports();
        costs();
        power();
        rates();
        return std::move(piece_);
    }

private:
    void take_parts() {
        std::unordered_map<std::string_view, const Link*> links_were;
        for (const NetLink& link : before_.links) links_were.emplace(link.link->id, link.link);
        for (const Device& device : change_.devices) {
            if (device.id == camera_) continue;
            const DeviceNumber unit = is_.at(device.id);
            if (ends_a_run(after_.kind(unit))) continue;
            if (!was_.contains(device.id)) of_.devices.push_back(unit);
            const Device* before =
                was_.contains(device.id) ? &before_.device(was_.at(device.id)) : nullptr;
            if (!before) continue;
            for (const auto& [port, module] : device.modules) {
                if (!before->modules.contains(port)) of_.modules.push_back(module);
            }
        }
        for (LinkNumber link : after_.links.numbers()) {
            const std::string& id = after_.links[link].link->id;
            const auto was = links_were.find(id);
            if (was == links_were.end()) {
                of_.links.push_back(link);
            } else if (!(*was->second == *after_.links[link].link)) {
                piece_.touched.push_back(id);
                touched_.links.push_back(link);
            }
        }
    }

    // Of links that were there and end elsewhere now, what that makes of them.
    static Figures cost_of_links(const Network& net, PartsOf of) {
        of.open = all_open(*net.site);
        Figures out;
        for (const WorkItem& item : work_of(net, of)) {
            out.price += item.price;
            out.hours += item.hours;
        }
        out.price += share_of_material(net, of);
        return out;
    }
    void touched_links() {
        if (piece_.touched.empty()) return;
        PartsOf were;
        for (LinkNumber link : before_.links.numbers()) {
            const std::string& id = before_.links[link].link->id;
            if (std::find(piece_.touched.begin(), piece_.touched.end(), id) != piece_.touched.end())
                were.links.push_back(link);
        }
        piece_.own += cost_of_links(after_, touched_) - cost_of_links(before_, were);
    }

    void take_ports() {
        for (LinkNumber number : of_.links) {
            const NetLink& link = after_.links[number];
            for (PortAt at : {link.a, link.b}) {
                const Device& unit = after_.device(at.device);
                const auto was = was_.find(unit.id);
                if (was == was_.end() || unit.id == camera_) continue;
                // A port that had a cable before is no new one: a combiner is put in between.
                if (before_.link_on[was->second][at.port]) continue;
                const PortKind& port = after_.port(at);
                PortTaken taken;
                taken.device = unit.id;
                taken.port = port.id;
                taken.ports = {ports_at(before_, was->second),
                               family_of(port, after_.long_setting_on(at)), port.poe_class};
                piece_.ports.push_back(std::move(taken));
            }
        }
    }

    static OpenStretches all_open(const Site& site) {
        OpenStretches out;
        for (const Pathway& pathway : site.pathways)
            out[pathway.id].push_back({0, past_any_pathway_m});
        return out;
    }

    void costs() {
        const Site& site = *after_.site;
        // What is paid once for all that stands at a place, and by itself.
        PartsOf with_outlets = of_;
        with_outlets.open = all_open(site);
        std::set<std::string> here_before;
        for (DeviceNumber unit : before_.kinds.numbers()) {
            const Device& device = before_.device(unit);
            if (device.place.empty() || device.id == camera_) continue;
            here_before.insert(device.place);
            if (plugs_into_mains(before_.kind(unit))) with_outlets.outlets.insert(device.place);
        }
        PartsOf own = with_outlets;
        for (const WorkItem& item : work_of(after_, with_outlets)) {
            if (item.task != Task::outlet || !find_place(site, item.subject)) continue;
            own.outlets.insert(item.subject);
            piece_.shared.push_back({"outlet " + item.subject, {item.price, item.hours, 0}});
        }
        for (const WorkItem& item : work_of(after_, own)) {
            piece_.own.price += item.price;
            piece_.own.hours += item.hours;
        }
        piece_.own.price += share_of_material(after_, own);
        piece_.own.can_fail = things_that_can_fail(after_, own);
        std::map<std::string, double> of_place;
        for (const BroughtShare& share : brought_shares(after_, own)) {
            if (share.of != BroughtBy::place) continue;
            const double price =
                share.quantity * or_nothing(after_.catalogue->find(share.part)).price;
            piece_.own.price -= price;
            of_place[share.used_by] += price;
        }
        for (const auto& [place, price] : of_place) {
            if (!here_before.contains(place))
                piece_.shared.push_back({"place " + place, {price, 0, 0}});
        }
        touched_links();
        opened_ways();
    }

    // Stretches of pathways that cost something to open, with all that a metre brings along.
    void opened_ways() {
        PartsOf laid;
        laid.links = of_.links;
        std::map<std::string, Figures> per_m;
        for (const auto& [pathway, metres] : opened_metres(after_, laid))
            per_m[pathway].price = or_nothing(find_pathway(*after_.site, pathway)).cost_per_m;
        if (per_m.empty()) return;
        const std::map<std::string, double> metres = opened_metres(after_, laid);
        for (const BroughtShare& share : brought_shares(after_, laid)) {
            const auto found = per_m.find(share.used_by);
            if (share.of != BroughtBy::opened_metre || found == per_m.end()) continue;
            found->second.price += share.quantity *
                                   or_nothing(after_.catalogue->find(share.part)).price /
                                   metres.at(share.used_by);
        }
        for (LinkNumber number : of_.links) {
            const NetLink& link = after_.links[number];
            const Medium medium = link.medium();
            if (medium == Medium::radio || medium == Medium::mains_wiring ||
                link.cable->cable->cord || !link.link->existing.empty())
                continue;
            for (const PathwayStretch& stretch :
                 stretches_on_pathways(*after_.site, *link.link, after_.device(link.a.device).at,
                                       after_.device(link.b.device).at)) {
                const auto rate = per_m.find(stretch.pathway);
                if (rate == per_m.end()) continue;
                const auto [from_m, to_m] = std::minmax(stretch.from_m, stretch.to_m);
                piece_.opened.push_back({stretch.pathway, from_m, to_m, rate->second});
            }
        }
    }

    void use(const std::string& limit, double before, double after, double most) {
        if (after - before <= nothing_to_speak_of) return;
        piece_.limits.push_back({limit, after - before, std::max(0.0, most - before)});
    }
    double up_to(double limit, double keep_share) const {
        return to_limit_ ? limit : limit * (1 - keep_share);
    }

    // Watts of each unit that was there and feeds something of it, however far behind.
    void power() {
        std::set<DeviceNumber> units;
        const auto add = [&](DeviceNumber unit) {
            for (int hops = 0; unit && hops < 20; ++hops, unit = after_.fed_from[unit].device) {
                if (was_.contains(after_.device(unit).id)) units.insert(unit);
            }
        };
        for (DeviceNumber unit : of_.devices) add(after_.fed_from[unit].device);
        if (!camera_.empty() && is_.contains(camera_)) add(after_.fed_from[is_.at(camera_)].device);
        const KeepBack& keep = after_.site->settings.keep_back;
        for (DeviceNumber unit : units) {
            if (!after_.kind(unit).supply) continue;
            const std::string& id = after_.device(unit).id;
            const UnitAssessment now = assess_unit(after_, unit);
            const UnitAssessment then = assess_unit(before_, was_.at(id));
            const double watts = now.counted_w() - then.counted_w();
            drawn_w_[id] = (now.greatest_w - then.greatest_w) /
                           std::max(0.1, after_.kind(unit).supply->efficiency);
            use(id + "|W", then.counted_w(), now.counted_w(),
                up_to(now.budget_w, keep.power_share));
            for (PortTaken& taken : piece_.ports) {
                if (taken.device != id) continue;
                taken.watts = std::max(taken.watts, watts);
                for (const PortAssessment& port : now.ports) {
                    // Any port of the class that is asked for does.
                    if (port.port == taken.port && port.class_asked > 0)
                        taken.ports.level = std::min(taken.ports.level, port.class_asked);
                }
            }
            // A port that feeds a unit for several.
            for (std::size_t i = 0; i < now.ports.size() && i < then.ports.size(); ++i) {
                const PortAssessment& port = now.ports[i];
                if (then.ports[i].watts > 0)
                    use(id + "." + port.port + "|W", then.ports[i].watts, port.watts,
                        up_to(port.limit_w, keep.power_share));
            }
        }
    }

    // Pictures on links and in the air that were there before.
    void rates() {
        if (camera_.empty()) return;
        const CameraNumber number = find_camera(after_, camera_);
        if (!number) return;
        const double mbps = after_.bit_rate_mbps[number];
        std::unordered_map<std::string_view, double> loads;
        for (const NetLink& link : before_.links) loads.emplace(link.link->id, link.load_mbps);
        for (const Check& check : assess_run(after_, number).checks) {
            const double limit = to_limit_ ? check.limit : check.keep_line;
            if (check.id == CheckId::link_rate && loads.contains(check.subject)) {
                piece_.limits.push_back({check.subject + "|Mb/s", mbps,
                                         std::max(0.0, limit - loads.at(check.subject))});
            } else if (check.id == CheckId::arriving_power && drawn_w_.contains(check.subject)) {
                const double watts = drawn_w_.at(check.subject);
                use(check.subject + "|arriving", check.value - watts, check.value, limit);
            } else if (check.id == CheckId::radio_airtime && was_.contains(check.subject)) {
                piece_.limits.push_back({check.subject + "|airtime", check.value, limit});
            }
        }
        // The worst link only is among the checks: the head end's own, and all that was there.
        const Run& run = after_.runs[number];
        for (const std::vector<LinkNumber>* way : {&run.links, &run.upstream}) {
            for (LinkNumber link : *way) {
                const NetLink& laid = after_.links[link];
                const auto load = loads.find(laid.link->id);
                const std::string limit = laid.link->id + "|Mb/s";
                const bool there =
                    std::any_of(piece_.limits.begin(), piece_.limits.end(),
                                [&](const LimitUse& use) { return use.limit == limit; });
                if (load == loads.end() || there || laid.medium() == Medium::radio) continue;
                const double rate =
                    std::min(after_.port(laid.a).rate_mbps, after_.port(laid.b).rate_mbps);
                piece_.limits.push_back(
                    {limit, mbps,
                     std::max(0.0, up_to(rate, after_.site->settings.keep_back.data_share) -
                                       load->second)});
            }
        }
    }

    const Network& before_;
    const Network& after_;
    bool to_limit_;
    const SiteChange& change_;
    const std::string& camera_;
    NumberOf was_, is_;
    std::map<std::string, double> drawn_w_;  // more than before, by unit
    PartsOf of_, touched_;
    Piece piece_;
};

}  // namespace

std::string family_of(const PortKind& port, bool long_setting) {
    if (port.medium == Medium::twisted_pair && port.power == PowerKind::poe && port.line.empty() &&
        (port.role == PortRole::pse || port.role == PortRole::data))
        return long_setting ? long_ports : "copper";
    return std::to_string(static_cast<int>(port.medium)) + " " +
           std::to_string(static_cast<int>(port.power)) + " " + port.line;
}

std::string ports_at(const Network& net, DeviceNumber unit) {
    const Category category = net.kind(unit).category;
    const bool carries = category == Category::network_switch || category == Category::recorder;
    return carries && net.at_head_end(unit) ? head_end_ports : net.device(unit).id;
}

std::optional<Piece> measure(const Measured& sites, const SiteChange& change,
                             const std::string& camera) {
    return Measuring(sites, change, camera).done();
}

}  // namespace ovant
