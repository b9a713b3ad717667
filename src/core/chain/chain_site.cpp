// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>
#include <map>

#include "core/catalogue/usual_kinds.h"
#include "core/chain/chain.h"
#include "core/choose/found_kinds.h"
#include "core/edits/edits.h"
#include "core/format/site_json.h"
#include "core/look_up.h"

namespace ovant {
namespace {

const PortKind* data_port_beside(const Kind& kind, const std::string& taken) {
    const auto fits = [&](const PortKind& port) {
        return port.medium == Medium::twisted_pair && port.id != taken &&
               (port.role == PortRole::data || port.role == PortRole::pse) && port.line.empty();
    };
    for (const PortKind& port : kind.ports)
        if (fits(port) && port.role == PortRole::data) return &port;
    for (const PortKind& port : kind.ports)
        if (fits(port)) return &port;
    return nullptr;
}

class ChainSite {
public:
    ChainSite(const Chain& chain, const Catalogue& catalogue)
        : chain_(chain), catalogue_(catalogue) {}

    Site make(const Site& like) {
        out_.settings = like.settings;
        out_.settings.default_drop_m = 0;
        out_.settings.where_no_pathway = Between::indoors;  // each length says how it lies
        out_.kinds = like.kinds;
        room_ = add_place({0, 0}, true);
        std::string from = put(chain_.source.kind, {1, 0}, room_);
        set_long_group(from);
        const std::string source = from;
        double x_m = 1;
        for (std::size_t i = 0; i < chain_.lengths.size(); ++i) {
            const bool last = i + 1 == chain_.lengths.size();
            const ChainUnit& before = i == 0 ? chain_.source : chain_.units[i - 1];
            const ChainUnit& next = last ? chain_.camera : chain_.units[i];
            x_m += chain_.lengths[i].length_m;
            const Kind& kind = or_nothing(catalogue_.find(next.kind));
            const std::string place = plugs_into_mains(kind) ? add_place({x_m, 0}, false) : "";
            const std::string to = last ? camera({x_m, 0}) : put(next.kind, {x_m, 0}, place);
            if (Device* device = find_device(out_, to); device && place.empty())
                device->surroundings = stands_in(i);
            join({from, before.out}, {to, next.in}, chain_.lengths[i]);
            lay(out_.links.back(), chain_.lengths[i], {from, to});
            if (!last) feed_on_the_spot(i, to, {x_m, 0});
            from = to;
        }
        record(source);
        return std::move(out_);
    }

private:
    // A unit stands in the milder of what lies before and after it: under a roof where one cable
    // comes in.
    Surroundings stands_in(std::size_t i) const {
        const Surroundings before = chain_.lengths[i].lies;
        const Surroundings after =
            i + 1 < chain_.lengths.size() ? chain_.lengths[i + 1].lies : before;
        return std::min({before, after, Surroundings::outdoor});
    }

