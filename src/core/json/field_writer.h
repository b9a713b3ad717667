// SPDX-License-Identifier: GPL-3.0-or-later
// Writes the fields of a struct (core/fields/fields.h) as JSON in their order, those that are as
// usual left out. Private to core/format.
#pragma once

#include <map>
#include <nlohmann/json.hpp>
#include <set>

#include "core/fields/fields.h"
#include "core/fields/point.h"
#include "core/json/enum_names.h"

namespace ovant {

// Fields of a later version, put back beside those that are known; what is known stays.
inline void put_rest(nlohmann::ordered_json& into, const nlohmann::json& rest) {
    for (const auto& [key, value] : rest.items()) {
        if (!into.contains(key))
            into[key] = value;
        else if (into[key].is_object() && value.is_object())
            put_rest(into[key], value);
    }
}

template <class O>
class FieldWriter {
public:
    using json = nlohmann::ordered_json;

    explicit FieldWriter(const O& from, Shape shape = Shape::sparse) : from_(from), shape_(shape) {
        fields(*this, Of<O>{});
    }
    json take() { return std::move(out_); }

    void id(const char* key, std::string O::*member) { out_[key] = from_.*member; }
    void text(const char* key, std::string O::*member, std::size_t, Need need = Need::no) {
        put(key, member, need);
    }
    void one_of(const char* key, std::string O::*member, std::initializer_list<std::string_view>,
                Need need = Need::no) {
        put(key, member, need);
    }
    void date(const char* key, std::string O::*member, Need = Need::yes) {
        put(key, member, Need::no);
    }
    void written(const char* key, std::string O::*member, Form, Need need = Need::no) {
        put(key, member, need);
    }
    template <class N>
    void number(const char* key, N O::*member, Range, Need need = Need::no) {
        put(key, member, need);
    }
    template <class N>
    void number(const char* key, std::optional<N> O::*member, Range, Need = Need::no) {
        if (from_.*member) out_[key] = *(from_.*member);
    }
    template <class N>
    void whole(const char* key, N O::*member, Range, Need need = Need::no) {
        put(key, member, need);
    }
    void whole(const char* key, std::optional<int> O::*member, Range, Need = Need::no) {
        if (from_.*member) out_[key] = *(from_.*member);
    }
    void flag(const char* key, bool O::*member) { put(key, member, Need::no); }
    template <class E>
    void choice(const char* key, E O::*member, Need need = Need::no) {
        if (written(need) || from_.*member != usual_.*member) out_[key] = name_of(from_.*member);
    }
    template <class E>
    void choice(const char* key, std::optional<E> O::*member, Need = Need::no) {
        if (from_.*member) out_[key] = name_of(*(from_.*member));
    }
    void point(const char* key, Point O::*member, Need = Need::yes) {
        out_[key] = as_pair(from_.*member);
    }
    void points(const char* key, std::vector<Point> O::*member, std::size_t, std::size_t) {
        if ((from_.*member).empty()) return;
        json& list = out_[key] = json::array();
        for (Point point : from_.*member) list.push_back(as_pair(point));
    }
    template <class G>
    void group(const char* key, G O::*member, Shape shape = Shape::sparse, Need need = Need::no) {
        if (shape == Shape::whole && from_.*member == usual_.*member && !written(need)) return;
        json group = FieldWriter<G>(from_.*member, shape).take();
        if (written(need) || !group.empty()) out_[key] = std::move(group);
    }
    template <class G>
    void group(const char* key, std::optional<G> O::*member, Shape shape = Shape::sparse) {
        if (from_.*member) out_[key] = FieldWriter<G>(*(from_.*member), shape).take();
    }
    template <class T>
    void list(const char* key, std::vector<T> O::*member, std::size_t) {
        if ((from_.*member).empty()) return;
        json& list = out_[key] = json::array();
        for (const T& item : from_.*member) list.push_back(FieldWriter<T>(item).take());
    }
    template <class C>
    void texts(const char* key, C O::*member, std::size_t, std::size_t) {
        put(key, member, Need::no);
    }
    void wholes(const char* key, std::set<int> O::*member, std::size_t, Range) {
        put(key, member, Need::no);
    }
    void text_by_text(const char* key, std::map<std::string, std::string> O::*member, std::size_t) {
        put(key, member, Need::no);
    }
    void whole_by_text(const char* key, std::map<std::string, int> O::*member, Range) {
        put(key, member, Need::no);
    }
    void rest(std::string O::*member) {
        const std::string& text = from_.*member;
        if (!text.empty()) put_rest(out_, nlohmann::json::parse(text, nullptr, false));
    }

private:
    static json as_pair(Point point) { return json::array({point.x_m, point.y_m}); }
    bool written(Need need) const { return need != Need::no || shape_ == Shape::whole; }
    template <class T>
    void put(const char* key, T O::*member, Need need) {
        if (written(need) || from_.*member != usual_.*member) out_[key] = from_.*member;
    }

    const O& from_;
    const O usual_{};
    const Shape shape_;
    json out_ = json::object();
};

}  // namespace ovant
