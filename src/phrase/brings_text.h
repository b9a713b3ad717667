// SPDX-License-Identifier: GPL-3.0-or-later
// Rules of what is needed with something, as people read them.
#pragma once

#include <string>

#include "core/catalogue/brings.h"

namespace ovant {

// What is counted: "each end of a cable, twisted pair, at a camera, outdoors".
std::string counted_text(const Brings& rule);
// "1", "3", "1 for every 12", "none".
std::string how_many_text(const Brings& rule);

}  // namespace ovant
