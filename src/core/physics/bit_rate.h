// SPDX-License-Identifier: GPL-3.0-or-later
// Bit rate of a camera from its picture, where the data sheet gives none. Pure.
#pragma once

#include "core/working.h"

namespace ovant {

enum class Codec { h265, h264, jpeg };
enum class Scene { quiet, normal, busy };

struct Picture {
    int width_px = 2688;
    int height_px = 1520;
    double frames_per_s = 20;
    Codec codec = Codec::h265;
    Scene scene = Scene::normal;
    bool operator==(const Picture&) const = default;
};

// Pixels x frames x bits per pixel x scene, in Mb/s; bits per pixel 0.045 for H.265, 0.09 for
// H.264, 0.8 for JPEG; scene 0.6 quiet, 1, 1.5 busy: common practice, good to a factor of about
// two.
double picture_bit_rate_mbps(const Picture& picture, Working* working = nullptr);

}  // namespace ovant
