// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/bench_page.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

#include "app/document/save_export.h"
#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/kit/verdict_delegate.h"
#include "app/kit/when_seen.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "core/format/file_store.h"
#include "phrase/bench_text.h"
#include "phrase/error_text.h"
#include "print/bench_pdf.h"

namespace ovant {
namespace {

constexpr int state_column = 0, step_column = 1, signature_column = 2;
constexpr int state_width = 34;
constexpr double mark_size = 15;

Verdict shown_as(const BenchRecord* record) {
    if (!record) return Verdict::unknown;
    return record->state == BenchState::done ? Verdict::holds : Verdict::fails;
}

}  // namespace

BenchPage::BenchPage(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      summary_(new QLabel),
      table_(new QTableWidget),
      sentence_(new QLabel),
      note_(new QLineEdit),
      working_(new WorkingView),
      working_area_(new QScrollArea),
      done_(new QPushButton(icon(Icon::accept), tr("Done"))),
      fails_(new QPushButton(tr("Fails"))) {
    setObjectName("bench");
    summary_->setObjectName("benchSummary");
    summary_->setFont(text_font(*this, 1.05, true));
    summary_->setWordWrap(true);
    auto* print = new QPushButton(icon(Icon::save), tr("Save as PDF…"));
    print->setObjectName("saveBench");
    connect(print, &QPushButton::clicked, this, &BenchPage::save_pdf);
    make_table();
    auto* head = new QHBoxLayout;
    head->addWidget(summary_, 1);
    auto* signed_by = new InitialsEdit;
    signed_by->setObjectName("benchInitials");
    head->addWidget(signed_by);
    head->addWidget(print);
    auto* care = wrapped_label(q(bench_care()), this);
    care->setObjectName("benchCare");
    care->setFont(text_font(*this, 0.9));
    set_tone(care, Tone::quiet);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 8, 16, 8);
    layout->setSpacing(6);
    layout->addLayout(head);
    layout->addWidget(care);
    layout->addWidget(table_, 1);
    foot_ = make_foot();
    layout->addWidget(foot_);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change change) {
        if (change != Change::preview) when_seen->ask();
    });
}

void BenchPage::make_table() {
    table_->setObjectName("benchTable");
    table_->setAccessibleName(tr("Steps on the bench"));
    table_->setColumnCount(signature_column + 1);
    table_->setHorizontalHeaderLabels({QString(), tr("Step"), tr("Signed")});
    make_plain(*table_, step_column);
    table_->setItemDelegateForColumn(state_column,
                                     new VerdictDelegate(Qt::UserRole, table_, mark_size));
    table_->setWordWrap(true);
    table_->verticalHeader()->setDefaultSectionSize(fontMetrics().height() + 14);
    table_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    QHeaderView* header = table_->horizontalHeader();
    table_->setColumnWidth(state_column, state_width);
    table_->setColumnWidth(signature_column,
                           table_->fontMetrics().horizontalAdvance("ab, 2026-11-20 09:50") + 16);
    connect(header, &QHeaderView::sectionResized, this, [this](int column) {
        if (column == step_column) size_rows();
    });
    table_->installEventFilter(this);
    connect(table_, &QTableWidget::itemSelectionChanged, this, &BenchPage::show_step);
    connect(table_, &QTableWidget::cellClicked, this, [this](int row, int column) {
        if (column != state_column || !step_in(row)) return;
        const BenchRecord* record = record_of(document_.committed(), *step_in(row));
        set_state(record ? std::nullopt : std::optional(BenchState::done));
    });
}

QWidget* BenchPage::make_foot() {
    sentence_->setObjectName("benchSentence");
    sentence_->setWordWrap(true);
    sentence_->setFont(text_font(*this, 1.0, true));
    note_->setObjectName("benchNote");
    note_->setPlaceholderText(tr("Note: what was seen. Enter keeps it."));
    note_->setAccessibleName(tr("Note on this step"));
    note_->setMaxLength(1000);
    connect(note_, &QLineEdit::returnPressed, this, [this] {
        write_note();
        table_->setFocus();
        next_open();
    });
    done_->setObjectName("benchDone");
    done_->setToolTip(tr("Space"));
    fails_->setObjectName("benchFails");
    fails_->setToolTip(tr("Backspace. The runs that rest on it are named."));
    connect(done_, &QPushButton::clicked, this, [this] { set_state(BenchState::done); });
    connect(fails_, &QPushButton::clicked, this, [this] { set_state(BenchState::failed); });
    working_->setObjectName("benchWorking");
    working_area_->setObjectName("benchWorkingArea");
    working_area_->setAccessibleName(tr("Working of what must be seen"));
    working_area_->setWidget(working_);
    working_area_->setWidgetResizable(true);
    working_area_->setFrameShape(QFrame::NoFrame);
    working_area_->setFixedHeight(7 * fontMetrics().height());
    auto* row = new QHBoxLayout;
    row->addWidget(done_);
    row->addWidget(fails_);
    row->addWidget(note_, 1);
    auto* foot = new QWidget;
    auto* column = new QVBoxLayout(foot);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(sentence_);
    column->addWidget(working_area_);
    column->addLayout(row);
    return foot;
}

