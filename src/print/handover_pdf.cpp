// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/handover_pdf.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "core/look_up.h"
#include "phrase/address_text.h"
#include "phrase/card_text.h"
#include "phrase/handover_text.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"
#include "phrase/reading_text.h"
#include "phrase/translate.h"
#include "print/paper.h"

namespace ovant {
namespace {

using Rows = std::vector<std::vector<std::string>>;

void runs(Paper& paper, const Handover& handover, const TextContext& context) {
    paper.heading(said("Runs: what is promised and what was read"));
    paper.quiet(said(
        "Promised: the least volts, the most watts and the rate at the camera over all "
        "conditions. A reading is as promised within what its meter and the model may be off."));
    Rows rows;
    for (const HandoverRun& run : handover.runs)
        rows.push_back({run.camera, run.name,
                        run.connected ? shown(run.length_m, Unit::metre, context.units) : "",
                        promised_text(run, context), read_text(run, context)});
    paper.table({{said("Run"), 0.7},
                 {said("Name"), 1.6},
                 {said("Length"), 0.8, true},
                 {said("Promised"), 2},
                 {said("Read"), 3}},
                rows);
    for (const HandoverRun& run : handover.runs) {
        if (const std::string seen = foretold_text(run.seen); !seen.empty())
            paper.text(told("{} as drawn shows {}.", run.camera, seen));
    }
}

void parts(Paper& paper, const Handover& handover, const TextContext& context) {
    paper.heading(said("Parts, as built"));
    Rows rows;
    for (const PartLine& line : handover.parts)
        rows.push_back({line.name, shown(line.quantity, line.unit, context.units),
                        fmt::format("{}", fmt::join(line.used_by, " "))});
    paper.table({{said("Part"), 3}, {said("Quantity"), 0.9, true}, {said("Used by"), 3}}, rows);
}

void network(Paper& paper, const Handover& handover, const Network& net) {
    if (!handover.addresses.empty()) paper.heading(said("Addresses and recorder channels"));
    Rows rows;
    for (const AddressRow& row : handover.addresses) {
        const Device& device = net.device(row.device);
        const OnNetwork& own = or_nothing(device.on_network);
        rows.push_back({device.id, device.name, own.address, own.mac,
                        own.recorder_channel > 0 ? fmt::format("{}", own.recorder_channel) : "",
                        title(own.state)});
    }
    if (!rows.empty())
        paper.table({{said("Unit"), 0.8},
                     {said("Name"), 1.8},
                     {said("Address"), 1.3},
                     {said("MAC"), 1.5},
                     {said("Channel"), 0.8, true},
                     {said("State"), 1}},
                    rows);
    if (!handover.ports.empty()) paper.heading(said("Ports of switches"));
    rows.clear();
    for (const PortProfile& port : handover.ports)
        rows.push_back({port.device + "." + port.port, port.far, vlan_text(port),
                        shown(port.rate_mbps, Unit::megabit_per_second, UnitSystem::metric),
                        !port.feeds      ? std::string()
                        : port.power_off ? said("off")
                                         : said("on"),
                        port.long_setting ? said("on") : std::string()});
    if (!rows.empty())
        paper.table({{said("Port"), 1},
                     {said("To"), 1},
                     {said("VLAN"), 1},
                     {said("Rate"), 1, true},
                     {said("PoE"), 0.6},
                     {said("Long"), 0.6}},
                    rows);
}

void photos(Paper& paper, const Site& site) {
    if (site.photos.empty()) return;
    paper.heading(said("Photos"));
    Rows rows;
    for (const Photo& photo : site.photos)
        rows.push_back({photo.subject, photo.path, photo.note, signed_text(photo.who, photo.when),
                        photo.sha256.substr(0, 16)});
    paper.table({{said("Of"), 0.7},
                 {said("File"), 2},
                 {said("Note"), 2},
                 {said("Noted by"), 1.5},
                 {said("SHA-256 begins"), 1.5}},
                rows);
}

}  // namespace

std::string handover_pdf(const Handover& handover, const Network& net, const std::string& date,
                         const TextContext& context) {
    const std::string& name = net.site->name;
    Paper paper(told("Handover, {}", name));
    paper.title(told("Handover: {}", name));
    paper.text(date);
    paper.quiet(told("This speaks of the site file with SHA-256 {}.", handover.sha256));
    paper.heading(said("Still open"));
    const std::vector<OpenItem> open = open_items(handover, context);
    if (open.empty()) paper.text(said("Nothing is open."));
    for (const OpenItem& item : open) paper.box(Paper::Box::empty, item.text, "");
    runs(paper, handover, context);
    if (handover.day) {
        paper.heading(told("The day of {}", net.site->settings.day.date));
        paper.text(day_text(*handover.day, context));
        for (const CameraDay& day : handover.day->cameras) {
            if (day.dark_s > 0) paper.text(camera_day_text(day, context));
        }
    }
    network(paper, handover, net);
    photos(paper, *net.site);
    parts(paper, handover, context);
    if (!handover.cautions.empty()) paper.heading(said("Care"));
    for (Caution caution : handover.cautions) paper.text(caution_text(caution));
    paper.heading(said("Signed"));
    paper.to_sign({said("Installer, name and date"), said("Owner, name and date")});
    return paper.finish();
}

}  // namespace ovant
