// SPDX-License-Identifier: GPL-3.0-or-later
// No control smaller than its words, none over another, in every view and size. What is painted
// tells its own boxes (test_plan_labels).
#include "app/catalogue/catalogue_dialog.h"
#include "app/power/power_view.h"
#include "app/settings/settings_window.h"
#include "app/ways/ways_view.h"
#include "core/site/edits.h"
#include "driver.h"
#include "support/sites.h"

using namespace ovant;

namespace {

QString path_of(const QWidget* widget) {
    QStringList path;
    for (; widget; widget = widget->parentWidget())
        path.prepend(widget->objectName().isEmpty() ? widget->metaObject()->className()
                                                    : widget->objectName());
    return path.join("/");
}

QString words_of(const QWidget* widget) {
    if (const auto* label = qobject_cast<const QLabel*>(widget)) return label->text();
    if (const auto* button = qobject_cast<const QAbstractButton*>(widget)) return button->text();
    if (const auto* box = qobject_cast<const QComboBox*>(widget)) return box->currentText();
    return {};
}

bool cut_off(const QWidget* widget) {
    const QString words = words_of(widget);
    if (words.isEmpty() || !widget->toolTip().isEmpty()) return false;
    if (const auto* label = qobject_cast<const QLabel*>(widget)) {
        if (label->wordWrap()) return label->height() + 2 < label->heightForWidth(label->width());
        return label->width() + 2 < label->fontMetrics().horizontalAdvance(words);
    }
    if (const auto* box = qobject_cast<const QComboBox*>(widget))
        return box->width() < box->fontMetrics().horizontalAdvance(words) + 24;
    return widget->width() + 2 < widget->minimumSizeHint().width();
}

// Every control with words that is seen.
std::vector<QWidget*> worded(QWidget& top) {
    std::vector<QWidget*> out;
    for (QWidget* widget : top.findChildren<QWidget*>()) {
        if (widget->isVisibleTo(&top) && !words_of(widget).isEmpty()) out.push_back(widget);
    }
    return out;
}

void audit(QWidget& top) {
    for (int i = 0; i < 5; ++i) QApplication::processEvents(QEventLoop::AllEvents, 20);
    const std::vector<QWidget*> controls = worded(top);
    CHECK(!controls.empty());
    for (std::size_t i = 0; i < controls.size(); ++i) {
        INFO(path_of(controls[i]).toStdString() << ": " << words_of(controls[i]).toStdString()
                                                << ", " << controls[i]->width() << " px");
        CHECK_FALSE(cut_off(controls[i]));
        for (std::size_t k = 0; k < i; ++k) {
            if (controls[k]->parentWidget() != controls[i]->parentWidget()) continue;
            INFO(words_of(controls[k]).toStdString());
            CHECK_FALSE(controls[k]->geometry().intersects(controls[i]->geometry()));
        }
    }
}

}  // namespace

TEST_CASE("no control is smaller than its words or over another", "[layout]") {
    Driver d;
    audit(d.window());  // the start page
    d.window().open_demo();
    for (const QSize& size : {QSize(1280, 800), QSize(1100, 700)}) {
        d.window().resize(size);
        INFO(size.width());
        for (const UnitSystem units : {UnitSystem::metric, UnitSystem::imperial}) {
            if (d.document().units() != units) d.trigger("units");
            for (const Stage stage :
                 {Stage::survey, Stage::reach, Stage::power, Stage::parts, Stage::prove}) {
                INFO("stage " << static_cast<int>(stage));
                d.window().set_stage(stage);
                for (const char* chosen : {"K14", "SW1", "UPS1"}) {
                    INFO(chosen);
                    d.document().select(chosen);
                    audit(d.window());
                }
            }
            d.window().set_stage(Stage::reach);
            d.document().select("K14");
            d.window().show_ways(true);
            d.wait([&] { return d.find<WaysView>("ways")->model().rowCount() == way_count; });
            audit(d.window());
            d.window().show_ways(false);
        }
    }
    d.window().resize(1280, 800);
    d.trigger("settings");
    auto* settings = d.find<SettingsWindow>("settings");
    audit(*settings);
    settings->reject();
    d.window().show_catalogue();
    audit(*d.find<CatalogueDialog>("catalogue"));
}
