// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a drawing, and as one that a site holds.
#include "core/format/svg_check.h"
#include "core/edits/edits.h"
#include "fuzz/fuzz.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string_view text = text_of(data, size);
    if (const Result<SvgSize> checked = check_svg(text); !checked)
        promise(sentence(checked.error()).size() > 8);
    Drawing drawing;
    drawing.media_type = "image/svg+xml";
    drawing.data = std::make_shared<const std::string>(text);
    const Result<Site> kept = sound(Site{}, shipped_catalogue(), set_drawing(Site{}, drawing));
    promise(static_cast<bool>(kept));
    promise_kept(*kept);
    return 0;
}
