// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/parts.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_set>

#include "core/catalogue/usual_kinds.h"
#include "core/look_up.h"

namespace ovant {
namespace {

constexpr double most_in_packs = 1e6;  // past it singly

int order_of(const PartLine& line, const Catalogue& catalogue) {
    const Kind* kind = catalogue.find(line.kind);
    if (!kind) return 100;
    switch (kind->category) {
        case Category::camera: return 0;
        case Category::load: return 0;
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
        case Category::small_part: return 9;
    }
    return 99;
}

}  // namespace

void sort_parts(std::vector<PartLine>& parts, const Catalogue& catalogue) {
    std::stable_sort(parts.begin(), parts.end(), [&](const PartLine& a, const PartLine& b) {
        return order_of(a, catalogue) < order_of(b, catalogue);
    });
}

const char* cord_kind(const Settings& settings) {
    return settings.cord_awg >= 25 ? usual::thin_patch_cord : usual::patch_cord;
}

double cut_length_m(const NetLink& link) { return link.length_m; }

namespace {

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

    void add(const Brought& brought) {
        add(brought.part, std::ceil(brought.quantity - 1e-6), "");
        lines_[brought.part].used_by = brought.used_by;
        lines_[brought.part].small = true;
    }

    void add(const Device& device) {
        add(device.kind, 1, device.id);
        if (!device.enclosure.empty()) add(device.enclosure, 1, device.id);
        for (const auto& [port, module] : device.modules) add(module, 1, device.id);
        if (!device.antenna.empty()) add(device.antenna, 1, device.id);
    }

    void add(const NetLink& link) {
        if (link.medium() == Medium::radio || link.medium() == Medium::mains_wiring) return;
        if (link.link->existing.empty()) add(link.link->cable, cut_length_m(link), link.link->id);
        const double cords_m =
            link.medium() == Medium::twisted_pair ? channel_cords_m(*link.link) : 0;
        if (cords_m > 0) add(cord_kind(net_.site->settings), cords_m, link.link->id);
        for (const LinkEnd* end : {&link.link->a, &link.link->b}) {
            if (!end->protector.empty()) add(end->protector, 1, link.link->id);
        }
    }

    std::vector<PartLine> done() {
        std::vector<PartLine> parts;
        for (auto& [id, line] : lines_) {
            if (line.quantity <= 0) continue;  // a cable between units in one spot
            line.price = line.quantity * line.unit_price;
            parts.push_back(std::move(line));
        }
        sort_parts(parts, *net_.catalogue);
        return parts;
    }

private:
    const Network& net_;
    std::map<std::string, PartLine> lines_;
};

}  // namespace

std::vector<PartLine> count_parts(const Network& net) { return count_parts(net, whole_site(net)); }

namespace {

PartCount units_and_cable(const Network& net, const PartsOf& of) {
    PartCount count(net);
    for (const std::string& module : of.modules) count.add(module, 1, "");
    for (DeviceNumber device : of.devices) count.add(net.device(device));
    for (LinkNumber link : of.links) count.add(net.links[link]);
    return count;
}

}  // namespace

std::vector<PartLine> count_parts(const Network& net, const PartsOf& of) {
    PartCount count = units_and_cable(net, of);
    for (const Brought& brought : brought_along(net, of)) count.add(brought);
    return count.done();
}

double share_of_material(const Network& net, const PartsOf& of) {
    double price = total_price(units_and_cable(net, of).done());
    for (const BroughtShare& share : brought_shares(net, of))
        price += share.quantity * or_nothing(net.catalogue->find(share.part)).price;
    return price;
}

