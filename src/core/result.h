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
    gone_from_disk,   // the file was deleted since it was read
    kept_apart,       // autosave not beside the file; subject: file, detail: where it is kept
    in_use,           // subject: file, detail: who has it open
    changed_on_disk,  // somebody else wrote the file since it was read
    too_large,        // place: part of the file or empty, subject: size, detail: limit
    too_many,         // place: the list, subject: how many, detail: limit
    not_json,         // place: line and column
    ends_early,       // a file that is cut off; place: line and column
    not_xml,          // place: line, subject: why, detail: what, empty for a drawing
    refers_outside,   // a drawing; place: line, subject: what it refers to
    newer_version,    // subject: version of the file, detail: version known
    bad_value,        // place: path of the field, subject: what is there, detail: what may be
    bad_kind,         // place: the kind, detail: what it lacks
    chain_too_long,   // subject: cables from end to end, detail: limit
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
    no_room,          // subject: what is shared, detail: how much it has room for
    loop,             // place, subject: link that closes the loop
    open_quote,       // place: line where it opens
    bad_number,       // place, subject: text
    bad_unit,         // place, subject: text, detail: unit wanted
    missing_field,    // place, subject: field
    no_such_object,   // subject: id
    not_a_table,      // a file that is no list and no spreadsheet
    not_a_sum,        // subject: what was asked for, empty for something without a name
    not_in_line,      // subject: kind that does not go into a cable
    not_possible      // detail: reason
};

struct Error {
    ErrorCode code;
    std::string place;     // JSON path, "line 4", or empty
    std::string subject;   // the value or id concerned
    std::string detail;    // what was expected or the other party
    std::size_t line = 0;  // in the text it was read from, from 1; 0 where there is none
    std::size_t column = 0;
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
