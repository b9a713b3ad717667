// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/unit_checks.h"
#include "core/choose/port_fits.h"

#include <algorithm>

namespace ovant {
namespace {

bool same_kind_of_port(const PortKind& a, const PortKind& b) {
    return a.poe_class == b.poe_class && a.limit_w == b.limit_w && a.rate_mbps == b.rate_mbps &&
           a.group == b.group && a.medium == b.medium && a.power == b.power &&
           a.alternative == b.alternative && a.line == b.line;
}

class Measuring {
public:
    Measuring(const Site& site, const Catalogue& catalogue, std::string place,
              bool may_change_groups)
        : given_(site), place_(std::move(place)), may_change_groups_(may_change_groups) {
        out_.site = std::make_unique<Site>(site);
        out_.net = lay_out(*out_.site, catalogue);
        for (const Place& one : site.places) {
            if (place_.empty() && one.head_end) place_ = one.id;
        }
    }

    PortFits make() {
        find_pools();
        find_items();
        measure();
        return std::move(out_);
    }

private:
    void find_pools() {
        for (DeviceNumber device : out_.net.kinds.numbers()) {
            const Kind& kind = out_.net.kind(device);
            if (!is_source(kind) || out_.net.device(device).place != place_ || place_.empty())
                continue;
            for (PortNumber number : kind.ports.numbers()) {
                const PortAt at{device, number};
                const PortKind& port = out_.net.port(at);
                if (port.role != PortRole::pse || port.power != PowerKind::poe ||
                    port.medium != Medium::twisted_pair || out_.net.power_off(at)) {
                    continue;
                }
                const auto like =
                    std::find_if(out_.pools.begin(), out_.pools.end(), [&](const Pool& pool) {
                        return pool.device == device &&
                               same_kind_of_port(out_.net.port(pool.ports.front()), port);
                    });
                if (like != out_.pools.end()) {
                    like->ports.push_back(at);
                } else {
                    const bool settable = kind.supply->long_setting && port.group > 0;
                    out_.pools.push_back({device, settable ? port.group : 0, {at}, {}});
                }
            }
        }
    }

    void find_items() {
        for (std::size_t p = 0; p < out_.pools.size(); ++p) {
            for (PortAt at : out_.pools[p].ports) {
                if (!out_.net.link_at(at)) {
                    out_.pools[p].open.push_back(at);
                    continue;
                }
                Item item;
                item.at = at;
                item.pool = static_cast<int>(p);
                item.poe_class = class_asked(out_.net, at);
                for (CameraNumber number : out_.net.runs.numbers()) {
                    const Run& run = out_.net.runs[number];
                    if (run.source != at) continue;
                    item.runs.push_back(number);
                    item.mbps += out_.net.bit_rate_mbps[number];
                    const Device& camera = out_.net.device(run.camera);
                    if (camera.camera) {
                        item.importance = std::min(item.importance, camera.camera->importance);
                    }
                }
                if (item.poe_class == 0 || item.runs.empty()) continue;  // stays where it is
                out_.pools[p].open.push_back(at);
                out_.items.push_back(std::move(item));
            }
        }
    }

    // Without port-setting: who stands beside whom is for the programme to decide. Each neighbour
    // that cannot have the setting says so by its own link-rate.
    Level judge_run(CameraNumber run) const {
        Level level{Verdict::holds, 0};
        for (const Check& check : assess_run(out_.net, run).checks) {
            if (check.id == CheckId::port_setting) continue;
            level.verdict = std::max(level.verdict, check.verdict);
            level.failing += check.verdict == Verdict::fails;
        }
        return level;
    }
    Level judge(const Item& item) const {
        Level level{Verdict::holds, 0};
        for (CameraNumber run : item.runs) {
            const Level one = judge_run(run);
            level.verdict = std::max(level.verdict, one.verdict);
            level.failing += one.failing;
        }
        return level;
    }

