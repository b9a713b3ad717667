// SPDX-License-Identifier: GPL-3.0-or-later
// The bench page by keyboard alone: tick, fail, note, on to the next; it prints.
#include "app/prove/bench_page.h"
#include "app/prove/prove_view.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

QTableWidget* open_bench(Driver& d) {
    d.window().set_stage(Stage::prove);
    d.find<ProveView>("prove")->set_page(ProvePage::bench);
    auto* table = d.find<QTableWidget>("benchTable");
    d.wait([&] { return table->rowCount() > 0; });
    table->setFocus();
    return table;
}

const std::vector<BenchRecord>& records(Driver& d) { return d.document().committed().bench; }

}  // namespace

TEST_CASE("a whole bench by keyboard: every step ticked with Space, on with Enter",
          "[app][bench]") {
    Driver d;
    d.open_copper();
    QTableWidget* table = open_bench(d);
    QSettings().setValue("initials", "cd");
    const BenchPlan plan = bench_plan(lay_out(d.document().committed(), d.document().catalogue()));
    const std::size_t steps = all_steps(plan).size();
    REQUIRE(steps > 20);
    // At the set-up of the selected run, which stays selected until the keyboard is in the table.
    CHECK(d.document().selected() == "K14");
    CHECK(table->currentRow() > 1);
    for (std::size_t i = 0; i < steps; ++i) {
        d.key(table, Qt::Key_Space);
        d.key(table, Qt::Key_Return);
    }
    CHECK(records(d).size() == steps);
    CHECK(std::all_of(records(d).begin(), records(d).end(), [](const BenchRecord& one) {
        return one.state == BenchState::done && one.who == "cd" && !one.when.empty();
    }));
    CHECK(d.text_of("benchSummary").endsWith(QString("done %1, failed 0.").arg(steps)));
    // Space again takes a tick away; undo brings it back.
    d.key(table, Qt::Key_Space);
    CHECK(records(d).size() == steps - 1);
    d.trigger("undo");
    CHECK(records(d).size() == steps);
}

TEST_CASE("a step that fails gets a note by typing and names the runs that rest on it",
          "[app][bench]") {
    Driver d;
    d.open_copper();
    QTableWidget* table = open_bench(d);
    const int row = table->currentRow();
    d.key(table, Qt::Key_A);
    auto* note = d.find<QLineEdit>("benchNote");
    CHECK(note->hasFocus());
    d.type(note, "mber light");
    d.key(note, Qt::Key_Return);
    REQUIRE(records(d).size() == 1);
    CHECK(records(d).front().state == BenchState::failed);
    CHECK(records(d).front().note == "amber light");
    CHECK(table->hasFocus());
    CHECK(table->currentRow() > row);  // on to the next that is open
    table->setCurrentCell(row, 1);
    CHECK(d.text_of("benchSentence").startsWith("It fails. On it rest: K"));
    CHECK(note->text() == "amber light");
    d.click(d.find("benchDone"));
    CHECK(records(d).front().state == BenchState::done);
    CHECK(records(d).front().note == "amber light");
    d.key(table, Qt::Key_Backspace);
    CHECK(records(d).front().state == BenchState::failed);
}

TEST_CASE("the bench follows the design, keeps its ticks, and is saved as PDF", "[app][bench]") {
    Driver d;
    d.open_copper();
    QTableWidget* table = open_bench(d);
    d.key(table, Qt::Key_Space);
    REQUIRE(records(d).size() == 1);
    const int rows = table->rowCount();
    const Site site = d.document().committed();
    const Result<Site> fewer = remove_object(site, d.document().catalogue(), "K04");
    REQUIRE(fewer);
    REQUIRE(d.document().edit("Remove K04", fewer));
    d.wait([&] { return table->rowCount() < rows; });
    CHECK(d.text_of("benchSummary").endsWith("done 1, failed 0."));
    const TempFolder folder;
    const QString path = QString::fromStdString(folder.file("bench.pdf"));
    d.save_paths = {path};
    d.click(d.find("saveBench"));
    QFile file(path);
    REQUIRE(file.open(QIODevice::ReadOnly));
    CHECK(file.read(4) == "%PDF");
}
