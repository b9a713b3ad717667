// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sheet/columns.h"

#include <algorithm>
#include <utility>

namespace ovant {
namespace {

constexpr std::pair<SheetColumn, const char*> ids[] = {
    {SheetColumn::name, "name"},
    {SheetColumn::kind, "kind"},
    {SheetColumn::length, "length"},
    {SheetColumn::cable, "cable"},
    {SheetColumn::port, "port"},
    {SheetColumn::watts, "watts"},
    {SheetColumn::bit_rate, "mbps"},
    {SheetColumn::surroundings, "surroundings"},
    {SheetColumn::importance, "importance"},
    {SheetColumn::address, "address"},
    {SheetColumn::channel, "channel"},
    {SheetColumn::x, "x"},
    {SheetColumn::y, "y"},
};

}  // namespace

bool is_written(SheetColumn column) {
    return column != SheetColumn::verdict && column != SheetColumn::unit &&
           column != SheetColumn::decides;
}

const char* id_of(SheetColumn column) {
    for (const auto& [one, id] : ids)
        if (one == column) return id;
    return "";
}

std::optional<SheetColumn> sheet_column(std::string_view id) {
    for (const auto& [one, name] : ids)
        if (name == id) return one;
    return std::nullopt;
}

}  // namespace ovant
