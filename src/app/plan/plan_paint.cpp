// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_paint.h"

#include <QPainterPath>
#include <QWidget>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <set>
#include <unordered_map>

#include "app/document/day_player.h"
#include "app/plan/plan_ground.h"
#include "app/plan/plan_hit.h"
#include "app/plan/plan_labels.h"
#include "core/assess/radio_path.h"
#include "core/route/route.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

constexpr double mark_px = plan_mark_px;
constexpr double ring_px = 8.6;  // around what is selected; names stand 9 off
constexpr int stamp_px = 22;
constexpr double unit_px = 11;
constexpr std::size_t many_links = 400;
// How clearly what a camera sees is filled: each, the selected one, and what makes one the other.
constexpr int resting_view_alpha = 38, selected_view_alpha = 90, added_view_alpha = 62;

class PlanPainter {
public:
    PlanPainter(QPainter& painter, const Document& document, const PlanMap& map,
                const PlanLayout& layout, const QWidget& view, const std::vector<PlanLabel>& labels,
                bool above)
        : p_(painter),
          layout_(layout),
          above_(above),
          labels_(labels),
          document_(document),
          site_(document.site()),
          net_(document.network()),
          map_(map),
          view_(view),
          theme_(theme_of(view)),
          seen_(QRectF(view.rect()).adjusted(-40, -40, 40, 40)),
          ground_(painter, document, map, theme_, seen_),
          on_paper_(painter.paintEngine()->type() != QPaintEngine::Raster ||
                    painter.transform().isScaling()) {
        if (document.moving().empty()) return;
        for (DeviceNumber device : net_.kinds.numbers()) {
            if (net_.device(device).id == document.moving()) moving_ = device;
        }
    }

    void rest() {
        p_.setRenderHint(QPainter::Antialiasing);
        ground_.all();
        // Past some hundreds of cables fine edges cost more than they show.
        p_.setRenderHint(QPainter::Antialiasing, net_.links.size() <= many_links);
        for (DeviceNumber camera : net_.cameras) {
            if (camera != moving_) paint_view(camera, resting_view_alpha);
        }
        for (const NetLink& link : net_.links) {
            if (!moves(link)) paint_link(link);
        }
        p_.setRenderHint(QPainter::Antialiasing);
        for (DeviceNumber device : net_.kinds.numbers()) paint_step_aside(device);
        // Units first, so that a camera beside one stays in sight.
        for (const bool cameras : {false, true}) {
            for (DeviceNumber device : net_.kinds.numbers()) {
                if (net_.kinds[device]->camera.has_value() == cameras && device != moving_)
                    mark(device);
            }
        }
        for (const PlanLabel& label : labels_) write(label);
        paint_scale_bar();
    }

    void above() {
        p_.setRenderHint(QPainter::Antialiasing);
        ground_.selected();
        const std::string camera = document_.selected_camera();
        std::vector<const NetLink*> links;
        if (const CameraNumber run = document_.camera_number(camera)) {
            for (LinkNumber link : net_.runs[run].links) links.push_back(&net_.links[link]);
            const DeviceNumber number = net_.cameras[run];
            paint_view(number, number == moving_ ? selected_view_alpha : added_view_alpha);
        }
        for (const NetLink* link : links) paint_under(*link);
        for (const NetLink& link : net_.links) {
            if (moves(link) || link.link->id == document_.selected()) links.push_back(&link);
        }
        std::set<DeviceNumber> marked;
        std::vector<QPolygonF> lines;
        for (const NetLink* link : links) {
            paint_link(*link);
            lines.push_back(line_of(*link));
            marked.insert({link->a.device, link->b.device});
        }
        // What is crossed stays in sight.
        for (DeviceNumber number : net_.kinds.numbers()) {
            const Device& device = net_.device(number);
            if (number == moving_ || device.id == document_.selected() ||
                std::any_of(lines.begin(), lines.end(),
                            [&](const QPolygonF& line) { return crosses(line, at_of(number)); }))
                marked.insert(number);
        }
        for (const PinnedWay& pinned : document_.pinned_ways(camera)) paint_pinned(pinned.change);
        if (document_.beside()) paint_beside(document_.beside()->change);
        // Units first, so that a camera beside one stays in sight.
        for (const bool cameras : {false, true}) {
            for (DeviceNumber device : marked) {
                if (net_.kind(device).camera.has_value() == cameras) mark(device);
            }
        }
        for (DeviceNumber device : marked) name_again(device, camera);
        paint_beam();
        point_to_unseen(camera);
    }

private:
    bool moves(const NetLink& link) const {
        return moving_ && (link.a.device == moving_ || link.b.device == moving_);
    }
    bool is_selected(const std::string& id) const { return above_ && document_.selected() == id; }

