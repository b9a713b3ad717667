// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/work_pdf.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "phrase/numbers.h"
#include "phrase/translate.h"
#include "phrase/work_text.h"
#include "print/paper.h"

namespace ovant {
namespace {

void load(Paper& paper, const std::vector<PartLine>& lines, const std::string& name,
          const TextContext& context) {
    if (lines.empty()) return;
    paper.table_name(name);
    std::vector<std::vector<std::string>> rows;
    for (const PartLine& line : lines)
        rows.push_back({load_text(line, context), fmt::format("{}", fmt::join(line.used_by, " "))});
    paper.table({{said("What"), 3}, {said("For"), 2}}, rows);
    paper.gap(6);
}

void before(Paper& paper, const WorkPlan& plan, const Network& net, const TextContext& context) {
    if (plan.before.empty()) return;
    paper.heading(said("Before the crew comes"));
    std::vector<std::vector<std::string>> rows;
    for (std::size_t i : plan.before) {
        const WorkItem& item = plan.items[i];
        rows.push_back({title(trade_of(item.task)), title(item.task), item_text(item, net, context),
                        effort_text(item, context, net.site->settings.currency)});
    }
    paper.table(
        {{said("Who"), 1.4}, {said("Task"), 1.2}, {said("What"), 2.4}, {said("Price"), 1, true}},
        rows);
    paper.gap(6);
    load(paper, plan.before_load, said("Material for it"), context);
}

}  // namespace

std::string work_pdf(const WorkPlan& plan, const Network& net, const TextContext& context) {
    Paper paper(told("Work, {}", net.site->name));
    paper.title(told("Work, {}", net.site->name));
    paper.text(days_text(plan, net.site->settings.labour, context));
    if (const std::string caution = work_caution(plan); !caution.empty()) paper.quiet(caution);
    before(paper, plan, net, context);
    for (std::size_t d = 0; d < plan.days.size(); ++d) {
        const WorkDay& day = plan.days[d];
        paper.heading(told("Day {}, {}", d + 1, shown(day.hours, Unit::hour, context.units)));
        std::vector<std::vector<std::string>> rows;
        for (const DayWork& work : day.work) {
            const WorkItem& item = plan.items[work.item];
            const std::string hours = hours_text(work.hours, context);
            rows.push_back({title(item.task), item_text(item, net, context), where_text(item, net),
                            item.two_people ? said("two") : "",
                            work.begun ? told("{}, goes on", hours) : hours});
        }
        paper.table({{said("Task"), 1.2},
                     {said("What"), 2.2},
                     {said("Where"), 1.8},
                     {said("People"), 0.6},
                     {said("Time"), 0.9, true}},
                    rows);
        paper.gap(6);
        load(paper, day.load, said("To load"), context);
        if (const std::string tools = tools_text(day.tools); !tools.empty()) paper.quiet(tools);
    }
    if (!plan.spots.empty()) paper.heading(said("By place"));
    for (const SpotLoad& spot : plan.spots) {
        load(paper, spot.load, spot_text(spot.place, *net.site), context);
        if (!spot.cables.empty())
            paper.quiet(
                told("Cables that end here: {}", fmt::format("{}", fmt::join(spot.cables, " "))));
    }
    return paper.finish();
}

}  // namespace ovant
