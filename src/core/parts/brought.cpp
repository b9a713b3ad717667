// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/brought.h"

#include <algorithm>
#include <boost/icl/continuous_interval.hpp>
#include <boost/icl/interval_set.hpp>
#include <optional>
#include <unordered_set>

#include "core/look_up.h"
#include "core/route/route.h"

namespace ovant {
namespace {

// What is known of what a rule counts; what does not apply to it is not there.
struct Facts {
    const Kind* cable = nullptr;
    const Kind* unit = nullptr;
    std::optional<PathwayKind> pathway;
    std::optional<PlaceKind> place;
    std::optional<Surroundings> surroundings;
    std::optional<bool> panel, boxed, by_itself, mains, bare_in_ground;
};

bool holds(Whether wanted, std::optional<bool> is) {
    return wanted == Whether::either || is == (wanted == Whether::yes);
}

template <class T>
bool holds(const std::optional<T>& wanted, const std::optional<T>& is) {
    return !wanted || wanted == is;
}

bool applies(const Brings& rule, const Facts& facts) {
    const CableFacts* cable = facts.cable && facts.cable->cable ? &*facts.cable->cable : nullptr;
    const auto of_cable = [&](auto what) {
        return cable ? std::optional(what(*cable)) : std::nullopt;
    };
    const bool named = rule.kind.empty() || (facts.cable && facts.cable->id == rule.kind) ||
                       (facts.unit && facts.unit->id == rule.kind);
    const bool harsh =
        !rule.surroundings || (facts.surroundings && *facts.surroundings >= *rule.surroundings);
    return named && harsh &&
           holds(rule.medium, of_cable([](const CableFacts& c) { return c.medium; })) &&
           holds(rule.conductors, of_cable([](const CableFacts& c) { return c.conductor.form; })) &&
           holds(rule.screened, of_cable([](const CableFacts& c) { return c.screened; })) &&
           holds(rule.category, facts.unit ? std::optional(facts.unit->category) : std::nullopt) &&
           holds(rule.pathway, facts.pathway) && holds(rule.place, facts.place) &&
           holds(rule.panel, facts.panel) && holds(rule.boxed, facts.boxed) &&
           holds(rule.by_itself, facts.by_itself) && holds(rule.mains, facts.mains) &&
           holds(rule.bare_in_ground, facts.bare_in_ground);
}

class Bringing {
public:
    Bringing(const Network& net, const PartsOf& of) : net_(net), of_(of) {}

    std::vector<BroughtShare> done() {
        for (DeviceNumber device : of_.devices) unit(device);
        for (LinkNumber number : of_.links) link(number);
        places();
        const std::unordered_set<std::string_view> wants_duct = pathways_that_want_ducts();
        for (const auto& [pathway, metres] : opened_metres(net_, of_)) {
            Facts facts;
            facts.pathway = or_nothing(find_pathway(*net_.site, pathway)).kind;
            facts.bare_in_ground = !wants_duct.contains(pathway);
            count(BroughtBy::opened_metre, facts, metres, {pathway, {}});
        }
        return std::move(shares_);
    }

private:
    struct For {
        std::string used_by;
        DeviceNumber at;
    };

    // It comes in from outdoors there, and the unit is not in a box of its own.
    bool enters_building(const NetLink& laid, PortAt end) const {
        const Place* place = net_.place_of(end.device);
        const bool building = place && (place->kind == PlaceKind::equipment_room ||
                                        place->kind == PlaceKind::outbuilding);
        return building && laid.surroundings != Surroundings::indoor &&
               net_.surroundings[end.device] == Surroundings::indoor;
    }
    std::unordered_set<std::string_view> pathways_that_want_ducts() const {
        std::unordered_set<std::string_view> out;
        for (LinkNumber number : of_.links) {
            if (may_lie_bare(number)) continue;
            for (const std::string& id : net_.links[number].link->pathways) out.insert(id);
        }
        return out;
    }
    bool may_lie_bare(LinkNumber number) const {
        return !net_.site->settings.buying.ducts_in_ground &&
               net_.links[number].cable->rating >= Surroundings::wet;
    }

