// SPDX-License-Identifier: GPL-3.0-or-later
// The readings page by keyboard: the promise before it is read, a reading, lists, the design.
#include "app/prove/columns_dialog.h"
#include "app/prove/prove_view.h"
#include "app/prove/readings_page.h"
#include "app/strip/strip_view.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

void open_readings(Driver& d) {
    d.window().set_stage(Stage::prove);
    d.find<ProveView>("prove")->set_page(ProvePage::readings);
    QApplication::processEvents();
}

void write_value(Driver& d, const QString& text) {
    auto* value = d.find<QLineEdit>("readingValue");
    value->clear();
    d.type(value, text);
    d.key(value, Qt::Key_Return);
}

QString cell(Driver& d, int row, int column) {
    auto* item = d.find<QTableWidget>("readingsTable")->item(row, column);
    REQUIRE(item);
    return item->text();
}

}  // namespace

TEST_CASE("the promise is told before it is read, and a reading by keyboard is judged against it",
          "[app][readings]") {
    Driver d;
    d.open_copper();
    open_readings(d);
    d.document().select("K01");
    CHECK(d.find<QLineEdit>("readingAt")->text() == "K01");
    const QString promise = d.text_of("readingPromise");
    CHECK(promise.contains(" V promised, "));
    const QString low = promise.section("promised, ", 1).section(" V", 0, 0);
    const double least = low.toDouble();
    REQUIRE(least > 40);

    write_value(d, QString::number(least + 0.2));
    write_value(d, QString::number(least - 0.2));
    const auto readings = [&] { return d.document().committed().readings; };
    REQUIRE(readings().size() == 2);
    CHECK(cell(d, 0, 5) == "as promised");
    CHECK(cell(d, 1, 5) == "off");
    CHECK(d.text_of("readingsSummary") == "1 as promised, 1 off, 0 impossible.");
    CHECK(d.find<QLineEdit>("readingValue")->text().isEmpty());
    CHECK_FALSE(d.find("takeReading")->isEnabled());

    d.click(d.find("removeReading"));
    CHECK(readings().size() == 1);
    d.trigger("undo");
    d.trigger("undo");
    d.trigger("undo");
    CHECK(readings().empty());
    CHECK_FALSE(d.find("takeReading")->isVisible());
    CHECK(d.text_of("readingsSummary") == "Nothing has been read yet.");
}

TEST_CASE("what cannot be a reading is told, and stays in its field", "[app][readings]") {
    Driver d;
    d.open_copper();
    open_readings(d);
    QString told;
    QObject::connect(&d.document(), &Document::refused, [&](const QString& text) { told = text; });
    auto* at = d.find<QLineEdit>("readingAt");

    at->setText("K99");
    CHECK(d.text_of("readingPromise").contains("no K99"));
    write_value(d, "48");
    CHECK(told.contains("no K99"));
    at->setText("K01");
    for (const char* wrong : {"forty", "", "48 m", "1e999"}) {
        told.clear();
        write_value(d, wrong);
        CHECK_FALSE(told.isEmpty());
        CHECK(d.find<QLineEdit>("readingValue")->text() == wrong);
    }
    d.find<QLineEdit>("readingAir")->setText("warm");
    write_value(d, "48");
    CHECK(told.contains("temperature"));
    CHECK(d.document().committed().readings.empty());
}

TEST_CASE("a tester's list is brought in, and a length of it becomes the design's",
          "[app][readings]") {
    Driver d;
    d.open_copper();
    open_readings(d);
    const TempFolder folder;
    const std::string path =
        folder.write("tester.csv", "at,what,value\nL7,length,120\nL999,length,10\nK04,volts,523\n");
    QString told;
    QObject::connect(&d.document(), &Document::refused, [&](const QString& text) { told = text; });
    d.open_paths = {QString::fromStdString(path)};
    d.click(d.find("bringInReadings"));
    CHECK(told.startsWith("Readings taken: 2."));
    CHECK(told.contains("L999"));
    CHECK(d.document().committed().readings.size() == 2);
    CHECK(cell(d, 1, 5) == "impossible");

    d.find<QTableWidget>("readingsTable")->setCurrentCell(0, 1);
    CHECK(d.document().selected() == "L7");
    REQUIRE(d.find("takeReading")->isEnabled());
    d.click(d.find("takeReading"));
    const Link* link = find_link(d.document().committed(), "L7");
    REQUIRE(link);
    CHECK(link->measured_length_m == 120);
    CHECK(cell(d, 0, 5) == "as promised");
    d.trigger("undo");
    CHECK(cell(d, 0, 5) == "off");
}

