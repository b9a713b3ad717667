// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/setting_remedies.h"

#include <algorithm>
#include <cmath>

#include "core/assess/radio_path.h"
#include "core/choose/draft.h"
#include "core/physics/picture_sizes.h"
#include "core/edits/edits.h"

namespace ovant {
namespace {

class SettingRemedies {
public:
    explicit SettingRemedies(const ChooseContext& context)
        : context_(context), net_(context.now), run_(net_.runs[context.camera_number]) {}

    std::optional<SettingRemedy> make(RemedyKind kind) const {
        switch (kind) {
            case RemedyKind::lower_picture: return lower_picture();
            case RemedyKind::flip_alternative: return flip_alternative();
            case RemedyKind::power_off_beyond: return power_off_beyond();
            case RemedyKind::power_on: return power_on();
            case RemedyKind::raise_antenna: return raise_antenna();
            case RemedyKind::turn_antenna: return turn_antenna();
            case RemedyKind::lower_transmit: return lower_transmit();
            case RemedyKind::own_channel: return own_channel();
            case RemedyKind::stronger_injector: return stronger_injector();
            case RemedyKind::raise_priority: return raise_priority();
            default: return std::nullopt;
        }
    }

private:
    std::string name(PortAt at) const { return net_.device(at.device).id + "." + net_.port(at).id; }

    Verdict worst(const Site& site, std::initializer_list<CheckId> of) const {
        const Network net = lay_out_judged(site, context_.catalogue, context_.under);
        Verdict out = Verdict::holds;
        for (const Check& check :
             assess_run(net, context_.camera_number, context_.under.options()).checks) {
            if (std::find(of.begin(), of.end(), check.id) != of.end())
                out = std::max(out, check.verdict);
        }
        return out;
    }

    // Devices with a radio path of this run, head end first, none twice.
    std::vector<DeviceNumber> radios() const {
        std::vector<DeviceNumber> out;
        for (LinkNumber link : run_.links) {
            const NetLink& laid = net_.links[link];
            if (laid.medium() != Medium::radio) continue;
            for (PortAt end : {laid.a, laid.b}) {
                if (std::find(out.begin(), out.end(), end.device) == out.end())
                    out.push_back(end.device);
            }
        }
        return out;
    }

    // What costs the viewer least first: a better codec, fewer frames, fewer pixels.
    std::vector<Picture> lower_pictures(const Picture& now) const {
        std::vector<Picture> out;
        Picture lower = now;
        lower.codec = Codec::h265;
        if (!(lower == now)) out.push_back(lower);
        const auto fewer_frames = [&](Picture picture) {
            for (double frames : {15.0, 12.0, 10.0, 8.0, 6.0}) {
                if (frames >= now.frames_per_s) continue;
                picture.frames_per_s = frames;
                out.push_back(picture);
            }
        };
        fewer_frames(lower);
        for (const auto& [width_px, height_px] : usual_picture_sizes) {
            if (width_px * height_px >= now.width_px * now.height_px) continue;
            Picture smaller = lower;
            smaller.width_px = width_px;
            smaller.height_px = height_px;
            out.push_back(smaller);
            fewer_frames(smaller);
        }
        return out;
    }

    std::optional<SettingRemedy> lower_picture() const {
        if (!has_picture(*context_.kind)) return std::nullopt;
        const Device& camera = *context_.camera;
        const Picture now = camera_picture(camera, *context_.kind);
        const double stated_mbps = camera_bit_rate_mbps(camera, *context_.kind);
        std::optional<SettingRemedy> tight;
        for (const Picture& picture : lower_pictures(now)) {
            SettingRemedy remedy{context_.site, ""};
            change(find_device(remedy.site, camera.id), [&](Device& found) {
                if (!found.camera) found.camera = CameraSettings{};
                found.camera->picture = picture;
                // A rate that was stated or measured falls as the estimate does.
                if (found.camera->bit_rate_mbps || or_nothing(context_.kind->camera).bit_rate_mbps)
                    found.camera->bit_rate_mbps =
                        stated_mbps * picture_bit_rate_mbps(picture) / picture_bit_rate_mbps(now);
            });
            const Verdict verdict = worst(
                remedy.site, {CheckId::link_rate, CheckId::port_setting, CheckId::recorder_input,
                              CheckId::uplink_rate, CheckId::radio_airtime,
                              CheckId::radio_fade_margin, CheckId::site_practice});
            if (verdict == Verdict::holds) return remedy;
            if (verdict == Verdict::tight && !tight) tight = std::move(remedy);
        }
        return tight;
    }

