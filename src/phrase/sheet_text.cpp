// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/sheet_text.h"

#include <cmath>
#include <limits>
#include <vector>

#include "core/look_up.h"
#include "core/units/units.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string cables_of(const Network& net, const Run& run) {
    std::vector<std::string> names;
    for (LinkNumber link : run.links) {
        const std::string& name = net.links[link].cable->name;
        if (names.empty() || names.back() != name) names.push_back(name);
    }
    std::string out;
    for (const std::string& name : names) out += (out.empty() ? "" : " + ") + name;
    return out;
}

// What was stated stays what is said of it, whatever leads there are at its ends.
double shown_length_m(const Run& run, const Device& device) {
    return device.stated_run_m > 0 ? device.stated_run_m : run.length_m;
}

// With as many digits as it takes to read the same place back.
std::string to_the_centimetre(double metres, UnitSystem units) {
    constexpr int most = 4;
    for (int more = 0; more < most; ++more) {
        const std::string text = shown(metres, Unit::metre, units, more);
        const Result<double> back = parse_quantity(text, Unit::metre, units);
        if (back && to_centimetre(*back) == to_centimetre(metres)) return text;
    }
    return shown(metres, Unit::metre, units, most);
}

}  // namespace

std::string title(SheetColumn column) {
    switch (column) {
        case SheetColumn::verdict: return said("Verdict");
        case SheetColumn::unit: return said("Id");
        case SheetColumn::name: return said("Name");
        case SheetColumn::kind: return said("Kind");
        case SheetColumn::surroundings: return said("Stands");
        case SheetColumn::length: return said("Length");
        case SheetColumn::cable: return said("Cable");
        case SheetColumn::port: return said("Port");
        case SheetColumn::watts: return said("Watts");
        case SheetColumn::bit_rate: return said("Bit rate");
        case SheetColumn::importance: return said("Importance");
        case SheetColumn::address: return said("Address");
        case SheetColumn::channel: return said("Channel");
        case SheetColumn::x: return said("Plan x");
        case SheetColumn::y: return said("Plan y");
        case SheetColumn::decides: return said("What decides");
    }
    return "";
}

std::string sheet_text(const Network& net, const RunAssessment& of, CameraNumber camera,
                       SheetColumn column, const TextContext& context) {
    const Run& run = net.runs[camera];
    const Device& device = net.device(run.camera);
    const OnNetwork& own = or_nothing(device.on_network);
    switch (column) {
        case SheetColumn::verdict: return title(of.verdict);
        case SheetColumn::unit: return device.id;
        case SheetColumn::name: return device.name;
        case SheetColumn::kind: return net.kind(run.camera).name;
        case SheetColumn::length: {
            const double length_m = shown_length_m(run, device);
            return length_m > 0 ? shown(length_m, Unit::metre, context.units) : "";
        }
        case SheetColumn::cable: return cables_of(net, run);
        case SheetColumn::port: {
            if (run.outs.empty()) return "";
            const PortAt out = run.outs[hangs_by(net, run)];
            return net.device(out.device).id + "." + net.port(out).id;
        }
        case SheetColumn::surroundings: return title(net.surroundings[run.camera]);
        case SheetColumn::watts: return shown(of.camera_w, Unit::watt, context.units);
        case SheetColumn::bit_rate:
            return shown(net.bit_rate_mbps[camera], Unit::megabit_per_second, context.units);
        case SheetColumn::importance:
            return std::to_string(device.camera ? device.camera->importance : 2);
        case SheetColumn::address: return own.address;
        case SheetColumn::channel:
            return own.recorder_channel > 0 ? std::to_string(own.recorder_channel) : "";
        case SheetColumn::x:
        case SheetColumn::y: {
            const double along_m = column == SheetColumn::x ? device.at.x_m : device.at.y_m;
            return device.stated_run_m > 0 ? "" : to_the_centimetre(along_m, context.units);
        }
        case SheetColumn::decides: {
            const Check* check = of.decisive();
            return check ? sentence(*check, context) : "";
        }
    }
    return "";
}

double sheet_number(const Network& net, const RunAssessment& of, CameraNumber camera,
                    SheetColumn column) {
    const Run& run = net.runs[camera];
    const Device& device = net.device(run.camera);
    switch (column) {
        case SheetColumn::verdict: return static_cast<double>(of.verdict);
        case SheetColumn::length: return shown_length_m(run, device);
        case SheetColumn::watts: return of.camera_w;
        case SheetColumn::bit_rate: return net.bit_rate_mbps[camera];
        case SheetColumn::importance: return device.camera ? device.camera->importance : 2;
        case SheetColumn::channel: return or_nothing(device.on_network).recorder_channel;
        case SheetColumn::x: return device.at.x_m;
        case SheetColumn::y: return device.at.y_m;
        default: return std::numeric_limits<double>::quiet_NaN();
    }
}

}  // namespace ovant
