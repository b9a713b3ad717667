// SPDX-License-Identifier: GPL-3.0-or-later
// What the plan says and asks in its corners: what to do next, what lies between, which moment.
#include <QComboBox>
#include <QPushButton>

#include <algorithm>

#include "app/document/day_player.h"
#include "app/kit/q.h"
#include "app/plan/plan_view.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "phrase/power_text.h"

namespace ovant {
// What lies between buildings decides on cable and price: a new site is asked once.
void PlanView::ask_between() {
    between_->setObjectName("betweenAsked");
    between_->setAccessibleName(tr("Where no pathway is drawn"));
    between_->addItem(tr("No pathway drawn: cable goes into the ground"),
                      static_cast<int>(Between::in_ground));
    between_->addItem(tr("No pathway drawn: on walls or overhead"),
                      static_cast<int>(Between::on_walls));
    between_->addItem(tr("No pathway drawn: it is all indoors"),
                      static_cast<int>(Between::indoors));
    between_->hide();
    connect(between_, &QComboBox::activated, this, [this] {
        Settings settings = document_.committed().settings;
        settings.where_no_pathway = static_cast<Between>(between_->currentData().toInt());
        document_.edit(tr("Say what lies between"), set_settings(document_.committed(), settings));
    });
}

QString PlanView::hint_of_tool() const {
    const Site& site = document_.site();
    switch (tool_) {
        case PlanTool::select:
            if (site.drawing && site.devices.empty() && site.places.empty())
                return tr("Set the scale (S), then place the equipment room (E).");
            if (site.places.empty())
                return tr(
                    "Drop a drawing here (PNG, JPEG, SVG, PDF), or place the equipment room (E) "
                    "and go on without one.");
            if (const auto listed =
                    std::count_if(site.devices.begin(), site.devices.end(),
                                  [](const Device& device) { return device.stated_run_m > 0; });
                listed > 0)
                return tr("%1 cameras stand on no plan, each at the metres stated. Drag one "
                          "here from the list, or choose it and right-click where it hangs.")
                    .arg(listed);
            if (document_.assessment().runs.empty())
                return tr(
                    "Place cameras (C): each gets a run at once. Draw pathways first (W) if "
                    "cable must follow them.");
            return {};
        case PlanTool::camera:
            return tr("Click where the camera hangs. A run is proposed at once.");
        case PlanTool::room:
            return tr("Click where the equipment room is. It gets a switch and a recorder.");
        case PlanTool::place: return tr("Click where the building, pole or pedestal stands.");
        case PlanTool::pathway:
            return tr(
                "Click along the way cable can take. Enter ends it, Backspace takes a point back.");
        case PlanTool::unit:
            return tr(
                "Click where the unit stands. Cables are laid with the Cable tool; it takes "
                "the medium the ports need.");
        case PlanTool::obstacle:
            return tr("Click round what stands in the way. Enter ends it; then give its height.");
        case PlanTool::old_cable:
            return tr(
                "Click along the cable that hangs there. Enter ends it; then say what it is.");
        case PlanTool::cable:
            return cable_from_.empty() ? tr("Click the unit the cable starts from.")
                                       : tr("Now the unit it goes to.");
        case PlanTool::repeater: return tr("Click the cable where the repeater goes.");
        case PlanTool::extender: return tr("Click the cable where the extender goes.");
        case PlanTool::scale:
            return site.drawing ? tr("Draw along something of known length, then type the length.")
                                : tr("There is no drawing to scale. Drop one here first.");
    }
    return {};
}

void PlanView::update_hint() {
    const Site& site = document_.site();
    const QString text = hint_of_tool();
    hint_->setVisible(!text.isEmpty());
    const Theme& theme = theme_of(*this);
    const QString style =
        QString("background:%1;color:%2;border:1px solid %3;border-radius:3px;padding:5px 9px;")
            .arg(theme.card.name(), theme.ink.name(), theme.rule.name());
    if (hint_->text() != text || hint_->styleSheet() != style ||
        hint_->maximumWidth() != width() - 32) {
        hint_->setText(text);
        hint_->setStyleSheet(style);
        hint_->setMaximumWidth(std::max(200, width() - 32));
        hint_->adjustSize();
        hint_->move(16, 12);
    }
    const bool ask =
        !site.places.empty() && document_.assessment().runs.empty() && tool_ == PlanTool::select;
    between_->setVisible(ask);
    if (ask) {
        between_->setCurrentIndex(
            between_->findData(static_cast<int>(site.settings.where_no_pathway)));
        between_->adjustSize();
        between_->move(16, hint_->geometry().bottom() + 8);
    }
    for (const auto& [field, tool] :
         {std::pair(tool_field_, PlanTool::camera), std::pair(unit_field_, PlanTool::unit)}) {
        if (!field) continue;
        field->setVisible(tool_ == tool);
        field->adjustSize();
        field->move(16, hint_->geometry().bottom() + 8);
    }
}

// While a moment of the day is looked at: which, and a way back.
void PlanView::show_moment() {
    const DayPlayer& day = document_.day();
    const bool looks = day.moment_s() && day.result();
    moment_->setVisible(looks);
    forget_resting();
    if (!looks) return;
    int dark = 0;
    for (const CameraDay& camera : day.result()->cameras)
        dark += camera.at(*day.moment_s()).state != CameraState::on;
    moment_->setText(tr("%1, cameras dark: %2   ✕").arg(q(clock_text(*day.moment_s()))).arg(dark));
    moment_->setToolTip(tr("The plan shows this moment of the day. Click to leave it."));
    moment_->adjustSize();
    moment_->move(width() - moment_->width() - 10, 10);
}

}  // namespace ovant
