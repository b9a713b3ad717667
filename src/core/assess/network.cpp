// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/network.h"

#include <algorithm>
#include <unordered_map>

#include "core/assess/bundles.h"
#include "core/route/route.h"

namespace ovant {

OVANT_VALUE_MADE(Run);
namespace {

const Kind& nothing() {
    static const Kind kind;
    return kind;
}

PortNumber port_number(const Kind& kind, const std::string& id) {
    for (PortNumber port : kind.ports.numbers()) {
        if (kind.ports[port].id == id) return port;
    }
    return {};
}

bool carries_data(const PortKind& port) { return port.medium != Medium::dc; }

// Where a channel that enters a combiner goes on. Other units have no channels.
PortNumber across_lanes(const Kind& kind, PortNumber from, std::string& lane) {
    if (kind.category != Category::combiner) return {};
    const PortKind& entered = kind.ports[from];
    for (PortNumber number : kind.ports.numbers()) {
        const PortKind& port = kind.ports[number];
        if (!entered.lane.empty() && port.lane.empty()) {
            lane = entered.lane;
            return number;
        }
        if (entered.lane.empty() && !port.lane.empty() && port.lane == lane) {
            lane.clear();
            return number;
        }
    }
    return {};
}

// Data's way through a unit that no recorder is behind, entered at `from`.
PortNumber onward_port(const Kind& kind, PortNumber from) {
    const PortKind& entered = kind.ports[from];
    for (PortNumber number : kind.ports.numbers()) {
        const PortKind& port = kind.ports[number];
        if (number == from || !carries_data(port)) continue;
        if (entered.role == PortRole::pass && port.role == PortRole::pass) return number;
        if (entered.role == PortRole::pse && port.role == PortRole::pd) return number;
    }
    return {};
}

// Marks for every unit the port that leads towards the recorder, from the recorders outwards; a
// part of the site without one starts from a unit at the head end, else from one that feeds.
class Towards {
public:
    explicit Towards(Network& net) : net_(net), seen_(net.kinds.size(), false) {
        net.towards.assign(net.kinds.size(), {});
    }
    void mark() {
        start_from(
            [&](DeviceNumber device) { return net_.kind(device).category == Category::recorder; });
        start_from([&](DeviceNumber device) {
            return is_source(net_.kind(device)) && net_.at_head_end(device);
        });
        start_from([&](DeviceNumber device) { return is_source(net_.kind(device)); });
    }

private:
    template <class Is>
    void start_from(Is is_root) {
        for (DeviceNumber device : net_.kinds.numbers()) {
            if (!seen_[device] && is_root(device)) enter(device, {});
        }
        for (std::size_t next = 0; next < queue_.size(); ++next) spread(queue_[next]);
        queue_.clear();
    }
    void enter(DeviceNumber device, PortNumber by) {
        seen_[device] = true;
        net_.towards[device] = by;
        if (!ends_a_run(net_.kind(device))) queue_.push_back(device);
    }
    void spread(DeviceNumber device) {
        const auto& links = net_.link_on[device];
        for (PortNumber port : links.numbers()) {
            if (!links[port] || !carries_data(net_.kind(device).ports[port])) continue;
            PortAt at = net_.across({device, port});
            std::string lane;
            for (std::size_t steps = 0;
                 at.device && net_.kind(at.device).category == Category::combiner &&
                 steps < net_.links.size();
                 ++steps) {
                const PortNumber out = across_lanes(net_.kind(at.device), at.port, lane);
                at = out ? net_.across({at.device, out}) : PortAt{};
            }
            if (at.device && !seen_[at.device] && carries_data(net_.port(at))) {
                enter(at.device, at.port);
            }
        }
    }

