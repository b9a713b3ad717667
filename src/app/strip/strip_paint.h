// SPDX-License-Identifier: GPL-3.0-or-later
// Draws one run's strip and says where its numbers are.
#pragma once

#include <QPainter>

#include "app/strip/strip_view.h"

namespace ovant {

struct StripInput {
    const Document& document;
    const RunProfile& profile;
    std::size_t index;  // into the network's cameras
};

std::vector<StripView::Spot> paint_strip(QPainter& painter, const StripInput& input,
                                         const QWidget& view);

}  // namespace ovant
