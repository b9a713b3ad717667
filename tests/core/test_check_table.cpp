// SPDX-License-Identifier: GPL-3.0-or-later
// The table of checks says what the judges do: read off their sources and off judged sites.
#include <algorithm>
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <regex>
#include <set>
#include <sstream>

#include "core/assess/backup.h"
#include "core/assess/check_table.h"
#include "core/look_up.h"
#include "phrase/check_text.h"
#include "support/builder.h"

using namespace ovant;
namespace fs = std::filesystem;

namespace {

// The files of core/assess that make each check, by its name; to compare with one is not to make
// one.
std::map<std::string, std::set<std::string>> made_in() {
    std::map<std::string, std::set<std::string>> files;
    const std::regex named("([!=]= *)?CheckId::([a-z0-9_]+)");
    for (const auto& entry : fs::directory_iterator(SOURCE_FOLDER "/src/core/assess")) {
        const std::string name = entry.path().filename().string();
        if (entry.path().extension() != ".cpp" || name == "check_table.cpp") continue;
        std::stringstream stream;
        stream << std::ifstream(entry.path()).rdbuf();
        const std::string text = stream.str();
        for (std::sregex_iterator it(text.begin(), text.end(), named), end; it != end; ++it) {
            std::string check = (*it)[2];
            std::replace(check.begin(), check.end(), '_', '-');
            if (!(*it)[1].matched) files[check].insert(name);
        }
    }
    return files;
}

bool is_port(const Site& site, const Catalogue& catalogue, const std::string& subject) {
    const auto dot = subject.rfind('.');
    if (dot == std::string::npos) return false;
    const Device* device = find_device(site, subject.substr(0, dot));
    if (!device) return false;
    const auto& ports = or_nothing(catalogue.find(device->kind)).ports;
    return std::any_of(ports.begin(), ports.end(),
                       [&](const PortKind& port) { return port.id == subject.substr(dot + 1); });
}

bool is_subject(const Judged& judged, const Check& check) {
    const Device* device = find_device(judged.site, check.subject);
    switch (facts_of(check.id).subject) {
        case CheckSubject::camera: return device && ends_a_run(*device, judged.catalogue);
        case CheckSubject::device: return device != nullptr;
        case CheckSubject::link: return find_link(judged.site, check.subject) != nullptr;
        case CheckSubject::port: return is_port(judged.site, judged.catalogue, check.subject);
        case CheckSubject::any:
            return device || find_link(judged.site, check.subject) ||
                   is_port(judged.site, judged.catalogue, check.subject);
        case CheckSubject::backup: return !check.subject.empty();
        case CheckSubject::subnet: return find_subnet(judged.site, check.subject) != nullptr;
    }
    return false;
}

template <class Use>
void for_each_check(const Assessment& assessment, Use use) {
    for (const RunAssessment& run : assessment.runs)
        for (const Check& check : run.checks) use(check);
    for (const UnitAssessment& unit : assessment.units)
        for (const Check& check : unit.checks) use(check);
    for (const Check& check : assessment.site_checks) use(check);
}

}  // namespace

TEST_CASE("every check is made in the files that the table names, and there only", "[table]") {
    auto made = made_in();
    for (int i = 0; i < check_count; ++i) {
        const auto id = static_cast<CheckId>(i);
        INFO(id_of(id));
        std::istringstream named{std::string(facts_of(id).judged_in)};
        const std::set<std::string> files{std::istream_iterator<std::string>(named), {}};
        CHECK(made[std::string(id_of(id))] == files);
    }
}

TEST_CASE("names and titles of checks are there, apart, and found again", "[table]") {
    std::set<std::string_view> names, titles;
    for (int i = 0; i < check_count; ++i) {
        const auto id = static_cast<CheckId>(i);
        CHECK(names.insert(id_of(id)).second);
        CHECK(titles.insert(facts_of(id).title).second);
        CHECK(title(id) == facts_of(id).title);
        REQUIRE(find_check(id_of(id)));
        CHECK(find_check(id_of(id))->id == id);
        CHECK(std::regex_match(std::string(id_of(id)), std::regex("[a-z]+(-[a-z]+)*")));
    }
    CHECK_FALSE(find_check("camera_voltage"));
    CHECK_FALSE(find_check(""));
}

TEST_CASE("what a check is about and what it carries is as the table says", "[table]") {
    std::vector<Judged> sites;
    sites.push_back(judge_site(demo_site()));
    sites.push_back(judge_site(copper_site()));
    for (School school : {School::standard, School::maker_rated, School::field_proven}) {
        Site site = demo_site();
        site.settings.school = school;
        site.settings.practice.large_loads_apart = true;
        site.settings.practice.compliant_only = true;
        site.settings.practice.feed_from = FeedFrom::the_recorder;
        site.settings.practice.most_megapixels_at_10 = 1;
        site.settings.practice.radio_beyond_m = 1e5;
        sites.push_back(judge_site(site));
        sites.push_back(judge_site(large_site(60)));
    }
    std::set<CheckId> met, carried;
    for (const Judged& judged : sites) {
        for_each_check(judged.assessment, [&](const Check& check) {
            INFO(id_of(check.id) << " of " << check.subject);
            met.insert(check.id);
            CHECK(is_subject(judged, check));
            if (check.detail.index() == 0) return;
            carried.insert(check.id);
            CHECK(check.detail.index() == facts_of(check.id).detail);
        });
    }
    CHECK(met.size() >= 30);
    for (CheckId id : {CheckId::switch_power, CheckId::fibre_light, CheckId::radio_fade_margin,
                       CheckId::radio_clearance, CheckId::backup_time, CheckId::port_refused})
        CHECK(carried.count(id) == 1);
}

TEST_CASE("a unit and the rest of the site count under the stage of what fails", "[table]") {
    Assessment assessment;
    const auto failing = [](CheckId id) {
        Check check;
        check.id = id;
        check.verdict = Verdict::fails;
        return check;
    };
    assessment.units.emplace_back().checks = {failing(CheckId::uplink_rate)};
    CHECK(stage_faults(assessment).reach == 1);
    CHECK(stage_faults(assessment).power == 0);
    assessment.units.back().checks.push_back(failing(CheckId::switch_power));
    assessment.units.back().checks.push_back(failing(CheckId::port_refused));
    assessment.site_checks = {failing(CheckId::recorder_input), failing(CheckId::backup_time)};
    CHECK(stage_faults(assessment).reach == 2);
    CHECK(stage_faults(assessment).power == 2);
    // A camera without a cable is open in Survey, though nothing of it fails.
    Check loose = failing(CheckId::not_connected);
    loose.verdict = Verdict::unknown;
    assessment.runs.emplace_back().checks = {loose};
    CHECK(stage_faults(assessment).survey == 1);
    CHECK(stage_faults(assessment).reach == 2);
}
