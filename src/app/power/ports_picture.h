// SPDX-License-Identifier: GPL-3.0-or-later
// One unit or several side by side: the total as a beam, the ports as columns. A run is dragged or
// carried by the keyboard from port to port, also to another unit, with the verdict moving.
#pragma once

#include <QWidget>

#include "app/document/document.h"

namespace ovant {

class PortsPicture : public QWidget {
    Q_OBJECT

public:
    explicit PortsPicture(Document& document, QWidget* parent = nullptr);
    void set_units(std::vector<std::string> devices);
    const std::vector<std::string>& units() const { return units_; }
    // Where the column of a port stands; null if there is none.
    QRectF column_of(const std::string& device, const std::string& port) const;

protected:
    bool event(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    struct Spot {
        std::string device, port;
        bool operator==(const Spot&) const = default;
        bool empty() const { return port.empty(); }
    };
    QRectF area_of(std::size_t unit) const;
    Spot spot_at(QPointF pixel) const;
    std::vector<Spot> all_spots() const;
    void choose(const Spot& spot);
    void move_plug_to(const Spot& spot, bool commit);
    void take_up_or_put_down();
    void step(int by);
    void set_priority(const Spot& spot, int priority);
    void toggle_group(const Spot& spot);
    void toggle_power(const Spot& spot);

    Document& document_;
    std::vector<std::string> units_;
    Spot dragged_, over_;
    Spot focused_;  // what the keyboard is on; Space takes its run up and puts it down
    QPointF pixel_;
};

}  // namespace ovant
