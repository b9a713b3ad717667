// SPDX-License-Identifier: GPL-3.0-or-later
// What lies under a pixel of the plan.
#pragma once

#include <string>

#include "app/document/document.h"
#include "app/plan/plan_layout.h"
#include "app/plan/plan_map.h"

namespace ovant {

struct PlanHit {
    enum class What {
        nothing,
        device,
        link,
        place,
        pathway,
        pathway_point,
        obstacle,
        obstacle_point,
        existing,
        beam  // the handle of the selected radio's beam
    } what = What::nothing;
    std::string id;
    std::size_t point = 0;  // of a pathway
};

// The selected device where it is a radio with an antenna to turn; none else.
DeviceNumber beam_of_selected(const Document& document);
// Where the handle of its beam is drawn.
QPointF beam_handle(const Document& document, const PlanLayout& layout, DeviceNumber device);

// Devices before cables before places before pathways; the selected pathway's points come first.
// As things are drawn by the layout.
PlanHit hit_at(const Document& document, const PlanMap& map, const PlanLayout& layout,
               QPointF pixel);

}  // namespace ovant
