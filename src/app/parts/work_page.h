// SPDX-License-Identifier: GPL-3.0-or-later
// What is to be done on site: by day with what to load, by task, or by place.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "app/parts/parts_work.h"

class QComboBox;
class QLabel;
class QTreeWidget;
class QTreeWidgetItem;

namespace ovant {

class WorkPage : public QWidget {
    Q_OBJECT

public:
    WorkPage(Document& document, PartsWork& work, const Prompts& prompts,
             QWidget* parent = nullptr);
    void save_pdf();

private:
    void refresh();
    void show_days(const PartsBought& bought);
    void show_tasks(const PartsBought& bought);
    void show_places(const PartsBought& bought);
    QTreeWidgetItem* section(const QString& name, const QString& time);
    void add_item(QTreeWidgetItem* under, const WorkItem& item, const DayWork& part,
                  const Network& net);
    void add_load(QTreeWidgetItem* under, const QString& name, const std::vector<PartLine>& load);

    Document& document_;
    PartsWork& work_;
    const Prompts& prompts_;
    QLabel *summary_, *caution_;
    QComboBox* by_;
    QTreeWidget* tree_;
    std::vector<QTreeWidgetItem*> spanned_;  // headings over all columns
};

}  // namespace ovant
