// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/cards_page.h"

#include <poppler-qt6.h>

#include <QPainter>
#include <QPushButton>
#include <QScrollBar>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

#include "app/document/save_export.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "print/cards_pdf.h"

namespace ovant {
namespace {

constexpr double points_an_inch = 72, page_width_points = 595.28, page_height_points = 841.89;
constexpr std::size_t most_drawn = 12;  // pages whose pictures are held

}  // namespace

CardsPage::CardsPage(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      summary_(new QLabel),
      scroll_(new QScrollArea) {
    setObjectName("cardsPage");
    auto* heading = new QLabel(tr("Wiring cards"));
    heading->setFont(text_font(*this, 1.1, true));
    summary_->setObjectName("cardsSummary");
    auto* save = new QPushButton(icon(Icon::card), tr("Save PDF to print…"));
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
    scroll_->setAccessibleName(tr("Wiring cards"));
    scroll_->setWidgetResizable(true);
    scroll_->setFrameShape(QFrame::NoFrame);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addLayout(top);
    layout->addWidget(note);
    layout->addWidget(scroll_, 1);
    connect(save, &QPushButton::clicked, this, &CardsPage::save_pdf);
    when_seen_ = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::preview) when_seen_->ask();
    });
    connect(&document_, &Document::selection_changed, this, &CardsPage::follow_selection);
}

void CardsPage::showEvent(QShowEvent*) { follow_selection(); }
void CardsPage::resizeEvent(QResizeEvent*) { when_seen_->ask(); }

// One page of cards, drawn when it comes into view.
class CardsPage::Sheet : public QWidget {
public:
    Sheet(CardsPage& view, std::size_t page) : view_(view), page_(page) {
        setObjectName(QString("sheet-%1").arg(page));
        setAccessibleName(tr("Page %1 of wiring cards").arg(page + 1));
    }

protected:
    void paintEvent(QPaintEvent*) override {
        const QPixmap& picture = view_.picture_of(page_);
        QPainter(this).drawPixmap(
            QPointF(std::floor((width() - picture.width() / picture.devicePixelRatio()) / 2), 0),
            picture);
    }

private:
    CardsPage& view_;
    std::size_t page_;
};

void CardsPage::refresh() {
    const std::vector<Card> cards = wiring_cards(document_.site_network());
    const auto failing = std::count_if(cards.begin(), cards.end(), [](const Card& card) {
        return card.verdict == Verdict::fails;
    });
    summary_->setText(failing > 0
                          ? tr("%1 cards, %2 of runs that fail").arg(cards.size()).arg(failing)
                          : tr("%1 cards").arg(cards.size()));
    cards_ = card_pieces(cards, document_.site().name, document_.text());
    drawn_.clear();
    pages_ = static_cast<int>(
        std::max<std::size_t>(1, (cards_.size() + cards_a_page - 1) / cards_a_page));
    auto* content = new QWidget;
    sheets_ = new QVBoxLayout(content);
    sheets_->setContentsMargins(0, 6, 0, 6);
    sheets_->setSpacing(14);
    page_width_ = std::clamp(scroll_->width() - 24.0, 300.0, 900.0);
    for (int page = 0; page < pages_; ++page) {
        auto* sheet = new Sheet(*this, static_cast<std::size_t>(page));
        sheet->setFixedHeight(
            static_cast<int>(page_width_ * page_height_points / page_width_points));
        sheets_->addWidget(sheet);
    }
    sheets_->addStretch(1);
    scroll_->setWidget(content);
}

// The picture of a page as it will print; of those drawn the longest unseen goes.
const QPixmap& CardsPage::picture_of(std::size_t page) {
    const auto known = std::find_if(drawn_.begin(), drawn_.end(),
                                    [&](const auto& one) { return one.first == page; });
    if (known != drawn_.end()) {
        std::rotate(drawn_.begin(), known, known + 1);
        return drawn_.front().second;
    }
    const std::size_t first = page * cards_a_page;
    const std::size_t last = std::min(first + cards_a_page, cards_.size());
    const std::vector<Card> of_page(
        cards_.begin() + static_cast<std::ptrdiff_t>(std::min(first, last)),
        cards_.begin() + static_cast<std::ptrdiff_t>(last));
    const std::string bytes = cards_pdf(of_page, document_.site().name, document_.text());
    const auto pdf = Poppler::Document::loadFromData(
        QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size())));
    QPixmap picture;
    const double ratio = devicePixelRatioF();
    if (const auto printed = pdf ? pdf->page(0) : nullptr) {
        pdf->setRenderHint(Poppler::Document::Antialiasing);
        pdf->setRenderHint(Poppler::Document::TextAntialiasing);
        const double resolution = points_an_inch * page_width_ / page_width_points * ratio;
        picture = QPixmap::fromImage(printed->renderToImage(resolution, resolution));
        picture.setDevicePixelRatio(ratio);
    }
    drawn_.insert(drawn_.begin(), {page, std::move(picture)});
    if (drawn_.size() > most_drawn) drawn_.pop_back();
    return drawn_.front().second;
}

void CardsPage::follow_selection() {
    const std::string camera = document_.selected_camera();
    const auto found = std::find_if(cards_.begin(), cards_.end(),
                                    [&](const Card& card) { return card.camera == camera; });
    if (found == cards_.end() || !scroll_->widget()) return;
    const auto page = static_cast<std::size_t>(found - cards_.begin()) / cards_a_page;
    if (auto* sheet = scroll_->widget()->findChild<QWidget*>(QString("sheet-%1").arg(page))) {
        scroll_->widget()->layout()->activate();
        scroll_->verticalScrollBar()->setValue(sheet->y());
    }
}

void CardsPage::save_pdf() {
    refresh();
    save_export_of(this, document_, prompts_,
                   {tr("Save wiring cards"), tr("PDF (*.pdf)"), tr("wiring cards.pdf")},
                   [&] { return cards_pdf(cards_, document_.site().name, document_.text()); });
}

}  // namespace ovant
