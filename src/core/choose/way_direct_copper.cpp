// SPDX-License-Identifier: GPL-3.0-or-later
// Way 1: one length of solid copper from a PSE port of the head end in the normal setting.
#include "core/choose/draft.h"

namespace ovant {

Proposal build_direct_copper(const ChooseContext& context) { return build_single(context, false); }

}  // namespace ovant
