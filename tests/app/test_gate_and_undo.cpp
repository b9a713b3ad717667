// SPDX-License-Identifier: GPL-3.0-or-later
// In the real window: what is refused says so at the field, nothing is lost, and every kind of edit
// is one step that goes back and forth byte for byte.
#include "driver.h"

#include "app/catalogue/catalogue_dialog.h"
#include "app/power/power_view.h"
#include "app/verdict/details_panel.h"
#include "core/choose/assign.h"
#include "core/choose/proposal.h"
#include "core/sheet/camera_list.h"
#include "core/format/kind_text.h"
#include "core/format/site_json.h"
#include "core/edits/edits.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

std::string bytes(Driver& d) { return write_site(d.document().committed()); }

// Types into a field of the details and leaves it.
void enter(Driver& d, QLineEdit* field, const QString& text) {
    field->setFocus();
    field->selectAll();
    d.type(field, text);
    d.key(field, Qt::Key_Return);
}

QLineEdit* detail(Driver& d, const char* name) {
    auto* field = d.find<DetailsPanel>("details")->findChild<QLineEdit*>(name);
    REQUIRE(field);
    return field;
}

}  // namespace

TEST_CASE("a figure out of range is refused at its field and in the foot", "[window][gate]") {
    Driver d;
    d.window().open_demo();
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    const std::string before = bytes(d);
    const std::string place = d.document().site().places.front().id;
    d.document().select(place);
    enter(d, detail(d, "mast"), "350 m");
    CHECK(d.text_of("message").contains("mast: 350 is not a number from 0 to 300 m"));
    CHECK(detail(d, "mast")->toolTip().contains("350 is not"));
    CHECK_FALSE(detail(d, "mast")->text().contains("350"));
    CHECK(bytes(d) == before);
    CHECK_FALSE(d.document().can_undo());
    enter(d, detail(d, "mast"), "300 m");
    CHECK(find_place(d.document().site(), place)->mast_m == 300);
    d.trigger("undo");
    CHECK(bytes(d) == before);
}

TEST_CASE("settings that cannot be stay in their form, at the field", "[window][gate]") {
    Driver d;
    d.window().open_demo();
    const std::string before = bytes(d);
    d.trigger("settings");
    auto* dialog = d.find<QDialog>("settings");
    auto* date = dialog->findChild<QLineEdit*>("dayDate");
    date->setText("15.01.2027");
    d.click(dialog->findChild<QPushButton*>("acceptSettings"));
    CHECK(dialog->isVisible());
    CHECK(dialog->findChild<QLabel*>("settingMoves")->text() ==
          "settings, day, date: 15.01.2027 is not a date like 2027-01-15.");
    CHECK(date->toolTip().contains("15.01.2027"));
    CHECK(bytes(d) == before);
    date->setText("2027-06-21");
    d.click(dialog->findChild<QPushButton*>("acceptSettings"));
    CHECK(d.document().site().settings.day.date == "2027-06-21");
    CHECK(read_site(bytes(d)));
}

TEST_CASE("without a head end every view and command still works", "[window][gate]") {
    Driver d;
    d.window().open_demo();
    std::string head;
    for (const Place& place : d.document().site().places) {
        if (place.head_end) head = place.id;
    }
    d.document().select(head);
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    d.click(d.find<DetailsPanel>("details")->findChild<QCheckBox*>("headEnd"));
    REQUIRE_FALSE(find_place(d.document().site(), head)->head_end);
    const auto look_round = [&] {
        int shown = 0;
        for (const Device& device : std::vector<Device>(d.document().site().devices)) {
            if (++shown > 12 && !device.camera) continue;
            d.document().select(device.id);
            QCoreApplication::processEvents();
        }
        for (Stage stage :
             {Stage::survey, Stage::reach, Stage::power, Stage::parts, Stage::prove}) {
            d.window().set_stage(stage);
            QCoreApplication::processEvents();
            d.window().grab();
        }
        d.window().show_ways(true);
        d.window().grab();
        d.window().show_ways(false);
    };
    look_round();
    d.document().select(head);
    d.trigger("remove");
    REQUIRE_FALSE(find_place(d.document().site(), head));
    look_round();
    for (Category gone : {Category::recorder, Category::network_switch, Category::camera}) {
        Site less = d.document().committed();
        for (const Device& device : d.document().committed().devices) {
            const Kind* kind = d.document().catalogue().find(device.kind);
            if (kind && kind->category == gone)
                less = *remove_object(less, d.document().catalogue(), device.id);
        }
        d.document().edit("Remove", Result<Site>(less));
        look_round();
    }
    while (d.document().can_undo()) d.document().undo();
    CHECK(bytes(d) == write_site(demo_site()));
}