TEST_CASE("the verdict panel says what is wrong, what to read next, and keeps what was looked into",
          "[app][readings][diagnose]") {
    Driver d;
    d.open_copper();
    open_readings(d);
    d.document().select("K04");
    CHECK_FALSE(d.window().findChild<QWidget*>("suspect-0"));
    const QString promised = d.text_of("readingPromise").section(" V promised", 0, 0);
    write_value(d, QString::number(promised.toDouble() - 5));
    d.wait([&] { return d.window().findChild<QWidget*>("suspect-0"); });
    CHECK(d.text_of("diagnosedFrom") == "Readings along this run: 1, of them off: 1.");
    CHECK(d.text_of("suspect-0") != "Nothing is wrong");

    // To the next reading by the button: its fields are filled, the value is to be typed.
    d.find<QLineEdit>("readingAt")->setText("K01");
    d.window().set_stage(Stage::reach);
    d.click(d.find("readNext"));
    CHECK(d.find("readings")->isVisible());
    const QString next = d.text_of("nextReading");
    CHECK(next.contains(d.find<QLineEdit>("readingAt")->text()));
    CHECK(next.contains(d.find<QComboBox>("readingOf")->currentText(), Qt::CaseInsensitive));
    CHECK(d.find<QLineEdit>("readingValue")->hasFocus());

    const QString first = d.text_of("suspect-0");
    d.click(d.find("notIt-0"));
    REQUIRE(d.document().committed().tried.size() == 1);
    CHECK(d.document().committed().tried.front().outcome == FaultOutcome::not_it);
    d.wait([&] { return d.window().findChild<QWidget*>("tried-0"); });
    CHECK(d.text_of("tried-0").startsWith(first.left(2)));
    CHECK(d.document().undo_name().startsWith("Not it: "));
    d.click(d.find("removeTried-0"));
    CHECK(d.document().committed().tried.empty());

    // Kept as found, every check counts it; undo takes it back.
    d.wait([&] { return d.window().findChild<QWidget*>("suspect-1"); });
    int kept = 0;
    while (!d.window().findChild<QWidget*>(QString("keepFound-%1").arg(kept))) REQUIRE(++kept < 5);
    auto* opener = d.find<QToolButton>(QString("openSuspect-%1").arg(kept));
    opener->setFocus();
    if (!d.find(QString("keepFound-%1").arg(kept))->isVisible()) d.key(opener, Qt::Key_Space);
    const Site before = d.document().committed();
    d.click(d.find(QString("keepFound-%1").arg(kept)));
    CHECK_FALSE(d.document().committed() == before);
    d.trigger("undo");
    CHECK(d.document().committed() == before);
    d.trigger("undo");
    d.trigger("undo");
    d.trigger("undo");
    CHECK(d.document().committed().readings.empty());
    d.wait([&] { return !d.window().findChild<QWidget*>("suspect-0"); });
}

TEST_CASE("readings stand on the strip with what would be as promised, and open their working",
          "[app][readings][strip]") {
    Driver d;
    d.open_copper();
    d.document().select("K04");
    auto* strip = d.find<StripView>("strip");
    const auto spot = [&](const QString& start) -> std::optional<StripView::Spot> {
        strip->grab();
        for (const StripView::Spot& one : strip->spots()) {
            if (one.name.startsWith(start)) return one;
        }
        return std::nullopt;
    };
    CHECK_FALSE(spot("K04: "));
    Reading volts;
    volts.subject = "K04";
    volts.value = 44;
    Reading length;
    length.of = ReadingOf::length;
    length.subject = "L8";
    length.value = 300;
    const Result<Added> one = add_reading(d.document().committed(), volts);
    REQUIRE(one);
    const Result<Added> both = add_reading(one->site, length);
    REQUIRE(both);
    REQUIRE(d.document().edit("read", Result<Site>(both->site)));
    const auto at_camera = spot("K04: 44 V is off");
    REQUIRE(at_camera);
    CHECK_FALSE(at_camera->working().empty());
    CHECK(at_camera->area.right() > strip->width() - 60);  // where the camera stands
    const auto at_cable = spot("L8: ");
    REQUIRE(at_cable);
    CHECK(at_cable->area.center().x() < at_camera->area.center().x());
    d.trigger("undo");
    CHECK_FALSE(spot("K04: "));
}

TEST_CASE("a reading names the pair that it is of", "[app][readings]") {
    Driver d;
    d.open_copper();
    open_readings(d);
    const std::string cable = d.document().committed().links.back().id;
    d.document().select(cable);
    auto* of = d.find<QComboBox>("readingOf");
    of->setCurrentIndex(of->findData(static_cast<int>(ReadingOf::loop_resistance)));
    d.type(d.find("readingPair"), "4 5");
    write_value(d, "17");
    REQUIRE(d.document().committed().readings.size() == 1);
    CHECK(d.document().committed().readings[0].pair == "4 5");
    CHECK(cell(d, 0, 2).endsWith(", 4 5"));
}

