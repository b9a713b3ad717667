// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/faults.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/assess/bundles.h"
#include "core/assess/port_feed.h"
#include "core/assess/radio_path.h"
#include "core/physics/conductor.h"
#include "core/site/site_enum_names.h"

namespace ovant {
namespace {

constexpr double thinnest_more_awg = 5;

template <class T>
void add_once(std::vector<T>& list, T item) {
    if (item && std::find(list.begin(), list.end(), item) == list.end()) list.push_back(item);
}

void add_link(const Network& net, RunParts& parts, LinkNumber number) {
    if (!number) return;
    add_once(parts.links, number);
    add_once(parts.devices, net.links[number].a.device);
    add_once(parts.devices, net.links[number].b.device);
}

// The cables of the feed of a unit, from it back to the source, through regenerating units.
void add_feed(const Network& net, RunParts& parts, DeviceNumber unit) {
    if (!net.fed_by[unit]) return;
    const std::vector<PortFeed> feeds = solve_port(net, net.fed_by[unit], Condition::day);
    std::set<const PortFeed*> passed;
    for (bool found = true; found;) {
        found = false;
        for (const PortFeed& feed : feeds) {
            for (std::size_t node = 1; node < feed.nodes.size() && !found; ++node) {
                if (feed.points[node].device != unit || !passed.insert(&feed).second) continue;
                found = true;
                for (std::size_t at = node; at != 0;
                     at = static_cast<std::size_t>(feed.nodes[at].parent))
                    add_link(net, parts, feed.points[at].link);
                unit = feed.port.device;
            }
            if (found) break;
        }
    }
    add_once(parts.devices, net.fed_by[unit].device);
}

}  // namespace

const std::vector<FaultFacts>& all_faults() {
    using K = FaultKind;
    // How often each is met, common practice: none half of the time, then what hands do.
    static const std::vector<FaultFacts> table{
        {K::none, 20},
        {K::copper_clad, 2},
        {K::thinner, 1, Unit::none, 0.5, thinnest_more_awg},
        {K::longer, 2, Unit::metre, 5, 150},
        {K::pair_open, 1},
        {K::conductor_open, 2},
        {K::bad_joint, 3, Unit::ohm, 2, 200},
        {K::cord_in_run, 1, Unit::metre, 5, 60},
        {K::other_port, 2},
        {K::low_volts, 1, Unit::percent, 8, 40},
        {K::draws_more, 1, Unit::percent, 20, 150},
        {K::infrared_on, 1},
        {K::wrong_setting, 2},
        {K::units_swapped, 1},
        {K::extra_unit, 0.5},
        {K::wrong_alternative, 1},
        {K::crossed, 1},
        {K::light_lost, 3, Unit::decibel, 2, 30},
        {K::wrong_optic, 1},
        {K::radio_turned, 2, Unit::none, 5, 90},
        {K::radio_hidden, 2, Unit::decibel, 5, 40},
        {K::interference, 2, Unit::decibel, 3, 30},
        {K::water, 1, Unit::percent, 20, 200},
    };
    return table;
}

double history_factor(FaultKind kind, Since since) {
    using enum FaultKind;
    switch (since) {
        case Since::not_said: return 1;
        case Since::rain:
            return kind == water ? 8 : kind == bad_joint || kind == conductor_open ? 4 : 1;
        case Since::outage: return kind == wrong_setting || kind == low_volts ? 5 : 1;
        case Since::bench:
            return kind == draws_more || kind == low_volts || kind == infrared_on ||
                           kind == wrong_optic
                       ? 0.2
                       : 1;
    }
    return 1;
}

std::string_view id_of(FaultKind kind) { return name_of(kind); }

const FaultFacts& facts_of(FaultKind kind) {
    const auto& table = all_faults();
    return *std::find_if(table.begin(), table.end(),
                         [&](const FaultFacts& facts) { return facts.kind == kind; });
}

RunParts parts_of_run(const Network& net, CameraNumber camera) {
    RunParts parts;
    const Run& run = net.runs[camera];
    add_once(parts.devices, run.camera);
    for (LinkNumber number : run.links) add_link(net, parts, number);
    for (LinkNumber number : run.upstream) add_link(net, parts, number);
    add_feed(net, parts, run.camera);
    return parts;
}

Site site_of_run(const Network& net, CameraNumber camera, const std::vector<CameraNumber>& beside) {
    const Site& whole = *net.site;
    // Whatever hangs on the same feeds as a part of the run moves its volts.
    RunParts parts = parts_of_run(net, camera);
    for (CameraNumber other : beside) {
        for (DeviceNumber device : parts_of_run(net, other).devices)
            add_once(parts.devices, device);
    }
    for (std::size_t i = 0; i < parts.devices.size(); ++i) {
        const PortAt root = net.fed_by[parts.devices[i]];
        if (!root) continue;
        add_once(parts.devices, root.device);
        for (DeviceNumber number : net.kinds.numbers()) {
            if (net.fed_by[number] == root) add_once(parts.devices, number);
        }
    }
    Site out;
    out.name = whole.name;
    out.settings = whole.settings;
    out.places = whole.places;
    out.pathways = whole.pathways;
    out.existing = whole.existing;
    out.obstacles = whole.obstacles;
    out.instruments = whole.instruments;
    out.kinds = whole.kinds;
    std::set<std::string> kept;
    for (DeviceNumber number : net.kinds.numbers()) {
        if (std::find(parts.devices.begin(), parts.devices.end(), number) == parts.devices.end())
            continue;
        out.devices.push_back(net.device(number));
        kept.insert(net.device(number).id);
    }
    for (const Link& link : whole.links) {
        if (kept.contains(link.a.device) && kept.contains(link.b.device)) out.links.push_back(link);
    }
    out.lies_beside = lies_beside(net, out);
    return out;
}

namespace {

// What makes two ports different for what is plugged in.
bool alike(const Network& net, PortAt a, PortAt b) {
    const PortKind& x = net.port(a);
    const PortKind& y = net.port(b);
    return x.role == y.role && x.poe_class == y.poe_class && x.limit_w == y.limit_w &&
           x.rate_mbps == y.rate_mbps && x.pairs == y.pairs && x.power == y.power &&
           x.line == y.line && net.long_setting_on(a) == net.long_setting_on(b) &&
           net.power_off(a) == net.power_off(b);
}

// Nothing that is read tells which of the two is where.
bool same_in_line(const InlineFacts& a, const InlineFacts& b) {
    return a.own_draw_w == b.own_draw_w && a.series_ohm == b.series_ohm &&
           a.hop_reach_m == b.hop_reach_m && a.hop_rate_mbps == b.hop_rate_mbps;
}

constexpr std::size_t most_pairs = 4;

// The faults of a run, added one subject after the other.
class Possible {
public:
    Possible(const Network& net, CameraNumber camera)
        : net_(net), camera_(net.runs[camera].camera), parts_(parts_of_run(net, camera)) {}

