// SPDX-License-Identifier: GPL-3.0-or-later
// Way 4: a chain of repeaters, the power passed through from one source.
#include "core/choose/draft.h"

namespace ovant {

Proposal build_repeaters(const ChooseContext& context) {
    return build_chain(context, Category::repeater, 9);
}

}  // namespace ovant
