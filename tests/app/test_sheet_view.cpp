// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet in the window: by keys as in any spreadsheet, one step of history each.
#include <QClipboard>

#include "app/parts/parts_view.h"
#include "app/prove/prove_view.h"
#include "app/runs/sheet_model.h"
#include "app/runs/sheet_view.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "phrase/sheet_text.h"

using namespace ovant;

namespace {

QTableView* open_sheet(Driver& d) {
    d.key(&d.window(), Qt::Key_F8);
    REQUIRE(d.window().shows_sheet());
    auto* table = d.find<QTableView>("sheetTable");
    REQUIRE(table->isVisible());
    return table;
}

void go_to(QTableView* table, int row, SheetColumn column) {
    table->setCurrentIndex(table->model()->index(row, SheetModel::column_of(column)));
    QApplication::processEvents();
}

QString cell(QTableView* table, int row, SheetColumn column) {
    return table->model()->index(row, SheetModel::column_of(column)).data(Qt::EditRole).toString();
}

// As a person does: the first letter opens the editor, Return ends it.
void type_into(QTableView* table, const QString& text) {
    QTest::keyClicks(table, text.left(1));
    QWidget* editor = QApplication::focusWidget();
    REQUIRE(qobject_cast<QLineEdit*>(editor));
    QTest::keyClicks(editor, text.mid(1));
    QTest::keyClick(editor, Qt::Key_Return);
    QApplication::processEvents();
    QApplication::processEvents();
    CHECK(table->hasFocus());
}

}  // namespace

TEST_CASE(
    "cells are typed by keyboard: letters are no tools, the verdict moves, undo takes it back",
    "[app][sheet]") {
    Driver d;
    d.open_copper();
    QTableView* table = open_sheet(d);
    const auto rows = static_cast<int>(d.document().assessment().runs.size());
    CHECK(table->model()->rowCount() == rows + 1);
    CHECK(table->hasFocus());
    go_to(table, 0, SheetColumn::name);
    type_into(table, "Cellar");
    CHECK(d.window().shows_sheet());
    CHECK(cell(table, 0, SheetColumn::name) == "Cellar");
    CHECK(d.document().committed().devices.size() > 0);
    // What is selected on the plan is selected here, and the other way about.
    const std::string first = d.document().assessment().runs[CameraNumber(0)].camera;
    CHECK(table->currentIndex().row() == 1);  // Return goes down
    CHECK(d.document().selected_camera() != first);
    go_to(table, 0, SheetColumn::name);
    CHECK(d.document().selected_camera() == first);
    d.document().select(d.document().assessment().runs[CameraNumber(1)].camera);
    CHECK(table->currentIndex().row() == 1);

    const auto single = [&] {
        for (CameraNumber camera : d.document().network().runs.numbers())
            if (d.document().network().runs[camera].links.size() == 1 &&
                d.document().assessment().runs[camera].verdict == Verdict::holds)
                return camera;
        FAIL("no run of one length");
        return CameraNumber(0);
    }();
    go_to(table, static_cast<int>(single.position()), SheetColumn::length);
    type_into(table, "400");
    CHECK(d.document().assessment().runs[single].verdict == Verdict::fails);
    d.document().undo();
    CHECK(d.document().assessment().runs[single].verdict == Verdict::holds);
    d.document().undo();
    CHECK(cell(table, 0, SheetColumn::name) != "Cellar");
}

TEST_CASE("what cannot be taken stays in its cell, marked, until it is mended or dropped",
          "[app][sheet]") {
    Driver d;
    d.open_copper();
    QTableView* table = open_sheet(d);
    const Site before = d.document().committed();
    go_to(table, 0, SheetColumn::watts);
    const QString was = cell(table, 0, SheetColumn::watts);
    type_into(table, "7 parsecs");
    CHECK(cell(table, 0, SheetColumn::watts) == "7 parsecs");
    const QModelIndex at = table->model()->index(0, SheetModel::column_of(SheetColumn::watts));
    CHECK(at.data(SheetModel::refused_role).isValid());
    CHECK(at.data(Qt::ToolTipRole).toString().contains("W"));
    CHECK(d.document().committed() == before);
    CHECK_FALSE(d.document().can_undo());
    go_to(table, 0, SheetColumn::watts);
    d.key(table, Qt::Key_Delete);  // dropped
    CHECK(cell(table, 0, SheetColumn::watts) == was);
    CHECK(d.document().committed() == before);
    type_into(table, "x");
    type_into(table, "7");  // the cell below: a value that is one
    go_to(table, 0, SheetColumn::watts);
    type_into(table, "6.5");  // mended
    CHECK_FALSE(at.data(SheetModel::refused_role).isValid());
    CHECK(cell(table, 0, SheetColumn::watts) == "6.5 W");
}

