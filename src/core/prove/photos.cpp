// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/photos.h"

#include <filesystem>

#include "core/format/digest.h"
#include "core/format/file_store.h"

namespace ovant {

namespace fs = std::filesystem;

std::string file_of(const Photo& photo, const std::string& site_folder) {
    return (fs::path(site_folder) / photo.path).lexically_normal().string();
}

Result<Photo> photo_of(const PhotoFile& file, const std::string& subject, const Signed& now) {
    const Result<std::string> bytes = read_file(file.path, largest_photo_bytes);
    if (!bytes) return bytes.error();
    Photo out;
    out.subject = subject;
    out.sha256 = sha256_of(*bytes);
    out.who = now.who;
    out.when = now.when;
    out.path = fs::path(file.path).lexically_normal().generic_string();
    if (file.site_folder.empty()) return out;
    const fs::path beside = fs::path(file.path).lexically_normal().lexically_relative(
        fs::path(file.site_folder).lexically_normal());
    if (!beside.empty() && *beside.begin() != "..") out.path = beside.generic_string();
    return out;
}

PhotoState state_of(const Photo& photo, const std::string& site_folder) {
    const Result<std::string> bytes = read_file(file_of(photo, site_folder), largest_photo_bytes);
    if (!bytes) return PhotoState::missing;
    return photo.sha256.empty() || photo.sha256 == sha256_of(*bytes) ? PhotoState::there
                                                                     : PhotoState::changed;
}

}  // namespace ovant
