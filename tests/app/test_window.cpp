// SPDX-License-Identifier: GPL-3.0-or-later
// The main job in the real window: look, select, drag, change, mend, undo.
#include "driver.h"

#include "app/document/proposals.h"
#include "app/power/ports_picture.h"
#include "app/strip/strip_view.h"
#include "app/verdict/check_row.h"
#include "core/format/site_json.h"
#include "core/route/route.h"
#include "support/sites.h"

using namespace ovant;

TEST_CASE("the first start offers the demo and opens it", "[window]") {
    Driver d;
    CHECK(d.find("startPage")->isVisible());
    d.click(d.find("openDemo"));
    CHECK_FALSE(d.find("startPage")->isVisible());
    CHECK(d.text_of("siteName") == "Marram Quay");
    CHECK(d.text_of("counts") == "11 hold    9 tight    4 fail    0 unknown");
    CHECK(d.find<QListView>("runs")->model()->rowCount() == 24);
    CHECK(d.document().selected() == "K14");
    CHECK(d.text_of("verdictSentence").startsWith("Camera goes dark at night"));
}

TEST_CASE("runs are chosen by key and found as you type", "[window]") {
    Driver d;
    d.open_copper();
    auto* runs = d.find<QListView>("runs");
    runs->setFocus();
    d.key(runs, Qt::Key_Home);
    CHECK(d.document().selected() == "K01");
    d.key(runs, Qt::Key_Down);
    CHECK(d.document().selected() == "K02");
    d.key(runs, Qt::Key_Down);
    d.key(runs, Qt::Key_Up);
    CHECK(d.document().selected() == "K02");
    d.trigger("find");
    auto* filter = d.find<QLineEdit>("runFilter");
    d.type(filter, "pontoon");
    CHECK(runs->model()->rowCount() == 5);
    filter->clear();
    d.type(filter, "copper-clad");
    CHECK(runs->model()->rowCount() == 1);
    filter->clear();
    d.type(filter, "fails");
    CHECK(runs->model()->rowCount() == 6);
    filter->clear();
    d.type(filter, "camera-voltage");
    d.key(filter, Qt::Key_Return);
    CHECK(d.document().selected() == "K09");
}

TEST_CASE("dragging a camera past its reach turns its verdict while it moves", "[window]") {
    Driver d;
    d.open_copper();
    REQUIRE(d.verdict_of("K15") == Verdict::holds);
    const QPointF from = d.on_plan("K15");
    const std::string before = write_site(d.document().site());
    bool failed_midway = false;
    d.drag(d.plan(), from, from + QPointF(220, 60), [&] {
        failed_midway = d.verdict_of("K15") == Verdict::fails;
        CHECK(d.document().previewing());
        CHECK_FALSE(d.document().can_undo());
        CHECK(d.text_of("verdictSentence").contains("long"));
    });
    CHECK(failed_midway);
    CHECK(d.verdict_of("K15") == Verdict::fails);
    CHECK(d.document().undo_name() == "Move K15");
    CHECK(d.find<QAction>("undo")->text() == "Undo: Move K15");
    d.trigger("undo");
    CHECK(d.verdict_of("K15") == Verdict::holds);
    CHECK(write_site(d.document().site()) == before);
    d.trigger("redo");
    CHECK(d.verdict_of("K15") == Verdict::fails);
}

TEST_CASE("Escape in the middle of a drag leaves all as it was", "[window]") {
    Driver d;
    d.open_copper();
    const std::string before = write_site(d.document().site());
    const QPointF from = d.on_plan("K15");
    d.drag(d.plan(), from, from + QPointF(150, 0), [&] { d.key(d.plan(), Qt::Key_Escape); });
    CHECK(write_site(d.document().site()) == before);
    CHECK_FALSE(d.document().can_undo());
}

