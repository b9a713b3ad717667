// SPDX-License-Identifier: GPL-3.0-or-later
// Pages of a large site are filled a slice at a time: all comes, and an edit in between is no harm.
#include "app/kit/in_slices.h"
#include "app/parts/parts_view.h"
#include "app/prove/prove_view.h"
#include "core/edits/edits.h"
#include "core/parts/cut_plan.h"
#include "core/parts/work_plan.h"
#include "driver.h"
#include "support/large_site.h"

using namespace ovant;

namespace {

Site read_site(int cameras) {
    Site site = large_site(cameras);
    for (const Device& device : large_site(cameras).devices) {
        if (device.id.front() != 'K') continue;
        Reading reading;
        reading.id = "R" + device.id;
        reading.subject = device.id;
        reading.of = ReadingOf::volts;
        reading.value = 46;
        site.readings.push_back(reading);
    }
    return site;
}

bool all_filled(const QTableWidget& table, int column) {
    for (int row = 0; row < table.rowCount(); ++row) {
        if (table.columnSpan(row, 0) > 1) continue;  // a heading
        const QTableWidgetItem* item = table.item(row, column);
        if (!item || item->text().isEmpty()) return false;
    }
    return table.rowCount() > 0;
}

}  // namespace

TEST_CASE("slices call every step once and in order, and a newer start ends an older one",
          "[app][kit]") {
    QObject view;
    InSlices slices(&view);
    for (std::size_t count : {std::size_t{0}, std::size_t{1}, std::size_t{400}, std::size_t{401},
                              std::size_t{20'000}}) {
        INFO(count);
        std::vector<std::size_t> seen;
        int ended = 0;
        slices.start(
            count, [&](std::size_t i) { seen.push_back(i); }, [&] { ++ended; });
        if (count <= 400) {
            CHECK(seen.size() == count);
            CHECK(ended == 1);
        }
        while (ended == 0) QApplication::processEvents();
        QApplication::processEvents();
        CHECK(ended == 1);
        REQUIRE(seen.size() == count);
        CHECK(std::is_sorted(seen.begin(), seen.end()));
    }
    int older = 0, newer = 0;
    bool older_ended = false, newer_ended = false;
    const auto slow = [](int& steps) {
        return [&steps](std::size_t) {
            ++steps;
            QThread::usleep(100);
        };
    };
    slices.start(1000, slow(older), [&] { older_ended = true; });
    const int when_ended = older;
    slices.start(500, slow(newer), [&] { newer_ended = true; });
    while (!newer_ended) QApplication::processEvents();
    CHECK(newer == 500);
    CHECK(older == when_ended);
    CHECK_FALSE(older_ended);
}

TEST_CASE("pages of a large site are whole in the end, also when it is edited meanwhile",
          "[app][large]") {
    Driver d;
    d.window().open_site(read_site(700));
    REQUIRE(d.document().large());
    d.window().set_stage(Stage::prove);
    auto* prove = d.find<ProveView>("prove");
    for (bool edited : {false, true}) {
        INFO(edited);
        const auto edit = [&] {
            if (!edited) return;
            const Site& site = d.document().committed();
            REQUIRE(d.document().edit(
                "Remove", remove_object(site, d.document().catalogue(), site.readings.front().id)));
        };
        prove->set_page(ProvePage::readings);
        edit();
        auto* readings = d.find<QTableWidget>("readingsTable");
        const auto count = static_cast<int>(d.document().committed().readings.size());
        d.wait([&] { return readings->rowCount() == count && all_filled(*readings, 5); });

        // What changes while a page is hidden is worked out when it is seen again.
        edit();
        prove->set_page(ProvePage::ports);
        edit();
        auto* ports = d.find<QTableWidget>("portProfiles");
        d.wait([&] { return all_filled(*ports, 2); });
        CHECK(ports->rowCount() >= 700);

        prove->set_page(ProvePage::bench);
        edit();
        auto* bench = d.find<QTableWidget>("benchTable");
        d.wait([&] { return all_filled(*bench, 1); });

        prove->set_page(ProvePage::addresses);
        edit();
        auto* units = d.find<QTableView>("addressTable");
        d.wait([&] { return units->model()->rowCount() >= 700; });

        prove->set_page(ProvePage::handover);
        edit();
        auto* open = d.find<QListWidget>("handoverOpen");
        d.wait([&] {
            return d.text_of("handoverSummary") == QString("Still open: %1").arg(open->count());
        });
        CHECK(open->count() >= 700);
    }
}

TEST_CASE("the work of a large site comes whole, a section at a time, as an outline",
          "[app][large]") {
    Driver d;
    d.window().open_site(large_site(700));
    d.window().set_stage(Stage::parts);
    d.find<PartsView>("parts")->set_page(PartsPage::work);
    auto* tree = d.find<QTreeWidget>("workTree");
    auto* by = d.find<QComboBox>("workBy");
    d.wait([&] { return tree->topLevelItemCount() > 1; });
    for (int choice : {1, 0, 1}) by->setCurrentIndex(choice);  // the last counts
    const Network& net = d.document().site_network();
    const auto items = static_cast<int>(plan_work(net, plan_cuts(net)).items.size());
    REQUIRE(items > 2000);
    const auto shown = [&] {
        int count = 0;
        for (int i = 0; i < tree->topLevelItemCount(); ++i)
            count += tree->topLevelItem(i)->childCount();
        return count;
    };
    d.wait([&] { return shown() >= items; });
    QApplication::processEvents();
    CHECK(shown() == items);
    CHECK_FALSE(tree->topLevelItem(0)->isExpanded());
}
