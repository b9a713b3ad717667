// SPDX-License-Identifier: GPL-3.0-or-later
// The lists of a site whose objects have ids, by the names they have in its file.
#pragma once

#include "core/site/site_fields.h"

namespace ovant {

// Calls visit(name, list, most) for each, in the order of the file; `site` may be const.
template <class AnySite, class Visit>
void each_list(AnySite& site, Visit visit) {
    visit("places", site.places, most_places);
    visit("pathways", site.pathways, most_pathways);
    visit("existing", site.existing, most_existing);
    visit("obstacles", site.obstacles, most_obstacles);
    visit("devices", site.devices, most_devices);
    visit("links", site.links, most_links);
    visit("subnets", site.subnets, most_subnets);
    visit("instruments", site.instruments, most_instruments);
    visit("readings", site.readings, most_readings);
    visit("tried", site.tried, most_tried);
    visit("bench", site.bench, most_bench);
    visit("photos", site.photos, most_photos);
    visit("handovers", site.handovers, most_handovers);
    visit("stock", site.stock, most_stock);
    visit("variants", site.variants, most_variants);
    visit("brings", site.brings, most_brings);
}

}  // namespace ovant
