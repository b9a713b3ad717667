// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/way_text.h"

#include <fmt/format.h>

#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

// Something said of every unit that a remedy sets.
template <class Say>
std::string each(const Proposal& proposal, Say say) {
    std::string out;
    for (const Device& device : proposal.change.devices)
        out += (out.empty() ? "" : ", ") + say(device);
    return out;
}

std::string picture_words(const CameraSettings& camera) {
    const Picture picture = camera.picture.value_or(Picture{});
    const std::string codec = picture.codec == Codec::h265   ? "H.265"
                              : picture.codec == Codec::h264 ? "H.264"
                                                             : "JPEG";
    return told("{} × {}, {:g} frames, {}", picture.width_px, picture.height_px,
                picture.frames_per_s, codec);
}

std::string remedy_title(const Proposal& proposal, const TextContext& context) {
    const std::string& detail = proposal.detail;
    switch (*proposal.remedy) {
        case RemedyKind::solid_copper:
            return proposal.with_protection ? said("Solid copper, protectors and boxes")
                                            : said("Same run, solid copper");
        case RemedyKind::add_protectors:
            return proposal.with_protection ? said("Protectors and boxes")
                                            : said("Surge protectors at both ends");
        case RemedyKind::turn_long_setting_on: return told("Long setting on at {}", detail);
        case RemedyKind::turn_long_setting_off: return told("Long setting off at {}", detail);
        case RemedyKind::move_port: return told("Move to port {}", detail);
        case RemedyKind::fit_enclosure: return kind_name(context, detail);
        case RemedyKind::assign_ports: return said("Runs assigned anew");
        case RemedyKind::set_priorities: return said("Priorities by importance");
        case RemedyKind::larger_backup: return kind_name(context, detail);
        case RemedyKind::lower_picture:
            return said("Lower the picture: ") + each(proposal, [](const Device& camera) {
                       return picture_words(camera.camera.value_or(CameraSettings{}));
                   });
        case RemedyKind::flip_alternative:
            return said("Power on the other pairs: ") + each(proposal, [](const Device& combiner) {
                       return combiner.id + (combiner.alternative == Alternative::a
                                                 ? said(" to A")
                                                 : said(" to B"));
                   });
        case RemedyKind::power_off_beyond: return told("PoE off at {}", detail);
        case RemedyKind::power_on: return told("PoE on at {}", detail);
        case RemedyKind::raise_antenna:
            return said("Raise the antenna: ") + each(proposal, [&](const Device& radio) {
                       return radio.id + said(" to ") +
                              shown(radio.height_m, Unit::metre, context.units);
                   });
        case RemedyKind::turn_antenna:
            return said("Turn the antenna: ") + each(proposal, [](const Device& radio) {
                       return radio.azimuth_deg
                                  ? told("{} to {:.0f}°", radio.id, *radio.azimuth_deg)
                                  : radio.id + said(" to its far ends");
                   });
        case RemedyKind::lower_transmit:
            return said("Send with less power: ") + each(proposal, [&](const Device& radio) {
                       return radio.id + " " +
                              shown(radio.transmit_dbm.value_or(0), Unit::decibel_milliwatt,
                                    context.units);
                   });
        case RemedyKind::own_channel:
            return said("Channels of their own: ") + each(proposal, [](const Device& radio) {
                       return told("{} on {}", radio.id, radio.channel);
                   });
        case RemedyKind::stronger_injector: return kind_name(context, detail);
        case RemedyKind::raise_priority: return told("Port {} critical", detail);
    }
    return "";
}

}  // namespace

std::string title(WayId way) {
    switch (way) {
        case WayId::direct_copper: return said("Single length of copper");
        case WayId::long_setting: return said("Long setting, 10 Mb/s");
        case WayId::extra_reach_cable: return said("Extra-reach cable");
        case WayId::repeaters: return said("Repeaters on solid copper");
        case WayId::repeaters_both_ends: return said("Repeaters fed from both ends");
        case WayId::extenders: return said("Extenders on solid copper");
        case WayId::extender_pair: return said("Long-reach pair on the switch port");
        case WayId::long_range_port: return said("Long-range port and far unit");
        case WayId::trunk: return said("Trunk for up to four cameras");
        case WayId::poe_fed_switch: return said("High power to a PoE-fed switch");
        case WayId::passive_dc: return said("Passive d.c., injector and splitter");
        case WayId::local_adapter: return said("Power on the spot, cable for data");
        case WayId::fibre: return said("Fibre, local power");
        case WayId::composite: return said("Composite, fibre and conductors");
        case WayId::radio_bridge: return said("Radio, one to one");
        case WayId::radio_hub: return said("Radio hub or relay");
        case WayId::old_coax: return said("Old coax");
        case WayId::mains_wiring: return said("Mains wiring");
        case WayId::shared_cable: return said("Two cameras on one cable");
        case WayId::cabinet_switch: return said("Switch near the camera");
    }
    return "";
}

