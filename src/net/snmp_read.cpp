// SPDX-License-Identifier: GPL-3.0-or-later
#include "net/snmp_read.h"

#include <charconv>
#include <net-snmp/net-snmp-config.h>
// After its configuration.
#include <net-snmp/net-snmp-includes.h>
#include <net-snmp/library/snmpusm.h>
#include <sys/resource.h>

#include <algorithm>
#include <chrono>
#include <cstdlib>
#include <memory>
#include <mutex>

namespace ovant {
namespace {

constexpr long at_once = 24;                     // rows asked for in one question
constexpr std::size_t most_of_a_column = 8'000;  // a table of learnt addresses may be long
constexpr std::size_t most_bytes = 16 << 20;
constexpr std::size_t shortest_phrase = 8;  // RFC 3414

Error cannot(const SnmpAt& at, const std::string& why) {
    return {ErrorCode::not_possible, "", at.address, why};
}

void set_up() {
    static std::once_flag done;
    std::call_once(done, [] {
        keep_snmp_to_itself();
        init_snmp("ovant");
        // No core file with a login in it.
        const rlimit none{0, 0};
        setrlimit(RLIMIT_CORE, &none);
    });
}

struct Closing {
    void operator()(void* session) const { snmp_sess_close(session); }
};
using Session = std::unique_ptr<void, Closing>;
struct Freeing {
    void operator()(netsnmp_pdu* pdu) const { snmp_free_pdu(pdu); }
};
using Answer = std::unique_ptr<netsnmp_pdu, Freeing>;

// The key that a pass phrase makes, RFC 3414 A.2.
bool make_key(const oid* protocol, std::size_t size, const std::string& phrase, u_char* key,
              std::size_t& key_size) {
    key_size = USM_AUTH_KU_LEN;
    return generate_Ku(protocol, static_cast<u_int>(size),
                       reinterpret_cast<const u_char*>(phrase.data()), phrase.size(), key,
                       &key_size) == SNMPERR_SUCCESS;
}

bool take_auth(snmp_session& session, const SnmpLogin& login) {
    switch (login.auth) {
        case SnmpAuth::md5:
            session.securityAuthProto = usmHMACMD5AuthProtocol;
            session.securityAuthProtoLen = USM_AUTH_PROTO_MD5_LEN;
            break;
        case SnmpAuth::sha1:
            session.securityAuthProto = usmHMACSHA1AuthProtocol;
            session.securityAuthProtoLen = USM_AUTH_PROTO_SHA_LEN;
            break;
        case SnmpAuth::sha256:
            session.securityAuthProto = usmHMAC192SHA256AuthProtocol;
            session.securityAuthProtoLen = OID_LENGTH(usmHMAC192SHA256AuthProtocol);
            break;
    }
    const auto key = [&](const std::string& phrase, u_char* to, std::size_t& size) {
        return make_key(session.securityAuthProto, session.securityAuthProtoLen, phrase, to, size);
    };
    if (!key(login.auth_phrase, session.securityAuthKey, session.securityAuthKeyLen)) return false;
    session.securityLevel = SNMP_SEC_LEVEL_AUTHNOPRIV;
    if (login.privacy == SnmpPrivacy::none) return true;
    session.securityLevel = SNMP_SEC_LEVEL_AUTHPRIV;
    const bool aes = login.privacy == SnmpPrivacy::aes128;
    session.securityPrivProto = aes ? usmAESPrivProtocol : usmDESPrivProtocol;
    session.securityPrivProtoLen = aes ? USM_PRIV_PROTO_AES_LEN : USM_PRIV_PROTO_DES_LEN;
    return key(login.privacy_phrase, session.securityPrivKey, session.securityPrivKeyLen);
}

// The library keeps the keys of users, and would take them for the next read, which may be with
// another pass phrase.
void forget_users() {
    while (usmUser* user = usm_get_userList()) {
        usm_remove_user(user);
        usm_free_user(user);
    }
}

std::string why_not(int error) {
    switch (error) {
        case SNMPERR_TIMEOUT:
            return "nothing answers: is SNMP on, the address right, and for v2c the community?";
        case SNMPERR_UNKNOWN_USER_NAME: return "the switch does not know this user";
        case SNMPERR_AUTHENTICATION_FAILURE:
            return "the switch refuses the pass phrase for signing";
        case SNMPERR_DECRYPTION_ERR:
            return "the pass phrase for encryption is another than the switch's";
        case SNMPERR_UNSUPPORTED_SEC_LEVEL:
            return "the switch wants another level: with or without encryption";
        case SNMPERR_UNKNOWN_ENG_ID:
        case SNMPERR_NOT_IN_TIME_WINDOW: return "the switch and v3 do not agree on the time";
        case SNMPERR_BAD_LOCPORT:
        case SNMPERR_BAD_ADDRESS:
        case SNMPERR_BAD_SENDTO:
        case SNMPERR_NO_SOCKET: return "this computer cannot reach it over this interface";
        default: return "it answers otherwise than SNMP asks for";
    }
}

SnmpVar taken(const netsnmp_variable_list& var) {
    SnmpVar out;
    for (std::size_t i = 0; i < var.name_length; ++i)
        out.oid.push_back(static_cast<std::uint32_t>(var.name[i]));
    switch (var.type) {
        case ASN_OCTET_STR:
        case ASN_OPAQUE:
        case ASN_IPADDRESS:
            out.type = SnmpType::octets;
            if (var.val.string)
                out.octets.assign(reinterpret_cast<const char*>(var.val.string), var.val_len);
            break;
        case ASN_OBJECT_ID:
            out.type = SnmpType::object_id;
            for (std::size_t i = 0; i < var.val_len / sizeof(oid); ++i)
                out.object.push_back(static_cast<std::uint32_t>(var.val.objid[i]));
            break;
        case ASN_COUNTER64:
            out.type = SnmpType::counter64;
            if (var.val.counter64)
                out.number = (static_cast<std::uint64_t>(var.val.counter64->high) << 32) |
                             (var.val.counter64->low & 0xffffffffU);
            break;
        case ASN_INTEGER:
        case ASN_COUNTER:
        case ASN_GAUGE:
        case ASN_TIMETICKS:
        case ASN_UINTEGER:
            out.type = var.type == ASN_COUNTER     ? SnmpType::counter32
                       : var.type == ASN_GAUGE     ? SnmpType::gauge32
                       : var.type == ASN_TIMETICKS ? SnmpType::timeticks
                                                   : SnmpType::integer;
            if (var.val.integer) {
                const auto number = static_cast<std::int64_t>(*var.val.integer);
                out.number = out.type == SnmpType::integer
                                 ? static_cast<std::uint64_t>(number)
                                 : static_cast<std::uint64_t>(number) & 0xffffffffU;
            }
            break;
        default: out.type = SnmpType::octets;  // of a type that no column has: as nothing
    }
    return out;
}

// Reads one column after the other.
class Walk {
public:
    Walk(Session session, const SnmpAt& at, const std::function<bool(double)>& go_on)
        : session_(std::move(session)), at_(at), go_on_(go_on) {}

