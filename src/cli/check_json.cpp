// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/check_json.h"

#include <cmath>

#include "cli/json_parts.h"
#include "core/assess/check_table.h"
#include "core/site/site_enum_names.h"
#include "phrase/numbers.h"
#include "phrase/sum_text.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

std::string unit_id(Unit unit) {
    if (unit == Unit::count) return "count";
    if (unit == Unit::poe_class) return "class";
    return unit_name(unit, UnitSystem::metric);
}

ordered_json working_json(const Working& working) {
    ordered_json out = ordered_json::array();
    for (const Step& step : working) {
        out.push_back({{"formula", step.formula},
                       {"numbers", step.substituted},
                       {"result", number(step.result)},
                       {"unit", unit_id(step.unit)},
                       {"source", source_text(step.source)}});
    }
    return out;
}

constexpr const char* stage_names[] = {"survey", "reach", "power", "prove"};

// The fields a check carries beyond value and limit.
struct DetailFields {
    ordered_json& out;
    void operator()(const std::monostate&) const {}
    void operator()(const UnitTotals& of) const {
        out["by_class_w"] = number(of.by_class_w);
        out["greatest_draw_w"] = number(of.greatest_draw_w);
        out["typical_w"] = number(of.typical_w);
    }
    void operator()(const CameraNeeds& of) const {
        out["needs_class"] = of.poe_class;
        out["needs_mbps"] = number(of.rate_mbps);
    }
    void operator()(const LightBalance& of) const {
        out["budget_db"] = number(of.budget_db);
        out["loss_db"] = number(of.loss_db);
    }
    void operator()(const RadioLevels& of) const {
        out["received_dbm"] = number(of.received_dbm);
        out["sensitivity_dbm"] = number(of.sensitivity_dbm);
        out["useful_mbps"] = number(of.useful_mbps);
    }
    void operator()(const RadioClearance& of) const {
        out["nearest_m"] = number(of.least_m);
        out["zone_radius_m"] = number(of.radius_m);
        out["nearest_at_m"] = number(of.at_m);
    }
    void operator()(const SolarDay& of) const {
        out["used_wh"] = number(of.used_wh);
        out["gained_wh"] = number(of.gained_wh);
    }
    void operator()(const BackupLoad& of) const {
        out["load_w"] = number(of.load_w);
        out["output_w"] = number(of.output_w);
    }
    void operator()(const RefusedPorts& of) const { out["refused_ports"] = of.count; }
    void operator()(const OffBelow& of) const { out["off_below_v"] = number(of.volts); }
    void operator()(const AlwaysOn& of) const { out["always_on_v"] = number(of.volts); }
    void operator()(const FedOver& of) const { out["fed_over_m"] = number(of.length_m); }
    void operator()(const GreatestDraw& of) const { out["greatest_camera_w"] = number(of.watts); }
    void operator()(const AddressAt& of) const {
        out["address"] = of.address;
        out["meets"] = of.other;
    }
    void operator()(const ChannelAt& of) const {
        out["channel"] = of.channel;
        out["recorder"] = of.recorder;
        out["meets"] = of.other;
    }
    void operator()(const JoinedEarths& of) const {
        out["from_place"] = of.from;
        out["to_place"] = of.to;
    }
};

}  // namespace

ordered_json check_json(const Check& check, const TextContext& context) {
    ordered_json out{{"id", id_of(check.id)},
                     {"title", title(check.id)},
                     {"stage", stage_names[static_cast<std::size_t>(stage_of(check.id))]},
                     {"subject", check.subject},
                     {"verdict", id_of(check.verdict)},
                     {"value", number(check.value)},
                     {"limit", number(check.limit)},
                     {"unit", unit_id(check.unit)},
                     {"sense", check.sense == Sense::at_most ? "at-most" : "at-least"},
                     {"margin", number(check.margin)},
                     {"sentence", sentence(check, context)},
                     {"source", source_text(check.source)}};
    if (check.by_condition) out["condition"] = id_of(check.condition);
    std::visit(DetailFields{out}, check.detail);
    out["working"] = working_json(check.working);
    return out;
}

