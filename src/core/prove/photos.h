// SPDX-License-Identifier: GPL-3.0-or-later
// Photos of what was built: files beside the site's, by reference. What becomes of a file later is
// seen by its digest.
#pragma once

#include <string>
#include <string_view>

#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr std::size_t largest_photo_bytes = 64'000'000;

// Where the file of a photo is. `site_folder` is the folder of the site's file, empty for a site
// that has none yet. A path that is not whole stays in that folder: empty where it leads out of it.
std::string file_of(const Photo& photo, const std::string& site_folder);

// A photo to be noted: its path from the site's folder where it lies in it, and its digest. Errors:
// unreadable, too_large, bad_value for what is no picture.
struct PhotoFile {
    std::string path, site_folder;
};
Result<Photo> photo_of(const PhotoFile& file, const std::string& subject, const Signed& now);

// Whether bytes are those of a picture: JPEG, PNG, WebP, HEIC or TIFF.
bool is_picture(std::string_view bytes);
// The file of a photo to be shown by whatever the desktop shows pictures with. A site comes from
// strangers: errors: not_possible for what is no picture by name or by content; unreadable.
Result<std::string> picture_to_show(const Photo& photo, const std::string& site_folder);

enum class PhotoState { there, changed, missing };
// Reads the whole file.
PhotoState state_of(const Photo& photo, const std::string& site_folder);

}  // namespace ovant
