// SPDX-License-Identifier: GPL-3.0-or-later
// The addresses page by keyboard and mouse: numbering, typing, scans, states, files.
#include <atomic>
#include <fstream>
#include <thread>

#include "app/prove/address_page.h"
#include "app/prove/prove_view.h"
#include "app/prove/seen_dialog.h"
#include "core/format/file_store.h"
#include "driver.h"
#include "net/look.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

AddressPage* open_addresses(Driver& d) {
    d.window().set_stage(Stage::prove);
    d.find<ProveView>("prove")->set_page(ProvePage::addresses);
    QApplication::processEvents();
    return d.find<AddressPage>("addresses");
}

const OnNetwork& on(Driver& d, const char* id) {
    const Device* device = find_device(d.document().committed(), id);
    REQUIRE(device);
    static const OnNetwork none;
    return device->on_network ? *device->on_network : none;
}

void stand_at(Driver& d, const char* id, AddressColumn column) {
    auto* table = d.find<QTableView>("addressTable");
    auto* model = static_cast<AddressModel*>(table->model());
    table->setCurrentIndex(model->index(model->row_of(id), static_cast<int>(column)));
    table->setFocus();
    QApplication::processEvents();
}

// Types over the cell at hand, as Enter opens it.
void type_cell(Driver& d, const QString& text) {
    auto* table = d.find<QTableView>("addressTable");
    d.key(table, Qt::Key_Return);
    auto* editor = table->viewport()->findChild<QLineEdit*>();
    REQUIRE(editor);
    editor->selectAll();
    QTest::keyClicks(editor, text);
    QTest::keyClick(editor, Qt::Key_Return);
    QApplication::processEvents();
}

}  // namespace

TEST_CASE("a copper site gets its network: a subnet, numbers, channels, undone as one step each",
          "[app][addresses]") {
    Driver d;
    d.open_copper();
    open_addresses(d);
    d.click(d.find("addSubnet"));
    REQUIRE(d.document().committed().subnets.size() == 1);
    auto* network = d.find<QLineEdit>("subnetNetwork");
    network->setText("172.20.5.77/255.255.255.0");
    emit network->editingFinished();
    CHECK(d.document().committed().subnets[0].network == "172.20.5.0/24");
    const QString before = d.text_of("addressSummary");
    d.click(d.find("numberUnits"));
    CHECK(d.text_of("addressSummary").startsWith("All "));
    CHECK(before != d.text_of("addressSummary"));
    CHECK(on(d, "K01").address.starts_with("172.20.5."));
    CHECK(on(d, "K01").recorder_channel == 1);
    CHECK(on(d, "K24").recorder_channel > 0);
    CHECK(d.find<QListWidget>("addressFaults")->item(0)->text() == "Nothing.");
    d.trigger("undo");
    CHECK(on(d, "K01").address.empty());
    CHECK(d.document().committed().subnets[0].network == "172.20.5.0/24");
}

TEST_CASE("the demo's clash is named, found by a click and mended by typing", "[app][addresses]") {
    Driver d;
    d.window().open_demo();
    open_addresses(d);
    auto* faults = d.find<QListWidget>("addressFaults");
    REQUIRE(faults->count() == 1);
    CHECK(faults->item(0)->text() == "K21 and K13 both have 192.168.10.35");
    const QRect spot = faults->visualItemRect(faults->item(0));
    QTest::mouseClick(faults->viewport(), Qt::LeftButton, {}, spot.center());
    CHECK(d.document().selected() == "K21");
    stand_at(d, "K21", AddressColumn::address);
    type_cell(d, "192.168.10.60");
    CHECK(on(d, "K21").address == "192.168.10.60");
    CHECK(faults->item(0)->text() == "Nothing.");
    // Enter goes on to the next unit, in the same column.
    auto* table = d.find<QTableView>("addressTable");
    auto* model = static_cast<AddressModel*>(table->model());
    CHECK(table->currentIndex().row() == model->row_of("K21") + 1);
    CHECK(table->currentIndex().column() == static_cast<int>(AddressColumn::address));
    // What is none is refused in words, and what stood stays.
    stand_at(d, "K21", AddressColumn::address);
    type_cell(d, "192.168.10.600");
    CHECK(on(d, "K21").address == "192.168.10.60");
    CHECK(d.text_of("message").contains("192.168.10.600"));
    type_cell(d, "x");
    stand_at(d, "K21", AddressColumn::channel);
    type_cell(d, "none");
    CHECK(on(d, "K21").recorder_channel == 21);
}

