// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/cards_pdf.h"

#include <cairo-pdf.h>
#include <fmt/format.h>

#include <algorithm>
#include <memory>
#include <string_view>

#include "phrase/card_text.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"
#include "phrase/translate.h"
#include "print/pen.h"

namespace ovant {
namespace {

constexpr double page_width = page_width_pt, page_height = page_height_pt;
constexpr double page_edge = 28;
constexpr double card_gap = 14;
constexpr double card_width = (page_width - 2 * page_edge - card_gap) / 2;
constexpr double card_height = (page_height - 2 * page_edge - card_gap) / 2;
constexpr double card_inset = 12;
constexpr double unit_width = 46;
constexpr double unit_height = 15;
constexpr double inner_width = card_width - 2 * card_inset;
constexpr double beside_left = unit_width / 2 + 8;
constexpr double tick_room = 14;
constexpr double title_size = 15, small_size = 7.5, expected_size = 8.5, wiring_size = 8;
constexpr double step_size = 7, kind_size = 6.8, caution_size = 7, line_pitch = 1.25;

// What stands on a card and how high each part of it is.
class CardLayout {
public:
    CardLayout(const Pen& pen, const TextContext& context) : pen_(pen), context_(context) {}

    std::vector<Line> leg(const CardStep& step) const {
        const double width = inner_width - beside_left - tick_room;
        std::vector<Line> lines;
        const auto add = [&](bool bold, const std::string& text) {
            for (std::string& line : pen_.wrapped(text, bold, step_size, width))
                lines.push_back({bold, std::move(line)});
        };
        add(false, ends_text(step));
        add(true, joined(cut_text(step, context_), fit_text(step)));
        add(false, joined(cable_text(step, context_), pairs_text(step)));
        add(false, seen_text(step, context_));
        return lines;
    }
    double leg_height(const CardStep& step) const {
        return static_cast<double>(leg(step).size()) * step_size * line_pitch + 6;
    }

    double box_width(const std::string& id) const {
        return std::min(inner_width, std::max(unit_width, pen_.width_of(id, true, 8.5) + 8));
    }
    std::vector<std::string> unit_kind(const std::string& id, const std::string& kind) const {
        const double room = inner_width - box_width(id) - 6;
        return pen_.wrapped(kind_name(context_, kind), false, kind_size, std::max(40.0, room));
    }
    double unit_height_of(const std::string& id, const std::string& kind) const {
        const double lines = static_cast<double>(unit_kind(id, kind).size());
        return std::max(unit_height, lines * kind_size * line_pitch + 3);
    }

    std::vector<std::pair<double, Line>> head(const Card& card, const std::string& site) const {
        std::vector<std::pair<double, Line>> lines;
        const auto add = [&](bool bold, double size, const std::string& text) {
            for (std::string& line : pen_.wrapped(text, bold, size, inner_width))
                lines.push_back({size, {bold, std::move(line)}});
        };
        std::string title = card.camera + "  " + card.name;
        if (card.pieces > 1) title += fmt::format(" ({} of {})", card.piece, card.pieces);
        add(true, title_size, title);
        add(false, small_size, site + ", " + kind_name(context_, card.kind));
        add(true, expected_size, expected_text(card, context_));
        const std::string wiring = card.piece > 1 ? "" : wiring_text(card.wiring) + ". ";
        add(false, wiring_size, wiring + verdict_line(card));
        return lines;
    }
    double head_height(const Card& card, const std::string& site) const {
        double height = card_inset + 4 + 10;
        for (const auto& [size, line] : head(card, site)) height += size * line_pitch;
        return height;
    }

    std::vector<std::string> cautions(const Card& card) const {
        if (card.piece > 1) return {"Cautions: on the first of these cards."};
        std::vector<std::string> lines;
        for (Caution caution : card.cautions) {
            for (std::string& line :
                 pen_.wrapped(caution_text(caution), false, caution_size, inner_width))
                lines.push_back(std::move(line));
        }
        return lines;
    }
    double caution_height(const Card& card) const {
        return static_cast<double>(cautions(card).size()) * caution_size * line_pitch + card_inset;
    }

