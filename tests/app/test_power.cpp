// SPDX-License-Identifier: GPL-3.0-or-later
// The Power stage in the real window: runs carried between units, assignment, the day, what-ifs,
// the tree, backups.
#include <cmath>

#include "app/document/day_player.h"
#include "app/power/assign_bar.h"
#include "app/power/day_chart.h"
#include "app/power/ports_picture.h"
#include "app/power/power_view.h"
#include "app/power/tree_picture.h"
#include "app/strip/strip_view.h"
#include "app/theme/theme.h"
#include "core/parts/parts.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// The demo on its Power stage, its day worked out.
void open_power(Driver& d, const std::string& selected = "SW1") {
    d.window().open_demo();
    d.window().set_stage(Stage::power);
    d.document().select(selected);
    d.wait([&] { return d.document().day().result() && !d.document().day().working(); });
}

QColor at_pixel(QWidget* widget, QPointF pixel) {
    QImage image(widget->size(), QImage::Format_RGB32);
    widget->render(&image);
    return image.pixelColor(pixel.toPoint());
}

std::string port_of(const Document& document, const std::string& camera) {
    const Network& net = document.network();
    const Run& run = net.runs[document.camera_number(camera)];
    return net.device(run.source.device).id + "." + net.port(run.source).id;
}

}  // namespace

TEST_CASE("a run is dragged from one switch to another, the verdict moving", "[window][power]") {
    Driver d;
    open_power(d);
    d.window().power_view()->set_page(PowerPage::side_by_side);
    auto* ports = d.find<PortsPicture>("portsTogether");
    d.wait([&] { return ports->isVisible(); });
    REQUIRE(ports->units().size() >= 3);
    REQUIRE(port_of(d.document(), "K15") == "SW1.6");
    const double before_w = d.document().assessment().unit("SW1")->greatest_w;
    bool moved_midway = false;
    d.drag(ports, ports->column_of("SW1", "6").center(), ports->column_of("SW2", "7").center(),
           [&] {
               moved_midway = d.document().previewing() &&
                              d.document().assessment().unit("SW1")->greatest_w < before_w - 10;
           });
    CHECK(moved_midway);
    CHECK(port_of(d.document(), "K15") == "SW2.7");
    CHECK(d.document().undo_name() == "Move run from port SW1.6 to SW2.7");
    // On the long setting of that group eight megapixels do not fit: the run now fails.
    CHECK(d.verdict_of("K15") == Verdict::fails);
    d.trigger("undo");
    CHECK(port_of(d.document(), "K15") == "SW1.6");
    CHECK(d.verdict_of("K15") == Verdict::holds);
}

TEST_CASE("ports by the keyboard: priority, long setting, power", "[window][power]") {
    Driver d;
    open_power(d);
    auto* ports = d.find<PortsPicture>("ports");
    ports->setFocus();
    d.click(ports, ports->column_of("SW1", "6").center());
    d.key(ports, Qt::Key_P);
    CHECK(find_device(d.document().site(), "SW1")->priority_of("6") == 2);
    d.key(ports, Qt::Key_P);
    CHECK(find_device(d.document().site(), "SW1")->priority_of("6") == 1);
    d.key(ports, Qt::Key_P);
    CHECK(find_device(d.document().site(), "SW1")->priority_of("6") == 3);
    d.key(ports, Qt::Key_L);
    CHECK(find_device(d.document().site(), "SW1")->long_groups.contains(1));
    d.key(ports, Qt::Key_O);
    CHECK(find_device(d.document().site(), "SW1")->power_off_ports.contains("6"));
    for (int i = 0; i < 5; ++i) d.trigger("undo");
    CHECK_FALSE(d.document().can_undo());
}

