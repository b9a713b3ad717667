// SPDX-License-Identifier: GPL-3.0-or-later
// A list of cameras before it is taken: what its columns hold, what each row would come to, rows
// that cannot be read to be mended in place. What headings and kinds were told to mean is
// remembered on this computer.
#pragma once

#include <QComboBox>
#include <QDialog>

#include <functional>
#include <vector>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "core/format/table_file.h"
#include "core/sheet/camera_list.h"

class QCheckBox;
class QFormLayout;
class QLabel;
class QPushButton;
class QTableView;

namespace ovant {

class ListModel;

// Columns as list_columns tells them with what was told on this computer before.
ListColumns columns_as_told(const std::vector<CsvRow>& rows, const Catalogue& catalogue);

class ListDialog : public QDialog {
    Q_OBJECT

public:
    ListDialog(Document& document, std::vector<TableSheet> sheets, QWidget* parent);
    // The rows that make cameras become some, in one step. The others stay to be mended; where none
    // is left the dialog ends.
    void take();
    // What is left, its headings with it; empty where nothing is.
    TableSheet left() const;

signals:
    void taken(const std::vector<std::string>& cameras,
               const std::vector<std::pair<CellText, Error>>& cells);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void place_choices();
    void show_sheet(int sheet);
    void choose_columns();
    void make_choices();
    void look();
    void ask_kinds();
    std::size_t named_again() const;
    void remember() const;
    void keep_left_out(const std::vector<std::size_t>& rows);

    Document& document_;
    std::vector<TableSheet> sheets_;
    ListModel* model_;
    QTableView* table_;
    QComboBox* sheet_;
    QCheckBox* headings_;
    QWidget* choices_box_;
    std::vector<QComboBox*> choices_;
    QWidget* kinds_box_;
    QFormLayout* kinds_;
    QLabel* words_;
    QPushButton* take_;
};

}  // namespace ovant
