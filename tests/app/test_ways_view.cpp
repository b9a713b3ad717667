// SPDX-License-Identifier: GPL-3.0-or-later
// The far ways in the real window: compare and use, antennas, obstacles, drawings, catalogue, sums.
#include <fmt/format.h>

#include "app/catalogue/catalogue_dialog.h"
#include "app/shell/command_palette.h"
#include "app/strip/strip_view.h"
#include "app/ways/ways_view.h"
#include "core/assess/check_table.h"
#include "core/assess/radio_path.h"
#include "core/format/kind_text.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

void open_demo_at(Driver& d, const char* camera) {
    d.window().open_demo();
    QApplication::processEvents();
    d.document().select(camera);
}

QTreeView* open_ways(Driver& d, const char* camera) {
    open_demo_at(d, camera);
    d.key(d.plan(), Qt::Key_Y);
    auto* ways = d.find<WaysView>("ways");
    d.wait([&] { return ways->model().rowCount() == way_count; });
    return d.find<QTreeView>("waysTable");
}

int row_of(Driver& d, WayId id) {
    auto* table = d.find<QTreeView>("waysTable");
    const WaysModel& model = d.find<WaysView>("ways")->model();
    for (int row = 0; row < table->model()->rowCount(); ++row) {
        const QModelIndex source = static_cast<QSortFilterProxyModel*>(table->model())
                                       ->mapToSource(table->model()->index(row, 0));
        if (model.proposals()[static_cast<std::size_t>(source.row())].way == id) return row;
    }
    FAIL("no such way");
    return -1;
}

std::size_t antenna_spot(StripView* strip, const std::string& radio) {
    QImage canvas(strip->size(), QImage::Format_ARGB32);
    strip->render(&canvas);  // spots are where they were drawn
    for (std::size_t i = 0; i < strip->spots().size(); ++i) {
        if (strip->spots()[i].antenna == radio) return i;
    }
    FAIL("no antenna");
    return 0;
}

}  // namespace

TEST_CASE("the way that is in use is marked, and what is used next says its price", "[ways]") {
    Driver d;
    d.open_copper();
    d.document().select("K01");
    d.key(d.plan(), Qt::Key_Y);
    auto* ways = d.find<WaysView>("ways");
    d.wait([&] { return ways->model().rowCount() == way_count; });
    const auto in_use = [&] {
        std::vector<int> rows;
        for (int row = 0; row < ways->model().rowCount(); ++row) {
            if (ways->model().in_use(row)) rows.push_back(row);
        }
        return rows;
    };
    const int other = in_use() == std::vector{0} ? 1 : 0;
    const Proposal way = ways->model().proposals()[static_cast<std::size_t>(other)];
    REQUIRE(way.built);
    REQUIRE(d.document().proposals().use(way, "K01"));
    CHECK(d.text_of("message").startsWith("K01: "));
    CHECK(d.text_of("message").contains(q(fmt::format("{:.0f}", std::floor(way.cost.total())))));
    d.wait([&] {
        return in_use().size() == 1 &&
               ways->model().proposals()[static_cast<std::size_t>(in_use().front())].way == way.way;
    });
    const int row = in_use().front();
    CHECK(ways->model().index(row, 0).data(Qt::AccessibleTextRole).toString().startsWith("in use"));
}

