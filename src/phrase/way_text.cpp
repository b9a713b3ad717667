// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/way_text.h"

#include <fmt/format.h>

#include "phrase/error_text.h"
#include "phrase/numbers.h"

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
    const char* codec = picture.codec == Codec::h265   ? "H.265"
                        : picture.codec == Codec::h264 ? "H.264"
                                                       : "JPEG";
    return fmt::format("{} × {}, {:g} frames, {}", picture.width_px, picture.height_px,
                       picture.frames_per_s, codec);
}

std::string remedy_title(const Proposal& proposal, const TextContext& context) {
    const std::string& detail = proposal.detail;
    switch (*proposal.remedy) {
        case RemedyKind::solid_copper:
            return proposal.with_protection ? "Solid copper, protectors and boxes"
                                            : "Same run, solid copper";
        case RemedyKind::add_protectors:
            return proposal.with_protection ? "Protectors and boxes"
                                            : "Surge protectors at both ends";
        case RemedyKind::turn_long_setting_on: return fmt::format("Long setting on at {}", detail);
        case RemedyKind::turn_long_setting_off:
            return fmt::format("Long setting off at {}", detail);
        case RemedyKind::move_port: return fmt::format("Move to port {}", detail);
        case RemedyKind::fit_enclosure: return kind_name(context, detail);
        case RemedyKind::assign_ports: return "Runs assigned anew";
        case RemedyKind::set_priorities: return "Priorities by importance";
        case RemedyKind::larger_backup: return kind_name(context, detail);
        case RemedyKind::lower_picture:
            return "Lower the picture: " + each(proposal, [](const Device& camera) {
                       return picture_words(camera.camera.value_or(CameraSettings{}));
                   });
        case RemedyKind::flip_alternative:
            return "Power on the other pairs: " + each(proposal, [](const Device& combiner) {
                       return combiner.id +
                              (combiner.alternative == Alternative::a ? " to A" : " to B");
                   });
        case RemedyKind::power_off_beyond: return fmt::format("PoE off at {}", detail);
        case RemedyKind::power_on: return fmt::format("PoE on at {}", detail);
        case RemedyKind::raise_antenna:
            return "Raise the antenna: " + each(proposal, [&](const Device& radio) {
                       return radio.id + " to " + shown(radio.height_m, Unit::metre, context.units);
                   });
        case RemedyKind::turn_antenna:
            return "Turn the antenna: " + each(proposal, [](const Device& radio) {
                       return radio.azimuth_deg
                                  ? fmt::format("{} to {:.0f}°", radio.id, *radio.azimuth_deg)
                                  : radio.id + " to its far ends";
                   });
        case RemedyKind::lower_transmit:
            return "Send with less power: " + each(proposal, [&](const Device& radio) {
                       return radio.id + " " +
                              shown(radio.transmit_dbm.value_or(0), Unit::decibel_milliwatt,
                                    context.units);
                   });
        case RemedyKind::own_channel:
            return "Channels of their own: " + each(proposal, [](const Device& radio) {
                       return fmt::format("{} on {}", radio.id, radio.channel);
                   });
        case RemedyKind::stronger_injector: return kind_name(context, detail);
        case RemedyKind::raise_priority: return fmt::format("Port {} critical", detail);
    }
    return "";
}

}  // namespace

std::string title(WayId way) {
    switch (way) {
        case WayId::direct_copper: return "Single length of copper";
        case WayId::long_setting: return "Long setting, 10 Mb/s";
        case WayId::extra_reach_cable: return "Extra-reach cable";
        case WayId::repeaters: return "Repeaters on solid copper";
        case WayId::repeaters_both_ends: return "Repeaters fed from both ends";
        case WayId::extenders: return "Extenders on solid copper";
        case WayId::extender_pair: return "Long-reach pair on the switch port";
        case WayId::long_range_port: return "Long-range port and far unit";
        case WayId::trunk: return "Trunk for up to four cameras";
        case WayId::poe_fed_switch: return "High power to a PoE-fed switch";
        case WayId::passive_dc: return "Passive d.c., injector and splitter";
        case WayId::local_adapter: return "Power on the spot, cable for data";
        case WayId::fibre: return "Fibre, local power";
        case WayId::composite: return "Composite, fibre and conductors";
        case WayId::radio_bridge: return "Radio, one to one";
        case WayId::radio_hub: return "Radio hub or relay";
        case WayId::old_coax: return "Old coax";
        case WayId::mains_wiring: return "Mains wiring";
        case WayId::shared_cable: return "Two cameras on one cable";
        case WayId::cabinet_switch: return "Switch near the camera";
    }
    return "";
}

