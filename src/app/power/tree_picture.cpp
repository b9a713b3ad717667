// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/tree_picture.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <functional>

#include "app/document/day_player.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"

namespace ovant {
namespace {

constexpr double box_height = 40, row_pitch = 48, gap = 34, edge = 14, most_box_width = 190;
constexpr int columns = 4;  // mains, backups, units, what they feed
constexpr double thickest_px = 14;

}  // namespace

TreePicture::TreePicture(Document& document, QWidget* parent)
    : QWidget(parent), document_(document) {
    setObjectName("powerTree");
    setAccessibleName(tr("Where the watts flow"));
    setToolTip(
        tr("Each box: what it takes at the worst, or at the moment of the day that is looked "
           "at. Click to choose the unit."));
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, &WhenSeen::ask);
    connect(&document_, &Document::selection_changed, this, qOverload<>(&QWidget::update));
    connect(&document_.day(), &DayPlayer::moment_changed, this, qOverload<>(&QWidget::update));
}

void TreePicture::refresh() {
    boxes_.clear();
    const std::vector<PowerNode> nodes = power_tree(document_.network(), document_.assessment());
    double row = 0;
    // A node stands beside the middle of what it feeds.
    const std::function<double(const std::string&, int)> place = [&](const std::string& parent,
                                                                     int depth) {
        double first = -1, last = -1;
        for (const PowerNode& node : nodes) {
            if (node.parent != parent || node.kind == PowerNodeKind::group) continue;
            const std::size_t at = boxes_.size();
            const bool under_mains = parent.empty() && node.kind != PowerNodeKind::backup;
            const int column = std::min(columns - 1, under_mains ? 2 : depth);
            boxes_.push_back({node, column, 0});
            double y = place(node.id, column + 1);
            if (y < 0) y = row++;
            boxes_[at].y = y;
            if (first < 0) first = y;
            last = y;
        }
        return first < 0 ? -1 : (first + last) / 2;
    };
    place("", 1);
    setMinimumHeight(static_cast<int>(row * row_pitch + 2 * edge));
    update();
}

QRectF TreePicture::rect_of(const Box& box) const {
    const double wide =
        std::min(most_box_width, (width() - 2 * edge - 46 - (columns - 1) * gap) / (columns - 1.0));
    return {edge + 46 + gap + (box.depth - 1) * (wide + gap), edge + box.y * row_pitch, wide,
            box_height};
}

QRectF TreePicture::box_of(const std::string& node) const {
    for (const Box& box : boxes_) {
        if (box.node.id == node) return rect_of(box);
    }
    return {};
}

// At the moment of the day that is looked at, else at the worst.
double TreePicture::watts_of(const Box& box) const {
    const DayPlayer& day = document_.day();
    if (!day.moment_s() || !day.result()) return box.node.input_w;
    if (const TakenDay* taken = day.result()->taken_by(box.node.id))
        return sample_at(taken->watts, *day.moment_s());
    if (box.node.kind != PowerNodeKind::backup) return box.node.input_w;
    double sum_w = 0;
    for (const Box& other : boxes_) {
        if (other.node.parent == box.node.id) sum_w += watts_of(other);
    }
    return sum_w;
}

void TreePicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& theme = theme_of(*this);
    if (boxes_.empty()) {
        painter.setPen(theme.quiet);
        painter.drawText(rect(), Qt::AlignCenter, tr("Nothing takes power yet."));
        return;
    }
    double most_w = 1;
    for (const Box& box : boxes_) most_w = std::max(most_w, watts_of(box));
    const QRectF mains(edge, edge, 46, height() - 2 * edge);
    for (const Box& box : boxes_) {
        const QRectF to = rect_of(box);
        QPointF from(mains.right(), to.center().y());
        if (!box.node.parent.empty()) {
            const QRectF parent = box_of(box.node.parent);
            from = {parent.right(), parent.center().y()};
        }
        QPainterPath flow(from);
        const QPointF end(to.left(), to.center().y());
        flow.cubicTo({from.x() + gap / 2, from.y()}, {end.x() - gap / 2, end.y()}, end);
        QColor colour = theme.copper;
        colour.setAlpha(150);
        const double watts = watts_of(box);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(watts > 0 ? QPen(colour, 1 + thickest_px * watts / most_w)
                                 : QPen(theme.rule, 1, Qt::DashLine));
        painter.drawPath(flow);
    }
    painter.setPen(QPen(theme.rule, 1));
    painter.setBrush(theme.card);
    painter.drawRect(mains);
    painter.setPen(theme.ink);
    painter.setFont(text_font(*this, 0.9, true));
    painter.save();
    painter.translate(mains.center());
    painter.rotate(-90);
    painter.drawText(QRectF(-120, -12, 240, 24), Qt::AlignCenter, tr("Mains, panels"));
    painter.restore();
    for (const Box& box : boxes_) paint_box(painter, box);
}

void TreePicture::paint_box(QPainter& painter, const Box& box) const {
    const Theme& theme = theme_of(*this);
    const QRectF area = rect_of(box);
    const std::string device = box.node.id.substr(0, box.node.id.find('/'));
    const bool chosen = device == document_.selected();
    painter.setPen(QPen(chosen ? theme.ink : theme.rule, chosen ? 2 : 1));
    painter.setBrush(theme.card);
    painter.drawRoundedRect(area, 3, 3);
    const UnitSystem units = document_.units();
    const double line = area.height() / 2;
    paint_verdict(painter, theme, box.node.verdict, {area.left() + 11, area.top() + line / 2 + 3},
                  9);
    painter.setFont(text_font(*this, 0.88, true));
    painter.setPen(theme.ink);
    const Device* unit = find_device(document_.judged(), device);
    const bool battery = box.node.kind == PowerNodeKind::backup;
    QString name = q(device);
    if (unit && !unit->name.empty()) name = q(unit->name);
    if (battery && box.node.id != device) name = tr("Battery of %1").arg(name);
    const auto write = [&](double from, const QRectF& row, const QString& text) {
        const double wide = row.right() - 6 - from;
        painter.drawText(
            QRectF(from, row.top(), wide, row.height()), Qt::AlignLeft | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(wide)));
    };
    write(area.left() + 20, QRectF(area.left(), area.top() + 2, area.width(), line), name);
    const QRectF second(area.left(), area.top() + line - 1, area.width(), line);
    painter.setFont(text_font(*this, 0.85, true));
    const QString watts = q(shown(watts_of(box), Unit::watt, units));
    write(area.left() + 8, second, watts);
    const double after = area.left() + 14 + painter.fontMetrics().horizontalAdvance(watts);
    painter.setFont(text_font(*this, 0.8));
    painter.setPen(theme.quiet);
    QString below;
    const DayPlayer& day = document_.day();
    if (battery) {
        for (const Check& check : document_.assessment().site_checks) {
            if (check.id == CheckId::backup_time && check.subject == device)
                below = tr("lasts %1").arg(q(duration_text(check.value * 3600)));
        }
        if (day.moment_s() && day.result()) {
            for (const BackupDay& one : day.result()->backups) {
                if (one.id == device && one.wh.front().value > 0)
                    below = tr("%1 % left")
                                .arg(std::lround(100 * sample_at(one.wh, *day.moment_s()) /
                                                 one.wh.front().value));
            }
        }
    } else if (box.node.budget_w > 0) {
        below = box.node.left_w >= 0
                    ? tr("%1 left").arg(q(shown(box.node.left_w, Unit::watt, units)))
                    : tr("%1 too much").arg(q(shown(-box.node.left_w, Unit::watt, units)));
    } else {
        below = tr("for itself");
    }
    write(after, second, below);
}

void TreePicture::mousePressEvent(QMouseEvent* event) {
    for (const Box& box : boxes_) {
        if (rect_of(box).contains(event->position()))
            document_.select(box.node.id.substr(0, box.node.id.find('/')));
    }
}

}  // namespace ovant