// The plan is worked out aside; until it is there the last one stands.
void BenchPage::refresh() {
    if (plan_) show_states();
    job_.start([net = document_.shared_site_network()](
                   const Wanted&) { return std::make_shared<const BenchPlan>(bench_plan(*net)); },
               [this](std::shared_ptr<const BenchPlan> plan) { take_plan(std::move(plan)); });
}

// Rows are made anew only where others are to stand there.
void BenchPage::take_plan(std::shared_ptr<const BenchPlan> plan) {
    const std::string kept = shown_;
    const QSignalBlocker blocked(table_);
    plan_ = std::move(plan);
    QStringList headings;
    std::vector<const BenchStep*> rows;
    QStringList shape;  // what stands in the rows: headings, and keys of steps
    const auto add = [&](const QString& heading, const std::vector<BenchStep>& steps) {
        if (steps.empty()) return;
        headings << heading;
        shape << heading;
        rows.push_back(nullptr);
        for (const BenchStep& step : steps) {
            rows.push_back(&step);
            shape << q(step.key);
        }
    };
    for (const BenchSetUp& set_up : plan_->set_ups) add(q(set_up_text(set_up)), set_up.steps);
    add(tr("Each unit, while it is within reach"), plan_->units);
    add(tr("Last, with everything on"), plan_->last);
    rows_ = std::move(rows);
    if (shape != shape_) {
        shape_ = shape;
        make_rows(headings);
        for (std::size_t row = 0; row < rows_.size(); ++row) {
            if (rows_[row] && rows_[row]->key == kept)
                table_->setCurrentCell(static_cast<int>(row), step_column);
        }
    }
    show_states();
    if (!current()) {
        start_at_selection();
        next_open();
    }
    show_step();
}