    Facts facts_of(DeviceNumber number) const {
        const Device& device = net_.device(number);
        Facts facts;
        facts.unit = &net_.kind(number);
        if (const Place* place = net_.place_of(number)) facts.place = place->kind;
        facts.surroundings = surroundings_of(*net_.site, device);
        facts.boxed = !device.enclosure.empty();
        facts.by_itself = !facts.place;
        facts.mains = plugs_into_mains(*facts.unit);
        return facts;
    }

    void unit(DeviceNumber number) {
        const For what{net_.device(number).id, number};
        const Facts facts = facts_of(number);
        count(BroughtBy::unit, facts, 1, what);
        also_needed(*facts.unit, what);
        if (const Kind* box = net_.catalogue->find(net_.device(number).enclosure))
            also_needed(*box, what);
    }
    void also_needed(const Kind& kind, const For& what) {
        for (const AlsoNeeded& also : kind.brings)
            add(BroughtBy::unit, also.part, also.count, what);
    }

    void link(LinkNumber number) {
        const NetLink& laid = net_.links[number];
        const Link& link = *laid.link;
        const Medium medium = laid.medium();
        if (medium == Medium::radio || medium == Medium::mains_wiring) return;
        Facts of_cable;
        of_cable.cable = laid.cable;
        const bool comes_with_plugs = laid.cable->cable->cord || of_.ready_made.contains(link.id);
        for (const auto& [end, at] : {std::pair(&link.a, laid.a), std::pair(&link.b, laid.b)}) {
            Facts facts = facts_of(at.device);
            facts.cable = laid.cable;
            // A jack where a cord goes on to the unit; what hangs outdoors, and whatever a run ends
            // at, takes a plug.
            facts.panel = link.cords_m > 0 && !ends_a_run(*facts.unit) &&
                          facts.surroundings == Surroundings::indoor;
            if (!comes_with_plugs) count(BroughtBy::cable_end, facts, 1, {link.id, at.device});
            if (!end->protector.empty())
                count(BroughtBy::protector, facts, 1, {link.id, at.device});
        }
        const For whole{link.id, {}};
        if (link.splices > 0) count(BroughtBy::splice, of_cable, link.splices, whole);
        if (const auto joints = of_.joints.find(link.id); joints != of_.joints.end())
            count(BroughtBy::joint, of_cable, joints->second, whole);
        if (!link.existing.empty() || laid.cable->cable->cord) return;
        for (PortAt end : {laid.a, laid.b}) {
            if (enters_building(laid, end))
                count(BroughtBy::wall_entry, of_cable, 1, {link.id, end.device});
        }
        const Site& site = *net_.site;
        const Point a = net_.device(laid.a.device).at, b = net_.device(laid.b.device).at;
        for (const auto& [pathway, metres] : metres_on_pathways(site, link, a, b)) {
            Facts facts = of_cable;
            facts.pathway = or_nothing(find_pathway(site, pathway)).kind;
            count(BroughtBy::laid_metre, facts, metres, whole);
        }
        Facts dug = of_cable;
        dug.pathway = PathwayKind::trench;
        dug.bare_in_ground = may_lie_bare(number);
        count(BroughtBy::opened_metre, dug, laid.dug_m, whole);
        const double bare_m = bare_metres(site, link, a, b);
        if (bare_m > 0 && site.settings.where_no_pathway != Between::in_ground)
            count(BroughtBy::bare_metre, of_cable, bare_m, whole);
    }

    // Places where something of these stands.
    void places() {
        std::map<std::string, Facts> seen;
        for (DeviceNumber number : of_.devices) {
            const Place* place = net_.place_of(number);
            if (!place) continue;
            Facts& facts = seen.try_emplace(place->id).first->second;
            facts.place = place->kind;
            facts.surroundings = place->surroundings;
            facts.mains = facts.mains.value_or(false) || plugs_into_mains(net_.kind(number));
        }
        for (const auto& [id, facts] : seen) count(BroughtBy::place, facts, 1, {id, {}});
    }

