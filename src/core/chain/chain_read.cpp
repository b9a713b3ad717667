// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <cmath>
#include <cstdlib>

#include "core/assess/port_feed.h"
#include "core/catalogue/usual_kinds.h"
#include "core/chain/chain.h"
#include "core/chain/chain_words.h"
#include "core/choose/found_kinds.h"
#include "core/look_up.h"
#include "core/physics/pse.h"

namespace ovant {
namespace {

Error not_so(std::size_t element, const std::string& what, const char* wanted) {
    return {ErrorCode::bad_value, fmt::format("element {}", element + 1),
            what.empty() ? "nothing" : "“" + what + "”", wanted};
}

bool sees_fibre(const Kind& unit, const CableFacts& cable) {
    return cable.fibre == FibreType::none || !unit.optic ||
           unit.optic->single_mode == (cable.fibre == FibreType::os2);
}

// Whether such a cable may join these ports as far as the kinds say.
bool may_join(const Kind& a, const PortKind& out, const Kind& b, const PortKind& in,
              const CableFacts& cable) {
    const Medium medium = cable.medium;
    if (!sees_fibre(a, cable) || !sees_fibre(b, cable)) return false;
    if (out.medium != medium || in.medium != medium || out.line != in.line) return false;
    if (out.role == PortRole::pd || in.role == PortRole::pse) return false;
    if (medium == Medium::radio)
        return a.radio && b.radio && a.radio->frequency_mhz == b.radio->frequency_mhz &&
               a.radio->width_mhz == b.radio->width_mhz;
    if ((medium == Medium::fibre || medium == Medium::composite) && a.optic && b.optic &&
        !light_meets(*a.optic, *b.optic))
        return false;
    if (in.role != PortRole::pd || out.role != PortRole::pse) return true;
    const double volts = or_nothing(a.supply).nominal_v;
    return in.power == out.power &&
           (in.power == PowerKind::poe || (volts >= in.min_volts && volts <= in.max_volts));
}

// Ports of a unit by which a chain comes in and goes on.
struct Through {
    const PortKind *in = nullptr, *out = nullptr;
};

class ChainReader {
public:
    ChainReader(std::string_view text, const Catalogue& catalogue, UnitSystem system)
        : elements_(elements_of(text)), catalogue_(catalogue), system_(system) {}

    Result<Chain> read() {
        const char* such = "a run such as 30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W";
        if (elements_.size() < 3 || elements_.size() % 2 == 0)
            return Error{ErrorCode::bad_value, "",
                         "“" + elements_.back() + (elements_.size() < 3 ? "”" : "” as its end"),
                         such};
        constexpr std::size_t most_elements = 101;
        if (elements_.size() > most_elements)
            return Error{ErrorCode::too_many, "elements", std::to_string(elements_.size()),
                         std::to_string(most_elements)};
        for (std::size_t i = 1; i < elements_.size(); i += 2)
            if (auto error = read_length(i)) return *error;
        // The camera first: what feeds it is chosen for its class.
        if (auto error = read_camera()) return *error;
        if (auto error = read_source()) return *error;
        for (std::size_t i = 2; i + 1 < elements_.size(); i += 2)
            if (auto error = read_unit(i)) return *error;
        if (auto error = plug_in_camera()) return *error;
        return std::move(chain_);
    }

private:
    const CableFacts& cable_of(std::size_t length) const {
        return or_nothing(cable_facts(catalogue_, chain_.lengths[length].cable));
    }
    Medium medium_of(std::size_t length) const { return cable_of(length).medium; }

    const Kind* kind_named(const std::string& text) const {
        if (const Kind* kind = kind_of_id(text)) return kind;
        for (const auto& [id, kind] : catalogue_)
            if (lowered(kind->name) == lowered(text)) return kind.get();
        return nullptr;
    }
    // Ids stand in small letters among the words.
    const Kind* kind_of_id(const std::string& word) const {
        if (const Kind* kind = catalogue_.find(word)) return kind;
        for (const auto& [id, kind] : catalogue_)
            if (lowered(id) == word) return kind.get();
        return nullptr;
    }
    // A kind by its id among the words; taken. Of a category where one is asked for.
    const Kind* take_kind(Words& words, const std::function<bool(const Kind&)>& takes) const {
        const auto is = [&](const std::string& word) {
            const Kind* kind = kind_of_id(word);
            return kind && takes(*kind);
        };
        const auto word = words.word_that(is);
        return word ? kind_of_id(*word) : nullptr;
    }

