// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/site/site.h"

namespace ovant {

// A site of `cameras` cameras on 24-port switches, every fourth with a repeater: for timing and for
// tests of size.
Site large_site(int cameras);

}  // namespace ovant
