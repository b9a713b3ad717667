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
// A place with mains and earth and a switch in it. The first one is the head end and also gets a
// recorder, patched to the switch. The id is the place's.
Result<Added> add_equipment_room(Site site, const Catalogue& catalogue, Point at,
                                 std::string_view switch_kind, std::string_view recorder_kind);
// The object of the same id becomes this one. A head end takes that mark from any other place.
Result<Site> replace_place(Site site, const Place& place);
Result<Site> replace_pathway(Site site, const Pathway& pathway);

// Moves a device, or a place with what stands in it. Errors: no_such_object, out_of_range.
Result<Site> move_object(Site site, std::string_view id, Point to);
Result<Site> rename_object(Site site, NamedId renamed);
// Removes a device with its links (an in-line unit leaves one joined link behind), a place, a
// pathway (links on it become straight), or a link.
Result<Site> remove_object(Site site, const Catalogue& catalogue, std::string_view id);

// Joins two free ports by a cable along the shortest pathways, with the site's usual drops.
Result<Added> connect(Site site, const Catalogue& catalogue, std::string_view cable,
                      const LinkEnd& a, const LinkEnd& b);
// The same between the first free ports of two devices that go together: power first, from the one
// that feeds to the one that is fed, else data to data. Errors: not_possible where none fit.
struct DevicePair {
    std::string_view a, b;
};
Result<Added> connect_devices(Site site, const Catalogue& catalogue, DevicePair devices,
                              std::string_view cable);
// Puts an in-line unit into a link at the point of it closest to `near`; a measured length is
// shared out by where it falls. Errors: no_such_object, unknown_kind, not_in_line (kind is not
// in-line).
Result<Added> insert_in_line(Site site, const Catalogue& catalogue, std::string_view link,
                             std::string_view kind, Point near);
Result<Site> set_cable(Site site, const Catalogue& catalogue, std::string_view link,
                       std::string_view cable);
// nullopt goes back to the drawn length. Range 0 to 100 000 m.
Result<Site> set_measured_length(Site site, std::string_view link, std::optional<double> length_m);
// Lays the link along the shortest pathways again; a measured length stays.
Result<Site> lay_again(Site site, std::string_view link);
Result<Site> set_slack(Site site, std::string_view link, double slack_m);
struct Protectors {
    std::string_view at_a, at_b;  // kinds, empty for none
};
Result<Site> set_protectors(Site site, std::string_view link, Protectors protectors);
Result<Site> set_camera_draw(Site site, const Catalogue& catalogue, std::string_view camera,
                             const CameraDraw& draw);
// What differs from the kind: bit rate, view, importance.
Result<Site> set_camera(Site site, std::string_view camera, const CameraSettings& settings);
Result<Site> set_kind(Site site, const Catalogue& catalogue, std::string_view device,
                      std::string_view kind);
Result<Site> set_enclosure(Site site, const Catalogue& catalogue, std::string_view device,
                           std::string_view enclosure);
// Which place the unit stands at; empty: by itself.
Result<Site> set_place(Site site, std::string_view device, std::string_view place);
Result<Site> set_long_group(Site site, std::string_view device, int group, bool on);
// Metres above the ground of a radio's antenna, 0 to 300.
Result<Site> set_antenna_height(Site site, std::string_view device, double height_m);
// Power at the antenna's socket in dBm, -30 to 60; nullopt: as the maker sends.
Result<Site> set_transmit(Site site, std::string_view device, std::optional<double> transmit_dbm);
// Where a radio points, degrees clockwise from up; nullopt: at its far ends. Its channel, 0: not
// set.
// Less than the sheet gives, as found; 0 once it is mended.
Result<Site> set_low_volts(Site site, std::string_view device, double share);
Result<Site> set_azimuth(Site site, std::string_view device, std::optional<double> azimuth_deg);
Result<Site> set_channel(Site site, std::string_view device, int channel);
// Kind of transceiver in an optical port; empty takes it out.
Result<Site> set_module(Site site, const Catalogue& catalogue, PortId port,
                        std::string_view module);
// Kind of the antenna on a radio's socket; empty takes it off. What its feeder loses, dB.
Result<Site> set_antenna(Site site, const Catalogue& catalogue, std::string_view device,
                         std::string_view antenna);
