// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/verdict/verdict_panel.h"

#include <QApplication>
#include <QLabel>
#include <QPushButton>
#include <QScrollBar>
#include <QVBoxLayout>

#include <algorithm>
#include <map>
#include <tuple>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"
#include "app/verdict/check_row.h"
#include "app/verdict/proposal_list.h"
#include "app/verdict/suspect_list.h"
#include "core/assess/budget.h"
#include "core/assess/data_budget.h"
#include "core/assess/unit_checks.h"
#include "core/catalogue/usual_kinds.h"
#include "core/prove/promise.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"
#include "phrase/reading_text.h"

namespace ovant {
namespace {

constexpr std::size_t least_shown = 5;  // checks that are always in sight

// Worst first, then in the order of the ids: what decides stands on top.
std::vector<Check> in_order(std::vector<Check> checks) {
    std::stable_sort(checks.begin(), checks.end(),
                     [](const Check& a, const Check& b) { return worse(a, b); });
    return checks;
}

// What is said of several things in the very same words stands once, with all of them.
struct Said {
    Check check;
    QStringList subjects;
};
std::vector<Said> said_once(const std::vector<Check>& checks, const TextContext& context) {
    std::vector<Said> out;
    std::map<std::tuple<CheckId, Verdict, std::string, std::string>, std::size_t> known;
    for (const Check& check : checks) {
        const std::string words = figures(check, context);
        const auto [found, fresh] = known.emplace(
            std::tuple(check.id, check.verdict, words, reason(check, context)), out.size());
        // Figures that are the same by chance are two things to look at.
        if (fresh || !words.empty())
            out.push_back({check, {q(check.subject)}});
        else if (!out[found->second].subjects.contains(q(check.subject)))
            out[found->second].subjects << q(check.subject);
    }
    return out;
}

void empty(QVBoxLayout& layout) {
    while (QLayoutItem* item = layout.takeAt(0)) {
        delete item->widget();
        delete item;
    }
}

}  // namespace

VerdictPanel::VerdictPanel(Document& document, QWidget* parent)
    : QScrollArea(parent), document_(document) {
    setObjectName("verdict");
    setAccessibleName(tr("Verdict"));
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    auto* content = new QWidget;
    content->setObjectName("verdictContent");
    mark_ = new VerdictMark(Verdict::unknown, 13, content);
    head_ = wrapped_label({}, content);
    head_->setObjectName("verdictSentence");
    head_->setFont(text_font(*this, 1.05, true));
    hint_ = wrapped_label(tr("Choose a run to see its checks and the ways that hold."), content);
    hint_->setContentsMargins(12, 0, 12, 4);
    seen_ = wrapped_label({}, content);
    seen_->setObjectName("foretold");
    seen_->setContentsMargins(12, 0, 12, 6);
    rows_layout_ = new QVBoxLayout;
    rows_layout_->setSpacing(0);
    more_ = flat_button({}, "moreChecks", content);
    connect(more_, &QPushButton::clicked, this, [this] {
        shows_all_ = !shows_all_;
        refresh();
    });
    counts_ = new QWidget(content);
    counts_layout_ = new QVBoxLayout(counts_);
    counts_layout_->setContentsMargins(0, 0, 0, 0);
    counts_layout_->setSpacing(0);
    suspects_ = new SuspectList(document_, content);
    connect(suspects_, &SuspectList::reading_wanted, this, &VerdictPanel::reading_wanted);
    proposals_ = new ProposalList(document_, content);
    connect(proposals_, &ProposalList::all_ways_wanted, this, &VerdictPanel::all_ways_wanted);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(12, 4, 12, 8);
    head->setSpacing(8);
    head->addWidget(mark_, 0, Qt::AlignTop);
    head->addWidget(head_, 1);
    auto* more = new QHBoxLayout;
    more->setContentsMargins(6, 4, 6, 0);
    more->addWidget(more_, 0, Qt::AlignLeft);
    auto* layout = new QVBoxLayout(content);
    layout->setContentsMargins(0, 4, 0, 12);
    layout->setSpacing(0);
    layout->addLayout(head);
    layout->addWidget(hint_);
    layout->addWidget(seen_);
    layout->addWidget(suspects_);
    layout->addLayout(rows_layout_);
    layout->addLayout(more);
    layout->addWidget(counts_);
    layout->addWidget(proposals_);
    layout->addStretch(1);
    setWidget(content);
    when_seen_ = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen_, &WhenSeen::ask);
    connect(&document_, &Document::selection_changed, when_seen_, &WhenSeen::ask);
    refresh();
}

void VerdictPanel::changeEvent(QEvent* event) {
    QScrollArea::changeEvent(event);
    if (event->type() == QEvent::PaletteChange && widget()) when_seen_->ask();  // light and dark
}

