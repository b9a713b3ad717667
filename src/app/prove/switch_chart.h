// SPDX-License-Identifier: GPL-3.0-or-later
// Watts of one port while its switch is watched: what was read as a line, what would be as promised
// as a band behind it.
#pragma once

#include <QWidget>

#include <vector>

#include "core/prove/readings.h"

namespace ovant {

struct WatchMoment {
    double t_s = 0;  // since the switch started
    std::string when;
    JudgedReading judged;
    double watts = 0;
};

class SwitchChart : public QWidget {
    Q_OBJECT

public:
    explicit SwitchChart(QWidget* parent = nullptr);
    void show_port(const QString& name, std::vector<WatchMoment> moments);
    const std::vector<WatchMoment>& moments() const { return moments_; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString name_;
    std::vector<WatchMoment> moments_;
};

}  // namespace ovant
