// SPDX-License-Identifier: GPL-3.0-or-later
// What a set of units and links costs: material from the catalogue, ground to be opened, hours by
// task at the site's rates.
#pragma once

#include "core/parts/work.h"

namespace ovant {

struct Cost {
    double material = 0;
    double ground = 0;  // opening pathways that nothing lies in yet
    double labour = 0;  // hours at the site's rate, and outlets by the electrician
    double hours = 0;
    double total() const { return material + ground + labour; }
};

// Of one cable beside all that lies there already.
Cost cost_of_cable(const Network& net, LinkNumber link);

// Material as it is counted singly and by the metre, work as its items say.
Cost cost_of(const Network& net, const PartsOf& of);

}  // namespace ovant
