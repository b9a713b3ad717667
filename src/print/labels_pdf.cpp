// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/labels_pdf.h"

#include <cairo-pdf.h>
#include <fmt/format.h>
#include <qrencode.h>

#include <algorithm>
#include <memory>

#include "print/pen.h"

namespace ovant {
namespace {

constexpr double point_a_mm = 72 / 25.4;
constexpr double page_width_mm = 210, page_height_mm = 297;
constexpr double least_width_mm = 10, least_height_mm = 6;
constexpr int most_across = 40, most_down = 60;
constexpr double quiet_modules = 4;  // white round the code, ISO/IEC 18004, from memory

struct CodeCloser {
    void operator()(QRcode* code) const { QRcode_free(code); }
};

// Returns the side it took, in points; 0 where the text is too long for a code.
double paint_code(cairo_t* cr, const std::string& text, double x, double y, double side) {
    const std::unique_ptr<QRcode, CodeCloser> code(
        QRcode_encodeString8bit(text.c_str(), 0, QR_ECLEVEL_M));
    if (!code) return 0;
    const double module = side / (code->width + 2 * quiet_modules);
    // One picture of a pixel a module: a tenth of what so many squares take to write and to print.
    const std::unique_ptr<cairo_surface_t, void (*)(cairo_surface_t*)> modules(
        cairo_image_surface_create(CAIRO_FORMAT_A8, code->width, code->width),
        cairo_surface_destroy);
    unsigned char* pixels = cairo_image_surface_get_data(modules.get());
    const int stride = cairo_image_surface_get_stride(modules.get());
    for (int row = 0; row < code->width; ++row) {
        for (int column = 0; column < code->width; ++column)
            pixels[row * stride + column] = code->data[row * code->width + column] & 1 ? 0xff : 0;
    }
    cairo_surface_mark_dirty(modules.get());
    const std::unique_ptr<cairo_pattern_t, void (*)(cairo_pattern_t*)> pattern(
        cairo_pattern_create_for_surface(modules.get()), cairo_pattern_destroy);
    cairo_pattern_set_filter(pattern.get(), CAIRO_FILTER_NEAREST);
    cairo_save(cr);
    cairo_translate(cr, x + quiet_modules * module, y + quiet_modules * module);
    cairo_scale(cr, module, module);
    cairo_set_source_rgb(cr, 0, 0, 0);
    cairo_mask(cr, pattern.get());
    cairo_restore(cr);
    return side;
}

void paint_label(const Pen& pen, const Label& label, double x, double y, double width,
                 double height) {
    const double inset = std::min(4.0, height * 0.06);
    const double side = std::min(height - 2 * inset, width * 0.45);
    const double code = paint_code(pen.cr(), label.code, x + inset, y + (height - side) / 2, side);
    const double left = x + inset + code + 2;
    const double room = x + width - inset - left;
    double head_size = std::min(12.0, height * 0.3);
    const double wide = pen.width_of(label.head, true, head_size);
    if (wide > room) head_size = std::max(3.0, head_size * room / wide);
    const double small = std::clamp(height * 0.14, 3.5, 7.0);
    double at = y + inset + head_size;
    pen.put({true, label.head}, head_size, left, at, 0);
    for (const std::string& line : pen.wrapped(label.line, false, small, room)) {
        at += small * 1.2;
        if (at > y + height - inset) break;
        pen.put({false, line}, small, left, at, 0);
    }
}

std::optional<Error> wrong_sheet(const LabelSheet& sheet) {
    const auto wrong = [](const char* field, double value, const std::string& allowed) {
        return Error{ErrorCode::out_of_range, field, fmt::format("{:g}", value), allowed};
    };
    if (sheet.rows < 1 || sheet.rows > most_down)
        return wrong("rows", sheet.rows, fmt::format("1 to {}", most_down));
    if (sheet.columns < 1 || sheet.columns > most_across)
        return wrong("columns", sheet.columns, fmt::format("1 to {}", most_across));
    if (!(sheet.top_mm >= 0 && sheet.top_mm < page_height_mm / 2))
        return wrong("top", sheet.top_mm, "0 to 148 mm");
    if (!(sheet.left_mm >= 0 && sheet.left_mm < page_width_mm / 2))
        return wrong("left", sheet.left_mm, "0 to 105 mm");
    if (!(sheet.gap_across_mm >= 0 && sheet.gap_across_mm < page_width_mm))
        return wrong("gap across", sheet.gap_across_mm, "0 to 210 mm");
    if (!(sheet.gap_down_mm >= 0 && sheet.gap_down_mm < page_height_mm))
        return wrong("gap down", sheet.gap_down_mm, "0 to 297 mm");
    if (sheet.used < 0 || sheet.used >= sheet.rows * sheet.columns)
        return wrong("used", sheet.used, fmt::format("0 to {}", sheet.rows * sheet.columns - 1));
    return std::nullopt;
}

}  // namespace

Result<std::string> labels_pdf(const std::vector<Label>& labels, const LabelSheet& sheet) {
    if (std::optional<Error> wrong = wrong_sheet(sheet)) return *wrong;
    const double width_mm =
        (page_width_mm - 2 * sheet.left_mm - (sheet.columns - 1) * sheet.gap_across_mm) /
        sheet.columns;
    const double height_mm =
        (page_height_mm - 2 * sheet.top_mm - (sheet.rows - 1) * sheet.gap_down_mm) / sheet.rows;
    if (width_mm < least_width_mm || height_mm < least_height_mm)
        return Error{ErrorCode::out_of_range, "label",
                     fmt::format("{:.1f} x {:.1f} mm", width_mm, height_mm),
                     fmt::format("{:g} x {:g} mm or more", least_width_mm, least_height_mm)};
    std::string bytes;
    const Fonts fonts;
    cairo_surface_t* surface =
        cairo_pdf_surface_create_for_stream(append_bytes, &bytes, page_width_pt, page_height_pt);
    cairo_t* cr = cairo_create(surface);
    const Pen pen(cr, fonts);
    const int a_page = sheet.rows * sheet.columns;
    for (std::size_t i = 0; i < labels.size(); ++i) {
        const int place = static_cast<int>(i) + sheet.used;
        if (i > 0 && place % a_page == 0) cairo_show_page(cr);
        const int row = place % a_page / sheet.columns, column = place % sheet.columns;
        paint_label(pen, labels[i],
                    (sheet.left_mm + column * (width_mm + sheet.gap_across_mm)) * point_a_mm,
                    (sheet.top_mm + row * (height_mm + sheet.gap_down_mm)) * point_a_mm,
                    width_mm * point_a_mm, height_mm * point_a_mm);
    }
    cairo_show_page(cr);
    cairo_destroy(cr);
    cairo_surface_destroy(surface);
    return bytes;
}

}  // namespace ovant