    std::optional<Error> read_length(std::size_t i) {
        Words words(elements_[i], system_);
        ChainLength length;
        const auto metres = words.quantity(Unit::metre, true);
        if (!metres) return not_so(i, elements_[i], "a length such as 90 m cat6");
        if (!(*metres >= 0.01 && *metres <= most_chain_length_m))
            return Error{ErrorCode::out_of_range, fmt::format("element {}", i + 1),
                         fmt::format("{:g} m", *metres), "0.01 m to 100 km"};
        length.length_m = std::round(*metres * 100) / 100;
        if (words.take_any({"outdoors", "outdoor", "outside"})) length.lies = Surroundings::outdoor;
        if (words.take_any({"in the ground", "buried", "underground", "wet"}))
            length.lies = Surroundings::wet;
        words.take_any({"indoors", "indoor", "inside"});
        length.protectors = words.take_any({"with protectors", "protectors", "protected"});
        if (words.empty()) {
            length.cable =
                chain_.lengths.empty() ? usual_cable(length.lies) : chain_.lengths.back().cable;
        } else if (auto error = read_cable(i, words, length)) {
            return error;
        }
        chain_.lengths.push_back(std::move(length));
        return std::nullopt;
    }
    std::string usual_cable(Surroundings lies) const {
        return cheapest([&](const Kind& kind, const CableFacts& facts) {
            return facts.medium == Medium::twisted_pair && !facts.cord && facts.rated.empty() &&
                   facts.conductor.material == ConductorMaterial::copper && kind.rating >= lies;
        });
    }
    std::string cheapest(const std::function<bool(const Kind&, const CableFacts&)>& takes) const {
        const Kind* best = nullptr;
        for (const Kind* kind : catalogue_.of(Category::cable)) {
            const CableFacts& facts = or_nothing(kind->cable);
            if (takes(*kind, facts) &&
                (!best || facts.price_per_m < or_nothing(best->cable).price_per_m))
                best = kind;
        }
        return best ? best->id : "";
    }
    std::optional<Error> read_cable(std::size_t i, Words& words, ChainLength& length) const {
        const std::string said = words.left();
        if (const Kind* kind = kind_named(said); kind && kind->cable) {
            length.cable = kind->id;
            return std::nullopt;
        }
        if (const Kind* kind = take_kind(words, [](const Kind& one) { return bool(one.cable); })) {
            length.cable = kind->id;
        } else {
            const bool clad = words.take_any({"clad", "cca"});
            const bool patch = words.take_any({"patch cord", "patch"});
            const bool cord = words.take_any({"cord", "stranded"});
            if (patch && words.empty())
                length.cable =
                    length.lies == Surroundings::indoor ? usual::patch_cord : usual::outdoor_lead;
            const bool steel = words.take("steel");
            // Of what may lie so; where none may, the check says so.
            const auto of = [&](Medium medium, const std::function<bool(const CableFacts&)>& also) {
                std::string found;
                for (Surroundings rating : {length.lies, Surroundings::indoor}) {
                    if (!found.empty()) continue;
                    found = cheapest([&](const Kind& cable, const CableFacts& facts) {
                        return facts.medium == medium && cable.rating >= rating && also(facts);
                    });
                }
                return found;
            };
            const auto copper = [&](const std::function<bool(const CableFacts&)>& also) {
                return of(Medium::twisted_pair, [&](const CableFacts& facts) {
                    return facts.cord == cord && facts.rated.empty() &&
                           (facts.conductor.material == ConductorMaterial::copper_clad_aluminium) ==
                               clad &&
                           also(facts);
                });
            };
            const std::pair<const char*, CableCategory> categories[] = {
                {"cat5e", CableCategory::cat5e},
                {"cat5", CableCategory::cat5e},
                {"cat6a", CableCategory::cat6},
                {"cat6", CableCategory::cat6}};
            for (const auto& named : categories) {
                if (length.cable.empty() && words.take(named.first))
                    length.cable = copper(
                        [&](const CableFacts& facts) { return facts.category == named.second; });
            }
            const std::pair<const char*, Medium> media[] = {
                {"composite", Medium::composite}, {"air", Medium::radio},
                {"radio", Medium::radio},         {"mains wiring", Medium::mains_wiring},
                {"dc lead", Medium::dc},          {"lead", Medium::dc}};
            for (const auto& [word, medium] : media) {
                if (length.cable.empty() && words.take(word)) {
                    const auto awg = words.quantity_of(Unit::none, "awg");
                    length.cable = of(medium, [&](const CableFacts& facts) {
                        return !awg || facts.conductor.awg == *awg;
                    });
                }
            }
            if (length.cable.empty() && words.take("fibre")) {
                FibreType type = FibreType::os2;
                for (const auto& [word, fibre] :
                     {std::pair("om1", FibreType::om1), std::pair("om2", FibreType::om2),
                      std::pair("om3", FibreType::om3), std::pair("om4", FibreType::om4),
                      std::pair("os2", FibreType::os2)})
                    if (words.take(word)) type = fibre;
                length.cable =
                    of(Medium::fibre, [&](const CableFacts& facts) { return facts.fibre == type; });
            }
            words.take("coax");
            for (const char* coax : {"rg59", "rg6", "rg11"}) {
                if (!length.cable.empty() || !words.take(coax)) continue;
                const std::string id = std::string("coax-") + coax + (steel ? "-steel" : "");
                if (catalogue_.find(id)) length.cable = id;
            }
            if (const auto gauge = words.word_that([](const std::string& word) {
                    return word.ends_with("awg") && is_digit(word[0]);
                });
                gauge && length.cable.empty()) {
                const double awg = std::atof(gauge->c_str());
                length.cable =
                    copper([&](const CableFacts& facts) { return facts.conductor.awg == awg; });
            }
            if (length.cable.empty() && (cord || clad))
                length.cable = copper([](const CableFacts&) { return true; });
        }
        if (length.cable.empty() || !words.empty())
            return not_so(i, words.empty() ? said : words.left(),
                          "a cable such as cat6, 24awg, rg59, fibre os2, composite, air");
        return std::nullopt;
    }

