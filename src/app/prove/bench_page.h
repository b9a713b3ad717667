// SPDX-License-Identifier: GPL-3.0-or-later
// Everything on a table first: the set-ups and their steps, ticked or failed with a note. One hand:
// Space ticks, Enter goes on to the next that is open, typing writes the note.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QWidget>

#include <memory>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/in_slices.h"
#include "app/kit/prompts.h"
#include "app/kit/working_view.h"
#include "core/prove/bench.h"

class QScrollArea;

namespace ovant {

class BenchPage : public QWidget {
    Q_OBJECT

public:
    BenchPage(Document& document, Prompts& prompts, QWidget* parent = nullptr);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QWidget* make_foot();
    void make_table();
    void refresh();
    void take_plan(std::shared_ptr<const BenchPlan> plan);
    void make_rows(QStringList headings);
    void make_heading_row(int row, const QString& text);
    void make_step_row(int row);
    void show_states();
    void show_state(int row, const BenchRecord* record);
    void size_rows();
    void show_step();
    const BenchStep* current() const;
    const BenchStep* step_in(int row) const;
    void set_state(std::optional<BenchState> state);
    void write_note();
    void next_open();
    void start_at_selection();
    void save_pdf();

    Document& document_;
    Prompts& prompts_;
    std::shared_ptr<const BenchPlan> plan_;
    BackgroundJob<std::shared_ptr<const BenchPlan>> job_;
    std::vector<const BenchStep*> rows_;  // null for a heading
    QStringList shape_;                   // what stands in them
    std::string shown_;                   // the step in the foot
    QLabel* summary_;
    QTableWidget* table_;
    QLabel* sentence_;
    QLineEdit* note_;
    WorkingView* working_;
    QScrollArea* working_area_;
    InSlices states_{this}, heights_{this};
    QWidget* foot_;
    QPushButton *done_, *fails_;
};

}  // namespace ovant
