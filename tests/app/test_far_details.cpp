// SPDX-License-Identifier: GPL-3.0-or-later
// Details, settings and list of what lies beyond copper, typed with units into the real window.
#include "app/plan/plan_hit.h"
#include "app/runs/run_model.h"
#include "app/settings/settings_window.h"
#include "app/strip/strip_view.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/sites.h"

using namespace ovant;

namespace {

void open_details(Driver& d, const char* id) {
    d.window().open_demo();
    QApplication::processEvents();
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    d.document().select(id);
}

void enter(Driver& d, const char* field, const char* text) {
    auto* edit = d.find<QLineEdit>(field);
    edit->setFocus();
    edit->selectAll();
    d.type(edit, text);
    d.key(edit, Qt::Key_Return);
}

void choose(Driver& d, const char* field, const char* data) {
    auto* box = d.find<QComboBox>(field);
    const int index = box->findData(QString(data));
    REQUIRE(index >= 0);
    box->setCurrentIndex(index);
    emit box->activated(index);
}

}  // namespace

TEST_CASE("a radio's antenna and power are typed in any unit", "[app]") {
    Driver d;
    open_details(d, "RA2");
    enter(d, "antennaHeight", "20 ft");
    CHECK(find_device(d.document().site(), "RA2")->height_m == Approx(6.096));
    enter(d, "transmit", "11 dBm");
    CHECK(*find_device(d.document().site(), "RA2")->transmit_dbm == 11);
    enter(d, "transmit", "99");
    CHECK(*find_device(d.document().site(), "RA2")->transmit_dbm == 11);
    CHECK_FALSE(d.text_of("message").isEmpty());
    // Shown in feet where the site says so.
    d.trigger("units");
    CHECK(d.find<QLineEdit>("antennaHeight")->text().contains("20"));
    // A radio belongs to its run: the strip shows the path.
    CHECK(d.document().selected_camera() == "K16");
}

TEST_CASE("transceivers, places and joints of a fibre", "[app]") {
    Driver d;
    open_details(d, "SW3");
    choose(d, "module-sfp1", "sfp-1000-sx");
    CHECK(d.verdict_of("K17") == Verdict::fails);
    CHECK(check_of(*d.document().assessment().run("K17"), CheckId::transceiver_pair).note ==
          Note::other_fibre);
    d.trigger("undo");
    CHECK(d.verdict_of("K17") != Verdict::fails);
    choose(d, "standsAt", "");
    CHECK(check_of(*d.document().assessment().run("K17"), CheckId::mains_at_place).note ==
          Note::no_place);
    d.trigger("undo");
    d.document().select("L60");
    enter(d, "connectors", "12");
    CHECK(find_link(d.document().site(), "L60")->connectors == 12);
    CHECK(check_of(*d.document().assessment().run("K17"), CheckId::fibre_light).verdict !=
          Verdict::holds);
    // Only cables of its own medium are offered.
    auto* cables = d.find<QComboBox>("cable");
    for (int i = 0; i < cables->count(); ++i)
        CHECK(cables->itemData(i).toString().startsWith("fibre"));
}

TEST_CASE("a place says how high a mast it has and whether vapour is possible", "[app]") {
    Driver d;
    open_details(d, "P7");
    CHECK(d.find<QCheckBox>("vapour")->isChecked());
    enter(d, "mast", "9 m");
    CHECK(find_place(d.document().site(), "P7")->mast_m == 9);
    d.click(d.find<QCheckBox>("vapour"));
    CHECK_FALSE(find_place(d.document().site(), "P7")->vapour_zone);
    d.document().select("X1");
    enter(d, "measuredLoop", "55");
    CHECK(check_of(*d.document().assessment().run("K11"), CheckId::coax_loop).verdict ==
          Verdict::fails);
    choose(d, "cable", "coax-rg6-steel");
    CHECK(d.document().site().existing[0].cable == "coax-rg6-steel");
    d.document().select("O2");
    choose(d, "kind", "water");
    CHECK(find_obstacle(d.document().site(), "O2")->kind == ObstacleKind::water);
    CHECK_FALSE(d.window().findChild<QLineEdit*>("obstacleHeight"));
}

