// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/work_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>

#include "phrase/numbers.h"
#include "phrase/parts_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string with_name(const std::string& id, const std::string& name) {
    return name.empty() || name == id ? id : fmt::format("{} {}", id, name);
}

}  // namespace

std::string hours_text(double hours, const TextContext& context) {
    if (hours >= 1) return shown(hours, Unit::hour, context.units);
    return told("{:.0f} min", std::max(1.0, std::ceil(hours * 60 - 1e-6)));
}

std::string title(Task task) {
    switch (task) {
        case Task::open_ground: return said("Opening ways");
        case Task::outlet: return said("Mains outlets");
        case Task::pull: return said("Pulling cable");
        case Task::mount: return said("Mounting");
        case Task::height: return said("High up");
        case Task::copper_ends: return said("Copper ends");
        case Task::fibre_ends: return said("Fibre ends");
        case Task::align: return said("Aligning radios");
        case Task::set_up: return said("Setting up");
        case Task::test: return said("Testing");
        case Task::hand_over: return said("Handing over");
    }
    return "";
}

std::string title(Trade trade) {
    switch (trade) {
        case Trade::installer: return said("Own crew");
        case Trade::ground_works: return said("Ways and ground");
        case Trade::electrician: return said("Licensed electrician");
    }
    return "";
}

std::string spot_text(const std::string& id, const Site& site) {
    if (const Place* place = find_place(site, id)) return with_name(id, place->name);
    const Device* device = find_device(site, id);
    return device ? told("{}, by itself", with_name(id, device->name)) : id;
}

std::string where_text(const WorkItem& item, const Network& net) {
    if (!item.at) return "";
    if (item.to) return told("{} to {}", net.device(item.at).id, net.device(item.to).id);
    const Place* place = net.place_of(item.at);
    return spot_text(place ? place->id : net.device(item.at).id, *net.site);
}

std::string item_text(const WorkItem& item, const Network& net, const TextContext& context) {
    const auto metres = [&](double m) { return shown(m, Unit::metre, context.units); };
    if (item.subject.empty()) return said("the whole site");
    const auto unit_text = [&](const Device& device) {
        const std::string unit = with_name(device.id, device.name);
        return item.height_m > 0 ? told("{}, at {}", unit, metres(item.height_m)) : unit;
    };
    // A unit's own work is told by the unit: a look-up that finds nothing goes through the list.
    if (item.at && net.device(item.at).id == item.subject) return unit_text(net.device(item.at));
    const bool cable = find_link(*net.site, item.subject) != nullptr;
    if (const Device* device = cable ? nullptr : find_device(*net.site, item.subject))
        return unit_text(*device);
    if (const Place* place = cable ? nullptr : find_place(*net.site, item.subject))
        return with_name(place->id, place->name);
    if (const Pathway* pathway = cable ? nullptr : find_pathway(*net.site, item.subject))
        return told("{}, {}", with_name(pathway->id, pathway->name), metres(item.metres));
    std::string text = item.subject;
    if (item.metres > 0) text += fmt::format(", {}", metres(item.metres));
    if (item.at && !item.to) return told("{} at {}", text, net.device(item.at).id);
    return text;
}

std::string effort_text(const WorkItem& item, const TextContext& context,
                        const std::string& currency) {
    if (trade_of(item.task) != Trade::installer) return shown_money(item.price, currency);
    const std::string hours = hours_text(item.hours, context);
    return item.two_people ? told("{}, two people", hours) : hours;
}

std::string days_text(const WorkPlan& plan, const LabourRates& rates, const TextContext& context) {
    if (plan.days.empty()) return said("no work yet");
    const std::string hours = shown(plan.hours, Unit::hour, context.units);
    const std::string days = counted(plan.days.size(), said("day"));
    const std::string day = shown(rates.day_h, Unit::hour, context.units);
    return rates.crew == 1
               ? told("{} of work: {} for one person of {}", hours, days, day)
               : told("{} of work: {} for {} people of {} each", hours, days, rates.crew, day);
}

namespace {

std::string tool_name(Tool tool) {
    switch (tool) {
        case Tool::fish_tape: return said("fish tape and line");
        case Tool::drum_stand: return said("drum stand");
        case Tool::copper_stripper: return said("stripper and snips");
        case Tool::plug_crimper: return said("crimper for plugs");
        case Tool::wire_mapper: return said("wire mapper");
        case Tool::poe_tester: return said("PoE tester");
        case Tool::fibre_stripper: return said("fibre stripper");
        case Tool::fibre_cleaver: return said("cleaver");
        case Tool::fibre_wipes: return said("lint-free wipes and alcohol");
        case Tool::eye_protection: return said("eye protection");
        case Tool::sharps_box: return said("box for fibre ends");
        case Tool::light_meter: return said("light source and power meter");
        case Tool::drill: return said("drill and fixings");
        case Tool::ladder: return said("ladder or lift");
        case Tool::harness: return said("harness");
        case Tool::angle_meter: return said("compass and inclinometer");
        case Tool::laptop: return said("laptop with a patch cord");
        case Tool::volt_meter: return said("voltmeter");
        case Tool::spare_plugs: return said("a bag of spare plugs");
        case Tool::handover_papers: return said("papers to sign");
    }
    return "";
}

}  // namespace

std::string tools_text(const std::vector<Tool>& tools) {
    if (tools.empty()) return "";
    std::vector<std::string> names;
    for (Tool tool : tools) names.push_back(tool_name(tool));
    return told("Tools: {}", fmt::format("{}", fmt::join(names, ", ")));
}

std::string load_text(const PartLine& line, const TextContext& context) {
    if (line.unit == Unit::metre)
        return told("{} of {}", shown(line.quantity, Unit::metre, context.units),
                    part_name(line, context));
    return fmt::format("{} × {}", shown_number(line.quantity, Unit::count, context.units),
                       part_name(line, context));
}

std::string work_caution(const WorkPlan& plan) {
    const auto any = [&](Task task) {
        return std::any_of(plan.items.begin(), plan.items.end(),
                           [&](const WorkItem& item) { return item.task == task; });
    };
    std::string text;
    if (any(Task::outlet))
        text = said("Mains outlets are for a licensed electrician, by local code.");
    if (any(Task::open_ground))
        text += (text.empty() ? "" : " ") +
                said("Have buried cables and pipes located before ground is opened.");
    if (any(Task::height))
        text += (text.empty() ? "" : " ") +
                said("Work high up takes two people, secured against falling, by local rules.");
    return text;
}

}  // namespace ovant
