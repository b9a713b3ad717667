// SPDX-License-Identifier: GPL-3.0-or-later
// Answers SNMP as a switch does, by net-snmp's agent. One in a program: the library keeps its state
// for all of it.
#pragma once

#include <functional>
#include <vector>

#include "net/snmp_read.h"

namespace ovant {

struct AgentAt {
    std::string address = "127.0.0.1";
    unsigned short port = 1161;
    SnmpLogin login;  // that it takes
};
// Until `go_on` is false. `now` tells the variables as they stand, by rising object id; `ready` is
// called once it listens. Errors: not_possible where it cannot listen, or the login is none.
Result<bool> answer_snmp(const AgentAt& at, const std::function<std::vector<SnmpVar>()>& now,
                         const std::function<void()>& ready, const std::function<bool()>& go_on);

}  // namespace ovant
