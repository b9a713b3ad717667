// SPDX-License-Identifier: GPL-3.0-or-later
// An answer as a site: what was built piece by piece, each for itself, put together.
#include <algorithm>
#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/assess/unit_checks.h"
#include "core/design/assemble.h"
#include "core/look_up.h"
#include "core/site/site_problems.h"

namespace ovant {
namespace {

constexpr double same_spot_m = 0.5;

std::string port_key(const std::string& device, const std::string& port) {
    return device + "." + port;
}

class Placing {
public:
    Placing(const Candidates& from, const Assembled& of, const DesignAnswer& answer,
            const Site& site, const Catalogue& catalogue)
        : from_(from), of_(of), answer_(answer), was_(site), catalogue_(catalogue) {
        out_.site = from.cleared;
        out_.units.resize(from.cameras.size());
        for (const Device& camera : from.cameras) {
            out_.site.devices.push_back(camera);
            cameras_.insert(camera.id);
        }
        // The first part that has a unit is the one that brings it.
        for (std::size_t i = 0; i < from.parts.size(); ++i) {
            for (const Device& device : from.parts[i].piece.change.devices) {
                if (!find_device(from.cleared, device.id))
                    part_of_unit_.emplace(device.id, static_cast<int>(i));
            }
        }
        take_stock();
    }

    std::optional<PlacedDesign> done() {
        for (std::size_t part = 0; part < from_.parts.size(); ++part) {
            if (from_.parts[part].at_head_end && built(part)) place_part(part);
        }
        set_groups();
        for (std::size_t part = 0; part < from_.parts.size(); ++part) {
            if (!from_.parts[part].at_head_end && built(part)) place_part(part);
        }
        for (std::size_t camera : in_order()) place_way(camera);
        if (!fits_) return std::nullopt;
        // Places that were suggested for nothing go.
        std::erase_if(out_.site.places, [&](const Place& place) {
            return from_.suggested.contains(place.id) &&
                   std::none_of(out_.site.devices.begin(), out_.site.devices.end(),
                                [&](const Device& device) { return device.place == place.id; });
        });
        in_the_order_of_before();
        if (!find_problems(out_.site, catalogue_).empty()) return std::nullopt;
        return std::move(out_);
    }

private:
    struct Unit {
        const Kind* kind = nullptr;
        double left_w = 0;
    };

    void take_stock() {
        const auto note = [&](const auto& items) {
            for (const auto& item : items) ids_.insert(item.id);
        };
        note(was_.places);
        for (const std::string& place : from_.suggested) ids_.insert(place);
        note(was_.pathways);
        note(was_.existing);
        note(was_.obstacles);
        note(was_.devices);
        note(was_.links);
        std::unordered_set<std::string> stays;
        for (const Device& device : out_.site.devices) stays.insert(device.id);
        for (const Device& device : was_.devices) {
            if (!stays.contains(device.id)) gone_devices_.push_back(&device);
        }
        std::unordered_set<std::string> links;
        for (const Link& link : out_.site.links) {
            links.insert(link.id);
            taken_.insert(port_key(link.a.device, link.a.port));
            taken_.insert(port_key(link.b.device, link.b.port));
        }
        for (const Link& link : was_.links) {
            if (!links.contains(link.id)) gone_links_.push_back(&link);
        }
        const Network net = lay_out(from_.cleared, catalogue_);
        const double keep = was_.settings.keep_back.power_share;
        for (DeviceNumber number : net.kinds.numbers()) {
            const std::string& id = net.device(number).id;
            if (!from_.head_end_units.contains(id)) continue;
            Unit unit{&net.kind(number), 0};
            if (unit.kind->supply) {
                const UnitAssessment now = assess_unit(net, number);
                unit.left_w = now.budget_w * (1 - keep) - now.counted_w();
            }
            head_end_.push_back({id, unit});
        }
    }

    bool built(std::size_t part) const {
        for (std::size_t thing = 0; thing < of_.part_of.size(); ++thing) {
            if (of_.part_of[thing] == static_cast<int>(part)) return answer_.built[thing];
        }
        return false;
    }

