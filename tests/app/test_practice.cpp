// SPDX-License-Identifier: GPL-3.0-or-later
// Practice from start to reveal: readings cost minutes, a suspect is named, the truth is told.
#include "app/prove/practice_dialog.h"
#include "driver.h"

using namespace ovant;

TEST_CASE("a hidden fault is found by readings, named, and told with how an expert would go",
          "[app][practice]") {
    Driver d;
    d.trigger("practice");
    auto* dialog = d.find<QDialog>("practice");
    CHECK(dialog->isVisible());
    const Site before = d.document().committed();
    auto* readings = d.find<QTableWidget>("practiceReadings");
    auto* likely = d.find<QTableWidget>("practiceSuspects");
    REQUIRE(readings->rowCount() > 3);
    CHECK(d.text_of("practiceSpent") == "Nothing read yet.");
    CHECK_FALSE(d.find("practiceName")->isEnabled());
    CHECK(readings->item(0, 2)->text().isEmpty());
    double minutes = 0;
    for (int row = 0; row < readings->rowCount(); ++row) {
        readings->setCurrentCell(row, 0);
        if (row % 2 == 0)
            d.click(d.find("practiceTake"));
        else
            emit readings->itemActivated(readings->item(row, 0));
        minutes += readings->item(row, 1)->text().section(' ', 0, 0).toDouble();
        CHECK_FALSE(readings->item(row, 2)->text().isEmpty());
        CHECK_FALSE(d.find("practiceTake")->isEnabled());
    }
    CHECK(d.text_of("practiceSpent") ==
          QString("Readings taken: %1, %2 min").arg(readings->rowCount()).arg(minutes));
    d.wait([&] { return likely->rowCount() > 0; });
    CHECK(likely->item(0, 0)->text().endsWith("in 100"));
    d.click(d.find("practiceName"));
    d.wait([&] { return d.text_of("practiceTold").contains("An expert reads"); });
    const QString told = d.text_of("practiceTold");
    CHECK((told.startsWith("Right: ") || told.startsWith("As good as right: ") ||
           told.startsWith("No: ")));
    CHECK(told.contains(QString("You took %1 min").arg(minutes)));

    const QString story = d.text_of("practiceStory");
    d.click(d.find("practiceAnother"));
    CHECK(likely->rowCount() == 0);
    CHECK(d.text_of("practiceTold").isEmpty());
    CHECK(d.document().committed() == before);
}

TEST_CASE("practice starts from the start page", "[app][practice]") {
    Driver d;
    d.click(d.find("startPractice"));
    CHECK(d.find<QDialog>("practice")->isVisible());
}
