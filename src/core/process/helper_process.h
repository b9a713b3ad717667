// SPDX-License-Identifier: GPL-3.0-or-later
// Work that may crash, run away or never end is done by a helper program that ships beside this
// one, in a process of its own with limits of time and memory: whatever happens to it, the caller
// goes on with what it told by then. Includes nothing of the model.
#pragma once

#include <cstddef>
#include <functional>
#include <string>
#include <string_view>
#include <vector>

namespace ovant {

struct HelperLimits {
    double most_s = 10;                                    // then it is killed
    std::size_t most_bytes = std::size_t{2} << 30;         // of memory
    std::size_t most_answer_bytes = std::size_t{1} << 28;  // longer: it is killed
};

struct HelperWork {
    std::string program;  // its file name, such as "ovant-solve"
    std::vector<std::string> arguments;
    std::string_view input;  // for its standard input
    HelperLimits limits;
    std::function<bool()> go_on;  // asked 20 times a second on the caller's thread; false kills it
    // What it writes, piece by piece as it comes.
    std::function<void(std::string_view)> heard;
};

enum class HelperEnd {
    done,     // ended by itself, with status 0
    failed,   // ended otherwise: out of memory, a crash
    late,     // was killed when its time was over, or it said too much
    stopped,  // was killed since go_on() said so
    missing   // could not be started
};

// Waits for the end of it. Throws nothing of its own.
HelperEnd run_helper(const HelperWork& work);

// Where the helper is: beside the running program, or where an installed one keeps its own; empty
// if nowhere.
std::string helper_path(const std::string& program);

// For the helper itself, first of all: no more memory than the limit, no core file, and it goes
// with the process that started it.
void keep_within(std::size_t most_bytes);

}  // namespace ovant
