// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/file_store.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <unistd.h>

#include <boost/functional/hash.hpp>
#include <cerrno>
#include <cstring>
#include <filesystem>
#include <fstream>
#include <sstream>

namespace ovant {
namespace {

namespace fs = std::filesystem;

bool write_all(int file, std::string_view bytes) {
    while (!bytes.empty()) {
        const ssize_t written = ::write(file, bytes.data(), bytes.size());
        if (written < 0 && errno == EINTR) continue;
        if (written <= 0) return false;
        bytes.remove_prefix(static_cast<std::size_t>(written));
    }
    return ::fsync(file) == 0;
}

Error unwritable(const std::string& path) {
    return {ErrorCode::unwritable, "", path, std::strerror(errno)};
}

}  // namespace

Result<std::string> read_file(const std::string& path, std::size_t largest_bytes) {
    std::error_code code;
    const auto size = fs::file_size(path, code);
    if (code) return Error{ErrorCode::unreadable, "", path, code.message()};
    if (size > largest_bytes) {
        return Error{ErrorCode::too_large, "", fmt::format("{} MB", size >> 20),
                     fmt::format("{} MB", largest_bytes >> 20)};
    }
    std::ifstream in(path, std::ios::binary);
    std::ostringstream text;
    text << in.rdbuf();
    if (!in) return Error{ErrorCode::unreadable, "", path, std::strerror(errno)};
    return std::move(text).str();
}

FileStamp stamp_of(std::string_view bytes) {
    return {true, boost::hash_range(bytes.begin(), bytes.end())};
}

FileStamp stamp_of_file(const std::string& path) {
    const Result<std::string> text = read_file(path, largest_site_bytes);
    return text ? stamp_of(*text) : FileStamp{};
}

Result<FileStamp> save_file(const std::string& path, std::string_view bytes,
                            const std::optional<FileStamp>& expected) {
    if (expected && stamp_of_file(path) != *expected) {
        return Error{ErrorCode::changed_on_disk, "", path, ""};
    }
    const std::string aside = path + ".writing";
    const int file = ::open(aside.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0644);
    if (file < 0) return unwritable(path);
    const bool written = write_all(file, bytes);
    const Error problem = unwritable(path);
    ::close(file);
    if (!written || ::rename(aside.c_str(), path.c_str()) != 0) {
        const Error failed = written ? unwritable(path) : problem;
        ::unlink(aside.c_str());
        return failed;
    }
    return stamp_of(bytes);
}

std::string autosave_path(const std::string& path) {
    const fs::path file(path);
    return (file.parent_path() / fmt::format(".{}.autosave", file.filename().string())).string();
}

void remove_file(const std::string& path) {
    std::error_code ignored;
    fs::remove(path, ignored);
}

}  // namespace ovant