void BenchPage::make_rows(QStringList headings) {
    table_->clearContents();
    table_->clearSpans();
    table_->setRowCount(0);
    table_->setRowCount(static_cast<int>(rows_.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        if (!step_in(row)) make_heading_row(row, headings.takeFirst());
    }
}

// Above the first step of the set-up that tries the selected camera's run.
void BenchPage::start_at_selection() {
    const std::string camera = document_.selected_camera();
    int row = 0;
    for (const BenchSetUp& set_up : plan_->set_ups) {
        const auto& alike = set_up.alike;
        if (std::find(alike.begin(), alike.end(), camera) != alike.end())
            table_->setCurrentCell(row, step_column);
        row += 1 + static_cast<int>(set_up.steps.size());
    }
}

void BenchPage::make_heading_row(int row, const QString& text) {
    auto* item = new QTableWidgetItem(text);
    item->setFont(text_font(*this, 1.0, true));
    item->setFlags(Qt::ItemIsEnabled);
    table_->setItem(row, state_column, item);
    table_->setSpan(row, state_column, 1, signature_column + 1);
}

// An empty one, where there is none yet.
void BenchPage::make_step_row(int row) {
    if (table_->item(row, step_column)) return;
    for (int column : {state_column, step_column, signature_column})
        table_->setItem(row, column, new QTableWidgetItem);
}

// Marks and signatures, in place.
void BenchPage::show_states() {
    const Site& site = document_.committed();
    summary_->setText(plan_->set_ups.empty() ? tr("No run is connected yet.")
                                             : q(bench_summary(*plan_, site)));
    heights_.stop();
    if (current()) show_state(table_->currentRow(), record_of(site, *current()));
    states_.start(
        rows_.size(),
        [this, kept = document_.shared_committed(), records = bench_records(site)](std::size_t i) {
            if (rows_[i]) show_state(static_cast<int>(i), record_of(records, *rows_[i]));
        },
        [this] { size_rows(); });
    show_step();
}

void BenchPage::show_state(int row, const BenchRecord* record) {
    const BenchStep& step = *step_in(row);
    make_step_row(row);
    QTableWidgetItem* state = table_->item(row, state_column);
    state->setData(Qt::UserRole, static_cast<int>(shown_as(record)));
    state->setData(Qt::AccessibleTextRole, record ? q(bench_record_text(record)) : tr("open"));
    QTableWidgetItem* signature = table_->item(row, signature_column);
    signature->setText(record ? q(bench_signature(*record)) : QString());
    signature->setToolTip(q(bench_record_text(record)));
    QString words = q(bench_text(step, document_.committed(), document_.text()));
    if (record && !record->note.empty()) words += tr("\nNote: %1").arg(q(record->note));
    table_->item(row, step_column)->setText(words);
}

// As high as the words need, the seen ones first.
void BenchPage::size_rows() {
    const int rows = table_->rowCount(), top = std::max(0, table_->rowAt(0));
    heights_.start(static_cast<std::size_t>(rows), [this, rows, top](std::size_t i) {
        table_->resizeRowToContents((top + static_cast<int>(i)) % rows);
    });
}

const BenchStep* BenchPage::step_in(int row) const {
    return row >= 0 && static_cast<std::size_t>(row) < rows_.size()
               ? rows_[static_cast<std::size_t>(row)]
               : nullptr;
}

const BenchStep* BenchPage::current() const { return step_in(table_->currentRow()); }

void BenchPage::show_step() {
    const BenchStep* step = current();
    foot_->setVisible(step != nullptr);
    if (!step) return;
    const BenchRecord* record = record_of(document_.committed(), *step);
    const bool failed = record && record->state == BenchState::failed;
    sentence_->setText(failed ? tr("It fails. %1").arg(q(rests_on_text(*step)))
                              : q(bench_record_text(record)));
    sentence_->setVisible(record != nullptr);
    working_area_->setVisible(step->reading.has_value());
    if (step->reading) working_->set_working(step->promised.working, document_.units());
    if (shown_ != step->key || !note_->hasFocus())
        note_->setText(record ? q(record->note) : QString());
    shown_ = step->key;
    const Site& site = document_.committed();
    // Whoever works through the steps is followed everywhere; the page by itself moves nothing.
    if (table_->hasFocus() && step->subject != document_.selected() &&
        (find_device(site, step->subject) || find_link(site, step->subject)))
        document_.select(step->subject);
}

// One step of history; nullopt takes the tick away.
void BenchPage::set_state(std::optional<BenchState> state) {
    const BenchStep* step = current();
    if (!step) return;
    const Site& site = document_.committed();
    const BenchRecord* there = record_of(site, *step);
    const QString name =
        tr("Bench: %1")
            .arg(q(bench_text(*step, site, {document_.units(), &document_.catalogue()})));
    if (!state) {
        if (there) document_.edit(name, remove_object(site, document_.catalogue(), there->id));
        return;
    }
    BenchRecord record = there ? *there : BenchRecord{};
    record.id = step->key;
    record.state = *state;
    record.who = initials().toStdString();
    record.when = now_text().toStdString();
    record.note = note_->text().trimmed().toStdString();
    document_.edit(name, set_bench(site, std::move(record)));
}

// A note on a step that was not tried yet says that it fails.
void BenchPage::write_note() {
    const BenchStep* step = current();
    if (!step) return;
    const BenchRecord* record = record_of(document_.committed(), *step);
    const std::string note = note_->text().trimmed().toStdString();
    if (record ? record->note == note : note.empty()) return;
    set_state(record ? record->state : BenchState::failed);
}

// The first open step behind the current one, from the top again at the end.
void BenchPage::next_open() {
    const int count = table_->rowCount();
    const int from = table_->currentRow();
    const BenchRecords records = bench_records(document_.committed());
    for (int i = 1; i <= count; ++i) {
        const int row = (from + i) % count;
        if (!step_in(row) || record_of(records, *step_in(row))) continue;
        table_->setCurrentCell(row, step_column);
        table_->scrollTo(table_->model()->index(row, step_column));
        return;
    }
}

bool BenchPage::eventFilter(QObject* watched, QEvent* event) {
    if (watched != table_ || event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(watched, event);
    auto* key = static_cast<QKeyEvent*>(event);
    if (key->modifiers() & (Qt::ControlModifier | Qt::AltModifier | Qt::MetaModifier)) return false;
    const BenchStep* step = current();
    switch (key->key()) {
        case Qt::Key_Space:
            if (step) {
                const bool open = !record_of(document_.committed(), *step);
                set_state(open ? std::optional(BenchState::done) : std::nullopt);
            }
            return true;
        case Qt::Key_Backspace: set_state(BenchState::failed); return true;
        case Qt::Key_Return:
        case Qt::Key_Enter: next_open(); return true;
        default: break;
    }
    if (!step || key->text().isEmpty() || !key->text().at(0).isPrint()) return false;
    note_->setFocus();
    note_->setText(key->text());
    return true;
}

void BenchPage::save_pdf() {
    const Site& site = document_.committed();
    save_export_of(this, document_, prompts_,
                   {tr("Save the bench"), tr("PDF (*.pdf)"), tr("bench.pdf")}, [&] {
                       return bench_pdf(bench_plan(document_.site_network()), site,
                                        {document_.units(), &document_.catalogue()});
                   });
}

}  // namespace ovant