    std::optional<SettingRemedy> flip_alternative() const {
        SettingRemedy remedy{context_.site, ""};
        bool changed = false;
        for (PortAt in : run_.ins) {
            const Kind& kind = net_.kind(in.device);
            if (kind.category != Category::combiner) continue;
            changed = true;
            const Device& unit = net_.device(in.device);
            Alternative now = Alternative::either;
            for (const PortKind& port : kind.ports) {
                if (!port.lane.empty() && port.alternative != Alternative::either)
                    now = port.alternative;
            }
            now = unit.alternative.value_or(now);
            const Alternative other = now == Alternative::a ? Alternative::b : Alternative::a;
            change(find_device(remedy.site, unit.id),
                   [&](Device& found) { found.alternative = other; });
        }
        return some(std::move(remedy), changed);
    }

    std::optional<SettingRemedy> power_off_beyond() const {
        SettingRemedy remedy{context_.site, ""};
        for (const PassiveEnd& end : net_.passive_ends) {
            const bool here =
                std::any_of(run_.links.begin(), run_.links.end(), [&](LinkNumber link) {
                    return std::find(end.links.begin(), end.links.end(), link) != end.links.end();
                });
            if (!here || !end.passed_by.device) continue;
            set_off(remedy.site, end.passed_by, true);
            remedy.detail = name(end.passed_by);
        }
        const bool changed = !remedy.detail.empty();
        return some(std::move(remedy), changed);
    }

    std::optional<SettingRemedy> power_on() const {
        if (!run_.power_off) return std::nullopt;
        SettingRemedy remedy{context_.site, ""};
        for (std::size_t i = 0; i < run_.links.size(); ++i) {
            for (PortAt at : {run_.outs[i], run_.ins[i]}) {
                if (!net_.power_off(at)) continue;
                set_off(remedy.site, at, false);
                remedy.detail += (remedy.detail.empty() ? "" : ", ") + name(at);
            }
        }
        const bool changed = !remedy.detail.empty();
        return some(std::move(remedy), changed);
    }

    void set_off(Site& site, PortAt at, bool off) const {
        change(find_device(site, net_.device(at.device).id), [&](Device& found) {
            if (off)
                found.power_off_ports.insert(net_.port(at).id);
            else
                found.power_off_ports.erase(net_.port(at).id);
        });
    }

    // As little higher as mends it, each end up to what can stand there.
    std::optional<SettingRemedy> raise_antenna() const {
        const std::vector<DeviceNumber> ends = radios();
        std::optional<SettingRemedy> last;
        for (double up_m = 1; up_m <= most_raise_m; up_m += 1) {
            SettingRemedy remedy{context_.site, ""};
            for (DeviceNumber device : ends) {
                const Device& radio = net_.device(device);
                const Place* place = net_.place_of(device);
                const double most_m = place ? place->mast_m : bare_mast_m;
                const double to_m = std::min(most_m, radio.height_m + up_m);
                if (to_m <= radio.height_m) continue;
                change(find_device(remedy.site, radio.id),
                       [&](Device& found) { found.height_m = to_m; });
            }
            // As high as they go.
            if (remedy.site == (last ? last->site : context_.site)) break;
            const Verdict verdict =
                worst(remedy.site, {CheckId::radio_clearance, CheckId::radio_fade_margin});
            last = std::move(remedy);
            if (verdict == Verdict::holds) break;
        }
        return last;
    }

