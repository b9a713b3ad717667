// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include <functional>

namespace ovant {

// The refresh of a view: done at once where the view is seen, else when it is next shown.
class WhenSeen : public QObject {
public:
    WhenSeen(QWidget* view, std::function<void()> refresh);
    // Something that the view shows has changed.
    void ask();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void do_now();
    QWidget* view_;
    std::function<void()> refresh_;
    bool asked_ = true;
};

}  // namespace ovant
