// SPDX-License-Identifier: GPL-3.0-or-later
// Photos of what was built: noted, looked at, and whether their files are still what they were.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/prompts.h"
#include "core/prove/photos.h"

namespace ovant {

class PhotosDialog : public QDialog {
    Q_OBJECT

public:
    PhotosDialog(Document& document, Prompts& prompts, QWidget* parent);

private:
    using States = std::vector<PhotoState>;
    void refresh();
    void show_states(const States& states);
    void add();
    void remove();
    void open();
    const Photo* current() const;
    std::string folder() const;

    Document& document_;
    Prompts& prompts_;
    QLineEdit *of_, *note_;
    QTableWidget* table_;
    QLabel* words_;
    QPushButton *open_, *remove_;
    BackgroundJob<std::shared_ptr<const States>> job_;  // files are read
};

}  // namespace ovant
