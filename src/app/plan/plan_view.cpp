// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/day_player.h"
#include "app/plan/plan_view.h"

#include <QComboBox>
#include <QDragEnterEvent>
#include <QKeyEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>

#include <cmath>

#include "app/kit/q.h"
#include "app/plan/drawing_layer.h"
#include "app/plan/plan_ground.h"
#include "app/plan/plan_paint.h"
#include "app/runs/run_model.h"
#include "app/theme/theme.h"
#include "core/assess/radio_path.h"
#include "core/look_up.h"
#include "core/route/route.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"

namespace ovant {
namespace {

constexpr double drag_starts_px = 4, snap_px = 9, key_step_px = 10;

}  // namespace

PlanView::PlanView(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      known_length_(new QuantityEdit(Unit::metre, document.units(), this)),
      hint_(new QLabel(this)),
      moment_(new QPushButton(this)),
      between_(new QComboBox(this)),
      drawing_layer_(new DrawingLayer(this)) {
    setObjectName("plan");
    connect(drawing_layer_, &DrawingLayer::not_drawn, this,
            [this](const Error& why) { emit document_.refused(q(sentence(why))); });
    connect(drawing_layer_, &DrawingLayer::ready, this, [this] {
        ground_ = {};
        update();
    });
    setAccessibleName(tr("Plan"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAcceptDrops(true);
    setMinimumSize(260, 180);
    known_length_->setObjectName("knownLength");
    known_length_->setAccessibleName(tr("Known length"));
    known_length_->setPlaceholderText(tr("known length"));
    known_length_->hide();
    hint_->setObjectName("planHint");
    hint_->setWordWrap(true);
    hint_->setAttribute(Qt::WA_TransparentForMouseEvents);
    connect(&document_, &Document::changed, this, &PlanView::take_change);
    connect(&document_, &Document::refused, this, [this](const QString& sentence) {
        if (!hasFocus()) return;
        refusal_ = sentence;
        refusal_at_ = map_.to_site(cursor_);
        update();
    });
    ask_between();
    moment_->setObjectName("planMoment");
    moment_->hide();
    connect(moment_, &QPushButton::clicked, this, [this] {
        document_.day().play(false);
        document_.day().set_moment(std::nullopt);
    });
    connect(&document_.day(), &DayPlayer::moment_changed, this, &PlanView::show_moment);
    connect(&document_.day(), &DayPlayer::changed, this, &PlanView::show_moment);
    connect(&document_, &Document::selection_changed, this, qOverload<>(&QWidget::update));
    connect(known_length_, &QuantityEdit::entered, this, [this](std::optional<double> length_m) {
        if (!length_m || points_.size() != 2) return;
        document_.edit(tr("Set scale"),
                       scale_drawing(document_.committed(), points_[0], points_[1], *length_m));
        set_tool(PlanTool::select);
        fit();
    });
}

void PlanView::forget_resting() {
    resting_ = {};
    update();
}

// A move that leaves the others what they were leaves their picture.
std::vector<Verdict> PlanView::verdicts_of_others() const {
    std::vector<Verdict> out;
    for (const RunAssessment& run : document_.assessment().runs)
        out.push_back(run.camera == document_.moving() ? Verdict::unknown : run.verdict);
    return out;
}

void PlanView::paint_resting() {
    resting_ = ground_;
    QPainter painter(&resting_);
    layout_ = plan_layout(document_, map_, document_.moving());
    labels_ = plan_labels(document_, map_, layout_, *this, document_.moving());
    ovant::paint_resting(painter, document_, map_, layout_, *this, labels_);
    resting_map_ = map_;
    resting_without_ = document_.moving();
    resting_verdicts_ = verdicts_of_others();
}

PlanHit PlanView::under(QPointF pixel) const {
    return hit_at(document_, map_, plan_layout(document_, map_), pixel);
}

void PlanView::take_change(Change what) {
    const bool only_moved = what == Change::preview && !document_.moving().empty() &&
                            resting_without_ == document_.moving() &&
                            resting_verdicts_ == verdicts_of_others();
    if (!only_moved) forget_resting();
    refusal_.clear();
    update_hint();
    update();
    if (what != Change::opening) return;
    set_tool(PlanTool::select);
    fit();
    const auto& drawing = document_.site().drawing;
    if (!drawing) return;
    if (const std::optional<Error> why = why_not_shown(*drawing))
        emit document_.refused(tr("The drawing is not shown. %1").arg(q(sentence(*why))));
}

void PlanView::set_tool(PlanTool tool) {
    tool_ = tool;
    points_.clear();
    cable_from_.clear();
    known_length_->hide();
    by_keyboard_ = false;
    if (!rect().contains(cursor_.toPoint())) cursor_ = rect().center();
    setCursor(tool == PlanTool::select ? Qt::ArrowCursor : Qt::CrossCursor);
    update_hint();
    update();
    emit tool_changed();
}

void PlanView::fit() {
    // The view has no size before it is first shown.
    if (width() < 50) return;
    map_.fit(plan_area_m(document_.site(), ids_off_plan()), size(), 14);
    own_view_ = false;
    update();
}

std::set<std::string> PlanView::ids_off_plan() const {
    std::set<std::string> off;
    for (DeviceNumber device : off_plan(document_.network()))
        off.insert(document_.network().device(device).id);
    return off;
}

// The drawing, and what stands beside it.
QRectF PlanView::whole_area_m() const {
    const std::set<std::string> off = ids_off_plan();
    Site bare = document_.site();
    bare.drawing.reset();
    const QRectF drawn = plan_area_m(document_.site(), off);
    return bare.devices.empty() && bare.places.empty() ? drawn
                                                       : drawn.united(plan_area_m(bare, off));
}

QRectF PlanView::seen_area_m() const {
    const Point first = map_.to_site({0, 0});
    return {first.x_m, first.y_m, map_.to_metres(width()), map_.to_metres(height())};
}

void PlanView::zoom(double factor) {
    own_view_ = true;
    map_.zoom(factor, QPointF(width() / 2.0, height() / 2.0));
    update();
}

void PlanView::show_selected() {
    const Device* device = find_device(document_.site(), document_.selected_camera());
    if (!device || device->stated_run_m > 0 ||
        QRectF(rect()).adjusted(20, 20, -20, -20).contains(map_.to_pixel(device->at)))
        return;
    own_view_ = true;
    map_.pan(QPointF(width() / 2.0, height() / 2.0) - map_.to_pixel(device->at));
    update();
}

void PlanView::resizeEvent(QResizeEvent*) {
    show_moment();
    if (!own_view_) fit();
    update_hint();
}

void PlanView::paintEvent(QPaintEvent*) {
    const Site& site = document_.site();
    const void* data = site.drawing ? site.drawing->data.get() : nullptr;
    const double key = site.drawing
                           ? site.drawing->metres_per_pixel + site.drawing->fade * 1e3 +
                                 site.drawing->origin.x_m * 1e-3 + site.drawing->origin.y_m * 1e-4
                           : 0;
    const bool dark = theme_of(*this).dark;
    const bool ground_changed =
        ground_.isNull() || !(ground_map_ == map_) || ground_data_ != data || ground_key_ != key ||
        ground_dark_ != dark || ground_.size() != size() * devicePixelRatioF();
    if (ground_changed) {
        ground_ = paint_ground(document_, map_, *this, *drawing_layer_);
        ground_map_ = map_;
        ground_data_ = data;
        ground_key_ = key;
        ground_dark_ = dark;
    }
    if (resting_.isNull() || ground_changed || !(resting_map_ == map_)) paint_resting();
    QPainter painter(this);
    painter.drawPixmap(0, 0, resting_);
    paint_above(painter, document_, map_, layout_, *this, labels_);
    paint_tool(painter);
    paint_refusal(painter);
    if (hasFocus()) paint_focus(painter, theme_of(*this), rect());
}

void PlanView::say(QPainter& painter, QPointF at, const QString& text) {
    const Theme& theme = theme_of(*this);
    painter.setFont(text_font(*this, 0.95, true));
    const QSizeF size = QFontMetricsF(painter.font()).size(0, text) + QSizeF(14, 8);
    QRectF box(at + QPointF(14, -size.height() - 6), size);
    box.moveLeft(std::clamp(box.left(), 4.0, std::max(4.0, width() - box.width() - 4)));
    box.moveTop(std::max(4.0, box.top()));
    painter.setPen(QPen(theme.rule, 1));
    painter.setBrush(theme.card);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(theme.ink);
    painter.drawText(box, Qt::AlignCenter, text);
}

void PlanView::paint_refusal(QPainter& painter) {
    if (refusal_.isEmpty()) return;
    const Theme& theme = theme_of(*this);
    constexpr double widest_px = 360, margin_px = 8;
    const QPointF at = map_.to_pixel(refusal_at_);
    painter.setFont(text_font(*this, 0.95, true));
    const QRectF text = QFontMetricsF(painter.font())
                            .boundingRect(QRectF(0, 0, std::min(widest_px, width() - 40.0), 1000),
                                          Qt::TextWordWrap, refusal_);
    QRectF box(at + QPointF(14, 10), text.size() + QSizeF(2 * margin_px + 2, 2 * margin_px));
    box.moveLeft(std::clamp(box.left(), 4.0, std::max(4.0, width() - box.width() - 4)));
    box.moveTop(std::clamp(box.top(), 4.0, std::max(4.0, height() - box.height() - 4)));
    painter.setPen(QPen(theme.fails, 1.5));
    painter.setBrush(theme.card);
    painter.drawRoundedRect(box, 3, 3);
    painter.drawText(box.adjusted(margin_px, margin_px, -margin_px, -margin_px), Qt::TextWordWrap,
                     refusal_);
}

QString PlanView::drag_text() const {
    const std::string camera = document_.selected_camera();
    const RunAssessment* run = document_.assessment().run(camera);
    if (!run || !run->connected) return q(camera);
    return q(shown(run->length_m, Unit::metre, document_.units())) + ": " + q(title(run->verdict)) +
           (run->verdict == Verdict::holds ? QString()
                                           : "\n" + q(run_sentence(*run, document_.text())));
}

void PlanView::paint_tool(QPainter& painter) {
    const Theme& theme = theme_of(*this);
    if (dragging_ && grabbed_.what == PlanHit::What::device) say(painter, last_pixel_, drag_text());
    if (!points_.empty()) {
        QPolygonF line = map_.to_pixels(points_);
        const bool growing = draws_points() || points_.size() == 1;
        const QPointF end = snapped(cursor_);
        if (growing) line.append(end);
        painter.setPen(QPen(theme.copper, 2, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawPolyline(line);
        std::vector<Point> drawn = points_;
        if (growing) drawn.push_back(map_.to_site(end));
        if (!known_length_->isVisible()) {
            say(painter, end, q(shown(polyline_length_m(drawn), Unit::metre, document_.units())));
        }
    }
    paint_sight(painter);
    if (const Device* from = find_device(document_.site(), cable_from_)) {
        painter.setPen(QPen(theme.copper, 2, Qt::DashLine));
        painter.drawLine(map_.to_pixel(from->at), cursor_);
        say(painter, cursor_,
            q(shown(distance_m(from->at, map_.to_site(cursor_)), Unit::metre, document_.units())));
    }
    if (tool_ == PlanTool::select || !by_keyboard_) return;
    painter.setPen(QPen(theme.ink, 1));
    painter.drawLine(cursor_ - QPointF(12, 0), cursor_ + QPointF(12, 0));
    painter.drawLine(cursor_ - QPointF(0, 12), cursor_ + QPointF(0, 12));
}

// While a radio is placed: the line to the head end's mast, clear or cut.
void PlanView::paint_sight(QPainter& painter) {
    const Kind* kind = document_.catalogue().find(unit_kind_);
    if (tool_ != PlanTool::unit || !kind || !kind->radio) return;
    const Site& site = document_.site();
    const Place* head = head_end_of(site);
    const Point here = map_.to_site(cursor_);
    if (!head || distance_m(head->at, here) < 5) return;
    const Place* there = nullptr;
    for (const Place& place : site.places) {
        if (std::abs(here.x_m - place.at.x_m) <= place.width_m / 2 &&
            std::abs(here.y_m - place.at.y_m) <= place.depth_m / 2)
            there = &place;
    }
    const RadioPath path = radio_path_between(
        site, *kind->radio, head->at, head->mast_m, kind->radio->transmit_dbm, *kind->radio, here,
        there ? there->mast_m : bare_mast_m, kind->radio->transmit_dbm);
    const Theme& theme = theme_of(*this);
    const bool cut = path.clearance.cut();
    const bool clear = path.clearance.clear();
    painter.setPen(QPen(cut     ? theme.fails
                        : clear ? theme.holds
                                : theme.tight,
                        2.5, cut ? Qt::DashLine : Qt::SolidLine));
    painter.drawLine(map_.to_pixel(head->at), cursor_);
    const QString length = q(shown(path.distance_m, Unit::metre, document_.units()));
    const QString what =
        path.clearance.obstacle.empty() ? tr("the ground") : q(path.clearance.obstacle);
    const QString by = q(shown(std::abs(path.clearance.least_m), Unit::metre, document_.units()));
    say(painter, cursor_,
        cut     ? tr("%1: %2 cuts the line by %3").arg(length, what, by)
        : clear ? tr("%1: clear, %2 to spare over %3").arg(length, by, what)
                : tr("%1: %2 stands in the zone, %3 below the line").arg(length, what, by));
}

// To devices, pathway points and pathways close by.
QPointF PlanView::snapped(QPointF pixel) const {
    const Point at = map_.to_site(pixel);
    double nearest = map_.to_metres(snap_px);
    Point best = at;
    const auto offer = [&](Point point) {
        const double away_m = distance_m(point, at);
        if (away_m >= nearest) return;
        nearest = away_m;
        best = point;
    };
    for (const Pathway& pathway : document_.site().pathways) {
        for (const Point& point : pathway.points) offer(point);
    }
    for (const Device& device : document_.site().devices) offer(device.at);
    if (distance_m(best, at) > 0) return map_.to_pixel(best);
    for (const Pathway& pathway : document_.site().pathways) offer(project(pathway.points, at).at);
    return map_.to_pixel(best);
}

void PlanView::mousePressEvent(QMouseEvent* event) {
    by_keyboard_ = false;
    refusal_.clear();
    cursor_ = press_pixel_ = last_pixel_ = event->position();
    if (event->button() == Qt::MiddleButton) {
        panning_ = true;
        return;
    }
    if (event->button() != Qt::LeftButton) return;
    pressed_ = true;
    if (tool_ == PlanTool::scale && document_.site().drawing && points_.size() != 1) {
        points_ = {map_.to_site(event->position())};
        return;
    }
    if (tool_ != PlanTool::select) {
        act_at(event->position());
        return;
    }
    grabbed_ = under(event->position());
    document_.select(grabbed_.id);
    if (const Device* device = find_device(document_.site(), grabbed_.id))
        grabbed_from_ = device->at;
    if (const Place* place = find_place(document_.site(), grabbed_.id)) grabbed_from_ = place->at;
    panning_ = grabbed_.what == PlanHit::What::nothing;
}

void PlanView::drag_to(QPointF pixel) {
    const Point start = map_.to_site(press_pixel_);
    const Point now = map_.to_site(pixel);
    const Site& site = document_.committed();
    if (grabbed_.what == PlanHit::What::pathway_point) {
        Pathway pathway = or_nothing(find_pathway(site, grabbed_.id));
        pathway.points[grabbed_.point] = now;
        document_.preview(replace_pathway(site, pathway));
        return;
    }
    if (grabbed_.what == PlanHit::What::obstacle_point) {
        Obstacle obstacle = or_nothing(find_obstacle(site, grabbed_.id));
        obstacle.points[grabbed_.point] = now;
        document_.preview(replace_obstacle(site, obstacle));
        return;
    }
    if (grabbed_.what == PlanHit::What::beam) {
        const DeviceNumber radio = beam_of_selected(document_);
        if (!radio) return;
        const Point from = map_.to_site(layout_.marks[radio]);
        document_.preview(set_azimuth(site, grabbed_.id, std::round(bearing_deg(from, now))));
        return;
    }
    Point to{grabbed_from_.x_m + now.x_m - start.x_m, grabbed_from_.y_m + now.y_m - start.y_m};
    document_.preview_move(grabbed_.id, to);
}

// A run of the list over the plan stands there for as long; the length that was stated stays.
void PlanView::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasFormat(dragged_run_type)) event->acceptProposedAction();
}

void PlanView::dragMoveEvent(QDragMoveEvent* event) {
    if (!event->mimeData()->hasFormat(dragged_run_type)) return;
    document_.preview_move(event->mimeData()->data(dragged_run_type).toStdString(),
                           map_.to_site(event->position()));
    event->acceptProposedAction();
}

void PlanView::dragLeaveEvent(QDragLeaveEvent*) { document_.cancel_preview(); }

void PlanView::dropEvent(QDropEvent* event) {
    if (!event->mimeData()->hasFormat(dragged_run_type)) return;
    const std::string id = event->mimeData()->data(dragged_run_type).toStdString();
    document_.preview_move(id, map_.to_site(event->position()));
    document_.commit_preview(tr("Put %1 on the plan").arg(q(id)));
    document_.select(id);
    event->acceptProposedAction();
    setFocus();
}

void PlanView::put_on_plan() {
    const std::string id = document_.selected_camera();
    const Device* device = find_device(document_.committed(), id);
    if (!device) {
        emit document_.refused(tr("Choose a camera that stands on no plan first."));
        return;
    }
    if (device->stated_run_m <= 0) {
        emit document_.refused(tr("%1 has its place on the plan already.").arg(q(id)));
        return;
    }
    const Point middle = map_.to_site({width() / 2.0, height() / 2.0});
    document_.edit(tr("Put %1 on the plan").arg(q(id)),
                   move_object(document_.committed(), id, middle));
    document_.select(id);
    setFocus();
}

void PlanView::mouseMoveEvent(QMouseEvent* event) {
    by_keyboard_ = false;
    cursor_ = event->position();
    if (panning_) {
        own_view_ = true;
        map_.pan(event->position() - last_pixel_);
    } else if (pressed_ && tool_ == PlanTool::select) {
        const QPointF moved = event->position() - press_pixel_;
        const bool movable =
            grabbed_.what == PlanHit::What::device || grabbed_.what == PlanHit::What::place ||
            grabbed_.what == PlanHit::What::pathway_point ||
            grabbed_.what == PlanHit::What::obstacle_point || grabbed_.what == PlanHit::What::beam;
        if (movable && (dragging_ || std::hypot(moved.x(), moved.y()) > drag_starts_px)) {
            dragging_ = true;
            last_pixel_ = event->position();
            drag_to(event->position());
        }
    }
    last_pixel_ = event->position();
    update();
}

void PlanView::end_drag() {
    if (dragging_) {
        document_.commit_preview(grabbed_.what == PlanHit::What::beam
                                     ? tr("Turn %1").arg(q(grabbed_.id))
                                     : tr("Move %1").arg(q(grabbed_.id)));
    }
    dragging_ = false;
}

void PlanView::mouseReleaseEvent(QMouseEvent* event) {
    end_drag();
    if (pressed_ && tool_ == PlanTool::scale && points_.size() == 1) {
        const QPointF moved = event->position() - press_pixel_;
        if (std::hypot(moved.x(), moved.y()) > drag_starts_px) act_at(event->position());
    }
    pressed_ = panning_ = false;
    update();
}

void PlanView::mouseDoubleClickEvent(QMouseEvent* event) {
    if (draws_points())
        end_points();
    else
        mousePressEvent(event);
}

void PlanView::wheelEvent(QWheelEvent* event) {
    own_view_ = true;
    map_.zoom(std::pow(1.0015, event->angleDelta().y()), event->position());
    update();
}

void PlanView::nudge(QPointF step) {
    if (tool_ != PlanTool::select) {
        by_keyboard_ = true;
        cursor_ += step * key_step_px;
        update();
        return;
    }
    const Device* device = find_device(document_.site(), document_.selected());
    if (device) cursor_ = map_.to_pixel(device->at);
    if (!device) {
        own_view_ = true;
        map_.pan(-step * 40);
        update();
        return;
    }
    const Point to{device->at.x_m + step.x(), device->at.y_m + step.y()};
    document_.edit(tr("Move %1").arg(q(device->id)),
                   move_object(document_.committed(), device->id, to));
}

void PlanView::keyPressEvent(QKeyEvent* event) {
    refusal_.clear();
    const double size = event->modifiers() & Qt::ShiftModifier ? 10 : 1;
    switch (event->key()) {
        case Qt::Key_Left: return nudge({-size, 0});
        case Qt::Key_Right: return nudge({size, 0});
        case Qt::Key_Up: return nudge({0, -size});
        case Qt::Key_Down: return nudge({0, size});
        case Qt::Key_Plus:
        case Qt::Key_Equal: return zoom(1.25);
        case Qt::Key_Minus: return zoom(0.8);
        case Qt::Key_Return:
        case Qt::Key_Enter:
            if (draws_points() && !by_keyboard_) return end_points();
            if (draws_points() && points_.size() > 1 &&
                distance_m(points_.back(), map_.to_site(snapped(cursor_))) < map_.to_metres(2)) {
                return end_points();
            }
            if (tool_ != PlanTool::select) return act_at(cursor_);
            break;
        case Qt::Key_Backspace:
            if (draws_points() && !points_.empty()) {
                points_.pop_back();
                return update();
            }
            break;
        case Qt::Key_Escape:
            if (dragging_) {
                dragging_ = pressed_ = false;
                return document_.cancel_preview();
            }
            if (tool_ != PlanTool::select) return set_tool(PlanTool::select);
            return document_.select("");
        default: break;
    }
    QWidget::keyPressEvent(event);
}

}  // namespace ovant
