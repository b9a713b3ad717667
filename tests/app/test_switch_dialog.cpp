// SPDX-License-Identifier: GPL-3.0-or-later
// Reading a switch in the window: the stand-in over the loopback, once and watched.
#include "app/kit/q.h"
#include "app/prove/prove_view.h"
#include "app/prove/switch_dialog.h"
#include "driver.h"
#include "net/snmp_read.h"
#include "phrase/check_text.h"
#include "support/child.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

// SW1 of the demo, its day from this hour on and so quick.
struct StandInSwitch {
    StandInSwitch(const char* start_h, const char* speed, std::vector<std::string> more = {})
        : port(free_udp_port()) {
        std::vector<std::string> command = {
            STANDIN_PATH, "switch", source_file("data/demo/marram-quay.ovant.json"),
            "SW1",        "--port", std::to_string(port),
            "--start",    start_h,  "--speed",
            speed};
        command.insert(command.end(), more.begin(), more.end());
        child = std::make_unique<Child>(command);
        REQUIRE(child->first_line.find("answers") != std::string::npos);
    }
    QString where() const { return QString("127.0.0.1:%1").arg(port); }
    unsigned short port;
    std::unique_ptr<Child> child;
};

SwitchDialog* open_dialog(Driver& d) {
    d.window().set_stage(Stage::prove);
    d.find<ProveView>("prove")->set_page(ProvePage::readings);
    QApplication::processEvents();
    d.click(d.find("readSwitchNow"));
    auto* dialog = d.find<SwitchDialog>("readSwitch");
    auto* device = d.find<QComboBox>("switchDevice");
    device->setCurrentIndex(device->findData("SW1"));
    return dialog;
}

QString cell(Driver& d, int row, const char* head) {
    auto* table = d.find<QTableWidget>("switchTable");
    for (int column = 0; column < table->columnCount(); ++column) {
        if (table->horizontalHeaderItem(column)->text() == head)
            return table->item(row, column)->text();
    }
    FAIL("no column " << head);
    return {};
}

void choose(Driver& d, const char* choice, const QString& text) {
    INFO(text.toStdString());
    auto* box = d.find<QComboBox>(choice);
    int at = box->findText(text, Qt::MatchExactly);
    if (at < 0) at = box->findText(text, Qt::MatchContains);
    REQUIRE(at >= 0);
    box->setCurrentIndex(at);
}

}  // namespace

TEST_CASE("a switch is read by keyboard, and what it told is kept in one step", "[app][switch]") {
    const StandInSwitch standin("14", "0");
    Driver d;
    d.window().open_demo();
    const std::size_t before = d.document().committed().readings.size();
    SwitchDialog* dialog = open_dialog(d);
    choose(d, "switchUnder", "switch's clock");
    auto* address = d.find<QLineEdit>("switchAddress");
    address->clear();
    d.type(address, standin.where());
    auto* community = d.find<QLineEdit>("snmpCommunity");
    CHECK(community->echoMode() == QLineEdit::Password);
    d.type(community, "public");
    auto* table = d.find<QTableWidget>("switchTable");
    CHECK(table->rowCount() == 0);
    d.key(community, Qt::Key_Return);
    d.wait([&] { return table->rowCount() == 18; });
    CHECK(d.text_of("switchSummary").startsWith("SW1, up 14 h: 15 of 18 ports have a link"));
    CHECK(cell(d, 3, "To").startsWith("K04"));
    CHECK(cell(d, 3, "PoE") == "delivers, class 3");
    CHECK(cell(d, 3, "Watts") == "4.7 W");
    CHECK(d.find<QListWidget>("switchNotes")->item(0)->text() ==
          "Nothing else is to be looked at.");
    table->setCurrentCell(3, 1);
    d.click(d.find("keepReadings"));
    CHECK(d.document().committed().readings.size() > before + 20);
    CHECK_FALSE(d.find("keepReadings")->isEnabled());
    dialog->reject();
    CHECK(d.asked.isEmpty());
    d.trigger("undo");
    CHECK(d.document().committed().readings.size() == before);
}

