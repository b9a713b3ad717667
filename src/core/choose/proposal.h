// SPDX-License-Identifier: GPL-3.0-or-later
// Ways and remedies: each builds real links and devices on a copy of the site, and the same
// assessment as for anything drawn by hand says what it is worth. One file a way.
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/parts/cost.h"
#include "core/parts/parts.h"
#include "core/simulate/what_if.h"
#include "core/value.h"

namespace ovant {

enum class WayId {
    direct_copper = 1,
    long_setting,
    extra_reach_cable,
    repeaters,
    repeaters_both_ends,
    extenders,
    extender_pair,
    long_range_port,
    trunk,
    poe_fed_switch,
    passive_dc,
    local_adapter,
    fibre,
    composite,
    radio_bridge,
    radio_hub,
    old_coax,
    mains_wiring,
    shared_cable,
    cabinet_switch
};
inline constexpr int way_count = 20;
std::string_view id_of(WayId way);

// Small changes that could mend what is there.
enum class RemedyKind {
    solid_copper,
    add_protectors,
    turn_long_setting_on,
    turn_long_setting_off,
    move_port,
    fit_enclosure,
    assign_ports,
    set_priorities,
    larger_backup,
    lower_picture,     // codec, frames, pixels
    flip_alternative,  // a combiner's pairs
    power_off_beyond,  // PoE off on the far side of the last repeater
    power_on,          // a port on the way is switched off
    raise_antenna,
    turn_antenna,
    lower_transmit,     // to what may be radiated here
    own_channel,        // of a radio and its far ends
    stronger_injector,  // in place of a weak one, or behind a port that is too weak
    raise_priority      // of the run's own port
};
// What is tried for a check that does not hold, simplest first; each is judged before it is shown.
std::vector<RemedyKind> remedies_of(CheckId check);

// Why a way or a remedy cannot be built at all.
enum class Cannot {
    nothing,
    no_free_port,       // no feeding port of the class is free
    no_long_setting,    // no unit with a long setting has a free port
    too_short,          // nothing in the middle to switch off
    one_length_enough,  // no in-line unit is needed
    chain_too_long,     // detail: how many would be needed of how many
    no_cable,           // the catalogue has no fitting cable or unit
    no_camera,
    no_head_end,    // no place, or no free port for data there
    no_mains_near,  // no place with mains within reach of the camera
    takes_poe,      // the camera has no input for d.c.
    takes_dc,       // the camera takes d.c. only
    no_dc_supply,   // no supply for the camera's volts
    no_coax,        // no old coax that leads there
    no_neighbour,   // no cable nearby that could carry two
    same_place,     // the camera stands where the equipment is
    path_cut,       // detail: what stands in the way; amount: metres too low
    no_high_power,  // nothing that gives 60 W or more
    not_on_plan,    // the camera stands on no plan, so nobody knows what lies between
    not_sound       // the site it leaves could not be kept: `unsound` says why
};

// What a proposal changes: whole objects by id, put in or put in place of those there.
struct SiteChange {
    OVANT_VALUE(SiteChange);
    std::vector<std::string> removed_devices, removed_links;
    std::vector<Device> devices;
    std::vector<Link> links;
    bool empty() const {
        return removed_devices.empty() && removed_links.empty() && devices.empty() && links.empty();
    }
};
Site with_change(Site site, const SiteChange& change);

struct BuildHop {  // of the run as it would be, for drawing it to scale
    Medium medium = Medium::twisted_pair;
    bool long_reach = false;
    double length_m = 0;
    Category unit = Category::camera;  // at its far end
};

struct Proposal {
    OVANT_VALUE(Proposal);
    std::optional<WayId> way;          // else
    std::optional<RemedyKind> remedy;  // a smaller change to the run as it is
    std::string detail;                // kind, port or cable that names it
    bool with_protection = false;      // protectors and boxes are put in along with the rest
    bool built = false;                // false: `cannot` says why
    SiteChange change;
    Cannot cannot = Cannot::nothing;
    std::string cannot_detail;
    double cannot_amount = 0;
    std::optional<Error> unsound;
    Verdict verdict = Verdict::unknown;  // of the run, or of a neighbour or unit it makes worse
    Check decisive;
    std::string harmed;  // the camera of another run that it makes fail
    // What is there already and decides: a link or unit that the way leans on. May be empty.
    std::string leans_on;
    RunAssessment run;
    std::vector<BuildHop> build;
    Cost cost;                    // of all that serves this camera only
    std::vector<PartLine> parts;  // what has to be bought for it
    int can_fail = 0;             // units, plugs and paths on the way
    int in_line = 0;              // units between the head end's and the camera
    bool past_stated = false;     // rests on reach past the stated limit
    bool changes_others = false;  // something that others hang on becomes another, or goes
    // Kinds from the source to the camera, unit and cable in turn, with the long setting told.
    std::vector<std::string> along;
};

// Asked between one way and the next; false ends it with what was found by then.
using GoOn = std::function<bool()>;

class KnownLengths;

// All ways for a camera: those that hold by the site's preference, then tight, failing, and those
// that cannot be built. Nothing that rests on reach past the stated limit comes first.
// `known_lengths`: of the site before runs were taken out of it; null for those of this one.
std::vector<Proposal> propose_ways(const Site& site, const Catalogue& catalogue,
                                   const std::string& camera, const JudgedUnder& under = {},
                                   const GoOn& go_on = {},
                                   const KnownLengths* known_lengths = nullptr);
// These ways only, in the order asked for.
std::vector<Proposal> build_ways(const Site& site, const Catalogue& catalogue,
                                 const std::string& camera, const std::vector<WayId>& ways,
                                 const GoOn& go_on = {},
                                 const KnownLengths* known_lengths = nullptr);
// Small changes that the run's failing or tight checks call for, judged; only those that help.
std::vector<Proposal> propose_remedies(const Site& site, const Catalogue& catalogue,
                                       const std::string& camera, const JudgedUnder& under = {},
                                       const GoOn& go_on = {});

// Remedies and ways together, in the order to show: by verdict, small changes before new ways, what
// cannot be built last. What would change nothing is left out.
std::vector<Proposal> in_order_to_show(std::vector<Proposal> remedies, std::vector<Proposal> ways);
std::vector<Proposal> propose_all(const Site& site, const Catalogue& catalogue,
                                  const std::string& camera, const JudgedUnder& under = {});

// Cameras one after the other on one length of solid copper each, as long as was measured, from the
// free port that suits it best of the unit nearest to it. Borrows the catalogue.
class LengthLayer {
public:
    LengthLayer(const Site& site, const Catalogue& catalogue);
    ~LengthLayer();
    LengthLayer(const LengthLayer&) = delete;
    LengthLayer& operator=(const LengthLayer&) = delete;
    // The link, its id still to be given; nullopt where no port is free or no cable fits.
    std::optional<Link> lay(const Device& camera, double length_m);

private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

// What a camera that was just put down is given by itself: the first of its ways if it does not
// fail and changes nothing that others hang on. Never a dearer one: where the first way changes
// something, nothing is laid and `way` is there to be asked for.
struct FirstRun {
    Site site;
    bool laid = false;
    std::optional<Proposal> way;  // none: no way that does not fail
};
FirstRun first_run(const Site& site, const Catalogue& catalogue, const std::string& camera);

// What runs along a camera's way as it is now, to be compared with Proposal::along.
std::vector<std::string> kinds_along(const Network& net, const Run& run);

// Of ways in the order of propose_ways the best that does not fail; null where there is none.
const Proposal* best_way(const std::vector<Proposal>& ways);

// The site with the camera on its best way that does not fail; as it was where there is none.
Site with_best_way(const Site& site, const Catalogue& catalogue, const std::string& camera);

}  // namespace ovant
