// SPDX-License-Identifier: GPL-3.0-or-later
// Draws what strangers drew, in a process of its own: with limits of memory and time that whoever
// started it keeps, without reach of any file but fonts. Reads a DrawingWork, writes a
// DrawnPicture.
#include <unistd.h>

#include <QBuffer>
#include <QFontDatabase>
#include <QGuiApplication>
#include <QImage>
#include <QImageReader>
#include <QPainter>
#include <QSvgRenderer>
#include <cstdlib>
#include <memory>
#include <poppler-qt6.h>

#include "core/format/drawing_facts.h"
#include "core/process/helper_process.h"
#include "drawer/drawing_work.h"
#include "drawer/keep_inside.h"

extern "C" const char embedded_Inter_Regular_otf[];
extern "C" const char embedded_Inter_Regular_otf_end[];

namespace {

using namespace ovant;

constexpr double points_per_inch = 72;

std::unique_ptr<Poppler::Document> open_page(const QByteArray& bytes) {
    std::unique_ptr<Poppler::Document> pdf = Poppler::Document::loadFromData(bytes);
    if (!pdf || pdf->isLocked() || pdf->numPages() < 1) return nullptr;
    return pdf;
}

QImage empty_view(const DrawingWork& work) {
    QImage image((QSizeF(work.view) * work.pixel_ratio).toSize(),
                 QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(work.pixel_ratio);
    image.fill(Qt::transparent);
    return image;
}

// Only what the view shows of the page, at the size it is shown.
QImage draw_page(Poppler::Document& pdf, const Poppler::Page& page, const DrawingWork& work) {
    pdf.setRenderHint(Poppler::Document::Antialiasing);
    pdf.setRenderHint(Poppler::Document::TextAntialiasing);
    const QSizeF points = page.pageSizeF();
    const double across = work.area.width() * work.pixel_ratio / points.width() * points_per_inch;
    const double down = work.area.height() * work.pixel_ratio / points.height() * points_per_inch;
    const QRectF seen = work.area.intersected(QRectF(QPointF(0, 0), QSizeF(work.view)));
    QImage image = empty_view(work);
    if (seen.isEmpty()) return image;
    const QPointF from = (seen.topLeft() - work.area.topLeft()) * work.pixel_ratio;
    const QSize size = (seen.size() * work.pixel_ratio).toSize();
    QImage part = page.renderToImage(across, down, static_cast<int>(from.x()),
                                     static_cast<int>(from.y()), size.width(), size.height());
    if (part.isNull()) return {};
    part.setDevicePixelRatio(work.pixel_ratio);
    QPainter(&image).drawImage(seen.topLeft(), part);
    return image;
}

// By the one reader for what it is: a picture that calls itself another is none.
QImage draw_raster(const DrawingWork& work, const char* format) {
    QByteArray bytes = work.drawing;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer, format);
    reader.setAutoDetectImageFormat(false);
    reader.setDecideFormatFromContent(false);
    reader.setAllocationLimit(static_cast<int>(most_drawing_pixels * 4 / (1 << 20)) + 1);
    const QSize whole = reader.size();
    // Read no finer than it is shown.
    const QSize wanted = (work.area.size() * work.pixel_ratio).toSize();
    if (wanted.width() < whole.width() && !wanted.isEmpty()) reader.setScaledSize(wanted);
    const QImage read = reader.read();
    if (read.isNull()) return {};
    QImage image = empty_view(work);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(work.area, read);
    return image;
}

QImage draw_svg(const DrawingWork& work) {
    QSvgRenderer svg(work.drawing);
    if (!svg.isValid()) return {};
    QImage image = empty_view(work);
    QPainter painter(&image);
    svg.render(&painter, work.area);
    return image;
}

QByteArray all_of_input() {
    QByteArray out, buffer(1 << 16, Qt::Uninitialized);
    for (;;) {
        const ssize_t count =
            read(STDIN_FILENO, buffer.data(), static_cast<std::size_t>(buffer.size()));
        if (count < 0 && errno == EINTR) continue;
        if (count <= 0) return out;
        out.append(buffer.constData(), count);
    }
}

bool write_out(const QByteArray& bytes) {
    for (qsizetype sent = 0; sent < bytes.size();) {
        const ssize_t count = write(STDOUT_FILENO, bytes.constData() + sent,
                                    static_cast<std::size_t>(bytes.size() - sent));
        if (count < 0 && errno == EINTR) continue;
        if (count <= 0) return false;
        sent += count;
    }
    return true;
}

}  // namespace

int main(int argc, char** argv) {
    keep_within(most_drawer_bytes);
    const DrawingWork work = DrawingWork::from_bytes(all_of_input());
    const Result<DrawingFacts> facts =
        look_at_drawing({work.drawing.constData(), static_cast<std::size_t>(work.drawing.size())});
    if (!facts || work.view.width() > most_view_px || work.view.height() > most_view_px) _exit(2);
    setenv("QT_QPA_PLATFORM", "offscreen", 1);
    QGuiApplication app(argc, argv);
    QFontDatabase::addApplicationFontFromData(QByteArray(
        embedded_Inter_Regular_otf, embedded_Inter_Regular_otf_end - embedded_Inter_Regular_otf));
    keep_inside();
    DrawnPicture out;
    out.size_px = {facts->width_px, facts->height_px};
    const bool drawn = !work.view.isEmpty() && !work.area.isEmpty();
    QImage image;
    if (facts->type == DrawingType::pdf) {
        const auto pdf = open_page(work.drawing);
        const auto page = pdf ? pdf->page(0) : nullptr;
        if (!page) _exit(2);
        out.size_px = page->pageSizeF() * (drawing_dots_per_inch / points_per_inch);
        if (drawn) image = draw_page(*pdf, *page, work);
    } else if (drawn) {
        image = facts->type == DrawingType::svg   ? draw_svg(work)
                : facts->type == DrawingType::png ? draw_raster(work, "png")
                                                  : draw_raster(work, "jpeg");
    }
    if (drawn && image.isNull()) _exit(2);
    if (drawn) {
        out.size = image.size();
        out.pixels =
            QByteArray(reinterpret_cast<const char*>(image.constBits()), image.sizeInBytes());
    }
    _exit(write_out(out.to_bytes()) ? 0 : 1);
}
