// SPDX-License-Identifier: GPL-3.0-or-later
// Other programs that a test starts, and what they say.
#pragma once

#include <string>
#include <sys/types.h>
#include <vector>

// Runs until the end of the test at the latest.
class Child {
public:
    // The program with its arguments; waits for the first line that it prints.
    explicit Child(const std::vector<std::string>& command);
    // The same without waiting for a line.
    static Child silent(const std::vector<std::string>& command);
    ~Child();
    Child(const Child&) = delete;
    Child(Child&& other) noexcept : pid_(other.pid_), first_line(other.first_line) {
        other.pid_ = -1;
    }
    void stop();

private:
    Child() = default;
    void start(const std::vector<std::string>& command, int out);
    pid_t pid_ = -1;

public:
    std::string first_line;
};

// What a command of the shell prints.
std::string output_of(const std::string& command);
bool has_program(const std::string& path);
// A UDP port of the loopback that nobody listens on now.
unsigned short free_udp_port();
