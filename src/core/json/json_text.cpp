// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/json/json_text.h"

#include <fmt/format.h>

#include <algorithm>
#include <optional>
#include <unordered_set>

#include "core/fields/fields.h"

namespace ovant {
namespace {

using nlohmann::json;

// Calls on_value(pointer, first byte, one past the last) for every value of a JSON text, those
// inside before those around. Without recursion: nesting is as deep as the text likes. One
// loop, long because every letter moves the same few marks.
template <class OnValue>
void walk(std::string_view text, OnValue on_value) {
    struct Level {
        std::size_t begin;
        std::size_t pointer_size;  // of the list or object itself
        std::size_t index = 0;
        bool list = false;
    };
    std::vector<Level> levels;
    std::string pointer;
    std::size_t i = 0;
    const auto skip_string = [&] {
        for (++i; i < text.size() && text[i] != '"'; ++i) {
            if (text[i] == '\\') ++i;
        }
        i = std::min(i + 1, text.size());
    };
    const auto step_in = [&](std::string_view step) {
        pointer.resize(levels.back().pointer_size);
        if (!pointer.empty()) pointer += '/';
        pointer += step;
    };
    bool wants_key = false;
    while (i < text.size()) {
        const char c = text[i];
        if (c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == ':') {
            ++i;
            continue;
        }
        if (c == ',') {
            ++i;
            if (levels.empty()) return;
            if (levels.back().list)
                step_in(std::to_string(++levels.back().index));
            else
                wants_key = true;
            continue;
        }
        if (c == '}' || c == ']') {
            ++i;
            if (levels.empty()) return;
            pointer.resize(levels.back().pointer_size);
            on_value(pointer, levels.back().begin, i);
            levels.pop_back();
            wants_key = false;
            continue;
        }
        if (wants_key && c == '"') {
            const std::size_t begin = i;
            skip_string();
            step_in(text.substr(begin + 1, i - begin - 2));
            wants_key = false;
            continue;
        }
        const std::size_t begin = i;
        if (c == '{' || c == '[') {
            levels.push_back({begin, pointer.size(), 0, c == '['});
            ++i;
            wants_key = c == '{';
            if (c == '[') step_in("0");
            continue;
        }
        if (c == '"') {
            skip_string();
        } else {
            while (i < text.size() && text[i] != ',' && text[i] != '}' && text[i] != ']' &&
                   text[i] != ' ' && text[i] != '\n' && text[i] != '\r' && text[i] != '\t')
                ++i;
        }
        on_value(pointer, begin, i);
    }
}

// Hears a text out without keeping anything of it; stops where it is damaged or too much. (The
// library's own way to stop early looks through every list again at the end of each of its items.)
class Listener : public nlohmann::json_sax<json> {
public:
    std::optional<std::size_t> damaged_at;
    bool too_deep() const { return depth_ > deepest_nesting; }
    bool too_many() const { return values_ > most_values; }

    bool null() override { return one_more(); }
    bool boolean(bool) override { return one_more(); }
    bool number_integer(std::int64_t) override { return one_more(); }
    bool number_unsigned(std::uint64_t) override { return one_more(); }
    bool number_float(double, const std::string&) override { return one_more(); }
    bool string(std::string&) override { return one_more(); }
    bool binary(json::binary_t&) override { return one_more(); }
    bool start_object(std::size_t) override { return deeper(); }
    bool key(std::string&) override { return true; }
    bool end_object() override { return higher(); }
    bool start_array(std::size_t) override { return deeper(); }
    bool end_array() override { return higher(); }
    bool parse_error(std::size_t position, const std::string&, const json::exception&) override {
        damaged_at = position;
        return false;
    }

private:
    bool one_more() { return ++values_ <= most_values; }
    bool deeper() { return ++depth_ <= deepest_nesting && one_more(); }
    bool higher() {
        --depth_;
        return true;
    }
    std::size_t values_ = 0;
    int depth_ = 0;
};

std::string without_white_space(std::string_view text) {
    std::string out;
    bool in_string = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (!in_string && (c == ' ' || c == '\t' || c == '\n' || c == '\r')) continue;
        out += c;
        if (in_string && c == '\\' && i + 1 < text.size())
            out += text[++i];
        else if (c == '"')
            in_string = !in_string;
    }
    return out;
}

}  // namespace

