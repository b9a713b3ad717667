// SPDX-License-Identifier: GPL-3.0-or-later
// Text of the core as text of the window: so short because it stands everywhere.
#pragma once

#include <QString>

#include <string>

namespace ovant {

inline QString q(const std::string& text) { return QString::fromStdString(text); }

}  // namespace ovant
