// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/unit_remedies.h"

#include <algorithm>

#include "core/edits/edits.h"

namespace ovant {

OVANT_VALUE_MADE(UnitRemedy);
namespace {

Verdict verdict_of(const Network& net, const Assessment& assessment, const std::string& device) {
    Verdict worst = Verdict::holds;
    for (const Check& check : checks_of_unit(net, assessment, device))
        worst = std::max(worst, check.verdict);
    return worst;
}

bool wants(const std::vector<Check>& checks, RemedyKind kind) {
    return std::any_of(checks.begin(), checks.end(), [&](const Check& check) {
        const std::vector<RemedyKind> tried = remedies_of(check.id);
        return check.verdict != Verdict::holds &&
               std::find(tried.begin(), tried.end(), kind) != tried.end();
    });
}

}  // namespace

std::vector<Check> checks_of_unit(const Network& net, const Assessment& assessment,
                                  std::string_view device) {
    std::vector<Check> out;
    if (const UnitAssessment* unit = assessment.unit(device)) out = unit->checks;
    std::string backup;
    for (const Backup& one : backups(net)) {
        for (DeviceNumber member : one.members) {
            if (net.device(member).id == device) backup = one.id;
        }
    }
    for (const Check& check : assessment.site_checks) {
        if (check.subject == device || (!backup.empty() && check.subject == backup))
            out.push_back(check);
    }
    return out;
}

bool unit_can_be_mended(const std::vector<Check>& checks) {
    return wants(checks, RemedyKind::assign_ports) || wants(checks, RemedyKind::set_priorities) ||
           wants(checks, RemedyKind::larger_backup);
}

std::vector<UnitRemedy> propose_unit_remedies(const Site& site, const Catalogue& catalogue,
                                              const std::string& device, const JudgedUnder& under) {
    std::vector<UnitRemedy> out;
    const Network net = lay_out_judged(site, catalogue, under);
    const Assessment now = assess(net, under.options());
    const std::vector<Check> checks = checks_of_unit(net, now, device);
    const Verdict before = verdict_of(net, now, device);
    const auto offer = [&](UnitRemedy remedy, bool always) {
        const Network then_net = lay_out_judged(remedy.site, catalogue, under);
        const Assessment then = assess(then_net, under.options());
        remedy.before = before;
        remedy.after = verdict_of(then_net, then, device);
        remedy.failing_before = count_failing(now);
        remedy.failing_after = count_failing(then);
        const bool helps =
            remedy.after < remedy.before && remedy.failing_after <= remedy.failing_before;
        if (helps || (always && remedy.after <= remedy.before)) out.push_back(std::move(remedy));
    };
    const Device* unit = find_device(site, device);
    if (!unit) return out;
    if (wants(checks, RemedyKind::assign_ports)) {
        UnitRemedy remedy;
        AssignOptions options;
        options.place = unit->place;
        remedy.assignment = assign_ports(site, catalogue, options);
        remedy.site = remedy.assignment.site;
        if (remedy.assignment.found && remedy.assignment.changes()) offer(std::move(remedy), false);
    }
    if (wants(checks, RemedyKind::set_priorities)) {
        UnitRemedy remedy;
        remedy.kind = RemedyKind::set_priorities;
        remedy.site = with_priorities_by_importance(site, catalogue, device);
        if (!(remedy.site == site)) offer(std::move(remedy), true);
    }
    if (wants(checks, RemedyKind::larger_backup)) {
        for (const Backup& backup : backups(net)) {
            const Device* ups = find_device(site, backup.id);
            const bool of_unit =
                backup.id == device ||
                std::any_of(backup.members.begin(), backup.members.end(),
                            [&](DeviceNumber member) { return net.device(member).id == device; });
            const Kind* kind = ups ? catalogue.find(ups->kind) : nullptr;
            if (!of_unit || !kind || !kind->ups) continue;
            const Kind* larger =
                backup_for(catalogue, site.settings, backup.battery.temperature_c,
                           backup_load_w(net, backup, now), site.settings.backup_h);
            if (!larger) continue;
            UnitRemedy remedy;
            remedy.kind = RemedyKind::larger_backup;
            remedy.detail = larger->id;
            if (Result<Site> set = set_kind(site, catalogue, backup.id, larger->id)) {
                remedy.site = std::move(*set);
                offer(std::move(remedy), false);
            }
        }
    }
    return out;
}

}  // namespace ovant