TEST_CASE("all ways of a camera: twenty rows, sorted, compared and one of them used", "[app]") {
    Driver d;
    QTreeView* table = open_ways(d, "K14");
    CHECK(d.window().shows_ways());
    CHECK(d.text_of("waysHeading") == "Ways to reach K14 Pontoon C end");
    auto* ways = d.find<WaysView>("ways");
    // By price the cheapest that can be built stands on top.
    table->sortByColumn(static_cast<int>(WaysColumn::price), Qt::AscendingOrder);
    double before = -1;
    for (int row = 0; row < table->model()->rowCount(); ++row) {
        const QString text =
            table->model()->index(row, static_cast<int>(WaysColumn::price)).data().toString();
        if (text.isEmpty()) break;
        const double price = *parse_quantity(text.toStdString(), Unit::money, UnitSystem::metric);
        CHECK(price >= before);
        before = price;
    }
    table->sortByColumn(0, Qt::AscendingOrder);

    // Two pinned ways stand one under the other, and on the plan.
    auto* strip = d.find<StripView>("wayStrip");
    for (WayId id : {WayId::fibre, WayId::composite}) {
        table->setCurrentIndex(table->model()->index(row_of(d, id), 0));
        d.key(table, Qt::Key_Space);
    }
    CHECK(d.document().pinned_ways("K14").size() == 2);
    QImage canvas(strip->size(), QImage::Format_ARGB32);
    strip->render(&canvas);
    const double middle = strip->height() / 2.0;
    const auto above = std::count_if(strip->spots().begin(), strip->spots().end(),
                                     [&](const auto& s) { return s.area.bottom() < middle; });
    CHECK(above > 3);
    CHECK(static_cast<std::size_t>(above) + 3 < strip->spots().size());
    d.key(table, Qt::Key_Space);  // unpinned again
    CHECK(d.document().pinned_ways("K14").size() == 1);

    // Used by the keyboard, undone by name.
    REQUIRE(d.verdict_of("K14") == Verdict::fails);
    table->setCurrentIndex(table->model()->index(row_of(d, WayId::composite), 0));
    d.key(table, Qt::Key_Return);
    CHECK(d.verdict_of("K14") == Verdict::holds);
    bool composite = false;
    for (const Link& link : d.document().site().links)
        composite = composite || link.cable.starts_with("composite");
    CHECK(composite);
    CHECK(d.find<QAction>("undo")->text().contains("Composite"));
    d.wait([&] { return !d.find<QPushButton>("useWay")->isEnabled(); });
    d.trigger("undo");
    CHECK(d.verdict_of("K14") == Verdict::fails);
    d.trigger("allWays");
    CHECK_FALSE(d.window().shows_ways());
    CHECK(ways->isHidden());
}

TEST_CASE("a way says what it consists of", "[app]") {
    Driver d;
    QTreeView* table = open_ways(d, "K14");
    table->setCurrentIndex(table->model()->index(row_of(d, WayId::fibre), 0));
    CHECK(d.find<QLabel>("wayParts")->isVisible());
    CHECK(d.text_of("wayParts").contains("Media converter"));
    CHECK(d.text_of("wayParts").contains("Fibre OS2"));
    const WaysModel& model = d.find<WaysView>("ways")->model();
    for (int row = 0; row < table->model()->rowCount(); ++row) {
        table->setCurrentIndex(table->model()->index(row, 0));
        const QModelIndex source = static_cast<QSortFilterProxyModel*>(table->model())
                                       ->mapToSource(table->model()->index(row, 0));
        const Proposal& way = model.proposals()[static_cast<std::size_t>(source.row())];
        CHECK(d.find<QLabel>("wayParts")->isVisible() == (way.built && !way.parts.empty()));
    }
}

TEST_CASE("what cannot be built says why and cannot be used", "[app]") {
    Driver d;
    QTreeView* table = open_ways(d, "K14");
    const int row = row_of(d, WayId::old_coax);
    CHECK(table->model()->index(row, static_cast<int>(WaysColumn::check)).data().toString() ==
          "No old coax leads there");
    table->setCurrentIndex(table->model()->index(row, 0));
    CHECK_FALSE(d.find<QPushButton>("useWay")->isEnabled());
    const Site before = d.document().site();
    d.key(table, Qt::Key_Return);
    CHECK(d.document().site() == before);
}

