// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/parts.h"

#include <algorithm>
#include <map>
#include <numeric>

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
    return settings.cord_awg >= 25 ? "patch-26" : "patch-24";
}

double cut_length_m(const NetLink& link) { return link.length_m; }

std::vector<PartLine> count_parts(const Network& net) {
    std::vector<int> devices(net.kinds.size()), links(net.links.size());
    std::iota(devices.begin(), devices.end(), 0);
    std::iota(links.begin(), links.end(), 0);
    return count_parts(net, devices, links);
}

std::vector<PartLine> count_parts(const Network& net, const std::vector<int>& devices,
                                  const std::vector<int>& links,
                                  const std::vector<std::string>& modules) {
    std::map<std::string, PartLine> lines;
    const auto add = [&](const std::string& id, double quantity, const std::string& used_by) {
        const Kind* kind = net.catalogue->find(id);
        PartLine& line = lines[id];
        line.kind = id;
        line.name = kind ? kind->name : id;
        line.unit = kind && kind->cable ? Unit::metre : Unit::count;
        line.unit_price = !kind ? 0 : kind->cable ? kind->cable->price_per_m : kind->price;
        line.quantity += quantity;
        if (line.used_by.empty() || line.used_by.back() != used_by) line.used_by.push_back(used_by);
    };
    for (const std::string& module : modules) add(module, 1, "");
    for (const int number : devices) {
        const Device& device = net.device(number);
        add(device.kind, 1, device.id);
        if (!device.enclosure.empty()) add(device.enclosure, 1, device.id);
        for (const auto& [port, module] : device.modules) add(module, 1, device.id);
    }
    const auto add_small = [&](const char* id, const char* name, double price,
                               const std::string& used_by) {
        add(id, 1, used_by);
        lines[id].unit_price = price;
        lines[id].name = name;
    };
    for (const int number : links) {
        const NetLink& link = net.links[static_cast<std::size_t>(number)];
        if (link.medium() == Medium::radio || link.medium() == Medium::mains_wiring) continue;
        if (link.link->existing.empty()) {
            add(link.link->cable, cut_length_m(link), link.link->id);
        }
        const double cords_m =
            link.medium() == Medium::twisted_pair ? channel_cords_m(*link.link) : 0;
        if (cords_m > 0) add(cord_kind(net.site->settings), cords_m, link.link->id);
        for (const LinkEnd* end : {&link.link->a, &link.link->b}) {
            if (!end->protector.empty()) add(end->protector, 1, link.link->id);
            if (link.cable->cable->cord) continue;  // comes with its plugs
            switch (link.medium()) {
                case Medium::twisted_pair:
                    add_small("plug-rj45", "Plug, 8 contacts, for solid conductors", plug_price,
                              link.link->id);
                    break;
                case Medium::coax:
                    add_small("plug-coax", "Plug, coax, compression", coax_plug_price,
                              link.link->id);
                    break;
                case Medium::fibre:
                case Medium::composite:
                    add_small("fibre-end", "Fibre ends, fitted and tested, a pair", fibre_end_price,
                              link.link->id);
                    break;
                default: break;
            }
        }
    }
    std::vector<PartLine> parts;
    for (auto& [id, line] : lines) {
        line.price = line.quantity * line.unit_price;
        parts.push_back(std::move(line));
    }
    std::stable_sort(parts.begin(), parts.end(), [&](const PartLine& a, const PartLine& b) {
        return order_of(a, *net.catalogue) < order_of(b, *net.catalogue);
    });
    return parts;
}

double total_price(const std::vector<PartLine>& parts) {
    double sum = 0;
    for (const PartLine& line : parts) sum += line.price;
    return sum;
}

}  // namespace ovant
