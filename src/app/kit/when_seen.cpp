// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/when_seen.h"

#include <QEvent>

namespace ovant {

WhenSeen::WhenSeen(QWidget* view, std::function<void()> refresh)
    : QObject(view), view_(view), refresh_(std::move(refresh)) {
    view_->installEventFilter(this);
}

void WhenSeen::ask() {
    asked_ = true;
    if (view_->isVisible()) do_now();
}

void WhenSeen::do_now() {
    asked_ = false;
    refresh_();
}

bool WhenSeen::eventFilter(QObject* watched, QEvent* event) {
    if (watched == view_ && event->type() == QEvent::Show && asked_) do_now();
    return false;
}

}  // namespace ovant
