// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/prompts.h"

#include <QFileDialog>
#include <QMessageBox>
#include <QPushButton>

namespace ovant {

Prompts desktop_prompts() {
    Prompts prompts;
    prompts.open_path = [](QWidget* parent, const FileWanted& file) {
        return QFileDialog::getOpenFileName(parent, file.title, {}, file.filter);
    };
    prompts.save_path = [](QWidget* parent, const FileWanted& file) {
        return QFileDialog::getSaveFileName(parent, file.title, file.proposed, file.filter);
    };
    prompts.ask = [](QWidget* parent, const QString& text, const QStringList& answers) {
        QMessageBox box(parent);
        box.setWindowTitle("Ovant");
        box.setText(text);
        QList<QAbstractButton*> buttons;
        for (const QString& answer : answers) {
            buttons.append(box.addButton(answer, QMessageBox::ActionRole));
        }
        box.exec();
        return static_cast<int>(buttons.indexOf(box.clickedButton()));
    };
    return prompts;
}

}  // namespace ovant
