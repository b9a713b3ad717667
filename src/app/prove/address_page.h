// SPDX-License-Identifier: GPL-3.0-or-later
// Addresses, channels and states of all units, with what is wrong with them and how to reach the
// selected one. Space ticks a unit on to its next state, Enter types and goes to the next.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTableView>
#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "app/kit/background_job.h"
#include "app/kit/in_slices.h"
#include "app/prove/address_model.h"

class QGridLayout;
class QHBoxLayout;

namespace ovant {

class AddressPage : public QWidget {
    Q_OBJECT

public:
    AddressPage(Document& document, Prompts& prompts, QWidget* parent = nullptr);
    void number_all();
    void bring_in(const QString& path);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    QLayout* make_subnet_row();
    QLayout* make_buttons();
    QLayout* make_foot();
    struct FieldWords {
        QString label, example;
    };
    QLineEdit* subnet_field(const char* name, const FieldWords& words);
    void make_table();
    void refresh();
    void take_read(AddressesRead read);
    AddressOrder order() const;
    void show_subnet();
    void change_subnet();
    void show_unit();
    void change_unit_text();
    void take_row();
    void take_selection();
    void save(const QString& filter, const QString& what, std::string (*text)(const Network&));
    std::string shown_subnet() const;

    Document& document_;
    Prompts& prompts_;
    AddressModel* model_;
    BackgroundJob<AddressesRead> job_;
    InSlices slices_{this};
    QLabel* summary_;
    QLineEdit* initials_;
    QComboBox* subnets_;
    QGridLayout* subnet_grid_ = nullptr;
    QLineEdit *network_ = nullptr, *gateway_ = nullptr, *dhcp_ = nullptr, *vlan_ = nullptr,
              *reserved_ = nullptr, *domain_ = nullptr;
    QPushButton* remove_subnet_;
    QPushButton* others_;
    QComboBox* order_;
    QTableView* table_;
    QListWidget* faults_;
    QLabel *unit_heading_, *unit_steps_;
    QLineEdit *serial_, *firmware_;
};

}  // namespace ovant