TEST_CASE("every kind of edit goes back and forth, byte for byte", "[window][undo]") {
    const TempFolder folder;
    Driver d;
    d.window().open_demo();
    Document& doc = d.document();
    const Catalogue catalogue = doc.catalogue();
    const auto site_of = [](auto added) {
        return added ? Result<Site>(added->site) : Result<Site>(added.error());
    };
    const auto settings_with = [&](auto change) {
        Settings settings = doc.committed().settings;
        change(settings);
        return set_settings(doc.committed(), settings);
    };
    std::string radio, optical, fibre, copper, ups;
    for (const Device& device : doc.committed().devices) {
        const Kind* kind = catalogue.find(device.kind);
        REQUIRE(kind);
        if (kind->radio) radio = device.id;
        if (kind->ups) ups = device.id;
        if (!device.modules.empty()) optical = device.id;
    }
    for (const Link& link : doc.committed().links) {
        const CableFacts* cable = cable_facts(catalogue, link.cable);
        REQUIRE(cable);
        if (cable->medium == Medium::fibre) fibre = link.id;
        if (cable->medium == Medium::twisted_pair && !cable->cord) copper = link.id;
    }
    const std::string place = doc.committed().places.back().id;
    const std::string pathway = doc.committed().pathways.front().id;
    using Edit = std::function<Result<Site>()>;
    const std::vector<std::pair<const char*, Edit>> edits{
        {"add a camera",
         [&] {
             return site_of(add_device(doc.committed(), catalogue, "cam-fixed-4mp", {9, 9}));
         }},
        {"add a place",
         [&] {
             Place p;
             p.at = {300, 300};
             return site_of(add_place(doc.committed(), p));
         }},
        {"draw a pathway",
         [&] {
             Pathway w;
             w.points = {{0, 0}, {9, 9}};
             return site_of(add_pathway(doc.committed(), w));
         }},
        {"draw an obstacle",
         [&] {
             Obstacle o;
             o.points = {{0, 0}, {9, 9}};
             return site_of(add_obstacle(doc.committed(), o));
         }},
        {"draw an old cable",
         [&] {
             ExistingCable x;
             x.cable = "coax-rg59";
             x.points = {{0, 0}, {9, 9}};
             return site_of(add_existing(doc.committed(), catalogue, x));
         }},
        {"place a room",
         [&] {
             return site_of(add_equipment_room(doc.committed(), catalogue, {200, 200},
                                               "sw-8-at-120", "rec-32"));
         }},
        {"move",
         [&] {
             return move_object(doc.committed(), "K15", {1, 2});
         }},
        {"move a place",
         [&] {
             return move_object(doc.committed(), place, {1, 2});
         }},
        {"rename",
         [&] {
             return rename_object(doc.committed(), {"K15", "Elsewhere"});
         }},
        {"change a place",
         [&] {
             Place p = *&doc.committed().places.back();
             p.mast_m = 9;
             p.vapour_zone = true;
             return replace_place(doc.committed(), p);
         }},
        {"bend a pathway",
         [&] {
             Pathway w = doc.committed().pathways.front();
             w.points.push_back({7, 7});
             return replace_pathway(doc.committed(), w);
         }},
        {"into a cable",
         [&] {
             return site_of(
                 insert_in_line(doc.committed(), catalogue, copper, "rep-1-out", {50, 50}));
         }},
        {"another cable",
         [&] { return set_cable(doc.committed(), catalogue, copper, "cat6-solid-23-out"); }},
        {"measure", [&] { return set_measured_length(doc.committed(), copper, 77.5); }},
        {"slack", [&] { return set_slack(doc.committed(), copper, 3); }},
        {"lay again",
         [&] {
             Result<Site> s = lay_again(doc.committed(), copper);
             if (s) s = set_slack(*s, copper, 4);
             return s;
         }},
        {"protectors",
         [&] {
             return set_protectors(doc.committed(), copper, {"surge-1000", ""});
         }},
        {"joints", [&] { return set_fibre_joints(doc.committed(), fibre, 5, 3); }},
        {"power of a camera",
         [&] {
             return set_camera_draw(doc.committed(), catalogue, "K15", {7, 1, 0, 0, 0});
         }},
        {"view of a camera",
         [&] {
             CameraSettings c;
             c.view.range_m = 44;
             return set_camera(doc.committed(), "K15", c);
         }},
        {"kind of a camera",
         [&] { return set_kind(doc.committed(), catalogue, "K15", "cam-dome-4mp"); }},
        {"box", [&] { return set_enclosure(doc.committed(), catalogue, "K15", "box-heated"); }},
        {"place of a unit", [&] { return set_place(doc.committed(), "INJ1", place); }},
        {"antenna", [&] { return set_antenna_height(doc.committed(), radio, 5.5); }},
        {"transmit", [&] { return set_transmit(doc.committed(), radio, 3); }},
        {"port off",
         [&] {
             return set_port_power(doc.committed(), {"SW1", "1"}, false);
         }},
        {"port priority",
         [&] {
             return set_port_priority(doc.committed(), catalogue, {"SW1", "1"}, 1);
         }},
        {"long setting", [&] { return set_long_group(doc.committed(), "SW2", 2, true); }},
        {"assign", [&] { return Result<Site>(assign_ports(doc.committed(), catalogue).site); }},
        {"best way",
         [&] { return Result<Site>(with_best_way(doc.committed(), catalogue, "K14")); }},
        {"own kind",
         [&] {
             return set_own_kind(
                 doc.committed(), "mine",
                 *copied_kind(kind_json(doc.committed(), "rep-1"), {"mine", "Mine"}));
         }},
        {"own kind away", [&] { return remove_own_kind(doc.committed(), "mine"); }},
        {"drawing away", [&] { return set_drawing(doc.committed(), std::nullopt); }},
        {"import",
         [&] {
             return Result<Site>(
                 import_cameras(doc.committed(), catalogue, "name,x,y,length\nA,1,1,50\nB,2,2,\n")
                     .site);
         }},
        {"school",
         [&] {
             return settings_with([](Settings& s) {
                 s.school = School::standard;
                 s.day_c = 33;
             });
         }},
        {"feet",
         [&] { return settings_with([](Settings& s) { s.units = UnitSystem::imperial; }); }},
        {"day",
         [&] {
             return settings_with([](Settings& s) {
                 s.day.date = "2027-06-21";
                 s.day.outage_at_h = 3;
             });
         }},
        {"recover", [&] { return Result<Site>(read_site_keeping(write_site(demo_site())).site); }},
        {"remove a camera", [&] { return remove_object(doc.committed(), catalogue, "K15"); }},
        {"remove a pathway", [&] { return remove_object(doc.committed(), catalogue, pathway); }},
        {"remove a place", [&] { return remove_object(doc.committed(), catalogue, place); }},
        {"remove a switch", [&] { return remove_object(doc.committed(), catalogue, "SW1"); }},
    };
    std::vector<std::string> states{bytes(d)};
    int steps = 0;
    for (const auto& [name, edit] : edits) {
        INFO(name);
        const bool taken = doc.edit(name, edit());
        INFO(d.text_of("message").toStdString());
        if (!taken) CHECK(bytes(d) == states.back());  // nothing to change here
        if (!taken) continue;
        ++steps;
        states.push_back(bytes(d));
        const Result<Site> again = read_site(states.back());
        REQUIRE(again);
        CHECK(*again == doc.committed());
        doc.undo();
        CHECK(bytes(d) == states[states.size() - 2]);
        doc.redo();
        CHECK(bytes(d) == states.back());
    }
    CHECK(steps >= 37);
    for (std::size_t i = states.size(); i-- > 1;) {
        CHECK(bytes(d) == states[i]);
        doc.undo();
    }
    CHECK(bytes(d) == states.front());
    CHECK_FALSE(doc.can_undo());
    while (doc.can_redo()) doc.redo();
    CHECK(bytes(d) == states.back());
}

