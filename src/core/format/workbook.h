// SPDX-License-Identifier: GPL-3.0-or-later
// A spreadsheet file put into place whole.
#pragma once

#include <functional>
#include <string>

#include "core/result.h"

namespace ovant {

// `write` makes the file under the name it is given, in a folder of its own; false: it could not.
// Errors: unwritable.
Result<bool> save_workbook(const std::string& path,
                           const std::function<bool(const std::string& made)>& write);

}  // namespace ovant
