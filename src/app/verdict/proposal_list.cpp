// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/verdict/proposal_list.h"

#include <QFrame>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/theme/theme.h"
#include "core/look_up.h"
#include "core/prove/cards.h"
#include "phrase/card_text.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

constexpr std::size_t most_ways = 6;

}  // namespace

ProposalList::ProposalList(Document& document, QWidget* parent)
    : FilledList(parent), document_(document) {
    connect(&document_.proposals(), &Proposals::ready, this, &ProposalList::fill);
}

void ProposalList::show_run(const std::string& camera) { show(Of::run, camera); }
void ProposalList::show_unit(const std::string& device) { show(Of::unit, device); }
void ProposalList::show_nothing() { show(Of::nothing, {}); }

void ProposalList::show(Of of, const std::string& subject) {
    of_ = of;
    subject_ = subject;
    fill();
}

// What is known is filled in once; what is not yet is asked for and leaves the list empty.
void ProposalList::fill() {
    const auto run = of_ == Of::run ? document_.proposals().of_run(subject_) : nullptr;
    const auto unit = of_ == Of::unit ? document_.proposals().of_unit(subject_) : nullptr;
    std::shared_ptr<const void> found = run;
    if (unit) found = unit;
    if (found == filled_with_) return;
    start_anew();
    if (run) fill_run(*run);
    if (unit) fill_unit(*unit);
    filled_with_ = std::move(found);
}

void ProposalList::add_heading(const QString& text) {
    auto* label = new QLabel(text, content());
    label->setFont(text_font(*this, 0.9, true));
    label->setContentsMargins(12, 12, 12, 4);
    set_tone(label, Tone::quiet);
    items()->addWidget(label);
}

void ProposalList::add_care(const std::string& text) {
    auto* label = wrapped_label(q(text), content());
    label->setObjectName("care");
    label->setContentsMargins(12, 0, 12, 4);
    items()->addWidget(label);
}

void ProposalList::fill_run(const RunProposals& found) {
    const std::vector<Proposal>& all = found.all;
    const RunAssessment* run = document_.assessment().run(subject_);
    const bool some_hold =
        !all.empty() && all.front().built && all.front().verdict == Verdict::holds;
    add_heading(some_hold                               ? tr("Ways that hold")
                : run && run->verdict == Verdict::holds ? tr("Other ways")
                                                        : tr("Ways"));
    // What serves stands here, a few; all of them, compared, are in the ways view.
    for (std::size_t i = 0; i < all.size() && i < most_ways; ++i) {
        const bool serves = all[i].built && all[i].verdict != Verdict::fails;
        if (!serves && !all[i].remedy && some_hold) break;
        add_proposal(all[i], i);
    }
    auto* compare = flat_button(tr("Compare all %1 ways (Y)").arg(way_count), "allWays", content());
    connect(compare, &QPushButton::clicked, this, &ProposalList::all_ways_wanted);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(6, 4, 6, 0);
    row->addWidget(compare, 0, Qt::AlignLeft);
    items()->addLayout(row);
    const CameraNumber number = document_.camera_number(subject_);
    const std::vector<Caution> cautions =
        number ? cautions_of(document_.network(), number) : std::vector<Caution>{};
    if (!cautions.empty()) add_heading(tr("Care"));
    for (Caution caution : cautions) add_care(caution_text(caution));
}

void ProposalList::add_proposal(const Proposal& proposal, std::size_t index) {
    const Theme& theme = theme_of(*this);
    const TextContext context = document_.text();
    const std::string& currency = document_.site().settings.currency;
    auto* card = new QFrame(content());
    card->setObjectName(QString("way-%1").arg(index));
    const bool useful = proposal.built && proposal.verdict != Verdict::fails;
    if (useful) {
        card->setStyleSheet(
            QString("QFrame#way-%1 { background:%2; border:1px solid %3; border-radius:4px; }")
                .arg(index)
                .arg(theme.card.name(), theme.rule.name()));
    }
    auto* layout = new QVBoxLayout(card);
    layout->setContentsMargins(useful ? 9 : 2, useful ? 7 : 2, 4, useful ? 7 : 2);
    layout->setSpacing(1);
    auto* head = new QHBoxLayout;
    head->setSpacing(7);
    head->addWidget(
        new VerdictMark(proposal.built ? proposal.verdict : Verdict::unknown, 10, card));
    auto* name = wrapped_label(q(proposal_title(proposal, context)), card);
    name->setFont(text_font(*this, 1, useful));
    head->addWidget(name, 1);
    if (proposal.built) {
        auto* use = flat_button(tr("Use"), QString("use-%1").arg(index), card);
        use->setAccessibleName(tr("Use: %1").arg(name->text()));
        connect(use, &QPushButton::clicked, this, [this, index] {
            if (const auto now = document_.proposals().of_run(subject_))
                document_.proposals().use(now->all[index], subject_);
        });
        head->addWidget(use);
    }
    layout->addLayout(head);
    auto* why = wrapped_label(q(proposal_reason(proposal, context)), card);
    why->setFont(text_font(*this, 0.88));
    set_tone(why, Tone::quiet);
    layout->addWidget(why);
    if (useful) {
        auto* price = wrapped_label(tr("%1, %2 things that can fail")
                                        .arg(q(shown_money(proposal.cost.total(), currency)))
                                        .arg(proposal.can_fail),
                                    card);
        price->setToolTip(q(cost_text(proposal.cost, currency)));
        price->setFont(text_font(*this, 0.88));
        set_tone(price, Tone::quiet);
        layout->addWidget(price);
    }
    auto* holder = new QWidget(content());
    auto* outer = new QVBoxLayout(holder);
    outer->setContentsMargins(12, 3, 12, 3);
    outer->addWidget(card);
    items()->addWidget(holder);
}

void ProposalList::fill_unit(const std::vector<UnitRemedy>& found) {
    if (!found.empty()) add_heading(tr("What mends it"));
    for (std::size_t i = 0; i < found.size(); ++i) add_unit_remedy(found[i], i);
    const Device* device = find_device(document_.site(), subject_);
    if (!device || device->backup.empty()) return;
    add_heading(tr("Care"));
    add_care(caution_text(Caution::batteries));
}

void ProposalList::add_unit_remedy(const UnitRemedy& remedy, std::size_t index) {
    auto* row = new QWidget(content());
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(12, 3, 8, 3);
    layout->addWidget(new VerdictMark(remedy.after, 10, row), 0, Qt::AlignTop);
    auto* words = new QVBoxLayout;
    auto* name = wrapped_label(q(unit_remedy_title(remedy, document_.text())), row);
    name->setFont(text_font(*this, 1, true));
    words->addWidget(name);
    auto* why = wrapped_label(q(unit_remedy_reason(remedy, document_.text())), row);
    why->setFont(text_font(*this, 0.88));
    set_tone(why, Tone::quiet);
    words->addWidget(why);
    layout->addLayout(words, 1);
    auto* use = flat_button(tr("Use"), QString("useUnit-%1").arg(index), row);
    use->setAccessibleName(tr("Use: %1").arg(name->text()));
    connect(use, &QPushButton::clicked, this, [this, index] {
        if (const auto now = document_.proposals().of_unit(subject_))
            document_.proposals().use((*now)[index]);
    });
    layout->addWidget(use, 0, Qt::AlignTop);
    items()->addWidget(row);
}

}  // namespace ovant
