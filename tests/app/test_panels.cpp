// SPDX-License-Identifier: GPL-3.0-or-later
// The details of everything that can be selected, the power picture, keys, names for screen
// readers.
#include <QSettings>
#include <QTabBar>

#include "driver.h"

#include "app/power/ports_picture.h"
#include "app/strip/strip_view.h"
#include "app/theme/theme.h"
#include "app/verdict/check_row.h"
#include "app/verdict/details_panel.h"
#include "core/format/site_json.h"
#include "core/edits/edits.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

// Types into a field of the details and leaves it.
void enter_detail(Driver& d, const QString& field, const QString& text) {
    auto* edit = d.find<DetailsPanel>("details")->findChild<QLineEdit*>(field);
    INFO(field.toStdString());
    REQUIRE(edit);
    edit->setFocus();
    edit->selectAll();
    if (text.isEmpty())
        d.key(edit, Qt::Key_Delete);
    else
        d.type(edit, text);
    d.key(edit, Qt::Key_Return);
}

void choose_detail(Driver& d, const QString& field, const QString& data) {
    auto* box = d.find<DetailsPanel>("details")->findChild<QComboBox*>(field);
    INFO(field.toStdString());
    REQUIRE(box);
    const int index = box->findData(data);
    REQUIRE(index >= 0);
    box->setCurrentIndex(index);
    emit box->activated(index);
}

void tick(Driver& d, const QString& field) {
    auto* box = d.find<DetailsPanel>("details")->findChild<QCheckBox*>(field);
    INFO(field.toStdString());
    REQUIRE(box);
    box->click();
}

}  // namespace

TEST_CASE("details of a place", "[window][details]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("P5");
    enter_detail(d, "name", "Travel hoist");
    choose_detail(d, "mains", "generator");
    choose_detail(d, "surroundings", "wet");
    choose_detail(d, "kind", "cabinet");
    tick(d, "earth");
    enter_detail(d, "width", "100 ft");
    const Place& place = *find_place(d.document().site(), "P5");
    CHECK(place.name == "Travel hoist");
    CHECK(place.mains == Mains::generator);
    CHECK(place.surroundings == Surroundings::wet);
    CHECK(place.kind == PlaceKind::cabinet);
    CHECK(place.earth);
    CHECK(place.width_m == Approx(30.48));
    tick(d, "headEnd");
    CHECK_FALSE(find_place(d.document().site(), "P1")->head_end);
    for (int i = 0; i < 7; ++i) d.trigger("undo");
    CHECK_FALSE(d.document().unsaved());
}

TEST_CASE("details of a pathway", "[window][details]") {
    Driver d;
    Site site = copper_site();
    find_link(site, "L32")->cable = "cat5e-solid-24-out";
    find_link(site, "L32")->measured_length_m = 87;
    d.window().open_site(site);
    d.window().set_stage(Stage::survey);
    d.document().select("W5");
    enter_detail(d, "name", "Quay wall tray");
    choose_detail(d, "kind", "conduit");
    choose_detail(d, "surroundings", "wet");
    enter_detail(d, "cost", "12.5");
    const Pathway& pathway = *find_pathway(d.document().site(), "W5");
    CHECK(pathway.name == "Quay wall tray");
    CHECK(pathway.kind == PathwayKind::conduit);
    CHECK(pathway.cost_per_m == 12.5);
    // Outdoor cable in what is wet now is said.
    CHECK(check_of(*d.document().assessment().run("K21"), CheckId::surroundings).verdict ==
          Verdict::tight);
}

TEST_CASE("details of a cable", "[window][details]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("L20");
    CHECK(d.document().selected_camera() == "K11");
    choose_detail(d, "cable", "cat6-burial-23");
    enter_detail(d, "measured", "88 m");
    enter_detail(d, "slack", "4");
    choose_detail(d, "protectorB", "surge-1000");
    const Link& link = *find_link(d.document().site(), "L20");
    CHECK(link.cable == "cat6-burial-23");
    CHECK(*link.measured_length_m == 88);
    CHECK(link.slack_m == 4);
    CHECK(link.b.protector == "surge-1000");
    CHECK(d.verdict_of("K11") == Verdict::holds);
    enter_detail(d, "measured", "");
    CHECK_FALSE(find_link(d.document().site(), "L20")->measured_length_m);
    CHECK(d.verdict_of("K11") == Verdict::fails);
}

