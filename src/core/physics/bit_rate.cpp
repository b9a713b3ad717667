// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/bit_rate.h"

#include <fmt/format.h>

namespace ovant {

double picture_bit_rate_mbps(const Picture& picture, Working* working) {
    const double bits_per_pixel = picture.codec == Codec::h265   ? 0.045
                                  : picture.codec == Codec::h264 ? 0.09
                                                                 : 0.8;
    const double scene = picture.scene == Scene::quiet  ? 0.6
                         : picture.scene == Scene::busy ? 1.5
                                                        : 1.0;
    const double pixels = static_cast<double>(picture.width_px) * picture.height_px;
    const double rate_mbps = pixels * picture.frames_per_s * bits_per_pixel * scene / 1e6;
    if (working) {
        working->push_back(
            {"pixels × frames × bits per pixel × scene",
             fmt::format("{} × {} × {:g} × {:g} × {:g}", picture.width_px, picture.height_px,
                         picture.frames_per_s, bits_per_pixel, scene),
             rate_mbps, Unit::megabit_per_second, source::bit_rate_estimate});
    }
    return rate_mbps;
}

}  // namespace ovant
