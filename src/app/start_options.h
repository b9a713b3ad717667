// SPDX-License-Identifier: GPL-3.0-or-later
// What the program was asked to do, read before any window system is touched.
#pragma once

#include <QSize>
#include <QString>

#include <optional>

#include "app/shell/stage_line.h"
#include "core/simulate/what_if.h"

namespace ovant {

struct StartOptions {
    QString site;  // file to open, may be empty
    bool demo = false, dark = false, light = false;
    std::optional<Stage> stage;
    QString select, view, working, picture;
    std::optional<QSize> size;
    std::optional<int> moment_s;  // of the day
    std::optional<WhatIf> what_if;
};

// A text to print instead of starting, and the exit code with it.
struct StartAnswer {
    QString text;
    int code = 0;
};

// Either what to do, or what to say. Needs no application and no display.
struct Start {
    StartOptions options;
    std::optional<StartAnswer> answer;
};
Start read_start(const QStringList& arguments, const QString& version);

}  // namespace ovant
