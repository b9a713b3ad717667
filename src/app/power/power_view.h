// SPDX-License-Identifier: GPL-3.0-or-later
// The Power stage: one feeding unit's total as a beam, its ports as columns with the loss in the
// cable marked, and its total in each condition. A column dragged onto another port moves the run
// there.
#pragma once

#include <QComboBox>
#include <QWidget>

#include "app/document/document.h"

namespace ovant {

class PortsPicture : public QWidget {
    Q_OBJECT

public:
    explicit PortsPicture(Document& document, QWidget* parent = nullptr);
    void set_unit(const std::string& device);
    // Where the column of a port stands; null if there is none.
    QRectF column_of(const std::string& port) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    std::string port_at(QPointF pixel) const;
    void move_plug_to(const std::string& port, bool commit);
    Document& document_;
    std::string unit_;
    std::string dragged_, over_;
    std::string focused_;  // port that the keyboard is on; Space takes its run up and puts it down
    QPointF pixel_;
};

class PowerView : public QWidget {
    Q_OBJECT

public:
    explicit PowerView(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    void follow_selection();
    Document& document_;
    QComboBox* units_;
    PortsPicture* picture_;
};

}  // namespace ovant
