// SPDX-License-Identifier: GPL-3.0-or-later
#include <QAction>
#include <QApplication>
#include <QCommandLineParser>
#include <QPainter>
#include <QTimer>
#include <QTreeView>

#include <cstdio>

#include "app/document/day_player.h"
#include "app/power/power_view.h"
#include "app/shell/main_window.h"
#include "app/strip/strip_view.h"
#include "app/theme/theme.h"
#include "app/verdict/check_row.h"
#include "app/ways/ways_view.h"

namespace {

// The window with whatever popup stands over it.
QPixmap picture_of(ovant::MainWindow& window) {
    QPixmap picture = window.grab();
    QPainter painter(&picture);
    for (QWidget* widget : QApplication::topLevelWidgets()) {
        if (widget == &window || !widget->isVisible()) continue;
        painter.drawPixmap(widget->pos() - window.pos(), widget->grab());
    }
    return picture;
}

// Waits until the window has been painted and the ways are worked out, then writes it and leaves.
void write_picture(ovant::MainWindow& window, const QString& path) {
    QTimer::singleShot(700, &window, [&window, path] {
        const bool written = picture_of(window).save(path);
        std::printf("%s %s\n", written ? "The window is in" : "Cannot write", qPrintable(path));
        std::fflush(stdout);
        QCoreApplication::exit(written ? 0 : 1);
    });
}

// Opens the working of the check that decides, or of the first number on the strip.
void open_working(ovant::MainWindow& window, const QString& of) {
    if (of == "check") {
        if (auto* check = window.findChild<ovant::CheckRow*>()) check->set_open(true);
        return;
    }
    QTimer::singleShot(300, &window, [&window] {
        auto* strip = window.findChild<ovant::StripView*>("strip");
        if (strip && strip->spots().size() > 1) strip->open(1);
    });
}

// Pins the first way and puts the cursor on one of another medium.
void compare_two(ovant::MainWindow& window) {
    QTimer::singleShot(300, &window, [&window] {
        auto* ways = window.findChild<ovant::WaysView*>("ways");
        auto* table = window.findChild<QTreeView*>("waysTable");
        table->setCurrentIndex(table->model()->index(2, 0));
        ways->pin_current();
        table->setCurrentIndex(table->model()->index(5, 0));
    });
}

}  // namespace

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName("ovant");
    QApplication::setOrganizationName("ovant");
    QApplication::setApplicationVersion(OVANT_VERSION);
    QCommandLineParser parser;
    parser.setApplicationDescription("Designs camera network runs: reach, power, parts and proof.");
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("site", "site file to open", "[site]");
    const QCommandLineOption demo("demo", "open the demo site");
    const QCommandLineOption dark("dark", "dark colours");
    const QCommandLineOption light("light", "light colours");
    const QCommandLineOption stage(
        "stage", "open on this stage: survey, reach, power, parts, prove", "stage");
    const QCommandLineOption select("select", "select this camera or unit", "id");
    const QCommandLineOption picture("picture", "write a picture of the window and leave", "file");
    const QCommandLineOption size("size", "size of the window, such as 1280x800", "size");
    const QCommandLineOption working(
        "working", "open the working of the check that decides, or of the strip", "check|strip");
    const QCommandLineOption view(
        "view",
        "open this view: ways, compare, catalogue, together, tree, assign, chances, settings",
        "view");
    const QCommandLineOption at("at", "look at this moment of the day, such as 18:12", "time");
    const QCommandLineOption what_if(
        "what-if", "judge as if this had gone worse, such as copper-clad", "what");
    parser.addOptions(
        {demo, dark, light, stage, select, picture, size, working, view, at, what_if});
    parser.process(app);

    const bool is_dark =
        parser.isSet(dark) || (!parser.isSet(light) && ovant::desktop_is_dark(app));
    ovant::apply_theme(app, is_dark);
    ovant::MainWindow window(ovant::desktop_prompts());
    QObject::connect(&window, &ovant::MainWindow::dark_wanted, &app,
                     [&app](bool wanted) { ovant::apply_theme(app, wanted); });
    const QStringList wanted_size = parser.value(size).split('x');
    if (wanted_size.size() == 2) window.resize(wanted_size[0].toInt(), wanted_size[1].toInt());
    window.show();
    if (parser.isSet(demo))
        window.open_demo();
    else if (!parser.positionalArguments().isEmpty())
        window.open_file(parser.positionalArguments().first());
    const QStringList stages{"survey", "reach", "power", "parts", "prove"};
    if (const auto index = stages.indexOf(parser.value(stage)); index >= 0) {
        window.set_stage(static_cast<ovant::Stage>(index));
    }
    if (parser.isSet(select)) window.document().select(parser.value(select).toStdString());
    if (parser.value(view) == "ways" || parser.value(view) == "compare") window.show_ways(true);
    if (parser.value(view) == "compare") compare_two(window);
    if (parser.value(view) == "catalogue") window.show_catalogue();
    if (parser.value(view) == "together")
        window.power_view()->set_page(ovant::PowerPage::side_by_side);
    if (parser.value(view) == "tree") window.power_view()->set_page(ovant::PowerPage::tree);
    if (parser.value(view) == "assign") window.power_view()->assign();
    if (parser.value(view) == "chances") window.findChild<QAction*>("chances")->trigger();
    if (parser.value(view) == "settings") window.show_settings();
    for (ovant::WhatIf one : ovant::all_what_ifs) {
        if (parser.value(what_if).toStdString() == ovant::id_of(one))
            window.document().set_what_if({one}, {});
    }
    if (const QStringList time = parser.value(at).split(':'); time.size() == 2) {
        window.document().day().set_wanted(true);
        window.document().day().set_moment(time[0].toInt() * 3600 + time[1].toInt() * 60);
    }
    if (parser.isSet(working)) open_working(window, parser.value(working));
    if (parser.isSet(picture)) write_picture(window, parser.value(picture));
    return QApplication::exec();
}