    std::string add_place(Point at, bool head_end) {
        Place place;
        place.id = "P" + std::to_string(out_.places.size() + 1);
        place.name = place.id;
        place.at = at;
        place.head_end = head_end;
        place.mains = Mains::steady;
        place.earth = true;
        place.surroundings = Surroundings::indoor;
        out_.places.push_back(place);
        return place.id;
    }
    std::string put(const std::string& kind, Point at, const std::string& place) {
        Device device;
        const std::string prefix(id_prefix(or_nothing(catalogue_.find(kind)).category));
        device.id = prefix + std::to_string(++last_number_[prefix]);
        device.kind = kind;
        device.at = at;
        device.place = place;
        if (place.empty()) device.surroundings = Surroundings::indoor;
        out_.devices.push_back(device);
        return device.id;
    }
    std::string camera(Point at) {
        const std::string id = put(chain_.camera.kind, at, "");
        Device& device = out_.devices.back();
        device.id = chain_camera;
        device.camera = CameraSettings{};
        device.camera->draw = chain_.draw;
        device.camera->bit_rate_mbps = chain_.bit_rate_mbps;
        return device.id;
    }
    void set_long_group(const std::string& source) {
        const Kind& kind = or_nothing(catalogue_.find(chain_.source.kind));
        const PortKind* port = find_port(kind, chain_.source.out);
        Device* device = find_device(out_, source);
        if (chain_.long_setting && port && device) device->long_groups.insert(port->group);
    }
    // In a pathway that is as a length lies.
    void lay(Link& link, const ChainLength& length, const DevicePair& ends) {
        if (or_nothing(cable_facts(catalogue_, length.cable)).medium == Medium::radio) return;
        Pathway pathway;
        pathway.id = "W" + std::to_string(out_.pathways.size() + 1);
        pathway.kind = length.lies == Surroundings::wet ? PathwayKind::trench : PathwayKind::tray;
        pathway.surroundings = length.lies;
        pathway.points = {or_nothing(find_device(out_, ends.a)).at,
                          or_nothing(find_device(out_, ends.b)).at};
        link.pathways = {pathway.id};
        out_.pathways.push_back(std::move(pathway));
    }
    // What comes without power, by light or air, and takes PoE at another port than the chain's
    // has an injector of its own beside it.
    void feed_on_the_spot(std::size_t i, const std::string& unit, Point at) {
        const Medium medium = or_nothing(cable_facts(catalogue_, chain_.lengths[i].cable)).medium;
        const ChainUnit& said = chain_.units[i];
        const Kind& kind = or_nothing(catalogue_.find(said.kind));
        const PortKind* hungry = port_that(kind, [&](const PortKind& port) {
            return port.role == PortRole::pd && port.power == PowerKind::poe &&
                   port.id != said.in && port.id != said.out;
        });
        if (carries_power(medium) || !hungry) return;
        for (const Kind* injector : by_price(catalogue_, Category::injector)) {
            const PortKind* out = port_that(*injector, [&](const PortKind& port) {
                return port.role == PortRole::pse && port.power == PowerKind::poe &&
                       port.poe_class >= hungry->poe_class;
            });
            if (!out) continue;
            const std::string id = put(injector->id, at, add_place(at, false));
            ChainLength lead;
            lead.length_m = 1;
            lead.cable = usual::patch_cord;
            return join({id, out->id}, {unit, hungry->id}, lead);
        }
    }
    // A recorder that the source's pictures come to.
    void record(const std::string& source) {
        const Kind& kind = or_nothing(catalogue_.find(chain_.source.kind));
        if (kind.category == Category::recorder) return;
        const Kind& recorder = or_nothing(catalogue_.find(usual::recorder));
        const PortKind* there = data_port_beside(kind, chain_.source.out);
        const PortKind* here = data_port_beside(recorder, "");
        if (!there || !here) return;
        const std::string id = put(recorder.id, {0, 0}, room_);
        ChainLength patch;
        patch.length_m = 1;
        patch.cable = usual::patch_cord;
        join({id, here->id}, {source, there->id}, patch);
    }
    struct End {
        std::string device, port;
    };
    void join(const End& a, const End& b, const ChainLength& length) {
        Link link;
        link.id = "L" + std::to_string(out_.links.size() + 1);
        link.cable = length.cable;
        link.a = {a.device, a.port, 0, length.protectors ? usual::copper_protector : ""};
        link.b = {b.device, b.port, 0, length.protectors ? usual::copper_protector : ""};
        const Kind& kind = or_nothing(catalogue_.find(length.cable));
        const Medium medium = or_nothing(kind.cable).medium;
        if (length.protectors && medium == Medium::coax)
            link.a.protector = link.b.protector = usual::coax_protector;
        if (medium != Medium::radio) link.measured_length_m = length.length_m;
        out_.links.push_back(std::move(link));
    }