void VerdictPanel::set_shows_unit(bool shows_unit) {
    shows_unit_ = shows_unit;
    when_seen_->ask();
}

// The unit or UPS that is selected; in Power the one that feeds the selection. Empty: none.
std::string VerdictPanel::unit_to_show() const {
    const std::string& selected = document_.selected();
    const Device* chosen = find_device(document_.site(), selected);
    const Kind* kind = chosen ? document_.catalogue().find(chosen->kind) : nullptr;
    if (document_.assessment().unit(selected) || (kind && kind->ups)) return selected;
    if (!shows_unit_) return "";
    const std::string camera = document_.selected_camera();
    if (const CameraNumber number = document_.camera_number(camera)) {
        const Run& run = document_.network().runs[number];
        if (run.fed) return document_.network().device(run.source.device).id;
    }
    const auto& units = document_.assessment().units;
    return camera.empty() && !units.empty() ? units.front().device : "";
}

void VerdictPanel::refresh() {
    const std::string unit = unit_to_show();
    const std::string camera = document_.selected_camera();
    const std::string subject = unit.empty() ? camera : unit;
    const bool another = subject != subject_;
    subject_ = subject;
    set_tone(hint_, Tone::quiet);
    hint_->hide();
    if (!document_.previewing()) seen_->hide();
    if (!unit.empty())
        show_unit(unit);
    else if (const RunAssessment* run = document_.assessment().run(camera))
        show_run(*run);
    else
        show_site();
    if (another) verticalScrollBar()->setValue(0);
}

void VerdictPanel::set_head(Verdict verdict, const QString& text) {
    mark_->set_verdict(verdict);
    if (head_->text() != text) head_->setText(text);
}

std::function<Working()> VerdictPanel::working_of(const Check& check) const {
    const Document& document = document_;
    const AssessOptions options = document.under().options(true);
    return [&document, subject = subject_, options, id = check.id]() -> Working {
        std::vector<Check> checks;
        const Network& net = document.network();
        if (const CameraNumber number = document.camera_number(subject)) {
            checks = assess_run(net, number, options).checks;
        } else {
            for (DeviceNumber device : net.kinds.numbers()) {
                if (net.device(device).id == subject) {
                    checks = assess_unit(net, device, options).checks;
                }
            }
            if (std::none_of(checks.begin(), checks.end(),
                             [&](const Check& one) { return one.id == id; }))
                checks = checks_of_unit(net, assess(net, options), subject);
        }
        for (Check& found : checks) {
            if (found.id == id) return found.working;
        }
        return {};
    };
}

CheckRow* VerdictPanel::row_at(std::size_t index) {
    if (index < rows_.size()) return rows_[index];
    auto* row = new CheckRow(widget());
    connect(row, &CheckRow::toggled, this, [this, row](bool open) {
        if (open)
            open_.insert(row->check().id);
        else
            open_.erase(row->check().id);
    });
    rows_layout_->addWidget(row);
    row->show();
    rows_.push_back(row);
    return row;
}

// Rows are set anew in place, so that focus and open workings stay with their check.
void VerdictPanel::set_checks(const std::vector<Check>& checks) {
    std::optional<CheckId> focused;
    for (CheckRow* row : rows_) {
        if (row->hasFocus()) focused = row->check().id;
    }
    const std::vector<Said> ordered = said_once(in_order(checks), document_.text());
    std::size_t shown = 0;
    for (const auto& [check, subjects] : ordered) {
        // What holds with room is folded away, so that the ways stand in sight.
        const bool folded = !shows_all_ && shown >= least_shown &&
                            check.verdict == Verdict::holds && !open_.contains(check.id);
        if (folded) continue;
        CheckRow* row = row_at(shown++);
        if (!open_.contains(check.id)) row->fold();
        row->set_check(check, document_.text(), working_of(check));
        if (subjects.size() > 1) row->set_subjects(subjects);
        if (open_.contains(check.id)) row->set_open(true);
        if (focused == check.id && !row->hasFocus()) row->setFocus();
    }
    for (std::size_t i = shown; i < rows_.size(); ++i) {
        if (rows_[i]->hasFocus() && shown > 0) rows_.front()->setFocus();
        rows_[i]->hide();
        rows_[i]->setParent(nullptr);
        rows_[i]->deleteLater();
    }
    rows_.resize(shown);
    more_->setVisible(shown < ordered.size() || ordered.size() > least_shown);
    more_->setText(shows_all_ ? tr("Show fewer")
                              : tr("%1 more that hold").arg(ordered.size() - shown));
}