    void count(BroughtBy of, const Facts& facts, double times, const For& what) {
        for (const Brings& rule : net_.catalogue->brings()) {
            if (rule.of != of || !applies(rule, facts)) continue;
            add(of, rule.part, times * rule.count / rule.for_every * (1 + rule.spare_share), what);
        }
    }
    void add(BroughtBy of, const std::string& part, double quantity, const For& what) {
        if (quantity <= 0 || !net_.catalogue->find(part)) return;
        shares_.push_back({of, part, quantity, what.used_by, what.at});
    }

    const Network& net_;
    const PartsOf& of_;
    std::vector<BroughtShare> shares_;
};

}  // namespace

PartsOf whole_site(const Network& net) {
    PartsOf of;
    of.whole = true;
    for (DeviceNumber device : net.kinds.numbers()) of.devices.push_back(device);
    for (LinkNumber link : net.links.numbers()) of.links.push_back(link);
    return of;
}

std::vector<BroughtShare> brought_shares(const Network& net, const PartsOf& of) {
    return Bringing(net, of).done();
}

std::vector<Brought> brought_along(const Network& net, const PartsOf& of) {
    std::map<std::string, Brought> parts;
    for (const BroughtShare& share : brought_shares(net, of)) {
        Brought& brought = parts[share.part];
        brought.part = share.part;
        brought.quantity += share.quantity;
        if (brought.used_by.empty() || brought.used_by.back() != share.used_by)
            brought.used_by.push_back(share.used_by);
    }
    std::vector<Brought> out;
    for (auto& [part, brought] : parts) out.push_back(std::move(brought));
    return out;
}

void add_open(OpenStretches& open, const Site& site, const Link& link, Point a, Point b) {
    for (const PathwayStretch& one : stretches_on_pathways(site, link, a, b))
        open[one.pathway].push_back(std::minmax(one.from_m, one.to_m));
}

std::map<std::string, double> opened_metres(const Network& net, const PartsOf& of) {
    OpenStretches laid;
    for (LinkNumber number : of.links) {
        const NetLink& link = net.links[number];
        const Medium medium = link.medium();
        if (medium == Medium::radio || medium == Medium::mains_wiring || link.cable->cable->cord ||
            !link.link->existing.empty())
            continue;
        add_open(laid, *net.site, *link.link, net.device(link.a.device).at,
                 net.device(link.b.device).at);
    }
    std::map<std::string, double> opened;
    for (const auto& [pathway, stretches] : laid) {
        if (or_nothing(find_pathway(*net.site, pathway)).cost_per_m <= 0) continue;
        boost::icl::interval_set<double> closed;
        for (const auto& [from_m, to_m] : stretches)
            closed += boost::icl::continuous_interval<double>::right_open(from_m, to_m);
        if (const auto open = of.open.find(pathway); open != of.open.end()) {
            for (const auto& [from_m, to_m] : open->second)
                closed -= boost::icl::continuous_interval<double>::right_open(from_m, to_m);
        }
        double metres = 0;
        for (const auto& piece : closed) metres += piece.upper() - piece.lower();
        if (metres > 0) opened[pathway] = metres;
    }
    return opened;
}

double ends_price(const Catalogue& catalogue, const Kind& cable) {
    Facts facts;
    facts.cable = &cable;
    facts.panel = false;
    double price = 0;
    for (const Brings& rule : catalogue.brings()) {
        const Kind* part = catalogue.find(rule.part);
        if (rule.of != BroughtBy::cable_end || !part || !applies(rule, facts)) continue;
        price += 2 * rule.count / rule.for_every * (1 + rule.spare_share) * part->price;
    }
    return price;
}

}  // namespace ovant
