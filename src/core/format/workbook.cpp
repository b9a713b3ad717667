// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/workbook.h"

#include <unistd.h>

#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <filesystem>

#include "core/format/file_store.h"

namespace ovant {
namespace {

constexpr std::size_t largest_sheet_bytes = 256u << 20;

}  // namespace

Result<bool> save_workbook(const std::string& path,
                           const std::function<bool(const std::string&)>& write) {
    namespace fs = std::filesystem;
    std::error_code code;
    std::string folder = (fs::temp_directory_path(code) / "ovant-sheet-XXXXXX").string();
    if (code || !::mkdtemp(folder.data()))
        return Error{ErrorCode::unwritable, "", path, std::strerror(errno)};
    const std::string made = folder + "/sheet.xlsx";
    Result<std::string> bytes = Error{ErrorCode::unwritable, "", path, "no room to make it"};
    if (write(made)) bytes = read_file(made, largest_sheet_bytes);
    fs::remove_all(folder, code);
    if (!bytes) return bytes.error();
    const Result<FileStamp> saved = save_file(path, *bytes);
    if (!saved) return saved.error();
    return true;
}

}  // namespace ovant
