// SPDX-License-Identifier: GPL-3.0-or-later
// From nothing to a proposed run, by mouse and by keyboard alone; drawing, scale, pathways, import.
#include <QDragEnterEvent>
#include <QListView>
#include <QMimeData>
#include <QSettings>
#include <QTableView>

#include "driver.h"

#include "app/kit/q.h"
#include "app/runs/run_model.h"
#include "app/shell/command_palette.h"
#include "core/edits/edits.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

// A palette entry by typing.
void command(Driver& d, const QString& text) {
    d.key(&d.window(), Qt::Key_K, Qt::ControlModifier);
    auto* input = d.find<QLineEdit>("paletteInput");
    REQUIRE(input->isVisible());
    d.type(input, text);
    d.key(input, Qt::Key_Return);
}

QString write_picture(const TempFolder& folder, const char* name, QSize size) {
    QImage image(size, QImage::Format_RGB32);
    image.fill(Qt::white);
    const QString path = QString::fromStdString(folder.file(name));
    REQUIRE(image.save(path));
    return path;
}

// What a click there would choose, of cameras.
QString hit_camera(Driver& d, QPointF at) {
    d.document().select("");
    d.click(d.plan(), at);
    const std::string found = d.document().selected();
    return found.starts_with("K") ? q(found) : QString();
}

}  // namespace

TEST_CASE("keyboard only: from the start page to a proposed run", "[window][keyboard]") {
    Driver d;
    QWidget* start = d.find("startPage");
    REQUIRE(start->isVisible());
    auto* fresh = d.find<QPushButton>("newSite");
    fresh->setFocus(Qt::TabFocusReason);
    d.key(fresh, Qt::Key_Space);
    CHECK_FALSE(start->isVisible());
    CHECK(d.window().stage() == Stage::survey);
    CHECK(d.text_of("planHint").contains("equipment room"));
    command(d, "equipment room");
    CHECK(d.plan()->tool() == PlanTool::room);
    d.key(d.plan(), Qt::Key_Left, Qt::ShiftModifier);
    d.key(d.plan(), Qt::Key_Return);
    REQUIRE(d.document().site().places.size() == 1);
    CHECK(d.document().site().places.front().head_end);
    command(d, "place cameras");
    CHECK(d.plan()->tool() == PlanTool::camera);
    // Too far for a cable of its own: the first of its ways is laid, and what it costs is said.
    for (int i = 0; i < 3; ++i) d.key(d.plan(), Qt::Key_Right, Qt::ShiftModifier);
    d.key(d.plan(), Qt::Key_Return);
    REQUIRE(d.document().assessment().runs.size() == 1);
    CHECK(d.verdict_of("K01") == Verdict::holds);
    CHECK(d.text_of("message").startsWith("K01: "));
    CHECK(d.text_of("message").contains(" EUR, holds."));
    emit d.find<QLabel>("message")->linkActivated("ovant:other-ways");
    CHECK(d.find("ways")->isVisible());
    d.key(d.find("ways"), Qt::Key_Escape);
    d.trigger("undo");
    CHECK(d.document().assessment().runs.empty());
    d.plan()->setFocus();
    CHECK(d.plan()->tool() == PlanTool::camera);
    for (int i = 0; i < 3; ++i) d.key(d.plan(), Qt::Key_Left, Qt::ShiftModifier);
    d.key(d.plan(), Qt::Key_Return);
    REQUIRE(d.document().assessment().runs.size() == 1);
    CHECK(d.document().assessment().runs.front().connected);
    CHECK(d.verdict_of("K01") == Verdict::holds);
    CHECK(d.document().undo_name() == "Add K01");
    CHECK(d.document().selected() == "K01");
    // The selected camera moves by keys, and one undo takes the camera and its run away.
    d.key(d.plan(), Qt::Key_Escape);
    d.document().select("K01");
    const double x_m = find_device(d.document().site(), "K01")->at.x_m;
    d.key(d.plan(), Qt::Key_Right);
    CHECK(find_device(d.document().site(), "K01")->at.x_m == Approx(x_m + 1));
    d.trigger("undo");
    d.trigger("undo");
    CHECK(d.document().assessment().runs.empty());
    CHECK(d.document().site().links.size() == 1);  // the recorder's
}