TEST_CASE("details of a switch, its long setting and its ports", "[window][details]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("SW2");
    REQUIRE(d.verdict_of("K20") == Verdict::fails);
    tick(d, "longGroup-2");
    CHECK(d.verdict_of("K20") == Verdict::tight);  // close to the end of its channel
    CHECK(d.verdict_of("K12") == Verdict::fails);
    tick(d, "power-1");
    CHECK(d.verdict_of("K21") == Verdict::fails);
    CHECK(check_of(*d.document().assessment().run("K21"), CheckId::not_connected).note ==
          Note::power_off);
    d.trigger("undo");
    CHECK(d.verdict_of("K21") == Verdict::holds);
    // A kind that lacks a port in use is refused and the field goes back.
    choose_detail(d, "kind", "sw-4-af");
    CHECK(find_device(d.document().site(), "SW2")->kind == "sw-8-at-group");
    CHECK(d.text_of("message").contains("no port SW2."));
    CHECK(
        d.find<DetailsPanel>("details")->findChild<QComboBox*>("kind")->currentData().toString() ==
        "sw-8-at-group");
}

TEST_CASE("details of an in-line unit", "[window][details]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("R1");
    CHECK(d.document().selected_camera() == "K01");
    choose_detail(d, "kind", "rep-1");
    CHECK(check_of(*d.document().assessment().run("K01"), CheckId::surroundings).verdict ==
          Verdict::fails);
    choose_detail(d, "enclosure", "box-outdoor");
    CHECK(check_of(*d.document().assessment().run("K01"), CheckId::surroundings).verdict ==
          Verdict::holds);
    tick(d, "power-out");
    CHECK(d.verdict_of("K01") == Verdict::fails);
    CHECK(check_of(*d.document().assessment().run("K01"), CheckId::not_connected).note ==
          Note::power_off);
}

TEST_CASE("a camera's picture and importance", "[window][details]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("K21");
    enter_detail(d, "bitRate", "95 Mb/s");
    CHECK(check_of(*d.document().assessment().run("K21"), CheckId::link_rate).verdict ==
          Verdict::tight);
    enter_detail(d, "direction", "90");
    choose_detail(d, "importance", "1");
    const CameraSettings& settings = *find_device(d.document().site(), "K21")->camera;
    CHECK(settings.view.direction_deg == 90);
    CHECK(settings.importance == 1);
    enter_detail(d, "infraredWatts", "9");
    CHECK(find_device(d.document().site(), "K21")->camera->draw->infrared_w == 9);
}

TEST_CASE("frames, size and coding of a picture change its bit rate", "[window][details]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("K21");
    const auto rate = [&] {
        return camera_bit_rate_mbps(
            *find_device(d.document().site(), "K21"),
            *d.document().catalogue().find(find_device(d.document().site(), "K21")->kind));
    };
    const double before_mbps = rate();
    const double frames = d.document()
                              .catalogue()
                              .find(find_device(d.document().site(), "K21")->kind)
                              ->camera->picture.frames_per_s;
    enter_detail(d, "frames", "10");
    CHECK(rate() == Approx(before_mbps * 10 / frames));
    choose_detail(d, "codec", "h264");
    CHECK(rate() == Approx(2 * before_mbps * 10 / frames));
    choose_detail(d, "pictureSize", "1280 × 720");
    CHECK(find_device(d.document().site(), "K21")->camera->picture->width_px == 1280);
    CHECK(find_device(d.document().site(), "K21")->camera->picture->height_px == 720);
    enter_detail(d, "frames", "999");
    CHECK(find_device(d.document().site(), "K21")->camera->picture->frames_per_s == 10);
    CHECK_FALSE(d.text_of("message").isEmpty());
    for (int i = 0; i < 3; ++i) d.trigger("undo");
    CHECK(rate() == before_mbps);
}

