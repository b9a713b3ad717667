// SPDX-License-Identifier: GPL-3.0-or-later
// A run in words in the window: typed, pasted, copied, put into the site.
#include <QClipboard>
#include <QDialog>
#include <QGuiApplication>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>
#include <QTest>
#include <QTimer>

#include <catch2/catch.hpp>

#include "app/kit/q.h"
#include "app/runs/chain_dialog.h"
#include "core/chain/chain.h"
#include "driver.h"
#include "support/sites.h"

using namespace ovant;

namespace {

constexpr const char* words = "30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W";

// Opens the dialog, and `then` works in it.
void in_dialog(Driver& d, const std::function<void()>& open,
               const std::function<void(QDialog&)>& then) {
    bool seen = false;
    QTimer::singleShot(0, [&] {
        auto* dialog = d.window().findChild<QDialog*>("chainDialog");
        REQUIRE(dialog);
        seen = true;
        then(*dialog);
        dialog->reject();
    });
    open();
    CHECK(seen);
}
bool told(QDialog& dialog) {
    auto* open = dialog.findChild<QPushButton*>("openChain");
    return QTest::qWaitFor([&] { return open->isEnabled(); }, 20000);
}

}  // namespace

TEST_CASE("a run typed in words is told element by element, and opened as a site",
          "[window][chain]") {
    Driver d;
    in_dialog(
        d, [&] { d.trigger("chain"); },
        [&](QDialog& dialog) {
            auto* typed = dialog.findChild<QLineEdit*>("chainWords");
            QTest::keyClicks(typed, "30 W port, 90 m cat9, camera");
            QTest::keyClick(typed, Qt::Key_Return);
            auto* verdict = dialog.findChild<QLabel*>("chainVerdict");
            CHECK(QTest::qWaitFor([&] { return verdict->text().contains("cat9"); }, 20000));
            CHECK_FALSE(dialog.findChild<QPushButton*>("openChain")->isEnabled());
            typed->clear();
            QTest::keyClicks(typed, words);
            REQUIRE(told(dialog));
            CHECK(verdict->text().contains("holds", Qt::CaseInsensitive));
            auto* table = dialog.findChild<QTableWidget*>("chainTable");
            REQUIRE(table->rowCount() == 5);
            CHECK(table->item(0, 2)->text().contains("gives"));
            CHECK(table->item(4, 2)->text().contains("arrive"));
            CHECK(table->item(1, 3)->text().contains("up to"));
            QTest::mouseClick(dialog.findChild<QPushButton*>("copyChain"), Qt::LeftButton);
            CHECK(QGuiApplication::clipboard()->text() == words);
            QTest::mouseClick(dialog.findChild<QPushButton*>("openChain"), Qt::LeftButton);
        });
    CHECK(d.document().site().devices.size() == 4);
    CHECK(d.verdict_of(chain_camera) == Verdict::holds);
}

TEST_CASE("a run is copied in words, pasted, and put into the site in one step",
          "[window][chain]") {
    Driver d;
    d.open_copper();
    d.document().select("K14");
    d.trigger("copyRun");
    const QString copied = QGuiApplication::clipboard()->text();
    CHECK(copied.startsWith("sw-"));
    CHECK(d.text_of("message").contains("Copied"));
    const Site before = d.document().committed();
    in_dialog(
        d, [&] { d.trigger("pasteCameras"); },
        [&](QDialog& dialog) {
            CHECK(dialog.findChild<QLineEdit*>("chainWords")->text() == copied);
            REQUIRE(told(dialog));
            dialog.findChild<QLineEdit*>("chainWords")->setText(words);
            CHECK(QTest::qWaitFor(
                [&] { return dialog.findChild<QTableWidget*>("chainTable")->rowCount() == 5; },
                20000));
            QTest::mouseClick(dialog.findChild<QPushButton*>("putChainIn"), Qt::LeftButton);
        });
    CHECK(d.document().committed().devices.size() >= before.devices.size() + 2);
    CHECK(d.document().selected().starts_with("K"));
    d.document().undo();
    CHECK(d.document().committed() == before);
    // What is no camera has no run.
    d.document().select("SW1");
    d.trigger("copyRun");
    CHECK(d.text_of("message").contains("camera"));
}

TEST_CASE("Ctrl+K answers a run in words", "[window][chain]") {
    Driver d;
    d.open_copper();
    d.trigger("palette");
    auto* input = d.find<QLineEdit>("paletteInput");
    input->setText(words);
    auto* list = d.find<QListWidget>("paletteList");
    REQUIRE(list->count() >= 6);
    CHECK(list->item(0)->text().startsWith("= "));
    CHECK(list->item(1)->text().contains("gives"));
    in_dialog(
        d, [&] { d.key(input, Qt::Key_Return); },
        [&](QDialog& dialog) {
            CHECK(dialog.findChild<QLineEdit*>("chainWords")->text() == words);
        });
}
