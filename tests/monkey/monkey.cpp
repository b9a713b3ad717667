// SPDX-License-Identifier: GPL-3.0-or-later
#include "monkey/monkey.h"

#include <fmt/format.h>

#include <functional>
#include <limits>

#include "core/assess/backup.h"
#include "core/assess/budget.h"
#include "core/assess/profile.h"
#include "core/choose/assign.h"
#include "core/choose/unit_remedies.h"
#include "core/format/camera_csv.h"
#include "core/format/kind_text.h"
#include "core/look_up.h"
#include "core/parts/parts.h"
#include "core/prove/cards.h"
#include "core/simulate/day.h"
#include "core/simulate/what_if.h"
#include "core/site/edits.h"
#include "phrase/card_text.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

constexpr std::size_t most_history = 60;

template <class T>
Result<Site> site_of(Result<T> added) {
    if (!added) return added.error();
    return std::move(added->site);
}

}  // namespace

// The edits of the window, with arguments that are mostly sensible and sometimes absurd.
struct Monkey::Edits {
    std::mt19937& random;
    const Site& site;
    const Catalogue catalogue = catalogue_for(site);

    std::size_t below(std::size_t count) {
        return count == 0 ? 0 : std::uniform_int_distribution<std::size_t>(0, count - 1)(random);
    }
    bool one_in(std::size_t count) { return below(count) == 0; }
    template <class T>
    const T& pick(const std::vector<T>& items) {
        return items.empty() ? or_nothing<T>(nullptr) : items[below(items.size())];
    }
    double number(double usual) {
        const double absurd[] = {-1,
                                 0,
                                 1e-9,
                                 0.01,
                                 1,
                                 24,
                                 60,
                                 168,
                                 200,
                                 301,
                                 350,
                                 1001,
                                 5001,
                                 1e5,
                                 1e6,
                                 1000001,
                                 1e300,
                                 -90,
                                 95,
                                 -1e6,
                                 std::numeric_limits<double>::quiet_NaN(),
                                 std::numeric_limits<double>::infinity()};
        if (one_in(4)) return absurd[below(std::size(absurd))];
        return std::round(std::uniform_real_distribution<double>(0, 2 * usual)(random) * 100) / 100;
    }
    std::optional<double> maybe(double usual) {
        if (one_in(5)) return std::nullopt;
        return number(usual);
    }
    std::string text() {
        const std::string texts[] = {"",
                                     "Quay",
                                     "Gate 2",
                                     "Q\xc3\xa9",
                                     "\xe9t\xe9",
                                     "a\nb",
                                     std::string(200, 'n'),
                                     std::string(201, 'n'),
                                     "\"\\",
                                     "=SUM(A1)",
                                     std::string(1000000, 'x'),
                                     std::string("n\0l", 3),
                                     "\x1b[31mred"};
        return texts[below(std::size(texts))];
    }
    Point point() {
        if (one_in(12)) return {number(500), number(500)};
        if (!site.devices.empty() && one_in(3)) return pick(site.devices).at;
        if (!site.places.empty() && one_in(4)) return pick(site.places).at;
        return {std::uniform_real_distribution<double>(-100, 500)(random),
                std::uniform_real_distribution<double>(-100, 300)(random)};
    }
    std::vector<Point> points() {
        std::vector<Point> out(one_in(8) ? below(2) : 2 + below(4));
        for (Point& at : out) at = point();
        return out;
    }
    std::string kind() {
        if (one_in(15)) return "no-such-kind";
        auto at = catalogue.begin();
        std::advance(at, static_cast<std::ptrdiff_t>(below(catalogue.size())));
        return at->first;
    }
    std::string kind_of(Category category) {
        const auto kinds = catalogue.of(category);
        return kinds.empty() || one_in(10) ? kind() : kinds[below(kinds.size())]->id;
    }
    std::string unit_kind() {
        const Category usual[] = {
            Category::camera,   Category::network_switch,  Category::recorder, Category::injector,
            Category::repeater, Category::extender,        Category::radio,    Category::line_unit,
            Category::ups,      Category::media_converter, Category::coax_unit};
        return one_in(4) ? kind() : kind_of(usual[below(std::size(usual))]);
    }
    std::string device() { return one_in(25) ? "K999" : pick(site.devices).id; }
    std::string link() { return one_in(25) ? "L999" : pick(site.links).id; }
    std::string any_id() {
        switch (below(7)) {
            case 0: return pick(site.places).id;
            case 1: return pick(site.pathways).id;
            case 2: return pick(site.obstacles).id;
            case 3: return pick(site.existing).id;
            case 4: return link();
            default: return device();
        }
    }
    std::string port_of(const std::string& id) {
        const Kind& found = or_nothing(catalogue.find(or_nothing(find_device(site, id)).kind));
        return one_in(20) ? "99" : pick(found.ports).id;
    }
    std::string camera() {
        std::vector<std::string> cameras;
        for (const Device& one : site.devices) {
            if (or_nothing(catalogue.find(one.kind)).camera) cameras.push_back(one.id);
        }
        return one_in(30) ? device() : pick(cameras);
    }
    template <class E>
    E choice(int count) {
        return static_cast<E>(below(static_cast<std::size_t>(count)));
    }

