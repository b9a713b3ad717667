// SPDX-License-Identifier: GPL-3.0-or-later
// What the design promises a reading to show, and how far physics and the model let it be off.
#pragma once

#include <limits>
#include <map>
#include <optional>
#include <string_view>
#include <tuple>
#include <unordered_map>
#include <vector>

#include "core/assess/assess.h"
#include "core/assess/port_feed.h"
#include "core/prove/readings.h"

namespace ovant {

Condition condition_of(ReadUnder under);
// The pairset that the pair of a reading names: "A", "1 2 3 6" or "orange green"; "B", "4 5 7 8" or
// "blue brown" (IEEE 802.3, alternatives). Nothing for one pair alone.
std::optional<Alternative> pairset_of(std::string_view text);

// The site as it was when the reading was taken: at that temperature, sources at their nominal
// volts, nothing at the end of its tolerance.
Site as_read(Site site, const Reading& reading);
Settings as_read(Settings settings, const Reading& reading);

struct Promise {
    double value = std::numeric_limits<double>::quiet_NaN();  // where nothing is promised
    double below = 0, above = 0;  // what the model may be off, either way
    double highest = std::numeric_limits<double>::infinity();  // physics allows no more
    double lowest = -std::numeric_limits<double>::infinity();
    ReadingNote past_highest = ReadingNote::none, past_lowest = ReadingNote::none;
    bool of_ethernet = false;  // a rate that is one of a few
    Working working;
};

// What will be seen of a run's end, judged as its checks are: with the volts and
// tolerances of the settings. The conditions under which nothing is amiss are left out.
std::vector<Foretold> foretold(const Network& net, CameraNumber camera);

// Promises of one network, laid out as the site was when it was read, which it borrows. Feeds are
// solved once for all readings of a temperature.
class Promises {
public:
    enum class Steps { none, all };
    explicit Promises(const Network& net, Steps steps = Steps::all);
    Promise of(const Reading& reading);
    // See foretold().
    std::vector<Foretold> foretold(CameraNumber camera);
    // The settings of its site were changed: of how it is laid out nothing.
    void settings_changed() {
        solved_.clear();
        assessed_.reset();
    }

private:
    friend class PromiseOf;
    const std::vector<PortFeed>& feeds(PortAt port, Condition condition);
    const Network& net_;
    const Steps steps_;
    std::unordered_map<std::string_view, const NetLink*> links_;
    std::unordered_map<std::string_view, DeviceNumber> devices_;
    std::unordered_map<std::size_t, CameraNumber> runs_;  // by the place of the device
    std::map<std::tuple<std::size_t, std::size_t, Condition>, std::vector<PortFeed>> solved_;
    std::optional<Assessment> assessed_;  // only for what whole units carry
};

}  // namespace ovant
