// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/parts.h"

#include <algorithm>
#include <map>
#include <set>

#include "core/catalogue/usual_kinds.h"

namespace ovant {
namespace {

int order_of(const PartLine& line, const Catalogue& catalogue) {
    const Kind* kind = catalogue.find(line.kind);
    if (!kind) return 100;
    switch (kind->category) {
        case Category::camera: return 0;
        case Category::recorder: return 1;
        case Category::network_switch: return 2;
        case Category::injector: return 3;
        case Category::repeater: return 4;
        case Category::extender: return 5;
        case Category::cable: return 6;
        case Category::enclosure: return 7;
        case Category::protector: return 8;
        case Category::media_converter: return 5;
        case Category::transceiver: return 5;
        case Category::supply: return 5;
        case Category::splitter: return 5;
        case Category::combiner: return 5;
        case Category::coax_unit: return 5;
        case Category::line_unit: return 5;
        case Category::mains_unit: return 5;
        case Category::radio: return 5;
        case Category::ups: return 5;
    }
    return 99;
}

void sort_parts(std::vector<PartLine>& parts, const Catalogue& catalogue) {
    std::stable_sort(parts.begin(), parts.end(), [&](const PartLine& a, const PartLine& b) {
        return order_of(a, catalogue) < order_of(b, catalogue);
    });
}

}  // namespace

const char* cord_kind(const Settings& settings) {
    return settings.cord_awg >= 25 ? usual::thin_patch_cord : usual::patch_cord;
}

double cut_length_m(const NetLink& link) { return link.length_m; }

double ends_price(Medium medium) {
    switch (medium) {
        case Medium::twisted_pair: return 2 * plug_price;
        case Medium::coax: return 2 * coax_plug_price;
        case Medium::fibre:
        case Medium::composite: return 2 * fibre_end_price;
        default: return 0;
    }
}

namespace {

// What is fitted to an end of a cable and stands in no catalogue.
struct SmallPart {
    const char* id;
    const char* name;
    double price;
};
constexpr SmallPart rj45_plug{"plug-rj45", "Plug, 8 contacts, for solid conductors", plug_price};
constexpr SmallPart coax_plug{"plug-coax", "Plug, coax, compression", coax_plug_price};
constexpr SmallPart fibre_ends{"fibre-end", "Fibre ends, fitted and tested, a pair",
                               fibre_end_price};

// Adds up what is needed, by kind.
class PartCount {
public:
    explicit PartCount(const Network& net) : net_(net) {}

    // Of these links nothing is fitted: they come with their plugs on.
    void ready_made(const CutPlan& plan) {
        for (const CableCuts& cable : plan.cables) {
            for (const PackageCut& cut : cable.packages) {
                if (is_ready_made(cut) && !cut.pieces.front().cord)
                    ready_made_.insert(cut.pieces.front().link);
            }
        }
    }

    void add(const std::string& id, double quantity, const std::string& used_by) {
        const Kind* kind = net_.catalogue->find(id);
        PartLine& line = lines_[id];
        line.kind = id;
        line.name = kind ? kind->name : id;
        line.unit = kind && kind->cable ? Unit::metre : Unit::count;
        line.unit_price = !kind ? 0 : kind->cable ? kind->cable->price_per_m : kind->price;
        line.quantity += quantity;
        if (line.used_by.empty() || line.used_by.back() != used_by) line.used_by.push_back(used_by);
    }

    void add(const Device& device) {
        add(device.kind, 1, device.id);
        if (!device.enclosure.empty()) add(device.enclosure, 1, device.id);
        for (const auto& [port, module] : device.modules) add(module, 1, device.id);
    }

    void add(const NetLink& link) {
        if (link.medium() == Medium::radio || link.medium() == Medium::mains_wiring) return;
        if (link.link->existing.empty()) add(link.link->cable, cut_length_m(link), link.link->id);
        const double cords_m =
            link.medium() == Medium::twisted_pair ? channel_cords_m(*link.link) : 0;
        if (cords_m > 0) add(cord_kind(net_.site->settings), cords_m, link.link->id);
        for (const LinkEnd* end : {&link.link->a, &link.link->b}) {
            if (!end->protector.empty()) add(end->protector, 1, link.link->id);
            const bool comes_with_plugs =
                link.cable->cable->cord || ready_made_.contains(link.link->id);
            if (!comes_with_plugs) add_end(link);
        }
    }

