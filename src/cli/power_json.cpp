// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/power_json.h"

#include <cctype>
#include <cmath>

#include "cli/json_parts.h"
#include "core/site/site_enum_names.h"

namespace ovant {
namespace {

// "port-overload": the title in the letters of an id.
std::string event_id(DayEventKind kind) {
    std::string id = title(kind);
    for (char& c : id) c = c == ' ' ? '-' : static_cast<char>(std::tolower(c));
    return id;
}

std::string_view id_of_state(CameraState state) {
    switch (state) {
        case CameraState::off: return "off";
        case CameraState::refused: return "refused";
        case CameraState::starting: return "starting";
        case CameraState::on: return "on";
        case CameraState::no_picture: return "no-picture";
    }
    return "";
}

ordered_json event_json(const DayEvent& event, const TextContext& context) {
    ordered_json out{{"t_s", event.t_s},
                     {"event", event_id(event.kind)},
                     {"device", event.device},
                     {"sentence", event_text(event, context)}};
    if (!event.port.empty()) out["port"] = event.port;
    return out;
}

ordered_json series_json(const std::vector<Sample>& series) {
    ordered_json out = ordered_json::array();
    for (const Sample& one : series) out.push_back({one.t_s, one.value});
    return out;
}

}  // namespace

std::string power_json(const std::vector<PowerNode>& tree, const std::vector<DataStretch>& data,
                       const Assessment& assessment, const TextContext& context) {
    ordered_json out;
    out["nodes"] = ordered_json::array();
    for (const PowerNode& node : tree) {
        out["nodes"].push_back({{"id", node.id},
                                {"kind", title(node.kind)},
                                {"fed_by", node.parent},
                                {"verdict", id_of(node.verdict)},
                                {"basis", name_of(node.basis)},
                                {"by_class_w", number(node.by_class_w)},
                                {"greatest_draw_w", number(node.greatest_w)},
                                {"typical_w", number(node.typical_w)},
                                {"cable_loss_w", number(node.cable_loss_w)},
                                {"own_w", number(node.own_w)},
                                {"input_w", number(node.input_w)},
                                {"budget_w", number(node.budget_w)},
                                {"left_w", number(node.left_w)},
                                {"ports", node.ports},
                                {"ports_used", node.ports_used}});
    }
    out["checks"] = ordered_json::array();
    for (const UnitAssessment& unit : assessment.units) {
        for (const Check& check : unit.checks) out["checks"].push_back(check_json(check, context));
    }
    for (const Check& check : assessment.site_checks)
        out["checks"].push_back(check_json(check, context));
    out["data"] = ordered_json::array();
    for (const DataStretch& stretch : data) {
        out["data"].push_back({{"id", stretch.id},
                               {"from", stretch.from},
                               {"to", stretch.to},
                               {"load_mbps", number(stretch.load_mbps)},
                               {"limit_mbps", number(stretch.limit_mbps)},
                               {"sentence", stretch_text(stretch, context)}});
    }
    return dumped(out);
}

std::string day_json(const DayResult& day, const TextContext& context) {
    ordered_json out{{"length_s", day.length_s},       {"sunrise_s", day.sun.sunrise_s},
                     {"sunset_s", day.sun.sunset_s},   {"seed", day.plan.seed},
                     {"ended_early", day.ended_early}, {"sentence", day_text(day, context)}};
    out["cameras"] = ordered_json::array();
    for (const CameraDay& camera : day.cameras) {
        ordered_json item{{"id", camera.camera},
                          {"restarts", camera.restarts},
                          {"dark_s", number(camera.dark_s)},
                          {"least_v", number(camera.least_v)},
                          {"peak_w", number(camera.peak_w)},
                          {"sentence", camera_day_text(camera, context)}};
        item["states"] = ordered_json::array();
        CameraState last = CameraState::off;
        for (const CameraMoment& moment : camera.moments) {
            if (!item["states"].empty() && moment.state == last) continue;
            last = moment.state;
            item["states"].push_back({moment.t_s, id_of_state(moment.state)});
        }
        out["cameras"].push_back(std::move(item));
    }
    out["ports"] = ordered_json::array();
    for (const PortDay& port : day.ports) {
        if (port.watts.empty()) continue;
        out["ports"].push_back({{"device", port.device},
                                {"port", port.port},
                                {"peak_w", port.peak_w},
                                {"cuts", port.cuts},
                                {"watts", series_json(port.watts)}});
    }
    out["units"] = ordered_json::array();
    for (const UnitDay& unit : day.units) {
        out["units"].push_back({{"id", unit.device},
                                {"budget_w", unit.budget_w},
                                {"peak_w", unit.peak_w},
                                {"refused", unit.refused},
                                {"shed", unit.shed},
                                {"watts", series_json(unit.watts)}});
    }
    out["backups"] = ordered_json::array();
    for (const BackupDay& backup : day.backups) {
        out["backups"].push_back(
            {{"id", backup.id},
             {"empty_at_s",
              backup.empty_at_s ? ordered_json(*backup.empty_at_s) : ordered_json(nullptr)},
             {"wh", series_json(backup.wh)}});
    }
    out["recorded_mbps"] = series_json(day.recorded_mbps);
    out["events"] = ordered_json::array();
    for (const DayEvent& event : day.events) out["events"].push_back(event_json(event, context));
    return dumped(out);
}

std::string assignment_json(const Assignment& assignment, const TextContext& context) {
    ordered_json out{{"found", assignment.found},
                     {"proven", assignment.proven},
                     {"inside_keep_back", assignment.inside_keep},
                     {"sentence", assignment_text(assignment, context)}};
    out["moves"] = ordered_json::array();
    for (const PortMove& move : assignment.moves) {
        out["moves"].push_back({{"camera", move.camera},
                                {"from", move.from_device + "." + move.from_port},
                                {"to", move.to_device + "." + move.to_port}});
    }
    out["groups"] = ordered_json::array();
    for (const GroupChange& change : assignment.groups) {
        out["groups"].push_back(
            {{"device", change.device}, {"group", change.group}, {"long_setting", change.on}});
    }
    out["limited_cameras"] = assignment.cameras;
    out["not_helped"] = assignment.not_helped;
    return dumped(out);
}

}  // namespace ovant
