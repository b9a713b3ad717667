// SPDX-License-Identifier: GPL-3.0-or-later
// Reads the fields of a struct (core/fields/fields.h) out of JSON. A field that is wrong is left as
// usual and told; an object without what it needs is told and left out. Private to core/format and
// core/catalogue.
#pragma once

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>
#include <set>

#include "core/fields/fields.h"
#include "core/fields/point.h"
#include "core/json/enum_names.h"

namespace ovant {

struct Problem {
    Error error;
    std::string pointer;  // where in the file, lists numbered from 0: "devices/3/at"
    bool whole = false;   // the object around it was left out, not the field alone
};

// What was wrong in one reading. Only the first are kept, all are counted.
class Problems {
public:
    static constexpr std::size_t most_kept = 200;
    void add(Problem problem) {
        ++count_;
        if (kept_.size() < most_kept) kept_.push_back(std::move(problem));
    }
    bool is_full() const { return kept_.size() >= most_kept; }
    std::size_t count() const { return count_; }
    std::vector<Problem>& kept() { return kept_; }

private:
    std::vector<Problem> kept_;
    std::size_t count_ = 0;
};

// Where the reader is: a chain up to the file, turned into text only where something is wrong.
struct JsonPath {
    const JsonPath* up = nullptr;
    std::string_view key;
    std::size_t index = 0;  // where key is empty
    std::string label{};    // the item's id, for people
    std::string pointer() const { return joined(false); }
    std::string place() const { return joined(true); }

private:
    std::string joined(bool for_people) const {
        std::string out = up ? up->joined(for_people) : "";
        const std::string step = !key.empty()                   ? std::string(key)
                                 : for_people && !label.empty() ? label
                                 : up                           ? std::to_string(index)
                                                                : "";
        return out.empty() || step.empty() ? out + step : out + "/" + step;
    }
};

// What stands there, for a message.
std::string found_in(const nlohmann::json& value);
// The id of an item of a list, where it has a sound one.
std::string id_of_item(const nlohmann::json& item);

template <class O>
class FieldReader {
public:
    using json = nlohmann::json;

    FieldReader(const json& object, O& into, const JsonPath& path, Problems& problems)
        : object_(object), into_(into), path_(path), problems_(problems) {}

    // False: something it needs is missing or wrong.
    bool read() {
        if (!object_.is_object()) {
            wrong(path_, object_, "an object with fields");
            return false;
        }
        fields(*this, Of<O>{});
        return usable_;
    }
    // What no field knows, with what the groups inside do not know.
    json rest_of() {
        if (!object_.is_object()) return json::object();
        if (known_ < object_.size()) {
            for (const auto& [key, value] : object_.items()) {
                if (std::find(keys_.begin(), keys_.end(), key) == keys_.end()) rest_[key] = value;
            }
        }
        return std::move(rest_);
    }
    void known(std::string_view key) {
        keys_.push_back(key);
        known_ += object_.contains(key);
    }