TEST_CASE("a repeater put into the cable on the plan mends a run that is too long", "[window]") {
    Driver d;
    d.open_copper();
    d.document().select("K11");
    CHECK(d.verdict_of("K11") == Verdict::fails);
    const std::size_t links = d.document().site().links.size();
    d.trigger("tool-repeater");
    // Halfway along its cable, where nothing else lies.
    d.click(d.plan(), d.on_link("L20", 0.86));
    REQUIRE(d.document().site().links.size() == links + 1);
    CHECK(d.document().selected().front() == 'R');
    CHECK(d.document().undo_name().startsWith("Add R"));
    d.trigger("tool-select");
    CHECK(d.document().selected_camera() == "K11");
    // Next to the water the sealed kind is taken without asking.
    const Device* repeater = find_device(d.document().site(), d.document().selected());
    CHECK(d.document().catalogue().find(repeater->kind)->rating == Surroundings::wet);
    // A click beside every cable is told, not taken.
    d.trigger("tool-repeater");
    d.click(d.plan(), QPointF(d.plan()->width() - 8, d.plan()->height() - 8));
    CHECK(d.document().site().links.size() == links + 1);
    CHECK(d.text_of("message").contains("Click a cable"));
}

TEST_CASE("changing the cable of a run in the details", "[window]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("K14");
    auto* cable = d.find<QComboBox>("runCable");
    REQUIRE(d.verdict_of("K14") == Verdict::fails);
    const int solid = cable->findData("cat6-burial-23");
    REQUIRE(solid >= 0);
    cable->setFocus();
    cable->setCurrentIndex(solid);
    emit cable->activated(solid);
    CHECK(d.verdict_of("K14") != Verdict::fails);
    CHECK(d.document().undo_name() == "Change cable of K14");
    for (const Link& link : d.document().site().links)
        CHECK(link.cable.find("clad") == std::string::npos);
}

TEST_CASE("a proposed remedy is used with one click and undone with one", "[window]") {
    Driver d;
    d.open_copper();
    d.wait([&] { return d.document().proposals().of_run("K14") != nullptr; });
    const std::string before = write_site(d.document().site());
    REQUIRE(d.document().proposals().of_run("K14")->all.front().verdict == Verdict::holds);
    d.click(d.find<QPushButton>("use-0"));
    CHECK(d.verdict_of("K14") == Verdict::holds);
    CHECK(d.document().undo_name().contains("for K14"));
    d.trigger("undo");
    CHECK(write_site(d.document().site()) == before);
}

TEST_CASE("the working of a check opens in place and stays open", "[window]") {
    Driver d;
    d.open_copper();
    auto* row = d.window().findChild<CheckRow*>("check-camera-voltage");
    REQUIRE(row);
    CHECK_FALSE(row->is_open());
    row->setFocus();
    d.key(row, Qt::Key_Return);
    CHECK(row->is_open());
    const QString working = row->findChild<QLabel*>("working")->text();
    CHECK(working.contains("V = V before"));
    CHECK(working.contains(QString::number(
        check_of(*d.document().assessment().run("K14"), CheckId::camera_voltage).value, 'f', 2)));
    CHECK(working.contains("IEC 60028"));
    d.document().select("K13");
    row = d.window().findChild<CheckRow*>("check-camera-voltage");
    REQUIRE(row);
    CHECK(row->is_open());
    d.click(row, QPointF(20, 10));
    CHECK_FALSE(row->is_open());
}

TEST_CASE("every number on the strip opens to its working", "[window]") {
    Driver d;
    d.open_copper();
    auto* strip = d.find<StripView>("strip");
    d.wait([&] { return !strip->spots().empty(); });
    CHECK(strip->spots().size() >= 15);
    for (const StripView::Spot& spot : strip->spots()) {
        INFO(spot.name.toStdString());
        CHECK(QRectF(strip->rect()).contains(spot.area));
        CHECK_FALSE(spot.working().empty());
    }
    strip->setFocus();
    d.key(strip, Qt::Key_Right);
    d.key(strip, Qt::Key_Return);
    auto* popup = strip->findChild<QFrame*>("workingPopup");
    REQUIRE(popup);
    CHECK(popup->isVisible());
    popup->close();
    // By mouse as well, a length too, once no second click has come.
    for (const StripView::Spot& spot : strip->spots()) {
        if (spot.link.empty()) continue;
        QTest::mouseClick(strip, Qt::LeftButton, Qt::NoModifier, spot.area.center().toPoint());
        d.wait([&] { return QApplication::activePopupWidget() != nullptr; });
        CHECK(QApplication::activePopupWidget()->findChild<QLabel*>("working")->text().contains(
            "length"));
        QApplication::activePopupWidget()->close();
        break;
    }
}

