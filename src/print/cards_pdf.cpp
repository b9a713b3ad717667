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
constexpr std::size_t most_steps_a_card = 8;
constexpr double unit_width = 46;
constexpr double unit_height = 15;
constexpr double beside_room = card_width - 2 * card_inset - unit_width / 2 - 8;
constexpr double unit_room = card_width - 2 * card_inset - unit_width - 6;

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
        FT_New_Memory_Face(library_, reinterpret_cast<const FT_Byte*>(begin), end - begin, 0,
                           &face);
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
        y_ += 8;
        chain(card);
        y_ = bottom_ - caution_room(card);
        for (Caution caution : card.cautions)
            text(fonts_.regular(), 7, caution_text(caution), 0.35);
    }

private:
    double caution_room(const Card& card) const {
        // One line of small letters each, and one more for the longest, which takes two.
        return 8.8 * static_cast<double>(card.cautions.size() + 1) + 4;
    }
    static std::string verdict_line(const Card& card) {
        return card.verdict == Verdict::fails ? "This run fails its checks: mend the design first."
               : card.verdict == Verdict::tight ? "This run is tight."
                                                : "This run holds.";
    }

    // The run from top to bottom: a box for each unit, the cable between as a bar, what to do
    // beside.
    void chain(const Card& card) {
        if (card.steps.empty()) return;
        const double room = bottom_ - caution_room(card) - y_;
        const auto steps = static_cast<double>(card.steps.size());
        const double pitch = std::min(78.0, (room - unit_height) / steps);
        const double small = pitch < 40 ? 5.8 : pitch < 68 ? 6.8 : 7.5;
        for (std::size_t i = 0; i < card.steps.size(); ++i) {
            const CardStep& step = card.steps[i];
            const double top = y_ + static_cast<double>(i) * pitch;
            unit(step.from, kind_name(context_, step.from_kind), top);
            cairo_set_source_rgb(cr_, 0.706, 0.373, 0.169);
            cairo_rectangle(cr_, left_ + unit_width / 2 - 2, top + unit_height, 4,
                            pitch - unit_height);
            cairo_fill(cr_);
            beside(step, top + unit_height, pitch - unit_height, small);
        }
        const CardStep& last = card.steps.back();
        unit(last.to, kind_name(context_, last.to_kind), y_ + steps * pitch);
    }

    void unit(const std::string& id, const std::string& kind, double top) {
        cairo_set_line_width(cr_, 1);
        cairo_set_source_rgb(cr_, 0.11, 0.17, 0.2);
        cairo_rectangle(cr_, left_, top, unit_width, unit_height);
        cairo_stroke(cr_);
        put(fonts_.bold(), 8.5, id, left_ + 4, top + unit_height - 4.5, 0);
        put(fonts_.regular(), 6.8, fitted(kind, 6.8, unit_room), left_ + unit_width + 6,
            top + unit_height - 4.5, 0.4);
    }

    // Sockets at both ends of the bar, and between them what to cut and fit, with a box to tick.
    // Short bars get the same words on fewer lines.
    void beside(const CardStep& step, double top, double height, double size) {
        const std::string from = "from " + socket_text(step, true);
        const std::string to = "to " + socket_text(step, false);
        const std::string cut = cut_text(step, context_);
        const std::string fit = fit_text(step);
        const std::string cable = kind_name(context_, step.cable);
        struct Line {
            bool bold;
            std::string text;
        };
        std::vector<Line> lines;
        if (height > 52)
            lines = {{false, from}, {true, cut}, {false, cable}, {true, fit}, {false, to}};
        else if (height > 27)
            lines = {{false, from + ", " + to}, {true, cut + " " + fit}, {false, cable}};
        else
            lines = {{false, from + ", " + to}, {true, cut + " " + fit}};
        std::erase_if(lines, [](const Line& line) { return line.text.empty(); });
        const double pitch = size * 1.25;
        const double x = left_ + unit_width / 2 + 8;
        double y = top + (height - static_cast<double>(lines.size()) * pitch) / 2 + size;
        cairo_set_line_width(cr_, 0.7);
        cairo_set_source_rgb(cr_, 0.4, 0.4, 0.4);
        cairo_rectangle(cr_, left_ + card_width - 2 * card_inset - 8, y - size + 1, 7, 7);
        cairo_stroke(cr_);
        for (const Line& line : lines) {
            put(line.bold ? fonts_.bold() : fonts_.regular(), size,
                fitted(line.text, size, beside_room - 12), x, y, line.bold ? 0 : 0.2);
            y += pitch;
        }
    }

    // Shortened to what fits.
    std::string fitted(std::string line, double size, double room) {
        cairo_set_font_face(cr_, fonts_.regular());
        cairo_set_font_size(cr_, size);
        if (width_of(line) <= room) return line;
        while (!line.empty() && width_of(line + "…") > room) {
            do line.pop_back();
            while (!line.empty() && (static_cast<unsigned char>(line.back()) & 0xC0) == 0x80);
        }
        return line + "…";
    }

    void put(cairo_font_face_t* face, double size, const std::string& line, double x, double y,
             double grey) {
        cairo_set_font_face(cr_, face);
        cairo_set_font_size(cr_, size);
        cairo_set_source_rgb(cr_, grey, grey, grey);
        cairo_move_to(cr_, x, y);
        cairo_show_text(cr_, line.c_str());
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

// "K14 (1 of 2)".
std::vector<Card> card_pieces(const std::vector<Card>& cards) {
    std::vector<Card> pieces;
    for (const Card& card : cards) {
        const std::size_t count = (card.steps.size() + most_steps_a_card - 1) / most_steps_a_card;
        if (count < 2) {
            pieces.push_back(card);
            continue;
        }
        for (std::size_t i = 0; i < count; ++i) {
            Card piece = card;
            const std::size_t first = i * most_steps_a_card;
            const std::size_t last = std::min(first + most_steps_a_card, card.steps.size());
            piece.steps.assign(card.steps.begin() + static_cast<std::ptrdiff_t>(first),
                               card.steps.begin() + static_cast<std::ptrdiff_t>(last));
            piece.name += fmt::format(" ({} of {})", i + 1, count);
            pieces.push_back(std::move(piece));
        }
    }
    return pieces;
}

std::string cards_pdf(const std::vector<Card>& whole_cards, const std::string& site_name,
                      const TextContext& context) {
    const std::vector<Card> cards = card_pieces(whole_cards);
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