TEST_CASE("blocks are copied, pasted and filled down in one step each", "[app][sheet]") {
    Driver d;
    d.open_copper();
    QTableView* table = open_sheet(d);
    REQUIRE(d.document().assessment().runs.size() >= 2);
    QGuiApplication::clipboard()->setText("One\tMini dome, 2 MP, no infrared\nTwo\tno such kind\n");
    go_to(table, 0, SheetColumn::name);
    QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
    CHECK(cell(table, 0, SheetColumn::name) == "One");
    CHECK(cell(table, 0, SheetColumn::kind) == "Mini dome, 2 MP, no infrared");
    CHECK(cell(table, 1, SheetColumn::name) == "Two");
    CHECK(cell(table, 1, SheetColumn::kind) == "no such kind");
    CHECK(d.document().can_undo());
    d.document().undo();
    CHECK_FALSE(d.document().can_undo());
    d.document().redo();

    const auto choose = [&](int from_row, SheetColumn from, int to_row, SheetColumn to) {
        const QAbstractItemModel* model = table->model();
        table->selectionModel()->select(
            QItemSelection(model->index(from_row, SheetModel::column_of(from)),
                           model->index(to_row, SheetModel::column_of(to))),
            QItemSelectionModel::ClearAndSelect);
    };
    choose(0, SheetColumn::name, 1, SheetColumn::name);
    QTest::keyClick(table, Qt::Key_D, Qt::ControlModifier);
    CHECK(cell(table, 1, SheetColumn::name) == "One");
    // Copied and pasted over itself nothing changes.
    const Site before = d.document().committed();
    choose(0, SheetColumn::name, 1, SheetColumn::channel);
    QTest::keyClick(table, Qt::Key_C, Qt::ControlModifier);
    CHECK(QGuiApplication::clipboard()->text().count('\n') == 2);
    QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
    CHECK(d.document().committed() == before);
}

TEST_CASE("sorting and searching never change the site, and a paste goes where it is seen",
          "[app][sheet]") {
    Driver d;
    d.open_copper();
    QTableView* table = open_sheet(d);
    const Site before = d.document().committed();
    for (SheetColumn column : all_sheet_columns) {
        for (Qt::SortOrder order : {Qt::AscendingOrder, Qt::DescendingOrder}) {
            table->sortByColumn(SheetModel::column_of(column), order);
            // The new row stays last.
            CHECK(cell(table, table->model()->rowCount() - 1, SheetColumn::unit).isEmpty());
        }
    }
    CHECK(d.document().committed() == before);
    table->sortByColumn(SheetModel::column_of(SheetColumn::unit), Qt::DescendingOrder);
    const QString top = cell(table, 0, SheetColumn::unit);
    go_to(table, 0, SheetColumn::name);
    type_into(table, "Topmost");
    CHECK(cell(table, 0, SheetColumn::name) == "Topmost");
    CHECK(find_device(d.document().committed(), top.toStdString())->name == "Topmost");
    auto* search = d.find<QLineEdit>("sheetSearch");
    search->setText("topmost");
    CHECK(table->model()->rowCount() == 2);  // and the new row
    go_to(table, 0, SheetColumn::name);
    d.window().document();
    const Site now = d.document().committed();
    QGuiApplication::clipboard()->setText("A\nB\nC\n");
    QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
    CHECK(d.document().committed() == now);  // more rows than are shown
    search->clear();
    CHECK(table->model()->rowCount() ==
          static_cast<int>(d.document().assessment().runs.size()) + 1);
}

TEST_CASE("forty rows of a spreadsheet become a checked, priced and carded job in few actions",
          "[app][sheet][actions]") {
    QString rows;
    for (int i = 1; i <= 40; ++i)
        rows += QString("Camera %1\tFixed dome, 4 MP, 20 m infrared\t%2 m\n").arg(i).arg(20 + i);
    QGuiApplication::clipboard()->setText(rows);
    Driver d;
    int actions = 0;
    const auto act = [&](QWidget* on, Qt::Key key, Qt::KeyboardModifiers with = Qt::NoModifier) {
        ++actions;
        QTest::keyClick(on, key, with);
        QApplication::processEvents();
    };
    d.window().new_site();
    act(&d.window(), Qt::Key_F8);
    QTableView* table = d.find<QTableView>("sheetTable");
    act(table, Qt::Key_V, Qt::ControlModifier);
    CHECK(d.document().assessment().runs.size() == 40);
    CHECK(d.document().assessment().summary.holds == 40);
    act(&d.window(), Qt::Key_4, Qt::ControlModifier);
    CHECK(d.window().stage() == Stage::parts);
    act(&d.window(), Qt::Key_5, Qt::ControlModifier);
    d.find<ProveView>("prove")->set_page(ProvePage::cards);
    ++actions;
    d.wait([&] { return d.text_of("cardsSummary").startsWith("40 cards"); });
    CHECK(actions <= 10);
    d.document().undo();  // one step
    CHECK(d.document().assessment().runs.size() == 0);
}

