// SPDX-License-Identifier: GPL-3.0-or-later
// The runner of Catch, compiled once for all test programs.
#define CATCH_CONFIG_RUNNER
#include <catch2/catch.hpp>