    void set_groups() {
        for (std::size_t thing = 0; thing < of_.group_of.size(); ++thing) {
            if (of_.group_of[thing] < 0 || !answer_.built[thing]) continue;
            const FreeGroup& group =
                from_.free_groups[static_cast<std::size_t>(of_.group_of[thing])];
            change(find_device(out_.site, mapped(group.unit)),
                   [&](Device& unit) { unit.long_groups.insert(group.group); });
        }
    }

    // What asks for the most goes first; then those that had a fitting port keep it.
    std::vector<std::size_t> in_order() const {
        std::vector<std::tuple<int, std::size_t>> order;
        for (std::size_t camera = 0; camera < answer_.choice.size(); ++camera) {
            if (answer_.choice[camera] == not_served) continue;
            int least = 0;
            for (const PortTaken& port : from_.ways[answer_.choice[camera]].piece.ports)
                least = std::min(least, port.ports.family == long_ports ? -100 : -port.ports.level);
            order.push_back({least, camera});
        }
        std::sort(order.begin(), order.end());
        std::vector<std::size_t> out;
        for (const auto& [first, camera] : order) out.push_back(camera);
        return out;
    }

    const std::string& mapped(const std::string& id) const {
        const auto found = names_.find(id);
        return found == names_.end() ? id : found->second;
    }

    void place_part(std::size_t number) {
        const DesignPart& part = from_.parts[number];
        placing_part_ = static_cast<int>(number);
        place_piece(part.piece, "", part.rests_on, names_);
        placing_part_ = -1;
        units_of_part_[number] = last_placed_;
        plugs_of_part_[number] = plugs_placed_;
        if (part.at_head_end) {
            const Device& unit = or_nothing(find_device(out_.site, mapped(part.unit)));
            head_end_.push_back(
                {unit.id, {&or_nothing(catalogue_.find(unit.kind)), part.budget_w}});
        }
    }

    void place_way(std::size_t camera) {
        const DesignWay& way = from_.ways[answer_.choice[camera]];
        std::unordered_map<std::string, std::string> names;
        place_piece(way.piece, from_.cameras[camera].id, way.rests_on, names);
        out_.units[camera] = last_placed_;
        for (int part = way.rests_on; part >= 0;
             part = from_.parts[static_cast<std::size_t>(part)].rests_on) {
            const auto& of_part = units_of_part_[static_cast<std::size_t>(part)];
            out_.units[camera].insert(of_part.begin(), of_part.end());
        }
    }

    // `names` takes what each new unit is called here.
    void place_piece(const Piece& piece, const std::string& camera, int rests_on,
                     std::unordered_map<std::string, std::string>& names) {
        last_placed_.clear();
        std::map<std::string, std::pair<std::string, std::string>> plugs;  // as built, to here
        for (int part = rests_on; part >= 0;
             part = from_.parts[static_cast<std::size_t>(part)].rests_on) {
            const auto& of_part = plugs_of_part_[static_cast<std::size_t>(part)];
            plugs.insert(of_part.begin(), of_part.end());
        }
        for (const PortTaken& wanted : piece.ports) {
            const auto at = port_for(wanted, camera);
            if (!at) {
                fits_ = false;
                return;
            }
            plugs[port_key(wanted.device, wanted.port)] = *at;
            last_placed_.insert(at->first);
        }
        for (const Device& device : piece.change.devices)
            place_device(device, camera, plugs, names);
        const auto here = [&](const std::string& id) {
            const auto own = names.find(id);
            return own != names.end() ? own->second : mapped(id);
        };
        for (const Link& built : piece.change.links) {
            Link link = built;
            for (LinkEnd* end : {&link.a, &link.b}) {
                const auto plug = plugs.find(port_key(end->device, end->port));
                if (plug != plugs.end()) {
                    end->device = plug->second.first;
                    end->port = plug->second.second;
                } else {
                    end->device = here(end->device);
                }
                taken_.insert(port_key(end->device, end->port));
            }
            place_link(std::move(link), names);
        }
        plugs_placed_ = std::move(plugs);
    }

