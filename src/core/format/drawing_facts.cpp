// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/drawing_facts.h"

#include <fmt/format.h>

#include "core/format/svg_check.h"

namespace ovant {
namespace {

constexpr std::string_view png_signature("\x89PNG\r\n\x1a\n");

// `size` bytes from `at`, the high one first.
double number_at(std::string_view bytes, std::size_t at, std::size_t size) {
    double out = 0;
    for (std::size_t i = at; i < at + size; ++i)
        out = out * 256 + static_cast<unsigned char>(bytes[i]);
    return out;
}

// Of the header that comes first; 0 where it is cut off.
DrawingFacts png_facts(std::string_view bytes) {
    DrawingFacts out;
    out.type = DrawingType::png;
    if (bytes.size() < 24 || bytes.substr(12, 4) != "IHDR") return out;
    out.width_px = number_at(bytes, 16, 4);
    out.height_px = number_at(bytes, 20, 4);
    return out;
}

// From segment to segment up to that of the frame (ITU-T T.81, B.2.2).
DrawingFacts jpeg_facts(std::string_view bytes) {
    DrawingFacts out;
    out.type = DrawingType::jpeg;
    for (std::size_t at = 2; at + 9 < bytes.size();) {
        if (bytes[at] != '\xff') return out;
        const auto marker = static_cast<unsigned char>(bytes[at + 1]);
        if (marker == 0xff) {  // padding
            ++at;
            continue;
        }
        const bool frame =
            marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc;
        if (frame) {
            out.height_px = number_at(bytes, at + 5, 2);
            out.width_px = number_at(bytes, at + 7, 2);
            return out;
        }
        const bool alone = marker == 0x01 || (marker >= 0xd0 && marker <= 0xd8);
        at += alone ? 2 : 2 + static_cast<std::size_t>(number_at(bytes, at + 2, 2));
    }
    return out;
}

}  // namespace

Result<DrawingFacts> look_at_drawing(std::string_view bytes) {
    const Error none{ErrorCode::bad_value, "", "this",
                     "a PNG, JPEG, PDF or SVG drawing that can be read"};
    DrawingFacts out;
    if (bytes.starts_with("%PDF-")) {
        out.type = DrawingType::pdf;
        return out;
    }
    if (bytes.starts_with(png_signature)) {
        out = png_facts(bytes);
    } else if (bytes.starts_with("\xff\xd8\xff")) {
        out = jpeg_facts(bytes);
    } else if (bytes.find("<svg") != std::string_view::npos ||
               bytes.find(":svg") != std::string_view::npos) {
        const Result<SvgSize> size = check_svg(bytes);
        if (!size) return size.error();
        return DrawingFacts{DrawingType::svg, size->width_px, size->height_px};
    } else {
        return none;
    }
    if (!(out.width_px > 0) || !(out.height_px > 0)) return none;
    const double pixels = out.width_px * out.height_px;
    if (pixels > most_drawing_pixels) {
        return Error{ErrorCode::too_large, "drawing",
                     fmt::format("{:.0f} million pixels", pixels / 1e6),
                     fmt::format("{:.0f} million", most_drawing_pixels / 1e6)};
    }
    return out;
}

std::string_view media_type_of(DrawingType type) {
    switch (type) {
        case DrawingType::png: return "image/png";
        case DrawingType::jpeg: return "image/jpeg";
        case DrawingType::svg: return "image/svg+xml";
        case DrawingType::pdf: return "application/pdf";
    }
    return "";
}

}  // namespace ovant
