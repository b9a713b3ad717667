// SPDX-License-Identifier: GPL-3.0-or-later
// A drawing as a site file holds it. Private to core/format and core/site.
#pragma once

#include "core/site/site_fields.h"

namespace ovant {

// SVG that is plain text goes in as text; anything else in Base64, so that every byte comes back.
DrawingInFile to_file(const Drawing& drawing);
Drawing from_file(DrawingInFile in_file);

}  // namespace ovant
