// SPDX-License-Identifier: GPL-3.0-or-later
// The pages of Parts, driven as a person would.
#include <QComboBox>
#include <QDate>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QTreeWidget>
#include <QTest>
#include <QTimer>

#include <catch2/catch.hpp>

#include "app/kit/q.h"
#include "app/parts/brings_dialog.h"
#include "app/parts/spares_dialog.h"
#include "app/parts/left_over_dialog.h"
#include "app/parts/offer_dialog.h"
#include "app/parts/parts_view.h"
#include "phrase/spares_text.h"
#include "driver.h"
#include "core/edits/edits.h"
#include "core/parts/parts.h"
#include "support/builder.h"
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

TEST_CASE("spares to carry are worked out aside, listed and saved", "[window][parts]") {
    const TempFolder folder;
    Driver d;
    d.window().open_site(demo_site());
    d.window().set_stage(Stage::parts);
    d.save_paths = {q(folder.file("spares.csv"))};
    const SparesBag bag = spares_bag(d.document().site(), d.document().catalogue());
    QTimer::singleShot(0, [&] {
        auto* dialog = d.window().findChild<QDialog*>("sparesDialog");
        REQUIRE(dialog);
        auto* table = dialog->findChild<QTableWidget*>("sparesTable");
        auto* save = dialog->findChild<QPushButton*>("saveSpares");
        CHECK_FALSE(save->isEnabled());
        CHECK(QTest::qWaitFor([&] { return table->rowCount() > 0; }, 20000));
        CHECK(table->rowCount() == int(bag.carry.size()));
        CHECK(dialog->findChild<QLabel*>("sparesWords")->text() ==
              q(bag_text(bag, d.document().site().settings.currency)));
        QTest::mouseClick(save, Qt::LeftButton);
        dialog->reject();
    });
    d.click(d.find("spares"));
    const std::string csv = read_all(folder.file("spares.csv"));
    CHECK(std::count(csv.begin(), csv.end(), '\n') == long(bag.carry.size()) + 1);
}

TEST_CASE("work is listed by day, task and place, and a row picks what it is about",
          "[window][parts]") {
    const TempFolder folder;
    Driver d;
    d.window().open_site(demo_site());
    parts_of(d).set_page(PartsPage::work);
    d.wait([&] { return d.text_of("workSummary").contains("days"); });
    auto* tree = d.find<QTreeWidget>("workTree");
    CHECK(tree->topLevelItem(0)->text(0) == "Before the crew comes");
    CHECK(tree->topLevelItem(1)->text(0) == "Day 1");
    CHECK(d.text_of("workCaution").contains("licensed electrician"));
    // A pull of the first day: the cable is picked.
    QTreeWidgetItem* pull = tree->topLevelItem(1)->child(1);
    tree->setCurrentItem(pull);
    CHECK(pull->text(0).contains(q(d.document().selected())));
    CHECK(find_link(d.document().site(), d.document().selected()));
    d.find<QComboBox>("workBy")->setCurrentIndex(1);
    double hours = 0;
    for (int i = 0; i < tree->topLevelItemCount(); ++i)
        hours += tree->topLevelItem(i)->childCount() > 0 ? 1 : 0;
    CHECK(hours == tree->topLevelItemCount());
    d.find<QComboBox>("workBy")->setCurrentIndex(2);
    CHECK(tree->topLevelItem(0)->text(0).contains("Harbour office"));
    // One person: more days, and the second person is named.
    Settings settings = d.document().committed().settings;
    settings.labour.crew = 1;
    const QString before = d.text_of("workSummary");
    d.document().edit("one", set_settings(d.document().committed(), settings));
    d.wait([&] { return d.text_of("workSummary").contains("one person"); });
    CHECK(d.text_of("workSummary") != before);
    d.find<QComboBox>("workBy")->setCurrentIndex(0);
    CHECK(tree->topLevelItem(1)->text(2) == "a second person");
    d.save_paths = {q(folder.file("work.pdf"))};
    d.click(d.find("saveWork"));
    CHECK(text_of_pdf(folder.file("work.pdf")).find("Day 2") != std::string::npos);
}

