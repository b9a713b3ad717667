// SPDX-License-Identifier: GPL-3.0-or-later
// Power as sentences: what a unit's checks say, what a day brings, why runs cannot be assigned.
#pragma once

#include <string>
#include <vector>

#include "core/assess/budget.h"
#include "core/assess/data_budget.h"
#include "core/choose/unit_remedies.h"
#include "core/simulate/day.h"
#include "core/simulate/what_if.h"
#include "phrase/check_text.h"

namespace ovant {

// "06:40", "2 d 06:40".
std::string clock_text(double t_s);
// "18 min", "2 h 10 min".
std::string duration_text(double seconds);

std::string title(DayEventKind kind);
// "Port SW1.6 gives 16.8 W, 15.4 W is its limit: cut. Infrared of K14 came on."
std::string event_text(const DayEvent& event, const TextContext& context);
// "K14 restarts 912 times, dark for 9 h 2 min. Port ..."; "K01 stays on all day".
std::string camera_day_text(const CameraDay& day, const TextContext& context);
std::string unit_day_text(const UnitDay& day, const TextContext& context);
// Of the whole day in one sentence.
std::string day_text(const DayResult& day, const TextContext& context);

// "Nine runs need class 4, there are eight such ports"; what is moved where one is found.
std::string assignment_text(const Assignment& assignment, const TextContext& context);
std::string move_text(const PortMove& move);
std::string group_text(const GroupChange& change);

std::string title(WhatIf what_if);
std::string title(PowerNodeKind kind);
std::string unit_remedy_title(const UnitRemedy& remedy, const TextContext& context);
std::string unit_remedy_reason(const UnitRemedy& remedy, const TextContext& context);

// "Uplink SW1 to REC1 carries 71 of 1000 Mb/s".
std::string stretch_text(const DataStretch& stretch, const TextContext& context);

}  // namespace ovant
