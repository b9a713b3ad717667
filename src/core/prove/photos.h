// SPDX-License-Identifier: GPL-3.0-or-later
// Photos of what was built: files beside the site's, by reference. What becomes of a file later is
// seen by its digest.
#pragma once

#include <string>

#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr std::size_t largest_photo_bytes = 64'000'000;

// Where the file of a photo is. `site_folder` is the folder of the site's file, empty for a site
// that has none yet.
std::string file_of(const Photo& photo, const std::string& site_folder);

// A photo to be noted: its path from the site's folder where it lies in it, and its digest. Errors:
// unreadable, too_large.
struct PhotoFile {
    std::string path, site_folder;
};
Result<Photo> photo_of(const PhotoFile& file, const std::string& subject, const Signed& now);

enum class PhotoState { there, changed, missing };
// Reads the whole file.
PhotoState state_of(const Photo& photo, const std::string& site_folder);

}  // namespace ovant
