// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/cards_pdf.h"

#include <cairo-ft.h>
#include <cairo-pdf.h>
#include <fmt/format.h>

#include <algorithm>
#include <memory>
#include <string_view>

#include "phrase/card_text.h"
#include "phrase/numbers.h"

extern "C" const char embedded_Inter_Regular_otf[];
extern "C" const char embedded_Inter_Regular_otf_end[];
extern "C" const char embedded_Inter_SemiBold_otf[];
extern "C" const char embedded_Inter_SemiBold_otf_end[];

namespace ovant {
namespace {

constexpr double page_width = 595.28;  // A4 in points
constexpr double page_height = 841.89;
constexpr double page_edge = 28;
constexpr double card_gap = 14;
constexpr double card_width = (page_width - 2 * page_edge - card_gap) / 2;
constexpr double card_height = (page_height - 2 * page_edge - card_gap) / 2;
constexpr double card_inset = 12;
constexpr int cards_a_page = 4;

// The fonts that ship with Ovant, opened for one document.
class Fonts {
public:
    Fonts() {
        FT_Init_FreeType(&library_);
        regular_ = open(embedded_Inter_Regular_otf, embedded_Inter_Regular_otf_end, regular_face_);
        bold_ = open(embedded_Inter_SemiBold_otf, embedded_Inter_SemiBold_otf_end, bold_face_);
    }
    ~Fonts() {
        cairo_font_face_destroy(regular_);
        cairo_font_face_destroy(bold_);
        FT_Done_Face(regular_face_);
        FT_Done_Face(bold_face_);
        FT_Done_FreeType(library_);
    }
    Fonts(const Fonts&) = delete;
    Fonts& operator=(const Fonts&) = delete;
    cairo_font_face_t* regular() const { return regular_; }
    cairo_font_face_t* bold() const { return bold_; }

private:
    cairo_font_face_t* open(const char* begin, const char* end, FT_Face& face) {
        FT_New_Memory_Face(library_, reinterpret_cast<const FT_Byte*>(begin), end - begin, 0, &face);
        return cairo_ft_font_face_create_for_ft_face(face, 0);
    }
    FT_Library library_ = nullptr;
    FT_Face regular_face_ = nullptr, bold_face_ = nullptr;
    cairo_font_face_t *regular_ = nullptr, *bold_ = nullptr;
};

class CardPainter {
public:
    CardPainter(cairo_t* cr, const Fonts& fonts, const TextContext& context)
        : cr_(cr), fonts_(fonts), context_(context) {}

    void paint(const Card& card, const std::string& site_name, double left, double top) {
        left_ = left + card_inset;
        y_ = top + card_inset;
        bottom_ = top + card_height - card_inset;
        frame(left, top);
        text(fonts_.bold(), 15, card.camera + "  " + card.name, 0);
        text(fonts_.regular(), 7.5, site_name + ", " + kind_name(context_, card.kind), 0.4);
        y_ += 3;
        text(fonts_.bold(), 8.5, expected_text(card, context_), 0);
        text(fonts_.regular(), 8, wiring_text(card.wiring) + ". " + verdict_line(card), 0.25);
        y_ += 4;
        std::size_t number = 0;
        for (const CardStep& step : card.steps) {
            const std::string line = fmt::format("{}. {}", ++number, step_text(step, context_));
            if (y_ + 24 > bottom_ - caution_room(card)) {
                text(fonts_.bold(), 8, fmt::format("and {} more: see the file",
                                                   card.steps.size() - number + 1), 0);
                break;
            }
            text(fonts_.regular(), steps_size(card), line, 0);
            y_ += 1.5;
        }
        y_ = std::max(y_ + 2, bottom_ - caution_room(card));
        for (Caution caution : card.cautions) text(fonts_.regular(), 7, caution_text(caution), 0.35);
    }

private:
    // Long chains get smaller letters so that all steps fit the card.
    static double steps_size(const Card& card) { return card.steps.size() > 6 ? 7.0 : 8.5; }
    double caution_room(const Card& card) const {
        return 19.0 * static_cast<double>(card.cautions.size());
    }
    static std::string verdict_line(const Card& card) {
        return card.verdict == Verdict::fails ? "This run fails its checks: mend the design first."
               : card.verdict == Verdict::tight ? "This run is tight."
                                                : "This run holds.";
    }

