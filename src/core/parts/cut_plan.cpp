// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/cut_plan.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/look_up.h"
#include "core/parts/parts.h"

namespace ovant {
namespace {

constexpr int steps_per_m = 10;  // cords come in half metres
constexpr double most_cut_m = 1e5;
constexpr double most_parts = 20;  // of a run that is joined; past it nobody means it

int to_steps(double length_m) {
    return static_cast<int>(std::ceil(std::min(length_m, most_cut_m) * steps_per_m - 1e-6));
}

// What one kind of cable is cut for.
struct Wanted {
    std::vector<CutPiece> pieces;
    std::vector<std::string> pulls;  // of each piece; empty: by itself
};

// Cables of one pull are laid along the same pathways, or named so.
std::string pull_of(const Link& link) {
    if (!link.pull.empty()) return "named " + link.pull;
    if (link.pathways.empty()) return "";
    std::vector<std::string> way = link.pathways;
    if (way.back() < way.front()) std::reverse(way.begin(), way.end());
    return fmt::format("along {}", fmt::join(way, "\n"));
}

class Planning {
public:
    Planning(const Network& net, const CuttingEffort& effort)
        : net_(net), effort_(effort), buying_(net.site->settings.buying) {}

    CutPlan done() {
        for (LinkNumber link : net_.links.numbers()) gather(link);
        CutPlan plan;
        for (auto& [cable, wanted] : wanted_) plan.cables.push_back(cuts_of(cable, wanted));
        return plan;
    }

private:
    void gather(LinkNumber number) {
        const NetLink& laid = net_.links[number];
        const Link& link = *laid.link;
        CutPiece piece;
        piece.link = link.id;
        piece.from = link.a.device;
        piece.to = link.b.device;
        if (const std::optional<double> length_m = cut_m(net_, number); length_m.value_or(0) > 0) {
            piece.length_m = *length_m;
            Wanted& wanted = wanted_[link.cable];
            wanted.pieces.push_back(piece);
            wanted.pulls.push_back(pull_of(link));
        }
        if (laid.medium() != Medium::twisted_pair) return;
        if (link.cords_m > 0) add_cords(piece, 2, link.cords_m / 2);
        add_cords(piece, !link.a.protector.empty() + !link.b.protector.empty(), protector_cord_m);
    }
    void add_cords(CutPiece piece, std::size_t count, double length_m) {
        if (count == 0) return;
        Wanted& cords = wanted_[cord_kind(net_.site->settings)];
        piece.cord = true;
        piece.length_m = length_m;
        cords.pieces.insert(cords.pieces.end(), count, piece);
        cords.pulls.insert(cords.pulls.end(), count, "");
    }

    // These pieces, which nothing holds whole, in as many parts as packages it takes.
    void join(Wanted& wanted, const std::vector<std::size_t>& too_long, CableCuts& cuts) const {
        const double longest_m = std::floor(cuts.longest_m * steps_per_m + 1e-6) / steps_per_m;
        Wanted out;
        for (std::size_t i = 0; i < wanted.pieces.size(); ++i) {
            CutPiece piece = wanted.pieces[i];
            const double whole_m = piece.length_m;
            const bool held = std::find(too_long.begin(), too_long.end(), i) == too_long.end();
            const double parts = held ? 1 : std::ceil(whole_m / longest_m - 1e-9);
            if (parts <= most_parts) piece.parts = static_cast<int>(parts);
            cuts.joints += piece.parts - 1;
            for (piece.part = 1; piece.part <= piece.parts; ++piece.part) {
                const double before_m = (piece.part - 1) * longest_m;
                piece.length_m =
                    piece.parts > 1 ? std::min(longest_m, whole_m - before_m) : whole_m;
                out.pieces.push_back(piece);
                out.pulls.push_back(wanted.pulls[i]);
            }
        }
        wanted = std::move(out);
    }

