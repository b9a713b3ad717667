// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/assess.h"

#include <algorithm>

namespace ovant {

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

const SwitchAssessment* Assessment::unit(std::string_view device) const {
    for (const SwitchAssessment& unit : switches) {
        if (unit.device == device) return &unit;
    }
    return nullptr;
}

StageFaults stage_faults(const Assessment& assessment) {
    StageFaults faults;
    const auto is_power = [](CheckId id) {
        return id == CheckId::camera_voltage || id == CheckId::device_voltage ||
               id == CheckId::port_power || id == CheckId::port_class ||
               id == CheckId::pair_current || id == CheckId::switch_power;
    };
    for (const RunAssessment& run : assessment.runs) {
        bool reach = false, power = false;
        for (const Check& check : run.checks) {
            if (check.id == CheckId::not_connected)
                ++faults.survey;
            else if (check.verdict == Verdict::fails)
                (is_power(check.id) ? power : reach) = true;
        }
        faults.reach += reach;
        faults.power += power;
    }
    for (const SwitchAssessment& unit : assessment.switches) {
        faults.power += unit.verdict == Verdict::fails;
    }
    return faults;
}

Assessment assess(const Network& net, const AssessOptions& options) {
    Assessment out;
    out.runs.reserve(net.cameras.size());
    for (std::size_t i = 0; i < net.cameras.size(); ++i) {
        out.runs.push_back(assess_run(net, i, options));
        switch (out.runs.back().verdict) {
            case Verdict::holds: ++out.summary.holds; break;
            case Verdict::tight: ++out.summary.tight; break;
            case Verdict::fails: ++out.summary.fails; break;
            case Verdict::unknown: ++out.summary.unknown; break;
        }
    }
    for (std::size_t i = 0; i < net.kinds.size(); ++i) {
        const Kind& kind = *net.kinds[i];
        const auto feeds = [](const PortKind& port) { return port.role == PortRole::pse; };
        if (!kind.supply || !kind.supply->from_mains ||
            std::none_of(kind.ports.begin(), kind.ports.end(), feeds)) {
            continue;
        }
        out.switches.push_back(assess_switch(net, static_cast<int>(i), options));
    }
    return out;
}

Assessment assess(const Site& site, const Catalogue& catalogue, const AssessOptions& options) {
    return assess(lay_out(site, catalogue), options);
}

}  // namespace ovant
