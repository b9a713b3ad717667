// SPDX-License-Identifier: GPL-3.0-or-later
// Packages of one cable as bars, and what is cut from each.
#pragma once

#include <QFont>

#include <QWidget>

#include "app/document/document.h"
#include "core/parts/cut_plan.h"

namespace ovant {

class CutPicture : public QWidget {
    Q_OBJECT

public:
    CutPicture(Document& document, const CableCuts& cuts, QWidget* parent = nullptr);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    struct Row {
        const PackageCut* cut = nullptr;
        QString title;
        QStringList leads;  // of leads of one length: the labels
    };
    struct Stretch {
        QRectF area;
        const CutPiece* piece = nullptr;  // null: what is left
    };
    double row_height() const;
    double title_width() const;
    std::vector<Stretch> stretches(std::size_t row) const;
    const CutPiece* piece_at(QPointF at) const;
    void paint_row(QPainter& painter, std::size_t row) const;

    Document& document_;
    CableCuts cuts_;
    std::vector<Row> rows_;
    mutable std::optional<QFont> measured_with_;  // the titles of the rows
    mutable double title_width_ = 0;
    double longest_m_ = 1;
};

}  // namespace ovant
