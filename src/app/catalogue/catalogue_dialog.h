// SPDX-License-Identifier: GPL-3.0-or-later
// The catalogue: look through the kinds, copy one into the site and change its figures, bring in
// and give out lists as JSON or CSV.
#pragma once

#include <QDialog>

#include "app/document/document.h"
#include "app/kit/prompts.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QScrollArea;
class QTreeWidget;

namespace ovant {

class CatalogueDialog : public QDialog {
    Q_OBJECT

public:
    CatalogueDialog(Document& document, Prompts& prompts, QWidget* parent);
    void show_kind(const QString& id);
    // A copy of the shown kind as the site's own, under a free id; it is shown next.
    void copy_shown();
    void import_file(const QString& path);
    void give_out();

private:
    void lay_out();
    void fill_list();
    void fill_form();
    void change_figure(const std::string& path, const QString& text);
    void say(const QString& text);
    bool is_own(const std::string& id) const;

    Document& document_;
    Prompts& prompts_;
    QLineEdit* filter_;
    QTreeWidget* list_;
    QScrollArea* form_;
    QLabel* message_;
    QPushButton* copy_;
    QPushButton* remove_;
    std::string shown_;
};

}  // namespace ovant