    void id(std::string_view key, std::string O::*member) {
        const json* value = find(key, Need::yes);
        if (!value) return;
        if (value->is_string() && is_id(value->get_ref<const std::string&>()))
            into_.*member = value->get<std::string>();
        else
            wrong(step(key), *value, std::string(allowed_id), Need::yes);
    }
    void text(std::string_view key, std::string O::*member, std::size_t most,
              Need need = Need::no) {
        const json* value = find(key, need);
        if (!value) return;
        if (is_text(*value, most, need))
            into_.*member = value->get<std::string>();
        else
            wrong(step(key), *value, allowed_text(most, need), need);
    }
    void one_of(std::string_view key, std::string O::*member,
                std::initializer_list<std::string_view> words, Need need = Need::no) {
        const json* value = find(key, need);
        if (!value) return;
        for (std::string_view word : words) {
            if (*value == word) {
                into_.*member = word;
                return;
            }
        }
        wrong(step(key), *value, allowed_words(words), need);
    }
    void date(std::string_view key, std::string O::*member, Need need = Need::yes) {
        const json* value = find(key, Need::no);
        if (!value) return;
        const std::string* text = value->get_ptr<const json::string_t*>();
        if (text && (is_date(*text) || (text->empty() && need == Need::no)))
            into_.*member = *text;
        else
            wrong(step(key), *value, std::string(allowed_date));
    }
    void written(std::string_view key, std::string O::*member, Form form, Need need = Need::no) {
        const json* value = find(key, need);
        if (!value) return;
        const std::string* text = value->get_ptr<const json::string_t*>();
        if (text && (is_written(form, *text) || (text->empty() && need == Need::no)))
            into_.*member = *text;
        else
            wrong(step(key), *value, std::string(allowed_form(form)), need);
    }
    template <class N>
    void number(std::string_view key, N O::*member, Range range, Need need = Need::no) {
        const json* value = find(key, need);
        if (!value) return;
        if (value->is_number() && range.holds(value->get<double>()))
            into_.*member = value->get<double>();
        else
            wrong(step(key), *value, allowed_number(key, range, false), need);
    }
    template <class N>
    void whole(std::string_view key, N O::*member, Range range, Need need = Need::no) {
        const json* value = find(key, need);
        if (!value) return;
        if (is_whole(*value, range))
            into_.*member = static_cast<N>(value->get<double>());
        else
            wrong(step(key), *value, allowed_number(key, range, true), need);
    }
    template <class N>
    void one_number_of(std::string_view key, N O::*member, std::initializer_list<double> allowed) {
        const json* value = find(key, Need::no);
        if (!value) return;
        std::string words = "one of ";
        for (double number : allowed) {
            if (value->is_number() && value->get<double>() == number) {
                into_.*member = static_cast<N>(number);
                return;
            }
            words += (words.size() > 7 ? ", " : "") + shown_value(number);
        }
        wrong(step(key), *value, std::move(words));
    }
    void flag(std::string_view key, bool O::*member) {
        const json* value = find(key, Need::no);
        if (!value) return;
        if (value->is_boolean())
            into_.*member = value->get<bool>();
        else
            wrong(step(key), *value, "true or false");
    }
    template <class E>
    void choice(std::string_view key, E O::*member, Need need = Need::no) {
        read_choice<E>(key, member, need);
    }
    template <class E>
    void choice(std::string_view key, std::optional<E> O::*member, Need need = Need::no) {
        read_choice<E>(key, member, need);
    }
    void point(std::string_view key, Point O::*member, Need need = Need::yes) {
        const json* value = find(key, need);
        if (value) read_point(step(key), *value, into_.*member, need);
    }
    void points(std::string_view key, std::vector<Point> O::*member, std::size_t least,
                std::size_t most) {
        const Need need = least > 0 ? Need::yes : Need::no;
        const json* value = find(key, need);
        if (!value) return;
        const JsonPath at = step(key);
        if (!value->is_array() || value->size() < least || value->size() > most) {
            wrong(at, *value, fmt::format("a list of {} to {} points", least, most), need);
            return;
        }
        std::vector<Point> points(value->size());
        for (std::size_t i = 0; i < points.size(); ++i) {
            if (!read_point(JsonPath{&at, {}, i}, (*value)[i], points[i], need)) return;
        }
        into_.*member = std::move(points);
    }
    template <class G>
    void group(std::string_view key, G O::*member, Shape = Shape::sparse, Need need = Need::no) {
        const json* value = find(key, need);
        if (!value) return;
        const JsonPath at = step(key);
        FieldReader<G> reader(*value, into_.*member, at, problems_);
        if (!reader.read() && need == Need::yes) usable_ = false;
        keep_rest(key, reader.rest_of());
    }
    template <class G>
    void group(std::string_view key, std::optional<G> O::*member, Shape shape = Shape::sparse) {
        const json* value = find(key, Need::no);
        if (!value) return;
        const JsonPath at = step(key);
        G group;
        FieldReader<G> reader(*value, group, at, problems_);
        if (reader.read()) into_.*member = std::move(group);
        // What is replaced whole takes along what stood in it beside.
        if (shape == Shape::sparse) keep_rest(key, reader.rest_of());
    }
    template <class P>
    void part(P O::*member) {
        FieldReader<P> reader(object_, into_.*member, path_, problems_);
        if (!reader.read()) usable_ = false;
        for (std::string_view key : reader.keys()) known(key);
    }
    template <class T>
    void list(std::string_view key, std::vector<T> O::*member, std::size_t most) {
        const json* value = find(key, Need::no);
        if (!value) return;
        const JsonPath at = step(key);
        if (!is_list(at, *value, most)) return;
        auto& items = into_.*member;
        items.reserve(value->size());
        for (std::size_t i = 0; i < value->size(); ++i) {
            const json& item = (*value)[i];
            const JsonPath here{&at, {}, i, id_of_item(item)};
            T read{};
            FieldReader<T> reader(item, read, here, problems_);
            if (reader.read()) items.push_back(std::move(read));
        }
    }
    template <class C>
    void texts(std::string_view key, C O::*member, std::size_t most, std::size_t letters) {
        each(key, most, [&](const JsonPath& at, const json& item) {
            if (!is_text(item, letters, Need::no))
                return wrong(at, item, allowed_text(letters, Need::no));
            (into_.*member).insert((into_.*member).end(), item.get<std::string>());
        });
    }
    void wholes(std::string_view key, std::set<int> O::*member, std::size_t most, Range range) {
        each(key, most, [&](const JsonPath& at, const json& item) {
            if (!is_whole(item, range)) return wrong(at, item, allowed_number("", range, true));
            (into_.*member).insert(static_cast<int>(item.get<double>()));
        });
    }
    void text_by_text(std::string_view key, std::map<std::string, std::string> O::*member,
                      std::size_t letters) {
        each_named(key, [&](const JsonPath& at, const std::string& name, const json& item) {
            if (!is_text(item, letters, Need::no))
                return wrong(at, item, allowed_text(letters, Need::no));
            (into_.*member)[name] = item.get<std::string>();
        });
    }
    void whole_by_text(std::string_view key, std::map<std::string, int> O::*member, Range range) {
        each_named(key, [&](const JsonPath& at, const std::string& name, const json& item) {
            if (!is_whole(item, range)) return wrong(at, item, allowed_number("", range, true));
            (into_.*member)[name] = static_cast<int>(item.get<double>());
        });
    }
    void rest(std::string O::*member) {
        const json rest = rest_of();
        if (!rest.empty()) into_.*member = rest.dump();
    }

