// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_sheet.h"

#include <QBuffer>
#include <QDate>
#include <QLocale>
#include <QPainter>
#include <QPdfWriter>
#include <QSvgGenerator>
#include <QWidget>

#include <algorithm>
#include <cmath>
#include <set>

#include "app/kit/q.h"
#include "app/plan/drawing_picture.h"
#include "app/plan/plan_labels.h"
#include "app/plan/plan_layout.h"
#include "app/plan/plan_map.h"
#include "app/plan/plan_paint.h"
#include "app/theme/theme.h"
#include "phrase/check_text.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

constexpr double dots_an_inch = 96, mm_an_inch = 25.4;
constexpr double px_a_mm = dots_an_inch / mm_an_inch;
constexpr double margin_mm = 10, title_mm = 20;
constexpr double sharp = 2;  // pixels a dot, of pictures

QSizeF paper_mm(const PlanSheet& sheet, QPageLayout::Orientation orientation) {
    const QSizeF upright = QPageSize(sheet.paper).size(QPageSize::Millimeter);
    return orientation == QPageLayout::Landscape ? upright.transposed() : upright;
}

// Inside the margins, above the title block.
QRectF frame_mm(QSizeF paper) {
    return {margin_mm, margin_mm, paper.width() - 2 * margin_mm,
            paper.height() - 2 * margin_mm - title_mm};
}

QRectF in_px(const QRectF& mm) { return {mm.topLeft() * px_a_mm, mm.size() * px_a_mm}; }

class SheetPainter {
public:
    SheetPainter(QPainter& painter, const Document& document, const QWidget& view,
                 const PlanSheet& sheet)
        : p_(painter),
          document_(document),
          theme_(theme_for(false)),
          sheet_(sheet),
          scale_(sheet_scale(sheet)),
          frame_(in_px(frame_mm(paper_mm(sheet, scale_.orientation)))) {
        paper_.setFont(view.font());
        QPalette light;
        light.setColor(QPalette::Window, theme_.card);
        paper_.setPalette(light);
        paper_.resize(frame_.size().toSize());
    }

    void paint() {
        p_.fillRect(QRectF(QPointF(0, 0), paper_mm(sheet_, scale_.orientation) * px_a_mm),
                    Qt::white);
        paint_plan();
        p_.setBrush(Qt::NoBrush);
        p_.setPen(QPen(theme_.ink, 1));
        p_.drawRect(frame_);
        paint_title();
    }

private:
    void paint_plan() {
        const double px_a_m = 1000.0 / scale_.one_to * px_a_mm;
        const QSizeF shown_m = QSizeF(paper_.size()) / px_a_m;
        QRectF shown(QPointF(0, 0), shown_m);
        shown.moveCenter(sheet_.area_m.center());
        PlanMap map;
        map.fit(shown, paper_.size(), 0);
        p_.save();
        p_.setClipRect(frame_);
        p_.translate(frame_.topLeft());
        if (const auto& drawing = document_.site().drawing) {
            const QSizeF size = drawing_size_px(*drawing) * drawing->metres_per_pixel * map.scale();
            const Drawn drawn =
                draw({*drawing, {map.to_pixel(drawing->origin), size}, paper_.size(), sharp, false},
                     Wanted());
            p_.setOpacity(1 - drawing->fade);
            if (!drawn.image.isNull())
                p_.drawImage(QRectF(QPointF(0, 0), QSizeF(paper_.size())), drawn.image);
            p_.setOpacity(1);
        }
        const PlanLayout layout = plan_layout(document_, map);
        paint_resting(p_, document_, map, layout, paper_,
                      plan_labels(document_, map, layout, paper_));
        p_.restore();
    }

    void paint_title() {
        const QRectF block(frame_.left(), frame_.bottom(), frame_.width(), title_mm * px_a_mm);
        p_.setPen(QPen(theme_.ink, 1));
        p_.drawRect(block);
        const Site& site = document_.site();
        const QRectF inside = block.adjusted(10, 6, -10, -6);
        p_.setFont(text_font(paper_, 1.25, true));
        p_.drawText(inside, Qt::AlignLeft | Qt::AlignTop,
                    p_.fontMetrics().elidedText(q(site.name), Qt::ElideRight,
                                                static_cast<int>(inside.width() * 0.45)));
        p_.setFont(text_font(paper_, 0.95));
        const QString paper = QPageSize(sheet_.paper).name().section(' ', 0, 0);
        // Whoever holds the paper must know what is not on it.
        const auto listed =
            std::count_if(site.devices.begin(), site.devices.end(),
                          [](const Device& device) { return device.stated_run_m > 0; });
        if (listed > 0)
            p_.drawText(inside, Qt::AlignLeft | Qt::AlignVCenter,
                        QObject::tr("%1 cameras stand on no plan and are not shown").arg(listed));
        p_.drawText(inside, Qt::AlignLeft | Qt::AlignBottom,
                    QObject::tr("1:%1 on %2 · %3 · %4")
                        .arg(scale_.one_to)
                        .arg(paper, QLocale().toString(QDate::currentDate(), "yyyy-MM-dd"),
                             q(summary_text(document_.assessment().summary, ", "))));
        paint_legend(inside);
    }

