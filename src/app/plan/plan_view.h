// SPDX-License-Identifier: GPL-3.0-or-later
// The plan: looks at the site in metres and edits it through the Document with one tool at a time.
#pragma once

#include <QLabel>
#include <QPixmap>
#include <QWidget>

#include <optional>

#include <set>

#include "app/document/document.h"
#include "app/kit/quantity_edit.h"
#include "app/plan/plan_hit.h"
#include "app/plan/plan_labels.h"
#include "app/plan/plan_layout.h"
#include "app/plan/plan_map.h"
#include "core/catalogue/usual_kinds.h"

class QComboBox;
class QPushButton;

namespace ovant {

class DrawingLayer;

enum class PlanTool {
    select,
    camera,
    unit,
    room,
    place,
    pathway,
    cable,
    repeater,
    extender,
    obstacle,
    old_cable,
    scale
};

class PlanView : public QWidget {
    Q_OBJECT

public:
    explicit PlanView(Document& document, QWidget* parent = nullptr);
    PlanTool tool() const { return tool_; }
    void set_tool(PlanTool tool);
    void set_camera_kind(const std::string& kind) { camera_kind_ = kind; }
    void set_unit_kind(const std::string& kind) { unit_kind_ = kind; }
    void set_unit_field(QWidget* field) { unit_field_ = field; }
    // A field shown in the corner of the plan while the camera tool is on.
    void set_tool_field(QWidget* field) { tool_field_ = field; }
    const PlanMap& map() const { return map_; }
    const QString& refusal() const { return refusal_; }
    void fit();
    // All that stands on the plan, and what the view shows of it.
    QRectF whole_area_m() const;
    QRectF seen_area_m() const;
    std::set<std::string> ids_off_plan() const;
    void zoom(double factor);
    // Brings a selected device into view.
    void show_selected();
    // Takes a picture file as the drawing beneath, laid into the middle of the view.
    void take_drawing(const QString& path);
    // Gives the selected camera, which stands on no plan, its place: in the middle of the view.
    void put_on_plan();
    // Names a fitting in-line kind for a spot: the first of the category that stands it.
    static std::string in_line_kind(const Document& document, Category category,
                                    const std::string& link);

signals:
    void tool_changed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dragMoveEvent(QDragMoveEvent* event) override;
    void dragLeaveEvent(QDragLeaveEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void take_change(Change what);
    void forget_resting();
    std::vector<Verdict> verdicts_of_others() const;
    void show_moment();
    void act_at(QPointF pixel);  // one use of the tool
    void add_camera(Point at);
    void add_in_line(Category category, QPointF pixel);
    void add_unit(Point at);
    void end_points();  // of a pathway, an obstacle or an old cable
    bool draws_points() const;
    void paint_sight(QPainter& painter);
    void end_cable(const std::string& device);
    void drag_to(QPointF pixel);
    void end_drag();
    void nudge(QPointF step);
    void ask_known_length();
    void paint_tool(QPainter& painter);
    void say(QPainter& painter, QPointF at, const QString& text);
    void paint_refusal(QPainter& painter);
    QString drag_text() const;
    QPointF snapped(QPointF pixel) const;
    void update_hint();
    QString hint_of_tool() const;
    void ask_between();

    Document& document_;
    PlanMap map_;
    bool own_view_ = false;  // zoomed or moved by hand: a new size leaves it alone
    PlanTool tool_ = PlanTool::select;
    std::string camera_kind_ = usual::camera;
    std::string cable_kind_ = usual::copper;
    QString refusal_;  // why what was just done here is not taken, said at its spot
    Point refusal_at_;
    QPointF cursor_;  // of the tool: the mouse, or moved by the arrow keys
    bool by_keyboard_ = false;
    bool pressed_ = false, panning_ = false, dragging_ = false;
    QPointF press_pixel_, last_pixel_;
    PlanHit grabbed_;
    Point grabbed_from_;
    std::vector<Point> points_;  // of a pathway or a known length being drawn
    std::string cable_from_;     // device a cable is drawn from
    QuantityEdit* known_length_;
    QLabel* hint_;
    QPushButton* moment_;
    QComboBox* between_;  // asked of a site that has a room and no camera yet
    QWidget* tool_field_ = nullptr;
    QWidget* unit_field_ = nullptr;
    std::string unit_kind_ = usual::radio;
    DrawingLayer* drawing_layer_;
    void paint_resting();
    PlanHit under(QPointF pixel) const;
    // What a new paint of the plan starts from: everything but what is on its way.
    QPixmap resting_;
    PlanMap resting_map_;
    std::string resting_without_;            // what is on its way
    std::vector<Verdict> resting_verdicts_;  // of the others
    PlanLayout layout_;
    std::vector<PlanLabel> labels_;  // that stand in it
    QPixmap ground_;
    PlanMap ground_map_;
    const void* ground_data_ = nullptr;
    double ground_key_ = 0;
    bool ground_dark_ = false;
};

}  // namespace ovant
