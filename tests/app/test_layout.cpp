// SPDX-License-Identifier: GPL-3.0-or-later
// The audit of every view, panel and window: no text cut off or over another, nothing outside its
// parent, contrast, names for screen readers, order of focus. What is painted counts like a label.
// The plan's own labels are in test_plan_labels.
#include <QAccessible>

#include "app/catalogue/catalogue_dialog.h"
#include "app/kit/elided_label.h"
#include "app/power/power_view.h"
#include "app/settings/settings_window.h"
#include "app/theme/theme.h"
#include "app/runs/chain_dialog.h"
#include "app/runs/list_dialog.h"
#include "app/runs/sheet_view.h"
#include "app/ways/ways_view.h"
#include "app/prove/columns_dialog.h"
#include "app/prove/labels_dialog.h"
#include "app/prove/look_dialog.h"
#include "app/prove/photos_dialog.h"
#include "app/prove/seen_dialog.h"
#include "app/prove/switch_dialog.h"
#include "app/prove/practice_dialog.h"
#include "app/prove/prove_view.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/child.h"
#include "support/temp_folder.h"
#include "painted_text.h"
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
        if (qobject_cast<const ElidedLabel*>(label)) return label->width() < 20;
        if (label->wordWrap()) return label->height() + 2 < label->heightForWidth(label->width());
        return label->width() + 2 < label->fontMetrics().horizontalAdvance(words);
    }
    if (const auto* box = qobject_cast<const QComboBox*>(widget))
        return box->width() < box->fontMetrics().horizontalAdvance(words) + 24;
    return widget->width() + 2 < widget->minimumSizeHint().width();
}

bool scrolled(const QWidget* widget) {
    return qobject_cast<const QAbstractScrollArea*>(
        widget->parentWidget() ? widget->parentWidget()->parentWidget() : nullptr);
}

std::vector<QWidget*> seen_in(QWidget& top) {
    std::vector<QWidget*> out;
    for (QWidget* widget : top.findChildren<QWidget*>()) {
        if (widget->isVisibleTo(&top) && widget->window() == top.window()) out.push_back(widget);
    }
    return out;
}

void audit_boxes(QWidget& top) {
    const std::vector<QWidget*> widgets = seen_in(top);
    for (QWidget* widget : widgets) {
        INFO(path_of(widget).toStdString()
             << ": " << words_of(widget).toStdString() << ", " << widget->width() << " px");
        CHECK_FALSE(cut_off(widget));
        const QWidget* parent = widget->parentWidget();
        if (widget->isWindow() || scrolled(widget) || widget->size().isEmpty()) continue;
        CHECK(parent->rect().adjusted(-1, -1, 1, 1).contains(widget->geometry()));
    }
}

void audit_texts(QWidget& top) {
    constexpr double touching = 1.5;
    const std::vector<PaintedText> texts = painted_text(top);
    CHECK_FALSE(texts.empty());
    const QImage picture = top.grab().toImage();
    for (std::size_t i = 0; i < texts.size(); ++i) {
        const PaintedText& one = texts[i];
        INFO("“" << one.text.toStdString() << "” at " << one.box.left() << ", " << one.box.top());
        for (std::size_t k = 0; k < i; ++k) {
            const QRectF both = one.box & texts[k].box;
            if (both.width() <= touching || both.height() <= touching) continue;
            INFO("over “" << texts[k].text.toStdString() << "” at " << texts[k].box.left() << ", "
                          << texts[k].box.top());
            CHECK(both.isEmpty());
        }
        // A few letters cut by an edge stand on what cannot be told.
        if (one.box.width() < 4 || one.box.height() < 4) continue;
        const QColor ground = ground_under(picture, one.box);
        INFO(one.colour.name().toStdString() << " on " << ground.name().toStdString());
        CHECK(contrast(one.colour, ground) >= 4.45);
    }
}

void audit_controls(QWidget& top) {
    std::vector<QWidget*> chain;
    for (QWidget* widget = top.nextInFocusChain(); widget != &top;
         widget = widget->nextInFocusChain()) {
        if (widget->isVisibleTo(&top) && widget->window() == top.window() &&
            (widget->focusPolicy() & Qt::TabFocus) && widget->isEnabled())
            chain.push_back(widget);
    }
    for (QWidget* widget : chain) {
        INFO(path_of(widget).toStdString());
        QAccessibleInterface* spoken = QAccessible::queryAccessibleInterface(widget);
        REQUIRE(spoken);
        CHECK_FALSE(spoken->text(QAccessible::Name).trimmed().isEmpty());
    }
    // Neighbours in the chain that share a parent go to the right, or down.
    for (std::size_t i = 1; i < chain.size(); ++i) {
        const QWidget *a = chain[i - 1], *b = chain[i];
        if (a->parentWidget() != b->parentWidget()) continue;
        INFO(path_of(a).toStdString() << " then " << path_of(b).toStdString());
        const QRect from = a->geometry(), to = b->geometry();
        const bool same_row = to.top() < from.bottom() && from.top() < to.bottom();
        CHECK((same_row ? to.left() >= from.left() : to.top() >= from.top()));
    }
}

