// SPDX-License-Identifier: GPL-3.0-or-later
#include "net/look.h"

#include <ifaddrs.h>
#include <net/if.h>
#include <netinet/in.h>

#include <algorithm>
#include <array>
#include <boost/asio/io_context.hpp>
#include <boost/asio/ip/multicast.hpp>
#include <boost/asio/ip/udp.hpp>
#include <chrono>
#include <random>
#include <set>
#include <thread>

#include "core/fields/field_check.h"
#include "core/site/site_fields.h"

namespace ovant {
namespace {

namespace asio = boost::asio;
using asio::ip::udp;
using Clock = std::chrono::steady_clock;

constexpr auto pause = std::chrono::milliseconds(20);  // between looks at the socket
constexpr int probes_sent = 2;                         // datagrams are lost
constexpr std::size_t most_at_once = 200;              // before go_on is asked again

Error cannot(const std::string& interface_address, const boost::system::error_code& why) {
    return {ErrorCode::not_possible, "", "the interface " + interface_address, why.message()};
}

// A socket that sends to the group and hears, on this interface.
struct Opened {
    asio::io_context context;
    udp::socket socket{context};
    udp::endpoint group;
};

std::optional<Error> open(Opened& at, const LookFor& what, unsigned short own_port) {
    boost::system::error_code error;
    const auto address = asio::ip::make_address_v4(what.interface_address, error);
    if (error) return cannot(what.interface_address, error);
    at.group = {asio::ip::make_address_v4(discovery_group), what.port};
    at.socket.open(udp::v4(), error);
    if (!error && own_port != 0) at.socket.set_option(udp::socket::reuse_address(true), error);
    // Where the group is listened to, all that is sent to the port must come in.
    if (!error)
        at.socket.bind({own_port != 0 ? asio::ip::address_v4::any() : address, own_port}, error);
    if (!error && own_port != 0)
        at.socket.set_option(asio::ip::multicast::join_group(at.group.address().to_v4(), address),
                             error);
    if (!error) at.socket.set_option(asio::ip::multicast::outbound_interface(address), error);
    if (!error) at.socket.non_blocking(true, error);
    if (error) return cannot(what.interface_address, error);
    return std::nullopt;
}

}  // namespace

std::vector<Interface> network_interfaces() {
    std::vector<Interface> out;
    ifaddrs* all = nullptr;
    if (getifaddrs(&all) != 0) return out;
    for (const ifaddrs* one = all; one; one = one->ifa_next) {
        if (!one->ifa_addr || one->ifa_addr->sa_family != AF_INET || !(one->ifa_flags & IFF_UP))
            continue;
        const auto* in = reinterpret_cast<const sockaddr_in*>(one->ifa_addr);
        out.push_back(
            {one->ifa_name, asio::ip::address_v4(ntohl(in->sin_addr.s_addr)).to_string()});
    }
    freeifaddrs(all);
    std::stable_partition(out.begin(), out.end(),
                          [](const Interface& one) { return !one.address.starts_with("127."); });
    return out;
}

Result<Looked> look_for_cameras(const LookFor& what, const Signed& now,
                                const std::function<bool(double)>& go_on) {
    Opened at;
    if (std::optional<Error> error = open(at, what, 0)) return *error;
    std::random_device chance;
    const auto drawn = [&] { return (static_cast<std::uint64_t>(chance()) << 32) | chance(); };
    const std::string id = message_id(drawn(), drawn());
    const std::string probe = probe_text(id);
    for (int i = 0; i < probes_sent; ++i) {
        boost::system::error_code error;
        at.socket.send_to(asio::buffer(probe), at.group, 0, error);
        if (error) return cannot(what.interface_address, error);
    }
    Looked out;
    std::set<std::string> known;
    std::vector<char> bytes(largest_answer_bytes);
    const auto start = Clock::now();
    for (;;) {
        const double past_s = std::chrono::duration<double>(Clock::now() - start).count();
        if (past_s >= what.seconds || (go_on && !go_on(past_s / what.seconds))) return out;
        for (std::size_t taken = 0; taken < most_at_once; ++taken) {
            udp::endpoint from;
            boost::system::error_code error;
            const std::size_t size = at.socket.receive_from(asio::buffer(bytes), from, 0, error);
            if (error == asio::error::would_block) break;
            if (error) continue;
            const Result<ProbeMatch> match = read_probe_match({bytes.data(), size});
            if (!match || match->relates_to != id || match->addresses.empty()) {
                ++out.not_understood;
                continue;
            }
            for (const std::string& address : match->addresses) {
                if (known.contains(address + match->mac)) continue;
                if (out.found.size() == what.most) {
                    out.more = true;
                    continue;
                }
                SeenAddress seen{address, match->mac, match->name, now.who, now.when};
                if (wrong_field(seen)) seen.name.clear();
                if (wrong_field(seen)) {
                    ++out.not_understood;
                    continue;
                }
                known.insert(address + match->mac);
                out.found.push_back(std::move(seen));
            }
        }
        std::this_thread::sleep_for(pause);
    }
}

Result<bool> answer_probes(const LookFor& where, const std::vector<StandInDevice>& devices,
                           const std::function<void()>& ready, const std::function<bool()>& go_on) {
    Opened at;
    if (std::optional<Error> error = open(at, where, where.port)) return *error;
    ready();
    std::vector<char> bytes(largest_answer_bytes);
    while (go_on()) {
        udp::endpoint from;
        boost::system::error_code error;
        const std::size_t size = at.socket.receive_from(asio::buffer(bytes), from, 0, error);
        if (error) {
            std::this_thread::sleep_for(pause);
            continue;
        }
        const std::string id = probe_in({bytes.data(), size});
        if (id.empty()) continue;
        for (const StandInDevice& device : devices)
            at.socket.send_to(asio::buffer(probe_match_text(id, device)), from, 0, error);
    }
    return true;
}

}  // namespace ovant