TEST_CASE("a dropped picture, its scale, the room, cameras", "[window]") {
    const TempFolder folder;
    Driver d;
    d.window().new_site();
    QMimeData mime;
    mime.setUrls({QUrl::fromLocalFile(write_picture(folder, "plan.png", {400, 300}))});
    QDragEnterEvent enter({200, 150}, Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&d.window(), &enter);
    CHECK(enter.isAccepted());
    QDropEvent drop(QPointF(200, 150), Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&d.window(), &drop);
    REQUIRE(d.document().site().drawing);
    CHECK(d.document().site().drawing->media_type == "image/png");
    CHECK(d.plan()->tool() == PlanTool::scale);
    // A line across half of the drawing is 50 m long.
    const Drawing& drawing = *d.document().site().drawing;
    const Point left = drawing.origin;
    const double half_m = 200 * drawing.metres_per_pixel;
    d.drag(d.plan(), d.on_plan(left), d.on_plan(Point{left.x_m + half_m, left.y_m}));
    auto* length = d.find<QLineEdit>("knownLength");
    REQUIRE(length->isVisible());
    d.type(length, "50 m");
    d.key(length, Qt::Key_Return);
    // A mouse on a screen hits within a pixel.
    CHECK(d.document().site().drawing->metres_per_pixel == Approx(0.25).epsilon(0.02));
    CHECK(d.plan()->tool() == PlanTool::select);
    d.trigger("tool-room");
    d.click(d.plan(), QPointF(120, 120));
    CHECK(d.document().site().devices.size() == 2);
    d.trigger("tool-camera");
    d.click(d.plan(), QPointF(300, 200));
    d.click(d.plan(), QPointF(320, 260));
    CHECK(d.document().assessment().runs.size() == 2);
    for (const RunAssessment& run : d.document().assessment().runs) CHECK(run.connected);
    // It is kept in the file.
    const std::string path = folder.file("new.ovant.json");
    d.save_paths = {QString::fromStdString(path)};
    REQUIRE(d.window().save());
    d.window().open_file(QString::fromStdString(path));
    CHECK(d.document().site().drawing->metres_per_pixel == Approx(0.25).epsilon(0.02));
    d.trigger("fadeMore");
    CHECK(d.document().site().drawing->fade == Approx(0.5));
    d.trigger("removeDrawing");
    CHECK_FALSE(d.document().site().drawing);
}

TEST_CASE("what is no picture is told and not taken", "[window][bad-input]") {
    const TempFolder folder;
    Driver d;
    d.window().new_site();
    for (const auto& [name, bytes] :
         {std::pair("a.png", "not a picture"),
          std::pair(
              "b.svg",
              "<svg xmlns='http://www.w3.org/2000/svg'><image href=\"file:///etc/passwd\"/></svg>"),
          std::pair("c.svg", "<svg"), std::pair("d.png", "")}) {
        INFO(name);
        d.plan()->take_drawing(QString::fromStdString(folder.write(name, bytes)));
        CHECK_FALSE(d.document().site().drawing);
        CHECK(d.text_of("message").contains(name));
    }
}

