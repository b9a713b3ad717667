// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/bench_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

#include "core/text.h"
#include "phrase/card_text.h"
#include "phrase/fault_text.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

constexpr std::size_t most_named = 8;

std::string names_of(const std::vector<std::string>& ids) {
    const std::size_t shown = std::min(ids.size(), most_named);
    std::string out =
        fmt::format("{}", fmt::join(ids.begin(), ids.begin() + static_cast<long>(shown), ", "));
    if (ids.size() > shown) out += told(" and {} more", ids.size() - shown);
    return out;
}

std::string lead_text(const BenchStep& step, const TextContext& context) {
    const CardStep& lead = *step.lead;
    const std::string length = shown(lead.length_m, Unit::metre, context.units);
    const std::string cable = kind_name(context, lead.cable);
    const std::string what =
        step.task == BenchTask::drum
            ? told("Leave {} of {} on the drum, plugs at both ends", length, cable)
        : lead.medium == Medium::twisted_pair ? told("Lead of {}", length)
                                              : told("Lead of {}, {}", length, cable);
    std::string text = told("{}: from {}, {}, to {}, {}.", what, lead.from, socket_text(lead, true),
                            lead.to, socket_text(lead, false));
    if (const std::string fit = fit_text(lead); !fit.empty()) text += " " + fit;
    return text;
}

std::string reading_of_text(const BenchStep& step, const TextContext& context) {
    const Reading& reading = *step.reading;
    std::string text;
    if (step.task == BenchTask::night) text = said("Infrared forced on. ");
    text += told("Read {} at {}: {}.", lowered(title(reading.of)), reading.subject,
                 promise_text(step.promised, context.units));
    return text;
}

}  // namespace

std::string bench_care() {
    return said(
        "Mains and batteries on a table are live as on site: covers on, one hand, local code and "
        "licensed people decide. Never look into a fibre. Passive power is always on.");
}

std::string set_up_text(const BenchSetUp& set_up) {
    std::vector<std::string> others = set_up.alike;
    std::erase(others, set_up.camera);
    if (others.empty()) return told("{} and its run", set_up.camera);
    return told("{} and its run; alike: {}", set_up.camera, names_of(others));
}

std::string bench_text(const BenchStep& step, const Site& site, const TextContext& context) {
    const auto kind_of = [&](const std::string& id) {
        const Device* device = find_device(site, id);
        return device ? kind_name(context, device->kind) : std::string();
    };
    switch (step.task) {
        case BenchTask::drum:
        case BenchTask::plug: return lead_text(step, context);
        case BenchTask::attenuate:
            return told(
                "{} is short here: put an attenuator of {} or more in it, or the receivers see "
                "too much light.",
                step.subject, shown(step.amount, Unit::decibel, context.units));
        case BenchTask::pair_radios:
            return told(
                "Pair {} with {} on this table, some metres apart, power turned down. Set the "
                "channel.",
                step.lead->from, step.lead->to);
        case BenchTask::power_on: return told("Power on at {}.", step.subject);
        case BenchTask::lights: {
            const Device* device = find_device(site, step.subject);
            const Kind* kind =
                device && context.catalogue ? context.catalogue->find(device->kind) : nullptr;
            return told("Lights of {}: {}.", step.subject, kind ? kind->lights : "");
        }
        case BenchTask::read:
        case BenchTask::night: return reading_of_text(step, context);
        case BenchTask::picture: return told("The picture stands at {}.", step.subject);
        case BenchTask::ready: {
            const std::string address = step.address.empty()
                                            ? said("its address, once it is planned")
                                            : told("the address {}", step.address);
            return told(
                "{} ({}): set {}, bring its firmware up to date, change the password it "
                "came with.",
                step.subject, kind_of(step.subject), address);
        }
        case BenchTask::restart:
            return said(
                "Everything on the table off, then on at once: every picture comes back by "
                "itself.");
        case BenchTask::no_internet:
            return said("Pull the plug of the internet: every picture is still recorded.");
    }
    return "";
}

std::string bench_summary(const BenchPlan& plan, const Site& site) {
    std::size_t done = 0, failed = 0;
    const BenchRecords records = bench_records(site);
    const std::vector<const BenchStep*> steps = all_steps(plan);
    for (const BenchStep* step : steps) {
        const BenchRecord* record = record_of(records, *step);
        done += record && record->state == BenchState::done;
        failed += record && record->state == BenchState::failed;
    }
    return told("Set-ups: {}. Steps: {}, done {}, failed {}.", plan.set_ups.size(), steps.size(),
                done, failed);
}

std::string rests_on_text(const BenchStep& step) {
    if (step.rests_on.empty()) return "";
    return told("On it rest: {}.", names_of(step.rests_on));
}

std::string bench_signature(const BenchRecord& record) {
    return signed_text(record.who, record.when);
}

std::string bench_record_text(const BenchRecord* record) {
    if (!record) return "";
    std::string out = record->state == BenchState::done ? said("done") : said("failed");
    if (const std::string by = signed_text(record->who, record->when); !by.empty())
        out += " (" + by + ")";
    if (!record->note.empty()) out += ": " + record->note;
    return out;
}

}  // namespace ovant
