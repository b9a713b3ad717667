// SPDX-License-Identifier: GPL-3.0-or-later
// Names on the plan: where they stand, and that they stay there.
#include "app/plan/plan_labels.h"
#include "app/plan/plan_hit.h"
#include "app/plan/plan_layout.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/large_site.h"
#include "support/sites.h"

using namespace ovant;

namespace {

bool crosses(const QRectF& box, const QPolygonF& line) {
    const QLineF sides[] = {{box.topLeft(), box.topRight()},
                            {box.topRight(), box.bottomRight()},
                            {box.bottomRight(), box.bottomLeft()},
                            {box.bottomLeft(), box.topLeft()}};
    for (qsizetype i = 0; i + 1 < line.size(); ++i) {
        const QLineF piece(line[i], line[i + 1]);
        if (box.contains(piece.p1()) || box.contains(piece.p2())) return true;
        for (const QLineF& side : sides) {
            if (side.intersects(piece, nullptr) == QLineF::BoundedIntersection) return true;
        }
    }
    return false;
}

// No name on another, on a mark or on a cable.
void check_labels(const Document& document, const PlanMap& map, const QWidget& view) {
    const PlanLayout layout = plan_layout(document, map);
    const std::vector<PlanLabel> labels = plan_labels(document, map, layout, view);
    for (std::size_t i = 0; i < labels.size(); ++i) {
        INFO(labels[i].text.toStdString());
        for (std::size_t k = 0; k < i; ++k) {
            INFO(labels[k].text.toStdString());
            CHECK_FALSE(labels[i].box.intersects(labels[k].box));
        }
        for (const QPointF& at : layout.marks) {
            const double r = plan_mark_px / 2 - 1;
            CHECK_FALSE(labels[i].box.intersects({at.x() - r, at.y() - r, 2 * r, 2 * r}));
        }
        for (const QPolygonF& line : layout.lines) CHECK_FALSE(crosses(labels[i].box, line));
    }
}

PlanMap map_of(const Document& document, const QWidget& view, double margin = 24) {
    PlanMap map;
    map.fit(plan_area_m(document.site()), view.size(), margin);
    return map;
}

}  // namespace

TEST_CASE("names on the plan lie on nothing, in every size and unit", "[plan][labels]") {
    Driver d;
    d.window().open_demo();
    QApplication::processEvents();
    for (const QSize& size : {QSize(690, 445), QSize(510, 345), QSize(1010, 645)}) {
        QWidget view;
        view.resize(size);
        INFO(size.width());
        const PlanMap map = map_of(d.document(), view);
        check_labels(d.document(), map, view);
        std::map<std::string, QRectF> stand;
        for (const PlanLabel& label :
             plan_labels(d.document(), map, plan_layout(d.document(), map), view))
            stand[label.id] = label.box;
        // Whatever is selected, nothing jumps.
        for (const char* camera : {"K14", "K01", "K16"}) {
            d.document().select(camera);
            for (const PlanLabel& label :
                 plan_labels(d.document(), map, plan_layout(d.document(), map), view))
                CHECK(stand[label.id] == label.box);
        }
        // Without one of them the others keep clear of each other, and it can be named by hand.
        for (const PlanLabel& label :
             plan_labels(d.document(), map, plan_layout(d.document(), map, "K14"), view, "K14"))
            CHECK(label.id != "K14");
        const Network& net = d.document().network();
        const PlanLabel own = label_beside_mark(
            d.document(), view, net.cameras[d.document().camera_number("K14")], {50, 50});
        CHECK(own.text == "K14");
        CHECK(label_beside_mark(d.document(), view, net.runs.front().outs.front().device, {50, 50})
                  .text.isEmpty());
    }
    // With room enough every camera and place has its name.
    QWidget wide;
    wide.resize(1600, 1000);
    std::size_t places = 0;
    for (const Place& place : d.document().site().places) places += !place.name.empty();
    const PlanMap map = map_of(d.document(), wide);
    const auto labels = plan_labels(d.document(), map, plan_layout(d.document(), map), wide);
    std::size_t in_view = 0;
    for (DeviceNumber camera : d.document().network().cameras)
        in_view += QRectF(wide.rect()).contains(plan_layout(d.document(), map).marks[camera]);
    REQUIRE(in_view > 20);
    const auto count = [&](PlanLabel::Of of) {
        return static_cast<std::size_t>(std::count_if(
            labels.begin(), labels.end(), [&](const PlanLabel& one) { return one.of == of; }));
    };
    CHECK(count(PlanLabel::Of::camera) == in_view);
    CHECK(count(PlanLabel::Of::place) >= places - 2);
}

