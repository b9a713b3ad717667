// SPDX-License-Identifier: GPL-3.0-or-later
// Work off the window's thread, one piece at a time: a newer piece takes the place of an older one,
// whose answer is dropped.
#pragma once

#include <QFutureWatcher>
#include <QtConcurrentRun>

#include <atomic>
#include <functional>
#include <memory>
#include <utility>

namespace ovant {

// What the work itself sees of its being wanted.
class Wanted {
public:
    // Says how far the work is, 0 to 1; false: it is no longer wanted and should end.
    bool go_on(double share) const {
        *done_ = share;
        return !*stopped_;
    }
    bool still() const { return !*stopped_; }
    double share() const { return *done_; }
    void stop() const { *stopped_ = true; }

private:
    std::shared_ptr<std::atomic<bool>> stopped_ = std::make_shared<std::atomic<bool>>(false);
    std::shared_ptr<std::atomic<double>> done_ = std::make_shared<std::atomic<double>>(0.0);
};

template <class Answer>
class BackgroundJob {
public:
    BackgroundJob() = default;
    ~BackgroundJob() { stop(); }
    BackgroundJob(const BackgroundJob&) = delete;
    BackgroundJob& operator=(const BackgroundJob&) = delete;

    // `work` owns all that it reads. `take` is called on the thread that calls start(), never after
    // a newer start, stop() or the end of this object.
    void start(std::function<Answer(const Wanted&)> work, std::function<void(Answer)> take) {
        stop();
        wanted_ = Wanted();
        watcher_ = std::make_unique<QFutureWatcher<Answer>>();
        QFutureWatcher<Answer>* watcher = watcher_.get();
        QObject::connect(watcher, &QFutureWatcherBase::finished, watcher,
                         [this, watcher, take = std::move(take)] {
                             const QFuture<Answer> done = watcher->future();
                             forget();
                             take(done.result());
                         });
        watcher->setFuture(
            QtConcurrent::run([wanted = wanted_, work = std::move(work)] { return work(wanted); }));
    }
    // The same, done here and now where it is known to be short.
    void start_or_do(bool now, std::function<Answer(const Wanted&)> work,
                     std::function<void(Answer)> take) {
        if (!now) return start(std::move(work), std::move(take));
        stop();
        take(work(Wanted()));
    }
    void stop() {
        wanted_.stop();
        forget();
    }
    bool running() const { return watcher_ != nullptr; }
    double done_share() const { return wanted_.share(); }

private:
    // Its own signal may be what brings us here.
    void forget() {
        if (!watcher_) return;
        watcher_->disconnect();
        watcher_.release()->deleteLater();
    }

    Wanted wanted_;
    std::unique_ptr<QFutureWatcher<Answer>> watcher_;
};

}  // namespace ovant
