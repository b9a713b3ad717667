// SPDX-License-Identifier: GPL-3.0-or-later
#include "monkey/random_edits.h"

#include <fmt/format.h>

#include "core/choose/assign.h"
#include "core/choose/proposal.h"
#include "core/choose/unit_remedies.h"
#include "core/assess/budget.h"
#include "core/sheet/camera_list.h"
#include "core/format/kind_text.h"
#include "core/choose/supply_box.h"
#include "core/edits/edits.h"
#include "core/variants/variants.h"
#include "phrase/error_text.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

template <class T>
Result<Site> site_of(Result<T> added) {
    if (!added) return added.error();
    return std::move(added->site);
}

Result<Site> change_settings(RandomValues& v) {
    Settings s = v.site.settings;
    double* const numbers[] = {&s.day_c,
                               &s.night_c,
                               &s.coldest_night_c,
                               &s.indoor_c,
                               &s.cord_awg,
                               &s.service_loop_m,
                               &s.default_drop_m,
                               &s.keep_back.power_share,
                               &s.keep_back.volts_share,
                               &s.keep_back.length_share,
                               &s.keep_back.battery_share,
                               &s.eirp_limit_dbm,
                               &s.availability,
                               &s.noise_allowance_db,
                               &s.rain_mm_per_h,
                               &s.sun_hours,
                               &s.dark_hours,
                               &s.days_without_sun,
                               &s.backup_h,
                               &s.battery_age_share,
                               &s.labour.price_per_h,
                               &s.labour.day_h,
                               &s.labour.height_h,
                               &s.labour.test_h,
                               &s.offer.material_markup,
                               &s.offer.tax_share,
                               &s.offer.round_to,
                               &s.tolerances.length_share,
                               &s.tolerances.volts_share,
                               &s.day.latitude_deg,
                               &s.day.longitude_deg,
                               &s.day.utc_offset_h,
                               &s.day.outage_h,
                               &s.day.dusk_spread_min,
                               &s.day.tour_s,
                               &s.day.tour_every_s};
    double& chosen = *numbers[v.below(std::size(numbers))];
    chosen = v.number(std::max(1.0, std::abs(chosen)));
    s.school = v.choice<School>(3);
    s.units = v.choice<UnitSystem>(2);
    s.preference = v.choice<Preference>(3);
    s.where_no_pathway = v.choice<Between>(3);
    s.switch_basis = v.choice<SwitchBasis>(3);
    if (v.one_in(4)) s.currency = v.text();
    if (v.one_in(4)) s.day.date = v.one_in(2) ? "15.01.2027" : "2027-06-21";
    if (v.one_in(4)) s.day.outage_at_h = v.maybe(12);
    if (v.one_in(4)) s.day.restart_at_h = v.maybe(12);
    if (v.one_in(4)) s.hot_cable_c = v.maybe(40);
    return set_settings(v.site, s);
}
Result<Site> change_own_kind(RandomValues& v) {
    const std::string id = v.kind();
    const Kind& shipped = or_nothing(v.catalogue.find(id));
    const std::string own =
        v.one_in(2) && !v.site.kinds.empty()
            ? std::next(v.site.kinds.begin(),
                        static_cast<std::ptrdiff_t>(v.below(v.site.kinds.size())))
                  ->first
            : id + (v.one_in(3) ? "" : "-own");
    Result<std::string> copy = copied_kind(
        kind_json(v.site, v.site.kinds.contains(own) ? own : shipped.id), {own, v.text()});
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
    for (std::size_t i = v.below(3); i-- > 0 && !fields.empty();) {
        Result<std::string> changed = with_field(
            *copy, {fields[v.below(fields.size())].path, values[v.below(std::size(values))]},
            UnitSystem::metric);
        if (changed) copy = std::move(changed);
    }
    return set_own_kind(v.site, own, *copy);
}
Result<Site> use_way(RandomValues& v) {
    const std::string id = v.camera();
    const std::vector<Proposal> all = propose_all(v.site, v.catalogue, id);
    for (const Proposal& proposal : all)
        (void)proposal_reason(proposal, {v.site.settings.units, &v.catalogue});
    std::vector<const Proposal*> built;
    for (const Proposal& proposal : all) {
        if (proposal.built) built.push_back(&proposal);
    }
    if (built.empty()) return v.site;
    return with_change(v.site, built[v.below(built.size())]->change);
}
Result<Site> import(RandomValues& v) {
    std::string csv = "name,x,y,kind,watts,mbps,length\n";
    for (std::size_t i = v.below(4); i-- > 0;)
        csv += fmt::format("{},{},{},{},{},{},{}\n", csv_cell(v.text().substr(0, 300)),
                           v.number(100), v.number(100), v.kind_of(Category::camera), v.number(10),
                           v.number(8), v.number(80));
    return import_cameras(v.site, v.catalogue, csv).site;
}
Result<Site> assign(RandomValues& v) {
    AssignOptions options;
    options.place = v.one_in(2) ? "" : v.pick(v.site.places).id;
    options.most_s = 0.2;
    return assign_ports(v.site, v.catalogue, options).site;
}
Result<Site> recover(RandomValues& v) {
    std::string bytes = write_site(v.site);
    if (v.one_in(2)) bytes.resize(v.below(bytes.size()));
    for (std::size_t i = v.below(4); i-- > 0 && !bytes.empty();)
        bytes[v.below(bytes.size())] = static_cast<char>(v.below(256));
    const KeptSite kept = read_site_keeping(bytes);
    for (const Error& error : kept.dropped) (void)sentence(error);
    return kept.nothing_kept ? v.site : kept.site;
}
Result<Site> draw(RandomValues& v) {
    Drawing drawing;
    const std::string media[] = {"image/png", "image/jpeg", "image/svg+xml", "text/html"};
    drawing.media_type = media[v.below(std::size(media))];
    drawing.data = std::make_shared<const std::string>(v.text());
    drawing.metres_per_pixel = v.number(0.1);
    drawing.fade = v.number(0.3);
    drawing.origin = v.point();
    if (v.one_in(4)) return set_drawing(v.site, std::nullopt);
    return set_drawing(v.site, drawing);
}

}  // namespace

