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

constexpr double between_pages = 14, above_pages = 6;

}  // namespace

// All pages under each other, each drawn when it comes into view: one widget, as a big site has
// thousands of pages.
class CardsPage::Sheets : public QWidget {
public:
    explicit Sheets(CardsPage& view) : view_(view) {
        setObjectName("cardSheets");
        setAccessibleName(tr("Pages of wiring cards"));
    }
    int top_of(std::size_t page) const {
        return static_cast<int>(above_pages +
                                static_cast<double>(page) * (view_.sheet_height() + between_pages));
    }

protected:
    void paintEvent(QPaintEvent* event) override {
        QPainter painter(this);
        const double step = view_.sheet_height() + between_pages;
        const int first = static_cast<int>(std::floor((event->rect().top() - above_pages) / step));
        for (int page = std::max(0, first); page < view_.pages_; ++page) {
            const int top = top_of(static_cast<std::size_t>(page));
            if (top > event->rect().bottom()) break;
            const QPixmap& picture = view_.picture_of(static_cast<std::size_t>(page));
            painter.drawPixmap(
                QPointF(std::floor((width() - picture.width() / picture.devicePixelRatio()) / 2),
                        top),
                picture);
        }
    }

private:
    CardsPage& view_;
};

CardsPage::CardsPage(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      summary_(new QLabel),
      scroll_(new QScrollArea),
      sheets_(new Sheets(*this)) {
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
    scroll_->setWidget(sheets_);
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
void CardsPage::resizeEvent(QResizeEvent*) { size_sheets(); }

// Cards are laid out aside; until they are there the last ones stand.
void CardsPage::refresh() {
    if (pages_ == 0) summary_->setText(tr("working…"));
    job_.start(
        [net = document_.shared_site_network(), name = document_.site().name,
         units = document_.units(), catalogue = document_.shared_catalogue()](const Wanted&) {
            const std::vector<Card> cards = wiring_cards(*net);
            const auto failing = std::count_if(cards.begin(), cards.end(), [](const Card& card) {
                return card.verdict == Verdict::fails;
            });
            return Laid{card_pieces(cards, name, {units, catalogue.get()}), cards.size(),
                        static_cast<std::size_t>(failing)};
        },
        [this](Laid laid) { take(std::move(laid)); });
}

void CardsPage::take(Laid laid) {
    summary_->setText(laid.failing > 0
                          ? tr("%1 cards, %2 of runs that fail").arg(laid.cards).arg(laid.failing)
                          : tr("%1 cards").arg(laid.cards));
    const bool first = pages_ == 0;
    cards_ = std::move(laid.pieces);
    pages_ = static_cast<int>(
        std::max<std::size_t>(1, (cards_.size() + cards_a_page - 1) / cards_a_page));
    page_width_ = 0;  // other pictures
    size_sheets();
    if (first) follow_selection();
}

double CardsPage::sheet_height() const {
    return std::floor(page_width_ * page_height_points / page_width_points);
}

void CardsPage::size_sheets() {
    const double width = std::clamp(scroll_->width() - 24.0, 300.0, 900.0);
    if (width == page_width_) return;
    page_width_ = width;
    drawn_.clear();
    sheets_->setFixedHeight(sheets_->top_of(static_cast<std::size_t>(pages_)));
    sheets_->update();
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
    if (found == cards_.end()) return;
    const auto page = static_cast<std::size_t>(found - cards_.begin()) / cards_a_page;
    scroll_->verticalScrollBar()->setValue(sheets_->top_of(page));
}

void CardsPage::save_pdf() {
    save_export_of(this, document_, prompts_,
                   {tr("Save wiring cards"), tr("PDF (*.pdf)"), tr("wiring cards.pdf")}, [&] {
                       return cards_pdf(wiring_cards(document_.site_network()),
                                        document_.site().name, document_.text());
                   });
}

}  // namespace ovant
