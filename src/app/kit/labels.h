// SPDX-License-Identifier: GPL-3.0-or-later
// Small pieces that panels are put together from.
#pragma once

#include <QLabel>
#include <QPushButton>

#include <string>
#include <vector>

#include "core/assess/check.h"

namespace ovant {

// Plain text that goes on to a next line where it must.
QLabel* wrapped_label(const QString& text, QWidget* parent);
// The colour of a label by what it says, in light and dark.
enum class Tone { usual, quiet, fails };
void set_tone(QLabel* label, Tone tone);
// Ids side by side for a cell or its tip: the first of many, and how many more there are.
QString ids_in_cell(const std::vector<std::string>& ids);
// A button without a frame, for a list.
QPushButton* flat_button(const QString& text, const QString& object_name, QWidget* parent);

// The mark of a verdict as a widget of its own.
class VerdictMark : public QWidget {
public:
    VerdictMark(Verdict verdict, double size, QWidget* parent);
    void set_verdict(Verdict verdict);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Verdict verdict_;
    double size_;
};

}  // namespace ovant