    // Radios that are set to look elsewhere look at their far ends again. Where none is set, a hub
    // looks at this far end: what others lose by that is for the judge.
    std::optional<SettingRemedy> turn_antenna() const {
        SettingRemedy remedy{context_.site, ""};
        bool changed = false;
        for (DeviceNumber device : radios()) {
            if (!net_.device(device).azimuth_deg) continue;
            change(find_device(remedy.site, net_.device(device).id),
                   [](Device& found) { found.azimuth_deg.reset(); });
            changed = true;
        }
        for (std::size_t i = 0; !changed && i < run_.links.size(); ++i) {
            const NetLink& laid = net_.links[run_.links[i]];
            if (laid.medium() != Medium::radio) continue;
            const Device& hub = net_.device(run_.outs[i].device);
            if (or_nothing(net_.kind(run_.outs[i].device).radio).most_far_ends < 2) continue;
            const double to_deg = bearing_deg(hub.at, net_.device(run_.ins[i].device).at);
            change(find_device(remedy.site, hub.id),
                   [&](Device& found) { found.azimuth_deg = std::round(to_deg); });
            changed = true;
        }
        return some(std::move(remedy), changed);
    }

    std::optional<SettingRemedy> lower_transmit() const {
        SettingRemedy remedy{context_.site, ""};
        bool changed = false;
        for (DeviceNumber device : radios()) {
            const Device& radio = net_.device(device);
            const RadioFacts& facts = or_nothing(net_.kind(device).radio);
            const double most_dbm = context_.site.settings.eirp_limit_dbm - facts.antenna_dbi;
            if (radio.transmit_dbm.value_or(facts.transmit_dbm) <= most_dbm) continue;
            change(find_device(remedy.site, radio.id),
                   [&](Device& found) { found.transmit_dbm = most_dbm; });
            changed = true;
        }
        return some(std::move(remedy), changed);
    }

    // The radios of this run and all that are linked to them, on the first channel nobody has.
    std::optional<SettingRemedy> own_channel() const {
        std::vector<DeviceNumber> group = radios();
        for (std::size_t i = 0; i < group.size(); ++i) {
            for (LinkNumber link : net_.link_on[group[i]]) {
                if (!link || net_.links[link].medium() != Medium::radio) continue;
                const NetLink& laid = net_.links[link];
                for (PortAt end : {laid.a, laid.b}) {
                    if (std::find(group.begin(), group.end(), end.device) == group.end())
                        group.push_back(end.device);
                }
            }
        }
        std::set<int> used;
        bool others = false;
        for (DeviceNumber device : net_.kinds.numbers()) {
            if (!net_.kinds[device]->radio ||
                std::find(group.begin(), group.end(), device) != group.end())
                continue;
            others = true;
            used.insert(net_.device(device).channel);
        }
        if (group.empty() || !others) return std::nullopt;
        int channel = 1;
        while (used.contains(channel)) ++channel;
        SettingRemedy remedy{context_.site, ""};
        for (DeviceNumber device : group) {
            change(find_device(remedy.site, net_.device(device).id),
                   [&](Device& found) { found.channel = channel; });
        }
        // Who has no channel of his own still hears everybody: the others are told one, too.
        int next = channel;
        for (Device& device : remedy.site.devices) {
            const Kind* kind = context_.catalogue.find(device.kind);
            if (!kind || !kind->radio || device.channel != 0) continue;
            while (next == channel || used.contains(next)) ++next;
            device.channel = next;
        }
        return remedy;
    }