TEST_CASE("a pathway drawn by clicks leads the cable", "[window]") {
    Driver d;
    d.window().new_site();
    d.trigger("tool-room");
    d.click(d.plan(), QPointF(100, 100));
    d.trigger("tool-pathway");
    for (const QPointF& at : {QPointF(100, 100), QPointF(100, 300), QPointF(400, 300)})
        d.click(d.plan(), at);
    d.key(d.plan(), Qt::Key_Return);
    REQUIRE(d.document().site().pathways.size() == 1);
    CHECK(d.document().site().pathways.front().points.size() == 3);
    CHECK(d.plan()->tool() == PlanTool::select);
    d.trigger("tool-camera");
    d.click(d.plan(), QPointF(400, 300));
    const RunAssessment& run = d.document().assessment().runs.front();
    const double by_pathway_m = d.plan()->map().to_metres(500) +
                                2 * d.document().site().settings.default_drop_m +
                                2 * d.document().site().settings.service_loop_m;
    CHECK(run.length_m == Approx(by_pathway_m).epsilon(0.03));
    // A point of the pathway dragged away lengthens the run.
    d.key(d.plan(), Qt::Key_Escape);
    d.document().select("W1");
    d.drag(d.plan(), QPointF(100, 300), QPointF(100, 420));
    CHECK(d.document().undo_name() == "Move W1");
    CHECK(d.document().assessment().runs.front().length_m >
          by_pathway_m + d.plan()->map().to_metres(60));
    // Backspace takes a point back, Escape the whole line.
    d.trigger("tool-pathway");
    d.click(d.plan(), QPointF(200, 200));
    d.click(d.plan(), QPointF(250, 200));
    d.key(d.plan(), Qt::Key_Backspace);
    d.key(d.plan(), Qt::Key_Escape);
    CHECK(d.document().site().pathways.size() == 1);
}

TEST_CASE("a cable laid by hand joins the ports that fit", "[window]") {
    Driver d;
    d.open_copper();
    d.trigger("tool-cable");
    d.click(d.plan(), d.on_plan("K18"));
    d.click(d.plan(), d.on_plan("K17"));
    CHECK(d.text_of("message").contains("no free ports that fit"));
    CHECK_FALSE(d.document().can_undo());
    d.document().select("SW2");  // where several units stand on one spot the selected one is meant
    d.trigger("tool-cable");
    d.click(d.plan(), d.on_plan("K18"));
    d.click(d.plan(), d.on_plan("SW2"));
    REQUIRE(d.document().can_undo());
    CHECK(d.document().undo_name().startsWith("Lay cable"));
    CHECK(d.document().assessment().run("K18")->connected);
    CHECK(d.verdict_of("K18") == Verdict::fails);
}

