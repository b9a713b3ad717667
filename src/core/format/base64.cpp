// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/base64.h"

#include <boost/beast/core/detail/base64.hpp>

namespace ovant {

namespace codec = boost::beast::detail::base64;

std::string base64_encode(std::string_view bytes) {
    std::string out(codec::encoded_size(bytes.size()), '\0');
    out.resize(codec::encode(out.data(), bytes.data(), bytes.size()));
    return out;
}

std::string base64_decode(std::string_view text) {
    std::string out(codec::decoded_size(text.size()) + 3, '\0');
    out.resize(codec::decode(out.data(), text.data(), text.size()).first);
    return out;
}

}  // namespace ovant
