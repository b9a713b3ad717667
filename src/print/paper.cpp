// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/paper.h"

#include <cairo-pdf.h>
#include <fmt/format.h>

#include <algorithm>

#include "print/pen.h"

namespace ovant {
namespace {

constexpr double edge = 42, foot_room = 34;
constexpr double whole_width = page_width_pt - 2 * edge;
constexpr double head_size = 18, part_size = 11.5, text_size = 9, cell_size = 8;
constexpr double pitch = 1.35;
constexpr double box_side = 8, box_room = 16;
constexpr double black = 0, quiet_grey = 0.4;
constexpr double cell_gap = 6;
constexpr double sign_height = 46;

}  // namespace

struct Paper::Pages {
    std::string name, bytes;
    Fonts fonts;
    cairo_surface_t* surface;
    cairo_t* cr;
    double y = edge;
    int number = 1;

    explicit Pages(const std::string& title)
        : name(title),
          surface(cairo_pdf_surface_create_for_stream(append_bytes, &bytes, page_width_pt,
                                                      page_height_pt)),
          cr(cairo_create(surface)) {
        cairo_pdf_surface_set_metadata(surface, CAIRO_PDF_METADATA_TITLE, name.c_str());
    }
    ~Pages() {
        if (cr) cairo_destroy(cr);
        if (surface) cairo_surface_destroy(surface);
    }
    Pages(const Pages&) = delete;
    Pages& operator=(const Pages&) = delete;

