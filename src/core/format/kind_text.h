// SPDX-License-Identifier: GPL-3.0-or-later
// Kinds as text: their figures one by one for a form, and whole lists as JSON or CSV. Every change
// passes the schema before it is kept.
#pragma once

#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

// The JSON of a kind, the site's own or a shipped one; empty if there is none.
std::string kind_json(const Site& site, std::string_view id);

struct KindField {
    enum class Type { number, text, truth };
    std::string path;   // "supply/budget_w", "ports/0/limit_w"
    std::string value;  // as written in the file; "true" or "false" for a truth
    Type type = Type::text;
    Unit unit = Unit::none;  // told from the end of the name
};
// Every figure of a kind in the order of its file; lists of objects are numbered from 0.
std::vector<KindField> kind_fields(std::string_view json);

// The kind with one figure changed; numbers as people type them, in the unit of the field. Errors:
// bad_number, bad_unit, schema with the field as place; the id cannot be changed.
struct Typed {
    std::string path;  // of the field
    std::string_view text;
};
Result<std::string> with_field(std::string_view json, const Typed& typed, UnitSystem system);
// A copy under another id and name. Errors: schema for an id that cannot be.
Result<std::string> copied_kind(std::string_view json, NamedId copy);

// {"kinds": [...]}, one a line.
std::string kinds_as_json(const std::vector<std::string>& kinds);
// One row a kind, one column a figure, named by its path.
std::string kinds_as_csv(const std::vector<std::string>& kinds);

struct KindsImport {
    std::vector<std::pair<std::string, std::string>> kinds;  // id, JSON
    std::vector<Error> errors;                               // what was left out, and why
};
// Either of the two, told apart by the first letter.
KindsImport import_kinds(std::string_view text);

}  // namespace ovant
