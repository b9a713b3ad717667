// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/exercise.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace ovant {
namespace {

// Less is inside what meter and model are off: nobody could find it.
constexpr double findable_apart = 3;
constexpr int most_tries = 200;

template <class T>
const T& picked(const std::vector<T>& from, std::mt19937& random) {
    return from[random() % from.size()];
}

}  // namespace

Result<Exercise> start_exercise(const Site& site, const Catalogue& catalogue,
                                const ExerciseWanted& wanted) {
    Site plain = site;
    plain.readings.clear();
    plain.tried.clear();
    for (Link& link : plain.links) link.defects.reset();
    const Network net = lay_out(plain, catalogue);
    std::vector<CameraNumber> cameras;
    for (CameraNumber number : net.cameras.numbers()) {
        const bool asked =
            wanted.camera.empty() || net.device(net.cameras[number]).id == wanted.camera;
        if (asked && net.runs[number].connected) cameras.push_back(number);
    }
    std::mt19937 random(wanted.seed);
    for (int attempt = 0; attempt < most_tries && !cameras.empty(); ++attempt) {
        const CameraNumber camera = picked(cameras, random);
        std::vector<Fault> faults = possible_faults(net, camera);
        std::erase_if(faults, [&](const Fault& fault) {
            return fault.kind == FaultKind::none || (wanted.kind && fault.kind != *wanted.kind);
        });
        if (faults.empty()) continue;
        Exercise out;
        out.hidden = picked(faults, random);
        const FaultFacts& facts = facts_of(out.hidden.kind);
        if (facts.free_number()) {
            const double share = static_cast<double>(random()) / std::mt19937::max();
            out.hidden.amount = facts.least * std::pow(facts.most / facts.least, share);
        }
        out.camera = net.device(net.cameras[camera]).id;
        out.seed = static_cast<unsigned>(random());
        if (most_apart(plain, catalogue, out.camera, out.hidden, {}) < findable_apart) continue;
        out.run = site_of_run(net, camera);
        const Network own = lay_out(out.run, catalogue);
        const CameraNumber here = find_camera(own, out.camera);
        out.readings = read_with_fault(out.run, catalogue, {out.hidden, out.seed},
                                       possible_readings(own, here));
        int number = 0;
        for (Reading& reading : out.readings) {
            reading.id = "M" + std::to_string(++number);
            out.minutes.push_back(minutes_of(own, reading));
        }
        return out;
    }
    return Error{ErrorCode::not_possible, "", wanted.camera,
                 "no connected run here can hide such a fault so that a reading tells it"};
}

Site with_taken(const Exercise& exercise, const std::vector<std::size_t>& taken) {
    Site out = exercise.run;
    for (std::size_t number : taken) out.readings.push_back(exercise.readings[number]);
    return out;
}

double minutes_for(const Exercise& exercise, const std::vector<std::size_t>& taken) {
    double sum = 0;
    for (std::size_t number : taken) sum += exercise.minutes[number];
    return sum;
}

bool is_hidden(const Exercise& exercise, const Catalogue& catalogue, const Fault& named) {
    const Fault& hidden = exercise.hidden;
    if (named.kind == hidden.kind && named.at == hidden.at && named.to == hidden.to) return true;
    return named.kind != FaultKind::none &&
           most_apart(exercise.run, catalogue, exercise.camera, hidden, named) < least_told_apart;
}

std::vector<ExpertStep> expert(const Exercise& exercise, const Catalogue& catalogue) {
    std::vector<ExpertStep> out;
    if (exercise.readings.empty()) return out;
    std::vector<std::size_t> taken;
    std::size_t next = static_cast<std::size_t>(
        std::min_element(exercise.minutes.begin(), exercise.minutes.end()) -
        exercise.minutes.begin());
    while (taken.size() < exercise.readings.size()) {
        taken.push_back(next);
        const Result<Diagnosis> found =
            diagnose(with_taken(exercise, taken), catalogue, exercise.camera);
        ExpertStep step;
        step.reading = next;
        if (found) {
            step.first = found->suspects.front().fault;
            step.probability = found->suspects.front().probability;
        }
        out.push_back(step);
        const bool sure = step.first.kind != FaultKind::none && step.probability >= expert_is_sure;
        if (sure) break;
        const auto place = [&](auto wanted) {
            for (std::size_t i = 0; i < exercise.readings.size(); ++i) {
                const bool left = std::find(taken.begin(), taken.end(), i) == taken.end();
                if (left && wanted(exercise.readings[i])) return i;
            }
            return exercise.readings.size();
        };
        next = exercise.readings.size();
        if (found && found->next)
            next = place([&](const Reading& one) {
                return one.of == found->next->reading.of &&
                       one.subject == found->next->reading.subject;
            });
        // What physics forbids tells nothing: any other reading then.
        if (!found) next = place([](const Reading&) { return true; });
        if (next == exercise.readings.size()) break;
    }
    return out;
}

}  // namespace ovant
