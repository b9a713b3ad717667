// SPDX-License-Identifier: GPL-3.0-or-later
// Way 6: extenders that take a PD's power in and give a PSE's out, usually two in a chain; or the
// second port of one that hangs there already.
#include "core/choose/draft.h"

namespace ovant {

Proposal build_extenders(const ChooseContext& context) {
    Proposal spare = best_of(context, from_spare_ports(context, [](const Kind& kind) {
                                 return kind.category == Category::extender;
                             }));
    if (spare.built && spare.verdict != Verdict::fails) return spare;
    Proposal chain = build_chain(context, Category::extender, 2);
    return chain.built || !spare.built ? chain : spare;
}

}  // namespace ovant
