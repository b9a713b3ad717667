// SPDX-License-Identifier: GPL-3.0-or-later
// The site file as JSON Schema, for people and programs that write such files. Made from the same
// list of fields that reads and checks them; data/schema holds what this gives.
#pragma once

#include <string>

namespace ovant {

std::string site_schema();

}  // namespace ovant
