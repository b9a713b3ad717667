// SPDX-License-Identifier: GPL-3.0-or-later
// Ways and remedies as words.
#pragma once

#include <string>

#include "core/choose/proposal.h"
#include "phrase/check_text.h"

namespace ovant {

std::string title(WayId way);
// "Repeaters on solid copper", "Solid copper instead", "Move to SW2.3".
std::string proposal_title(const Proposal& proposal, const TextContext& context);
// The check that decides it, or why it cannot be built.
std::string proposal_reason(const Proposal& proposal, const TextContext& context);

// What was laid for a camera: "K05: Single length of copper, 62 m, 84 EUR, holds". Where the way
// was left to be asked for, that and why.
std::string laid_text(const Proposal& proposal, const std::string& camera, bool laid,
                      const std::string& currency, const TextContext& context);

// "L12: 38 m of Cat 6 solid copper, 42 EUR."
std::string cable_laid_text(const NetLink& laid, double price, const std::string& currency,
                            const TextContext& context);

// What a way consists of: "1 × Injector, 30 W · 92 m Cat 5e".
std::string parts_text(const std::vector<PartLine>& parts, UnitSystem units);
// Where the price comes from: material, ground, labour.
std::string cost_text(const Cost& cost, const std::string& currency);

}  // namespace ovant