    // Steps, what feeds beside them, and the last unit.
    double chain_height(const Card& card) const {
        double height = 0;
        for (const CardStep& step : card.steps)
            height += unit_height_of(step.from, step.from_kind) + leg_height(step);
        if (!card.steps.empty())
            height += unit_height_of(card.steps.back().to, card.steps.back().to_kind);
        else if (!card.beside.empty())
            height += unit_height_of(card.beside.front().to, card.beside.front().to_kind);
        for (const CardStep& step : card.beside)
            height += unit_height_of(step.from, step.from_kind) + leg_height(step);
        return height;
    }

private:
    static std::string joined(const std::string& a, const std::string& b) {
        return a.empty() ? b : b.empty() ? a : a + " " + b;
    }
    static std::string verdict_line(const Card& card) {
        const std::string verdict = card.verdict == Verdict::fails
                                        ? said("This run fails its checks: mend the design first.")
                                    : card.verdict == Verdict::tight ? said("This run is tight.")
                                                                     : said("This run holds.");
        const std::string seen = foretold_text(card.seen);
        return seen.empty() ? verdict : told("{} As drawn it shows {}.", verdict, seen);
    }

    const Pen& pen_;
    const TextContext& context_;
};

class CardPainter {
public:
    CardPainter(const Pen& pen, const TextContext& context)
        : pen_(pen), cr_(pen.cr()), layout_(pen, context) {}

    void paint(const Card& card, const std::string& site_name, double left, double top) {
        left_ = left + card_inset;
        frame(left, top);
        y_ = top + card_inset + 4;
        for (const auto& [size, line] : layout_.head(card, site_name)) {
            y_ += size * line_pitch;
            pen_.put(line, size, left_, y_, line.bold ? 0 : 0.3);
        }
        y_ += 10;
        const double bottom = top + card_height - layout_.caution_height(card);
        const double height = layout_.chain_height(card);
        // Only names past all measure make a single step higher than a card.
        const double scale = std::min(1.0, (bottom - y_) / std::max(1.0, height));
        cairo_save(cr_);
        cairo_translate(cr_, left_, y_);
        cairo_scale(cr_, scale, scale);
        chain(card);
        cairo_restore(cr_);
        y_ = bottom;
        for (const std::string& line : layout_.cautions(card)) {
            y_ += caution_size * line_pitch;
            pen_.put({false, line}, caution_size, left_, y_, 0.35);
        }
    }

private:
    // The run from top to bottom: a box for each unit, the cable between as a bar, what to do
    // beside it. Below the last, what feeds it there.
    void chain(const Card& card) {
        double y = 0;
        for (const CardStep& step : card.steps) {
            y = unit(step.from, step.from_kind, y);
            y = leg(step, y);
        }
        if (!card.steps.empty())
            y = unit(card.steps.back().to, card.steps.back().to_kind, y);
        else if (!card.beside.empty())
            y = unit(card.beside.front().to, card.beside.front().to_kind, y);
        for (const CardStep& step : card.beside) {
            y = leg(step, y, true);
            y = unit(step.from, step.from_kind, y);
        }
    }

    double unit(const std::string& id, const std::string& kind, double top) {
        const double width = layout_.box_width(id);
        cairo_set_line_width(cr_, 1);
        cairo_set_source_rgb(cr_, 0.11, 0.17, 0.2);
        cairo_rectangle(cr_, 0, top, width, unit_height);
        cairo_stroke(cr_);
        pen_.put({true, pen_.wrapped(id, true, 8.5, width - 8).front()}, 8.5, 4,
                 top + unit_height - 4.5, 0);
        double y = top + unit_height - 4.5;
        for (const std::string& line : layout_.unit_kind(id, kind)) {
            pen_.put({false, line}, kind_size, width + 6, y, 0.4);
            y += kind_size * line_pitch;
        }
        return top + layout_.unit_height_of(id, kind);
    }

    // Sockets at both ends of the bar, what to cut and fit, what must be seen, a box to tick.
    double leg(const CardStep& step, double top, bool beside = false) {
        const double height = layout_.leg_height(step);
        cairo_set_source_rgb(cr_, 0.706, 0.373, 0.169);
        cairo_rectangle(cr_, unit_width / 2 - 2, top, 4, height);
        cairo_fill(cr_);
        if (step.flow != CardStep::Flow::none) arrow(top, height, points_down(step, beside));
        double y = top + 3 + step_size;
        cairo_set_line_width(cr_, 0.7);
        cairo_set_source_rgb(cr_, 0.4, 0.4, 0.4);
        cairo_rectangle(cr_, inner_width - 8, y - step_size + 1, 7, 7);
        cairo_stroke(cr_);
        for (const Line& line : layout_.leg(step)) {
            pen_.put(line, step_size, beside_left, y, line.bold ? 0 : 0.2);
            y += step_size * line_pitch;
        }
        return top + height;
    }

