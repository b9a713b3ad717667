// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/bench.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/assess/address_checks.h"
#include "core/assess/copper_path.h"
#include "core/assess/link_reach.h"
#include "core/choose/distances.h"
#include "core/prove/addresses.h"
#include "core/prove/bench_chains.h"
#include "core/prove/faults.h"
#include "core/site/site_enum_names.h"

namespace ovant {
namespace {

// Short, the same on every machine: FNV-1a.
std::string digest(std::string_view text) {
    std::uint64_t hash = 0xcbf29ce484222325;
    for (char letter : text) {
        hash ^= static_cast<unsigned char>(letter);
        hash *= 0x100000001b3;
    }
    return fmt::format("{:08x}", static_cast<std::uint32_t>(hash ^ (hash >> 32)));
}

}  // namespace

std::string_view id_of(BenchTask task) {
    switch (task) {
        case BenchTask::drum: return "drum";
        case BenchTask::plug: return "plug";
        case BenchTask::attenuate: return "attenuate";
        case BenchTask::pair_radios: return "pair";
        case BenchTask::power_on: return "power";
        case BenchTask::lights: return "lights";
        case BenchTask::read: return "read";
        case BenchTask::picture: return "picture";
        case BenchTask::night: return "night";
        case BenchTask::ready: return "ready";
        case BenchTask::restart: return "restart";
        case BenchTask::no_internet: return "offline";
    }
    return "";
}

namespace {

// Radios are paired one by one, whatever chain they stand in.
std::string pair_key(const CardStep& lead) {
    return digest(fmt::format("{} {} {}", lead.link, lead.from_kind, lead.to_kind)) + ".pair";
}

// The longest cable at each place of a chain, over all runs with that chain, where it matters:
// tight, past its limit, or further than the standard lets it be.
std::vector<std::optional<double>> drums_of(const Network& net, const LeastCover& cover,
                                            CameraNumber taken) {
    const Run& run = net.runs[taken];
    std::vector<std::optional<double>> out(run.links.size());
    for (CameraNumber number : net.cameras.numbers()) {
        const Run& other = net.runs[number];
        if (!other.connected || other.links.size() != run.links.size() ||
            cover.chain_of[number] != cover.chain_of[taken])
            continue;
        for (std::size_t i = 0; i < other.links.size(); ++i) {
            const NetLink& laid = net.links[other.links[i]];
            if (laid.medium() == Medium::radio || laid.medium() == Medium::mains_wiring) continue;
            const Check check = link_length_check(net, laid, Condition::day, false);
            const bool matters =
                check.verdict != Verdict::holds ||
                (laid.medium() == Medium::twisted_pair && laid.length_m > usual::channel_m);
            if (matters && laid.length_m > out[i].value_or(0)) out[i] = laid.length_m;
        }
    }
    return out;
}

// What stands on the table: grows from set-up to set-up, so that what is plugged in stays.
class Table {
public:
    explicit Table(const Network& net) : net_(net) {
        site_.settings = net.site->settings;
        site_.settings.hot_cable_c.reset();
        site_.places = net.site->places;
        site_.kinds = net.site->kinds;
        site_.instruments = net.site->instruments;
    }
    const Site& site() const { return site_; }

    // The run's units and leads: short, or the drum where its length matters.
    void put(CameraNumber camera, const std::vector<std::optional<double>>& drums) {
        const RunParts parts = parts_of_run(net_, camera);
        for (DeviceNumber number : parts.devices) {
            if (units_.insert(number).second) put_unit(number);
        }
        const Run& run = net_.runs[camera];
        for (LinkNumber number : net_.links.numbers()) {
            const NetLink& laid = net_.links[number];
            if (!units_.contains(laid.a.device) || !units_.contains(laid.b.device)) continue;
            if (!links_.insert(number).second) continue;
            put_lead(laid);
            for (std::size_t i = 0; i < run.links.size(); ++i) {
                if (run.links[i] == number && drums[i])
                    site_.links.back().measured_length_m = *drums[i];
            }
        }
    }
    // What is alike has the same words; the second of them is another step still.
    std::string key(const std::string& words, std::string_view what) {
        const std::string base = fmt::format("{}.{}", digest(words), what);
        const int number = ++used_[base];
        return number == 1 ? base : fmt::format("{}.{}", base, number);
    }
    // True the first time that something is plugged, seen or read.
    bool first(BenchTask task, const std::string& subject) {
        return met_.emplace(task, subject).second;
    }

private:
    void put_unit(DeviceNumber number) {
        Device device = net_.device(number);
        device.surroundings = Surroundings::indoor;
        device.at = {bench_lead_m * static_cast<double>(units_.size()), 0};
        device.azimuth_deg.reset();
        site_.devices.push_back(std::move(device));
    }
    // Protectors are fitted at the place, not on the table.
    void put_lead(const NetLink& laid) {
        Link link;
        link.id = laid.link->id;
        link.cable = laid.link->cable;
        for (const auto& [from, to] :
             {std::pair(&laid.link->a, &link.a), std::pair(&laid.link->b, &link.b)}) {
            to->device = from->device;
            to->port = from->port;
        }
        if (laid.medium() != Medium::radio) link.measured_length_m = bench_lead_m;
        site_.links.push_back(std::move(link));
    }

