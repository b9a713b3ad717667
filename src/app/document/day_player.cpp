// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/day_player.h"

#include <algorithm>

#include "app/document/document.h"

namespace ovant {
namespace {

constexpr int wait_ms = 120;  // after an edit, so that a drag does not start a day at each step
constexpr int tick_ms = 40;

}  // namespace

DayPlayer::DayPlayer(Document& document) : document_(document) {
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
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what == Change::opening) {
            play(false);
            result_.reset();
            kept_.reset();
            set_moment(std::nullopt);
        }
        if (document_.previewing()) return;
        stale_ = true;
        if (wanted_) wait_.start();
    });
}

void DayPlayer::set_wanted(bool wanted) {
    wanted_ = wanted;
    if (wanted_ && stale_ && !working()) compute();
}

void DayPlayer::set_days(int days) {
    if (days == days_) return;
    days_ = days;
    stale_ = true;
    if (wanted_) compute();
}

void DayPlayer::compute() {
    if (document_.previewing()) return;
    Result<DayPlan> plan = day_plan(document_.judged().settings);
    stale_ = false;
    if (!plan) {
        job_.stop();
        result_.reset();
        emit changed();
        return;
    }
    plan->days = days_;
    job_.start(
        [plan = *plan, net = document_.shared_network()](const Wanted& wanted) {
            return std::make_shared<const DayResult>(
                play_day(*net, plan, [&](double share) { return wanted.go_on(share); }));
        },
        [this](std::shared_ptr<const DayResult> result) { take(std::move(result)); });
    emit changed();
}

void DayPlayer::take(std::shared_ptr<const DayResult> result) {
    result_ = std::move(result);
    if (moment_s_ && *moment_s_ >= result_->length_s) moment_s_ = result_->length_s - 1;
    emit changed();
    if (moment_s_) emit moment_changed();
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
