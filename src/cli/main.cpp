// SPDX-License-Identifier: GPL-3.0-or-later
#include <iostream>

#include "cli/commands.h"

int main(int argc, char** argv) {
    return ovant::run_cli({argv + 1, argv + argc}, std::cout, std::cerr);
}
