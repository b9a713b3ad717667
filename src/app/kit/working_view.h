// SPDX-License-Identifier: GPL-3.0-or-later
// A working as it is read: formula, numbers put in, result, source.
#pragma once

#include <QFrame>
#include <QLabel>

#include "core/working.h"

namespace ovant {

class WorkingView : public QLabel {
    Q_OBJECT

public:
    explicit WorkingView(QWidget* parent = nullptr);
    void set_working(const Working& working, UnitSystem units);
};

// The same in a small window of its own, closed by a click beside it or Escape.
class WorkingPopup : public QFrame {
    Q_OBJECT

public:
    WorkingPopup(const QString& heading, const Working& working, UnitSystem units, QWidget* parent);
};

}  // namespace ovant
