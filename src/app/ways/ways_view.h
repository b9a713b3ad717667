// SPDX-License-Identifier: GPL-3.0-or-later
// Every way to reach the selected camera in one table: build to scale, what decides it, room to
// spare, price, work. The strip below shows the chosen way, or two of them one under the other.
#pragma once

#include <QWidget>

#include <set>

#include "app/document/proposals.h"
#include "app/ways/ways_model.h"

class QLabel;
class QPushButton;
class QSortFilterProxyModel;
class QTreeView;

namespace ovant {

class StripView;

class WaysView : public QWidget {
    Q_OBJECT

public:
    explicit WaysView(Document& document, QWidget* parent = nullptr);
    const WaysModel& model() const { return *model_; }
    // The way under the cursor becomes the camera's run, as one step of history.
    void use_current();
    // Pins or unpins the way under the cursor; the last two pinned are compared.
    void pin_current();
    // The site with this way is kept as another design; what stands stays.
    void keep_current();

protected:
    void resizeEvent(QResizeEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void make_table();
    void lay_out();
    void fill();
    void show_strips();
    const Proposal* current() const;
    int current_row() const;  // of the model, -1 for none

    Document& document_;
    WaysModel* model_;
    QSortFilterProxyModel* sorted_;
    QTreeView* table_;
    QLabel* heading_;
    QLabel* beside_;
    QLabel* parts_;  // what the way under the cursor consists of
    QPushButton* use_;
    QPushButton* pin_;
    QPushButton* keep_;
    StripView* strip_;
    std::string camera_;
    std::shared_ptr<const RunProposals> filled_with_;
};

}  // namespace ovant
