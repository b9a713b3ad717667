// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/way_text.h"

#include <fmt/format.h>

namespace ovant {
namespace {

std::string remedy_title(const Proposal& proposal, const TextContext& context) {
    const bool with_more = proposal.detail.ends_with("+");
    const std::string detail =
        with_more ? proposal.detail.substr(0, proposal.detail.size() - 1) : proposal.detail;
    switch (*proposal.remedy) {
        case RemedyKind::solid_copper:
            return with_more ? "Solid copper, protectors and boxes" : "Same run, solid copper";
        case RemedyKind::add_protectors:
            return with_more ? "Protectors and boxes" : "Surge protectors at both ends";
        case RemedyKind::turn_long_setting_on: return fmt::format("Long setting on at {}", detail);
        case RemedyKind::turn_long_setting_off:
            return fmt::format("Long setting off at {}", detail);
        case RemedyKind::move_port: return fmt::format("Move to port {}", detail);
        case RemedyKind::fit_enclosure: return kind_name(context, detail);
        case RemedyKind::another_way: return "Another way";
    }
    return "";
}

}  // namespace

std::string title(WayId way) {
    switch (way) {
        case WayId::direct_copper: return "Single length of copper";
        case WayId::long_setting: return "Long setting, 10 Mb/s";
        case WayId::repeaters: return "Repeaters, power passed through";
        case WayId::extenders: return "Extenders, power made anew";
    }
    return "";
}

std::string proposal_title(const Proposal& proposal, const TextContext& context) {
    if (proposal.remedy) return remedy_title(proposal, context);
    if (!proposal.way) return "";
    if (!proposal.site || proposal.in_line == 0) return title(*proposal.way);
    const int count = proposal.in_line;
    const char* what = *proposal.way == WayId::repeaters ? "repeater" : "extender";
    return fmt::format("{} {}{} on solid copper", count, what, count == 1 ? "" : "s");
}

std::string proposal_reason(const Proposal& proposal, const TextContext& context) {
    switch (proposal.cannot) {
        case Cannot::nothing:
            return proposal.harmed.empty() ? sentence(proposal.decisive, context)
                                           : fmt::format("Harms {}: {}", proposal.harmed,
                                                         sentence(proposal.decisive, context));
        case Cannot::no_free_port: return "No free port of the class this camera needs";
        case Cannot::no_long_setting: return "No free port with a long setting";
        case Cannot::one_length_enough: return "One length is enough, nothing to put in line";
        case Cannot::chain_too_long:
            return fmt::format("Would take {} in line, more than the makers allow",
                               proposal.cannot_detail);
        case Cannot::no_cable: return "The catalogue has no cable for these surroundings";
        case Cannot::no_camera: return "No such camera";
    }
    return "";
}

}  // namespace ovant
