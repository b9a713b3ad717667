// SPDX-License-Identifier: GPL-3.0-or-later
// The one door through which papers, lists and tables of a site go into files.
#pragma once

#include <QString>

#include <functional>
#include <string>

#include "app/document/document.h"
#include "app/kit/prompts.h"

namespace ovant {

struct ExportWanted {
    QString title;
    QString filter;  // "PDF (*.pdf)"
    QString what;    // "wiring cards.pdf": the file is proposed as "SITE wiring cards.pdf"
};

// Asks where to, and has `write` write it there. Proposed is the folder that was last taken for
// this site, else that of the site's file. What the site itself lies in or needs (its file, its
// photos) is not written over. The document tells what was written, or why nothing was.
// Returns whether it was.
bool save_export(QWidget* parent, Document& document, const Prompts& prompts,
                 const ExportWanted& wanted,
                 const std::function<Result<bool>(const std::string& path)>& write);
// The same of bytes that `made` gives.
bool save_export_of(QWidget* parent, Document& document, const Prompts& prompts,
                    const ExportWanted& wanted, const std::function<std::string()>& made);

}  // namespace ovant
