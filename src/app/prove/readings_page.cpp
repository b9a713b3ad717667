// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/readings_page.h"

#include <QCompleter>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/verdict_delegate.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/kit/when_seen.h"
#include "app/prove/columns_dialog.h"
#include "app/prove/switch_dialog.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "core/format/file_store.h"
#include "core/format/reading_csv.h"
#include "core/prove/promise.h"
#include "core/site/site_enum_names.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"

namespace ovant {
namespace {

struct ReadingColumn {
    enum { mark, at, what, value, promised, verdict };
};

constexpr ReadingOf all_readings[] = {
    ReadingOf::volts,       ReadingOf::watts,    ReadingOf::loop_resistance, ReadingOf::length,
    ReadingOf::link_rate,   ReadingOf::bit_rate, ReadingOf::light,           ReadingOf::radio_level,
    ReadingOf::wire_map,    ReadingOf::errors,   ReadingOf::throughput,      ReadingOf::delay,
    ReadingOf::backup_time, ReadingOf::symptom};

}  // namespace

ReadingsPage::ReadingsPage(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      summary_(new QLabel),
      promise_(new QLabel),
      at_(new QLineEdit),
      value_(new QLineEdit),
      pair_(new QLineEdit),
      air_(new QLineEdit),
      initials_(new InitialsEdit),
      of_(new QComboBox),
      under_(new QComboBox),
      since_(new QComboBox),
      table_(new QTableWidget),
      working_(new WorkingView),
      sentence_(new QLabel),
      take_(new QPushButton(icon(Icon::accept), tr("Take into the design"))),
      remove_(new QPushButton(icon(Icon::remove), tr("Remove"))) {
    setObjectName("readings");
    summary_->setObjectName("readingsSummary");
    summary_->setFont(text_font(*this, 1.05, true));
    summary_->setWordWrap(true);
    auto* bring = new QPushButton(icon(Icon::bring_in), tr("Bring in…"));
    bring->setObjectName("bringInReadings");
    bring->setToolTip(tr("Readings from a CSV file: at, what, value and what else is known"));
    connect(bring, &QPushButton::clicked, this, [this] {
        const QString path =
            prompts_.open_path(this, {tr("Bring in readings"), tr("Readings (*.csv *.txt)"), {}});
        if (!path.isEmpty()) bring_in(path);
    });
    auto* of_switch = new QPushButton(icon(Icon::look), tr("Read the switch…"));
    of_switch->setObjectName("readSwitchNow");
    of_switch->setToolTip(tr("What a managed switch tells of its ports by SNMP, once or watched"));
    connect(of_switch, &QPushButton::clicked, this,
            [this] { SwitchDialog::open_for(document_, prompts_, this); });
    make_table();
    auto* head = new QHBoxLayout;
    head->addWidget(summary_, 1);
    head->addWidget(of_switch);
    head->addWidget(bring);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 8, 16, 8);
    layout->setSpacing(6);
    layout->addLayout(head);
    layout->addLayout(make_entry());
    layout->addWidget(table_, 1);
    foot_ = make_foot();
    layout->addWidget(foot_);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&document_, &Document::selection_changed, this, &ReadingsPage::take_selection);
    take_selection();
}