namespace {

ordered_json checks_json(const std::vector<Check>& checks, const TextContext& context) {
    ordered_json out = ordered_json::array();
    for (const Check& check : checks) out.push_back(check_json(check, context));
    return out;
}

ordered_json port_json(const PortAssessment& port) {
    return {{"device", port.device},
            {"port", port.port},
            {"camera", port.camera},
            {"cameras", port.cameras},
            {"verdict", id_of(port.verdict)},
            {"watts", number(port.watts)},
            {"load_w", number(port.load_w)},
            {"limit_w", port.limit_w},
            {"class_offered", port.class_offered},
            {"class_asked", port.class_asked},
            {"reserved_w", port.reserved_w},
            {"long_setting", port.long_setting}};
}

}  // namespace

std::string assessment_json(const Assessment& assessment, const SeenAsDrawn& seen, const Site& site,
                            const TextContext& context) {
    ordered_json out{{"site", site.name},
                     {"school", name_of(site.settings.school)},
                     {"summary",
                      {{"holds", assessment.summary.holds},
                       {"tight", assessment.summary.tight},
                       {"fails", assessment.summary.fails},
                       {"unknown", assessment.summary.unknown}}}};
    out["runs"] = ordered_json::array();
    for (const RunAssessment& run : assessment.runs) {
        const Device* camera = find_device(site, run.camera);
        out["runs"].push_back({{"id", run.camera},
                               {"camera", camera ? camera->name : ""},
                               {"verdict", id_of(run.verdict)},
                               {"sentence", run_sentence(run, context)},
                               {"length_m", number(run.length_m)},
                               {"camera_w", number(run.camera_w)},
                               {"checks", checks_json(run.checks, context)}});
        const auto found = seen.find(run.camera);
        if (found == seen.end() || found->second.empty()) continue;
        ordered_json& shows = out["runs"].back()["shows"] = ordered_json::array();
        for (const Foretold& one : found->second)
            shows.push_back({{"under", name_of(one.under)}, {"symptom", name_of(one.symptom)}});
    }
    out["ports"] = ordered_json::array();
    out["switches"] = ordered_json::array();
    for (const UnitAssessment& unit : assessment.units) {
        for (const PortAssessment& port : unit.ports) out["ports"].push_back(port_json(port));
        out["switches"].push_back({{"id", unit.device},
                                   {"verdict", id_of(unit.verdict)},
                                   {"budget_w", unit.budget_w},
                                   {"basis", name_of(unit.basis)},
                                   {"by_class_w", number(unit.by_class_w)},
                                   {"greatest_draw_w", number(unit.greatest_w)},
                                   {"typical_w", number(unit.typical_w)},
                                   {"checks", checks_json(unit.checks, context)}});
    }
    out["site_checks"] = checks_json(assessment.site_checks, context);
    return dumped(out);
}

std::string sum_json(const Sum& sum, UnitSystem units) {
    return dumped({{"sum", id_of(sum.id)},
                   {"answer", number(sum.answer)},
                   {"unit", unit_id(sum.unit)},
                   {"of", sum.answer_name},
                   {"stands", sum.stands},
                   {"sentence", sum_answer(sum, units)},
                   {"working", working_json(sum.working)}});
}

std::string ways_json(const std::vector<Proposal>& ways, const std::string& camera,
                      const TextContext& context) {
    ordered_json out{{"camera", camera}, {"ways", ordered_json::array()}};
    for (const Proposal& way : ways) {
        ordered_json item{{"id", id_of(*way.way)},
                          {"number", static_cast<int>(*way.way)},
                          {"title", proposal_title(way, context)},
                          {"built", way.built},
                          {"reason", proposal_reason(way, context)}};
        if (way.built) {
            item["verdict"] = id_of(way.verdict);
            item["deciding_check"] = id_of(way.decisive.id);
            item["margin"] = number(way.decisive.margin);
            item["price"] = number(way.cost.total());
            item["material"] = number(way.cost.material);
            item["ground"] = number(way.cost.ground);
            item["labour"] = number(way.cost.labour);
            item["hours"] = number(way.cost.hours);
            item["can_fail"] = way.can_fail;
            item["past_stated_limit"] = way.past_stated;
            if (!way.harmed.empty()) item["harms"] = way.harmed;
            if (!way.leans_on.empty()) item["leans_on"] = way.leans_on;
            item["parts"] = ordered_json::array();
            for (const PartLine& part : way.parts) {
                item["parts"].push_back({{"kind", part.kind},
                                         {"name", part.name},
                                         {"quantity", number(part.quantity)},
                                         {"unit", unit_id(part.unit)},
                                         {"price", number(part.price)}});
            }
        }
        out["ways"].push_back(std::move(item));
    }
    return dumped(out);
}

}  // namespace ovant
