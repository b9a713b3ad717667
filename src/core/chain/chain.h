// SPDX-License-Identifier: GPL-3.0-or-later
// A run as people say it: "30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W". Read, written, and
// made into a site, so that it is judged as anything drawn is. Grammar in docs/chain.md.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/assess/assess.h"
#include "core/assess/profile.h"
#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site.h"
#include "core/units/units.h"

namespace ovant {

struct ChainLength {
    double length_m = 0;
    std::string cable;  // kind
    Surroundings lies = Surroundings::indoor;
    bool protectors = false;  // at both ends
    bool operator==(const ChainLength&) const = default;
};

struct ChainUnit {
    std::string kind;
    std::string in, out;  // its ports; of the source only `out`, of the camera only `in`
    bool operator==(const ChainUnit&) const = default;
};

struct Chain {
    ChainUnit source;
    bool long_setting = false;
    std::vector<ChainLength> lengths;  // one more than units
    std::vector<ChainUnit> units;
    ChainUnit camera;
    std::optional<CameraDraw> draw;  // else as its kind has it
    std::optional<double> bit_rate_mbps;
    bool operator==(const Chain&) const = default;
};

// True if the text begins as a chain does, so that a reader may offer it.
bool looks_like_chain(std::string_view text);

// Words and quantities to kinds: the cheapest that does what is said and fits what stands before
// it. Bare numbers of a length take the unit of the system. Errors: place "element 3", subject the
// words, detail what should stand there.
Result<Chain> read_chain(std::string_view text, const Catalogue& catalogue, UnitSystem system);

// In the shortest words that read as the same chain; ids of kinds where no word does.
std::string write_chain(const Chain& chain, const Catalogue& catalogue);

// The run of a camera as a chain: nothing where it is not one line of cables from a feeding port to
// the camera, with its power beside its data.
std::optional<Chain> chain_of(const Network& net, CameraNumber camera);

// What a run is judged under: the site's settings and own kinds; beside no site, as makers rate.
Site judged_like(const Site& site);

inline constexpr const char* chain_camera = "K01";

// A site of this run alone: its source in an equipment room with a recorder, every length as it is
// said. `like`: settings and own kinds. Errors: what the gate refuses.
Result<Site> chain_site(const Chain& chain, const Catalogue& catalogue, const Site& like);

// The run put into a site: on a free port at the head end that gives what the chain's source gives,
// else with its source on a free port for data there; units and camera stand in a row from there,
// every length as it is said. Errors: not_possible where no port is free; what the gate refuses.
struct ChainPut {
    Site site;
    std::string camera;
};
Result<ChainPut> with_chain(const Site& site, const Catalogue& catalogue, const Chain& chain);

// How much longer one length can be before the run fails, and what fails first.
struct ChainGrowth {
    double length_m = 0;          // the longest of this length with which it does not fail
    std::optional<Check> breaks;  // what fails a centimetre on; nothing up to most_chain_length_m
};
inline constexpr double most_chain_length_m = 100'000;
// Domain: length < chain.lengths.size(). Errors: as chain_site.
Result<ChainGrowth> grow(const Chain& chain, std::size_t length, const Catalogue& catalogue,
                         const Site& like);

}  // namespace ovant
