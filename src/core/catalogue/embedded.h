// SPDX-License-Identifier: GPL-3.0-or-later
// Files of data/ carried in the program, so that it runs from anywhere. Made by cmake/embed.cmake.
#pragma once

#include <string_view>
#include <vector>

namespace ovant::embedded {

std::vector<std::string_view> catalogue_files();

}  // namespace ovant::embedded
