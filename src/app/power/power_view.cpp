// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/power_view.h"

#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QVBoxLayout>

#include "app/power/ports_paint.h"
#include "app/theme/theme.h"
#include "core/site/edits.h"

namespace ovant {

PortsPicture::PortsPicture(Document& document, QWidget* parent)
    : QWidget(parent), document_(document) {
    setObjectName("ports");
    setAccessibleName(tr("Ports"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(420, 420);
    setToolTip(
        tr("Drag a run to another port. With the keyboard: left and right, Space takes a run up "
           "and puts it down."));
}

void PortsPicture::set_unit(const std::string& device) {
    if (device != unit_) dragged_.clear();
    unit_ = device;
    update();
}

QRectF PortsPicture::column_of(const std::string& port) const {
    const SwitchAssessment* unit = document_.assessment().unit(unit_);
    if (!unit) return {};
    const std::vector<QRectF> columns = port_columns(*unit, *this);
    for (std::size_t i = 0; i < columns.size(); ++i) {
        if (unit->ports[i].port == port) return columns[i];
    }
    return {};
}

std::string PortsPicture::port_at(QPointF pixel) const {
    const SwitchAssessment* unit = document_.assessment().unit(unit_);
    if (!unit) return "";
    const std::vector<QRectF> columns = port_columns(*unit, *this);
    for (std::size_t i = 0; i < columns.size(); ++i) {
        if (columns[i].adjusted(-4, -20, 4, 40).contains(pixel)) return unit->ports[i].port;
    }
    return "";
}

void PortsPicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& theme = theme_of(*this);
    const SwitchAssessment* unit = document_.assessment().unit(unit_);
    if (!unit) {
        painter.setPen(theme.quiet);
        painter.drawText(rect(), Qt::AlignCenter,
                         tr("No unit feeds anything yet. Place the equipment room in Survey."));
        return;
    }
    paint_ports(painter, document_, *unit, {dragged_, over_, focused_}, *this);
}

void PortsPicture::mousePressEvent(QMouseEvent* event) {
    pixel_ = event->position();
    dragged_ = focused_ = port_at(event->position());
    over_.clear();
    const SwitchAssessment* unit = document_.assessment().unit(unit_);
    if (unit) {
        for (const PortAssessment& port : unit->ports) {
            if (port.port != dragged_) continue;
            if (!port.camera.empty()) document_.select(port.camera);
            if (!link_at(document_.site(), unit_, port.port)) dragged_.clear();
        }
    }
    update();
}

void PortsPicture::move_plug_to(const std::string& port, bool commit) {
    Result<Site> moved =
        move_plug(document_.committed(), document_.catalogue(), unit_, dragged_, unit_, port);
    if (commit) {
        document_.cancel_preview();
        document_.edit(tr("Move run from port %1 to %2")
                           .arg(QString::fromStdString(dragged_), QString::fromStdString(port)),
                       std::move(moved));
    } else {
        document_.preview(std::move(moved));
    }
}

void PortsPicture::mouseMoveEvent(QMouseEvent* event) {
    setCursor(port_at(event->position()).empty() ? Qt::ArrowCursor : Qt::OpenHandCursor);
    if (dragged_.empty() || !(event->buttons() & Qt::LeftButton)) return;
    if ((event->position() - pixel_).manhattanLength() < 6) return;
    const std::string over = port_at(event->position());
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
    dragged_.clear();
    over_.clear();
    update();
}

void PortsPicture::keyPressEvent(QKeyEvent* event) {
    const SwitchAssessment* unit = document_.assessment().unit(unit_);
    if (!unit || unit->ports.empty()) return QWidget::keyPressEvent(event);
    std::size_t at = 0;
    for (std::size_t i = 0; i < unit->ports.size(); ++i) {
        if (unit->ports[i].port == focused_) at = i;
    }
    const std::size_t count = unit->ports.size();
    if (event->key() == Qt::Key_Right)
        at = (at + 1) % count;
    else if (event->key() == Qt::Key_Left)
        at = (at + count - 1) % count;
    else if (event->key() == Qt::Key_Space) {
        if (dragged_.empty()) {
            if (link_at(document_.site(), unit_, focused_)) dragged_ = focused_;
        } else {
            if (focused_ != dragged_) move_plug_to(focused_, true);
            dragged_.clear();
            over_.clear();
        }
        return update();
    } else if (event->key() == Qt::Key_Escape && !dragged_.empty()) {
        dragged_.clear();
        over_.clear();
        document_.cancel_preview();
        return update();
    } else {
        return QWidget::keyPressEvent(event);
    }
    focused_ = unit->ports[at].port;
    if (dragged_.empty()) {
        if (!unit->ports[at].camera.empty()) document_.select(unit->ports[at].camera);
    } else {
        over_ = focused_;
        if (focused_ == dragged_)
            document_.cancel_preview();
        else
            move_plug_to(focused_, false);
    }
    update();
}

PowerView::PowerView(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      units_(new QComboBox),
      picture_(new PortsPicture(document)) {
    setObjectName("power");
    units_->setObjectName("unit");
    units_->setAccessibleName(tr("Unit that feeds"));
    units_->setMinimumWidth(220);
    auto* top = new QHBoxLayout;
    top->setContentsMargins(16, 8, 16, 0);
    top->addWidget(new QLabel(tr("Unit")));
    top->addWidget(units_);
    top->addStretch(1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(top);
    layout->addWidget(picture_, 1);
    connect(units_, &QComboBox::activated, this, [this](int index) {
        const std::string unit = units_->itemData(index).toString().toStdString();
        picture_->set_unit(unit);
        document_.select(unit);
    });
    connect(&document_, &Document::changed, this, &PowerView::refresh);
    connect(&document_, &Document::selection_changed, this, &PowerView::follow_selection);
    refresh();
}

void PowerView::refresh() {
    const QVariant now = units_->currentData();
    units_->clear();
    for (const SwitchAssessment& unit : document_.assessment().switches) {
        const Device* device = find_device(document_.site(), unit.device);
        const QString id = QString::fromStdString(unit.device);
        const QString name = QString::fromStdString(device->name);
        units_->addItem(name.isEmpty() ? id : id + "  " + name, id);
    }
    const int again = units_->findData(now);
    units_->setCurrentIndex(again >= 0 ? again : units_->count() > 0 ? 0 : -1);
    picture_->set_unit(units_->currentData().toString().toStdString());
}

void PowerView::follow_selection() {
    std::string unit = document_.selected();
    if (const auto index = document_.camera_index(document_.selected_camera())) {
        const Run& run = document_.network().runs[*index];
        if (run.fed) unit = document_.network().device(run.source.device).id;
    }
    const int index = units_->findData(QString::fromStdString(unit));
    if (index >= 0) {
        units_->setCurrentIndex(index);
        picture_->set_unit(unit);
    }
    picture_->update();
}

}  // namespace ovant
