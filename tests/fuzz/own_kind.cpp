// SPDX-License-Identifier: GPL-3.0-or-later
// A shipped kind, figures of it changed as the bytes say, put into a site that uses it: refused, or
// kept and judged.
#include "core/choose/proposal.h"
#include "core/format/kind_text.h"
#include "core/edits/edits.h"
#include "fuzz/fuzz.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static const std::vector<std::string> ids = [] {
        std::vector<std::string> all;
        for (const auto& [id, kind] : shipped_catalogue()) all.push_back(id);
        return all;
    }();
    if (size < 2) return 0;
    const std::string& id = ids[(data[0] * 256u + data[1]) % ids.size()];
    std::string json = kind_json({}, id);
    std::string_view text = text_of(data + 2, size - 2);
    for (int change = 0; change < 4 && !text.empty(); ++change) {
        const auto fields = kind_fields(json);
        const std::size_t field = static_cast<unsigned char>(text.front());
        const std::size_t end = std::min(text.find('\n'), text.size());
        const Result<std::string> changed =
            with_field(json, {fields[field % fields.size()].path, text.substr(1, end - 1)},
                       UnitSystem::metric);
        if (changed) json = *changed;
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    Result<Added> added = add_device(Site{}, shipped_catalogue(), id, {5, 5});
    const Site before = added ? added->site : Site{};
    const Result<Site> kept = sound(before, shipped_catalogue(), set_own_kind(before, id, json));
    if (!kept) {
        promise(sentence(kept.error()).size() > 8);
        return 0;
    }
    promise_kept(*kept);
    const Catalogue catalogue = catalogue_for(*kept);
    (void)assess(*kept, catalogue);
    for (const Device& device : kept->devices) (void)propose_all(*kept, catalogue, device.id);
    return 0;
}