    CableCuts cuts_of(const std::string& cable, Wanted& wanted) const {
        CableCuts cuts;
        cuts.cable = cable;
        const Kind* kind = net_.catalogue->find(cable);
        const CableFacts facts = or_nothing(cable_facts(*net_.catalogue, cable));
        std::vector<PackageCut> offered;
        CuttingJob job;
        job.worth_keeping = to_steps(buying_.worth_keeping_m);
        for (const Package& package : facts.packages) {
            if (package.form != PackageForm::lead)
                cuts.longest_m = std::max(cuts.longest_m, package.length_m);
            StockLength stock{static_cast<int>(package.length_m * steps_per_m + 1e-6),
                              package.price};
            stock.single = package.form == PackageForm::lead;
            // A lead comes with its plugs on.
            if (stock.single && !facts.cord && kind)
                stock.price = std::max(0.0, stock.price - ends_price(*net_.catalogue, *kind));
            job.stock.push_back(stock);
            offered.push_back({package, "", false, 0, {}, 0, false});
        }
        if (facts.packages.empty() || facts.by_metre) {
            StockLength stock{to_steps(most_cut_m), 0, unlimited, true};
            stock.price_per_length = facts.price_per_m / steps_per_m;
            job.stock.push_back(stock);
            PackageCut to_measure;
            to_measure.to_measure = true;
            offered.push_back(to_measure);
        }
        for (const LeftOver& left_over : net_.site->stock) {
            if (left_over.cable != cable) continue;
            job.stock.push_back({static_cast<int>(left_over.length_m * steps_per_m + 1e-6), 0, 1});
            PackageCut cut;
            cut.package = {PackageForm::coil, left_over.length_m, 0};
            cut.left_over = left_over.id;
            offered.push_back(cut);
        }
        add_pieces(job, wanted);
        for (const CutPiece& piece : wanted.pieces) cuts.needed_m += piece.length_m;
        Cutting cutting = cut(job, effort_);
        if (buying_.joints_allowed && cuts.longest_m > 0 && !cutting.too_long.empty()) {
            join(wanted, cutting.too_long, cuts);
            add_pieces(job, wanted);
            cutting = cut(job, effort_);
        }
        take(cutting, {wanted, offered}, cuts);
        return cuts;
    }
    void add_pieces(CuttingJob& job, const Wanted& wanted) const {
        job.pieces.clear();
        std::map<std::string, int> pulls;
        for (std::size_t i = 0; i < wanted.pieces.size(); ++i) {
            PieceToCut piece{to_steps(wanted.pieces[i].length_m)};
            const std::string& pull = wanted.pulls[i];
            if (buying_.pulled_apart && !pull.empty())
                piece.pull = pulls.try_emplace(pull, static_cast<int>(pulls.size())).first->second;
            job.pieces.push_back(piece);
        }
    }

    struct Terms {
        const Wanted& wanted;
        const std::vector<PackageCut>& offered;
    };
    void take(const Cutting& cutting, Terms terms, CableCuts& cuts) const {
        std::vector<int> number(terms.offered.size(), 0), all = number;
        for (const CutLength& length : cutting.lengths) ++all[length.stock];
        for (const CutLength& length : cutting.lengths) {
            PackageCut package = terms.offered[length.stock];
            if (all[length.stock] > 1) package.number = ++number[length.stock];
            package.left_m = length.left / double(steps_per_m);
            package.worth_keeping = package.package.form != PackageForm::lead &&
                                    package.left_m >= buying_.worth_keeping_m && package.left_m > 0;
            for (std::size_t piece : length.pieces)
                package.pieces.push_back(terms.wanted.pieces[piece]);
            if (package.to_measure) {
                package.package.length_m = package.pieces.front().length_m;
                const CableFacts facts = or_nothing(cable_facts(*net_.catalogue, cuts.cable));
                package.package.price = package.package.length_m * facts.price_per_m;
            }
            cuts.price += package.package.price;
            cuts.packages.push_back(std::move(package));
        }
        for (std::size_t piece : cutting.too_long)
            cuts.too_long.push_back(terms.wanted.pieces[piece]);
        cuts.price_bound = std::max(0.0, cuts.price - (cutting.price - cutting.price_bound));
        cuts.wasted_m = cutting.waste / double(steps_per_m);
        cuts.least_price = cutting.least_price;
        cuts.least_waste = cutting.least_waste;
    }

    const Network& net_;
    CuttingEffort effort_;
    const Buying& buying_;
    std::map<std::string, Wanted> wanted_;
};

}  // namespace

std::optional<double> cut_m(const Network& net, LinkNumber number) {
    const NetLink& link = net.links[number];
    const Medium medium = link.medium();
    if (medium == Medium::radio || medium == Medium::mains_wiring || !link.link->existing.empty())
        return std::nullopt;
    const double spare = 1 + net.site->settings.buying.spare_share;
    if (link.cable->cable->cord) return std::ceil(link.length_m * steps_per_m - 1e-6) / steps_per_m;
    return std::ceil(link.length_m * spare - 1e-6);
}

CutPlan plan_cuts(const Network& net, const CuttingEffort& effort) {
    return Planning(net, effort).done();
}

bool is_ready_made(const PackageCut& cut) {
    return cut.package.form == PackageForm::lead && !cut.to_measure && cut.left_over.empty();
}

double CutPlan::price() const {
    double sum = 0;
    for (const CableCuts& cable : cables) sum += cable.price;
    return sum;
}

double CutPlan::price_bound() const {
    double sum = 0;
    for (const CableCuts& cable : cables) sum += cable.price_bound;
    return sum;
}

}  // namespace ovant
