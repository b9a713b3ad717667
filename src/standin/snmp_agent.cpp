// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/snmp_agent.h"

#include <net-snmp/net-snmp-config.h>
// After its configuration, in this order.
#include <net-snmp/net-snmp-includes.h>
#include <net-snmp/agent/net-snmp-agent-includes.h>

#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <map>
#include <thread>

namespace ovant {
namespace {

using Clock = std::chrono::steady_clock;
constexpr auto pause = std::chrono::milliseconds(5);  // between looks at the socket
constexpr auto kept_for = std::chrono::milliseconds(100);

// What the handlers answer from; they have the library's C interface, which hands this back.
struct Tables {
    const std::function<std::vector<SnmpVar>()>& now;
    std::vector<SnmpVar> vars;
    Clock::time_point of{};

    void renew() {
        if (!vars.empty() && Clock::now() - of < kept_for) return;
        vars = now();
        of = Clock::now();
    }
};

void put(netsnmp_variable_list* to, const SnmpVar& var) {
    std::vector<oid> name(var.oid.begin(), var.oid.end());
    snmp_set_var_objid(to, name.data(), name.size());
    const auto whole = [&](u_char type) {
        const long number = static_cast<long>(static_cast<std::int64_t>(var.number));
        snmp_set_var_typed_value(to, type, &number, sizeof number);
    };
    switch (var.type) {
        case SnmpType::integer: return whole(ASN_INTEGER);
        case SnmpType::counter32: return whole(ASN_COUNTER);
        case SnmpType::gauge32: return whole(ASN_GAUGE);
        case SnmpType::timeticks: return whole(ASN_TIMETICKS);
        case SnmpType::counter64: {
            const counter64 wide = {static_cast<u_long>(var.number >> 32),
                                    static_cast<u_long>(var.number & 0xffffffffU)};
            snmp_set_var_typed_value(to, ASN_COUNTER64, &wide, sizeof wide);
            return;
        }
        case SnmpType::octets:
            snmp_set_var_typed_value(to, ASN_OCTET_STR, var.octets.data(), var.octets.size());
            return;
        case SnmpType::object_id: {
            const std::vector<oid> object(var.object.begin(), var.object.end());
            snmp_set_var_typed_value(to, ASN_OBJECT_ID, object.data(), object.size() * sizeof(oid));
            return;
        }
    }
}

int handle(netsnmp_mib_handler* handler, netsnmp_handler_registration* at,
           netsnmp_agent_request_info* info, netsnmp_request_info* requests) {
    Tables& tables = *static_cast<Tables*>(handler->myvoid);
    tables.renew();
    const bool next = info->mode == MODE_GETNEXT;
    for (netsnmp_request_info* one = requests; one; one = one->next) {
        if (one->processed) continue;
        const netsnmp_variable_list& asked = *one->requestvb;
        const SnmpOid wanted(asked.name, asked.name + asked.name_length);
        const auto less = [](const SnmpVar& var, const SnmpOid& id) { return var.oid < id; };
        auto found = std::lower_bound(tables.vars.begin(), tables.vars.end(), wanted, less);
        if (next && found != tables.vars.end() && found->oid == wanted && !one->inclusive) ++found;
        const bool inside =
            found != tables.vars.end() && found->oid.size() >= at->rootoid_len &&
            std::equal(at->rootoid, at->rootoid + at->rootoid_len, found->oid.begin());
        if (next ? inside : inside && found->oid == wanted)
            put(one->requestvb, *found);
        else if (!next)
            netsnmp_set_request_error(info, one, SNMP_NOSUCHINSTANCE);
    }
    return SNMP_ERR_NOERROR;
}

void serve(const char* name, const std::vector<oid>& root, Tables& tables) {
    netsnmp_handler_registration* at = netsnmp_create_handler_registration(
        name, handle, root.data(), root.size(), HANDLER_CAN_RONLY);
    at->handler->myvoid = &tables;
    netsnmp_register_handler(at);
}

void configure(const std::string& line) {
    std::string text = "[snmpd] " + line;
    netsnmp_config(text.data());
}

// The library takes logins as lines of its configuration: what would be another word or line there
// is none for a login.
bool is_one_word(const std::string& text) {
    return !text.empty() && std::all_of(text.begin(), text.end(), [](unsigned char letter) {
        return letter > ' ' && letter < 0x7f && letter != '"' && letter != '\\' && letter != '#' &&
               letter != '\'';
    });
}
bool fits_in_quotes(const std::string& text) {
    return std::all_of(text.begin(), text.end(), [](unsigned char letter) {
        return letter >= ' ' && letter < 0x7f && letter != '"' && letter != '\\';
    });
}

void let_in(const SnmpLogin& login) {
    if (!login.version_3) return configure("rocommunity " + login.community);
    const char* auth = login.auth == SnmpAuth::md5    ? "MD5"
                       : login.auth == SnmpAuth::sha1 ? "SHA"
                                                      : "SHA-256";
    std::string user = fmt::format("createUser {} {} \"{}\"", login.user, auth, login.auth_phrase);
    if (login.privacy != SnmpPrivacy::none)
        user += fmt::format(" {} \"{}\"", login.privacy == SnmpPrivacy::des ? "DES" : "AES",
                            login.privacy_phrase);
    configure(user);
    configure(fmt::format("rouser {} {}", login.user,
                          login.privacy == SnmpPrivacy::none ? "auth" : "priv"));
}

}  // namespace

Result<bool> answer_snmp(const AgentAt& at, const std::function<std::vector<SnmpVar>()>& now,
                         const std::function<void()>& ready, const std::function<bool()>& go_on) {
    if (const std::string why = wrong_with(at.login); !why.empty())
        return Error{ErrorCode::not_possible, "", at.address, why};
    if (!is_one_word(at.login.version_3 ? at.login.user : at.login.community) ||
        !fits_in_quotes(at.login.auth_phrase) || !fits_in_quotes(at.login.privacy_phrase))
        return Error{ErrorCode::not_possible, "", at.address,
                     "a user or community of this stand-in is one word of plain letters, a pass "
                     "phrase has no quotes or backslashes"};
    Tables tables{now, {}, {}};
    keep_snmp_to_itself();
    netsnmp_ds_set_boolean(NETSNMP_DS_APPLICATION_ID, NETSNMP_DS_AGENT_ROLE, 0);  // no subagent
    const std::string listen = fmt::format("udp:{}:{}", at.address, at.port);
    netsnmp_ds_set_string(NETSNMP_DS_APPLICATION_ID, NETSNMP_DS_AGENT_PORTS, listen.c_str());
    init_agent("snmpd");
    serve("ovantMib2", {1, 3, 6, 1, 2, 1}, tables);
    serve("ovantLldp", {1, 0, 8802, 1, 1, 2}, tables);
    init_snmp("snmpd");
    let_in(at.login);
    if (init_master_agent() != 0)
        return Error{ErrorCode::not_possible, "", listen, "it cannot listen there"};
    ready();
    while (go_on()) {
        while (agent_check_and_process(0) > 0) {
        }
        std::this_thread::sleep_for(pause);
    }
    snmp_shutdown("snmpd");
    return true;
}

}  // namespace ovant