    std::optional<Error> read_camera() {
        const std::size_t i = elements_.size() - 1;
        Words words(elements_.back(), system_);
        const Kind* kind = take_kind(words, [](const Kind& one) { return ends_a_run(one); });
        words.take_any({"camera", "load"});
        CameraDraw draw;
        bool drawn = false;
        const std::pair<const char*, double CameraDraw::*> uses[] = {
            {"infrared", &CameraDraw::infrared_w},
            {"heater", &CameraDraw::heater_w},
            {"motors", &CameraDraw::motors_w},
            {"start", &CameraDraw::start_w},
            {"day", &CameraDraw::day_w}};
        for (const auto& [word, field] : uses) {
            if (const auto watts = words.quantity_of(Unit::watt, word)) {
                draw.*field = *watts;
                drawn = true;
            }
        }
        if (const auto watts = words.quantity(Unit::watt)) {
            draw.day_w += *watts;
            drawn = true;
        }
        chain_.bit_rate_mbps = words.quantity(Unit::megabit_per_second);
        if (!kind && !words.empty()) {
            kind = kind_named(words.left());
            if (kind && ends_a_run(*kind)) words = Words("", system_);
        }
        if (!words.empty() || (kind && !kind->camera))
            return not_so(i, words.left(), "a camera such as camera 9.6 W");
        if (drawn) {
            if (!(greatest_camera_power_w(draw) <= 100))
                return Error{ErrorCode::out_of_range, fmt::format("element {}", i + 1),
                             fmt::format("{:g} W", greatest_camera_power_w(draw)), "0 to 100 W"};
            chain_.draw = draw;
        }
        if (!kind) kind = camera_for(drawn ? greatest_camera_power_w(draw) : 0);
        if (!kind) return not_so(i, elements_.back(), "a camera such as camera 9.6 W");
        chain_.camera.kind = kind->id;
        return std::nullopt;
    }
    // The cheapest on PoE whose class is enough for so much; the usual one where nothing is said.
    const Kind* camera_for(double watts) const {
        if (watts <= 0) return catalogue_.find(usual::camera);
        const int asked = poe_class_for_load(watts);
        const Kind* best = nullptr;
        int best_class = 0;
        for (const Kind* kind : by_price(catalogue_, Category::camera)) {
            const PortKind* poe = port_that(*kind, [](const PortKind& port) {
                return port.role == PortRole::pd && port.power == PowerKind::poe;
            });
            if (!poe || poe->poe_class < asked || kind->rating < Surroundings::outdoor) continue;
            if (!best || poe->poe_class < best_class) {
                best = kind;
                best_class = poe->poe_class;
            }
        }
        return best;
    }

