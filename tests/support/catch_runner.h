// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace ovant {

// Runs the test cases of the program, as Catch's own main would.
int run_catch(int argc, char** argv);

}  // namespace ovant
