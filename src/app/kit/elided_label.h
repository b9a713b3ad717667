// SPDX-License-Identifier: GPL-3.0-or-later
// A line of text that shortens to its room and tells the whole of it as a tool tip.
#pragma once

#include <QLabel>

namespace ovant {

class ElidedLabel : public QLabel {
    Q_OBJECT

public:
    explicit ElidedLabel(QWidget* parent = nullptr);
    QSize minimumSizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
};

}  // namespace ovant
