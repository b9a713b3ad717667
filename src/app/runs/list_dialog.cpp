// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/runs/list_dialog.h"

#include <QCheckBox>
#include <QDialogButtonBox>
#include <QEvent>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QProgressDialog>
#include <QPushButton>
#include <QScrollBar>
#include <QTableView>
#include <QVBoxLayout>

#include <algorithm>
#include <unordered_set>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/told_words.h"
#include "app/runs/list_model.h"
#include "core/text.h"
#include "phrase/sheet_text.h"

namespace ovant {
namespace {

constexpr const char *kept_columns = "listColumns", *kept_kinds = "listKinds";
constexpr int most_unknown = 4;  // kinds asked for at once

}  // namespace

ListColumns columns_as_told(const std::vector<CsvRow>& rows, const Catalogue& catalogue) {
    ToldColumns told;
    for (const auto& [says, means] : told_words(kept_columns)) told[says] = sheet_column(means);
    ListColumns out = list_columns(rows, catalogue, told);
    for (const auto& [says, means] : told_words(kept_kinds))
        if (catalogue.find(means)) out.kinds[says] = means;
    return out;
}

ListDialog::ListDialog(Document& document, std::vector<TableSheet> sheets, QWidget* parent)
    : QDialog(parent),
      document_(document),
      sheets_(std::move(sheets)),
      model_(new ListModel(document, this)),
      table_(new QTableView),
      sheet_(new QComboBox),
      headings_(new QCheckBox(tr("The first row is headings"))),
      choices_box_(new QWidget),
      kinds_box_(new QWidget),
      kinds_(new QFormLayout(kinds_box_)),
      words_(wrapped_label({}, this)),
      take_(nullptr) {
    setObjectName("listDialog");
    setWindowTitle(tr("Import cameras"));
    sheet_->setObjectName("listSheet");
    sheet_->setAccessibleName(tr("Sheet of the workbook"));
    for (const TableSheet& one : sheets_) sheet_->addItem(q(one.name));
    sheet_->setVisible(sheets_.size() > 1);
    headings_->setObjectName("listHeadings");
    table_->setObjectName("listTable");
    table_->setAccessibleName(tr("Rows of the list"));
    table_->setModel(model_);
    make_plain(*table_, 0);
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Interactive);
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->verticalHeader()->show();
    table_->setSelectionBehavior(QAbstractItemView::SelectItems);
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed |
                            QAbstractItemView::AnyKeyPressed);
    table_->setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    table_->setCornerButtonEnabled(false);
    kinds_->setContentsMargins(0, 0, 0, 0);
    words_->setObjectName("listWords");
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    take_ = buttons->addButton(tr("Take them"), QDialogButtonBox::AcceptRole);
    take_->setObjectName("takeList");
    connect(buttons, &QDialogButtonBox::accepted, this, &ListDialog::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* top = new QHBoxLayout;
    top->addWidget(wrapped_label(tr("Say what each column holds; cells can be mended here."), this),
                   1);
    top->addWidget(sheet_);
    top->addWidget(headings_);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(top);
    layout->addWidget(choices_box_);
    layout->addWidget(table_, 1);
    layout->addWidget(kinds_box_);
    layout->addWidget(words_);
    layout->addWidget(buttons);
    connect(sheet_, &QComboBox::currentIndexChanged, this, &ListDialog::show_sheet);
    connect(headings_, &QCheckBox::clicked, this, &ListDialog::choose_columns);
    connect(model_, &ListModel::looked, this, &ListDialog::look);
    connect(table_->horizontalHeader(), &QHeaderView::sectionResized, this,
            &ListDialog::place_choices);
    connect(table_->horizontalScrollBar(), &QScrollBar::valueChanged, this,
            &ListDialog::place_choices);
    table_->viewport()->installEventFilter(this);
    resize(940, 560);
    if (!sheets_.empty()) show_sheet(0);
    take_->setDefault(true);
    take_->setFocus();
}

void ListDialog::show_sheet(int sheet) {
    std::vector<CsvRow> rows = sheets_[static_cast<std::size_t>(sheet)].table.rows;
    ListColumns columns = columns_as_told(rows, document_.catalogue());
    headings_->setChecked(columns.headings);
    model_->set_rows(std::move(rows), std::move(columns));
    make_choices();
}

