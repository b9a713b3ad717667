// SPDX-License-Identifier: GPL-3.0-or-later
// Way 2: one length of solid copper on a port whose group is set to 10 Mb/s for reach.
#include "core/choose/draft.h"

namespace ovant {

Proposal build_long_setting(const ChooseContext& context) { return build_single(context, true); }

}  // namespace ovant
