// SPDX-License-Identifier: GPL-3.0-or-later
// What a set of units and links costs: material from the catalogue, ground to be opened, hours by
// task at the site's rates.
#pragma once

#include "core/parts/brought.h"

namespace ovant {

struct Cost {
    double material = 0;
    double ground = 0;  // opening pathways that nothing lies in yet
    double labour = 0;  // hours at the site's rate, and outlets by the electrician
    double hours = 0;
    double total() const { return material + ground + labour; }
};

// A pathway in `of.open` has been paid for by what lies in it; among the links themselves each
// metre is paid once. An outlet is paid once a place, none at the head end.
Cost cost_of(const Network& net, const PartsOf& of);

}  // namespace ovant
