// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of a camera and of its run.
#include <algorithm>
#include <cmath>
#include <set>

#include "app/kit/q.h"
#include "app/verdict/details_panel.h"
#include "core/assess/link_reach.h"
#include "core/site/site_enum_names.h"
#include "core/look_up.h"
#include "core/physics/picture_sizes.h"
#include "core/edits/edits.h"
#include "core/units/units.h"
#include "phrase/numbers.h"

namespace ovant {
void DetailsPanel::fill_camera(const Device& device) {
    const std::string id = device.id;
    Document& d = document_;
    add_heading(q(id) + "  " + q(device.name));
    add_name(device.id, device.name);
    add_choice(
        tr("Kind"), "kind", kinds_of(or_nothing(d.catalogue().find(device.kind)).category),
        device.kind,
        [&d, id](const std::string& kind) {
            return set_kind(d.committed(), d.catalogue(), id, kind);
        },
        tr("Change kind of %1").arg(q(id)));
    const Kind& kind = or_nothing(d.catalogue().find(device.kind));
    const CameraDraw draw = camera_draw(device, kind);
    struct State {
        QString label;
        const char* name;
        double CameraDraw::*watts;
    };
    const bool sees = has_picture(kind);
    for (const State& state :
         {State{sees ? tr("Day") : tr("Takes"), "dayWatts", &CameraDraw::day_w},
          State{tr("Infrared adds"), "infraredWatts", &CameraDraw::infrared_w},
          State{tr("Heater adds"), "heaterWatts", &CameraDraw::heater_w},
          State{tr("Motors add"), "motorWatts", &CameraDraw::motors_w},
          State{tr("Start adds"), "startWatts", &CameraDraw::start_w}}) {
        const bool everywhere =
            state.watts == &CameraDraw::day_w || state.watts == &CameraDraw::start_w;
        if (!sees && !everywhere) continue;
        add_number(
            state.label, state.name, Unit::watt, draw.*state.watts, false,
            [&d, id, draw, watts = state.watts](std::optional<double> value) {
                CameraDraw changed = draw;
                changed.*watts = *value;
                return set_camera_draw(d.committed(), d.catalogue(), id, changed);
            },
            tr("Change power of %1").arg(q(id)));
    }
    const CameraSettings settings = device.camera.value_or(CameraSettings{});
    add_number(
        tr("Bit rate"), "bitRate", Unit::megabit_per_second, camera_bit_rate_mbps(device, kind),
        true,
        [&d, id, settings](std::optional<double> value) {
            CameraSettings changed = settings;
            changed.bit_rate_mbps = value;
            return set_camera(d.committed(), id, changed);
        },
        tr("Change bit rate of %1").arg(q(id)));
    if (sees) fill_picture(device, kind);
    struct Sight {
        QString label;
        const char* name;
        Unit unit;
        double View::*value;
    };
    for (const Sight& sight :
         {Sight{tr("Looks to, °"), "direction", Unit::none, &View::direction_deg},
          Sight{tr("Angle, °"), "angle", Unit::none, &View::angle_deg},
          Sight{tr("Sees as far as"), "range", Unit::metre, &View::range_m}}) {
        if (!sees) break;
        add_number(
            sight.label, sight.name, sight.unit, settings.view.*sight.value, false,
            [&d, id, settings, member = sight.value](std::optional<double> value) {
                CameraSettings changed = settings;
                changed.view.*member = *value;
                return set_camera(d.committed(), id, changed);
            },
            tr("Change view of %1").arg(q(id)));
    }
    add_choice(
        tr("Importance"), "importance",
        {{"1", tr("Must never fail")}, {"2", tr("Usual")}, {"3", tr("May fail")}},
        std::to_string(settings.importance),
        [&d, id, settings](const std::string& value) {
            CameraSettings changed = settings;
            changed.importance = value.front() - '0';
            return set_camera(d.committed(), id, changed);
        },
        tr("Change importance of %1").arg(q(id)));
    fill_run_links(id);
}

void DetailsPanel::fill_picture(const Device& device, const Kind& kind) {
    Document& d = document_;
    const std::string id = device.id;
    const CameraSettings settings = device.camera.value_or(CameraSettings{});
    const Picture now = camera_picture(device, kind);
    const QString edit_name = tr("Change picture of %1").arg(q(id));
    const auto changed = [&d, id, settings](const Picture& picture) {
        CameraSettings next = settings;
        next.picture = picture;
        return set_camera(d.committed(), id, next);
    };
    const auto size_of = [](int width_px, int height_px) {
        return std::to_string(width_px) + " × " + std::to_string(height_px);
    };
    std::vector<std::pair<std::string, QString>> sizes;
    const Picture comes = kind.camera ? kind.camera->picture : Picture{};
    std::vector<PictureSize> offered{{now.width_px, now.height_px},
                                     {comes.width_px, comes.height_px}};
    offered.insert(offered.end(), std::begin(usual_picture_sizes), std::end(usual_picture_sizes));
    for (const auto& [width_px, height_px] : offered) {
        const std::string size = size_of(width_px, height_px);
        const bool known = std::any_of(sizes.begin(), sizes.end(),
                                       [&](const auto& one) { return one.first == size; });
        if (!known && width_px * height_px <=
                          std::max(comes.width_px * comes.height_px, now.width_px * now.height_px))
            sizes.push_back({size, q(size)});
    }
    add_choice(
        tr("Picture"), "pictureSize", sizes, size_of(now.width_px, now.height_px),
        [changed, now](const std::string& size) {
            Picture picture = now;
            picture.width_px = std::stoi(size);
            picture.height_px = std::stoi(size.substr(size.rfind(' ') + 1));
            return changed(picture);
        },
        edit_name);
    add_number(
        tr("Frames a second"), "frames", Unit::none, now.frames_per_s, false,
        [changed, now](std::optional<double> frames) {
            Picture picture = now;
            picture.frames_per_s = *frames;
            return changed(picture);
        },
        edit_name);
    add_choice(
        tr("Coded as"), "codec", {{"h265", "H.265"}, {"h264", "H.264"}, {"jpeg", "JPEG"}},
        std::string(name_of(now.codec)),
        [changed, now](const std::string& codec) {
            Picture picture = now;
            picture.codec = from_name<Codec>(codec).value_or(now.codec);
            return changed(picture);
        },
        edit_name);
}

namespace {

// The volts that stand behind the initials: "AB 46.5 V".
void take_volts(SeenToWork& note, UnitSystem units) {
    std::size_t at = note.who.find_first_of("0123456789");
    if (at == std::string::npos || (at > 0 && note.who[at - 1] != ' ')) return;
    const Result<double> volts = parse_quantity(note.who.substr(at), Unit::volt, units);
    if (!volts) return;
    note.volts = *volts;
    while (at > 0 && note.who[at - 1] == ' ') --at;
    note.who.resize(at);
}

}  // namespace

// A note that this very length works: what it carries now, when and by whom it was seen.
void DetailsPanel::fill_seen_to_work(const NetLink& link, double load_w) {
    Document& d = document_;
    const std::string id = link.link->id;
    std::string seen;
    for (const SeenToWork& note : link.link->proven)
        seen += (seen.empty() ? "" : "; ") + note.date + (note.who.empty() ? "" : " " + note.who) +
                (note.volts > 0 ? " " + shown(note.volts, Unit::volt, d.units()) : "");
    const SeenToWork as_it_is{link_reach(d.site_network(), link, Condition::day).rate_mbps,
                              link.length_m,
                              load_w,
                              0,
                              "",
                              ""};
    add_text(
        tr("%1 seen to work").arg(q(id)), "seen-" + id, seen,
        [&d, id, as_it_is](const std::string& entered) {
            if (entered.empty()) return note_seen_to_work(d.committed(), id, {});
            SeenToWork note = as_it_is;
            const std::size_t space = entered.find(' ');
            note.date = entered.substr(0, space);
            if (space != std::string::npos) note.who = entered.substr(space + 1);
            take_volts(note, d.units());
            return note_seen_to_work(d.committed(), id, {note});
        },
        tr("Note that %1 works").arg(q(id)));
    auto* field = content_->findChild<QLineEdit*>(q("seen-" + id));
    if (!field) return;
    field->setPlaceholderText(tr("2026-05-03 AB 46 V"));
    field->setToolTip(
        tr("Day, initials of who saw it work as it is now, and volts at its end if they were read; "
           "only the field-proven school counts on it"));
}

void DetailsPanel::fill_run_links(const std::string& camera) {
    const CameraNumber number = document_.camera_number(camera);
    if (!number || document_.site_network().runs[number].links.empty()) return;
    Document& d = document_;
    const Run& run = d.site_network().runs[number];
    add_heading(tr("Cable of this run"));
    const NetLink& first = d.site_network().links[run.links.front()];
    std::vector<std::string> links;
    for (LinkNumber link : run.links) links.push_back(d.site_network().links[link].link->id);
    add_choice(
        tr("All lengths"), "runCable", cables_of(first.medium()), first.cable->id,
        [&d, links](const std::string& cable) {
            Result<Site> site = d.committed();
            for (const std::string& link : links) {
                if (site) site = set_cable(std::move(*site), d.catalogue(), link, cable);
            }
            return site;
        },
        tr("Change cable of %1").arg(q(camera)));
    for (const std::string& link : links) {
        add_number(
            tr("%1 measured").arg(q(link)), "measured-" + link, Unit::metre,
            or_nothing(find_link(d.site(), link)).measured_length_m, true,
            [&d, link](std::optional<double> value) {
                return set_measured_length(d.committed(), link, value);
            },
            tr("Measure %1").arg(q(link)));
    }
    if (d.site().settings.school != School::field_proven) return;
    const RunAssessment* judged = d.assessment().run(camera);
    for (LinkNumber link : run.links)
        fill_seen_to_work(d.site_network().links[link], judged ? judged->camera_w : 0);
}

}  // namespace ovant
