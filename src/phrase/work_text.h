// SPDX-License-Identifier: GPL-3.0-or-later
// Tasks, days and what is loaded, as people read them.
#pragma once

#include <string>

#include "core/parts/work_plan.h"
#include "phrase/check_text.h"

namespace ovant {

std::string title(Task task);
std::string title(Trade trade);
// "L24, 83 m"; "L24 at SW1"; "K05 Gate"; "RA1 Radio, at 8 m".
std::string item_text(const WorkItem& item, const Network& net, const TextContext& context);
// "P3 Office", "K05 Gate, by itself", "SW1 to K05"; empty of a way and of the site.
std::string where_text(const WorkItem& item, const Network& net);
// The same of a place or unit by its id.
std::string spot_text(const std::string& id, const Site& site);
// "2.5 h", "18 min".
std::string hours_text(double hours, const TextContext& context);
// "2.5 h, two people", "190.00 EUR".
std::string effort_text(const WorkItem& item, const TextContext& context,
                        const std::string& currency);
// "41.5 h of work: 3 days for 2 people of 7 h each".
std::string days_text(const WorkPlan& plan, const LabourRates& rates, const TextContext& context);
// "3 × Camera base", "Cat 6 cable, box of 305 m", "12 m of ...".
// "Tools: fish tape and line, drum stand"; empty where none are needed.
std::string tools_text(const std::vector<Tool>& tools);
std::string load_text(const PartLine& line, const TextContext& context);
// The usual caution about mains and heights; empty where neither is met.
std::string work_caution(const WorkPlan& plan);

}  // namespace ovant
