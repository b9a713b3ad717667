// SPDX-License-Identifier: GPL-3.0-or-later
// What the document tells, when, and that views do no more than they must.
#include "driver.h"

#include "app/document/proposals.h"
#include "app/kit/background_job.h"
#include "app/verdict/check_row.h"
#include "core/format/site_json.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

// All that a document tells, in order.
struct Told {
    explicit Told(Document& document) {
        QObject::connect(&document, &Document::changed, &at, [this](Change what) {
            changes.push_back(what);
            if (look) look();
        });
        QObject::connect(&document, &Document::selection_changed, &at, [this] { ++selections; });
        QObject::connect(&document, &Document::file_changed, &at, [this] { ++files; });
    }
    QObject at;
    std::vector<Change> changes;
    int selections = 0, files = 0;
    std::function<void()> look;
};

Result<Site> moved(const Document& document, Point to) {
    return move_object(document.committed(), "K14", to);
}

}  // namespace

TEST_CASE("opening tells one thing, when all of it is in place", "[document]") {
    const TempFolder folder;
    const std::string path = (folder.path / "one.ovant.json").string();
    REQUIRE(save_site(path, copper_site()));
    Document document;
    document.select("K01");
    Told told(document);
    std::string name;
    Result<bool> saved = Error{};
    told.look = [&] {
        name = document.path().toStdString();
        CHECK_FALSE(document.unsaved());
        CHECK_FALSE(document.read_only());
        CHECK(document.selected().empty());
        CHECK(document.assessment().runs.size() == document.network().runs.size());
        saved = document.save();  // the stamp of the file is known by now
    };
    REQUIRE(document.open(QString::fromStdString(path)));
    CHECK(told.changes == std::vector<Change>{Change::opening});
    CHECK(told.selections == 0);
    CHECK(name == path);
    CHECK(saved);

    Document looking;
    Told told_looking(looking);
    told_looking.look = [&] { CHECK(looking.read_only()); };
    REQUIRE(looking.open_looking(QString::fromStdString(path)));
    CHECK(told_looking.changes == std::vector<Change>{Change::opening});
}

TEST_CASE("each thing that happens is told once, as what it is", "[document]") {
    Document document;
    document.start(copper_site());
    Told told(document);
    const auto took = [&] { return std::exchange(told.changes, {}); };
    document.preview(moved(document, {300, 120}));
    CHECK(took() == std::vector<Change>{Change::preview});
    document.preview_move("K14", {301, 120});
    CHECK(took() == std::vector<Change>{Change::preview});
    document.cancel_preview();
    CHECK(took() == std::vector<Change>{Change::preview});
    CHECK_FALSE(document.previewing());
    document.cancel_preview();
    CHECK(took().empty());
    CHECK(document.edit("Move", moved(document, {300, 120})));
    CHECK(took() == std::vector<Change>{Change::commit});
    CHECK_FALSE(document.edit("Move", moved(document, {300, 120})));  // nothing new
    CHECK(took().empty());
    document.undo();
    CHECK(took() == std::vector<Change>{Change::commit});
    document.set_under({Condition::day, {}, {}});
    CHECK(took() == std::vector<Change>{Change::conditions});
    document.set_under({Condition::day, {}, {}});
    CHECK(took().empty());
    CHECK(told.selections == 0);
    // What was selected and is gone: told after the change that took it away.
    document.select("K14");
    told.selections = 0;
    told.look = [&] { CHECK(told.selections == 0); };
    CHECK(
        document.edit("Remove", remove_object(document.committed(), document.catalogue(), "K14")));
    CHECK(told.selections == 1);
    CHECK(document.selected().empty());
}

TEST_CASE("a commit keeps the assessment that its preview made", "[document]") {
    Document document;
    document.start(copper_site());
    for (const bool by_move : {true, false}) {
        const Point to{by_move ? 310.0 : 305.0, 120};
        if (by_move)
            document.preview_move("K14", to);
        else
            document.preview(moved(document, to));
        const auto shown = document.shared_network();
        if (by_move)
            CHECK(document.commit_preview("Move K14"));
        else
            CHECK(document.edit("Move K14", moved(document, to)));
        CHECK(document.shared_network() == shown);
        CHECK_FALSE(document.previewing());
        CHECK(document.undo_name() == "Move K14");
        const Assessment fresh = assess(document.committed(), document.catalogue());
        REQUIRE(fresh.runs.size() == document.assessment().runs.size());
        for (CameraNumber camera : fresh.runs.numbers()) {
            CHECK(fresh.runs[camera].verdict == document.assessment().runs[camera].verdict);
            CHECK(fresh.runs[camera].length_m ==
                  Approx(document.assessment().runs[camera].length_m));
        }
    }
    // A preview that ends where it began is no step.
    const QString before = document.undo_name();
    document.preview(Result<Site>(Site(document.committed())));
    CHECK_FALSE(document.commit_preview("Nothing"));
    CHECK(document.undo_name() == before);
}

TEST_CASE("a network outlives the site and the kinds that it was laid out from", "[document]") {
    Document document;
    document.start(copper_site());
    const auto old = document.shared_network();
    const std::size_t runs = old->runs.size();
    document.start(demo_site());
    document.start(Site{});
    REQUIRE(old->runs.size() == runs);
    for (const Run& run : old->runs) {
        CHECK_FALSE(old->device(run.camera).id.empty());
        CHECK_FALSE(old->kind(run.camera).id.empty());
    }
}