    std::vector<Fault> make() {
        out_.push_back({});
        for (LinkNumber number : parts_.links) of_link(net_.links[number]);
        for (DeviceNumber number : parts_.devices) of_device(number);
        of_camera();
        swaps();
        return std::move(out_);
    }

private:
    void add(FaultKind kind, const std::string& at, const std::string& to = "") {
        out_.push_back({kind, at, to, facts_of(kind).least});
    }
    // In one pair: which is told apart as soon as readings name pairs, of those or another.
    void add_in_pair(FaultKind kind, const std::string& id) {
        std::set<std::string> pairs;
        for (const Reading& reading : net_.site->readings) {
            if (reading.subject == id && !reading.pair.empty() && pairs.size() < most_pairs)
                pairs.insert(reading.pair);
        }
        for (const std::string& pair : pairs) add(kind, id, pair);
        if (pairs.size() < most_pairs) add(kind, id, pairs.empty() ? "" : another_pair);
        // Which pair it is decides whether anything links: told apart where somebody looked.
        const bool looked =
            std::any_of(net_.site->readings.begin(), net_.site->readings.end(),
                        [](const Reading& reading) { return reading.of == ReadingOf::symptom; });
        if (looked && kind != FaultKind::bad_joint) add(kind, id, pair_with_data);
    }
    int pairs_fed(const NetLink& link) const {
        for (PortAt end : {link.a, link.b}) {
            const PortAt root = net_.fed_by[end.device];
            if (root) return poe_pairs(net_, root);
        }
        return 0;
    }
    void of_link(const NetLink& link) {
        const std::string& id = link.link->id;
        switch (link.medium()) {
            case Medium::twisted_pair: of_twisted_pair(link, id); break;
            case Medium::coax:
            case Medium::mains_wiring:
                add(FaultKind::longer, id);
                add(FaultKind::bad_joint, id);
                add(FaultKind::water, id);
                break;
            case Medium::dc:
                add(FaultKind::thinner, id);
                add(FaultKind::longer, id);
                add(FaultKind::bad_joint, id);
                add(FaultKind::crossed, id);
                break;
            case Medium::composite:
                add(FaultKind::longer, id);
                add(FaultKind::bad_joint, id);
                [[fallthrough]];
            case Medium::fibre:
                add(FaultKind::light_lost, id);
                add(FaultKind::crossed, id);
                break;
            case Medium::radio:
                add(FaultKind::radio_turned, id);
                add(FaultKind::radio_hidden, id);
                add(FaultKind::interference, id);
                break;
        }
    }
    void of_twisted_pair(const NetLink& link, const std::string& id) {
        if (link.cable->cable->conductor.material == ConductorMaterial::copper)
            add(FaultKind::copper_clad, id);
        add(FaultKind::thinner, id);
        add(FaultKind::longer, id);
        if (pairs_fed(link) > 0) {
            add_in_pair(FaultKind::pair_open, id);
            add_in_pair(FaultKind::conductor_open, id);
        }
        add_in_pair(FaultKind::bad_joint, id);
        add(FaultKind::cord_in_run, id);
        add(FaultKind::water, id);
        for (PortAt end : {link.a, link.b}) of_port(end, id);
    }
    // One free port of each other kind on the same unit.
    void of_port(PortAt end, const std::string& id) {
        if (net_.port(end).role != PortRole::pse) return;
        std::vector<PortAt> seen{end};
        for (PortNumber number : net_.kind(end.device).ports.numbers()) {
            const PortAt other{end.device, number};
            if (net_.port(other).role != PortRole::pse || net_.link_at(other) ||
                net_.port(other).medium != net_.port(end).medium)
                continue;
            const bool known = std::any_of(seen.begin(), seen.end(),
                                           [&](PortAt one) { return alike(net_, one, other); });
            if (known) continue;
            seen.push_back(other);
            add(FaultKind::other_port, id, net_.device(end.device).id + "." + net_.port(other).id);
        }
    }
    void of_device(DeviceNumber number) {
        const Device& device = net_.device(number);
        const Kind& kind = net_.kind(number);
        if (kind.category == Category::combiner) add(FaultKind::wrong_alternative, device.id);
        if (kind.supply && kind.supply->long_setting) {
            std::set<int> groups;
            for (LinkNumber link : parts_.links) {
                for (PortAt end : {net_.links[link].a, net_.links[link].b}) {
                    if (end.device == number && net_.port(end).group > 0)
                        groups.insert(net_.port(end).group);
                }
            }
            for (int group : groups)
                add(FaultKind::wrong_setting, device.id, std::to_string(group));
        }
        for (const auto& [port, module] : device.modules)
            of_module(device.id, find_port(kind, port), module);
    }
    void of_module(const std::string& device, const PortKind* socket, const std::string& module) {
        const Kind* here = net_.catalogue->find(module);
        if (!here || !here->optic || !socket) return;
        for (const Kind* other : net_.catalogue->of(Category::transceiver)) {
            if (other->id == module || !other->optic || other->optic->rate_mbps > socket->rate_mbps)
                continue;
            add(FaultKind::wrong_optic, device, socket->id + "=" + other->id);
        }
    }
    void of_camera() {
        const std::string& id = net_.device(camera_).id;
        if (net_.fed_by[camera_]) {
            add(FaultKind::low_volts, net_.device(net_.fed_by[camera_].device).id);
            add(FaultKind::draws_more, id);
            if (camera_draw(net_.device(camera_), net_.kind(camera_)).infrared_w > 0)
                add(FaultKind::infrared_on, id);
        }
    }
    void swaps() {
        std::vector<DeviceNumber> in_line;
        for (DeviceNumber number : parts_.devices) {
            if (net_.kind(number).in_line) in_line.push_back(number);
        }
        if (!in_line.empty()) add(FaultKind::extra_unit, net_.device(in_line.back()).id);
        for (std::size_t i = 0; i < in_line.size(); ++i) {
            for (std::size_t j = i + 1; j < in_line.size(); ++j) {
                if (same_in_line(*net_.kind(in_line[i]).in_line, *net_.kind(in_line[j]).in_line))
                    continue;
                add(FaultKind::units_swapped, net_.device(in_line[i]).id,
                    net_.device(in_line[j]).id);
            }
        }
    }