TEST_CASE("an offer follows its margin, and is saved for customer and office",
          "[window][parts][offer]") {
    const TempFolder folder;
    Driver d;
    d.window().open_site(demo_site());
    PartsView& parts = parts_of(d);
    parts.set_page(PartsPage::offer);
    d.wait([&] { return d.text_of("offerSummary").contains("to pay"); });
    const QString before = d.text_of("offerSummary");
    // The margin is changed as a person would: in the settings, at once in the group of the offer.
    d.click(d.find("offerRates"));
    auto* window = d.window().findChild<QDialog*>("settings");
    REQUIRE(window);
    auto* markup = window->findChild<QLineEdit*>("materialMarkup");
    REQUIRE(markup);
    CHECK(markup->isVisible());
    markup->setFocus();
    markup->selectAll();
    QTest::keyClicks(markup, "50");
    emit markup->editingFinished();
    QTest::mouseClick(window->findChild<QPushButton*>("acceptSettings"), Qt::LeftButton);
    CHECK(d.document().committed().settings.offer.material_markup == 0.5);
    d.wait([&] {
        return d.text_of("offerSummary") != before && d.text_of("offerSummary").contains("to pay");
    });
    auto* table = d.find<QTableWidget>("offerTable");
    CHECK_FALSE(table->isColumnHidden(2));
    d.click(d.find("offerCosts"));
    CHECK(table->isColumnHidden(2));
    auto* menu = d.find<QPushButton>("saveOffer")->menu();
    REQUIRE(menu->actions().size() == 3);
    d.save_paths = {q(folder.file("offer.pdf")), q(folder.file("offer.xlsx")),
                    q(folder.file("offer.csv"))};
    for (QAction* action : menu->actions()) action->trigger();
    CHECK(text_of_pdf(folder.file("offer.pdf")).find("To pay") != std::string::npos);
    CHECK(read_all(folder.file("offer.xlsx")).starts_with("PK"));
    CHECK(read_all(folder.file("offer.csv")).find("to pay") != std::string::npos);
    d.document().undo();
    d.wait([&] { return d.text_of("offerSummary") == before; });
}

TEST_CASE("what the offer says is one edit; a date that is none is told", "[window][parts]") {
    Driver d;
    d.window().open_site(demo_site());
    OfferDialog dialog(d.document(), &d.window());
    dialog.show();
    auto* date = dialog.findChild<QLineEdit*>("offerDate");
    auto* accept = dialog.findChild<QPushButton*>("acceptOffer");
    date->setText("2027-02-30");
    QTest::mouseClick(accept, Qt::LeftButton);
    CHECK(dialog.isVisible());
    CHECK(dialog.findChild<QLabel*>("offerWrong")->text().contains("2027-02-30"));
    CHECK_FALSE(d.document().can_undo());
    date->setText({});
    QTest::mouseClick(accept, Qt::LeftButton);
    CHECK_FALSE(dialog.isVisible());
    CHECK(d.document().committed().settings.offer.date ==
          QDate::currentDate().toString(Qt::ISODate).toStdString());
    d.document().undo();
    dialog.show();
    date->setText("2027-02-28");
    dialog.findChild<QPlainTextEdit*>("offerCustomer")->setPlainText("A boatyard\nHard 3");
    QTest::mouseClick(accept, Qt::LeftButton);
    CHECK_FALSE(dialog.isVisible());
    CHECK(d.document().committed().settings.offer.customer == "A boatyard\nHard 3");
    d.document().undo();
    CHECK_FALSE(d.document().can_undo());
}

