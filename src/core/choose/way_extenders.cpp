// SPDX-License-Identifier: GPL-3.0-or-later
// Way 6: extenders that take a PD's power in and give a PSE's out; usually two in a chain.
#include "core/choose/build.h"

namespace ovant {

Proposal build_extenders(const ChooseContext& context) {
    return build_chain(context, Category::extender, 2);
}

}  // namespace ovant