void audit(QWidget& top) {
    for (int i = 0; i < 5; ++i) QApplication::processEvents(QEventLoop::AllEvents, 20);
    audit_boxes(top);
    audit_texts(top);
    audit_controls(top);
}

// Names as long as names get: 60 letters, and words that do not break.
Site with_long_names(Site site) {
    const std::string words[] = {"Überwachungskameramastfundament Nordwestumgehung, hinten ",
                                 "Abwasserhebeanlagensteuerungsschrank neben der Hauptzufahrt ",
                                 "Long-standing gatehouse of the former northern customs yard "};
    std::size_t i = 0;
    const auto next = [&] {
        ++i;
        return words[i % 3] + std::to_string(i);
    };
    site.name = next();
    for (Device& device : site.devices) device.name = next();
    for (Place& place : site.places) place.name = next();
    for (Pathway& pathway : site.pathways) pathway.name = next();
    return site;
}

enum class Of { demo, large, long_names };

struct Look {
    QSize size;
    bool dark;
    UnitSystem units;
    Of site;
};

Site site_of(Of which) {
    switch (which) {
        case Of::large: return large_site(200);
        case Of::long_names: return with_long_names(demo_site());
        case Of::demo: break;
    }
    return demo_site();
}

void audit_all(const Look& look) {
    apply_theme(*qobject_cast<QApplication*>(QCoreApplication::instance()), look.dark);
    Driver d;
    d.window().resize(look.size);
    audit(d.window());  // the start page
    Site site = site_of(look.site);
    site.settings.units = look.units;
    d.window().open_site(std::move(site));
    const std::string camera =
        look.site == Of::large ? d.document().assessment().runs.at(7).camera : "K14";
    for (const Stage stage :
         {Stage::survey, Stage::reach, Stage::power, Stage::parts, Stage::prove}) {
        d.window().set_stage(stage);
        if (stage == Stage::prove) {
            for (ProvePage page : {ProvePage::bench, ProvePage::handover, ProvePage::addresses,
                                   ProvePage::ports, ProvePage::readings, ProvePage::cards}) {
                d.find<ProveView>("prove")->set_page(page);
                if (page == ProvePage::bench)
                    d.wait([&] { return d.find<QTableWidget>("benchTable")->rowCount() > 0; });
                if (page == ProvePage::handover)
                    d.wait([&] { return d.find("saveHandover")->isEnabled(); });
                audit(d.window());
            }
            // Only the demo has a run whose readings are off.
            if (look.site != Of::large) {
                d.document().select("K02");
                d.wait([&] { return d.window().findChild<QWidget*>("suspect-0"); });
                audit(d.window());
            }
        }
        for (const std::string& chosen : {camera, std::string("SW1"), std::string("UPS1")}) {
            if (!find_device(d.document().site(), chosen)) continue;
            INFO("stage " << static_cast<int>(stage) << ", " << chosen);
            d.document().select(chosen);
            audit(d.window());
        }
    }
    d.window().set_stage(Stage::reach);
    d.document().select(camera);
    d.window().show_ways(true);
    d.wait([&] { return d.find<WaysView>("ways")->model().rowCount() == way_count; });
    audit(d.window());
    d.window().show_ways(false);
    d.window().show_sheet(true);
    audit(d.window());
    d.window().show_sheet(false);
    auto* tabs = d.find<QTabBar>("rightTabs");
    tabs->setCurrentIndex(1);
    audit(d.window());
    tabs->setCurrentIndex(0);
    d.trigger("settings");
    auto* settings = d.find<SettingsWindow>("settings");
    auto* groups = settings->findChild<QListWidget*>("settingGroups");
    for (int group = 0; group < groups->count(); ++group) {
        groups->setCurrentRow(group);
        INFO("settings " << group);
        audit(*settings);
    }
    settings->reject();
    CatalogueDialog* catalogue = d.window().show_catalogue();
    for (const char* kind : {"sw-8-at-120", "cam-fixed-4mp", "cat5e-solid-24-out", "rep-1-out"}) {
        INFO(kind);
        catalogue->show_kind(kind);
        audit(*catalogue);
    }
    catalogue->copy_shown();
    audit(*catalogue);
    catalogue->reject();
    PracticeDialog practice(site_of(look.site), 1, &d.window());
    practice.setAttribute(Qt::WA_DeleteOnClose, false);
    practice.show();
    practice.findChild<QPushButton*>("practiceTake")->click();
    auto* likely = practice.findChild<QTableWidget*>("practiceSuspects");
    d.wait([&] { return likely->rowCount() > 0; });
    audit(practice);
    Prompts prompts;
    LabelsDialog labels(d.document(), prompts, &d.window());
    labels.show();
    audit(labels);
    PhotosDialog photos(d.document(), prompts, &d.window());
    photos.show();
    audit(photos);
    SeenDialog seen(d.document(), &d.window());
    seen.show();
    audit(seen);
    ColumnsDialog columns("Circuit;Length of the installed cable (ft);Wire map\nL1;330;pass\n",
                          &d.window());
    columns.show();
    audit(columns);
    ListDialog list(d.document(),
                    *read_table("name,type,length (m),address\nGate,dome 20m,40,192.168.9.1\n"
                                "Yard,a kind of its own that nobody knows,far,\n"),
                    &d.window());
    list.show();
    audit(list);
    ChainDialog chain(d.document(), true, &d.window());
    chain.show();
    chain.set_words("30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W");
    d.wait([&] { return chain.findChild<QTableWidget*>()->rowCount() > 0; });
    audit(chain);
    LookDialog look_for(d.document(), &d.window());
    look_for.show();
    audit(look_for);
    SwitchDialog reader(d.document(), prompts, &d.window());
    reader.show();
    audit(reader);
    reader.findChild<QComboBox*>("snmpVersion")->setCurrentIndex(1);
    audit(reader);
    if (look.site != Of::demo) return;
    reader.findChild<QComboBox*>("snmpVersion")->setCurrentIndex(0);
    const unsigned short port = free_udp_port();
    const Child standin({STANDIN_PATH, "switch", source_file("data/demo/marram-quay.ovant.json"),
                         "SW1", "--start", "20", "--speed", "0", "--port", std::to_string(port)});
    reader.findChild<QLineEdit*>("switchAddress")->setText(QString("127.0.0.1:%1").arg(port));
    reader.findChild<QLineEdit*>("snmpCommunity")->setText("public");
    reader.findChild<QPushButton*>("readNow")->click();
    auto* ports = reader.findChild<QTableWidget*>("switchTable");
    d.wait([&] { return ports->rowCount() > 0; });
    audit(reader);
}

}  // namespace

