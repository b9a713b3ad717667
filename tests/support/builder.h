// SPDX-License-Identifier: GPL-3.0-or-later
// A site put together step by step in a test, with an office at the origin as its head end.
#pragma once

#include <string>

#include "support/sites.h"

namespace ovant {

// Puts a site together with the edits of the window; each call gives the id of what it added.
struct Builder {
    Site site;
    const Catalogue& catalogue = shipped_catalogue();

    explicit Builder(School school = School::maker_rated);
    std::string place(const char* name, Point at, Mains mains = Mains::steady, bool head = false);
    std::string unit(const char* kind, Point at, const std::string& place = "");
    std::string cable(const std::string& a, const char* from, const std::string& b, const char* to,
                      const char* kind = "cat5e-solid-24-out");
    Link& link(const std::string& id) { return *find_link(site, id); }
    Device& device(const std::string& id) { return *find_device(site, id); }
    void protect(const std::string& id);
    // An own kind like a shipped one, with one figure changed, or a field added where `path` is
    // empty.
    void own_kind(const char* shipped, const char* id, const std::string& path,
                  const std::string& value);
    std::string take(Result<Added> added);
    // The site as a file would have it: nothing here may be refused on opening.
    Judged judged() const;
};

// The same with a recorder on the first uplink of a switch in the office.
struct HeadEnd : Builder {
    std::string office, sw, recorder;
    explicit HeadEnd(const char* switch_kind = "sw-8-at-120", const char* uplink = "up1");
};

}  // namespace ovant
