// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/svg_check.h"

#include <expat.h>
#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <type_traits>
#include <vector>

#include "core/fields/fields.h"
#include "core/text.h"
#include "core/format/xml_error.h"

namespace ovant {
namespace {

constexpr std::size_t deepest_svg = 100;

std::string_view trimmed(std::string_view text) {
    constexpr std::string_view blank = " \t\r\n\f";
    const std::size_t first = text.find_first_not_of(blank);
    if (first == std::string_view::npos) return "";
    return text.substr(first, text.find_last_not_of(blank) - first + 1);
}

bool inside_the_file(std::string_view reference) {
    const std::string text = lowered(trimmed(reference));
    return text.empty() || text.front() == '#' || text.starts_with("data:image/png;base64,") ||
           text.starts_with("data:image/jpeg;base64,") ||
           text.starts_with("data:image/jpg;base64,");
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

    Result<bool> read(std::string_view svg) {
        const bool parsed =
            XML_Parse(parser_, svg.data(), static_cast<int>(svg.size()), 1) == XML_STATUS_OK;
        if (error_) return *error_;
        if (!parsed) {
            return Error{ErrorCode::not_xml,
                         fmt::format("line {}", XML_GetCurrentLineNumber(parser_)),
                         why_no_xml(XML_GetErrorCode(parser_)), ""};
        }
        if (!is_svg_) return Error{ErrorCode::bad_value, "", "this", "an SVG drawing"};
        if (drawn() <= most_svg_elements) return true;
        return Error{ErrorCode::too_large, "drawing", "more parts",
                     std::to_string(most_svg_elements)};
    }

private:
    // A part that others may use: how many elements it draws itself, and what it uses.
    struct Part {
        std::size_t elements = 0;
        std::vector<std::string> uses;
    };

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
    std::size_t count_ = 0;
    int in_style_ = 0;
    std::string style_;
    std::vector<std::string> open_;  // ids of the elements around, empty where they have none
    std::map<std::string, Part, std::less<>> parts_;  // "" is the whole drawing
};

}  // namespace

Result<bool> check_svg(std::string_view svg) {
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