TEST_CASE("an obstacle drawn into the path cuts it, a higher antenna clears it", "[app]") {
    Driver d;
    open_demo_at(d, "K16");
    REQUIRE(d.verdict_of("K16") == Verdict::holds);
    // Drawn with the mouse: a hull across the line.
    d.trigger("tool-obstacle");
    for (const Point& corner : {Point{560, 230}, Point{580, 230}, Point{580, 310}, Point{560, 310}})
        d.click(d.plan(), d.on_plan(corner));
    d.key(d.plan(), Qt::Key_Return);
    REQUIRE(d.document().site().obstacles.size() == 5);
    const std::string hull = d.document().site().obstacles.back().id;
    CHECK(d.document().selected() == hull);
    // Its height is typed into the details.
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    auto* height = d.find<QLineEdit>("obstacleHeight");
    height->setFocus();
    height->selectAll();
    d.type(height, "11.5 m");
    d.key(height, Qt::Key_Return);
    CHECK(find_obstacle(d.document().site(), hull)->height_m == 11.5);
    CHECK(d.verdict_of("K16") == Verdict::fails);
    CHECK(check_of(*d.document().assessment().run("K16"), CheckId::radio_clearance).note ==
          Note::path_cut);

    // The far antenna dragged up on the strip until the zone is clear; the verdict moves with it.
    d.document().select("K16");
    auto* strip = d.find<StripView>("strip");
    const QRectF area = strip->spots()[antenna_spot(strip, "RA2")].area;
    Verdict midway = Verdict::fails;
    d.drag(strip, area.center(), area.center() - QPointF(0, 100),
           [&] { midway = d.verdict_of("K16"); });
    CHECK(find_device(d.document().site(), "RA2")->height_m > 12);
    CHECK(midway == d.verdict_of("K16"));
    // So high the mole wants an earth, which it has not.
    CHECK(d.verdict_of("K16") == Verdict::tight);
    CHECK(d.document().assessment().run("K16")->decisive()->note == Note::exposed);
    CHECK(check_of(*d.document().assessment().run("K16"), CheckId::radio_clearance).verdict ==
          Verdict::holds);
    CHECK(d.find<QAction>("undo")->text().contains("Antenna of RA2"));
    // By the keyboard it comes down again, half a metre a key.
    const double raised_m = find_device(d.document().site(), "RA2")->height_m;
    strip->setFocus();
    antenna_spot(strip, "RA2");
    d.key(strip, Qt::Key_Down);
    CHECK(find_device(d.document().site(), "RA2")->height_m == Approx(raised_m - 0.5));
}

TEST_CASE("corners of an obstacle can be dragged; water takes no clicks inside", "[app]") {
    Driver d;
    open_demo_at(d, "K16");
    d.click(d.plan(), d.on_plan(Point{600, 450}));
    CHECK(d.document().selected().empty());
    d.document().select("O2");
    d.drag(d.plan(), d.on_plan(Point{275, 61.5}), d.on_plan(Point{265, 50}));
    CHECK(find_obstacle(d.document().site(), "O2")->points[0].x_m == Approx(265).margin(1.5));
    d.trigger("undo");
    CHECK(find_obstacle(d.document().site(), "O2")->points[0].x_m == 275);
    d.document().select("O2");
    d.key(d.plan(), Qt::Key_Delete);
    CHECK_FALSE(find_obstacle(d.document().site(), "O2"));
}

TEST_CASE("old cable is drawn, measured, and then it is a way", "[app]") {
    Driver d;
    open_demo_at(d, "K13");
    d.trigger("tool-oldCable");
    for (const Point& point : {Point{190, 146}, Point{256, 220}, Point{256, 350}})
        d.click(d.plan(), d.on_plan(point));
    d.key(d.plan(), Qt::Key_Return);
    REQUIRE(d.document().site().existing.size() == 2);
    d.find<QTabBar>("rightTabs")->setCurrentIndex(1);
    auto* loop = d.find<QLineEdit>("measuredLoop");
    loop->setFocus();
    d.type(loop, "9.2");
    d.key(loop, Qt::Key_Return);
    CHECK(*d.document().site().existing.back().measured_loop_ohm == 9.2);
    d.document().select("K13");
    d.trigger("allWays");
    d.wait([&] { return d.find<WaysView>("ways")->model().rowCount() == way_count; });
    const WaysModel& model = d.find<WaysView>("ways")->model();
    for (const Proposal& proposal : model.proposals()) {
        if (proposal.way == WayId::old_coax) CHECK(proposal.built);
    }
}