    Place place() {
        Place out = one_in(2) ? pick(site.places) : Place{};
        out.at = point();
        out.name = text();
        out.kind = choice<PlaceKind>(6);
        out.mains = choice<Mains>(4);
        out.surroundings = choice<Surroundings>(3);
        out.earth = one_in(2);
        out.head_end = one_in(3);
        out.vapour_zone = one_in(5);
        out.width_m = number(10);
        out.depth_m = number(10);
        out.mast_m = number(10);
        return out;
    }
    Result<Site> change_settings() {
        Settings s = site.settings;
        double* const numbers[] = {&s.day_c,
                                   &s.night_c,
                                   &s.coldest_night_c,
                                   &s.indoor_c,
                                   &s.cord_awg,
                                   &s.service_loop_m,
                                   &s.default_drop_m,
                                   &s.keep_back.power_share,
                                   &s.keep_back.volts,
                                   &s.keep_back.length_share,
                                   &s.keep_back.battery_share,
                                   &s.eirp_limit_dbm,
                                   &s.rain_mm_per_h,
                                   &s.sun_hours,
                                   &s.dark_hours,
                                   &s.days_without_sun,
                                   &s.backup_h,
                                   &s.battery_age_share,
                                   &s.labour.price_per_h,
                                   &s.tolerances.length_share,
                                   &s.tolerances.volts_share,
                                   &s.day.latitude_deg,
                                   &s.day.longitude_deg,
                                   &s.day.utc_offset_h,
                                   &s.day.outage_h,
                                   &s.day.dusk_spread_min,
                                   &s.day.tour_s,
                                   &s.day.tour_every_s};
        double& chosen = *numbers[below(std::size(numbers))];
        chosen = number(std::max(1.0, std::abs(chosen)));
        s.school = choice<School>(3);
        s.units = choice<UnitSystem>(2);
        s.preference = choice<Preference>(3);
        s.switch_basis = choice<SwitchBasis>(3);
        if (one_in(4)) s.currency = text();
        if (one_in(4)) s.day.date = one_in(2) ? "15.01.2027" : "2027-06-21";
        if (one_in(4)) s.day.outage_at_h = maybe(12);
        if (one_in(4)) s.day.restart_at_h = maybe(12);
        if (one_in(4)) s.hot_cable_c = maybe(40);
        return set_settings(site, s);
    }
    Result<Site> change_own_kind() {
        const std::string id = kind();
        const Kind& shipped = or_nothing(catalogue.find(id));
        const std::string own =
            one_in(2) && !site.kinds.empty()
                ? std::next(site.kinds.begin(),
                            static_cast<std::ptrdiff_t>(below(site.kinds.size())))
                      ->first
                : id + (one_in(3) ? "" : "-own");
        Result<std::string> copy =
            copied_kind(kind_json(site, site.kinds.contains(own) ? own : shipped.id), own, text());
        if (!copy) return copy.error();
        const auto fields = kind_fields(*copy);
        const std::string values[] = {"-1",
                                      "0",
                                      "1",
                                      "2",
                                      "in",
                                      "pd",
                                      "pse",
                                      "data",
                                      "pass",
                                      "true",
                                      "false",
                                      "radio",
                                      "fibre",
                                      "1-8",
                                      "1-99",
                                      "",
                                      "1e300",
                                      "x",
                                      std::string(300, 'k')};
        for (std::size_t i = below(3); i-- > 0 && !fields.empty();) {
            Result<std::string> changed =
                with_field(*copy, fields[below(fields.size())].path,
                           values[below(std::size(values))], UnitSystem::metric);
            if (changed) copy = std::move(changed);
        }
        return set_own_kind(site, own, *copy);
    }
    Result<Site> use_way() {
        const std::string id = camera();
        const std::vector<Proposal> all = propose_all(site, catalogue, id);
        for (const Proposal& proposal : all)
            (void)proposal_reason(proposal, {site.settings.units, &catalogue});
        std::vector<const Proposal*> built;
        for (const Proposal& proposal : all) {
            if (proposal.built) built.push_back(&proposal);
        }
        if (built.empty()) return site;
        return with_change(site, built[below(built.size())]->change);
    }
    Result<Site> import() {
        std::string csv = "name,x,y,kind,watts,mbps,length\n";
        for (std::size_t i = below(4); i-- > 0;)
            csv += fmt::format("{},{},{},{},{},{},{}\n", csv_cell(text().substr(0, 300)),
                               number(100), number(100), kind_of(Category::camera), number(10),
                               number(8), number(80));
        return import_cameras(site, catalogue, csv).site;
    }
    Result<Site> assign() {
        AssignOptions options;
        options.place = one_in(2) ? "" : pick(site.places).id;
        options.most_s = 0.2;
        return assign_ports(site, catalogue, options).site;
    }
    Result<Site> recover() {
        std::string bytes = write_site(site);
        if (one_in(2)) bytes.resize(below(bytes.size()));
        for (std::size_t i = below(4); i-- > 0 && !bytes.empty();)
            bytes[below(bytes.size())] = static_cast<char>(below(256));
        const KeptSite kept = read_site_keeping(bytes);
        for (const Error& error : kept.dropped) (void)sentence(error);
        return kept.nothing_kept ? site : kept.site;
    }
    Result<Site> draw() {
        Drawing drawing;
        const std::string media[] = {"image/png", "image/jpeg", "image/svg+xml", "text/html"};
        drawing.media_type = media[below(std::size(media))];
        drawing.data = std::make_shared<const std::string>(text());
        drawing.metres_per_pixel = number(0.1);
        drawing.fade = number(0.3);
        drawing.origin = point();
        if (one_in(4)) return set_drawing(site, std::nullopt);
        return set_drawing(site, drawing);
    }

