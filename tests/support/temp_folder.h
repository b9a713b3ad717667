// SPDX-License-Identifier: GPL-3.0-or-later
// A folder that goes with the test, and files in it.
#pragma once

#include <filesystem>
#include <string>
#include <string_view>

struct TempFolder {
    TempFolder();
    ~TempFolder();
    TempFolder(const TempFolder&) = delete;
    TempFolder& operator=(const TempFolder&) = delete;
    std::string file(const std::string& name) const { return (path / name).string(); }
    // Writes the file and gives its path.
    std::string write(const std::string& name, std::string_view bytes) const;
    std::filesystem::path path;
};

// What pdftotext reads in a file, lines joined; pages still end in form feeds. Empty if it fails.
std::string text_of_pdf(const std::string& path);

std::string read_all(const std::string& path);
// A file of the source tree.
std::string source_file(const std::string& relative);