TEST_CASE("a unit is placed by hand, a radio with its sight, and cabled in its own medium",
          "[app]") {
    Driver d;
    open_demo_at(d, "K19");
    d.plan()->set_unit_kind("radio-5-ptp");
    d.trigger("tool-unit");
    const std::size_t before = d.document().site().devices.size();
    QTest::mouseMove(d.plan(), d.on_plan(Point{500, 300}).toPoint());
    d.click(d.plan(), d.on_plan(Point{500, 300}));
    REQUIRE(d.document().site().devices.size() == before + 1);
    const std::string first = d.document().selected();
    CHECK(find_device(d.document().site(), first)->height_m == 6);
    d.click(d.plan(), d.on_plan(Point{600, 420}));
    const std::string second = d.document().selected();
    REQUIRE(first != second);
    // The cable tool takes the medium that both have free; between radios their air or their LAN.
    const Result<Added> joined =
        connect_devices(d.document().committed(), d.document().catalogue(), {first, second}, "air");
    REQUIRE(joined);
    CHECK(find_link(joined->site, joined->id)->cable == "air");
}

TEST_CASE("a PDF page is laid beneath and scaled by a known length", "[app]") {
    Driver d;
    d.window().new_site();
    const TempFolder folder;
    const QString pdf = QString::fromStdString(folder.file("quay.pdf"));
    {
        QPdfWriter writer(pdf);
        writer.setPageSize(QPageSize(QPageSize::A4));
        QPainter painter(&writer);
        painter.drawLine(100, 100, 4000, 100);
    }
    d.open_paths = {pdf};
    d.trigger("layDrawing");
    REQUIRE(d.document().site().drawing);
    // The page itself is kept, not its pixels.
    CHECK(d.document().site().drawing->media_type == "application/pdf");
    CHECK(*d.document().site().drawing->data == read_all(pdf.toStdString()));
    CHECK(d.plan()->tool() == PlanTool::scale);
    const double before = d.document().site().drawing->metres_per_pixel;
    const Point a{20, 20}, b{70, 20};
    d.drag(d.plan(), d.on_plan(a), d.on_plan(b));
    auto* known = d.find<QLineEdit>("knownLength");
    REQUIRE(known->isVisible());
    d.type(known, "100 m");
    d.key(known, Qt::Key_Return);
    CHECK(d.document().site().drawing->metres_per_pixel / before == Approx(2).epsilon(0.05));
    // A page that is none is refused, and nothing is lost.
    d.open_paths = {QString::fromStdString(folder.write("bad.pdf", "%PDF-1.4 nothing"))};
    d.trigger("layDrawing");
    CHECK(d.text_of("message").contains("not a PNG"));
    CHECK(d.document().site().drawing);
}