    // Marks of verdicts, and of the media that are there.
    void paint_legend(const QRectF& inside) {
        double right = inside.right();
        const double upper = inside.top() + inside.height() * 0.25,
                     lower = inside.top() + inside.height() * 0.8;
        const auto entry = [&](double y, const QString& text, double mark_px, auto draw_mark) {
            const double width = p_.fontMetrics().horizontalAdvance(text);
            right -= width;
            p_.setPen(theme_.ink);
            p_.drawText(QPointF(right, y + p_.fontMetrics().ascent() / 2.0 - 1), text);
            right -= mark_px + 6;
            draw_mark(QPointF(right, y));
            right -= 14;
        };
        for (Verdict verdict : {Verdict::unknown, Verdict::fails, Verdict::tight, Verdict::holds})
            entry(upper, q(title(verdict)), 13,
                  [&](QPointF at) { paint_verdict(p_, theme_, verdict, at + QPointF(6, 0), 11); });
        right = inside.right();
        std::set<Medium> media;
        for (const NetLink& link : document_.network().links) media.insert(link.medium());
        for (Medium medium : media)
            entry(lower, q(title(medium)), 30, [&](QPointF at) {
                paint_cable(p_, theme_, QPolygonF({at, at + QPointF(28, 0)}), {medium, false}, 3);
            });
    }

    QPainter& p_;
    const Document& document_;
    const Theme& theme_;
    const PlanSheet& sheet_;
    const SheetScale scale_;
    const QRectF frame_;
    QWidget paper_;
};

}  // namespace

SheetScale sheet_scale(const PlanSheet& sheet) {
    SheetScale best{0, QPageLayout::Landscape};
    for (const auto orientation : {QPageLayout::Landscape, QPageLayout::Portrait}) {
        const QSizeF frame = frame_mm(paper_mm(sheet, orientation)).size();
        const double needed = 1000 * std::max(sheet.area_m.width() / frame.width(),
                                              sheet.area_m.height() / frame.height());
        int one_to = 0;
        for (int power = 10; one_to == 0; power *= 10) {
            for (const double step : {1.0, 2.0, 2.5, 5.0}) {
                const int usual = static_cast<int>(step * power);
                if (usual >= 20 && usual >= needed && one_to == 0) one_to = usual;
            }
            if (power >= 10'000'000) one_to = std::max(one_to, power);
        }
        if (best.one_to == 0 || one_to < best.one_to) best = {one_to, orientation};
    }
    return best;
}

std::string plan_on_paper(const Document& document, const QWidget& view, const PlanSheet& sheet) {
    const SheetScale scale = sheet_scale(sheet);
    const QSizeF size_px = paper_mm(sheet, scale.orientation) * px_a_mm;
    QBuffer out;
    out.open(QIODevice::WriteOnly);
    const auto paint = [&](QPaintDevice& device, double ratio) {
        QPainter painter(&device);
        painter.scale(ratio, ratio);
        SheetPainter(painter, document, view, sheet).paint();
    };
    switch (sheet.format) {
        case SheetFormat::pdf: {
            QPdfWriter pdf(&out);
            pdf.setTitle(q(document.site().name));
            pdf.setCreator("Ovant");
            pdf.setResolution(static_cast<int>(dots_an_inch));
            pdf.setPageLayout(
                QPageLayout(QPageSize(sheet.paper), scale.orientation, QMarginsF(0, 0, 0, 0)));
            paint(pdf, 1);
            break;
        }
        case SheetFormat::svg: {
            QSvgGenerator svg;
            svg.setOutputDevice(&out);
            svg.setTitle(q(document.site().name));
            svg.setResolution(static_cast<int>(dots_an_inch));
            svg.setSize(size_px.toSize());
            svg.setViewBox(QRectF(QPointF(0, 0), size_px));
            paint(svg, 1);
            break;
        }
        case SheetFormat::png: {
            QImage image((size_px * sharp).toSize(), QImage::Format_RGB32);
            const auto dots = [&](double an_inch) {
                image.setDotsPerMeterX(static_cast<int>(std::round(an_inch / mm_an_inch * 1000)));
                image.setDotsPerMeterY(image.dotsPerMeterX());
            };
            dots(dots_an_inch);  // fonts as large as on the others
            paint(image, sharp);
            dots(dots_an_inch * sharp);
            image.save(&out, "PNG");
            break;
        }
    }
    return out.data().toStdString();
}

}  // namespace ovant
