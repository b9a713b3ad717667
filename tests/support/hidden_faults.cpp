// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/hidden_faults.h"

#include <algorithm>
#include <cmath>
#include <random>

#include "core/catalogue/catalogue.h"

namespace ovant {
namespace {

// Less is inside what meter and model are off.
constexpr double tellable_apart = 3;

struct HiddenRun {
    Site run;
    std::string camera;
    Fault fault;
    std::vector<Reading> readings;  // with the values of the meter
};

class Hider {
public:
    Hider(Site site, unsigned seed) : random_(seed), site_(std::move(site)) {
        site_.readings.clear();
    }

    std::optional<HiddenRun> hide(FaultKind kind) {
        Site site = site_;
        std::uniform_real_distribution<double> longer(0.6, 1.15);
        const Network drawn = lay_out(site, shipped_catalogue());
        for (const NetLink& laid : drawn.links) {
            if (laid.medium() != Medium::radio)
                find_link(site, laid.link->id)->measured_length_m = laid.length_m * longer(random_);
        }
        const Network net = lay_out(site, shipped_catalogue());
        std::vector<CameraNumber> cameras;
        for (CameraNumber number : net.cameras.numbers()) {
            if (!of_kind(net, number, kind).empty()) cameras.push_back(number);
        }
        if (cameras.empty()) return std::nullopt;
        const CameraNumber camera = pick(cameras);
        HiddenRun out;
        out.fault = pick(of_kind(net, camera, kind));
        const FaultFacts& facts = facts_of(kind);
        if (facts.free_number()) {
            std::uniform_real_distribution<double> amount(std::log(facts.least),
                                                          std::log(facts.most));
            out.fault.amount = std::exp(amount(random_));
        }
        out.camera = net.device(net.cameras[camera]).id;
        out.run = site_of_run(net, camera);
        out.readings = read_with_fault(out.run, shipped_catalogue(),
                                       {out.fault, static_cast<unsigned>(random_())},
                                       possible_readings(net, camera));
        int number = 0;
        for (Reading& reading : out.readings) reading.id = "M" + std::to_string(++number);
        return out;
    }
    template <class T>
    T pick(const std::vector<T>& from) {
        return from[std::uniform_int_distribution<std::size_t>(0, from.size() - 1)(random_)];
    }

private:
    static std::vector<Fault> of_kind(const Network& net, CameraNumber camera, FaultKind kind) {
        std::vector<Fault> out = possible_faults(net, camera);
        std::erase_if(out, [&](const Fault& fault) { return fault.kind != kind; });
        return out;
    }
    std::mt19937 random_;
    Site site_;
};

bool same(const HiddenRun& hidden, const Fault& named) {
    if (named.kind == hidden.fault.kind && named.at == hidden.fault.at &&
        named.to == hidden.fault.to)
        return true;
    return most_apart(hidden.run, shipped_catalogue(), hidden.camera, hidden.fault, named) <
           least_told_apart;
}

// The place of the hidden fault among the suspects; -1 where nothing can be said.
int place_of(const HiddenRun& hidden, const std::vector<Reading>& readings,
             std::optional<NextReading>* next = nullptr, FaultKind* first = nullptr) {
    Site site = hidden.run;
    site.readings = readings;
    const Result<Diagnosis> found = diagnose(site, shipped_catalogue(), hidden.camera);
    if (!found) return -1;
    if (next) *next = found->next;
    if (first) *first = found->suspects.front().fault.kind;
    for (int place = 0; place < 3; ++place) {
        const auto at = static_cast<std::size_t>(place);
        if (at < found->suspects.size() && same(hidden, found->suspects[at].fault)) return place;
    }
    return 3;
}

}  // namespace

FaultShares hidden_fault_shares(const Site& site, FaultKind kind, int trials, unsigned seed) {
    Hider hider(site, seed);
    FaultShares out;
    for (int trial = 0; trial < trials; ++trial) {
        const std::optional<HiddenRun> hidden = hider.hide(kind);
        if (!hidden || hidden->readings.size() < 4) continue;
        ++out.trials;
        if (kind != FaultKind::none && most_apart(hidden->run, shipped_catalogue(), hidden->camera,
                                                  hidden->fault, {}) < tellable_apart)
            continue;
        ++out.tellable;
        FaultKind first = FaultKind::none;
        const int place = place_of(*hidden, hidden->readings, nullptr, &first);
        if (place != 0) ++out.instead[first];
        out.first += place == 0;
        out.third += place >= 0 && place < 3;
        // Two readings, then the suggested one or any.
        std::vector<Reading> left = hidden->readings;
        std::shuffle(left.begin(), left.end(), std::mt19937(seed + static_cast<unsigned>(trial)));
        std::vector<Reading> taken(left.end() - 2, left.end());
        left.resize(left.size() - 2);
        std::optional<NextReading> next;
        out.first_early += place_of(*hidden, taken, &next) == 0;
        const auto with = [&](const Reading& more) {
            std::vector<Reading> all = taken;
            all.push_back(more);
            return place_of(*hidden, all) == 0;
        };
        out.first_random += with(hider.pick(left));
        const auto suggested = std::find_if(left.begin(), left.end(), [&](const Reading& one) {
            return next && one.of == next->reading.of && one.subject == next->reading.subject;
        });
        out.first_suggested += with(suggested == left.end() ? left.front() : *suggested);
    }
    return out;
}

}  // namespace ovant