TEST_CASE(
    "Space ticks a unit on, with initials and the time; a camera at its factory address "
    "says how to reach it",
    "[app][addresses]") {
    Driver d;
    d.window().open_demo();
    open_addresses(d);
    d.find<QLineEdit>("initials")->setText("cd");
    d.document().select("K15");
    QApplication::processEvents();
    CHECK(d.text_of("unitHeading").startsWith("K15  Seen"));
    CHECK(d.text_of("unitSteps").contains("Give the laptop a second address: 192.168.77.254"));
    CHECK(d.text_of("unitSteps").contains("gateway 192.168.10.1"));
    auto* table = d.find<QTableView>("addressTable");
    table->setFocus();
    for (UnitState state :
         {UnitState::set, UnitState::added, UnitState::recording, UnitState::recording}) {
        d.key(table, Qt::Key_Space);
        CHECK(on(d, "K15").state == state);
    }
    CHECK(on(d, "K15").who == "cd");
    CHECK(on(d, "K15").when.size() == 16);
    CHECK(d.text_of("unitSteps") == "It is reached at 192.168.10.37.");
    auto* serial = d.find<QLineEdit>("unitSerial");
    serial->setText("S-0815");
    emit serial->editingFinished();
    CHECK(on(d, "K15").serial == "S-0815");
    // The record is part of the file.
    const Result<Site> again = read_site(write_site(d.document().committed()));
    REQUIRE(again);
    CHECK(find_device(*again, "K15")->on_network == on(d, "K15"));
}

TEST_CASE("a scan is brought in: units seen, strangers kept, what is no scan refused",
          "[app][addresses]") {
    Driver d;
    d.window().open_demo();
    open_addresses(d);
    const TempFolder folder;
    const std::string path = folder.file("neigh.txt");
    std::ofstream(path) << "192.168.10.77 dev eth0 lladdr 02:00:00:00:00:77 REACHABLE\n"
                        << "192.168.10.36 dev eth0 lladdr 02:00:00:00:00:36 STALE\n";
    d.open_paths = {QString::fromStdString(path)};
    d.click(d.find("bringInScan"));
    CHECK(d.document().committed().seen.size() == 4);
    CHECK(d.text_of("message").contains("Other addresses in use: 2"));
    // Somebody is where K14 is to go.
    auto* faults = d.find<QListWidget>("addressFaults");
    bool said = false;
    for (int i = 0; i < faults->count(); ++i)
        said = said || faults->item(i)->text().startsWith("K14 is to have 192.168.10.36, where");
    CHECK(said);
    const Site before = d.document().committed();
    std::ofstream(path) << "no address anywhere";
    d.open_paths = {QString::fromStdString(path), "/nowhere/at.all"};
    d.click(d.find("bringInScan"));
    d.click(d.find("bringInScan"));
    CHECK(d.document().committed() == before);
}

TEST_CASE("addresses are saved as a table and as host lines; ports are a table",
          "[app][addresses]") {
    Driver d;
    d.window().open_demo();
    open_addresses(d);
    const TempFolder folder;
    d.save_paths = {QString::fromStdString(folder.file("a.csv")),
                    QString::fromStdString(folder.file("h.conf"))};
    const auto open = [&] { d.find<QPushButton>("saveAddresses")->showMenu(); };
    d.choose_in_menu("All addresses as CSV…", open);
    d.choose_in_menu("Host lines for a dnsmasq server…", open);
    CHECK(read_file(folder.file("a.csv"), 1 << 20)->find("\"K01\",\"Gatehouse lane\"") !=
          std::string::npos);
    CHECK(read_file(folder.file("h.conf"), 1 << 20)->find("dhcp-range=192.168.10.200") !=
          std::string::npos);
    d.find<ProveView>("prove")->set_page(ProvePage::ports);
    QApplication::processEvents();
    auto* ports = d.find<QTableWidget>("portProfiles");
    REQUIRE(ports->rowCount() > 20);
    bool camera = false;
    for (int row = 0; row < ports->rowCount(); ++row)
        camera = camera || (ports->item(row, 2)->text().startsWith("K03") &&
                            ports->item(row, 3)->text() == "30");
    CHECK(camera);
}

