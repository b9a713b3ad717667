// SPDX-License-Identifier: GPL-3.0-or-later
// fibre-light, fibre-overload, transceiver-pair. Radios of different bands are told here as well:
// they do not pair either.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/goes_with.h"
#include "core/assess/link_reach.h"
#include "core/assess/run_checks.h"

namespace ovant {
namespace {

void pair_check(RunCase& of, const NetLink& link, Note note) {
    Check check = plain_check(CheckId::transceiver_pair, link.link->id, source::optic_pair);
    check.note = note;
    if (note != Note::none) check.verdict = Verdict::fails;
    of.offer(std::move(check));
}

// Light from one end to the other.
void light(RunCase& of, const NetLink& link, const OpticFacts& from, const OpticFacts& to) {
    Check check = start_check(CheckId::fibre_light, link.link->id, 0, 0, Unit::decibel,
                              Sense::at_least, source::optic_levels);
    const double loss_db = light_loss_db(link, from.transmit_nm, of.working(check));
    const double budget_db = from.transmit_min_dbm - to.sensitivity_dbm;
    check.value = budget_db - loss_db;
    check.detail = LightBalance{budget_db, loss_db};
    if (of.options.working) {
        check.working.push_back(
            {"budget = least transmitted − sensitivity",
             fmt::format("{:g} dBm − ({:g} dBm)", from.transmit_min_dbm, to.sensitivity_dbm),
             budget_db, Unit::decibel, source::optic_levels});
        check.working.push_back({"left = budget − loss",
                                 fmt::format("{:.1f} − {:.1f}", budget_db, loss_db), check.value,
                                 Unit::decibel, source::optic_levels});
    }
    judge(check, of.keep().light_db);
    of.offer(std::move(check));

    Check most =
        start_check(CheckId::fibre_overload, link.link->id, from.transmit_max_dbm - loss_db,
                    to.overload_dbm, Unit::decibel_milliwatt, Sense::at_most, source::optic_levels);
    if (of.options.working) {
        most.working.push_back({"most received = most transmitted − loss",
                                fmt::format("{:g} dBm − {:.2f} dB", from.transmit_max_dbm, loss_db),
                                most.value, Unit::decibel_milliwatt, source::optic_levels});
    }
    judge(most, 0);
    of.offer(std::move(most));
}

}  // namespace

void light_checks(RunCase& of) {
    std::vector<LinkNumber> links = of.run.links;
    links.insert(links.end(), of.run.upstream.begin(), of.run.upstream.end());
    for (LinkNumber number : links) {
        const NetLink& link = of.net.links[number];
        if (link.medium() != Medium::fibre && link.medium() != Medium::composite) continue;
        const OpticFacts* a = optic_at(of.net, link.a);
        const OpticFacts* b = optic_at(of.net, link.b);
        if (!a || !b) {
            pair_check(of, link, Note::no_optic);
            continue;
        }
        const Note note = optic_mismatch(*a, *b, *link.cable->cable);
        pair_check(of, link, note);
        if (note == Note::other_fibre) continue;  // no loss to speak of: the light does not fit
        light(of, link, *a, *b);
        light(of, link, *b, *a);
    }
}

}  // namespace ovant
