// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/strip/strip_view.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolButton>

#include <cmath>
#include <map>
#include <utility>

#include "app/document/day_player.h"
#include "app/strip/strip_paint.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"
#include "app/kit/working_view.h"
#include "core/edits/edits.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"

namespace ovant {

StripView::StripView(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      path_button_(new QToolButton(this)),
      length_edit_(new QuantityEdit(Unit::metre, document.units(), this)) {
    setObjectName("strip");
    setAccessibleName(tr("Run along its length"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumHeight(200);
    length_edit_->setObjectName("stripLength");
    length_edit_->setAccessibleName(tr("Measured length"));
    length_edit_->hide();
    path_button_->setObjectName("pathButton");
    path_button_->setFont(text_font(*this, 0.88));
    path_button_->hide();
    connect(path_button_, &QToolButton::clicked, this, [this] { set_shows_path(!shows_path_); });
    click_timer_.setSingleShot(true);
    connect(&click_timer_, &QTimer::timeout, this, [this] {
        if (focused_ < spots_.size()) open(focused_);
    });
    when_seen_ = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, this, [this] {
        forget();
        when_seen_->ask();
    });
    connect(&document_, &Document::selection_changed, when_seen_, &WhenSeen::ask);
    connect(&document_.day(), &DayPlayer::moment_changed, this, qOverload<>(&QWidget::update));
    connect(length_edit_, &QuantityEdit::entered, this, [this](std::optional<double> length_m) {
        length_edit_->hide();
        document_.edit(tr("Measure %1").arg(QString::fromStdString(edited_link_)),
                       set_measured_length(document_.committed(), edited_link_, length_m));
    });
    connect(length_edit_, &QLineEdit::editingFinished, length_edit_, &QWidget::hide);
    connect(length_edit_, &QuantityEdit::refused, &document_, &Document::refused);
    refresh();
}

// They speak of the network that was.
void StripView::forget() {
    spots_.clear();
    now_.reset();
}

void StripView::refresh() {
    forget();
    if (const CameraNumber number = document_.camera_number(document_.selected_camera()))
        now_ = laid_now(document_, number);
    const bool by_radio = others_.empty() && now_ && now_->radio_hop() >= 0;
    path_button_->setVisible(by_radio);
    path_button_->setText(shows_path_ ? tr("Show the whole run") : tr("Show the radio path"));
    path_button_->adjustSize();
    path_button_->move(width() - path_button_->width() - 8, 6);
    update();
}

void StripView::set_shows_path(bool shows_path) {
    shows_path_ = shows_path;
    when_seen_->ask();
}

void StripView::show_laid(std::vector<std::shared_ptr<const LaidRun>> runs) {
    others_ = std::move(runs);
    when_seen_->ask();
}

void StripView::resizeEvent(QResizeEvent*) {
    path_button_->move(width() - path_button_->width() - 8, 6);
}

// What the day says of this run at the moment that is looked at.
void StripView::add_moment(StripInput& input) const {
    const DayPlayer& day = document_.day();
    const CameraMoment* now = day.now(now_->profile.camera);
    if (!now || !day.result()) return;
    const QString at = QString::fromStdString(clock_text(*day.moment_s()));
    const QString states[] = {tr("no power"), tr("refused"), tr("starting"), tr("on"),
                              tr("no picture arrives")};
    input.moment_words = tr("%1: %2").arg(at, states[static_cast<std::size_t>(now->state)]);
    if (now->watts <= 0) return;
    input.moment_words +=
        tr(", %1 at %2")
            .arg(QString::fromStdString(shown(now->watts, Unit::watt, input.units)),
                 QString::fromStdString(shown(now->volts, Unit::volt, input.units)));
    const PortAt source = now_->laid().source;
    if (!source) return;
    std::map<DeviceNumber, double> volts;
    for (const PortFeed& feed : feed_at(*now_->net, *day.result(), *day.moment_s(), source)) {
        for (std::size_t i = 0; i < feed.points.size() && feed.solution.stands; ++i)
            volts.emplace(feed.points[i].device, feed.solution.volts[i]);
    }
    for (const ProfilePoint& point : now_->profile.points) {
        const auto found = volts.find(point.device);
        input.moment_v.push_back(found == volts.end() ? std::nan("") : found->second);
    }
}

void StripView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& theme = theme_of(*this);
    painter.fillRect(rect(), theme.card);
    painter.setPen(theme.rule);
    painter.drawLine(rect().topLeft(), rect().topRight());
    std::vector<std::shared_ptr<const LaidRun>> runs = others_;
    if (runs.empty() && now_) runs.push_back(now_);
    spots_.clear();
    if (runs.empty()) {
        painter.setPen(theme.quiet);
        painter.drawText(rect(), Qt::AlignCenter,
                         tr("Choose a run on the left or on the plan to see it along its length."));
        return;
    }
    const double share = static_cast<double>(height()) / static_cast<double>(runs.size());
    for (std::size_t i = 0; i < runs.size(); ++i) {
        StripInput input{runs[i], document_.units(),     document_.under().condition, {},
                         {},      QSizeF(width(), share)};
        if (runs[i] == now_) add_moment(input);
        const double top = share * static_cast<double>(i);
        painter.save();
        painter.translate(0, top);
        const bool path = shows_path_ && runs[i]->radio_hop() >= 0;
        std::vector<Spot> spots =
            path ? paint_path(painter, input, *this) : paint_strip(painter, input, *this);
        if (i > 0) {
            painter.setPen(theme.rule);
            painter.drawLine(QPointF(0, 0), QPointF(width(), 0));
        }
        painter.restore();
        for (Spot& spot : spots) {
            spot.area.translate(0, top);
            if (!others_.empty()) spot.link.clear();
            spots_.push_back(std::move(spot));
        }
    }
    if (hasFocus() && focused_ < spots_.size())
        paint_focus(painter, theme, spots_[focused_].area.adjusted(-4, -2, 4, 2));
}

void StripView::set_height(const std::string& radio, double height_m, bool take) {
    Result<Site> moved =
        set_antenna_height(document_.committed(), radio, std::round(height_m * 10) / 10);
    if (!take) return document_.preview(std::move(moved));
    document_.edit(tr("Antenna of %1").arg(QString::fromStdString(radio)), std::move(moved));
}

std::optional<std::size_t> StripView::spot_at(QPointF pixel) const {
    for (std::size_t i = 0; i < spots_.size(); ++i) {
        if (spots_[i].area.adjusted(-3, -3, 3, 3).contains(pixel)) return i;
    }
    return std::nullopt;
}

void StripView::open(std::size_t spot) {
    auto* popup =
        new WorkingPopup(spots_[spot].name, spots_[spot].working(), document_.units(), this);
    const QPoint below = mapToGlobal(spots_[spot].area.bottomLeft().toPoint());
    const QPoint above =
        mapToGlobal(spots_[spot].area.topLeft().toPoint()) - QPoint(0, popup->height() + 4);
    popup->move(above.y() > window()->mapToGlobal(QPoint(0, 0)).y() ? above : below);
    popup->show();
}

void StripView::edit_length(const std::string& link, const QRectF& area) {
    edited_link_ = link;
    const Link* found = find_link(document_.site(), link);
    if (!found) return;
    length_edit_->set_system(document_.units());
    length_edit_->set_may_be_empty(true);
    length_edit_->set_value(found->measured_length_m);
    length_edit_->setPlaceholderText(tr("measured"));
    length_edit_->setFixedWidth(96);
    length_edit_->move(area.center().toPoint() - QPoint(48, length_edit_->sizeHint().height() / 2));
    length_edit_->show();
    length_edit_->setFocus();
    length_edit_->selectAll();
}

void StripView::mousePressEvent(QMouseEvent* event) {
    const auto spot = spot_at(event->position());
    if (!spot) return;
    focused_ = *spot;
    if (!spots_[*spot].antenna.empty()) {
        const Device* radio = find_device(document_.committed(), spots_[*spot].antenna);
        if (!radio) return;
        dragged_ = radio->id;
        drag_from_y_ = event->position().y();
        drag_from_m_ = radio->height_m;
        drag_scale_ = spots_[*spot].metres_per_pixel;
        return;
    }
    // A length is edited by a second click, which a popup would take: it opens when none has come.
    if (spots_[*spot].link.empty())
        open(*spot);
    else
        click_timer_.start(QApplication::doubleClickInterval());
    update();
}

void StripView::mouseDoubleClickEvent(QMouseEvent* event) {
    click_timer_.stop();
    const auto spot = spot_at(event->position());
    if (spot && !spots_[*spot].link.empty()) edit_length(spots_[*spot].link, spots_[*spot].area);
}

void StripView::mouseReleaseEvent(QMouseEvent* event) {
    if (dragged_.empty()) return;
    const std::string radio = std::exchange(dragged_, {});
    const double risen_px = drag_from_y_ - event->position().y();
    if (std::abs(risen_px) < 2) {
        document_.cancel_preview();
        if (focused_ < spots_.size()) open(focused_);
        return;
    }
    set_height(radio, std::max(0.0, drag_from_m_ + risen_px * drag_scale_), true);
}

void StripView::mouseMoveEvent(QMouseEvent* event) {
    if (!dragged_.empty()) {
        const double risen_px = drag_from_y_ - event->position().y();
        if (std::abs(risen_px) >= 2)
            set_height(dragged_, std::max(0.0, drag_from_m_ + risen_px * drag_scale_), false);
        return;
    }
    const auto spot = spot_at(event->position());
    setCursor(spot ? Qt::PointingHandCursor : Qt::ArrowCursor);
    setToolTip(!spot ? QString()
               : !spots_[*spot].antenna.empty()
                   ? spots_[*spot].name + tr(": drag up or down, or the up and down keys")
               : spots_[*spot].link.empty()
                   ? spots_[*spot].name + tr(": click for the working")
                   : spots_[*spot].name + tr(": double-click to type the measured length"));
}

void StripView::keyPressEvent(QKeyEvent* event) {
    if (spots_.empty()) return QWidget::keyPressEvent(event);
    const std::size_t count = spots_.size();
    focused_ = std::min(focused_, count - 1);
    switch (event->key()) {
        case Qt::Key_Right: focused_ = (focused_ + 1) % count; break;
        case Qt::Key_Left: focused_ = (focused_ + count - 1) % count; break;
        case Qt::Key_Up:
        case Qt::Key_Down: {
            const std::string radio = spots_[focused_].antenna;
            const Device* device = find_device(document_.committed(), radio);
            if (!device) return QWidget::keyPressEvent(event);
            const double step_m = event->key() == Qt::Key_Up ? 0.5 : -0.5;
            const std::size_t spot = focused_;
            set_height(radio, std::max(0.0, device->height_m + step_m), true);
            focused_ = spot;
            break;
        }
        case Qt::Key_F2:
            if (!spots_[focused_].link.empty())
                edit_length(spots_[focused_].link, spots_[focused_].area);
            break;
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_Space: open(focused_); break;
        default: return QWidget::keyPressEvent(event);
    }
    update();
}

}  // namespace ovant
