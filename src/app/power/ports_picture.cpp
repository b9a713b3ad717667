// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/ports_picture.h"

#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

#include "app/kit/q.h"
#include "app/power/ports_paint.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"

namespace ovant {
namespace {

constexpr int small_height = 262;  // of one unit among several

}  // namespace

PortsPicture::PortsPicture(Document& document, QWidget* parent)
    : QWidget(parent), document_(document) {
    setObjectName("ports");
    setAccessibleName(tr("Ports"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(420, 220);
    setToolTip(
        tr("Drag a run to another port, also of another unit. With the keyboard: left and right, "
           "Space takes a run up and puts it down, P changes its priority, L the long setting of "
           "its group, O switches the port off and on."));
}

void PortsPicture::set_units(std::vector<std::string> devices) {
    if (devices != units_) dragged_ = {};
    units_ = std::move(devices);
    const int rows = static_cast<int>((units_.size() + 1) / 2);
    setMinimumHeight(units_.size() > 1 ? rows * small_height : 220);
    update();
}

// The whole view for one unit, else two columns of small ones.
QRectF PortsPicture::area_of(std::size_t unit) const {
    if (units_.size() <= 1) return rect();
    const double wide = width() / 2.0;
    return {wide * static_cast<double>(unit % 2),
            small_height * std::floor(static_cast<double>(unit) / 2), wide, small_height};
}

QRectF PortsPicture::column_of(const std::string& device, const std::string& port) const {
    for (std::size_t u = 0; u < units_.size(); ++u) {
        const UnitAssessment* unit = document_.assessment().unit(units_[u]);
        if (!unit || units_[u] != device) continue;
        const std::vector<QRectF> columns = port_columns(*unit, area_of(u), *this);
        for (std::size_t i = 0; i < columns.size(); ++i) {
            if (unit->ports[i].port == port) return columns[i];
        }
    }
    return {};
}

PortsPicture::Spot PortsPicture::spot_at(QPointF pixel) const {
    for (std::size_t u = 0; u < units_.size(); ++u) {
        const UnitAssessment* unit =
            area_of(u).contains(pixel) ? document_.assessment().unit(units_[u]) : nullptr;
        if (!unit) continue;
        const std::vector<QRectF> columns = port_columns(*unit, area_of(u), *this);
        for (std::size_t i = 0; i < columns.size(); ++i) {
            if (columns[i].adjusted(-4, -20, 4, 40).contains(pixel))
                return {unit->device, unit->ports[i].port};
        }
    }
    return {};
}

std::vector<PortsPicture::Spot> PortsPicture::all_spots() const {
    std::vector<Spot> spots;
    for (const std::string& device : units_) {
        const UnitAssessment* unit = document_.assessment().unit(device);
        if (!unit) continue;
        for (const PortAssessment& port : unit->ports) spots.push_back({device, port.port});
    }
    return spots;
}

void PortsPicture::paintEvent(QPaintEvent* event) {
    QPainter painter(this);
    bool any = false;
    for (std::size_t u = 0; u < units_.size(); ++u) {
        const UnitAssessment* unit = document_.assessment().unit(units_[u]);
        if (!unit) continue;
        any = true;
        if (!area_of(u).intersects(event->rect())) continue;
        const auto here = [&](const Spot& spot) {
            return spot.device == units_[u] ? spot.port : std::string();
        };
        paint_ports(painter, document_, *unit,
                    {here(dragged_), here(over_), here(focused_), units_.size() > 1}, area_of(u),
                    *this);
    }
    if (hasFocus() && focused_.empty()) paint_focus(painter, theme_of(*this), rect());
    if (any) return;
    painter.setPen(theme_of(*this).quiet);
    painter.drawText(rect(), Qt::AlignCenter,
                     tr("No unit feeds anything yet. Place the equipment room in Survey."));
}

void PortsPicture::choose(const Spot& spot) {
    const UnitAssessment* unit = document_.assessment().unit(spot.device);
    if (!unit) return;
    for (const PortAssessment& port : unit->ports) {
        if (port.port == spot.port && !port.camera.empty()) document_.select(port.camera);
    }
}

void PortsPicture::mousePressEvent(QMouseEvent* event) {
    pixel_ = event->position();
    focused_ = spot_at(event->position());
    over_ = {};
    dragged_ = {};
    choose(focused_);
    if (event->button() == Qt::LeftButton && !focused_.empty() &&
        link_at(document_.site(), {focused_.device, focused_.port})) {
        dragged_ = focused_;
    }
    update();
}

void PortsPicture::move_plug_to(const Spot& spot, bool commit) {
    Result<Site> moved = move_plug(document_.committed(), document_.catalogue(),
                                   {dragged_.device, dragged_.port}, {spot.device, spot.port});
    if (!commit) return document_.preview(std::move(moved));
    const bool far = dragged_.device != spot.device;
    const auto name = [&](const Spot& one) {
        return q(far ? one.device + "." + one.port : one.port);
    };
    document_.edit(tr("Move run from port %1 to %2").arg(name(dragged_), name(spot)),
                   std::move(moved));
}

void PortsPicture::mouseMoveEvent(QMouseEvent* event) {
    const Spot over = spot_at(event->position());
    setCursor(over.empty() ? Qt::ArrowCursor : Qt::OpenHandCursor);
    if (dragged_.empty() || !(event->buttons() & Qt::LeftButton)) return;
    if ((event->position() - pixel_).manhattanLength() < 6) return;
    if (over == over_) return;
    over_ = over;
    if (over.empty() || over == dragged_)
        document_.cancel_preview();
    else
        move_plug_to(over, false);
    update();
}

void PortsPicture::mouseReleaseEvent(QMouseEvent*) {
    if (!dragged_.empty() && !over_.empty() && over_ != dragged_)
        move_plug_to(over_, true);
    else
        document_.cancel_preview();
    dragged_ = {};
    over_ = {};
    update();
}

void PortsPicture::take_up_or_put_down() {
    if (dragged_.empty()) {
        if (!focused_.empty() && link_at(document_.site(), {focused_.device, focused_.port}))
            dragged_ = focused_;
        return;
    }
    if (focused_ != dragged_) move_plug_to(focused_, true);
    dragged_ = {};
    over_ = {};
}

void PortsPicture::step(int by) {
    const std::vector<Spot> spots = all_spots();
    if (spots.empty()) return;
    const auto found = std::find(spots.begin(), spots.end(), focused_);
    const int count = static_cast<int>(spots.size());
    const int at =
        found == spots.end() ? (by > 0 ? -1 : 0) : static_cast<int>(found - spots.begin());
    focused_ = spots[static_cast<std::size_t>((at + by + count) % count)];
    if (dragged_.empty()) return choose(focused_);
    over_ = focused_;
    if (focused_ == dragged_)
        document_.cancel_preview();
    else
        move_plug_to(focused_, false);
}

// Its own letters come before the window's, while the keyboard is on it.
bool PortsPicture::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const bool own =
            key->key() == Qt::Key_P || key->key() == Qt::Key_L || key->key() == Qt::Key_O;
        if (own && key->modifiers() == Qt::NoModifier) event->accept();
    }
    return QWidget::event(event);
}

void PortsPicture::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Right: step(1); break;
        case Qt::Key_Left: step(-1); break;
        case Qt::Key_Space: take_up_or_put_down(); break;
        case Qt::Key_Escape:
            if (dragged_.empty()) return QWidget::keyPressEvent(event);
            dragged_ = {};
            over_ = {};
            document_.cancel_preview();
            break;
        case Qt::Key_P: {
            const Device* device = find_device(document_.site(), focused_.device);
            if (!device || focused_.empty()) return QWidget::keyPressEvent(event);
            const int now = device->priority_of(focused_.port);
            set_priority(focused_, now == 1 ? 3 : now - 1);
            break;
        }
        case Qt::Key_L: toggle_group(focused_); break;
        case Qt::Key_O: toggle_power(focused_); break;
        default: return QWidget::keyPressEvent(event);
    }
    update();
}

