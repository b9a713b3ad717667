// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/labels_dialog.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>

#include <cmath>

#include "app/document/save_export.h"
#include "app/kit/q.h"
#include "core/format/file_store.h"
#include "phrase/error_text.h"

namespace ovant {

LabelsDialog::LabelsDialog(Document& document, Prompts& prompts, QWidget* parent)
    : QDialog(parent),
      document_(document),
      prompts_(prompts),
      cables_(new QCheckBox(tr("Both ends of each cable"))),
      ports_(new QCheckBox(tr("Ports in use"))),
      units_(new QCheckBox(tr("Units"))),
      words_(new QLabel) {
    setObjectName("labels");
    setWindowTitle(tr("Labels"));
    cables_->setObjectName("labelCables");
    ports_->setObjectName("labelPorts");
    units_->setObjectName("labelUnits");
    for (QCheckBox* box : {cables_, ports_, units_}) {
        box->setChecked(true);
        connect(box, &QCheckBox::toggled, this, &LabelsDialog::count);
    }
    auto* form = new QFormLayout;
    rows_ = add_count(*form, tr("Rows"), "labelRows");
    columns_ = add_count(*form, tr("Columns"), "labelColumns");
    top_ = add_length(*form, tr("Margin above and below"), "labelTop");
    left_ = add_length(*form, tr("Margin left and right"), "labelLeft");
    gap_across_ = add_length(*form, tr("Between columns"), "labelGapAcross");
    gap_down_ = add_length(*form, tr("Between rows"), "labelGapDown");
    used_ = add_count(*form, tr("Already gone from the sheet"), "labelUsed");
    used_->setMinimum(0);
    words_->setObjectName("labelWords");
    words_->setWordWrap(true);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Save | QDialogButtonBox::Close);
    buttons->button(QDialogButtonBox::Save)->setText(tr("Save as PDF…"));
    buttons->button(QDialogButtonBox::Save)->setObjectName("saveLabels");
    connect(buttons, &QDialogButtonBox::accepted, this, &LabelsDialog::save);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(&document_, &Document::refused, words_, &QLabel::setText);
    auto* layout = new QVBoxLayout(this);
    for (QCheckBox* box : {cables_, ports_, units_}) layout->addWidget(box);
    layout->addLayout(form);
    layout->addWidget(words_);
    layout->addWidget(buttons);
    recall();
    count();
}

QSpinBox* LabelsDialog::add_count(QFormLayout& form, const QString& text, const char* name) {
    auto* field = new QSpinBox;
    field->setObjectName(name);
    field->setRange(1, 1000);
    connect(field, &QSpinBox::valueChanged, this, &LabelsDialog::count);
    for (QWidget* spoken :
         {static_cast<QWidget*>(field), field->findChild<QWidget*>("qt_spinbox_lineedit")})
        spoken->setAccessibleName(text);
    form.addRow(text, field);
    return field;
}

QDoubleSpinBox* LabelsDialog::add_length(QFormLayout& form, const QString& text, const char* name) {
    auto* field = new QDoubleSpinBox;
    field->setObjectName(name);
    field->setRange(0, 200);
    field->setDecimals(1);
    field->setSuffix(tr(" mm"));
    connect(field, &QDoubleSpinBox::valueChanged, this, &LabelsDialog::count);
    for (QWidget* spoken :
         {static_cast<QWidget*>(field), field->findChild<QWidget*>("qt_spinbox_lineedit")})
        spoken->setAccessibleName(text);
    form.addRow(text, field);
    return field;
}

// The sheet that was used last on this computer; at first a common one.
void LabelsDialog::recall() {
    const LabelSheet usual;
    const QSettings settings;
    const auto whole = [&](const char* key, int usually) {
        return settings.value(QString("labels/") + key, usually).toInt();
    };
    const auto length = [&](const char* key, double usually) {
        return settings.value(QString("labels/") + key, usually).toDouble();
    };
    rows_->setValue(whole("rows", usual.rows));
    columns_->setValue(whole("columns", usual.columns));
    top_->setValue(length("top", usual.top_mm));
    left_->setValue(length("left", usual.left_mm));
    gap_across_->setValue(length("gapAcross", usual.gap_across_mm));
    gap_down_->setValue(length("gapDown", usual.gap_down_mm));
    used_->setValue(0);
}

LabelSheet LabelsDialog::sheet() const {
    return {rows_->value(),       columns_->value(),  top_->value(), left_->value(),
            gap_across_->value(), gap_down_->value(), used_->value()};
}

std::vector<Label> LabelsDialog::labels() const {
    return labels_of(document_.site_network(),
                     {cables_->isChecked(), ports_->isChecked(), units_->isChecked()});
}

void LabelsDialog::count() {
    const auto wanted = static_cast<int>(labels().size());
    const int a_sheet = rows_->value() * columns_->value();
    const int sheets = (wanted + used_->value() + a_sheet - 1) / a_sheet;
    words_->setText(tr("%1 labels on %2 sheets of A4.").arg(wanted).arg(sheets));
}

void LabelsDialog::save() {
    const Result<std::string> pdf = labels_pdf(labels(), sheet());
    if (!pdf) {
        words_->setText(q(sentence(pdf.error())));
        return;
    }
    if (!save_export_of(this, document_, prompts_,
                        {tr("Save labels"), tr("PDF (*.pdf)"), tr("labels.pdf")},
                        [&] { return *pdf; }))
        return;
    QSettings settings;
    settings.setValue("labels/rows", rows_->value());
    settings.setValue("labels/columns", columns_->value());
    settings.setValue("labels/top", top_->value());
    settings.setValue("labels/left", left_->value());
    settings.setValue("labels/gapAcross", gap_across_->value());
    settings.setValue("labels/gapDown", gap_down_->value());
    accept();
}

}  // namespace ovant
