// SPDX-License-Identifier: GPL-3.0-or-later
// A kind as a data sheet reads: what its figures are called and under which heading they stand.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/assess/goes_with.h"
#include "core/format/kind_text.h"

namespace ovant {

// What the last step of a path is called: "supply/budget_w" is "Gives in all".
std::string field_label(std::string_view path);
// Whether it has a name of its own; else it is spelt from its path.
bool has_field_label(std::string_view path);

// The heading a figure stands under: "Ports 1-4", "Supply", "Reach, step 2"; empty for what is said
// of the kind as a whole. `fields` are all of its figures.
std::string field_heading(const std::vector<KindField>& fields, std::string_view path);

// "Fed by" and the like, over the kinds that fit.
std::string title(Together how);

// What cannot be kept of a kind, with the figure named as its sheet names it.
std::string kind_sentence(const std::vector<KindField>& fields, Error error);

// The heading of a table of steps: "cable/rated" is "Maker's reach", "ports" is "Ports".
std::string list_heading(std::string_view list);

// A word of a file as a data sheet has it: "pse" is "gives power (PSE)". Others as they are.
std::string field_value_words(std::string_view path, std::string_view value);

}  // namespace ovant
