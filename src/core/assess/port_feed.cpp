// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/port_feed.h"

#include <fmt/format.h>

#include <algorithm>

namespace ovant {
namespace {

constexpr double joint_ohm = 0.02;  // of a mated contact, IEC 60603-7, from memory
constexpr double worst_permitted_ohm_per_m = 0.0938;  // ANSI/TIA-568.2, from memory, 20 degrees C

class Layout {
public:
    Layout(const Network& net, const Circumstances& now) : net_(net), now_(now) {}

    // Solves `port` and appends its feed, then those behind it.
    double solve(PortAt port, std::vector<PortFeed>& feeds) {
        const Kind& unit = net_.kind(port.device);
        const PortKind& kind = net_.port(port);
        const std::size_t at = feeds.size();
        PortFeed feed;
        feed.port = port;
        const bool worst = net_.site->settings.source_volts == SourceVolts::worst;
        feed.source_v = worst ? unit.supply->min_v : unit.supply->nominal_v;
        feed.source_v *= (1 - net_.site->settings.tolerances.volts_share) *
                         (1 - net_.device(port.device).low_volts_share);
        feed.limit_w = port_limit_w(net_, port);
        if (kind.power == PowerKind::passive)
            feed.pairs = kind.pairs;
        else
            feed.pairs = poe_pairs(net_, port);
        feed.nodes.push_back({});
        feed.points.push_back({port.device, {}, port, 0});
        feeds.push_back(std::move(feed));
        std::string lane;
        if (now_.extra && now_.extra->port == port)
            feeds.back().nodes.front().constant_power_w = now_.extra->watts;
        if (!net_.power_off(port) && !cut(port)) follow(port, 0, 0, feeds, at, lane);
        feeds[at].solution = solve_feed(feeds[at].source_v, feeds[at].nodes);
        return feeds[at].watts();
    }

private:
    void follow(PortAt out, int parent, double extra_ohm, std::vector<PortFeed>& feeds,
                std::size_t at, std::string& lane) {
        const LinkNumber link = net_.link_at(out);
        if (!link || feeds[at].nodes.size() > net_.links.size()) return;
        const PortAt in = net_.across(out);
        const NetLink& laid = net_.links[link];
        if (!carries_power(laid.medium())) return;
        const double line_ohm = extra_ohm + link_loop_ohm(net_, laid, feeds[at].pairs, now_);
        const Kind& kind = net_.kind(in.device);
        const PortRole role = net_.port(in).role;
        if (role != PortRole::pd && role != PortRole::pass) return;
        double load_w = 0;
        if (role == PortRole::pass && kind.in_line) load_w = kind.in_line->own_draw_w + kind.draw_w;
        if (role == PortRole::pd) load_w = taken_at(in, feeds);
        if (now_.extra && now_.extra->device == in.device) load_w += now_.extra->watts;
        const int node = static_cast<int>(feeds[at].nodes.size());
        feeds[at].nodes.push_back({parent, line_ohm, load_w, 0, 0});
        feeds[at].points.push_back({in.device, link, in, load_w});
        if (role != PortRole::pass || net_.power_off(in)) return;
        const PortAt onward{in.device, passed_on_at(kind, in.port, lane)};
        if (!onward.port || net_.power_off(onward)) return;
        follow(onward, node, kind.in_line ? kind.in_line->series_ohm : 0, feeds, at, lane);
    }

    // What a powered unit takes at its input: a camera's draw, or a regenerating stage's.
    double taken_at(PortAt in, std::vector<PortFeed>& feeds) {
        const Kind& kind = net_.kind(in.device);
        // Of several inputs the one that is fed takes the load.
        const auto& fed_at = now_.state ? now_.state->fed_at : net_.fed_at;
        if (fed_at[in.device] && fed_at[in.device] != in.port) return 0;
        if (now_.state && now_.state->off[in.device]) return 0;
        if (kind.camera) {
            if (now_.state) return now_.state->camera_w[in.device];
            return camera_power_w(net_, in.device, now_.condition);
        }
        if (is_source(kind)) return 0;
        if (!kind.supply) return kind.draw_w + (kind.in_line ? kind.in_line->own_draw_w : 0);
        double out_w = 0;
        for (PortNumber port : kind.ports.numbers()) {
            const PortAt out{in.device, port};
            const bool more = now_.extra && now_.extra->port == out;
            if (net_.port(out).role == PortRole::pse && (net_.link_at(out) || more)) {
                out_w += solve(out, feeds);
            }
        }
        return out_w / kind.supply->efficiency + kind.supply->own_draw_w + kind.draw_w;
    }

