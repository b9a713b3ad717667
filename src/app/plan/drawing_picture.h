// SPDX-License-Identifier: GPL-3.0-or-later
// The drawing beneath the plan as a picture: PNG, JPEG, SVG or the first page of a PDF. A drawing
// comes from strangers: it is drawn by a helper (src/drawer) with limits of time, memory and
// files, never in this process. Functions may run on any thread.
#pragma once

#include <QByteArray>
#include <QImage>
#include <QRectF>
#include <QSizeF>

#include <optional>

#include "app/kit/background_job.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr qint64 largest_drawing_bytes = 20 << 20;

// Its own size in pixels, a page at 150 dots to the inch; empty if it cannot be shown. Worked out
// once for the same bytes.
QSizeF drawing_size_px(const Drawing& drawing);
// Why it is not shown, where its bytes say so.
std::optional<Error> why_not_shown(const Drawing& drawing);

// The part of a drawing that a view shows: laid out over `area`, both in pixels of the view.
struct DrawingShown {
    Drawing drawing;
    QRectF area;
    QSize view;
    qreal pixel_ratio = 1;
    bool dark = false;  // light and dark exchanged, every colour kept
    bool operator==(const DrawingShown&) const = default;
};
// Empty where it is no longer wanted, or not drawn within its limits, with the reason.
struct Drawn {
    QImage image;
    std::optional<Error> why_not;
};
Drawn draw(const DrawingShown& shown, const Wanted& wanted);

// From a file's bytes; what they are is told by themselves. Errors: those of look_at_drawing.
Result<Drawing> drawing_from_bytes(const QByteArray& bytes);

}  // namespace ovant