void PortsPicture::set_priority(const Spot& spot, int priority) {
    if (spot.empty()) return;
    document_.edit(
        tr("Priority %1 for port %2").arg(priority).arg(q(spot.device + "." + spot.port)),
        set_port_priority(document_.committed(), document_.catalogue(), {spot.device, spot.port},
                          priority));
}

void PortsPicture::toggle_group(const Spot& spot) {
    const Device* device = find_device(document_.site(), spot.device);
    const Kind* kind = device ? document_.catalogue().find(device->kind) : nullptr;
    const PortKind* port = kind ? find_port(*kind, spot.port) : nullptr;
    if (!port || port->group == 0 || !kind->supply || !kind->supply->long_setting) return;
    const bool on = !device->long_groups.contains(port->group);
    document_.edit(tr("Long setting %1 at %2").arg(on ? tr("on") : tr("off"), q(spot.device)),
                   set_long_group(document_.committed(), spot.device, port->group, on));
}

void PortsPicture::toggle_power(const Spot& spot) {
    const Device* device = find_device(document_.site(), spot.device);
    if (!device || spot.empty()) return;
    const bool on = device->power_off_ports.contains(spot.port);
    document_.edit(
        tr("Port %1 %2").arg(q(spot.device + "." + spot.port), on ? tr("on") : tr("off")),
        set_port_power(document_.committed(), {spot.device, spot.port}, on));
}

void PortsPicture::contextMenuEvent(QContextMenuEvent* event) {
    const Spot spot =
        event->reason() == QContextMenuEvent::Mouse ? spot_at(event->pos()) : focused_;
    const Device* device = find_device(document_.site(), spot.device);
    if (!device || spot.empty()) return;
    focused_ = spot;
    QMenu menu(this);
    const std::pair<int, QString> ranks[] = {{1, tr("Priority 1: keeps power longest")},
                                             {2, tr("Priority 2")},
                                             {3, tr("Priority 3: goes first")}};
    for (const auto& [rank, text] : ranks) {
        QAction* action =
            menu.addAction(text, this, [this, spot, rank = rank] { set_priority(spot, rank); });
        action->setCheckable(true);
        action->setChecked(device->priority_of(spot.port) == rank);
    }
    menu.addSeparator();
    const Kind* kind = document_.catalogue().find(device->kind);
    const PortKind* port = kind ? find_port(*kind, spot.port) : nullptr;
    if (port && port->group > 0 && kind->supply && kind->supply->long_setting) {
        QAction* action = menu.addAction(tr("Long setting for all ports of this group"), this,
                                         [this, spot] { toggle_group(spot); });
        action->setCheckable(true);
        action->setChecked(device->long_groups.contains(port->group));
    }
    QAction* power = menu.addAction(tr("Power on"), this, [this, spot] { toggle_power(spot); });
    power->setCheckable(true);
    power->setChecked(!device->power_off_ports.contains(spot.port));
    menu.exec(event->globalPos());
}

}  // namespace ovant
