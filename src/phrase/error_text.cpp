// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/error_text.h"
#include "phrase/translate.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

#include "core/fields/fields.h"
#include "core/sums/sums.h"

namespace ovant {
namespace {

// Long because it is a table: a line or two for each error.
std::string without_place(const Error& e) {
    switch (e.code) {
        case ErrorCode::unreadable: return told("cannot read {} ({})", e.subject, e.detail);
        case ErrorCode::unwritable: return told("cannot write {} ({})", e.subject, e.detail);
        case ErrorCode::changed_on_disk:
            return told(
                "{} was changed by somebody else since it was opened; save under "
                "another name or open it again",
                e.subject);
        case ErrorCode::gone_from_disk:
            return told(
                "{} was deleted since it was opened; save under another name, or "
                "under the same, to have it again",
                e.subject);
        case ErrorCode::kept_apart:
            return told("unsaved work cannot be kept beside the file; it is kept in {}", e.detail);
        case ErrorCode::in_use: return told("{} is open in {}", e.subject, e.detail);
        case ErrorCode::too_large:
            return told("{} {}, the most that is taken is {}",
                        e.place.empty() ? said("the file has") : said("it has"), e.subject,
                        e.detail);
        case ErrorCode::too_many:
            return told("there are {}, the most that is taken is {}", e.subject, e.detail);
        case ErrorCode::not_json:
            if (e.subject.empty() && !e.detail.empty()) return told("there is {}", e.detail);
            return e.subject.empty() ? said("the file ends too early or is no JSON")
                                     : told("the file is damaged at {}", e.subject);
        case ErrorCode::ends_early: return said("the file ends too early or is no JSON");
        case ErrorCode::not_xml:
            return told("{} is damaged: {}", e.detail.empty() ? said("the drawing") : e.detail,
                        e.subject);
        case ErrorCode::refers_outside:
            return told("the drawing refers to something outside itself: {}", e.subject);
        case ErrorCode::newer_version:
            return told(
                "the file has format {}, this program knows format {}: it can be "
                "looked at, not changed",
                e.subject, e.detail);
        case ErrorCode::bad_value: return told("{} is not {}", e.subject, e.detail);
        case ErrorCode::bad_kind: return told("{} cannot be used: {}", e.subject, e.detail);
        case ErrorCode::chain_too_long:
            return told("it makes a chain of {} cables from end to end; {} is the most", e.subject,
                        e.detail);
        case ErrorCode::out_of_range:
            return told("{} is outside what is allowed: {}", e.subject, e.detail);
        case ErrorCode::duplicate_id: return told("the id {} is used twice", e.subject);
        case ErrorCode::unknown_kind: return told("the catalogue has no kind “{}”", e.subject);
        case ErrorCode::unknown_device: return told("there is no device {}", e.subject);
        case ErrorCode::unknown_port: return told("there is no port {}", e.subject);
        case ErrorCode::unknown_pathway: return told("there is no pathway {}", e.subject);
        case ErrorCode::unknown_place: return told("there is no place {}", e.subject);
        case ErrorCode::port_in_use:
            return told("port {} is taken by link {}", e.subject, e.detail);
        case ErrorCode::wrong_medium:
            return told("{} does not take {}: another medium", e.subject, e.detail);
        case ErrorCode::two_sources:
            return told("link {} joins two sources of power: {}", e.subject, e.detail);
        case ErrorCode::no_room:
            return told("{} is full: it has room for {}, and what lies there can be used once",
                        e.subject, e.detail);
        case ErrorCode::loop: return told("link {} closes a loop", e.subject);
        case ErrorCode::open_quote:
            return said("a quote opens here and is never closed; nothing from here on was read");
        case ErrorCode::bad_number: return told("“{}” is not a number", e.subject);
        case ErrorCode::bad_unit:
            return e.detail.empty() ? told("“{}” has a unit that does not belong here", e.subject)
                                    : told("“{}” should be in {}", e.subject, e.detail);
        case ErrorCode::missing_field:
            return e.detail.empty() ? told("{} is missing", e.subject)
                                    : told("{} is missing; needed are {}", e.subject, e.detail);
        case ErrorCode::no_such_object: return told("there is no {}", e.subject);
        case ErrorCode::not_possible: return fmt::format("{}: {}", e.subject, e.detail);
        case ErrorCode::not_a_table: return said("this is no table: CSV, XLSX and ODS can be read");
        case ErrorCode::not_a_sum:
            return told("{} is no sum; there are {}",
                        e.subject.empty() ? said("that") : shown_value(e.subject),
                        fmt::format("{}", fmt::join(sum_examples(), "; ")));
        case ErrorCode::not_in_line:
            return told("{} is not a unit that goes into a cable", e.subject);
    }
    return said("something is wrong");
}

// "mast_m" as it is spoken: "mast".
std::string spoken(std::string_view key) {
    const std::string_view unit = unit_of_field(key);
    const std::size_t last = key.rfind('_');
    if (!unit.empty() && last != std::string_view::npos && last > 0) key = key.substr(0, last);
    std::string out(key);
    std::replace(out.begin(), out.end(), '_', ' ');
    return out;
}

// "settings/day/date" as "settings, day, date"; ids stay as they are.
std::string spoken_place(std::string_view place) {
    constexpr std::string_view lists[] = {"places",  "pathways", "existing", "obstacles",
                                          "devices", "links",    "kinds"};
    std::string out;
    std::size_t step = 0;
    bool after_list = false;
    for (std::size_t from = 0; from <= place.size(); ++step) {
        const std::size_t slash = std::min(place.find('/', from), place.size());
        const std::string_view key = place.substr(from, slash - from);
        const bool is_id = step == 1 && after_list;
        after_list =
            step == 0 && std::find(std::begin(lists), std::end(lists), key) != std::end(lists);
        out += (step > 0 ? ", " : "") + (is_id ? std::string(key) : spoken(key));
        from = slash + 1;
    }
    return out;
}

}  // namespace

std::string sentence(const Error& error) {
    const std::string text = without_place(error);
    std::string place = error.place.empty() ? "" : spoken_place(error.place);
    if (error.line > 0) {
        const std::string spot = told("line {}, column {}", error.line, error.column);
        place = place.empty() ? spot : fmt::format("{} ({})", place, spot);
    }
    const bool ended = text.ends_with('.') || text.ends_with('?') || text.ends_with('!');
    std::string out = place.empty() ? text : fmt::format("{}: {}", place, text);
    if (!ended) out += '.';
    // A name or a value keeps its letters; "the drawing" is no name.
    const bool named = error.subject.find_first_of("./") != std::string::npos ||
                       error.subject.find(' ') == std::string::npos;
    const bool ours = error.subject.empty() || !named || !text.starts_with(error.subject);
    if (place.empty() && ours && out.front() >= 'a' && out.front() <= 'z')
        out.front() = static_cast<char>(out.front() - 32);
    return out;
}

}  // namespace ovant
