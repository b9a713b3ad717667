// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/parts_view.h"

#include <QStackedWidget>
#include <QTabBar>
#include <QVBoxLayout>

#include "app/kit/page_tabs.h"
#include "app/parts/cutting_page.h"
#include "app/parts/design_page.h"
#include "app/parts/list_page.h"
#include "app/parts/offer_page.h"
#include "app/parts/parts_work.h"
#include "app/parts/variants_page.h"
#include "app/parts/work_page.h"

namespace ovant {

PartsView::PartsView(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      work_(new PartsWork(document, this)),
      list_(new ListPage(document, *work_, prompts)),
      cutting_(new CuttingPage(document, *work_, prompts)),
      work_page_(new WorkPage(document, *work_, prompts)),
      offer_(new OfferPage(document, *work_, prompts)),
      variants_(new VariantsPage(document)),
      design_(new DesignPage(document)),
      pages_(page_tabs("partsPages", tr("Pages of Parts"))),
      stack_(new QStackedWidget) {
    setObjectName("parts");
    // In the order of PartsPage.
    const auto add = [&](QWidget* page, const QString& name, const QString& tip) {
        pages_->setTabToolTip(pages_->addTab(name), tip);
        stack_->addWidget(page);
    };
    add(list_, tr("List"), tr("What is bought, at which price"));
    add(cutting_, tr("Cutting"), tr("Which run is cut from which box or drum"));
    add(work_page_, tr("Work"), tr("What is done on which day, and what to load for it"));
    add(offer_, tr("Offer"), tr("What the customer pays"));
    add(variants_, tr("Variants"), tr("Other designs of this site, side by side"));
    add(design_, tr("Design"), tr("Ways for all cameras at once"));
    connect(design_, &DesignPage::plan_wanted, this, &PartsView::plan_wanted);
    connect(offer_, &OfferPage::rates_wanted, this, &PartsView::offer_rates_wanted);
    connect(variants_, &VariantsPage::plan_wanted, this, &PartsView::plan_wanted);
    lay_out_pages(*this, pages_, stack_);
    connect(pages_, &QTabBar::currentChanged, stack_, &QStackedWidget::setCurrentIndex);
}

void PartsView::set_page(PartsPage page) { pages_->setCurrentIndex(static_cast<int>(page)); }
void PartsView::save_csv() { list_->save_csv(); }
void PartsView::save_xlsx() { list_->save_xlsx(); }
void PartsView::save_cuts() { cutting_->save_pdf(); }
void PartsView::save_work() { work_page_->save_pdf(); }
void PartsView::save_offer() { offer_->save_pdf(); }

}  // namespace ovant