std::string proposal_title(const Proposal& proposal, const TextContext& context) {
    if (proposal.remedy) return remedy_title(proposal, context);
    if (!proposal.way) return "";
    const bool counted = *proposal.way == WayId::repeaters || *proposal.way == WayId::extenders;
    if (!proposal.built || !counted || proposal.in_line == 0) return title(*proposal.way);
    const int count = proposal.in_line;
    const char* what = *proposal.way == WayId::repeaters ? "repeater" : "extender";
    return fmt::format("{} {}{} on solid copper", count, what, count == 1 ? "" : "s");
}

std::string proposal_reason(const Proposal& proposal, const TextContext& context) {
    switch (proposal.cannot) {
        case Cannot::nothing:
            if (!proposal.harmed.empty())
                return fmt::format("Harms {}: {}", proposal.harmed,
                                   sentence(proposal.decisive, context));
            return proposal.leans_on.empty()
                       ? sentence(proposal.decisive, context)
                       : fmt::format("{}; leans on {}, which is there already",
                                     sentence(proposal.decisive, context), proposal.leans_on);
        case Cannot::no_free_port: return "No free port of the class this camera needs";
        case Cannot::no_long_setting: return "No free port with a long setting";
        case Cannot::too_short: return "Too short to feed from both ends";
        case Cannot::one_length_enough: return "One length is enough, nothing to put in line";
        case Cannot::chain_too_long:
            return fmt::format("Would take {} in line, more than the makers allow",
                               proposal.cannot_detail);
        case Cannot::no_cable: return "The catalogue has nothing that fits these surroundings";
        case Cannot::no_camera: return "No such camera";
        case Cannot::no_head_end: return "No free port for data at the head end";
        case Cannot::no_mains_near: return "No mains within reach of the camera";
        case Cannot::takes_poe: return "The camera takes PoE, it has no d.c. input";
        case Cannot::takes_dc: return "The camera takes d.c. only, not PoE";
        case Cannot::no_dc_supply: return "No supply of the volts the camera takes";
        case Cannot::no_coax: return "No old coax leads there";
        case Cannot::no_neighbour: return "No cable nearby that could carry two cameras";
        case Cannot::same_place: return "The camera is at the head end itself";
        case Cannot::path_cut:
            return fmt::format(
                "{} hides the far end, the line passes {} too low",
                proposal.cannot_detail.empty() ? "The ground" : proposal.cannot_detail,
                shown(proposal.cannot_amount, Unit::metre, context.units));
        case Cannot::not_sound:
            return "It would leave a site that cannot be kept: " +
                   sentence(proposal.unsound.value_or(Error{ErrorCode::not_possible, "", "", ""}));
        case Cannot::no_high_power: return "Nothing here gives 60 W or more";
    }
    return "";
}

std::string parts_text(const std::vector<PartLine>& parts, UnitSystem units) {
    std::string out;
    for (const PartLine& part : parts) {
        if (!out.empty()) out += "  ·  ";
        out += part.unit == Unit::count
                   ? fmt::format("{:g} × {}", part.quantity, part.name)
                   : fmt::format("{} {}", shown(part.quantity, part.unit, units), part.name);
    }
    return out;
}

std::string cost_text(const Cost& cost, const std::string& currency) {
    std::string text = "material " + shown_money(cost.material, currency);
    if (cost.ground > 0) text += ", opening ground " + shown_money(cost.ground, currency);
    return text +
           fmt::format(", labour {} ({:.1f} h)", shown_money(cost.labour, currency), cost.hours);
}

}  // namespace ovant
