// SPDX-License-Identifier: GPL-3.0-or-later
// "Assign for me": looks for an assignment aside, shows it as a preview with what moves, takes it
// or lets it go.
#pragma once

#include <QFrame>
#include <QLabel>
#include <QPushButton>

#include <memory>
#include <optional>
#include <thread>

#include "app/document/document.h"
#include "core/choose/assign.h"

namespace ovant {

class AssignBar : public QFrame {
    Q_OBJECT

public:
    explicit AssignBar(Document& document, QWidget* parent = nullptr);
    ~AssignBar() override;
    void look_for(const std::string& place);
    bool working() const { return working_; }

private:
    void show_found(Assignment found, unsigned long number);
    void use();
    void let_go();
    Document& document_;
    QLabel* text_;
    QLabel* moves_;
    QPushButton* use_;
    QPushButton* close_;
    std::optional<Assignment> found_;
    std::thread worker_;
    unsigned long number_ = 0;
    bool working_ = false, previewing_ = false;
};

}  // namespace ovant
