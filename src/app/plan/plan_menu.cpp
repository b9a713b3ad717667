// SPDX-License-Identifier: GPL-3.0-or-later
// What can be done with the thing under the mouse.
#include <QContextMenuEvent>
#include <QMenu>

#include "app/kit/q.h"
#include "app/plan/plan_view.h"
#include "core/choose/proposal.h"
#include "core/edits/edits.h"
#include "core/look_up.h"

namespace ovant {
namespace {

void add_cables(QMenu& menu, Document& document, const std::string& link) {
    QMenu* cables = menu.addMenu(PlanView::tr("Cable"));
    const Link* found = find_link(document.site(), link);
    const Kind* now = found ? document.catalogue().find(found->cable) : nullptr;
    for (const Kind* kind : document.catalogue().of(Category::cable)) {
        if (now && kind->cable->medium != now->cable->medium) continue;
        cables->addAction(q(kind->name), [&document, link, id = kind->id] {
            document.edit(PlanView::tr("Change cable of %1").arg(q(link)),
                          set_cable(document.committed(), document.catalogue(), link, id));
        });
    }
}

void add_in_line_kinds(QMenu& menu, Document& document, const std::string& link, Point at) {
    for (Category category : {Category::repeater, Category::extender}) {
        QMenu* kinds = menu.addMenu(category == Category::repeater ? PlanView::tr("Repeater here")
                                                                   : PlanView::tr("Extender here"));
        for (const Kind* kind : document.catalogue().of(category)) {
            kinds->addAction(q(kind->name), [&document, link, at, id = kind->id] {
                Result<Added> added =
                    insert_in_line(document.committed(), document.catalogue(), link, id, at);
                document.edit(PlanView::tr("Add %1").arg(q(added ? added->id : id)),
                              added ? Result<Site>(added->site) : added.error());
            });
        }
    }
}

}  // namespace

void PlanView::contextMenuEvent(QContextMenuEvent* event) {
    const QPointF pixel =
        event->reason() == QContextMenuEvent::Keyboard ? cursor_ : QPointF(event->pos());
    const PlanHit hit = under(pixel);
    const Device listed = or_nothing(find_device(document_.site(), document_.selected_camera()));
    if (hit.what != PlanHit::What::nothing) document_.select(hit.id);
    const std::string id = document_.selected();
    QMenu menu(this);
    menu.setObjectName("planMenu");
    if (listed.stated_run_m > 0 && hit.what != PlanHit::What::device)
        menu.addAction(tr("Put %1 here").arg(q(listed.id)),
                       [this, camera = listed.id, at = map_.to_site(pixel)] {
                           document_.edit(tr("Put %1 on the plan").arg(q(camera)),
                                          move_object(document_.committed(), camera, at));
                       });
    const Device* device = find_device(document_.site(), id);
    if (device && ends_a_run(*device, document_.catalogue())) {
        menu.addAction(tr("Best way for %1").arg(q(id)), [this, id] {
            document_.edit(tr("Best way for %1").arg(q(id)),
                           with_best_way(document_.committed(), document_.catalogue(), id));
        });
    }
    if (hit.what == PlanHit::What::link) {
        add_cables(menu, document_, id);
        add_in_line_kinds(menu, document_, id, map_.to_site(pixel));
        menu.addAction(tr("Lay along the pathways again"), [this, id] {
            document_.edit(tr("Lay %1 again").arg(q(id)), lay_again(document_.committed(), id));
        });
    }
    if (!id.empty()) {
        menu.addAction(tr("Remove %1").arg(q(id)), [this, id] {
            document_.edit(tr("Remove %1").arg(q(id)),
                           remove_object(document_.committed(), document_.catalogue(), id));
        });
    } else {
        const Point at = map_.to_site(pixel);
        menu.addAction(tr("Camera here"), [this, at] { add_camera(at); });
        menu.addAction(tr("Show everything"), [this] { fit(); });
    }
    menu.exec(event->globalPos());
}

}  // namespace ovant
