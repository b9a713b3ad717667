// SPDX-License-Identifier: GPL-3.0-or-later
// What a candidate is worth: the one assessment over it, its neighbours, what it costs.
#include <algorithm>
#include <unordered_map>

#include "core/assess/unit_checks.h"
#include "core/choose/draft.h"
#include "core/site/site_problems.h"

namespace ovant {
namespace {

CameraNumber camera_number(const Network& net, const std::string& camera) {
    for (CameraNumber number : net.cameras.numbers()) {
        if (net.device(net.cameras[number]).id == camera) return number;
    }
    return {};
}

DeviceNumber device_number(const Network& net, const std::string& id) {
    for (DeviceNumber device : net.kinds.numbers()) {
        if (net.device(device).id == id) return device;
    }
    return {};
}

// That its setting harms a neighbour is no fault of the run's own cable and power.
bool fails_by_itself(const RunAssessment& run) {
    return std::any_of(run.checks.begin(), run.checks.end(), [](const Check& check) {
        return check.verdict == Verdict::fails && check.id != CheckId::port_setting;
    });
}

// Whether what a run does can change what `other` gets: the same port, a unit of its way, the air,
// or the setting of its group.
bool can_touch(const Network& net, const Run& run, const Run& other, bool settings_changed) {
    if (other.source == run.source) return true;
    if (settings_changed && other.source.device == run.source.device) return true;
    for (PortAt in : other.ins) {
        const bool shared = std::any_of(run.ins.begin(), run.ins.end(),
                                        [&](PortAt mine) { return mine.device == in.device; });
        if (shared || (!run.outs.empty() && run.outs.front().device == in.device)) return true;
    }
    return std::any_of(other.links.begin(), other.links.end(),
                       [&](LinkNumber link) { return net.links[link].medium() == Medium::radio; });
}

// A run that shares something with it and is made to fail makes the proposal fail.
void judge_neighbours(const ChooseContext& context, const Network& net, CameraNumber number,
                      Proposal& proposal) {
    const Run& mine = net.runs[number];
    const Device& unit = net.device(mine.source.device);
    const DeviceNumber then_unit =
        context.staying.contains(unit.id) ? device_number(context.before, unit.id) : DeviceNumber{};
    const bool settings_changed =
        then_unit && context.before.device(then_unit).long_groups != unit.long_groups;
    for (CameraNumber camera : net.runs.numbers()) {
        const Run& run = net.runs[camera];
        if (camera == number || !run.fed || !can_touch(net, mine, run, settings_changed)) continue;
        const RunAssessment now = assess_run(net, camera, context.under.options());
        if (!fails_by_itself(now)) continue;
        const CameraNumber then = camera_number(context.before, now.camera);
        if (then && fails_by_itself(assess_run(context.before, then, context.under.options())))
            continue;
        proposal.verdict = Verdict::fails;
        proposal.decisive = *now.decisive();
        proposal.harmed = now.camera;
        return;
    }
}

// The ports of a unit whose feed is not what it was: another cable, or the run's own.
By<PortNumber, bool> changed_ports(const ChooseContext& context, const Network& net,
                                   DeviceNumber device, const Run& run) {
    const Network& before = context.before;
    const DeviceNumber then = device_number(before, net.device(device).id);
    By<PortNumber, bool> changed(net.kind(device).ports.size(), true);
    for (PortNumber port : changed.numbers()) {
        const PortAt now_at{device, port}, then_at{then, port};
        const LinkNumber now_link = net.link_at(now_at), then_link = before.link_at(then_at);
        if (!now_link && !then_link) {
            changed[port] = false;
        } else if (now_link && then_link && !(run.source == now_at)) {
            const Link& now = *net.links[now_link].link;
            const Link& was = *before.links[then_link].link;
            changed[port] = !(now == was) || net.fed_by[run.camera] == now_at;
        }
    }
    return changed;
}

// The units that feed the run must not be made to fail by it.
void judge_units(const ChooseContext& context, const Network& net, const Run& run,
                 Proposal& proposal) {
    std::set<DeviceNumber> units;
    for (PortAt in : run.ins) {
        const DeviceNumber by = net.fed_by[in.device].device;
        if (by) units.insert(by);
    }
    for (DeviceNumber unit : units) {
        // An id may have been another unit's, which goes with the camera's old run.
        const std::string& id = net.device(unit).id;
        const UnitAssessment* was =
            context.staying.contains(id) ? context.unit_before(id) : nullptr;
        const UnitAssessment after =
            was ? assess_unit_change(net, unit, *was, changed_ports(context, net, unit, run),
                                     context.under.options())
                : assess_unit(net, unit, context.under.options());
        if (after.verdict != Verdict::fails) continue;
        if (run.source.device == unit) {
            if (auto refused = refusal(after, net.port(run.source).id)) {
                proposal.verdict = Verdict::fails;
                proposal.run.checks.push_back(*refused);
                proposal.decisive = std::move(*refused);
                return;
            }
        }
        for (const std::string& port : after.refused) {
            if (!was ||
                std::find(was->refused.begin(), was->refused.end(), port) != was->refused.end())
                continue;
            for (const PortAssessment& fed : after.ports) {
                if (fed.port != port || fed.camera.empty()) continue;
                proposal.verdict = Verdict::fails;
                proposal.decisive = refusal(after, port).value_or(proposal.decisive);
                proposal.harmed = fed.camera;
                return;
            }
        }
        if (was && was->verdict == Verdict::fails) continue;
        proposal.verdict = Verdict::fails;
        for (const Check& check : after.checks) {
            if (check.verdict == Verdict::fails) proposal.decisive = check;
        }
    }
}

template <class Item>
void compare(const std::vector<Item>& before, const std::vector<Item>& after,
             std::vector<std::string>& removed, std::vector<Item>& put) {
    std::unordered_map<std::string_view, const Item*> there;
    for (const Item& item : before) there[item.id] = &item;
    for (const Item& item : after) {
        const auto found = there.find(item.id);
        if (found == there.end() || !(*found->second == item)) put.push_back(item);
        if (found != there.end()) there.erase(found);
    }
    for (const Item& item : before) {
        if (there.contains(item.id)) removed.push_back(item.id);
    }
}

// Transceivers put into units that stay where the camera's run goes.
std::vector<std::string> modules_added(const ChooseContext& context, const Site& candidate) {
    std::vector<std::string> out;
    for (const Device& device : candidate.devices) {
        if (device.modules.empty() || !context.staying.contains(device.id)) continue;
        const auto& before = context.device(device.id).modules;
        for (const auto& [port, module] : device.modules) {
            const auto was = before.find(port);
            if (was == before.end() || was->second != module) out.push_back(module);
        }
    }
    return out;
}

// What serves this camera only, priced; a cable that lies in a pathway already has opened it.
void price(const ChooseContext& context, const Network& net, const Run& run, Proposal& proposal) {
    PartsOf of;
    of.open = context.open;
    of.modules = modules_added(context, *net.site);
    for (DeviceNumber number : net.kinds.numbers()) {
        const Device& device = net.device(number);
        const bool stays = context.staying.contains(device.id);
        if (number != run.camera && !stays) of.devices.push_back(number);
        if (stays && !device.place.empty() && plugs_into_mains(net.kind(number)))
            of.outlets.insert(device.place);
    }
    for (LinkNumber link : net.links.numbers()) {
        if (!context.staying.contains(net.links[link].link->id)) of.links.push_back(link);
    }
    proposal.cost = cost_of(net, of);
    proposal.parts = count_parts(net, of);
    // Off the way itself: an adapter at the camera fails as well.
    for (DeviceNumber device : of.devices) {
        const bool on_way = std::any_of(run.ins.begin(), run.ins.end(),
                                        [&](PortAt in) { return in.device == device; });
        proposal.can_fail += !on_way;
    }
}

}  // namespace

std::vector<std::string> kinds_along(const Network& net, const Run& run) {
    std::vector<std::string> along;
    for (std::size_t i = 0; i < run.links.size(); ++i) {
        const NetLink& link = net.links[run.links[i]];
        along.push_back(net.kind(run.outs[i].device).id);
        along.push_back(link.link->cable);
        if (net.long_setting_on(link.a) || net.long_setting_on(link.b)) along.back() += " long";
    }
    along.push_back(net.kind(run.camera).id);
    return along;
}

namespace {

void describe(const Network& net, const Run& run, Proposal& proposal) {
    for (std::size_t i = 0; i < run.links.size(); ++i) {
        const NetLink& link = net.links[run.links[i]];
        const bool line =
            !net.port(link.a).line.empty() && net.port(link.a).line == net.port(link.b).line;
        const bool long_reach = line || net.long_setting_on(link.a) || net.long_setting_on(link.b);
        proposal.build.push_back({link.medium(),
                                  long_reach && link.medium() == Medium::twisted_pair,
                                  link.length_m, net.kind(run.ins[i].device).category});
        proposal.can_fail += link.medium() == Medium::radio ? 1 : 2;
    }
    proposal.along = kinds_along(net, run);
    proposal.in_line = std::max(0, static_cast<int>(run.ins.size()) - 1);
    proposal.can_fail += proposal.in_line;
}

bool better(const Proposal& a, const Proposal& b) {
    if (a.verdict != b.verdict) return a.verdict < b.verdict;
    if (a.past_stated != b.past_stated) return b.past_stated;
    if (a.verdict == Verdict::fails) return worse(b.decisive, a.decisive);
    return a.cost.total() < b.cost.total();
}

}  // namespace

Site with_change(Site site, const SiteChange& change) {
    const auto drop = [](auto& items, const std::vector<std::string>& ids) {
        std::erase_if(items, [&](const auto& item) {
            return std::find(ids.begin(), ids.end(), item.id) != ids.end();
        });
    };
    drop(site.devices, change.removed_devices);
    drop(site.links, change.removed_links);
    const auto put = [](auto& items, const auto& changed) {
        for (const auto& item : changed) {
            const auto found = std::find_if(items.begin(), items.end(),
                                            [&](const auto& there) { return there.id == item.id; });
            if (found == items.end())
                items.push_back(item);
            else
                *found = item;
        }
    };
    put(site.devices, change.devices);
    put(site.links, change.links);
    return site;
}

namespace {

// All but what it changes.
Proposal judge(const ChooseContext& context, const Site& candidate) {
    Proposal proposal;
    proposal.built = true;
    const Network drawn = lay_out(candidate, context.catalogue, context.background);
    const CameraNumber number = camera_number(drawn, context.camera_id);
    if (!number) return cannot_build(Cannot::no_camera);
    // What is built and bought is as drawn; what is judged may have gone worse.
    std::optional<Network> worse;
    if (context.under.worse_than_designed())
        worse = lay_out_judged(candidate, context.catalogue, context.under, context.background);
    const Network& net = worse ? *worse : drawn;
    const Run& run = net.runs[number];
    proposal.run = assess_run(net, number, context.under.options());
    proposal.verdict = proposal.run.verdict;
    if (const Check* decisive = proposal.run.decisive()) proposal.decisive = *decisive;
    for (const Check& check : proposal.run.checks) {
        proposal.past_stated = proposal.past_stated || check.note == Note::past_stated_limit;
    }
    describe(drawn, drawn.runs[number], proposal);
    price(context, drawn, drawn.runs[number], proposal);
    if (run.fed && proposal.verdict != Verdict::fails) {
        judge_units(context, net, run, proposal);
        judge_neighbours(context, net, number, proposal);
    }
    return proposal;
}

// A link or unit that stays where the camera's run goes: "L12 from SW1 to SW6", "SW6".
std::string what_decides(const ChooseContext& context, const std::string& subject) {
    if (!context.staying.contains(subject) || subject == context.camera_id) return "";
    if (const Link* link = find_link(context.cleared, subject))
        return link->id + " from " + link->a.device + " to " + link->b.device;
    return find_device(context.cleared, subject) ? subject : "";
}

void note_change(const ChooseContext& context, const Site& candidate, SiteChange& change) {
    compare(context.part.devices, candidate.devices, change.removed_devices, change.devices);
    compare(context.part.links, candidate.links, change.removed_links, change.links);
}

}  // namespace

namespace {

Proposal not_sound(Error why) {
    Proposal proposal = cannot_build(Cannot::not_sound);
    proposal.unsound = std::move(why);
    return proposal;
}

// What the gate would say of the site with this change. The site is sound as it is, so only the
// part at hand is looked through, and what the change could touch outside it: ids and ports.
std::optional<Error> not_let_through(const ChooseContext& context, const Site& candidate,
                                     const SiteChange& change) {
    std::vector<Error> problems = find_problems(candidate, context.catalogue);
    if (!problems.empty()) return std::move(problems.front());
    const auto there = [](const auto& items, const std::string& id) {
        return std::any_of(items.begin(), items.end(),
                           [&](const auto& item) { return item.id == id; });
    };
    for (const Device& device : change.devices) {
        if (!there(context.part.devices, device.id) && context.staying.contains(device.id))
            return Error{ErrorCode::duplicate_id, "devices/" + device.id, device.id, ""};
    }
    for (const Link& link : change.links) {
        const bool of_part = there(context.part.links, link.id);
        if (!of_part && context.staying.contains(link.id))
            return Error{ErrorCode::duplicate_id, "links/" + link.id, link.id, ""};
        for (const LinkEnd* end : {&link.a, &link.b}) {
            const std::string outside = context.link_outside(end->device, end->port);
            if (!outside.empty())
                return Error{ErrorCode::port_in_use, "links/" + link.id,
                             end->device + "." + end->port, outside};
        }
    }
    return std::nullopt;
}

// Whether anything that others hang on, beside the camera itself, becomes another. A transceiver
// put into an empty slot changes nothing for them.
bool others_changed(const Site& site, const SiteChange& change, const std::string& camera) {
    if (!change.removed_devices.empty() || !change.removed_links.empty()) return true;
    const auto links_on = [&](const std::string& device) {
        return std::count_if(site.links.begin(), site.links.end(), [&](const Link& link) {
            return link.a.device == device || link.b.device == device;
        });
    };
    for (const Device& device : change.devices) {
        const Device* before = find_device(site, device.id);
        if (!before || device.id == camera || links_on(device.id) < 2) continue;
        Device alike = device;
        alike.modules = before->modules;
        if (!(alike == *before)) return true;
    }
    return std::any_of(change.links.begin(), change.links.end(),
                       [&](const Link& link) { return find_link(site, link.id) != nullptr; });
}

// A proposal that was chosen, with what it changes; the gate that its use will pass is asked first.
Proposal finished(const ChooseContext& context, const Site& candidate, Proposal proposal) {
    if (!proposal.built) return proposal;
    note_change(context, candidate, proposal.change);
    proposal.changes_others = others_changed(context.cleared, proposal.change, context.camera_id);
    if (proposal.verdict != Verdict::holds && proposal.harmed.empty())
        proposal.leans_on = what_decides(context, proposal.decisive.subject);
    if (std::optional<Error> wrong = not_let_through(context, candidate, proposal.change))
        return not_sound(std::move(*wrong));
    return proposal;
}

}  // namespace

Proposal judge_draft(const ChooseContext& context, Site candidate) {
    return finished(context, candidate, judge(context, candidate));
}

namespace {

// The best of the candidates whose site the gate would let through.
Proposal choose(const ChooseContext& context, const std::vector<Draft>& candidates, bool by_price) {
    std::optional<Error> unsound;
    std::vector<bool> refused(candidates.size(), false);
    for (;;) {
        std::optional<Proposal> best;
        std::size_t chosen = 0;
        for (std::size_t i = 0; i < candidates.size(); ++i) {
            if (refused[i]) continue;
            Proposal proposal = judge(context, candidates[i].site);
            if (best && !better(proposal, *best)) continue;
            best = std::move(proposal);
            chosen = i;
            if (by_price && best->verdict == Verdict::holds) break;
        }
        if (!best) return unsound ? not_sound(std::move(*unsound)) : cannot_build(Cannot::no_cable);
        Proposal done = finished(context, candidates[chosen].site, std::move(*best));
        if (done.cannot != Cannot::not_sound) return done;
        refused[chosen] = true;
        if (!unsound) unsound = std::move(done.unsound);
    }
}

}  // namespace

Proposal best_of(const ChooseContext& context, std::vector<Draft> candidates) {
    return choose(context, candidates, false);
}

Proposal first_good(const ChooseContext& context, std::vector<Draft> candidates) {
    return choose(context, candidates, true);
}

}  // namespace ovant
