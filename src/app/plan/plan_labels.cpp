// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_labels.h"

#include <QFontMetricsF>
#include <QWidget>

#include <algorithm>
#include <array>
#include <cmath>

#include "app/theme/theme.h"
#include "core/route/route.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

constexpr double cell_px = 4, margin_px = 160;
constexpr std::size_t many_names = 150;  // past it each gets one try and nothing is moved
constexpr double mains_px = 16;          // beside the name of a place

// What is where, on a coarse grid that moves with the site, so that pushing the plan about changes
// nothing.
class Room {
public:
    Room(const PlanMap& map, const QWidget& view) {
        const QPointF origin = map.to_pixel(Point{0, 0});
        left_ = aligned(-margin_px, origin.x());
        top_ = aligned(-margin_px, origin.y());
        columns_ = static_cast<int>((view.width() + margin_px - left_) / cell_px) + 2;
        rows_ = static_cast<int>((view.height() + margin_px - top_) / cell_px) + 2;
        const auto count = static_cast<std::size_t>(columns_) * static_cast<std::size_t>(rows_);
        marks_.assign(count, 0);
        lines_.assign(count, 0);
        owner_.assign(count, nobody);
    }

    static constexpr int nobody = -1;

    void mark(const QRectF& box) {
        each(box, [&](std::size_t cell) { marks_[cell] = 1; });
    }
    void line(const QPolygonF& points) {
        for (qsizetype i = 0; i + 1 < points.size(); ++i) {
            const QPointF from = points[i], way = points[i + 1] - points[i];
            const double length = std::hypot(way.x(), way.y());
            const int steps = static_cast<int>(std::min(length / (cell_px / 2), 4000.0)) + 1;
            for (int k = 0; k <= steps; ++k) {
                const int at = cell_of(from + way * (static_cast<double>(k) / steps));
                if (at >= 0) lines_[static_cast<std::size_t>(at)] = 1;
            }
        }
    }
    void own(const QRectF& box, int name) {
        each(box, [&](std::size_t cell) { owner_[cell] = name; });
    }
    bool inside(const QRectF& box) const {
        return cell_of(box.topLeft()) >= 0 && cell_of(box.bottomRight()) >= 0;
    }
    // Free of marks and of cables.
    bool clear(const QRectF& box) const {
        bool is_clear = true;
        each(box, [&](std::size_t cell) {
            is_clear = is_clear && marks_[cell] == 0 && lines_[cell] == 0;
        });
        return is_clear;
    }
    // The names that lie there; two at most are told.
    std::vector<int> names(const QRectF& box) const {
        std::vector<int> found;
        each(box, [&](std::size_t cell) {
            const int name = owner_[cell];
            if (name != nobody && found.size() < 2 &&
                std::find(found.begin(), found.end(), name) == found.end())
                found.push_back(name);
        });
        return found;
    }

private:
    static double aligned(double at, double origin) {
        return std::floor((at - origin) / cell_px) * cell_px + origin;
    }
    int cell_of(QPointF at) const {
        const int x = static_cast<int>(std::floor((at.x() - left_) / cell_px));
        const int y = static_cast<int>(std::floor((at.y() - top_) / cell_px));
        return x < 0 || y < 0 || x >= columns_ || y >= rows_ ? -1 : y * columns_ + x;
    }
    template <class Use>
    void each(const QRectF& box, Use use) const {
        const auto along = [](double at, double from, int count) {
            return std::clamp(static_cast<int>(std::floor((at - from) / cell_px)), 0, count - 1);
        };
        const int right = along(box.right(), left_, columns_);
        const int bottom = along(box.bottom(), top_, rows_);
        for (int y = along(box.top(), top_, rows_); y <= bottom; ++y) {
            for (int x = along(box.left(), left_, columns_); x <= right; ++x)
                use(static_cast<std::size_t>(y * columns_ + x));
        }
    }

    double left_ = 0, top_ = 0;
    int columns_ = 0, rows_ = 0;
    std::vector<unsigned char> marks_, lines_;
    std::vector<int> owner_;
};

struct Spot {
    QRectF box;
    bool leader = false;
};

struct Name {
    PlanLabel label;
    std::vector<Spot> spots;
    int at = -1;  // of its spots, -1: no room
};

PlanLabel label_of(const Device& camera, QPointF at) {
    PlanLabel label;
    label.id = camera.id;
    label.text = QString::fromStdString(camera.id);
    label.anchor = at;
    return label;
}

// Sizes of names in one font. A thousand ids are measured letter by letter, each letter once:
// laying every one out as a text would take longer than all the rest of the plan.
class NameSizes {
public:
    explicit NameSizes(const QFont& font) : metrics_(font) {}
    QSizeF of(const QString& text) {
        double width = 2;
        for (const QChar letter : text) {
            if (letter.unicode() >= letters_.size())
                return {metrics_.horizontalAdvance(text) + 2, metrics_.height()};
            double& known = letters_[letter.unicode()];
            if (known == 0) known = metrics_.horizontalAdvance(letter);
            width += known;
        }
        return {width, metrics_.height()};
    }

private:
    QFontMetricsF metrics_;
    std::array<double, 128> letters_{};
};