    // Whether a line with its glow covers a mark that stands there.
    static bool crosses(const QPolygonF& line, QPointF at) {
        constexpr double near_px = mark_px;
        if (!line.boundingRect().adjusted(-near_px, -near_px, near_px, near_px).contains(at))
            return false;
        for (qsizetype i = 0; i + 1 < line.size(); ++i) {
            const QPointF way = line[i + 1] - line[i], from = at - line[i];
            const double length = QPointF::dotProduct(way, way);
            const double share =
                length > 0 ? std::clamp(QPointF::dotProduct(from, way) / length, 0.0, 1.0) : 0;
            const QPointF off = from - way * share;
            if (std::hypot(off.x(), off.y()) <= near_px) return true;
        }
        return false;
    }

    // What moves, and the selected camera where its name found no room.
    void name_again(DeviceNumber device, const std::string& camera) {
        const std::string& id = net_.device(device).id;
        const bool stands = std::any_of(labels_.begin(), labels_.end(),
                                        [&](const PlanLabel& one) { return one.id == id; });
        if (device == moving_ || (id == camera && !stands))
            write_over(label_beside_mark(document_, view_, device, at_of(device)));
    }

    // Marks come a thousand times: each is drawn once and then stamped.
    template <class Draw>
    QPixmap stamp(Draw draw) const {
        const double ratio = view_.devicePixelRatioF();
        QPixmap made(QSize(stamp_px, stamp_px) * ratio);
        made.setDevicePixelRatio(ratio);
        made.fill(Qt::transparent);
        QPainter painter(&made);
        painter.setRenderHint(QPainter::Antialiasing);
        draw(painter, QPointF(stamp_px / 2.0, stamp_px / 2.0));
        return made;
    }
    void put(const QPixmap& mark, QPointF at) {
        p_.drawPixmap(
            QPointF(std::round(at.x() - stamp_px / 2.0), std::round(at.y() - stamp_px / 2.0)),
            mark);
    }

    bool seen(const QPolygonF& line) const {
        return line.boundingRect().adjusted(-1, -1, 1, 1).intersects(seen_);
    }

    // A socket for mains; a dot in it where they are not steady.
    void paint_mains(QPointF at, Mains mains) {
        p_.setPen(QPen(theme_.quiet, 1));
        p_.setBrush(theme_.card);
        p_.drawEllipse(at, 5, 5);
        p_.setBrush(theme_.quiet);
        p_.setPen(Qt::NoPen);
        if (mains == Mains::steady) {
            p_.drawRect(QRectF(at.x() - 2.5, at.y() - 2, 1.6, 3.4));
            p_.drawRect(QRectF(at.x() + 1, at.y() - 2, 1.6, 3.4));
        } else {
            p_.drawEllipse(at, 1.6, 1.6);
        }
    }

    // At the moment of the day that is looked at: no picture of it arrives.
    bool is_dark(const std::string& camera) const {
        const CameraMoment* now = document_.day().now(camera);
        return now && now->state != CameraState::on;
    }

