// SPDX-License-Identifier: GPL-3.0-or-later
#include <QApplication>
#include <QTemporaryDir>

#include "app/theme/theme.h"
#include "support/catch_runner.h"

int main(int argc, char** argv) {
    // Settings and unsaved work of tests stay away from the person's own, and from those of other
    // tests that run at the same time.
    const QTemporaryDir home;
    for (const char* kind : {"XDG_CONFIG_HOME", "XDG_DATA_HOME", "XDG_CACHE_HOME"})
        qputenv(kind, home.filePath(kind).toUtf8());
    QApplication app(argc, argv);
    QApplication::setApplicationName("ovant-tests");
    QApplication::setOrganizationName("ovant-tests");
    ovant::apply_theme(app, false);
    return ovant::run_catch(argc, argv);
}
