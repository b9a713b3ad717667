// SPDX-License-Identifier: GPL-3.0-or-later
// The drawing beneath the plan as a picture: PNG, JPEG, SVG or the first page of a PDF. Pure
// functions that may run on any thread.
#pragma once

#include <QByteArray>
#include <QImage>
#include <QRectF>
#include <QSizeF>

#include "app/kit/background_job.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr double most_drawing_pixels = 100e6;  // of a raster; a page has none
inline constexpr qint64 largest_drawing_bytes = 20 << 20;

// Its own size in pixels, a page at 150 dots to the inch; empty if it cannot be read. Reads no more
// than the head of the file.
QSizeF drawing_size_px(const Drawing& drawing);

// Whether it is drawn in no time: small enough to be drawn while the plan is painted.
bool is_light(const Drawing& drawing);

// The part of a drawing that a view shows: laid out over `area`, both in pixels of the view. Empty
// where it cannot be drawn, is no longer wanted, or reaches outside itself.
struct DrawingShown {
    Drawing drawing;
    QRectF area;
    QSize view;
    qreal pixel_ratio = 1;
    bool dark = false;  // light and dark exchanged, every colour kept
    bool operator==(const DrawingShown&) const = default;
};
QImage draw(const DrawingShown& shown, const Wanted& wanted);

// From a file's bytes. The error says what is wrong: too many pixels with how many, what it refers
// to, or that it is none of these kinds.
Result<Drawing> drawing_from_bytes(const QByteArray& bytes);

}  // namespace ovant
