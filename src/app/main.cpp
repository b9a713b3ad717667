// SPDX-License-Identifier: GPL-3.0-or-later
#include <QAction>
#include <QApplication>
#include <QDialog>
#include <QPainter>
#include <QThreadPool>
#include <QTimer>
#include <QTreeView>

#include <cstdio>
#include <cstdlib>

#include "app/document/day_player.h"
#include "app/power/power_view.h"
#include "app/parts/design_page.h"
#include "app/parts/parts_view.h"
#include "app/prove/prove_view.h"
#include "app/shell/language.h"
#include "app/shell/main_window.h"
#include "app/start_options.h"
#include "app/strip/strip_view.h"
#include "app/theme/desktop_colours.h"
#include "app/theme/theme.h"
#include "app/verdict/check_row.h"
#include "app/ways/ways_view.h"

namespace {

// A window of its own as a desktop would frame it, over the middle of the main one.
void paint_framed(QPainter& painter, QDialog& dialog, QSize over) {
    constexpr int title_height = 32;
    const ovant::Theme& theme = ovant::theme_of(dialog);
    const QRect inside(QPoint((over.width() - dialog.width()) / 2,
                              (over.height() - dialog.height() + title_height) / 2),
                       dialog.size());
    const QRect frame = inside.adjusted(0, -title_height, 0, 0);
    for (int ring = 12; ring > 0; ring -= 2) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, 10));
        painter.drawRoundedRect(frame.adjusted(-ring, -ring + 4, ring, ring + 4), ring, ring);
    }
    painter.fillRect(frame, theme.rule);
    painter.setPen(theme.ink);
    painter.setFont(ovant::text_font(dialog, 1, true));
    painter.drawText(frame.adjusted(12, 0, -12, -inside.height()), Qt::AlignVCenter,
                     dialog.windowTitle());
    painter.drawPixmap(inside.topLeft(), dialog.grab());
    painter.setPen(theme.quiet);
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(frame.adjusted(0, 0, -1, -1));
}

// The window with whatever stands over it.
QPixmap picture_of(ovant::MainWindow& window) {
    QPixmap picture = window.grab();
    QPainter painter(&picture);
    for (QWidget* widget : QApplication::topLevelWidgets()) {
        if (widget == &window || !widget->isVisible()) continue;
        if (auto* dialog = qobject_cast<QDialog*>(widget))
            paint_framed(painter, *dialog, window.size());
        else
            painter.drawPixmap(widget->pos() - window.pos(), widget->grab());
    }
    return picture;
}