TEST_CASE("a tester's list is asked once which column is which", "[app][readings]") {
    Driver d;
    d.open_copper();
    open_readings(d);
    const TempFolder folder;
    const std::string cable = d.document().committed().links.back().id;
    const std::string path =
        folder.write("tester.csv", "Circuit;Length;Wire map\n" + cable + ";50 m;pass\n");
    const auto bring_in = [&](std::function<void(ColumnsDialog&)> answer) {
        bool asked = false;
        QTimer::singleShot(0, [&] {
            auto* dialog = d.window().findChild<ColumnsDialog*>("readingColumns");
            if (!dialog) return;
            asked = true;
            answer(*dialog);
        });
        d.find<ReadingsPage>("readings")->bring_in(QString::fromStdString(path));
        QApplication::processEvents();
        return asked;
    };
    const auto readings = [&] { return d.document().committed().readings.size(); };
    CHECK(bring_in([](ColumnsDialog& dialog) { dialog.reject(); }));
    CHECK(readings() == 0);
    CHECK(bring_in([&](ColumnsDialog& dialog) {
        auto* take = dialog.findChild<QPushButton*>("takeColumns");
        CHECK_FALSE(take->isEnabled());
        CHECK(dialog.findChild<QLabel*>("columnsWords")->text().contains("where it was read"));
        auto* table = dialog.findChild<QTableWidget*>("columnsTable");
        CHECK(table->item(0, 1)->text().toStdString() == cable);
        auto* choice = qobject_cast<QComboBox*>(table->cellWidget(0, 2));
        choice->setCurrentIndex(choice->findData("at"));
        CHECK(take->isEnabled());
        take->click();
    }));
    CHECK(readings() == 2);
    // The next one with the same headings goes straight in.
    CHECK_FALSE(bring_in([](ColumnsDialog& dialog) { dialog.reject(); }));
    CHECK(readings() == 4);
}

TEST_CASE("a symptom is entered with what it began with; other readings are not asked",
          "[app][readings]") {
    Driver d;
    d.open_copper();
    open_readings(d);
    d.document().select("K01");
    auto* since = d.find<QComboBox>("readingSince");
    CHECK_FALSE(since->isVisible());
    auto* of = d.find<QComboBox>("readingOf");
    of->setFocus();
    d.key(of, Qt::Key_End);
    CHECK(of->currentData().toInt() == static_cast<int>(ReadingOf::symptom));
    CHECK(since->isVisible());
    since->setFocus();
    d.key(since, Qt::Key_Down);
    write_value(d, "dark");
    const auto& readings = d.document().committed().readings;
    REQUIRE(readings.size() == 1);
    CHECK(readings[0].since == Since::rain);
    // Asked only where it means something.
    d.key(of, Qt::Key_Home);
    CHECK_FALSE(since->isVisible());
    write_value(d, "50");
    CHECK(d.document().committed().readings.back().since == Since::not_said);
}

TEST_CASE("an antenna and its feeder are chosen in Details, a rack and outlets of a place too",
          "[app][details]") {
    Driver d;
    d.open_copper();
    const Result<Added> added =
        add_device(d.document().committed(), d.document().catalogue(), "radio-5-socket", {60, 60});
    REQUIRE(added);
    REQUIRE(d.document().edit("Add", Result<Site>(added->site)));
    d.window().set_stage(Stage::survey);
    d.document().select(added->id);
    QApplication::processEvents();
    CHECK(d.window().findChildren<QLineEdit*>("feederLoss").isEmpty());
    auto* antenna = d.find<QComboBox>("antenna");
    antenna->setFocus();
    d.key(antenna, Qt::Key_Down);
    CHECK(find_device(d.document().site(), added->id)->antenna.starts_with("antenna-5"));
    QApplication::processEvents();
    auto* loss = d.find<QLineEdit>("feederLoss");
    loss->setFocus();
    loss->selectAll();
    d.type(loss, "1.5 dB");
    d.key(loss, Qt::Key_Return);
    CHECK(find_device(d.document().site(), added->id)->feeder_loss_db == 1.5);
    const std::string place = d.document().site().places.front().id;
    d.document().select(place);
    QApplication::processEvents();
    auto* rack = d.find<QLineEdit>("rackUnits");
    rack->setFocus();
    rack->selectAll();
    d.type(rack, "12");
    d.key(rack, Qt::Key_Return);
    CHECK(find_place(d.document().site(), place)->rack_units == 12);
}
