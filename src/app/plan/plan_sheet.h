// SPDX-License-Identifier: GPL-3.0-or-later
// The plan on paper, to scale: frame, title block with scale and date, scale bar, legend.
#pragma once

#include <QPageLayout>
#include <QPageSize>
#include <QRectF>

#include <string>

#include "app/document/document.h"

class QWidget;

namespace ovant {

enum class SheetFormat { pdf, svg, png };

struct PlanSheet {
    QPageSize::PageSizeId paper = QPageSize::A4;
    QRectF area_m;  // what of the site is on it
    SheetFormat format = SheetFormat::pdf;
};

struct SheetScale {
    int one_to = 500;  // a metre is 1000 / one_to millimetres on paper
    QPageLayout::Orientation orientation = QPageLayout::Landscape;
};

inline constexpr QPageSize::PageSizeId sheet_papers[] = {
    QPageSize::A4, QPageSize::A3, QPageSize::A2, QPageSize::A1, QPageSize::A0, QPageSize::Letter};

// The largest usual scale at which all of the area is on the paper, either way round.
SheetScale sheet_scale(const PlanSheet& sheet);

// The file's bytes, as `format` has it. Fonts are those of `view`; colours are for light paper.
std::string plan_on_paper(const Document& document, const QWidget& view, const PlanSheet& sheet);

}  // namespace ovant
