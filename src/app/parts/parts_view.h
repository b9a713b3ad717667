// SPDX-License-Identifier: GPL-3.0-or-later
// The Parts stage: what is bought, and how cable is cut.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"

class QStackedWidget;
class QTabBar;

namespace ovant {

class CuttingPage;
class ListPage;
class PartsWork;

enum class PartsPage { list, cutting };

class PartsView : public QWidget {
    Q_OBJECT

public:
    PartsView(Document& document, Prompts& prompts, QWidget* parent = nullptr);
    void set_page(PartsPage page);
    void save_csv();
    void save_xlsx();
    void save_cuts();

private:
    PartsWork* work_;
    ListPage* list_;
    CuttingPage* cutting_;
    QTabBar* pages_;
    QStackedWidget* stack_;
};

}  // namespace ovant
