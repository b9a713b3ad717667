// SPDX-License-Identifier: GPL-3.0-or-later
#include "driver.h"

#include "support/sites.h"

namespace ovant {
namespace {

constexpr int patience_ms = 8000;

}  // namespace

Driver::Driver() {
    QSettings().clear();
    const QString unsaved = QStandardPaths::writableLocation(QStandardPaths::AppDataLocation);
    QDir(unsaved).removeRecursively();
    Prompts prompts;
    prompts.open_path = [this](QWidget*, const FileWanted&) {
        return open_paths.isEmpty() ? QString() : open_paths.takeFirst();
    };
    prompts.save_path = [this](QWidget*, const FileWanted& file) {
        // A person is shown the proposed name under the filter: the one must pass the other.
        const QString patterns = file.filter.section('(', 1).section(')', 0, 0);
        CHECK(QDir::match(patterns.split(' '), QFileInfo(file.proposed).fileName()));
        proposed.append(file.proposed);
        return save_paths.isEmpty() ? QString() : save_paths.takeFirst();
    };
    prompts.ask = [this](QWidget*, const QString& text, const QStringList&) {
        asked.append(text);
        return answers.isEmpty() ? -1 : answers.takeFirst();
    };
    window_ = std::make_unique<MainWindow>(std::move(prompts));
    window_->resize(1280, 800);
    window_->show();
    REQUIRE(QTest::qWaitForWindowExposed(window_.get()));
}

Driver::~Driver() = default;

void Driver::open_copper() {
    window_->open_site(copper_site());
    document().select("K14");
}

Verdict Driver::verdict_of(const std::string& camera) {
    const RunAssessment* run = document().assessment().run(camera);
    REQUIRE(run);
    return run->verdict;
}

void Driver::trigger(const QString& action) { find<QAction>(action)->trigger(); }

void Driver::key(QWidget* widget, int key, Qt::KeyboardModifiers modifiers) {
    QTest::keyClick(widget, static_cast<Qt::Key>(key), modifiers);
}

void Driver::type(QWidget* widget, const QString& text) { QTest::keyClicks(widget, text); }

void Driver::click(QWidget* widget) { QTest::mouseClick(widget, Qt::LeftButton); }

void Driver::click(QWidget* widget, QPointF at, Qt::MouseButton button) {
    QTest::mouseMove(widget, at.toPoint());
    QTest::mouseClick(widget, button, Qt::NoModifier, at.toPoint());
}

void Driver::drag(QWidget* widget, QPointF from, QPointF to, std::function<void()> midway) {
    const auto send = [&](QEvent::Type type, QPointF at, Qt::MouseButton button,
                          Qt::MouseButtons buttons) {
        QMouseEvent event(type, at, widget->mapToGlobal(at), button, buttons, Qt::NoModifier);
        QApplication::sendEvent(widget, &event);
    };
    send(QEvent::MouseButtonPress, from, Qt::LeftButton, Qt::LeftButton);
    constexpr int steps = 8;
    for (int i = 1; i <= steps; ++i) {
        send(QEvent::MouseMove, from + (to - from) * i / steps, Qt::NoButton, Qt::LeftButton);
    }
    if (midway) midway();
    send(QEvent::MouseButtonRelease, to, Qt::LeftButton, Qt::NoButton);
}

QPointF Driver::on_plan(const std::string& device) {
    QCoreApplication::processEvents();  // a layout that is still due moves the plan
    const Network& net = document().network();
    const PlanLayout layout = plan_layout(document(), plan()->map());
    for (DeviceNumber number : layout.marks.numbers()) {
        if (net.device(number).id == device) return layout.marks[number];
    }
    FAIL("no device " << device);
    return {};
}

QPointF Driver::on_plan(Point at) {
    QCoreApplication::processEvents();
    return plan()->map().to_pixel(at);
}

QPointF Driver::on_link(const std::string& link, double share) {
    QCoreApplication::processEvents();
    const Network& net = document().network();
    const PlanLayout layout = plan_layout(document(), plan()->map());
    for (LinkNumber number : layout.lines.numbers()) {
        if (net.links[number].link->id != link) continue;
        QPainterPath path;
        path.addPolygon(layout.lines[number]);
        return path.pointAtPercent(share);
    }
    FAIL("no link " << link);
    return {};
}

void Driver::wait(std::function<bool()> until) {
    const bool came = QTest::qWaitFor(until, patience_ms);
    REQUIRE(came);
}

void Driver::choose_in_menu(const QString& text, std::function<void()> open_menu) {
    bool chosen = false;
    QTimer::singleShot(0, window_.get(), [&] {
        auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
        if (!menu) return;
        for (QAction* action : menu->actions()) {
            if (action->menu()) {
                for (QAction* inner : action->menu()->actions()) {
                    if (inner->text() == text) {
                        inner->trigger();
                        chosen = true;
                        break;
                    }
                }
            } else if (action->text() == text) {
                action->trigger();
                chosen = true;
            }
            if (chosen) break;
        }
        menu->close();
    });
    open_menu();
    INFO("menu entry " << text.toStdString());
    CHECK(chosen);
}

}  // namespace ovant
