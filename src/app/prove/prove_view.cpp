// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/prove_view.h"

#include <QStackedWidget>
#include <QTabBar>

#include "app/kit/page_tabs.h"
#include "app/prove/address_page.h"
#include "app/prove/bench_page.h"
#include "app/prove/cards_page.h"
#include "app/prove/handover_page.h"
#include "app/prove/ports_page.h"
#include "app/prove/readings_page.h"

namespace ovant {

ProveView::ProveView(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      pages_(page_tabs("provePages", tr("Pages of Prove"))),
      stack_(new QStackedWidget) {
    setObjectName("prove");
    for (const QString& text :
         {tr("Bench"), tr("Addresses"), tr("Ports"), tr("Cards"), tr("Readings"), tr("Handover")})
        pages_->addTab(text);
    pages_->setTabToolTip(0,
                          tr("Everything on a table first: what to set up and what must be seen"));
    pages_->setTabToolTip(1, tr("Who has which address and recorder channel, and how far it is"));
    pages_->setTabToolTip(2, tr("What each port of a switch is to be set to"));
    pages_->setTabToolTip(3, tr("Wiring cards, port by port"));
    pages_->setTabToolTip(4, tr("What was read on site against what the design promises"));
    pages_->setTabToolTip(5, tr("What is still open, and the record that both sides sign"));
    lay_out_pages(*this, pages_, stack_);
    pages_->setCurrentIndex(static_cast<int>(ProvePage::cards));
}

void ProveView::make_pages() {
    if (cards_) return;
    cards_ = new CardsPage(document_, prompts_);
    stack_->addWidget(new BenchPage(document_, prompts_));
    stack_->addWidget(new AddressPage(document_, prompts_));
    stack_->addWidget(new PortsPage(document_));
    stack_->addWidget(cards_);
    readings_ = new ReadingsPage(document_, prompts_);
    stack_->addWidget(readings_);
    stack_->addWidget(new HandoverPage(document_, prompts_));
    connect(pages_, &QTabBar::currentChanged, stack_, &QStackedWidget::setCurrentIndex);
    stack_->setCurrentIndex(pages_->currentIndex());
}

void ProveView::showEvent(QShowEvent*) { make_pages(); }

void ProveView::set_page(ProvePage page) {
    make_pages();
    pages_->setCurrentIndex(static_cast<int>(page));
}

void ProveView::take_reading(const Reading& reading) {
    set_page(ProvePage::readings);
    readings_->start_reading(reading);
}

void ProveView::save_pdf() {
    make_pages();
    cards_->save_pdf();
}

}  // namespace ovant
