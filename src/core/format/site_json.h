// SPDX-License-Identifier: GPL-3.0-or-later
// Site files. The format is described in docs/site-format.md and data/schema.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr int site_format_version = 3;
inline constexpr std::size_t largest_site_bytes = 64u << 20;

// Errors: too_large, not_json, newer_version, schema, and those of find_problems.
Result<Site> read_site(std::string_view text);

struct KeptSite {
    Site site;
    std::vector<Error> dropped;  // what was left out, and why
    bool nothing_kept = false;
};
// Opens what can be kept of a damaged or newer file: cuts at the damage, leaves out what the
// schema or the references refuse, and lists it. Never fails on any bytes.
KeptSite read_site_keeping(std::string_view text);

// The same site always gives the same bytes; unknown fields come back as they were read.
std::string write_site(const Site& site);

// The shipped kinds and the site's own.
Catalogue catalogue_for(const Site& site);

// Duplicate ids, references to nothing, ports used twice, two sources meeting, loops: in the order
// of the file. Empty for a sound site.
std::vector<Error> find_problems(const Site& site, const Catalogue& catalogue);

}  // namespace ovant
