// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/supply_box.h"

#include <algorithm>
#include <map>
#include <optional>
#include <tuple>

#include "core/assess/assess.h"
#include "core/choose/context.h"
#include "core/edits/edits.h"
#include "core/look_up.h"
#include "core/parts/cost.h"
#include "core/site/site_problems.h"

namespace ovant {
namespace {

// Outputs for d.c. of a supply with a plug; none of any other kind.
std::vector<std::string> outputs(const Kind& kind) {
    std::vector<std::string> out;
    if (kind.category != Category::supply || !kind.supply || !plugs_into_mains(kind)) return out;
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pse && port.medium == Medium::dc)
            out.push_back(port.id);
        else
            return {};
    }
    return out;
}

double price_of(const Site& site, const Catalogue& catalogue) {
    const Network net = lay_out(site, catalogue);
    return cost_of(net, whole_site(net)).total();
}

bool no_worse(const Assessment& before, const Assessment& after) {
    for (const RunAssessment& run : after.runs) {
        const RunAssessment* was = before.run(run.camera);
        if (!was || run.verdict > was->verdict) return false;
    }
    for (const UnitAssessment& unit : after.units) {
        const UnitAssessment* was = before.unit(unit.device);
        if (unit.verdict > (was ? was->verdict : Verdict::tight)) return false;
    }
    return true;
}

class Group {
public:
    Group(const Site& site, const Catalogue& catalogue, const Assessment& before,
          std::vector<const Device*> adapters)
        : site_(site), catalogue_(catalogue), before_(before), adapters_(std::move(adapters)) {
        for (const Device* adapter : adapters_) {
            for (const PortAssessment& port : or_nothing(before.unit(adapter->id)).ports)
                load_w_.push_back(port.watts);
        }
    }

    std::optional<SupplyBox> best() const {
        const double price_before = price_of(site_, catalogue_);
        std::optional<SupplyBox> best;
        for (const Kind* box : by_price(catalogue_, Category::supply)) {
            if (!fits(*box)) continue;
            std::optional<SupplyBox> made = with(*box);
            if (!made) continue;
            made->saves = price_before - price_of(made->site, catalogue_);
            if (made->saves > 0 && (!best || made->saves > best->saves)) best = std::move(made);
        }
        return best;
    }

private:
    double load_w() const {
        double sum = 0;
        for (double watts : load_w_) sum += watts;
        return sum;
    }
    bool fits(const Kind& box) const {
        const std::string& now = adapters_.front()->kind;
        const Kind& adapter = or_nothing(catalogue_.find(now));
        const std::vector<std::string> ports = outputs(box);
        if (ports.size() < adapters_.size() || ports.size() < 2 ||
            box.supply->nominal_v != adapter.supply->nominal_v || box.rating < adapter.rating)
            return false;
        const double keep = 1 - site_.settings.keep_back.power_share;
        return load_w() <= keep * box.supply->budget_w &&
               std::all_of(load_w_.begin(), load_w_.end(), [&](double watts) {
                   return watts <= or_nothing(find_port(box, ports.front())).limit_w;
               });
    }
    // Each lead goes from its adapter to an output of the box.
    std::optional<SupplyBox> with(const Kind& kind) const {
        const Device& first = *adapters_.front();
        Result<Added> added = add_device(site_, catalogue_, kind.id, first.at);
        if (!added) return std::nullopt;
        SupplyBox box;
        box.place = first.place;
        box.kind = kind.id;
        box.device = added->id;
        box.load_w = load_w();
        box.budget_w = kind.supply->budget_w;
        box.site = std::move(added->site);
        Device* made = find_device(box.site, box.device);
        if (!made) return std::nullopt;
        Device& unit = *made;
        unit.place = first.place;
        unit.enclosure = first.enclosure;
        unit.surroundings = first.surroundings;
        unit.backup = first.backup;
        const std::vector<std::string> ports = outputs(kind);
        for (std::size_t i = 0; i < adapters_.size(); ++i) {
            const std::string& adapter = adapters_[i]->id;
            for (Link& link : box.site.links) {
                for (LinkEnd* end : {&link.a, &link.b}) {
                    if (end->device != adapter) continue;
                    end->device = box.device;
                    end->port = ports[i];
                }
            }
            box.adapters.push_back(adapter);
            Result<Site> without = remove_object(std::move(box.site), catalogue_, adapter);
            if (!without) return std::nullopt;
            box.site = std::move(*without);
        }
        if (!find_problems(box.site, catalogue_).empty()) return std::nullopt;
        if (!no_worse(before_, assess(lay_out(box.site, catalogue_)))) return std::nullopt;
        return box;
    }

    const Site& site_;
    const Catalogue& catalogue_;
    const Assessment& before_;
    std::vector<const Device*> adapters_;
    std::vector<double> load_w_;  // at the output of each
};

}  // namespace

std::vector<SupplyBox> supply_boxes(const Site& site, const Catalogue& catalogue) {
    std::map<std::tuple<std::string, double, std::string>, std::vector<const Device*>> groups;
    for (const Device& device : site.devices) {
        const Kind& kind = or_nothing(catalogue.find(device.kind));
        if (device.place.empty() || outputs(kind).size() != 1) continue;
        groups[{device.place, kind.supply->nominal_v, device.backup}].push_back(&device);
    }
    std::vector<SupplyBox> boxes;
    std::optional<Assessment> before;
    for (auto& [key, adapters] : groups) {
        if (adapters.size() < 2) continue;
        if (!before) before = assess(lay_out(site, catalogue));
        std::optional<SupplyBox> box = Group(site, catalogue, *before, adapters).best();
        if (box) boxes.push_back(std::move(*box));
    }
    return boxes;
}

}  // namespace ovant
