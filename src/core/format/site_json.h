// SPDX-License-Identifier: GPL-3.0-or-later
// Site files. The format is described in docs/site-format.md and data/schema.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site_problems.h"

namespace ovant {

inline constexpr int site_format_version = 4;
inline constexpr std::size_t largest_site_bytes = 64u << 20;

// Errors: too_large, not_json, ends_early, newer_version, bad_value, missing_field, and those of
// find_problems, with line and column where the text has such a place.
Result<Site> read_site(std::string_view text);

struct KeptSite {
    Site site;
    std::vector<Error> dropped;    // what was left out, with the value it had, and why
    std::size_t more_dropped = 0;  // beyond those listed
    bool nothing_kept = false;
};
// Opens what can be kept of a damaged or newer file: cuts at the damage, leaves out each field that
// is wrong, objects that lack what they need, and what refers to nothing; lists it all. Never fails
// on any bytes; linear in their number.
KeptSite read_site_keeping(std::string_view text);

// The same site always gives the same bytes; unknown fields come back as they were read.
std::string write_site(const Site& site);

// The shipped kinds and the site's own.
Catalogue catalogue_for(const Site& site);
// Whether both sites have the same.
bool same_catalogue(const Site& a, const Site& b);

// The gate that every change passes before it becomes the site: the same checks as for a file that
// is read. `was` is a sound site and `catalogue` its own; what is unchanged of drawing and own
// kinds is not looked at again.
Result<Site> sound(const Site& was, const Catalogue& catalogue, Result<Site> changed);

// Takes out of a site what makes it unsound: a reference that may be empty is emptied, an object
// that cannot be without it goes. Returns what was wrong, in the order it was found.
std::vector<Error> mend(Site& site);

}  // namespace ovant