    std::optional<Error> read_source() {
        Words words(elements_.front(), system_);
        chain_.long_setting = words.take_any({"long setting", "long"});
        const auto port = words.after("port");
        const Kind* kind = take_kind(words, [](const Kind& one) { return bool(one.supply); });
        const auto watts = words.quantity(Unit::watt);
        const bool injector = words.take("injector"), recorder = words.take("recorder");
        const auto class_said = words.after("class");
        words.take_any({"switch", "switch port", "poe", "port"});
        words.take("port");
        words.take("poe");
        if (!kind && !words.empty()) {
            kind = kind_named(words.left());
            if (kind) words = Words("", system_);
        }
        if (!words.empty() || (kind && !kind->supply))
            return not_so(0, words.left(), "a feeding port such as 30 W port");
        const int poe_class = class_said ? std::atoi(class_said->c_str()) : 0;
        if (class_said && (poe_class < 1 || poe_class > 8))
            return not_so(0, "class " + *class_said, "a class from 1 to 8");
        if (!kind) kind = source_for(injector, recorder, watts.value_or(0), poe_class);
        const PortKind* out =
            kind ? port_of_source(*kind, port, watts.value_or(0), poe_class) : nullptr;
        if (!out) return not_so(0, elements_.front(), "a feeding port that the catalogue has");
        if (chain_.long_setting && !has_long_setting(*kind, *out))
            return not_so(0, elements_.front(), "a port with a long setting");
        chain_.source = {kind->id, "", out->id};
        return std::nullopt;
    }
    static bool has_long_setting(const Kind& kind, const PortKind& port) {
        return or_nothing(kind.supply).long_setting && port.group > 0;
    }
    bool gives(const PortKind& port, double watts, int poe_class) const {
        return port.role == PortRole::pse && port.medium == medium_of(0) &&
               port.limit_w >= watts - 0.05 && port.poe_class >= poe_class;
    }
    const Kind* source_for(bool injector, bool recorder, double watts, int poe_class) const {
        const Category category = injector   ? Category::injector
                                  : recorder ? Category::recorder
                                             : Category::network_switch;
        const Kind* best = nullptr;
        double best_w = 0;
        for (const Kind* kind : by_price(catalogue_, category)) {
            if (!is_source(*kind)) continue;
            for (const PortKind& port : kind->ports) {
                if (!gives(port, watts, poe_class) || port.power != PowerKind::poe ||
                    !port.line.empty() || (chain_.long_setting && !has_long_setting(*kind, port)))
                    continue;
                // No more than is said: of what gives as little, the cheapest.
                if (!best || port.limit_w < best_w - 1e-9) {
                    best = kind;
                    best_w = port.limit_w;
                }
            }
        }
        return best;
    }
    const PortKind* port_of_source(const Kind& kind, const std::optional<std::string>& named,
                                   double watts, int poe_class) const {
        if (named) {
            const PortKind* port =
                port_that(kind, [&](const PortKind& one) { return lowered(one.id) == *named; });
            return port && port->role == PortRole::pse ? port : nullptr;
        }
        const PortKind* least = nullptr;
        for (const PortKind& port : kind.ports) {
            if (!gives(port, watts, poe_class)) continue;
            if (chain_.long_setting && !has_long_setting(kind, port)) continue;
            if (!least || port.limit_w < least->limit_w) least = &port;
        }
        return least;
    }

