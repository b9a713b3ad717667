// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/switch_chart.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

#include "app/kit/q.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"

namespace ovant {

SwitchChart::SwitchChart(QWidget* parent) : QWidget(parent) {
    setObjectName("switchChart");
    setMinimumHeight(9 * fontMetrics().height());
    show_port({}, {});
}

void SwitchChart::show_port(const QString& name, std::vector<WatchMoment> moments) {
    name_ = name;
    moments_ = std::move(moments);
    setAccessibleName(moments_.empty() ? tr("Watts over time: nothing has been read yet")
                                       : tr("%1: %2 W, read %3 times")
                                             .arg(name_)
                                             .arg(moments_.back().watts, 0, 'f', 1)
                                             .arg(moments_.size()));
    update();
}

void SwitchChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& theme = theme_of(*this);
    const double line = fontMetrics().height();
    painter.setPen(theme.quiet);
    if (moments_.size() < 2) {
        painter.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap,
                         tr("Choose a port and watch: its watts over time stand here, before the "
                            "band of what would be as promised."));
        return;
    }
    double top_w = 1;
    for (const WatchMoment& moment : moments_) {
        top_w = std::max(top_w, moment.watts);
        if (moment.judged.verdict != ReadingVerdict::no_promise)
            top_w = std::max(top_w, moment.judged.most);
    }
    top_w *= 1.08;
    const QString top_text = tr("%1 W").arg(std::ceil(top_w));
    const QRectF area(fontMetrics().horizontalAdvance(top_text) + 8, line * 1.3,
                      width() - fontMetrics().horizontalAdvance(top_text) - 16,
                      height() - line * 2.6);
    const double from_s = moments_.front().t_s;
    const double span_s = std::max(1e-9, moments_.back().t_s - from_s);
    const auto at = [&](double t_s, double watts) {
        return QPointF(area.left() + (t_s - from_s) / span_s * area.width(),
                       area.bottom() - watts / std::ceil(top_w) * area.height());
    };
    painter.setPen(theme.ink);
    painter.drawText(
        QRectF(area.left(), 0, area.width(), line), Qt::AlignLeft,
        fontMetrics().elidedText(name_, Qt::ElideRight, static_cast<int>(area.width())));
    // A promise holds from its reading to the next.
    painter.setPen(Qt::NoPen);
    QColor band = theme.holds;
    band.setAlphaF(0.22F);
    painter.setBrush(band);
    for (std::size_t i = 0; i + 1 < moments_.size(); ++i) {
        const JudgedReading& judged = moments_[i].judged;
        if (judged.verdict == ReadingVerdict::no_promise) continue;
        painter.drawRect(
            QRectF(at(moments_[i].t_s, judged.most), at(moments_[i + 1].t_s, judged.least)));
    }
    painter.setPen(QPen(theme.rule, 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawLine(area.bottomLeft(), area.bottomRight());
    painter.drawLine(area.bottomLeft(), area.topLeft());
    QPolygonF line_of;
    for (const WatchMoment& moment : moments_) line_of << at(moment.t_s, moment.watts);
    painter.setPen(QPen(theme.ink, 1.6));
    painter.drawPolyline(line_of);
    for (const WatchMoment& moment : moments_) {
        if (moment.judged.verdict == ReadingVerdict::off ||
            moment.judged.verdict == ReadingVerdict::impossible)
            paint_verdict(painter, theme, mark_of(moment.judged.verdict),
                          at(moment.t_s, moment.watts), 9);
    }
    painter.setPen(theme.quiet);
    painter.drawText(QRectF(0, area.top() - line / 2, area.left() - 5, line), Qt::AlignRight,
                     top_text);
    painter.drawText(QRectF(0, area.bottom() - line / 2, area.left() - 5, line), Qt::AlignRight,
                     tr("0 W"));
    const QRectF below(area.left(), area.bottom() + 3, area.width(), line);
    const auto clock = [](const std::string& when) {
        return when.size() >= 16 ? q(when.substr(11, 5)) : QString();
    };
    painter.drawText(below, Qt::AlignLeft, clock(moments_.front().when));
    painter.drawText(below, Qt::AlignRight, clock(moments_.back().when));
}

}  // namespace ovant
