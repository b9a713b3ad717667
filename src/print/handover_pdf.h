// SPDX-License-Identifier: GPL-3.0-or-later
// The handover on paper, with lines to sign on.
#pragma once

#include <string>

#include "core/prove/handover.h"
#include "phrase/check_text.h"

namespace ovant {

// The PDF file as bytes. `date` is printed as it is given. The network is the one that the handover
// was made of.
std::string handover_pdf(const Handover& handover, const Network& net, const std::string& date,
                         const TextContext& context);

}  // namespace ovant
