// SPDX-License-Identifier: GPL-3.0-or-later
// The table of how often each hidden fault is named. Arguments: trials of each, one fault only.
#include <fmt/format.h>

#include <cstdlib>

#include "core/format/site_json.h"
#include "support/hidden_faults.h"
#include "support/temp_folder.h"

using namespace ovant;

int main(int argc, char** argv) {
    const int trials = argc > 1 ? std::atoi(argv[1]) : 200;
    const std::string only = argc > 2 ? argv[2] : "";
    const Result<Site> site = read_site(read_all(source_file("data/demo/marram-quay.ovant.json")));
    if (!site) return 1;
    fmt::print("{:18} {:>6} {:>8} {:>6} {:>6}   {:>6} {:>9} {:>6}\n", "fault", "trials", "tellable",
               "first", "third", "early", "suggested", "random");
    for (const FaultFacts& facts : all_faults()) {
        if (!only.empty() && id_of(facts.kind) != only) continue;
        const FaultShares shares = hidden_fault_shares(*site, facts.kind, trials, 1);
        const auto share = [&](int count) {
            return shares.tellable > 0 ? 100.0 * count / shares.tellable : 0;
        };
        fmt::print("{:18} {:6} {:8} {:5.0f}% {:5.0f}%   {:5.0f}% {:8.0f}% {:5.0f}%",
                   id_of(facts.kind), shares.trials, shares.tellable, share(shares.first),
                   share(shares.third), share(shares.first_early), share(shares.first_suggested),
                   share(shares.first_random));
        for (const auto& [kind, count] : shares.instead) fmt::print("  {} {}", id_of(kind), count);
        fmt::print("\n");
        std::fflush(stdout);
    }
}
