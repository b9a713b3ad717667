// SPDX-License-Identifier: GPL-3.0-or-later
// Drives the real main window with mouse and keys, and answers its questions.
#pragma once

#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include <catch2/catch.hpp>
#include <functional>

#include "app/plan/plan_view.h"
#include "app/shell/main_window.h"
#include "app/verdict/verdict_panel.h"

namespace ovant {

class Driver {
public:
    Driver();
    ~Driver();

    MainWindow& window() { return *window_; }
    Document& document() { return window_->document(); }
    template <class T = QWidget>
    T* find(const QString& name) {
        T* found = window_->findChild<T*>(name);
        INFO("looking for " << name.toStdString());
        REQUIRE(found);
        return found;
    }
    PlanView* plan() { return find<PlanView>("plan"); }
    VerdictPanel* verdict() { return find<VerdictPanel>("verdict"); }
    QString text_of(const QString& label) { return find<QLabel>(label)->text(); }
    // The marina when all of it was copper, K14 selected: most tests pin facts of it.
    void open_copper();
    Verdict verdict_of(const std::string& camera);

    void trigger(const QString& action);
    void key(QWidget* widget, int key, Qt::KeyboardModifiers modifiers = Qt::NoModifier);
    void type(QWidget* widget, const QString& text);
    void click(QWidget* widget);
    void click(QWidget* widget, QPointF at, Qt::MouseButton button = Qt::LeftButton);
    // Press, move in steps, release; `midway` is called before the release.
    void drag(QWidget* widget, QPointF from, QPointF to, std::function<void()> midway = {});
    QPointF on_plan(const std::string& device);
    QPointF on_plan(Point at);
    // On a cable as it is drawn, so far along it.
    QPointF on_link(const std::string& link, double share);
    // Runs events until it is true; fails after some seconds.
    void wait(std::function<bool()> until);
    // Presses a button in a menu that a later event opens, by the text of its action.
    void choose_in_menu(const QString& text, std::function<void()> open_menu);

    // Answers to the window's questions, in turn.
    QStringList open_paths, save_paths;
    QStringList proposed;  // what the person was shown, of all that was saved
    QList<int> answers;
    QStringList asked;

private:
    std::unique_ptr<MainWindow> window_;
};

}  // namespace ovant
