// SPDX-License-Identifier: GPL-3.0-or-later
// Stand-ins for what hangs outside the program, for tests, exercise and trying out.
#include <CLI/CLI.hpp>
#include <chrono>
#include <csignal>
#include <iostream>
#include <map>

#include "cli/command_parts.h"
#include "cli/file_options.h"
#include "cli/number_option.h"
#include "cli/plain_text.h"
#include "core/format/file_store.h"
#include "core/format/reading_csv.h"
#include "core/look_up.h"
#include "core/prove/exercise.h"
#include "core/site/site_enum_names.h"
#include "net/look.h"
#include "phrase/error_text.h"
#include "phrase/fault_text.h"
#include "standin/snmp_agent.h"
#include "standin/switch_play.h"

using namespace ovant;

namespace {

struct TesterOptions {
    std::string site_path, camera, fault, csv_path;
    unsigned seed = 1;
    bool tell = false;
};

int refuse(const Error& error) {
    PlainText plain(std::cerr);
    std::ostream(&plain) << sentence(error) << "\n";
    return cli_unreadable;
}

// The readings a meter would give along a run with a fault hidden in it.
int tester(const TesterOptions& options) {
    Options at;
    at.site_path = options.site_path;
    const std::optional<Opened> opened = open_site(at, {std::cout, std::cerr});
    if (!opened) return cli_unreadable;
    const Catalogue& catalogue = opened->catalogue;
    ExerciseWanted wanted{{}, options.camera, options.seed};
    if (!options.fault.empty()) wanted.kind = from_name<FaultKind>(options.fault);
    const Result<Exercise> exercise = start_exercise(opened->site, catalogue, wanted);
    if (!exercise) return refuse(exercise.error());
    std::vector<std::size_t> all;
    for (std::size_t i = 0; i < exercise->readings.size(); ++i) all.push_back(i);
    Site read = opened->site;
    read.readings = with_taken(*exercise, all).readings;
    const std::string csv = readings_csv(read, judge_readings(read, catalogue));
    if (options.csv_path.empty()) {
        std::cout << csv;
    } else if (const Result<FileStamp> saved = save_file(options.csv_path, csv); !saved) {
        return refuse(saved.error());
    }
    if (options.tell) std::cerr << fault_text(exercise->hidden, UnitSystem::metric) << "\n";
    return std::cout.flush() ? cli_holds : cli_unreadable;
}

struct CamerasOptions {
    std::string site_path;
    LookFor where{"127.0.0.1", discovery_port, 0, 0};
    bool factory = false;
    double seconds = 0;  // 0: until it is stopped
};

volatile std::sig_atomic_t stopped = 0;

// Answers as the cameras of a site would: at their planned addresses, or as they come.
int cameras(const CamerasOptions& options) {
    Options at;
    at.site_path = options.site_path;
    const std::optional<Opened> opened = open_site(at, {std::cout, std::cerr});
    if (!opened) return cli_unreadable;
    std::vector<StandInDevice> devices;
    for (const Device& device : opened->site.devices) {
        const Kind* kind = opened->catalogue.find(device.kind);
        if (!kind || !kind->camera) continue;
        const std::string come_with = kind->network ? kind->network->factory_address : "";
        const OnNetwork& own = or_nothing(device.on_network);
        const std::string address =
            options.factory || own.address.empty() ? come_with : own.address;
        if (!address.empty())
            devices.push_back({address, own.mac, device.name.empty() ? device.id : device.name});
    }
    const auto start = std::chrono::steady_clock::now();
    const auto ready = [&] {
        std::cout << devices.size() << " cameras answer on " << options.where.interface_address
                  << std::endl;
    };
    const Result<bool> ended = answer_probes(options.where, devices, ready, [&] {
        const std::chrono::duration<double> past = std::chrono::steady_clock::now() - start;
        return !stopped && (options.seconds == 0 || past.count() < options.seconds);
    });
    return ended ? cli_holds : refuse(ended.error());
}

struct SwitchOptions {
    std::string site_path, device, fault, camera;
    unsigned seed = 1;
    AgentAt where;
    double start_h = 12, speed = 60, seconds = 0;
    std::vector<std::string> lacks;
};

const std::map<std::string, SwitchLacks> lacking = {{"poe", SwitchLacks::poe},
                                                    {"port-watts", SwitchLacks::port_watts},
                                                    {"neighbours", SwitchLacks::neighbours},
                                                    {"clock", SwitchLacks::clock},
                                                    {"wide-counters", SwitchLacks::wide_counters}};

// Answers SNMP as a switch of the site would through its day.
int play_as_switch(const SwitchOptions& options) {
    Options at;
    at.site_path = options.site_path;
    const std::optional<Opened> opened = open_site(at, {std::cout, std::cerr});
    if (!opened) return cli_unreadable;
    SwitchPlayWanted wanted{options.device, std::nullopt, {}};
    for (const std::string& one : options.lacks) wanted.lacks.push_back(lacking.at(one));
    if (!options.fault.empty()) {
        const Result<Exercise> exercise =
            start_exercise(opened->site, opened->catalogue,
                           {from_name<FaultKind>(options.fault), options.camera, options.seed});
        if (!exercise) return refuse(exercise.error());
        wanted.fault = exercise->hidden;
    }
    const Result<SwitchPlay> play = play_switch(opened->site, opened->catalogue, wanted);
    if (!play) return refuse(play.error());
    const auto start = std::chrono::steady_clock::now();
    const auto past_s = [&] {
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    };
    const auto now = [&] {
        const double t_s = options.start_h * 3600 + past_s() * options.speed;
        return switch_vars(play->at(std::min(t_s, play->length_s() - 1)));
    };
    const auto ready = [&] {
        std::cout << options.device << " answers at " << options.where.address << ", port "
                  << options.where.port << std::endl;
    };
    const Result<bool> ended = answer_snmp(options.where, now, ready, [&] {
        return !stopped && (options.seconds == 0 || past_s() < options.seconds);
    });
    return ended ? cli_holds : refuse(ended.error());
}

void stop_on_signals() {
    std::signal(SIGTERM, [](int) { stopped = 1; });
    std::signal(SIGINT, [](int) { stopped = 1; });
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Stand-ins for meters, cameras and switches, for trying Ovant without a site");
    app.require_subcommand(1);
    FileOptions files;
    TesterOptions options;
    std::vector<std::string> faults;
    for (const FaultFacts& facts : all_faults()) {
        if (facts.kind != FaultKind::none) faults.emplace_back(id_of(facts.kind));
    }
    CLI::App* make = app.add_subcommand("tester", "readings along a run with a hidden fault, CSV");
    files.reads(make, "SITE", options.site_path)->description("site file")->required();
    make->add_option("CAMERA", options.camera, "whose run, such as K02")->required();
    make->add_option("--fault", options.fault, "of this kind; else by the seed")
        ->check(CLI::IsMember(faults));
    add_number(make, "--seed", options.seed, {0, 4294967295},
               "the same seed gives the same readings");
    files.writes(make, "--csv", options.csv_path)->description("write them here");
    make->add_flag("--tell", options.tell, "say which fault it is");
    CamerasOptions of_cameras;
    CLI::App* answer = app.add_subcommand("cameras", "answers WS-Discovery as cameras do");
    files.reads(answer, "SITE", of_cameras.site_path)->description("site file")->required();
    answer->add_flag("--factory", of_cameras.factory, "at the addresses they come with");
    answer->add_option("--interface", of_cameras.where.interface_address, "else the loopback");
    add_number(answer, "--port", of_cameras.where.port, {1, 65535}, "UDP port, else 3702");
    add_number(answer, "--seconds", of_cameras.seconds, {0, 604800},
               "end after these; else when stopped");
    SwitchOptions of_switch;
    SnmpLogin& login = of_switch.where.login;
    login.community = "public";
    CLI::App* agent = app.add_subcommand("switch", "answers SNMP as a switch through its day");
    files.reads(agent, "SITE", of_switch.site_path)->description("site file")->required();
    agent->add_option("SWITCH", of_switch.device, "which, such as SW1")->required();
    agent->add_option("--interface", of_switch.where.address, "else the loopback");
    add_number(agent, "--port", of_switch.where.port, {1, 65535}, "UDP port, else 1161");
    add_number(agent, "--start", of_switch.start_h, {0, 24},
               "hour of the day to begin at, else 12");
    add_number(agent, "--speed", of_switch.speed, {0, 100000},
               "seconds of the day in one, else 60");
    add_number(agent, "--seconds", of_switch.seconds, {0, 604800},
               "end after these; else when stopped");
    agent->add_option("--fault", of_switch.fault, "of this kind, hidden in a run")
        ->check(CLI::IsMember(faults));
    agent->add_option("--camera", of_switch.camera, "in whose run; else by the seed");
    add_number(agent, "--seed", of_switch.seed, {0, 4294967295},
               "the same seed hides the same fault");
    agent->add_option("--lacks", of_switch.lacks, "what the switch does not have")
        ->check(CLI::IsMember(lacking));
    // The stand-in's own, to be typed where it is read; no secrets.
    agent->add_option("--community", login.community, "of v2c, else public");
    CLI::Option* user = agent->add_option("--user", login.user, "answers v3 only, to this user");
    agent->add_option("--sign", login.auth_phrase, "pass phrase for signing, SHA-1")->needs(user);
    agent->add_option("--encrypt", login.privacy_phrase, "for encryption, AES")->needs(user);
    PlainText plain_out(std::cout), plain_err(std::cerr);
    std::ostream out(&plain_out), err(&plain_err);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error, out, err) == 0 ? cli_holds : cli_unreadable;
    }
    if (const std::string clash = files.clash(); !clash.empty()) {
        err << clash << "\n";
        return cli_unreadable;
    }
    login.version_3 = user->count() > 0;
    if (login.privacy_phrase.empty()) login.privacy = SnmpPrivacy::none;
    stop_on_signals();
    return *make ? tester(options) : *answer ? cameras(of_cameras) : play_as_switch(of_switch);
}
