// SPDX-License-Identifier: GPL-3.0-or-later
// monkey [EDITS [SEED]]: that many random edits over several sites; exit status 1 and the site in
// monkey-fault.json where something was left wrong.
#include <fmt/format.h>

#include <chrono>
#include <cstdlib>
#include <fstream>

#include "monkey/first_sites.h"
#include "monkey/monkey.h"

namespace ovant {
namespace {

int run(std::size_t edits, std::uint32_t seed) {
    constexpr std::size_t edits_a_site = 150, edits_a_look = 12;
    const std::vector<Site> sites = first_sites();
    MonkeyCounts all;
    for (std::uint32_t round = 0; all.tried < edits; ++round) {
        const std::size_t first = round % (sites.size() + 1);
        Monkey monkey(first < sites.size() ? sites[first] : random_site(seed + round),
                      seed + round);
        for (std::size_t i = 0; i < edits_a_site && all.tried + i < edits; ++i) {
            // Said before it is done: a crash leaves the line behind.
            if (std::getenv("OVANT_MONKEY_LOUD"))
                fmt::print(stderr, "seed {} step {}\n", seed + round, i);
            bool good = monkey.edit();
            if (good && i % edits_a_look == 0) monkey.look();
            if (good && i + 1 == edits_a_site) good = monkey.undo_and_redo();
            if (good) continue;
            std::ofstream("monkey-fault.json") << write_site(monkey.site());
            fmt::print("seed {}, edit {} ({}): {}\n", seed + round, i, monkey.last_edit(),
                       monkey.fault());
            return 1;
        }
        all.tried += monkey.counts().tried;
        all.taken += monkey.counts().taken;
        all.refused += monkey.counts().refused;
        all.looked += monkey.counts().looked;
    }
    fmt::print("{} edits, {} taken, {} refused, looked at {} times: nothing wrong\n", all.tried,
               all.taken, all.refused, all.looked);
    return 0;
}

}  // namespace
}  // namespace ovant

int main(int argc, char** argv) {
    const std::size_t edits = argc > 1 ? std::strtoul(argv[1], nullptr, 10) : 2000;
    const auto seed = static_cast<std::uint32_t>(argc > 2 ? std::strtoul(argv[2], nullptr, 10) : 1);
    return ovant::run(edits, seed);
}