TEST_CASE("a variant is kept, compared, seen on the plan, chosen, and undone",
          "[window][parts][variants]") {
    Driver d;
    Site site = demo_site();
    site.variants.clear();
    site.design_name.clear();
    d.window().open_site(site);
    // A way is kept as another design, from where ways are compared.
    d.document().select("K14");
    d.window().show_ways(true);
    d.wait([&] { return d.find<QPushButton>("keepWay")->isEnabled(); });
    d.click(d.find("keepWay"));
    INFO(d.text_of("message").toStdString());
    REQUIRE(d.document().committed().variants.size() == 1);
    const Variant kept = d.document().committed().variants.front();
    CHECK(kept.name.find("K14") == 0);
    d.window().show_ways(false);
    PartsView& parts = parts_of(d);
    parts.set_page(PartsPage::variants);
    auto* table = d.find<QTableWidget>("variantsTable");
    d.wait([&] { return table->columnCount() == 3; });
    CHECK(d.text_of("variantsSummary") == "2 designs");
    CHECK(table->item(0, 1)->text() != table->item(0, 2)->text());
    auto* list = d.find<QListWidget>("variants");
    CHECK_FALSE(d.find<QPushButton>("chooseVariant")->isEnabled());
    list->setCurrentRow(1);
    CHECK(d.text_of("variantDiffers").contains("gone"));
    d.click(d.find("variantOnPlan"));
    CHECK(d.window().stage() == Stage::reach);
    REQUIRE(d.document().beside());
    CHECK(d.text_of("besideText").contains(q(kept.name)));
    if (const char* path = std::getenv("OVANT_GRAB_BESIDE")) d.window().grab().save(path);
    d.click(d.find("besideClose"));
    CHECK_FALSE(d.document().beside());
    parts_of(d).set_page(PartsPage::variants);
    list->setCurrentRow(1);
    d.click(d.find("variantOption"));
    CHECK(d.document().committed().variants.front().option);
    // It stands, and the other is kept; undo and it is as before.
    list->setCurrentRow(1);
    d.click(d.find("chooseVariant"));
    CHECK(d.document().committed().design_name == kept.name);
    CHECK(d.document().committed().variants.front().name == "Design 1");
    d.document().undo();
    CHECK(d.document().committed().design_name == "Design 1");
    // Names: a taken one is told and changes nothing.
    auto* name = d.find<QLineEdit>("variantName");
    QTest::keyClicks(name, q(kept.name));
    QTest::keyClick(name, Qt::Key_Return);
    CHECK(d.document().committed().variants.size() == 1);
    name->clear();
    QTest::keyClicks(name, "As it is");
    QTest::keyClick(name, Qt::Key_Return);
    CHECK(d.document().committed().variants.size() == 2);
    d.wait([&] { return list->count() == 3; });
    list->item(2)->setText("As it was");
    CHECK(d.document().committed().variants.back().name == "As it was");
    list->setCurrentRow(2);
    d.click(d.find("removeVariant"));
    CHECK(d.document().committed().variants.size() == 1);
    while (d.document().can_undo()) d.document().undo();
    CHECK(d.document().committed() == site);
}

TEST_CASE("adapters of one place are offered as one box, used and undone", "[window][parts]") {
    Driver d;
    d.window().open_site(demo_site());
    parts_of(d).set_page(PartsPage::list);
    d.wait([&] { return d.text_of("partsTotal").contains("total"); });
    CHECK(d.find<QWidget>("supplyBox")->isHidden());
    Site site = demo_site();
    for (int i = 0; i < 3; ++i) {
        const Added added =
            *add_device(site, shipped_catalogue(), "adapter-12", find_place(site, "P3")->at);
        site = added.site;
        find_device(site, added.id)->place = "P3";
    }
    d.document().edit("three adapters", site);
    d.wait([&] { return d.find<QWidget>("supplyBox")->isVisible(); });
    CHECK(d.text_of("supplyBoxText").contains("saves"));
    d.click(d.find("useSupplyBox"));
    CHECK(d.document().committed().devices.size() == site.devices.size() - 2);
    d.wait([&] { return d.find<QWidget>("supplyBox")->isHidden(); });
    d.document().undo();
    CHECK(d.document().committed().devices.size() == site.devices.size());
}

namespace {

// A shed with four cameras that have no cable yet.
Site without_cables() {
    HeadEnd at;
    for (int i = 0; i < 4; ++i) at.unit("cam-fixed-2mp", {30.0 + 12 * i, 6.0 * i});
    return at.site;
}

}  // namespace

