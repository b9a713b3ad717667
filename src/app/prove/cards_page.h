// SPDX-License-Identifier: GPL-3.0-or-later
// The wiring cards as they will print, four to a page.
#pragma once

#include <QLabel>
#include <QScrollArea>
#include <QPixmap>
#include <QWidget>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/prompts.h"
#include "core/prove/cards.h"

namespace ovant {

class WhenSeen;

class CardsPage : public QWidget {
    Q_OBJECT

public:
    CardsPage(Document& document, Prompts& prompts, QWidget* parent = nullptr);
    void save_pdf();

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    // Cards laid out on pages, and how many of them are of runs that fail.
    struct Laid {
        std::vector<Card> pieces;
        std::size_t cards = 0, failing = 0;
    };
    void refresh();
    void take(Laid laid);
    void size_sheets();
    void follow_selection();
    Document& document_;
    Prompts& prompts_;
    QLabel* summary_;
    QScrollArea* scroll_;
    class Sheets;
    Sheets* sheets_;
    const QPixmap& picture_of(std::size_t page);
    double sheet_height() const;
    std::vector<Card> cards_;                             // as they are printed
    std::vector<std::pair<std::size_t, QPixmap>> drawn_;  // by page, the last seen first
    double page_width_ = 0;
    int pages_ = 0;
    WhenSeen* when_seen_;
    BackgroundJob<Laid> job_;
};

}  // namespace ovant
