// SPDX-License-Identifier: GPL-3.0-or-later
// What each tool of the plan does with a click.
#include <QFile>
#include <QFileInfo>

#include <cmath>

#include "app/kit/q.h"
#include "app/plan/drawing_picture.h"
#include "app/plan/plan_view.h"
#include "core/catalogue/usual_kinds.h"
#include "core/choose/proposal.h"
#include "core/look_up.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "phrase/way_text.h"

namespace ovant {
std::string PlanView::in_line_kind(const Document& document, Category category,
                                   const std::string& link) {
    const NetLink* laid = nullptr;
    for (const NetLink& candidate : document.network().links) {
        if (candidate.link->id == link) laid = &candidate;
    }
    const Kind* best = nullptr;
    for (const Kind* kind : document.catalogue().of(category)) {
        if (laid && kind->rating < laid->surroundings) continue;
        if (!best || kind->price < best->price) best = kind;
    }
    return best ? best->id : "";
}

void PlanView::add_camera(Point at) {
    Result<Added> added =
        add_device(document_.committed(), document_.catalogue(), camera_kind_, at);
    if (!added) {
        document_.edit({}, added.error());
        return;
    }
    const std::string id = added->id;
    FirstRun first = first_run(added->site, document_.catalogue(), id);
    if (!document_.edit(tr("Add %1").arg(q(id)), std::move(first.site))) return;
    document_.select(id);
    if (first.way)
        emit document_.laid({q(laid_text(*first.way, id, first.laid,
                                         document_.site().settings.currency, document_.text())),
                             id, !first.laid});
    else if (!document_.site().links.empty())
        emit document_.refused(tr("No way reaches %1 without failing.").arg(q(id)));
}

void PlanView::add_in_line(Category category, QPointF pixel) {
    const PlanHit hit = under(pixel);
    if (hit.what != PlanHit::What::link) {
        emit document_.refused(tr("Click a cable: the unit goes into it."));
        return;
    }
    Result<Added> added =
        insert_in_line(document_.committed(), document_.catalogue(), hit.id,
                       in_line_kind(document_, category, hit.id), map_.to_site(pixel));
    if (!added) {
        document_.edit({}, added.error());
        return;
    }
    if (document_.edit(tr("Add %1").arg(q(added->id)), added->site)) document_.select(added->id);
}

bool PlanView::draws_points() const {
    return tool_ == PlanTool::pathway || tool_ == PlanTool::obstacle ||
           tool_ == PlanTool::old_cable;
}

void PlanView::end_points() {
    if (points_.size() >= 2) {
        Result<Added> added = [&]() -> Result<Added> {
            if (tool_ == PlanTool::obstacle) {
                Obstacle obstacle;
                obstacle.name = tr("Obstacle").toStdString();
                obstacle.points = points_;
                return add_obstacle(document_.committed(), std::move(obstacle));
            }
            if (tool_ == PlanTool::old_cable) {
                ExistingCable existing;
                existing.name = tr("Old coax").toStdString();
                existing.cable = usual::old_coax;
                existing.points = points_;
                return add_existing(document_.committed(), document_.catalogue(),
                                    std::move(existing));
            }
            Pathway pathway;
            pathway.points = points_;
            return add_pathway(document_.committed(), std::move(pathway));
        }();
        const std::string id = added ? added->id : "";
        const QString name = tool_ == PlanTool::obstacle    ? tr("Draw obstacle %1")
                             : tool_ == PlanTool::old_cable ? tr("Draw old cable %1")
                                                            : tr("Draw pathway %1");
        if (document_.edit(name.arg(q(id)), added ? Result<Site>(added->site) : added.error()))
            document_.select(id);
    }
    set_tool(PlanTool::select);
}

void PlanView::add_unit(Point at) {
    Result<Added> added = add_device(document_.committed(), document_.catalogue(), unit_kind_, at);
    if (!added) {
        document_.edit({}, added.error());
        return;
    }
    // A radio goes as high as its place allows.
    if (or_nothing(document_.catalogue().find(unit_kind_)).radio) {
        change(find_device(added->site, added->id), [&](Device& device) {
            const Place* place = find_place(added->site, device.place);
            device.height_m = place ? place->mast_m : bare_mast_m;
            device.surroundings = Surroundings::outdoor;
        });
    }
    if (document_.edit(tr("Add %1").arg(q(added->id)), added->site)) document_.select(added->id);
}

void PlanView::end_cable(const std::string& device) {
    Result<Added> added = connect_devices(document_.committed(), document_.catalogue(),
                                          {cable_from_, device}, cable_kind_);
    cable_from_.clear();
    const std::string id = added ? added->id : "";
    if (!document_.edit(tr("Lay cable %1").arg(q(id)),
                        added ? Result<Site>(added->site) : added.error()))
        return;
    document_.select(id);
    set_tool(PlanTool::select);
    const Network& net = document_.network();
    for (LinkNumber number : net.links.numbers()) {
        if (net.links[number].link->id != id) continue;
        const double price = cost_of_cable(net, number).total();
        emit document_.laid(
            {q(cable_laid_text(net.links[number], price, document_.site().settings.currency,
                               document_.text())),
             document_.selected_camera(), false});
    }
}

void PlanView::act_at(QPointF pixel) {
    const Point at = map_.to_site(pixel);
    switch (tool_) {
        case PlanTool::select: document_.select(under(pixel).id); break;
        case PlanTool::camera: add_camera(at); break;
        case PlanTool::room: {
            Result<Added> added = add_equipment_room(document_.committed(), document_.catalogue(),
                                                     at, usual::room_switch, usual::recorder);
            if (document_.edit(tr("Place equipment room"),
                               added ? Result<Site>(added->site) : added.error())) {
                document_.select(added->id);
                set_tool(PlanTool::select);
            }
            break;
        }
        case PlanTool::place: {
            Place place;
            place.name = tr("Place").toStdString();
            place.at = at;
            Result<Added> added = add_place(document_.committed(), place);
            if (document_.edit(tr("Add place"),
                               added ? Result<Site>(added->site) : added.error())) {
                document_.select(added->id);
                set_tool(PlanTool::select);
            }
            break;
        }
        case PlanTool::unit: add_unit(at); break;
        case PlanTool::obstacle: points_.push_back(at); break;
        case PlanTool::old_cable:
        case PlanTool::pathway: points_.push_back(map_.to_site(snapped(pixel))); break;
        case PlanTool::cable: {
            const PlanHit hit = under(pixel);
            if (hit.what != PlanHit::What::device) break;
            if (cable_from_.empty())
                cable_from_ = hit.id;
            else
                end_cable(hit.id);
            update_hint();
            break;
        }
        case PlanTool::repeater: add_in_line(Category::repeater, pixel); break;
        case PlanTool::extender: add_in_line(Category::extender, pixel); break;
        case PlanTool::scale:
            if (!document_.site().drawing) break;
            points_.push_back(at);
            if (points_.size() == 2) ask_known_length();
            break;
    }
    update();
}

void PlanView::ask_known_length() {
    known_length_->set_system(document_.units());
    known_length_->set_value(std::nullopt);
    known_length_->setMaximumWidth(130);
    known_length_->move(
        (map_.to_pixel(points_[0]).toPoint() + map_.to_pixel(points_[1]).toPoint()) / 2 +
        QPoint(8, 8));
    known_length_->show();
    known_length_->raise();
    known_length_->setFocus();
}

void PlanView::take_drawing(const QString& path) {
    const QString name = QFileInfo(path).fileName();
    QFile file(path);
    if (file.size() > largest_drawing_bytes) {
        emit document_.refused(tr("%1 has %2 MB, the most that is laid beneath is %3 MB.")
                                   .arg(name)
                                   .arg(file.size() >> 20)
                                   .arg(largest_drawing_bytes >> 20));
        return;
    }
    if (!QFileInfo(path).isFile() || !file.open(QIODevice::ReadOnly)) {
        emit document_.refused(tr("%1 cannot be read.").arg(name));
        return;
    }
    Result<Drawing> drawing = drawing_from_bytes(file.readAll());
    if (!drawing) {
        emit document_.refused(QString("%1: %2").arg(name, q(sentence(drawing.error()))));
        return;
    }
    const QSizeF size = drawing_size_px(*drawing);
    // A guess until the scale is set: 200 m wide.
    drawing->metres_per_pixel = std::clamp(200 / size.width(), 1e-4, 1000.0);
    const Point middle = map_.to_site(QPointF(width() / 2.0, height() / 2.0));
    drawing->origin = {middle.x_m - size.width() * drawing->metres_per_pixel / 2,
                       middle.y_m - size.height() * drawing->metres_per_pixel / 2};
    drawing->fade = 0.3;
    if (document_.edit(tr("Lay drawing"), set_drawing(document_.committed(), *drawing))) {
        fit();
        set_tool(PlanTool::scale);
    }
}

}  // namespace ovant
