// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/parts.h"

#include <algorithm>
#include <map>

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

}  // namespace

const char* cord_kind(const Settings& settings) {
    return settings.cord_awg >= 25 ? usual::thin_patch_cord : usual::patch_cord;
}

double cut_length_m(const NetLink& link) { return link.length_m; }

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
            if (!link.cable->cable->cord) add_end(link);  // a cord comes with its plugs
        }
    }

    std::vector<PartLine> done() {
        std::vector<PartLine> parts;
        for (auto& [id, line] : lines_) {
            line.price = line.quantity * line.unit_price;
            parts.push_back(std::move(line));
        }
        std::stable_sort(parts.begin(), parts.end(), [&](const PartLine& a, const PartLine& b) {
            return order_of(a, *net_.catalogue) < order_of(b, *net_.catalogue);
        });
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

double total_price(const std::vector<PartLine>& parts) {
    double sum = 0;
    for (const PartLine& line : parts) sum += line.price;
    return sum;
}

}  // namespace ovant
