// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/catalogue/embedded.h"

#define OVANT_EMBEDDED(name)                 \
    extern "C" const char embedded_##name[]; \
    extern "C" const char embedded_##name##_end[]

OVANT_EMBEDDED(cables_json);
OVANT_EMBEDDED(cameras_json);
OVANT_EMBEDDED(loads_json);
OVANT_EMBEDDED(equipment_json);
OVANT_EMBEDDED(fibre_json);
OVANT_EMBEDDED(radio_json);
OVANT_EMBEDDED(remote_json);
OVANT_EMBEDDED(small_parts_json);

namespace ovant::embedded {
namespace {

std::string_view text(const char* begin, const char* end) {
    return {begin, static_cast<std::size_t>(end - begin)};
}

}  // namespace

std::vector<std::string_view> catalogue_files() {
    return {text(embedded_cables_json, embedded_cables_json_end),
            text(embedded_cameras_json, embedded_cameras_json_end),
            text(embedded_loads_json, embedded_loads_json_end),
            text(embedded_equipment_json, embedded_equipment_json_end),
            text(embedded_fibre_json, embedded_fibre_json_end),
            text(embedded_radio_json, embedded_radio_json_end),
            text(embedded_remote_json, embedded_remote_json_end),
            text(embedded_small_parts_json, embedded_small_parts_json_end)};
}

}  // namespace ovant::embedded