    Result<SnmpRead> all() {
        const std::vector<SwitchColumn>& columns = switch_columns();
        for (std::size_t i = 0; i < columns.size(); ++i) {
            const double share = static_cast<double>(i) / static_cast<double>(columns.size());
            if (std::optional<Error> error = column(columns[i].oid, share)) return *error;
            if (stopped_ || past_s() > at_.most_s) break;
        }
        if (kept_back_ && out_.vars.empty())
            return cannot(at_,
                          "the switch lets this login see nothing: other rights, or encryption");
        out_.more |= past_s() > at_.most_s;
        return std::move(out_);
    }

private:
    double past_s() const {
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - start_).count();
    }
    std::optional<Error> column(const SnmpOid& column, double share) {
        std::vector<oid> next(column.begin(), column.end());
        std::size_t rows = 0;
        for (;;) {
            if (go_on_ && !go_on_(share)) {
                stopped_ = true;
                return std::nullopt;
            }
            netsnmp_pdu* question = snmp_pdu_create(SNMP_MSG_GETBULK);
            question->non_repeaters = 0;
            question->max_repetitions = at_once;
            snmp_add_null_var(question, next.data(), next.size());
            netsnmp_pdu* raw = nullptr;
            const int status = snmp_sess_synch_response(session_.get(), question, &raw);
            const Answer answer(raw);
            if (status != STAT_SUCCESS || !answer) return failed(status);
            if (answer->errstat != SNMP_ERR_NOERROR) {
                // A table that may not be looked at is one that is not there.
                if (answer->errstat == SNMP_ERR_NOSUCHNAME ||
                    answer->errstat == SNMP_ERR_AUTHORIZATIONERROR ||
                    answer->errstat == SNMP_ERR_NOACCESS) {
                    kept_back_ = true;
                    return std::nullopt;
                }
                return cannot(at_, "it refuses to tell its tables");
            }
            const netsnmp_variable_list* var = answer->variables;
            if (!var) return std::nullopt;
            for (; var; var = var->next_variable) {
                if (!inside(*var, column)) return std::nullopt;
                if (snmp_oid_compare(var->name, var->name_length, next.data(), next.size()) <= 0)
                    return cannot(at_, "its answers make no sense: their ids go backwards");
                bytes_ += var->val_len;
                if (rows++ == most_of_a_column || out_.vars.size() == at_.most_vars ||
                    bytes_ > most_bytes || past_s() > at_.most_s) {
                    out_.more = true;
                    return std::nullopt;
                }
                out_.vars.push_back(taken(*var));
                next.assign(var->name, var->name + var->name_length);
            }
        }
    }
    static bool inside(const netsnmp_variable_list& var, const SnmpOid& column) {
        return var.type != SNMP_ENDOFMIBVIEW && var.type != SNMP_NOSUCHOBJECT &&
               var.type != SNMP_NOSUCHINSTANCE && var.name_length > column.size() &&
               std::equal(column.begin(), column.end(), var.name);
    }
    Error failed(int status) const {
        if (status == STAT_TIMEOUT)
            return cannot(at_, out_.vars.empty() ? why_not(SNMPERR_TIMEOUT)
                                                 : "it stopped answering while it was read");
        int system = 0, library = 0;
        char* text = nullptr;
        snmp_sess_error(session_.get(), &system, &library, &text);
        free(text);
        return cannot(at_, why_not(library));
    }

