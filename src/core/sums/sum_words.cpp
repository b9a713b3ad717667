// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sums/sum_words.h"
#include "core/catalogue/catalogue.h"
#include "core/look_up.h"
#include "core/standards/standards.h"
#include "core/text.h"

#include <cctype>
#include <charconv>

namespace ovant {

// "120 m", "120m", "24awg", "4 connectors", "os2": numbers with the word that follows.
std::vector<Word> words_of(std::string_view line) {
    std::vector<Word> words;
    const std::string text = lowered(line);
    std::size_t at = 0;
    const auto space = [&](char c) { return c == ' ' || c == '\t' || c == ','; };
    while (at < text.size()) {
        while (at < text.size() && space(text[at])) ++at;
        if (at >= text.size()) break;
        Word word;
        double number = 0;
        const char* begin = text.data() + at;
        const auto [end, code] = std::from_chars(begin, text.data() + text.size(), number);
        if (code == std::errc() && end != begin) {
            word.number = number;
            at = static_cast<std::size_t>(end - text.data());
            std::size_t next = at;
            while (next < text.size() && space(text[next])) ++next;
            const bool number_follows =
                next < text.size() && (std::isdigit(static_cast<unsigned char>(text[next])) ||
                                       text[next] == '-' || text[next] == '.');
            if (!number_follows) at = next;
        }
        const std::size_t from = at;
        while (at < text.size() && !space(text[at])) ++at;
        if (!(word.number && from < text.size() && from > 0 && space(text[from - 1]) &&
              std::isdigit(static_cast<unsigned char>(text[from]))))
            word.text = text.substr(from, at - from);
        words.push_back(std::move(word));
    }
    return words;
}

double FeedWords::loop_ohm(double length_m, Working* working) const {
    if (coax_ohm_per_m <= 0)
        return feed_loop_ohm(conductor, length_m, pairs, temperature_c, working);
    const double warm = 1 + copper_temperature_per_k * (temperature_c - 20);
    const double ohm = coax_ohm_per_m * length_m * warm;
    if (working) {
        working->push_back(
            {"R = loop a metre × L, warmed or cooled",
             fmt::format("{:g} Ω/m × {:.1f} m × {:.3f}", coax_ohm_per_m, length_m, warm), ohm,
             Unit::ohm, source::maker});
    }
    return ohm;
}

Result<FeedWords> feed_words(Reader& read, const char* sum) {
    auto awg = read.counted({"awg"});
    // As cable is called; the gauge that is usual for it, common practice.
    for (const auto& [name, usual_awg] :
         {std::pair("cat5", 24.0), std::pair("cat5e", 24.0), std::pair("cat6", 23.0),
          std::pair("cat6a", 23.0), std::pair("cat7", 23.0)}) {
        if (read.word(name) && !awg) awg = usual_awg;
    }
    const double pairs = read.counted({"pair", "pairs"}).value_or(2);
    FeedWords words;
    // Coax as the catalogue has it; with a core of steel where that is said.
    const bool steel = read.word("steel");
    read.word("coax");
    for (const char* name : {"rg59", "rg6", "rg11"}) {
        if (!read.word(name)) continue;
        const Kind* coax =
            shipped_catalogue().find(std::string("coax-") + name + (steel ? "-steel" : ""));
        if (!coax) return outside("coax", 0, "rg59, rg6 or rg11; with a core of steel rg59 or rg6");
        words.coax_ohm_per_m = or_nothing(coax->cable).loop_ohm_per_m;
    }
    words.temperature_c = read.quantity(Unit::celsius).value_or(20);
    const bool clad = read.word("clad") || read.word("cca");
    if (!within(words.temperature_c, -60, 90))
        return outside("temperature", words.temperature_c, "-60 to 90 °C");
    if (words.coax_ohm_per_m > 0 && !awg && !clad) return words;
    if (!awg) return missing(sum, "a gauge such as 24 awg, or a cable such as cat6 or rg59");
    if (words.coax_ohm_per_m > 0) return outside("gauge", *awg, "none beside coax");
    if (!within(*awg, 4, 36)) return outside("gauge", *awg, "4 to 36 AWG");
    if (pairs != 1 && pairs != 2 && pairs != 4) return outside("pairs", pairs, "1, 2 or 4");
    words.pairs = static_cast<int>(pairs);
    words.conductor = {*awg,
                       clad ? ConductorMaterial::copper_clad_aluminium : ConductorMaterial::copper,
                       ConductorForm::solid};
    return words;
}

}  // namespace ovant