void ListDialog::make_choices() {
    qDeleteAll(choices_);
    choices_.clear();
    const std::vector<ListColumn>& columns = model_->columns().columns;
    int widest = 90;
    for (std::size_t i = 0; i < columns.size(); ++i) {
        auto* choice = new QComboBox(choices_box_);
        choice->setObjectName(QString("listColumn-%1").arg(i));
        const int section = static_cast<int>(i) + ListModel::before_cells;
        choice->setAccessibleName(
            tr("What %1 holds")
                .arg(model_->headerData(section, Qt::Horizontal, Qt::DisplayRole).toString()));
        choice->addItem(tr("not used"), QString());
        for (const SheetColumn column : all_sheet_columns)
            if (is_written(column)) choice->addItem(q(title(column)), QString(id_of(column)));
        if (columns[i].means)
            choice->setCurrentIndex(choice->findData(QString(id_of(*columns[i].means))));
        connect(choice, &QComboBox::currentIndexChanged, this, &ListDialog::choose_columns);
        choice->installEventFilter(this);
        choice->show();
        widest = std::max(widest, choice->sizeHint().width() + 4);
        choices_.push_back(choice);
    }
    table_->resizeColumnsToContents();
    for (int section = 1; section + 1 < model_->columnCount(); ++section)
        table_->setColumnWidth(section, std::clamp(table_->columnWidth(section), widest, 260));
    if (!choices_.empty()) choices_box_->setFixedHeight(choices_.front()->sizeHint().height());
    place_choices();
}

// Each over its column.
void ListDialog::place_choices() {
    const int left = table_->viewport()->x();
    for (std::size_t i = 0; i < choices_.size(); ++i) {
        const int section = static_cast<int>(i) + ListModel::before_cells;
        choices_[i]->setGeometry(left + table_->columnViewportPosition(section), 0,
                                 table_->columnWidth(section) - 3, choices_box_->height());
    }
}

bool ListDialog::eventFilter(QObject* watched, QEvent* event) {
    if (watched == table_->viewport() && event->type() == QEvent::Resize) place_choices();
    if (event->type() == QEvent::FocusIn) {
        const auto choice = std::find(choices_.begin(), choices_.end(), watched);
        if (choice != choices_.end())
            table_->scrollTo(model_->index(
                0, static_cast<int>(choice - choices_.begin()) + ListModel::before_cells));
    }
    return QDialog::eventFilter(watched, event);
}

// No two columns mean the same: the one chosen last keeps it.
void ListDialog::choose_columns() {
    ListColumns columns = model_->columns();
    columns.headings = headings_->isChecked();
    for (std::size_t i = 0; i < choices_.size(); ++i) {
        const QString id = choices_[i]->currentData().toString();
        if (sender() != choices_[i] && !id.isEmpty()) {
            const auto* chosen = qobject_cast<QComboBox*>(sender());
            if (chosen && chosen->currentData() == id) {
                const QSignalBlocker quiet(choices_[i]);
                choices_[i]->setCurrentIndex(0);
            }
        }
        columns.columns[i].means =
            sheet_column(choices_[i]->currentData().toString().toStdString());
    }
    model_->set_columns(std::move(columns));
}

void ListDialog::look() {
    ask_kinds();
    const std::string lacks = lacking(model_->columns());
    const std::size_t whole = model_->count(ListModel::Outcome::taken),
                      part = model_->count(ListModel::Outcome::in_part),
                      out = model_->count(ListModel::Outcome::left_out);
    take_->setEnabled(lacks.empty() && whole + part > 0);
    take_->setText(tr("Take %1 cameras").arg(whole + part));
    if (!lacks.empty()) {
        words_->setText(tr("No column holds the %1: a list needs names, and metres or places on "
                           "the plan (x and y).")
                            .arg(q(lacks)));
        return;
    }
    const std::size_t again = named_again();
    QString words = tr("Rows that can be taken: %1").arg(whole + part);
    if (part > 0) words += tr(", of them in part: %1").arg(part);
    words += '.';
    if (out > 0) words += " " + tr("Left out, to be mended here: %1.").arg(out);
    if (again > 0)
        words += " " + tr("Named like a camera that is there already, it would be there twice: %1.")
                           .arg(again);
    words_->setText(words);
}

