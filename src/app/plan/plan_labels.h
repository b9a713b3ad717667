// SPDX-License-Identifier: GPL-3.0-or-later
// Where the names on the plan stand: none on another, on a mark or on a cable. What finds no room
// beside its mark hangs on a leader, or waits for a closer zoom.
#pragma once

#include <QPointF>
#include <QRectF>
#include <QString>

#include <vector>

#include "app/document/document.h"
#include "app/plan/plan_layout.h"
#include "app/plan/plan_map.h"

namespace ovant {

struct PlanLabel {
    enum class Of { camera, place, obstacle } of = Of::camera;
    std::string id;
    QString text;
    QRectF box;      // pixels of the view; of a place with room for its mark of mains
    QPointF anchor;  // of what it names
    bool leader = false;
    Mains mains = Mains::none;  // of a place
};

// The same names stand at the same side of their marks however the plan is pushed about and
// whatever is selected. As if the device `without` were not there.
std::vector<PlanLabel> plan_labels(const Document& document, const PlanMap& map,
                                   const PlanLayout& layout, const QWidget& view,
                                   const std::string& without = {});
// The name of one camera at the first side of its mark, whatever lies there: of what moves, and of
// what is selected and found no room. Empty for a device that has no name on the plan.
PlanLabel label_beside_mark(const Document& document, const QWidget& view, DeviceNumber device,
                            QPointF at);

}  // namespace ovant
