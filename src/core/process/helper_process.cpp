// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/process/helper_process.h"

#include <fcntl.h>
#include <poll.h>
#include <spawn.h>
#include <sys/prctl.h>
#include <sys/resource.h>
#include <sys/socket.h>
#include <sys/wait.h>
#include <unistd.h>

#include <algorithm>
#include <array>
#include <cerrno>
#include <chrono>
#include <csignal>
#include <filesystem>
#include <thread>

#if defined(__SANITIZE_ADDRESS__)
#define OVANT_UNDER_ASAN 1
#elif defined(__has_feature)
#if __has_feature(address_sanitizer)
#define OVANT_UNDER_ASAN 1
#endif
#endif
#ifndef OVANT_UNDER_ASAN
#define OVANT_UNDER_ASAN 0
#endif

namespace ovant {
namespace {

using Clock = std::chrono::steady_clock;

constexpr int look_every_ms = 50;

struct Descriptor {
    int number = -1;
    ~Descriptor() { close(); }
    void close() {
        if (number >= 0) ::close(number);
        number = -1;
    }
};

// A process that is killed and waited for when this goes.
class Process {
public:
    Process(const std::string& path, const std::vector<std::string>& arguments, int talk) {
        std::vector<char*> argv{const_cast<char*>(path.c_str())};
        for (const std::string& one : arguments) argv.push_back(const_cast<char*>(one.c_str()));
        argv.push_back(nullptr);
        posix_spawn_file_actions_t actions;
        posix_spawn_file_actions_init(&actions);
        posix_spawn_file_actions_adddup2(&actions, talk, STDIN_FILENO);
        posix_spawn_file_actions_adddup2(&actions, talk, STDOUT_FILENO);
        posix_spawn_file_actions_addopen(&actions, STDERR_FILENO, "/dev/null", O_WRONLY, 0);
        if (posix_spawn(&pid_, path.c_str(), &actions, nullptr, argv.data(), environ) != 0)
            pid_ = -1;
        posix_spawn_file_actions_destroy(&actions);
    }
    ~Process() { kill(); }
    Process(const Process&) = delete;
    Process& operator=(const Process&) = delete;
    bool runs() const { return pid_ > 0; }
    void kill() {
        if (pid_ <= 0) return;
        ::kill(pid_, SIGKILL);
        while (waitpid(pid_, nullptr, 0) < 0 && errno == EINTR) {
        }
        pid_ = -1;
    }
    // Whether it ended by itself, with status 0, before the deadline; is killed then.
    HelperEnd ended(Clock::time_point deadline) {
        int status = -1;
        for (;;) {
            const pid_t gone = waitpid(pid_, &status, WNOHANG);
            if (gone == pid_) break;
            if ((gone < 0 && errno != EINTR) || Clock::now() > deadline) return HelperEnd::late;
            std::this_thread::sleep_for(std::chrono::milliseconds(1));
        }
        pid_ = -1;
        return WIFEXITED(status) && WEXITSTATUS(status) == 0 ? HelperEnd::done : HelperEnd::failed;
    }

private:
    pid_t pid_ = -1;
};

}  // namespace

std::string helper_path(const std::string& program) {
    std::error_code none;
    const std::filesystem::path here =
        std::filesystem::read_symlink("/proc/self/exe", none).parent_path();
    for (const char* from : {"", "../libexec/ovant", "../lib/ovant"}) {
        const std::filesystem::path path = here / from / program;
        if (access(path.c_str(), X_OK) == 0) return path.string();
    }
    return "";
}

HelperEnd run_helper(const HelperWork& work) {
    const std::string path = helper_path(work.program);
    std::array<int, 2> both{-1, -1};
    if (path.empty() || socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, both.data()) != 0)
        return HelperEnd::missing;
    Descriptor ours{both[0]}, theirs{both[1]};
    const auto start = Clock::now();
    Process process(path, work.arguments, theirs.number);
    theirs.close();
    if (!process.runs()) return HelperEnd::missing;
    std::size_t sent = 0, heard = 0;
    std::vector<char> buffer(1 << 16);
    if (work.input.empty()) shutdown(ours.number, SHUT_WR);
    for (;;) {
        if (work.go_on && !work.go_on()) return HelperEnd::stopped;
        const double left_s =
            work.limits.most_s - std::chrono::duration<double>(Clock::now() - start).count();
        if (left_s <= 0) return HelperEnd::late;
        const bool sends = sent < work.input.size();
        pollfd ready{ours.number, static_cast<short>(POLLIN | (sends ? POLLOUT : 0)), 0};
        const int wait_ms = std::min(look_every_ms, 1 + static_cast<int>(left_s * 1000));
        if (poll(&ready, 1, wait_ms) <= 0) continue;
        if (ready.revents & POLLOUT) {
            const ssize_t count = send(ours.number, work.input.data() + sent,
                                       work.input.size() - sent, MSG_NOSIGNAL | MSG_DONTWAIT);
            // It may have ended without reading all: what it told is still to be heard.
            sent = count > 0 ? sent + static_cast<std::size_t>(count)
                   : count < 0 && errno != EAGAIN && errno != EINTR ? work.input.size()
                                                                    : sent;
            if (sent == work.input.size()) shutdown(ours.number, SHUT_WR);
        }
        if (!(ready.revents & (POLLIN | POLLHUP | POLLERR))) continue;
        const ssize_t count = recv(ours.number, buffer.data(), buffer.size(), MSG_DONTWAIT);
        if (count < 0 && (errno == EAGAIN || errno == EINTR)) continue;
        if (count <= 0) break;
        heard += static_cast<std::size_t>(count);
        if (heard > work.limits.most_answer_bytes) return HelperEnd::late;
        if (work.heard) work.heard({buffer.data(), static_cast<std::size_t>(count)});
    }
    return process.ended(start + std::chrono::duration_cast<Clock::duration>(
                                     std::chrono::duration<double>(work.limits.most_s)));
}

void keep_within([[maybe_unused]] std::size_t most_bytes) {
    prctl(PR_SET_PDEATHSIG, SIGKILL);
    const rlimit no_core{0, 0};
    setrlimit(RLIMIT_CORE, &no_core);
#if !OVANT_UNDER_ASAN  // which reserves terabytes of addresses
    const rlimit memory{most_bytes, most_bytes};
    setrlimit(RLIMIT_AS, &memory);
#endif
}

}  // namespace ovant
