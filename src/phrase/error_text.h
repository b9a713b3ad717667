// SPDX-License-Identifier: GPL-3.0-or-later
// Errors of core as one plain sentence with the place and the field.
#pragma once

#include <string>

#include "core/result.h"

namespace ovant {

std::string sentence(const Error& error);

}  // namespace ovant
