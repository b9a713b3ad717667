// SPDX-License-Identifier: GPL-3.0-or-later
// The mark of a verdict in a cell of a table: painted, so that thousands of rows cost nothing.
#pragma once

#include <QPainter>
#include <QStyledItemDelegate>

#include "app/theme/theme.h"

namespace ovant {

class VerdictDelegate : public QStyledItemDelegate {
public:
    // The verdict is the item's data in this role; a cell without it has no mark.
    VerdictDelegate(int verdict_role, QObject* parent, double size = 11)
        : QStyledItemDelegate(parent), verdict_role_(verdict_role), size_(size) {}
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        QStyledItemDelegate::paint(painter, option, index);
        const QVariant verdict = index.data(verdict_role_);
        if (!verdict.isValid() || !option.widget) return;
        painter->setRenderHint(QPainter::Antialiasing);
        paint_verdict(*painter, theme_of(*option.widget), static_cast<Verdict>(verdict.toInt()),
                      QRectF(option.rect).center(), size_);
    }

private:
    const int verdict_role_;
    const double size_;
};

}  // namespace ovant
