// SPDX-License-Identifier: GPL-3.0-or-later
// Settings of units.
#include "core/edits/edits.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/look_up.h"
#include "core/route/route.h"
#include "core/edits/edits_common.h"
#include "core/site/site_problems.h"

namespace ovant {
Result<Site> set_camera_draw(Site site, const Catalogue& catalogue, std::string_view camera,
                             const CameraDraw& draw) {
    Device* device = find_device(site, camera);
    if (!device) return no_such(camera);
    if (!device->camera) device->camera = CameraSettings{};
    const Kind* kind = catalogue.find(device->kind);
    const bool as_kind = kind && kind->camera && kind->camera->draw == draw;
    device->camera->draw = as_kind ? std::nullopt : std::optional(draw);
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

Result<Site> set_camera(Site site, std::string_view camera, const CameraSettings& settings) {
    Device* device = find_device(site, camera);
    if (!device) return no_such(camera);
    device->camera = settings;
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

Result<Site> set_kind(Site site, const Catalogue& catalogue, std::string_view id,
                      std::string_view kind_id) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    const Kind* kind = catalogue.find(kind_id);
    if (!kind) return Error{ErrorCode::unknown_kind, "", std::string(kind_id), ""};
    device->kind = kind_id;
    if (device->camera) device->camera->draw.reset();
    const Kind* antenna = device->antenna.empty() ? nullptr : catalogue.find(device->antenna);
    if (antenna && !takes_antenna(*kind, *antenna)) {
        device->antenna.clear();
        device->feeder_loss_db = 0;
    }
    if (std::optional<Error> wrong = wrong_plug_at(site, catalogue, id)) return *wrong;
    return site;
}

Result<Site> set_enclosure(Site site, const Catalogue& catalogue, std::string_view id,
                           std::string_view enclosure) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (!enclosure.empty() && !catalogue.find(enclosure)) {
        return Error{ErrorCode::unknown_kind, "", std::string(enclosure), ""};
    }
    device->enclosure = enclosure;
    return site;
}

Result<Site> set_place(Site site, std::string_view id, std::string_view place) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (!place.empty() && !find_place(site, place)) return no_such(place);
    device->place = place;
    return site;
}

Result<Site> set_long_group(Site site, std::string_view id, int group, bool on) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (on)
        device->long_groups.insert(group);
    else
        device->long_groups.erase(group);
    return site;
}

namespace {

// One field of a device becomes this value, where the device may then be so.
template <class Field, class Value>
Result<Site> with_value(Site site, std::string_view id, Field Device::*field, Value value) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    device->*field = value;
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

}  // namespace

Result<Site> set_antenna_height(Site site, std::string_view id, double height_m) {
    return with_value(std::move(site), id, &Device::height_m, height_m);
}

Result<Site> set_transmit(Site site, std::string_view id, std::optional<double> transmit_dbm) {
    return with_value(std::move(site), id, &Device::transmit_dbm, transmit_dbm);
}

Result<Site> set_low_volts(Site site, std::string_view id, double share) {
    return with_value(std::move(site), id, &Device::low_volts_share, share);
}

Result<Site> set_azimuth(Site site, std::string_view id, std::optional<double> azimuth_deg) {
    return with_value(std::move(site), id, &Device::azimuth_deg, azimuth_deg);
}

Result<Site> set_channel(Site site, std::string_view id, int channel) {
    return with_value(std::move(site), id, &Device::channel, channel);
}

Result<Site> set_module(Site site, const Catalogue& catalogue, PortId port,
                        std::string_view module) {
    Device* device = find_device(site, port.device);
    if (!device) return no_such(port.device);
    if (!port_of(site, catalogue, port)) return unknown_port(port);
    if (module.empty()) {
        device->modules.erase(std::string(port.port));
        return site;
    }
    const Kind* kind = catalogue.find(module);
    if (!kind || !kind->optic) return Error{ErrorCode::unknown_kind, "", std::string(module), ""};
    device->modules[std::string(port.port)] = module;
    return site;
}

Result<Site> set_antenna(Site site, const Catalogue& catalogue, std::string_view id,
                         std::string_view antenna) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    const Kind* radio = catalogue.find(device->kind);
    const Kind* kind = antenna.empty() ? nullptr : catalogue.find(antenna);
    if (!antenna.empty() && (!kind || !radio || !takes_antenna(*radio, *kind)))
        return Error{ErrorCode::not_possible, "", std::string(id),
                     "this antenna is not made for this radio"};
    device->antenna = antenna;
    if (antenna.empty()) device->feeder_loss_db = 0;
    return site;
}

Result<Site> set_feeder_loss(Site site, std::string_view id, double loss_db) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    device->feeder_loss_db = loss_db;
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

Result<Site> set_alternative(Site site, const Catalogue& catalogue, std::string_view id,
                             std::optional<Alternative> alternative) {
    Device* device = find_device(site, id);
    if (!device) return Error{ErrorCode::no_such_object, "", std::string(id), ""};
    const Kind* kind = catalogue.find(device->kind);
    if (alternative && (!kind || kind->category != Category::combiner)) {
        return Error{ErrorCode::not_possible, "", std::string(id),
                     "only a combiner is set to alternative A or B"};
    }
    device->alternative = alternative;
    return site;
}

Result<Site> set_port_power(Site site, PortId port, bool on) {
    Device* device = find_device(site, port.device);
    if (!device) return no_such(port.device);
    if (on)
        device->power_off_ports.erase(std::string(port.port));
    else
        device->power_off_ports.insert(std::string(port.port));
    return site;
}

Result<Site> set_port_priority(Site site, const Catalogue& catalogue, PortId port, int priority) {
    if (!port_of(site, catalogue, port)) return unknown_port(port);
    if (priority < 1 || priority > 3) {
        return Error{ErrorCode::bad_value, fmt::format("devices/{}/port_priority", port.device),
                     std::to_string(priority), allowed_number("", {1, 3}, true)};
    }
    Device* device = find_device(site, port.device);
    if (priority == 3)
        device->port_priority.erase(std::string(port.port));
    else
        device->port_priority[std::string(port.port)] = priority;
    return site;
}

Result<Site> set_backup(Site site, const Catalogue& catalogue, std::string_view id,
                        std::string_view ups) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    const Device* backup = find_device(site, ups);
    const Kind* kind = backup ? catalogue.find(backup->kind) : nullptr;
    if (!ups.empty() && (!kind || !kind->ups || ups == id)) return no_such(ups);
    if (backup && !in_reach_of_lead(*device, *backup))
        return Error{ErrorCode::not_possible, "", std::string(id),
                     "it stands in another place than " + std::string(ups) +
                         ", where no mains lead reaches"};
    device->backup = std::string(ups);
    return site;
}

Result<Site> set_supplies(Site site, const Catalogue& catalogue, std::string_view id,
                          int supplies) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    const Kind* kind = catalogue.find(device->kind);
    const int most = kind && kind->supply ? kind->supply->supplies : 1;
    if (supplies < 0 || supplies > most) {
        return Error{ErrorCode::bad_value, fmt::format("devices/{}/supplies", id),
                     std::to_string(supplies),
                     allowed_number("", {0, static_cast<double>(most)}, true)};
    }
    device->supplies = supplies == most ? 0 : supplies;
    return site;
}

}  // namespace ovant
