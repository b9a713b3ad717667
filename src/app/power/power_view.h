// SPDX-License-Identifier: GPL-3.0-or-later
// The Power stage: ports of one unit with its day below, the units of a place side by side, or the
// tree from mains to units.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QStackedWidget>
#include <QTabBar>
#include <QToolButton>

#include "app/document/document.h"

namespace ovant {

class AssignBar;
class DayChart;
class PortsPicture;
class TreePicture;

enum class PowerPage { ports, side_by_side, tree };

class PowerView : public QWidget {
    Q_OBJECT

public:
    explicit PowerView(Document& document, QWidget* parent = nullptr);
    void set_page(PowerPage page);
    // Asks for an assignment of the ports at the place of the unit shown.
    void assign();

signals:
    void day_settings_wanted();

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    void lay_out();
    QWidget* make_day();
    QLayout* make_day_controls();
    void refresh();
    void refresh_day();
    void title_day();
    void refresh_moment();
    std::string unit_of_selection() const;
    void show_unit(const std::string& device);
    std::string unit() const { return units_->currentData().toString().toStdString(); }
    Document& document_;
    QComboBox* units_;
    QComboBox* basis_;
    QTabBar* pages_;
    QStackedWidget* stack_;
    AssignBar* assign_bar_;
    PortsPicture* picture_;
    PortsPicture* together_;
    TreePicture* tree_;
    DayChart* chart_ = nullptr;
    QLabel* day_title_ = nullptr;
    QLabel* day_words_ = nullptr;
    QLabel* moment_words_ = nullptr;
    QToolButton* play_ = nullptr;
    QToolButton* keep_ = nullptr;
};

}  // namespace ovant