    const Network& net_;
    const DeviceNumber camera_;
    const RunParts parts_;
    std::vector<Fault> out_;
};

void change_draw(Device& camera, const Kind& kind, double factor) {
    CameraSettings settings = camera.camera.value_or(CameraSettings{});
    CameraDraw draw = camera_draw(camera, kind);
    for (double* watts :
         {&draw.day_w, &draw.infrared_w, &draw.heater_w, &draw.motors_w, &draw.start_w})
        *watts *= factor;
    settings.draw = draw;
    camera.camera = settings;
}

void put_extra_unit(Site& site, const Catalogue& catalogue, const std::string& like) {
    const Device* there = find_device(site, like);
    const Kind* kind = there ? catalogue.find(there->kind) : nullptr;
    if (!kind) return;
    const PortKind* in = nullptr;
    const PortKind* out = nullptr;
    for (const PortKind& port : kind->ports) {
        if (port.medium != Medium::twisted_pair) continue;
        (port.upstream && !in ? in : out) = &port;
    }
    if (!in || !out) return;
    const auto behind = std::find_if(site.links.begin(), site.links.end(), [&](const Link& link) {
        return (link.a.device == like && link.a.port == out->id) ||
               (link.b.device == like && link.b.port == out->id);
    });
    if (behind == site.links.end()) return;
    Device more = *there;
    more.id = next_id(site, "R");
    // A short lead from the unit to the one too many; the cable hangs on the latter.
    Link lead;
    lead.id = next_id(site, "L");
    lead.cable = behind->cable;
    lead.a.device = like;
    lead.a.port = out->id;
    lead.b.device = more.id;
    lead.b.port = in->id;
    lead.measured_length_m = 1;
    LinkEnd& end = behind->a.device == like ? behind->a : behind->b;
    end.device = more.id;
    site.links.push_back(lead);
    site.devices.push_back(more);
}

// Beside the direction that the radio at the end has towards the other.
void turn_radio(Site& site, const Link& link, double away_deg) {
    Device* radio = find_device(site, link.a.device);
    const Device* far = find_device(site, link.b.device);
    if (!radio || !far) return;
    radio->azimuth_deg = std::fmod(
        radio->azimuth_deg.value_or(bearing_deg(radio->at, far->at)) + away_deg + 360, 360);
}

void change_link(Site& site, const Catalogue& catalogue, Link& link, const Fault& fault) {
    Defects found = link.defects.value_or(Defects{});
    switch (fault.kind) {
        case FaultKind::copper_clad: found.resistance_share += copper_clad_factor - 1; break;
        case FaultKind::thinner: {
            const CableFacts* cable = cable_facts(catalogue, link.cable);
            const double awg = cable ? cable->conductor.awg : 24;
            const double wider = awg_diameter_m(awg) / awg_diameter_m(awg + fault.amount);
            found.resistance_share += wider * wider - 1;
            break;
        }
        case FaultKind::longer:
            if (link.measured_length_m)
                *link.measured_length_m += fault.amount;
            else
                link.slack_m += fault.amount;
            return;
        case FaultKind::cord_in_run: link.cords_m += fault.amount; return;
        case FaultKind::pair_open:
            found.conductors_open = 2;
            found.pair = fault.to;
            break;
        case FaultKind::conductor_open:
            found.conductors_open = 1;
            found.pair = fault.to;
            break;
        case FaultKind::bad_joint:
            found.joint_ohm += fault.amount;
            found.pair = fault.to;
            break;
        case FaultKind::crossed: found.crossed = true; break;
        case FaultKind::light_lost:
        case FaultKind::radio_hidden: found.loss_db += fault.amount; break;
        case FaultKind::interference: found.noise_db += fault.amount; break;
        case FaultKind::water: found.attenuation_share += fault.amount / 100; break;
        case FaultKind::radio_turned: return turn_radio(site, link, fault.amount);
        case FaultKind::other_port: {
            const std::size_t dot = fault.to.rfind('.');
            const std::string device = fault.to.substr(0, dot);
            (link.a.device == device ? link.a : link.b).port = fault.to.substr(dot + 1);
            return;
        }
        default: return;
    }
    link.defects = found;
}

void change_device(Site& site, const Catalogue& catalogue, Device& device, const Fault& fault) {
    const Kind* kind = catalogue.find(device.kind);
    if (!kind) return;
    switch (fault.kind) {
        case FaultKind::low_volts: device.low_volts_share += fault.amount / 100; return;
        case FaultKind::draws_more: return change_draw(device, *kind, 1 + fault.amount / 100);
        case FaultKind::infrared_on: {
            CameraSettings settings = device.camera.value_or(CameraSettings{});
            settings.draw = camera_draw(device, *kind);
            settings.draw->day_w += settings.draw->infrared_w;
            settings.draw->infrared_w = 0;
            device.camera = settings;
            return;
        }
        case FaultKind::wrong_setting: {
            const int group = std::stoi(fault.to);
            if (device.long_groups.erase(group) == 0) device.long_groups.insert(group);
            return;
        }
        case FaultKind::wrong_alternative: {
            Alternative now = Alternative::a;
            for (const PortKind& port : kind->ports) {
                if (port.alternative != Alternative::either) now = port.alternative;
            }
            now = device.alternative.value_or(now);
            device.alternative = now == Alternative::a ? Alternative::b : Alternative::a;
            // On the other pairs no power gets through.
            for (const PortKind& port : kind->ports) {
                if (port.role == PortRole::pass) device.power_off_ports.insert(port.id);
            }
            return;
        }
        case FaultKind::wrong_optic: {
            const std::size_t sign = fault.to.find('=');
            device.modules[fault.to.substr(0, sign)] = fault.to.substr(sign + 1);
            return;
        }
        case FaultKind::units_swapped:
            if (Device* other = find_device(site, fault.to)) std::swap(device.kind, other->kind);
            return;
        case FaultKind::extra_unit: return put_extra_unit(site, catalogue, device.id);
        default: return;
    }
}

}  // namespace

std::vector<Fault> possible_faults(const Network& net, CameraNumber camera) {
    return Possible(net, camera).make();
}

Site with_fault(Site site, const Catalogue& catalogue, const Fault& fault) {
    if (Link* link = find_link(site, fault.at))
        change_link(site, catalogue, *link, fault);
    else if (Device* device = find_device(site, fault.at))
        change_device(site, catalogue, *device, fault);
    return site;
}

bool can_be_kept(FaultKind kind) {
    // Nothing that hangs there.
    return kind != FaultKind::none && kind != FaultKind::infrared_on;
}

Result<Site> keep_as_found(Site site, const Catalogue& catalogue, const Fault& fault) {
    if (!can_be_kept(fault.kind))
        return Error{ErrorCode::not_possible, "", fault.at,
                     "this is nothing that a cable or a unit can be drawn with"};
    if (!find_link(site, fault.at) && !find_device(site, fault.at))
        return Error{ErrorCode::no_such_object, "", fault.at, ""};
    return with_fault(std::move(site), catalogue, fault);
}

}  // namespace ovant
