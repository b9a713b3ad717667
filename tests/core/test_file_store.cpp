// SPDX-License-Identifier: GPL-3.0-or-later
// Saving: whole or not at all, and never over somebody else's work.
#include <sys/stat.h>

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
    for (const auto& entry : std::filesystem::directory_iterator(folder.path))
        CHECK_FALSE(entry.path().filename().string().starts_with("."));
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
    CHECK(save_file(path, "mine", *first).error().code == ErrorCode::gone_from_disk);
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
    for (const auto& entry : std::filesystem::directory_iterator(folder.path))
        CHECK_FALSE(entry.path().string().ends_with(".writing"));
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

TEST_CASE("links are followed and kept", "[store]") {
    const TempFolder folder;
    namespace fs = std::filesystem;
    const std::string path = folder.write("real.json", "old");
    fs::create_symlink("real.json", folder.file("link.json"));
    REQUIRE(save_file(folder.file("link.json"), "new"));
    CHECK(fs::is_symlink(folder.file("link.json")));
    CHECK(read_all(path) == "new");
    // One that leads to nothing yet makes what it leads to.
    fs::create_symlink("later.json", folder.file("dangling.json"));
    REQUIRE(save_file(folder.file("dangling.json"), "first"));
    CHECK(fs::is_symlink(folder.file("dangling.json")));
    CHECK(read_all(folder.file("later.json")) == "first");
    fs::create_symlink("round.json", folder.file("round.json"));
    CHECK_FALSE(save_file(folder.file("round.json"), "x"));
    // A second name of the same file sees the new bytes, shorter ones too.
    fs::create_hard_link(path, folder.file("second.json"));
    REQUIRE(save_file(path, "of both"));
    CHECK(read_all(folder.file("second.json")) == "of both");
    REQUIRE(save_file(folder.file("second.json"), "short"));
    CHECK(read_all(path) == "short");
    CHECK(fs::hard_link_count(path) == 2);
    for (const auto& entry : fs::directory_iterator(folder.path))
        CHECK_FALSE(entry.path().string().ends_with(".writing"));
}

TEST_CASE("what was cut off while it was written in place is finished from its copy", "[store]") {
    namespace fs = std::filesystem;
    const TempFolder folder;
    const pid_t gone = fork();
    if (gone == 0) ::_exit(0);
    REQUIRE(::waitpid(gone, nullptr, 0) == gone);
    const auto lay = [&](pid_t writer) {
        const std::string copy =
            folder.write(fmt::format(".site.json.{}-a1.whole", writer), "new and whole");
        const std::string path = folder.write("site.json", "new and old old old");
        if (!fs::exists(folder.file("second.json")))
            fs::create_hard_link(path, folder.file("second.json"));
        return copy;
    };
    const std::string path = folder.file("site.json");
    const std::string copy = lay(gone);
    CHECK(*read_saved_file(path, 1000) == "new and whole");
    CHECK(read_all(folder.file("second.json")) == "new and whole");
    CHECK_FALSE(fs::exists(copy));
    // Through a link to it.
    lay(gone);
    fs::create_symlink("site.json", folder.file("link.json"));
    CHECK(*read_saved_file(folder.file("link.json"), 1000) == "new and whole");
    // Somebody wrote it since: the copy is of no use.
    lay(gone);
    fs::last_write_time(path, fs::last_write_time(path) + std::chrono::minutes(5));
    CHECK(*read_saved_file(path, 1000) == "new and old old old");
    CHECK_FALSE(fs::exists(copy));
    // It is being written by one that lives.
    const std::string of_living = lay(::getpid());
    CHECK(*read_saved_file(path, 1000) == "new and old old old");
    CHECK(fs::exists(of_living));
}