TEST_CASE("rows pasted from a spreadsheet are a priced and carded job without a plan",
          "[window][list]") {
    Driver d;
    QString rows = "Name\tKind\tMetres\n";
    for (int i = 1; i <= 40; ++i)
        rows += QString("Camera %1\tcam-fixed-4mp\t%2\n").arg(i).arg(20 + 3 * i);
    QGuiApplication::clipboard()->setText(rows);
    int actions = 0;
    const auto stage = [&](const char* name) {
        ++actions;
        d.click(d.find(name));
    };
    ++actions;
    d.trigger("pasteCameras");
    const Assessment& judged = d.document().assessment();
    CHECK(judged.runs.size() == 40);
    CHECK(judged.summary.fails + judged.summary.unknown == 0);
    stage("stage-parts");
    d.wait([&] { return d.text_of("partsTotal").contains("EUR"); });
    stage("stage-prove");
    d.wait([&] { return d.text_of("cardsSummary") == "40 cards"; });
    CHECK(actions <= 10);
    // None of them is seen on the plan, which shows the equipment room.
    stage("stage-survey");
    CHECK(d.text_of("planHint").startsWith("40 cameras stand on no plan"));
    d.trigger("fit");
    const PlanMap map = d.plan()->map();
    CHECK(map.to_metres(d.plan()->width()) < 200);
    for (int x = 10; x < d.plan()->width(); x += 40) {
        for (int y = 60; y < d.plan()->height(); y += 40)
            CHECK(hit_camera(d, QPointF(x, y)).isEmpty());
    }
    // Put on it by hand it keeps its measured cable, and one step takes all of it back.
    d.document().select("K05");
    REQUIRE(d.document().edit("Move", move_object(d.document().committed(), "K05", {20, 10})));
    CHECK(find_device(d.document().site(), "K05")->stated_run_m == 0);
    CHECK(d.document().assessment().run("K05")->length_m == Approx(35));
    d.trigger("undo");
    // By mouse: its row is dragged there; by keyboard: from the list of commands.
    auto* list = d.find<QListView>("runs");
    const auto row_of = [&](const char* id) {
        for (int row = 0; row < list->model()->rowCount(); ++row)
            if (list->model()->index(row, 0).data(RunModel::camera_role).toString() == id)
                return list->model()->index(row, 0);
        return QModelIndex();
    };
    REQUIRE(list->model()->flags(row_of("K05")) & Qt::ItemIsDragEnabled);
    const std::unique_ptr<QMimeData> dragged(list->model()->mimeData({row_of("K05")}));
    const QPointF spot(200, 150);
    const auto over = [&] {
        QDragEnterEvent in(spot.toPoint(), Qt::CopyAction, dragged.get(), Qt::LeftButton, {});
        QApplication::sendEvent(d.plan(), &in);
        QDragMoveEvent move(spot.toPoint(), Qt::CopyAction, dragged.get(), Qt::LeftButton, {});
        QApplication::sendEvent(d.plan(), &move);
        return in.isAccepted();
    };
    CHECK(over());
    CHECK(d.document().previewing());
    QDragLeaveEvent leave;
    QApplication::sendEvent(d.plan(), &leave);
    CHECK_FALSE(d.document().previewing());
    REQUIRE(over());
    QDropEvent drop(spot, Qt::CopyAction, dragged.get(), Qt::LeftButton, {});
    QApplication::sendEvent(d.plan(), &drop);
    const Device& put = *find_device(d.document().committed(), "K05");
    CHECK(put.stated_run_m == 0);
    CHECK(distance_m(put.at, d.plan()->map().to_site(spot)) < 0.02);
    CHECK(d.document().assessment().run("K05")->length_m == Approx(35));
    CHECK_FALSE(list->model()->flags(row_of("K05")) & Qt::ItemIsDragEnabled);
    d.document().select("K06");
    d.trigger("putOnPlan");
    CHECK(find_device(d.document().committed(), "K06")->stated_run_m == 0);
    d.trigger("putOnPlan");
    CHECK(d.text_of("message").contains("already"));
    d.trigger("undo");
    d.trigger("undo");
    d.trigger("undo");
    CHECK(d.document().assessment().runs.empty());
    QGuiApplication::clipboard()->clear();
    d.trigger("pasteCameras");
    CHECK(d.text_of("message").contains("no rows to paste"));
}

TEST_CASE("a list is shown before it is taken, and what is left can be mended", "[window]") {
    const TempFolder folder;
    Driver d;
    d.open_copper();
    d.open_paths = {QString::fromStdString(
        folder.write("cameras.csv", "name,x,y,kind\nNew gate,10,10,cam-dome-4mp\nBad,x,10,\n"))};
    d.trigger("importList");
    auto* table = d.find<QTableView>("listTable");
    CHECK(d.document().assessment().runs.size() == 24);
    REQUIRE(table->model()->rowCount() == 2);
    CHECK(table->model()->index(1, 0).data().toString() == "left out");
    CHECK(table->model()->index(1, 5).data().toString().contains("not a number"));
    CHECK(d.text_of("listWords").contains("Rows that can be taken: 1"));
    d.click(d.find("takeList"));
    CHECK(d.document().assessment().runs.size() == 25);
    CHECK(find_device(d.document().site(), "K25")->name == "New gate");
    REQUIRE(table->model()->rowCount() == 1);
    CHECK_FALSE(d.find<QPushButton>("takeList")->isEnabled());
    // Put away and taken up again from the menu.
    d.find<QDialog>("listDialog")->reject();
    d.wait([&] { return d.find<QAction>("leftList")->isVisible(); });
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    d.trigger("leftList");
    table = d.find<QTableView>("listTable");
    REQUIRE(table->model()->setData(table->model()->index(0, 2), "20", Qt::EditRole));
    d.click(d.find("takeList"));
    CHECK(d.document().assessment().runs.size() == 26);
    CHECK_FALSE(d.find<QAction>("leftList")->isVisible());
    d.trigger("undo");
    d.trigger("undo");
    CHECK(d.document().assessment().runs.size() == 24);
}