Result<json> parse_json(std::string_view text) {
    Listener listener;
    json::sax_parse(text, &listener);
    if (listener.too_deep())
        return Error{ErrorCode::too_large, "", "more levels of nesting",
                     std::to_string(deepest_nesting)};
    if (listener.too_many())
        return Error{ErrorCode::too_large, "", "more values", std::to_string(most_values)};
    if (listener.damaged_at) {
        const std::size_t at = std::min(*listener.damaged_at, text.size());
        const TextSpot spot = spot_at(text, at > 0 ? at - 1 : 0);
        return Error{at >= text.size() ? ErrorCode::ends_early : ErrorCode::not_json,
                     fmt::format("line {}, column {}", spot.line, spot.column),
                     shown_value(text.substr(at > 12 ? at - 12 : 0, std::min<std::size_t>(at, 12))),
                     ""};
    }
    json parsed = json::parse(text, nullptr, false);
    if (parsed.is_discarded())
        return Error{ErrorCode::not_json, "", "", "a number too large for any computer"};
    return parsed;
}

TextSpot spot_at(std::string_view text, std::size_t byte) {
    const std::string_view before = text.substr(0, std::min(byte, text.size()));
    const std::size_t line_begin = before.rfind('\n') + 1;  // npos + 1 is 0
    return {static_cast<std::size_t>(std::count(before.begin(), before.end(), '\n')) + 1,
            letters_in(before.substr(line_begin)).value_or(before.size() - line_begin) + 1};
}

std::map<std::string, TextSpot> spots_of(std::string_view text,
                                         const std::vector<std::string>& pointers) {
    const std::unordered_set<std::string> wanted(pointers.begin(), pointers.end());
    std::vector<std::pair<std::size_t, std::string>> found;
    walk(text, [&](const std::string& pointer, std::size_t begin, std::size_t) {
        if (wanted.contains(pointer)) found.push_back({begin, pointer});
    });
    std::sort(found.begin(), found.end());
    std::map<std::string, TextSpot> out;
    std::size_t line = 1, line_begin = 0, at = 0;
    for (const auto& [byte, pointer] : found) {
        for (; at < byte; ++at) {
            if (text[at] == '\n') {
                ++line;
                line_begin = at + 1;
            }
        }
        const std::string_view before = text.substr(line_begin, byte - line_begin);
        // Of a name given twice the last one counts, as for the parser.
        out[pointer] = {line, letters_in(before).value_or(before.size()) + 1};
    }
    return out;
}

std::vector<std::string> items_of(std::string_view text, std::string_view list) {
    std::vector<std::string> out;
    const std::string prefix = std::string(list) + "/";
    walk(text, [&](const std::string& pointer, std::size_t begin, std::size_t end) {
        if (pointer.starts_with(prefix) && pointer.find('/', prefix.size()) == std::string::npos)
            out.push_back(without_white_space(text.substr(begin, end - begin)));
    });
    return out;
}

std::string cut_at(std::string_view text, std::size_t end) {
    std::string open;
    std::string open_at_cut;
    std::size_t cut = 0;
    bool in_string = false;
    for (std::size_t i = 0; i < std::min(end, text.size()); ++i) {
        const char c = text[i];
        if (in_string) {
            if (c == '\\')
                ++i;
            else if (c == '"')
                in_string = false;
            continue;
        }
        if (c == '"') in_string = true;
        if (c == '{' || c == '[') open += c == '{' ? '}' : ']';
        if ((c == '}' || c == ']') && !open.empty()) open.pop_back();
        const bool item_ended = (c == '}' || c == ']') && open.size() <= 2 && !open.empty();
        if (item_ended) {
            cut = i + 1;
            open_at_cut = open;
        }
    }
    std::string out(text.substr(0, cut));
    out.append(open_at_cut.rbegin(), open_at_cut.rend());
    return out;
}

std::size_t damage_at(std::string_view text) {
    Listener listener;
    json::sax_parse(text, &listener);
    const std::size_t position = listener.damaged_at.value_or(text.size() + 1);
    return position > 0 ? position - 1 : 0;
}

}  // namespace ovant