// Above and to the right.
QPointF first_side(QSizeF size) { return {9, -size.height() - 1}; }

class Placing {
public:
    Placing(const Document& document, const PlanMap& map, const PlanLayout& layout,
            const QWidget& view, const std::string& without)
        : without_(without),
          layout_(layout),
          document_(document),
          site_(document.site()),
          net_(document.network()),
          map_(map),
          view_(view),
          seen_(QRectF(view.rect()).adjusted(-margin_px, -margin_px, margin_px, margin_px)),
          room_(map, view) {}

    std::vector<PlanLabel> place() {
        occupy();
        name_cameras();
        for (const Place& one : site_.places) name_place(one);
        for (const Obstacle& one : site_.obstacles) name_obstacle(one);
        for (std::size_t i = 0; i < names_.size(); ++i) settle(static_cast<int>(i));
        if (names_.size() <= many_names) make_room();
        std::vector<PlanLabel> out;
        for (Name& name : names_) {
            if (name.at < 0) continue;
            const Spot& spot = name.spots[static_cast<std::size_t>(name.at)];
            name.label.box = spot.box;
            name.label.leader = spot.leader;
            if (spot.box.intersects(QRectF(view_.rect()))) out.push_back(std::move(name.label));
        }
        return out;
    }

private:
    bool few() const { return site_.devices.size() <= many_names; }

    void occupy() {
        for (DeviceNumber device : layout_.marks.numbers()) {
            const QPointF at = layout_.marks[device];
            if (net_.device(device).id == without_ || !seen_.contains(at)) continue;
            const double r = plan_mark_px / 2;
            room_.mark({at.x() - r, at.y() - r, 2 * r, 2 * r});
        }
        for (LinkNumber number : layout_.lines.numbers()) {
            const Link& link = *net_.links[number].link;
            if (link.a.device == without_ || link.b.device == without_) continue;
            const QPolygonF& line = layout_.lines[number];
            if (line.boundingRect().adjusted(-1, -1, 1, 1).intersects(seen_)) room_.line(line);
        }
    }

    // Beside the mark, then farther off on a leader.
    std::vector<Spot> beside_mark(QPointF at, QSizeF size) const {
        const double w = size.width(), h = size.height();
        std::vector<Spot> spots;
        const auto add = [&](double x, double y, bool leader) {
            spots.push_back({QRectF(at + QPointF(x, y), size), leader});
        };
        add(first_side(size).x(), first_side(size).y(), false);
        add(9, 2, false);
        add(-9 - w, -h - 1, false);
        add(-9 - w, 2, false);
        add(-w / 2, 9, false);
        add(-w / 2, -h - 9, false);
        add(10, -h / 2, false);
        add(-10 - w, -h / 2, false);
        if (!few()) return spots;
        for (double away : {24.0, 38.0, 54.0, 72.0}) {
            for (int k = 0; k < 16; ++k) {
                const double turn = 2 * M_PI * k / 16;
                const double x = std::cos(turn) * away, y = std::sin(turn) * away;
                add(x + (x < -1 ? -w : x > 1 ? 0 : -w / 2), y - h / 2, true);
            }
        }
        return spots;
    }

    void name_cameras() {
        NameSizes sizes(text_font(view_, 0.88, true));
        for (DeviceNumber number : net_.cameras) {
            const Device& device = net_.device(number);
            const QPointF at = layout_.marks[number];
            if (device.id == without_ || !seen_.contains(at)) continue;
            Name name;
            name.label = label_of(device, at);
            name.spots = beside_mark(at, sizes.of(name.label.text));
            names_.push_back(std::move(name));
        }
    }

    void name_place(const Place& place) {
        const QRectF box = map_.box_of(place);
        const QPointF centre = box.center();
        if (!box.intersects(seen_) || place.name.empty()) return;
        const QFontMetricsF metrics(text_font(view_, 0.85));
        Name name;
        name.label.of = PlanLabel::Of::place;
        name.label.id = place.id;
        name.label.text = QString::fromStdString(place.name);
        name.label.anchor = centre;
        name.label.mains = place.mains;
        const double w = metrics.horizontalAdvance(name.label.text) + 6 +
                         (place.mains == Mains::none ? 0 : mains_px);
        const double h = metrics.height();
        const auto add = [&](double x, double y) { name.spots.push_back({{x, y, w, h}, false}); };
        // Inside at the top where it fits.
        if (w <= box.width() && h * 1.5 <= box.height()) add(box.left() + 4, box.top() + 2);
        add(centre.x() - w / 2, box.top() - h - 2);
        add(centre.x() - w / 2, box.bottom() + 2);
        add(box.left() - w - 4, centre.y() - h / 2);
        add(box.right() + 4, centre.y() - h / 2);
        add(box.left() - w - 4, box.top() - h);
        add(box.right() + 4, box.top() - h);
        add(box.left() - w - 4, box.bottom());
        add(box.right() + 4, box.bottom());
        if (w <= box.width() && h * 1.5 <= box.height()) add(box.left() + 4, box.bottom() - h - 2);
        for (double away : {10.0, 24.0, 40.0, 64.0, 92.0}) {
            if (!few()) break;
            const double left = box.left() - w - away, right = box.right() + away;
            const double top = box.top() - h - away, bottom = box.bottom() + away;
            for (const auto& [x, y] :
                 {std::pair(left, box.top() - h - away / 2),
                  std::pair(right, box.top() - h - away / 2),
                  std::pair(left, box.bottom() + away / 2),
                  std::pair(right, box.bottom() + away / 2), std::pair(centre.x() - w / 2, top),
                  std::pair(centre.x() - w / 2, bottom), std::pair(left, centre.y() - h / 2),
                  std::pair(right, centre.y() - h / 2), std::pair(centre.x() - w, top),
                  std::pair(centre.x(), top)})
                name.spots.push_back({{x, y, w, h}, true});
        }
        names_.push_back(std::move(name));
    }

