// SPDX-License-Identifier: GPL-3.0-or-later
// Questions to the person, behind a seam so that tests can answer them.
#pragma once

#include <QString>
#include <QStringList>

#include <functional>

class QWidget;

namespace ovant {

struct Prompts {
    // A file to open or to write; empty if the person thinks better of it.
    std::function<QString(QWidget*, const QString& title, const QString& filter)> open_path;
    std::function<QString(QWidget*, const QString& title, const QString& filter,
                          const QString& proposed)>
        save_path;
    // Index of the answer, -1 for none.
    std::function<int(QWidget*, const QString& text, const QStringList& answers)> ask;
};

Prompts desktop_prompts();

}  // namespace ovant
