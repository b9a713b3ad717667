// SPDX-License-Identifier: GPL-3.0-or-later
// The Parts stage: what is bought, how cable is cut, the work, the offer, and other designs.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"

class QStackedWidget;
class QTabBar;

namespace ovant {

class CuttingPage;
class DesignPage;
class ListPage;
class OfferPage;
class PartsWork;
class VariantsPage;
class WorkPage;

enum class PartsPage { list, cutting, work, offer, variants, design };

class PartsView : public QWidget {
    Q_OBJECT

public:
    PartsView(Document& document, Prompts& prompts, QWidget* parent = nullptr);
    void set_page(PartsPage page);
    DesignPage* design_page() const { return design_; }
    void save_csv();
    void save_xlsx();
    void save_cuts();
    void save_work();
    void save_offer();

signals:
    void offer_rates_wanted();
    void plan_wanted();

private:
    PartsWork* work_;
    ListPage* list_;
    CuttingPage* cutting_;
    WorkPage* work_page_;
    OfferPage* offer_;
    VariantsPage* variants_;
    DesignPage* design_;
    QTabBar* pages_;
    QStackedWidget* stack_;
};

}  // namespace ovant