    const std::vector<std::string_view>& keys() const { return keys_; }

private:
    static constexpr std::size_t most_named = 1000;
    static constexpr std::size_t most_key_letters = 16;  // a port's name

    static bool is_text(const json& value, std::size_t most, Need need) {
        if (!value.is_string()) return false;
        const std::string& text = value.get_ref<const std::string&>();
        if (text.empty()) return need != Need::yes;
        if (text.size() <= most) return true;
        const std::optional<std::size_t> letters =
            text.size() > 4 * most ? std::nullopt : letters_in(text);
        return letters && *letters <= most;
    }
    static bool is_whole(const json& value, Range range) {
        if (!value.is_number()) return false;
        const double number = value.get<double>();
        return number == std::round(number) && range.holds(number);
    }

    JsonPath step(std::string_view key) const { return {&path_, key}; }
    const json* find(std::string_view key, Need need) {
        keys_.push_back(key);
        const auto found = object_.find(key);
        if (found != object_.end()) {
            ++known_;
            return &*found;
        }
        if (need == Need::yes) {
            usable_ = false;
            problems_.add({{ErrorCode::missing_field, path_.place(), std::string(key), ""},
                           path_.pointer(),
                           true});
        }
        return nullptr;
    }
    void wrong(const JsonPath& at, const json& value, std::string allowed, Need need = Need::no) {
        if (need == Need::yes) usable_ = false;
        problems_.add({{ErrorCode::bad_value, at.place(), found_in(value), std::move(allowed)},
                       at.pointer(),
                       need == Need::yes});
    }
    bool read_point(const JsonPath& at, const json& value, Point& into, Need need) {
        const Range range{-farthest_m, farthest_m};
        if (!value.is_array() || value.size() != 2) {
            wrong(at, value, std::string(allowed_point), need);
            return false;
        }
        for (std::size_t i = 0; i < 2; ++i) {
            if (value[i].is_number() && range.holds(value[i].template get<double>())) continue;
            wrong(JsonPath{&at, {}, i}, value[i], allowed_number("at_m", range, false), need);
            return false;
        }
        into = {value[0].template get<double>(), value[1].template get<double>()};
        return true;
    }
    template <class E, class M>
    void read_choice(std::string_view key, M member, Need need) {
        const json* value = find(key, need);
        if (!value) return;
        const std::optional<E> read =
            value->is_string() ? from_name<E>(value->get_ref<const std::string&>()) : std::nullopt;
        if (read) {
            into_.*member = *read;
            return;
        }
        std::vector<std::string_view> words;
        for (const auto& [known, name] : EnumNames<E>::table) words.push_back(name);
        wrong(step(key), *value, allowed_words(words), need);
    }
    bool is_list(const JsonPath& at, const json& value, std::size_t most) {
        if (value.is_array() && value.size() <= most) return true;
        wrong(at, value, fmt::format("a list of {} at most", most));
        return false;
    }
    template <class Each>
    void each(std::string_view key, std::size_t most, Each each_item) {
        const json* value = find(key, Need::no);
        if (!value) return;
        const JsonPath at = step(key);
        if (!is_list(at, *value, most)) return;
        for (std::size_t i = 0; i < value->size(); ++i)
            each_item(JsonPath{&at, {}, i}, (*value)[i]);
    }
    template <class Each>
    void each_named(std::string_view key, Each each_item) {
        const json* value = find(key, Need::no);
        if (!value) return;
        const JsonPath at = step(key);
        if (!value->is_object() || value->size() > most_named) {
            wrong(at, *value, fmt::format("an object of {} fields at most", most_named));
            return;
        }
        for (const auto& [name, item] : value->items()) {
            if (name.size() > most_key_letters) {
                wrong(at, json(name), allowed_text(most_key_letters, Need::no));
                continue;
            }
            each_item(JsonPath{&at, name}, name, item);
        }
    }
    void keep_rest(std::string_view key, json rest) {
        if (!rest.empty()) rest_[std::string(key)] = std::move(rest);
    }

    const json& object_;
    O& into_;
    const JsonPath& path_;
    Problems& problems_;
    std::vector<std::string_view> keys_;
    std::size_t known_ = 0;
    json rest_ = json::object();
    bool usable_ = true;
};

}  // namespace ovant