std::string proposal_title(const Proposal& proposal, const TextContext& context) {
    if (proposal.remedy) return remedy_title(proposal, context);
    if (!proposal.way) return "";
    const bool counted = *proposal.way == WayId::repeaters || *proposal.way == WayId::extenders;
    if (!proposal.built || !counted || proposal.in_line == 0) return title(*proposal.way);
    const int count = proposal.in_line;
    if (*proposal.way == WayId::repeaters)
        return count == 1 ? said("1 repeater on solid copper")
                          : told("{} repeaters on solid copper", count);
    return count == 1 ? said("1 extender on solid copper")
                      : told("{} extenders on solid copper", count);
}

std::string laid_text(const Proposal& proposal, const std::string& camera, bool laid,
                      const std::string& currency, const TextContext& context) {
    double length_m = 0;
    for (const BuildHop& hop : proposal.build) length_m += hop.length_m;
    const std::string way =
        told("{}, {}, {}, {}", proposal_title(proposal, context),
             shown(length_m, Unit::metre, context.units),
             shown_money(proposal.cost.total(), currency), title(proposal.verdict));
    return laid ? told("{}: {}.", camera, way)
                : told("{} has no cable yet: its first way ({}) changes what others hang on.",
                       camera, way);
}

std::string cable_laid_text(const NetLink& laid, double price, const std::string& currency,
                            const TextContext& context) {
    return told("{}: {} of {}, {}.", laid.link->id,
                shown(laid.length_m, Unit::metre, context.units), laid.cable->name,
                shown_money(price, currency));
}

std::string proposal_reason(const Proposal& proposal, const TextContext& context) {
    switch (proposal.cannot) {
        case Cannot::nothing:
            if (!proposal.harmed.empty())
                return told("Harms {}: {}", proposal.harmed, sentence(proposal.decisive, context));
            return proposal.leans_on.empty()
                       ? sentence(proposal.decisive, context)
                       : told("{}; leans on {}, which is there already",
                              sentence(proposal.decisive, context), proposal.leans_on);
        case Cannot::no_free_port: return said("No free port of the class this camera needs");
        case Cannot::no_long_setting: return said("No free port with a long setting");
        case Cannot::too_short: return said("Too short to feed from both ends");
        case Cannot::one_length_enough: return said("One length is enough, nothing to put in line");
        case Cannot::chain_too_long:
            return told("Would take {} in line, more than the makers allow",
                        proposal.cannot_detail);
        case Cannot::no_cable:
            return said("The catalogue has nothing that fits these surroundings");
        case Cannot::no_camera: return said("No such camera");
        case Cannot::no_head_end: return said("No free port for data at the head end");
        case Cannot::not_on_plan:
            return said("The camera stands on no plan: what lies between is not known");
        case Cannot::no_mains_near: return said("No mains within reach of the camera");
        case Cannot::takes_poe: return said("The camera takes PoE, it has no d.c. input");
        case Cannot::takes_dc:
            return said(
                "The camera takes d.c. only; no splitter makes its volts and no mains is near it");
        case Cannot::no_dc_supply: return said("No supply of the volts the camera takes");
        case Cannot::no_coax: return said("No old coax leads there");
        case Cannot::no_neighbour: return said("No cable nearby that could carry two cameras");
        case Cannot::same_place: return said("The camera is at the head end itself");
        case Cannot::path_cut:
            return told(
                "{} hides the far end, the line passes {} too low",
                proposal.cannot_detail.empty() ? said("The ground") : proposal.cannot_detail,
                shown(proposal.cannot_amount, Unit::metre, context.units));
        case Cannot::not_sound:
            return said("It would leave a site that cannot be kept: ") +
                   sentence(proposal.unsound.value_or(Error{ErrorCode::not_possible, "", "", ""}));
        case Cannot::no_high_power: return said("Nothing here gives 60 W or more");
    }
    return "";
}

std::string parts_text(const std::vector<PartLine>& parts, UnitSystem units) {
    std::string out;
    bool small = false;
    for (const PartLine& part : parts) {
        small = small || part.small;
        if (part.small) continue;
        if (!out.empty()) out += "  ·  ";
        out += part.unit == Unit::count
                   ? fmt::format("{:g} × {}", part.quantity, part.name)
                   : fmt::format("{} {}", shown(part.quantity, part.unit, units), part.name);
    }
    if (small && !out.empty()) out += "  ·  " + said("small parts");
    return out;
}

std::string cost_text(const Cost& cost, const std::string& currency) {
    std::string text = said("material ") + shown_money(cost.material, currency);
    if (cost.ground > 0) text += said(", opening ground ") + shown_money(cost.ground, currency);
    return text + told(", labour {} ({:.1f} h)", shown_money(cost.labour, currency), cost.hours);
}

}  // namespace ovant