    Session session_;
    const SnmpAt& at_;
    const std::function<bool(double)>& go_on_;
    const std::chrono::steady_clock::time_point start_ = std::chrono::steady_clock::now();
    SnmpRead out_;
    bool stopped_ = false;
    std::size_t bytes_ = 0;   // of all values
    bool kept_back_ = false;  // a table that this login may not look at
};

}  // namespace

void keep_snmp_to_itself() {
    netsnmp_register_loghandler(NETSNMP_LOGHANDLER_NONE, LOG_DEBUG);
    for (int flag : {NETSNMP_DS_LIB_DONT_READ_CONFIGS, NETSNMP_DS_LIB_DONT_PERSIST_STATE,
                     NETSNMP_DS_LIB_DONT_LOAD_HOST_FILES})
        netsnmp_ds_set_boolean(NETSNMP_DS_LIBRARY_ID, flag, 1);
    // No folder, so that none is made either.
    set_persistent_directory("/dev/null");
    netsnmp_set_mib_directory("/dev/null");
}

std::string wrong_with(const SnmpLogin& login) {
    if (!login.version_3) return login.community.empty() ? "the community is missing" : "";
    if (login.user.empty()) return "the user is missing";
    if (login.auth_phrase.size() < shortest_phrase)
        return "the pass phrase for signing has 8 characters or more";
    if (login.privacy != SnmpPrivacy::none && login.privacy_phrase.size() < shortest_phrase)
        return "the pass phrase for encryption has 8 characters or more";
    return "";
}

Result<SnmpAt> with_address(SnmpAt at, std::string_view text) {
    const std::size_t colon = text.rfind(':');
    at.address = text.substr(0, colon);
    if (colon == std::string_view::npos) return at;
    const std::string_view port = text.substr(colon + 1);
    const auto [end, code] = std::from_chars(port.data(), port.data() + port.size(), at.port);
    if (code != std::errc() || end != port.data() + port.size() || at.port == 0)
        return Error{ErrorCode::bad_value, "", std::string(port), "a port from 1 to 65535"};
    return at;
}

Result<SnmpRead> read_snmp(const SnmpAt& at, const SnmpLogin& login,
                           const std::function<bool(double)>& go_on) {
    if (const std::string why = wrong_with(login); !why.empty()) return cannot(at, why);
    static std::mutex one_at_a_time;
    const std::lock_guard<std::mutex> lock(one_at_a_time);
    set_up();
    snmp_session session{};
    snmp_sess_init(&session);
    std::string peer = "udp:" + at.address + ":" + std::to_string(at.port);
    std::string own = at.interface_address;
    std::string community = login.community, user = login.user;
    session.peername = peer.data();
    if (!own.empty()) session.localname = own.data();
    session.timeout = static_cast<long>(at.timeout_s * 1e6);
    session.retries = at.tries - 1;
    if (login.version_3) {
        session.version = SNMP_VERSION_3;
        session.securityName = user.data();
        session.securityNameLen = user.size();
        if (!take_auth(session, login)) return cannot(at, "the pass phrases make no key");
    } else {
        session.version = SNMP_VERSION_2c;
        session.community = reinterpret_cast<u_char*>(community.data());
        session.community_len = community.size();
    }
    Session opened(snmp_sess_open(&session));
    if (!opened) {
        int system = 0, library = 0;
        char* text = nullptr;
        snmp_error(&session, &system, &library, &text);
        free(text);
        forget_users();
        return cannot(at, why_not(library != 0 ? library : SNMPERR_BAD_ADDRESS));
    }
    Result<SnmpRead> out = Walk(std::move(opened), at, go_on).all();
    forget_users();
    return out;
}

}  // namespace ovant
