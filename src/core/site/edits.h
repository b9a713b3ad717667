// SPDX-License-Identifier: GPL-3.0-or-later
// Every change to a site, as a function from Site to Site. A refused edit gives an Error and
// changes nothing. Positions are kept to the centimetre.
#pragma once

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

struct Added {
    Site site;
    std::string id;
};

// Ids: cameras K01, switches SW1, recorders REC1, injectors INJ1, repeaters R1, extenders E1.
Result<Added> add_device(Site site, const Catalogue& catalogue, std::string_view kind, Point at,
                         std::string_view name = "");
Result<Added> add_place(Site site, Place place);
Result<Added> add_pathway(Site site, Pathway pathway);

// Moves a device, or a place with what stands in it. Errors: no_such_object, out_of_range.
Result<Site> move_object(Site site, std::string_view id, Point to);
Result<Site> rename_object(Site site, std::string_view id, std::string_view name);
// Removes a device with its links (an in-line unit leaves one joined link behind), a place, a
// pathway (links on it become straight), or a link.
Result<Site> remove_object(Site site, const Catalogue& catalogue, std::string_view id);

// Joins two free ports by a cable along the shortest pathways, with the site's usual drops.
Result<Added> connect(Site site, const Catalogue& catalogue, std::string_view cable,
                      const LinkEnd& a, const LinkEnd& b);
// Puts an in-line unit into a link at the point of it closest to `near`; a measured length is shared
// out by where it falls. Errors: no_such_object, unknown_kind, not_possible (kind is not in-line).
Result<Added> insert_in_line(Site site, const Catalogue& catalogue, std::string_view link,
                             std::string_view kind, Point near);
Result<Site> set_cable(Site site, const Catalogue& catalogue, std::string_view link,
                       std::string_view cable);
// nullopt goes back to the drawn length. Range 0 to 100 000 m.
Result<Site> set_measured_length(Site site, std::string_view link, std::optional<double> length_m);
Result<Site> set_slack(Site site, std::string_view link, double slack_m);
Result<Site> set_protectors(Site site, std::string_view link, std::string_view at_a,
                            std::string_view at_b);
Result<Site> set_camera_draw(Site site, const Catalogue& catalogue, std::string_view camera,
                             const CameraDraw& draw);
Result<Site> set_kind(Site site, const Catalogue& catalogue, std::string_view device,
                      std::string_view kind);
Result<Site> set_enclosure(Site site, const Catalogue& catalogue, std::string_view device,
                           std::string_view enclosure);
Result<Site> set_long_group(Site site, std::string_view device, int group, bool on);
Result<Site> set_port_power(Site site, std::string_view device, std::string_view port, bool on);
// Plugs the link that is on one port into another; where that is taken, the two change places.
Result<Site> move_plug(Site site, const Catalogue& catalogue, std::string_view from_device,
                       std::string_view from_port, std::string_view to_device,
                       std::string_view to_port);

// Two points of the drawing, in site metres as scaled now, are `length_m` apart.
Result<Site> scale_drawing(Site site, Point a, Point b, double length_m);

std::string_view id_prefix(Category category);

}  // namespace ovant
