// SPDX-License-Identifier: GPL-3.0-or-later
// One check: title, value against limit on a bar, why; its working opens in place.
#pragma once

#include <QWidget>

#include <functional>

#include "core/assess/check.h"
#include "phrase/check_text.h"

namespace ovant {

class WorkingView;

class CheckRow : public QWidget {
    Q_OBJECT

public:
    // `working` computes the arithmetic when it is first opened.
    explicit CheckRow(QWidget* parent);
    // An open working is computed anew.
    void set_check(Check check, const TextContext& context, std::function<Working()> working);
    // The same is said of these too: all are named in one row.
    void set_subjects(const QStringList& subjects);
    bool is_open() const;
    void set_open(bool open);
    // Closed without a word: it is to show another check.
    void fold();
    const Check& check() const { return check_; }

signals:
    void toggled(bool open);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    int head_height() const;
    Check check_;
    QString title_, figures_, reason_;
    UnitSystem units_ = UnitSystem::metric;
    std::function<Working()> working_;
    WorkingView* view_;
};

}  // namespace ovant
