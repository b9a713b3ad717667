// SPDX-License-Identifier: GPL-3.0-or-later
// Pieces by themselves: the map, models under Qt's tester, colours that can be read.
#include "driver.h"

#include <QAbstractItemModelTester>
#include <rapidcheck.h>

#include "app/parts/list_page.h"
#include "app/plan/plan_hit.h"
#include "app/plan/plan_map.h"
#include "app/runs/run_model.h"
#include "app/kit/quantity_edit.h"
#include "app/theme/theme.h"
#include "core/format/site_json.h"
#include "core/edits/edits.h"
#include "support/sites.h"
#include "painted_text.h"

using namespace ovant;

namespace {

constexpr double nanometre = 1e-9;

}  // namespace

TEST_CASE("metres to pixels and back", "[plan]") {
    CHECK(rc::check([] {
        PlanMap map;
        map.fit(QRectF(*rc::gen::inRange(-1000, 1000), *rc::gen::inRange(-1000, 1000),
                       *rc::gen::inRange(1, 3000), *rc::gen::inRange(1, 3000)),
                {800, 600}, 14);
        const Point at{*rc::gen::inRange(-5000, 5000) / 7.0, *rc::gen::inRange(-5000, 5000) / 7.0};
        const QPointF fixed(*rc::gen::inRange(0, 800), *rc::gen::inRange(0, 600));
        RC_ASSERT(distance_m(map.to_site(map.to_pixel(at)), at) < nanometre * 1000);
        const Point under = map.to_site(fixed);
        map.zoom(*rc::gen::inRange(50, 200) / 100.0, fixed);
        RC_ASSERT(distance_m(map.to_site(fixed), under) < 1e-6);
    }));
}

TEST_CASE("the map stays inside sane scales", "[plan]") {
    PlanMap map;
    map.fit({0, 0, 1e9, 1e9}, {800, 600}, 10);
    CHECK(map.scale() == Approx(PlanMap::least_scale));
    for (int i = 0; i < 200; ++i) map.zoom(3, {10, 10});
    CHECK(map.scale() == Approx(PlanMap::most_scale));
    map.fit({0, 0, 0, 0}, {0, 0}, 10);
    CHECK(std::isfinite(map.scale()));
    CHECK(scale_bar_m(130) == 100);
    CHECK(scale_bar_m(77) == 50);
    CHECK(scale_bar_m(2.9) == 2);
    CHECK(scale_bar_m(0) > 0);
    CHECK(plan_area_m({}).width() == 100);
}

TEST_CASE("what lies under the mouse", "[plan]") {
    Document document;
    document.start(copper_site());
    PlanMap map;
    map.fit(plan_area_m(document.site()), {900, 600}, 14);
    const PlanLayout layout = plan_layout(document, map);
    CHECK(hit_at(document, map, layout, map.to_pixel(find_device(document.site(), "K14")->at)).id ==
          "K14");
    // R10 stands where K10 does, so it is drawn, and taken, beside it.
    const Network& net = document.network();
    for (DeviceNumber device : layout.marks.numbers())
        CHECK(hit_at(document, map, layout, layout.marks[device]).id == net.device(device).id);
    CHECK(hit_at(document, map, layout, map.to_pixel({600, 300})).what == PlanHit::What::nothing);
    CHECK(hit_at(document, map, layout, map.to_pixel({350, 100})).id == "P4");
    document.select("W8");
    const PlanHit point = hit_at(document, map, layout,
                                 map.to_pixel(find_pathway(document.site(), "W8")->points.front()));
    CHECK(point.what == PlanHit::What::pathway_point);
    CHECK(point.id == "W8");
}

TEST_CASE("models hold under Qt's model tester", "[models]") {
    Document document;
    RunModel runs(document);
    PartsModel parts(document);
    QAbstractItemModelTester runs_tester(&runs,
                                         QAbstractItemModelTester::FailureReportingMode::Fatal);
    QAbstractItemModelTester parts_tester(&parts,
                                          QAbstractItemModelTester::FailureReportingMode::Fatal);
    document.start(copper_site());
    CHECK(runs.rowCount() == 24);
    CHECK(
        document.edit("Remove", remove_object(document.committed(), document.catalogue(), "K14")));
    CHECK(runs.rowCount() == 23);
    document.undo();
    CHECK(runs.rowCount() == 24);
    parts.set_parts(count_parts(document.site_network()));
    const QModelIndex price = parts.index(0, PartsModel::price);
    CHECK(price.data(PartsModel::value_role).toDouble() ==
          Approx(price.data().toString().toDouble()).margin(0.005));
    CHECK(runs.index(0)
              .data(Qt::AccessibleTextRole)
              .toString()
              .contains(QString::fromStdString(title(document.assessment().runs.front().verdict))));
    document.start({});
    CHECK(runs.rowCount() == 0);
    CHECK_FALSE(runs.data(runs.index(0), Qt::DisplayRole).isValid());
}