TEST_CASE("a view that is not seen does no work and catches up when shown", "[document]") {
    Driver d;
    d.open_copper();
    auto* parts = d.find<QTableView>("partsTable");
    int resets = 0;
    QObject::connect(parts->model(), &QAbstractItemModel::modelReset, &d.window(),
                     [&] { ++resets; });
    d.document().edit("Move", move_object(d.document().committed(), "K14", {300, 120}));
    d.document().edit("Move", move_object(d.document().committed(), "K14", {350, 120}));
    CHECK(resets == 0);
    d.window().set_stage(Stage::parts);
    d.wait([&] { return resets == 1; });
    d.document().preview_move("K14", {360, 120});
    d.document().commit_preview("Move");
    d.wait([&] { return resets == 2; });
    d.window().set_stage(Stage::reach);
    d.window().set_stage(Stage::parts);
    CHECK(resets == 2);
}

TEST_CASE("the rows of the verdict stay while a camera is dragged", "[document][window]") {
    Driver d;
    d.open_copper();
    d.document().select("K14");
    const auto rows = [&] { return d.verdict()->findChildren<CheckRow*>(); };
    d.window().activateWindow();
    REQUIRE(QTest::qWaitForWindowActive(&d.window()));
    auto* voltage = d.find<CheckRow>("check-camera-voltage");
    voltage->setFocus();
    d.key(voltage, Qt::Key_Return);
    REQUIRE(voltage->is_open());
    REQUIRE(voltage->hasFocus());
    const auto before = rows();
    for (double x : {330.0, 360.0, 120.0}) {
        d.document().preview_move("K14", {x, 120});
        for (CheckRow* row : rows()) {
            if (row->check().id != CheckId::camera_voltage) continue;
            CHECK(row->is_open());
            CHECK(row->hasFocus());
        }
        CHECK(before.contains(rows().front()));
    }
    d.document().cancel_preview();
    CHECK(rows() == before);
}

TEST_CASE("what could be done is worked out once, and anew where it may be another",
          "[document][ways]") {
    Driver d;
    d.open_copper();
    Proposals& proposals = d.document().proposals();
    int ready = 0;
    QObject::connect(&proposals, &Proposals::ready, &d.window(), [&] { ++ready; });
    d.wait([&] { return proposals.of_run("K14") != nullptr; });
    const auto first = proposals.of_run("K14");
    CHECK(first->ways.size() == way_count);
    d.window().show_ways(true);  // the second view of the same
    CHECK(proposals.of_run("K14") == first);
    CHECK(ready == 1);
    // Under another condition they are judged by it, as the verdict above them is.
    d.document().set_under({{}, {WhatIf::copper_clad}, {}});
    CHECK_FALSE(proposals.of_run("K14") == first);
    d.wait([&] { return proposals.of_run("K14") != nullptr; });
    const std::vector<Proposal> expected = propose_ways(
        d.document().committed(), d.document().catalogue(), "K14", d.document().under());
    const auto found = proposals.of_run("K14");
    REQUIRE(found->ways.size() == expected.size());
    for (std::size_t i = 0; i < expected.size(); ++i)
        CHECK(found->ways[i].verdict == expected[i].verdict);
    // Nothing for what is only being tried; what was known is kept meanwhile.
    d.document().preview_move("K14", {300, 120});
    CHECK(proposals.of_run("K14") == nullptr);
    d.document().cancel_preview();
    CHECK(proposals.of_run("K14") == found);
}

TEST_CASE("the best way is used as soon as it is known, or it is said that there is none better",
          "[document][ways]") {
    Driver d;
    d.open_copper();
    d.document().select("K14");
    d.trigger("bestWay");
    d.wait([&] { return d.document().undo_name() == "Best way for K14"; });
    CHECK(d.verdict_of("K14") == Verdict::holds);
    d.trigger("bestWay");
    d.wait([&] { return d.text_of("message").contains("no way does better"); });
    CHECK(d.document().undo_name() == "Best way for K14");
}

TEST_CASE("the menu names what would be undone and done again", "[document][window]") {
    Driver d;
    d.open_copper();
    const auto listed = [&](const QString& text) {
        for (const QAction* action : d.find<QMenu>("mainMenu")->actions()) {
            if (action->text() == text) return action->isEnabled();
        }
        return false;
    };
    CHECK_FALSE(listed("Undo"));
    d.document().edit("Move K14", moved(d.document(), {300, 120}));
    CHECK(listed("Undo: Move K14"));
    d.document().undo();
    CHECK(listed("Redo: Move K14"));
    CHECK_FALSE(listed("Undo"));
}

TEST_CASE("a newer piece of work takes the place of an older one", "[document]") {
    std::vector<int> taken;
    QSemaphore begun, may_end;
    BackgroundJob<int> job;
    std::atomic<bool> told = false;
    job.start(
        [&](const Wanted& wanted) {
            begun.release();
            may_end.acquire();
            told = !wanted.go_on(0.5);
            return 1;
        },
        [&](int answer) { taken.push_back(answer); });
    begun.acquire();
    CHECK(job.running());
    job.start([](const Wanted& wanted) { return wanted.go_on(0.25) ? 2 : 0; },
              [&](int answer) { taken.push_back(answer); });
    may_end.release();
    REQUIRE(QTest::qWaitFor([&] { return !taken.empty(); }));
    CHECK(taken == std::vector<int>{2});
    CHECK(job.done_share() == 0.25);
    REQUIRE(QTest::qWaitFor([&] { return told.load(); }));
    QTest::qWait(20);
    CHECK(taken == std::vector<int>{2});
    CHECK_FALSE(job.running());
    // Stopped, nothing is taken.
    job.start([](const Wanted&) { return 3; }, [&](int answer) { taken.push_back(answer); });
    job.stop();
    QTest::qWait(30);
    CHECK(taken == std::vector<int>{2});
}