    std::vector<std::pair<const char*, std::function<Result<Site>()>>> all() {
        const Catalogue& c = catalogue;
        return {
            {"add_device",
             [&] { return site_of(add_device(site, c, unit_kind(), point(), text())); }},
            {"add_device", [&] { return site_of(add_device(site, c, unit_kind(), point())); }},
            {"add_place", [&] { return site_of(add_place(site, place())); }},
            {"add_pathway",
             [&] {
                 Pathway one;
                 one.points = points();
                 one.kind = choice<PathwayKind>(6);
                 one.cost_per_m = number(20);
                 return site_of(add_pathway(site, one));
             }},
            {"add_equipment_room",
             [&] {
                 return site_of(add_equipment_room(site, c, point(),
                                                   kind_of(Category::network_switch),
                                                   kind_of(Category::recorder)));
             }},
            {"replace_place",
             [&] {
                 Place changed = place();
                 if (!site.places.empty()) changed.id = pick(site.places).id;
                 return replace_place(site, changed);
             }},
            {"replace_pathway",
             [&] {
                 Pathway changed = pick(site.pathways);
                 changed.points = points();
                 return replace_pathway(site, changed);
             }},
            {"move_object", [&] { return move_object(site, any_id(), point()); }},
            {"move_object", [&] { return move_object(site, device(), point()); }},
            {"rename_object", [&] { return rename_object(site, any_id(), text()); }},
            {"remove_object", [&] { return remove_object(site, c, any_id()); }},
            {"connect",
             [&] {
                 const std::string a = device(), b = device();
                 return site_of(connect(site, c, kind_of(Category::cable),
                                        {a, port_of(a), number(3), ""}, {b, port_of(b), 0, ""}));
             }},
            {"connect_devices",
             [&] {
                 return site_of(
                     connect_devices(site, c, kind_of(Category::cable), device(), device()));
             }},
            {"insert_in_line",
             [&] {
                 return site_of(insert_in_line(
                     site, c, link(), kind_of(one_in(2) ? Category::repeater : Category::extender),
                     point()));
             }},
            {"set_cable", [&] { return set_cable(site, c, link(), kind_of(Category::cable)); }},
            {"set_measured_length", [&] { return set_measured_length(site, link(), maybe(90)); }},
            {"lay_again", [&] { return lay_again(site, link()); }},
            {"set_slack", [&] { return set_slack(site, link(), number(10)); }},
            {"set_protectors",
             [&] {
                 return set_protectors(site, link(), kind_of(Category::protector),
                                       one_in(2) ? "" : kind_of(Category::protector));
             }},
            {"set_camera_draw",
             [&] {
                 return set_camera_draw(site, c, camera(), {number(6), number(4), 0, number(2), 0});
             }},
            {"set_camera",
             [&] {
                 CameraSettings changed;
                 changed.bit_rate_mbps = maybe(8);
                 changed.importance = static_cast<int>(below(5));
                 changed.view.range_m = number(30);
                 changed.view.direction_deg = number(180);
                 return set_camera(site, camera(), changed);
             }},
            {"set_kind", [&] { return set_kind(site, c, device(), unit_kind()); }},
            {"set_enclosure",
             [&] { return set_enclosure(site, c, device(), kind_of(Category::enclosure)); }},
            {"set_place", [&] { return set_place(site, device(), pick(site.places).id); }},
            {"set_long_group",
             [&] {
                 return set_long_group(site, device(), static_cast<int>(below(70)) - 2, one_in(2));
             }},
            {"set_antenna_height", [&] { return set_antenna_height(site, device(), number(10)); }},
            {"set_transmit", [&] { return set_transmit(site, device(), maybe(20)); }},
            {"set_module",
             [&] {
                 const std::string id = device();
                 return set_module(site, c, id, port_of(id), kind_of(Category::transceiver));
             }},
            {"set_port_priority",
             [&] {
                 const std::string id = device();
                 return set_port_priority(site, c, id, port_of(id), static_cast<int>(below(5)));
             }},
            {"set_backup", [&] { return set_backup(site, c, device(), device()); }},
            {"set_supplies",
             [&] { return set_supplies(site, c, device(), static_cast<int>(below(5)) - 1); }},
            {"set_port_power",
             [&] {
                 const std::string id = device();
                 return set_port_power(site, id, port_of(id), one_in(2));
             }},
            {"move_plug",
             [&] {
                 const Link& one = pick(site.links);
                 const LinkEnd& end = one_in(2) ? one.a : one.b;
                 const std::string to = device();
                 return move_plug(site, c, end.device, end.port, to, port_of(to));
             }},
            {"set_fibre_joints",
             [&] {
                 return set_fibre_joints(site, link(), static_cast<int>(below(120)) - 5,
                                         static_cast<int>(below(120)) - 5);
             }},
            {"add_obstacle",
             [&] {
                 Obstacle one;
                 one.points = points();
                 one.height_m = number(10);
                 one.kind = choice<ObstacleKind>(5);
                 return site_of(add_obstacle(site, one));
             }},
            {"replace_obstacle",
             [&] {
                 Obstacle changed = pick(site.obstacles);
                 changed.height_m = number(10);
                 return replace_obstacle(site, changed);
             }},
            {"add_existing",
             [&] {
                 ExistingCable one;
                 one.cable = kind_of(Category::cable);
                 one.points = points();
                 one.measured_length_m = maybe(80);
                 return site_of(add_existing(site, c, one));
             }},
            {"replace_existing",
             [&] {
                 ExistingCable changed = pick(site.existing);
                 changed.measured_loop_ohm = maybe(20);
                 return replace_existing(site, c, changed);
             }},
            {"set_own_kind", [&] { return change_own_kind(); }},
            {"remove_own_kind",
             [&] {
                 return remove_own_kind(site,
                                        site.kinds.empty() ? kind() : site.kinds.begin()->first);
             }},
            {"set_drawing", [&] { return draw(); }},
            {"scale_drawing", [&] { return scale_drawing(site, point(), point(), number(50)); }},
            {"set_settings", [&] { return change_settings(); }},
            {"set_settings", [&] { return change_settings(); }},
            {"use_way", [&] { return use_way(); }},
            {"use_way", [&] { return use_way(); }},
            {"with_best_way", [&] { return Result<Site>(with_best_way(site, c, camera())); }},
            {"import_cameras", [&] { return import(); }},
            {"assign_ports", [&] { return assign(); }},
            {"priorities",
             [&] { return Result<Site>(with_priorities_by_importance(site, c, device())); }},
            {"unit_remedy",
             [&] {
                 const auto remedies = propose_unit_remedies(site, c, device());
                 return remedies.empty() ? Result<Site>(site)
                                         : Result<Site>(remedies[below(remedies.size())].site);
             }},
            {"recover", [&] { return recover(); }},
        };
    }
};

