// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/drawing_file.h"

#include "core/format/base64.h"

namespace ovant {

DrawingInFile to_file(const Drawing& drawing) {
    DrawingInFile out;
    out.media_type = drawing.media_type;
    out.origin = drawing.origin;
    out.metres_per_pixel = drawing.metres_per_pixel;
    out.fade = drawing.fade;
    if (!drawing.data) return out;
    const bool text = drawing.media_type == "image/svg+xml" && letters_in(*drawing.data) &&
                      drawing.data->find('\0') == std::string::npos;
    (text ? out.text : out.base64) = text ? *drawing.data : base64_encode(*drawing.data);
    return out;
}

Drawing from_file(DrawingInFile in_file) {
    Drawing out;
    out.media_type = std::move(in_file.media_type);
    out.origin = in_file.origin;
    out.metres_per_pixel = in_file.metres_per_pixel;
    out.fade = in_file.fade;
    out.data = std::make_shared<const std::string>(
        in_file.text.empty() ? base64_decode(in_file.base64) : std::move(in_file.text));
    return out;
}

}  // namespace ovant
