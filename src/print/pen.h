// SPDX-License-Identifier: GPL-3.0-or-later
// The fonts that ship with Ovant, and text on a cairo surface broken to a width.
#pragma once

#include <cairo.h>

#include <string>
#include <vector>

namespace ovant {

class Fonts {
public:
    Fonts();
    ~Fonts();
    Fonts(const Fonts&) = delete;
    Fonts& operator=(const Fonts&) = delete;
    cairo_font_face_t* regular() const { return regular_; }
    cairo_font_face_t* bold() const { return bold_; }

private:
    cairo_font_face_t *regular_, *bold_;
};

struct Line {
    bool bold = false;
    std::string text;
};

// Lengths in points. Borrows both.
class Pen {
public:
    Pen(cairo_t* cr, const Fonts& fonts) : cr_(cr), fonts_(fonts) {}

    // At spaces, and inside a word that is wider than all of it.
    std::vector<std::string> wrapped(const std::string& paragraph, bool bold, double size,
                                     double width) const;
    double width_of(const std::string& line, bool bold, double size) const;
    // Baseline at y; grey from 0, black, to 1.
    void put(const Line& line, double size, double x, double y, double grey) const;
    cairo_t* cr() const { return cr_; }

private:
    void set(bool bold, double size) const;
    std::size_t letters_that_fit(const std::string& word, bool bold, double size,
                                 double width) const;

    cairo_t* cr_;
    const Fonts& fonts_;
};

inline constexpr double page_width_pt = 595.28, page_height_pt = 841.89;  // A4, ISO 216

// Takes what cairo writes; `bytes` is a std::string.
cairo_status_t append_bytes(void* bytes, const unsigned char* data, unsigned length);

}  // namespace ovant
