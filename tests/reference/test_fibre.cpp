// SPDX-License-Identifier: GPL-3.0-or-later
// Fibre against the budgets and reaches of IEEE 802.3 and ANSI/TIA-568.3, from memory.
#include <catch2/catch.hpp>

#include "core/assess/assess.h"
#include "core/physics/fibre.h"
#include "support/sites.h"

using namespace ovant;

namespace {

const OpticFacts& optic(const char* kind) { return *shipped_catalogue().find(kind)->optic; }
double budget_db(const char* kind) {
    return optic(kind).transmit_min_dbm - optic(kind).sensitivity_dbm;
}

// A room, a fibre of this length between two units, a switch and a camera behind it.
Site fibre_site(const char* near_kind, const char* far_kind, const char* cable, double length_m) {
    const Catalogue& catalogue = shipped_catalogue();
    Site site = add_equipment_room(bare_site(), catalogue, {0, 0}, "sw-8-at-120", "rec-32")->site;
    Place hut;
    hut.at = {length_m, 0};
    hut.mains = Mains::steady;
    site = add_place(std::move(site), hut)->site;
    site = add_device(std::move(site), catalogue, near_kind, {1, 0})->site;
    site = add_device(std::move(site), catalogue, far_kind, {length_m, 0})->site;
    Added camera = *add_device(std::move(site), catalogue, "cam-fixed-4mp", {length_m, 10});
    site = std::move(camera.site);
    site = connect(site, catalogue, "patch-24", {"SW1", "up2", 0, ""}, {"MC1", "lan", 0, ""})->site;
    Added fibre =
        *connect(site, catalogue, cable, {"MC1", "fibre", 0, ""}, {"MC2", "fibre", 0, ""});
    site = *set_measured_length(std::move(fibre.site), fibre.id, length_m);
    return connect(site, catalogue, "cat5e-solid-24-out", {"MC2", "lan", 0, ""},
                   {"K01", "lan", 0, ""})
        ->site;
}

}  // namespace

TEST_CASE("the catalogue's optics have the budgets of their standards", "[reference][fibre]") {
    CHECK(budget_db("mc-100-fx") == Approx(11));      // 100BASE-FX
    CHECK(budget_db("sfp-1000-sx") == Approx(7.5));   // 1000BASE-SX
    CHECK(budget_db("sfp-1000-lx") == Approx(10.5));  // 1000BASE-LX10
    CHECK(optic("sfp-1000-lx").reach_m == 10000);     // LX10, BX10
    CHECK(optic("sfp-1000-bx-u").transmit_nm == optic("sfp-1000-bx-d").receive_nm);
    CHECK(optic("mc-100-fx").reach_m == 2000);
}

TEST_CASE("losses by the handbook", "[reference][fibre]") {
    CHECK(fibre_loss_db(FibreType::os2, 1310, 2400, 4, 0) == Approx(0.96 + 3.0));
    CHECK(fibre_loss_db(FibreType::om1, 850, 275, 2, 0) == Approx(0.9625 + 1.5));
    CHECK(fibre_loss_db(FibreType::om3, 850, 550, 2, 1) == Approx(1.65 + 1.5 + 0.3));
    CHECK(fibre_loss_db(FibreType::om2, 1310, 2000, 2, 0) == Approx(3.0 + 1.5));
    // At its full reach each standard still has light: that is how the reaches were set.
    CHECK(fibre_loss_db(FibreType::om2, 1310, 2000, 2, 0) < budget_db("mc-100-fx"));
    CHECK(fibre_loss_db(FibreType::om3, 850, 550, 2, 0) < budget_db("sfp-1000-sx"));
    CHECK(fibre_loss_db(FibreType::os2, 1310, 10000, 2, 0) < budget_db("sfp-1000-lx"));
    CHECK(multimode_reach_m(FibreType::om1, 850, 1000) == 275);
    CHECK(multimode_reach_m(FibreType::om3, 850, 1000) == 550);
    CHECK(multimode_reach_m(FibreType::os2, 1310, 1000) == 0);
}

TEST_CASE("a fibre run is judged in light, reach and fit", "[reference][fibre]") {
    const Judged good = judge_site(fibre_site("mc-1000-lx", "mc-pse-30-lx", "fibre-os2-2", 2400));
    const Check light = check_of(good.run(), CheckId::fibre_light);
    CHECK(light.value == Approx(10.5 - fibre_loss_db(FibreType::os2, 1310, 2400, 2, 0)));
    CHECK(light.verdict == Verdict::holds);
    CHECK(check_of(good.run(), CheckId::transceiver_pair).verdict == Verdict::holds);
    CHECK(good.run().verdict != Verdict::fails);

    // Forty-kilometre optics on a short single-mode fibre blind each other.
    Site blind = fibre_site("mc-1000-zx", "mc-1000-zx", "fibre-os2-2", 500);
    const Judged short_fibre = judge_site(blind);
    const Check most = check_of(short_fibre.run(), CheckId::fibre_overload);
    CHECK(most.value == Approx(3 - (0.2 + 1.5)));
    CHECK(most.verdict == Verdict::fails);

    const auto note_of = [](Site site) {
        return check_of(judge_site(std::move(site)).run(), CheckId::transceiver_pair).note;
    };
    CHECK(note_of(fibre_site("mc-100-fx", "mc-pse-30-lx", "fibre-os2-2", 300)) == Note::other_rate);
    CHECK(note_of(fibre_site("mc-1000-bx-u", "mc-1000-bx-u", "fibre-os2-2", 300)) ==
          Note::other_wavelength);
    CHECK(note_of(fibre_site("mc-1000-lx", "mc-pse-30-lx", "fibre-om3-2", 300)) ==
          Note::other_fibre);
    CHECK(note_of(fibre_site("mc-1000-sx", "mc-pse-30-lx", "fibre-om3-2", 300)) ==
          Note::other_fibre);
    // A pair of one-fibre optics needs no second strand.
    CHECK(note_of(fibre_site("mc-1000-bx-u", "mc-1000-bx-d", "fibre-os2-2", 300)) == Note::none);
}

TEST_CASE("1000BASE-SX ends at the reach of the fibre", "[reference][fibre]") {
    for (const auto& [cable, reach_m] :
         {std::pair("fibre-om1-2", 275.0), std::pair("fibre-om3-2", 550.0)}) {
        const Judged inside =
            judge_site(fibre_site("mc-1000-sx", "mc-1000-sx", cable, reach_m * 0.9));
        const Judged past = judge_site(fibre_site("mc-1000-sx", "mc-1000-sx", cable, reach_m + 1));
        CHECK(check_of(past.run(), CheckId::link_length).verdict == Verdict::fails);
        CHECK(check_of(past.run(), CheckId::link_length).limit == reach_m);
        CHECK(check_of(inside.run(), CheckId::fibre_light).verdict != Verdict::fails);
    }
}
