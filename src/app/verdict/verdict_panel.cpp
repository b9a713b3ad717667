// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/verdict/verdict_panel.h"

#include <QApplication>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollBar>
#include <QVBoxLayout>

#include <algorithm>

#include "app/theme/theme.h"
#include "app/verdict/check_row.h"
#include "core/assess/budget.h"
#include "core/assess/data_budget.h"
#include "core/look_up.h"
#include "core/prove/cards.h"
#include "phrase/card_text.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

constexpr std::size_t most_ways = 6;
constexpr std::size_t least_shown = 5;  // checks that are always in sight

QString q(const std::string& text) { return QString::fromStdString(text); }

class VerdictMark : public QWidget {
public:
    VerdictMark(Verdict verdict, double size, QWidget* parent)
        : QWidget(parent), verdict_(verdict), size_(size) {
        setFixedSize(static_cast<int>(size) + 2, static_cast<int>(size) + 2);
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        paint_verdict(painter, theme_of(*this), verdict_, QPointF(width() / 2.0, height() / 2.0),
                      size_);
    }

private:
    Verdict verdict_;
    double size_;
};

QLabel* wrapped(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    return label;
}

void set_colour(QWidget* widget, const QColor& colour) {
    QPalette palette = widget->palette();
    palette.setColor(QPalette::WindowText, colour);
    widget->setPalette(palette);
}

// Worst first, then in the order of the ids: what decides stands on top.
std::vector<Check> in_order(std::vector<Check> checks) {
    std::stable_sort(checks.begin(), checks.end(),
                     [](const Check& a, const Check& b) { return worse(a, b); });
    return checks;
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
    ways_timer_.setSingleShot(true);
    ways_timer_.setInterval(40);
    connect(&ways_timer_, &QTimer::timeout, this, &VerdictPanel::add_ways);
    connect(&document_, &Document::changed, this, &VerdictPanel::refresh);
    connect(&document_, &Document::selection_changed, this, &VerdictPanel::refresh);
    refresh();
}

void VerdictPanel::changeEvent(QEvent* event) {
    QScrollArea::changeEvent(event);
    if (event->type() == QEvent::PaletteChange && content_) refresh();  // light and dark
}

void VerdictPanel::set_shows_unit(bool shows_unit) {
    shows_unit_ = shows_unit;
    refresh();
}

void VerdictPanel::refresh() {
    const std::string camera = document_.selected_camera();
    std::string unit;
    const Device* chosen = find_device(document_.site(), document_.selected());
    const Kind* kind = chosen ? document_.catalogue().find(chosen->kind) : nullptr;
    if (document_.assessment().unit(document_.selected()) || (kind && kind->ups))
        unit = document_.selected();
    if (unit.empty() && shows_unit_) {
        if (const auto index = document_.camera_index(camera)) {
            const Run& run = document_.network().runs[*index];
            if (run.fed) unit = document_.network().device(run.source.device).id;
        }
        if (unit.empty() && camera.empty() && !document_.assessment().switches.empty()) {
            unit = document_.assessment().switches.front().device;
        }
    }
    const std::string subject = unit.empty() ? camera : unit;
    const int scrolled = subject == shown_subject_ ? verticalScrollBar()->value() : 0;
    shown_subject_ = subject;
    content_ = new QWidget;
    content_->setObjectName("verdictContent");
    layout_ = new QVBoxLayout(content_);
    layout_->setContentsMargins(0, 4, 0, 12);
    layout_->setSpacing(0);
    proposals_.clear();
    ways_timer_.stop();
    if (!unit.empty())
        fill_unit(unit);
    else if (!camera.empty())
        fill_run(camera);
    else
        fill_site();
    layout_->addStretch(1);
    // The old content may hold the button whose click brought us here: it goes when that is done.
    const bool had_focus = isAncestorOf(QApplication::focusWidget());
    if (QWidget* old = takeWidget()) {
        old->hide();
        old->deleteLater();
    }
    setWidget(content_);
    if (had_focus) {
        if (auto* first = content_->findChild<CheckRow*>()) first->setFocus();
    }
    verticalScrollBar()->setValue(scrolled);
}

void VerdictPanel::add_head(Verdict verdict, const QString& text) {
    auto* row = new QWidget(content_);
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(12, 4, 12, 8);
    layout->setSpacing(8);
    layout->addWidget(new VerdictMark(verdict, 13, row), 0, Qt::AlignTop);
    auto* label = wrapped(text, row);
    label->setObjectName("verdictSentence");
    label->setFont(text_font(*this, 1.05, true));
    layout->addWidget(label, 1);
    layout_->addWidget(row);
}

