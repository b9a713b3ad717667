// SPDX-License-Identifier: GPL-3.0-or-later
// Where things that lie on one another are drawn: units at one spot fan out, cables along one line
// lie side by side. The site keeps its positions; this is only how they are seen.
#pragma once

#include <QLineF>
#include <QPointF>
#include <QPolygonF>

#include <set>
#include <string>
#include <vector>

#include "app/document/document.h"
#include "app/plan/plan_map.h"

namespace ovant {

inline constexpr double plan_mark_px = 13;

struct PlanLayout {
    By<DeviceNumber, QPointF> marks;  // in pixels
    By<LinkNumber, QPolygonF> lines;  // from mark to mark
    std::set<DeviceNumber> off_plan;  // not seen, whatever their marks
};

// The same however the plan is pushed about. `moving` stands where it is, and makes nobody step
// aside. Seen marks stand a mark's width apart, where there is room for it within a few rings.
PlanLayout plan_layout(const Document& document, const PlanMap& map,
                       const std::string& moving = {});

// Which row a cable has on the lines it shares with others: 0 the middle, then 1, -1, 2 and so on,
// one for all its length. Cables that share no stretch may have the same.
struct CableRow {
    int row = 0;
    int widest = 0;  // of those that lie beside it, in whichever direction
};
std::vector<CableRow> cable_rows(const std::vector<std::vector<Point>>& lines);

}  // namespace ovant
