// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/catalogue/socket_row.h"

#include <QPainter>

#include <algorithm>
#include <set>

#include "app/theme/theme.h"

namespace ovant {
namespace {

constexpr int in_a_row = 12;
constexpr double gap = 5, legend_height = 22, socket_height = 26;

double socket_width(const QWidget& widget, const std::vector<PortKind>& ports) {
    const QFontMetricsF metrics(text_font(widget, 0.85));
    double widest = 22;
    for (const PortKind& port : ports)
        widest = std::max(widest, metrics.horizontalAdvance(QString::fromStdString(port.id)) + 10);
    return widest;
}

// Full: gives; lower half: takes; a band: passes on; open: data alone. A notch marks fibre.
void paint_socket(QPainter& painter, const Theme& theme, const QRectF& box, const PortKind& port) {
    const QColor power = port.power == PowerKind::passive ? theme.tight : theme.copper;
    painter.setPen(QPen(theme.ink, 1.2));
    painter.setBrush(theme.card);
    painter.drawRoundedRect(box, 2, 2);
    painter.setPen(Qt::NoPen);
    painter.setBrush(power);
    const QRectF inside = box.adjusted(1.5, 1.5, -1.5, -1.5);
    if (port.role == PortRole::pse) painter.drawRect(inside);
    if (port.role == PortRole::pd) painter.drawRect(inside.adjusted(0, inside.height() - 5, 0, 0));
    if (port.role == PortRole::pass) {
        painter.drawRect(inside.adjusted(0, 0, 0, 4 - inside.height()));
        painter.drawRect(inside.adjusted(0, inside.height() - 4, 0, 0));
    }
    if (port.medium == Medium::twisted_pair) return;
    painter.setBrush(port.medium == Medium::fibre ? theme.fibre : theme.quiet);
    painter.drawRect(QRectF(box.left() + 3, box.top() - 3, box.width() - 6, 3));
}

QString legend_of(const PortKind& port) {
    switch (port.role) {
        case PortRole::pse:
            return port.power == PowerKind::passive ? SocketRow::tr("gives power, always on")
                                                    : SocketRow::tr("gives PoE");
        case PortRole::pd: return SocketRow::tr("takes power");
        case PortRole::pass: return SocketRow::tr("passes power on");
        case PortRole::data: return SocketRow::tr("data");
    }
    return {};
}

}  // namespace

SocketRow::SocketRow(const std::vector<PortKind>& ports, QWidget* parent)
    : QWidget(parent), ports_(ports) {
    setAccessibleName(tr("%1 sockets").arg(ports.size()));
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

QRectF SocketRow::socket_of(std::size_t port) const {
    const double width = socket_width(*this, ports_);
    const auto column = static_cast<double>(port % in_a_row);
    const auto row = static_cast<double>(port / in_a_row);
    return {1 + column * (width + gap), 5 + row * (socket_height + gap + 4), width, socket_height};
}

QSize SocketRow::sizeHint() const {
    if (ports_.empty()) return {};
    double right = 0;
    for (std::size_t i = 0; i < ports_.size(); ++i) right = std::max(right, socket_of(i).right());
    return QSizeF(right + 2, socket_of(ports_.size() - 1).bottom() + 6 + legend_height).toSize();
}

void SocketRow::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& theme = theme_of(*this);
    for (std::size_t i = 0; i < ports_.size(); ++i) {
        const QRectF box = socket_of(i);
        paint_socket(painter, theme, box, ports_[i]);
        painter.setPen(ports_[i].role == PortRole::pse ? theme.card : theme.ink);
        painter.setFont(text_font(*this, 0.85));
        painter.drawText(box, Qt::AlignCenter, QString::fromStdString(ports_[i].id));
    }
    // One of each sort, with its words.
    double x = 1;
    const double y = socket_of(ports_.size() - 1).bottom() + 8;
    std::set<QString> told;
    painter.setFont(text_font(*this, 0.9));
    for (PortKind port : ports_) {
        if (!told.insert(legend_of(port)).second) continue;
        port.medium = Medium::twisted_pair;
        paint_socket(painter, theme, QRectF(x, y, 14, 14), port);
        painter.setPen(theme.quiet);
        const double width = painter.fontMetrics().horizontalAdvance(legend_of(port)) + 4;
        painter.drawText(QRectF(x + 20, y - 3, width, 20), Qt::AlignVCenter, legend_of(port));
        x += 20 + width + 16;
    }
}

}  // namespace ovant