void VerdictPanel::add_heading(const QString& text) {
    auto* label = new QLabel(text, content_);
    label->setFont(text_font(*this, 0.9, true));
    label->setContentsMargins(12, 12, 12, 4);
    set_colour(label, theme_of(*this).quiet);
    layout_->addWidget(label);
}

std::function<Working()> VerdictPanel::working_of(const Check& check) const {
    const Document& document = document_;
    const std::string subject = shown_subject_;
    const AssessOptions options{document.condition(), true};
    return [&document, subject, options, id = check.id]() -> Working {
        std::vector<Check> checks;
        const Network& net = document.network();
        if (const auto index = document.camera_index(subject)) {
            checks = assess_run(net, *index, options).checks;
        } else {
            for (std::size_t i = 0; i < net.kinds.size(); ++i) {
                if (net.device(static_cast<int>(i)).id == subject) {
                    checks = assess_switch(net, static_cast<int>(i), options).checks;
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

void VerdictPanel::add_checks(const std::vector<Check>& checks) {
    const std::vector<Check> ordered = in_order(checks);
    std::size_t shown = 0;
    for (const Check& check : ordered) {
        // What holds with room is folded away, so that the ways stand in sight.
        if (!shows_all_ && shown >= least_shown && check.verdict == Verdict::holds &&
            !open_.contains(check.id))
            continue;
        ++shown;
        auto* row = new CheckRow(check, document_.text(), working_of(check), content_);
        if (open_.contains(check.id)) row->set_open(true);
        connect(row, &CheckRow::toggled, this, [this, id = check.id](bool open) {
            if (open)
                open_.insert(id);
            else
                open_.erase(id);
        });
        layout_->addWidget(row);
    }
    if (shown == ordered.size() && ordered.size() <= least_shown) return;
    auto* more = new QPushButton(
        shows_all_ ? tr("Show fewer") : tr("%1 more that hold").arg(ordered.size() - shown),
        content_);
    more->setObjectName("moreChecks");
    more->setFlat(true);
    more->setProperty("flat", true);
    connect(more, &QPushButton::clicked, this, [this] {
        shows_all_ = !shows_all_;
        refresh();
    });
    auto* holder = new QHBoxLayout;
    holder->setContentsMargins(6, 4, 6, 0);
    holder->addWidget(more, 0, Qt::AlignLeft);
    layout_->addLayout(holder);
}

void VerdictPanel::fill_site() {
    const Summary& sum = document_.assessment().summary;
    const Verdict worst = sum.fails > 0     ? Verdict::fails
                          : sum.tight > 0   ? Verdict::tight
                          : sum.unknown > 0 ? Verdict::unknown
                                            : Verdict::holds;
    if (document_.assessment().runs.empty()) {
        add_head(Verdict::unknown, tr("No cameras yet"));
        return;
    }
    add_head(worst, sum.fails > 0   ? tr("Runs that fail: %1").arg(sum.fails)
                    : sum.tight > 0 ? tr("Nothing fails; runs that are tight: %1").arg(sum.tight)
                                    : tr("All connected runs hold"));
    auto* hint = wrapped(tr("Choose a run to see its checks and the ways that hold."), content_);
    hint->setContentsMargins(12, 0, 12, 4);
    set_colour(hint, theme_of(*this).quiet);
    layout_->addWidget(hint);
}

void VerdictPanel::fill_unit(const std::string& device) {
    const SwitchAssessment* unit = document_.assessment().unit(device);
    const std::vector<Check> checks =
        checks_of_unit(document_.network(), document_.assessment(), device);
    Verdict worst = unit ? unit->verdict : Verdict::holds;
    const Check* beside = nullptr;  // its backup or its input, where that is the worse news
    for (const Check& check : checks) {
        if (unit && check.verdict <= worst) continue;
        worst = std::max(worst, check.verdict);
        beside = &check;
    }
    if (!unit && !beside) return add_head(Verdict::unknown, tr("Nothing is plugged in yet"));
    add_head(worst, q(beside ? sentence(*beside, document_.text())
                             : unit_sentence(*unit, document_.text())));
    add_checks(checks);
    if (unit) add_counts(*unit);
    if (unit_can_be_mended(checks) && !document_.previewing()) ways_timer_.start();
}

// How much it gives by each way of counting, what room is left, where its data is fullest.
void VerdictPanel::add_counts(const SwitchAssessment& counted) {
    const SwitchAssessment* unit = &counted;
    const std::string& device = counted.device;
    const UnitSystem units = document_.units();
    add_heading(tr("The three ways of counting"));
    const std::pair<SwitchBasis, double> bases[] = {{SwitchBasis::by_class, unit->by_class_w},
                                                    {SwitchBasis::greatest_draw, unit->greatest_w},
                                                    {SwitchBasis::typical, unit->typical_w}};
    for (const auto& [basis, watts] : bases) {
        const QString used = basis == unit->basis ? tr(", used here") : QString();
        auto* label =
            wrapped(q(title(basis)) + ": " +
                        q(value_of_limit(watts, unit->budget_w, Unit::watt, units)) + used,
                    content_);
        label->setContentsMargins(12, 2, 12, 2);
        if (watts > unit->budget_w) set_colour(label, theme_of(*this).fails);
        layout_->addWidget(label);
    }
    const Kind* usual = document_.catalogue().find("cam-fixed-4mp");
    if (usual) {
        auto* left = wrapped(tr("Room for more: %1 of %2, 50 m each")
                                 .arg(cameras_left(document_.network(), *unit, *usual, 50))
                                 .arg(q(usual->name)),
                             content_);
        left->setObjectName("camerasLeft");
        left->setContentsMargins(12, 6, 12, 2);
        layout_->addWidget(left);
    }
    for (const DataStretch& stretch : data_budget(document_.network())) {
        if (stretch.from != device && stretch.to != device) continue;
        auto* data = wrapped(
            tr("Fullest stretch: %1").arg(q(stretch_text(stretch, document_.text()))), content_);
        data->setContentsMargins(12, 2, 12, 2);
        layout_->addWidget(data);
        break;
    }
}

void VerdictPanel::add_unit_remedies() {
    delete layout_->takeAt(layout_->count() - 1);  // the stretch
    unit_remedies_ = propose_unit_remedies(document_.site(), document_.catalogue(), shown_subject_);
    if (!unit_remedies_.empty()) add_heading(tr("What mends it"));
    for (std::size_t i = 0; i < unit_remedies_.size(); ++i) {
        const UnitRemedy& remedy = unit_remedies_[i];
        auto* row = new QWidget(content_);
        auto* layout = new QHBoxLayout(row);
        layout->setContentsMargins(12, 3, 8, 3);
        layout->addWidget(new VerdictMark(remedy.after, 10, row), 0, Qt::AlignTop);
        auto* words = new QVBoxLayout;
        auto* name = wrapped(q(unit_remedy_title(remedy, document_.text())), row);
        name->setFont(text_font(*this, 1, true));
        words->addWidget(name);
        auto* why = wrapped(q(unit_remedy_reason(remedy, document_.text())), row);
        why->setFont(text_font(*this, 0.88));
        set_colour(why, theme_of(*this).quiet);
        words->addWidget(why);
        layout->addLayout(words, 1);
        auto* use = new QPushButton(tr("Use"), row);
        use->setObjectName(QString("useUnit-%1").arg(i));
        use->setFlat(true);
        use->setProperty("flat", true);
        use->setAccessibleName(tr("Use: %1").arg(name->text()));
        connect(use, &QPushButton::clicked, this, [this, i] {
            if (i >= unit_remedies_.size()) return;
            const QString title = q(unit_remedy_title(unit_remedies_[i], document_.text()));
            Site site = unit_remedies_[i].site;
            document_.edit(title, std::move(site));
        });
        layout->addWidget(use, 0, Qt::AlignTop);
        layout_->addWidget(row);
    }
    if (find_device(document_.site(), shown_subject_) &&
        !or_nothing(find_device(document_.site(), shown_subject_)).backup.empty()) {
        add_heading(tr("Care"));
        auto* care = wrapped(q(caution_text(Caution::batteries)), content_);
        care->setContentsMargins(12, 0, 12, 4);
        layout_->addWidget(care);
    }
    layout_->addStretch(1);
    emit proposals_ready();
}

void VerdictPanel::fill_run(const std::string& camera) {
    const RunAssessment* run = document_.assessment().run(camera);
    if (!run) return;
    add_head(run->verdict, q(run_sentence(*run, document_.text())));
    add_checks(run->checks);
    if (document_.previewing()) return;  // ways follow when the mouse rests
    ways_timer_.start();
}

void VerdictPanel::add_ways() {
    if (!document_.previewing() && !document_.camera_index(shown_subject_))
        return add_unit_remedies();
    const std::string camera = document_.selected_camera();
    if (camera.empty() || document_.previewing()) return;
    const RunAssessment* run = document_.assessment().run(camera);
    proposals_ = propose_all(document_.site(), document_.catalogue(), camera);
    delete layout_->takeAt(layout_->count() - 1);  // the stretch
    const bool some_hold = !proposals_.empty() && proposals_.front().built &&
                           proposals_.front().verdict == Verdict::holds;
    add_heading(some_hold                               ? tr("Ways that hold")
                : run && run->verdict == Verdict::holds ? tr("Other ways")
                                                        : tr("Ways"));
    // What serves stands here, a few; all of them, compared, are in the ways view.
    std::size_t shown_ways = 0;
    for (std::size_t i = 0; i < proposals_.size() && shown_ways < most_ways; ++i) {
        const bool serves = proposals_[i].built && proposals_[i].verdict != Verdict::fails;
        if (!serves && !proposals_[i].remedy && some_hold) break;
        add_proposal(i);
        ++shown_ways;
    }
    auto* all = new QPushButton(tr("Compare all %1 ways (Y)").arg(way_count), content_);
    all->setObjectName("allWays");
    all->setProperty("flat", true);
    connect(all, &QPushButton::clicked, this, &VerdictPanel::all_ways_wanted);
    auto* all_row = new QHBoxLayout;
    all_row->setContentsMargins(6, 4, 6, 0);
    all_row->addWidget(all, 0, Qt::AlignLeft);
    layout_->addLayout(all_row);
    add_care();
    layout_->addStretch(1);
    emit proposals_ready();
}

void VerdictPanel::add_proposal(std::size_t index) {
    const Proposal& proposal = proposals_[index];
    const Theme& theme = theme_of(*this);
    const TextContext context = document_.text();
    auto* card = new QFrame(content_);
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
    auto* name = wrapped(q(proposal_title(proposal, context)), card);
    name->setFont(text_font(*this, 1, useful));
    head->addWidget(name, 1);
    if (proposal.built) {
        auto* use_button = new QPushButton(tr("Use"), card);
        use_button->setObjectName(QString("use-%1").arg(index));
        use_button->setFlat(true);
        use_button->setProperty("flat", true);
        use_button->setAccessibleName(tr("Use: %1").arg(name->text()));
        connect(use_button, &QPushButton::clicked, this, [this, index] { use(index); });
        head->addWidget(use_button);
    }
    layout->addLayout(head);
    auto* why = wrapped(q(proposal_reason(proposal, context)), card);
    why->setFont(text_font(*this, 0.88));
    set_colour(why, theme.quiet);
    layout->addWidget(why);
    if (useful) {
        auto* price = wrapped(
            tr("%1, %2 things that can fail")
                .arg(q(shown_money(proposal.cost.total(), document_.site().settings.currency)))
                .arg(proposal.can_fail),
            card);
        price->setToolTip(q(cost_text(proposal.cost, document_.site().settings.currency)));
        price->setFont(text_font(*this, 0.88));
        set_colour(price, theme.quiet);
        layout->addWidget(price);
    }
    auto* holder = new QWidget(content_);
    auto* outer = new QVBoxLayout(holder);
    outer->setContentsMargins(12, 3, 12, 3);
    outer->addWidget(card);
    layout_->addWidget(holder);
}

void VerdictPanel::add_care() {
    const auto index = document_.camera_index(document_.selected_camera());
    if (!index) return;
    const std::vector<Caution> cautions = cautions_of(document_.network(), *index);
    if (cautions.empty()) return;
    add_heading(tr("Care"));
    for (Caution caution : cautions) {
        auto* label = wrapped(q(caution_text(caution)), content_);
        label->setObjectName("care");
        label->setContentsMargins(12, 0, 12, 4);
        layout_->addWidget(label);
    }
}

void VerdictPanel::use(std::size_t proposal) {
    if (proposal >= proposals_.size() || !proposals_[proposal].built) return;
    Site site = with_change(document_.committed(), proposals_[proposal].change);
    const QString name = q(proposal_title(proposals_[proposal], document_.text()));
    document_.edit(tr("%1 for %2").arg(name, q(document_.selected_camera())), std::move(site));
}

}  // namespace ovant
