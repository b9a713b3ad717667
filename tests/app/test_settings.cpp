// SPDX-License-Identifier: GPL-3.0-or-later
// The settings in the real window: every field of the site has a row, what a change moves is said
// before it is taken, and nothing is lost on the way.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>
#include <catch2/catch.hpp>
#include <set>

#include "app/settings/setting_rows.h"
#include "app/settings/settings_window.h"
#include "core/format/site_schema.h"
#include "driver.h"
#include "phrase/check_text.h"

using namespace ovant;

namespace {

struct OpenSettings {
    Driver d;
    SettingsWindow* dialog;

    OpenSettings() {
        d.window().open_demo();
        d.trigger("settings");
        dialog = d.find<SettingsWindow>("settings");
    }
    template <class T>
    T* field(const char* name) {
        T* found = dialog->findChild<T*>(name);
        REQUIRE(found);
        return found;
    }
    QString moves() { return field<QLabel>("settingMoves")->text(); }
    void search(const char* words) {
        auto* edit = field<QLineEdit>("settingSearch");
        edit->selectAll();
        d.type(edit, words);
        QApplication::processEvents();
    }
    void set(const char* name, const char* text) {
        auto* edit = field<QLineEdit>(name);
        edit->setFocus();
        edit->selectAll();
        d.type(edit, text);
        emit edit->editingFinished();
    }
};

}  // namespace

TEST_CASE("every field of the settings has a row, and every row is shown", "[settings]") {
    std::set<std::string> places, names;
    for (const SettingRow& row : setting_rows()) {
        CHECK(places.insert(row.place).second);
        CHECK(names.insert(row.name).second);
        CHECK(std::string(row.meaning).ends_with("."));
    }
    // Against the published schema: each member of the settings that a file may hold. The seed is
    // the day's dice, no setting of the site.
    const QJsonObject schema =
        QJsonDocument::fromJson(QByteArray::fromStdString(site_schema())).object();
    std::set<std::string> in_file;
    const std::function<void(QJsonObject, const std::string&)> walk =
        [&](QJsonObject object, const std::string& place) {
            if (const QString ref = object["$ref"].toString(); !ref.isEmpty())
                object = schema["$defs"].toObject()[ref.section('/', -1)].toObject();
            const QJsonObject members = object["properties"].toObject();
            if (members.isEmpty()) in_file.insert(place);
            for (auto it = members.begin(); it != members.end(); ++it)
                walk(it->toObject(), place + "/" + it.key().toStdString());
        };
    walk(schema["properties"].toObject()["settings"].toObject(), "settings");
    CHECK(in_file.size() > 30);
    in_file.erase("settings/day/seed");
    // The words of an offer have a window of their own.
    for (const char* word : {"number", "date", "from", "customer", "introduction", "terms"})
        CHECK(in_file.erase(std::string("settings/offer/") + word) == 1);
    for (const std::string& place : in_file) {
        INFO(place);
        CHECK(places.count(place) == 1);
    }

    OpenSettings open;
    auto* groups = open.field<QListWidget>("settingGroups");
    std::set<std::string> seen;
    for (int group = 0; group < groups->count(); ++group) {
        groups->setCurrentRow(group);
        for (const SettingRow& row : setting_rows()) {
            if (open.field<QWidget>(row.name)->isVisible()) seen.insert(row.name);
        }
    }
    CHECK(seen == names);
}

TEST_CASE("what a setting would move is said before it is taken", "[settings]") {
    OpenSettings open;
    const Site before = open.d.document().committed();
    REQUIRE(QTest::qWaitFor([&] { return open.moves().startsWith("No verdict moves"); }, 5000));
    open.set("coldest", "-60 C");
    Site colder = before;
    colder.settings.coldest_night_c = -60;
    const Assessment after = assess(colder, open.d.document().catalogue());
    const std::vector<VerdictMove> moved = moved_verdicts(open.d.document().assessment(), after);
    REQUIRE(moved.size() > 1);
    const QString told = QString::fromStdString(moves_text(moved));
    CHECK(QTest::qWaitFor([&] { return open.moves().startsWith(told); }, 5000));
    // Nothing is done to the site yet, and Cancel leaves it so.
    CHECK(open.d.document().committed() == before);
    open.dialog->reject();
    CHECK(open.d.document().committed() == before);
    CHECK(open.d.document().undo_name().isEmpty());
}

