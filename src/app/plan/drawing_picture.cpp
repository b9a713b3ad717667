// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/drawing_picture.h"

#include <algorithm>
#include <mutex>
#include <vector>

#include "core/format/drawing_facts.h"
#include "core/process/helper_process.h"
#include "drawer/drawing_work.h"

namespace ovant {
namespace {

constexpr double most_s = 8;  // that a picture may take
constexpr double size_most_s = 4;
constexpr std::size_t most_remembered = 16;

struct Answered {
    HelperEnd end = HelperEnd::missing;
    DrawnPicture picture;
};

Answered ask_drawer(const DrawingWork& work, double limit_s, const std::function<bool()>& go_on) {
    const QByteArray input = work.to_bytes();
    QByteArray answer;
    HelperWork ask;
    ask.program = drawer_program;
    ask.input = {input.constData(), static_cast<std::size_t>(input.size())};
    ask.limits.most_s = limit_s;
    const QSizeF pixels = QSizeF(work.view) * work.pixel_ratio;
    ask.limits.most_answer_bytes =
        static_cast<std::size_t>(pixels.width() * pixels.height() * 4) + (1 << 20);
    ask.go_on = go_on;
    ask.heard = [&](std::string_view piece) {
        answer.append(piece.data(), static_cast<qsizetype>(piece.size()));
    };
    Answered out;
    out.end = run_helper(ask);
    if (out.end == HelperEnd::done) out.picture = DrawnPicture::from_bytes(answer);
    return out;
}

QByteArray bytes_of(const Drawing& drawing) {
    return QByteArray::fromRawData(drawing.data->data(),
                                   static_cast<qsizetype>(drawing.data->size()));
}

Error no_drawing() {
    return {ErrorCode::bad_value, "", "this", "a PNG, JPEG, PDF or SVG drawing that can be read"};
}

Result<QSizeF> size_of(const Drawing& drawing) {
    const Result<DrawingFacts> facts = look_at_drawing(*drawing.data);
    if (!facts) return facts.error();
    if (facts->type != DrawingType::pdf) return QSizeF(facts->width_px, facts->height_px);
    const Answered answer = ask_drawer({{}, {}, 1, bytes_of(drawing)}, size_most_s, {});
    const QSizeF size = answer.picture.size_px;
    const bool good =
        size.width() > 0 && size.height() > 0 && size.width() < 1e6 && size.height() < 1e6;
    if (!good) return no_drawing();
    return size;
}

// A drawing's bytes never change: what is found of them is remembered with them.
Result<QSizeF> remembered_size(const Drawing& drawing) {
    struct Known {
        std::weak_ptr<const std::string> of;
        Result<QSizeF> size;
    };
    static std::mutex guard;
    static std::vector<Known> known;
    {
        const std::lock_guard lock(guard);
        for (const Known& one : known) {
            if (one.of.lock() == drawing.data) return one.size;
        }
    }
    Result<QSizeF> size = size_of(drawing);
    const std::lock_guard lock(guard);
    if (known.size() == most_remembered) known.erase(known.begin());
    known.push_back({drawing.data, size});
    return size;
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
    const Result<QSizeF> size = remembered_size(drawing);
    return size ? *size : QSizeF();
}

std::optional<Error> why_not_shown(const Drawing& drawing) {
    if (!drawing.data || drawing.data->empty()) return no_drawing();
    const Result<QSizeF> size = remembered_size(drawing);
    if (!size) return size.error();
    return std::nullopt;
}

Drawn draw(const DrawingShown& shown, const Wanted& wanted) {
    Drawn out;
    if (!shown.drawing.data || shown.view.isEmpty() || shown.area.isEmpty()) return out;
    const Answered answer =
        ask_drawer({shown.area, shown.view, shown.pixel_ratio, bytes_of(shown.drawing)}, most_s,
                   [&] { return wanted.still(); });
    if (!wanted.still()) return out;
    const DrawnPicture& picture = answer.picture;
    if (answer.end == HelperEnd::late) {
        out.why_not = Error{ErrorCode::not_possible, "", "the drawing",
                            "it is not shown, since it takes too long to draw"};
    } else if (picture.size.isEmpty()) {
        out.why_not = Error{ErrorCode::not_possible, "", "the drawing",
                            "it is not shown, since it cannot be drawn"};
    } else {
        out.image = QImage(reinterpret_cast<const uchar*>(picture.pixels.constData()),
                           picture.size.width(), picture.size.height(), picture.size.width() * 4,
                           QImage::Format_ARGB32_Premultiplied)
                        .copy();
        if (shown.dark) exchange_light_and_dark(out.image);
        out.image.setDevicePixelRatio(shown.pixel_ratio);
    }
    return out;
}

Result<Drawing> drawing_from_bytes(const QByteArray& bytes) {
    const Result<DrawingFacts> facts =
        look_at_drawing({bytes.constData(), static_cast<std::size_t>(bytes.size())});
    if (!facts) return facts.error();
    Drawing drawing;
    drawing.media_type = media_type_of(facts->type);
    drawing.data = std::make_shared<const std::string>(bytes.constData(), bytes.size());
    if (std::optional<Error> why = why_not_shown(drawing)) return *why;
    return drawing;
}

}  // namespace ovant
