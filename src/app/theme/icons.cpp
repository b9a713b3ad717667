// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/icons.h"

#include "app/theme/theme.h"

#include <QApplication>
#include <QComboBox>
#include <QIconEngine>
#include <QLabel>
#include <QPainter>
#include <QPalette>
#include <QPushButton>
#include <QSvgRenderer>
#include <QTabBar>
#include <QToolButton>

namespace ovant {
namespace {

// Path data of SVG on a grid of 16, drawn with a line of 1.4.
const char* path_of(Icon which) {
    switch (which) {
        case Icon::accept: return "M3 8.5 L6.5 12 L13 4.5";
        case Icon::add: return "M8 3 V13 M3 8 H13";
        case Icon::bring_in: return "M8 2.5 V9.5 M5 6.8 L8 9.8 L11 6.8 M3 10.5 V13.5 H13 V10.5";
        case Icon::card:
            return "M3.5 2.5 H12.5 V13.5 H3.5 Z M5.5 5.5 H10.5 M5.5 8 H10.5 M5.5 10.5 H8.5";
        case Icon::catalogue:
            return "M8 4 C6.5 2.8 4.5 2.7 2.5 3 V12.5 C4.5 12.2 6.5 12.4 8 13.5 C9.5 12.4 11.5 "
                   "12.2 "
                   "13.5 12.5 V3 C11.5 2.7 9.5 2.8 8 4 V13.5";
        case Icon::close: return "M4 4 L12 12 M12 4 L4 12";
        case Icon::copy: return "M5.5 5.5 H13 V13 H5.5 Z M10.5 5 V3 H3 V10.5 H5";
        case Icon::give_out: return "M8 10 V3 M5 5.7 L8 2.7 L11 5.7 M3 10.5 V13.5 H13 V10.5";
        case Icon::kept: return "M2.5 4 H13.5 V6.5 H2.5 Z M3.5 6.5 V13 H12.5 V6.5 M6.5 9 H9.5";
        case Icon::look:
            return "M1.8 8 C4.5 3.6 11.5 3.6 14.2 8 C11.5 12.4 4.5 12.4 1.8 8 Z M8 6.2 A1.8 1.8 0 "
                   "1 1 "
                   "7.99 6.2";
        case Icon::open: return "M2.5 12.5 V3.5 H6.5 L8 5 H13.5 V7 M2.5 12.5 L4.5 7 H15 L13 12.5 Z";
        case Icon::pin: return "M5.5 2.5 H10.5 M6.5 2.5 V7 L4.5 9.5 H11.5 L9.5 7 V2.5 M8 9.5 V14";
        case Icon::redo: return "M12.8 6 H6.5 A3.7 3.7 0 0 0 6.5 13.4 H9 M10 3 L13 6 L10 9";
        case Icon::remove:
            return "M3 4.5 H13 M6 4.5 V3 H10 V4.5 M4.5 4.5 L5.2 13.5 H10.8 L11.5 4.5";
        case Icon::save: return "M3 3 H11 L13 5 V13 H3 Z M5.5 3 V6 H10 V3 M5.5 13 V9 H10.5 V13";
        case Icon::search: return "M7 2.8 A4.2 4.2 0 1 1 6.99 2.8 M10.2 10.2 L13.5 13.5";
        case Icon::settings:
            return "M2.5 4.5 H13.5 M2.5 8 H13.5 M2.5 11.5 H13.5 M5 3 V6 M10.5 6.5 V9.5 "
                   "M6.5 10 V13";
        case Icon::table:
            return "M2.5 3.5 H13.5 V12.5 H2.5 Z M2.5 6.5 H13.5 M2.5 9.5 H13.5 M6.5 3.5 V12.5";
        case Icon::undo: return "M3.2 6 H9.5 A3.7 3.7 0 0 1 9.5 13.4 H7 M6 3 L3 6 L6 9";
    }
    return "";
}

class LineIcon : public QIconEngine {
public:
    explicit LineIcon(Icon which) : which_(which) {}
    void paint(QPainter* painter, const QRect& rect, QIcon::Mode mode, QIcon::State) override {
        const QColor colour = QApplication::palette().color(
            mode == QIcon::Disabled ? QPalette::Disabled : QPalette::Active, QPalette::ButtonText);
        const QString svg =
            QStringLiteral(
                "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 16 16'><path d='%1' "
                "fill='none' stroke='%2' stroke-width='1.4' stroke-linecap='round' "
                "stroke-linejoin='round'/></svg>")
                .arg(QLatin1String(path_of(which_)), colour.name());
        QSvgRenderer(svg.toUtf8()).render(painter, rect);
    }
    QPixmap pixmap(const QSize& size, QIcon::Mode mode, QIcon::State state) override {
        QPixmap picture(size);
        picture.fill(Qt::transparent);
        QPainter painter(&picture);
        paint(&painter, picture.rect(), mode, state);
        return picture;
    }
    QIconEngine* clone() const override { return new LineIcon(which_); }

private:
    Icon which_;
};

}  // namespace

QIcon icon(Icon which) { return QIcon(new LineIcon(which)); }

void OwnStyle::drawPrimitive(PrimitiveElement element, const QStyleOption* option,
                             QPainter* painter, const QWidget* widget) const {
    if (element != PE_FrameFocusRect)
        return QProxyStyle::drawPrimitive(element, option, painter, widget);
    // Their frames say it already, by the style sheet.
    if (qobject_cast<const QPushButton*>(widget) || qobject_cast<const QToolButton*>(widget) ||
        qobject_cast<const QTabBar*>(widget) || qobject_cast<const QComboBox*>(widget))
        return;
    const bool dark = option->palette.color(QPalette::Window).lightness() < 128;
    paint_focus(*painter, theme_for(dark), option->rect);
}

void OwnStyle::drawComplexControl(ComplexControl control, const QStyleOptionComplex* option,
                                  QPainter* painter, const QWidget* widget) const {
    QProxyStyle::drawComplexControl(control, option, painter, widget);
    if (control == CC_SpinBox && option->state & State_HasFocus)
        drawPrimitive(PE_FrameFocusRect, option, painter, widget);
}

int OwnStyle::styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
                        QStyleHintReturn* data) const {
    if (hint == SH_DialogButtonBox_ButtonsHaveIcons) return 1;
    return QProxyStyle::styleHint(hint, option, widget, data);
}

void OwnStyle::polish(QWidget* widget) {
    QProxyStyle::polish(widget);
    auto* label = qobject_cast<QLabel*>(widget);
    if (label && label->textFormat() == Qt::AutoText) label->setTextFormat(Qt::PlainText);
}

QIcon OwnStyle::standardIcon(StandardPixmap which, const QStyleOption* option,
                             const QWidget* widget) const {
    switch (which) {
        case SP_DialogOkButton:
        case SP_DialogYesButton:
        case SP_DialogApplyButton: return icon(Icon::accept);
        case SP_DialogCancelButton:
        case SP_DialogCloseButton:
        case SP_DialogNoButton:
        case SP_LineEditClearButton: return icon(Icon::close);
        case SP_DialogOpenButton: return icon(Icon::open);
        case SP_DialogSaveButton: return icon(Icon::save);
        case SP_DialogDiscardButton:
        case SP_TrashIcon: return icon(Icon::remove);
        case SP_DialogResetButton: return icon(Icon::undo);
        default: return QProxyStyle::standardIcon(which, option, widget);
    }
}

}  // namespace ovant
