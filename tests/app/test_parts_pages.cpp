// SPDX-License-Identifier: GPL-3.0-or-later
// The pages of Parts, driven as a person would.
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QTest>
#include <QTimer>

#include <catch2/catch.hpp>

#include "app/kit/q.h"
#include "app/parts/brings_dialog.h"
#include "app/parts/left_over_dialog.h"
#include "app/parts/parts_view.h"
#include "driver.h"
#include "core/edits/edits.h"
#include "core/parts/parts.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

PartsView& parts_of(Driver& d) {
    d.window().set_stage(Stage::parts);
    return *d.window().findChild<PartsView*>("parts");
}

}  // namespace

TEST_CASE("the cut plan is seen, clicked and printed", "[window][parts]") {
    const TempFolder folder;
    Driver d;
    d.window().open_site(demo_site());
    PartsView& parts = parts_of(d);
    parts.set_page(PartsPage::cutting);
    d.wait([&] { return d.text_of("cutsSummary").contains("EUR"); });
    auto* bars = d.find<QWidget>("cuts-cat6-clad-23-out");
    CHECK(bars->accessibleName().contains("L28"));
    // The first run of the drum is picked by a click on its bar.
    QTest::mouseClick(bars, Qt::LeftButton, {}, {bars->width() / 2, bars->height() / 2});
    CHECK(bars->accessibleName().contains(q(d.document().selected())));
    d.save_paths = {q(folder.file("cuts.pdf"))};
    d.click(d.find("saveCuts"));
    CHECK(read_all(folder.file("cuts.pdf")).starts_with("%PDF"));
}

TEST_CASE("a left-over makes the cable cheaper, and undo takes it away", "[window][parts]") {
    Driver d;
    d.window().open_site(demo_site());
    parts_of(d).set_page(PartsPage::cutting);
    d.wait([&] { return d.text_of("cutsSummary").contains("EUR"); });
    const QString before = d.text_of("cutsSummary");
    LeftOverDialog dialog(d.document(), &d.window());
    dialog.show();
    auto* cable = dialog.findChild<QComboBox*>("leftOverCable");
    cable->setCurrentIndex(cable->findData("cat6-clad-23-out"));
    auto* length = dialog.findChild<QLineEdit*>("leftOverLength");
    // Nonsense is told and adds nothing.
    QTest::keyClicks(length, "many");
    QTest::keyClick(length, Qt::Key_Return);
    CHECK(d.document().committed().stock.size() == 2);
    length->clear();
    QTest::keyClicks(length, "500 m");
    QTest::keyClick(length, Qt::Key_Return);
    REQUIRE(d.document().committed().stock.size() == 3);
    auto* table = dialog.findChild<QTableWidget*>("leftOverTable");
    CHECK(table->rowCount() == 3);
    d.wait([&] { return d.text_of("cutsSummary") != before; });
    d.wait([&] { return d.text_of("cutsSummary").contains("EUR"); });
    CHECK(d.text_of("cutsSummary") != before);
    table->setCurrentCell(2, 0);
    QTest::mouseClick(dialog.findChild<QPushButton*>("removeLeftOver"), Qt::LeftButton);
    CHECK(d.document().committed().stock.size() == 2);
    d.document().undo();
    d.document().undo();
    CHECK(d.document().committed().stock.size() == 2);
    d.wait([&] { return d.text_of("cutsSummary") == before; });
}

TEST_CASE("a run that no package holds is told where cable is cut", "[window][parts]") {
    Driver d;
    d.window().open_site(demo_site());
    parts_of(d).set_page(PartsPage::cutting);
    d.document().edit("Measure", set_measured_length(d.document().committed(), "L25", 501));
    d.wait([&] { return d.window().findChild<QLabel*>("tooLong-cat6-clad-23-out") != nullptr; });
    CHECK(d.text_of("tooLong-cat6-clad-23-out").contains("L25"));
    d.document().undo();
    d.wait([&] { return d.window().findChild<QLabel*>("tooLong-cat6-clad-23-out") == nullptr; });
}

TEST_CASE("how many of a small part are needed is set for the site, and taken back",
          "[window][parts]") {
    Driver d;
    d.window().open_site(demo_site());
    d.window().set_stage(Stage::parts);
    BringsDialog dialog(d.document(), &d.window());
    dialog.show();
    auto* table = dialog.findChild<QTableWidget*>("bringsTable");
    REQUIRE(table->rowCount() > 30);
    int row = 0;
    while (row < table->rowCount() && !table->item(row, 1)->text().contains("Cable label")) ++row;
    REQUIRE(row < table->rowCount());
    table->setCurrentCell(row, 0);
    auto* count = dialog.findChild<QLineEdit*>("bringsCount");
    CHECK(count->text() == "1");
    const auto labels = [&] {
        double sum = 0;
        for (const PartLine& line : count_parts(d.document().site_network()))
            if (line.kind == "label-wrap") sum += line.quantity;
        return sum;
    };
    const double before = labels();
    count->setText("0");
    QTest::keyClick(count, Qt::Key_Return);
    CHECK(labels() == 0);
    CHECK(table->currentRow() == row);
    // Nonsense and what is out of range change nothing.
    count->setText("lots");
    QTest::keyClick(count, Qt::Key_Return);
    count->setText("-3");
    QTest::keyClick(count, Qt::Key_Return);
    CHECK(d.document().committed().brings.size() == 1);
    QTest::mouseClick(dialog.findChild<QPushButton*>("bringsAsShipped"), Qt::LeftButton);
    CHECK(labels() == before);
    CHECK(d.document().committed().brings.empty());
    d.document().undo();
    CHECK(labels() == 0);
}
