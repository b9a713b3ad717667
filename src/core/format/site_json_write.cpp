// SPDX-License-Identifier: GPL-3.0-or-later
// Site to JSON, always the same bytes for the same site.
#include <fmt/format.h>

#include "core/format/drawing_file.h"
#include "core/json/field_writer.h"
#include "core/site/site_enum_names.h"
#include "core/format/site_json.h"

namespace ovant {
namespace {

using nlohmann::json;
using nlohmann::ordered_json;

// Text that is not UTF-8 is marked and never thrown at us; the gate lets none in.
template <class Json>
std::string dumped(const Json& value) {
    return value.dump(-1, ' ', false, Json::error_handler_t::replace);
}

template <class T>
ordered_json as_json(const T& object) {
    return FieldWriter<T>(object).take();
}

// The file, field by field: one object of a list a line, easy to read, to compare and to mend.
class SiteWriter {
public:
    explicit SiteWriter(const Site& site) : site_(site) {
        if (!site.extra.empty()) rest_ = json::parse(site.extra, nullptr, false);
        if (!rest_.is_object()) rest_ = json::object();
        out_ = fmt::format("{{\n\"format\": \"ovant-site\",\n\"version\": {},\n\"name\": {}",
                           site_format_version, dumped(json(site.name)));
        fields(*this, Of<Site>{});
        write_items("kinds", site.kinds, [](const auto& kind) { return kind.second.json(); });
        for (const auto& [key, value] : rest_.items())
            out_ += fmt::format(",\n{}: {}", dumped(json(key)), dumped(value));
        out_ += "\n}\n";
    }
    std::string take() { return std::move(out_); }

    void text(const char* key, std::string Site::*member, std::size_t) {
        rest_.erase(key);
        const bool at_head = member == &Site::name;
        if (!at_head && !(site_.*member).empty())
            out_ += fmt::format(",\n\"{}\": {}", key, dumped(json(site_.*member)));
    }
    void group(const char* key, Settings Site::*member) {
        write_object(key, as_json(site_.*member));
        if (site_.drawing) write_object("drawing", as_json(to_file(*site_.drawing)));
    }
    template <class T>
    void list(const char* key, std::vector<T> Site::*member, std::size_t) {
        write_items(key, site_.*member, [](const T& item) { return dumped(as_json(item)); });
    }
    void rest(std::string Site::*) {}

private:
    void write_object(const char* key, ordered_json object) {
        if (const auto more = rest_.find(key); more != rest_.end()) {
            if (more->is_object()) put_rest(object, *more);
            rest_.erase(more);
        }
        if (!object.empty()) out_ += fmt::format(",\n\"{}\": {}", key, dumped(object));
    }
    template <class Items, class Convert>
    void write_items(const char* key, const Items& items, Convert convert) {
        rest_.erase(key);
        if (items.empty()) return;
        out_ += fmt::format(",\n\"{}\": [", key);
        const char* separator = "\n";
        for (const auto& item : items) {
            out_ += separator;
            out_ += "  " + convert(item);
            separator = ",\n";
        }
        out_ += "\n]";
    }

    const Site& site_;
    json rest_ = json::object();
    std::string out_;
};

}  // namespace

std::string write_site(const Site& site) { return SiteWriter(site).take(); }

}  // namespace ovant
