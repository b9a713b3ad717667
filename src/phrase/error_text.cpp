// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/error_text.h"

#include <fmt/format.h>

namespace ovant {
namespace {

std::string without_place(const Error& e) {
    switch (e.code) {
        case ErrorCode::unreadable: return fmt::format("cannot read {} ({})", e.subject, e.detail);
        case ErrorCode::unwritable: return fmt::format("cannot write {} ({})", e.subject, e.detail);
        case ErrorCode::changed_on_disk:
            return fmt::format(
                "{} was changed by somebody else since it was opened; save under "
                "another name or open it again",
                e.subject);
        case ErrorCode::too_large:
            return fmt::format("the file has {}, the most that is opened is {}", e.subject,
                               e.detail);
        case ErrorCode::not_json:
            return e.subject.empty() ? "the file ends too early or is not a site file"
                                     : fmt::format("the file is damaged after “{}”", e.subject);
        case ErrorCode::newer_version:
            return fmt::format(
                "the file has format {}, this program knows format {}: it can be "
                "looked at, not changed",
                e.subject, e.detail);
        case ErrorCode::schema: return fmt::format("this is not as it should be: {}", e.detail);
        case ErrorCode::out_of_range:
            return fmt::format("{} is outside what is allowed: {}", e.subject, e.detail);
        case ErrorCode::duplicate_id: return fmt::format("the id {} is used twice", e.subject);
        case ErrorCode::unknown_kind:
            return fmt::format("the catalogue has no kind “{}”", e.subject);
        case ErrorCode::unknown_device: return fmt::format("there is no device {}", e.subject);
        case ErrorCode::unknown_port: return fmt::format("there is no port {}", e.subject);
        case ErrorCode::unknown_pathway: return fmt::format("there is no pathway {}", e.subject);
        case ErrorCode::unknown_place: return fmt::format("there is no place {}", e.subject);
        case ErrorCode::port_in_use:
            return fmt::format("port {} is taken by link {}", e.subject, e.detail);
        case ErrorCode::wrong_medium:
            return fmt::format("{} does not take {}: another medium", e.subject, e.detail);
        case ErrorCode::two_sources:
            return fmt::format("link {} joins two sources of power: {}", e.subject, e.detail);
        case ErrorCode::loop: return fmt::format("link {} closes a loop", e.subject);
        case ErrorCode::bad_number: return fmt::format("“{}” is not a number", e.subject);
        case ErrorCode::bad_unit:
            return e.detail.empty()
                       ? fmt::format("“{}” has a unit that does not belong here", e.subject)
                       : fmt::format("“{}” should be in {}", e.subject, e.detail);
        case ErrorCode::missing_field:
            return e.detail.empty()
                       ? fmt::format("{} is missing", e.subject)
                       : fmt::format("{} is missing; needed are {}", e.subject, e.detail);
        case ErrorCode::no_such_object: return fmt::format("there is no {}", e.subject);
        case ErrorCode::no_route:
            return fmt::format("there is no way from {} to {}", e.subject, e.detail);
        case ErrorCode::not_possible:
            return e.detail == "in-line"
                       ? fmt::format("{} is not a unit that goes into a cable", e.subject)
                       : fmt::format("{}: {}", e.subject, e.detail);
    }
    return "something is wrong";
}

}  // namespace

std::string sentence(const Error& error) {
    std::string text = without_place(error);
    if (!error.place.empty()) return fmt::format("{}: {}.", error.place, text);
    if (text.front() >= 'a' && text.front() <= 'z')
        text.front() = static_cast<char>(text.front() - 32);
    return text + ".";
}

}  // namespace ovant