TEST_CASE(
    "a watched switch turns off after dusk by day's promise, and stays as promised by the sun",
    "[app][switch]") {
    const StandInSwitch standin("13.5", "2400");
    Driver d;
    d.window().open_demo();
    SwitchDialog* dialog = open_dialog(d);
    d.find<QLineEdit>("switchAddress")->setText(standin.where());
    d.find<QLineEdit>("snmpCommunity")->setText("public");
    d.find<QSpinBox>("watchEvery")->setValue(1);
    const bool by_sun = GENERATE(false, true);
    choose(d, "switchUnder", by_sun ? QString("switch's clock") : q(title(Condition::day)));
    d.click(d.find("watchNow"));
    CHECK_FALSE(d.find("switchAddress")->isEnabled());
    auto* chart = d.find<SwitchChart>("switchChart");
    auto* table = d.find<QTableWidget>("switchTable");
    d.wait([&] { return table->rowCount() == 18; });
    table->setCurrentCell(3, 1);
    CHECK(chart->moments().front().judged.verdict == ReadingVerdict::as_promised);
    d.wait([&] { return chart->moments().size() > 3 && chart->moments().back().watts > 7; });
    CHECK(chart->moments().back().judged.verdict ==
          (by_sun ? ReadingVerdict::as_promised : ReadingVerdict::off));
    d.click(d.find("watchNow"));
    CHECK(d.text_of("switchWords") == "Watching has ended.");
    // The series as a file, and what was watched is asked for before it is thrown away.
    const TempFolder folder;
    d.save_paths << QString::fromStdString(folder.file("series.csv"));
    d.click(d.find("saveSeries"));
    CHECK(read_all(folder.file("series.csv")).starts_with("when,switch,port,watts"));
    d.answers << 2;  // back
    dialog->reject();
    CHECK(dialog->isVisible());
    d.answers << 0;  // keep
    dialog->reject();
    CHECK_FALSE(dialog->isVisible());
    CHECK(d.asked.size() == 2);
    const auto& readings = d.document().committed().readings;
    CHECK(std::any_of(readings.begin(), readings.end(), [](const Reading& one) {
        return one.subject == "SW1.4" && one.note.starts_with("read ");
    }));
}

TEST_CASE("what is wrong with reading a switch is said, and nothing is sent before it is pressed",
          "[app][switch]") {
    Driver d;
    d.window().open_demo();
    SwitchDialog* dialog = open_dialog(d);
    CHECK(d.find<QTableWidget>("switchTable")->rowCount() == 0);
    auto* address = d.find<QLineEdit>("switchAddress");
    const auto words_after = [&](const QString& typed) {
        address->setText(typed);
        d.key(address, Qt::Key_Return);
        d.wait([&] { return !d.text_of("switchWords").isEmpty(); });
        const QString words = d.text_of("switchWords");
        d.find<QLabel>("switchWords")->clear();
        UNSCOPED_INFO(words.toStdString());
        return words;
    };
    CHECK(words_after("") == "Type the address of the switch.");
    CHECK(words_after("127.0.0.1:x") == "x is not a port from 1 to 65535.");
    CHECK(words_after("127.0.0.1:99999") == "99999 is not a port from 1 to 65535.");
    CHECK(words_after("127.0.0.1").contains("community is missing"));
    choose(d, "snmpVersion", "v3");
    CHECK(d.find("snmpUser")->isVisible());
    CHECK_FALSE(d.find("snmpCommunity")->isVisible());
    CHECK(words_after("127.0.0.1").contains("user is missing"));
    choose(d, "snmpPrivacy", "in clear");
    CHECK_FALSE(d.find("snmpPrivacyPhrase")->isVisible());
    choose(d, "snmpVersion", "v2c");
    d.find<QLineEdit>("snmpCommunity")->setText("public");
    // Nobody there: it can be stopped, or says so in the end.
    address->setText(QString("127.0.0.1:%1").arg(free_udp_port()));
    d.click(d.find("readNow"));
    CHECK(d.find<QPushButton>("readNow")->text() == "Stop");
    d.click(d.find("readNow"));
    CHECK(d.text_of("switchWords") == "Stopped.");
    CHECK(d.find<QPushButton>("readNow")->text() == "Read");
    CHECK_FALSE(d.find("keepReadings")->isEnabled());
    // One dialog, however often it is asked for.
    d.click(d.find("readSwitchNow"));
    CHECK(d.window().findChildren<SwitchDialog*>("readSwitch").size() == 1);
    dialog->reject();
    QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    CHECK(d.window().findChildren<SwitchDialog*>("readSwitch").isEmpty());
}