TEST_CASE("the mode of a file stays, a new one follows the umask", "[store]") {
    const TempFolder folder;
    const auto mode_of = [](const std::string& path) {
        struct stat there {};
        REQUIRE(::stat(path.c_str(), &there) == 0);
        return there.st_mode & 07777;
    };
    const std::string path = folder.write("secret.json", "old");
    ::chmod(path.c_str(), 0640);
    REQUIRE(save_file(path, "new"));
    CHECK(mode_of(path) == 0640);
    const mode_t before = ::umask(0077);
    REQUIRE(save_file(folder.file("mine.json"), "x"));
    ::umask(0022);
    REQUIRE(save_file(folder.file("theirs.json"), "x"));
    // What is kept aside of a file is no wider than the file.
    REQUIRE(keep_site(folder.file("aside.json"), Site{}, path));
    REQUIRE(keep_site(folder.file("apart.json"), Site{}, ""));
    ::umask(before);
    CHECK(mode_of(folder.file("mine.json")) == 0600);
    CHECK(mode_of(folder.file("theirs.json")) == 0644);
    CHECK(mode_of(folder.file("aside.json")) == 0640);
    CHECK(mode_of(folder.file("apart.json")) == 0600);
    // A link laid under that name goes; what it led to stays.
    std::filesystem::create_symlink("secret.json", folder.file("laid.json"));
    REQUIRE(keep_site(folder.file("laid.json"), Site{}, path));
    CHECK(read_all(path) == "new");
    CHECK_FALSE(std::filesystem::is_symlink(folder.file("laid.json")));
}

TEST_CASE("only plain files are read, and nothing else is replaced", "[store][bad-input]") {
    const TempFolder folder;
    const auto told = [](const std::string& path) {
        const Result<std::string> read = read_file(path, 1000);
        REQUIRE_FALSE(read);
        return read.error().detail;
    };
    CHECK(told(folder.path.string()) == "it is a folder");
    CHECK(told("/dev/zero") == "it is no plain file");
    REQUIRE(::mkfifo(folder.file("pipe").c_str(), 0600) == 0);
    CHECK(told(folder.file("pipe")) == "it is no plain file");
    CHECK_FALSE(save_file(folder.path.string(), "x"));
    // A full device is an error, and still a device.
    CHECK_FALSE(save_file("/dev/full", "x"));
    CHECK(std::filesystem::is_character_file("/dev/full"));
    CHECK(save_file("/dev/null", "x"));
    CHECK(std::filesystem::is_character_file("/dev/null"));
}

TEST_CASE("a file deleted meanwhile is told as deleted", "[store]") {
    const TempFolder folder;
    const std::string path = folder.write("quay.json", "old");
    const FileStamp stamp = stamp_of("old");
    CHECK(stamp_of_file(path) == stamp);
    remove_file(path);
    const Result<FileStamp> saved = save_file(path, "new", stamp);
    REQUIRE_FALSE(saved);
    CHECK(saved.error().code == ErrorCode::gone_from_disk);
    CHECK_FALSE(std::filesystem::exists(path));
    folder.write("quay.json", "theirs");
    CHECK(save_file(path, "new", stamp).error().code == ErrorCode::changed_on_disk);
    CHECK(save_file(path, "new", FileStamp{}).error().code == ErrorCode::changed_on_disk);
}

TEST_CASE("what a killed process left is swept, what lives stays", "[store]") {
    namespace fs = std::filesystem;
    const TempFolder folder;
    const pid_t gone = fork();
    if (gone == 0) _exit(0);
    waitpid(gone, nullptr, 0);
    const auto aside = [&](pid_t process) {
        return folder.write(".quay.json." + std::to_string(process) + "-1f.writing", "x");
    };
    const std::string old = aside(gone), living = aside(getpid());
    const std::string other = folder.write(".quay.json.writing", "x");
    sweep_left_over(folder.path.string());
    CHECK(fs::exists(old));  // of this hour: its process may live on another machine
    for (const std::string& path : {old, living, other})
        fs::last_write_time(path, fs::file_time_type::clock::now() - std::chrono::hours(2));
    sweep_left_over(folder.path.string());
    CHECK_FALSE(fs::exists(old));
    CHECK(fs::exists(living));
    CHECK(fs::exists(other));
    sweep_left_over("/no/such/folder");
}
