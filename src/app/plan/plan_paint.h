// SPDX-License-Identifier: GPL-3.0-or-later
// Draws the plan from the document. Holds no state; positions live in the site in metres.
#pragma once

#include <QPainter>

#include "app/document/document.h"
#include "app/plan/plan_labels.h"
#include "app/plan/plan_map.h"
#include "app/theme/theme.h"

class QWidget;

namespace ovant {

// All that can be worked with but the device that is on its way in a preview and the cables at it:
// places, pathways, cables, devices, names, scale bar. The same whatever is selected.
void paint_resting(QPainter& painter, const Document& document, const PlanMap& map,
                   const PlanLayout& layout, const QWidget& view,
                   const std::vector<PlanLabel>& labels);
// What lies above it: what is on its way, what is selected and its run. `labels` stand already.
void paint_above(QPainter& painter, const Document& document, const PlanMap& map,
                 const PlanLayout& layout, const QWidget& view,
                 const std::vector<PlanLabel>& labels);

}  // namespace ovant