TEST_CASE("a run is noted as seen to work, for the school that counts on it", "[window][details]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("K13");
    CHECK_FALSE(d.window().findChild<QLineEdit*>("seen-L21"));
    Settings settings = d.document().site().settings;
    settings.school = School::field_proven;
    d.document().edit("School", *set_settings(d.document().committed(), settings));
    enter_detail(d, "seen-L21", "2026-05-03 AB");
    const std::vector<SeenToWork>& notes = find_link(d.document().site(), "L21")->proven;
    REQUIRE(notes.size() == 1);
    CHECK(notes[0].date == "2026-05-03");
    CHECK(notes[0].who == "AB");
    CHECK(notes[0].length_m > 0);
    enter_detail(d, "seen-L21", "3 May");
    CHECK(find_link(d.document().site(), "L21")->proven[0].date == "2026-05-03");
    CHECK_FALSE(d.text_of("message").isEmpty());
    enter_detail(d, "seen-L21", "");
    CHECK(find_link(d.document().site(), "L21")->proven.empty());
}

TEST_CASE("the strip tells every state of a run", "[window][strip]") {
    Driver d;
    d.open_copper();
    auto* strip = d.find<StripView>("strip");
    const auto shown = [&](const char* camera) {
        d.document().select(camera);
        QCoreApplication::processEvents();
        strip->repaint();
        return strip->spots().size();
    };
    CHECK(shown("K16") == 0);  // not connected: nothing to open
    CHECK(shown("K07") >= 5);
    CHECK(shown("K02") >= 7);  // through an extender
    d.document().select("");
    strip->repaint();
    CHECK(strip->spots().empty());
    // A line that collapses has no volts, and says so.
    d.document().start(site_with_run({.lengths_m = {900}, .draw = {12, 11, 0, 0, 0}}));
    d.document().select("K01");
    QCoreApplication::processEvents();
    strip->repaint();
    bool collapses = false;
    for (const StripView::Spot& spot : strip->spots())
        collapses = collapses || spot.name.contains("collapses");
    CHECK(collapses);
    // A long chain in a narrow strip keeps its numbers apart.
    d.document().start(site_with_run({.camera = "cam-mini-3w",
                                      .lengths_m = std::vector<double>(10, 60),
                                      .in_line = "rep-1-out"}));
    d.document().select("K01");
    strip->resize(460, 210);
    strip->repaint();
    for (std::size_t i = 0; i < strip->spots().size(); ++i) {
        for (std::size_t k = i + 1; k < strip->spots().size(); ++k) {
            INFO(strip->spots()[i].name.toStdString()
                 << " / " << strip->spots()[k].name.toStdString());
            CHECK_FALSE(strip->spots()[i]
                            .area.adjusted(1, 2, -1, -2)
                            .intersects(strip->spots()[k].area.adjusted(1, 2, -1, -2)));
        }
    }
}

TEST_CASE("the power stage follows the selection and its own list", "[window][power]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::power);
    auto* unit = d.find<QComboBox>("unit");
    CHECK(unit->count() == 3);
    d.document().select("K20");
    CHECK(unit->currentData().toString() == "SW2");
    d.document().select("K24");
    CHECK(unit->currentData().toString() == "INJ1");
    CHECK(d.text_of("verdictSentence").contains("47"));
    const int first = unit->findData("SW1");
    unit->setCurrentIndex(first);
    emit unit->activated(first);
    CHECK(d.document().selected() == "SW1");
    auto* ports = d.find<PortsPicture>("ports");
    CHECK_FALSE(ports->column_of("SW1", "16").isNull());
    CHECK(ports->column_of("SW1", "17").isNull());
    // Dropped beside every port nothing moves.
    const std::string before = write_site(d.document().site());
    d.drag(ports, ports->column_of("SW1", "10").center(),
           QPointF(ports->width() - 5, ports->height() - 5));
    CHECK(write_site(d.document().site()) == before);
    // An empty site has nothing to show and says what to do.
    d.window().new_site();
    d.window().set_stage(Stage::power);
    CHECK(unit->count() == 0);
    CHECK(ports->column_of("SW1", "1").isNull());
}

