// SPDX-License-Identifier: GPL-3.0-or-later
#include <csignal>
#include <iostream>

#include "cli/commands.h"

int main(int argc, char** argv) {
    // A reader that went away is an error with its sentence, not a signal.
    std::signal(SIGPIPE, SIG_IGN);
    return ovant::run_cli({argv + 1, argv + argc}, std::cout, std::cerr);
}
