// SPDX-License-Identifier: GPL-3.0-or-later
// What speaks against a design, in figures that add up.
#pragma once

namespace ovant {

struct Figures {
    double price = 0;
    double hours = 0;
    double can_fail = 0;  // units but cameras, plugs, radio paths
    Figures& operator+=(const Figures& other) {
        price += other.price;
        hours += other.hours;
        can_fail += other.can_fail;
        return *this;
    }
    Figures operator*(double times) const {
        return {price * times, hours * times, can_fail * times};
    }
    Figures operator-(const Figures& other) const {
        return {price - other.price, hours - other.hours, can_fail - other.can_fail};
    }
};

}  // namespace ovant
