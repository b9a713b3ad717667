// SPDX-License-Identifier: GPL-3.0-or-later
// Reads the fields of a JSON object that the schema has already accepted, and remembers which it
// knew, so that the rest survives a round trip. Private to core/format and core/catalogue.
#pragma once

#include <nlohmann/json.hpp>

#include <optional>
#include <set>
#include <string>

#include "core/format/enum_names.h"

namespace ovant {

CameraDraw camera_draw_from(const nlohmann::json& object);
Picture picture_from(const nlohmann::json& object);

class Fields {
public:
    explicit Fields(const nlohmann::json& object) : object_(object) {}

    bool has(const char* key) {
        known_.insert(key);
        return object_.contains(key) && !object_.at(key).is_null();
    }
    const nlohmann::json& at(const char* key) { return object_.at(key); }

    template <class T>
    void read(const char* key, T& into) {
        if (has(key)) into = object_.at(key).get<T>();
    }
    template <class T>
    void read(const char* key, std::optional<T>& into) {
        if (has(key)) into = object_.at(key).get<T>();
    }
    template <class T>
    void read_enum(const char* key, T& into) {
        if (has(key)) into = from_name<T>(object_.at(key).get<std::string>()).value_or(into);
    }
    template <class Each>
    void each(const char* key, Each each_item) {
        if (!has(key)) return;
        for (const nlohmann::json& item : object_.at(key)) each_item(item);
    }
    // What no read() asked for, as compact JSON; empty if nothing.
    std::string extra() const {
        nlohmann::json rest = nlohmann::json::object();
        for (const auto& [key, value] : object_.items()) {
            if (!known_.contains(key)) rest[key] = value;
        }
        return rest.empty() ? std::string() : rest.dump();
    }

private:
    const nlohmann::json& object_;
    std::set<std::string, std::less<>> known_;
};

}  // namespace ovant
