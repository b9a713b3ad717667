// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing but fonts and libraries can be opened any more. Private to the drawer.
#pragma once

namespace ovant {

// Where the kernel can (Landlock, from Linux 5.13): files of the system may be read, all others can
// be neither read nor written. False where it cannot.
bool keep_inside();

}  // namespace ovant
