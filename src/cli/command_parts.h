// SPDX-License-Identifier: GPL-3.0-or-later
// What the commands share. Private to cli.
#pragma once

#include <cstdint>
#include <iosfwd>
#include <optional>
#include <string>
#include <vector>

#include "cli/commands.h"
#include "core/design/cleared.h"
#include "core/format/site_json.h"
#include "core/parts/cutting.h"
#include "phrase/check_text.h"
#include "net/look.h"
#include "net/snmp_read.h"
#include "print/labels_pdf.h"

namespace ovant {

struct Options {
    std::string site_path;
    std::string camera;
    std::string condition;
    std::vector<std::string> what_if;
    std::string school;
    std::string format = "text";
    std::string pdf_path;
    std::string done, failed, note;  // bench: keys of steps
    std::string sign;
    LookFor look;
    bool interfaces = false;
    SnmpAt snmp;
    SnmpLogin login;  // without secrets, which are asked for
    std::string device, under = "day";
    bool switch_clock = false;
    double watch_s = 0, every_s = 60;
    LabelSheet sheet;
    std::string xlsx_path;
    std::string by = "day";         // how work is listed
    std::string choose, keep, way;  // of variants
    std::vector<std::string> words;
    std::vector<std::string> columns;  // of a list: "HEADING=MEANING"
    std::string date, place, write_path, csv_path, table_sheet;
    std::optional<double> latitude_deg, longitude_deg;
    std::optional<std::uint32_t> seed;
    std::string scan_path, subnet, order, who, when, take;
    int gap = 2;
    bool number = false;
    int days = 1;
    double seconds = 5;
    int spare = 0;
    int trials = 200;
    bool events = false;
    bool supply_boxes = false;
    std::optional<Preference> prefer;  // of a design; else the site's
    Keep keep_of_site = Keep::all;
    std::optional<double> most_price;
    std::optional<int> nodes;
    double design_s = 10;
    bool tight = false, frontier = false;
    bool json = false;
    bool feet = false;
    bool grow = false;  // of a chain
};

struct Streams {
    std::ostream& out;
    std::ostream& err;
    std::istream* in = nullptr;  // null: standard input
};

struct Opened {
    Site site;
    Site read;  // as it was opened
    Catalogue catalogue;
    TextContext context;
};

// The site of the options, or nothing with the reason written to err.
std::optional<Opened> open_site(const Options& options, const Streams& streams);

// Writes the site as a command made it where --write names a file: through the gate, as the window
// keeps it. Every command that writes a site does so here. Nothing on success, also where no file
// is named; else the status to end with, the reason told.
std::optional<int> write_site(const Opened& opened, Result<Site> made, const Options& options,
                              const Streams& streams);

// Tells the error; the status to end with.
int refused(const Error& error, const Streams& streams);

// power_commands.cpp
int power_command(const Options& options, const Streams& streams);
int day_command(const Options& options, const Streams& streams);
int assign_command(const Options& options, const Streams& streams);

// prove_commands.cpp
int addresses_command(const Options& options, const Streams& streams);
int readings_command(const Options& options, const Streams& streams);
int bench_command(const Options& options, const Streams& streams);
int diagnose_command(const Options& options, const Streams& streams);

// handover_commands.cpp
int handover_command(const Options& options, const Streams& streams);
int labels_command(const Options& options, const Streams& streams);

// network_commands.cpp
int look_command(const Options& options, const Streams& streams);
int read_switch_command(const Options& options, const Streams& streams);

// parts_commands.cpp
CuttingEffort cutting_effort(const Options& options);
int parts_command(const Options& options, const Streams& streams);
int spares_command(const Options& options, const Streams& streams);
int cuts_command(const Options& options, const Streams& streams);
int work_command(const Options& options, const Streams& streams);
int offer_command(const Options& options, const Streams& streams);
int variants_command(const Options& options, const Streams& streams);

// design_commands.cpp
int design_command(const Options& options, const Streams& streams);

// chain_command.cpp
int chain_command(const Options& options, const Streams& streams);

// site_commands.cpp
int import_command(const Options& options, const Streams& streams);
int chances_command(const Options& options, const Streams& streams);

}  // namespace ovant
