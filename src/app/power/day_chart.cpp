// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/day_chart.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

#include "app/document/day_player.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"

namespace ovant {
namespace {

constexpr double least_watts_height = 104, most_watts_height = 240;
constexpr double step_s = 600;  // of the arrow keys

// What happens in one column of pixels of a band.
enum Seen : unsigned { seen_on = 1, seen_off = 2, seen_start = 4, seen_wait = 8, seen_blind = 16 };

unsigned seen_as(CameraState state) {
    switch (state) {
        case CameraState::on: return seen_on;
        case CameraState::off: return seen_off;
        case CameraState::starting: return seen_start;
        case CameraState::refused: return seen_wait;
        case CameraState::no_picture: return seen_blind;
    }
    return 0;
}

}  // namespace

DayChart::DayChart(Document& document, QWidget* parent) : QWidget(parent), document_(document) {
    setObjectName("dayChart");
    setAccessibleName(tr("The day"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(false);
    setToolTip(
        tr("Drag to look at a moment. Left and right move it by ten minutes, Space plays, N "
           "goes to the next trouble, Escape lets go of the moment."));
    DayPlayer& day = document_.day();
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&day, &DayPlayer::changed, when_seen, &WhenSeen::ask);
    connect(&day, &DayPlayer::moment_changed, this, qOverload<>(&QWidget::update));
    connect(&document_, &Document::selection_changed, this, qOverload<>(&QWidget::update));
    connect(&document_, &Document::changed, when_seen, &WhenSeen::ask);
}

void DayChart::set_unit(const std::string& device) {
    unit_ = device;
    refresh();
}

void DayChart::refresh() {
    cameras_.clear();
    const Network& net = document_.network();
    for (const Run& run : net.runs) {
        if (run.source && net.device(run.source.device).id == unit_)
            cameras_.push_back(net.device(run.camera).id);
    }
    setMinimumHeight(static_cast<int>(least_watts_height + 2 * line() + 26 +
                                      band_pitch() * static_cast<double>(cameras_.size())));
    update();
}

double DayChart::line() const { return QFontMetricsF(text_font(*this, 0.85)).height(); }
// The watts take what the bands leave.
double DayChart::watts_height() const {
    const double rest = 2 * line() + 26 + band_pitch() * static_cast<double>(cameras_.size());
    return std::clamp(height() - rest, least_watts_height, most_watts_height);
}
double DayChart::left() const { return 62; }
double DayChart::right() const { return width() - 16; }
double DayChart::bands_top() const { return line() + 10 + watts_height() + 8; }
double DayChart::band_pitch() const { return line() + 5; }

double DayChart::x_at(double t_s) const {
    const auto day = document_.day().result();
    return left() + (right() - left()) * t_s / (day ? day->length_s : 86400);
}

double DayChart::t_at(double x) const {
    const auto day = document_.day().result();
    const double length_s = day ? day->length_s : 86400;
    return std::clamp((x - left()) / (right() - left()), 0.0, 1.0) * (length_s - 1);
}

double DayChart::y_of(const std::string& camera) const {
    const auto found = std::find(cameras_.begin(), cameras_.end(), camera);
    return bands_top() + band_pitch() * (static_cast<double>(found - cameras_.begin()) + 0.5);
}

void DayChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto day = document_.day().result();
    if (!day) {
        painter.setPen(theme_of(*this).quiet);
        painter.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap,
                         document_.day().working()
                             ? tr("The day is being worked out…")
                             : tr("Set the day in Settings: its date is none."));
        return;
    }
    paint_night(painter);
    paint_watts(painter);
    for (const std::string& camera : cameras_) {
        if (const CameraDay* one = day->camera(camera)) paint_band(painter, *one, y_of(camera));
    }
    paint_hours(painter);
    paint_marker(painter);
    if (hasFocus()) paint_focus(painter, theme_of(*this), rect());
}