TEST_CASE("limits, weather and rates are set for the site", "[app]") {
    Driver d;
    d.window().open_demo();
    d.trigger("settings");
    auto* dialog = d.find<SettingsWindow>("settings");
    const auto set = [&](const char* name, const char* text) {
        auto* edit = dialog->findChild<QLineEdit*>(name);
        REQUIRE(edit);
        edit->setFocus();
        edit->selectAll();
        d.type(edit, text);
        emit edit->editingFinished();  // as when the field is left
    };
    set("eirp", "24 dBm");
    set("sun", "0.3 h");
    set("hourPrice", "75");
    d.click(dialog->findChild<QPushButton*>("acceptSettings"));
    const Settings& settings = d.document().site().settings;
    CHECK(settings.eirp_limit_dbm == 24);
    CHECK(settings.sun_hours == Approx(0.3));
    CHECK(settings.labour.price_per_h == 75);
    CHECK(check_of(*d.document().assessment().run("K16"), CheckId::radio_limit).verdict ==
          Verdict::fails);
    CHECK(check_of(*d.document().assessment().run("K16"), CheckId::solar_days).note ==
          Note::panel_too_small);
    d.trigger("undo");
    CHECK(d.verdict_of("K16") == Verdict::holds);
}

TEST_CASE("the site's own rules are set where practitioners differ", "[app]") {
    Driver d;
    d.window().open_demo();
    d.trigger("settings");
    auto* dialog = d.find<SettingsWindow>("settings");
    auto* feed = dialog->findChild<QComboBox*>("feedFrom");
    feed->setCurrentIndex(feed->findData(static_cast<int>(FeedFrom::a_switch)));
    dialog->findChild<QComboBox*>("longestChain")->setCurrentIndex(2);
    d.type(dialog->findChild<QLineEdit*>("settingSearch"), "practice");
    QApplication::processEvents();
    d.click(dialog->findChild<QCheckBox*>("compliantOnly"));
    auto* beyond = dialog->findChild<QLineEdit*>("radioBeyond");
    beyond->setFocus();
    beyond->selectAll();
    d.type(beyond, "2 km");
    emit beyond->editingFinished();
    d.click(dialog->findChild<QPushButton*>("acceptSettings"));
    const Practice& practice = d.document().site().settings.practice;
    CHECK(practice.feed_from == FeedFrom::a_switch);
    CHECK(practice.longest_chain == 2);
    CHECK(practice.compliant_only);
    CHECK_FALSE(practice.large_loads_apart);
    CHECK(practice.radio_beyond_m == 2000);
    CHECK(check_of(*d.document().assessment().run("K16"), CheckId::site_practice).note ==
          Note::radio_near);
    d.trigger("undo");
    CHECK_FALSE(find_check(d.document().assessment().run("K16")->checks, CheckId::site_practice));
}

TEST_CASE("the list draws every run in the marks of its media", "[app]") {
    Driver d;
    d.window().open_demo();
    QApplication::processEvents();
    auto* list = d.find<QListView>("runs");
    const auto media_of = [&](const char* camera) {
        std::set<Medium> media;
        for (int row = 0; row < list->model()->rowCount(); ++row) {
            const QModelIndex index = list->model()->index(row, 0);
            if (index.data(RunModel::camera_role).toString() != camera) continue;
            for (const QVariant& hop : index.data(RunModel::hops_role).toList())
                media.insert(hop.value<MiniHop>().mark.medium);
        }
        return media;
    };
    CHECK(media_of("K16").contains(Medium::radio));
    CHECK(media_of("K18") == std::set<Medium>{Medium::fibre, Medium::twisted_pair});
    CHECK(media_of("K11").contains(Medium::coax));
    // Found by what it is made of.
    auto* filter = d.find<QLineEdit>("runFilter");
    d.type(filter, "radio");
    CHECK(list->model()->rowCount() == 2);
    filter->clear();
    d.type(filter, "fibre");
    CHECK(list->model()->rowCount() == 2);
}