    void name_obstacle(const Obstacle& obstacle) {
        if (obstacle.kind == ObstacleKind::water) return;
        const QRectF box = map_.to_pixels(obstacle.points).boundingRect();
        if (!box.adjusted(-1, -1, 1, 1).intersects(seen_)) return;
        const QFontMetricsF metrics(text_font(view_, 0.8));
        Name name;
        name.label.of = PlanLabel::Of::obstacle;
        name.label.id = obstacle.id;
        name.label.text = QString::fromStdString(
            obstacle.name + ", " + shown(obstacle.height_m, Unit::metre, document_.units()));
        name.label.anchor = box.center();
        const double w = metrics.horizontalAdvance(name.label.text) + 4, h = metrics.height();
        for (const QPointF& corner : {QPointF(box.center().x() - w / 2, box.bottom() + 1),
                                      QPointF(box.center().x() - w / 2, box.top() - h - 1),
                                      QPointF(box.right() + 3, box.center().y() - h / 2),
                                      QPointF(box.left() - w - 3, box.center().y() - h / 2)})
            name.spots.push_back({{corner, QSizeF(w, h)}, false});
        names_.push_back(std::move(name));
    }

    bool fits(const Spot& spot) const { return room_.inside(spot.box) && room_.clear(spot.box); }

    // The first spot that is free.
    void settle(int number) {
        Name& name = names_[static_cast<std::size_t>(number)];
        const std::size_t tries =
            few() ? name.spots.size() : std::min<std::size_t>(2, name.spots.size());
        // Whole in the view before cut off at its edge.
        for (const bool whole : {true, false}) {
            for (std::size_t i = 0; i < tries; ++i) {
                const Spot& spot = name.spots[i];
                if (whole && !QRectF(view_.rect()).contains(spot.box)) continue;
                if (!fits(spot) || !room_.names(spot.box).empty()) continue;
                take(number, static_cast<int>(i));
                return;
            }
            if (!few()) break;
        }
    }

    void take(int number, int spot) {
        Name& name = names_[static_cast<std::size_t>(number)];
        if (name.at >= 0)
            room_.own(name.spots[static_cast<std::size_t>(name.at)].box, Room::nobody);
        name.at = spot;
        if (spot >= 0) room_.own(name.spots[static_cast<std::size_t>(spot)].box, number);
    }

    // One that found no room gets the spot of another that can stand elsewhere.
    void make_room() {
        for (std::size_t i = 0; i < names_.size(); ++i) {
            for (std::size_t k = 0; names_[i].at < 0 && k < names_[i].spots.size(); ++k) {
                const Spot& wanted = names_[i].spots[k];
                const std::vector<int> there = room_.names(wanted.box);
                if (!fits(wanted) || there.size() != 1) continue;
                if (move_away(there.front(), wanted.box))
                    take(static_cast<int>(i), static_cast<int>(k));
            }
        }
    }

    bool move_away(int number, const QRectF& from) {
        Name& name = names_[static_cast<std::size_t>(number)];
        for (std::size_t i = 0; i < name.spots.size(); ++i) {
            const QRectF& box = name.spots[i].box;
            if (box.intersects(from) || !fits(name.spots[i]) || !room_.names(box).empty()) continue;
            take(number, static_cast<int>(i));
            return true;
        }
        return false;
    }

    const std::string& without_;
    const PlanLayout& layout_;
    const Document& document_;
    const Site& site_;
    const Network& net_;
    const PlanMap& map_;
    const QWidget& view_;
    QRectF seen_;
    Room room_;
    std::vector<Name> names_;
};

}  // namespace

std::vector<PlanLabel> plan_labels(const Document& document, const PlanMap& map,
                                   const PlanLayout& layout, const QWidget& view,
                                   const std::string& without) {
    return Placing(document, map, layout, view, without).place();
}

PlanLabel label_beside_mark(const Document& document, const QWidget& view, DeviceNumber device,
                            QPointF at) {
    const Network& net = document.network();
    if (!net.kind(device).camera) return {};
    PlanLabel label = label_of(net.device(device), at);
    const QSizeF size = NameSizes(text_font(view, 0.88, true)).of(label.text);
    label.box = QRectF(at + first_side(size), size);
    return label;
}

}  // namespace ovant
