// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/file_store.h"

#include <dirent.h>
#include <fcntl.h>
#include <fmt/format.h>
#include <signal.h>
#include <sys/stat.h>
#include <unistd.h>

#include <algorithm>
#include <boost/functional/hash.hpp>
#include <cerrno>
#include <charconv>
#include <cstring>
#include <ctime>
#include <filesystem>
#include <functional>
#include <random>

namespace ovant {
namespace {

namespace fs = std::filesystem;

constexpr std::string_view aside_ending = ".writing";
// A whole copy of what is being written in place: from it the file is finished if that is cut off.
constexpr std::string_view whole_ending = ".whole";
constexpr std::time_t left_over_s = 3600, longest_write_s = 5;

// A file of the operating system, closed when it goes.
class OpenFile {
public:
    OpenFile(const std::string& path, int flags, mode_t mode = 0)
        : number_(::open(path.c_str(), flags | O_CLOEXEC, mode)) {}
    ~OpenFile() { close(); }
    OpenFile(const OpenFile&) = delete;
    OpenFile& operator=(const OpenFile&) = delete;
    explicit operator bool() const { return number_ >= 0; }
    int number() const { return number_; }
    bool close() {
        const bool closed = number_ < 0 || ::close(number_) == 0;
        number_ = -1;
        return closed;
    }
    bool write_all(std::string_view bytes) const {
        while (!bytes.empty()) {
            const ssize_t written = ::write(number_, bytes.data(), bytes.size());
            if (written < 0 && errno == EINTR) continue;
            if (written <= 0) return false;
            bytes.remove_prefix(static_cast<std::size_t>(written));
        }
        return true;
    }

private:
    int number_;
};

Error unwritable(const std::string& path, int problem = errno) {
    return {ErrorCode::unwritable, "", path, std::strerror(problem)};
}

std::string folder_of(const std::string& path) {
    const std::string folder = fs::path(path).parent_path().string();
    return folder.empty() ? "." : folder;
}

// Where a path leads when its symbolic links are followed, the last one even to nothing.
Result<std::string> followed(std::string path) {
    constexpr int most_links = 40;
    std::error_code code;
    for (int i = 0; i < most_links; ++i) {
        if (!fs::is_symlink(fs::symlink_status(path, code))) return path;
        const fs::path target = fs::read_symlink(path, code);
        if (code) return unwritable(path, code.value());
        path =
            target.is_absolute() ? target.string() : (fs::path(folder_of(path)) / target).string();
    }
    return unwritable(path, ELOOP);
}

// ".NAME.", before the process that writes and a number.
std::string stem_aside(const std::string& path) {
    return "." + fs::path(path).filename().string().substr(0, 100) + ".";
}

std::string name_aside(const std::string& path) {
    static thread_local std::mt19937_64 random{std::random_device{}()};
    return fmt::format("{}/{}{}-{:x}{}", folder_of(path), stem_aside(path), ::getpid(), random(),
                       aside_ending);
}

// Of a name as above: whether the process that wrote it is gone. False for any other name.
bool writer_is_gone(std::string_view name, std::string_view ending) {
    if (!name.starts_with('.') || !name.ends_with(ending)) return false;
    const std::string_view stem = name.substr(0, name.size() - ending.size());
    const std::size_t dot = stem.rfind('.'), dash = stem.rfind('-');
    if (dot == std::string_view::npos || dash == std::string_view::npos || dash < dot) return false;
    pid_t process = 0;
    const auto read = std::from_chars(stem.data() + dot + 1, stem.data() + dash, process);
    if (read.ec != std::errc() || read.ptr != stem.data() + dash || process <= 0) return false;
    return ::kill(process, 0) != 0 && errno == ESRCH;
}

// Calls `found` with the name of each file in a folder.
void each_name_in(const std::string& folder, const std::function<void(std::string_view)>& found) {
    DIR* const opened = ::opendir(folder.c_str());
    if (!opened) return;
    while (const dirent* entry = ::readdir(opened)) found(entry->d_name);
    ::closedir(opened);
}

bool sync_folder(const std::string& folder) {
    const OpenFile opened(folder, O_RDONLY | O_DIRECTORY);
    return opened && ::fsync(opened.number()) == 0;
}

// A whole, synced copy under a name of its own, nobody else's file and no link.
Result<std::string> write_aside(const std::string& path, std::string_view bytes,
                                const struct stat* like) {
    const std::string aside = name_aside(path);
    OpenFile file(aside, O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW, like ? 0600 : 0666);
    if (!file) return unwritable(path);
    bool good = file.write_all(bytes);
    // The owner first: a change of owner takes the special bits of the mode away.
    if (good && like && (like->st_uid != ::geteuid() || like->st_gid != ::getegid()))
        good = ::fchown(file.number(), like->st_uid, like->st_gid) == 0;
    if (good && like) good = ::fchmod(file.number(), like->st_mode & 07777) == 0;
    good = good && ::fsync(file.number()) == 0;
    const int problem = errno;
    if (good && file.close()) return aside;
    ::unlink(aside.c_str());
    return unwritable(path, problem);
}

std::optional<Error> write_in_place(const std::string& path, std::string_view bytes) {
    OpenFile file(path, O_WRONLY | O_NOFOLLOW);
    if (!file) return unwritable(path);
    struct stat there {};
    const bool plain = ::fstat(file.number(), &there) == 0 && S_ISREG(there.st_mode);
    bool good = file.write_all(bytes);
    if (plain) good = good && ::ftruncate(file.number(), static_cast<off_t>(bytes.size())) == 0;
    if (plain) good = good && ::fsync(file.number()) == 0;
    const int problem = errno;
    if (good && file.close()) return std::nullopt;
    return unwritable(path, problem);
}

std::optional<Error> move_into_place(const std::string& aside, const std::string& path) {
    if (::rename(aside.c_str(), path.c_str()) != 0) {
        const Error problem = unwritable(path);
        ::unlink(aside.c_str());
        return problem;
    }
    sync_folder(folder_of(path));
    return std::nullopt;
}

bool is_in_group(gid_t group) {
    const int count = ::getgroups(0, nullptr);
    std::vector<gid_t> own(static_cast<std::size_t>(std::max(0, count)));
    const int read = ::getgroups(count, own.data());
    return std::find(own.begin(), own.begin() + std::max(0, read), group) !=
           own.begin() + std::max(0, read);
}

std::optional<Error> replace(const std::string& path, std::string_view bytes) {
    struct stat there {};
    const bool exists = ::stat(path.c_str(), &there) == 0;
    if (exists && S_ISDIR(there.st_mode)) return unwritable(path, EISDIR);
    // A printer, a pipe, the bin of the system: written to, never replaced.
    if (exists && !S_ISREG(there.st_mode)) return write_in_place(path, bytes);
    const bool foreign = exists && there.st_uid != ::geteuid() && ::geteuid() != 0;
    // A group that one is not in cannot be given to a new file.
    const bool foreign_group =
        exists && ::geteuid() != 0 && there.st_gid != ::getegid() && !is_in_group(there.st_gid);
    const bool in_place = exists && (there.st_nlink > 1 || foreign || foreign_group);
    if (in_place) there.st_uid = ::geteuid(), there.st_gid = ::getegid();
    const Result<std::string> aside = write_aside(path, bytes, exists ? &there : nullptr);
    if (!aside) return aside.error();
    if (in_place) {
        const std::string whole =
            aside->substr(0, aside->size() - aside_ending.size()) + std::string(whole_ending);
        if (::rename(aside->c_str(), whole.c_str()) != 0) return unwritable(path);
        sync_folder(folder_of(path));
        std::optional<Error> problem = write_in_place(path, bytes);
        // Where the disk is full the copy is all that there is.
        if (!problem) ::unlink(whole.c_str());
        return problem;
    }
    return move_into_place(*aside, path);
}

// What a process that is gone was writing in place is written again from its whole copy.
void finish_cut_off(const std::string& path, std::size_t largest_bytes) {
    const std::string folder = folder_of(path), stem = stem_aside(path);
    std::vector<std::string> copies;
    each_name_in(folder, [&](std::string_view name) {
        if (name.starts_with(stem) && writer_is_gone(name, whole_ending))
            copies.push_back(fmt::format("{}/{}", folder, name));
    });
    for (const std::string& copy : copies) {
        struct stat of_copy {
        }, there{};
        if (::lstat(copy.c_str(), &of_copy) != 0 || !S_ISREG(of_copy.st_mode) ||
            of_copy.st_uid != ::geteuid() || ::stat(path.c_str(), &there) != 0)
            continue;
        const Result<std::string> bytes = read_file(copy, largest_bytes);
        if (!bytes) continue;
        // Cut off, it was touched last just after its copy was whole; later somebody else did.
        const std::time_t after_s = there.st_mtim.tv_sec - of_copy.st_mtim.tv_sec;
        const bool cut_off = after_s >= 0 && after_s <= longest_write_s;
        if (cut_off && write_in_place(path, *bytes)) continue;
        ::unlink(copy.c_str());
    }
}

Result<std::string> bytes_of(const Site& site) {
    std::string bytes = write_site(site);
    if (bytes.size() <= largest_site_bytes) return bytes;
    return Error{ErrorCode::too_large, "", fmt::format("{} MB", bytes.size() >> 20),
                 fmt::format("{} MB", largest_site_bytes >> 20)};
}

}  // namespace

Result<std::string> read_file(const std::string& path, std::size_t largest_bytes) {
    const auto unreadable = [&](const char* why) {
        return Error{ErrorCode::unreadable, "", path, why};
    };
    const OpenFile file(path, O_RDONLY | O_NONBLOCK);
    if (!file) return unreadable(std::strerror(errno));
    struct stat there {};
    if (::fstat(file.number(), &there) != 0) return unreadable(std::strerror(errno));
    if (S_ISDIR(there.st_mode)) return unreadable("it is a folder");
    if (!S_ISREG(there.st_mode)) return unreadable("it is no plain file");
    const auto too_large = [&](std::size_t bytes) {
        return Error{ErrorCode::too_large, "", fmt::format("{} MB", bytes >> 20),
                     fmt::format("{} MB", largest_bytes >> 20)};
    };
    if (static_cast<std::size_t>(there.st_size) > largest_bytes)
        return too_large(static_cast<std::size_t>(there.st_size));
    std::string text;
    text.reserve(static_cast<std::size_t>(there.st_size) + 1);
    char buffer[1 << 16];
    for (;;) {
        const ssize_t read = ::read(file.number(), buffer, sizeof buffer);
        if (read < 0 && errno == EINTR) continue;
        if (read < 0) return unreadable(std::strerror(errno));
        if (read == 0) return text;
        text.append(buffer, static_cast<std::size_t>(read));
        if (text.size() > largest_bytes) return too_large(text.size());
    }
}

Result<std::string> read_saved_file(const std::string& path, std::size_t largest_bytes) {
    const Result<std::string> target = followed(path);
    if (target) finish_cut_off(*target, largest_bytes);
    return read_file(path, largest_bytes);
}

FileStamp stamp_of(std::string_view bytes) {
    return {true, boost::hash_range(bytes.begin(), bytes.end())};
}

FileStamp stamp_of_file(const std::string& path) {
    const Result<std::string> text = read_file(path, largest_site_bytes);
    if (text) return stamp_of(*text);
    // There, but not what was read: too large by now, or closed to us.
    std::error_code code;
    return {fs::exists(path, code), 0};
}

Result<FileStamp> save_file(const std::string& path, std::string_view bytes,
                            const std::optional<FileStamp>& expected) {
    const Result<std::string> target = followed(path);
    if (!target) return target.error();
    if (expected) {
        const FileStamp now = stamp_of_file(*target);
        if (expected->exists && !now.exists) return Error{ErrorCode::gone_from_disk, "", path, ""};
        if (now != *expected) return Error{ErrorCode::changed_on_disk, "", path, ""};
    }
    if (std::optional<Error> problem = replace(*target, bytes)) {
        problem->subject = path;
        return *problem;
    }
    return stamp_of(bytes);
}

Result<FileStamp> save_site(const std::string& path, const Site& site,
                            const std::optional<FileStamp>& expected) {
    const Result<std::string> bytes = bytes_of(site);
    if (!bytes) return bytes.error();
    return save_file(path, *bytes, expected);
}

Result<FileStamp> keep_site(const std::string& path, const Site& site, const std::string& mode_of) {
    const Result<std::string> bytes = bytes_of(site);
    if (!bytes) return bytes.error();
    struct stat like {};
    if (mode_of.empty() || ::stat(mode_of.c_str(), &like) != 0) like.st_mode = 0600;
    like.st_uid = ::geteuid();
    like.st_gid = ::getegid();
    const Result<std::string> aside = write_aside(path, *bytes, &like);
    if (!aside) return aside.error();
    if (std::optional<Error> problem = move_into_place(*aside, path)) return *problem;
    return stamp_of(*bytes);
}

void remove_file(const std::string& path) {
    std::error_code ignored;
    fs::remove(path, ignored);
}

void sweep_left_over(const std::string& folder) {
    each_name_in(folder, [&](std::string_view name) {
        if (!writer_is_gone(name, aside_ending)) return;
        const std::string path = fmt::format("{}/{}", folder, name);
        struct stat there {};
        if (::lstat(path.c_str(), &there) != 0 || !S_ISREG(there.st_mode)) return;
        if (std::time(nullptr) - there.st_mtime >= left_over_s) ::unlink(path.c_str());
    });
}

}  // namespace ovant
