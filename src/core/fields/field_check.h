// SPDX-License-Identifier: GPL-3.0-or-later
// The values of a struct against what its fields may hold (core/fields/fields.h). Works without
// allocating where nothing is wrong.
#pragma once

#include <fmt/format.h>

#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/fields/fields.h"

namespace ovant {

// The first field that holds what it may not, with the field's name as the error's place.
template <class O>
class FieldCheck {
public:
    explicit FieldCheck(const O& object) : object_(object) { fields(*this, Of<O>{}); }
    std::optional<Error>& error() { return error_; }

    void id(const char* key, std::string O::*member) {
        if (!is_id(object_.*member))
            wrong(key, {shown_value(object_.*member), std::string(allowed_id)});
    }
    void text(const char* key, std::string O::*member, std::size_t most, Need need = Need::no) {
        check_text(key, object_.*member, most, need);
    }
    void one_of(const char* key, std::string O::*member,
                std::initializer_list<std::string_view> words, Need = Need::no) {
        for (std::string_view word : words) {
            if (object_.*member == word) return;
        }
        wrong(key, {shown_value(object_.*member), allowed_words(words)});
    }
    void date(const char* key, std::string O::*member, Need need = Need::yes) {
        if (need == Need::no && (object_.*member).empty()) return;
        if (!is_date(object_.*member))
            wrong(key, {shown_value(object_.*member), std::string(allowed_date)});
    }
    void written(const char* key, std::string O::*member, Form form, Need need = Need::no) {
        const std::string& text = object_.*member;
        if (text.empty() && need == Need::no) return;
        if (!is_written(form, text))
            wrong(key, {shown_value(text), std::string(allowed_form(form))});
    }
    template <class N>
    void number(const char* key, N O::*member, Range range, Need = Need::no) {
        if (!range.holds(object_.*member))
            wrong(key, object_.*member, allowed_number(key, range, false));
    }
    template <class N>
    void number(const char* key, std::optional<N> O::*member, Range range, Need = Need::no) {
        if (object_.*member && !range.holds(*(object_.*member)))
            wrong(key, *(object_.*member), allowed_number(key, range, false));
    }
    template <class N>
    void whole(const char* key, N O::*member, Range range, Need = Need::no) {
        const auto value = static_cast<double>(object_.*member);
        if (!range.holds(value)) wrong(key, value, allowed_number(key, range, true));
    }
    void whole(const char* key, std::optional<int> O::*member, Range range, Need = Need::no) {
        const std::optional<int> value = object_.*member;
        if (value && !range.holds(*value)) wrong(key, *value, allowed_number(key, range, true));
    }
    void flag(const char*, bool O::*) {}
    template <class E>
    void choice(const char*, E O::*, Need = Need::no) {}
    void point(const char* key, Point O::*member, Need = Need::yes) {
        check_point(key, object_.*member);
    }
    void points(const char* key, std::vector<Point> O::*member, std::size_t least,
                std::size_t most) {
        const std::vector<Point>& points = object_.*member;
        if (points.size() < least || points.size() > most)
            wrong(key, {fmt::format("a list of {}", points.size()),
                        fmt::format("a list of {} to {} points", least, most)});
        for (const Point& point : points) check_point(key, point);
    }
    template <class G>
    void group(const char* key, G O::*member, Shape = Shape::sparse, Need = Need::no) {
        check_inside(key, object_.*member);
    }
    template <class G>
    void group(const char* key, std::optional<G> O::*member, Shape = Shape::sparse) {
        if (object_.*member) check_inside(key, *(object_.*member));
    }
    template <class T>
    void list(const char* key, const std::vector<T> O::*member, std::size_t most) {
        if ((object_.*member).size() > most)
            wrong(key, {fmt::format("a list of {}", (object_.*member).size()),
                        fmt::format("a list of {} at most", most)});
        for (const T& item : object_.*member) check_inside(key, item);
    }
    template <class C>
    void texts(const char* key, C O::*member, std::size_t most, std::size_t letters) {
        if ((object_.*member).size() > most)
            wrong(key, {fmt::format("a list of {}", (object_.*member).size()),
                        fmt::format("a list of {} at most", most)});
        for (const std::string& text : object_.*member) check_text(key, text, letters, Need::no);
    }
    void wholes(const char* key, std::set<int> O::*member, std::size_t, Range range) {
        for (int number : object_.*member) {
            if (!range.holds(number)) wrong(key, number, allowed_number("", range, true));
        }
    }
    void text_by_text(const char* key, std::map<std::string, std::string> O::*member,
                      std::size_t letters) {
        for (const auto& [name, text] : object_.*member) check_text(key, text, letters, Need::no);
    }
    void whole_by_text(const char* key, std::map<std::string, int> O::*member, Range range) {
        for (const auto& [name, number] : object_.*member) {
            if (!range.holds(number)) wrong(key, number, allowed_number("", range, true));
        }
    }
    template <class P>
    void part(P O::*member) {
        FieldCheck<P> inside(object_.*member);
        if (inside.error() && !error_) error_ = std::move(inside.error());
    }
    void rest(std::string O::*) {}

private:
    struct Mismatch {
        std::string found, allowed;
    };
    void wrong(const char* key, Mismatch value) {
        if (!error_)
            error_ =
                Error{ErrorCode::bad_value, key, std::move(value.found), std::move(value.allowed)};
    }
    void wrong(const char* key, double found, std::string allowed) {
        wrong(key, {shown_value(found), std::move(allowed)});
    }
    void check_text(const char* key, const std::string& text, std::size_t most, Need need) {
        if (need == Need::yes && text.empty())
            return wrong(key, {shown_value(text), allowed_text(most, need)});
        const std::optional<std::size_t> letters = letters_in(text);
        if (!letters)
            wrong(key, {shown_value(text), "text in UTF-8"});
        else if (*letters > most)
            wrong(key, {fmt::format("text of {} letters", *letters), allowed_text(most, need)});
    }
    template <class P>
    void check_point(const char* key, const P& point) {
        const Range range{-farthest_m, farthest_m};
        if (!range.holds(point.x_m) || !range.holds(point.y_m))
            wrong(key,
                  {fmt::format("[{:g}, {:g}]", point.x_m, point.y_m), std::string(allowed_point)});
    }
    template <class G>
    void check_inside(const char* key, const G& group) {
        FieldCheck<G> inside(group);
        if (!inside.error() || error_) return;
        error_ = std::move(inside.error());
        error_->place = error_->place.empty() ? key : key + ("/" + error_->place);
    }

    const O& object_;
    std::optional<Error> error_;
};

// The first wrong field of an object; nothing where all is as it may be.
template <class O>
std::optional<Error> wrong_field(const O& object) {
    return std::move(FieldCheck<O>(object).error());
}

}  // namespace ovant
