// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/diagnose.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <numeric>
#include <random>
#include <set>
#include <tuple>

#include "core/prove/likelihood.h"
#include "core/site/site_enum_names.h"

namespace ovant {
namespace {

// What a record may be of to touch a run: its units, its cables, and their ports.
class Along {
public:
    Along(const Network& net, CameraNumber camera) {
        const RunParts parts = parts_of_run(net, camera);
        for (LinkNumber number : parts.links) {
            const NetLink& link = net.links[number];
            subjects_.insert(link.link->id);
            for (PortAt end : {link.a, link.b})
                subjects_.insert(net.device(end.device).id + "." + net.port(end).id);
        }
        for (DeviceNumber number : parts.devices) subjects_.insert(net.device(number).id);
    }
    bool touches(const std::string& subject) const { return subjects_.contains(subject); }
    const std::set<std::string>& subjects() const { return subjects_; }

private:
    std::set<std::string> subjects_;
};

constexpr std::size_t most_beside = 4;

// Cameras fed by other ports of the unit that feeds this one, and read.
std::vector<CameraNumber> beside(const Network& net, CameraNumber camera) {
    std::vector<CameraNumber> out;
    const PortAt root = net.fed_by[net.cameras[camera]];
    if (!root) return out;
    std::set<std::string_view> read;
    for (const Reading& one : net.site->readings) {
        if (one.of == ReadingOf::volts) read.insert(one.subject);
    }
    if (read.empty()) return out;
    for (CameraNumber other : net.cameras.numbers()) {
        const DeviceNumber device = net.cameras[other];
        const PortAt by = net.fed_by[device];
        if (other == camera || !by || by.device != root.device || out.size() == most_beside)
            continue;
        if (read.contains(net.device(device).id)) out.push_back(other);
    }
    return out;
}

// Of what was read again and again at one thing and under one condition the newest counts: a meter
// that is off is off each time. Past so many the oldest are left out too.
constexpr std::size_t most_weighed = 120;
constexpr double same_temperature_k = 5;

std::vector<ReadingAlong> newest(std::vector<ReadingAlong> all, int& left_out) {
    std::vector<std::size_t> later(all.size());
    std::iota(later.rbegin(), later.rend(), std::size_t{0});
    std::stable_sort(later.begin(), later.end(), [&](std::size_t a, std::size_t b) {
        return all[a].reading.when > all[b].reading.when;  // moments sort as text
    });
    std::set<std::tuple<ReadingOf, std::string, std::string, ReadUnder, double>> seen;
    std::vector<std::size_t> kept;
    for (std::size_t i : later) {
        const Reading& one = all[i].reading;
        const double warmth = std::round(one.temperature_c.value_or(-1000) / same_temperature_k);
        if (kept.size() < most_weighed &&
            seen.insert({one.of, one.subject, one.pair, one.under, warmth}).second)
            kept.push_back(i);
    }
    std::sort(kept.begin(), kept.end());
    std::vector<ReadingAlong> out;
    for (std::size_t i : kept) out.push_back(std::move(all[i]));
    left_out += static_cast<int>(all.size() - out.size());
    return out;
}

// Records of the site along a run, and which readings speak for the run as it is now: what physics
// forbids was typed wrong, and speaks for no fault; what is promised nowhere too.
void collect(const Network& net, CameraNumber camera, Diagnosis& out) {
    const Along along(net, camera);
    std::string mended;  // moments sort as text
    for (const TriedFault& one : net.site->tried) {
        if (one.camera != out.camera && !along.touches(one.at)) continue;
        out.tried.push_back(one);
        if (one.outcome == FaultOutcome::mended) mended = std::max(mended, one.when);
    }
    std::vector<ReadingAlong> speaking;
    for (ReadingAlong& one : readings_along(net, camera)) {
        const ReadingVerdict verdict = one.judged.verdict;
        if (one.reading.when < mended) {
            ++out.before_mending;
        } else if (!tells_faults(one.reading.of)) {
            continue;
        } else if (verdict == ReadingVerdict::as_promised || verdict == ReadingVerdict::off) {
            speaking.push_back(std::move(one));
        } else {
            ++out.impossible;
        }
    }
    for (ReadingAlong& one : newest(std::move(speaking), out.read_again)) {
        out.readings.push_back(std::move(one.reading));
        out.judged.push_back(std::move(one.judged));
    }
    if (out.readings.empty()) return;
    std::vector<ReadingAlong> at_others;
    for (CameraNumber other : beside(net, camera)) {
        for (ReadingAlong& one : readings_along(net, other)) {
            const ReadingVerdict verdict = one.judged.verdict;
            const bool speaks =
                one.reading.of == ReadingOf::volts &&
                one.reading.subject == net.device(net.cameras[other]).id &&
                one.reading.when >= mended &&
                (verdict == ReadingVerdict::as_promised || verdict == ReadingVerdict::off);
            if (speaks && !along.touches(one.reading.subject)) at_others.push_back(std::move(one));
        }
    }
    for (ReadingAlong& one : newest(std::move(at_others), out.read_again)) {
        out.readings.push_back(std::move(one.reading));
        out.judged.push_back(std::move(one.judged));
    }
}

// Of those looked into that were not it: somebody may have looked past it, common practice.
constexpr double looked_past_share = 0.05;

// What was said of when it began, each once.
std::set<Since> histories(const std::vector<Reading>& readings) {
    std::set<Since> out;
    for (const Reading& reading : readings) {
        const bool amiss = reading.value != static_cast<double>(Symptom::well);
        if (reading.of == ReadingOf::symptom && amiss) out.insert(reading.since);
    }
    return out;
}

double prior_of(const Fault& fault, int places, const std::vector<TriedFault>& tried,
                const std::set<Since>& began) {
    const bool looked_into = std::any_of(tried.begin(), tried.end(), [&](const TriedFault& one) {
        return one.outcome == FaultOutcome::not_it && one.fault == fault.kind &&
               one.at == fault.at && one.to == fault.to;
    });
    double prior = facts_of(fault.kind).prior / places * (looked_into ? looked_past_share : 1);
    for (Since since : began) prior *= history_factor(fault.kind, since);
    return prior;
}

// How likely a reading is where a suspect lets it be `expected`, but for a factor.
double minus_log_of(ReadingOf of, double value, double expected, double error) {
    if (is_choice(of)) return -std::log(choice_likelihood(of, value, expected));
    const double away = (value - expected) / error;
    return away * away / 2;
}

// How far two values of a reading lie apart, in errors of meter and model: of two choices as far as
// one likelihood is of the other.
double separation_of(ReadingOf of, double a, double b, double error) {
    if (!is_choice(of)) return std::abs(a - b) / error;
    const double least = std::min(choice_likelihood(of, a, b), choice_likelihood(of, b, a));
    return std::sqrt(2 * std::max(0.0, std::log(choice_likelihood(of, a, a) / least)));
}

// What likely suspects would let readings show that are not taken yet.
struct Outlook {
    std::vector<Reading> readings;
    std::vector<double> errors;               // of each reading
    std::vector<std::vector<double>> values;  // by suspect and reading
};

// The meter's error is that of the value it would show.
void put_expected(const Site& run, const Catalogue& catalogue, std::vector<Reading>& readings) {
    const std::vector<double> expected = values_read(run, catalogue, readings);
    for (std::size_t i = 0; i < readings.size(); ++i)
        readings[i].value = shown_value(expected[i], readings[i].of);
}

Outlook outlook(const Site& run, const Catalogue& catalogue, std::vector<Reading> readings,
                const std::vector<Fault>& faults) {
    Outlook out;
    put_expected(run, catalogue, readings);
    const Likelihood likelihood(run, catalogue, readings);
    for (const Fault& fault : faults) out.values.push_back(likelihood.values(fault));
    const Slopes slopes = likelihood.slopes_at(faults.front(), out.values.front());
    for (std::size_t i = 0; i < readings.size(); ++i)
        out.errors.push_back(likelihood.error(slopes, i));
    out.readings = std::move(readings);
    return out;
}

double widest_apart(const Outlook& out, std::size_t a, std::size_t b) {
    double widest = 0;
    for (std::size_t i = 0; i < out.readings.size(); ++i)
        widest = std::max(widest, separation_of(out.readings[i].of, out.values[a][i],
                                                out.values[b][i], out.errors[i]));
    return widest;
}

// How much likelier the true suspect is to be after reading i than before, over all suspects: each
// in turn is taken for true, and what it would show for the reading.
double gain_of(const Outlook& out, const std::vector<double>& probability, std::size_t i) {
    double gain = 0;
    for (std::size_t truth = 0; truth < probability.size(); ++truth) {
        double sum = 0;
        for (std::size_t other = 0; other < probability.size(); ++other)
            sum += probability[other] *
                   std::exp(-minus_log_of(out.readings[i].of, out.values[truth][i],
                                          out.values[other][i], out.errors[i]));
        const double own = std::exp(-minus_log_of(out.readings[i].of, out.values[truth][i],
                                                  out.values[truth][i], out.errors[i]));
        gain += probability[truth] * (probability[truth] * own / sum - probability[truth]);
    }
    return gain;
}

// Suspects that are looked at for the next reading, and the least gain that is worth the way.
constexpr std::size_t most_looked_at = 24;
constexpr double least_gain = 0.01;
// Minutes that any reading costs before the first is taken: getting there, common practice.
constexpr double way_minutes = 10;

void choose_next(const Network& net, CameraNumber camera, const Site& run,
                 const Catalogue& catalogue, Diagnosis& out) {
    std::vector<Reading> candidates = possible_readings(net, camera);
    // Under the condition of what was read last.
    for (Reading& reading : candidates) {
        reading.under = out.readings.back().under;
        reading.temperature_c = out.readings.back().temperature_c;
    }
    std::vector<Fault> faults;
    std::vector<double> probability;
    for (const Suspect& suspect : out.suspects) {
        if (faults.size() == most_looked_at) break;
        faults.push_back(suspect.fault);
        probability.push_back(suspect.probability);
    }
    if (faults.size() < 2) return;
    const Outlook seen = outlook(run, catalogue, std::move(candidates), faults);
    for (std::size_t other = 1; other < faults.size(); ++other) {
        if (widest_apart(seen, 0, other) < least_told_apart) out.like_first.push_back(other);
    }
    double best = 0;
    for (std::size_t i = 0; i < seen.readings.size(); ++i) {
        const Reading& reading = seen.readings[i];
        const bool taken =
            std::any_of(out.readings.begin(), out.readings.end(), [&](const Reading& one) {
                return one.of == reading.of && one.subject == reading.subject &&
                       one.under == reading.under;
            });
        if (taken) continue;
        const double gain = gain_of(seen, probability, i);
        const double minutes = minutes_of(net, reading);
        if (gain < least_gain || gain / (minutes + way_minutes) <= best) continue;
        // Told against the likeliest suspect that it tells from the first.
        std::size_t second = 0;
        double told = 0;
        for (std::size_t other = 1; other < faults.size(); ++other) {
            const double apart =
                separation_of(reading.of, seen.values[0][i], seen.values[other][i], seen.errors[i]);
            if (apart < least_told_apart || probability[other] <= told) continue;
            told = probability[other];
            second = other;
        }
        if (second == 0) continue;
        best = gain / (minutes + way_minutes);
        out.next = {reading, second, seen.values[0][i], seen.values[second][i], gain, minutes};
        out.next->reading.value = 0;
    }
}

}  // namespace

std::vector<ReadingAlong> readings_along(const Network& net, CameraNumber camera) {
    if (net.site->readings.empty()) return {};
    const Along along(net, camera);
    std::vector<Reading> readings;
    for (const Reading& reading : net.site->readings) {
        if (along.touches(reading.subject)) readings.push_back(reading);
    }
    if (readings.empty()) return {};
    std::vector<JudgedReading> judged =
        judge_readings(site_of_run(net, camera), *net.catalogue, readings);
    std::vector<ReadingAlong> out;
    for (std::size_t i = 0; i < readings.size(); ++i)
        out.push_back({std::move(readings[i]), std::move(judged[i])});
    return out;
}

ReadingsAlong::ReadingsAlong(const Network& net)
    : net_(net), judged_(judge_readings(*net.site, *net.catalogue)) {
    const std::vector<Reading>& readings = net.site->readings;
    for (std::size_t i = 0; i < readings.size(); ++i) at_[readings[i].subject].push_back(i);
}

std::vector<ReadingAlong> ReadingsAlong::of(CameraNumber camera) const {
    if (at_.empty()) return {};
    std::vector<std::size_t> which;
    const Along along(net_, camera);
    for (const std::string& subject : along.subjects()) {
        const auto found = at_.find(subject);
        if (found != at_.end())
            which.insert(which.end(), found->second.begin(), found->second.end());
    }
    std::sort(which.begin(), which.end());
    std::vector<ReadingAlong> out;
    for (std::size_t i : which) out.push_back({net_.site->readings[i], judged_[i]});
    return out;
}

double minutes_of(const Network& net, const Reading& reading) {
    const Device* device = find_device(*net.site, reading.subject);
    switch (reading.of) {
        case ReadingOf::link_rate:
        case ReadingOf::radio_level:
        case ReadingOf::symptom: return 1;    // looked at, at the recorder or from below
        case ReadingOf::bit_rate: return 2;   // seen on the unit's page, at the table
        case ReadingOf::length: return 5;     // from the near end
        case ReadingOf::wire_map: return 12;  // the remote is plugged in at the far end
        case ReadingOf::errors: return 5;     // after some minutes
        case ReadingOf::throughput: return 15;
        case ReadingOf::delay: return 2;
        case ReadingOf::backup_time: return 60;
        case ReadingOf::light: return 10;
        case ReadingOf::loop_resistance: return 15;  // somebody shorts the far end
        case ReadingOf::watts: return 3;             // the switch shows it
        case ReadingOf::volts: return device && ends_a_run(*device, *net.catalogue) ? 20 : 8;
    }
    return 10;
}

std::vector<Reading> possible_readings(const Network& net, CameraNumber camera) {
    const RunParts parts = parts_of_run(net, camera);
    std::vector<Reading> out;
    const auto add = [&](ReadingOf of, const std::string& subject) {
        Reading reading;
        reading.of = of;
        reading.subject = subject;
        out.push_back(reading);
    };
    for (LinkNumber number : parts.links) {
        const NetLink& link = net.links[number];
        const std::string& id = link.link->id;
        add(ReadingOf::link_rate, id);
        if (link.medium() == Medium::radio) {
            add(ReadingOf::radio_level, id);
            continue;
        }
        add(ReadingOf::length, id);
        if (carries_power(link.medium())) add(ReadingOf::loop_resistance, id);
        if (link.medium() == Medium::twisted_pair) add(ReadingOf::wire_map, id);
        if (link.medium() == Medium::fibre || link.medium() == Medium::composite)
            add(ReadingOf::light, id);
    }
    for (DeviceNumber number : parts.devices) {
        if (net.fed_by[number]) add(ReadingOf::volts, net.device(number).id);
    }
    add(ReadingOf::symptom, net.device(net.cameras[camera]).id);
    out.push_back(out.back());
    out.back().under = ReadUnder::night;
    if (const PortAt root = net.fed_by[net.cameras[camera]]) {
        const std::string port = net.device(root.device).id + "." + net.port(root).id;
        add(ReadingOf::watts, port);
        add(ReadingOf::volts, port);
    }
    const std::vector<double> promised = values_read(*net.site, *net.catalogue, out);
    std::vector<Reading> kept;
    for (std::size_t i = 0; i < out.size(); ++i) {
        if (!std::isnan(promised[i])) kept.push_back(out[i]);
    }
    return kept;
}

double most_apart(const Site& site, const Catalogue& catalogue, std::string_view camera,
                  const Fault& a, const Fault& b) {
    const Network whole = lay_out(site, catalogue);
    const CameraNumber number = find_camera(whole, camera);
    if (!number) return 0;
    const Site run = site_of_run(whole, number);
    return widest_apart(outlook(run, catalogue, possible_readings(whole, number), {a, b}), 0, 1);
}

Result<Diagnosis> diagnose(const Site& site, const Catalogue& catalogue, std::string_view camera) {
    const Network whole = lay_out(site, catalogue);
    const CameraNumber number = find_camera(whole, camera);
    if (!number) return Error{ErrorCode::no_such_object, "", std::string(camera), ""};
    Diagnosis out;
    out.camera = camera;
    collect(whole, number, out);
    Site run = site_of_run(whole, number, beside(whole, number));
    run.readings = out.readings;  // the pairs that they name
    if (out.readings.empty()) {
        return Error{ErrorCode::not_possible, "", std::string(camera),
                     "nothing was read along this run that a fault could explain"};
    }
    const Network net = lay_out(run, catalogue);
    const CameraNumber here = find_camera(net, camera);
    const Likelihood likelihood(run, catalogue, out.readings);
    const std::vector<Fault> faults = possible_faults(net, here);
    std::map<FaultKind, int> places;
    for (const Fault& fault : faults) ++places[fault.kind];
    const std::set<Since> began = histories(out.readings);
    double all_priors = 0;
    for (const Fault& fault : faults)
        all_priors += prior_of(fault, places[fault.kind], out.tried, began);
    double least = std::numeric_limits<double>::infinity();
    std::vector<double> minus_logs;
    for (Fault fault : faults) {
        const Fit fit = likelihood.fitted(fault);
        fault.amount = fit.amount;
        const double prior = prior_of(fault, places[fault.kind], out.tried, began) / all_priors;
        minus_logs.push_back(fit.minus_log - std::log(prior));
        least = std::min(least, minus_logs.back());
        out.suspects.push_back({fault, prior, 0, fit.would_read, fit.misfit, fit.minus_log});
    }
    double sum = 0;
    for (double minus_log : minus_logs) sum += std::exp(least - minus_log);
    for (std::size_t i = 0; i < out.suspects.size(); ++i)
        out.suspects[i].probability = std::exp(least - minus_logs[i]) / sum;
    std::stable_sort(
        out.suspects.begin(), out.suspects.end(),
        [](const Suspect& a, const Suspect& b) { return a.probability > b.probability; });
    choose_next(net, here, run, catalogue, out);
    return out;
}

Working working_of(const Diagnosis& diagnosis, std::size_t number) {
    Working out;
    if (number >= diagnosis.suspects.size()) return out;
    const Suspect& suspect = diagnosis.suspects[number];
    for (std::size_t i = 0; i < diagnosis.readings.size(); ++i) {
        const Reading& reading = diagnosis.readings[i];
        const JudgedReading& judged = diagnosis.judged[i];
        out.push_back(
            {fmt::format("{} at {}, were it so", name_of(reading.of), reading.subject),
             fmt::format("{:.4g} was read, {:.4g} is promised", reading.value, judged.promised),
             suspect.would_read[i], judged.unit, source::diagnosis});
    }
    out.push_back({"misfit = sum of (read − would show)² over errors²",
                   fmt::format("of {} readings", diagnosis.readings.size()), suspect.misfit,
                   Unit::none, source::diagnosis});
    out.push_back({"cost = misfit / 2, with rates, errors and the room it was fitted in",
                   fmt::format("{:.2f} / 2 …", suspect.misfit), suspect.cost, Unit::none,
                   source::diagnosis});
    out.push_back({"met before anything is read",
                   fmt::format("of {} suspects", diagnosis.suspects.size()), 100 * suspect.prior,
                   Unit::percent, source::fault_priors});
    out.push_back({"likelihood = met before × e^(−cost), of all suspects",
                   fmt::format("{:.4f} × e^(−{:.2f})", suspect.prior, suspect.cost),
                   100 * suspect.probability, Unit::percent, source::diagnosis});
    return out;
}

std::vector<Reading> read_with_fault(const Site& site, const Catalogue& catalogue,
                                     const HiddenFault& hidden, std::vector<Reading> readings) {
    std::mt19937 random(hidden.seed);
    std::normal_distribution<double> normal;
    Unknowns away{};
    for (double& one : away) one = std::clamp(normal(random), -2.0, 2.0);
    Site built = with_unknowns(site, catalogue, away);
    built = with_fault(std::move(built), catalogue, hidden.fault);
    const std::vector<double> values = values_read(built, catalogue, readings);
    for (std::size_t i = 0; i < readings.size(); ++i) {
        Reading& reading = readings[i];
        reading.value = shown_value(values[i], reading.of);
        if (is_choice(reading.of)) continue;
        const double error = instrument_off(site, reading) / errors_in_bound;
        reading.value += std::clamp(normal(random), -2.0, 2.0) * error;
        if (reading.of != ReadingOf::light && reading.of != ReadingOf::radio_level)
            reading.value = std::max(0.0, reading.value);
    }
    return readings;
}

}  // namespace ovant
