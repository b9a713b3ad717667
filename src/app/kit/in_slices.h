// SPDX-License-Identifier: GPL-3.0-or-later
// Long filling of a view, a slice at a time, so that the window answers meanwhile.
#pragma once

#include <QObject>
#include <QTimer>

#include <functional>

namespace ovant {

class InSlices : public QObject {
public:
    explicit InSlices(QObject* view);
    // Calls `step` with 0 to count - 1, in order: the first few hundred at once, the rest when the
    // window has nothing else to do. `done` once behind the last. A newer start or stop() ends
    // an older one.
    void start(std::size_t count, std::function<void(std::size_t)> step,
               std::function<void()> done = {});
    void stop() { timer_.stop(); }

private:
    void go_on();

    QTimer timer_;
    std::size_t next_ = 0, count_ = 0;
    std::function<void(std::size_t)> step_;
    std::function<void()> done_;
};

}  // namespace ovant
