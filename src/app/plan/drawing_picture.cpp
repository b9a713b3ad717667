// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/drawing_picture.h"

#include <QBuffer>
#include <QImageReader>
#include <QPainter>
#include <QSvgRenderer>
#include <QXmlStreamReader>
#include <poppler-qt6.h>

#include <algorithm>
#include <memory>

#include "core/format/svg_check.h"

namespace ovant {
namespace {

constexpr double dots_per_inch = 150, points_per_inch = 72;
constexpr qsizetype light_svg_bytes = 300'000;
constexpr double light_pixels = 3e6;

QByteArray bytes_of(const Drawing& drawing) {
    return QByteArray::fromRawData(drawing.data->data(),
                                   static_cast<qsizetype>(drawing.data->size()));
}

bool is_svg(const Drawing& drawing) { return drawing.media_type == "image/svg+xml"; }
bool is_page(const Drawing& drawing) { return drawing.media_type == "application/pdf"; }

// Width and height of the outermost element, or of its view box where it has none in pixels.
QSizeF svg_size(const QByteArray& bytes) {
    QXmlStreamReader xml(bytes);
    if (!xml.readNextStartElement()) return {};
    const auto length = [&](const char* name) {
        QString text = xml.attributes().value(QLatin1String(name)).toString().trimmed();
        if (text.endsWith("px")) text.chop(2);
        return text.toDouble();
    };
    const QSizeF stated(length("width"), length("height"));
    if (!stated.isEmpty()) return stated;
    const QStringList box = xml.attributes().value("viewBox").toString().replace(',', ' ').split(
        ' ', Qt::SkipEmptyParts);
    if (box.size() == 4) return {box[2].toDouble(), box[3].toDouble()};
    return QSvgRenderer(bytes).defaultSize();
}

std::unique_ptr<Poppler::Document> open_page(const QByteArray& bytes) {
    std::unique_ptr<Poppler::Document> pdf = Poppler::Document::loadFromData(bytes);
    if (!pdf || pdf->isLocked() || pdf->numPages() < 1) return nullptr;
    return pdf;
}

QSizeF page_size_px(const QByteArray& bytes) {
    const auto pdf = open_page(bytes);
    const auto page = pdf ? pdf->page(0) : nullptr;
    return page ? page->pageSizeF() * (dots_per_inch / points_per_inch) : QSizeF();
}

// Only what the view shows of the page, at the size it is shown.
QImage draw_page(const DrawingShown& shown, const Wanted& wanted) {
    const auto pdf = open_page(bytes_of(shown.drawing));
    const auto page = pdf ? pdf->page(0) : nullptr;
    if (!page) return {};
    pdf->setRenderHint(Poppler::Document::Antialiasing);
    pdf->setRenderHint(Poppler::Document::TextAntialiasing);
    const QSizeF points = page->pageSizeF();
    const double across = shown.area.width() * shown.pixel_ratio / points.width() * points_per_inch;
    const double down = shown.area.height() * shown.pixel_ratio / points.height() * points_per_inch;
    const QRectF seen = shown.area.intersected(QRectF(QPointF(0, 0), QSizeF(shown.view)));
    if (seen.isEmpty()) return {};
    const QPointF from = (seen.topLeft() - shown.area.topLeft()) * shown.pixel_ratio;
    const QSize size = (seen.size() * shown.pixel_ratio).toSize();
    const auto abort = [](const QVariant& payload) {
        return !static_cast<const Wanted*>(payload.value<void*>())->still();
    };
    const QImage part = page->renderToImage(
        across, down, static_cast<int>(from.x()), static_cast<int>(from.y()), size.width(),
        size.height(), Poppler::Page::Rotate0, nullptr, nullptr, abort,
        QVariant::fromValue(const_cast<void*>(static_cast<const void*>(&wanted))));
    if (part.isNull() || !wanted.still()) return {};
    QImage image(shown.view * shown.pixel_ratio, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter(&image).drawImage(seen.topLeft() * shown.pixel_ratio, part);
    return image;
}

QImage draw_raster(const DrawingShown& shown) {
    QByteArray bytes = bytes_of(shown.drawing);
    QBuffer buffer(&bytes);
    QImageReader reader(&buffer);
    reader.setAllocationLimit(static_cast<int>(most_drawing_pixels * 4 / (1 << 20)) + 1);
    const QSize whole = reader.size();
    // Read no finer than it is shown.
    const QSize wanted = (shown.area.size() * shown.pixel_ratio).toSize();
    if (wanted.width() < whole.width() && !wanted.isEmpty()) reader.setScaledSize(wanted);
    const QImage read = reader.read();
    if (read.isNull()) return {};
    QImage image(shown.view * shown.pixel_ratio, QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(shown.pixel_ratio);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(shown.area, read);
    return image;
}

QImage draw_svg(const DrawingShown& shown) {
    if (!check_svg(*shown.drawing.data)) return {};
    QImage image(shown.view * shown.pixel_ratio, QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(shown.pixel_ratio);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    QSvgRenderer(bytes_of(shown.drawing)).render(&painter, shown.area);
    return image;
}

// Paper becomes night.
void exchange_light_and_dark(QImage& image) {
    image = image.convertToFormat(QImage::Format_ARGB32);
    for (int y = 0; y < image.height(); ++y) {
        auto* line = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (int x = 0; x < image.width(); ++x) {
            const int r = qRed(line[x]), g = qGreen(line[x]), b = qBlue(line[x]);
            const int shift = 255 - std::max({r, g, b}) - std::min({r, g, b});
            line[x] = qRgba(r + shift, g + shift, b + shift, qAlpha(line[x]));
        }
    }
}

}  // namespace

QSizeF drawing_size_px(const Drawing& drawing) {
    if (!drawing.data || drawing.data->empty()) return {};
    QByteArray bytes = bytes_of(drawing);
    if (is_svg(drawing)) return svg_size(bytes);
    if (is_page(drawing)) return page_size_px(bytes);
    QBuffer buffer(&bytes);
    return QImageReader(&buffer).size();
}

bool is_light(const Drawing& drawing) {
    if (!drawing.data || is_page(drawing)) return false;
    if (is_svg(drawing)) return static_cast<qsizetype>(drawing.data->size()) <= light_svg_bytes;
    const QSizeF size = drawing_size_px(drawing);
    return size.width() * size.height() <= light_pixels;
}

QImage draw(const DrawingShown& shown, const Wanted& wanted) {
    if (!shown.drawing.data || shown.view.isEmpty() || shown.area.isEmpty()) return {};
    QImage image = is_svg(shown.drawing)    ? draw_svg(shown)
                   : is_page(shown.drawing) ? draw_page(shown, wanted)
                                            : draw_raster(shown);
    if (image.isNull() || !wanted.still()) return {};
    if (shown.dark) exchange_light_and_dark(image);
    image.setDevicePixelRatio(shown.pixel_ratio);
    return image;
}

Result<Drawing> drawing_from_bytes(const QByteArray& bytes) {
    Drawing drawing;
    const Error none{ErrorCode::bad_value, "drawing", "this",
                     "a PNG, JPEG, PDF or SVG drawing that can be read"};
    if (bytes.startsWith("\x89PNG"))
        drawing.media_type = "image/png";
    else if (bytes.startsWith("\xff\xd8"))
        drawing.media_type = "image/jpeg";
    else if (bytes.startsWith("%PDF-"))
        drawing.media_type = "application/pdf";
    else if (bytes.contains("<svg"))
        drawing.media_type = "image/svg+xml";
    else
        return none;
    drawing.data = std::make_shared<const std::string>(bytes.constData(), bytes.size());
    if (is_svg(drawing)) {
        if (const Result<bool> checked = check_svg(*drawing.data); !checked) return checked.error();
    }
    const QSizeF size = drawing_size_px(drawing);
    if (size.isEmpty()) return none;
    const double pixels = size.width() * size.height();
    if (!is_svg(drawing) && !is_page(drawing) && pixels > most_drawing_pixels) {
        return Error{ErrorCode::too_large, "drawing",
                     QString("%1 million pixels").arg(pixels / 1e6, 0, 'f', 0).toStdString(),
                     QString("%1 million").arg(most_drawing_pixels / 1e6, 0, 'f', 0).toStdString()};
    }
    return drawing;
}

}  // namespace ovant
