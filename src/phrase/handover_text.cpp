// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/handover_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <cmath>

#include "core/text.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"
#include "phrase/translate.h"

namespace ovant {

std::vector<OpenItem> open_items(const Handover& handover, const TextContext& context) {
    std::vector<OpenItem> out;
    for (const OpenCheck& open : handover.checks) {
        const std::string text = sentence(open.check, context);
        out.push_back({open.subject,
                       open.subject.empty() ? text : fmt::format("{}: {}", open.subject, text)});
    }
    for (const ReadingAlong& read : handover.off)
        out.push_back({read.reading.subject,
                       told("{}: {} {}", read.reading.subject, lowered(title(read.reading.of)),
                            reading_text(read.reading, read.judged, context.units))});
    if (handover.bench_failed > 0)
        out.push_back({"", told("Steps that failed on the bench: {}", handover.bench_failed)});
    if (const std::size_t left = handover.bench_steps - handover.bench_done - handover.bench_failed;
        left > 0)
        out.push_back({"", told("Steps not tried on the bench: {}", left)});
    const auto list = [&](const std::vector<std::string>& ids, const std::string& text) {
        if (!ids.empty())
            out.push_back({ids.front(), fmt::format("{}: {}", text, fmt::join(ids, ", "))});
    };
    list(handover.not_read, said("Nothing was read along these runs"));
    list(handover.not_recording, said("Not recording yet"));
    return out;
}

std::string promised_text(const HandoverRun& run, const TextContext& context) {
    if (!run.connected) return said("not connected");
    std::vector<std::string> parts;
    if (std::isfinite(run.expected_v) && run.expected_v > 0) {
        parts.push_back(shown(run.expected_v, Unit::volt, context.units));
        parts.push_back(shown(run.expected_w, Unit::watt, context.units));
    } else {
        parts.push_back(said("no power arrives"));
    }
    parts.push_back(shown(run.rate_mbps, Unit::megabit_per_second, context.units));
    return fmt::format("{}", fmt::join(parts, ", "));
}

std::string read_text(const HandoverRun& run, const TextContext& context) {
    std::vector<std::string> parts;
    for (const ReadingAlong& one : run.readings)
        parts.push_back(fmt::format(
            "{} {} {}, {}", one.reading.subject, lowered(title(one.reading.of)),
            shown(one.reading.value, one.judged.unit, context.units), title(one.judged.verdict)));
    return fmt::format("{}", fmt::join(parts, "; "));
}

std::string title(PhotoState state) {
    switch (state) {
        case PhotoState::there: return said("there");
        case PhotoState::changed: return said("changed since it was noted");
        case PhotoState::missing: return said("missing");
    }
    return "";
}

std::string handed_over_text(const HandedOver& handed) {
    if (!handed.record) return said("Not handed over yet.");
    const std::string by = signed_text(handed.record->who, handed.record->when);
    return handed.as_it_was ? told("Handed over by {}; the site is as it was.", by)
                            : told("Handed over by {}; the site has changed since.", by);
}

}  // namespace ovant
