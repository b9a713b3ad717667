// SPDX-License-Identifier: GPL-3.0-or-later
// Ways and remedies: each builds real links and devices on a copy of the site, and the same
// assessment as for anything drawn by hand says what it is worth. One file a way.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/assess/assess.h"

namespace ovant {

enum class WayId { direct_copper = 1, long_setting = 2, repeaters = 4, extenders = 6 };
std::string_view id_of(WayId way);

// Why a way or a remedy cannot be built at all.
enum class Cannot {
    nothing,
    no_free_port,       // no feeding port of the class is free
    no_long_setting,    // no unit with a long setting has a free port
    one_length_enough,  // no in-line unit is needed
    chain_too_long,     // detail: how many would be needed of how many
    no_cable,           // the catalogue has no fitting cable
    no_camera
};

struct Proposal {
    std::optional<WayId> way;          // else
    std::optional<RemedyKind> remedy;  // a smaller change to the run as it is
    std::string detail;                // kind, port or cable that names it
    std::shared_ptr<const Site> site;  // null if it cannot be built
    Cannot cannot = Cannot::nothing;
    std::string cannot_detail;
    Verdict verdict = Verdict::unknown;  // of the run, or of a neighbour or unit it makes worse
    Check decisive;
    std::string harmed;  // the camera of another run that it makes fail
    RunAssessment run;
    double price = 0;          // material of the run
    int can_fail = 0;          // in-line units and plugs
    int in_line = 0;           // units in the cable
    bool past_stated = false;  // rests on reach past the stated limit
};

// What a proposal starts from, laid out once for all builders. Borrows site and catalogue.
struct ChooseContext {
    ChooseContext(const Site& of_site, const Catalogue& of_catalogue, std::string of_camera)
        : site(of_site),
          catalogue(of_catalogue),
          camera(std::move(of_camera)),
          now(lay_out(of_site, of_catalogue)) {}
    const Site& site;
    const Catalogue& catalogue;
    std::string camera;
    Network now;
};

// All ways for a camera: those that hold by the site's preference, then tight, failing, and those
// that cannot be built. Nothing that rests on reach past the stated limit comes first.
std::vector<Proposal> propose_ways(const Site& site, const Catalogue& catalogue,
                                   const std::string& camera);
// Small changes that the run's failing or tight checks call for, judged; only those that help.
std::vector<Proposal> propose_remedies(const Site& site, const Catalogue& catalogue,
                                       const std::string& camera);

// Remedies and ways together, in the order to show: by verdict, small changes before new ways, what
// cannot be built last. What would change nothing is left out.
std::vector<Proposal> propose_all(const Site& site, const Catalogue& catalogue,
                                  const std::string& camera);

// The site with the camera on its best way that does not fail; as it was where there is none.
Site with_best_way(const Site& site, const Catalogue& catalogue, const std::string& camera);

// Judges `candidate` for the camera against the site it came from.
Proposal judge_candidate(const ChooseContext& context, Site candidate);

}  // namespace ovant
