// SPDX-License-Identifier: GPL-3.0-or-later
// What the window asks of the drawer, and what it answers. Both are built together: numbers go as
// they lie in memory. Qt only.
#pragma once

#include <QByteArray>
#include <QDataStream>
#include <QIODevice>
#include <QRectF>
#include <QSize>
#include <QSizeF>

namespace ovant {

inline constexpr const char* drawer_program = "ovant-draw";
inline constexpr std::size_t most_drawer_bytes = std::size_t{1} << 30;  // of memory it may take
inline constexpr double drawing_dots_per_inch = 150;                    // of a page, as its pixels
inline constexpr int most_view_px = 16384;                              // across or down

// Empty view: only the size of a page is asked for.
struct DrawingWork {
    QRectF area;  // where the drawing lies, in pixels of the view
    QSize view;   // in pixels of the screen over the ratio
    double pixel_ratio = 1;
    QByteArray drawing;

    QByteArray to_bytes() const {
        QByteArray out;
        QDataStream to(&out, QIODevice::WriteOnly);
        to << area << view << pixel_ratio << drawing;
        return out;
    }
    static DrawingWork from_bytes(const QByteArray& bytes) {
        DrawingWork out;
        QDataStream from(bytes);
        from >> out.area >> out.view >> out.pixel_ratio >> out.drawing;
        return out;
    }
};

// Pixels are of 32 bits, premultiplied, row by row.
struct DrawnPicture {
    QSizeF size_px;  // of the drawing itself
    QSize size;      // of the picture
    QByteArray pixels;

    QByteArray to_bytes() const {
        QByteArray out;
        QDataStream to(&out, QIODevice::WriteOnly);
        to << size_px << size << pixels;
        return out;
    }
    static DrawnPicture from_bytes(const QByteArray& bytes) {
        DrawnPicture out;
        QDataStream from(bytes);
        from >> out.size_px >> out.size >> out.pixels;
        if (out.pixels.size() != qsizetype(out.size.width()) * out.size.height() * 4)
            return DrawnPicture{out.size_px, {}, {}};
        return out;
    }
};

}  // namespace ovant
