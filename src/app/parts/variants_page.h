// SPDX-License-Identifier: GPL-3.0-or-later
// Designs of the site side by side: kept, named, compared, chosen.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "core/variants/compare.h"

class QCheckBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QTableWidget;

namespace ovant {

class VariantsPage : public QWidget {
    Q_OBJECT

public:
    explicit VariantsPage(Document& document, QWidget* parent = nullptr);

signals:
    // A design is to be looked at on the plan, which shows it beside what stands.
    void plan_wanted();

private:
    QWidget* controls();
    void refresh();
    void show_designs();
    void show_facts();
    void show_marks();
    std::size_t chosen() const;  // 0: the design that stands
    const Variant* variant() const;
    void keep();
    void rename(int row);
    void describe();
    void choose();
    void show_on_plan();
    void remove();

    Document& document_;
    QListWidget* list_;
    QLineEdit *name_, *note_;
    QCheckBox* option_;
    QPushButton *keep_, *choose_, *plan_, *remove_;
    QLabel *summary_, *differs_;
    QTableWidget* table_;
    std::shared_ptr<const Site> compared_;  // what facts_ are of
    std::vector<DesignFacts> facts_;
    BackgroundJob<std::vector<DesignFacts>> job_;
};

}  // namespace ovant