TEST_CASE("names stay where they are while the plan is pushed about", "[plan][labels]") {
    Driver d;
    d.window().open_demo();
    QApplication::processEvents();
    QWidget view;
    view.resize(690, 445);
    PlanMap map = map_of(d.document(), view);
    std::map<std::string, QPointF> beside;
    for (const PlanLabel& label :
         plan_labels(d.document(), map, plan_layout(d.document(), map), view))
        beside[label.id] = label.box.topLeft() - label.anchor;
    for (const QPointF& push : {QPointF(3, 1), QPointF(-37, 21), QPointF(60, -44)}) {
        map.pan(push);
        for (const PlanLabel& label :
             plan_labels(d.document(), map, plan_layout(d.document(), map), view)) {
            // At the edge of the view a name may turn to be whole.
            const bool well_inside =
                QRectF(view.rect()).adjusted(150, 100, -150, -100).contains(label.anchor);
            if (!beside.contains(label.id) || !well_inside) continue;
            INFO(label.id);
            const QPointF now = label.box.topLeft() - label.anchor;
            const QRectF as_before(label.anchor + beside[label.id], label.box.size());
            if (!QRectF(view.rect()).contains(as_before)) continue;
            // Far off in a crowd it has the last spot there was, and may have to find another.
            if (label.leader && std::hypot(as_before.center().x() - label.anchor.x(),
                                           as_before.center().y() - label.anchor.y()) > 90)
                continue;
            CHECK(std::hypot(now.x() - beside[label.id].x(), now.y() - beside[label.id].y()) <
                  0.01);
        }
    }
}

TEST_CASE("names of a crowd are few and still lie on nothing", "[plan][labels]") {
    Driver d;
    d.document().start(large_site(200));
    QApplication::processEvents();
    QWidget view;
    view.resize(690, 445);
    const PlanMap map = map_of(d.document(), view);
    check_labels(d.document(), map, view);
}

TEST_CASE("marks at one spot fan out, the same wherever the plan is pushed", "[plan][fan]") {
    Document document;
    Site site = bare_site();
    const auto add = [&](const char* kind, Point at) {
        Result<Added> added = add_device(site, shipped_catalogue(), kind, at);
        REQUIRE(added);
        site = added->site;
    };
    for (int i = 0; i < 9; ++i) add("sw-8-at-120", {20, 20});
    for (int i = 0; i < 3; ++i) add("cam-fixed-4mp", {20.1, 20});
    add("cam-fixed-4mp", {80, 20});
    document.start(site);
    PlanMap map;
    map.fit({0, 0, 100, 60}, {700, 420}, 10);
    const PlanLayout layout = plan_layout(document, map);
    const auto distance = [](QPointF a, QPointF b) { return QLineF(a, b).length(); };
    for (DeviceNumber i : layout.marks.numbers()) {
        const QPointF stands = map.to_pixel(document.network().device(i).at);
        CHECK(distance(layout.marks[i], stands) < 4 * plan_mark_px);
        for (DeviceNumber k : layout.marks.numbers())
            CHECK((k == i || distance(layout.marks[i], layout.marks[k]) >= plan_mark_px));
    }
    // One that stands alone stays where it is, and so does the first of those that share a spot.
    CHECK(layout.marks.back() == map.to_pixel({80, 20}));
    CHECK(layout.marks.at(9) == map.to_pixel({20.1, 20}));
    PlanMap pushed = map;
    pushed.pan({-37.25, 11.5});
    const PlanLayout there = plan_layout(document, pushed);
    for (DeviceNumber i : layout.marks.numbers())
        CHECK(distance(there.marks[i], layout.marks[i] + QPointF(-37.25, 11.5)) < 1e-6);
    // Each is taken where it is drawn.
    for (DeviceNumber i : layout.marks.numbers())
        CHECK(hit_at(document, map, layout, layout.marks[i]).id == document.network().device(i).id);
    // What is on its way makes nobody step aside.
    const std::string moving = document.network().device(DeviceNumber(9)).id;
    CHECK(plan_layout(document, map, moving).marks.at(10) == map.to_pixel({20.1, 20}));
}