    std::optional<Error> read_unit(std::size_t i) {
        Words words(elements_[i], system_);
        const auto in = words.after("in"), out = words.after("out");
        const Kind* named =
            take_kind(words, [](const Kind& one) { return !one.cable && !ends_a_run(one); });
        std::optional<Category> category;
        for (const auto& [word, is] : unit_words)
            if (!named && !category && words.take(word)) category = is;
        if (!named && !category && !words.empty()) {
            named = kind_named(words.left());
            if (named) words = Words("", system_);
        }
        if (!words.empty() || (!named && !category))
            return not_so(i, words.left().empty() ? elements_[i] : words.left(),
                          "a unit such as repeater, extender, media converter, or a kind's id");
        const std::size_t length = i / 2 - 1;
        std::vector<const Kind*> kinds;
        if (named)
            kinds.push_back(named);
        else
            kinds = by_price(catalogue_, *category);
        for (const Kind* kind : kinds) {
            const Through ports = through(*kind, length, in, out);
            if (!ports.in || !ports.out) continue;
            // Further on it must be possible to feed the camera.
            if (!named && !feeds_on(*kind, ports, length)) continue;
            chain_.units.push_back({kind->id, ports.in->id, ports.out->id});
            return std::nullopt;
        }
        return not_so(i, elements_[i], "a unit that fits the cables on both sides of it");
    }
    // Where no power comes in the unit makes it, if what follows is twisted pair.
    bool feeds_on(const Kind& kind, const Through& ports, std::size_t length) const {
        const Medium before = medium_of(length), after = medium_of(length + 1);
        const bool powerless =
            before == Medium::fibre || before == Medium::radio || before == Medium::mains_wiring;
        if (!powerless || after != Medium::twisted_pair) return true;
        if (kind.radio) return true;
        const PortKind* camera =
            port_that(or_nothing(catalogue_.find(chain_.camera.kind)), [](const PortKind& port) {
                return port.role == PortRole::pd && port.power == PowerKind::poe;
            });
        return ports.out->role == PortRole::pse &&
               ports.out->poe_class >= (camera ? camera->poe_class : 0);
    }
    const ChainUnit& before() const {
        return chain_.units.empty() ? chain_.source : chain_.units.back();
    }
    Through through(const Kind& kind, std::size_t length, const std::optional<std::string>& in,
                    const std::optional<std::string>& out) const {
        const Kind& from = or_nothing(catalogue_.find(before().kind));
        const PortKind& from_port = or_nothing(find_port(from, before().out));
        const CableFacts &cable = cable_of(length), &next = cable_of(length + 1);
        if (!sees_fibre(kind, next)) return {};
        Through best;
        int best_rank = -1;
        for (const PortKind& enter : kind.ports) {
            if (in ? lowered(enter.id) != *in
                   : enter.uplink && kind.supply && !enter.upstream &&
                         enter.medium == Medium::twisted_pair &&
                         kind.category != Category::network_switch)
                continue;
            if (!may_join(from, from_port, kind, enter, cable)) continue;
            for (const PortKind& leave : kind.ports) {
                if (&leave == &enter || leave.medium != next.medium || leave.role == PortRole::pd)
                    continue;
                if (out ? lowered(leave.id) != *out : leave.upstream) continue;
                const int rank = 8 * (enter.role == PortRole::pd || enter.role == PortRole::pass) +
                                 4 * enter.upstream + 2 * enter.uplink +
                                 (leave.role == PortRole::pse || leave.role == PortRole::pass);
                if (rank <= best_rank) continue;
                best = {&enter, &leave};
                best_rank = rank;
            }
        }
        return best;
    }
    std::optional<Error> plug_in_camera() {
        const Kind& kind = or_nothing(catalogue_.find(chain_.camera.kind));
        const Kind& from = or_nothing(catalogue_.find(before().kind));
        const PortKind& from_port = or_nothing(find_port(from, before().out));
        const PortKind* in = port_that(kind, [&](const PortKind& port) {
            return may_join(from, from_port, kind, port, cable_of(chain_.lengths.size() - 1));
        });
        if (!in)
            return not_so(elements_.size() - 1, elements_.back(),
                          "a camera that fits the cable before it");
        chain_.camera.in = in->id;
        return std::nullopt;
    }

    std::vector<std::string> elements_;
    const Catalogue& catalogue_;
    UnitSystem system_;
    Chain chain_;
};

}  // namespace

bool looks_like_chain(std::string_view text) {
    const std::vector<std::string> elements = elements_of(text);
    if (elements.size() < 2 || elements[0].empty() || elements[1].empty()) return false;
    Words length(elements[1], UnitSystem::metric);
    return is_digit(elements[1][0]) && length.quantity(Unit::metre, true).has_value();
}

Result<Chain> read_chain(std::string_view text, const Catalogue& catalogue, UnitSystem system) {
    return ChainReader(text, catalogue, system).read();
}

}  // namespace ovant
