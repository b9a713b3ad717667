// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/parts_view.h"

#include <QStackedWidget>
#include <QTabBar>
#include <QVBoxLayout>

#include "app/kit/page_tabs.h"
#include "app/parts/cutting_page.h"
#include "app/parts/list_page.h"
#include "app/parts/parts_work.h"

namespace ovant {

PartsView::PartsView(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      work_(new PartsWork(document, this)),
      list_(new ListPage(document, *work_, prompts)),
      cutting_(new CuttingPage(document, *work_, prompts)),
      pages_(page_tabs("partsPages", tr("Pages of Parts"))),
      stack_(new QStackedWidget) {
    setObjectName("parts");
    pages_->addTab(tr("List"));
    pages_->setTabToolTip(0, tr("What is bought, at which price"));
    pages_->addTab(tr("Cutting"));
    pages_->setTabToolTip(1, tr("Which run is cut from which box or drum"));
    stack_->addWidget(list_);
    stack_->addWidget(cutting_);
    lay_out_pages(*this, pages_, stack_);
    connect(pages_, &QTabBar::currentChanged, stack_, &QStackedWidget::setCurrentIndex);
}

void PartsView::set_page(PartsPage page) { pages_->setCurrentIndex(static_cast<int>(page)); }
void PartsView::save_csv() { list_->save_csv(); }
void PartsView::save_xlsx() { list_->save_xlsx(); }
void PartsView::save_cuts() { cutting_->save_pdf(); }

}  // namespace ovant