TEST_CASE("the last row becomes a run once it has a name or a kind, and metres", "[app][sheet]") {
    Driver d;
    d.window().new_site();
    QTableView* table = open_sheet(d);
    go_to(table, 0, SheetColumn::name);
    type_into(table, "Gate");
    CHECK(d.document().assessment().runs.size() == 0);
    CHECK(cell(table, 0, SheetColumn::name) == "Gate");
    go_to(table, 0, SheetColumn::length);
    type_into(table, "much");
    CHECK(d.document().assessment().runs.size() == 0);
    CHECK(cell(table, 0, SheetColumn::name) == "Gate");
    go_to(table, 0, SheetColumn::length);
    type_into(table, "75 m");
    REQUIRE(d.document().assessment().runs.size() == 1);
    CHECK(cell(table, 0, SheetColumn::name) == "Gate");
    CHECK(cell(table, 0, SheetColumn::length) == "75 m");
    CHECK(table->model()->rowCount() == 2);
    CHECK(cell(table, 1, SheetColumn::name).isEmpty());
}

TEST_CASE("the list makes room for the sheet, tools and F8 lead back to the plan", "[app][sheet]") {
    Driver d;
    d.open_copper();
    auto* list = d.find<QWidget>("runList");
    CHECK(list->isVisible());
    QTableView* table = open_sheet(d);
    CHECK_FALSE(list->isVisible());
    d.key(&d.window(), Qt::Key_F8);
    CHECK_FALSE(d.window().shows_sheet());
    CHECK(list->isVisible());
    open_sheet(d);
    d.click(d.find("sheetToPlan"));
    CHECK_FALSE(d.window().shows_sheet());
    open_sheet(d);
    d.window().findChild<QAction*>("tool-place")->trigger();
    CHECK_FALSE(d.window().shows_sheet());
    CHECK_FALSE(table->isVisible());
}

TEST_CASE("a mark goes when its cell is changed elsewhere or its run is gone, and a draft stays",
          "[app][sheet]") {
    Driver d;
    d.window().new_site();
    QTableView* table = open_sheet(d);
    QGuiApplication::clipboard()->setText("Gate\t\t50\nDoor\t\t60\n");
    go_to(table, 0, SheetColumn::name);
    QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
    REQUIRE(table->model()->rowCount() == 3);
    const auto marked = [&](int row) {
        return table->model()
            ->index(row, SheetModel::column_of(SheetColumn::watts))
            .data(SheetModel::refused_role)
            .isValid();
    };
    go_to(table, 0, SheetColumn::watts);
    type_into(table, "lots");
    CHECK(marked(0));
    // Another edit leaves it, one of these watts takes it away.
    const std::string gate = d.document().assessment().runs[CameraNumber(0)].camera;
    d.document().edit("Rename", rename_object(d.document().committed(), {gate, "Gates"}));
    CHECK(marked(0));
    d.document().edit("Watts", set_camera_draw(d.document().committed(), d.document().catalogue(),
                                               gate, {3, 0, 0, 0, 0}));
    CHECK_FALSE(marked(0));
    go_to(table, 0, SheetColumn::watts);
    type_into(table, "lots");
    d.document().edit("Remove",
                      remove_object(d.document().committed(), d.document().catalogue(), gate));
    d.document().undo();
    CHECK_FALSE(marked(0));

    // One value pasted into the new row is its draft, and other rows pasted do not lose it.
    go_to(table, 2, SheetColumn::name);
    QGuiApplication::clipboard()->setText("Drafted");
    QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
    CHECK(cell(table, 2, SheetColumn::name) == "Drafted");
    go_to(table, 1, SheetColumn::name);
    QGuiApplication::clipboard()->setText("Two\t\t61\nThree\t\t62\n");
    QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
    REQUIRE(table->model()->rowCount() == 4);
    CHECK(cell(table, 3, SheetColumn::name) == "Drafted");
}