Result<Site> set_feeder_loss(Site site, std::string_view device, double loss_db);
// 1 critical, 2 high, 3 low: who keeps power where there is not enough for all.
Result<Site> set_port_priority(Site site, const Catalogue& catalogue, PortId port, int priority);
// The UPS a unit is plugged into; empty: straight into the mains. Errors: no_such_object.
Result<Site> set_backup(Site site, const Catalogue& catalogue, std::string_view device,
                        std::string_view ups);
// How many of its power supplies work; 0: all.
Result<Site> set_supplies(Site site, const Catalogue& catalogue, std::string_view device,
                          int supplies);
// Which pairs of each cable a combiner takes power from; nullopt: as its maker says.
Result<Site> set_alternative(Site site, const Catalogue& catalogue, std::string_view device,
                             std::optional<Alternative> alternative);
Result<Site> set_port_power(Site site, PortId port, bool on);
// Plugs the link that is on one port into another; where that is taken, the two change places.
Result<Site> move_plug(Site site, const Catalogue& catalogue, PortId from, PortId to);

// Mated pairs of connectors and splices on a fibre, 0 to 100 each.
Result<Site> set_fibre_joints(Site site, std::string_view link, int connectors, int splices);

// Notes that this very run was seen to work, in place of those there.
Result<Site> note_seen_to_work(Site site, std::string_view link, std::vector<SeenToWork> notes);

Result<Added> add_obstacle(Site site, Obstacle obstacle);
Result<Site> replace_obstacle(Site site, const Obstacle& obstacle);
Result<Added> add_existing(Site site, const Catalogue& catalogue, ExistingCable existing);
Result<Site> replace_existing(Site site, const Catalogue& catalogue, const ExistingCable& existing);
// A kind of the site's own, as the JSON of a kind; takes the place of one of the same id.
Result<Site> set_own_kind(Site site, std::string_view id, std::string json);
// Refused while something is of this kind: not_possible.
Result<Site> remove_own_kind(Site site, std::string_view id);

// Ids: N1. Errors: bad_value for a field that holds what it may not.
Result<Added> add_subnet(Site site, Subnet subnet);
Result<Site> replace_subnet(Site site, const Subnet& subnet);
// What is known of a unit in the network; nullopt: nothing.
Result<Site> set_on_network(Site site, std::string_view device,
                            std::optional<OnNetwork> on_network);
// Readings get ids M1, M2. Errors: bad_value for a field that holds what it may not.
Result<Added> add_reading(Site site, Reading reading);
Result<Added> add_instrument(Site site, Instrument instrument);
// What came of a step of the bench, in place of what is there.
Result<Site> set_bench(Site site, BenchRecord record);
Result<Added> add_photo(Site site, Photo photo);
// The site handed over; ids H1, H2.
Result<Added> add_handover(Site site, HandoverRecord record);
// A length left from another job, ids LO1, LO2. Errors: unknown_kind for what is no cable.
Result<Added> add_left_over(Site site, const Catalogue& catalogue, LeftOver left_over);
Result<Site> replace_left_over(Site site, const Catalogue& catalogue, const LeftOver& left_over);
// A rule of what is needed with something, in place of one of the same id; one with a count of 0
// does away with it. Errors: unknown_kind, bad_value.
Result<Site> set_rule(Site site, const Catalogue& catalogue, Brings rule);
// Colour of this cable, where it is not its kind's; empty: as the kind comes.
Result<Site> set_colour(Site site, std::string_view link, std::string_view colour);
// Cables of one pull are drawn in together; empty: by itself.
Result<Site> set_pull(Site site, std::string_view link, std::string_view pull);
// A suspect that was looked into; ids F1, F2.
Result<Added> add_tried(Site site, TriedFault tried);
// nullopt where it is mended.
Result<Site> set_defects(Site site, std::string_view link, std::optional<Defects> defects);
// Loop of one pair of a link at 20 degrees C; nullopt: as its kind says.
Result<Site> set_measured_loop(Site site, std::string_view link, std::optional<double> loop_ohm);
// Addresses found in use that are none of the site's units, in place of those there.
Result<Site> set_seen(Site site, std::vector<SeenAddress> seen);

// nullopt takes the drawing away.
Result<Site> set_drawing(Site site, std::optional<Drawing> drawing);
Result<Site> set_settings(Site site, const Settings& settings);
// Two points of the drawing, in site metres as scaled now, are `length_m` apart.
Result<Site> scale_drawing(Site site, Point a, Point b, double length_m);

std::string_view id_prefix(Category category);

}  // namespace ovant