QLayout* ReadingsPage::make_entry() {
    at_->setObjectName("readingAt");
    at_->setPlaceholderText(tr("Where"));
    at_->setAccessibleName(tr("Where it is read"));
    at_->setToolTip(tr("A unit such as K05, a cable such as L7, or a port such as SW1.6"));
    of_->setObjectName("readingOf");
    of_->setAccessibleName(tr("What is read"));
    for (ReadingOf of : all_readings) of_->addItem(q(title(of)), static_cast<int>(of));
    value_->setObjectName("readingValue");
    value_->setPlaceholderText(tr("Value"));
    value_->setAccessibleName(tr("What the meter shows"));
    value_->setToolTip(tr("With a unit or without: 45.6, 183 ft, 600 kB/s. Enter adds it."));
    under_->setObjectName("readingUnder");
    under_->setAccessibleName(tr("Under what it is read"));
    for (Condition condition : all_conditions)
        under_->addItem(q(title(condition)), static_cast<int>(condition));
    since_->setObjectName("readingSince");
    since_->setAccessibleName(tr("Since when it is seen"));
    since_->setToolTip(tr("What it began with: some faults come with water, some with an outage"));
    for (Since since : {Since::not_said, Since::rain, Since::outage, Since::bench})
        since_->addItem(q(title(since)), static_cast<int>(since));
    since_->hide();
    pair_->setObjectName("readingPair");
    pair_->setPlaceholderText(tr("Pair"));
    pair_->setAccessibleName(tr("Pair of the cable"));
    pair_->setToolTip(tr("The pair that it is read of, as 4 5 or blue; empty: not said"));
    pair_->setMaxLength(16);
    air_->setObjectName("readingAir");
    air_->setPlaceholderText(tr("Air"));
    air_->setAccessibleName(tr("Temperature of the air"));
    air_->setToolTip(tr("Degrees of the air while it is read; empty: as the site has it"));
    initials_->setObjectName("readingInitials");
    const QFontMetrics metrics(value_->font());
    at_->setFixedWidth(metrics.horizontalAdvance("REC12.lan") + 20);
    value_->setMinimumWidth(metrics.horizontalAdvance("1000.0 m") + 16);
    pair_->setFixedWidth(metrics.horizontalAdvance("orange") + 20);
    air_->setFixedWidth(metrics.horizontalAdvance("-20 °C") + 20);
    auto* add_button = new QPushButton(icon(Icon::add), tr("Add"));
    add_button->setObjectName("addReading");
    connect(add_button, &QPushButton::clicked, this, &ReadingsPage::add);
    for (QLineEdit* field : {at_, value_, pair_, air_})
        connect(field, &QLineEdit::returnPressed, this, &ReadingsPage::add);
    promise_->setObjectName("readingPromise");
    promise_->setWordWrap(true);
    for (QLineEdit* field : {at_, pair_, air_})
        connect(field, &QLineEdit::textChanged, this, &ReadingsPage::show_promise);
    for (QComboBox* choice : {of_, under_})
        connect(choice, &QComboBox::currentIndexChanged, this, &ReadingsPage::show_promise);
    connect(of_, &QComboBox::currentIndexChanged, this, &ReadingsPage::offer_words);
    auto* read = new QHBoxLayout;
    read->addWidget(at_);
    read->addWidget(of_);
    read->addWidget(value_, 1);
    read->addWidget(add_button);
    auto* under = new QHBoxLayout;
    under->addWidget(under_);
    under->addWidget(since_);
    under->addWidget(pair_);
    under->addWidget(air_);
    under->addWidget(initials_);
    under->addStretch(1);
    auto* column = new QVBoxLayout;
    column->addLayout(read);
    column->addLayout(under);
    column->addWidget(promise_);
    return column;
}

// Of what is read in words they are offered.
void ReadingsPage::offer_words() {
    QStringList words;
    since_->setVisible(of_->currentData().toInt() == static_cast<int>(ReadingOf::symptom));
    if (of_->currentData().toInt() == static_cast<int>(ReadingOf::symptom)) {
        for (const auto& [symptom, name] : EnumNames<Symptom>::table)
            words << q(shown(static_cast<double>(symptom), Unit::symptom, document_.units()));
    } else if (of_->currentData().toInt() == static_cast<int>(ReadingOf::wire_map)) {
        for (const auto& [map, name] : EnumNames<WireMap>::table)
            words << q(shown(static_cast<double>(map), Unit::wire_map, document_.units()));
    }
    auto* completer = words.isEmpty() ? nullptr : new QCompleter(words, value_);
    if (completer) {
        completer->setCaseSensitivity(Qt::CaseInsensitive);
        completer->setFilterMode(Qt::MatchContains);
    }
    value_->setCompleter(completer);
    value_->setPlaceholderText(words.isEmpty() ? tr("Value") : words.join(" / "));
    value_->setToolTip(words.isEmpty()
                           ? tr("With a unit or without: 45.6, 183 ft, 600 kB/s. Enter adds it.")
                           : words.join("\n"));
}