// Rows whose name a camera of the site has already.
std::size_t ListDialog::named_again() const {
    std::unordered_set<std::string_view> there;
    for (const Device& one : document_.committed().devices)
        if (one.camera && !one.name.empty()) there.insert(one.name);
    std::size_t again = 0;
    for (std::size_t c = 0; c < model_->columns().columns.size(); ++c) {
        if (model_->columns().columns[c].means != SheetColumn::name) continue;
        for (std::size_t i = model_->columns().headings ? 1 : 0; i < model_->rows().size(); ++i) {
            const std::vector<std::string>& cells = model_->rows()[i].cells;
            again += c < cells.size() && there.contains(trimmed(cells[c]));
        }
    }
    return again;
}

// What the list calls its kinds, asked once for all rows that say so.
void ListDialog::ask_kinds() {
    while (kinds_->rowCount() > 0) kinds_->removeRow(0);
    const auto& unknown = model_->unknown_kinds();
    kinds_box_->setVisible(!unknown.empty());
    for (std::size_t i = 0; i < unknown.size() && i < most_unknown; ++i) {
        const auto& [text, rows] = unknown[i];
        auto* choice = new QComboBox;
        choice->setObjectName(QString("listKind-%1").arg(i));
        choice->setAccessibleName(tr("What %1 is").arg(text));
        choice->addItem(tr("choose what it is"), QString());
        for (const auto& [id, kind] : document_.catalogue())
            if (ends_a_run(*kind)) choice->addItem(q(kind->name), q(id));
        connect(
            choice, &QComboBox::activated, this,
            [this, choice, text = text] {
                ListColumns columns = model_->columns();
                columns.kinds[lowered(text.toStdString())] =
                    choice->currentData().toString().toStdString();
                model_->set_columns(std::move(columns));
            },
            Qt::QueuedConnection);
        kinds_->addRow(tr("“%1” (rows: %2) is").arg(text).arg(rows), choice);
    }
}

void ListDialog::remember() const {
    std::map<std::string, std::string> said, kinds;
    const ListColumns& columns = model_->columns();
    if (columns.headings) {
        const std::vector<std::string>& headings = model_->rows().front().cells;
        for (std::size_t i = 0; i < headings.size(); ++i) {
            const std::string key = lowered(trimmed(headings[i]));
            const auto means = columns.columns[i].means;
            if (!key.empty()) said[key] = means ? id_of(*means) : "";
        }
    }
    for (const auto& [text, kind] : columns.kinds) kinds[text] = kind;
    remember_words(kept_columns, said);
    remember_words(kept_kinds, kinds);
}

void ListDialog::take() {
    QProgressDialog progress(tr("Reading cameras…"), tr("Stop"), 0, 100, this);
    progress.setObjectName("importProgress");
    progress.setWindowModality(Qt::WindowModal);
    RowsAdded made = take_rows(document_.committed(), document_.catalogue(), model_->columns(),
                               model_->rows(), [&](double share) {
                                   progress.setValue(static_cast<int>(100 * share));
                                   return !progress.wasCanceled();
                               });
    progress.reset();
    if (made.stopped) return words_->setText(tr("Stopped: no camera was taken."));
    if (made.added.empty() ||
        !document_.edit(tr("Import cameras (%1)").arg(made.added.size()), made.site))
        return look();
    remember();
    keep_left_out(made.rows);
    emit taken(made.added, made.cells);
    if (model_->rowCount() == 0) accept();
}

void ListDialog::keep_left_out(const std::vector<std::size_t>& rows) {
    std::vector<CsvRow> left;
    for (std::size_t i = 0; i < model_->rows().size(); ++i) {
        if (!std::binary_search(rows.begin(), rows.end(), i)) left.push_back(model_->rows()[i]);
    }
    model_->set_rows(std::move(left), model_->columns());
}

TableSheet ListDialog::left() const {
    TableSheet out;
    if (model_->rowCount() > 0) out.table.rows = model_->rows();
    return out;
}

}  // namespace ovant
