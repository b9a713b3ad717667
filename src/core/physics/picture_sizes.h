// SPDX-License-Identifier: GPL-3.0-or-later
// Pixels across and down that cameras are usually set to, largest first. Common practice.
#pragma once

namespace ovant {

struct PictureSize {
    int width_px, height_px;
};
inline constexpr PictureSize usual_picture_sizes[] = {
    {3840, 2160}, {2688, 1520}, {1920, 1080}, {1280, 720}};

}  // namespace ovant