    void place_device(const Device& built, const std::string& camera,
                      const std::map<std::string, std::pair<std::string, std::string>>& plugs,
                      std::unordered_map<std::string, std::string>& names) {
        if (built.id == camera) {
            change(find_device(out_.site, camera), [&](Device& there) { there = built; });
            return;
        }
        if (cameras_.contains(built.id)) return;
        const auto owner = part_of_unit_.find(built.id);
        const bool there = find_device(from_.cleared, built.id) ||
                           (owner != part_of_unit_.end() && owner->second != placing_part_);
        if (!there) {
            Device device = built;
            device.id = take_device_id(device);
            names[built.id] = device.id;
            last_placed_.insert(device.id);
            out_.site.devices.push_back(std::move(device));
            return;
        }
        for (const auto& [port, module] : built.modules) {
            const auto plug = plugs.find(port_key(built.id, port));
            if (plug == plugs.end()) continue;
            change(find_device(out_.site, plug->second.first),
                   [&, &kind = module](Device& unit) { unit.modules[plug->second.second] = kind; });
        }
    }

    // The id, and all that people noted, of a unit like it that stood there before; else a new one.
    std::string take_device_id(Device& device) {
        const auto like =
            std::find_if(gone_devices_.begin(), gone_devices_.end(), [&](const Device* gone) {
                return gone->kind == device.kind && gone->place == device.place &&
                       distance_m(gone->at, device.at) <= same_spot_m;
            });
        if (like == gone_devices_.end()) return fresh_id(device.id);
        Device again = **like;
        gone_devices_.erase(like);
        again.at = device.at;
        again.enclosure = device.enclosure;
        again.surroundings = device.surroundings;
        again.modules = device.modules;
        again.antenna = device.antenna;
        again.feeder_loss_db = device.feeder_loss_db;
        again.long_groups = device.long_groups;
        again.power_off_ports = device.power_off_ports;
        again.transmit_dbm = device.transmit_dbm;
        again.height_m = device.height_m;
        again.channel = device.channel;
        if (!find_device(from_.cleared, again.backup)) again.backup.clear();
        device = std::move(again);
        return device.id;
    }

    void place_link(Link link, std::unordered_map<std::string, std::string>& names) {
        const std::string built_id = link.id;
        const auto of_part = names_.find(built_id);
        if (of_part != names_.end() || find_link(from_.cleared, link.id)) {
            if (of_part != names_.end()) link.id = of_part->second;
            last_placed_.insert(link.id);
            change(find_link(out_.site, link.id), [&](Link& there) { there = std::move(link); });
            return;
        }
        const auto same_end = [](const LinkEnd& a, const LinkEnd& b) {
            return a.device == b.device && a.port == b.port;
        };
        const auto like =
            std::find_if(gone_links_.begin(), gone_links_.end(), [&](const Link* gone) {
                return gone->cable == link.cable && gone->pathways == link.pathways &&
                       gone->existing == link.existing && same_end(gone->a, link.a) &&
                       same_end(gone->b, link.b);
            });
        if (like != gone_links_.end()) {
            Link again = **like;
            gone_links_.erase(like);
            again.a.protector = link.a.protector;
            again.b.protector = link.b.protector;
            link = std::move(again);
        } else {
            link.id = fresh_id(link.id);
        }
        names[built_id] = link.id;
        last_placed_.insert(link.id);
        out_.site.links.push_back(std::move(link));
    }

    std::string fresh_id(const std::string& like) {
        const std::string prefix = like.substr(0, like.find_first_of("0123456789"));
        for (int& number = last_number_[prefix];;) {
            std::string id = prefix + std::to_string(++number);
            if (ids_.insert(id).second) return id;
        }
    }