    const Network& net_;
    Site site_;
    std::set<DeviceNumber> units_;
    std::set<LinkNumber> links_;
    std::set<std::pair<BenchTask, std::string>> met_;
    std::map<std::string, int> used_;
};

// The steps of one set-up, added one after the other.
class SetUp {
public:
    SetUp(const Network& net, const LeastCover& cover, const CamerasByBeginning& cameras,
          CameraNumber camera, Table& table)
        : net_(net),
          cameras_(cameras),
          run_(net.runs[camera]),
          to_recorder_(leads_to_recorder(net, run_)),
          beginnings_(beginnings_of(net, run_)),
          drums_(drums_of(net, cover, camera)),
          table_(table) {
        table_.put(camera, drums_);
        for (CameraNumber number : net.cameras.numbers()) {
            const Run& other = net.runs[number];
            if (other.connected && !other.links.empty() &&
                cover.chain_of[number] == cover.chain_of[camera])
                alike_.push_back(net.device(net.cameras[number]).id);
        }
    }

    BenchSetUp make() {
        leads();
        power();
        lights();
        read(BenchTask::read, ReadUnder::day);
        if (run_.root && has_picture(net_.kind(run_.camera)))
            add(BenchTask::picture, net_.device(run_.root).id, beginnings_.size() - 1);
        if (camera_draw(net_.device(run_.camera), net_.kind(run_.camera)).infrared_w > 0)
            read(BenchTask::night, ReadUnder::night);
        return {net_.device(run_.camera).id, alike_, std::move(steps_)};
    }

private:
    // A step that tries what stands up to the end of this beginning. `more` tells several apart.
    BenchStep& add(BenchTask task, const std::string& subject, std::size_t beginning,
                   const std::string& more = "") {
        const std::string& words = beginnings_[beginning];
        BenchStep step;
        step.task = task;
        step.subject = subject;
        step.key = table_.key(words + more, id_of(task));
        if (const auto found = cameras_.find(words); found != cameras_.end())
            step.rests_on = found->second;
        steps_.push_back(std::move(step));
        return steps_.back();
    }
    void plug(CardStep lead, std::size_t beginning, std::optional<double> drum,
              const std::string& more = "") {
        const BenchTask task = lead.medium == Medium::radio ? BenchTask::pair_radios
                               : drum                       ? BenchTask::drum
                                                            : BenchTask::plug;
        if (!table_.first(BenchTask::plug, lead.link)) return;
        lead.length_m = lead.cut_m = drum.value_or(bench_lead_m);
        lead.protector_from.clear();
        lead.protector_to.clear();
        lead.box_to.clear();
        lead.existing = false;
        lead.cut_with.clear();
        BenchStep& step =
            add(task, lead.link, beginning, drum ? fmt::format("{:.0f} m", *drum) : more);
        if (task == BenchTask::pair_radios) step.key = pair_key(lead);
        step.lead = std::move(lead);
    }
    void leads() {
        const std::size_t above = to_recorder_.size();
        for (std::size_t i = 0; i < above; ++i) {
            const HeadEndLead& lead = to_recorder_[above - 1 - i];
            plug(lead_step(net_, lead.link, lead.from, lead.to), i + 1, std::nullopt);
            light(lead.link, i + 1);
        }
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            plug(lead_step(net_, run_.links[i], run_.outs[i], run_.ins[i]), above + i + 1,
                 drums_[i]);
            light(run_.links[i], above + i + 1);
        }
        for (CardStep& lead : feeds_beside(net_, run_))
            plug(std::move(lead), beginnings_.size() - 1, std::nullopt, " beside");
    }
    // What a short fibre lets through must not blind the receiver.
    void light(LinkNumber number, std::size_t beginning) {
        const NetLink& laid = net_.links[number];
        if (laid.medium() != Medium::fibre && laid.medium() != Medium::composite) return;
        const OpticFacts* a = optic_at(net_, laid.a);
        const OpticFacts* b = optic_at(net_, laid.b);
        if (!a || !b || !table_.first(BenchTask::attenuate, laid.link->id)) return;
        const double over_db =
            std::max(a->transmit_max_dbm - b->overload_dbm, b->transmit_max_dbm - a->overload_dbm);
        if (over_db > 0) add(BenchTask::attenuate, laid.link->id, beginning).amount = over_db;
    }
    // In order from the recorder, each with the beginning that ends at it; what feeds a unit beside
    // it comes before the unit.
    std::vector<std::pair<DeviceNumber, std::size_t>> units() const {
        std::vector<std::pair<DeviceNumber, std::size_t>> out;
        const auto meet = [&](DeviceNumber unit, std::size_t beginning) {
            const bool known = std::any_of(out.begin(), out.end(),
                                           [&](const auto& one) { return one.first == unit; });
            if (unit && !known) out.emplace_back(unit, beginning);
        };
        const std::size_t above = to_recorder_.size();
        for (std::size_t i = 0; i < above; ++i) meet(to_recorder_[above - 1 - i].from.device, i);
        meet(run_.outs.front().device, above);
        for (std::size_t i = 0; i < run_.ins.size(); ++i) {
            meet(net_.fed_by[run_.ins[i].device].device, above + i + 1);
            meet(run_.ins[i].device, above + i + 1);
        }
        return out;
    }
    void power() {
        for (const auto& [unit, beginning] : units()) {
            const std::string& id = net_.device(unit).id;
            const Kind& kind = net_.kind(unit);
            if ((plugs_into_mains(kind) || kind.solar) && table_.first(BenchTask::power_on, id))
                add(BenchTask::power_on, id, beginning, " " + unit_words(net_, unit));
        }
    }
    void lights() {
        for (const auto& [unit, beginning] : units()) {
            const std::string& id = net_.device(unit).id;
            if (!net_.kind(unit).lights.empty() && table_.first(BenchTask::lights, id))
                add(BenchTask::lights, id, beginning, " " + unit_words(net_, unit));
        }
    }
    // Volts at the camera, watts of the port, the rate of each cable, light of each fibre.
    void read(BenchTask task, ReadUnder under) {
        const std::size_t whole = beginnings_.size() - 1;
        if (run_.source) {
            read_one(task, under, ReadingOf::volts, net_.device(run_.camera).id, whole);
            read_one(task, under, ReadingOf::watts,
                     net_.device(run_.source.device).id + "." + net_.port(run_.source).id, whole);
        }
        if (under != ReadUnder::day) return;
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            const NetLink& laid = net_.links[run_.links[i]];
            if (laid.medium() == Medium::dc || !table_.first(BenchTask::read, laid.link->id))
                continue;
            const std::size_t here = to_recorder_.size() + i + 1;
            read_one(task, under, ReadingOf::link_rate, laid.link->id, here);
            if (laid.medium() == Medium::fibre || laid.medium() == Medium::composite)
                read_one(task, under, ReadingOf::light, laid.link->id, here);
        }
    }
    // What is read rests on how long the cables are up to there.
    void read_one(BenchTask task, ReadUnder under, ReadingOf of, const std::string& subject,
                  std::size_t beginning) {
        Reading reading;
        reading.of = of;
        reading.subject = subject;
        reading.under = under;
        reading.temperature_c = net_.site->settings.indoor_c;
        JudgedReading promised = promise_of(table_.site(), *net_.catalogue, reading);
        if (promised.verdict == ReadingVerdict::no_promise) return;
        std::string more(name_of(of));
        for (std::size_t i = 0; i < drums_.size() && to_recorder_.size() + i < beginning; ++i)
            more += drums_[i] ? fmt::format(" {:.0f} m", *drums_[i]) : "";
        BenchStep& step = add(task, subject, beginning, more);
        step.reading = std::move(reading);
        step.promised = std::move(promised);
    }

