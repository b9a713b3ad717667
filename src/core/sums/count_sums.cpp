// SPDX-License-Identifier: GPL-3.0-or-later
// Sums that count: amperes of an adapter, cameras on a link or a supply, watts more at the end of a
// line.
#include <cmath>
#include <limits>

#include "core/physics/feed.h"
#include "core/physics/radio.h"
#include "core/site/site.h"
#include "core/sums/sum_words.h"

namespace ovant {
namespace {

// Adapters as they are sold, common practice.
constexpr double adapter_sizes_a[] = {0.5, 1, 1.5, 2, 3, 4, 5, 6.5, 8, 10, 12.5, 15, 20, 30};

}  // namespace

Result<Sum> adapter_sum(Reader& read) {
    const double cameras = read.counted({"cameras", "camera"}).value_or(1);
    const auto volts = read.quantity(Unit::volt);
    const auto watts = read.quantity(Unit::watt);
    if (!volts) return missing("adapter", "the volts, such as 12 V");
    if (!watts) return missing("adapter", "the watts of a camera");
    if (!within(*volts, 1, 60)) return outside("volts", *volts, "1 to 60 V");
    if (!within(*watts, 0.01, 1000)) return outside("watts", *watts, "0.01 to 1000 W");
    if (!within(cameras, 1, 100) || cameras != std::floor(cameras))
        return outside("cameras", cameras, "1 to 100");
    const double keep_share = KeepBack{}.power_share;
    Sum sum;
    sum.id = SumId::adapter;
    sum.unit = Unit::ampere;
    const double drawn_a = cameras * *watts / *volts;
    const double wanted_a = drawn_a / (1 - keep_share);
    sum.working.push_back({"I = cameras × P ÷ V",
                           fmt::format("{:g} × {:g} W ÷ {:g} V", cameras, *watts, *volts), drawn_a,
                           Unit::ampere, source::ohms_law});
    sum.working.push_back({"with the usual keep-back",
                           fmt::format("{:.3f} ÷ (1 − {:g})", drawn_a, keep_share), wanted_a,
                           Unit::ampere, source::spare_power});
    sum.answer = wanted_a;
    sum.answer_name = "more than one adapter gives: share the cameras out";
    for (double size_a : adapter_sizes_a) {
        if (size_a + 1e-9 < wanted_a) continue;
        sum.answer = size_a;
        sum.answer_name = "adapter to buy";
        sum.working.push_back(
            {"next size that is sold", "", size_a, Unit::ampere, source::sizes_sold});
        break;
    }
    return sum;
}

Result<Sum> link_sum(Reader& read) {
    const auto rate_mbps = read.quantity(Unit::megabit_per_second);
    const auto camera_mbps = read.quantity(Unit::megabit_per_second);
    if (!rate_mbps) return missing("link", "the rate of the link, such as 100 Mb/s");
    if (!camera_mbps) return missing("link", "the bit rate of a camera, such as 7.5 Mb/s");
    if (!within(*rate_mbps, 0.1, 1e5)) return outside("rate", *rate_mbps, "0.1 to 100000 Mb/s");
    if (!within(*camera_mbps, 0.01, 1e4))
        return outside("bit rate", *camera_mbps, "0.01 to 10000 Mb/s");
    const double keep_share = KeepBack{}.data_share;
    bool by_air = false;
    for (std::string_view name : {"radio", "bridge", "wireless", "air"})
        by_air = read.word(name) || by_air;
    Sum sum;
    sum.id = SumId::link;
    sum.unit = Unit::count;
    sum.answer_name = "cameras on the link";
    const double air_share = by_air ? RadioFacts{}.useful_share : 1;
    const double useful_mbps = *rate_mbps * air_share * (1 - keep_share);
    if (by_air) {
        sum.working.push_back({"what a radio carries = rate on the air × useful share",
                               fmt::format("{:g} × {:g}", *rate_mbps, air_share),
                               *rate_mbps * air_share, Unit::megabit_per_second,
                               source::useful_rate});
    }
    sum.answer = std::floor(useful_mbps / *camera_mbps + 1e-9);
    sum.working.push_back({"useful rate = rate × (1 − keep-back)",
                           fmt::format("{:g} × (1 − {:g})", *rate_mbps * air_share, keep_share),
                           useful_mbps, Unit::megabit_per_second, source::throughput_margin});
    sum.working.push_back({"cameras = useful rate ÷ bit rate",
                           fmt::format("{:g} ÷ {:g}, whole ones", useful_mbps, *camera_mbps),
                           sum.answer, Unit::count, source::throughput_margin});
    return sum;
}

Result<Sum> supply_sum(Reader& read) {
    const auto supply_w = read.quantity(Unit::watt);
    const auto camera_w = read.quantity(Unit::watt);
    if (!supply_w) return missing("supply", "what the supply gives, such as 120 W");
    if (!camera_w) return missing("supply", "the watts of a camera");
    if (!within(*supply_w, 0.01, 1e5)) return outside("supply", *supply_w, "0.01 to 100000 W");
    if (!within(*camera_w, 0.01, 1000)) return outside("watts", *camera_w, "0.01 to 1000 W");
    Sum sum;
    sum.id = SumId::supply;
    sum.unit = Unit::count;
    sum.answer_name = "cameras on the supply";
    double each_w = *camera_w;
    // With a cable, its loss counts at the port.
    const auto volts = read.quantity(Unit::volt);
    if (volts) {
        const auto length_m = read.quantity(Unit::metre);
        const Result<FeedWords> words = feed_words(read, "supply");
        if (!words) return words.error();
        if (!length_m) return missing("supply", "a length");
        if (!within(*length_m, 0, 1e5)) return outside("length", *length_m, "0 to 100 km");
        if (!within(*volts, 1, 60)) return outside("volts", *volts, "1 to 60 V");
        const double ohm = *length_m * words->loop_ohm(1, &sum.working);
        const FeedSolution solved = solve_feed(*volts, {{}, {0, ohm, *camera_w, 0, 0}});
        sum.stands = solved.stands;
        if (!solved.stands) {
            sum.answer = std::numeric_limits<double>::quiet_NaN();
            return sum;
        }
        each_w = solved.source_w;
        sum.working.push_back({"each takes from its port",
                               fmt::format("{:g} V × {:.3f} A", *volts, solved.source_a), each_w,
                               Unit::watt, source::ohms_law});
    }
    const double keep_share = KeepBack{}.power_share;
    const double useful_w = *supply_w * (1 - keep_share);
    sum.answer = std::floor(useful_w / each_w + 1e-9);
    sum.working.push_back({"to plan with = supply × (1 − keep-back)",
                           fmt::format("{:g} × (1 − {:g})", *supply_w, keep_share), useful_w,
                           Unit::watt, source::spare_power});
    sum.working.push_back({"cameras = that ÷ each",
                           fmt::format("{:g} ÷ {:.2f}, whole ones", useful_w, each_w), sum.answer,
                           Unit::count, source::spare_power});
    return sum;
}

// Watts more at the end of a line that carries a load there already, until its volts end.
Result<Sum> extra_sum(Reader& read) {
    const double least_v = read.counted({"least"}).value_or(37);
    const Result<FeedWords> words = feed_words(read, "extra");
    if (!words) return words.error();
    const auto length_m = read.quantity(Unit::metre);
    const auto watts = read.quantity(Unit::watt);
    const auto volts = read.quantity(Unit::volt);
    if (!length_m) return missing("extra", "a length");
    if (!watts) return missing("extra", "the watts of the load that is there");
    if (!volts) return missing("extra", "the volts of the source");
    if (!within(*length_m, 0.1, 1e5)) return outside("length", *length_m, "0.1 m to 100 km");
    if (!within(*watts, 0, 1000)) return outside("watts", *watts, "0 to 1000 W");
    if (!within(*volts, 1, 60)) return outside("volts", *volts, "1 to 60 V");
    if (!within(least_v, 1, 60)) return outside("least volts", least_v, "1 to 60 V");
    Sum sum;
    sum.id = SumId::extra;
    sum.unit = Unit::watt;
    sum.answer_name = "more at the end of this line; the port's own limit apart";
    const double ohm = *length_m * words->loop_ohm(1, &sum.working);
    const double at_v = std::max(least_v, *volts / 2);
    const double most_w = *volts > least_v ? at_v * (*volts - at_v) / ohm : 0;
    if (most_w < *watts) sum.answer_name = "more: what is there already gets too few volts";
    sum.answer = std::max(0.0, most_w - *watts);
    sum.working.push_back({"P at most = V (V0 − V) ÷ R",
                           fmt::format("{0:g} × ({1:g} − {0:g}) ÷ {2:.2f}", at_v, *volts, ohm),
                           most_w, Unit::watt, source::ohms_law});
    sum.working.push_back({"less what is there", fmt::format("{:.2f} − {:g}", most_w, *watts),
                           sum.answer, Unit::watt, source::ohms_law});
    return sum;
}

}  // namespace ovant
