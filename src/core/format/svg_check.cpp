// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/svg_check.h"

#include <expat.h>
#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <charconv>
#include <cmath>
#include <map>
#include <memory>
#include <locale>
#include <optional>
#include <sstream>
#include <string>
#include <type_traits>
#include <vector>

#include "core/fields/fields.h"
#include "core/format/base64.h"
#include "core/text.h"
#include "core/format/xml_error.h"

namespace ovant {
namespace {

constexpr std::size_t deepest_svg = 100;

// Whoever reads the picture looks at what it begins with, not at what it is said to be.
bool inside_the_file(std::string_view reference) {
    const std::string_view whole = trimmed(reference);
    if (whole.empty() || whole.front() == '#') return true;
    const std::size_t comma = whole.find(',');
    if (comma == std::string_view::npos) return false;
    const std::string type = lowered(whole.substr(0, comma));
    if (type != "data:image/png;base64" && type != "data:image/jpeg;base64" &&
        type != "data:image/jpg;base64")
        return false;
    std::string first;
    for (char letter : whole.substr(comma + 1, 200)) {
        if (first.size() == 12) break;
        if (letter != ' ' && letter != '\n' && letter != '\r' && letter != '\t') first += letter;
    }
    const std::string bytes = base64_decode(first.substr(0, first.size() / 4 * 4));
    return bytes.starts_with("\x89PNG") || bytes.starts_with("\xff\xd8\xff");
}

// Attributes that are numbers, or lists and functions of them. A style has them too.
bool holds_numbers(std::string_view attribute) {
    constexpr std::string_view all =
        " "
        "x y x1 y1 x2 y2 cx cy r rx ry fx fy fr dx dy width height d points "
        "transform viewbox offset rotate style gradienttransform patterntransform "
        "stroke-width stroke-dasharray stroke-dashoffset stroke-miterlimit font-size "
        "opacity fill-opacity stroke-opacity stop-opacity letter-spacing "
        "word-spacing textlength refx refy markerwidth markerheight startoffset "
        "stddeviation ";
    return attribute.find(' ') == std::string_view::npos &&
           all.find(fmt::format(" {} ", attribute)) != std::string_view::npos;
}

// The first number of a text that is not finite or too large; empty where all are good.
std::string_view wild_number(std::string_view text) {
    const auto letter = [&](std::size_t i) {
        const char at = i < text.size() ? text[i] : ' ';
        return std::isalpha(static_cast<unsigned char>(at)) || at == '#' || at == '_' || at == '-';
    };
    for (std::size_t i = 0; i < text.size();) {
        if (text[i] == '#') {  // a colour or a part
            for (++i; i < text.size() && std::isalnum(static_cast<unsigned char>(text[i])); ++i) {
            }
            continue;
        }
        const bool digit = std::isdigit(static_cast<unsigned char>(text[i]));
        if (digit || (text[i] == '.' && i + 1 < text.size() &&
                      std::isdigit(static_cast<unsigned char>(text[i + 1])))) {
            double value = 0;
            const auto [end, code] =
                std::from_chars(text.data() + i, text.data() + text.size(), value);
            const auto size = static_cast<std::size_t>(end - (text.data() + i));
            const std::string_view number = text.substr(i, size);
            const bool tiny = code == std::errc::result_out_of_range &&
                              lowered(number).find("e-") != std::string::npos;
            if (!tiny && (code != std::errc{} || value > most_svg_number)) return number;
            i += size;
            continue;
        }
        for (std::string_view word : {"nan", "infinity", "inf"}) {
            if (lowered(text.substr(i, word.size())) == word && !letter(i + word.size()) &&
                (i == 0 || !letter(i - 1) || text[i - 1] == '-'))
                return text.substr(i, word.size());
        }
        ++i;
    }
    return "";
}

// A length of the outermost element in pixels; nothing where it is left out or a share of whatever
// it is shown in; refused (0) where it is no length.
std::optional<double> length_px(std::string_view text) {
    text = trimmed(text);
    if (text.empty() || text.ends_with('%') || text == "auto") return std::nullopt;
    double value = 0;
    const auto [end, code] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (code != std::errc{} || !std::isfinite(value)) return 0;
    const std::string unit =
        lowered(trimmed(text.substr(static_cast<std::size_t>(end - text.data()))));
    constexpr double per_inch = 96, mm_in_inch = 25.4, letter_px = 16;
    if (unit.empty() || unit == "px") return value;
    if (unit == "in") return value * per_inch;
    if (unit == "mm") return value * per_inch / mm_in_inch;
    if (unit == "cm") return value * 10 * per_inch / mm_in_inch;
    if (unit == "pt") return value * per_inch / 72;
    if (unit == "pc") return value * per_inch / 6;
    if (unit == "em") return value * letter_px;
    if (unit == "ex") return value * letter_px / 2;
    return 0;
}

// What a style reaches for, outside the file; empty for nothing. A backslash could write url( in
// other letters, so none is let through.
std::string reached_by_style(std::string_view style) {
    const std::string text = lowered(style);
    if (text.find('\\') != std::string::npos) return "a style with a backslash";
    if (text.find("@import") != std::string::npos) return "@import";
    for (std::size_t at = text.find("url("); at != std::string::npos;
         at = text.find("url(", at + 4)) {
        const std::size_t end = std::min(text.find(')', at), text.size());
        std::string_view inside = trimmed(std::string_view(text).substr(at + 4, end - at - 4));
        if (!inside.empty() && (inside.front() == '"' || inside.front() == '\''))
            inside = trimmed(inside.substr(1, inside.find_last_not_of("\"'")));
        if (!inside_the_file(inside)) return std::string(inside);
    }
    return "";
}

class Reader {
public:
    explicit Reader(XML_Parser parser) : parser_(parser) {
        XML_SetUserData(parser, this);
        XML_SetElementHandler(parser, on_start, on_end);
        XML_SetCharacterDataHandler(parser, on_text);
        XML_SetEntityDeclHandler(parser, on_entity);
        XML_SetProcessingInstructionHandler(parser, on_instruction);
    }