void ReadingsPage::make_table() {
    table_->setObjectName("readingsTable");
    table_->setAccessibleName(tr("Readings"));
    table_->setColumnCount(ReadingColumn::verdict + 1);
    table_->setHorizontalHeaderLabels(
        {QString(), tr("At"), tr("What"), tr("Read"), tr("Promised"), tr("Verdict")});
    make_plain(*table_, ReadingColumn::verdict);
    connect(table_, &QTableWidget::itemSelectionChanged, this, &ReadingsPage::show_reading);
}

QWidget* ReadingsPage::make_foot() {
    sentence_->setObjectName("readingSentence");
    sentence_->setFont(text_font(*this, 1.0, true));
    sentence_->setWordWrap(true);
    working_->setObjectName("readingWorking");
    take_->setObjectName("takeReading");
    take_->setToolTip(
        tr("The measured length, or loop of a pair, becomes the design's: every check is then "
           "judged on what hangs there"));
    remove_->setObjectName("removeReading");
    connect(take_, &QPushButton::clicked, this, &ReadingsPage::take);
    connect(remove_, &QPushButton::clicked, this, &ReadingsPage::remove);
    auto* area = new QScrollArea;
    area->setObjectName("readingWorkingArea");
    area->setAccessibleName(tr("Working of the promise"));
    area->setWidget(working_);
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setFixedHeight(9 * QFontMetrics(font()).height());
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(take_);
    buttons->addWidget(remove_);
    buttons->addStretch(1);
    auto* foot = new QWidget;
    auto* column = new QVBoxLayout(foot);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(sentence_);
    column->addWidget(area);
    column->addLayout(buttons);
    return foot;
}

void ReadingsPage::refresh() {
    if (!table_->itemDelegateForColumn(ReadingColumn::mark))
        table_->setItemDelegateForColumn(ReadingColumn::mark,
                                         new VerdictDelegate(Qt::UserRole, table_));
    slices_.stop();
    job_.start_or_do(
        !document_.large(),
        [site = document_.shared_committed(),
         catalogue = document_.shared_catalogue()](const Wanted&) {
            return Judged{site, judge_readings(*site, *catalogue)};
        },
        [this](Judged judged) { take_judged(std::move(judged)); });
}

void ReadingsPage::take_judged(Judged judged) {
    judged_ = std::move(judged.readings);
    const int kept = table_->currentRow();
    {
        const QSignalBlocker blocked(table_);
        table_->setRowCount(0);
        table_->setRowCount(static_cast<int>(judged_.size()));
        if (table_->rowCount() > 0 && (kept >= 0 || to_end_))
            table_->setCurrentCell(
                to_end_ ? table_->rowCount() - 1 : std::min(kept, table_->rowCount() - 1),
                ReadingColumn::at);
    }
    if (to_end_) table_->scrollToBottom();
    to_end_ = false;
    slices_.start(
        judged_.size(),
        [this, site = std::move(judged.site)](std::size_t row) {
            const QSignalBlocker blocked(table_);
            fill_row(static_cast<int>(row), site->readings[row], judged_[row]);
        },
        [this] { size_columns(); });
    size_columns();
    const auto count = [&](ReadingVerdict verdict) {
        return std::count_if(judged_.begin(), judged_.end(),
                             [&](const JudgedReading& one) { return one.verdict == verdict; });
    };
    summary_->setText(judged_.empty() ? tr("Nothing has been read yet.")
                                      : tr("%1 as promised, %2 off, %3 impossible.")
                                            .arg(count(ReadingVerdict::as_promised))
                                            .arg(count(ReadingVerdict::off))
                                            .arg(count(ReadingVerdict::impossible)));
    take_selection();
    show_reading();
    show_promise();
}

