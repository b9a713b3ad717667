// SPDX-License-Identifier: GPL-3.0-or-later
// Battery backups: what stands behind each, how long it lasts, which size would do.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/physics/ups.h"

namespace ovant {

// A UPS with what is plugged into it, or a cabinet with a battery and what stands in it.
struct Backup {
    std::string id;  // of the UPS, or of the first unit in the cabinet
    BackupBattery battery;
    double output_w = 0;  // 0: not stated
    double charge_w = 60;
    std::vector<DeviceNumber> members;
};
std::vector<Backup> backups(const Network& net);
// The backup a unit stands behind, as an index into `all`; -1 for none.
int backup_of(const std::vector<Backup>& all, DeviceNumber device);

// Watt hours that a solar supply's battery gives on the coldest night, less what stays in it.
double solar_usable_wh(const Network& net, DeviceNumber device);
// Watts a unit takes from its outlet while its ports give `ports_w` together.
double outlet_w(const Kind& kind, double ports_w);

// What the members take together at the greatest draw of their ports.
double backup_load_w(const Network& net, const Backup& backup, const Assessment& assessment);

// backup-time: hours without mains against what the site wants.
Check backup_time(const Network& net, const Backup& backup, const Assessment& assessment,
                  bool working);

// mains-at-place: a unit that is to hang on a UPS which stands too far off for its lead; nothing
// where it does not.
std::optional<Check> backup_elsewhere(const Site& site, const Device& device);

// The cheapest UPS of the catalogue that carries `load_w` for `wanted_h`, with the share kept back
// on top; null if none does.
const Kind* backup_for(const Catalogue& catalogue, const Settings& settings, double temperature_c,
                       double load_w, double wanted_h);

}  // namespace ovant
