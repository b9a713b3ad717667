// SPDX-License-Identifier: GPL-3.0-or-later
// The five stages of the work drawn as a run with five stations, each with its open faults.
#pragma once

#include <QAbstractButton>
#include <QWidget>

#include <array>

#include "core/assess/assess.h"

namespace ovant {

enum class Stage { survey, reach, power, parts, prove };
inline constexpr int stage_count = 5;

class StageLine : public QWidget {
    Q_OBJECT

public:
    explicit StageLine(QWidget* parent = nullptr);
    void set_stage(Stage stage);
    void set_faults(const StageFaults& faults);
    QAbstractButton* station(Stage stage) const {
        return stations_[static_cast<std::size_t>(stage)];
    }

signals:
    void chosen(Stage stage);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::array<QAbstractButton*, stage_count> stations_{};
    Stage stage_ = Stage::reach;
};

}  // namespace ovant