TEST_CASE("the basis of counting is chosen beside the unit", "[window][power]") {
    Driver d;
    open_power(d);
    auto* basis = d.find<QComboBox>("powerBasis");
    CHECK(d.document().assessment().unit("SW1")->verdict == Verdict::holds);
    basis->setCurrentIndex(0);
    emit basis->activated(0);
    CHECK(d.document().site().settings.switch_basis == SwitchBasis::by_class);
    // Holds by draw and not by class.
    CHECK(d.document().assessment().unit("SW1")->verdict == Verdict::fails);
    d.trigger("undo");
    CHECK(basis->currentData().toInt() == static_cast<int>(SwitchBasis::greatest_draw));
}

TEST_CASE("assign for me shows what moves, is used and undone", "[window][power]") {
    Driver d;
    open_power(d);
    const Site before = d.document().committed();
    const int failing = count_failing(d.document().assessment());
    auto* bar = d.find<AssignBar>("assignBar");
    CHECK_FALSE(bar->isVisible());
    d.click(d.find<QPushButton>("assign"));
    d.wait([&] { return bar->isVisible() && !bar->working(); });
    CHECK(d.text_of("assignText").startsWith("Moves "));
    CHECK(d.text_of("assignMoves").contains(" from "));
    // A preview until it is taken.
    CHECK(d.document().previewing());
    CHECK(d.document().committed() == before);
    d.click(d.find<QPushButton>("assignClose"));
    CHECK_FALSE(d.document().previewing());
    CHECK_FALSE(bar->isVisible());
    d.click(d.find<QPushButton>("assign"));
    d.wait([&] { return bar->isVisible() && !bar->working(); });
    d.click(d.find<QPushButton>("assignUse"));
    CHECK_FALSE(d.document().previewing());
    CHECK(d.document().undo_name().startsWith("Assign ports"));
    CHECK(count_failing(d.document().assessment()) < failing);
    d.trigger("undo");
    CHECK(d.document().site() == before);
}

TEST_CASE("the day is played and the camera goes dark on the plan", "[window][power][day]") {
    Driver d;
    open_power(d);
    DayPlayer& day = d.document().day();
    CHECK(d.text_of("dayTitle").contains("2027"));
    CHECK(d.text_of("dayWords").contains("without a picture"));
    auto* chart = d.find<DayChart>("dayChart");
    CHECK_FALSE(day.moment_s());
    // Dragging the marker.
    d.drag(chart, {chart->x_at(10 * 3600), 40}, {chart->x_at(12 * 3600), 40});
    REQUIRE(day.moment_s());
    CHECK(std::abs(*day.moment_s() - 12 * 3600) < 300);
    CHECK(day.now("K07")->state == CameraState::on);
    // On the plan the office camera is a verdict by noon and dark while the mains is off.
    d.window().set_stage(Stage::reach);
    d.document().select("");
    QCoreApplication::processEvents();
    const QPointF k11 = d.on_plan("K11");
    const Theme& theme = theme_of(*d.plan());
    CHECK(at_pixel(d.plan(), k11 + QPointF(-4, 4)) == theme.holds);
    CHECK(d.find<QPushButton>("planMoment")->isVisible());
    day.set_moment(4 * 3600.0);
    CHECK(day.now("K11")->state == CameraState::off);
    CHECK(at_pixel(d.plan(), k11 + QPointF(-4, 4)) == theme.ink);
    CHECK(d.find<QPushButton>("planMoment")->text().contains("04:00"));
    // The strip says so too.
    d.document().select("K11");
    QCoreApplication::processEvents();
    const QImage dark = [&] {
        QImage image(d.find<StripView>("strip")->size(), QImage::Format_RGB32);
        d.find<StripView>("strip")->render(&image);
        return image;
    }();
    day.set_moment(12 * 3600.0);
    QImage light(dark.size(), QImage::Format_RGB32);
    d.find<StripView>("strip")->render(&light);
    CHECK(dark != light);
    // Play moves the marker on its own; the way back lets go of it.
    d.window().set_stage(Stage::power);
    d.click(d.find<QToolButton>("dayPlay"));
    CHECK(day.playing());
    d.wait([&] { return *day.moment_s() > 12 * 3600 + 60; });
    d.click(d.find<QToolButton>("dayPlay"));
    CHECK_FALSE(day.playing());
    d.window().set_stage(Stage::reach);
    d.click(d.find<QPushButton>("planMoment"));
    CHECK_FALSE(day.moment_s());
    CHECK_FALSE(d.find<QPushButton>("planMoment")->isVisible());
}