    Pen pen() const { return {cr, fonts}; }
    void foot() {
        const double line = page_height_pt - edge + 10;
        pen().put({false, name}, 7.5, edge, line, quiet_grey);
        const std::string page = fmt::format("{}", number);
        const double width = pen().width_of(page, false, 7.5);
        pen().put({false, page}, 7.5, page_width_pt - edge - width, line, quiet_grey);
    }
    void turn() {
        foot();
        cairo_show_page(cr);
        ++number;
        y = edge;
    }
    // Room for so much in one piece, on this page or the next.
    bool make_room(double height) {
        if (y + height <= page_height_pt - foot_room - edge / 2 || y == edge) return false;
        turn();
        return true;
    }
    void lines(const std::string& paragraph, bool bold, double size, double left, double width,
               double grey) {
        for (const std::string& line : pen().wrapped(paragraph, bold, size, width)) {
            make_room(size * pitch);
            y += size * pitch;
            pen().put({bold, line}, size, left, y - size * (pitch - 1), grey);
        }
    }
    void rule(double at_y) {
        cairo_set_source_rgb(cr, 0.75, 0.75, 0.75);
        cairo_set_line_width(cr, 0.6);
        cairo_move_to(cr, edge, at_y);
        cairo_line_to(cr, page_width_pt - edge, at_y);
        cairo_stroke(cr);
    }
};

Paper::Paper(const std::string& title) : pages_(std::make_unique<Pages>(title)) {}
Paper::~Paper() = default;

void Paper::title(const std::string& text) {
    pages_->lines(text, true, head_size, edge, whole_width, black);
    pages_->y += 4;
}

void Paper::heading(const std::string& text) {
    // Not alone at the foot of a page.
    pages_->make_room(part_size * pitch + 4 * text_size * pitch + 12);
    pages_->y += pages_->y > edge ? 12 : 0;
    pages_->lines(text, true, part_size, edge, whole_width, black);
    pages_->y += 3;
}

void Paper::table_name(const std::string& name) {
    pages_->make_room(5 * text_size * pitch);
    text(name, true);
}

void Paper::text(const std::string& paragraph, bool bold) {
    pages_->lines(paragraph, bold, text_size, edge, whole_width, black);
    pages_->y += 2;
}

void Paper::quiet(const std::string& paragraph) {
    pages_->lines(paragraph, false, text_size, edge, whole_width, quiet_grey);
    pages_->y += 2;
}

void Paper::gap(double points) { pages_->y += points; }

void Paper::box(Box box, const std::string& what, const std::string& beside) {
    Pages& on = *pages_;
    const double width = whole_width - box_room;
    const auto wrapped = on.pen().wrapped(what, false, text_size, width);
    on.make_room(static_cast<double>(wrapped.size()) * text_size * pitch + 4);
    const double top = on.y + 2.5;
    cairo_set_source_rgb(on.cr, 0, 0, 0);
    cairo_set_line_width(on.cr, 0.8);
    cairo_rectangle(on.cr, edge, top, box_side, box_side);
    if (box == Box::ticked) {
        cairo_move_to(on.cr, edge + 1.5, top + 4.5);
        cairo_line_to(on.cr, edge + 3.5, top + 6.5);
        cairo_line_to(on.cr, edge + 7, top + 1.5);
    } else if (box == Box::crossed) {
        cairo_move_to(on.cr, edge + 1.5, top + 1.5);
        cairo_line_to(on.cr, edge + 6.5, top + 6.5);
        cairo_move_to(on.cr, edge + 6.5, top + 1.5);
        cairo_line_to(on.cr, edge + 1.5, top + 6.5);
    }
    cairo_stroke(on.cr);
    on.lines(what, false, text_size, edge + box_room, width, black);
    if (!beside.empty()) on.lines(beside, false, cell_size, edge + box_room, width, quiet_grey);
    on.y += 3;
}

void Paper::table(const std::vector<Column>& columns,
                  const std::vector<std::vector<std::string>>& rows) {
    Pages& on = *pages_;
    double shares = 0;
    for (const Column& column : columns) shares += column.share;
    const auto row = [&](const std::vector<std::string>& cells, bool bold) {
        std::vector<std::vector<std::string>> broken;
        std::size_t most = 1;
        for (std::size_t i = 0; i < columns.size() && i < cells.size(); ++i) {
            const double width = whole_width * columns[i].share / shares - cell_gap;
            broken.push_back(on.pen().wrapped(cells[i], bold, cell_size, width));
            most = std::max(most, broken.back().size());
        }
        const double height = static_cast<double>(most) * cell_size * pitch + 3;
        const bool turned = on.make_room(height);
        double left = edge;
        for (std::size_t i = 0; i < broken.size(); ++i) {
            const double room = whole_width * columns[i].share / shares;
            double y = on.y;
            for (const std::string& line : broken[i]) {
                y += cell_size * pitch;
                const double width = on.pen().width_of(line, bold, cell_size);
                const double x = columns[i].right ? left + room - cell_gap - width : left;
                on.pen().put({bold, line}, cell_size, x, y - 2, black);
            }
            left += room;
        }
        on.y += height;
        on.rule(on.y);
        return turned;
    };
    std::vector<std::string> heads;
    for (const Column& column : columns) heads.push_back(column.head);
    on.make_room(4 * cell_size * pitch);
    row(heads, true);
    for (const std::vector<std::string>& cells : rows) {
        double least = cell_size * pitch + 3;
        for (std::size_t i = 0; i < columns.size() && i < cells.size(); ++i) {
            const double width = whole_width * columns[i].share / shares - cell_gap;
            least = std::max(
                least,
                static_cast<double>(on.pen().wrapped(cells[i], false, cell_size, width).size()) *
                        cell_size * pitch +
                    3);
        }
        if (on.make_room(least)) row(heads, true);
        row(cells, false);
    }
    on.y += 4;
}

void Paper::to_sign(const std::vector<std::string>& under) {
    Pages& on = *pages_;
    on.make_room(sign_height + 14);
    on.y += sign_height;
    const double room = whole_width / static_cast<double>(std::max<std::size_t>(1, under.size()));
    for (std::size_t i = 0; i < under.size(); ++i) {
        const double left = edge + room * static_cast<double>(i);
        cairo_set_source_rgb(on.cr, 0, 0, 0);
        cairo_set_line_width(on.cr, 0.8);
        cairo_move_to(on.cr, left, on.y);
        cairo_line_to(on.cr, left + room - 16, on.y);
        cairo_stroke(on.cr);
        on.pen().put({false, under[i]}, cell_size, left, on.y + 11, quiet_grey);
    }
    on.y += 14;
}

std::string Paper::finish() {
    pages_->foot();
    cairo_show_page(pages_->cr);
    cairo_destroy(pages_->cr);
    pages_->cr = nullptr;
    cairo_surface_destroy(pages_->surface);
    pages_->surface = nullptr;
    return std::move(pages_->bytes);
}

}  // namespace ovant
