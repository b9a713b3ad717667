// SPDX-License-Identifier: GPL-3.0-or-later
// Draws one run's strip, or the profile of its radio path, and says where its numbers are.
#pragma once

#include <QPainter>

#include "app/strip/strip_view.h"

namespace ovant {

struct StripInput {
    std::shared_ptr<const LaidRun> laid;
    UnitSystem units = UnitSystem::metric;
    std::optional<Condition> condition;
    // At the moment of the day that is looked at: volts by point of the profile, NaN where none.
    std::vector<double> moment_v;
    QString moment_words;
    QSizeF size;  // the painter stands at its top left corner
};

std::vector<StripView::Spot> paint_strip(QPainter& painter, const StripInput& input,
                                         const QWidget& view);
// The path from above the ground at one mast to the other: zone, obstacles, clearance, level.
std::vector<StripView::Spot> paint_path(QPainter& painter, const StripInput& input,
                                        const QWidget& view);

// Name of the run and what is to be said beside it; returns where the text ends.
double paint_strip_heading(QPainter& painter, const StripInput& input, const QWidget& view,
                           const QString& name, const QString& beside);

}  // namespace ovant