void VerdictPanel::show_site() {
    const Summary& sum = document_.assessment().summary;
    const Verdict worst = sum.fails > 0     ? Verdict::fails
                          : sum.tight > 0   ? Verdict::tight
                          : sum.unknown > 0 ? Verdict::unknown
                                            : Verdict::holds;
    const bool none = document_.assessment().runs.empty();
    set_head(none ? Verdict::unknown : worst,
             none            ? tr("No cameras yet")
             : sum.fails > 0 ? tr("Runs that fail: %1").arg(sum.fails)
             : sum.tight > 0 ? tr("Nothing fails; runs that are tight: %1").arg(sum.tight)
                             : tr("All connected runs hold"));
    hint_->setVisible(!none);
    set_checks({});
    set_counts(nullptr);
    suspects_->show_run({});
    proposals_->show_nothing();
}

void VerdictPanel::show_unit(const std::string& device) {
    const UnitAssessment* unit = document_.assessment().unit(device);
    const std::vector<Check> checks =
        checks_of_unit(document_.network(), document_.assessment(), device);
    Verdict worst = unit ? unit->verdict : Verdict::holds;
    const Check* beside = nullptr;  // its backup or its input, where that is the worse news
    for (const Check& check : checks) {
        if (unit && check.verdict <= worst) continue;
        worst = std::max(worst, check.verdict);
        beside = &check;
    }
    if (unit || beside)
        set_head(worst, q(beside ? sentence(*beside, document_.text())
                                 : unit_sentence(*unit, document_.text())));
    else
        set_head(Verdict::unknown, tr("Nothing is plugged in yet"));
    set_checks(unit || beside ? checks : std::vector<Check>{});
    set_counts(unit);
    suspects_->show_run({});
    if (unit_can_be_mended(checks))
        proposals_->show_unit(device);
    else
        proposals_->show_nothing();
}

// How much it gives by each way of counting, what room is left, where its data is fullest.
void VerdictPanel::set_counts(const UnitAssessment* unit) {
    empty(*counts_layout_);
    counts_->setVisible(unit != nullptr);
    if (!unit) return;
    const UnitSystem units = document_.units();
    const auto add = [&](const QString& text) {
        auto* label = wrapped_label(text, counts_);
        label->setContentsMargins(12, 2, 12, 2);
        counts_layout_->addWidget(label);
        return label;
    };
    auto* heading = add(tr("The three ways of counting"));
    heading->setFont(text_font(*this, 0.9, true));
    heading->setContentsMargins(12, 12, 12, 4);
    set_tone(heading, Tone::quiet);
    const std::pair<SwitchBasis, double> bases[] = {{SwitchBasis::by_class, unit->by_class_w},
                                                    {SwitchBasis::greatest_draw, unit->greatest_w},
                                                    {SwitchBasis::typical, unit->typical_w}};
    for (const auto& [basis, watts] : bases) {
        const QString used = basis == unit->basis ? tr(", used here") : QString();
        auto* label = add(q(title(basis)) + ": " +
                          q(value_of_limit(watts, unit->budget_w, Unit::watt, units)) + used);
        if (watts > unit->budget_w) set_tone(label, Tone::fails);
    }
    if (const Kind* usual = document_.catalogue().find(usual::camera)) {
        auto* left = add(tr("Room for more: %1 of %2, 50 m each")
                             .arg(cameras_left(document_.network(), *unit, *usual, 50))
                             .arg(q(usual->name)));
        left->setObjectName("camerasLeft");
        left->setContentsMargins(12, 6, 12, 2);
    }
    for (const DataStretch& stretch : data_budget(document_.network())) {
        if (stretch.from != unit->device && stretch.to != unit->device) continue;
        add(tr("Fullest stretch: %1").arg(q(stretch_text(stretch, document_.text()))));
        break;
    }
}

// What somebody will see of a run that does not hold.
void VerdictPanel::show_seen(const RunAssessment& run) {
    if (document_.previewing()) return;  // told again once it lies where it stays
    const CameraNumber number = document_.camera_number(run.camera);
    const bool asks =
        run.connected && number && (run.verdict == Verdict::fails || run.verdict == Verdict::tight);
    const QString seen = asks ? q(foretold_text(foretold(document_.network(), number))) : QString();
    seen_->setText(tr("As drawn it shows %1.").arg(seen));
    seen_->setVisible(!seen.isEmpty());
}

void VerdictPanel::show_run(const RunAssessment& run) {
    set_head(run.verdict, q(run_sentence(run, document_.text())));
    show_seen(run);
    set_checks(run.checks);
    set_counts(nullptr);
    suspects_->show_run(run.camera);
    proposals_->show_run(run.camera);
}

}  // namespace ovant
