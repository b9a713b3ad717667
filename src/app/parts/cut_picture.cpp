// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/cut_picture.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>

#include "app/kit/q.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"
#include "phrase/parts_text.h"

namespace ovant {

CutPicture::CutPicture(Document& document, const CableCuts& cuts, QWidget* parent)
    : QWidget(parent), document_(document), cuts_(cuts) {
    setObjectName(q("cuts-" + cuts.cable));
    const TextContext text = document.text();
    QStringList spoken;
    for (const PackageCut& cut : cuts_.packages) {
        const QString label = q(label_text(cut.pieces.front()));
        if (is_ready_made(cut) && !rows_.empty() && rows_.back().cut->package == cut.package) {
            rows_.back().leads << label;
            continue;
        }
        Row row{&cut, q(package_title(cut, text)), {}};
        if (is_ready_made(cut)) {
            row.title = q(package_text(cut.package, text));
            row.leads << label;
        }
        longest_m_ = std::max(longest_m_, cut.package.length_m);
        rows_.push_back(row);
        QStringList pieces;
        for (const CutPiece& piece : cut.pieces) pieces << q(label_text(piece));
        spoken << row.title + ": " + pieces.join(", ");
    }
    for (Row& row : rows_) {
        if (!row.leads.isEmpty()) row.title = tr("%1 × %2").arg(row.leads.size()).arg(row.title);
    }
    setAccessibleName(spoken.join("; "));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

double CutPicture::row_height() const { return fontMetrics().height() + 12; }

double CutPicture::title_width() const {
    if (measured_with_ == font()) return title_width_;
    measured_with_ = font();
    title_width_ = 0;
    const QFontMetrics metrics = fontMetrics();
    for (const Row& row : rows_)
        title_width_ = std::max<double>(title_width_, metrics.horizontalAdvance(row.title));
    return title_width_ += 14;
}

QSize CutPicture::sizeHint() const {
    return {600, static_cast<int>(row_height() * static_cast<double>(rows_.size()))};
}

std::vector<CutPicture::Stretch> CutPicture::stretches(std::size_t row) const {
    const double left = title_width(), scale = (width() - left - 2) / longest_m_;
    const double top = row_height() * static_cast<double>(row) + 3, height = row_height() - 6;
    std::vector<Stretch> out;
    double at = left;
    const PackageCut& cut = *rows_[row].cut;
    for (const CutPiece& piece : cut.pieces) {
        out.push_back({QRectF(at, top, piece.length_m * scale, height), &piece});
        at += piece.length_m * scale;
    }
    const double end = left + cut.package.length_m * scale;
    if (end - at > 0.5) out.push_back({QRectF(at, top, end - at, height), nullptr});
    return out;
}

void CutPicture::paint_row(QPainter& painter, std::size_t number) const {
    const Theme& theme = theme_of(*this);
    const Row& row = rows_[number];
    const double top = row_height() * static_cast<double>(number);
    const QFontMetrics metrics = fontMetrics();
    painter.setPen(theme.ink);
    painter.drawText(QRectF(0, top, title_width(), row_height()), Qt::AlignVCenter, row.title);
    if (!row.leads.isEmpty()) {
        painter.setPen(theme.quiet);
        painter.drawText(QRectF(title_width(), top, width() - title_width(), row_height()),
                         Qt::AlignVCenter,
                         metrics.elidedText(row.leads.join(", "), Qt::ElideRight,
                                            static_cast<int>(width() - title_width())));
        return;
    }
    const std::string selected = document_.selected();
    const TextContext text = document_.text();
    for (const Stretch& stretch : stretches(number)) {
        const bool left_over = !stretch.piece;
        QColor fill = left_over ? theme.track : theme.copper;
        if (!left_over) fill.setAlphaF(stretch.piece->link == selected ? 0.75F : 0.28F);
        painter.setPen(QPen(theme.rule, 1));
        painter.setBrush(fill);
        painter.drawRect(stretch.area);
        if (left_over && !row.cut->worth_keeping) {
            painter.setBrush(QBrush(theme.quiet, Qt::BDiagPattern));
            painter.drawRect(stretch.area);
        }
        const double length_m = left_over ? row.cut->left_m : stretch.piece->length_m;
        const QString metres = q(shown(length_m, Unit::metre, text.units));
        const QString whole =
            left_over ? tr("%1 left").arg(metres) : q(label_text(*stretch.piece)) + "  " + metres;
        const QString brief = left_over ? metres : q(label_text(*stretch.piece));
        painter.setPen(left_over ? theme.quiet : theme.ink);
        // Only what fits: the rest is told where it is pointed at.
        for (const QString& words : {whole, brief}) {
            if (metrics.horizontalAdvance(words) + 6 > stretch.area.width()) continue;
            painter.drawText(stretch.area, Qt::AlignCenter, words);
            break;
        }
    }
}

void CutPicture::paintEvent(QPaintEvent* event) {
    QPainter painter(this);
    const auto row_at = [&](int y) {
        return static_cast<std::size_t>(std::max(0.0, y / row_height()));
    };
    const std::size_t end = std::min(rows_.size(), row_at(event->rect().bottom()) + 1);
    for (std::size_t row = row_at(event->rect().top()); row < end; ++row) paint_row(painter, row);
}

const CutPiece* CutPicture::piece_at(QPointF at) const {
    const auto row = static_cast<std::size_t>(std::max(0.0, at.y() / row_height()));
    if (row >= rows_.size() || !rows_[row].leads.isEmpty()) return nullptr;
    for (const Stretch& stretch : stretches(row)) {
        if (stretch.piece && stretch.area.contains(at)) return stretch.piece;
    }
    return nullptr;
}

void CutPicture::mousePressEvent(QMouseEvent* event) {
    if (const CutPiece* piece = piece_at(event->position())) document_.select(piece->link);
}

bool CutPicture::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const auto row = static_cast<std::size_t>(std::max(0.0, help->pos().y() / row_height()));
    if (const CutPiece* piece = piece_at(help->pos()))
        QToolTip::showText(help->globalPos(),
                           tr("%1: %2, from %3 to %4")
                               .arg(q(label_text(*piece)),
                                    q(shown(piece->length_m, Unit::metre, document_.units())),
                                    q(piece->from), q(piece->to)),
                           this);
    else if (row < rows_.size())
        QToolTip::showText(help->globalPos(),
                           rows_[row].leads.isEmpty()
                               ? q(left_text(*rows_[row].cut, document_.text()))
                               : rows_[row].leads.join(", "),
                           this);
    return true;
}

}  // namespace ovant