Monkey::Monkey(Site site, std::uint32_t seed) : random_(seed) {
    bytes_.push_back(write_site(site));
    history_.push_back(std::move(site));
}

bool Monkey::edit() {
    Edits edits{random_, site()};
    auto all = edits.all();
    // A site does not grow past what the monkey can look at in its time.
    auto& [name, change_it] = all[edits.below(all.size())];
    last_edit_ = name;
    ++counts_.tried;
    Result<Site> changed = sound(site(), edits.catalogue, change_it());
    if (!changed) {
        ++counts_.refused;
        if (sentence(changed.error()).size() < 8) fault_ = "a refusal without a sentence";
        return fault_.empty();
    }
    if (changed->devices.size() > 120 || changed->links.size() > 150 ||
        changed->pathways.size() > 40 || changed->places.size() > 30 || changed->kinds.size() > 30)
        return true;
    const std::string bytes = write_site(*changed);
    const Result<Site> again = read_site(bytes);
    if (!again)
        fault_ = "what was kept does not open: " + sentence(again.error());
    else if (write_site(*again) != bytes)
        fault_ = "what was kept comes back with other bytes";
    else if (!(*again == *changed))
        fault_ = "what was kept comes back as another site";
    if (!fault_.empty()) return false;
    ++counts_.taken;
    history_.push_back(std::move(*changed));
    bytes_.push_back(bytes);
    if (history_.size() > most_history) {
        history_.erase(history_.begin() + 1);
        bytes_.erase(bytes_.begin() + 1);
    }
    return true;
}

