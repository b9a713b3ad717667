// SPDX-License-Identifier: GPL-3.0-or-later
// Papers of Parts on their way into files.
#pragma once

#include <QString>

#include <functional>
#include <string>

#include "app/document/document.h"
#include "app/kit/prompts.h"

namespace ovant {

// Name of a file beside the site's, as "Marram Quay offer.pdf".
QString path_beside(const Document& document, const QString& ending);

// Asks where to, and writes there what `made` gives; what goes wrong is told by the document.
void save_paper(QWidget* parent, Document& document, const Prompts& prompts,
                const FileWanted& wanted, const std::function<std::string()>& made);
// The same of what is written by its path.
void save_sheet(QWidget* parent, Document& document, const Prompts& prompts,
                const FileWanted& wanted,
                const std::function<Result<bool>(const std::string& path)>& write);

}  // namespace ovant
