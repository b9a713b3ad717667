// SPDX-License-Identifier: GPL-3.0-or-later
// A site file as the start page shows it: the plan in small, how many cameras, how they stand.
#pragma once

#include <QDateTime>
#include <QImage>
#include <QString>

#include <functional>
#include <vector>

#include "app/theme/theme.h"
#include "core/assess/assess.h"

namespace ovant {

// The plan in small: places, pathways, cables in the marks of their media, cameras by verdict. In
// points; `scale` pixels each. No widget needed, so any thread may ask.
QImage site_picture(const Network& net, const Assessment& assessment, const Theme& theme,
                    QSize points, double scale);

struct SiteGlance {
    QString path;
    QString name;  // of the site
    int cameras = 0;
    Summary summary;
    int failing_units = 0;
    QDateTime changed;
    QImage picture;
    QString trouble;  // why it cannot be shown, empty where it can
};
// Reads and judges the file as it would be on opening.
SiteGlance glance_at(const QString& path, const Theme& theme, QSize points, double scale);

}  // namespace ovant
