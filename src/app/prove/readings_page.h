// SPDX-License-Identifier: GPL-3.0-or-later
// What was read on site against what the design promises: typed one after the other, or brought in
// from a tester's list. The reading at hand opens to its working.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QWidget>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/in_slices.h"
#include "app/kit/prompts.h"
#include "app/kit/working_view.h"
#include "core/prove/readings.h"

class QLayout;

namespace ovant {

class ReadingsPage : public QWidget {
    Q_OBJECT

public:
    ReadingsPage(Document& document, Prompts& prompts, QWidget* parent = nullptr);
    void bring_in(const QString& path);
    // The fields are those of this reading, its value to be typed.
    void start_reading(const Reading& reading);

private:
    QLayout* make_entry();
    QWidget* make_foot();
    void make_table();
    void offer_words();
    void refresh();
    // Readings with the site that they are of.
    struct Judged {
        std::shared_ptr<const Site> site;
        std::vector<JudgedReading> readings;
    };
    void take_judged(Judged judged);
    void size_columns();
    void fill_row(int row, const Reading& reading, const JudgedReading& judged);
    void add();
    void take();
    void remove();
    void show_reading();
    void take_selection();
    void show_promise();
    Result<Reading> typed() const;
    const Reading* current() const;

    Document& document_;
    Prompts& prompts_;
    QLabel* summary_;
    QLabel* promise_;
    QLineEdit *at_, *value_, *pair_, *air_, *initials_;
    QComboBox *of_, *under_, *since_;
    QTableWidget* table_;
    WorkingView* working_;
    QLabel* sentence_;
    QWidget* foot_;
    QPushButton *take_, *remove_;
    std::vector<JudgedReading> judged_;
    BackgroundJob<Judged> job_;
    InSlices slices_{this};
    bool to_end_ = false;  // what was added is to be shown
};

}  // namespace ovant