TEST_CASE("columns and kinds of a list are told by hand and remembered", "[window]") {
    QSettings().remove("listColumns");
    QSettings().remove("listKinds");
    const TempFolder folder;
    const QString path = QString::fromStdString(folder.write(
        "cameras.csv", "Was;Ort;Weg\nunsere Kugel;Tor;40\nunsere Kugel;Steg;50\n;Kai;300.5 m\n"));
    Driver d;
    d.open_copper();
    d.open_paths = {path};
    d.trigger("importList");
    const auto holds = [&](int column) {
        return d.find<QComboBox>(QString("listColumn-%1").arg(column).toLatin1().constData());
    };
    CHECK(holds(0)->currentText() == "Name");
    CHECK(holds(1)->currentText() == "not used");
    CHECK(holds(2)->currentText() == "Length");
    holds(1)->setCurrentIndex(holds(1)->findData("name"));
    CHECK(holds(0)->currentText() == "not used");  // no two mean the same
    holds(0)->setCurrentIndex(holds(0)->findData("kind"));
    CHECK(d.text_of("listWords").contains("Rows that can be taken: 1"));
    auto* kind = d.find<QComboBox>("listKind-0");
    kind->setCurrentIndex(kind->findData("cam-dome-4mp"));
    emit kind->activated(kind->currentIndex());
    d.wait([&] { return d.text_of("listWords").contains("Rows that can be taken: 3"); });
    d.click(d.find("takeList"));
    CHECK(d.document().assessment().runs.size() == 27);
    CHECK(find_device(d.document().site(), "K25")->kind == "cam-dome-4mp");
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    d.open_paths = {path};
    d.trigger("importList");
    CHECK(holds(1)->currentText() == "Name");
    CHECK(d.text_of("listWords").contains("Rows that can be taken: 3"));
    CHECK(d.text_of("listWords").contains("there twice: 3"));
    d.find<QDialog>("listDialog")->reject();
    QSettings().remove("listColumns");
    QSettings().remove("listKinds");
}

TEST_CASE("the settings are one edit, in the units shown", "[window]") {
    Driver d;
    d.open_copper();
    d.trigger("settings");
    auto* dialog = d.find<QDialog>("settings");
    REQUIRE(dialog);
    dialog->findChild<QLineEdit*>("siteName")->setText("Marram Quay, phase 2");
    auto* coldest = dialog->findChild<QLineEdit*>("coldest");
    REQUIRE(coldest);
    dialog->activateWindow();
    REQUIRE(QTest::qWaitForWindowActive(dialog));
    CHECK_FALSE(coldest->isVisible());
    d.type(dialog->findChild<QLineEdit*>("settingSearch"), "COLDEST air");
    CHECK_FALSE(coldest->isVisible());  // both words are wanted
    auto* search = dialog->findChild<QLineEdit*>("settingSearch");
    search->selectAll();
    d.type(search, "heaters coldest");
    REQUIRE(coldest->isVisible());
    coldest->setFocus();
    coldest->selectAll();
    d.type(coldest, "-35 C");
    d.key(coldest, Qt::Key_Return);  // the field's end, and the dialog's
    CHECK(d.document().site().settings.coldest_night_c == -35);
    CHECK(d.text_of("siteName") == "Marram Quay, phase 2");
    CHECK(d.document().undo_name() == "Change settings");
    CHECK(d.verdict_of("K15") == Verdict::fails);  // made for -30
}