TEST_CASE("the strip of a fibre shows light, that of a radio its path or the whole run", "[app]") {
    Driver d;
    d.window().open_demo();
    d.document().select("K17");
    auto* strip = d.find<StripView>("strip");
    const auto named = [&](const QString& name) {
        QImage canvas(strip->size(), QImage::Format_ARGB32);
        strip->render(&canvas);
        for (const auto& spot : strip->spots()) {
            if (spot.name.startsWith(name)) return true;
        }
        return false;
    };
    CHECK(named("Light over L60"));
    CHECK_FALSE(d.find<QToolButton>("pathButton")->isVisible());
    d.document().select("K16");
    CHECK(named("Antenna of RA1"));
    CHECK(named("Clearance"));
    REQUIRE(d.find<QToolButton>("pathButton")->isVisible());
    d.click(d.find<QToolButton>("pathButton"));
    CHECK_FALSE(named("Antenna of RA1"));
    CHECK(named("Watts at"));
    // Each number opens to its working.
    d.click(d.find<QToolButton>("pathButton"));
    for (const auto& spot : strip->spots()) {
        INFO(spot.name.toStdString());
        CHECK_FALSE(spot.working().empty());
    }
}

TEST_CASE("a radio is turned by the handle of its beam, and back by undo", "[window][rule-6]") {
    Driver d;
    d.window().open_demo();
    d.document().select("RA1");
    QCoreApplication::processEvents();  // a layout that is still due moves the plan
    const Device before = *find_device(d.document().site(), "RA1");
    CHECK_FALSE(before.azimuth_deg);
    const double margin_db =
        check_of(*d.document().assessment().run("K16"), CheckId::radio_fade_margin).value;
    const DeviceNumber beam = beam_of_selected(d.document());
    REQUIRE(beam);
    const QPointF handle =
        beam_handle(d.document(), plan_layout(d.document(), d.plan()->map()), beam);
    // Straight up on the plan: far off the light on the breakwater.
    d.drag(d.plan(), handle, d.on_plan("RA1") - QPointF(0, 80));
    REQUIRE(find_device(d.document().site(), "RA1")->azimuth_deg);
    CHECK(std::abs(*find_device(d.document().site(), "RA1")->azimuth_deg) < 3);
    CHECK(check_of(*d.document().assessment().run("K16"), CheckId::radio_fade_margin).value <
          margin_db - 10);
    CHECK(find_device(d.document().site(), "RA1")->at == before.at);
    d.trigger("undo");
    CHECK(*find_device(d.document().site(), "RA1") == before);
}

TEST_CASE("what was found wrong stands in the details until it is mended", "[app][details]") {
    Driver d;
    d.open_copper();
    const std::string cable = d.document().committed().links.back().id;
    Defects found;
    found.joint_ohm = 12;
    found.pair = "4 5";
    REQUIRE(d.document().edit("found", set_defects(d.document().committed(), cable, found)));
    REQUIRE(d.document().edit("found", set_low_volts(d.document().committed(), "SW1", 0.1)));
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    const auto mend = [&](const char* id, const char* words) {
        d.document().select(id);
        QApplication::processEvents();
        CHECK(d.text_of("foundWrong").contains(words));
        d.click(d.find<QPushButton>("foundMended"));
        QApplication::processEvents();
        CHECK_FALSE(d.window().findChild<QLabel*>("foundWrong"));
    };
    mend(cable.c_str(), "a joint has 12 Ω too much, in pair 4 5");
    CHECK_FALSE(find_link(d.document().committed(), cable)->defects);
    mend("SW1", "10 % less volts");
    CHECK(find_device(d.document().committed(), "SW1")->low_volts_share == 0);
}
