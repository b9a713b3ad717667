// SPDX-License-Identifier: GPL-3.0-or-later
// The gate: what a site must be to be kept.
#include <fmt/format.h>

#include <numeric>

#include "core/catalogue/kind_json.h"
#include "core/fields/field_check.h"
#include "core/format/drawing_file.h"
#include "core/format/site_json.h"
#include "core/site/shared_use.h"
#include "core/variants/variants.h"

namespace ovant {
namespace {

// Of a drawing as JSON, so that the rest of the site has room in its file.
constexpr std::size_t most_drawing_bytes = 48u << 20;

// The size that JSON makes of a text.
std::size_t json_bytes(std::string_view text) {
    return std::accumulate(text.begin(), text.end(), std::size_t{2}, [](std::size_t sum, char c) {
        const auto byte = static_cast<unsigned char>(c);
        if (c == '"' || c == '\\' || c == '\n' || c == '\r' || c == '\t') return sum + 2;
        return sum + (byte < 0x20 || byte == 0x7f ? 6 : 1);
    });
}

std::optional<Error> wrong_drawing(const Drawing& drawing, bool picture_is_known) {
    Drawing looked_at = drawing;
    if (picture_is_known) looked_at.data.reset();
    const DrawingInFile in_file = to_file(looked_at);
    if (std::optional<Error> wrong = wrong_field(in_file)) {
        wrong->place = "drawing/" + wrong->place;
        return wrong;
    }
    const std::size_t bytes = json_bytes(in_file.text) + json_bytes(in_file.base64);
    if (bytes <= most_drawing_bytes) return std::nullopt;
    return Error{ErrorCode::too_large, "drawing", fmt::format("{} MB", bytes >> 20),
                 fmt::format("{} MB", most_drawing_bytes >> 20)};
}

// What lies there can be used once: more of it than was taken already is refused.
std::optional<Error> newly_full(const Site& was, const Site& site, const Catalogue& catalogue) {
    std::unordered_map<std::string, SharedUse> before;
    bool known = false;
    for (const auto& [id, use] : shared_use(site, catalogue)) {
        if (!use.over()) continue;
        if (!known) before = shared_use(was, catalogue);
        known = true;
        const auto there = before.find(id);
        if (there != before.end() && there->second.over() && use.taken <= there->second.taken)
            continue;
        return Error{ErrorCode::no_room, "", id, std::to_string(use.room)};
    }
    return std::nullopt;
}

}  // namespace

Result<Site> sound(const Site& was, const Catalogue& catalogue, Result<Site> changed) {
    if (!changed) return changed;
    const Site& site = *changed;
    if (site.drawing) {
        const bool known = was.drawing && was.drawing->data == site.drawing->data &&
                           was.drawing->media_type == site.drawing->media_type;
        if (std::optional<Error> wrong = wrong_drawing(*site.drawing, known)) return *wrong;
    }
    if (site.kinds.size() > most_own_kinds)
        return Error{ErrorCode::too_large, "kinds", fmt::format("{} kinds", site.kinds.size()),
                     std::to_string(most_own_kinds)};
    std::vector<Error> errors =
        find_problems(site, same_catalogue(site, was) ? catalogue : catalogue_for(site));
    if (!errors.empty()) return errors.front();
    if (std::optional<Error> full = newly_full(was, site, catalogue)) return *full;
    // An edit of the design that stands is none of the others.
    if (!site.variants.empty() && site.variants == was.variants)
        changed->variants = carried_over(was, site, catalogue);
    return changed;
}

}  // namespace ovant
