// SPDX-License-Identifier: GPL-3.0-or-later
// The commands of ovant-cli, each with injected streams so that tests run them in process.
#pragma once

#include <iosfwd>
#include <string>
#include <vector>

namespace ovant {

enum CliStatus { cli_holds = 0, cli_fails = 1, cli_unreadable = 2 };

// `arguments` without the program's name. Returns the exit status: 0 all holds or done, 1 something
// fails, 2 cannot read or wrong usage.
// What a command asks for is read from `in`, null for standard input.
int run_cli(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err,
            std::istream* in = nullptr);

}  // namespace ovant
