// SPDX-License-Identifier: GPL-3.0-or-later
// The handover page: what is open, signing, the site that changes afterwards, paper and labels.
#include "app/prove/handover_page.h"
#include "app/prove/photos_dialog.h"
#include "app/prove/prove_view.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

void open_handover(Driver& d) {
    d.window().set_stage(Stage::prove);
    d.find<ProveView>("prove")->set_page(ProvePage::handover);
    d.wait([&] { return d.find("saveHandover")->isEnabled(); });
}

}  // namespace

TEST_CASE("a site is handed over by name; changed afterwards, the page says so",
          "[app][handover]") {
    Driver d;
    d.open_copper();
    open_handover(d);
    CHECK(d.text_of("handoverState") == "Not handed over yet.");
    CHECK(d.find<QListWidget>("handoverOpen")->count() > 0);
    QString told;
    QObject::connect(&d.document(), &Document::refused, [&](const QString& text) { told = text; });
    auto* who = d.find<QLineEdit>("handoverWho");
    d.key(who, Qt::Key_Return);
    CHECK(told.contains("name"));
    CHECK(d.document().committed().handovers.empty());
    d.type(who, "A. Fitter");
    d.key(who, Qt::Key_Return);
    REQUIRE(d.document().committed().handovers.size() == 1);
    CHECK(d.text_of("handoverState").endsWith("the site is as it was."));
    const Site site = d.document().committed();
    REQUIRE(d.document().edit("move", move_object(site, "K04", {10, 10})));
    d.wait([&] { return d.text_of("handoverState").endsWith("the site has changed since."); });
    d.trigger("undo");
    d.wait([&] { return d.text_of("handoverState").endsWith("the site is as it was."); });
    d.trigger("undo");
    CHECK(d.document().committed().handovers.empty());
}

TEST_CASE("handover, readings and labels are saved", "[app][handover]") {
    Driver d;
    d.open_copper();
    open_handover(d);
    const TempFolder folder;
    const auto save = [&](const char* button, const char* name) {
        d.save_paths = {QString::fromStdString(folder.file(name))};
        d.click(d.find(button));
        return read_all(folder.file(name));
    };
    CHECK(save("saveHandover", "handover.pdf").starts_with("%PDF"));
    CHECK(save("saveReadings", "readings.csv").starts_with("at,what,value"));
    d.save_paths = {QString::fromStdString(folder.file("labels.pdf"))};
    QString words;
    QTimer::singleShot(0, [&] {
        auto* rows = d.find<QSpinBox>("labelRows");
        rows->setValue(1000);
        d.click(d.find("saveLabels"));
        words = d.text_of("labelWords");
        rows->setValue(10);
        d.find<QCheckBox>("labelPorts")->setChecked(false);
        d.click(d.find("saveLabels"));
    });
    d.click(d.find("labelsButton"));
    CHECK(words.contains("rows"));
    CHECK(read_all(folder.file("labels.pdf")).starts_with("%PDF"));
    // What is open leads to what it is about.
    auto* open = d.find<QListWidget>("handoverOpen");
    open->setFocus();
    open->setCurrentRow(1);
    CHECK(open->item(1)->text().startsWith(QString::fromStdString(d.document().selected())));
}

TEST_CASE("photos are noted for what is selected, and a file that has gone is seen",
          "[app][handover]") {
    Driver d;
    d.window().open_demo();
    open_handover(d);
    d.document().select("K05");
    const TempFolder folder;
    const std::string file = folder.write("k05.jpg", "\xff\xd8\xff picture");
    d.open_paths << QString::fromStdString(file) << QString::fromStdString(file);
    bool seen = false;
    QTimer::singleShot(0, [&] {
        auto* dialog = d.find<PhotosDialog>("photos");
        CHECK(dialog->findChild<QLineEdit*>("photoOf")->text() == "K05");
        QTest::keyClicks(dialog->findChild<QLineEdit*>("photoNote"), "bracket and seal");
        d.click(dialog->findChild<QPushButton*>("addPhoto"));
        auto* table = dialog->findChild<QTableWidget*>("photosTable");
        REQUIRE(table->rowCount() == 1);
        CHECK(table->item(0, 2)->text() == "bracket and seal");
        d.wait([&] { return table->item(0, 3)->text() == "there"; });
        std::filesystem::remove(file);
        dialog->findChild<QLineEdit*>("photoOf")->setText("K99");
        d.click(dialog->findChild<QPushButton*>("addPhoto"));
        CHECK(dialog->findChild<QLabel*>("photosWords")->text().contains("K99"));
        dialog->findChild<QLineEdit*>("photoOf")->setText("P1");
        d.click(dialog->findChild<QPushButton*>("addPhoto"));
        CHECK(dialog->findChild<QLabel*>("photosWords")->text().contains("k05.jpg"));
        CHECK(table->rowCount() == 1);
        table->setCurrentCell(0, 0);
        d.click(dialog->findChild<QPushButton*>("removePhoto"));
        CHECK(table->rowCount() == 0);
        seen = true;
        dialog->reject();
    });
    d.click(d.find("photosButton"));
    CHECK(seen);
    d.trigger("undo");
    REQUIRE(d.document().committed().photos.size() == 1);
    CHECK(d.document().committed().photos[0].subject == "K05");
}