void DayChart::paint_night(QPainter& painter) const {
    const Theme& theme = theme_of(*this);
    const auto day = document_.day().result();
    const double top = line() + 10;
    const double bottom = bands_top() + band_pitch() * static_cast<double>(cameras_.size());
    const auto shade = [&](double from_s, double to_s, const QColor& colour, Qt::BrushStyle style) {
        painter.fillRect(QRectF(x_at(from_s), top, x_at(to_s) - x_at(from_s), bottom - top),
                         QBrush(colour, style));
    };
    const double length_s = day->length_s;
    if (!day->sun.always_up) {
        for (double from_s = 0; from_s < length_s; from_s += 86400) {
            const bool dark = day->sun.always_down;
            shade(from_s, from_s + (dark ? 86400 : day->sun.sunrise_s), theme.track,
                  Qt::SolidPattern);
            if (!dark)
                shade(from_s + day->sun.sunset_s, std::min(length_s, from_s + 86400), theme.track,
                      Qt::SolidPattern);
        }
    }
    if (day->plan.outage_at_h) {
        const double from_s = *day->plan.outage_at_h * 3600;
        const double to_s = std::min(length_s, from_s + day->plan.outage_h * 3600);
        QColor colour = theme.fails;
        colour.setAlpha(70);
        shade(from_s, to_s, colour, Qt::BDiagPattern);
        painter.setFont(text_font(*this, 0.8));
        painter.setPen(theme.fails);
        const QString text = tr("no mains");
        if (painter.fontMetrics().horizontalAdvance(text) < x_at(to_s) - x_at(from_s) - 4)
            painter.drawText(QPointF(x_at(from_s) + 3, top + watts_height() - 5), text);
    }
}

void DayChart::paint_series(QPainter& painter, const std::vector<Sample>& series, double full_w,
                            bool kept) const {
    if (series.empty()) return;
    const Theme& theme = theme_of(*this);
    const double base = line() + 10 + watts_height();
    const auto y_at = [&](double watts) { return base - watts_height() * watts / full_w; };
    // The least and the most of each column of pixels: a loop of restarts stays to be seen.
    const int columns = std::max(1, static_cast<int>(right() - left()));
    QPolygonF most;
    std::vector<double> least_y;
    std::size_t next = 0;
    double value = 0;
    for (int column = 0; column <= columns; ++column) {
        const double until = t_at(left() + column + 1);
        double low = value, high = value;
        bool first = true;
        while (next < series.size() && series[next].t_s <= until) {
            value = series[next++].value;
            if (first && column == 0) low = high = value;
            first = false;
            low = std::min(low, value);
            high = std::max(high, value);
        }
        most.append({left() + column, y_at(high)});
        least_y.push_back(y_at(low));
    }
    if (kept) {
        painter.setPen(QPen(theme.quiet, 1, Qt::DashLine));
        painter.drawPolyline(most);
        return;
    }
    QPolygonF area = most;
    area.append({right(), base});
    area.append({left(), base});
    QColor pale = theme.copper;
    pale.setAlpha(60);
    painter.setPen(Qt::NoPen);
    painter.setBrush(pale);
    painter.drawPolygon(area);
    painter.setPen(QPen(theme.copper, 1.4));
    painter.drawPolyline(most);
    painter.setPen(QPen(theme.copper, 1));
    for (std::size_t i = 0; i < least_y.size(); ++i) {
        if (least_y[i] - most[static_cast<int>(i)].y() > 2)
            painter.drawLine(most[static_cast<int>(i)],
                             QPointF(most[static_cast<int>(i)].x(), least_y[i]));
    }
}

void DayChart::paint_watts(QPainter& painter) const {
    const Theme& theme = theme_of(*this);
    const auto day = document_.day().result();
    const UnitDay* unit = day->unit(unit_);
    const double top = line() + 10, base = top + watts_height();
    const double budget_w = unit ? unit->budget_w : 0;
    const double full_w = std::max({10.0, budget_w, unit ? unit->peak_w : 0}) * 1.08;
    const auto y_at = [&](double watts) { return base - watts_height() * watts / full_w; };
    painter.setFont(text_font(*this, 0.8));
    // Four round steps.
    const double raw = full_w / 4;
    const double ten = std::pow(10, std::floor(std::log10(raw)));
    const double step_w = raw / ten > 5 ? 10 * ten : raw / ten > 2 ? 5 * ten : 2 * ten;
    for (double watts = 0; watts < full_w; watts += step_w) {
        painter.setPen(QPen(theme.rule, 1));
        painter.drawLine(QPointF(left(), y_at(watts)), QPointF(right(), y_at(watts)));
        if (budget_w > 0 && std::abs(y_at(watts) - y_at(budget_w)) < line()) continue;
        painter.setPen(theme.quiet);
        painter.drawText(QRectF(0, y_at(watts) - line() / 2, left() - 6, line()),
                         Qt::AlignRight | Qt::AlignVCenter,
                         q(shown_number(watts, Unit::watt, document_.units())));
    }
    if (!unit) return;
    if (const auto kept = document_.day().kept()) {
        if (const UnitDay* before = kept->unit(unit_))
            paint_series(painter, before->watts, full_w, true);
    }
    paint_series(painter, unit->watts, full_w, false);
    painter.setPen(QPen(theme.fails, 1.4));
    painter.drawLine(QPointF(left(), y_at(budget_w)), QPointF(right(), y_at(budget_w)));
    painter.drawText(QRectF(0, y_at(budget_w) - line() / 2, left() - 6, line()),
                     Qt::AlignRight | Qt::AlignVCenter,
                     q(shown(budget_w, Unit::watt, document_.units())));
}