    Network& net_;
    By<DeviceNumber, bool> seen_;
    std::vector<DeviceNumber> queue_;
};

// Marks every unit that a source reaches with the port at the root of its feed.
class Feeding {
public:
    explicit Feeding(Network& net) : net_(net) {
        net.fed_by.assign(net.kinds.size(), {});
        net.fed_from.assign(net.kinds.size(), {});
        net.fed_at.assign(net.kinds.size(), {});
        net.feed_is_off.assign(net.kinds.size(), false);
    }
    // Where two feeds meet at one load the one that its kind names carries it, else the one of more
    // volts, whichever stands first in the file; of equal ones that of the first id.
    void mark() {
        std::vector<DeviceNumber> sources;
        for (DeviceNumber device : net_.kinds.numbers()) {
            if (is_source(net_.kind(device))) sources.push_back(device);
        }
        std::stable_sort(sources.begin(), sources.end(), [&](DeviceNumber a, DeviceNumber b) {
            if (volts_of(a) != volts_of(b)) return volts_of(a) > volts_of(b);
            return net_.device(a).id < net_.device(b).id;
        });
        for (DeviceNumber device : sources) leave(device, {}, false);
        std::stable_sort(net_.standby_feeds.begin(), net_.standby_feeds.end(),
                         [&](const StandbyFeed& a, const StandbyFeed& b) {
                             return a.device != b.device ? a.device < b.device : goes_before(a, b);
                         });
    }

private:
    void leave(DeviceNumber device, PortAt root, bool off) {
        const Kind& kind = net_.kind(device);
        for (PortNumber port : kind.ports.numbers()) {
            const PortAt out{device, port};
            if (kind.ports[port].role != PortRole::pse || !net_.link_at(out)) continue;
            follow(out, root ? root : out, off);
        }
    }
    void follow(PortAt out, PortAt root, bool off) {
        const PortAt from = out;
        std::string lane;
        for (std::size_t steps = 0; steps <= net_.links.size(); ++steps) {
            off = off || net_.power_off(out);
            const PortAt in = net_.across(out);
            if (!in.device) return;
            const PortRole role = net_.port(in).role;
            if (role != PortRole::pd && role != PortRole::pass) return;
            const bool is_fed =
                net_.fed_by[in.device] && net_.kind(in.device).category != Category::combiner;
            if (is_fed && (off || role != PortRole::pd || net_.power_off(in))) return;
            if (is_fed) return meet({in.device, root, from, in.port});
            off = off || net_.power_off(in);
            if (off) {
                net_.feed_is_off[in.device] = true;
            } else {
                carry({in.device, root, from, in.port});
            }
            if (role == PortRole::pd) {
                if (net_.kind(in.device).supply && !is_source(net_.kind(in.device)))
                    leave(in.device, root, off);
                return;
            }
            out = {in.device, passed_on_at(net_.kind(in.device), in.port, lane)};
            if (!out.port) return;
        }
    }

    double volts_of(DeviceNumber device) const {
        const auto& supply = net_.kind(device).supply;
        return supply ? supply->nominal_v : 0;
    }
    void carry(const StandbyFeed& feed) {
        net_.fed_by[feed.device] = feed.root;
        net_.fed_from[feed.device] = feed.from;
        net_.fed_at[feed.device] = feed.at;
    }
    // Of two feeds at one load.
    bool goes_before(const StandbyFeed& a, const StandbyFeed& b) const {
        const Kind& kind = net_.kind(a.device);
        const auto named = [&](const StandbyFeed& feed) {
            if (!kind.camera || kind.camera->first_input == FirstInput::most_volts) return true;
            const bool poe = kind.ports[feed.at].power == PowerKind::poe;
            return poe == (kind.camera->first_input == FirstInput::poe);
        };
        if (named(a) != named(b)) return named(a);
        return volts_of(a.from.device) > volts_of(b.from.device);
    }
    // A second feed comes to a unit. What feeds others stays on the first: they hang on that.
    void meet(StandbyFeed feed) {
        StandbyFeed first{feed.device, net_.fed_by[feed.device], net_.fed_from[feed.device],
                          net_.fed_at[feed.device]};
        if (first.at == feed.at) return;
        if (!net_.kind(feed.device).supply && goes_before(feed, first)) {
            carry(feed);
            feed = first;
        }
        net_.standby_feeds.push_back(feed);
    }