namespace {

// A line for each package that is bought, for each left-over, and for what comes by the metre.
void add_cable(const Network& net, const CableCuts& cuts, std::vector<PartLine>& parts) {
    const Kind* kind = net.catalogue->find(cuts.cable);
    using Users = std::unordered_set<std::string>;
    const auto use = [](PartLine& line, Users& users, const std::vector<CutPiece>& pieces) {
        for (const CutPiece& piece : pieces) {
            if (users.insert(piece.link).second) line.used_by.push_back(piece.link);
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
    std::vector<Users> users;  // of each line
    Users by_metre_users, too_long_users;
    for (const PackageCut& cut : cuts.packages) {
        if (cut.to_measure) {
            by_metre.quantity += cut.package.length_m;
            use(by_metre, by_metre_users, cut.pieces);
            continue;
        }
        const auto same = std::find_if(lines.begin(), lines.end(), [&](const PartLine& line) {
            return line.package == cut.package && line.left_over == cut.left_over;
        });
        PartLine& line = same != lines.end() ? *same : lines.emplace_back(plain);
        users.resize(lines.size());
        line.package = cut.package;
        line.left_over = cut.left_over;
        line.unit_price = cut.package.price;
        line.quantity += 1;
        use(line, users[static_cast<std::size_t>(&line - lines.data())], cut.pieces);
    }
    for (const CutPiece& piece : cuts.too_long) too_long.quantity += piece.length_m;
    use(too_long, too_long_users, cuts.too_long);
    for (PartLine* line : {&by_metre, &too_long}) {
        if (line->quantity > 0) lines.push_back(std::move(*line));
    }
    for (PartLine& line : lines) {
        line.price = line.quantity * line.unit_price;
        parts.push_back(std::move(line));
    }
}

}  // namespace

namespace {

// What a line for so many pieces costs least in bags, a line for each size of bag.
std::vector<PartLine> in_packs(const PartLine& line, const Kind& kind) {
    const auto wanted = static_cast<std::size_t>(line.quantity);
    std::vector<Pack> packs = kind.packs;
    if (kind.price > 0) packs.push_back({1, kind.price});
    std::vector<double> cost(wanted + 1, 0);
    std::vector<std::size_t> last(wanted + 1, 0);
    for (std::size_t n = 1; n <= wanted; ++n) {
        cost[n] = 1e30;
        for (std::size_t i = 0; i < packs.size(); ++i) {
            const auto pieces = static_cast<std::size_t>(packs[i].pieces);
            const double with = packs[i].price + cost[n > pieces ? n - pieces : 0];
            if (with < cost[n]) {
                cost[n] = with;
                last[n] = i;
            }
        }
    }
    std::map<std::size_t, double> chosen;
    for (std::size_t n = wanted; n > 0;) {
        const auto pieces = static_cast<std::size_t>(packs[last[n]].pieces);
        ++chosen[last[n]];
        n = n > pieces ? n - pieces : 0;
    }
    std::vector<PartLine> lines;
    for (const auto& [i, count] : chosen) {
        PartLine bags = line;
        bags.pack = packs[i].pieces > 1 ? packs[i].pieces : 0;
        bags.quantity = count;
        bags.unit_price = packs[i].price;
        bags.price = count * packs[i].price;
        lines.push_back(std::move(bags));
    }
    return lines;
}

}  // namespace

PartsOf parts_as_cut(const Network& net, const CutPlan& plan) {
    PartsOf of = whole_site(net);
    for (const CableCuts& cable : plan.cables) {
        for (const PackageCut& cut : cable.packages) {
            const CutPiece& first = cut.pieces.front();
            if (is_ready_made(cut) && !first.cord) of.ready_made.insert(first.link);
            for (const CutPiece& piece : cut.pieces) {
                if (piece.parts > 1) of.joints[piece.link] = piece.parts - 1;
            }
        }
    }
    return of;
}

std::vector<PartLine> bought_parts(const Network& net, const CutPlan& plan) {
    const PartsOf of = parts_as_cut(net, plan);
    std::vector<PartLine> parts;
    for (PartLine& line : count_parts(net, of)) {
        const Kind* kind = net.catalogue->find(line.kind);
        if (line.unit == Unit::metre) continue;
        if (!kind || kind->packs.empty() || line.quantity > most_in_packs) {
            parts.push_back(std::move(line));
            continue;
        }
        for (PartLine& bags : in_packs(line, *kind)) parts.push_back(std::move(bags));
    }
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