    // What a camera sees.
    void paint_view(DeviceNumber number, int alpha) {
        const Device& camera = net_.device(number);
        if (!has_picture(net_.kind(number))) return;
        if (is_dark(camera.id) || layout_.off_plan.contains(number)) return;
        const View view = camera.camera ? camera.camera->view : View{};
        const QPointF at = map_.to_pixel(camera.at);
        const double r = map_.to_pixels(view.range_m);
        if (r < mark_px / 2 || !QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r).intersects(seen_))
            return;
        QPainterPath wedge(at);
        // Qt counts from east against the clock; the site clockwise from up.
        wedge.arcTo(QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r),
                    90 - view.direction_deg - view.angle_deg / 2, view.angle_deg);
        QColor colour = theme_.quiet;
        colour.setAlpha(alpha);
        p_.fillPath(wedge, colour);
    }

    // Where the selected radio points, and the handle that turns it.
    void paint_beam() {
        const DeviceNumber device = beam_of_selected(document_);
        if (!device) return;
        const QPointF at = layout_.marks[device];
        const QPointF handle = beam_handle(document_, layout_, device);
        const double r = std::hypot(handle.x() - at.x(), handle.y() - at.y());
        const double wide = net_.kind(device).radio->antenna_beam_deg;
        QPainterPath wedge(at);
        wedge.arcTo(QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r),
                    90 - azimuth_deg(net_, device) - wide / 2, wide);
        QColor colour = theme_.copper;
        colour.setAlpha(50);
        p_.fillPath(wedge, colour);
        p_.setPen(QPen(theme_.copper, 1, Qt::DashLine));
        p_.drawLine(at, handle);
        paint_handle(p_, theme_, handle, 5);
    }

    // Where a device is drawn: in its place of the layout, but for what is on its way.
    QPointF at_of(DeviceNumber device) const {
        return device == moving_ ? map_.to_pixel(net_.device(device).at) : layout_.marks[device];
    }

    QPolygonF line_of(const NetLink& link) const {
        if (!moves(link))
            return layout_.lines[LinkNumber(static_cast<std::size_t>(&link - net_.links.data()))];
        QPolygonF line = map_.to_pixels(link_polyline(
            site_, *link.link, net_.device(link.a.device).at, net_.device(link.b.device).at));
        if (line.isEmpty()) return line;
        line.front() = at_of(link.a.device);
        line.back() = at_of(link.b.device);
        return line;
    }

    // From where a unit stands to where it is drawn, if that is elsewhere.
    void paint_step_aside(DeviceNumber device) {
        const QPointF at = map_.to_pixel(net_.device(device).at), mark = at_of(device);
        if (layout_.off_plan.contains(device)) return;
        if (std::hypot(at.x() - mark.x(), at.y() - mark.y()) < mark_px / 2) return;
        p_.setPen(QPen(theme_.quiet, 0.8));
        p_.drawLine(at, mark);
    }

    void paint_under(const NetLink& link) {
        QColor glow = theme_.copper;
        glow.setAlpha(80);
        p_.setBrush(Qt::NoBrush);
        p_.setPen(QPen(glow, 9, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p_.drawPolyline(line_of(link));
    }

    void paint_link(const NetLink& link) {
        const QPolygonF line = line_of(link);
        if (!seen(line)) return;
        const LinkMark mark = link_mark(net_, link);
        const bool wide = mark.long_reach || mark.medium != Medium::twisted_pair;
        const bool chosen = is_selected(link.link->id);
        const bool thin = net_.links.size() > many_links;
        paint_cable(p_, theme_, line, mark, chosen ? 5 : wide ? 4 : thin ? 1 : 2);
    }

    // A pinned way, faint, in the marks of its media.
    void paint_pinned(const SiteChange& change) {
        const auto point_of = [&](const std::string& id) -> const Device* {
            for (const Device& device : change.devices) {
                if (device.id == id) return &device;
            }
            return find_device(site_, id);
        };
        p_.setOpacity(0.55);
        for (const Link& link : change.links) {
            const Device* a = point_of(link.a.device);
            const Device* b = point_of(link.b.device);
            const Kind* cable = document_.catalogue().find(link.cable);
            if (!a || !b || !cable || !cable->cable) continue;
            paint_cable(p_, theme_, map_.to_pixels(link_polyline(site_, link, a->at, b->at)),
                        {cable->cable->medium, false}, 5);
        }
        p_.setOpacity(1);
    }

    // Another design: its own cables and units pale, and what it does not have struck out.
    void paint_beside(const SiteChange& change) {
        paint_pinned(change);
        const auto strike = [&](QPointF at) {
            constexpr double arm_px = 6;
            p_.drawLine(at - QPointF(arm_px, arm_px), at + QPointF(arm_px, arm_px));
            p_.drawLine(at - QPointF(arm_px, -arm_px), at + QPointF(arm_px, -arm_px));
        };
        p_.setPen(QPen(theme_.fails, 2));
        for (const NetLink& link : net_.links) {
            const auto& gone = change.removed_links;
            if (std::find(gone.begin(), gone.end(), link.link->id) == gone.end()) continue;
            const QPolygonF line = line_of(link);
            QPainterPath path;
            path.addPolygon(line);
            strike(path.pointAtPercent(0.5));
        }
        for (const std::string& id : change.removed_devices) {
            if (const Device* device = find_device(site_, id)) strike(map_.to_pixel(device->at));
        }
        for (const Device& device : change.devices) {
            const Kind* kind = document_.catalogue().find(device.kind);
            if (!kind) continue;
            const QPointF at = map_.to_pixel(device.at);
            const Device* stands = find_device(site_, device.id);
            if (!stands && !kind->camera) put(stamp_of(*kind), at);
            p_.setPen(QPen(theme_.ink, 1.4, Qt::DashLine));
            p_.setBrush(Qt::NoBrush);
            p_.drawEllipse(at, ring_px, ring_px);
        }
    }

    void mark(DeviceNumber number) {
        const Kind& kind = net_.kind(number);
        const Device& device = net_.device(number);
        const QPointF at = at_of(number);
        if (!seen_.contains(at)) return;
        if (is_selected(device.id)) {
            p_.setPen(QPen(theme_.ink, 1.4));
            p_.setBrush(Qt::NoBrush);
            p_.drawEllipse(at, ring_px, ring_px);
        }
        if (!kind.camera && on_paper_) return paint_unit(p_, theme_, kind, at, unit_px);
        if (!kind.camera) return put(stamp_of(kind), at);
        if (!is_dark(device.id) && on_paper_)
            return paint_verdict(p_, theme_, verdict_of(device.id), at, mark_px);
        if (!is_dark(device.id)) return put(stamp_of(verdict_of(device.id)), at);
        p_.setPen(QPen(theme_.ink, 1.4));
        p_.setBrush(theme_.ink);
        p_.drawEllipse(at, mark_px / 2, mark_px / 2);
        p_.setPen(QPen(theme_.card, 1.6));
        p_.drawLine(at - QPointF(3, 3), at + QPointF(3, 3));
    }

    Verdict verdict_of(const std::string& camera) {
        if (verdicts_.empty()) {
            for (const RunAssessment& run : document_.assessment().runs)
                verdicts_[run.camera] = run.verdict;
        }
        return verdicts_[camera];
    }

    const QPixmap& stamp_of(Verdict verdict) {
        QPixmap& made = verdict_stamps_[static_cast<std::size_t>(verdict)];
        if (made.isNull())
            made = stamp(
                [&](QPainter& p, QPointF c) { paint_verdict(p, theme_, verdict, c, mark_px); });
        return made;
    }

    const QPixmap& stamp_of(const Kind& kind) {
        QPixmap& made = unit_stamps_[kind.category];
        if (made.isNull())
            made = stamp([&](QPainter& p, QPointF c) { paint_unit(p, theme_, kind, c, unit_px); });
        return made;
    }

    // A name that must be seen, whatever lies there.
    void write_over(const PlanLabel& label) {
        p_.fillRect(label.box, theme_.card);
        write(label);
    }

    void write(const PlanLabel& label) {
        const bool camera = label.of == PlanLabel::Of::camera;
        if (label.leader) {
            const QPointF to(std::clamp(label.anchor.x(), label.box.left(), label.box.right()),
                             std::clamp(label.anchor.y(), label.box.top(), label.box.bottom()));
            QLineF leader(label.anchor, to);
            if (leader.length() > plan_mark_px / 2)
                leader.setP1(leader.pointAt(plan_mark_px / 2 / leader.length()));
            p_.setPen(QPen(theme_.quiet, 0.8));
            p_.drawLine(leader);
        }
        p_.setFont(text_font(view_,
                             camera                             ? 0.88
                             : label.of == PlanLabel::Of::place ? 0.85
                                                                : 0.8,
                             camera));
        p_.setPen(camera ? theme_.ink : theme_.quiet);
        // On its base line: laying the text out in a box takes twice as long.
        p_.drawText(QPointF(label.box.left() + 1,
                            label.box.center().y() +
                                (p_.fontMetrics().ascent() - p_.fontMetrics().descent()) / 2.0),
                    label.text);
        if (label.mains != Mains::none)
            paint_mains({label.box.right() - 7, label.box.center().y()}, label.mains);
    }

    void paint_scale_bar() {
        const UnitSystem units = document_.units();
        const double per_unit = from_shown(1, Unit::metre, units);
        const double length_m = scale_bar_m(map_.to_metres(130) / per_unit) * per_unit;
        const double length = map_.to_pixels(length_m);
        const double y = view_.height() - 14;
        p_.setPen(QPen(theme_.ink, 2));
        p_.drawLine(QPointF(16, y), QPointF(16 + length, y));
        p_.setFont(text_font(view_, 0.85));
        p_.drawText(QPointF(16, y - 6),
                    QString::fromStdString(shown(length_m, Unit::metre, units)));
    }

    // An arrow at the edge towards a chosen camera that is out of sight.
    void point_to_unseen(const std::string& camera) {
        const Device* device = find_device(site_, camera);
        if (!device || device->stated_run_m > 0) return;
        const QPointF at = map_.to_pixel(device->at);
        const QRectF inside = QRectF(view_.rect()).adjusted(24, 24, -24, -24);
        if (QRectF(view_.rect()).contains(at)) return;
        const QPointF centre = inside.center();
        const QPointF way = at - centre;
        const double share = std::min(inside.width() / 2 / std::max(1.0, std::abs(way.x())),
                                      inside.height() / 2 / std::max(1.0, std::abs(way.y())));
        const QPointF edge = centre + way * share;
        const double angle = std::atan2(way.y(), way.x());
        p_.setPen(Qt::NoPen);
        p_.setBrush(theme_.ink);
        p_.save();
        p_.translate(edge);
        p_.rotate(angle * 180 / M_PI);
        p_.drawPolygon(QPolygonF({QPointF(9, 0), QPointF(-5, 6), QPointF(-5, -6)}));
        p_.restore();
        const double away_m = map_.to_metres(std::hypot(way.x(), way.y()) * (1 - share));
        p_.setFont(text_font(view_, 0.88, true));
        const QString text = QString::fromStdString(
            device->id + ", " + shown(away_m, Unit::metre, document_.units()) + " off the view");
        const double width = QFontMetricsF(p_.font()).horizontalAdvance(text);
        p_.setPen(theme_.ink);
        p_.drawText(QPointF(std::clamp(edge.x() - width / 2, 8.0, view_.width() - width - 8),
                            edge.y() + (edge.y() > centre.y() ? -12 : 22)),
                    text);
    }

    QPainter& p_;
    const PlanLayout& layout_;
    const bool above_;
    const std::vector<PlanLabel>& labels_;
    const Document& document_;
    const Site& site_;
    const Network& net_;
    const PlanMap& map_;
    const QWidget& view_;
    const Theme& theme_;
    QRectF seen_;
    GroundPainter ground_;
    const bool on_paper_;  // marks are drawn as lines, not stamped as pictures
    DeviceNumber moving_;  // the device that is on its way
    std::unordered_map<std::string_view, Verdict> verdicts_;
    std::array<QPixmap, 4> verdict_stamps_;
    std::map<Category, QPixmap> unit_stamps_;
};

}  // namespace

void paint_resting(QPainter& painter, const Document& document, const PlanMap& map,
                   const PlanLayout& layout, const QWidget& view,
                   const std::vector<PlanLabel>& labels) {
    PlanPainter(painter, document, map, layout, view, labels, false).rest();
}

void paint_above(QPainter& painter, const Document& document, const PlanMap& map,
                 const PlanLayout& layout, const QWidget& view,
                 const std::vector<PlanLabel>& labels) {
    PlanPainter(painter, document, map, layout, view, labels, true).above();
}

}  // namespace ovant