TEST_CASE("the next trouble, by key and button, to the last", "[window][power][day]") {
    Driver d;
    open_power(d);
    DayPlayer& day = d.document().day();
    auto* chart = d.find<DayChart>("dayChart");
    chart->setFocus();
    double last_s = -1;
    int jumps = 0;
    while (jumps < 60) {
        d.key(chart, Qt::Key_N);
        if (!day.moment_s() || *day.moment_s() <= last_s) break;
        last_s = *day.moment_s();
        ++jumps;
    }
    CHECK(jumps >= 4);
    d.click(d.find<QToolButton>("dayNext"));
    CHECK(d.text_of("momentWords") == "No more trouble.");
    d.key(chart, Qt::Key_Home);
    CHECK(*day.moment_s() == 0);
    d.key(chart, Qt::Key_Right);
    CHECK(*day.moment_s() == 600);
    d.key(chart, Qt::Key_End);
    CHECK(*day.moment_s() == 86399);
    d.key(chart, Qt::Key_Escape);
    CHECK_FALSE(day.moment_s());
}

TEST_CASE("a day is kept and compared with what an edit makes of it", "[window][power][day]") {
    Driver d;
    open_power(d, "SW6");
    DayPlayer& day = d.document().day();
    const double before_s = day.result()->camera("K02")->dark_s;
    CHECK(before_s > 5 * 3600);
    d.click(d.find<QToolButton>("dayKeep"));
    REQUIRE(day.kept());
    // The remedy of the unit: ports by importance.
    d.wait([&] { return d.window().findChild<QPushButton*>("useUnit-0") != nullptr; });
    d.click(d.find<QPushButton>("useUnit-0"));
    CHECK(find_device(d.document().site(), "SW6")->priority_of("2") == 1);
    d.wait([&] { return !day.working() && day.result()->camera("K02")->dark_s < before_s - 3600; });
    CHECK(day.kept()->camera("K02")->dark_s == before_s);
    CHECK(d.text_of("dayWords").startsWith("Before: "));
    CHECK(d.document().assessment().unit("SW6")->verdict == Verdict::holds);
}

TEST_CASE("a week for the solar supply", "[window][power][day]") {
    Driver d;
    open_power(d, "PS1");
    auto* length = d.find<QComboBox>("dayLength");
    length->setCurrentIndex(1);
    emit length->activated(1);
    d.wait([&] {
        return !d.document().day().working() && d.document().day().result()->length_s > 6 * 86400;
    });
    CHECK(d.document().day().days() == 7);
}

TEST_CASE("what if copper-clad was pulled: more faults, the site unchanged", "[window][power]") {
    Driver d;
    open_power(d);
    const Site before = d.document().committed();
    const int failing = count_failing(d.document().assessment());
    auto* menu = d.find<QMenu>("whatIfMenu");
    emit menu->aboutToShow();
    auto* clad = d.find<QAction>("what-if-copper-clad");
    CHECK(clad->text().contains("more fail"));
    d.trigger("what-if-copper-clad");
    CHECK(count_failing(d.document().assessment()) > failing + 5);
    CHECK(d.document().committed() == before);
    CHECK(d.find<QToolButton>("whatIf")->text().contains("copper-clad"));
    CHECK(clad->isChecked());
    // What is bought and built stays what it is.
    CHECK(count_parts(d.document().site_network()).size() ==
          count_parts(lay_out(before, d.document().catalogue())).size());
    // The day follows: it is of the worse site.
    d.wait([&] { return !d.document().day().working(); });
    d.trigger("what-if-copper-clad");
    CHECK(count_failing(d.document().assessment()) == failing);
    d.document().select("SW2");
    d.trigger("what-if-selected");
    CHECK(d.verdict_of("K23") == Verdict::fails);
    CHECK(d.find<QToolButton>("whatIf")->text().contains("SW2 fails"));
    // Another site starts with nothing gone worse.
    d.window().open_demo();
    CHECK(d.document().under().failed.empty());
    d.trigger("what-if-nothing");
    CHECK(count_failing(d.document().assessment()) == failing);
}

