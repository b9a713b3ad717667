// SPDX-License-Identifier: GPL-3.0-or-later
// What a row of the sheet of runs tells of its run.
#pragma once

#include <optional>
#include <string_view>

namespace ovant {

enum class SheetColumn {
    verdict,
    unit,
    name,
    kind,
    surroundings,
    length,
    cable,
    port,
    watts,
    bit_rate,
    importance,
    address,
    channel,
    x,
    y,
    decides
};
inline constexpr SheetColumn all_sheet_columns[] = {
    SheetColumn::verdict,      SheetColumn::unit,       SheetColumn::name,
    SheetColumn::kind,         SheetColumn::length,     SheetColumn::cable,
    SheetColumn::port,         SheetColumn::watts,      SheetColumn::bit_rate,
    SheetColumn::surroundings, SheetColumn::importance, SheetColumn::address,
    SheetColumn::channel,      SheetColumn::x,          SheetColumn::y,
    SheetColumn::decides};
// Whether a cell of it can be written; else it is what the program says.
bool is_written(SheetColumn column);
// As a list names it: "name", "mbps". Of those that are written.
const char* id_of(SheetColumn column);
std::optional<SheetColumn> sheet_column(std::string_view id);

}  // namespace ovant