    Result<SvgSize> read(std::string_view svg) {
        const bool parsed =
            XML_Parse(parser_, svg.data(), static_cast<int>(svg.size()), 1) == XML_STATUS_OK;
        if (error_) return *error_;
        if (!parsed) {
            return Error{ErrorCode::not_xml,
                         fmt::format("line {}", XML_GetCurrentLineNumber(parser_)),
                         why_no_xml(XML_GetErrorCode(parser_)), ""};
        }
        if (!is_svg_) return Error{ErrorCode::bad_value, "", "this", "an SVG drawing"};
        if (drawn() <= most_svg_elements) return size();
        return Error{ErrorCode::too_large, "drawing", "more parts",
                     std::to_string(most_svg_elements)};
    }

private:
    // A part that others may use: how many elements it draws itself, and what it uses.
    struct Part {
        std::size_t elements = 0;
        std::vector<std::string> uses;
    };

    // Stated, else that of the view box.
    Result<SvgSize> size() const {
        const std::optional<double> width = length_px(width_), height = length_px(height_);
        std::vector<double> box;
        std::string numbers = view_box_;
        std::replace(numbers.begin(), numbers.end(), ',', ' ');
        std::istringstream in(numbers);
        in.imbue(std::locale::classic());
        for (double one = 0; in >> one;) box.push_back(one);
        const bool has_box = box.size() == 4;
        if ((!width || !height) && !has_box)
            return Error{ErrorCode::missing_field, "", "width, height or viewBox", ""};
        SvgSize out;
        out.width_px = width                  ? *width
                       : height && box[3] > 0 ? *height * box[2] / box[3]
                       : has_box              ? box[2]
                                              : 0;
        out.height_px = height                ? *height
                        : width && box[2] > 0 ? *width * box[3] / box[2]
                        : has_box             ? box[3]
                                              : 0;
        const auto good = [](double px) { return px >= least_svg_px && px <= most_svg_px; };
        const auto refused = [](std::string_view name, const std::string& text) {
            return Error{ErrorCode::out_of_range, std::string(name), shown_value(text),
                         fmt::format("{} to {:.0f} pixels", least_svg_px, most_svg_px)};
        };
        if (!good(out.width_px))
            return width ? refused("width", width_) : refused("viewBox", view_box_);
        if (!good(out.height_px))
            return height ? refused("height", height_) : refused("viewBox", view_box_);
        return out;
    }

    static Reader& of(void* reader) { return *static_cast<Reader*>(reader); }

    static void on_start(void* data, const char* name, const char** attributes) {
        of(data).start(name, attributes);
    }
    static void on_end(void* data, const char*) { of(data).end(); }
    static void on_text(void* data, const char* text, int size) {
        Reader& reader = of(data);
        if (reader.in_style_ > 0) reader.style_.append(text, static_cast<std::size_t>(size));
    }
    static void on_entity(void* data, const char* name, int, const char*, int, const char*,
                          const char*, const char*, const char*) {
        of(data).refuse(fmt::format("the entity {}", name));
    }
    static void on_instruction(void* data, const char* target, const char* text) {
        if (lowered(target) == "xml-stylesheet") of(data).refuse(text);
    }

    struct Attribute {
        std::string_view name, value;
    };

