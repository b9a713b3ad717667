// SPDX-License-Identifier: GPL-3.0-or-later
#include <QApplication>
#include <QStandardPaths>

#include "app/theme/theme.h"
#include "support/catch_runner.h"

int main(int argc, char** argv) {
    // Settings and unsaved work of tests stay away from the person's own.
    QStandardPaths::setTestModeEnabled(true);
    QApplication app(argc, argv);
    QApplication::setApplicationName("ovant-tests");
    QApplication::setOrganizationName("ovant-tests");
    ovant::apply_theme(app, false);
    return ovant::run_catch(argc, argv);
}