TEST_CASE("a setting that cannot be is named, a group counts what is not as usual", "[settings]") {
    OpenSettings open;
    open.set("coldest", "-200 C");
    CHECK(open.moves().contains("-200"));
    open.field<QListWidget>("settingGroups")->setCurrentRow(0);
    open.d.click(open.field<QPushButton>("acceptSettings"));
    CHECK(open.dialog->isVisible());
    CHECK(open.field<QLineEdit>("coldest")->isVisible());  // brought there
    open.search("coldest");
    auto* usual = open.field<QPushButton>("usual-coldest");
    REQUIRE(usual->isVisible());
    CHECK(usual->text().contains("-10"));
    open.d.click(usual);
    INFO(open.field<QLineEdit>("coldest")->text().toStdString());
    CHECK_FALSE(usual->isVisible());
    CHECK(open.field<QLineEdit>("coldest")->text().startsWith("-10"));
    auto* weather = open.field<QListWidget>("settingGroups")->item(3);
    open.set("night", "4 C");
    const QString one = weather->text();
    open.set("moreOhm", "5 %");
    CHECK(weather->text() != one);
    CHECK(weather->text().right(1).toInt() == one.right(1).toInt() + 1);
    open.search("no such words");
    CHECK(open.field<QLabel>("noSetting")->isVisible());
}

TEST_CASE("units turn all fields over at once and change no setting", "[settings]") {
    OpenSettings open;
    const Settings before = open.d.document().committed().settings;
    auto* units = open.field<QComboBox>("units");
    units->setCurrentIndex(1 - units->currentIndex());
    CHECK(open.field<QLineEdit>("loop")->text().endsWith("ft"));
    CHECK(open.field<QLineEdit>("coldest")->text().contains("F"));
    open.set("loop", "10 ft");
    open.d.click(open.field<QPushButton>("acceptSettings"));
    Settings after = open.d.document().committed().settings;
    CHECK(after.units == UnitSystem::imperial);
    CHECK(after.service_loop_m == Approx(3.048));
    after.units = before.units;
    after.service_loop_m = before.service_loop_m;
    CHECK(after == before);
}

TEST_CASE("verdicts that move are counted and worst first", "[settings][phrase]") {
    Assessment before, after;
    const auto run = [](const char* camera, Verdict verdict) {
        RunAssessment out;
        out.camera = camera;
        out.verdict = verdict;
        return out;
    };
    before.runs = {run("K01", Verdict::holds), run("K02", Verdict::fails),
                   run("K03", Verdict::holds), run("K04", Verdict::holds)};
    after.runs = {run("K01", Verdict::fails), run("K02", Verdict::holds),
                  run("K03", Verdict::fails), run("K04", Verdict::holds),
                  run("K05", Verdict::fails)};  // new, so nothing moved
    CHECK(moves_text(moved_verdicts(before, after)) ==
          "3 verdicts move: K01, K03 now fail; K02 now holds");
    CHECK(moves_text(moved_verdicts(before, before)) == "No verdict moves");
    // Two checks of the site about one thing are one verdict.
    Check check;
    check.subject = "UPS1";
    check.verdict = Verdict::holds;
    before.site_checks = {check, check};
    after.site_checks = before.site_checks;
    after.site_checks.back().verdict = Verdict::tight;
    CHECK(moved_verdicts(before, after).back() ==
          VerdictMove{"K02", Verdict::fails, Verdict::holds});
    CHECK(moved_verdicts(before, after)[2] == VerdictMove{"UPS1", Verdict::holds, Verdict::tight});
}