    void start(std::string_view name, const char** attributes) {
        const std::string element = lowered(name.substr(name.rfind(':') + 1));
        if (open_.empty()) is_svg_ = element == "svg";
        ++count_;
        if (open_.size() >= deepest_svg) return too_much("more levels", deepest_svg);
        if (count_ > most_svg_elements) return too_much("more parts", most_svg_elements);
        open_.emplace_back();
        in_style_ += element == "style";
        for (std::size_t i = 0; attributes[i]; i += 2)
            attribute(element, {attributes[i], attributes[i + 1]});
        // An element counts in every part that it stands in.
        for (const std::string& part : open_) {
            if (!part.empty()) ++parts_[part].elements;
        }
        ++parts_[""].elements;
    }
    void attribute(const std::string& element, Attribute attribute) {
        const auto [name, value] = attribute;
        const std::string key = lowered(name.substr(name.rfind(':') + 1));
        if (open_.size() == 1 && key == name.substr(name.rfind(':') + 1)) {
            if (key == "width") width_ = std::string(value);
            if (key == "height") height_ = std::string(value);
        }
        if (open_.size() == 1 && name == "viewBox") view_box_ = std::string(value);
        if (name.find(':') == std::string_view::npos && holds_numbers(key)) {
            if (const std::string_view wild = wild_number(value); !wild.empty())
                stop({ErrorCode::out_of_range,
                      fmt::format("line {}", XML_GetCurrentLineNumber(parser_)),
                      shown_value(std::string(wild)),
                      fmt::format("up to {:.0f}", most_svg_number)});
        }
        if (key == "id") open_.back() = std::string(value);
        if (key == "href" || key == "src") {
            if (!inside_the_file(value)) return refuse(value);
            const std::string_view reference = trimmed(value);
            if (element == "use" && reference.starts_with('#')) use(reference.substr(1));
        } else if (key == "base") {
            refuse(value);
        } else if (const std::string reached = reached_by_style(value);
                   !reached.empty() && (key == "style" || reached != "a style with a backslash")) {
            refuse(reached);
        }
    }
    void use(std::string_view part) {
        for (const std::string& open : open_) {
            if (!open.empty()) parts_[open].uses.emplace_back(part);
        }
        parts_[""].uses.emplace_back(part);
    }
    void end() {
        if (!style_.empty()) {
            if (const std::string reached = reached_by_style(style_); !reached.empty())
                refuse(reached);
            style_.clear();
            in_style_ = 0;
        }
        if (!open_.empty()) open_.pop_back();
    }
    void stop(Error error) {
        if (!error_) error_ = std::move(error);
        XML_StopParser(parser_, XML_FALSE);
    }
    void refuse(std::string_view what) {
        stop({ErrorCode::refers_outside, fmt::format("line {}", XML_GetCurrentLineNumber(parser_)),
              shown_value(what), ""});
    }
    void too_much(const char* what, std::size_t limit) {
        stop({ErrorCode::too_large, "drawing", what, std::to_string(limit)});
    }

    // Elements as they are drawn: a part that is used counts again wherever it is, and one that
    // uses itself has no end. Each part is worked out once, after those it uses.
    std::size_t drawn() const {
        constexpr std::size_t without_end = 2 * most_svg_elements;
        enum class State { unknown, under_way, known };
        std::map<std::string, std::pair<State, std::size_t>> done;
        std::vector<std::string> way{""};
        while (!way.empty()) {
            const std::string part = way.back();
            auto& [state, elements] = done[part];
            const auto found = parts_.find(part);
            if (state == State::known || found == parts_.end()) {
                state = State::known;
                way.pop_back();
                continue;
            }
            state = State::under_way;
            elements = found->second.elements;
            for (const std::string& used : found->second.uses) {
                const auto& [its_state, its_elements] = done[used];
                if (its_state == State::under_way) return without_end;
                if (its_state == State::unknown) way.push_back(used);
                elements = std::min(elements + its_elements, without_end);
            }
            if (way.back() != part) continue;  // once more when what it uses is known
            state = State::known;
            way.pop_back();
        }
        return done[""].second;
    }

    XML_Parser parser_;
    std::optional<Error> error_;
    bool is_svg_ = false;
    std::string width_, height_, view_box_;  // of the outermost element
    std::size_t count_ = 0;
    int in_style_ = 0;
    std::string style_;
    std::vector<std::string> open_;  // ids of the elements around, empty where they have none
    std::map<std::string, Part, std::less<>> parts_;  // "" is the whole drawing
};

}  // namespace

Result<SvgSize> check_svg(std::string_view svg) {
    constexpr std::size_t most_bytes = 64u << 20;
    if (svg.size() > most_bytes)
        return Error{ErrorCode::too_large, "drawing", fmt::format("{} MB", svg.size() >> 20),
                     fmt::format("{} MB", most_bytes >> 20)};
    const std::unique_ptr<std::remove_pointer_t<XML_Parser>, decltype(&XML_ParserFree)> parser(
        XML_ParserCreate(nullptr), XML_ParserFree);
    if (!parser) return Error{ErrorCode::unreadable, "", "the drawing", "no memory"};
    return Reader(parser.get()).read(svg);
}

}  // namespace ovant
