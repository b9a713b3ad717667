// SPDX-License-Identifier: GPL-3.0-or-later
// JSON text against data/schema/ovant-site.schema.json. Private to core/format and core/catalogue.
#pragma once

#include <nlohmann/json.hpp>

#include <string_view>

#include "core/result.h"

namespace ovant {

// `part`: "site", "kind" or "catalogue", a definition of the schema. Errors: not_json with line and
// column, schema with the path of the wrong field and what was wanted.
Result<nlohmann::json> parse_and_check(std::string_view text, const char* part);
Result<nlohmann::json> parse_json(std::string_view text);
std::vector<Error> check_schema(const nlohmann::json& value, const char* part);

}  // namespace ovant
