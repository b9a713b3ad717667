// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/practice_dialog.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/format/site_json.h"
#include "core/text.h"
#include "phrase/error_text.h"
#include "phrase/fault_text.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"

namespace ovant {
namespace {

constexpr int at_column = 0, cost_column = 1, read_column = 2, promised_column = 3;
constexpr int likelihood_column = 0, suspect_column = 1;
constexpr std::size_t most_listed = 12;
constexpr double least_listed = 0.005;

void set_up(QTableWidget& table, const QStringList& heads, int stretched) {
    table.setColumnCount(static_cast<int>(heads.size()));
    table.setHorizontalHeaderLabels(heads);
    make_plain(table, stretched);
}

QString reading_name(const Reading& reading) {
    return PracticeDialog::tr("%1 at %2").arg(q(title(reading.of)), q(reading.subject));
}

}  // namespace

PracticeDialog::PracticeDialog(Site site, unsigned seed, QWidget* parent)
    : QDialog(parent),
      site_(std::make_shared<const Site>(std::move(site))),
      catalogue_(std::make_shared<const Catalogue>(catalogue_for(*site_))),
      seed_(seed),
      story_(wrapped_label({}, this)),
      spent_(new QLabel),
      told_(wrapped_label({}, this)),
      readings_(new QTableWidget),
      likely_(new QTableWidget),
      take_(new QPushButton(tr("Take this reading"))),
      name_(new QPushButton(tr("This is it"))),
      another_(new QPushButton(icon(Icon::redo), tr("Another fault"))) {
    setObjectName("practice");
    setWindowTitle(tr("Practice: find the fault"));
    setAttribute(Qt::WA_DeleteOnClose);
    story_->setObjectName("practiceStory");
    story_->setFont(text_font(*this, 1.05, true));
    spent_->setObjectName("practiceSpent");
    told_->setObjectName("practiceTold");
    another_->setObjectName("practiceAnother");
    make_readings();
    make_suspects();
    auto* left = new QVBoxLayout;
    left->addWidget(readings_, 1);
    auto* below = new QHBoxLayout;
    below->addWidget(take_);
    below->addWidget(spent_, 1);
    left->addLayout(below);
    auto* right = new QVBoxLayout;
    right->addWidget(likely_, 1);
    auto* naming = new QHBoxLayout;
    naming->addWidget(name_);
    naming->addStretch(1);
    right->addLayout(naming);
    auto* tables = new QHBoxLayout;
    tables->setSpacing(18);
    tables->addLayout(left, 1);
    tables->addLayout(right, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(another_, QDialogButtonBox::ActionRole);
    connect(another_, &QPushButton::clicked, this, [this] {
        ++seed_;
        start_anew();
    });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(story_);
    layout->addLayout(tables, 1);
    layout->addWidget(told_);
    layout->addWidget(buttons);
    resize(960, 620);
    start_anew();
}

void PracticeDialog::make_readings() {
    readings_->setObjectName("practiceReadings");
    readings_->setAccessibleName(tr("Readings that can be taken"));
    set_up(*readings_, {tr("Reading"), tr("Takes"), tr("Read"), tr("Promised")}, at_column);
    take_->setObjectName("practiceTake");
    take_->setToolTip(tr("Enter takes the chosen one"));
    connect(take_, &QPushButton::clicked, this, &PracticeDialog::take);
    connect(readings_, &QTableWidget::itemActivated, this, &PracticeDialog::take);
    connect(readings_, &QTableWidget::itemSelectionChanged, this, [this] {
        const int row = readings_->currentRow();
        const bool known = std::find(taken_.begin(), taken_.end(),
                                     static_cast<std::size_t>(std::max(0, row))) != taken_.end();
        take_->setEnabled(row >= 0 && !known);
    });
}

void PracticeDialog::make_suspects() {
    likely_->setObjectName("practiceSuspects");
    likely_->setAccessibleName(tr("Suspects"));
    set_up(*likely_, {tr("Likely"), tr("Suspect")}, suspect_column);
    likely_->setWordWrap(true);
    name_->setObjectName("practiceName");
    name_->setToolTip(tr("Names the chosen suspect; then it is told what it was"));
    connect(name_, &QPushButton::clicked, this, &PracticeDialog::name_it);
    connect(likely_, &QTableWidget::itemActivated, this, &PracticeDialog::name_it);
}

void PracticeDialog::start_anew() {
    job_.stop();
    expert_job_.stop();
    taken_.clear();
    suspects_.clear();
    of_hidden_.clear();
    told_->clear();
    readings_->setRowCount(0);
    likely_->setRowCount(0);
    name_->setEnabled(false);
    take_->setEnabled(false);
    spent_->setText(tr("Nothing read yet."));
    Result<Exercise> made = start_exercise(*site_, *catalogue_, {{}, "", seed_});
    if (!made) {
        exercise_.reset();
        story_->setText(q(sentence(made.error())));
        return;
    }
    exercise_ = std::make_shared<const Exercise>(std::move(*made));
    const Device* camera = find_device(*site_, exercise_->camera);
    story_->setText(
        tr("%1 %2: something is wrong along its run. Read what you need, each costs minutes; then "
           "name the fault.")
            .arg(q(exercise_->camera), q(camera ? camera->name : "")));
    readings_->setRowCount(static_cast<int>(exercise_->readings.size()));
    for (int row = 0; row < readings_->rowCount(); ++row) fill_reading(row);
    for (int column : {cost_column, read_column, promised_column})
        readings_->setColumnWidth(column,
                                  readings_->fontMetrics().horizontalAdvance("-100.0 dBm") + 14);
    readings_->setCurrentCell(0, at_column);
    readings_->setFocus();
}

void PracticeDialog::fill_reading(int row) {
    const auto number = static_cast<std::size_t>(row);
    const Reading& reading = exercise_->readings[number];
    const bool known = std::find(taken_.begin(), taken_.end(), number) != taken_.end();
    const UnitSystem units = site_->settings.units;
    const JudgedReading judged = judge_reading(exercise_->run, *catalogue_, reading);
    const QString cells[] = {reading_name(reading), tr("%1 min").arg(exercise_->minutes[number]),
                             known ? q(shown(reading.value, judged.unit, units)) : QString(),
                             known ? q(shown(judged.promised, judged.unit, units)) : QString()};
    for (int column = 0; column < readings_->columnCount(); ++column) {
        auto* item = new QTableWidgetItem(cells[column]);
        if (known) item->setToolTip(q(reading_text(reading, judged, units)));
        if (known && judged.verdict != ReadingVerdict::as_promised && column == read_column)
            item->setForeground(theme_of(*this).fails);
        readings_->setItem(row, column, item);
    }
}

// Diagnosed aside; the next may be taken meanwhile.
void PracticeDialog::take() {
    const int row = readings_->currentRow();
    if (!exercise_ || row < 0) return;
    const auto number = static_cast<std::size_t>(row);
    if (std::find(taken_.begin(), taken_.end(), number) != taken_.end()) return;
    taken_.push_back(number);
    fill_reading(row);
    take_->setEnabled(false);
    spent_->setText(
        tr("Readings taken: %1, %2 min").arg(taken_.size()).arg(minutes_for(*exercise_, taken_)));
    job_.start(
        [site = with_taken(*exercise_, taken_), catalogue = catalogue_,
         camera = exercise_->camera](const Wanted&) {
            return std::make_shared<const Result<Diagnosis>>(diagnose(site, *catalogue, camera));
        },
        [this](std::shared_ptr<const Result<Diagnosis>> found) { show_suspects(*found); });
}

void PracticeDialog::show_suspects(const Result<Diagnosis>& found) {
    suspects_.clear();
    likely_->setRowCount(0);
    if (!found) {
        told_->setText(q(sentence(found.error())));
        return;
    }
    double of_hidden = 0;
    for (const Suspect& suspect : found->suspects) {
        const Fault& fault = suspect.fault;
        const Fault& hidden = exercise_->hidden;
        if (fault.kind == hidden.kind && fault.at == hidden.at && fault.to == hidden.to)
            of_hidden = suspect.probability;
        if (suspects_.size() == most_listed || suspect.probability < least_listed) continue;
        const int row = likely_->rowCount();
        likely_->insertRow(row);
        likely_->setItem(row, likelihood_column,
                         new QTableWidgetItem(q(likelihood_text(suspect.probability))));
        likely_->setItem(
            row, suspect_column,
            new QTableWidgetItem(q(capitalised(fault_text(fault, site_->settings.units)))));
        suspects_.push_back(fault);
    }
    of_hidden_.push_back(of_hidden);
    likely_->resizeColumnToContents(likelihood_column);
    likely_->resizeRowsToContents();
    likely_->setCurrentCell(0, suspect_column);
    name_->setEnabled(true);
}

void PracticeDialog::name_it() {
    const int row = likely_->currentRow();
    if (!exercise_ || row < 0 || static_cast<std::size_t>(row) >= suspects_.size()) return;
    const Fault named = suspects_[static_cast<std::size_t>(row)];
    name_->setEnabled(false);
    take_->setEnabled(false);
    told_->setText(tr("Looking at how an expert would have gone…"));
    expert_job_.start(
        [exercise = exercise_, catalogue = catalogue_](const Wanted&) {
            return expert(*exercise, *catalogue);
        },
        [this, named](const std::vector<ExpertStep>& steps) { reveal(named, steps); });
}

void PracticeDialog::reveal(const Fault& named, const std::vector<ExpertStep>& steps) {
    const UnitSystem units = site_->settings.units;
    const Fault& hidden = exercise_->hidden;
    const bool exact = named.kind == hidden.kind && named.at == hidden.at && named.to == hidden.to;
    const QString was = q(fault_text(hidden, units));
    const QString verdict =
        exact ? tr("Right: %1.").arg(was)
        : is_hidden(*exercise_, *catalogue_, named)
            ? tr("As good as right: it was that %1, which no reading here tells from it.").arg(was)
            : tr("No: it was that %1.").arg(was);
    QStringList moved;
    for (double likelihood : of_hidden_) moved << q(likelihood_text(likelihood));
    told_->setText(verdict + " " +
                   tr("You took %1 min. After your readings its likelihood was %2.")
                       .arg(minutes_for(*exercise_, taken_))
                       .arg(moved.join(tr(", then "))) +
                   " " + expert_words(steps));
}

QString PracticeDialog::expert_words(const std::vector<ExpertStep>& steps) const {
    std::vector<std::size_t> taken;
    QStringList names;
    for (const ExpertStep& step : steps) {
        taken.push_back(step.reading);
        const Reading& reading = exercise_->readings[step.reading];
        names << tr("%1 at %2").arg(q(lowered(title(reading.of))), q(reading.subject));
    }
    const bool finds = !steps.empty() && is_hidden(*exercise_, *catalogue_, steps.back().first);
    const QString end = finds ? tr("and would have known") : tr("and would have gone to look");
    return tr("An expert reads %1 (%2 min) %3.")
        .arg(names.join(", "))
        .arg(minutes_for(*exercise_, taken))
        .arg(end);
}

}  // namespace ovant
