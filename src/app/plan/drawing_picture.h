// SPDX-License-Identifier: GPL-3.0-or-later
// The drawing beneath the plan as a picture: PNG, JPEG or SVG.
#pragma once

#include <QByteArray>
#include <QPainter>
#include <QSizeF>
#include <QString>

#include <optional>

#include "core/site/site.h"

namespace ovant {

// Most pixels of a raster drawing; a larger one is refused.
inline constexpr double most_drawing_pixels = 200e6;

// Its own size in pixels; empty if it cannot be read.
QSizeF drawing_size_px(const Drawing& drawing);
void paint_drawing(QPainter& painter, const Drawing& drawing, const QRectF& area);

// From a file's bytes; nullopt if it is no picture of these kinds, too large, or damaged.
std::optional<Drawing> drawing_from_bytes(const QByteArray& bytes);

}  // namespace ovant
