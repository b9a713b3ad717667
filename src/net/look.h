// SPDX-License-Identifier: GPL-3.0-or-later
// Looks for cameras on a network by WS-Discovery. The only thing that is sent is one probe, to the
// discovery group, on the interface that was picked. And the stand-in that answers it.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/format/ws_discovery.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

struct Interface {
    std::string name, address;  // IPv4
};
// Those that are up, the loopback last.
std::vector<Interface> network_interfaces();

struct LookFor {
    std::string interface_address;
    unsigned short port = discovery_port;
    double seconds = 4;
    std::size_t most = 10'000;  // answers that are kept
};
struct Looked {
    std::vector<SeenAddress> found;  // each address once, in the order of the answers
    std::size_t not_understood = 0;  // answers that were no answer, or named no address
    bool more = false;               // than are kept
};
// `go_on` is told the share of the time that is over now and then; false ends it early. Errors:
// not_possible where the interface is not there or cannot send.
Result<Looked> look_for_cameras(const LookFor& what, const Signed& now,
                                const std::function<bool(double)>& go_on = {});

// Answers probes on an interface as these devices would, until `go_on` is false. `ready` is called
// once it listens. Errors as above.
Result<bool> answer_probes(const LookFor& where, const std::vector<StandInDevice>& devices,
                           const std::function<void()>& ready, const std::function<bool()>& go_on);

}  // namespace ovant
