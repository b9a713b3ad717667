// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/pen.h"

#include <cairo-ft.h>

#include <algorithm>

extern "C" const char embedded_Inter_Regular_otf[];
extern "C" const char embedded_Inter_Regular_otf_end[];
extern "C" const char embedded_Inter_SemiBold_otf[];
extern "C" const char embedded_Inter_SemiBold_otf_end[];

namespace ovant {
namespace {

// A face of a font that ships with Ovant. cairo may keep it longer than its last user does, so it
// goes when cairo lets go of it, and its library with it.
struct OpenedFace {
    FT_Library library = nullptr;
    FT_Face face = nullptr;
};

void close_face(void* opened) {
    auto* face = static_cast<OpenedFace*>(opened);
    FT_Done_Face(face->face);
    FT_Done_FreeType(face->library);
    delete face;
}

cairo_font_face_t* open_face(const char* begin, const char* end) {
    static const cairo_user_data_key_t key{};
    auto* opened = new OpenedFace;
    FT_Init_FreeType(&opened->library);
    FT_New_Memory_Face(opened->library, reinterpret_cast<const FT_Byte*>(begin), end - begin, 0,
                       &opened->face);
    cairo_font_face_t* face = cairo_ft_font_face_create_for_ft_face(opened->face, 0);
    if (cairo_font_face_set_user_data(face, &key, opened, close_face) != CAIRO_STATUS_SUCCESS)
        close_face(opened);
    return face;
}

}  // namespace

Fonts::Fonts()
    : regular_(open_face(embedded_Inter_Regular_otf, embedded_Inter_Regular_otf_end)),
      bold_(open_face(embedded_Inter_SemiBold_otf, embedded_Inter_SemiBold_otf_end)) {}

Fonts::~Fonts() {
    cairo_font_face_destroy(regular_);
    cairo_font_face_destroy(bold_);
}

std::vector<std::string> Pen::wrapped(const std::string& paragraph, bool bold, double size,
                                      double width) const {
    std::vector<std::string> lines;
    std::string line;
    std::size_t at = 0;
    while (at < paragraph.size()) {
        const std::size_t space = std::min(paragraph.find(' ', at), paragraph.size());
        std::string word = paragraph.substr(at, space - at);
        at = space + 1;
        const std::string longer = line.empty() ? word : line + " " + word;
        if (width_of(longer, bold, size) <= width) {
            line = longer;
            continue;
        }
        if (!line.empty()) lines.push_back(std::move(line));
        while (width_of(word, bold, size) > width) {
            const std::size_t cut = letters_that_fit(word, bold, size, width);
            lines.push_back(word.substr(0, cut));
            word.erase(0, cut);
        }
        line = std::move(word);
    }
    if (!line.empty()) lines.push_back(std::move(line));
    return lines;
}

double Pen::width_of(const std::string& line, bool bold, double size) const {
    set(bold, size);
    cairo_text_extents_t extents;
    cairo_text_extents(cr_, line.c_str(), &extents);
    return extents.x_advance;
}

void Pen::put(const Line& line, double size, double x, double y, double grey) const {
    set(line.bold, size);
    cairo_set_source_rgb(cr_, grey, grey, grey);
    cairo_move_to(cr_, x, y);
    cairo_show_text(cr_, line.text.c_str());
}

void Pen::set(bool bold, double size) const {
    cairo_set_font_face(cr_, bold ? fonts_.bold() : fonts_.regular());
    cairo_set_font_size(cr_, size);
}

// Bytes of the longest beginning that fits; one letter at least.
std::size_t Pen::letters_that_fit(const std::string& word, bool bold, double size,
                                  double width) const {
    std::size_t cut = 0;
    for (std::size_t next = 0; next < word.size();) {
        do ++next;
        while (next < word.size() && (static_cast<unsigned char>(word[next]) & 0xC0) == 0x80);
        if (cut > 0 && width_of(word.substr(0, next), bold, size) > width) break;
        cut = next;
    }
    return cut;
}

cairo_status_t append_bytes(void* bytes, const unsigned char* data, unsigned length) {
    static_cast<std::string*>(bytes)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

}  // namespace ovant
