// SPDX-License-Identifier: GPL-3.0-or-later
// Practice: a fault is hidden in a run of the demo; the apprentice takes readings, each of which
// costs minutes, sees how likely each suspect becomes, names one, and is told what it was and how
// an expert would have gone. Nothing of it touches the open site.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>

#include <memory>

#include "app/kit/background_job.h"
#include "core/prove/exercise.h"

namespace ovant {

class PracticeDialog : public QDialog {
    Q_OBJECT

public:
    // The same seed hides the same faults, one after the other.
    PracticeDialog(Site site, unsigned seed, QWidget* parent = nullptr);

private:
    void make_readings();
    void make_suspects();
    void start_anew();
    void take();
    void fill_reading(int row);
    void show_suspects(const Result<Diagnosis>& found);
    void name_it();
    void reveal(const Fault& named, const std::vector<ExpertStep>& steps);
    QString expert_words(const std::vector<ExpertStep>& steps) const;

    std::shared_ptr<const Site> site_;
    std::shared_ptr<const Catalogue> catalogue_;
    unsigned seed_;
    std::shared_ptr<const Exercise> exercise_;
    std::vector<std::size_t> taken_;
    std::vector<Fault> suspects_;    // as they stand in the table
    std::vector<double> of_hidden_;  // likelihood of the hidden one after each reading
    QLabel *story_, *spent_, *told_;
    QTableWidget *readings_, *likely_;
    QPushButton *take_, *name_, *another_;
    BackgroundJob<std::shared_ptr<const Result<Diagnosis>>> job_;
    BackgroundJob<std::vector<ExpertStep>> expert_job_;
};

}  // namespace ovant