    Network& net_;
};

Run walk(const Network& net, DeviceNumber camera) {
    Run run;
    run.camera = camera;
    run.source = net.fed_by[camera];
    run.fed = bool(run.source);
    run.power_off = !run.fed && net.feed_is_off[camera];
    PortAt here{camera, {}};
    const Kind& kind = net.kind(camera);
    for (PortNumber port : kind.ports.numbers()) {
        if (carries_data(kind.ports[port])) here.port = port;
    }
    if (!here || !net.link_at(here)) return run;
    run.connected = true;
    std::string lane;
    while (run.links.size() <= net.links.size() && here.port) {
        const LinkNumber link = net.link_at(here);
        if (!link) break;
        const PortAt out = net.across(here);
        run.links.push_back(link);
        run.ins.push_back(here);
        run.outs.push_back(out);
        run.length_m += net.links[link].length_m;
        const Kind& unit = net.kind(out.device);
        const PortNumber towards = onward_to_recorder(net, out);
        // The head end's own patching is no part of a run.
        if (plugs_into_mains(unit) && (!towards || net.at_head_end(out.device))) break;
        PortNumber next = across_lanes(unit, out.port, lane);
        if (!next) next = towards && towards != out.port ? towards : onward_port(unit, out.port);
        here = {out.device, next};
    }
    std::reverse(run.links.begin(), run.links.end());
    std::reverse(run.ins.begin(), run.ins.end());
    std::reverse(run.outs.begin(), run.outs.end());
    return run;
}

// Adds a camera's rate to every link between it and the recorder, and notes those of the head end.
// Of a load without a picture nothing goes into a recorder.
void add_load(Network& net, Run& run, double rate_mbps) {
    const bool recorded = has_picture(net.kind(run.camera));
    const auto load = [&](LinkNumber link) {
        net.links[link].load_mbps += rate_mbps;
        if (!recorded) net.links[link].unrecorded_mbps += rate_mbps;
    };
    for (LinkNumber link : run.links) load(link);
    if (run.outs.empty()) return;
    PortAt at = run.outs.front();
    for (std::size_t steps = 0; steps < net.links.size(); ++steps) {
        const PortNumber port = onward_to_recorder(net, at);
        const LinkNumber link = port ? net.link_at({at.device, port}) : LinkNumber{};
        run.root = at.device;
        if (!link) return;
        const PortAt next = net.across({at.device, port});
        if (!recorded && net.kind(next.device).category == Category::recorder) return;
        load(link);
        run.upstream.push_back(link);
        at = next;
    }
}

// Follows every feed that is always on through what passes power on: a passive one from its port,
// PoE from behind the first repeater, which asked for it and then passes it on unasked.
void find_passive_ends(Network& net) {
    for (DeviceNumber device : net.kinds.numbers()) {
        const Kind& kind = net.kind(device);
        for (PortNumber port : kind.ports.numbers()) {
            const PortAt from{device, port};
            if (kind.ports[port].role != PortRole::pse) continue;
            const bool passive = kind.ports[port].power == PowerKind::passive;
            PassiveEnd end{from, {}, {}, {}};
            std::string lane;
            PortAt out = from;
            while (out.port && net.link_at(out) && !net.power_off(out) &&
                   end.links.size() <= net.links.size()) {
                const PortAt in = net.across(out);
                if (!carries_power(net.links[net.link_at(out)].medium())) break;
                end.links.push_back(net.link_at(out));
                end.at = in;
                if (net.port(in).role != PortRole::pass || net.power_off(in)) break;
                out = {in.device, passed_on_at(net.kind(in.device), in.port, lane)};
                const auto& in_line = net.kind(in.device).in_line;
                if (in_line && in_line->own_draw_w > 0) end.passed_by = out;
            }
            if (!end.at || net.port(end.at).role == PortRole::pass) continue;
            const PortKind& at = net.port(end.at);
            const bool meant = at.role == PortRole::pd && at.power == PowerKind::poe;
            if (passive || (end.passed_by && !meant)) net.passive_ends.push_back(std::move(end));
        }
    }
}

}  // namespace

PortNumber onward_to_recorder(const Network& net, PortAt entered) {
    const Kind& unit = net.kind(entered.device);
    if (unit.category == Category::injector && !net.port(entered).lane.empty()) {
        for (PortNumber port : unit.ports.numbers()) {
            if (unit.ports[port].role == PortRole::data &&
                unit.ports[port].lane == net.port(entered).lane)
                return port;
        }
    }
    return net.towards[entered.device];
}

bool pictures_arrive(const Network& net, const Run& run) {
    if (!run.connected || !run.root) return false;
    const Kind& end = net.kind(run.root);
    if (!has_picture(net.kind(run.camera))) {
        // One cable from the recorder, or where the head end is.
        const PortNumber on = net.towards[run.root];
        if (end.category == Category::recorder || (on && net.link_at({run.root, on}))) return true;
        return net.has_head_end ? net.at_head_end(run.root)
                                : plugs_into_mains(end) || is_source(end);
    }
    if (net.has_recorder) return end.category == Category::recorder;
    return net.has_head_end ? net.at_head_end(run.root) : plugs_into_mains(end) || is_source(end);
}

std::set<DeviceNumber> off_plan(const Network& net) {
    std::set<DeviceNumber> off;
    for (DeviceNumber camera : net.cameras) {
        if (net.device(camera).stated_run_m > 0) off.insert(camera);
    }
    if (off.empty()) return off;
    for (const Run& run : net.runs) {
        if (!off.contains(run.camera)) continue;
        for (const auto* ends : {&run.ins, &run.outs}) {
            for (PortAt end : *ends) {
                if (net.device(end.device).place.empty()) off.insert(end.device);
            }
        }
    }
    return off;
}

std::vector<DeviceNumber> way_of_pictures(const Network& net, const Run& run) {
    std::vector<DeviceNumber> out;
    for (PortAt one : run.outs) out.push_back(one.device);
    for (LinkNumber link : run.upstream) {
        out.push_back(net.links[link].a.device);
        out.push_back(net.links[link].b.device);
    }
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

bool lives_on_a_feed(const Kind& kind) {
    if (kind.camera || plugs_into_mains(kind) || is_source(kind)) return false;
    return kind.draw_w > 0 || kind.supply || (kind.in_line && kind.in_line->own_draw_w > 0);
}

bool carries_power(Medium medium) {
    return medium == Medium::twisted_pair || medium == Medium::composite ||
           medium == Medium::coax || medium == Medium::dc;
}

double service_loops_m(const Settings& settings, const Link& link, const Kind& cable) {
    const Medium medium = cable.cable ? cable.cable->medium : Medium::radio;
    const bool laid_anew = medium != Medium::radio && medium != Medium::mains_wiring &&
                           !cable.cable->cord && link.existing.empty() && !link.measured_length_m;
    return laid_anew ? 2 * settings.service_loop_m : 0;
}

double channel_cords_m(const Link& link) {
    const int protectors = !link.a.protector.empty() + !link.b.protector.empty();
    return link.cords_m + protectors * protector_cord_m;
}

int channel_joints(const Link& link) {
    // A protector has two sockets.
    return (link.cords_m > 0 ? 2 : 0) + 2 * (!link.a.protector.empty() + !link.b.protector.empty());
}

PortAt Network::across(PortAt at) const {
    const LinkNumber link = link_at(at);
    if (!link) return {};
    const NetLink& found = links[link];
    return found.a == at ? found.b : found.a;
}

const Place* Network::place_of(DeviceNumber number) const {
    const std::string& id = device(number).place;
    return id.empty() ? nullptr : find_place(*site, id);
}

bool Network::at_head_end(DeviceNumber number) const {
    const Place* place = place_of(number);
    return place && place->head_end;
}

bool Network::power_off(PortAt at) const {
    const auto& off = device(at.device).power_off_ports;
    return !off.empty() && off.contains(port(at).id);
}

bool Network::long_setting_on(PortAt at) const {
    const Kind& unit = kind(at.device);
    const auto& groups = device(at.device).long_groups;
    return unit.supply && unit.supply->long_setting && !groups.empty() && port(at).group > 0 &&
           groups.contains(port(at).group);
}

bool ends_a_run(const Device& device, const Catalogue& catalogue) {
    const Kind* kind = catalogue.find(device.kind);
    return kind && ends_a_run(*kind);
}

CameraDraw camera_draw(const Device& device, const Kind& kind) {
    if (device.camera && device.camera->draw) return *device.camera->draw;
    return kind.camera ? kind.camera->draw : CameraDraw{};
}

Picture camera_picture(const Device& device, const Kind& kind) {
    if (device.camera && device.camera->picture) return *device.camera->picture;
    return kind.camera ? kind.camera->picture : Picture{};
}

double camera_bit_rate_mbps(const Device& device, const Kind& kind, Working* working) {
    if (device.camera && device.camera->bit_rate_mbps) return *device.camera->bit_rate_mbps;
    if (!kind.camera) return 0;
    if (device.camera && device.camera->picture)
        return picture_bit_rate_mbps(*device.camera->picture, working);
    if (kind.camera->bit_rate_mbps) return *kind.camera->bit_rate_mbps;
    return picture_bit_rate_mbps(kind.camera->picture, working);
}

PortNumber passed_on_at(const Kind& kind, PortNumber from, std::string& lane) {
    if (kind.category == Category::combiner) return across_lanes(kind, from, lane);
    if (kind.ports[from].role != PortRole::pass) return {};
    for (PortNumber port : kind.ports.numbers()) {
        if (port != from && kind.ports[port].role == PortRole::pass) return port;
    }
    return {};
}

namespace {

using DeviceNumbers = std::unordered_map<std::string_view, DeviceNumber>;

// A radio as it stands there, with the antenna that is joined to it; null where it has its own.
std::shared_ptr<const Kind> with_antenna(const Device& device, const Kind& kind,
                                         const Catalogue& catalogue) {
    const Kind* antenna = device.antenna.empty() ? nullptr : catalogue.find(device.antenna);
    if (!antenna || !takes_antenna(kind, *antenna)) return nullptr;
    auto out = std::make_shared<Kind>(kind);
    out->radio->antenna_dbi = antenna->antenna->gain_dbi - device.feeder_loss_db;
    out->radio->antenna_beam_deg = antenna->antenna->beam_deg;
    return out;
}

DeviceNumbers add_devices(Network& net) {
    const Site& site = *net.site;
    DeviceNumbers numbers;
    numbers.reserve(site.devices.size());
    std::unordered_map<std::string_view, Surroundings> place_surroundings;
    for (const Place& place : site.places) place_surroundings[place.id] = place.surroundings;
    for (const Device& device : site.devices) {
        const DeviceNumber number = net.kinds.next();
        const Kind* kind = net.catalogue->find(device.kind);
        net.kinds.push_back(kind ? kind : &nothing());
        if (auto fitted = with_antenna(device, *net.kinds.back(), *net.catalogue)) {
            net.kinds.back() = fitted.get();
            net.fitted.push_back(std::move(fitted));
        }
        const auto place = place_surroundings.find(device.place);
        net.surroundings.push_back(device.surroundings                 ? *device.surroundings
                                   : place != place_surroundings.end() ? place->second
                                                                       : Surroundings::outdoor);
        net.link_on.emplace_back(net.kinds.back()->ports.size());
        net.use_on.emplace_back(net.kinds.back()->ports.size());
        numbers[device.id] = number;
        if (ends_a_run(*net.kinds.back())) net.cameras.push_back(number);
    }
    return numbers;
}

double laid_length_m(const Site& site, const NetLink& laid, const Device& end_a,
                     const Device& end_b) {
    if (laid.medium() == Medium::radio) return distance_m(end_a.at, end_b.at);
    if (laid.link->measured_length_m) return *laid.link->measured_length_m;
    return (drawn_length_m(site, *laid.link, end_a.at, end_b.at) +
            service_loops_m(site.settings, *laid.link, *laid.cable)) *
           (1 + site.settings.tolerances.length_share);
}

// A link whose end or cable is not there, or whose port is taken, is left out.
void add_link(Network& net, const DeviceNumbers& numbers, const Link& link) {
    const auto a = numbers.find(link.a.device);
    const auto b = numbers.find(link.b.device);
    const Kind* cable = net.catalogue->find(link.cable);
    if (a == numbers.end() || b == numbers.end() || !cable || !cable->cable) return;
    NetLink laid;
    laid.link = &link;
    laid.cable = cable;
    laid.a = {a->second, port_number(net.kind(a->second), link.a.port)};
    laid.b = {b->second, port_number(net.kind(b->second), link.b.port)};
    if (!laid.a || !laid.b) return;
    if (net.link_at(laid.a) || net.link_at(laid.b)) return;
    const Site& site = *net.site;
    const Device& end_a = net.device(laid.a.device);
    const Device& end_b = net.device(laid.b.device);
    laid.length_m = laid_length_m(site, laid, end_a, end_b);
    const Laying lies = laying_of(site, link, end_a, end_b, laid.medium());
    laid.surroundings = lies.surroundings;
    laid.in_ground = lies.in_ground;
    laid.dug_m = lies.dug_m;
    for (PortAt end : {laid.a, laid.b}) net.link_on[end.device][end.port] = net.links.next();
    net.links.push_back(laid);
}

void add_runs(Network& net) {
    for (DeviceNumber camera : net.cameras) {
        net.runs.push_back(walk(net, camera));
        if (net.runs.back().fed) {
            const PortAt port = net.runs.back().source;
            Network::PortUse& use = net.use_on[port.device][port.port];
            if (use.cameras++ == 0) use.first_camera = camera;
        }
        net.bit_rate_mbps.push_back(camera_bit_rate_mbps(net.device(camera), net.kind(camera)));
    }
    for (CameraNumber camera : net.runs.numbers())
        add_load(net, net.runs[camera], net.bit_rate_mbps[camera]);
}

}  // namespace

Network lay_out(const Site& site, const Catalogue& catalogue, const BackgroundLoad& background) {
    Network net;
    net.site = &site;
    net.catalogue = &catalogue;
    const DeviceNumbers numbers = add_devices(net);
    for (const Link& link : site.links) add_link(net, numbers, link);
    for (const Kind* kind : net.kinds) {
        if (kind->category == Category::recorder) net.has_recorder = true;
    }
    net.has_head_end = head_end_of(site) != nullptr;
    net.shared = shared_use(site, catalogue);
    Towards(net).mark();
    Feeding(net).mark();
    add_runs(net);
    find_passive_ends(net);
    warm_bundles(net);
    for (const auto& [id, load_mbps] : background) {
        for (NetLink& link : net.links) {
            if (link.link->id == id) link.load_mbps += load_mbps;
        }
    }
    return net;
}

Network lay_out(std::shared_ptr<const Site> site, std::shared_ptr<const Catalogue> catalogue,
                const BackgroundLoad& background) {
    Network net = lay_out(*site, *catalogue, background);
    net.shared_site = std::move(site);
    net.shared_catalogue = std::move(catalogue);
    return net;
}

CameraNumber find_camera(const Network& net, std::string_view id) {
    for (CameraNumber number : net.cameras.numbers()) {
        if (net.device(net.cameras[number]).id == id) return number;
    }
    return {};
}

}  // namespace ovant
