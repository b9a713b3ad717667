// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/site_card.h"

#include <QFileInfo>
#include <QLocale>
#include <QPainter>

namespace ovant {

SiteCard::SiteCard(const QString& path, const QString& note, QWidget* parent)
    : QAbstractButton(parent), note_(note) {
    glance_.path = path;
    setObjectName("recentFile");
    setText(QFileInfo(path).fileName() + (note.isEmpty() ? QString() : ", " + note));
    setToolTip(path);
    setAccessibleName(text());
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void SiteCard::set_glance(const SiteGlance& glance) {
    glance_ = glance;
    looked_at_ = true;
    setAccessibleName(
        text() + ", " +
        (glance.trouble.isEmpty() ? tr("%n cameras", nullptr, glance.cameras) : glance.trouble));
    if (!glance.trouble.isEmpty()) setToolTip(glance.path + "\n" + glance.trouble);
    update();
}

void SiteCard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& theme = theme_of(*this);
    const bool lit = hasFocus() || underMouse();
    painter.setPen(QPen(lit ? theme.copper : theme.rule, lit ? 1.5 : 1));
    painter.setBrush(theme.card);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 4, 4);
    const QRectF picture(QPointF(8, 8), picture_size);
    if (!glance_.picture.isNull()) painter.drawImage(picture.topLeft(), glance_.picture);
    painter.setPen(theme.rule);
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(picture);

    const double left = picture.right() + 12, width = this->width() - left - 10;
    double y = 9;
    const auto line = [&](const QString& text, const QFont& font, const QColor& colour) {
        painter.setFont(font);
        painter.setPen(colour);
        const QFontMetricsF metrics(font);
        painter.drawText(QRectF(left, y, width, metrics.height()), Qt::AlignVCenter,
                         metrics.elidedText(text, Qt::ElideRight, width));
        y += metrics.height() + 3;
    };
    const QString file = QFileInfo(glance_.path).fileName();
    line(glance_.name.isEmpty() ? file : glance_.name, text_font(*this, 1.05, true), theme.ink);
    line(note_.isEmpty() ? file : file + ", " + note_, text_font(*this, 0.9),
         note_.isEmpty() ? theme.quiet : theme.copper);
    if (!looked_at_) return;
    if (!glance_.trouble.isEmpty()) {
        painter.setFont(text_font(*this, 0.9));
        painter.setPen(theme.fails);
        painter.drawText(QRectF(left, y, width, height() - y - 6), Qt::TextWordWrap,
                         glance_.trouble);
        return;
    }
    line(tr("%1 cameras, %2")
             .arg(glance_.cameras)
             .arg(QLocale::c().toString(glance_.changed, "yyyy-MM-dd HH:mm")),
         text_font(*this, 0.9), theme.quiet);
    double x = left;
    const std::pair<Verdict, int> counts[] = {{Verdict::holds, glance_.summary.holds},
                                              {Verdict::tight, glance_.summary.tight},
                                              {Verdict::fails, glance_.summary.fails},
                                              {Verdict::unknown, glance_.summary.unknown}};
    painter.setFont(text_font(*this, 0.95));
    for (const auto& [verdict, count] : counts) {
        if (count == 0) continue;
        const QString number = QString::number(count);
        const QFontMetricsF metrics(painter.font());
        paint_verdict(painter, theme, verdict, {x + 5, y + metrics.height() / 2}, 10);
        painter.setPen(theme.ink);
        painter.drawText(QPointF(x + 15, y + metrics.ascent()), number);
        x += 15 + metrics.horizontalAdvance(number) + 14;
    }
}

}  // namespace ovant