    // Steps of the run go down the card, what feeds beside them comes up from below.
    static bool points_down(const CardStep& step, bool beside) {
        return (step.flow == CardStep::Flow::onward) != beside;
    }
    // Power, from its source to the load.
    void arrow(double top, double height, bool down) {
        const double middle = unit_width / 2, at = top + height / 2, tip = down ? 7 : -7;
        cairo_move_to(cr_, middle - 6, at - tip / 2);
        cairo_line_to(cr_, middle + 6, at - tip / 2);
        cairo_line_to(cr_, middle, at + tip / 2 + (down ? 3 : -3));
        cairo_close_path(cr_);
        cairo_fill(cr_);
    }

    void frame(double left, double top) {
        cairo_set_line_width(cr_, 0.8);
        cairo_set_source_rgb(cr_, 0.7, 0.68, 0.64);
        cairo_rectangle(cr_, left, top, card_width, card_height);
        cairo_stroke(cr_);
        cairo_set_source_rgb(cr_, 0.706, 0.373, 0.169);
        cairo_rectangle(cr_, left, top, card_width, 4);
        cairo_fill(cr_);
    }

    const Pen& pen_;
    cairo_t* cr_;
    CardLayout layout_;
    double left_ = 0, y_ = 0;
};

}  // namespace

namespace {

// A card's steps, as many as fit on each piece. Where its cautions leave no room they get the first
// piece for themselves.
std::vector<Card> pieces_of(const Card& card, const CardLayout& layout, const std::string& site) {
    if (card.pieces > 0) return {card};
    const double all = card_height - layout.head_height(card, site) - layout.caution_height(card);
    if (layout.chain_height(card) <= all) return {card};
    Card piece = card;
    piece.steps.clear();
    piece.beside.clear();
    piece.piece = 1;
    piece.pieces = 99;  // the longest title it may get
    Card next = piece;  // what goes on after the first piece
    next.piece = 99;
    const double head = layout.head_height(piece, site);
    std::vector<Card> pieces;
    if (all < card_height / 3) {
        pieces.push_back(piece);
        piece = next;
    }
    const auto add = [&](const CardStep& step, std::vector<CardStep> Card::*where) {
        Card longer = piece;
        (longer.*where).push_back(step);
        const double room = card_height - head - layout.caution_height(piece);
        const bool first = piece.steps.empty() && piece.beside.empty();
        if (!first && layout.chain_height(longer) > room) {
            pieces.push_back(std::move(piece));
            longer = next;
            (longer.*where).push_back(step);
        }
        piece = std::move(longer);
    };
    for (const CardStep& step : card.steps) add(step, &Card::steps);
    for (const CardStep& step : card.beside) add(step, &Card::beside);
    pieces.push_back(std::move(piece));
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        pieces[i].piece = static_cast<int>(i) + 1;
        pieces[i].pieces = static_cast<int>(pieces.size());
    }
    return pieces;
}

}  // namespace

std::vector<Card> card_pieces(const std::vector<Card>& cards, const std::string& site_name,
                              const TextContext& context) {
    const Fonts fonts;
    cairo_surface_t* surface =
        cairo_pdf_surface_create_for_stream(nullptr, nullptr, page_width, page_height);
    cairo_t* cr = cairo_create(surface);
    std::vector<Card> pieces;
    {
        const Pen pen(cr, fonts);
        const CardLayout layout(pen, context);
        for (const Card& card : cards) {
            for (Card& piece : pieces_of(card, layout, site_name))
                pieces.push_back(std::move(piece));
        }
    }
    cairo_destroy(cr);
    cairo_surface_destroy(surface);
    return pieces;
}

std::string cards_pdf(const std::vector<Card>& whole_cards, const std::string& site_name,
                      const TextContext& context) {
    const std::vector<Card> cards = card_pieces(whole_cards, site_name, context);
    std::string bytes;
    const Fonts fonts;
    cairo_surface_t* surface =
        cairo_pdf_surface_create_for_stream(append_bytes, &bytes, page_width, page_height);
    cairo_pdf_surface_set_metadata(surface, CAIRO_PDF_METADATA_TITLE,
                                   ("Wiring cards, " + site_name).c_str());
    cairo_t* cr = cairo_create(surface);
    const Pen pen(cr, fonts);
    CardPainter painter(pen, context);
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
