// SPDX-License-Identifier: GPL-3.0-or-later
// Kinds by id: those shipped in data/catalogue and those a site adds.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

#include "core/catalogue/brings.h"
#include "core/catalogue/kind.h"
#include "core/result.h"

namespace ovant {

class Catalogue {
public:
    // A rule of the same id is replaced.
    void add(Brings rule);
    const std::vector<Brings>& brings() const { return brings_; }
    // A kind of the same id is replaced.
    void add(Kind kind);
    void add(std::shared_ptr<const Kind> kind);
    const Kind* find(std::string_view id) const;
    std::vector<const Kind*> of(Category category) const;
    std::size_t size() const { return kinds_.size(); }
    auto begin() const { return kinds_.begin(); }
    auto end() const { return kinds_.end(); }

private:
    std::vector<Brings> brings_;
    std::map<std::string, std::shared_ptr<const Kind>, std::less<>> kinds_;
    std::unordered_map<std::string_view, const Kind*> by_id_;  // keys lie in the kinds
};

// The figures of a cable; null for a kind that is none or not there.
const CableFacts* cable_facts(const Catalogue& catalogue, std::string_view id);

// By id, or by its name as it is shown, in small or large letters; null where none that `takes` it
// is called so.
const Kind* kind_named(const Catalogue& catalogue, std::string_view text,
                       const std::function<bool(const Kind&)>& takes);

// Reads one catalogue file: {"kinds": [...]}. The error's place is the path of the wrong field.
Result<std::vector<Kind>> read_kinds(std::string_view json_text);
// The rules in a catalogue file, under "brings"; none where it has no such list.
Result<std::vector<Brings>> read_brings(std::string_view json_text);
// One kind by itself, as a site file holds its own.
Result<Kind> read_kind(std::string_view json_text, std::string_view place);
// The same for a kind that is to be called `id`. Errors: those of a kind, bad_kind for another id.
Result<OwnKind> read_own_kind(std::string_view id, std::string json_text);

// The kinds that ship with Ovant (data/catalogue, carried in the program).
const Catalogue& shipped_catalogue();

}  // namespace ovant