    const Network& net_;
    const CamerasByBeginning& cameras_;
    const Run& run_;
    const std::vector<HeadEndLead> to_recorder_;
    const std::vector<std::string> beginnings_;
    const std::vector<std::optional<double>> drums_;
    Table& table_;
    std::vector<std::string> alike_;
    std::vector<BenchStep> steps_;
};

// Cameras whose pictures or power go over each unit and each link.
struct RunsOver {
    By<DeviceNumber, std::vector<std::string>> units;
    By<LinkNumber, std::vector<std::string>> links;
};
RunsOver runs_over(const Network& net) {
    RunsOver out;
    for ([[maybe_unused]] DeviceNumber number : net.kinds.numbers()) out.units.push_back({});
    for ([[maybe_unused]] LinkNumber number : net.links.numbers()) out.links.push_back({});
    for (CameraNumber number : net.cameras.numbers()) {
        const std::string& id = net.device(net.cameras[number]).id;
        const RunParts parts = parts_of_run(net, number);
        for (DeviceNumber unit : parts.devices) out.units[unit].push_back(id);
        for (LinkNumber link : parts.links) out.links[link].push_back(id);
    }
    return out;
}

// Every pair of radios is paired within reach, every unit gets its address, firmware and password.
std::vector<BenchStep> steps_of_units(const Network& net, Table& table) {
    std::vector<BenchStep> out;
    const RunsOver over = runs_over(net);
    for (LinkNumber number : net.links.numbers()) {
        const NetLink& laid = net.links[number];
        if (laid.medium() != Medium::radio || !table.first(BenchTask::plug, laid.link->id))
            continue;
        BenchStep step;
        step.task = BenchTask::pair_radios;
        step.subject = laid.link->id;
        step.lead = lead_step(net, number, laid.a, laid.b);
        step.key = pair_key(*step.lead);
        step.rests_on = over.links[number];
        out.push_back(std::move(step));
    }
    for (const AddressRow& row : address_rows(net, AddressOrder::by_place)) {
        const Device& device = net.device(row.device);
        BenchStep step;
        step.task = BenchTask::ready;
        step.subject = device.id;
        step.address = device.on_network ? device.on_network->address : "";
        step.key =
            fmt::format("{}.ready", digest(device.id + " " + device.kind + " " + step.address));
        step.rests_on = over.units[row.device];
        out.push_back(std::move(step));
    }
    return out;
}

