// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/work_plan.h"

#include <algorithm>
#include <boost/geometry.hpp>
#include <boost/geometry/geometries/point.hpp>
#include <boost/geometry/index/rtree.hpp>
#include <cmath>
#include <limits>
#include <map>
#include <tuple>
#include <unordered_map>
#include <unordered_set>

namespace ovant {
namespace {

constexpr double slack_h = 1e-9;   // of sums of hours
constexpr double begins_h = 0.25;  // nothing is begun that goes on next day for less

// Where somebody works: a place, or a unit that stands by itself.
struct Spot {
    std::string id;
    Point at;
};

Spot spot_of(const Network& net, DeviceNumber number) {
    if (const Place* place = net.place_of(number)) return {place->id, place->at};
    return {net.device(number).id, net.device(number).at};
}

// Each spot's turn: from the head end always to the nearest that is left.
std::map<std::string, int> turns(const Network& net) {
    namespace bg = boost::geometry;
    using At = bg::model::point<double, 2, bg::cs::cartesian>;
    using Left = std::pair<At, std::string>;
    const auto at = [](Point point) { return At(point.x_m, point.y_m); };
    std::map<std::string, Point> spots;
    for (DeviceNumber number : net.kinds.numbers()) {
        const Spot spot = spot_of(net, number);
        spots.emplace(spot.id, spot.at);
    }
    std::vector<Left> all;
    for (const auto& [id, point] : spots) all.emplace_back(at(point), id);
    struct SameSpot {
        bool operator()(const Left& a, const Left& b) const { return a.second == b.second; }
    };
    bg::index::rtree<Left, bg::index::quadratic<16>, bg::index::indexable<Left>, SameSpot> left(
        all);
    std::map<std::string, int> turn;
    const Place* head_end = head_end_of(*net.site);
    Point here = head_end ? head_end->at : spots.empty() ? Point{} : spots.begin()->second;
    // Of several just as near the first by its id.
    constexpr double same_m = 1e-9;
    while (!left.empty()) {
        Left next = *left.qbegin(bg::index::nearest(at(here), 1));
        const double away_m = bg::distance(at(here), next.first) + same_m;
        const bg::model::box<At> around(At(here.x_m - away_m, here.y_m - away_m),
                                        At(here.x_m + away_m, here.y_m + away_m));
        for (auto one = left.qbegin(bg::index::intersects(around)); one != left.qend(); ++one) {
            if (bg::distance(at(here), one->first) <= away_m && one->second < next.second)
                next = *one;
        }
        here = spots.at(next.second);
        turn.emplace(next.second, static_cast<int>(turn.size()));
        left.remove(next);
    }
    return turn;
}

int phase_of(Task task) {
    switch (task) {
        case Task::open_ground:
        case Task::outlet: return 0;
        case Task::pull: return 1;
        case Task::mount:
        case Task::height:
        case Task::copper_ends:
        case Task::fibre_ends: return 2;
        case Task::align: return 3;
        case Task::set_up:
        case Task::test: return 4;
        case Task::hand_over: return 5;
    }
    return 5;
}

// Adds up what goes on the van, by part; cable by package.
class Loading {
public:
    explicit Loading(const Catalogue& catalogue) : catalogue_(catalogue) {}

    void add(const std::string& part, double quantity, const std::string& used_by) {
        if (part.empty()) return;
        Loaded& line = lines_[{part, 0, ""}];
        line.kind = part;
        line.quantity += quantity;
        use(line, used_by);
    }
    void add(const std::string& cable, const PackageCut& cut) {
        const double length_m = cut.package.length_m;
        Loaded& line = lines_[{cable, cut.to_measure ? 0 : length_m, cut.left_over}];
        line.kind = cable;
        if (cut.to_measure) {
            line.unit = Unit::metre;
            line.quantity += length_m;
        } else {
            line.package = cut.package;
            line.left_over = cut.left_over;
            line.quantity += 1;
        }
        for (const CutPiece& piece : cut.pieces) use(line, piece.link);
    }
    void add(const CutPiece& too_long, const std::string& cable) {
        Loaded& line = lines_[{cable, -1, ""}];
        line.kind = cable;
        line.unit = Unit::metre;
        line.quantity += too_long.length_m;
        line.too_long = true;
        use(line, too_long.link);
    }

