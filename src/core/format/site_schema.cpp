// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/site_schema.h"

#include <nlohmann/json.hpp>

#include "core/catalogue/kind_json.h"
#include "core/site/site_enum_names.h"
#include "core/format/site_json.h"
#include "core/site/site_fields.h"

namespace ovant {
namespace {

using ordered = nlohmann::ordered_json;

ordered number_in(Range range) {
    return {{"type", "number"}, {"minimum", range.least}, {"maximum", range.most}};
}
ordered whole_in(Range range) {
    return {{"type", "integer"},
            {"minimum", static_cast<std::int64_t>(range.least)},
            {"maximum", static_cast<std::int64_t>(range.most)}};
}
ordered text_of(std::size_t most, Need need = Need::no) {
    ordered out{{"type", "string"}};
    if (need == Need::yes) out["minLength"] = 1;
    out["maxLength"] = most;
    return out;
}
ordered list_of(ordered items, std::size_t most) {
    return {{"type", "array"}, {"items", std::move(items)}, {"maxItems", most}};
}
const ordered a_point{{"$ref", "#/definitions/point"}};
const ordered an_id{{"$ref", "#/definitions/id"}};

// The properties of O and which of them are needed.
template <class O>
class FieldSchema {
public:
    FieldSchema() { fields(*this, Of<O>{}); }
    ordered object() {
        ordered out{{"type", "object"}, {"properties", properties_}};
        if (!needed_.empty()) out["required"] = needed_;
        return out;
    }

    void id(const char* key, std::string O::*) { put(key, an_id, Need::yes); }
    void text(const char* key, std::string O::*, std::size_t most, Need need = Need::no) {
        put(key, text_of(most, need), need);
    }
    void one_of(const char* key, std::string O::*, std::initializer_list<std::string_view> words,
                Need need = Need::no) {
        put(key, {{"type", "string"}, {"enum", std::vector<std::string_view>(words)}}, need);
    }
    void date(const char* key, std::string O::*, Need need = Need::yes) {
        const char* const day = "^[12][0-9]{3}-[01][0-9]-[0-3][0-9]$";
        const char* const day_or_none = "^([12][0-9]{3}-[01][0-9]-[0-3][0-9])?$";
        put(key, {{"type", "string"}, {"pattern", need == Need::no ? day_or_none : day}});
    }
    void written(const char* key, std::string O::*, Form form, Need need = Need::no) {
        ordered text{{"type", "string"}, {"pattern", form_pattern(form)}};
        if (need == Need::yes) return put(key, text, need);
        const ordered empty{{"const", ""}};
        ordered either = ordered::object();
        either["anyOf"].push_back(text);
        either["anyOf"].push_back(empty);
        put(key, either, need);
    }
    template <class N>
    void number(const char* key, N O::*, Range range, Need need = Need::no) {
        put(key, number_in(range), need);
    }
    template <class N>
    void whole(const char* key, N O::*, Range range, Need need = Need::no) {
        put(key, whole_in(range), need);
    }
    template <class N>
    void one_number_of(const char* key, N O::*, std::initializer_list<double> allowed) {
        ordered numbers = ordered::array();
        for (double number : allowed) numbers.push_back(static_cast<std::int64_t>(number));
        put(key, {{"type", "number"}, {"enum", numbers}});
    }
    void flag(const char* key, bool O::*) { put(key, {{"type", "boolean"}}); }
    template <class E>
    void choice(const char* key, E O::*, Need need = Need::no) {
        put_choice<E>(key, need);
    }
    template <class E>
    void choice(const char* key, std::optional<E> O::*, Need need = Need::no) {
        put_choice<E>(key, need);
    }
    void point(const char* key, Point O::*, Need need = Need::yes) { put(key, a_point, need); }
    void points(const char* key, std::vector<Point> O::*, std::size_t least, std::size_t most) {
        ordered points = list_of(a_point, most);
        if (least > 0) points["minItems"] = least;
        put(key, points, least > 0 ? Need::yes : Need::no);
    }
    template <class G>
    void group(const char* key, G O::*, Shape = Shape::sparse, Need need = Need::no) {
        put(key, FieldSchema<G>().object(), need);
    }
    template <class G>
    void group(const char* key, std::optional<G> O::*, Shape = Shape::sparse) {
        put(key, FieldSchema<G>().object());
    }
    template <class P>
    void part(P O::*) {
        FieldSchema<P> inside;
        properties_.update(inside.properties());
        for (const auto& key : inside.needed()) needed_.push_back(key);
    }
    template <class T>
    void list(const char* key, std::vector<T> O::*, std::size_t most) {
        put(key, list_of(FieldSchema<T>().object(), most));
    }
    template <class C>
    void texts(const char* key, C O::*, std::size_t most, std::size_t letters) {
        put(key, list_of(text_of(letters), most));
    }
    void wholes(const char* key, std::set<int> O::*, std::size_t most, Range range) {
        put(key, list_of(whole_in(range), most));
    }
    void text_by_text(const char* key, std::map<std::string, std::string> O::*,
                      std::size_t letters) {
        put(key, {{"type", "object"}, {"additionalProperties", text_of(letters)}});
    }
    void whole_by_text(const char* key, std::map<std::string, int> O::*, Range range) {
        put(key, {{"type", "object"}, {"additionalProperties", whole_in(range)}});
    }
    void rest(std::string O::*) {}

    const ordered& properties() const { return properties_; }
    const ordered& needed() const { return needed_; }
    void put(const char* key, ordered property, Need need = Need::no) {
        properties_[key] = std::move(property);
        if (need == Need::yes) needed_.push_back(key);
    }

private:
    template <class E>
    void put_choice(const char* key, Need need) {
        ordered words = ordered::array();
        for (const auto& [value, name] : EnumNames<E>::table) words.push_back(name);
        put(key, {{"type", "string"}, {"enum", words}}, need);
    }
    ordered properties_ = ordered::object();
    ordered needed_ = ordered::array();
};

}  // namespace

std::string site_schema() {
    FieldSchema<Site> site;
    site.put("format", {{"type", "string"}, {"enum", {"ovant-site"}}}, Need::yes);
    site.put("version", whole_in({1, 1000}), Need::yes);
    site.put("drawing", FieldSchema<DrawingInFile>().object());
    site.put("kinds", list_of({{"$ref", "#/definitions/kind"}}, most_own_kinds));
    ordered whole{
        {"$schema", "http://json-schema.org/draft-07/schema#"},
        {"title", "Ovant site, versions 1 to " + std::to_string(site_format_version)},
        {"$comment",
         "Lengths in metres, watts, volts, Mb/s, degrees Celsius; the end of a name says which. "
         "Fields not listed here are kept as they are."},
        {"definitions",
         {{"id",
           {{"type", "string"},
            {"minLength", 1},
            {"maxLength", most_id_letters},
            {"pattern", "^[A-Za-z0-9][A-Za-z0-9_.-]*$"}}},
          {"point",
           {{"type", "array"},
            {"items", number_in({-farthest_m, farthest_m})},
            {"minItems", 2},
            {"maxItems", 2},
            {"description", "x and y in metres, x to the right, y down"}}},
          {"kind", FieldSchema<KindInFile>().object()}}}};
    whole.update(site.object());
    return whole.dump(1) + "\n";
}

}  // namespace ovant
