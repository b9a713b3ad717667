// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/photos.h"

#include <algorithm>
#include <filesystem>
#include <iterator>

#include "core/format/digest.h"
#include "core/format/file_store.h"
#include "core/text.h"

namespace ovant {

namespace fs = std::filesystem;
namespace {

constexpr const char* picture_kinds = "a picture: JPEG, PNG, WebP, HEIC or TIFF";

}  // namespace

std::string file_of(const Photo& photo, const std::string& site_folder) {
    const fs::path path = fs::path(photo.path).lexically_normal();
    if (path.is_relative() && !path.empty() && *path.begin() == "..") return "";
    return (fs::path(site_folder) / path).lexically_normal().string();
}

bool is_picture(std::string_view bytes) {
    if (bytes.starts_with("\xff\xd8\xff") || bytes.starts_with("\x89PNG\r\n\x1a\n")) return true;
    if (bytes.starts_with(std::string_view("II*\0", 4)) ||
        bytes.starts_with(std::string_view("MM\0*", 4)))
        return true;
    if (bytes.size() < 12) return false;
    if (bytes.starts_with("RIFF") && bytes.substr(8, 4) == "WEBP") return true;
    const std::string_view brand = bytes.substr(8, 4);
    return bytes.substr(4, 4) == "ftyp" &&
           (brand == "heic" || brand == "heix" || brand == "mif1" || brand == "heim");
}

Result<std::string> picture_to_show(const Photo& photo, const std::string& site_folder) {
    const std::string path = file_of(photo, site_folder);
    const std::string ending = lowered(fs::path(path).extension().string());
    constexpr std::string_view endings[] = {".jpg",  ".jpeg", ".png", ".webp",
                                            ".heic", ".tif",  ".tiff"};
    const Error no_picture{ErrorCode::bad_value, "", photo.path, picture_kinds};
    if (std::find(std::begin(endings), std::end(endings), ending) == std::end(endings))
        return no_picture;
    const Result<std::string> bytes = read_file(path, largest_photo_bytes);
    if (!bytes) return bytes.error();
    if (!is_picture(*bytes)) return no_picture;
    return path;
}

Result<Photo> photo_of(const PhotoFile& file, const std::string& subject, const Signed& now) {
    const Result<std::string> bytes = read_file(file.path, largest_photo_bytes);
    if (!bytes) return bytes.error();
    if (!is_picture(*bytes))
        return Error{ErrorCode::bad_value, "", fs::path(file.path).filename().string(),
                     picture_kinds};
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
