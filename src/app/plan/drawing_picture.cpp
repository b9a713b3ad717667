// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/drawing_picture.h"

#include <QBuffer>
#include <QImageReader>
#include <QSvgRenderer>
#include <poppler-qt6.h>

#include <algorithm>
#include <cmath>

namespace ovant {
namespace {

QByteArray bytes_of(const Drawing& drawing) {
    return QByteArray::fromRawData(drawing.data->data(),
                                   static_cast<qsizetype>(drawing.data->size()));
}

bool is_svg(const Drawing& drawing) { return drawing.media_type == "image/svg+xml"; }

// An SVG from a stranger must not reach for anything outside itself.
bool refers_outside(const QByteArray& svg) {
    return svg.contains("file:") || svg.contains("xlink:href=\"http") ||
           svg.contains("href=\"http") || svg.contains("<!ENTITY") || svg.contains("href=\"/") ||
           svg.contains("href=\"..");
}

}  // namespace

QSizeF drawing_size_px(const Drawing& drawing) {
    if (!drawing.data) return {};
    QByteArray bytes = bytes_of(drawing);
    if (is_svg(drawing)) return QSvgRenderer(bytes).defaultSize();
    QBuffer buffer(&bytes);
    return QImageReader(&buffer).size();
}

void paint_drawing(QPainter& painter, const Drawing& drawing, const QRectF& area) {
    if (!drawing.data) return;
    if (is_svg(drawing)) {
        if (refers_outside(bytes_of(drawing))) return;
        QSvgRenderer(bytes_of(drawing)).render(&painter, area);
        return;
    }
    const QSizeF size = drawing_size_px(drawing);
    if (size.width() * size.height() > most_drawing_pixels) return;
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(area, QImage::fromData(bytes_of(drawing)));
}

namespace {

// The first page as a picture, 150 dots to the inch and no more than the plan can show.
std::optional<Drawing> drawing_from_pdf(const QByteArray& bytes) {
    constexpr double dots_per_inch = 150;
    const std::unique_ptr<Poppler::Document> pdf = Poppler::Document::loadFromData(bytes);
    if (!pdf || pdf->isLocked() || pdf->numPages() < 1) return std::nullopt;
    const std::unique_ptr<Poppler::Page> page = pdf->page(0);
    if (!page) return std::nullopt;
    pdf->setRenderHint(Poppler::Document::Antialiasing);
    pdf->setRenderHint(Poppler::Document::TextAntialiasing);
    const QSizeF inches = page->pageSizeF() / 72.0;
    const double pixels = inches.width() * inches.height() * dots_per_inch * dots_per_inch;
    if (!(pixels > 0)) return std::nullopt;
    const double fit = std::min(1.0, std::sqrt(most_drawing_pixels / pixels) * 0.99);
    const QImage image = page->renderToImage(dots_per_inch * fit, dots_per_inch * fit);
    if (image.isNull()) return std::nullopt;
    QByteArray png;
    QBuffer buffer(&png);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    Drawing drawing;
    drawing.media_type = "image/png";
    drawing.data = std::make_shared<const std::string>(png.constData(), png.size());
    return drawing;
}

}  // namespace

std::optional<Drawing> drawing_from_bytes(const QByteArray& bytes) {
    Drawing drawing;
    if (bytes.startsWith("\x89PNG"))
        drawing.media_type = "image/png";
    else if (bytes.startsWith("\xff\xd8"))
        drawing.media_type = "image/jpeg";
    else if (bytes.startsWith("%PDF-"))
        return drawing_from_pdf(bytes);
    else if (bytes.contains("<svg"))
        drawing.media_type = "image/svg+xml";
    else
        return std::nullopt;
    if (is_svg(drawing) && refers_outside(bytes)) return std::nullopt;
    drawing.data = std::make_shared<const std::string>(bytes.constData(), bytes.size());
    const QSizeF size = drawing_size_px(drawing);
    if (size.isEmpty() || size.width() * size.height() > most_drawing_pixels) return std::nullopt;
    return drawing;
}

}  // namespace ovant
