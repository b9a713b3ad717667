// SPDX-License-Identifier: GPL-3.0-or-later
// Which fields each kind of object has, and the edit behind each.
#include <algorithm>
#include <cmath>
#include <set>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/verdict/details_panel.h"
#include "core/site/site_enum_names.h"
#include "core/look_up.h"
#include "core/edits/edits.h"
#include "phrase/fault_text.h"

namespace ovant {
namespace {

template <class T>
std::vector<std::pair<std::string, QString>> choices_of() {
    std::vector<std::pair<std::string, QString>> choices;
    for (const auto& [value, name] : EnumNames<T>::table) {
        choices.push_back({std::string(name), q(title(value))});
    }
    return choices;
}

}  // namespace

void DetailsPanel::add_name(const std::string& id, const std::string& name) {
    add_text(
        tr("Name"), "name", name,
        [this, id](const std::string& entered) {
            return rename_object(document_.committed(), {id, entered});
        },
        tr("Rename %1").arg(q(id)));
}

// What a unit is plugged into, and how many of its supplies work.
void DetailsPanel::fill_power(const Device& device, const Kind& kind) {
    const std::string id = device.id;
    Document& d = document_;
    if (device.low_volts_share > 0)
        add_found(tr("it gives %1 % less volts").arg(100 * device.low_volts_share, 0, 'f', 0),
                  tr("%1 is mended").arg(q(id)),
                  [&d, id] { return set_low_volts(d.committed(), id, 0); });
    std::vector<std::pair<std::string, QString>> backups{{"", tr("Straight into the mains")}};
    for (const Device& other : d.site().devices) {
        const Kind* other_kind = d.catalogue().find(other.kind);
        if (other_kind && other_kind->ups && other.id != id)
            backups.push_back({other.id, q(other.id) + "  " + q(other.name)});
    }
    if (plugs_into_mains(kind) && backups.size() > 1) {
        add_choice(
            tr("Plugged into"), "backup", backups, device.backup,
            [&d, id](const std::string& ups) {
                return set_backup(d.committed(), d.catalogue(), id, ups);
            },
            tr("Plug %1 in").arg(q(id)));
    }
    if (kind.category == Category::combiner) {
        add_choice(
            tr("Power comes over"), "alternative",
            {{"", tr("As its maker says")},
             {"A", tr("The data pairs (alternative A)")},
             {"B", tr("The spare pairs (alternative B)")}},
            device.alternative ? std::string(name_of(*device.alternative)) : "",
            [&d, id](const std::string& pairs) {
                return set_alternative(d.committed(), d.catalogue(), id,
                                       from_name<Alternative>(pairs));
            },
            tr("Change the pairs of %1").arg(q(id)));
    }
    if (!kind.supply || kind.supply->supplies < 2) return;
    std::vector<std::pair<std::string, QString>> counts;
    for (int count = 1; count <= kind.supply->supplies; ++count)
        counts.push_back({std::to_string(count), QString::number(count)});
    const int works = device.supplies == 0 ? kind.supply->supplies : device.supplies;
    add_choice(
        tr("Supplies that work"), "supplies", counts, std::to_string(works),
        [&d, id](const std::string& count) {
            return set_supplies(d.committed(), d.catalogue(), id, count.front() - '0');
        },
        tr("Change supplies of %1").arg(q(id)));
}

void DetailsPanel::fill_unit(const Device& device) {
    const std::string id = device.id;
    Document& d = document_;
    const Kind* kind = d.catalogue().find(device.kind);
    if (!kind) return;
    add_heading(q(id) + "  " + q(device.name));
    add_name(device.id, device.name);
    add_choice(
        tr("Kind"), "kind", kinds_of(kind->category), device.kind,
        [&d, id](const std::string& value) {
            return set_kind(d.committed(), d.catalogue(), id, value);
        },
        tr("Change kind of %1").arg(q(id)));
    if (kind->radio) fill_radio(device);
    fill_modules(device, *kind);
    if (!d.site().places.empty()) {
        std::vector<std::pair<std::string, QString>> places{{"", tr("By itself")}};
        for (const Place& place : d.site().places)
            places.push_back({place.id, q(place.name.empty() ? place.id : place.name)});
        add_choice(
            tr("Stands at"), "standsAt", places, device.place,
            [&d, id](const std::string& place) { return set_place(d.committed(), id, place); },
            tr("Move %1 to a place").arg(q(id)));
    }
    if (kind->rating < Surroundings::wet) {
        std::vector<std::pair<std::string, QString>> boxes = kinds_of(Category::enclosure);
        boxes.insert(boxes.begin(), {"", tr("No enclosure")});
        add_choice(
            tr("Enclosure"), "enclosure", boxes, device.enclosure,
            [&d, id](const std::string& box) {
                return set_enclosure(d.committed(), d.catalogue(), id, box);
            },
            tr("Change enclosure of %1").arg(q(id)));
    }
    fill_power(device, *kind);
    fill_port_switches(device, *kind);
}

// The long setting of groups of ports, and PoE on or off at each.
void DetailsPanel::fill_port_switches(const Device& device, const Kind& kind) {
    const std::string id = device.id;
    Document& d = document_;
    if (kind.supply && kind.supply->long_setting) {
        std::set<int> groups;
        for (const PortKind& port : kind.ports) {
            if (port.group > 0) groups.insert(port.group);
        }
        for (int group : groups) {
            QStringList ports;
            for (const PortKind& port : kind.ports) {
                if (port.group == group) ports.append(q(port.id));
            }
            add_switch(
                tr("Long setting on ports %1 to %2: 10 Mb/s").arg(ports.front(), ports.back()),
                "longGroup-" + std::to_string(group), device.long_groups.contains(group),
                [&d, id, group](bool on) { return set_long_group(d.committed(), id, group, on); },
                tr("Long setting of %1").arg(q(id)));
        }
    }
    for (const PortKind& port : kind.ports) {
        const bool can_switch = port.role == PortRole::pse ||
                                (kind.in_line && port.role == PortRole::pass && !port.upstream);
        if (!can_switch || !link_at(d.site(), {id, port.id})) continue;
        add_switch(
            tr("PoE on at port %1").arg(q(port.id)), "power-" + port.id,
            !device.power_off_ports.contains(port.id),
            [&d, id, name = port.id](bool on) {
                return set_port_power(d.committed(), {id, name}, on);
            },
            tr("PoE of %1.%2").arg(q(id), q(port.id)));
    }
}

void DetailsPanel::fill_place(const Place& place) {
    Document& d = document_;
    const QString edit_name = tr("Change %1").arg(q(place.name.empty() ? place.id : place.name));
    const auto changed = [&d, place](auto set) {
        Place next = place;
        set(next);
        return replace_place(d.committed(), next);
    };
    add_heading(q(place.name.empty() ? place.id : place.name));
    add_name(place.id, place.name);
    add_choice(
        tr("Kind"), "kind", choices_of<PlaceKind>(), std::string(name_of(place.kind)),
        [changed](const std::string& v) {
            return changed([&](Place& p) { p.kind = from_name<PlaceKind>(v).value_or(p.kind); });
        },
        edit_name);
    add_choice(
        tr("Mains"), "mains", choices_of<Mains>(), std::string(name_of(place.mains)),
        [changed](const std::string& v) {
            return changed([&](Place& p) { p.mains = from_name<Mains>(v).value_or(p.mains); });
        },
        edit_name);
    add_choice(
        tr("Surroundings"), "surroundings", choices_of<Surroundings>(),
        std::string(name_of(place.surroundings)),
        [changed](const std::string& v) {
            return changed([&](Place& p) {
                p.surroundings = from_name<Surroundings>(v).value_or(p.surroundings);
            });
        },
        edit_name);
    add_number(
        tr("Mast: antennas up to"), "mast", Unit::metre, place.mast_m, false,
        [changed](std::optional<double> v) { return changed([&](Place& p) { p.mast_m = *v; }); },
        edit_name);
    add_switch(
        tr("Explosive vapour is possible"), "vapour", place.vapour_zone,
        [changed](bool on) { return changed([&](Place& p) { p.vapour_zone = on; }); }, edit_name);
    add_switch(
        tr("Has earth"), "earth", place.earth,
        [changed](bool on) { return changed([&](Place& p) { p.earth = on; }); }, edit_name);
    add_switch(
        tr("Head end: the recorder is here"), "headEnd", place.head_end,
        [changed](bool on) { return changed([&](Place& p) { p.head_end = on; }); }, edit_name);
    add_number(
        tr("Rack units"), "rackUnits", Unit::none, place.rack_units, false,
        [changed](std::optional<double> v) {
            return changed([&](Place& p) { p.rack_units = *v; });
        },
        edit_name);
    if (place.mains != Mains::none) {
        std::optional<double> outlets;
        if (place.free_outlets) outlets = *place.free_outlets;
        add_number(
            tr("Free outlets"), "freeOutlets", Unit::none, outlets, true,
            [changed](std::optional<double> v) {
                return changed([&](Place& p) {
                    p.free_outlets.reset();
                    if (v) p.free_outlets = static_cast<int>(std::lround(std::clamp(*v, -1., 1e6)));
                });
            },
            edit_name);
    }
    add_number(
        tr("Width"), "width", Unit::metre, place.width_m, false,
        [changed](std::optional<double> v) { return changed([&](Place& p) { p.width_m = *v; }); },
        edit_name);
    add_number(
        tr("Depth"), "depth", Unit::metre, place.depth_m, false,
        [changed](std::optional<double> v) { return changed([&](Place& p) { p.depth_m = *v; }); },
        edit_name);
}

void DetailsPanel::fill_pathway(const Pathway& pathway) {
    Document& d = document_;
    const QString edit_name =
        tr("Change %1").arg(q(pathway.name.empty() ? pathway.id : pathway.name));
    const auto changed = [&d, pathway](auto set) {
        Pathway next = pathway;
        set(next);
        return replace_pathway(d.committed(), next);
    };
    add_heading(q(pathway.name.empty() ? pathway.id : pathway.name));
    add_name(pathway.id, pathway.name);
    add_choice(
        tr("Kind"), "kind", choices_of<PathwayKind>(), std::string(name_of(pathway.kind)),
        [changed](const std::string& v) {
            return changed(
                [&](Pathway& p) { p.kind = from_name<PathwayKind>(v).value_or(p.kind); });
        },
        edit_name);
    add_choice(
        tr("Surroundings"), "surroundings", choices_of<Surroundings>(),
        std::string(name_of(pathway.surroundings)),
        [changed](const std::string& v) {
            return changed([&](Pathway& p) {
                p.surroundings = from_name<Surroundings>(v).value_or(p.surroundings);
            });
        },
        edit_name);
    add_number(
        tr("Cost to open, %1 a metre").arg(q(d.site().settings.currency)), "cost", Unit::none,
        pathway.cost_per_m, false,
        [changed](std::optional<double> v) {
            return changed([&](Pathway& p) { p.cost_per_m = *v; });
        },
        edit_name);
    QuantityEdit* room = add_number(
        tr("Room for cables"), "room", Unit::count,
        pathway.most_cables ? std::optional<double>(*pathway.most_cables) : std::nullopt, true,
        [changed](std::optional<double> v) {
            return changed([&](Pathway& p) {
                p.most_cables = v ? std::optional(static_cast<int>(std::lround(*v))) : std::nullopt;
            });
        },
        edit_name);
    room->setPlaceholderText(tr("not stated"));
}

void DetailsPanel::fill_obstacle(const Obstacle& obstacle) {
    Document& d = document_;
    const QString name = q(obstacle.name.empty() ? obstacle.id : obstacle.name);
    const QString edit_name = tr("Change %1").arg(name);
    const auto changed = [&d, obstacle](auto set) {
        Obstacle next = obstacle;
        set(next);
        return replace_obstacle(d.committed(), next);
    };
    add_heading(name);
    add_name(obstacle.id, obstacle.name);
    add_choice(
        tr("Kind"), "kind", choices_of<ObstacleKind>(), std::string(name_of(obstacle.kind)),
        [changed](const std::string& v) {
            return changed(
                [&](Obstacle& o) { o.kind = from_name<ObstacleKind>(v).value_or(o.kind); });
        },
        edit_name);
    if (obstacle.kind == ObstacleKind::water) return;  // stands in the way of cable, not of radio
    add_number(
        tr("Height above ground"), "obstacleHeight", Unit::metre, obstacle.height_m, false,
        [changed](std::optional<double> v) {
            return changed([&](Obstacle& o) { o.height_m = *v; });
        },
        edit_name);
}

void DetailsPanel::fill_existing(const ExistingCable& existing) {
    Document& d = document_;
    const QString name = q(existing.name.empty() ? existing.id : existing.name);
    const QString edit_name = tr("Change %1").arg(name);
    const auto changed = [&d, existing](auto set) {
        ExistingCable next = existing;
        set(next);
        return replace_existing(d.committed(), d.catalogue(), next);
    };
    add_heading(tr("%1, hangs there already").arg(name));
    add_name(existing.id, existing.name);
    std::vector<std::pair<std::string, QString>> kinds = cables_of(Medium::coax);
    for (Medium medium : {Medium::fibre, Medium::twisted_pair}) {
        for (auto& kind : cables_of(medium)) kinds.push_back(std::move(kind));
    }
    add_choice(
        tr("Cable"), "cable", kinds, existing.cable,
        [changed](const std::string& v) { return changed([&](ExistingCable& x) { x.cable = v; }); },
        edit_name);
    add_number(
        tr("Measured length"), "measured", Unit::metre, existing.measured_length_m, true,
        [changed](std::optional<double> v) {
            return changed([&](ExistingCable& x) { x.measured_length_m = v; });
        },
        edit_name);
    add_number(
        tr("Measured loop resistance"), "measuredLoop", Unit::ohm, existing.measured_loop_ohm, true,
        [changed](std::optional<double> v) {
            return changed([&](ExistingCable& x) { x.measured_loop_ohm = v; });
        },
        edit_name);
}

void DetailsPanel::fill_radio(const Device& device) {
    Document& d = document_;
    const std::string id = device.id;
    add_number(
        tr("Antenna above ground"), "antennaHeight", Unit::metre, device.height_m, false,
        [&d, id](std::optional<double> v) { return set_antenna_height(d.committed(), id, *v); },
        tr("Antenna of %1").arg(q(id)));
    add_number(
        tr("Transmits"), "transmit", Unit::decibel_milliwatt, device.transmit_dbm, true,
        [&d, id](std::optional<double> v) { return set_transmit(d.committed(), id, v); },
        tr("Power of %1").arg(q(id)));
    const Kind& radio = or_nothing(d.catalogue().find(device.kind));
    std::vector<std::pair<std::string, QString>> antennas{{"", tr("Its own")}};
    for (const Kind* kind : d.catalogue().of(Category::small_part)) {
        if (takes_antenna(radio, *kind)) antennas.push_back({kind->id, q(kind->name)});
    }
    if (antennas.size() > 1) {
        add_choice(
            tr("Antenna"), "antenna", antennas, device.antenna,
            [&d, id](const std::string& antenna) {
                return set_antenna(d.committed(), d.catalogue(), id, antenna);
            },
            tr("Antenna of %1").arg(q(id)));
    }
    if (!device.antenna.empty()) {
        add_number(
            tr("Lost in its feeder"), "feederLoss", Unit::decibel, device.feeder_loss_db, false,
            [&d, id](std::optional<double> v) { return set_feeder_loss(d.committed(), id, *v); },
            tr("Feeder of %1").arg(q(id)));
    }
    add_number(
        tr("Points to, degrees"), "azimuth", Unit::none, device.azimuth_deg, true,
        [&d, id](std::optional<double> v) { return set_azimuth(d.committed(), id, v); },
        tr("Turn %1").arg(q(id)));
    add_number(
        tr("Channel"), "channel", Unit::none, static_cast<double>(device.channel), false,
        [&d, id](std::optional<double> v) {
            return set_channel(d.committed(), id,
                               static_cast<int>(std::lround(std::clamp(*v, -1.0, 1e6))));
        },
        tr("Channel of %1").arg(q(id)));
}

void DetailsPanel::fill_modules(const Device& device, const Kind& kind) {
    Document& d = document_;
    const std::string id = device.id;
    if (kind.optic) return;  // fixed
    for (const PortKind& port : kind.ports) {
        if (port.medium != Medium::fibre) continue;
        std::vector<std::pair<std::string, QString>> modules = kinds_of(Category::transceiver);
        modules.insert(modules.begin(), {"", tr("None")});
        const auto found = device.modules.find(port.id);
        add_choice(
            tr("Transceiver in %1").arg(q(port.id)), "module-" + port.id, modules,
            found == device.modules.end() ? "" : found->second,
            [&d, id, port_id = port.id](const std::string& module) {
                return set_module(d.committed(), d.catalogue(), {id, port_id}, module);
            },
            tr("Transceiver of %1").arg(q(id)));
    }
}

void DetailsPanel::add_found(const QString& text, const QString& edit_name,
                             std::function<Result<Site>()> mended) {
    auto* words = wrapped_label(tr("As found: %1").arg(text), content_);
    words->setObjectName("foundWrong");
    auto* button = flat_button(tr("Mended"), "foundMended", content_);
    button->setToolTip(tr("It is as drawn again: the design no longer counts this"));
    connect(button, &QPushButton::clicked, this,
            [this, edit_name, mended = std::move(mended)] { document_.edit(edit_name, mended()); });
    form_->addRow(words);
    form_->addRow(QString(), button);
}

void DetailsPanel::fill_link(const Link& link) {
    Document& d = document_;
    const std::string id = link.id;
    const Kind* laid = d.catalogue().find(link.cable);
    const Medium medium = laid && laid->cable ? laid->cable->medium : Medium::twisted_pair;
    add_heading(tr("Cable %1, %2 to %3")
                    .arg(q(id), q(link.a.device + "." + link.a.port),
                         q(link.b.device + "." + link.b.port)));
    if (link.defects && *link.defects != Defects{})
        add_found(q(defects_text(*link.defects, d.units())), tr("%1 is mended").arg(q(id)),
                  [&d, id] { return set_defects(d.committed(), id, std::nullopt); });
    add_choice(
        tr("Cable"), "cable", cables_of(medium), link.cable,
        [&d, id](const std::string& cable) {
            return set_cable(d.committed(), d.catalogue(), id, cable);
        },
        tr("Change cable of %1").arg(q(id)));
    add_number(
        tr("Measured length"), "measured", Unit::metre, link.measured_length_m, true,
        [&d, id](std::optional<double> value) {
            return set_measured_length(d.committed(), id, value);
        },
        tr("Measure %1").arg(q(id)));
    add_number(
        tr("Slack"), "slack", Unit::metre, link.slack_m, false,
        [&d, id](std::optional<double> value) { return set_slack(d.committed(), id, *value); },
        tr("Slack of %1").arg(q(id)));
    if (medium == Medium::radio || medium == Medium::mains_wiring) return;
    add_text(
        tr("Colour"), "colour", link.colour,
        [&d, id](const std::string& colour) { return set_colour(d.committed(), id, colour); },
        tr("Colour of %1").arg(q(id)));
    add_text(
        tr("Pulled with"), "pull", link.pull,
        [&d, id](const std::string& pull) { return set_pull(d.committed(), id, pull); },
        tr("Pull of %1").arg(q(id)));
    if (medium == Medium::fibre || medium == Medium::composite) {
        add_number(
            tr("Connector pairs"), "connectors", Unit::count, link.connectors, false,
            [&d, id, splices = link.splices](std::optional<double> v) {
                return set_fibre_joints(d.committed(), id, static_cast<int>(*v), splices);
            },
            tr("Connectors of %1").arg(q(id)));
        add_number(
            tr("Splices"), "splices", Unit::count, link.splices, false,
            [&d, id, connectors = link.connectors](std::optional<double> v) {
                return set_fibre_joints(d.committed(), id, connectors, static_cast<int>(*v));
            },
            tr("Splices of %1").arg(q(id)));
        if (medium == Medium::fibre) return;
    }
    std::vector<std::pair<std::string, QString>> protectors = kinds_of(Category::protector);
    protectors.insert(protectors.begin(), {"", tr("None")});
    const std::string at_a = link.a.protector, at_b = link.b.protector;
    add_choice(
        tr("Protector at %1").arg(q(link.a.device)), "protectorA", protectors, at_a,
        [&d, id, at_b](const std::string& kind) {
            return set_protectors(d.committed(), id, {kind, at_b});
        },
        tr("Protector on %1").arg(q(id)));
    add_choice(
        tr("Protector at %1").arg(q(link.b.device)), "protectorB", protectors, at_b,
        [&d, id, at_a](const std::string& kind) {
            return set_protectors(d.committed(), id, {at_a, kind});
        },
        tr("Protector on %1").arg(q(id)));
}

}  // namespace ovant
