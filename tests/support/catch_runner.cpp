// SPDX-License-Identifier: GPL-3.0-or-later
// The runner of Catch, compiled once for all test programs.
#define CATCH_CONFIG_RUNNER
#include "support/catch_runner.h"

#include <catch2/catch.hpp>

int ovant::run_catch(int argc, char** argv) { return Catch::Session().run(argc, argv); }