TEST_CASE("the palette finds commands and cameras", "[window][keyboard]") {
    Driver d;
    d.open_copper();
    command(d, "go to k21");
    CHECK(d.document().selected() == "K21");
    command(d, "stage power");
    CHECK(d.window().stage() == Stage::power);
    CHECK(palette_matches("Tool: place cameras", "plc cam"));
    CHECK(palette_matches("Go to K14  Pontoon C end", "k14"));
    CHECK_FALSE(palette_matches("Undo", "redo"));
    // By name before all else; by what else a command is called.
    const auto rank = [](const char* text, const char* name, const char* words, const char* typed) {
        return palette_rank({text, {}, {}, name, words}, typed);
    };
    CHECK(rank("Go to K1  Gate", "K1  Gate", "", "k1") <
          rank("Go to K14  Pontoon", "K14  Pontoon", "", "k1"));
    CHECK(rank("Go to P2  Fuel hut", "P2  Fuel hut", "", "fuel") < rank("Refuel", "", "", "fuel"));
    CHECK(rank("Save wiring cards as PDF…", "", "print export", "print") == 2);
    CHECK(rank("Undo", "", "", "redo") == -1);
    CHECK(rank("Go to W1  Duct", "W1  Duct", "", "duct") <
          rank("Tool: draw a pathway for cable", "", "trench duct", "duct"));
    CHECK(rank("Lay a drawing beneath…", "", "floor plan picture", "duct") == -1);
    for (const auto& [id, name] : {std::pair(d.document().site().pathways.front().id,
                                             d.document().site().pathways.front().name),
                                   std::pair(d.document().site().places.front().id,
                                             d.document().site().places.front().name)}) {
        command(d, QString::fromStdString(name.empty() ? id : name));
        CHECK(d.document().selected() == id);
    }
    d.key(&d.window(), Qt::Key_K, Qt::ControlModifier);
    auto* input = d.find<QLineEdit>("paletteInput");
    d.type(input, "zzzz");
    // Nothing is found: said, with what could be typed.
    CHECK(d.find<QListWidget>("paletteList")->item(0)->text().contains("“zzzz”"));
    CHECK(d.find<QListWidget>("paletteList")->count() > 5);
    d.key(input, Qt::Key_Return);
    CHECK(input->isVisible());
    d.key(input, Qt::Key_Escape);
    CHECK_FALSE(input->isVisible());
}

TEST_CASE("absurd numbers in the details are refused in a sentence", "[window][bad-input]") {
    Driver d;
    d.open_copper();
    d.window().set_stage(Stage::survey);
    d.document().select("K01");
    const std::string before = find_device(d.document().site(), "K01")->kind;
    struct Entry {
        const char* field;
        const char* text;
        const char* told;
    };
    for (const Entry& entry :
         {Entry{"dayWatts", "-5", "0 to 1000 W"}, Entry{"dayWatts", "1e9", "0 to 1000 W"},
          Entry{"dayWatts", "lots", "not a number"}, Entry{"bitRate", "5 m", "Mb/s"},
          Entry{"angle", "1000", "360"}}) {
        INFO(entry.field << " " << entry.text);
        auto* field = d.find<QLineEdit>(entry.field);
        field->setFocus();
        field->selectAll();
        d.type(field, entry.text);
        d.key(field, Qt::Key_Return);
        CHECK(d.text_of("message").contains(entry.told));
        CHECK_FALSE(d.document().can_undo());
    }
    auto* field = d.find<QLineEdit>("dayWatts");
    field->setFocus();
    field->selectAll();
    d.type(field, "9.5 W");
    d.key(field, Qt::Key_Return);
    CHECK(find_device(d.document().site(), "K01")->camera->draw->day_w == Approx(9.5));
    CHECK(find_device(d.document().site(), "K01")->kind == before);
}

TEST_CASE("a new site is asked once what lies between", "[window][rule-21]") {
    Driver d;
    d.window().new_site();
    auto* asked = d.find<QComboBox>("betweenAsked");
    CHECK_FALSE(asked->isVisible());
    d.trigger("tool-room");
    d.click(d.plan(), QPointF(200, 150));
    REQUIRE(asked->isVisible());
    CHECK(d.document().site().settings.where_no_pathway == Between::in_ground);
    asked->setCurrentIndex(asked->findData(static_cast<int>(Between::on_walls)));
    emit asked->activated(asked->currentIndex());
    CHECK(d.document().site().settings.where_no_pathway == Between::on_walls);
    d.trigger("tool-camera");
    d.click(d.plan(), QPointF(240, 190));
    d.trigger("tool-select");
    CHECK_FALSE(asked->isVisible());
    d.trigger("undo");
    CHECK(d.document().site().settings.where_no_pathway == Between::on_walls);
}