    std::vector<PartLine> done() {
        std::vector<PartLine> parts;
        for (auto& [id, line] : lines_) {
            line.price = line.quantity * line.unit_price;
            parts.push_back(std::move(line));
        }
        sort_parts(parts, *net_.catalogue);
        return parts;
    }

private:
    void add_end(const NetLink& link) {
        const auto small = [&](SmallPart part) {
            add(part.id, 1, link.link->id);
            lines_[part.id].unit_price = part.price;
            lines_[part.id].name = part.name;
        };
        switch (link.medium()) {
            case Medium::twisted_pair: return small(rj45_plug);
            case Medium::coax: return small(coax_plug);
            case Medium::fibre:
            case Medium::composite: return small(fibre_ends);
            default: return;
        }
    }

    const Network& net_;
    std::map<std::string, PartLine> lines_;
    std::set<std::string> ready_made_;
};

}  // namespace

std::vector<PartLine> count_parts(const Network& net) {
    std::vector<DeviceNumber> devices;
    std::vector<LinkNumber> links;
    for (DeviceNumber device : net.kinds.numbers()) devices.push_back(device);
    for (LinkNumber link : net.links.numbers()) links.push_back(link);
    return count_parts(net, devices, links);
}

std::vector<PartLine> count_parts(const Network& net, const std::vector<DeviceNumber>& devices,
                                  const std::vector<LinkNumber>& links,
                                  const std::vector<std::string>& modules) {
    PartCount count(net);
    for (const std::string& module : modules) count.add(module, 1, "");
    for (DeviceNumber device : devices) count.add(net.device(device));
    for (LinkNumber link : links) count.add(net.links[link]);
    return count.done();
}

namespace {

// A line for each package that is bought, for each left-over, and for what comes by the metre.
void add_cable(const Network& net, const CableCuts& cuts, std::vector<PartLine>& parts) {
    const Kind* kind = net.catalogue->find(cuts.cable);
    const auto use = [](PartLine& line, const std::vector<CutPiece>& pieces) {
        for (const CutPiece& piece : pieces) {
            if (std::find(line.used_by.begin(), line.used_by.end(), piece.link) ==
                line.used_by.end())
                line.used_by.push_back(piece.link);
        }
    };
    PartLine plain;
    plain.kind = cuts.cable;
    plain.name = kind ? kind->name : cuts.cable;
    PartLine by_metre = plain, too_long = plain;
    by_metre.unit = too_long.unit = Unit::metre;
    by_metre.unit_price = too_long.unit_price = kind && kind->cable ? kind->cable->price_per_m : 0;
    too_long.too_long = true;
    std::vector<PartLine> lines;
    for (const PackageCut& cut : cuts.packages) {
        if (cut.to_measure) {
            by_metre.quantity += cut.package.length_m;
            use(by_metre, cut.pieces);
            continue;
        }
        const auto same = std::find_if(lines.begin(), lines.end(), [&](const PartLine& line) {
            return line.package == cut.package && line.left_over == cut.left_over;
        });
        PartLine& line = same != lines.end() ? *same : lines.emplace_back(plain);
        line.package = cut.package;
        line.left_over = cut.left_over;
        line.unit_price = cut.package.price;
        line.quantity += 1;
        use(line, cut.pieces);
    }
    for (const CutPiece& piece : cuts.too_long) too_long.quantity += piece.length_m;
    use(too_long, cuts.too_long);
    for (PartLine* line : {&by_metre, &too_long}) {
        if (line->quantity > 0) lines.push_back(std::move(*line));
    }
    for (PartLine& line : lines) {
        line.price = line.quantity * line.unit_price;
        parts.push_back(std::move(line));
    }
}

}  // namespace

std::vector<PartLine> bought_parts(const Network& net, const CutPlan& plan) {
    PartCount count(net);
    count.ready_made(plan);
    for (DeviceNumber device : net.kinds.numbers()) count.add(net.device(device));
    for (LinkNumber link : net.links.numbers()) count.add(net.links[link]);
    std::vector<PartLine> parts = count.done();
    std::erase_if(parts, [](const PartLine& line) { return line.unit == Unit::metre; });
    for (const CableCuts& cable : plan.cables) add_cable(net, cable, parts);
    sort_parts(parts, *net.catalogue);
    return parts;
}

double total_price(const std::vector<PartLine>& parts) {
    double sum = 0;
    for (const PartLine& line : parts) sum += line.price;
    return sum;
}

}  // namespace ovant
