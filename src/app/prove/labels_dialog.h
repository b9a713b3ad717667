// SPDX-License-Identifier: GPL-3.0-or-later
// Labels on the sheet at hand: what they are for, rows, columns and margins, which are remembered.
#pragma once

#include <QCheckBox>
#include <QDialog>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QSpinBox>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "print/labels_pdf.h"

class QFormLayout;

namespace ovant {

class LabelsDialog : public QDialog {
    Q_OBJECT

public:
    LabelsDialog(Document& document, Prompts& prompts, QWidget* parent);

private:
    QSpinBox* add_count(QFormLayout& form, const QString& text, const char* name);
    QDoubleSpinBox* add_length(QFormLayout& form, const QString& text, const char* name);
    void recall();
    void count();
    void save();
    LabelSheet sheet() const;
    std::vector<Label> labels() const;

    Document& document_;
    Prompts& prompts_;
    QCheckBox *cables_, *ports_, *units_;
    QSpinBox *rows_, *columns_, *used_;
    QDoubleSpinBox *top_, *left_, *gap_across_, *gap_down_;
    QLabel* words_;
};

}  // namespace ovant