// What is seen of a camera in each column of pixels, and whether its motors run there.
struct BandColumns {
    std::vector<unsigned> seen;
    std::vector<char> motors;
};

BandColumns DayChart::columns_of(const CameraDay& camera) const {
    const int count = std::max(1, static_cast<int>(right() - left()));
    BandColumns out{std::vector<unsigned>(static_cast<std::size_t>(count), 0),
                    std::vector<char>(static_cast<std::size_t>(count), 0)};
    for (std::size_t i = 0; i < camera.moments.size(); ++i) {
        const CameraMoment& moment = camera.moments[i];
        const int from = std::clamp(static_cast<int>(x_at(moment.t_s) - left()), 0, count - 1);
        const int to =
            std::clamp(static_cast<int>(x_at(until_s(camera, i)) - left()), from, count - 1);
        for (int x = from; x <= to; ++x) {
            out.seen[static_cast<std::size_t>(x)] |= seen_as(moment.state);
            if (moment.uses & uses_motors) out.motors[static_cast<std::size_t>(x)] = 1;
        }
    }
    return out;
}

double DayChart::until_s(const CameraDay& camera, std::size_t moment) const {
    return moment + 1 < camera.moments.size() ? camera.moments[moment + 1].t_s
                                              : document_.day().result()->length_s;
}

// A stretch of a band: calm, waiting, restarting again and again, off, or without a picture.
void DayChart::paint_stretch(QPainter& painter, const QRectF& part, unsigned what) const {
    const Theme& theme = theme_of(*this);
    QColor calm = theme.holds, grey = theme.unknown, dim = theme.fails;
    calm.setAlpha(54);
    grey.setAlpha(90);
    dim.setAlpha(120);
    if (what == seen_on) return painter.fillRect(part, calm);
    if (what & seen_wait) {
        painter.fillRect(part, grey);
        return painter.fillRect(part, QBrush(theme.fails, Qt::BDiagPattern));
    }
    if ((what & seen_start) && (what & (seen_off | seen_on)) && part.width() > 6) {
        painter.fillRect(part, calm);
        for (double x = part.left(); x < part.right(); x += 8) {
            painter.fillRect(QRectF(x, part.top(), std::min(4.0, part.right() - x), part.height()),
                             theme.fails);
        }
        return;
    }
    if (what & (seen_off | seen_start))
        return painter.fillRect(part, what & seen_on ? theme.fails : dim);
    painter.fillRect(part, QBrush(grey, Qt::Dense5Pattern));
}

QString DayChart::words_of(const CameraDay& camera) const {
    double waits_s = 0;
    for (std::size_t i = 0; i < camera.moments.size(); ++i) {
        if (camera.moments[i].state == CameraState::refused)
            waits_s += until_s(camera, i) - camera.moments[i].t_s;
    }
    const QString dark = q(duration_text(camera.dark_s));
    QString words;
    if (camera.restarts > 1)
        words = tr("restarts %1 times, dark %2").arg(camera.restarts).arg(dark);
    else if (waits_s > 60)
        words = tr("waits for power %1, dark %2").arg(q(duration_text(waits_s)), dark);
    else if (camera.dark_s > 60)
        words = tr("dark for %1").arg(dark);
    const auto kept = document_.day().kept();
    const CameraDay* before = kept ? kept->camera(camera.camera) : nullptr;
    if (!before || (words.isEmpty() && before->dark_s <= 60)) return words;
    if (words.isEmpty()) words = tr("stays on");
    return words + tr(" (before: dark %1)").arg(q(duration_text(before->dark_s)));
}

