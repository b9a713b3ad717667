// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/digest.h"

#include <fmt/format.h>
#include <openssl/evp.h>

#include "core/format/site_json.h"

namespace ovant {

std::string sha256_of(std::string_view bytes) {
    unsigned char digest[EVP_MAX_MD_SIZE];
    unsigned size = 0;
    if (EVP_Digest(bytes.data(), bytes.size(), digest, &size, EVP_sha256(), nullptr) != 1)
        return "";
    std::string out;
    for (unsigned i = 0; i < size; ++i) out += fmt::format("{:02x}", digest[i]);
    return out;
}

std::string sha256_of(const Site& site) {
    Site plain = site;
    plain.handovers.clear();
    return sha256_of(write_site(plain));
}

}  // namespace ovant
