// SPDX-License-Identifier: GPL-3.0-or-later
// Looks for cameras on the network of an interface that is picked, only when pressed.
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QTimer>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "net/look.h"

namespace ovant {

class LookDialog : public QDialog {
    Q_OBJECT

public:
    LookDialog(Document& document, QWidget* parent);

private:
    void look();
    void stop();
    void take(const Result<Looked>& looked);

    Document& document_;
    QComboBox* interface_;
    QProgressBar* progress_;
    QLabel* words_;
    QPushButton* look_;
    QTimer shown_;  // how far it is
    BackgroundJob<std::shared_ptr<const Result<Looked>>> job_;
};

}  // namespace ovant
