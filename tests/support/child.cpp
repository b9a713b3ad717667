// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/child.h"

#include <arpa/inet.h>
#include <fcntl.h>
#include <netinet/in.h>
#include <signal.h>
#include <spawn.h>
#include <sys/socket.h>
#include <sys/wait.h>
#include <unistd.h>

#include <array>
#include <cstdio>
#include <stdexcept>

extern char** environ;

void Child::start(const std::vector<std::string>& command, int out) {
    std::vector<char*> arguments;
    for (const std::string& one : command) arguments.push_back(const_cast<char*>(one.c_str()));
    arguments.push_back(nullptr);
    posix_spawn_file_actions_t actions;
    posix_spawn_file_actions_init(&actions);
    if (out >= 0) posix_spawn_file_actions_adddup2(&actions, out, STDOUT_FILENO);
    const int failed =
        posix_spawn(&pid_, arguments[0], &actions, nullptr, arguments.data(), environ);
    posix_spawn_file_actions_destroy(&actions);
    if (failed != 0) throw std::runtime_error("cannot start " + command[0]);
}

Child::Child(const std::vector<std::string>& command) {
    int ends[2];
    if (pipe2(ends, O_CLOEXEC) != 0) throw std::runtime_error("no pipe");
    start(command, ends[1]);
    close(ends[1]);
    char one = 0;
    while (read(ends[0], &one, 1) == 1 && one != '\n') first_line += one;
    close(ends[0]);
}

Child Child::silent(const std::vector<std::string>& command) {
    Child out;
    out.start(command, -1);
    return out;
}

void Child::stop() {
    if (pid_ <= 0) return;
    kill(pid_, SIGTERM);
    waitpid(pid_, nullptr, 0);
    pid_ = -1;
}

Child::~Child() { stop(); }

std::string output_of(const std::string& command) {
    FILE* pipe = popen(command.c_str(), "r");
    if (!pipe) return "";
    std::string out;
    std::array<char, 4096> part;
    while (const std::size_t size = fread(part.data(), 1, part.size(), pipe))
        out.append(part.data(), size);
    pclose(pipe);
    return out;
}

bool has_program(const std::string& path) { return access(path.c_str(), X_OK) == 0; }

unsigned short free_udp_port() {
    const int socket_ = socket(AF_INET, SOCK_DGRAM, 0);
    sockaddr_in at{};
    at.sin_family = AF_INET;
    at.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
    socklen_t size = sizeof at;
    if (bind(socket_, reinterpret_cast<sockaddr*>(&at), size) != 0 ||
        getsockname(socket_, reinterpret_cast<sockaddr*>(&at), &size) != 0)
        throw std::runtime_error("no port");
    close(socket_);
    return ntohs(at.sin_port);
}
