// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a list of readings: what is taken passes the gate and is judged.
#include "core/edits/edits.h"
#include "core/format/reading_csv.h"
#include "core/prove/readings.h"
#include "fuzz/fuzz.h"
#include "phrase/reading_text.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static const Site room =
        add_equipment_room(Site{}, shipped_catalogue(), {0, 0}, "sw-8-at-120", "rec-32")->site;
    const ReadingsImport import =
        import_readings(room, shipped_catalogue(), text_of(data, size), {"ab", "2027-01-15T14:05"});
    for (const Error& line : import.lines) promise(sentence(line).size() > 8);
    promise(import.site.readings.size() == import.added.size());
    const Result<Site> kept = sound(room, shipped_catalogue(), import.site);
    promise(static_cast<bool>(kept));
    promise_kept(*kept);
    const std::vector<JudgedReading> judged = judge_readings(*kept, shipped_catalogue());
    for (std::size_t i = 0; i < judged.size(); ++i)
        promise(reading_text(kept->readings[i], judged[i], UnitSystem::metric).size() > 8);
    return 0;
}
