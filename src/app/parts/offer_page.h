// SPDX-License-Identifier: GPL-3.0-or-later
// The offer: what it costs, what the customer pays, and its papers.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "app/parts/parts_work.h"

class QCheckBox;
class QLabel;
class QTableWidget;

namespace ovant {

class OfferPage : public QWidget {
    Q_OBJECT

public:
    OfferPage(Document& document, PartsWork& work, const Prompts& prompts,
              QWidget* parent = nullptr);
    void save_pdf();
    void save_xlsx();
    void save_csv();

signals:
    void rates_wanted();

private:
    void refresh();
    void add_row(const QStringList& cells, bool bold);

    Document& document_;
    PartsWork& work_;
    const Prompts& prompts_;
    QLabel *summary_, *note_;
    QCheckBox* costs_;
    QTableWidget* table_;
};

}  // namespace ovant
