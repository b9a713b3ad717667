// SPDX-License-Identifier: GPL-3.0-or-later
// One length of cable: the common part of ways 1 and 2.
#include <algorithm>
#include <map>
#include <set>

#include "core/assess/practice_checks.h"
#include "core/catalogue/usual_kinds.h"
#include "core/choose/draft.h"

namespace ovant {
namespace {

// What was measured or left as slack on the camera's old single cable still holds for a new one.
void keep_lengths(const ChooseContext& context, Link& link) {
    const Run& run = context.now.runs[context.camera_number];
    if (run.links.size() != 1) return;
    const Link& old = *context.now.links[run.links[0]].link;
    if (old.a.device != link.a.device) return;
    link.cords_m = old.cords_m;
    link.slack_m = old.slack_m;
    link.measured_length_m = old.measured_length_m;
    link.a.drop_m = old.a.drop_m;
    link.b.drop_m = old.b.drop_m;
    if (!old.drawn.empty()) {
        link.pathways = old.pathways;
        link.drawn = old.drawn;
    }
}

}  // namespace

Proposal build_single(const ChooseContext& context, bool with_long_setting) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const PortWish wish{context.class_needed, with_long_setting, "", true};
    if (with_long_setting && !context.pick_port(wish)) return cannot_build(Cannot::no_long_setting);
    std::vector<Draft> drafts;
    std::string used, fed_from;
    for (double finest_awg : {24.0, 23.0}) {
        Draft draft(context);
        const auto feed = head_feed(draft, wish);
        if (!feed) return cannot_build(Cannot::no_free_port);
        const At from = *feed;
        const Kind* cable =
            draft.copper(draft.point_of(from.device), context.camera->at, finest_awg);
        if (!cable || cable->id == used) continue;
        used = cable->id;
        fed_from = from.device + "." + from.port;
        const std::string link = draft.join(cable->id, from, draft.camera_input());
        draft.change_link(link, [&](Link& laid) { keep_lengths(context, laid); });
        drafts.push_back(std::move(draft));
    }
    Proposal proposal = first_good(context, std::move(drafts));
    proposal.detail = fed_from;
    return proposal;
}

namespace {

Site places_and_pathways(const Site& of) {
    Site out;
    out.name = of.name;
    out.settings = of.settings;
    out.places = of.places;
    out.pathways = of.pathways;
    return out;
}

double class_w(int poe_class) {
    return or_nothing(poe_class_limits(std::clamp(poe_class, 1, 8))).pse_w;
}

}  // namespace

struct LengthLayer::Parts {
    struct Unit {
        Device device;
        const Kind* kind;
        std::set<std::string> taken;
        double left_w = 0;  // of its budget, by class
    };
    Site site;
    const Catalogue& catalogue;
    Router router;
    std::vector<Unit> units;

    Parts(const Site& of, const Catalogue& kinds)
        : site(places_and_pathways(of)), catalogue(kinds), router(site) {
        std::map<std::string_view, std::size_t> index;
        for (const Device& device : of.devices) {
            const Kind& kind = or_nothing(kinds.find(device.kind));
            if (!is_source(kind) || kind.solar) continue;
            const Place* place = find_place(of, device.place);
            if (feeds_against_practice(of.settings, kind, place && place->head_end)) continue;
            index[device.id] = units.size();
            units.push_back({device, &kind, {}, budget_w(kind, device.supplies)});
        }
        for (const Link& link : of.links) {
            for (const LinkEnd* end : {&link.a, &link.b}) {
                const auto found = index.find(end->device);
                if (found == index.end()) continue;
                Unit& unit = units[found->second];
                const PortKind& port = or_nothing(find_port(*unit.kind, end->port));
                unit.taken.insert(end->port);
                const LinkEnd& load = end == &link.a ? link.b : link.a;
                if (port.role == PortRole::pse && or_nothing(find_device(of, load.device)).camera)
                    unit.left_w -= class_w(port.poe_class);
            }
        }
    }
};

LengthLayer::LengthLayer(const Site& site, const Catalogue& catalogue)
    : parts_(std::make_unique<Parts>(site, catalogue)) {}
LengthLayer::~LengthLayer() = default;

std::optional<Link> LengthLayer::lay(const Device& camera, double length_m) {
    const Kind& kind = or_nothing(parts_->catalogue.find(camera.kind));
    PortWish wish;
    wish.poe_class = poe_class_for_load(greatest_camera_power_w(camera_draw(camera, kind)));
    const PortKind* input = nullptr;
    for (const PortKind& port : kind.ports) {
        wish.poe_class = std::max(wish.poe_class, port.poe_class);
        if (port.role == PortRole::pd && port.power == PowerKind::poe && !input) input = &port;
    }
    if (!input) return std::nullopt;
    Parts::Unit* nearest = nullptr;
    const PortKind* out = nullptr;
    for (Parts::Unit& unit : parts_->units) {
        if (nearest) {
            // Of units in one place the one with the most watts left.
            const bool beside =
                !unit.device.place.empty() && unit.device.place == nearest->device.place;
            const bool nearer =
                distance_m(unit.device.at, camera.at) < distance_m(nearest->device.at, camera.at);
            if (beside ? unit.left_w <= nearest->left_w : !nearer) continue;
        }
        const PortKind* port = least_port(unit.device, *unit.kind, wish, [&](const PortKind& one) {
            const PortKind* side =
                unit.kind->category == Category::injector ? data_side(*unit.kind, one) : nullptr;
            return unit.taken.contains(one.id) || (side && !unit.taken.contains(side->id));
        });
        if (!port) continue;
        nearest = &unit;
        out = port;
    }
    if (!out) return std::nullopt;
    Link link;
    link.a = {nearest->device.id, out->id, parts_->site.settings.default_drop_m, ""};
    link.b = {camera.id, input->id, parts_->site.settings.default_drop_m, ""};
    link.measured_length_m = length_m;
    if (!parts_->site.pathways.empty() && camera.stated_run_m <= 0)
        link.pathways = parts_->router.route(nearest->device.at, camera.at);
    const Surroundings here =
        surroundings_to_lay_in(parts_->site, link, nearest->device, camera, Medium::twisted_pair);
    const Kind* cable = solid_copper(parts_->catalogue, std::max(here, Surroundings::outdoor), 24);
    if (!cable) return std::nullopt;
    link.cable = cable->id;
    if (here != Surroundings::indoor) link.a.protector = link.b.protector = usual::copper_protector;
    nearest->taken.insert(out->id);
    nearest->left_w -= class_w(wish.poe_class);
    return link;
}

}  // namespace ovant