TEST_CASE("text has 4.5 to 1 against its ground, light and dark", "[theme]") {
    for (bool dark : {false, true}) {
        const Theme& theme = theme_for(dark);
        for (const QColor& ground : {theme.page, theme.card, theme.chosen}) {
            CHECK(contrast(theme.ink, ground) >= 4.5);
        }
        for (const QColor& ground : {theme.page, theme.card}) {
            for (const QColor& text : {theme.quiet, theme.fails, theme.long_reach}) {
                INFO((dark ? "dark " : "light ")
                     << text.name().toStdString() << " on " << ground.name().toStdString());
                CHECK(contrast(text, ground) >= 4.5);
            }
            // Words in these are large and bold: 3 to 1.
            CHECK(contrast(theme.copper, ground) >= 3);
            CHECK(contrast(theme.tight, ground) >= 3);
        }
    }
}

TEST_CASE("verdicts differ in shape, not only in colour", "[theme]") {
    std::vector<QImage> marks;
    for (Verdict verdict : {Verdict::holds, Verdict::tight, Verdict::fails, Verdict::unknown}) {
        QImage image(24, 24, QImage::Format_Grayscale8);
        image.fill(Qt::white);
        QPainter painter(&image);
        paint_verdict(painter, theme_for(false), verdict, {12, 12}, 18);
        painter.end();
        for (const QImage& other : marks) {
            int different = 0;
            for (int y = 0; y < 24; ++y) {
                for (int x = 0; x < 24; ++x)
                    different += std::abs(qGray(image.pixel(x, y)) - qGray(other.pixel(x, y))) > 60;
            }
            CHECK(different > 30);
        }
        marks.push_back(image);
    }
}

TEST_CASE("a bar never leaves its place", "[theme]") {
    CHECK(rc::check([] {
        Check check;
        check.value = *rc::gen::element(0.0, -5.0, 1e300, std::nan(""), 50.0);
        check.limit = *rc::gen::element(0.0, 100.0, 1e-9, std::nan(""));
        check.sense = *rc::gen::element(Sense::at_most, Sense::at_least);
        check.note = Note::collapses;  // may be without a value
        judge(check, 3);
        const BarShares shares = bar_shares(check);
        RC_ASSERT(shares.value >= 0 && shares.value <= 1);
        RC_ASSERT(shares.limit >= 0 && shares.limit <= 1);
        RC_ASSERT(shares.keep <= 1);
    }));
}

TEST_CASE("a field for a quantity", "[fields]") {
    QuantityEdit edit(Unit::metre, UnitSystem::imperial);
    std::optional<double> entered;
    int refusals = 0;
    QObject::connect(&edit, &QuantityEdit::entered,
                     [&](std::optional<double> value) { entered = value; });
    QObject::connect(&edit, &QuantityEdit::refused, [&](const QString&) { ++refusals; });
    edit.set_value(30.48);
    CHECK(edit.text() == "100 ft");
    edit.setText("50 m");
    emit edit.editingFinished();
    REQUIRE(entered);
    CHECK(*entered == Approx(50));
    CHECK(edit.text() == "164 ft");
    edit.setText("12 W");
    emit edit.editingFinished();
    CHECK(refusals == 1);
    CHECK(edit.text() == "164 ft");
    edit.setText("nonsense");
    QTest::keyClick(&edit, Qt::Key_Escape);
    CHECK(edit.text() == "164 ft");
    edit.set_may_be_empty(true);
    edit.clear();
    emit edit.editingFinished();
    CHECK_FALSE(entered);
}

TEST_CASE("a thousand cameras are drawn and named without trouble", "[plan]") {
    Driver d;
    REQUIRE(find_problems(large_site(1000), shipped_catalogue()).empty());
    d.document().start(large_site(1000));
    d.window().set_stage(Stage::reach);
    QImage image(800, 500, QImage::Format_RGB32);
    d.plan()->resize(800, 500);
    d.plan()->fit();
    d.plan()->render(&image);
    CHECK(d.document().assessment().runs.size() == 1000);
}
