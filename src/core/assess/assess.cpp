// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/assess.h"

#include "core/assess/address_checks.h"
#include "core/assess/always_on.h"
#include "core/assess/check_table.h"
#include "core/assess/run_checks.h"
#include "core/assess/unit_checks.h"
#include "core/assess/whole_site.h"

#include <algorithm>

#include "core/assess/backup.h"
#include "core/assess/data_budget.h"

namespace ovant {

OVANT_VALUE_MADE(RunAssessment);
OVANT_VALUE_MADE(PortAssessment);
OVANT_VALUE_MADE(UnitAssessment);
OVANT_VALUE_MADE(Assessment);

const Check* RunAssessment::decisive() const {
    const Check* worst = nullptr;
    for (const Check& check : checks) {
        if (!worst || worse(check, *worst)) worst = &check;
    }
    return worst;
}

const RunAssessment* Assessment::run(std::string_view camera) const {
    for (const RunAssessment& run : runs) {
        if (run.camera == camera) return &run;
    }
    return nullptr;
}

const UnitAssessment* Assessment::unit(std::string_view device) const {
    for (const UnitAssessment& unit : units) {
        if (unit.device == device) return &unit;
    }
    return nullptr;
}

int count_failing(const Assessment& assessment) {
    int count = assessment.summary.fails;
    for (const UnitAssessment& unit : assessment.units) count += unit.verdict == Verdict::fails;
    for (const Check& check : assessment.site_checks) count += check.verdict == Verdict::fails;
    return count;
}

StageFaults stage_faults(const Assessment& assessment) {
    const auto has = [](const std::vector<Check>& checks, CheckStage stage, Verdict from) {
        return std::any_of(checks.begin(), checks.end(), [&](const Check& check) {
            return stage_of(check.id) == stage && check.verdict >= from;
        });
    };
    StageFaults faults;
    const auto count = [&](const std::vector<Check>& checks) {
        faults.reach += has(checks, CheckStage::reach, Verdict::fails);
        faults.power += has(checks, CheckStage::power, Verdict::fails);
        faults.prove += has(checks, CheckStage::prove, Verdict::fails);
    };
    for (const RunAssessment& run : assessment.runs) {
        faults.survey += has(run.checks, CheckStage::survey, Verdict::unknown);
        count(run.checks);
    }
    for (const UnitAssessment& unit : assessment.units) count(unit.checks);
    for (const Check& check : assessment.site_checks) count({check});
    return faults;
}

namespace {

void count(Summary& summary, Verdict verdict) {
    switch (verdict) {
        case Verdict::holds: ++summary.holds; break;
        case Verdict::tight: ++summary.tight; break;
        case Verdict::fails: ++summary.fails; break;
        case Verdict::unknown: ++summary.unknown; break;
    }
}

Verdict worst_of(const std::vector<Check>& checks) {
    Verdict worst = checks.empty() ? Verdict::unknown : checks.front().verdict;
    for (const Check& check : checks) worst = std::max(worst, check.verdict);
    return worst;
}

}  // namespace

std::optional<Check> refusal(const UnitAssessment& unit, std::string_view port) {
    if (std::find(unit.refused.begin(), unit.refused.end(), port) == unit.refused.end())
        return std::nullopt;
    for (Check check : unit.checks) {
        if (check.id != CheckId::port_refused || check.verdict != Verdict::fails) continue;
        check.other = port;
        return check;
    }
    return std::nullopt;
}

namespace {

// A run whose port the unit leaves without power fails with what the unit says of it.
void take_over_refusals(const Network& net, Assessment& out) {
    By<DeviceNumber, const UnitAssessment*> by_device(net.kinds.size(), nullptr);
    std::size_t unit_number = 0;
    for (DeviceNumber device : net.kinds.numbers()) {
        if (feeds_from_mains(*net.kinds[device])) by_device[device] = &out.units[unit_number++];
    }
    for (CameraNumber camera : out.runs.numbers()) {
        RunAssessment& run = out.runs[camera];
        std::erase_if(run.checks, [](const Check& c) { return c.id == CheckId::port_refused; });
        const PortAt source = net.runs[camera].source;
        const UnitAssessment* unit = source ? by_device[source.device] : nullptr;
        if (unit) {
            if (auto refused = refusal(*unit, net.port(source).id))
                run.checks.push_back(std::move(*refused));
        }
        run.verdict = worst_of(run.checks);
    }
    out.summary = {};
    for (const RunAssessment& run : out.runs) count(out.summary, run.verdict);
}

}  // namespace

bool feeds_from_mains(const Kind& kind) {
    return kind.supply && kind.supply->from_mains &&
           std::any_of(kind.ports.begin(), kind.ports.end(),
                       [](const PortKind& port) { return port.role == PortRole::pse; });
}

void site_checks(const Network& net, const AssessOptions& options, Assessment& out) {
    out.site_checks.clear();
    for (const Backup& backup : backups(net))
        out.site_checks.push_back(backup_time(net, backup, out, options.working));
    for (Check& check : recorder_inputs(net, options.working))
        out.site_checks.push_back(std::move(check));
    for (Check& check : rack_room(net)) out.site_checks.push_back(std::move(check));
    for (Check& check : recorder_channels(net)) out.site_checks.push_back(std::move(check));
    for (const Device& device : net.site->devices) {
        if (auto check = backup_elsewhere(*net.site, device))
            out.site_checks.push_back(std::move(*check));
    }
    for (Check& check : address_checks(net, options.working))
        out.site_checks.push_back(std::move(check));
    for (const PassiveEnd& end : net.passive_ends) {
        Check check = unexpected_power_check(net, end);
        const bool told = std::any_of(out.runs.begin(), out.runs.end(), [&](const auto& run) {
            return std::any_of(run.checks.begin(), run.checks.end(), [&](const Check& said) {
                return said.id == check.id && said.subject == check.subject;
            });
        });
        if (check.verdict != Verdict::holds && !told) out.site_checks.push_back(std::move(check));
    }
    take_over_refusals(net, out);
}

Assessment assess(const Network& net, const AssessOptions& options) {
    Assessment out;
    out.runs.reserve(net.cameras.size());
    for (CameraNumber camera : net.cameras.numbers()) {
        out.runs.push_back(assess_run(net, camera, options));
    }
    for (DeviceNumber device : net.kinds.numbers()) {
        if (!feeds_from_mains(*net.kinds[device])) continue;
        out.units.push_back(assess_unit(net, device, options));
    }
    site_checks(net, options, out);
    return out;
}

Assessment assess(const Site& site, const Catalogue& catalogue, const AssessOptions& options) {
    return assess(lay_out(site, catalogue), options);
}

}  // namespace ovant
