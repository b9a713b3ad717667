// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/backup.h"

#include <algorithm>
#include <limits>

namespace ovant {
namespace {

// A cabinet with a battery feeds every unit with a plug that stands in the same one.
void add_cabinets(const Network& net, std::vector<Backup>& all) {
    for (DeviceNumber number : net.kinds.numbers()) {
        const Device& device = net.device(number);
        const Kind* box = net.catalogue->find(device.enclosure);
        if (!box || !box->box || box->box->ups_wh <= 0 || !plugs_into_mains(*net.kinds[number]))
            continue;
        if (backup_of(all, number) >= 0) continue;
        Backup cabinet;
        cabinet.id = device.id;
        cabinet.battery.rated_wh = box->box->ups_wh;
        cabinet.battery.age_share = net.site->settings.battery_age_share;
        cabinet.battery.temperature_c = net.surroundings[number] == Surroundings::indoor
                                            ? net.site->settings.indoor_c
                                            : net.site->settings.coldest_night_c;
        for (DeviceNumber member : net.kinds.numbers()) {
            if (member < number) continue;
            const Device& other = net.device(member);
            const bool same =
                member == number || (!device.place.empty() && other.place == device.place &&
                                     other.enclosure == device.enclosure);
            if (same && plugs_into_mains(net.kind(member))) cabinet.members.push_back(member);
        }
        all.push_back(std::move(cabinet));
    }
}

double temperature_at(const Network& net, DeviceNumber device) {
    const Settings& settings = net.site->settings;
    return net.surroundings[device] == Surroundings::indoor ? settings.indoor_c
                                                            : settings.coldest_night_c;
}

}  // namespace

std::vector<Backup> backups(const Network& net) {
    std::vector<Backup> all;
    for (DeviceNumber device : net.kinds.numbers()) {
        if (!net.kinds[device]->ups) continue;
        const UpsFacts& facts = *net.kinds[device]->ups;
        Backup backup;
        backup.id = net.device(device).id;
        backup.battery = {facts.battery_wh,
                          net.site->settings.battery_age_share,
                          temperature_at(net, device),
                          facts.efficiency,
                          facts.own_draw_w,
                          facts.peukert};
        backup.output_w = facts.output_w;
        backup.charge_w = facts.charge_w;
        for (DeviceNumber member : net.kinds.numbers()) {
            if (net.device(member).backup == backup.id &&
                in_reach_of_lead(net.device(member), net.device(device)))
                backup.members.push_back(member);
        }
        all.push_back(std::move(backup));
    }
    add_cabinets(net, all);
    return all;
}

std::optional<Check> backup_elsewhere(const Site& site, const Device& device) {
    if (device.backup.empty()) return std::nullopt;
    const Device* ups = find_device(site, device.backup);
    if (!ups || in_reach_of_lead(device, *ups)) return std::nullopt;
    Check check;
    check.id = CheckId::mains_at_place;
    check.subject = device.id;
    check.other = ups->id;
    check.value = check.limit = check.margin = std::numeric_limits<double>::quiet_NaN();
    check.source = source::drawing;
    check.verdict = Verdict::fails;
    check.note = Note::backup_elsewhere;
    return check;
}

int backup_of(const std::vector<Backup>& all, DeviceNumber device) {
    for (std::size_t i = 0; i < all.size(); ++i) {
        const auto& members = all[i].members;
        if (std::find(members.begin(), members.end(), device) != members.end())
            return static_cast<int>(i);
    }
    return -1;
}

double solar_usable_wh(const Network& net, DeviceNumber device) {
    const auto& solar = net.kind(device).solar;
    if (!solar) return 0;
    return solar->battery_wh * solar->usable_share *
           battery_temperature_share(temperature_at(net, device));
}

double outlet_w(const Kind& kind, double ports_w) {
    if (!kind.supply) return kind.draw_w + (kind.in_line ? kind.in_line->own_draw_w : 0);
    return ports_w / kind.supply->efficiency + kind.supply->own_draw_w + kind.draw_w;
}

double backup_load_w(const Network& net, const Backup& backup, const Assessment& assessment) {
    double load_w = 0;
    for (DeviceNumber member : backup.members) {
        const UnitAssessment* unit = assessment.unit(net.device(member).id);
        load_w += outlet_w(net.kind(member), unit ? unit->greatest_w : 0);
    }
    return load_w;
}

Check backup_time(const Network& net, const Backup& backup, const Assessment& assessment,
                  bool working) {
    const Settings& settings = net.site->settings;
    const double load_w = backup_load_w(net, backup, assessment);
    Check check;
    check.id = CheckId::backup_time;
    check.subject = backup.id;
    check.value = backup_time_h(backup.battery, load_w, working ? &check.working : nullptr);
    check.limit = settings.backup_h;
    check.unit = Unit::hour;
    check.sense = Sense::at_least;
    check.source = source::battery_practice;
    check.detail = BackupLoad{load_w, backup.output_w};
    judge(check, settings.backup_h * settings.keep_back.battery_share);
    if (backup.output_w > 0 && load_w > backup.output_w) {
        check.verdict = Verdict::fails;
        check.note = Note::overloaded;
    }
    return check;
}

const Kind* backup_for(const Catalogue& catalogue, const Settings& settings, double temperature_c,
                       double load_w, double wanted_h) {
    const Kind* best = nullptr;
    for (const Kind* kind : catalogue.of(Category::ups)) {
        const BackupBattery battery{kind->ups->battery_wh, settings.battery_age_share,
                                    temperature_c,         kind->ups->efficiency,
                                    kind->ups->own_draw_w, kind->ups->peukert};
        const double wanted = wanted_h * (1 + settings.keep_back.battery_share);
        if (kind->ups->output_w < load_w || backup_time_h(battery, load_w) < wanted) continue;
        if (!best || kind->price < best->price) best = kind;
    }
    return best;
}

}  // namespace ovant