TEST_CASE("a measured length is typed on the strip, in any unit", "[window]") {
    Driver d;
    d.open_copper();
    d.document().select("K11");
    auto* strip = d.find<StripView>("strip");
    d.wait([&] {
        strip->repaint();
        return !strip->spots().empty() && strip->spots().back().name.contains("L20");
    });
    QPointF length;
    for (const StripView::Spot& spot : strip->spots()) {
        if (!spot.link.empty()) length = spot.area.center();
    }
    QTest::mouseDClick(strip, Qt::LeftButton, Qt::NoModifier, length.toPoint());
    auto* edit = d.find<QLineEdit>("stripLength");
    REQUIRE(edit->isVisible());
    d.type(edit, "270 ft");
    d.key(edit, Qt::Key_Return);
    CHECK(*find_link(d.document().site(), "L20")->measured_length_m == Approx(82.296));
    CHECK(d.document().undo_name() == "Measure L20");
    // What is no length is told, and nothing changes.
    QTest::mouseDClick(strip, Qt::LeftButton, Qt::NoModifier, length.toPoint());
    edit->selectAll();
    d.type(edit, "far");
    d.key(edit, Qt::Key_Return);
    CHECK(*find_link(d.document().site(), "L20")->measured_length_m == Approx(82.296));
    CHECK(d.text_of("message").contains("not a number"));
}

TEST_CASE("conditions and schools change every number", "[window]") {
    Driver d;
    d.open_copper();
    const QString worst = d.text_of("counts");
    d.trigger("condition-day");
    CHECK(d.document().under().condition == Condition::day);
    CHECK(check_of(*d.document().assessment().run("K14"), CheckId::camera_voltage).verdict !=
          Verdict::fails);
    CHECK(d.find<QToolButton>("condition")->text().contains("Day, 22"));
    d.trigger("condition-worst-of-all");
    CHECK(d.text_of("counts") == worst);
    d.trigger("school-standard");
    CHECK(d.find<QToolButton>("school")->text().contains("Standard"));
    CHECK(d.text_of("counts") != worst);
    CHECK(d.document().undo_name() == "Reach rule Standard");
    d.trigger("units");
    CHECK(d.find<QToolButton>("unitsButton")->text() == "feet");
    CHECK(d.text_of("counts") != worst);
}

TEST_CASE("a run is dragged to another port of the switch", "[window]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::power);
    d.document().select("K09");
    auto* ports = d.find<PortsPicture>("ports");
    const QRectF from = ports->column_of("SW1", "10"), to = ports->column_of("SW1", "15");
    REQUIRE_FALSE(from.isNull());
    bool moved_midway = false;
    d.drag(ports, from.center(), to.center(), [&] {
        moved_midway = link_at(d.document().site(), {"SW1", "15"}) != nullptr;
    });
    CHECK(moved_midway);
    CHECK(link_at(d.document().site(), {"SW1", "15"})->b.device == "R4");
    CHECK_FALSE(link_at(d.document().site(), {"SW1", "10"}));
    CHECK(d.document().undo_name() == "Move run from port 10 to 15");
    // The same by keyboard: take it up, walk back, put it down.
    ports->setFocus();
    d.click(ports, to.center());
    d.key(ports, Qt::Key_Space);
    for (int i = 0; i < 5; ++i) d.key(ports, Qt::Key_Left);
    d.key(ports, Qt::Key_Space);
    CHECK(link_at(d.document().site(), {"SW1", "10"})->b.device == "R4");
    // The verdict on the right is the unit's.
    CHECK(d.text_of("verdictSentence").contains("Budget holds on greatest draw"));
}