TEST_CASE("every view is whole, apart, readable, named and in order", "[layout]") {
    const Look looks[] = {
        {{1280, 800}, false, UnitSystem::metric, Of::demo},
        {{1100, 700}, true, UnitSystem::imperial, Of::demo},
        {{1600, 1000}, false, UnitSystem::imperial, Of::large},
        {{1280, 800}, true, UnitSystem::metric, Of::large},
        {{1100, 700}, false, UnitSystem::metric, Of::long_names},
        {{1600, 1000}, true, UnitSystem::imperial, Of::long_names},
    };
    for (const Look& look : looks) {
        INFO(look.size.width() << " wide, " << (look.dark ? "dark" : "light") << ", site "
                               << static_cast<int>(look.site));
        audit_all(look);
    }
    apply_theme(*qobject_cast<QApplication*>(QCoreApplication::instance()), false);
}

TEST_CASE("the audit sees what it is for", "[layout]") {
    QWidget top;
    top.resize(300, 100);
    auto* one = new QLabel("one word", &top);
    auto* other = new QLabel("another", &top);
    one->setGeometry(10, 10, 80, 20);
    other->setGeometry(10, 50, 80, 20);
    const auto apart = [&] {
        const std::vector<PaintedText> texts = painted_text(top);
        return texts.size() == 2 && !texts[0].box.intersects(texts[1].box);
    };
    CHECK(apart());
    other->setGeometry(20, 12, 80, 20);
    CHECK_FALSE(apart());
    one->setGeometry(10, 10, 20, 20);
    CHECK(cut_off(one));
    CHECK(contrast(Qt::white, Qt::black) == Approx(21));
    CHECK(contrast("#767676", Qt::white) == Approx(4.54).margin(0.01));
}
