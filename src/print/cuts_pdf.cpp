// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/cuts_pdf.h"

#include <fmt/format.h>

#include "phrase/numbers.h"
#include "phrase/parts_text.h"
#include "phrase/translate.h"
#include "print/paper.h"

namespace ovant {
namespace {

void card(Paper& paper, const PackageCut& cut, const TextContext& context) {
    paper.table_name(package_title(cut, context));
    std::vector<std::vector<std::string>> rows;
    double left_m = cut.package.length_m;
    for (std::size_t i = 0; i < cut.pieces.size(); ++i) {
        const CutPiece& piece = cut.pieces[i];
        left_m -= piece.length_m;
        rows.push_back({fmt::format("{}", i + 1), shown(piece.length_m, Unit::metre, context.units),
                        label_text(piece), piece.from, piece.to,
                        shown(left_m, Unit::metre, context.units)});
    }
    paper.table({{said("Order"), 0.6, true},
                 {said("Cut"), 0.8, true},
                 {said("Label both ends"), 1.6},
                 {said("From"), 1},
                 {said("To"), 1},
                 {said("Then left"), 0.8, true}},
                rows);
    if (const std::string left = left_text(cut, context); !left.empty()) paper.quiet(left);
    paper.gap(6);
}

// Leads are laid out, not cut: one table for all of a kind.
void leads(Paper& paper, const std::vector<const PackageCut*>& cuts, const TextContext& context) {
    std::vector<std::vector<std::string>> rows;
    for (const PackageCut* cut : cuts) {
        const CutPiece& piece = cut->pieces.front();
        rows.push_back({package_text(cut->package, context), label_text(piece), piece.from,
                        piece.to, shown(piece.length_m, Unit::metre, context.units)});
    }
    paper.table({{said("Lead"), 1.2},
                 {said("Label both ends"), 1.6},
                 {said("From"), 1},
                 {said("To"), 1},
                 {said("Needed"), 0.8, true}},
                rows);
}

}  // namespace

std::string cuts_pdf(const CutPlan& plan, const Site& site, const TextContext& context) {
    Paper paper(told("Cut plan, {}", site.name));
    paper.title(told("Cut plan, {}", site.name));
    paper.quiet(
        said("A card for each package: cut in this order, the longest first, and label both ends "
             "before the next is measured. Loops, drops and spare are in the lengths."));
    if (plan.cables.empty()) paper.text(said("No cable is laid yet: there is nothing to cut."));
    for (const CableCuts& cuts : plan.cables) {
        paper.heading(kind_name(context, cuts.cable));
        paper.text(bought_text(cuts, context, site.settings.currency));
        paper.quiet(proof_text(cuts, context));
        if (const std::string text = too_long_text(cuts, context); !text.empty())
            paper.text(text, true);
        std::vector<const PackageCut*> ready_made;
        for (const PackageCut& cut : cuts.packages) {
            if (is_ready_made(cut))
                ready_made.push_back(&cut);
            else
                card(paper, cut, context);
        }
        if (!ready_made.empty()) leads(paper, ready_made, context);
    }
    return paper.finish();
}

}  // namespace ovant