void ReadingsPage::size_columns() {
    for (int column :
         {ReadingColumn::at, ReadingColumn::what, ReadingColumn::value, ReadingColumn::promised})
        table_->resizeColumnToContents(column);
    table_->setColumnWidth(ReadingColumn::mark, 26);
}

void ReadingsPage::fill_row(int row, const Reading& reading, const JudgedReading& judged) {
    const UnitSystem units = document_.units();
    const Device* device = find_device(document_.committed(), reading.subject);
    const QString where = device && !device->name.empty() ? q(reading.subject + "  " + device->name)
                                                          : q(reading.subject);
    const QString cells[] = {
        QString(),
        where,
        reading.pair.empty() ? q(title(reading.of)) : q(title(reading.of) + ", " + reading.pair),
        q(shown(reading.value, judged.unit, units)),
        judged.verdict == ReadingVerdict::no_promise
            ? QString()
            : q(shown(judged.promised, judged.unit, units)),
        q(title(judged.verdict))};
    const QString whole = q(reading_text(reading, judged, units));
    for (int column = 0; column < table_->columnCount(); ++column) {
        auto* item = new QTableWidgetItem(cells[column]);
        item->setToolTip(whole);
        if (column == ReadingColumn::mark) {
            item->setData(Qt::UserRole, static_cast<int>(mark_of(judged.verdict)));
            item->setData(Qt::AccessibleTextRole, q(title(judged.verdict)));
        }
        table_->setItem(row, column, item);
    }
}

const Reading* ReadingsPage::current() const {
    const int row = table_->currentRow();
    const auto& readings = document_.committed().readings;
    return row >= 0 && static_cast<std::size_t>(row) < readings.size()
               ? &readings[static_cast<std::size_t>(row)]
               : nullptr;
}

void ReadingsPage::show_reading() {
    const Reading* reading = current();
    const auto row = static_cast<std::size_t>(std::max(0, table_->currentRow()));
    foot_->setVisible(reading && row < judged_.size());
    if (!reading || row >= judged_.size()) return;
    take_->setEnabled(reading->of == ReadingOf::length ||
                      reading->of == ReadingOf::loop_resistance);
    const QString signature = reading->when.empty()
                                  ? QString()
                                  : tr(" (%1)").arg(q(signed_text(reading->who, reading->when)));
    sentence_->setText(q(reading->subject) + ": " +
                       q(reading_text(*reading, judged_[row], document_.units())) + signature);
    working_->set_working(judged_[row].working, document_.units());
    const std::string& subject = reading->subject;
    if (subject != document_.selected() &&
        (find_device(document_.committed(), subject) || find_link(document_.committed(), subject)))
        document_.select(subject);
}

// Where the next reading is taken: at what is selected. The first of its readings is shown.
void ReadingsPage::take_selection() {
    const Site& site = document_.committed();
    const std::string& selected = document_.selected();
    if (!find_device(site, selected) && !find_link(site, selected)) return;
    at_->setText(q(selected));
    const Reading* shown = current();
    if (shown && shown->subject == selected) return;
    const auto read =
        std::find_if(site.readings.begin(), site.readings.end(),
                     [&](const Reading& reading) { return reading.subject == selected; });
    const int row = static_cast<int>(read - site.readings.begin());
    table_->setCurrentCell(row < table_->rowCount() ? row : -1, ReadingColumn::at);
}

// The reading of the fields, without its value. Errors: no_such_object, a temperature that is none.
Result<Reading> ReadingsPage::typed() const {
    Reading reading;
    reading.of = static_cast<ReadingOf>(of_->currentData().toInt());
    reading.subject = at_->text().trimmed().toStdString();
    reading.under = static_cast<ReadUnder>(under_->currentData().toInt());
    if (reading.of == ReadingOf::symptom)
        reading.since = static_cast<Since>(since_->currentData().toInt());
    reading.pair = pair_->text().trimmed().toStdString();
    reading.who = initials().toStdString();
    reading.when = now_text().toStdString();
    if (!can_be_read_at(document_.committed(), document_.catalogue(), reading.subject))
        return Error{ErrorCode::no_such_object, "", reading.subject, ""};
    if (const std::string air = air_->text().trimmed().toStdString(); !air.empty()) {
        const Result<double> degrees = parse_quantity(air, Unit::celsius, document_.units());
        if (!degrees) return Error{degrees.error().code, "temperature", air, ""};
        reading.temperature_c = *degrees;
    }
    return reading;
}

