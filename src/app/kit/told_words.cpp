// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/told_words.h"

#include <QSettings>

#include "app/kit/q.h"

namespace ovant {

std::map<std::string, std::string> told_words(const char* group) {
    std::map<std::string, std::string> out;
    QSettings settings;
    const int count = settings.beginReadArray(group);
    for (int i = 0; i < count; ++i) {
        settings.setArrayIndex(i);
        out[settings.value("heading").toString().toStdString()] =
            settings.value("meaning").toString().toStdString();
    }
    return out;
}

void remember_words(const char* group, const std::map<std::string, std::string>& words) {
    std::map<std::string, std::string> all = told_words(group);
    for (const auto& [word, meaning] : words) all[word] = meaning;
    QSettings settings;
    settings.beginWriteArray(group);
    int i = 0;
    for (const auto& [word, meaning] : all) {
        settings.setArrayIndex(i++);
        settings.setValue("heading", q(word));
        settings.setValue("meaning", q(meaning));
    }
    settings.endArray();
}

}  // namespace ovant
