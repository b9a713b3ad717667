// SPDX-License-Identifier: GPL-3.0-or-later
#include "painted_text.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace ovant {
namespace {

class Recorder : public QPaintEngine {
public:
    explicit Recorder(std::vector<PaintedText>& out) : QPaintEngine(AllFeatures), out_(out) {}
    bool begin(QPaintDevice*) override { return true; }
    bool end() override { return true; }
    void updateState(const QPaintEngineState&) override {}
    void drawPixmap(const QRectF&, const QPixmap&, const QRectF&) override {}
    void drawPath(const QPainterPath&) override {}
    void drawPolygon(const QPointF*, int, PolygonDrawMode) override {}
    void drawImage(const QRectF&, const QImage&, const QRectF&, Qt::ImageConversionFlags) override {
    }
    void drawTextItem(const QPointF& at, const QTextItem& item) override {
        const QString text = item.text();
        // A comma between two links has no room of its own.
        const bool words = std::any_of(text.begin(), text.end(),
                                       [](QChar letter) { return letter.isLetterOrNumber(); });
        if (!words || painter()->opacity() < 0.05) return;
        const QRectF tight = QFontMetricsF(item.font()).tightBoundingRect(text).translated(at);
        QRectF box = painter()->deviceTransform().mapRect(tight);
        if (painter()->hasClipping())
            box &= painter()->deviceTransform().mapRect(painter()->clipBoundingRect());
        if (!systemClip().isEmpty()) box &= QRectF(systemClip().boundingRect());
        if (box.width() < 1 || box.height() < 1) return;
        out_.push_back({text, box, painter()->pen().color()});
    }
    Type type() const override { return User; }

private:
    std::vector<PaintedText>& out_;
};

class Paper : public QPaintDevice {
public:
    Paper(QSize size, std::vector<PaintedText>& out) : size_(size), engine_(out) {}
    QPaintEngine* paintEngine() const override { return &engine_; }

protected:
    int metric(PaintDeviceMetric metric) const override {
        switch (metric) {
            case PdmWidth: return size_.width();
            case PdmHeight: return size_.height();
            case PdmWidthMM: return size_.width() / 4;
            case PdmHeightMM: return size_.height() / 4;
            case PdmNumColors: return 1 << 24;
            case PdmDepth: return 32;
            case PdmDevicePixelRatio: return 1;
            case PdmDevicePixelRatioScaled: return static_cast<int>(devicePixelRatioFScale());
            default: return 96;
        }
    }

private:
    QSize size_;
    mutable Recorder engine_;
};

double luminance(const QColor& colour) {
    const auto part = [](double share) {
        return share <= 0.04045 ? share / 12.92 : std::pow((share + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * part(colour.redF()) + 0.7152 * part(colour.greenF()) +
           0.0722 * part(colour.blueF());
}

}  // namespace

std::vector<PaintedText> painted_text(QWidget& widget) {
    std::vector<PaintedText> out;
    Paper paper(widget.size(), out);
    widget.render(&paper, QPoint(), QRegion(),
                  QWidget::DrawWindowBackground | QWidget::DrawChildren);
    return out;
}

double contrast(const QColor& a, const QColor& b) {
    const double light = std::max(luminance(a), luminance(b));
    const double dark = std::min(luminance(a), luminance(b));
    return (light + 0.05) / (dark + 0.05);
}

QColor ground_under(const QImage& picture, const QRectF& box) {
    const double scale = picture.devicePixelRatio();
    const QRect part = QRectF(box.topLeft() * scale, box.size() * scale)
                           .toAlignedRect()
                           .adjusted(-1, -1, 1, 1)
                           .intersected(picture.rect());
    std::map<QRgb, int> seen;
    for (int y = part.top(); y <= part.bottom(); ++y)
        for (int x = part.left(); x <= part.right(); ++x) ++seen[picture.pixel(x, y)];
    const auto most = std::max_element(
        seen.begin(), seen.end(), [](const auto& a, const auto& b) { return a.second < b.second; });
    return most == seen.end() ? QColor() : QColor(most->first);
}

}  // namespace ovant
