// SPDX-License-Identifier: GPL-3.0-or-later
// What is handed over: what is still open, the record, paper, readings and labels.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QWidget>

#include <memory>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/in_slices.h"
#include "app/kit/prompts.h"
#include "core/prove/handover.h"
#include "phrase/handover_text.h"

namespace ovant {

class HandoverPage : public QWidget {
    Q_OBJECT

public:
    HandoverPage(Document& document, Prompts& prompts, QWidget* parent = nullptr);

private:
    // A handover and the network that it was made of, which it borrows.
    struct Made {
        std::shared_ptr<const Network> net;
        Handover handover;
        std::vector<OpenItem> open;
    };
    QWidget* make_foot();
    void refresh();
    void work_out(std::shared_ptr<const Network> net, const std::string& sha256);
    void show_made();
    void sign();
    void save_pdf();
    void save_csv();
    void show_labels();

    Document& document_;
    Prompts& prompts_;
    std::shared_ptr<const Made> made_;
    BackgroundJob<std::string> digest_job_;
    BackgroundJob<std::shared_ptr<const Made>> job_;
    InSlices slices_{this};
    QLabel* state_;
    QLabel* summary_;
    QListWidget* open_;
    QLineEdit *who_, *note_;
    QPushButton *sign_, *pdf_;
    QLabel* digest_;
};

}  // namespace ovant