    std::vector<PartLine> done() {
        std::vector<PartLine> out;
        for (auto& [key, line] : lines_) {
            const Kind* kind = catalogue_.find(line.kind);
            line.name = kind ? kind->name : line.kind;
            line.small = kind && kind->category == Category::small_part;
            if (line.unit == Unit::count) line.quantity = std::ceil(line.quantity - 1e-6);
            out.push_back(std::move(line));
        }
        sort_parts(out, catalogue_);
        return out;
    }

private:
    struct Loaded : PartLine {
        std::unordered_set<std::string> users;
    };
    static void use(Loaded& line, const std::string& id) {
        if (line.users.insert(id).second) line.used_by.push_back(id);
    }
    const Catalogue& catalogue_;
    std::map<std::tuple<std::string, double, std::string>, Loaded> lines_;
};

class WorkPlanning {
public:
    WorkPlanning(const Network& net, const CutPlan& cuts)
        : net_(net), cuts_(cuts), of_(parts_as_cut(net, cuts)), turns_(turns(net)) {
        for (LinkNumber number : of_.links) link_of_.emplace(net.links[number].link->id, number);
    }

    WorkPlan done() {
        plan_.items = work_of(net_, of_);
        plan_.hours = total_hours(plan_.items);
        lay_out_days();
        take_tools();
        load();
        return std::move(plan_);
    }

private:
    int turn(DeviceNumber number) const {
        return number ? turns_.at(spot_of(net_, number).id) : -1;
    }
    // Of what is done between two units: when the farther is come to.
    int turn(const WorkItem& item) const { return std::max(turn(item.at), turn(item.to)); }