std::vector<RandomEdit> random_edits(RandomValues& v) {
    const Catalogue& c = v.catalogue;
    const Site& site = v.site;
    return {
        {"add_device",
         [&] { return site_of(add_device(site, c, v.unit_kind(), v.point(), v.text())); }},
        {"add_device", [&] { return site_of(add_device(site, c, v.unit_kind(), v.point())); }},
        {"add_place", [&] { return site_of(add_place(site, v.place())); }},
        {"add_pathway",
         [&] {
             Pathway one;
             one.points = v.points();
             one.kind = v.choice<PathwayKind>(6);
             one.cost_per_m = v.number(20);
             return site_of(add_pathway(site, one));
         }},
        {"add_equipment_room",
         [&] {
             return site_of(add_equipment_room(site, c, v.point(),
                                               v.kind_of(Category::network_switch),
                                               v.kind_of(Category::recorder)));
         }},
        {"replace_place",
         [&] {
             Place changed = v.place();
             if (!site.places.empty()) changed.id = v.pick(site.places).id;
             return replace_place(site, changed);
         }},
        {"replace_pathway",
         [&] {
             Pathway changed = v.pick(site.pathways);
             changed.points = v.points();
             return replace_pathway(site, changed);
         }},
        {"move_object", [&] { return move_object(site, v.any_id(), v.point()); }},
        {"move_object", [&] { return move_object(site, v.device(), v.point()); }},
        {"rename_object",
         [&] {
             return rename_object(site, {v.any_id(), v.text()});
         }},
        {"remove_object", [&] { return remove_object(site, c, v.any_id()); }},
        {"connect",
         [&] {
             const std::string a = v.device(), b = v.device();
             return site_of(connect(site, c, v.kind_of(Category::cable),
                                    {a, v.port_of(a), v.number(3), ""}, {b, v.port_of(b), 0, ""}));
         }},
        {"connect_devices",
         [&] {
             return site_of(
                 connect_devices(site, c, {v.device(), v.device()}, v.kind_of(Category::cable)));
         }},
        {"insert_in_line",
         [&] {
             return site_of(insert_in_line(
                 site, c, v.link(),
                 v.kind_of(v.one_in(2) ? Category::repeater : Category::extender), v.point()));
         }},
        {"set_cable", [&] { return set_cable(site, c, v.link(), v.kind_of(Category::cable)); }},
        {"set_measured_length", [&] { return set_measured_length(site, v.link(), v.maybe(90)); }},
        {"lay_again", [&] { return lay_again(site, v.link()); }},
        {"set_slack", [&] { return set_slack(site, v.link(), v.number(10)); }},
        {"set_protectors",
         [&] {
             return set_protectors(site, v.link(),
                                   {v.kind_of(Category::protector),
                                    v.one_in(2) ? "" : v.kind_of(Category::protector)});
         }},
        {"set_camera_draw",
         [&] {
             return set_camera_draw(site, c, v.camera(),
                                    {v.number(6), v.number(4), 0, v.number(2), 0});
         }},
        {"set_camera",
         [&] {
             CameraSettings changed;
             changed.bit_rate_mbps = v.maybe(8);
             changed.importance = static_cast<int>(v.below(5));
             changed.view.range_m = v.number(30);
             changed.view.direction_deg = v.number(180);
             return set_camera(site, v.camera(), changed);
         }},
        {"set_kind", [&] { return set_kind(site, c, v.device(), v.unit_kind()); }},
        {"set_enclosure",
         [&] { return set_enclosure(site, c, v.device(), v.kind_of(Category::enclosure)); }},
        {"set_place", [&] { return set_place(site, v.device(), v.pick(site.places).id); }},
        {"set_long_group",
         [&] {
             return set_long_group(site, v.device(), static_cast<int>(v.below(70)) - 2,
                                   v.one_in(2));
         }},
        {"set_antenna_height", [&] { return set_antenna_height(site, v.device(), v.number(10)); }},
        {"set_transmit", [&] { return set_transmit(site, v.device(), v.maybe(20)); }},
        {"set_low_volts", [&] { return set_low_volts(site, v.device(), v.number(0.2)); }},
        {"set_azimuth", [&] { return set_azimuth(site, v.device(), v.maybe(180)); }},
        {"set_channel",
         [&] { return set_channel(site, v.device(), static_cast<int>(v.below(1200)) - 3); }},
        {"set_alternative",
         [&] { return set_alternative(site, c, v.device(), v.choice<Alternative>(3)); }},
        {"set_module",
         [&] {
             const std::string id = v.device();
             return set_module(site, c, {id, v.port_of(id)}, v.kind_of(Category::transceiver));
         }},
        {"set_port_priority",
         [&] {
             const std::string id = v.device();
             return set_port_priority(site, c, {id, v.port_of(id)}, static_cast<int>(v.below(5)));
         }},
        {"set_backup", [&] { return set_backup(site, c, v.device(), v.device()); }},
        {"set_supplies",
         [&] { return set_supplies(site, c, v.device(), static_cast<int>(v.below(5)) - 1); }},
        {"set_port_power",
         [&] {
             const std::string id = v.device();
             return set_port_power(site, {id, v.port_of(id)}, v.one_in(2));
         }},
        {"move_plug",
         [&] {
             const Link& one = v.pick(site.links);
             const LinkEnd& end = v.one_in(2) ? one.a : one.b;
             const std::string to = v.device();
             return move_plug(site, c, {end.device, end.port}, {to, v.port_of(to)});
         }},
        {"set_fibre_joints",
         [&] {
             return set_fibre_joints(site, v.link(), static_cast<int>(v.below(120)) - 5,
                                     static_cast<int>(v.below(120)) - 5);
         }},
        {"add_obstacle",
         [&] {
             Obstacle one;
             one.points = v.points();
             one.height_m = v.number(10);
             one.kind = v.choice<ObstacleKind>(5);
             return site_of(add_obstacle(site, one));
         }},
        {"replace_obstacle",
         [&] {
             Obstacle changed = v.pick(site.obstacles);
             changed.height_m = v.number(10);
             return replace_obstacle(site, changed);
         }},
        {"add_existing",
         [&] {
             ExistingCable one;
             one.cable = v.kind_of(Category::cable);
             one.points = v.points();
             one.measured_length_m = v.maybe(80);
             return site_of(add_existing(site, c, one));
         }},
        {"replace_existing",
         [&] {
             ExistingCable changed = v.pick(site.existing);
             changed.measured_loop_ohm = v.maybe(20);
             return replace_existing(site, c, changed);
         }},
        {"set_defects",
         [&] {
             Defects found;
             found.resistance_share = v.number(1);
             found.joint_ohm = v.number(20);
             found.loss_db = v.number(6);
             found.attenuation_share = v.number(1);
             return set_defects(site, v.link(), found);
         }},
        {"set_own_kind", [&] { return change_own_kind(v); }},
        {"remove_own_kind",
         [&] {
             return remove_own_kind(site,
                                    site.kinds.empty() ? v.kind() : site.kinds.begin()->first);
         }},
        {"set_drawing", [&] { return draw(v); }},
        {"scale_drawing", [&] { return scale_drawing(site, v.point(), v.point(), v.number(50)); }},
        {"set_settings", [&] { return change_settings(v); }},
        {"set_settings", [&] { return change_settings(v); }},
        {"use_way", [&] { return use_way(v); }},
        {"use_way", [&] { return use_way(v); }},
        {"with_best_way", [&] { return Result<Site>(with_best_way(site, c, v.camera())); }},
        {"import_cameras", [&] { return import(v); }},
        {"assign_ports", [&] { return assign(v); }},
        {"priorities",
         [&] { return Result<Site>(with_priorities_by_importance(site, c, v.device())); }},
        {"unit_remedy",
         [&] {
             const auto remedies = propose_unit_remedies(site, c, v.device());
             return remedies.empty() ? Result<Site>(site)
                                     : Result<Site>(remedies[v.below(remedies.size())].site);
         }},
        {"recover", [&] { return recover(v); }},
        {"keep_variant",
         [&] {
             const std::string name = v.text();
             return site_of(
                 keep_variant(site, v.one_in(2) ? site : with_best_way(site, c, v.camera()), name));
         }},
        {"choose_variant",
         [&]() -> Result<Site> {
             Result<Chosen> chosen = choose_variant(site, v.pick(site.variants).id);
             if (!chosen) return chosen.error();
             return std::move(chosen->site);
         }},
        {"describe_variant",
         [&] {
             Variant described = v.pick(site.variants);
             described.note = v.text();
             described.option = v.one_in(2);
             return describe_variant(site, described);
         }},
        {"remove_variant", [&] { return remove_object(site, c, v.pick(site.variants).id); }},
        {"supply_boxes",
         [&] {
             const auto boxes = supply_boxes(site, c);
             return boxes.empty() ? Result<Site>(site) : Result<Site>(boxes.front().site);
         }},
    };
}

}  // namespace ovant
