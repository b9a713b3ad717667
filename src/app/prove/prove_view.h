// SPDX-License-Identifier: GPL-3.0-or-later
// The Prove stage: pages in the order of work over one set of records: bench,
// addresses, ports, wiring cards, readings, handover.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"

class QStackedWidget;
class QTabBar;

namespace ovant {

class CardsPage;
class ReadingsPage;

enum class ProvePage { bench, addresses, ports, cards, readings, handover };

class ProveView : public QWidget {
    Q_OBJECT

public:
    ProveView(Document& document, Prompts& prompts, QWidget* parent = nullptr);
    void set_page(ProvePage page);
    // The readings page is ready for the value of this reading.
    void take_reading(const Reading& reading);
    void save_pdf();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void make_pages();
    Document& document_;
    Prompts& prompts_;
    QTabBar* pages_;
    QStackedWidget* stack_;
    CardsPage* cards_ = nullptr;  // made with the others when the stage is first seen
    ReadingsPage* readings_ = nullptr;
};

}  // namespace ovant
