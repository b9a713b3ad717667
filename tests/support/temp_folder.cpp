// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/temp_folder.h"

#include <algorithm>
#include <cstdlib>
#include <fstream>
#include <sstream>

TempFolder::TempFolder() {
    std::string pattern = (std::filesystem::temp_directory_path() / "ovant-test-XXXXXX").string();
    path = ::mkdtemp(pattern.data());
}

TempFolder::~TempFolder() {
    std::error_code ignored;
    std::filesystem::remove_all(path, ignored);
}

std::string TempFolder::write(const std::string& name, std::string_view bytes) const {
    std::ofstream(file(name), std::ios::binary) << bytes;
    return file(name);
}

std::string read_all(const std::string& path) {
    std::ostringstream text;
    text << std::ifstream(path, std::ios::binary).rdbuf();
    return text.str();
}

std::string source_file(const std::string& relative) {
    return std::string(SOURCE_FOLDER) + "/" + relative;
}

std::string text_of_pdf(const std::string& path) {
    const std::string text = path + ".txt";
    if (std::system(("pdftotext -raw " + path + " " + text).c_str()) != 0) return "";
    std::string out = read_all(text);
    std::replace(out.begin(), out.end(), '\n', ' ');
    return out;
}
