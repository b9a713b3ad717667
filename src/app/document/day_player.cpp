// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/day_player.h"

#include <algorithm>

#include "app/document/document.h"

namespace ovant {
namespace {

constexpr int wait_ms = 120;  // after an edit, so that a drag does not start a day at each step
constexpr int tick_ms = 40;

}  // namespace

DayPlayer::DayPlayer(Document& document)
    : QObject(&document), document_(document), done_(std::make_shared<std::atomic<double>>(0.0)) {
    wait_.setSingleShot(true);
    wait_.setInterval(wait_ms);
    connect(&wait_, &QTimer::timeout, this, &DayPlayer::compute);
    ticks_.setInterval(tick_ms);
    connect(&ticks_, &QTimer::timeout, this, [this] {
        if (!result_) return play(false);
        const double next = moment_s_.value_or(0) + speed_ * tick_ms / 1000.0;
        set_moment(std::min(next, result_->length_s - 1));
        if (next >= result_->length_s - 1) play(false);
    });
    connect(&document_, &Document::opened, this, [this] {
        play(false);
        result_.reset();
        kept_.reset();
        set_moment(std::nullopt);
    });
    connect(&document_, &Document::changed, this, [this] {
        stale_ = true;
        if (wanted_ && !document_.previewing()) wait_.start();
    });
}

DayPlayer::~DayPlayer() { end_worker(); }

void DayPlayer::end_worker() {
    if (cancel_) *cancel_ = true;
    if (worker_.joinable()) worker_.join();
}

void DayPlayer::set_wanted(bool wanted) {
    wanted_ = wanted;
    if (wanted_ && stale_ && !working_) compute();
}

void DayPlayer::set_days(int days) {
    if (days == days_) return;
    days_ = days;
    stale_ = true;
    if (wanted_) compute();
}

void DayPlayer::compute() {
    if (document_.previewing()) return;
    end_worker();
    Result<DayPlan> plan = day_plan(document_.judged().settings);
    stale_ = false;
    const unsigned long number = ++number_;
    if (!plan) {
        working_ = false;
        result_.reset();
        emit changed();
        return;
    }
    plan->days = days_;
    working_ = true;
    cancel_ = std::make_shared<std::atomic<bool>>(false);
    *done_ = 0;
    worker_ = std::thread([this, number, plan = *plan, cancel = cancel_, done = done_,
                           site = document_.judged(), catalogue = document_.catalogue()] {
        const Network net = lay_out(site, catalogue);
        auto day = std::make_shared<const DayResult>(play_day(net, plan, [&](double share) {
            *done = share;
            return !*cancel;
        }));
        if (*cancel) return;
        QMetaObject::invokeMethod(
            this, [this, day, number] { take(day, number); }, Qt::QueuedConnection);
    });
    emit changed();
}

void DayPlayer::take(std::shared_ptr<const DayResult> result, unsigned long number) {
    if (number != number_) return;  // of an older site
    working_ = false;
    result_ = std::move(result);
    if (moment_s_ && *moment_s_ >= result_->length_s) moment_s_ = result_->length_s - 1;
    emit changed();
    if (moment_s_) emit moment_changed();
}

void DayPlayer::stop_working() {
    end_worker();
    ++number_;
    working_ = false;
    emit changed();
}

void DayPlayer::keep(bool on) {
    kept_ = on ? result_ : nullptr;
    emit changed();
}

void DayPlayer::set_moment(std::optional<double> t_s) {
    if (t_s && result_) t_s = std::clamp(*t_s, 0.0, result_->length_s - 1);
    if (t_s == moment_s_) return;
    moment_s_ = t_s;
    emit moment_changed();
}

const CameraMoment* DayPlayer::now(const std::string& camera) const {
    if (!moment_s_ || !result_) return nullptr;
    const CameraDay* day = result_->camera(camera);
    return day ? &day->at(*moment_s_) : nullptr;
}

void DayPlayer::play(bool on) {
    if (on == playing()) return;
    if (on) {
        if (!result_) return;
        if (!moment_s_ || *moment_s_ >= result_->length_s - 2) set_moment(0.0);
        ticks_.start();
    } else {
        ticks_.stop();
    }
    emit playing_changed();
}

bool DayPlayer::to_next_trouble() {
    if (!result_) return false;
    play(false);
    const auto next = result_->next_trouble_s(moment_s_.value_or(-1));
    if (!next) return false;
    // A moment later, when it has had its effect.
    set_moment(*next + 1);
    return true;
}

}  // namespace ovant
