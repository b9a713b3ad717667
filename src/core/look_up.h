// SPDX-License-Identifier: GPL-3.0-or-later
// What a look-up that may find nothing gives is never dereferenced bare: read it through
// or_nothing(), change it through change(), or ask whether it is there.
#pragma once

#include <optional>
#include <vector>

namespace ovant {

// What was found, or an empty one of its kind: a unit without ports, a device at the origin.
template <class T>
const T& or_nothing(const T* found) {
    static const T nothing{};
    return found ? *found : nothing;
}
template <class T>
const T& or_nothing(const std::optional<T>& found) {
    return or_nothing(found ? &*found : nullptr);
}

// Changes what was found; false where there is nothing.
template <class T, class Change>
bool change(T* found, Change change_it) {
    if (!found) return false;
    change_it(*found);
    return true;
}

template <class T>
const T* first_of(const std::vector<T>& items) {
    return items.empty() ? nullptr : &items.front();
}

}  // namespace ovant
