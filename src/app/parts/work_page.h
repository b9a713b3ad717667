// SPDX-License-Identifier: GPL-3.0-or-later
// What is to be done on site: by day with what to load, by task, or by place.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "app/kit/in_slices.h"
#include "app/kit/prompts.h"
#include "app/parts/parts_work.h"

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
    // Each for later, in the order they are called: rows of a large site come a slice at a time.
    void section(std::function<void()> make);
    void item(const WorkItem& item, const DayWork& part, const Network& net);
    void load(const QString& name, const std::vector<PartLine>& load);
    void show_section();
    QTreeWidgetItem* make_section(const QString& name, const QString& time);
    void make_item(const WorkItem& item, const DayWork& part, const Network& net);
    void make_load_row(QTreeWidgetItem* under, const PartLine& line);

    Document& document_;
    PartsWork& work_;
    const Prompts& prompts_;
    QLabel *summary_, *caution_;
    QComboBox* by_;
    QTreeWidget* tree_;
    std::vector<std::function<void()>> rows_;
    std::unique_ptr<QTreeWidgetItem> section_;  // that rows are made under, not in the tree yet
    QTreeWidgetItem* load_ = nullptr;           // heading of what is loaded
    InSlices slices_{this};
};

}  // namespace ovant
