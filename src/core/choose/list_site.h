// SPDX-License-Identifier: GPL-3.0-or-later
// Sites that begin as a list: cameras that stand on no plan, each at the end of so many metres.
#pragma once

#include <functional>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

// Where cameras that stand on no plan are drawn: out of everything's way and out of reach of each
// other, so that nothing is taken for near.
class ListSpots {
public:
    explicit ListSpots(const Site& site);
    Point next();

private:
    Point first_;
    int given_ = 0;
};

// The site with an equipment room that has ports, watts and recorder channels for these cameras, at
// the least price; as it was where a head end stands. Errors: those of edits.
Result<Site> with_room_for(Site site, const Catalogue& catalogue,
                           const std::vector<Device>& cameras);

// The site with these cameras, which are in it and have no cable, each on one length of copper as
// long as was stated where that is allowed, else on the first of its ways. Those that none of it
// reaches stay without a cable. `go_on` is asked now and then; false leaves the rest.
Site with_listed_runs(Site site, const Catalogue& catalogue,
                      const std::vector<std::string>& cameras,
                      const std::function<bool(double share)>& go_on = {});

}  // namespace ovant