    const Chain& chain_;
    const Catalogue& catalogue_;
    Site out_;
    std::string room_;
    std::map<std::string, int> last_number_;  // of ids, by prefix
};

std::optional<Check> fault_of(const Chain& chain, const Catalogue& catalogue, const Site& like) {
    const Result<Site> site = chain_site(chain, catalogue, like);
    if (!site) return std::nullopt;
    const Assessment judged = assess(*site, catalogue);
    const RunAssessment* run = judged.run(chain_camera);
    const Check* decisive = run ? run->decisive() : nullptr;
    if (!decisive || run->verdict != Verdict::fails) return std::nullopt;
    return *decisive;
}

}  // namespace

Site judged_like(const Site& site) {
    Site like;
    like.settings = site.settings;
    like.kinds = site.kinds;
    if (site.devices.empty() && site.places.empty()) like.settings.school = School::maker_rated;
    return like;
}

Result<Site> chain_site(const Chain& chain, const Catalogue& catalogue, const Site& like) {
    return sound(Site{}, catalogue, ChainSite(chain, catalogue).make(like));
}

namespace {

bool is_free(const Site& site, const std::string& device, const std::string& port) {
    return std::none_of(site.links.begin(), site.links.end(), [&](const Link& link) {
        return (link.a.device == device && link.a.port == port) ||
               (link.b.device == device && link.b.port == port);
    });
}

struct FreePort {
    std::string device, port;
};
// The first free port of a unit at the head end, or of any on mains where there is none, that
// `takes`.
template <class Takes>
std::optional<FreePort> free_at_head(const Site& site, const Catalogue& catalogue, Takes takes) {
    const bool has_head = std::any_of(site.places.begin(), site.places.end(),
                                      [](const Place& place) { return place.head_end; });
    for (const Device& device : site.devices) {
        const Kind& kind = or_nothing(catalogue.find(device.kind));
        const Place* place = find_place(site, device.place);
        if (has_head ? !place || !place->head_end : !plugs_into_mains(kind)) continue;
        for (const PortKind& port : kind.ports) {
            if (takes(device, kind, port) && is_free(site, device.id, port.id))
                return FreePort{device.id, port.id};
        }
    }
    return std::nullopt;
}

}  // namespace

Result<ChainPut> with_chain(const Site& site, const Catalogue& catalogue, const Chain& chain) {
    const Result<Site> alone = chain_site(chain, catalogue, site);
    if (!alone) return alone.error();
    const Kind& source = or_nothing(catalogue.find(chain.source.kind));
    const PortKind& wanted = or_nothing(find_port(source, chain.source.out));
    const auto feeds_as_much = [&](const Device& device, const Kind& kind, const PortKind& port) {
        return is_source(kind) && port.role == PortRole::pse && port.power == wanted.power &&
               port.medium == wanted.medium && port.line == wanted.line &&
               port.poe_class >= wanted.poe_class && port.limit_w >= wanted.limit_w &&
               device.long_groups.contains(port.group) == chain.long_setting &&
               !device.power_off_ports.contains(port.id);
    };
    const auto gives_data = [](const Device&, const Kind& kind, const PortKind& port) {
        return port.medium == Medium::twisted_pair && port.line.empty() &&
               (port.role == PortRole::data ||
                (port.role == PortRole::pse && port.power == PowerKind::poe)) &&
               (kind.category == Category::network_switch || kind.category == Category::recorder);
    };
    const auto port = free_at_head(site, catalogue, feeds_as_much);
    const auto data = port ? std::nullopt : free_at_head(site, catalogue, gives_data);
    if (!port && !data)
        return Error{ErrorCode::not_possible, "", "the run", "no port is free at the head end"};
    ChainPut out{site, ""};
    const Point from = or_nothing(find_device(site, port ? port->device : data->device)).at;
    // What the run brings, under ids that are free here; the room, its recorder and the source's
    // patch are the site's own.
    std::map<std::string, std::string> ids;
    const auto fresh = [&](const std::string& prefix) {
        for (int number = 1;; ++number) {
            std::string id =
                prefix + (prefix == "K" && number < 10 ? "0" : "") + std::to_string(number);
            if (!find_device(out.site, id) && !find_link(out.site, id) &&
                !find_place(out.site, id) && !find_pathway(out.site, id))
                return id;
        }
    };
    const auto letters = [](const std::string& id) {
        return id.substr(0, id.find_first_of("0123456789"));
    };
    for (Place place : alone->places) {
        if (place.head_end) continue;
        const std::string id = fresh("P");
        ids[place.id] = id;
        place.id = place.name = id;
        place.at = {place.at.x_m + from.x_m, place.at.y_m + from.y_m};
        out.site.places.push_back(std::move(place));
    }
    for (Pathway pathway : alone->pathways) {
        const std::string id = fresh("W");
        ids[pathway.id] = id;
        pathway.id = id;
        for (Point& point : pathway.points) point = {point.x_m + from.x_m, point.y_m + from.y_m};
        out.site.pathways.push_back(std::move(pathway));
    }
    const std::string& source_id = alone->links.front().a.device;
    for (Device device : alone->devices) {
        const Kind& kind = or_nothing(catalogue.find(device.kind));
        const bool is_recorder = kind.category == Category::recorder && device.id != source_id;
        if (is_recorder) continue;
        if (device.id == source_id && port) {
            ids[device.id] = port->device;
            continue;
        }
        const std::string id = fresh(letters(device.id));
        if (device.id == chain_camera) out.camera = id;
        ids[device.id] = id;
        device.place = device.id == source_id ? or_nothing(find_device(site, data->device)).place
                                              : (device.place.empty() ? "" : ids[device.place]);
        device.id = id;
        device.at = {device.at.x_m + from.x_m, device.at.y_m + from.y_m};
        out.site.devices.push_back(std::move(device));
    }
    for (Link link : alone->links) {
        const bool patches_source = !ids.contains(link.a.device);  // from the recorder left out
        if (patches_source && port) continue;
        if (patches_source) {
            link.a.device = data->device;
            link.a.port = data->port;
            link.b.device = ids[link.b.device];
        } else {
            if (link.a.device == source_id && port) link.a.port = port->port;
            link.a.device = ids[link.a.device];
            link.b.device = ids[link.b.device];
        }
        for (std::string& pathway : link.pathways) pathway = ids[pathway];
        link.id = fresh("L");
        out.site.links.push_back(std::move(link));
    }
    Result<Site> kept = sound(site, catalogue, std::move(out.site));
    if (!kept) return kept.error();
    out.site = std::move(*kept);
    return out;
}

Result<ChainGrowth> grow(const Chain& chain, std::size_t length, const Catalogue& catalogue,
                         const Site& like) {
    const auto with = [&](double length_m) {
        Chain longer = chain;
        longer.lengths[length].length_m = length_m;
        return longer;
    };
    const Result<Site> as_it_is = chain_site(chain, catalogue, like);
    if (!as_it_is) return as_it_is.error();
    ChainGrowth out;
    out.breaks = fault_of(with(most_chain_length_m), catalogue, like);
    out.length_m = most_chain_length_m;
    if (!out.breaks) return out;
    // Whole centimetres, as lengths are kept.
    long low = 0, high = std::lround(100 * most_chain_length_m);
    while (high - low > 1) {
        const long middle = (low + high) / 2;
        const auto fault = fault_of(with(static_cast<double>(middle) / 100), catalogue, like);
        (fault ? high : low) = middle;
        if (fault) out.breaks = fault;
    }
    out.length_m = static_cast<double>(low) / 100;
    return out;
}

}  // namespace ovant
