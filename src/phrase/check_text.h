// SPDX-License-Identifier: GPL-3.0-or-later
// Checks and verdicts as sentences. The title of a check is found here by the words on the screen.
#pragma once

#include <string>

#include "core/assess/assess.h"
#include "core/assess/moves.h"

namespace ovant {

struct TextContext {
    UnitSystem units = UnitSystem::metric;
    const Catalogue* catalogue = nullptr;  // for names of kinds; may be null
};

std::string title(CheckId check);
std::string title(Verdict verdict);
std::string title(Condition condition);
std::string title(School school);
std::string title(SwitchBasis basis);
std::string title(Category category);
std::string title(Medium medium);
std::string title(Surroundings surroundings);
std::string title(Mains mains);
std::string title(PlaceKind kind);
std::string title(PathwayKind kind);
std::string title(ObstacleKind kind);

// Value against limit: "39.2 of 42.5 V", "class 4, class 6 needed", "1 of 2 ends"; may be empty.
std::string figures(const Check& check, const TextContext& context);
// Why it is so, short, without the figures: "copper-clad conductors lose 1.6 times as much".
std::string reason(const Check& check, const TextContext& context);
// One sentence for the head of the verdict.
std::string sentence(const Check& check, const TextContext& context);
// The verdict of a run in one sentence: its deciding check, or that all holds and what is nearest.
std::string run_sentence(const RunAssessment& run, const TextContext& context);
std::string unit_sentence(const UnitAssessment& unit, const TextContext& context);

// "3 verdicts move: K05, K07 now fail; K12 now holds".
std::string moves_text(const std::vector<VerdictMove>& moves);

// "= 39.2 V" and the like for a step of a working.
std::string step_result(const Step& step, UnitSystem units);
// "IEEE 802.3-2022, table 145-26 (from memory)".
std::string source_text(const Source& source);

std::string kind_name(const TextContext& context, std::string_view kind);

}  // namespace ovant