void Monkey::look() {
    ++counts_.looked;
    Edits edits{random_, site()};
    const Catalogue& catalogue = edits.catalogue;
    const TextContext text{site().settings.units, &catalogue};
    const Network net = lay_out(site(), catalogue);
    const Assessment assessment = assess(net, {std::nullopt, true});
    for (std::size_t i = 0; i < net.runs.size(); ++i) {
        const RunProfile profile = run_profile(net, i);
        for (const Check& check : assessment.runs[i].checks) (void)sentence(check, text);
        (void)run_sentence(assessment.runs[i], text);
        (void)cautions_of(net, i);
        for (std::size_t hop = 0; hop < profile.hops.size(); ++hop)
            (void)hop_working(net, i, hop, Condition::night);
        for (std::size_t at = 0; at < profile.points.size(); ++at)
            (void)point_working(net, i, at, Condition::coldest_night);
    }
    for (const SwitchAssessment& unit : assessment.switches) (void)unit_sentence(unit, text);
    (void)power_tree(net, assessment);
    (void)backups(net);
    (void)count_parts(net);
    (void)wiring_cards(net);
    (void)count_what_ifs(site(), catalogue);
    if (Result<DayPlan> plan = day_plan(site().settings)) {
        double share = 0;
        (void)play_day(net, *plan, [&](double done) {
            share = done;
            return share < 1.0 / 24;
        });
    }
    for (const Proposal& proposal : propose_all(site(), catalogue, edits.camera())) {
        (void)proposal_title(proposal, text);
        (void)proposal_reason(proposal, text);
    }
}

bool Monkey::undo_and_redo() {
    for (std::size_t i = history_.size(); i-- > 0;) {
        if (write_site(history_[i]) != bytes_[i]) fault_ = "undone to other bytes";
    }
    for (std::size_t i = 0; i < history_.size(); ++i) {
        const Result<Site> again = read_site(bytes_[i]);
        if (!again || write_site(*again) != bytes_[i]) fault_ = "redone to other bytes";
    }
    return fault_.empty();
}

}  // namespace ovant
