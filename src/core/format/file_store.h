// SPDX-License-Identifier: GPL-3.0-or-later
// Site files on disk: atomic saving, refusal where somebody else wrote, autosave beside the file.
#pragma once

#include <cstdint>
#include <optional>
#include <string>

#include "core/format/site_json.h"

namespace ovant {

// What a file was when it was read; a save refuses if it is something else now.
struct FileStamp {
    bool exists = false;
    std::uint64_t hash = 0;
    bool operator==(const FileStamp&) const = default;
};

Result<std::string> read_file(const std::string& path, std::size_t largest_bytes);
FileStamp stamp_of(std::string_view bytes);
FileStamp stamp_of_file(const std::string& path);

// Written aside, synced and renamed into place. With `expected`, refuses (changed_on_disk) if the
// file is no longer what it was. The old file stays whole on any failure.
Result<FileStamp> save_file(const std::string& path, std::string_view bytes,
                            const std::optional<FileStamp>& expected);

// "site.ovant.json" gives ".site.ovant.json.autosave" in the same folder.
std::string autosave_path(const std::string& path);
void remove_file(const std::string& path);

}  // namespace ovant
