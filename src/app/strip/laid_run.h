// SPDX-License-Identifier: GPL-3.0-or-later
// A run with all that its strip is drawn from: of the document, or of a site that might be.
#pragma once

#include <memory>

#include "app/document/document.h"
#include "core/assess/profile.h"
#include "core/prove/diagnose.h"

namespace ovant {

struct LaidRun {
    std::shared_ptr<const Network> net;
    CameraNumber camera;
    RunProfile profile;
    RunAssessment run;
    double room_w = 0;  // more that could be drawn at the camera; 0 while something is dragged
    std::vector<ReadingAlong> readings;  // taken along it; none while something is dragged
    QString heading;                     // the way's name, empty for the document's own run
    const Run& laid() const { return net->runs[camera]; }
    // Number of the first link by radio, -1 if there is none.
    int radio_hop() const;
};

// The document's own run of this camera as it is now.
std::shared_ptr<const LaidRun> laid_now(const Document& document, CameraNumber camera);
// The same camera in a site that might be; null where it has no run there.
std::shared_ptr<const LaidRun> laid_as(const Document& document, Site site,
                                       const std::string& camera, const QString& heading);

}  // namespace ovant