TEST_CASE("cameras of the stand-in are looked for on the loopback, only when pressed",
          "[app][addresses][look]") {
    Driver d;
    d.open_copper();
    open_addresses(d);
    std::atomic<bool> ready{false}, stopped{false};
    std::thread stand_in([&] {
        answer_probes(
            {"127.0.0.1", discovery_port, 0, 0}, {{"192.168.10.201", "00:1b:2c:3d:4e:5f", "Found"}},
            [&] { ready = true; }, [&] { return !stopped.load(); });
        ready = true;
    });
    d.wait([&] { return ready.load(); });
    QString words;
    QTimer::singleShot(0, [&] {
        auto* picked = d.find<QComboBox>("lookInterface");
        picked->setCurrentIndex(picked->findData("127.0.0.1"));
        CHECK(d.document().committed().seen.empty());
        d.click(d.find("lookNow"));
        CHECK(d.find<QPushButton>("lookNow")->text() == "Stop");
        d.click(d.find("lookNow"));
        CHECK(d.text_of("lookWords").startsWith("Stopped"));
        d.click(d.find("lookNow"));
        d.wait([&] { return d.find<QPushButton>("lookNow")->text() == "Look"; });
        words = d.text_of("lookWords");
        d.find<QDialog>("look")->reject();
    });
    d.click(d.find("lookForCameras"));
    stopped = true;
    stand_in.join();
    CHECK(words.contains("Other addresses in use: 1"));
    REQUIRE(d.document().committed().seen.size() == 1);
    CHECK(d.document().committed().seen.front().address == "192.168.10.201");
    CHECK(d.document().undo_name() == "Look for cameras");
    d.trigger("undo");
    CHECK(d.document().committed().seen.empty());
}

TEST_CASE("both of a clash are marked", "[app][addresses]") {
    Driver d;
    d.window().open_demo();
    open_addresses(d);
    auto* model = static_cast<AddressModel*>(d.find<QTableView>("addressTable")->model());
    const auto marked = [&](const char* id) {
        const QModelIndex at =
            model->index(model->row_of(id), static_cast<int>(AddressColumn::verdict));
        return at.data(Qt::ToolTipRole).toString();
    };
    CHECK(marked("K21").contains("K21 and K13 both have"));
    CHECK(marked("K13").contains("K21 and K13 both have"));
    CHECK_FALSE(marked("K01").contains("both"));
}

TEST_CASE("who else was found is said to be a unit, or forgotten, one by one", "[app][addresses]") {
    Driver d;
    d.open_copper();
    open_addresses(d);
    CHECK_FALSE(d.find("othersInUse")->isEnabled());
    const TempFolder folder;
    d.open_paths << QString::fromStdString(
        folder.write("neigh.txt",
                     "192.168.77.20 dev eth0 lladdr 02:00:00:00:00:20 REACHABLE\n"
                     "192.168.77.21 dev eth0 lladdr 02:00:00:00:00:21 REACHABLE\n"
                     "192.168.77.22 dev eth0 lladdr 02:00:00:00:00:22 REACHABLE\n"));
    d.click(d.find("bringInScan"));
    REQUIRE(d.document().committed().seen.size() == 3);
    CHECK(d.find<QPushButton>("othersInUse")->text() == "Others (3)…");
    bool done = false;
    QTimer::singleShot(0, [&] {
        auto* dialog = d.window().findChild<SeenDialog*>("seen");
        REQUIRE(dialog);
        auto* table = dialog->findChild<QTableWidget*>("seenTable");
        auto* unit = dialog->findChild<QComboBox*>("seenUnit");
        table->setCurrentCell(1, 0);
        unit->setCurrentIndex(unit->findData("K02"));
        d.click(dialog->findChild<QPushButton*>("takeSeen"));
        CHECK(table->rowCount() == 2);
        CHECK(unit->itemText(unit->findData("K02")).contains("has a MAC"));
        table->setCurrentCell(0, 0);
        d.click(dialog->findChild<QPushButton*>("forgetSeen"));
        CHECK(table->rowCount() == 1);
        d.click(dialog->findChild<QPushButton*>("forgetAllSeen"));
        CHECK_FALSE(dialog->findChild<QPushButton*>("takeSeen")->isEnabled());
        done = true;
        dialog->reject();
    });
    d.click(d.find("othersInUse"));
    REQUIRE(done);
    CHECK(on(d, "K02").mac == "02:00:00:00:00:21");
    CHECK(on(d, "K02").state == UnitState::seen);
    d.trigger("undo");
    d.trigger("undo");
    d.trigger("undo");
    CHECK(d.document().committed().seen.size() == 3);
    CHECK(on(d, "K02").mac.empty());
}
