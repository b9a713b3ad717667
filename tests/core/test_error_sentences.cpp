// SPDX-License-Identifier: GPL-3.0-or-later
// Every refusal once, as a person reads it.
#include <catch2/catch.hpp>
#include <set>

#include "core/result.h"
#include "phrase/error_text.h"

using namespace ovant;

TEST_CASE("every refusal once, as it is read", "[phrase][bad-input]") {
    using Code = ErrorCode;
    struct Example {
        Error error;
        const char* sentence;
    };
    const Example examples[] = {
        {{Code::unreadable, "", "a.json", "No such file or directory"},
         "Cannot read a.json (No such file or directory)."},
        {{Code::unwritable, "", "a.json", "Permission denied"},
         "Cannot write a.json (Permission denied)."},
        {{Code::gone_from_disk, "", "a.json", ""},
         "a.json was deleted since it was opened; save under another name, or under the same, to "
         "have it again."},
        {{Code::kept_apart, "", "a.json", "/home/b"},
         "Unsaved work cannot be kept beside the file; it is kept in /home/b."},
        {{Code::in_use, "", "a.json", "another window"}, "a.json is open in another window."},
        {{Code::changed_on_disk, "", "a.json", ""},
         "a.json was changed by somebody else since it was opened; save under another name or open "
         "it again."},
        {{Code::too_large, "", "80 MB", "64 MB"},
         "The file has 80 MB, the most that is taken is 64 MB."},
        {{Code::too_many, "readings", "50001", "50000"},
         "readings: there are 50001, the most that is taken is 50000."},
        {{Code::not_json, "", "", "", 3, 4},
         "line 3, column 4: the file ends too early or is no JSON."},
        {{Code::ends_early, "", "", "", 3, 4},
         "line 3, column 4: the file ends too early or is no JSON."},
        {{Code::not_xml, "line 4", "a tag is not closed", ""},
         "line 4: the drawing is damaged: a tag is not closed."},
        {{Code::refers_outside, "line 4", "file:///etc/passwd", ""},
         "line 4: the drawing refers to something outside itself: file:///etc/passwd."},
        {{Code::newer_version, "", "9", "3"},
         "The file has format 9, this program knows format 3: it can be looked at, not changed."},
        {{Code::bad_value, "settings/day/date", "yesterday", "a date such as 2027-01-15"},
         "settings, day, date: yesterday is not a date such as 2027-01-15."},
        {{Code::bad_kind, "kinds/cam", "cam", "it has no port"},
         "kinds, cam: cam cannot be used: it has no port."},
        {{Code::chain_too_long, "", "201", "200"},
         "It makes a chain of 201 cables from end to end; 200 is the most."},
        {{Code::out_of_range, "links/L1/measured_length_m", "-3", "0 to 100000"},
         "links, L1, measured length: -3 is outside what is allowed: 0 to 100000."},
        {{Code::duplicate_id, "devices/K1", "K1", ""}, "devices, K1: the id K1 is used twice."},
        {{Code::unknown_kind, "devices/K1/kind", "cam-x", ""},
         "devices, K1, kind: the catalogue has no kind “cam-x”."},
        {{Code::unknown_device, "links/L1/a/device", "K9", ""},
         "links, L1, a, device: there is no device K9."},
        {{Code::unknown_port, "links/L1/a/port", "SW1.99", ""},
         "links, L1, a, port: there is no port SW1.99."},
        {{Code::unknown_pathway, "links/L1/pathways", "W9", ""},
         "links, L1, pathways: there is no pathway W9."},
        {{Code::unknown_place, "devices/K1/place", "P9", ""},
         "devices, K1, place: there is no place P9."},
        {{Code::port_in_use, "links/L2/a", "SW1.1", "L1"},
         "links, L2, a: port SW1.1 is taken by link L1."},
        {{Code::wrong_medium, "links/L2/a", "SW1.1", "fibre"},
         "links, L2, a: SW1.1 does not take fibre: another medium."},
        {{Code::two_sources, "links/L2", "L2", "SW1.1 and SW2.1"},
         "links, L2: link L2 joins two sources of power: SW1.1 and SW2.1."},
        {{Code::no_room, "", "E1", "1"},
         "E1 is full: it has room for 1, and what lies there can be used once."},
        {{Code::loop, "links/L2", "L2", ""}, "links, L2: link L2 closes a loop."},
        {{Code::open_quote, "line 4", "", ""},
         "line 4: a quote opens here and is never closed; nothing from here on was read."},
        {{Code::bad_number, "line 4, watts", "many", ""}, "line 4, watts: “many” is not a number."},
        {{Code::bad_unit, "line 4, watts", "3 m", "watts"},
         "line 4, watts: “3 m” should be in watts."},
        {{Code::missing_field, "devices/K1", "kind", ""}, "devices, K1: kind is missing."},
        {{Code::no_such_object, "", "camera K9", ""}, "There is no camera K9."},
        {{Code::not_a_table, "", "", ""}, "This is no table: CSV, XLSX and ODS can be read."},
        {{Code::not_a_sum, "", "tea", ""},
         "tea is no sum; there are drop 24awg 120 m 13 W 54 V; reach 24awg 13 W 50 V; watts 24awg "
         "100 m 50 V 30 W; fibre 2.4 km os2 4 connectors; radio 1.2 km 5.8 GHz; fresnel 640 m 5.8 "
         "GHz; bitrate 8 mp 20 fps h265; ups 780 Wh 152 W; battery 152 W 4 h; adapter 12 V 9 W 2 "
         "cameras; link 100 Mb/s 7.5 Mb/s; supply 120 W 7.8 W; extra 24awg 120 m 50 V 8 W; drop "
         "rg59 300 m 13 W 54 V; solar 10 W 4 days "
         "1.2 h."},
        {{Code::not_in_line, "", "sw-8-at-120", ""},
         "sw-8-at-120 is not a unit that goes into a cable."},
        {{Code::not_possible, "", "K1", "only a combiner is set to alternative A or B"},
         "K1: only a combiner is set to alternative A or B."},
    };
    std::set<Code> seen;
    for (const Example& example : examples) {
        const std::string read = sentence(example.error);
        CHECK(read == example.sentence);
        seen.insert(example.error.code);
    }
    CHECK(seen.size() == static_cast<std::size_t>(Code::not_possible) + 1);
}
