// SPDX-License-Identifier: GPL-3.0-or-later
// The ports of a kind as the sockets on its front, and what each does with power.
#pragma once

#include <QWidget>

#include <vector>

#include "core/catalogue/kind.h"

namespace ovant {

class SocketRow : public QWidget {
    Q_OBJECT

public:
    SocketRow(const std::vector<PortKind>& ports, QWidget* parent);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }
    // Where a port is drawn, by its number.
    QRectF socket_of(std::size_t port) const;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<PortKind> ports_;
};

}  // namespace ovant
