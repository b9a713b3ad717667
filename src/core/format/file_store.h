// SPDX-License-Identifier: GPL-3.0-or-later
// Files on disk: read within a limit, saved whole or not at all. Only plain files are read and
// replaced; links are followed and kept, with owner and mode.
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

// Errors: unreadable, also for what is no plain file; too_large.
Result<std::string> read_file(const std::string& path, std::size_t largest_bytes);
// The same of what save_file writes: where a process was killed while it wrote in place, the file
// is finished first from the whole copy that lies beside it.
Result<std::string> read_saved_file(const std::string& path, std::size_t largest_bytes);
FileStamp stamp_of(std::string_view bytes);
FileStamp stamp_of_file(const std::string& path);

// Written aside in the same folder, synced and renamed into place; the folder is synced too. The
// old file stays whole on any failure. A file with several names (hard links) is written in place,
// after a whole copy lies beside it. A new file gets the mode that the umask leaves. Errors:
// unwritable; with `expected`, changed_on_disk or gone_from_disk where the file is no longer what
// it was.
Result<FileStamp> save_file(const std::string& path, std::string_view bytes,
                            const std::optional<FileStamp>& expected = std::nullopt);
// The same for a site: refuses (too_large) what could not be read again.
Result<FileStamp> save_site(const std::string& path, const Site& site,
                            const std::optional<FileStamp>& expected = std::nullopt);
// A site kept aside under a name that is ours alone: a link that somebody laid there is replaced
// and not followed. The mode is that of the file `mode_of`, where it is there, else the person's
// alone.
Result<FileStamp> keep_site(const std::string& path, const Site& site, const std::string& mode_of);

void remove_file(const std::string& path);

// Removes what save_file left beside files in this folder when its process was killed: temporary
// files of processes that are gone, an hour old or more.
void sweep_left_over(const std::string& folder);

}  // namespace ovant