TEST_CASE("a kind is copied into the site, changed with units, and used", "[app]") {
    Driver d;
    open_demo_at(d, "K16");
    d.document().select("SW3");
    CatalogueDialog* dialog = d.window().show_catalogue();
    REQUIRE(dialog->isVisible());
    CHECK_FALSE(dialog->findChild<QLineEdit*>("field-price"));  // shipped: to read, not to change
    CHECK(dialog->findChild<QLabel*>("field-price"));
    d.click(dialog->findChild<QPushButton*>("copyKind"));
    REQUIRE(d.document().site().kinds.contains("sw-5-at-sfp-own"));
    auto* budget = dialog->findChild<QLineEdit*>("field-supply/budget_w");
    REQUIRE(budget);
    CHECK_FALSE(budget->isReadOnly());
    const auto enter = [&](const char* name, const char* text) {
        auto* field = dialog->findChild<QLineEdit*>(name);
        REQUIRE(field);
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, text);
        QTest::keyClick(field, Qt::Key_Return);
    };
    enter("field-supply/budget_w", "0.09 kW");
    CHECK(d.document().catalogue().find("sw-5-at-sfp-own")->supply->budget_w == Approx(90));
    enter("field-price", "199");
    CHECK(d.document().catalogue().find("sw-5-at-sfp-own")->price == 199);
    // Outside its limits, or no number at all: said, and the figure stays.
    enter("field-supply/budget_w", "-5");
    CHECK_FALSE(dialog->findChild<QLabel*>("catalogueMessage")->text().isEmpty());
    enter("field-supply/budget_w", "many");
    CHECK(d.document().catalogue().find("sw-5-at-sfp-own")->supply->budget_w == Approx(90));
    d.document().edit("kind", set_kind(d.document().committed(), d.document().catalogue(), "SW3",
                                       "sw-5-at-sfp-own"));
    CHECK(d.document().assessment().unit("SW3")->budget_w == Approx(90));
    // In use it cannot be taken away.
    dialog->show_kind("sw-5-at-sfp-own");
    d.click(dialog->findChild<QPushButton*>("removeKind"));
    CHECK(d.document().site().kinds.contains("sw-5-at-sfp-own"));
    CHECK(dialog->findChild<QLabel*>("catalogueMessage")->text().contains("SW3"));
    // Out and in again, both ways.
    const TempFolder folder;
    for (const char* name : {"kinds.json", "kinds.csv"}) {
        const QString path = QString::fromStdString(folder.file(name));
        d.save_paths = {path};
        d.click(dialog->findChild<QPushButton*>("exportKinds"));
        const KindsImport again = import_kinds(read_all(path.toStdString()));
        INFO(name);
        CHECK(again.errors.empty());
        REQUIRE(again.kinds.size() == 1);
        CHECK(read_kind(again.kinds[0].second, "")->supply->budget_w == Approx(90));
        CHECK(read_kind(again.kinds[0].second, "")->ports.size() ==
              d.document().catalogue().find("sw-5-at-sfp-own")->ports.size());
        d.open_paths = {path};
        d.click(dialog->findChild<QPushButton*>("importKinds"));
        CHECK(d.open_paths.isEmpty());
    }
    dialog->close();
}

TEST_CASE("a sum typed into the palette is answered and shows its working", "[app]") {
    Driver d;
    open_demo_at(d, "K16");
    d.trigger("palette");
    auto* input = d.find<QLineEdit>("paletteInput");
    auto* list = d.find<QListWidget>("paletteList");
    d.type(input, "fresnel 640 m 5.8 GHz");
    REQUIRE(list->count() >= 1);
    CHECK(list->item(0)->text().startsWith("= 2.87 m"));
    d.key(input, Qt::Key_Return);
    auto* working = d.find<QFrame>("sumWorking");
    CHECK(working->isVisible());
    bool named = false;
    for (QLabel* label : working->findChildren<QLabel*>())
        named = named || label->text().contains("P.530");
    CHECK(named);
    working->close();
    // Half a sum says what is missing; a command is still found.
    d.trigger("palette");
    input = d.find<QLineEdit>("paletteInput");
    d.type(input, "drop 24awg 120 m");
    CHECK(d.find<QListWidget>("paletteList")->item(0)->text().contains("watts"));
    input->clear();
    d.type(input, "stage surv");
    CHECK(d.find<QListWidget>("paletteList")->item(0)->text().startsWith("Stage: Survey"));
    d.key(input, Qt::Key_Escape);
}

TEST_CASE("the ways panel leads to the whole table", "[app]") {
    Driver d;
    open_demo_at(d, "K14");
    d.wait([&] { return d.window().findChild<QPushButton*>("allWays") != nullptr; });
    d.find<QPushButton>("allWays")->click();
    CHECK(d.window().shows_ways());
    // Every stage line click goes back to what it shows.
    d.window().set_stage(Stage::reach);
    CHECK_FALSE(d.window().shows_ways());
    // In a small window nothing is cut off.
    d.window().resize(1100, 700);
    d.window().show_ways(true);
    d.wait([&] { return d.find<WaysView>("ways")->model().rowCount() == way_count; });
    auto* table = d.find<QTreeView>("waysTable");
    int width = 0;
    for (int i = 0; i < ways_columns; ++i)
        width += table->isColumnHidden(i) ? 0 : table->columnWidth(i);
    CHECK(width <= table->width());
    CHECK(table->columnWidth(static_cast<int>(WaysColumn::check)) >= 40);
}
