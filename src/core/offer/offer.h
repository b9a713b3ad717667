// SPDX-License-Identifier: GPL-3.0-or-later
// What the customer is offered: what it costs, with what is put on top, rounded, and taxed. Every
// price is in cents: sums of it are sums of what is shown.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/parts/parts.h"
#include "core/parts/work.h"
#include "core/variants/variants.h"

namespace ovant {

// In the order of the offer.
enum class OfferPart { equipment, cable, small_parts, work, ground, electrician };
inline constexpr int offer_part_count = static_cast<int>(OfferPart::electrician) + 1;

std::string_view id_of(OfferPart part);

struct OfferLine {
    OfferPart part = OfferPart::equipment;
    PartLine of;              // of material: what it is; empty of small parts together, and of work
    Task task = Task::mount;  // of all else
    double quantity = 0;      // pieces, packages, metres, hours, outlets; 0: a sum for all of it
    Unit unit = Unit::count;
    double cost = 0;   // what the installer pays, in cents as well
    double price = 0;  // with the markup
};

struct OfferSums {
    double lines = 0;     // of the prices
    double rounding = 0;  // added to them, or taken off
    double net = 0;
    double tax = 0;
    double gross = 0;
    double cost = 0;
    double earned() const { return net - cost; }
};

// Another design, priced apart: what it is more or less than the one offered.
struct OfferOption {
    std::string variant, name, note;
    std::vector<OfferLine> lines;
    OfferSums sums;
    double net_more = 0, gross_more = 0;
};

struct Offer {
    std::vector<OfferLine> lines;
    OfferSums sums;
    std::string valid_until;  // 2027-02-14; empty where the offer has no date
    std::vector<OfferOption> options;
};

// To the cent; half a cent away from zero, as a spreadsheet does it.
double in_cents(double amount);
double markup_on(OfferPart part, const OfferSettings& settings);
OfferSums sums_of(const std::vector<OfferLine>& lines, const OfferSettings& settings);

// Of the site as it stands with cable as `cuts` has it; options are its variants that are marked
// so, cut anew. Hours are priced at the site's rate; work of other trades is a line each.
Offer make_offer(const Network& net, const CutPlan& cuts, const CuttingEffort& effort = {});

}  // namespace ovant
