// SPDX-License-Identifier: GPL-3.0-or-later
// The words of the window and of phrase in the language of the desktop, where there is a file
// ovant_<language>.qm in a folder ovant/translations of the data folders. In it the texts of phrase
// stand in the context "phrase".
#pragma once

class QCoreApplication;

namespace ovant {

void load_language(QCoreApplication& app);

}  // namespace ovant
