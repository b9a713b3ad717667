// SPDX-License-Identifier: GPL-3.0-or-later
// Errors as values. Core never throws across its border; phrase turns an Error into a sentence.
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <variant>
#include <vector>

namespace ovant {

enum class ErrorCode {
    unreadable,       // file cannot be opened
    unwritable,       // file cannot be written
    changed_on_disk,  // somebody else wrote the file since it was read
    too_large,        // subject: size, detail: limit
    not_json,         // place: line and column
    newer_version,    // subject: version of the file, detail: version known
    schema,           // place: path of the field, detail: what the schema wants
    out_of_range,     // place: path, subject: value, detail: allowed range
    duplicate_id,     // place, subject: id
    unknown_kind,     // place, subject: kind
    unknown_device,   // place, subject: device id
    unknown_port,     // place, subject: device.port
    unknown_pathway,  // place, subject: pathway
    unknown_place,    // place, subject: place id
    port_in_use,      // place, subject: device.port, detail: the other link
    wrong_medium,     // place, subject: device.port, detail: the cable
    two_sources,      // place, subject: link, detail: the two ports
    loop,             // place, subject: link that closes the loop
    bad_number,       // place, subject: text
    bad_unit,         // place, subject: text, detail: unit wanted
    missing_field,    // place, subject: field
    no_such_object,   // subject: id
    no_route,         // subject: from, detail: to
    not_possible      // detail: reason key
};

struct Error {
    ErrorCode code;
    std::string place;    // JSON path, "line 4", or empty
    std::string subject;  // the value or id concerned
    std::string detail;   // what was expected or the other party
};

template <class T>
class Result {
public:
    Result(T value) : state_(std::move(value)) {}
    Result(Error error) : state_(std::move(error)) {}
    explicit operator bool() const { return state_.index() == 0; }
    const T& operator*() const& { return std::get<0>(state_); }
    T& operator*() & { return std::get<0>(state_); }
    T&& operator*() && { return std::get<0>(std::move(state_)); }
    const T* operator->() const { return &std::get<0>(state_); }
    T* operator->() { return &std::get<0>(state_); }
    const Error& error() const { return std::get<1>(state_); }

private:
    std::variant<T, Error> state_;
};

}  // namespace ovant
