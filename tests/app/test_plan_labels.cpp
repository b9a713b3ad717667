// SPDX-License-Identifier: GPL-3.0-or-later
// Names on the plan: where they stand, and that they stay there.
#include "app/plan/plan_labels.h"
#include "core/route/route.h"
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
    const std::vector<PlanLabel> labels = plan_labels(document, map, view);
    const Network& net = document.network();
    for (std::size_t i = 0; i < labels.size(); ++i) {
        INFO(labels[i].text.toStdString());
        for (std::size_t k = 0; k < i; ++k) {
            INFO(labels[k].text.toStdString());
            CHECK_FALSE(labels[i].box.intersects(labels[k].box));
        }
        for (const Device& device : document.site().devices) {
            const QPointF at = map.to_pixel(device.at);
            const double r = plan_mark_px / 2 - 1;
            CHECK_FALSE(labels[i].box.intersects({at.x() - r, at.y() - r, 2 * r, 2 * r}));
        }
        for (const NetLink& link : net.links)
            CHECK_FALSE(
                crosses(labels[i].box, map.to_pixels(link_polyline(document.site(), *link.link,
                                                                   net.device(link.a.device).at,
                                                                   net.device(link.b.device).at))));
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
        for (const PlanLabel& label : plan_labels(d.document(), map, view))
            stand[label.id] = label.box;
        // Whatever is selected, nothing jumps.
        for (const char* camera : {"K14", "K01", "K16"}) {
            d.document().select(camera);
            for (const PlanLabel& label : plan_labels(d.document(), map, view))
                CHECK(stand[label.id] == label.box);
        }
        // Without one of them the others keep clear of each other, and it can be named by hand.
        for (const PlanLabel& label : plan_labels(d.document(), map, view, "K14"))
            CHECK(label.id != "K14");
        const Network& net = d.document().network();
        const PlanLabel own = label_beside_mark(d.document(), map, view,
                                                net.cameras[*d.document().camera_index("K14")]);
        CHECK(own.text == "K14");
        CHECK(label_beside_mark(d.document(), map, view, net.runs.front().outs.front().device)
                  .text.isEmpty());
    }
    // With room enough every camera and place has its name.
    QWidget wide;
    wide.resize(1600, 1000);
    std::size_t places = 0;
    for (const Place& place : d.document().site().places) places += !place.name.empty();
    const PlanMap map = map_of(d.document(), wide);
    const auto labels = plan_labels(d.document(), map, wide);
    std::size_t in_view = 0;
    for (int camera : d.document().network().cameras)
        in_view +=
            QRectF(wide.rect()).contains(map.to_pixel(d.document().network().device(camera).at));
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
    for (const PlanLabel& label : plan_labels(d.document(), map, view))
        beside[label.id] = label.box.topLeft() - label.anchor;
    for (const QPointF& push : {QPointF(3, 1), QPointF(-37, 21), QPointF(60, -44)}) {
        map.pan(push);
        for (const PlanLabel& label : plan_labels(d.document(), map, view)) {
            // At the edge of the view a name may turn to be whole.
            const bool well_inside =
                QRectF(view.rect()).adjusted(150, 100, -150, -100).contains(label.anchor);
            if (!beside.contains(label.id) || !well_inside) continue;
            INFO(label.id);
            const QPointF now = label.box.topLeft() - label.anchor;
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
