// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/in_slices.h"

#include <QElapsedTimer>

namespace ovant {
namespace {

constexpr qint64 slice_ms = 15;
constexpr std::size_t most_at_once = 400;

}  // namespace

InSlices::InSlices(QObject* view) : QObject(view) {
    timer_.setInterval(0);
    connect(&timer_, &QTimer::timeout, this, &InSlices::go_on);
}

void InSlices::start(std::size_t count, std::function<void(std::size_t)> step,
                     std::function<void()> done) {
    next_ = 0;
    count_ = count;
    step_ = std::move(step);
    done_ = std::move(done);
    timer_.start();
    if (count > most_at_once) return go_on();
    while (next_ < count_) step_(next_++);
    go_on();
}

void InSlices::go_on() {
    QElapsedTimer since;
    since.start();
    while (next_ < count_ && since.elapsed() < slice_ms) step_(next_++);
    if (next_ < count_) return;
    timer_.stop();
    if (done_) done_();
}

}  // namespace ovant