TEST_CASE("a site is designed, looked at on the plan, used and undone", "[window][parts]") {
    Driver d;
    d.window().open_site(without_cables());
    PartsView& parts = parts_of(d);
    parts.set_page(PartsPage::design);
    auto* use = d.find<QPushButton>("designUse");
    auto* plan = d.find<QPushButton>("designOnPlan");
    CHECK_FALSE(use->isEnabled());
    const Site before = d.document().committed();
    d.click(d.find("design"));
    CHECK_FALSE(d.find("design")->isEnabled());
    d.wait([&] { return use->isEnabled(); });
    auto* cameras = d.find<QTableWidget>("designCameras");
    CHECK(cameras->rowCount() == 4);
    CHECK(d.text_of("designSummary").contains("4 of 4"));
    // Why each camera has its way; a row picks the camera.
    for (int row = 0; row < 4; ++row) {
        CHECK_FALSE(cameras->item(row, 3)->text().isEmpty());
        CHECK_FALSE(cameras->item(row, 4)->text().isEmpty());
    }
    cameras->setCurrentCell(2, 0);
    CHECK(d.document().selected() == "K03");
    // Seen beside what stands: nothing has changed yet.
    d.click(plan);
    REQUIRE(d.document().beside());
    CHECK(d.document().beside()->change.links.size() >= 2);
    CHECK(d.document().committed() == before);
    CHECK(d.find("besideUse")->isVisible());
    d.click(d.find("besideUse"));
    CHECK_FALSE(d.document().beside());
    for (const char* camera : {"K01", "K02", "K03", "K04"}) {
        CAPTURE(camera);
        CHECK(d.verdict_of(camera) == Verdict::holds);
    }
    d.document().undo();
    CHECK(d.document().committed().links == before.links);
    CHECK(d.document().committed().devices == before.devices);
    // What was found was of the site as it was then.
    CHECK(cameras->rowCount() == 0);
    CHECK_FALSE(use->isEnabled());
}

TEST_CASE("a design is kept as a variant, used from the page, and bad money is told",
          "[window][parts]") {
    Driver d;
    d.window().open_site(without_cables());
    parts_of(d).set_page(PartsPage::design);
    QString told;
    QObject::connect(&d.document(), &Document::refused, &d.document(),
                     [&](const QString& sentence) { told = sentence; });
    auto* most = d.find<QLineEdit>("designMostPrice");
    most->setText("a lot");
    d.click(d.find("design"));
    CHECK(told.contains("sum of money"));
    CHECK(d.find("design")->isEnabled());
    // One cent serves nobody.
    most->setText("0,01");
    d.click(d.find("design"));
    d.wait([&] { return d.text_of("designSummary").contains("0 of 4"); });
    CHECK(d.find<QTableWidget>("designCameras")->item(0, 1)->text() == "none");
    CHECK_FALSE(d.find("designUse")->isEnabled());
    most->clear();
    d.click(d.find("design"));
    d.wait([&] { return d.find("designUse")->isEnabled(); });
    d.click(d.find("designKeepVariant"));
    REQUIRE(d.document().committed().variants.size() == 1);
    CHECK(d.document().committed().links.size() == 1);
    d.click(d.find("design"));
    d.wait([&] { return d.find("designUse")->isEnabled(); });
    d.click(d.find("designUse"));
    CHECK(d.document().committed().links.size() >= 5);
    // All have a way: nothing is left to design.
    d.click(d.find("design"));
    d.wait([&] { return d.text_of("designSummary").contains("nothing to design"); });
    CHECK_FALSE(d.find("designUse")->isEnabled());
    d.document().undo();
    d.document().undo();
    CHECK(d.document().committed().variants.empty());
}

TEST_CASE("five designs to choose from, and a search that is stopped", "[window][parts]") {
    Driver d;
    d.window().open_site(without_cables());
    parts_of(d).set_page(PartsPage::design);
    d.click(d.find("designFive"));
    CHECK(d.find("designStop")->isVisible());
    d.wait([&] { return d.text_of("designSummary").contains("4 of 4"); });
    auto* designs = d.find<QTableWidget>("designs");
    CHECK(designs->rowCount() >= 1);
    CHECK(designs->rowCount() <= 5);
    if (designs->rowCount() > 1) {
        const QString first = d.text_of("designSummary");
        designs->setCurrentCell(designs->rowCount() - 1, 0);
        CHECK(d.text_of("designSummary") != first);
    }
    // Stopped, it ends with what it has by then; nothing of the site has changed.
    const Site before = d.document().committed();
    d.click(d.find("designFive"));
    d.click(d.find("designStop"));
    CHECK_FALSE(d.find("designStop")->isEnabled());
    d.wait([&] { return d.find("design")->isEnabled(); });
    CHECK(d.text_of("designSummary").contains("of 4"));
    CHECK(d.text_of("designSaving").contains("Stopped"));
    CHECK(d.document().committed() == before);
}
