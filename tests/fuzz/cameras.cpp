// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a list of cameras, as text and as a spreadsheet's file: what is taken passes the
// gate, each camera said is one camera. What its way wants besides (an extender, a switch) comes
// with it.
#include <algorithm>

#include "core/format/table_file.h"
#include "core/sheet/camera_list.h"
#include "core/edits/edits.h"
#include "fuzz/fuzz.h"

using namespace ovant;

namespace {

void check_import(const Site& room, const CsvImport& import) {
    for (const Error& line : import.lines) promise(sentence(line).size() > 8);
    const auto cameras = std::count_if(import.site.devices.begin(), import.site.devices.end(),
                                       [](const Device& unit) { return unit.camera.has_value(); });
    promise(cameras == std::ssize(import.added));
    for (const std::string& id : import.added) promise(find_device(import.site, id) != nullptr);
    const Result<Site> kept = sound(room, shipped_catalogue(), import.site);
    promise(static_cast<bool>(kept));
    promise_kept(*kept);
}

}  // namespace

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static const Site room =
        add_equipment_room(Site{}, shipped_catalogue(), {0, 0}, "sw-8-at-120", "rec-32")->site;
    const auto& catalogue = shipped_catalogue();
    check_import(room, import_cameras(room, catalogue, text_of(data, size)));
    const auto sheets = read_table(text_of(data, size));
    if (!sheets) {
        promise(sentence(sheets.error()).size() > 8);
        return 0;
    }
    for (const TableSheet& sheet : *sheets)
        check_import(room, import_cameras(room, catalogue, sheet.table,
                                          list_columns(sheet.table.rows, catalogue)));
    return 0;
}
