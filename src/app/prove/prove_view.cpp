// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/prove_view.h"

#include <poppler-qt6.h>

#include <QPushButton>
#include <QScrollBar>
#include <QVBoxLayout>

#include <algorithm>

#include "app/theme/theme.h"
#include "core/format/file_store.h"
#include "core/prove/cards.h"
#include "phrase/error_text.h"
#include "print/cards_pdf.h"

namespace ovant {
namespace {

constexpr int cards_a_page = 4;
constexpr double points_an_inch = 72, page_width_points = 595.28;

}  // namespace

ProveView::ProveView(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      summary_(new QLabel),
      scroll_(new QScrollArea) {
    setObjectName("prove");
    auto* heading = new QLabel(tr("Wiring cards"));
    heading->setFont(text_font(*this, 1.1, true));
    summary_->setObjectName("cardsSummary");
    auto* save = new QPushButton(tr("Save PDF to print…"));
    save->setObjectName("savePdf");
    auto* top = new QHBoxLayout;
    top->addWidget(heading);
    top->addSpacing(14);
    top->addWidget(summary_);
    top->addStretch(1);
    top->addWidget(save);
    auto* note = new QLabel(
        tr("One card a run, port by port in order of work. Set everything up on a table first."));
    scroll_->setObjectName("sheets");
    scroll_->setWidgetResizable(true);
    scroll_->setFrameShape(QFrame::NoFrame);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addLayout(top);
    layout->addWidget(note);
    layout->addWidget(scroll_, 1);
    connect(save, &QPushButton::clicked, this, &ProveView::save_pdf);
    connect(&document_, &Document::changed, this, [this] {
        stale_ = true;
        if (isVisible() && !document_.previewing()) refresh();
    });
    connect(&document_, &Document::selection_changed, this, &ProveView::follow_selection);
}

void ProveView::showEvent(QShowEvent*) {
    if (stale_) refresh();
    follow_selection();
}

void ProveView::resizeEvent(QResizeEvent*) {
    stale_ = true;
    if (isVisible()) refresh();
}

void ProveView::refresh() {
    const std::vector<Card> cards = wiring_cards(document_.site_network());
    cameras_.clear();
    for (const Card& card : cards) cameras_.push_back(card.camera);
    pdf_ = cards_pdf(cards, document_.site().name, document_.text());
    const auto failing = std::count_if(cards.begin(), cards.end(), [](const Card& card) {
        return card.verdict == Verdict::fails;
    });
    summary_->setText(failing > 0
                          ? tr("%1 cards, %2 of runs that fail").arg(cards.size()).arg(failing)
                          : tr("%1 cards").arg(cards.size()));
    auto* content = new QWidget;
    sheets_ = new QVBoxLayout(content);
    sheets_->setContentsMargins(0, 6, 0, 6);
    sheets_->setSpacing(14);
    const auto pdf = Poppler::Document::loadFromData(
        QByteArray::fromRawData(pdf_.data(), static_cast<qsizetype>(pdf_.size())));
    pages_ = pdf ? pdf->numPages() : 0;
    const double width = std::clamp(scroll_->width() - 24.0, 300.0, 900.0);
    const double ratio = devicePixelRatioF();
    const double resolution = points_an_inch * width / page_width_points * ratio;
    for (int page = 0; page < pages_; ++page) {
        pdf->setRenderHint(Poppler::Document::Antialiasing);
        pdf->setRenderHint(Poppler::Document::TextAntialiasing);
        QPixmap picture =
            QPixmap::fromImage(pdf->page(page)->renderToImage(resolution, resolution));
        picture.setDevicePixelRatio(ratio);
        auto* sheet = new QLabel;
        sheet->setObjectName(QString("sheet-%1").arg(page));
        sheet->setAccessibleName(tr("Page %1 of wiring cards").arg(page + 1));
        sheet->setPixmap(picture);
        sheet->setAlignment(Qt::AlignCenter);
        sheets_->addWidget(sheet);
    }
    sheets_->addStretch(1);
    scroll_->setWidget(content);
    stale_ = false;
}

void ProveView::follow_selection() {
    const auto found = std::find(cameras_.begin(), cameras_.end(), document_.selected_camera());
    if (found == cameras_.end() || !scroll_->widget()) return;
    const auto page = (found - cameras_.begin()) / cards_a_page;
    if (auto* sheet = scroll_->widget()->findChild<QWidget*>(QString("sheet-%1").arg(page))) {
        scroll_->widget()->layout()->activate();
        scroll_->verticalScrollBar()->setValue(sheet->y());
    }
}

void ProveView::save_pdf() {
    if (stale_) refresh();
    const QString path =
        prompts_.save_path(this, tr("Save wiring cards"), tr("PDF (*.pdf)"),
                           QString::fromStdString(document_.site().name) + tr(" wiring cards.pdf"));
    if (path.isEmpty()) return;
    const Result<FileStamp> saved = save_file(path.toStdString(), pdf_, std::nullopt);
    if (!saved) emit document_.refused(QString::fromStdString(sentence(saved.error())));
}

}  // namespace ovant