TEST_CASE("the plan by keys", "[window][keyboard]") {
    Driver d;
    d.open_copper();
    PlanView* plan = d.plan();
    plan->setFocus();
    const double scale = plan->map().scale();
    d.key(plan, Qt::Key_Plus);
    CHECK(plan->map().scale() > scale);
    d.key(plan, Qt::Key_Minus);
    d.key(plan, Qt::Key_Minus);
    CHECK(plan->map().scale() < scale);
    d.trigger("fit");
    CHECK(plan->map().scale() == Approx(scale));
    d.key(plan, Qt::Key_Escape);
    CHECK(d.document().selected().empty());
    const QPointF before = plan->map().to_pixel({0, 0});
    d.key(plan, Qt::Key_Right);
    CHECK(plan->map().to_pixel({0, 0}) != before);
    // A camera out of sight is brought in when it is selected.
    d.document().select("K19");
    const QPointF mole = plan->map().to_pixel(find_device(d.document().site(), "K19")->at);
    CHECK(QRectF(plan->rect()).contains(mole));
    QWheelEvent wheel(QPointF(100, 100), plan->mapToGlobal(QPointF(100, 100)), {}, {0, 240},
                      Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase, false);
    const Point under = plan->map().to_site({100, 100});
    QApplication::sendEvent(plan, &wheel);
    CHECK(distance_m(plan->map().to_site({100, 100}), under) < 1e-6);
    for (const auto& [key, tool] :
         {std::pair(Qt::Key_C, PlanTool::camera), std::pair(Qt::Key_W, PlanTool::pathway),
          std::pair(Qt::Key_R, PlanTool::repeater), std::pair(Qt::Key_V, PlanTool::select)}) {
        d.key(plan, key);
        CHECK(plan->tool() == tool);
    }
}

TEST_CASE("whatever takes the keyboard has a name", "[window][accessible]") {
    Driver d;
    d.open_copper();
    for (Stage stage : {Stage::survey, Stage::reach, Stage::power, Stage::parts, Stage::prove}) {
        d.window().set_stage(stage);
        QCoreApplication::processEvents();
        for (QWidget* widget : d.window().findChildren<QWidget*>()) {
            if (!(widget->focusPolicy() & Qt::TabFocus) || !widget->isVisible()) continue;
            const auto* button = qobject_cast<QAbstractButton*>(widget);
            const bool named =
                !widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()) ||
                qobject_cast<QScrollArea*>(widget) || widget->objectName() == "rightTabs";
            INFO(widget->metaObject()->className() << " " << widget->objectName().toStdString());
            CHECK(named);
        }
    }
}

TEST_CASE("dark and light change while it runs", "[window][theme]") {
    Driver d;
    d.open_copper();
    apply_theme(*qApp, true);
    QCoreApplication::processEvents();
    CHECK(theme_of(*d.plan()).dark);
    const QImage dark = d.window().grab().toImage();
    apply_theme(*qApp, false);
    QCoreApplication::processEvents();
    CHECK_FALSE(theme_of(*d.plan()).dark);
    const QImage light = d.window().grab().toImage();
    const QPoint in_list(140, 500), in_plan = d.plan()->mapTo(&d.window(), QPoint(20, 20));
    for (const QPoint& at : {in_list, in_plan})
        CHECK(qGray(dark.pixel(at)) + 80 < qGray(light.pixel(at)));
}