TEST_CASE("keys and mouse at random leave a site that opens", "[window][monkey]") {
    std::mt19937 random(11);
    const auto below = [&](int count) {
        return std::uniform_int_distribution<int>(0, count - 1)(random);
    };
    Driver d;
    d.window().open_demo();
    const std::string first = bytes(d);
    const int keys[] = {Qt::Key_E,      Qt::Key_C,      Qt::Key_P,      Qt::Key_U,   Qt::Key_R,
                        Qt::Key_X,      Qt::Key_O,      Qt::Key_B,      Qt::Key_Y,   Qt::Key_N,
                        Qt::Key_Escape, Qt::Key_Return, Qt::Key_Delete, Qt::Key_Tab, Qt::Key_Left,
                        Qt::Key_Up,     Qt::Key_Space};
    for (int i = 0; i < 260; ++i) {
        const QPointF at(below(d.plan()->width()), below(d.plan()->height()));
        switch (below(9)) {
            case 0:
            case 1:
                if (d.plan()->isVisible()) d.click(d.plan(), at);
                break;
            case 2:
            case 3:
                if (d.plan()->isVisible())
                    d.drag(d.plan(), at,
                           QPointF(below(d.plan()->width()), below(d.plan()->height())));
                break;
            case 4: {
                const auto& devices = d.document().site().devices;
                if (!devices.empty())
                    d.document().select(
                        devices[static_cast<std::size_t>(below(static_cast<int>(devices.size())))]
                            .id);
                break;
            }
            case 5: d.window().set_stage(static_cast<Stage>(below(5))); break;
            case 6: d.trigger(below(2) ? "undo" : "redo"); break;
            case 7: {
                const auto fields = d.find<DetailsPanel>("details")->findChildren<QLineEdit*>();
                const char* texts[] = {"350", "-1", "x", "", "1e9", "12 m", "0", "nan"};
                if (!fields.isEmpty())
                    enter(d, fields[below(static_cast<int>(fields.size()))], texts[below(8)]);
                break;
            }
            default: {
                QWidget* focus = QApplication::focusWidget();
                d.key(focus ? focus : static_cast<QWidget*>(d.plan()), keys[below(17)]);
            }
        }
        QCoreApplication::processEvents();
        for (QWidget* popup = QApplication::activePopupWidget(); popup;
             popup = QApplication::activePopupWidget())
            popup->close();
        for (auto* dialog : d.window().findChildren<QDialog*>()) dialog->reject();
        const std::string now = bytes(d);
        const Result<Site> again = read_site(now);
        INFO("step " << i);
        REQUIRE(again);
        REQUIRE(write_site(*again) == now);
    }
    d.document().cancel_preview();
    while (d.document().can_redo()) d.document().redo();
    const std::string last = bytes(d);
    while (d.document().can_undo()) d.document().undo();
    CHECK(bytes(d) == first);
    while (d.document().can_redo()) d.document().redo();
    CHECK(bytes(d) == last);
}

TEST_CASE("what cannot be done on the plan says why where it was tried", "[window][gate]") {
    Driver d;
    d.open_copper();
    const std::string before = bytes(d);
    d.plan()->set_tool(PlanTool::cable);
    d.click(d.plan(), d.on_plan("K14"));
    d.click(d.plan(), d.on_plan("K13"));
    CHECK_FALSE(d.plan()->refusal().isEmpty());
    CHECK(d.plan()->refusal() == d.text_of("message"));
    CHECK(bytes(d) == before);
    // The next click starts afresh.
    d.plan()->set_tool(PlanTool::select);
    d.click(d.plan(), d.on_plan("K14"));
    CHECK(d.plan()->refusal().isEmpty());
    // What is refused elsewhere is not said here.
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    d.document().select(d.document().site().places.front().id);
    enter(d, detail(d, "mast"), "350 m");
    CHECK(d.plan()->refusal().isEmpty());
}