    // A stronger one in place of the injector that feeds it; else one behind the port, which then
    // carries data only.
    std::optional<SettingRemedy> stronger_injector() const {
        if (!run_.fed || run_.links.empty()) return std::nullopt;
        const PortAt from = run_.source;
        const Device& unit = net_.device(from.device);
        std::optional<SettingRemedy> best;
        Verdict best_verdict = Verdict::fails;
        for (const Kind* kind : by_price(context_.catalogue, Category::injector)) {
            const PortKind* out = single_out(*kind);
            if (!out || out->poe_class <= net_.port(from).poe_class) continue;
            std::optional<SettingRemedy> remedy =
                net_.kind(from.device).category == Category::injector ? replaced(unit, *kind)
                                                                      : behind(from, *kind, *out);
            if (!remedy) continue;
            const Network then = lay_out_judged(remedy->site, context_.catalogue, context_.under);
            const Verdict verdict =
                assess_run(then, context_.camera_number, context_.under.options()).verdict;
            if (best && verdict >= best_verdict) continue;
            best = std::move(remedy);
            best_verdict = verdict;
            if (verdict == Verdict::holds) break;
        }
        return best;
    }

    static const PortKind* single_out(const Kind& kind) {
        const PortKind* out = nullptr;
        for (const PortKind& port : kind.ports) {
            if (port.role != PortRole::pse || port.power != PowerKind::poe) continue;
            if (out) return nullptr;
            out = &port;
        }
        return out;
    }

    std::optional<SettingRemedy> replaced(const Device& unit, const Kind& kind) const {
        Result<Site> site = set_kind(context_.site, context_.catalogue, unit.id, kind.id);
        if (!site) return std::nullopt;
        return SettingRemedy{std::move(*site), kind.id};
    }

    std::optional<SettingRemedy> behind(PortAt from, const Kind& kind, const PortKind& out) const {
        const PortKind* in = data_side(kind, out);
        const LinkNumber link = net_.link_at(from);
        const Place* place = net_.place_of(from.device);
        if (!in || !link || (place && place->mains != Mains::steady)) return std::nullopt;
        Site site = context_.site;
        const Device& unit = net_.device(from.device);
        Device injector;
        injector.id = next_id(site, id_prefix(kind.category));
        injector.kind = kind.id;
        injector.at = {unit.at.x_m + 1, unit.at.y_m};
        injector.place = unit.place;
        injector.surroundings = unit.surroundings;
        injector.enclosure = unit.enclosure;
        Link patch;
        patch.id = next_id(site, "L");
        patch.cable = patch_kind(surroundings_of(site, unit));
        patch.a = {unit.id, net_.port(from).id, 0, ""};
        patch.b = {injector.id, in->id, 0, ""};
        patch.measured_length_m = 1;
        change(find_link(site, net_.links[link].link->id), [&](Link& found) {
            LinkEnd& end = net_.links[link].a == from ? found.a : found.b;
            end.device = injector.id;
            end.port = out.id;
        });
        site.devices.push_back(std::move(injector));
        site.links.push_back(std::move(patch));
        return SettingRemedy{std::move(site), kind.id};
    }

    std::optional<SettingRemedy> raise_priority() const {
        const PortAt port = run_.source;
        if (!port.device) return std::nullopt;
        const Device& unit = net_.device(port.device);
        const std::string& id = net_.port(port).id;
        if (unit.priority_of(id) == 1) return std::nullopt;
        SettingRemedy remedy{context_.site, unit.id + "." + id};
        change(find_device(remedy.site, unit.id),
               [&](Device& found) { found.port_priority[id] = 1; });
        return remedy;
    }

    static std::optional<SettingRemedy> some(SettingRemedy remedy, bool changed) {
        if (!changed) return std::nullopt;
        return remedy;
    }

    static constexpr double most_raise_m = 60;
    const ChooseContext& context_;
    const Network& net_;
    const Run& run_;
};

}  // namespace

std::optional<SettingRemedy> setting_remedy(const ChooseContext& context, RemedyKind kind) {
    return SettingRemedies(context).make(kind);
}

}  // namespace ovant
