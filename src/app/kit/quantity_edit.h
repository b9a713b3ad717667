// SPDX-License-Identifier: GPL-3.0-or-later
// A field for one quantity that understands units as people type them.
#pragma once

#include <QLineEdit>

#include <optional>

#include "core/units/units.h"

namespace ovant {

class QuantityEdit : public QLineEdit {
    Q_OBJECT

public:
    QuantityEdit(Unit unit, UnitSystem system, QWidget* parent = nullptr);
    // Empty where there is no value.
    void set_value(std::optional<double> value_si);
    void set_system(UnitSystem system) { system_ = system; }
    // An empty field gives entered(nullopt) instead of an error.
    void set_may_be_empty(bool may) { may_be_empty_ = may; }

signals:
    void entered(std::optional<double> value_si);
    void refused(const QString& sentence);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void take();
    Unit unit_;
    UnitSystem system_;
    QString shown_;
    bool may_be_empty_ = false;
};

}  // namespace ovant