std::vector<BenchStep> last_steps(const std::vector<BenchSetUp>& set_ups) {
    if (set_ups.empty()) return {};
    std::vector<BenchStep> out(2);
    out[0].task = BenchTask::restart;
    out[1].task = BenchTask::no_internet;
    std::string words;
    for (const BenchSetUp& set_up : set_ups) {
        words += set_up.steps.back().key;
        for (BenchStep& step : out) step.rests_on.push_back(set_up.camera);
    }
    for (BenchStep& step : out) step.key = fmt::format("{}.{}", digest(words), id_of(step.task));
    return out;
}

}  // namespace

BenchPlan bench_plan(const Network& net) {
    BenchPlan plan;
    const LeastCover cover = least_cover(net);
    plan.chains = cover.chains.size() + cover.ways.size();
    Table table(net);
    const CamerasByBeginning cameras = cameras_by_beginning(net);
    for (CameraNumber number : cover.taken)
        plan.set_ups.push_back(SetUp(net, cover, cameras, number, table).make());
    plan.units = steps_of_units(net, table);
    plan.last = last_steps(plan.set_ups);
    return plan;
}

std::vector<const BenchStep*> all_steps(const BenchPlan& plan) {
    std::vector<const BenchStep*> out;
    for (const BenchSetUp& set_up : plan.set_ups) {
        for (const BenchStep& step : set_up.steps) out.push_back(&step);
    }
    for (const auto* steps : {&plan.units, &plan.last}) {
        for (const BenchStep& step : *steps) out.push_back(&step);
    }
    return out;
}

const BenchRecord* record_of(const Site& site, const BenchStep& step) {
    const auto found =
        std::find_if(site.bench.begin(), site.bench.end(),
                     [&](const BenchRecord& record) { return record.id == step.key; });
    return found == site.bench.end() ? nullptr : &*found;
}

BenchRecords bench_records(const Site& site) {
    BenchRecords out;
    for (const BenchRecord& record : site.bench) out.emplace(record.id, &record);
    return out;
}

const BenchRecord* record_of(const BenchRecords& records, const BenchStep& step) {
    const auto found = records.find(step.key);
    return found == records.end() ? nullptr : found->second;
}

}  // namespace ovant
