// SPDX-License-Identifier: GPL-3.0-or-later
// What is handed over, in sentences.
#pragma once

#include <string>
#include <vector>

#include "core/prove/handover.h"
#include "core/prove/photos.h"
#include "phrase/check_text.h"

namespace ovant {

// What is still open, a sentence each with what it is about; none: "Nothing is open."
struct OpenItem {
    std::string subject;  // to be looked at; may be empty
    std::string text;
};
std::vector<OpenItem> open_items(const Handover& handover, const TextContext& context);

// "53.0 V, 4.6 W, 100 Mb/s" promised at the camera; "not connected".
std::string promised_text(const HandoverRun& run, const TextContext& context);
// "K01 volts 50.9 V as promised; …" of what was read along a run.
std::string read_text(const HandoverRun& run, const TextContext& context);
// "there", "changed since it was noted", "missing".
std::string title(PhotoState state);
// "Handed over by ab, 2026-11-20 09:50; the site has changed since."
std::string handed_over_text(const HandedOver& handed);

}  // namespace ovant
