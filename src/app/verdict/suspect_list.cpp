// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/verdict/suspect_list.h"

#include <QFrame>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/kit/working_view.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "core/text.h"
#include "phrase/fault_text.h"

namespace ovant {
namespace {

// Less likely ones are not worth a look.
constexpr double least_likely = 0.03;
constexpr std::size_t most_suspects = 5;
constexpr int edge_px = 12;

int off_in(const Diagnosis& found) {
    return static_cast<int>(
        std::count_if(found.judged.begin(), found.judged.end(),
                      [](const JudgedReading& one) { return one.verdict == ReadingVerdict::off; }));
}

}  // namespace

SuspectList::SuspectList(Document& document, QWidget* parent)
    : FilledList(parent), document_(document) {
    setObjectName("suspects");
    connect(&document_.proposals(), &Proposals::ready, this, &SuspectList::fill);
}

void SuspectList::show_run(const std::string& camera) {
    if (camera != camera_) open_ = 0;
    camera_ = camera;
    fill();
}

void SuspectList::fill() {
    const Site& site = document_.committed();
    const bool none = camera_.empty() || (site.readings.empty() && site.tried.empty());
    const auto found = none ? nullptr : document_.proposals().wrong_with(camera_);
    if (found == filled_with_) return;
    start_anew();
    if (found && *found) fill_with(**found);
    filled_with_ = found;
}

QLabel* SuspectList::add_text(const QString& text, int above, int below) {
    auto* label = wrapped_label(text, content());
    label->setContentsMargins(edge_px, above, edge_px, below);
    items()->addWidget(label);
    return label;
}

void SuspectList::add_heading(const QString& text) {
    auto* label = add_text(text, 12, 4);
    label->setFont(text_font(*this, 0.9, true));
    set_tone(label, Tone::quiet);
}

void SuspectList::fill_with(const Diagnosis& found) {
    const bool sound = off_in(found) == 0;
    add_heading(sound ? tr("What was read") : tr("What is wrong?"));
    auto* from = add_text(q(diagnosis_text(found)), 0, 4);
    from->setObjectName("diagnosedFrom");
    from->setFont(text_font(*this, 0.88));
    set_tone(from, Tone::quiet);
    if (!sound) {
        for (std::size_t i = 0; i < found.suspects.size() && i < most_suspects; ++i) {
            if (i > 0 && found.suspects[i].probability < least_likely) break;
            add_suspect(found, i);
        }
        add_next(found);
    }
    if (!found.tried.empty()) add_heading(tr("Looked into"));
    for (std::size_t i = 0; i < found.tried.size(); ++i) add_looked_into(found.tried[i], i);
    items()->addSpacing(edge_px);
}

void SuspectList::add_suspect(const Diagnosis& found, std::size_t index) {
    const Suspect& suspect = found.suspects[index];
    auto* row = new QWidget(content());
    auto* column = new QVBoxLayout(row);
    column->setContentsMargins(edge_px, 2, 6, 2);
    column->setSpacing(2);
    auto* head = new QHBoxLayout;
    head->setSpacing(6);
    auto* likelihood = new QLabel(q(likelihood_text(suspect.probability)), row);
    likelihood->setFixedWidth(likelihood->fontMetrics().horizontalAdvance("00 in 100 "));
    likelihood->setAlignment(Qt::AlignRight | Qt::AlignTop);
    head->addWidget(likelihood, 0, Qt::AlignTop);
    auto* what = wrapped_label(q(capitalised(fault_text(suspect.fault, document_.units()))), row);
    what->setObjectName(QString("suspect-%1").arg(index));
    what->setFont(text_font(*this, 1, index == 0));
    head->addWidget(what, 1, Qt::AlignTop);
    auto* opener = new QToolButton(row);
    opener->setObjectName(QString("openSuspect-%1").arg(index));
    opener->setAutoRaise(true);
    opener->setFocusPolicy(Qt::StrongFocus);
    opener->setAccessibleName(tr("More about: %1").arg(what->text()));
    head->addWidget(opener, 0, Qt::AlignTop);
    column->addLayout(head);
    QWidget* detail = detail_of(found, index);
    column->addWidget(detail);
    const auto show = [opener, detail](bool open) {
        opener->setArrowType(open ? Qt::DownArrow : Qt::RightArrow);
        detail->setVisible(open);
    };
    show(index == open_);
    connect(opener, &QToolButton::clicked, this, [this, show, detail, index] {
        if (detail->isHidden()) open_ = index;
        show(detail->isHidden());
    });
    items()->addWidget(row);
}

QWidget* SuspectList::detail_of(const Diagnosis& found, std::size_t index) {
    const Fault& fault = found.suspects[index].fault;
    auto* detail = new QWidget;
    auto* column = new QVBoxLayout(detail);
    column->setContentsMargins(0, 0, 6, 6);
    column->setSpacing(4);
    if (fault.kind != FaultKind::none) {
        auto* mend = wrapped_label(q(mend_text(fault)), detail);
        mend->setFont(text_font(*this, 0.95));
        column->addWidget(mend);
    }
    // Two beside each other: there is no room for more.
    auto* buttons = new QGridLayout;
    buttons->setSpacing(0);
    buttons->setColumnStretch(2, 1);
    const auto button = [&](const QString& text, const char* name) {
        auto* made = flat_button(text, QString("%1-%2").arg(name).arg(index), detail);
        made->setAccessibleName(tr("%1: %2").arg(text, q(fault_text(fault, document_.units()))));
        const int place = buttons->count();
        buttons->addWidget(made, place / 2, place % 2, Qt::AlignLeft);
        return made;
    };
    if (fault.kind != FaultKind::none) {
        QPushButton* not_it = button(tr("Not it"), "notIt");
        not_it->setToolTip(tr("It was looked into and is not so: kept"));
        connect(not_it, &QPushButton::clicked, this,
                [this, fault] { looked_into(fault, FaultOutcome::not_it); });
        QPushButton* mended = button(tr("Mended"), "mended");
        mended->setToolTip(
            tr("It was so and is mended. What was read before speaks for nothing "
               "more: read again."));
        connect(mended, &QPushButton::clicked, this,
                [this, fault] { looked_into(fault, FaultOutcome::mended); });
        if (can_be_kept(fault.kind)) {
            QPushButton* kept = button(tr("Keep as found"), "keepFound");
            kept->setToolTip(
                tr("The design takes it on: every check is judged on what hangs there"));
            connect(kept, &QPushButton::clicked, this, [this, fault] { keep(fault); });
        }
    }
    QPushButton* working = button(tr("Working"), "suspectWorking");
    connect(working, &QPushButton::clicked, this, [this, working, index] {
        const auto now = filled_with_;
        if (!now || !*now) return;
        auto* popup =
            new WorkingPopup(q(fault_text((*now)->suspects[index].fault, document_.units())),
                             working_of(**now, index), document_.units(), this);
        // Below the button where there is room, inside the window everywhere.
        const QPoint corner = window()->mapToGlobal(window()->rect().bottomRight());
        const QPoint below = working->mapToGlobal(QPoint(0, working->height()));
        popup->move(std::min(below.x(), corner.x() - popup->width() - edge_px),
                    std::min(below.y(), corner.y() - popup->height() - edge_px));
        popup->show();
    });
    column->addLayout(buttons);
    return detail;
}

void SuspectList::add_next(const Diagnosis& found) {
    add_heading(tr("Which reading next?"));
    auto* text = add_text(q(next_text(found, document_.units())), 0, 2);
    text->setObjectName("nextReading");
    if (!found.next) return;
    auto* read = flat_button(tr("Read it"), "readNext", content());
    connect(read, &QPushButton::clicked, this,
            [this, reading = found.next->reading] { emit reading_wanted(reading); });
    auto* row = new QHBoxLayout;
    row->setContentsMargins(6, 0, 6, 0);
    row->addWidget(read, 0, Qt::AlignLeft);
    items()->addLayout(row);
}

void SuspectList::add_looked_into(const TriedFault& tried, std::size_t index) {
    auto* row = new QHBoxLayout;
    row->setContentsMargins(0, 0, 6, 0);
    auto* text = wrapped_label(q(tried_text(tried, document_.units())), content());
    text->setObjectName(QString("tried-%1").arg(index));
    text->setContentsMargins(edge_px, 1, 0, 1);
    row->addWidget(text, 1);
    auto* remove = flat_button(tr("Remove"), QString("removeTried-%1").arg(index), content());
    remove->setAccessibleName(tr("Remove: %1").arg(text->text()));
    connect(remove, &QPushButton::clicked, this, [this, id = tried.id] {
        document_.edit(tr("Remove what was looked into"),
                       remove_object(document_.committed(), document_.catalogue(), id));
    });
    row->addWidget(remove, 0, Qt::AlignTop);
    items()->addLayout(row);
}

void SuspectList::keep(const Fault& fault) {
    document_.edit(tr("Keep as found: %1").arg(q(fault_text(fault, document_.units()))),
                   keep_as_found(document_.committed(), document_.catalogue(), fault));
}

void SuspectList::looked_into(const Fault& fault, FaultOutcome outcome) {
    TriedFault tried;
    tried.camera = camera_;
    tried.fault = fault.kind;
    tried.at = fault.at;
    tried.to = fault.to;
    tried.amount = fault.amount;
    tried.outcome = outcome;
    tried.who = initials().toStdString();
    tried.when = now_text().toStdString();
    const Result<Added> added = add_tried(document_.committed(), tried);
    const QString what = q(fault_text(fault, document_.units()));
    document_.edit(
        outcome == FaultOutcome::mended ? tr("Mended: %1").arg(what) : tr("Not it: %1").arg(what),
        added ? Result<Site>(added->site) : added.error());
}

}  // namespace ovant
