// SPDX-License-Identifier: GPL-3.0-or-later
// Checks and errors shared by the edits. Private to core/site.
#pragma once

#include <fmt/format.h>

#include <cmath>
#include <string>
#include <string_view>

#include "core/fields/field_check.h"
#include "core/result.h"
#include "core/edits/edits.h"
#include "core/site/site_fields.h"

namespace ovant {

inline Error no_such(std::string_view id) {
    return {ErrorCode::no_such_object, "", std::string(id), ""};
}

// The site, if the object just changed in it holds only what its fields may hold; `list` is where
// the file has it.
template <class T>
Result<Site> if_right(Site site, const char* list, const T& object) {
    std::optional<Error> wrong = wrong_field(object);
    if (!wrong) return site;
    wrong->place = fmt::format("{}/{}/{}", list, object.id, wrong->place);
    return *wrong;
}

template <class T>
Result<Added> added_if_right(Site site, const char* list, const T& object) {
    std::string id = object.id;
    Result<Site> checked = if_right(std::move(site), list, object);
    if (!checked) return checked.error();
    return Added{std::move(*checked), std::move(id)};
}

// Plugs and ports: edits_common.cpp.
Error unknown_port(PortId port);
// Null where the site has no such device, or its kind no such port.
const PortKind* port_of(const Site& site, const Catalogue& catalogue, PortId port);
// Whether the cable of a link still goes into both its ports.
std::optional<Error> wrong_plug(const Site& site, const Catalogue& catalogue, const Link& link);
// The same of every link on a device.
std::optional<Error> wrong_plug_at(const Site& site, const Catalogue& catalogue,
                                   std::string_view device);

}  // namespace ovant
