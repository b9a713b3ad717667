// SPDX-License-Identifier: GPL-3.0-or-later
// What words of a person's lists were told to mean, remembered on this computer.
#pragma once

#include <map>
#include <string>

namespace ovant {

std::map<std::string, std::string> told_words(const char* group);
// Beside what was told before; the last word counts.
void remember_words(const char* group, const std::map<std::string, std::string>& words);

}  // namespace ovant
