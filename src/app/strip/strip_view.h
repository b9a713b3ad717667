// SPDX-License-Identifier: GPL-3.0-or-later
// The selected run laid out along its length: volts by condition over the least the camera accepts,
// the cable and units as they come, watts at each, reach used per hop. Every number opens its
// working.
#pragma once

#include <QLineEdit>
#include <QTimer>
#include <QWidget>

#include <functional>
#include <optional>
#include <vector>

#include "app/document/document.h"
#include "app/kit/quantity_edit.h"
#include "app/strip/laid_run.h"

class QToolButton;

namespace ovant {

struct StripInput;

class WhenSeen;

class StripView : public QWidget {
    Q_OBJECT

public:
    explicit StripView(Document& document, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {640, 232}; }
    // What can be opened: its place, its name, and for a length the link it edits.
    struct Spot {
        QRectF area;
        QString name;
        std::function<Working()> working;
        std::string link;
        std::string antenna = {};  // radio whose height a drag sets
        double metres_per_pixel = 0;
    };
    const std::vector<Spot>& spots() const { return spots_; }
    // Shows the working of a spot in a small window.
    void open(std::size_t spot);
    // Shows these runs one under the other instead of the selected one; empty goes back to it.
    void show_laid(std::vector<std::shared_ptr<const LaidRun>> runs);
    // The path of a radio link, where the run has one, or the run along its length.
    void set_shows_path(bool shows_path);
    bool shows_path() const { return shows_path_; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void add_moment(StripInput& input) const;
    void refresh();
    void forget();
    void edit_length(const std::string& link, const QRectF& area);
    std::optional<std::size_t> spot_at(QPointF pixel) const;
    Document& document_;
    void set_height(const std::string& radio, double height_m, bool take);
    WhenSeen* when_seen_;
    std::shared_ptr<const LaidRun> now_;
    std::vector<std::shared_ptr<const LaidRun>> others_;
    bool shows_path_ = true;
    QToolButton* path_button_;
    std::string dragged_;
    double drag_from_y_ = 0, drag_from_m_ = 0, drag_scale_ = 0;
    std::vector<Spot> spots_;
    std::size_t focused_ = 0;
    QTimer click_timer_;
    QuantityEdit* length_edit_;
    std::string edited_link_;
};

}  // namespace ovant