void DayChart::paint_band(QPainter& painter, const CameraDay& camera, double y) const {
    const Theme& theme = theme_of(*this);
    const double height = band_pitch() - 7;
    const QRectF band(left(), y - height / 2, right() - left(), height);
    painter.setFont(text_font(*this, 0.85, camera.camera == document_.selected_camera()));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(8, y - line() / 2, left() - 12, line()),
                     Qt::AlignLeft | Qt::AlignVCenter, q(camera.camera));
    painter.setRenderHint(QPainter::Antialiasing, false);
    const BandColumns columns = columns_of(camera);
    const auto family = [](unsigned what) {
        return what == seen_on     ? 0
               : what & seen_wait  ? 1
               : what & seen_start ? 2
               : what & seen_off   ? 3
                                   : 4;
    };
    std::size_t from = 0;
    for (std::size_t x = 1; x <= columns.seen.size(); ++x) {
        if (x < columns.seen.size() && family(columns.seen[x]) == family(columns.seen[from]))
            continue;
        unsigned what = 0;
        for (std::size_t k = from; k < x; ++k) what |= columns.seen[k];
        paint_stretch(painter,
                      QRectF(band.left() + static_cast<double>(from), band.top(),
                             static_cast<double>(x - from), band.height()),
                      what);
        from = x;
    }
    for (std::size_t x = 0; x < columns.motors.size(); ++x) {
        if (columns.motors[x] && columns.seen[x] == seen_on)
            painter.fillRect(QRectF(band.left() + static_cast<double>(x), band.bottom() - 3, 1, 3),
                             theme.copper);
    }
    painter.setRenderHint(QPainter::Antialiasing);
    const QString words = words_of(camera);
    if (words.isEmpty()) return;
    painter.setFont(text_font(*this, 0.8, true));
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 10;
    const QRectF box(band.center().x() - wide / 2, band.top(), wide, band.height());
    QColor page = theme.card;
    page.setAlpha(225);
    painter.fillRect(box, page);
    painter.setPen(camera.dark_s > 60 ? theme.fails : theme.holds);
    painter.drawText(box, Qt::AlignCenter, words);
}

void DayChart::paint_hours(QPainter& painter) const {
    const Theme& theme = theme_of(*this);
    const double bottom = bands_top() + band_pitch() * static_cast<double>(cameras_.size());
    const double length_s = document_.day().result()->length_s;
    painter.setFont(text_font(*this, 0.8));
    painter.setPen(theme.quiet);
    const bool week = length_s > 86400;
    const double step = week ? 86400 : 3 * 3600;
    for (double t_s = 0; t_s <= length_s + 1; t_s += step) {
        const QString text = week           ? tr("day %1").arg(t_s / 86400 + 1)
                             : t_s >= 86400 ? QString("24:00")
                                            : q(clock_text(t_s));
        if (week && t_s >= length_s) break;
        const double wide = 60;
        double x = x_at(t_s) - wide / 2;
        x = std::min(x, right() - wide + 12);
        painter.drawText(QRectF(x, bottom + 2, wide, line()), Qt::AlignCenter, text);
    }
}

void DayChart::paint_marker(QPainter& painter) const {
    const auto moment = document_.day().moment_s();
    if (!moment) return;
    const Theme& theme = theme_of(*this);
    const double x = x_at(*moment);
    painter.setPen(QPen(theme.ink, 1.5));
    painter.drawLine(QPointF(x, line() + 4),
                     QPointF(x, bands_top() + band_pitch() * static_cast<double>(cameras_.size())));
    painter.setFont(text_font(*this, 0.88));
    const QString text = q(clock_text(*moment));
    const double wide = painter.fontMetrics().horizontalAdvance(text) + 12;
    const QRectF box(std::clamp(x - wide / 2, 0.0, width() - wide), 0, wide, line() + 4);
    painter.setBrush(theme.ink);
    painter.setPen(Qt::NoPen);
    painter.drawRoundedRect(box, 2, 2);
    painter.setPen(theme.card);
    painter.drawText(box, Qt::AlignCenter, text);
}

void DayChart::mousePressEvent(QMouseEvent* event) {
    document_.day().play(false);
    document_.day().set_moment(t_at(event->position().x()));
    for (const std::string& camera : cameras_) {
        if (std::abs(event->position().y() - y_of(camera)) < band_pitch() / 2)
            document_.select(camera);
    }
}

void DayChart::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton) document_.day().set_moment(t_at(event->position().x()));
}

void DayChart::keyPressEvent(QKeyEvent* event) {
    DayPlayer& day = document_.day();
    const double now = day.moment_s().value_or(0);
    switch (event->key()) {
        case Qt::Key_Left: day.set_moment(now - step_s); break;
        case Qt::Key_Right: day.set_moment(now + step_s); break;
        case Qt::Key_Home: day.set_moment(0.0); break;
        case Qt::Key_End: day.set_moment(1e9); break;
        case Qt::Key_Space: day.play(!day.playing()); break;
        case Qt::Key_N: day.to_next_trouble(); break;
        case Qt::Key_Escape:
            day.play(false);
            day.set_moment(std::nullopt);
            break;
        default: QWidget::keyPressEvent(event);
    }
}

}  // namespace ovant
