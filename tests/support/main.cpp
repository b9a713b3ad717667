// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/catch_runner.h"

int main(int argc, char** argv) { return ovant::run_catch(argc, argv); }