    // Where the camera's cable was plugged in before.
    std::string plug_before(const std::string& camera) const {
        for (const Link* link : gone_links_) {
            if (link->b.device == camera) return port_key(link->a.device, link->a.port);
            if (link->a.device == camera) return port_key(link->b.device, link->b.port);
        }
        return "";
    }

    std::optional<std::pair<std::string, std::string>> port_for(const PortTaken& wanted,
                                                                const std::string& camera) {
        std::vector<std::pair<std::string, Unit*>> units;
        if (wanted.ports.at == head_end_ports) {
            for (auto& [id, unit] : head_end_) units.push_back({id, &unit});
        } else {
            units.push_back({mapped(wanted.device), nullptr});
        }
        const std::string before = camera.empty() ? "" : plug_before(camera);
        struct Best {
            std::tuple<bool, bool, int, bool> rank;
            std::string device, port;
            Unit* unit = nullptr;
        };
        std::optional<Best> best;
        for (const auto& [id, unit] : units) {
            const Device& device = or_nothing(find_device(out_.site, id));
            const Kind& kind = or_nothing(catalogue_.find(device.kind));
            const bool enough = !unit || unit->left_w + 1e-6 >= wanted.watts;
            for (const PortKind& port : kind.ports) {
                const bool is_long = or_nothing(kind.supply).long_setting && port.group > 0 &&
                                     device.long_groups.contains(port.group);
                const std::string key = port_key(id, port.id);
                if (family_of(port, is_long) != wanted.ports.family ||
                    port.poe_class < wanted.ports.level || taken_.contains(key) ||
                    device.power_off_ports.contains(port.id))
                    continue;
                const bool as_built = !unit && port.id == wanted.port;
                Best one{{!enough, key != before, port.poe_class, !as_built}, id, port.id, unit};
                if (!best || one.rank < best->rank) best = std::move(one);
            }
        }
        if (!best) return std::nullopt;
        if (best->unit) best->unit->left_w -= wanted.watts;
        taken_.insert(port_key(best->device, best->port));
        return std::pair(best->device, best->port);
    }

    // What was there stands where it stood in the lists, what is new behind it.
    void in_the_order_of_before() {
        const auto sort = [](auto& items, const auto& before) {
            std::unordered_map<std::string_view, std::size_t> place;
            for (std::size_t i = 0; i < before.size(); ++i) place.emplace(before[i].id, i);
            const auto of = [&](const auto& item) {
                const auto found = place.find(item.id);
                return found == place.end() ? before.size() : found->second;
            };
            std::stable_sort(items.begin(), items.end(),
                             [&](const auto& a, const auto& b) { return of(a) < of(b); });
        };
        sort(out_.site.devices, was_.devices);
        sort(out_.site.links, was_.links);
    }

    const Candidates& from_;
    const Assembled& of_;
    const DesignAnswer& answer_;
    const Site& was_;
    const Catalogue& catalogue_;
    PlacedDesign out_;
    bool fits_ = true;
    std::unordered_set<std::string> ids_, taken_;
    std::vector<const Device*> gone_devices_;
    std::vector<const Link*> gone_links_;
    std::vector<std::pair<std::string, Unit>> head_end_;
    std::unordered_map<std::string, std::string> names_;  // of what parts are made of
    std::map<std::size_t, std::set<std::string>> units_of_part_;
    using Plugs = std::map<std::string, std::pair<std::string, std::string>>;
    std::map<std::size_t, Plugs> plugs_of_part_;
    Plugs plugs_placed_;
    std::unordered_set<std::string> cameras_;
    std::unordered_map<std::string, int> part_of_unit_;  // as built
    int placing_part_ = -1;
    std::set<std::string> last_placed_;
    std::map<std::string, int> last_number_;
};

}  // namespace

std::optional<PlacedDesign> place(const Candidates& from, const Assembled& of,
                                  const DesignAnswer& answer, const Site& site,
                                  const Catalogue& catalogue) {
    return Placing(from, of, answer, site, catalogue).done();
}

}  // namespace ovant
