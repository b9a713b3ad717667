// SPDX-License-Identifier: GPL-3.0-or-later
// Designs of one site beside each other. One stands in the lists of the site; the others are kept
// as what differs from it. Includes site and format.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/edits/edits.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

// The site with the design of the variant in its lists, its variants as they are. What leans on
// something that is gone by now is mended as in a damaged file, and told.
struct DesignSite {
    Site site;
    std::vector<Error> mended;
};
DesignSite with_variant(const Site& site, const Variant& variant);

// Puts into `variant` what turns the design of `from` into that of `to`: whole objects that are new
// or other, and ids of those that are gone.
void set_difference(Variant& variant, const Site& from, const Site& to);

// By id, else by name; null if there is none.
const Variant* find_variant(const Site& site, std::string_view id_or_name);

// `design` kept as a variant of `site`; ids V1, V2. Errors: bad_value past the most there may be or
// for a name that is taken.
Result<Added> keep_variant(Site site, const Site& design, std::string_view name);
// The name, with a number behind it where a design has it already; cut to what a name may be long.
std::string free_design_name(const Site& site, std::string_view wanted);
// Name, note and whether it is offered; what differs stays. Errors: no_such_object, bad_value.
Result<Site> describe_variant(Site site, const Variant& described);
// Name of the design that stands. Errors: bad_value for a name that is taken.
Result<Site> name_design(Site site, std::string_view name);

// The variant stands from now on, and what stood is kept in its place under its name. Readings,
// photos and all other records stay as they are. Errors: no_such_object.
struct Chosen {
    Site site;
    std::vector<Error> mended;
};
Result<Chosen> choose_variant(const Site& site, std::string_view id);

// The variants of `before` after the design that stands became that of `after`: units and cables of
// each stay as they were. What is true of the site whichever design is built goes over to all:
// places and ways, a new camera, and of a unit or cable that both designs have, where it stands,
// what it is called, what was measured and found of it.
std::vector<Variant> carried_over(const Site& before, const Site& after,
                                  const Catalogue& catalogue);

}  // namespace ovant
