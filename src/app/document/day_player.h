// SPDX-License-Identifier: GPL-3.0-or-later
// The day of the open site: computed aside while somebody looks, and the moment of it that plan,
// strip and power follow. Holds no widget.
#pragma once

#include <QObject>
#include <QTimer>

#include <memory>
#include <optional>

#include "app/kit/background_job.h"
#include "core/simulate/day.h"

namespace ovant {

class Document;

class DayPlayer : public QObject {
    Q_OBJECT

public:
    explicit DayPlayer(Document& document);

    // Somebody looks: the day is computed now and after each edit, until nobody does.
    void set_wanted(bool wanted);
    // The last day computed; null before the first. Of an older site while working().
    std::shared_ptr<const DayResult> result() const { return result_; }
    bool working() const { return job_.running(); }

    int days() const { return days_; }
    void set_days(int days);

    // A day to compare with, kept as it is now.
    std::shared_ptr<const DayResult> kept() const { return kept_; }
    void keep(bool on);

    std::optional<double> moment_s() const { return moment_s_; }
    void set_moment(std::optional<double> t_s);
    // Of a camera at the moment; null where no moment is looked at or nothing is known of it.
    const CameraMoment* now(const std::string& camera) const;

    bool playing() const { return ticks_.isActive(); }
    void play(bool on);
    // Seconds of the day for each second that passes.
    double speed() const { return speed_; }
    void set_speed(double speed) { speed_ = speed; }
    bool to_next_trouble();

signals:
    void changed();  // result, working or kept
    void moment_changed();
    void playing_changed();

private:
    void compute();
    void take(std::shared_ptr<const DayResult> result);

    Document& document_;
    bool wanted_ = false, stale_ = true;
    int days_ = 1;
    double speed_ = 600;
    std::optional<double> moment_s_;
    std::shared_ptr<const DayResult> result_, kept_;
    QTimer wait_, ticks_;
    BackgroundJob<std::shared_ptr<const DayResult>> job_;
};

}  // namespace ovant
