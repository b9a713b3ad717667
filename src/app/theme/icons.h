// SPDX-License-Identifier: GPL-3.0-or-later
// The one set of icons: lines on a grid of 16, in the colour of the text beside them. The style's
// own icons of dialog buttons are replaced by them too.
#pragma once

#include <QIcon>
#include <QProxyStyle>

namespace ovant {

enum class Icon {
    accept,
    add,
    bring_in,
    card,
    catalogue,
    close,
    copy,
    give_out,
    kept,
    look,
    open,
    pin,
    redo,
    remove,
    save,
    search,
    settings,
    table,
    undo
};
inline constexpr int icon_count = static_cast<int>(Icon::undo) + 1;

// Drawn anew in the palette's colours each time, so that it follows light and dark.
QIcon icon(Icon which);

// The style of the application with icons of this set.
class OwnStyle : public QProxyStyle {
    Q_OBJECT

public:
    using QProxyStyle::QProxyStyle;
    QIcon standardIcon(StandardPixmap which, const QStyleOption* option,
                       const QWidget* widget) const override;
    // What has the focus is seen to have it, on every surface.
    void drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
                       const QWidget* widget) const override;
    void drawComplexControl(ComplexControl control, const QStyleOptionComplex* option,
                            QPainter* painter, const QWidget* widget) const override;
    // Buttons of dialogs have icons on every desktop, as the others do.
    int styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
                  QStyleHintReturn* data) const override;
    // Names come from files: no label guesses that one is markup, unless it says so itself.
    void polish(QWidget* widget) override;
    using QProxyStyle::polish;
};

}  // namespace ovant
