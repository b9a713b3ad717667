// SPDX-License-Identifier: GPL-3.0-or-later
// Saving: whole or not at all, and never over somebody else's work.
#include <catch2/catch.hpp>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <csignal>

#include "core/format/file_store.h"
#include "support/temp_folder.h"

using namespace ovant;

TEST_CASE("a save is read again", "[store]") {
    const TempFolder folder;
    const std::string path = folder.file("a.ovant.json");
    const Result<FileStamp> first = save_file(path, "one", std::nullopt);
    REQUIRE(first);
    CHECK(read_all(path) == "one");
    const Result<FileStamp> second = save_file(path, "two", *first);
    REQUIRE(second);
    CHECK(read_all(path) == "two");
    CHECK(stamp_of_file(path) == *second);
    CHECK_FALSE(std::filesystem::exists(path + ".writing"));
}

TEST_CASE("a file that somebody else changed is not overwritten", "[store]") {
    const TempFolder folder;
    const std::string path = folder.file("a.ovant.json");
    const Result<FileStamp> first = save_file(path, "mine", std::nullopt);
    REQUIRE(first);
    folder.write("a.ovant.json", "theirs");
    const Result<FileStamp> refused = save_file(path, "mine again", *first);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().code == ErrorCode::changed_on_disk);
    CHECK(read_all(path) == "theirs");
    std::filesystem::remove(path);
    CHECK(save_file(path, "mine", *first).error().code == ErrorCode::changed_on_disk);
}

TEST_CASE("a folder that cannot be written gives its reason", "[store][bad-input]") {
    const Result<FileStamp> refused = save_file("/nowhere/at/all/a.json", "x", std::nullopt);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().code == ErrorCode::unwritable);
    CHECK(refused.error().detail.size() > 3);
    const Result<std::string> unread = read_file("/nowhere/a.json", 100);
    REQUIRE_FALSE(unread);
    CHECK(unread.error().code == ErrorCode::unreadable);
}

TEST_CASE("a disk that fills up after some bytes leaves the old file whole", "[store]") {
    const TempFolder folder;
    const std::string path = folder.file("a.ovant.json");
    REQUIRE(save_file(path, "the old work", std::nullopt));
    const pid_t child = fork();
    REQUIRE(child >= 0);
    if (child == 0) {
        // Writing past 4 kB fails in this process as it would on a full disk.
        std::signal(SIGXFSZ, SIG_IGN);
        const rlimit limit{4096, 4096};
        setrlimit(RLIMIT_FSIZE, &limit);
        const Result<FileStamp> saved = save_file(path, std::string(100000, 'n'), std::nullopt);
        _exit(saved ? 1 : saved.error().code == ErrorCode::unwritable ? 0 : 2);
    }
    int status = 0;
    waitpid(child, &status, 0);
    CHECK(WEXITSTATUS(status) == 0);
    CHECK(read_all(path) == "the old work");
    CHECK_FALSE(std::filesystem::exists(path + ".writing"));
}

TEST_CASE("a file of 300 MB is refused before it is read", "[store][bad-input]") {
    const TempFolder folder;
    const std::string path = folder.write("big.json", "{");
    std::filesystem::resize_file(path, 300u << 20);  // sparse
    const Result<std::string> text = read_file(path, largest_site_bytes);
    REQUIRE_FALSE(text);
    CHECK(text.error().code == ErrorCode::too_large);
    CHECK(text.error().subject == "300 MB");
}

TEST_CASE("the autosave stands beside the file", "[store]") {
    CHECK(autosave_path("/jobs/quay.ovant.json") == "/jobs/.quay.ovant.json.autosave");
    CHECK(autosave_path("quay.json") == ".quay.json.autosave");
}
