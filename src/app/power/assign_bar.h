// SPDX-License-Identifier: GPL-3.0-or-later
// "Assign for me": looks for an assignment aside, shows it as a preview with what moves, takes it
// or lets it go.
#pragma once

#include <QFrame>
#include <QLabel>
#include <QPushButton>

#include <optional>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "core/choose/assign.h"

namespace ovant {

class AssignBar : public QFrame {
    Q_OBJECT

public:
    explicit AssignBar(Document& document, QWidget* parent = nullptr);
    void look_for(const std::string& place);
    bool working() const { return job_.running(); }

private:
    void show_found(Assignment found);
    void use();
    void let_go();
    Document& document_;
    QLabel* text_;
    QLabel* moves_;
    QPushButton* use_;
    QPushButton* close_;
    std::optional<Assignment> found_;
    BackgroundJob<Assignment> job_;
    bool previewing_ = false;
};

}  // namespace ovant