    void frame(double left, double top) {
        cairo_set_line_width(cr_, 0.8);
        cairo_set_source_rgb(cr_, 0.7, 0.68, 0.64);
        cairo_rectangle(cr_, left, top, card_width, card_height);
        cairo_stroke(cr_);
        cairo_set_source_rgb(cr_, 0.706, 0.373, 0.169);
        cairo_rectangle(cr_, left, top, card_width, 4);
        cairo_fill(cr_);
        y_ += 4;
    }

    double width_of(const std::string& line) {
        cairo_text_extents_t extents;
        cairo_text_extents(cr_, line.c_str(), &extents);
        return extents.x_advance;
    }

    // One paragraph, broken at spaces to the card's width.
    void text(cairo_font_face_t* face, double size, const std::string& paragraph, double grey) {
        cairo_set_font_face(cr_, face);
        cairo_set_font_size(cr_, size);
        cairo_set_source_rgb(cr_, grey, grey, grey);
        const double width = card_width - 2 * card_inset;
        std::string line;
        std::size_t at = 0;
        while (at < paragraph.size()) {
            const std::size_t space = std::min(paragraph.find(' ', at), paragraph.size());
            const std::string word = paragraph.substr(at, space - at);
            const std::string longer = line.empty() ? word : line + " " + word;
            if (!line.empty() && width_of(longer) > width) {
                show(line, size);
                line = word;
            } else {
                line = longer;
            }
            at = space + 1;
        }
        if (!line.empty()) show(line, size);
    }

    void show(const std::string& line, double size) {
        y_ += size * 1.25;
        cairo_move_to(cr_, left_, y_);
        cairo_show_text(cr_, line.c_str());
    }

    cairo_t* cr_;
    const Fonts& fonts_;
    const TextContext& context_;
    double left_ = 0, y_ = 0, bottom_ = 0;
};

cairo_status_t append(void* closure, const unsigned char* data, unsigned int size) {
    static_cast<std::string*>(closure)->append(reinterpret_cast<const char*>(data), size);
    return CAIRO_STATUS_SUCCESS;
}

}  // namespace

std::string cards_pdf(const std::vector<Card>& cards, const std::string& site_name,
                      const TextContext& context) {
    std::string bytes;
    const Fonts fonts;
    cairo_surface_t* surface =
        cairo_pdf_surface_create_for_stream(append, &bytes, page_width, page_height);
    cairo_pdf_surface_set_metadata(surface, CAIRO_PDF_METADATA_TITLE,
                                   ("Wiring cards, " + site_name).c_str());
    cairo_t* cr = cairo_create(surface);
    CardPainter painter(cr, fonts, context);
    for (std::size_t i = 0; i < cards.size(); ++i) {
        const std::size_t cell = i % cards_a_page;
        if (i > 0 && cell == 0) cairo_show_page(cr);
        const double left = page_edge + static_cast<double>(cell % 2) * (card_width + card_gap);
        const double top = page_edge + static_cast<double>(cell / 2) * (card_height + card_gap);
        painter.paint(cards[i], site_name, left, top);
    }
    if (cards.empty()) {
        cairo_set_font_face(cr, fonts.regular());
        cairo_set_font_size(cr, 12);
        cairo_move_to(cr, page_edge, page_edge + 12);
        cairo_show_text(cr, "No run is connected yet: there are no cards to print.");
    }
    cairo_show_page(cr);
    cairo_destroy(cr);
    cairo_surface_destroy(surface);
    return bytes;
}

}  // namespace ovant