    void lay_out_days() {
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < plan_.items.size(); ++i) {
            if (trade_of(plan_.items[i].task) == Trade::installer)
                order.push_back(i);
            else
                plan_.before.push_back(i);
        }
        std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
            const WorkItem &one = plan_.items[a], &other = plan_.items[b];
            return std::tuple(phase_of(one.task), turn(one), one.task) <
                   std::tuple(phase_of(other.task), turn(other), other.task);
        });
        const LabourRates& rates = net_.site->settings.labour;
        const double day_h = rates.crew * rates.day_h;
        double left_h = 0;
        for (std::size_t i : order) {
            const WorkItem& item = plan_.items[i];
            const bool goes_on = item.task == Task::pull || item.hours > day_h + slack_h;
            double rest_h = item.hours;
            for (bool begun = false; rest_h > slack_h; begun = true) {
                const double least_h = goes_on ? std::min(rest_h, begins_h * rates.crew) : rest_h;
                if (plan_.days.empty() || left_h < least_h - slack_h) {
                    plan_.days.emplace_back();
                    left_h = day_h;
                }
                WorkDay& day = plan_.days.back();
                const double hours = std::min(rest_h, left_h);
                day.work.push_back({i, hours, begun});
                day.hours += hours;
                day.two_people = day.two_people || item.two_people;
                left_h -= hours;
                rest_h -= hours;
                note_day(item);
            }
        }
    }
    void take_tools() {
        for (WorkDay& day : plan_.days) {
            std::vector<const WorkItem*> items;
            for (const DayWork& work : day.work) items.push_back(&plan_.items[work.item]);
            day.tools = tools_for(net_, items);
        }
    }
    // The first day of each task at each unit, cable and place.
    void note_day(const WorkItem& item) {
        const std::size_t day = plan_.days.size() - 1;
        day_of_.try_emplace({item.task, item.subject, item.at}, day);
        day_of_.try_emplace({item.task, item.subject, DeviceNumber{}}, day);
        if (item.task == Task::mount)
            day_of_.try_emplace({Task::mount, spot_of(net_, item.at).id, DeviceNumber{}}, day);
    }
    // 0 where it takes no time by the rates of the site.
    std::size_t day_of(std::initializer_list<Task> tasks, const std::string& subject,
                       DeviceNumber at = {}) const {
        for (Task task : tasks) {
            const auto found = day_of_.find({task, subject, at});
            if (found != day_of_.end()) return found->second;
        }
        return 0;
    }
    std::size_t day_of_end(const std::string& link, DeviceNumber at) const {
        return day_of({Task::fibre_ends, Task::copper_ends}, link, at);
    }
    std::size_t day_of_cable(const std::string& id, bool cord) const {
        using enum Task;
        const auto found = link_of_.find(id);
        if (found == link_of_.end()) return 0;
        const NetLink& link = net_.links[found->second];
        if (!link.cable->cable->cord)
            return cord ? day_of({copper_ends, pull}, id) : day_of({pull, copper_ends}, id);
        return std::max(day_of({mount}, net_.device(link.a.device).id),
                        day_of({mount}, net_.device(link.b.device).id));
    }

    void load() {
        Loading before(*net_.catalogue);
        std::vector<Loading> days(std::max<std::size_t>(1, plan_.days.size()),
                                  Loading(*net_.catalogue));
        std::map<std::string, Loading> spots;
        const auto at_spot = [&](DeviceNumber number) -> Loading& {
            return spots.try_emplace(spot_of(net_, number).id, *net_.catalogue).first->second;
        };
        const auto unit = [&](DeviceNumber number, const std::string& part) {
            const std::string& id = net_.device(number).id;
            days[day_of({Task::mount}, id)].add(part, 1, id);
            at_spot(number).add(part, 1, id);
        };
        for (DeviceNumber number : of_.devices) {
            const Device& device = net_.device(number);
            unit(number, device.kind);
            unit(number, device.enclosure);
            for (const auto& [port, module] : device.modules) unit(number, module);
            unit(number, device.antenna);
        }
        std::map<std::string, std::vector<std::string>> ends;
        for (LinkNumber number : of_.links) {
            const NetLink& link = net_.links[number];
            if (link.medium() == Medium::radio || link.medium() == Medium::mains_wiring) continue;
            for (const auto& [end, at] :
                 {std::pair(&link.link->a, link.a), std::pair(&link.link->b, link.b)}) {
                days[day_of_end(link.link->id, at.device)].add(end->protector, 1, link.link->id);
                at_spot(at.device).add(end->protector, 1, link.link->id);
                std::vector<std::string>& here = ends[spot_of(net_, at.device).id];
                if (here.empty() || here.back() != link.link->id) here.push_back(link.link->id);
            }
        }
        for (const BroughtShare& share : brought_shares(net_, of_)) {
            if (share.of == BroughtBy::opened_metre)
                before.add(share.part, share.quantity, share.used_by);
            else
                days[day_of(share)].add(share.part, share.quantity, share.used_by);
            if (share.at) at_spot(share.at).add(share.part, share.quantity, share.used_by);
            if (share.of == BroughtBy::place)
                spots.try_emplace(share.used_by, *net_.catalogue)
                    .first->second.add(share.part, share.quantity, share.used_by);
        }
        for (const CableCuts& cuts : cuts_.cables) {
            for (const PackageCut& cut : cuts.packages) {
                std::size_t first = std::numeric_limits<std::size_t>::max();
                for (const CutPiece& piece : cut.pieces)
                    first = std::min(first, day_of_cable(piece.link, piece.cord));
                days[first].add(cuts.cable, cut);
            }
            for (const CutPiece& piece : cuts.too_long)
                days[day_of_cable(piece.link, piece.cord)].add(piece, cuts.cable);
        }
        plan_.before_load = before.done();
        for (std::size_t day = 0; day < plan_.days.size(); ++day)
            plan_.days[day].load = days[day].done();
        for (auto& [id, loading] : spots) plan_.spots.push_back({id, loading.done(), ends[id]});
        std::stable_sort(plan_.spots.begin(), plan_.spots.end(),
                         [&](const SpotLoad& a, const SpotLoad& b) {
                             return turns_.at(a.place) < turns_.at(b.place);
                         });
    }
    std::size_t day_of(const BroughtShare& share) const {
        using enum Task;
        switch (share.of) {
            case BroughtBy::unit:
            case BroughtBy::place: return day_of({mount}, share.used_by);
            case BroughtBy::cable_end:
            case BroughtBy::protector: return day_of_end(share.used_by, share.at);
            case BroughtBy::splice: return day_of({fibre_ends, copper_ends}, share.used_by);
            default: return day_of({pull}, share.used_by);
        }
    }

    const Network& net_;
    const CutPlan& cuts_;
    const PartsOf of_;
    const std::map<std::string, int> turns_;
    std::unordered_map<std::string_view, LinkNumber> link_of_;
    std::map<std::tuple<Task, std::string, DeviceNumber>, std::size_t> day_of_;
    WorkPlan plan_;
};

}  // namespace

WorkPlan plan_work(const Network& net, const CutPlan& cuts) {
    return WorkPlanning(net, cuts).done();
}

}  // namespace ovant
