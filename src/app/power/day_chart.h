// SPDX-License-Identifier: GPL-3.0-or-later
// A day of one unit: its watts over the hours, and a band for each camera behind it. The marker is
// dragged, or moved by the arrow keys.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "core/simulate/day.h"

namespace ovant {

struct BandColumns;

class DayChart : public QWidget {
    Q_OBJECT

public:
    explicit DayChart(Document& document, QWidget* parent = nullptr);
    void set_unit(const std::string& device);
    // Pixel of a time, and of the middle of a camera's band; for tests.
    double x_at(double t_s) const;
    double y_of(const std::string& camera) const;
    // Whose bands are shown.
    const std::vector<std::string>& cameras() const { return cameras_; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void refresh();
    double t_at(double x) const;
    double line() const;
    double watts_height() const;
    double left() const;
    double right() const;
    double bands_top() const;
    double band_pitch() const;
    void paint_night(QPainter& painter) const;
    void paint_watts(QPainter& painter) const;
    void paint_series(QPainter& painter, const std::vector<Sample>& series, double full_w,
                      bool kept) const;
    double until_s(const CameraDay& camera, std::size_t moment) const;
    BandColumns columns_of(const CameraDay& camera) const;
    void paint_stretch(QPainter& painter, const QRectF& part, unsigned what) const;
    QString words_of(const CameraDay& camera) const;
    void paint_band(QPainter& painter, const CameraDay& camera, double y) const;
    void paint_hours(QPainter& painter) const;
    void paint_marker(QPainter& painter) const;
    Document& document_;
    std::string unit_;
    std::vector<std::string> cameras_;
};

}  // namespace ovant
