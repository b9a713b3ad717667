// SPDX-License-Identifier: GPL-3.0-or-later
// Which run is cut from which package: a bar for each, to print as a card for each.
#pragma once

#include <QLabel>
#include <QScrollArea>
#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "app/parts/parts_work.h"

namespace ovant {

class CuttingPage : public QWidget {
    Q_OBJECT

public:
    CuttingPage(Document& document, PartsWork& work, Prompts& prompts, QWidget* parent = nullptr);
    void save_pdf();

private:
    void refresh();
    void open_left_overs();

    Document& document_;
    PartsWork& work_;
    Prompts& prompts_;
    QLabel* summary_;
    QScrollArea* scroll_;
    std::shared_ptr<const PartsBought> shown_;
};

}  // namespace ovant
