// SPDX-License-Identifier: GPL-3.0-or-later
// look: asks the network of one interface which cameras are there. Sends nothing else, anywhere.
#include <fmt/format.h>

#include <nlohmann/json.hpp>

#include "cli/command_parts.h"
#include "cli/json_parts.h"
#include "core/format/file_store.h"
#include "core/prove/addresses.h"
#include "net/look.h"
#include "phrase/address_text.h"
#include "phrase/error_text.h"
#include "phrase/translate.h"

namespace ovant {

int look_command(const Options& options, const Streams& streams) {
    std::optional<Opened> opened = open_site(options, streams);
    if (!opened) return cli_unreadable;
    const auto refuse = [&](const Error& error) { return refused(error, streams); };
    if (options.interfaces || options.look.interface_address.empty()) {
        for (const Interface& one : network_interfaces())
            streams.out << fmt::format("{:15} {}\n", one.address, one.name);
        if (options.interfaces) return cli_holds;
        return refuse({ErrorCode::missing_field, "", "--interface", "one of those above"});
    }
    const Result<Looked> looked = look_for_cameras(options.look, {options.who, options.when});
    if (!looked) return refuse(looked.error());
    const ScanTaken taken = take_scan(opened->site, looked->found, {options.who, options.when});
    if (options.json || options.format == "json") {
        ordered_json found = ordered_json::array();
        for (const SeenAddress& seen : looked->found)
            found.push_back({{"address", seen.address}, {"mac", seen.mac}, {"name", seen.name}});
        streams.out << dumped({{"found", found},
                               {"units", taken.units},
                               {"others", taken.others},
                               {"not_understood", looked->not_understood},
                               {"more", looked->more}});
    } else {
        for (const SeenAddress& seen : looked->found)
            streams.out << fmt::format("{:15} {:17} {}\n", seen.address, seen.mac, seen.name);
        streams.out << scan_text(taken) << "\n";
    }
    if (looked->not_understood > 0)
        streams.err << told("Answers that were not understood: {}", looked->not_understood) << "\n";
    if (const auto status = write_site(*opened, taken.site, options, streams)) return *status;
    return looked->found.empty() ? cli_fails : cli_holds;
}

}  // namespace ovant
