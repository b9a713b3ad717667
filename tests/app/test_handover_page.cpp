// SPDX-License-Identifier: GPL-3.0-or-later
// The handover page: what is open, signing, the site that changes afterwards, paper and labels.
#include "app/prove/handover_page.h"
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
