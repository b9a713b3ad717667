// SPDX-License-Identifier: GPL-3.0-or-later
// Files on a command line: what is written is never what is read, nor written twice.
#pragma once

#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <filesystem>
#include <string>
#include <vector>

namespace ovant {

class FileOptions {
public:
    // Options or, without dashes, arguments that name a file.
    CLI::Option* reads(CLI::App* app, const std::string& name, std::string& path) {
        return add({app, name, &path, false});
    }
    CLI::Option* writes(CLI::App* app, const std::string& name, std::string& path) {
        return add({app, name, &path, true});
    }

    // What would be lost, as a sentence; empty where nothing is. Of the command that was parsed.
    std::string clash() const {
        for (const Named& out : all_) {
            if (!out.written || !out.given()) continue;
            for (const Named& other : all_) {
                const bool once = &other < &out && other.written;
                if (&other == &out || !other.given() || once || !same_file(*out.path, *other.path))
                    continue;
                return other.written
                           ? fmt::format("{} and {} name the same file, {}", out.name, other.name,
                                         *out.path)
                           : fmt::format("{} names the file that is read, {}", out.name, *out.path);
            }
        }
        return "";
    }

private:
    struct Named {
        CLI::App* app;
        std::string name;
        std::string* path;
        bool written;
        bool given() const { return app->parsed() && !path->empty() && app->count(name) > 0; }
    };

    CLI::Option* add(const Named& named) {
        all_.push_back(named);
        return named.app->add_option(named.name, *named.path);
    }
    static bool same_file(const std::string& a, const std::string& b) {
        namespace fs = std::filesystem;
        std::error_code none;
        if (fs::exists(a, none) && fs::exists(b, none))
            return fs::equivalent(a, b, none) && fs::is_regular_file(a, none);
        return fs::weakly_canonical(a, none) == fs::weakly_canonical(b, none);
    }

    std::vector<Named> all_;
};

}  // namespace ovant
