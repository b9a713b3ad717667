// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/builder.h"

#include <catch2/catch.hpp>

#include "core/format/kind_text.h"
#include "core/format/site_json.h"

namespace ovant {

Builder::Builder(School school) : site(bare_site(school)) {
    place("Office", {0, 0}, Mains::steady, true);
}

std::string Builder::place(const char* name, Point at, Mains mains, bool head) {
    Place one;
    one.name = name;
    one.at = at;
    one.mains = mains;
    one.earth = true;
    one.head_end = head;
    return take(add_place(site, one));
}

std::string Builder::unit(const char* kind, Point at, const std::string& place) {
    const std::string id = take(add_device(site, catalogue_for(site), kind, at));
    if (!place.empty()) find_device(site, id)->place = place;
    return id;
}

std::string Builder::cable(const std::string& a, const char* from, const std::string& b,
                           const char* to, const char* kind) {
    return take(connect(site, catalogue_for(site), kind, {a, from, 0, ""}, {b, to, 0, ""}));
}

void Builder::protect(const std::string& id) {
    link(id).a.protector = link(id).b.protector = "surge-100";
}

void Builder::own_kind(const char* shipped, const char* id, const std::string& path,
                       const std::string& value) {
    Result<std::string> copy = copied_kind(kind_json(site, shipped), {id, id});
    REQUIRE(copy);
    if (path.empty())
        copy->insert(copy->find('{') + 1, value + ", ");
    else
        copy = with_field(*copy, {path, value}, UnitSystem::metric);
    REQUIRE(copy);
    Result<Site> with = set_own_kind(site, id, *copy);
    REQUIRE(with);
    site = std::move(*with);
}

std::string Builder::take(Result<Added> added) {
    REQUIRE(added);
    site = std::move(added->site);
    return added->id;
}

Judged Builder::judged() const {
    const Result<Site> opened = read_site(write_site(site));
    REQUIRE(opened);
    return judge_site(*opened);
}

HeadEnd::HeadEnd(const char* switch_kind, const char* uplink)
    : office(site.places.front().id), sw(unit(switch_kind, {1, 0}, office)) {
    recorder = unit("rec-32", {0, 0}, office);
    cable(recorder, "lan1", sw, uplink, "patch-24");
}

}  // namespace ovant
