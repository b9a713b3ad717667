// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/spares_text.h"

#include <algorithm>

#include "core/format/csv_text.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {

std::string bag_text(const SparesBag& bag, const std::string& currency) {
    if (bag.carry.empty()) return said("There is nothing here that could fail and be replaced.");
    std::string text = told("{} units, {}: any one of {} that fails is replaced in one visit.",
                            bag.carry.size(), shown_money(bag.price, currency), bag.units);
    text += ' ';
    if (bag.proven)
        text += said("Fewer do not do it, and as few cost no less.");
    else if (!bag.all_tried)
        text += said("Not everything that might stand in for another was tried in time.");
    else
        text += said("That fewer would do is not ruled out.");
    return text;
}

std::string for_units_text(const Spare& spare, std::size_t most) {
    std::string text;
    for (std::size_t i = 0; i < std::min(most, spare.for_units.size()); ++i)
        text += (i > 0 ? ", " : "") + spare.for_units[i];
    if (spare.for_units.size() > most)
        text = told("{} and {} more", text, spare.for_units.size() - most);
    return text;
}

std::string spares_csv(const SparesBag& bag, const TextContext& context,
                       const std::string& currency) {
    std::string out = told("unit,price {},stands in for,which", currency) + "\r\n";
    for (const Spare& spare : bag.carry) {
        out += csv_cell(kind_name(context, spare.kind)) + fmt::format(",{:.2f},", spare.price) +
               std::to_string(spare.for_units.size()) + "," +
               csv_cell(for_units_text(spare, spare.for_units.size())) + "\r\n";
    }
    return out;
}

}  // namespace ovant