TEST_CASE("cables that share a stretch lie side by side, others do not care", "[plan][fan]") {
    const auto rows_of = [](const std::vector<std::vector<Point>>& lines) {
        std::vector<int> out;
        for (const CableRow& one : cable_rows(lines)) out.push_back(one.row);
        return out;
    };
    const std::vector<Point> along{{0, 0}, {50, 0}, {50, 40}};
    using Rows = std::vector<int>;
    CHECK(rows_of({along}) == Rows{0});
    CHECK(rows_of({along, along, along, along}) == Rows{0, 1, -1, 2});
    // The same way back, and a part of it only.
    CHECK(rows_of({along, {{50, 40}, {50, 0}, {0, 0}}}) == Rows{0, 1});
    CHECK(rows_of({along, {{20, 0}, {45, 0}}}) == Rows{0, 1});
    // One after the other on a line, across it, beside it: nothing is shared.
    CHECK(rows_of({{{0, 0}, {20, 0}}, {{20, 0}, {50, 0}}}) == Rows{0, 0});
    CHECK(rows_of({{{0, 0}, {20, 0}}, {{10, -5}, {10, 5}}}) == Rows{0, 0});
    CHECK(rows_of({{{0, 0}, {20, 0}}, {{0, 1}, {20, 1}}}) == Rows{0, 0});
    // A cable of its own joint does not step aside of itself.
    CHECK(rows_of({{{0, 0}, {20, 0}, {0, 0}}}) == Rows{0});
    // One row for all of a cable: the second must clear both it shares with.
    CHECK(rows_of({{{0, 0}, {20, 0}}, {{20, 0}, {20, 20}}, {{0, 0}, {20, 0}, {20, 20}}}) ==
          Rows{0, 0, 1});
    const std::vector<CableRow> three = cable_rows({along, along, along});
    for (const CableRow& one : three) CHECK(one.widest == 1);
}

TEST_CASE("on the demo no two cables lie on one another", "[plan][fan]") {
    Driver d;
    d.window().open_demo();
    QWidget view;
    view.resize(1010, 645);
    const PlanMap map = map_of(d.document(), view);
    const PlanLayout layout = plan_layout(d.document(), map);
    const Network& net = d.document().network();
    int shared = 0;
    for (LinkNumber i : layout.lines.numbers()) {
        if (net.links[i].medium() == Medium::radio) continue;
        for (LinkNumber k : layout.lines.numbers()) {
            if (k == i) break;
            if (net.links[k].medium() == Medium::radio) continue;
            // Stretches of both that lie within half a pixel of each other for 20 pixels.
            for (qsizetype a = 1; a + 2 < layout.lines[i].size(); ++a) {
                for (qsizetype b = 1; b + 2 < layout.lines[k].size(); ++b) {
                    const QLineF one(layout.lines[i][a], layout.lines[i][a + 1]);
                    const QLineF other(layout.lines[k][b], layout.lines[k][b + 1]);
                    if (one.length() < 20 || other.length() < 20) continue;
                    const auto off = [&](QPointF at) {
                        const QPointF way = one.p2() - one.p1(), from = at - one.p1();
                        const double along = QPointF::dotProduct(way, from) / one.length();
                        const bool beside = along > 1 && along < one.length() - 1;
                        return beside ? std::abs(way.x() * from.y() - way.y() * from.x()) /
                                            one.length()
                                      : 99;
                    };
                    shared += off(other.p1()) < 0.5 && off(other.p2()) < 0.5;
                }
            }
        }
    }
    CHECK(shared == 0);
}
