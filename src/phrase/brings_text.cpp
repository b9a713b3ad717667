// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/brings_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <vector>

#include "phrase/check_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string what_is_counted(BroughtBy of) {
    switch (of) {
        case BroughtBy::cable_end: return said("each end of a cable");
        case BroughtBy::joint: return said("each joint in a long run");
        case BroughtBy::splice: return said("each splice");
        case BroughtBy::protector: return said("each surge protector");
        case BroughtBy::unit: return said("each unit");
        case BroughtBy::place: return said("each place with units");
        case BroughtBy::laid_metre: return said("each metre of cable along a pathway");
        case BroughtBy::bare_metre: return said("each metre of cable where no pathway leads");
        case BroughtBy::opened_metre: return said("each metre of pathway that is opened");
        case BroughtBy::wall_entry: return said("each cable in through an outer wall");
    }
    return "";
}

// A title inside a sentence: "Camera" becomes "camera", "UPS" stays.
std::string inside(std::string title) {
    const auto upper = [&](std::size_t i) {
        return i < title.size() && title[i] >= 'A' && title[i] <= 'Z';
    };
    if (upper(0) && !upper(1)) title[0] = static_cast<char>(title[0] - 'A' + 'a');
    return title;
}

struct Both {
    const char *yes, *no;
};
void add_whether(std::vector<std::string>& words, Whether whether, Both both) {
    if (whether == Whether::either) return;
    words.push_back(said(whether == Whether::yes ? both.yes : both.no));
}

}  // namespace

std::string counted_text(const Brings& rule) {
    std::vector<std::string> words{what_is_counted(rule.of)};
    if (rule.medium) words.push_back(inside(title(*rule.medium)));
    if (!rule.kind.empty()) words.push_back(rule.kind);
    if (rule.conductors)
        words.push_back(*rule.conductors == ConductorForm::solid ? said("solid conductors")
                                                                 : said("stranded conductors"));
    add_whether(words, rule.screened, {"screened", "not screened"});
    add_whether(words, rule.panel, {"in a panel", "in a plug"});
    if (rule.category) words.push_back(inside(title(*rule.category)));
    if (rule.pathway) words.push_back(inside(title(*rule.pathway)));
    if (rule.place) words.push_back(inside(title(*rule.place)));
    if (rule.surroundings) words.push_back(inside(title(*rule.surroundings)));
    add_whether(words, rule.boxed, {"in an enclosure", "in no enclosure"});
    add_whether(words, rule.by_itself, {"standing by itself", "standing at a place"});
    add_whether(words, rule.mains, {"on the mains", "without mains"});
    add_whether(words, rule.bare_in_ground,
                {"cable that lies in it bare", "cable that needs a duct"});
    return fmt::format("{}", fmt::join(words, ", "));
}

std::string how_many_text(const Brings& rule) {
    if (rule.count == 0) return said("none");
    const std::string count = fmt::format("{:g}", rule.count);
    return rule.for_every == 1 ? count : told("{} for every {:g}", count, rule.for_every);
}

}  // namespace ovant