// What the meter should show there, before it is read.
void ReadingsPage::show_promise() {
    if (!isVisible()) return;
    const Result<Reading> reading = typed();
    promise_->setText(
        reading ? q(promise_text(promise_of(document_.committed(), document_.catalogue(), *reading),
                                 document_.units()))
        : at_->text().isEmpty() ? tr("Choose a camera, or type where you read.")
                                : q(sentence(reading.error())));
}

void ReadingsPage::add() {
    const auto refuse = [&](const Error& error, QLineEdit* field) {
        emit document_.refused(q(sentence(error)));
        field->setFocus();
        field->selectAll();
    };
    Result<Reading> reading = typed();
    if (!reading)
        return refuse(reading.error(), reading.error().place == "temperature" ? air_ : at_);
    const Result<double> value =
        reading_value(reading->of, value_->text().trimmed().toStdString(), document_.units());
    if (!value) return refuse(value.error(), value_);
    reading->value = *value;
    const Result<Added> added = add_reading(document_.committed(), *reading);
    to_end_ = true;
    if (!document_.edit(tr("Add a reading at %1").arg(q(reading->subject)),
                        added ? Result<Site>(added->site) : added.error())) {
        to_end_ = false;
        return;
    }
    value_->clear();
    value_->setFocus();
}

void ReadingsPage::start_reading(const Reading& reading) {
    at_->setText(q(reading.subject));
    of_->setCurrentIndex(of_->findData(static_cast<int>(reading.of)));
    under_->setCurrentIndex(under_->findData(static_cast<int>(condition_of(reading.under))));
    since_->setCurrentIndex(since_->findData(static_cast<int>(reading.since)));
    pair_->setText(q(reading.pair));
    air_->setText(reading.temperature_c
                      ? q(shown(*reading.temperature_c, Unit::celsius, document_.units()))
                      : QString());
    value_->clear();
    value_->setFocus();
}

void ReadingsPage::take() {
    const Reading* reading = current();
    if (!reading) return;
    document_.edit(tr("Take reading %1 into the design").arg(q(reading->id)),
                   take_into_design(document_.committed(), document_.catalogue(), reading->id));
}

void ReadingsPage::remove() {
    const Reading* reading = current();
    if (!reading) return;
    document_.edit(tr("Remove reading %1").arg(q(reading->id)),
                   remove_object(document_.committed(), document_.catalogue(), reading->id));
}

void ReadingsPage::bring_in(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString(), largest_site_bytes);
    if (!text) {
        emit document_.refused(q(sentence(text.error())));
        return;
    }
    ColumnMeanings meanings = told_columns();
    if (const ReadingColumns columns = reading_columns(*text, meanings);
        !columns.enough && !columns.headings.empty()) {
        ColumnsDialog ask(*text, this);
        if (ask.exec() != QDialog::Accepted) return;
        meanings = ask.meanings();
    }
    ReadingsImport import =
        import_readings(document_.committed(), document_.catalogue(), *text,
                        {initials().toStdString(), now_text().toStdString()}, meanings);
    if (!import.added.empty() &&
        !document_.edit(tr("Bring in readings"), Result<Site>(std::move(import.site))))
        return;
    QString told = tr("Readings taken: %1.").arg(import.added.size());
    if (!import.lines.empty())
        told += tr(" Lines left out or taken in part: %1, the first: %2")
                    .arg(import.lines.size())
                    .arg(q(sentence(import.lines.front())));
    emit document_.refused(told);
}

}  // namespace ovant
