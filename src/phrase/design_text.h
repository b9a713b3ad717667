// SPDX-License-Identifier: GPL-3.0-or-later
// A design of the whole site as words.
#pragma once

#include <string>
#include <vector>

#include "core/design/design.h"
#include "phrase/check_text.h"

namespace ovant {

// The way a camera gets: "Fibre, local power"; "as it is now" of a run that stays.
std::string design_way_text(const DesignedCamera& camera);
// "all", "what works", "nothing": what a design keeps of what is there.
std::string title(Keep keep);
// "18 cameras for 4812.00 EUR, 31 h, 78 things that can fail".
std::string design_sum_text(const SiteDesign& design, const TextContext& context,
                            const std::string& currency);
// Against what it replaces: "less by 412.00 EUR and 3.5 h".
std::string design_saving_text(const SiteDesign& design, const TextContext& context,
                               const std::string& currency);
// How sure it is that nothing is better: "Nothing cheaper can be made of the 412 ways tried."
std::string design_bound_text(const SiteDesign& design);
// Why a camera gets this way: "120.00 EUR of it shared with K03, K04; by itself Radio bridge for
// 640.00 EUR". Of one that is not served, why.
std::string design_why_text(const DesignedCamera& camera, const TextContext& context,
                            const std::string& currency);
// What is left open: cameras without a way, units and the rest of the site that fail.
std::vector<std::string> design_open_texts(const SiteDesign& design, const TextContext& context);

}  // namespace ovant
