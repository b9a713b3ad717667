// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a list of kinds, JSON or CSV: what is taken comes back, ids once.
#include <set>

#include "core/format/kind_text.h"
#include "fuzz/fuzz.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const KindsImport import = import_kinds(text_of(data, size));
    for (const Error& error : import.errors) promise(sentence(error).size() > 8);
    std::set<std::string> ids;
    Site site;
    for (const auto& [id, json] : import.kinds) {
        promise(ids.insert(id).second);
        const KindsImport again = import_kinds(kinds_as_json({json}));
        promise(again.kinds.size() == 1 && again.kinds.front().second == json);
        (void)kinds_as_csv({json});
        const Result<OwnKind> own = read_own_kind(id, json);
        promise(static_cast<bool>(own));
        site.kinds.emplace(id, *own);
    }
    const Result<Site> kept = sound(Site{}, shipped_catalogue(), site);
    promise(static_cast<bool>(kept));
    promise_kept(*kept);
    return 0;
}