    // Moves the plug in the network alone, asks, and moves it back.
    Fit fit_at(Item& item, PortAt to, SwitchBasis basis) {
        const PortAt from = item.at;
        const LinkNumber link = out_.net.link_at(from);
        NetLink& laid = out_.net.links[link];
        const auto on = [&](PortAt at) -> LinkNumber& {
            return out_.net.link_on[at.device][at.port];
        };
        const LinkNumber there = on(to);
        const auto replug = [&](PortAt old_at, PortAt new_at) {
            (laid.a == old_at ? laid.a : laid.b) = new_at;
            for (PortAt& by : out_.net.fed_by) {
                if (by == old_at) by = new_at;
            }
            for (CameraNumber number : item.runs) {
                Run& run = out_.net.runs[number];
                run.source = new_at;
                for (PortAt& out : run.outs) {
                    if (out == old_at) out = new_at;
                }
            }
        };
        // What else is fed from the target must not be taken for this plug's.
        std::vector<DeviceNumber> others;
        for (DeviceNumber i : out_.net.fed_by.numbers()) {
            if (from != to && out_.net.fed_by[i] == to) others.push_back(i);
        }
        for (DeviceNumber i : others) out_.net.fed_by[i] = {};
        on(from) = {};
        on(to) = link;
        replug(from, to);
        Fit fit;
        fit.level = judge(item);
        fit.watts = assess_port(out_.net, to).counted_w(basis);
        replug(to, from);
        on(to) = there;
        on(from) = link;
        for (DeviceNumber i : others) out_.net.fed_by[i] = to;
        return fit;
    }

    void set_group(DeviceNumber device, int group, bool on) {
        auto& groups = out_.site->devices[device.position()].long_groups;
        if (on)
            groups.insert(group);
        else
            groups.erase(group);
    }

    void measure() {
        out_.too_many = out_.items.size() * out_.pools.size() > most_fits;
        if (out_.too_many) return;
        out_.stay_fits.assign(out_.pools.size(),
                              {Level{Verdict::holds, 0}, Level{Verdict::holds, 0}});
        out_.fits.assign(out_.items.size(), std::vector<std::array<Fit, 2>>(out_.pools.size()));
        for (Item& item : out_.items) item.now = judge(item);
        for (std::size_t p = 0; p < out_.pools.size(); ++p) {
            Pool& pool = out_.pools[p];
            for (bool on : {false, true}) {
                if (pool.group == 0 && on) continue;
                const bool now = pool.group > 0 && out_.group_now(pool);
                if (pool.group > 0) {
                    if (!may_change_groups_ && on != now) continue;
                    set_group(pool.device, pool.group, on);
                }
                for (std::size_t i = 0; i < out_.items.size(); ++i) {
                    Item& item = out_.items[i];
                    const PortAt to =
                        item.pool == static_cast<int>(p) ? item.at : pool.ports.front();
                    out_.fits[i][p][on] =
                        fit_at(item, to, basis_of(out_.net.kind(pool.device), given_.settings));
                }
                if (pool.group > 0) {
                    out_.stay_fits[p][on] = judge_what_stays(pool);
                    set_group(pool.device, pool.group, now);
                }
            }
        }
    }

    // The worst run over a plug of the pool that is none of the items, as an injector's data lead.
    Level judge_what_stays(const Pool& pool) const {
        Level worst{Verdict::holds, 0};
        for (PortAt at : pool.ports) {
            if (std::find(pool.open.begin(), pool.open.end(), at) != pool.open.end()) continue;
            for (CameraNumber camera : out_.net.runs.numbers()) {
                const auto& outs = out_.net.runs[camera].outs;
                if (std::find(outs.begin(), outs.end(), at) != outs.end())
                    worst = std::max(worst, judge_run(camera));
            }
        }
        return worst;
    }

    const Site& given_;
    std::string place_;
    bool may_change_groups_;
    PortFits out_;
};

}  // namespace

bool PortFits::group_now(const Pool& pool) const {
    return site->devices[pool.device.position()].long_groups.contains(pool.group);
}

PortFits measure_ports(const Site& site, const Catalogue& catalogue, const std::string& place,
                       bool may_change_groups) {
    return Measuring(site, catalogue, place, may_change_groups).make();
}

}  // namespace ovant
