// SPDX-License-Identifier: GPL-3.0-or-later
// Questions to the person, behind a seam so that tests can answer them.
#pragma once

#include <QString>
#include <QStringList>

#include <QString>
#include <functional>

class QWidget;

namespace ovant {

struct FileWanted {
    QString title;
    QString filter;    // "CSV (*.csv)"
    QString proposed;  // name of a file to write
};

struct Prompts {
    // A file to open or to write; empty if the person thinks better of it.
    std::function<QString(QWidget*, const FileWanted&)> open_path, save_path;
    // Index of the answer, -1 for none.
    std::function<int(QWidget*, const QString& text, const QStringList& answers)> ask;
};

Prompts desktop_prompts();

}  // namespace ovant
