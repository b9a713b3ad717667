// SPDX-License-Identifier: GPL-3.0-or-later
// Everything on a table first: the least that must be set up to have tried every different thing of
// a site once, step by step, with what must be seen at each.
//
// A camera's run is two chains of units and cables: from the camera to the unit that its pictures
// start from at the head end, and from there to the recorder. Chains of the same kinds in the same
// order with the same settings are one thing to try. One set-up tries one chain of each sort, so
// the least set of set-ups is a least edge cover of the graph whose corners are the different
// chains and whose edges are the runs.
//
// What is plugged in stays: a lead, a light, a rate is a step in the first set-up that has it.
//
// Example: 20 cameras behind one repeater each, at two sorts of switches that reach the recorder in
// one way each: chains A (by the first switch), B (by the second); ways U and V. Runs join A with U
// and B with V: two set-ups try all.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

#include "core/prove/cards.h"
#include "core/prove/readings.h"

namespace ovant {

enum class BenchTask {
    drum,         // this cable stays on its drum, all of it
    plug,         // a lead from socket to socket
    attenuate,    // too much light over a short lead
    pair_radios,  // each pair of the site, before it is mounted
    power_on,
    lights,
    read,     // a meter or a page of the unit shows this
    picture,  // at the recorder
    night,    // infrared forced on: what is read then
    ready,    // a unit gets its address, firmware and password while it is within reach
    restart,  // everything at once
    no_internet
};

std::string_view id_of(BenchTask task);

struct BenchStep {
    std::string key;  // stays with the step while what it tries stays
    BenchTask task = BenchTask::plug;
    std::string subject;                // unit, cable or port
    std::optional<CardStep> lead;       // plug, drum, pair_radios
    std::optional<Reading> reading;     // read, night: without its value
    JudgedReading promised;             // of the reading, with these leads
    double amount = 0;                  // attenuate: dB at least
    std::string address;                // ready: may be empty
    std::vector<std::string> rests_on;  // cameras whose runs rest on it
};

struct BenchSetUp {
    std::string camera;              // whose units are taken
    std::vector<std::string> alike;  // cameras of the same chain, it among them
    std::vector<BenchStep> steps;
};

struct BenchPlan {
    std::vector<BenchSetUp> set_ups;
    std::vector<BenchStep> units;  // each unit and each radio pair by itself
    std::vector<BenchStep> last;   // with everything on the table
    std::size_t chains = 0;        // different ones that are tried
};

// What the design calls for now; runs without a cable are left out. Deterministic.
BenchPlan bench_plan(const Network& net);
// Metres of a lead on the table, common practice.
inline constexpr double bench_lead_m = 2;

// All steps of a plan in order of work; they are the plan's.
std::vector<const BenchStep*> all_steps(const BenchPlan& plan);
std::vector<const BenchStep*> all_steps(BenchPlan&& plan) = delete;
// What came of a step; null where it was not tried yet.
const BenchRecord* record_of(const Site& site, const BenchStep& step);
// The same for many steps of a site that stays: by the key of the step.
using BenchRecords = std::unordered_map<std::string_view, const BenchRecord*>;
BenchRecords bench_records(const Site& site);
BenchRecords bench_records(Site&& site) = delete;
const BenchRecord* record_of(const BenchRecords& records, const BenchStep& step);

}  // namespace ovant
