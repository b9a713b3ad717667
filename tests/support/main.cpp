// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

int main(int argc, char** argv) { return Catch::Session().run(argc, argv); }
