// SPDX-License-Identifier: GPL-3.0-or-later
// Stand-ins for what hangs outside the program, for tests, exercise and trying out.
#include <CLI/CLI.hpp>
#include <chrono>
#include <csignal>
#include <iostream>

#include "cli/command_parts.h"
#include "core/format/file_store.h"
#include "core/format/reading_csv.h"
#include "core/look_up.h"
#include "core/prove/exercise.h"
#include "core/site/site_enum_names.h"
#include "net/look.h"
#include "phrase/error_text.h"
#include "phrase/fault_text.h"

using namespace ovant;

namespace {

struct TesterOptions {
    std::string site_path, camera, fault, csv_path;
    unsigned seed = 1;
    bool tell = false;
};

int refuse(const Error& error) {
    std::cerr << sentence(error) << "\n";
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
    std::signal(SIGTERM, [](int) { stopped = 1; });
    std::signal(SIGINT, [](int) { stopped = 1; });
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

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Stand-ins for meters and cameras, for trying Ovant without a site");
    app.require_subcommand(1);
    TesterOptions options;
    std::vector<std::string> faults;
    for (const FaultFacts& facts : all_faults()) {
        if (facts.kind != FaultKind::none) faults.emplace_back(id_of(facts.kind));
    }
    CLI::App* make = app.add_subcommand("tester", "readings along a run with a hidden fault, CSV");
    make->add_option("SITE", options.site_path, "site file")->required();
    make->add_option("CAMERA", options.camera, "whose run, such as K02")->required();
    make->add_option("--fault", options.fault, "of this kind; else by the seed")
        ->check(CLI::IsMember(faults));
    make->add_option("--seed", options.seed, "the same seed gives the same readings");
    make->add_option("--csv", options.csv_path, "write them here");
    make->add_flag("--tell", options.tell, "say which fault it is");
    CamerasOptions of_cameras;
    CLI::App* answer = app.add_subcommand("cameras", "answers WS-Discovery as cameras do");
    answer->add_option("SITE", of_cameras.site_path, "site file")->required();
    answer->add_flag("--factory", of_cameras.factory, "at the addresses they come with");
    answer->add_option("--interface", of_cameras.where.interface_address, "else the loopback");
    answer->add_option("--port", of_cameras.where.port, "UDP port, else 3702");
    answer->add_option("--seconds", of_cameras.seconds, "end after these; else when stopped");
    CLI11_PARSE(app, argc, argv);
    return *make ? tester(options) : cameras(of_cameras);
}
