// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a managed switch by SNMP, v2c or v3, by net-snmp. Asks only what switch_columns() lists and
// sets nothing.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/format/switch_mib.h"
#include "core/result.h"

namespace ovant {

inline constexpr unsigned short snmp_port = 161;

enum class SnmpAuth { sha1, sha256, md5 };
enum class SnmpPrivacy { aes128, des, none };

// Never written anywhere. The program leaves no core file once it holds one.
struct SnmpLogin {
    bool version_3 = false;
    std::string community;                          // v2c
    std::string user, auth_phrase, privacy_phrase;  // v3
    SnmpAuth auth = SnmpAuth::sha1;
    SnmpPrivacy privacy = SnmpPrivacy::aes128;
};

struct SnmpAt {
    std::string address;  // IPv4
    unsigned short port = snmp_port;
    std::string interface_address;  // of this computer; empty: as it routes
    double timeout_s = 1.0;
    int tries = 3;
    std::size_t most_vars = 60'000;  // that are read of one switch
    double most_s = 120;             // that it may take
};

// "10.0.0.2" or "10.0.0.2:1161" into address and port; a port that is not given stays. Errors:
// bad_value.
Result<SnmpAt> with_address(SnmpAt at, std::string_view text);

struct SnmpRead {
    std::vector<SnmpVar> vars;
    bool more = false;  // there was more than is read, or in more time
};
// `go_on` is told the share that is read; false ends it with what is there. Errors: not_possible
// where nothing answers, the login is refused, or the answers make no sense; one read at a time in
// a program, others wait.
Result<SnmpRead> read_snmp(const SnmpAt& at, const SnmpLogin& login,
                           const std::function<bool(double)>& go_on = {});

// Before net-snmp is used: nothing is read from or written to its own files, and nothing is logged.
void keep_snmp_to_itself();

// What is wrong with a login before it is tried; empty where nothing is.
std::string wrong_with(const SnmpLogin& login);

}  // namespace ovant
