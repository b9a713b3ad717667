// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/parts_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {

std::string title(PackageForm form) {
    switch (form) {
        case PackageForm::box: return said("Box");
        case PackageForm::drum: return said("Drum");
        case PackageForm::coil: return said("Coil");
        case PackageForm::lead: return said("Lead");
    }
    return "";
}

std::string package_text(const Package& package, const TextContext& context) {
    const std::string length = shown(package.length_m, Unit::metre, context.units);
    switch (package.form) {
        case PackageForm::box: return told("box of {}", length);
        case PackageForm::drum: return told("drum of {}", length);
        case PackageForm::coil: return told("coil of {}", length);
        case PackageForm::lead: return told("lead of {}", length);
    }
    return "";
}

namespace {

std::string so_many(std::size_t count, const Package& package, const TextContext& context) {
    if (count == 1) return "1 " + package_text(package, context);
    const std::string length = shown(package.length_m, Unit::metre, context.units);
    switch (package.form) {
        case PackageForm::box: return told("{} boxes of {}", count, length);
        case PackageForm::drum: return told("{} drums of {}", count, length);
        case PackageForm::coil: return told("{} coils of {}", count, length);
        case PackageForm::lead: return told("{} leads of {}", count, length);
    }
    return "";
}

}  // namespace

std::string package_title(const PackageCut& cut, const TextContext& context) {
    const std::string length = shown(cut.package.length_m, Unit::metre, context.units);
    if (cut.to_measure) return told("By the metre, {}", length);
    if (!cut.left_over.empty()) return told("Left-over {}, {}", cut.left_over, length);
    if (cut.number == 0) return told("{} of {}", title(cut.package.form), length);
    return told("{} of {}, no. {}", title(cut.package.form), length, cut.number);
}

std::string part_name(const PartLine& line, const TextContext& context) {
    if (line.too_long) return told("{}, longer than any package", line.name);
    if (line.pack > 0) return told("{}, bag of {}", line.name, line.pack);
    if (!line.package) return line.name;
    if (!line.left_over.empty())
        return told("{}, left-over {} of {}", line.name, line.left_over,
                    shown(line.package->length_m, Unit::metre, context.units));
    return fmt::format("{}, {}", line.name, package_text(*line.package, context));
}

std::string label_text(const CutPiece& piece) {
    if (piece.cord) return told("cord at {}", piece.link);
    if (piece.parts > 1) return told("{} part {} of {}", piece.link, piece.part, piece.parts);
    return piece.link;
}

std::string left_text(const PackageCut& cut, const TextContext& context) {
    if (cut.to_measure || is_ready_made(cut)) return "";
    if (cut.left_m <= 0) return said("Nothing is left.");
    const std::string left = shown(cut.left_m, Unit::metre, context.units);
    return cut.worth_keeping ? told("{} left: worth keeping.", left)
                             : told("{} left: too short to keep.", left);
}

std::string bought_text(const CableCuts& cuts, const TextContext& context,
                        const std::string& currency) {
    std::vector<std::pair<Package, std::size_t>> packages;
    std::size_t left_overs = 0;
    double by_metre_m = 0;
    for (const PackageCut& cut : cuts.packages) {
        left_overs += !cut.left_over.empty();
        if (cut.to_measure) by_metre_m += cut.package.length_m;
        if (cut.to_measure || !cut.left_over.empty()) continue;
        const auto same = std::find_if(packages.begin(), packages.end(),
                                       [&](const auto& one) { return one.first == cut.package; });
        if (same == packages.end())
            packages.push_back({cut.package, 1});
        else
            ++same->second;
    }
    std::vector<std::string> words;
    for (const auto& [package, count] : packages) words.push_back(so_many(count, package, context));
    if (by_metre_m > 0)
        words.push_back(told("{} by the metre", shown(by_metre_m, Unit::metre, context.units)));
    if (left_overs == 1) words.push_back(said("1 left-over"));
    if (left_overs > 1) words.push_back(told("{} left-overs", left_overs));
    if (words.empty()) return said("Nothing to buy");
    return fmt::format("{}: {}", fmt::join(words, ", "), shown_money(cuts.price, currency));
}

std::string proof_text(const CableCuts& cuts, const TextContext& context) {
    std::string text;
    if (cuts.least_price)
        text = said("No plan is cheaper.");
    else if (cuts.price > 0)
        text = told("At most {:.1f} % above the least price.",
                    100 * (cuts.price - cuts.price_bound) / cuts.price);
    if (cuts.wasted_m <= 0) return text;
    return told("{} {} is wasted.", text, shown(cuts.wasted_m, Unit::metre, context.units));
}

std::string too_long_text(const CableCuts& cuts, const TextContext& context) {
    if (cuts.too_long.empty()) return "";
    std::vector<std::string> runs;
    for (const CutPiece& piece : cuts.too_long)
        runs.push_back(fmt::format("{} ({})", label_text(piece),
                                   shown(piece.length_m, Unit::metre, context.units)));
    return told(
        "Longer than any package, of {} at most: {}. Order the length from the maker, or "
        "allow joints in the settings.",
        shown(cuts.longest_m, Unit::metre, context.units), listed(runs));
}

}  // namespace ovant
