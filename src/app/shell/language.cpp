// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/language.h"

#include <QCoreApplication>
#include <QLocale>
#include <QStandardPaths>
#include <QTranslator>

#include "phrase/translate.h"

namespace ovant {

void load_language(QCoreApplication& app) {
    auto* translator = new QTranslator(&app);
    const QStringList folders = QStandardPaths::locateAll(
        QStandardPaths::GenericDataLocation, "ovant/translations", QStandardPaths::LocateDirectory);
    for (const QString& folder : folders) {
        if (!translator->load(QLocale(), "ovant", "_", folder)) continue;
        QCoreApplication::installTranslator(translator);
        set_translation([translator](std::string_view english) {
            return translator->translate("phrase", std::string(english).c_str()).toStdString();
        });
        return;
    }
    delete translator;
}

}  // namespace ovant