// Waits until the window has been painted and the ways are worked out, then writes it and leaves.
// Once nothing is worked out in the background any more, or a minute has passed.
void write_picture(ovant::MainWindow& window, const QString& path, int tries = 60) {
    QTimer::singleShot(700, &window, [&window, path, tries] {
        if (tries > 0 && QThreadPool::globalInstance()->activeThreadCount() > 0)
            return write_picture(window, path, tries - 1);
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

// Light or dark: as asked for, or as the desktop has it now.
class ColourKeeper {
public:
    ColourKeeper(QApplication& app, ovant::DesktopColours& desktop, ovant::Colours wanted)
        : app_(app), desktop_(desktop), at_start_(ovant::desktop_is_dark(app)), wanted_(wanted) {
        QObject::connect(&desktop, &ovant::DesktopColours::dark_changed, &app, [this] { apply(); });
        apply();
    }
    void want(ovant::Colours wanted) {
        wanted_ = wanted;
        apply();
    }

private:
    void apply() {
        const bool dark = wanted_ == ovant::Colours::as_desktop
                              ? desktop_.dark().value_or(at_start_)
                              : wanted_ == ovant::Colours::dark;
        ovant::apply_theme(app_, dark);
    }
    QApplication& app_;
    ovant::DesktopColours& desktop_;
    const bool at_start_;
    ovant::Colours wanted_;
};

// What Qt says of a display that it cannot use, as one sentence instead of an abort.
void display_or_leave(QtMsgType type, const QMessageLogContext&, const QString& message) {
    if (type != QtFatalMsg) return;
    if (message.contains("platform plugin"))
        std::fputs("There is no display to open a window on. ovant-cli works without one.\n",
                   stderr);
    else
        std::fprintf(stderr, "%s\n", qPrintable(message));
    std::_Exit(2);
}

int run(int argc, char** argv, const ovant::StartOptions& options) {
    QtMessageHandler usual = qInstallMessageHandler(display_or_leave);
    QApplication app(argc, argv);
    qInstallMessageHandler(usual);
    QApplication::setApplicationName("ovant");
    QApplication::setOrganizationName("ovant");
    QApplication::setApplicationVersion(OVANT_VERSION);
    ovant::load_language(app);
    const ovant::Colours asked_for = options.dark    ? ovant::Colours::dark
                                     : options.light ? ovant::Colours::light
                                                     : ovant::colours_kept();
    ovant::DesktopColours desktop(QDBusConnection::sessionBus());
    ColourKeeper colours(app, desktop, asked_for);
    ovant::MainWindow window(ovant::desktop_prompts());
    QObject::connect(&window, &ovant::MainWindow::colours_wanted, &app,
                     [&colours](ovant::Colours wanted) { colours.want(wanted); });
    if (options.size) window.resize(*options.size);
    window.show();
    if (options.demo)
        window.open_demo();
    else if (ovant::MainWindow::brings_in(options.site))
        window.take_file(options.site);
    else if (!options.site.isEmpty())
        window.open_file(options.site);
    if (options.stage) window.set_stage(*options.stage);
    if (!options.select.isEmpty()) window.document().select(options.select.toStdString());
    if (options.view == "ways" || options.view == "compare") window.show_ways(true);
    if (options.view == "compare") compare_two(window);
    if (options.view == "sheet") window.show_sheet(true);
    if (options.view == "catalogue") window.show_catalogue();
    if (options.view == "together") window.power_view()->set_page(ovant::PowerPage::side_by_side);
    if (options.view == "tree") window.power_view()->set_page(ovant::PowerPage::tree);
    if (options.view == "assign") window.power_view()->assign();
    for (const char* dialog : {"chances", "practice"}) {
        if (options.view == dialog) window.findChild<QAction*>(dialog)->trigger();
    }
    const std::pair<const char*, ovant::ProvePage> prove_pages[] = {
        {"bench", ovant::ProvePage::bench},
        {"addresses", ovant::ProvePage::addresses},
        {"port-table", ovant::ProvePage::ports},
        {"readings", ovant::ProvePage::readings},
        {"handover", ovant::ProvePage::handover}};
    for (const auto& [view, page] : prove_pages) {
        if (options.view == view) window.findChild<ovant::ProveView*>("prove")->set_page(page);
    }
    const std::pair<const char*, ovant::PartsPage> parts_pages[] = {
        {"cuts", ovant::PartsPage::cutting},
        {"work", ovant::PartsPage::work},
        {"offer", ovant::PartsPage::offer},
        {"variants", ovant::PartsPage::variants},
        {"design", ovant::PartsPage::design}};
    for (const auto& [view, page] : parts_pages) {
        if (options.view == view) window.findChild<ovant::PartsView*>("parts")->set_page(page);
    }
    if (options.view.startsWith("design")) {
        ovant::DesignPage* page = window.findChild<ovant::PartsView*>("parts")->design_page();
        window.findChild<ovant::PartsView*>("parts")->set_page(ovant::PartsPage::design);
        if (options.view == "design-five") page->five_to_choose_from();
        if (options.view == "design-plan") page->design(ovant::DesignPage::Then::plan);
        if (options.view == "design") page->design();
    }
    if (options.view == "settings") window.show_settings();
    if (options.what_if) window.document().set_under({{}, {*options.what_if}, {}});
    if (options.moment_s) {
        window.document().day().set_wanted(true);
        window.document().day().set_moment(*options.moment_s);
    }
    if (!options.working.isEmpty()) open_working(window, options.working);
    if (!options.picture.isEmpty()) write_picture(window, options.picture);
    return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv) {
    QStringList arguments;
    for (int i = 0; i < argc; ++i) {
        const QString argument = QString::fromLocal8Bit(argv[i]);
        // Qt's own, which it takes out itself.
        if (argument == "-platform" || argument == "-style" || argument == "-display")
            ++i;
        else
            arguments << argument;
    }
    const ovant::Start start = ovant::read_start(arguments, OVANT_VERSION);
    if (!start.answer) return run(argc, argv, start.options);
    std::fputs(qPrintable(start.answer->text), start.answer->code == 0 ? stdout : stderr);
    return start.answer->code;
}