    bool cut(PortAt port) const { return now_.state && now_.state->cut[port.device][port.port]; }

    const Network& net_;
    const Circumstances& now_;
};

}  // namespace

double PortFeed::load_w() const {
    double sum_w = 0;
    for (const FeedPoint& point : points) sum_w += point.load_w;
    return sum_w;
}

double camera_power_w(const CameraDraw& draw, Condition condition) {
    switch (condition) {
        case Condition::day: return draw.day_w + draw.motors_w;
        case Condition::night: return draw.day_w + draw.motors_w + draw.infrared_w;
        case Condition::coldest_night:
            return draw.day_w + draw.motors_w + draw.infrared_w + draw.heater_w;
        case Condition::restart: return draw.day_w + draw.start_w + draw.infrared_w + draw.heater_w;
    }
    return draw.day_w;
}

double surroundings_c(const Network& net, DeviceNumber device, Condition condition) {
    const Settings& settings = net.site->settings;
    const bool indoors = net.surroundings[device] == Surroundings::indoor;
    const double outside_c = indoors                         ? settings.indoor_c
                             : condition == Condition::day   ? settings.day_c
                             : condition == Condition::night ? settings.night_c
                                                             : settings.coldest_night_c;
    const Kind* box = net.catalogue->find(net.device(device).enclosure);
    return box && box->box ? outside_c + box->box->heater_w * box->box->kelvin_per_w : outside_c;
}

double camera_power_w(const Network& net, DeviceNumber camera, Condition condition) {
    const Kind& kind = net.kind(camera);
    CameraDraw draw = camera_draw(net.device(camera), kind);
    const bool warm =
        kind.camera && surroundings_c(net, camera, condition) >= kind.camera->heater_below_c;
    const double heater_w = warm ? 0 : draw.heater_w;
    draw.heater_w = 0;
    return camera_power_w(draw, condition) + heater_w;
}

double greatest_camera_power_w(const CameraDraw& draw) {
    double most_w = 0;
    for (Condition condition : all_conditions) {
        most_w = std::max(most_w, camera_power_w(draw, condition));
    }
    return most_w;
}

double cable_temperature_c(const Settings& settings, Condition condition,
                           Surroundings surroundings) {
    const bool hot = condition == Condition::day && settings.hot_cable_c.has_value();
    if (surroundings == Surroundings::indoor)
        return hot ? std::max(settings.indoor_c, *settings.hot_cable_c) : settings.indoor_c;
    switch (condition) {
        case Condition::day:
            return hot ? std::max(settings.day_c, *settings.hot_cable_c) : settings.day_c;
        case Condition::night: return settings.night_c;
        case Condition::coldest_night:
        case Condition::restart: return settings.coldest_night_c;
    }
    return settings.day_c;
}

double link_temperature_c(const Network& net, const NetLink& link, Condition condition) {
    return cable_temperature_c(net.site->settings, condition, link.surroundings) +
           link.bundled.mean_k[static_cast<std::size_t>(condition)];
}

int poe_pairs(const Network& net, PortAt port) {
    const bool by_class = net.port(port).poe_class >= 5 && class_asked(net, port) >= 5;
    if (net.port(port).pairs < 4 && !by_class) return 2;
    std::string lane;
    for (std::size_t steps = 0; steps <= net.links.size(); ++steps) {
        const PortAt in = net.across(port);
        if (!in.device || net.port(in).role != PortRole::pass) return 4;
        if (net.port(in).pairs < 4) return 2;
        port = {in.device, passed_on_at(net.kind(in.device), in.port, lane)};
        if (!port.port) return 4;
        if (net.port(port).pairs < 4) return 2;
    }
    return 4;
}

int class_asked(const Network& net, PortAt port) {
    const PoeType type = poe_type_of_class(net.port(port).poe_class);
    std::string lane;
    int own = 0;  // of a unit on the way that works on this power, where nothing behind it asks
    for (std::size_t steps = 0; steps <= net.links.size(); ++steps) {
        const PortAt in = net.across(port);
        if (!in.device) return own;
        const PortKind& kind = net.port(in);
        const Kind& unit = net.kind(in.device);
        if (kind.role == PortRole::pd) {
            if (kind.power == PowerKind::passive) return 0;
            if (!unit.camera) return kind.poe_class;
            const double most_w = greatest_camera_power_w(camera_draw(net.device(in.device), unit));
            // Class 0 reserves as class 3 does; a camera set to draw more asks for more.
            const int stated = kind.poe_class == 0 ? 3 : kind.poe_class;
            return std::max(stated, poe_class_for_load(most_w, type));
        }
        if (kind.role != PortRole::pass) return own;
        const double own_w = unit.draw_w + (unit.in_line ? unit.in_line->own_draw_w : 0);
        if (own == 0 && own_w > 0) own = poe_class_for_load(own_w);
        port = {in.device, passed_on_at(unit, in.port, lane)};
        if (!port.port || net.power_off(port)) return own;
    }
    return own;
}

int class_needed(const Network& net, PortAt port) {
    const int asked = class_asked(net, port);
    std::string lane;
    for (std::size_t steps = 0; steps <= net.links.size(); ++steps) {
        const PortAt in = net.across(port);
        if (!in.device) return asked;
        if (net.port(in).role != PortRole::pass)
            return net.port(in).least_class > 0 ? std::min(net.port(in).least_class, asked) : asked;
        port = {in.device, passed_on_at(net.kind(in.device), in.port, lane)};
        if (!port.port) return asked;
    }
    return asked;
}

double port_limit_w(const Network& net, PortAt port) {
    const Kind& kind = net.kind(port.device);
    const double limit_w = net.port(port).limit_w;
    if (!kind.supply || is_source(kind)) return limit_w;
    const PortAt from = net.fed_from[port.device];
    if (!from.device || net.port(from).power == PowerKind::passive) return limit_w;
    const PortKind& input = kind.ports[net.fed_at[port.device]];
    const int granted = std::min(net.port(from).poe_class, input.poe_class);
    const auto limits = poe_class_limits(granted, poe_type_of_class(net.port(from).poe_class));
    if (!limits) return limit_w;
    const double arrives_w = std::min(limits->pd_w, port_limit_w(net, from));
    return std::clamp((arrives_w - kind.supply->own_draw_w - kind.draw_w) * kind.supply->efficiency,
                      0.0, limit_w);
}

Circumstances circumstances_of(const Settings& settings, Condition condition) {
    return {cable_temperature_c(settings, condition, Surroundings::outdoor),
            cable_temperature_c(settings, condition, Surroundings::indoor), condition, nullptr,
            nullptr};
}

std::vector<PortFeed> solve_port(const Network& net, PortAt port, Condition condition) {
    return solve_port(net, port, circumstances_of(net.site->settings, condition));
}

std::vector<PortFeed> solve_port(const Network& net, PortAt port, const Circumstances& now) {
    std::vector<PortFeed> feeds;
    Layout(net, now).solve(port, feeds);
    return feeds;
}

double arrives_w(const std::vector<RatedWatts>& table, double length_m) {
    std::vector<RatedWatts> sorted = table;
    std::sort(sorted.begin(), sorted.end(),
              [](const RatedWatts& a, const RatedWatts& b) { return a.length_m < b.length_m; });
    const RatedWatts* before = nullptr;
    for (const RatedWatts& entry : sorted) {
        if (length_m <= entry.length_m) {
            if (!before || entry.length_m <= before->length_m) return entry.watts;
            const double share =
                (length_m - before->length_m) / (entry.length_m - before->length_m);
            return before->watts + share * (entry.watts - before->watts);
        }
        before = &entry;
    }
    return 0;
}

std::optional<Arriving> arriving(const Network& net, const std::vector<PortFeed>& feeds,
                                 const PortFeed& feed, std::size_t node) {
    const auto& supply = net.kind(feed.port.device).supply;
    if (!supply || supply->arrives.empty() || node == 0) return std::nullopt;
    Arriving out;
    for (std::size_t at = node; at != 0; at = static_cast<std::size_t>(feed.nodes[at].parent))
        out.length_m += net.links[feed.points[at].link].length_m;
    out.limit_w = arrives_w(supply->arrives, out.length_m);
    if (!feed.solution.stands) {
        out.watts = std::nan("");
        return out;
    }
    out.watts = feed.solution.volts[node] * feed.solution.current_a[node];
    const DeviceNumber unit = feed.points[node].device;
    const bool feeds_others = net.kind(unit).supply && !is_source(net.kind(unit));
    if (supply->counted_at == CountedAt::far_unit || !feeds_others) return out;
    out.watts = 0;
    for (const PortFeed& behind : feeds) {
        if (behind.port.device == unit) out.watts += behind.load_w();
    }
    return out;
}

double coax_loop_ohm(const Network& net, const NetLink& link, double temperature_c,
                     Working* working) {
    const ExistingCable* existing = find_existing(*net.site, link.link->existing);
    const bool measured = existing && existing->measured_loop_ohm;
    const double cold_ohm =
        measured ? *existing->measured_loop_ohm : link.cable->cable->loop_ohm_per_m * link.length_m;
    const double ohm = cold_ohm * (1 + copper_temperature_per_k * (temperature_c - 20));
    if (working) {
        working->push_back({measured ? "R = loop as measured, warmed or cooled"
                                     : "R = loop a metre × L, warmed or cooled",
                            fmt::format("{:.2f} Ω × (1 + {} × ({:.0f} − 20))", cold_ohm,
                                        copper_temperature_per_k, temperature_c),
                            ohm, Unit::ohm, measured ? source::measured : source::maker});
    }
    return ohm;
}

namespace {

constexpr double no_way_ohm = 1e9;

// A leg is as many conductors side by side as there are pairs in use; one of them has the bad
// joint, or some are open. Example: 2 pairs, 10 Ω, so legs of 5 Ω, two conductors of 10 Ω each: one
// open leaves 10 + 5 = 15 Ω.
double with_defects_ohm(const Defects& defects, double ohm, int pairs, Working* working) {
    if (defects.joint_ohm <= 0 && defects.conductors_open <= 0 && !defects.crossed) return ohm;
    // Power on one pair, or a meter on it, sees what is wrong in that pair; a pair that is open
    // ends the power of its pairset.
    const bool no_way = defects.crossed || (defects.conductors_open == 2 && pairs <= 2) ||
                        (defects.conductors_open == 1 && pairs == 1);
    double found_ohm = no_way_ohm;
    if (!no_way && defects.conductors_open == 2) {
        found_ohm = 2 * ohm;
    } else if (!no_way) {
        const double conductor_ohm = ohm * pairs / 2;
        const int sound = pairs - 1;
        const double sound_s = conductor_ohm > 0 ? sound / conductor_ohm : 0;
        const double bad_s =
            defects.conductors_open == 1 ? 0 : 1 / (conductor_ohm + defects.joint_ohm);
        found_ohm = conductor_ohm > 0 ? ohm / 2 + 1 / (sound_s + bad_s) : ohm;
    }
    if (working) {
        working->push_back({"R with what was found wrong in one conductor",
                            fmt::format("one of {} conductors of a leg: {:g} Ω more, {} open",
                                        pairs, defects.joint_ohm, defects.conductors_open),
                            found_ohm, Unit::ohm, source::measured});
    }
    return found_ohm;
}

}  // namespace

double link_loop_ohm(const Network& net, const NetLink& link, int pairs, Condition condition,
                     Working* working) {
    return link_loop_ohm(net, link, pairs, circumstances_of(net.site->settings, condition),
                         working);
}

double link_loop_ohm(const Network& net, const NetLink& link, int pairs, const Circumstances& now,
                     Working* working) {
    const Settings& settings = net.site->settings;
    const CableFacts& cable = *link.cable->cable;
    const double temperature_c =
        now.at(link.surroundings) + link.bundled.mean_k[static_cast<std::size_t>(now.condition)];
    double ohm = 0;
    const double worst_ohm_per_m =
        worst_permitted_ohm_per_m * (1 + copper_temperature_per_k * (temperature_c - 20));
    if (cable.medium == Medium::coax) {
        ohm = coax_loop_ohm(net, link, temperature_c, working);
    } else if (cable.medium == Medium::dc || cable.medium == Medium::composite) {
        ohm = feed_loop_ohm(cable.conductor, link.length_m, 1, temperature_c, working);
    } else if (link.link->measured_loop_ohm) {
        ohm = *link.link->measured_loop_ohm *
              (1 + copper_temperature_per_k * (temperature_c - 20)) / pairs;
        if (working) {
            working->push_back({"R = loop of a pair as measured, warmed or cooled, ÷ pairs in use",
                                fmt::format("{:.2f} Ω × (1 + {} × ({:.0f} − 20)) ÷ {}",
                                            *link.link->measured_loop_ohm, copper_temperature_per_k,
                                            temperature_c, pairs),
                                ohm, Unit::ohm, source::measured});
        }
    } else if (settings.worst_permitted_cable &&
               worst_ohm_per_m > conductor_ohm_per_m(cable.conductor, temperature_c)) {
        ohm = 2 * worst_ohm_per_m * link.length_m / pairs;
        if (working) {
            working->push_back({"R = 2 r L ÷ pairs in use, r the worst permitted",
                                fmt::format("2 × {:.4g} Ω/m × {:.1f} m ÷ {}", worst_ohm_per_m,
                                            link.length_m, pairs),
                                ohm, Unit::ohm, source::worst_category_cable});
        }
    } else {
        ohm = feed_loop_ohm(cable.conductor, link.length_m, pairs, temperature_c, working);
    }
    // What was measured is no worse than it is.
    const ExistingCable* existing = find_existing(*net.site, link.link->existing);
    const bool measured = cable.medium == Medium::coax ? existing && existing->measured_loop_ohm
                                                       : cable.medium == Medium::twisted_pair &&
                                                             link.link->measured_loop_ohm;
    const double measured_ohm = measured ? ohm : 0;
    if (const auto& defects = link.link->defects; defects && defects->resistance_share > 0) {
        ohm *= 1 + defects->resistance_share;
        if (working) {
            working->push_back({"R, the conductors as found on site",
                                fmt::format("R × (1 + {:g})", defects->resistance_share), ohm,
                                Unit::ohm, source::measured});
        }
    }
    const double cords_m = channel_cords_m(*link.link);
    if (cable.medium == Medium::twisted_pair && cords_m > 0) {
        const Conductor cord{settings.cord_awg, ConductorMaterial::copper, ConductorForm::stranded};
        ohm += feed_loop_ohm(cord, cords_m, pairs, now.indoor_c, working);
    }
    if (cable.medium == Medium::twisted_pair) {
        double conductor_ohm = channel_joints(*link.link) * joint_ohm;
        for (const LinkEnd* end : {&link.link->a, &link.link->b}) {
            const Kind* protector =
                end->protector.empty() ? nullptr : net.catalogue->find(end->protector);
            if (protector) conductor_ohm += protector->conductor_ohm;
        }
        if (conductor_ohm > 0) {
            ohm += 2 * conductor_ohm / pairs;
            if (working) {
                working->push_back({"R of joints and protectors = 2 × conductor ÷ pairs",
                                    fmt::format("2 × {:.3f} Ω ÷ {}", conductor_ohm, pairs),
                                    2 * conductor_ohm / pairs, Unit::ohm, source::joints});
            }
        }
    }
    if (link.link->defects) ohm = with_defects_ohm(*link.link->defects, ohm, pairs, working);
    const double worse_share = settings.tolerances.resistance_share;
    if (worse_share > 0) {
        ohm += (ohm - measured_ohm) * worse_share;
        if (working) {
            working->push_back({"R at the end of its tolerance",
                                measured
                                    ? fmt::format("{:.3f} Ω as measured, the rest × (1 + {:g})",
                                                  measured_ohm, worse_share)
                                    : fmt::format("R × (1 + {:g})", worse_share),
                                ohm, Unit::ohm, source::site_setting});
        }
    }
    return ohm;
}

void feed_drops(const Network& net, const PortFeed& feed, std::size_t node, Condition condition,
                Working& steps) {
    std::vector<std::size_t> path;
    for (std::size_t at = node; at != 0; at = static_cast<std::size_t>(feed.nodes[at].parent)) {
        path.push_back(at);
    }
    std::reverse(path.begin(), path.end());
    double total_ohm = 0;
    for (std::size_t at : path) {
        const NetLink& line = net.links[feed.points[at].link];
        Working line_steps;
        link_loop_ohm(net, line, feed.pairs, condition, &line_steps);
        for (Step& step : line_steps) {
            const bool known = step.of_conductor &&
                               std::any_of(steps.begin(), steps.end(), [&](const Step& earlier) {
                                   return earlier.formula == step.formula &&
                                          earlier.substituted == step.substituted;
                               });
            if (!known) steps.push_back(std::move(step));
        }
        total_ohm += feed.nodes[at].line_ohm;
        if (!feed.solution.stands) continue;
        const double from_v = feed.solution.volts[feed.nodes[at].parent];
        steps.push_back({"V = V before − I R",
                         fmt::format("{:.2f} V − {:.4f} A × {:.3f} Ω", from_v,
                                     feed.solution.current_a[at], feed.nodes[at].line_ohm),
                         feed.solution.volts[at], Unit::volt, source::ohms_law});
    }
    if (!feed.solution.stands) {
        steps.push_back({"P at most V² ÷ 4R, where all is taken at the end",
                         fmt::format("{:.1f}² ÷ (4 × {:.2f} Ω)", feed.source_v, total_ohm),
                         feed.source_v * feed.source_v / (4 * total_ohm), Unit::watt,
                         source::ohms_law});
    }
}

}  // namespace ovant
