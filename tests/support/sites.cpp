// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/sites.h"

#include <catch2/catch.hpp>

#include "core/format/site_json.h"
#include "support/temp_folder.h"

namespace ovant {
namespace {

template <class T>
T taken(Result<T> result) {
    if (!result) INFO(result.error().subject << " " << result.error().detail);
    REQUIRE(result);
    return std::move(*result);
}

std::string port_facing(const Kind& kind, bool upstream) {
    for (const PortKind& port : kind.ports) {
        if (port.upstream == upstream) return port.id;
    }
    return "";
}

}  // namespace

Site demo_site() {
    return taken(read_site(read_all(source_file("data/demo/marram-quay.ovant.json"))));
}

Site copper_site() {
    Site site = taken(read_site(read_all(source_file("tests/data/versions/version-1.ovant.json"))));
    site.settings.service_loop_m = 0;
    // What is dug in is made for it.
    for (Link& link : site.links)
        if (link.cable == "cat5e-solid-24-out") link.cable = "cat5e-burial-24";
    return site;
}

Site bare_site(School school) {
    Site site;
    site.name = "Test quay";
    site.settings.school = school;
    site.settings.default_drop_m = 0;
    site.settings.service_loop_m = 0;
    return site;
}

Site site_with_run(const RunSpec& spec, School school) {
    const Catalogue& catalogue = shipped_catalogue();
    Added unit = taken(add_device(bare_site(school), catalogue, spec.unit, {0, 0}));
    Site site = std::move(unit.site);
    Place room;
    room.id = "P1";
    room.head_end = true;
    room.mains = Mains::steady;
    site.places.push_back(room);
    find_device(site, unit.id)->place = "P1";
    double whole_m = 0;
    for (double length_m : spec.lengths_m) whole_m += length_m;
    Added camera = taken(add_device(std::move(site), catalogue, spec.camera, {whole_m, 0}));
    site = std::move(camera.site);
    if (spec.draw.day_w > 0)
        site = taken(set_camera_draw(std::move(site), catalogue, camera.id, spec.draw));
    std::string from = unit.id, out = spec.port;
    double at_m = 0;
    for (std::size_t i = 0; i < spec.lengths_m.size(); ++i) {
        at_m += spec.lengths_m[i];
        std::string to = camera.id;
        const bool last = i + 1 == spec.lengths_m.size();
        if (!last) {
            Added in_line = taken(add_device(std::move(site), catalogue, spec.in_line, {at_m, 0}));
            site = std::move(in_line.site);
            to = in_line.id;
        }
        const Kind& kind = *catalogue.find(last ? spec.camera : spec.in_line);
        Added link = taken(connect(std::move(site), catalogue, spec.cable, {from, out, 0, ""},
                                   {to, port_facing(kind, true), 0, ""}));
        site = taken(set_measured_length(std::move(link.site), link.id, spec.lengths_m[i]));
        from = to;
        out = port_facing(kind, false);
    }
    return site;
}

Judged judge_site(Site site, AssessOptions options) {
    Judged judged{std::move(site), {}, {}};
    judged.catalogue = catalogue_for(judged.site);
    judged.assessment = assess(judged.site, judged.catalogue, options);
    return judged;
}

const Check* find_check(const std::vector<Check>& checks, CheckId id) {
    for (const Check& check : checks) {
        if (check.id == id) return &check;
    }
    return nullptr;
}

Check check_of(const RunAssessment& run, CheckId id) {
    const Check* found = find_check(run.checks, id);
    INFO("check " << id_of(id));
    REQUIRE(found);
    return *found;
}

}  // namespace ovant