TEST_CASE("the stages show their pictures", "[window]") {
    Driver d;
    d.open_copper();
    d.click(d.find("stage-parts"));
    CHECK(d.window().stage() == Stage::parts);
    CHECK(d.find("partsTable")->isVisible());
    d.wait([&] { return d.find<QTableView>("partsTable")->model()->rowCount() > 20; });
    CHECK(d.text_of("partsTotal").contains("EUR"));
    d.key(&d.window(), Qt::Key_5, Qt::ControlModifier);
    CHECK(d.window().stage() == Stage::prove);
    d.wait([&] { return d.text_of("cardsSummary") == "20 cards, 6 of runs that fail"; });
    auto* sheets = d.find("cardSheets");
    CHECK(sheets->isVisible());
    CHECK(sheets->height() > 4 * d.find("sheets")->width());  // five pages of paper
    d.key(&d.window(), Qt::Key_1, Qt::ControlModifier);
    CHECK(d.find("details")->isVisible());
    d.key(&d.window(), Qt::Key_2, Qt::ControlModifier);
    CHECK(d.find("strip")->isVisible());
}

TEST_CASE("at 1100 by 700 nothing is lost", "[window]") {
    Driver d;
    d.open_copper();
    d.window().resize(1100, 700);
    QTest::qWait(50);
    CHECK(d.window().width() == 1100);
    CHECK(d.window().height() == 700);
    for (const char* name : {"runs", "plan", "strip", "verdict", "foot", "head", "stageLine"}) {
        auto* widget = d.find(name);
        INFO(name);
        const QRect place(widget->mapTo(&d.window(), QPoint(0, 0)), widget->size());
        CHECK(d.window().rect().contains(place));
        CHECK(widget->height() > 15);
    }
    for (auto* button : d.find("tools")->findChildren<QToolButton*>()) {
        INFO(button->text().toStdString());
        CHECK(button->width() >= button->fontMetrics().horizontalAdvance(button->text()));
    }
}

TEST_CASE("removing never asks and undo brings it back", "[window]") {
    Driver d;
    d.open_copper();
    const std::string before = write_site(d.document().site());
    d.document().select("SW1");
    d.plan()->setFocus();
    d.key(d.plan(), Qt::Key_Delete);
    CHECK_FALSE(find_device(d.document().site(), "SW1"));
    CHECK(d.asked.isEmpty());
    CHECK(d.document().selected().empty());
    CHECK(d.document().assessment().summary.unknown + d.document().assessment().summary.fails > 15);
    d.trigger("undo");
    CHECK(write_site(d.document().site()) == before);
}

TEST_CASE("the menu under the mouse changes a cable and lays a run anew", "[window]") {
    Driver d;
    d.open_copper();
    const QPointF at = d.on_link("L20", 0.86);
    const auto open_menu = [&] {
        QContextMenuEvent event(QContextMenuEvent::Mouse, at.toPoint(),
                                d.plan()->mapToGlobal(at.toPoint()));
        QApplication::sendEvent(d.plan(), &event);
    };
    d.choose_in_menu("Cat 6 solid copper, 23 AWG, direct burial, gel filled", open_menu);
    CHECK(find_link(d.document().site(), "L20")->cable == "cat6-burial-23");
    d.choose_in_menu("Remove L20", open_menu);
    CHECK_FALSE(find_link(d.document().site(), "L20"));
    CHECK(d.verdict_of("K11") == Verdict::unknown);
}

TEST_CASE("all edits undone give back the same bytes", "[window]") {
    Driver d;
    d.open_copper();
    const std::string before = write_site(d.document().site());
    std::mt19937 random(5);
    const std::vector<Device> devices = d.document().site().devices;
    int edits = 0;
    for (int i = 0; i < 40; ++i) {
        const std::string id = devices[random() % devices.size()].id;
        d.document().select(id);
        switch (random() % 4) {
            case 0: d.key(d.plan(), Qt::Key_Right, Qt::ShiftModifier); break;
            case 1:
                if (i % 5 == 0) d.trigger("remove");
                break;
            case 2: d.trigger("bestWay"); break;
            case 3: d.trigger(i % 2 ? "school-standard" : "school-field-proven"); break;
        }
        ++edits;
    }
    CHECK(edits == 40);
    int undone = 0;
    while (d.document().can_undo()) {
        d.trigger("undo");
        ++undone;
    }
    CHECK(undone > 10);
    CHECK(write_site(d.document().site()) == before);
    CHECK_FALSE(d.document().unsaved());
    while (d.document().can_redo()) d.trigger("redo");
    CHECK(write_site(d.document().site()) != before);
}
