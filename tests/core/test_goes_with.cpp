// SPDX-License-Identifier: GPL-3.0-or-later
// What a data sheet says goes together, against what the assessment says once it is wired up.
#include <algorithm>
#include <catch2/catch.hpp>

#include "core/assess/goes_with.h"
#include "core/look_up.h"
#include "phrase/kind_words.h"
#include "support/builder.h"

using namespace ovant;

namespace {

std::vector<const Kind*> companions(const Kind& of, Together how) {
    for (const GoesWith& group : goes_with(of, shipped_catalogue())) {
        if (group.how == how) return group.kinds;
    }
    return {};
}

bool says(const Kind& of, Together how, const Kind& other) {
    const std::vector<const Kind*> found = companions(of, how);
    return std::find(found.begin(), found.end(), &other) != found.end();
}

}  // namespace

TEST_CASE("a camera and each unit for twisted pair: the sheet says what the wired run says",
          "[goes-with]") {
    int together = 0, apart = 0;
    for (const Kind* camera : shipped_catalogue().of(Category::camera)) {
        const auto pd =
            std::find_if(camera->ports.begin(), camera->ports.end(), [](const PortKind& port) {
                return port.role == PortRole::pd && port.medium == Medium::twisted_pair &&
                       port.power == PowerKind::poe;
            });
        if (pd == camera->ports.end() || camera->ports.size() > 1) continue;
        for (const auto& [id, source] : shipped_catalogue()) {
            const auto pse = std::max_element(
                source->ports.begin(), source->ports.end(),
                [](const PortKind& a, const PortKind& b) {
                    const auto strength = [](const PortKind& port) {
                        const bool feeds = port.role == PortRole::pse && port.line.empty() &&
                                           port.medium == Medium::twisted_pair;
                        return feeds ? 10 + port.poe_class : 0;
                    };
                    return strength(a) < strength(b);
                });
            if (pse == source->ports.end() || pse->role != PortRole::pse || !pse->line.empty() ||
                pse->medium != Medium::twisted_pair || !source->supply->from_mains)
                continue;
            Builder b;
            const std::string office = b.place("Office", {0, 0}, Mains::steady, true);
            const std::string from = b.unit(id.c_str(), {0, 0}, office);
            const std::string to = b.unit(camera->id.c_str(), {5, 0});
            const std::string link = b.cable(from, pse->id.c_str(), to, pd->id.c_str());
            b.link(link).measured_length_m = 5;
            const Judged judged = b.judged();
            bool wired = true;
            for (const Check& check : judged.assessment.run(to)->checks) {
                const bool of_feed =
                    check.id == CheckId::port_class || check.id == CheckId::dc_voltage ||
                    check.id == CheckId::not_connected || check.id == CheckId::unexpected_power;
                // Passive volts into a socket for PoE may go well, but a sheet promises it to none.
                wired = wired && !(of_feed && check.verdict >= Verdict::tight);
            }
            INFO(id << " and " << camera->id);
            CHECK(says(*camera, Together::fed_by, *source) == wired);
            ++(wired ? together : apart);
        }
    }
    CHECK(together > 50);
    CHECK(apart > 10);
}

TEST_CASE("what goes with a kind goes with it from the other side too", "[goes-with]") {
    for (const auto& [id, one] : shipped_catalogue()) {
        for (const Kind* other : companions(*one, Together::feeds)) {
            INFO(id << " feeds " << other->id);
            CHECK(says(*other, Together::fed_by, *one));
        }
        for (const Kind* other : companions(*one, Together::far_ends)) {
            INFO(id << " faces " << other->id);
            CHECK(says(*other, Together::far_ends, *one));
        }
    }
}

TEST_CASE("optics pair by rate, fibre, wavelengths and strands, each alone", "[goes-with]") {
    OpticFacts a;
    a.rate_mbps = 1000;
    a.single_mode = true;
    CableFacts cable;
    cable.medium = Medium::fibre;
    cable.fibre = FibreType::os2;
    cable.strands = 2;
    CHECK(optic_mismatch(a, a, cable) == Note::none);
    const auto with = [&](auto change) {
        OpticFacts b = a;
        CableFacts other = cable;
        change(b, other);
        return optic_mismatch(a, b, other);
    };
    CHECK(with([](OpticFacts& b, CableFacts&) { b.rate_mbps = 100; }) == Note::other_rate);
    CHECK(with([](OpticFacts& b, CableFacts&) { b.single_mode = false; }) == Note::other_fibre);
    CHECK(with([](OpticFacts&, CableFacts& c) { c.fibre = FibreType::om3; }) == Note::other_fibre);
    CHECK(with([](OpticFacts& b, CableFacts&) { b.transmit_nm = 1550; }) == Note::other_wavelength);
    CHECK(with([](OpticFacts&, CableFacts& c) { c.strands = 1; }) == Note::other_strands);
}

TEST_CASE("a wrong figure is named as its sheet names it", "[goes-with][phrase]") {
    const std::string json = kind_json(Site{}, "sw-5-at-sfp");
    REQUIRE_FALSE(json.empty());
    const Result<std::string> refused =
        with_field(json, {"ports/0/class", "99"}, UnitSystem::metric);
    REQUIRE_FALSE(refused);
    const std::string told = kind_sentence(kind_fields(json), refused.error());
    INFO(told);
    CHECK(told.find("Ports ") == 0);
    CHECK(told.find("ports, 0") == std::string::npos);
    CHECK(told.find("99") != std::string::npos);
}
