// SPDX-License-Identifier: GPL-3.0-or-later
// Random edits through the same functions and the same gate as the window, and everything that is
// worked out from a site after them.
#pragma once

#include "core/assess/network.h"

#include <random>
#include <string>
#include <vector>

#include "core/format/site_json.h"

namespace ovant {

struct MonkeyCounts {
    std::size_t tried = 0, taken = 0, refused = 0, looked = 0;
};

// What an edit left wrong, in words; empty as long as nothing is.
class Monkey {
public:
    Monkey(Site site, std::uint32_t seed);

    // One random edit. False: what it left is not as it should be, `fault` says how.
    bool edit();
    // Assess, propose, profile, cards, parts, power, day, what-ifs, assignment on the site as it
    // is.
    void look();
    // Every state that was kept, back to the first and on to the last, byte for byte.
    bool undo_and_redo();

    const Site& site() const { return history_.back(); }
    const std::string& fault() const { return fault_; }
    const std::string& last_edit() const { return last_edit_; }
    const MonkeyCounts& counts() const { return counts_; }

private:
    void look_at_offer(const Network& net);
    void look_at_proof(const Network& net);
    std::mt19937 random_;
    std::vector<Site> history_;
    std::vector<std::string> bytes_;
    std::string fault_, last_edit_;
    MonkeyCounts counts_;
};

}  // namespace ovant
