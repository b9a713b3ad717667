// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/cutting_page.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/parts/cut_picture.h"
#include "app/parts/left_over_dialog.h"
#include "app/document/save_export.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"
#include "phrase/parts_text.h"
#include "print/cuts_pdf.h"

namespace ovant {

CuttingPage::CuttingPage(Document& document, PartsWork& work, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      work_(work),
      prompts_(prompts),
      summary_(new QLabel),
      scroll_(new QScrollArea) {
    setObjectName("cuttingPage");
    summary_->setObjectName("cutsSummary");
    summary_->setWordWrap(true);
    summary_->setFont(text_font(*this, 1.05, true));
    auto* left_overs = new QPushButton(icon(Icon::table), tr("Left-overs…"));
    left_overs->setObjectName("leftOvers");
    left_overs->setToolTip(tr("Lengths of cable that are there already, and cost nothing"));
    auto* save = new QPushButton(icon(Icon::card), tr("Save PDF to print…"));
    save->setObjectName("saveCuts");
    save->setToolTip(tr("A card for each box and drum: what to cut from it, in which order"));
    auto* top = new QHBoxLayout;
    top->addWidget(summary_, 1);
    top->addWidget(left_overs);
    top->addWidget(save);
    scroll_->setObjectName("cuts");
    scroll_->setAccessibleName(tr("Packages and what is cut from each"));
    scroll_->setWidgetResizable(true);
    scroll_->setFrameShape(QFrame::NoFrame);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addLayout(top);
    layout->addWidget(scroll_, 1);
    connect(left_overs, &QPushButton::clicked, this, &CuttingPage::open_left_overs);
    connect(save, &QPushButton::clicked, this, &CuttingPage::save_pdf);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&work_, &PartsWork::ready, when_seen, [when_seen] { when_seen->ask(); });
    connect(&document_, &Document::selection_changed, scroll_, [this] {
        if (scroll_->widget()) scroll_->widget()->update();
    });
}

void CuttingPage::refresh() {
    const std::shared_ptr<const PartsBought> bought = work_.bought();
    if (!bought) return summary_->setText(tr("working…"));
    if (bought == shown_) return;
    shown_ = bought;
    std::size_t packages = 0;
    for (const CableCuts& cuts : bought->cuts.cables) packages += cuts.packages.size();
    const std::string& currency = document_.site().settings.currency;
    summary_->setText(packages == 0
                          ? tr("no cable is laid yet")
                          : tr("cable for %1").arg(q(shown_money(bought->cuts.price(), currency))));
    auto* content = new QWidget;
    auto* column = new QVBoxLayout(content);
    column->setContentsMargins(0, 6, 8, 6);
    column->setSpacing(4);
    for (const CableCuts& cuts : bought->cuts.cables) {
        auto* name = wrapped_label(q(kind_name(document_.text(), cuts.cable)), content);
        name->setFont(text_font(*this, 1, true));
        auto* what = wrapped_label(q(bought_text(cuts, document_.text(), currency)) + ".  " +
                                       q(proof_text(cuts, document_.text())),
                                   content);
        set_tone(what, Tone::quiet);
        column->addWidget(name);
        column->addWidget(what);
        if (!cuts.too_long.empty()) {
            auto* too_long = wrapped_label(q(too_long_text(cuts, document_.text())), content);
            too_long->setObjectName(q("tooLong-" + cuts.cable));
            set_tone(too_long, Tone::fails);
            column->addWidget(too_long);
        }
        column->addWidget(new CutPicture(document_, cuts, content));
        column->addSpacing(10);
    }
    column->addStretch(1);
    scroll_->setWidget(content);
}

void CuttingPage::open_left_overs() { LeftOverDialog(document_, this).exec(); }

void CuttingPage::save_pdf() {
    save_export_of(this, document_, prompts_,
                   {tr("Save the cut plan"), tr("PDF (*.pdf)"), tr("cut plan.pdf")}, [this] {
                       return cuts_pdf(work_.bought_now()->cuts, document_.committed(),
                                       document_.text());
                   });
}

}  // namespace ovant