TEST_CASE("the tree names every node once and chooses a unit", "[window][power]") {
    Driver d;
    open_power(d);
    d.window().power_view()->set_page(PowerPage::tree);
    auto* tree = d.find<TreePicture>("powerTree");
    d.wait([&] { return tree->isVisible() && !tree->box_of("SW1").isNull(); });
    CHECK(tree->box_of("UPS1").right() < tree->box_of("SW1").left());
    CHECK(tree->box_of("INJ3").right() < tree->box_of("SW7").left());
    const char* nodes[] = {"UPS1", "SW1", "SW2", "REC1", "INJ3", "SW7", "LU1", "LU2", "PS1"};
    for (const char* a : nodes) {
        for (const char* b : nodes) {
            if (a != b) CHECK_FALSE(tree->box_of(a).intersects(tree->box_of(b)));
        }
    }
    d.click(tree, tree->box_of("SW2").center());
    CHECK(d.document().selected() == "SW2");
}

TEST_CASE("a short backup is mended by its remedy, and units are plugged in by hand",
          "[window][power]") {
    Driver d;
    open_power(d);
    CHECK(d.text_of("verdictSentence").startsWith("Backup UPS1 lasts"));
    d.wait([&] { return d.window().findChild<QPushButton*>("useUnit-0") != nullptr; });
    d.click(d.find<QPushButton>("useUnit-0"));
    CHECK(find_device(d.document().site(), "UPS1")->kind == "ups-2400");
    for (const Check& check : d.document().assessment().site_checks) {
        if (check.subject == "UPS1") CHECK(check.verdict == Verdict::holds);
    }
    d.document().select("INJ1");
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    auto* backup = d.find<QComboBox>("backup");
    const int ups = backup->findData("UPS1");
    REQUIRE(ups >= 0);
    backup->setCurrentIndex(ups);
    emit backup->activated(ups);
    CHECK(find_device(d.document().site(), "INJ1")->backup == "UPS1");
    d.document().select("UPS1");
    d.trigger("remove");
    CHECK(find_device(d.document().site(), "INJ1")->backup.empty());
}

TEST_CASE("a date that is none is refused with its sentence", "[window][power][day]") {
    Driver d;
    open_power(d);
    for (const char* date : {"2027-02-31", "15.01.2027", "2027-1-5", "", "soon"}) {
        Settings settings = d.document().committed().settings;
        settings.day.date = date;
        CHECK_FALSE(
            d.document().edit("Change settings", set_settings(d.document().committed(), settings)));
        CHECK(d.text_of("message").contains("is not a date like 2027-01-15"));
    }
    CHECK(d.document().site().settings.day.date == "2027-01-15");
    CHECK_FALSE(d.document().can_undo());
}

TEST_CASE("the chance of each run is worked out aside", "[window][power]") {
    Driver d;
    open_power(d);
    d.trigger("chances");
    auto* table = d.find<QTableWidget>("chancesTable");
    d.wait([&] { return table->rowCount() == 24; });
    // Ordered from the worst; the run of copper-clad cable never holds.
    CHECK(table->item(0, 2)->text() == "0 %");
    CHECK(table->item(23, 2)->text() == "100 %");
}