TEST_CASE("the checks that hold are folded away and come when asked", "[window][verdict]") {
    Driver d;
    d.open_copper();
    const auto rows = [&] {
        return d.find<VerdictPanel>("verdict")->widget()->findChildren<CheckRow*>().size();
    };
    const std::vector<Check>& checks = d.document().assessment().run("K14")->checks;
    // What is said of several lengths in the same words is one row that names them.
    const auto said = [&](bool holding_too) {
        qsizetype figured = 0;
        std::set<std::string> words;
        for (const Check& check : checks) {
            if (check.verdict == Verdict::holds && !holding_too) continue;
            if (figures(check, d.document().text()).empty())
                words.insert(title(check.id) + title(check.verdict) +
                             reason(check, d.document().text()));
            else
                ++figured;
        }
        return figured + static_cast<qsizetype>(words.size());
    };
    const qsizetype not_holding = said(false), all = said(true);
    constexpr qsizetype least_shown = 5;  // however few do not hold
    CHECK(all > least_shown);
    CHECK(not_holding < all);
    CHECK(all < static_cast<qsizetype>(checks.size()));
    const auto rows_named = d.find<VerdictPanel>("verdict")->widget()->findChildren<CheckRow*>();
    CHECK(std::any_of(rows_named.begin(), rows_named.end(), [](const CheckRow* row) {
        return row->accessibleName().contains("L25, L26, L27, L28, L29");
    }));
    CHECK(rows() == std::max(not_holding, least_shown));
    d.click(d.find<QPushButton>("moreChecks"));
    CHECK(rows() == all);
    d.click(d.find<QPushButton>("moreChecks"));
    CHECK(rows() == std::max(not_holding, least_shown));
    // Cautions stand under the ways.
    d.wait([&] { return d.window().findChild<QLabel*>("care") != nullptr; });
    d.document().select("");
    CHECK(d.text_of("verdictSentence").startsWith("Runs that fail"));
}

TEST_CASE("the last files are offered, with a mark for unsaved work", "[window][files]") {
    const TempFolder folder;
    const QString path = QString::fromStdString(folder.write(
        "quay.ovant.json", read_all(source_file("tests/data/versions/version-1.ovant.json"))));
    Driver d;
    d.window().open_file(path);
    auto* recent = d.find<QAbstractButton>("recentFile");
    CHECK(recent->text() == "quay.ovant.json");
    d.window().new_site();
    recent->click();
    CHECK(d.document().path() == path);
}

TEST_CASE("the side panel and the list are hidden and shown, and stay as they were left",
          "[window][panels]") {
    QSettings().remove("panels");
    Driver d;
    d.open_copper();
    d.window().show();
    auto* side = d.find<QTabBar>("rightTabs");
    auto* line = d.find<QLabel>("selectedLine");
    CHECK(side->isVisible());
    CHECK_FALSE(line->isVisible());
    // On Parts it tells nothing of the page: one line at the foot says the verdict.
    d.window().set_stage(Stage::parts);
    CHECK_FALSE(side->isVisible());
    CHECK(line->isVisible());
    CHECK(line->text().startsWith("K14: "));
    d.document().select("K03");
    CHECK(line->text().startsWith("K03: "));
    d.document().select("SW1");
    CHECK_FALSE(line->isVisible());
    d.document().select("K14");
    d.key(&d.window(), Qt::Key_F10);
    CHECK(side->isVisible());
    CHECK_FALSE(line->isVisible());
    d.window().set_stage(Stage::reach);
    d.key(&d.window(), Qt::Key_F10);
    CHECK_FALSE(side->isVisible());
    d.window().set_stage(Stage::parts);
    CHECK(side->isVisible());
    auto* list = d.find<QWidget>("runFilter");
    CHECK(list->isVisible());
    d.key(&d.window(), Qt::Key_F9);
    CHECK_FALSE(list->isVisible());
    d.window().set_stage(Stage::reach);
    CHECK_FALSE(list->isVisible());
    // What is kept is what the next window begins with.
    CHECK_FALSE(QSettings().value("panels/list", true).toBool());
    CHECK_FALSE(QSettings().value("panels/side-1", true).toBool());
    d.trigger("find");
    CHECK(list->isVisible());
    QSettings().remove("panels");
}
