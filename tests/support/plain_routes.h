// SPDX-License-Identifier: GPL-3.0-or-later
// Ways along pathways the plain way: the whole graph by the Boost Graph Library, to hold the
// product's search against.
#pragma once

#include "core/route/route.h"
#include "core/route/router.h"

namespace ovant {

RoutedWay plain_route(const Site& site, Point from, Point to);

}  // namespace ovant
