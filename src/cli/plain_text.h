// SPDX-License-Identifier: GPL-3.0-or-later
// What programs print. A site comes from strangers: its names may hold anything.
#pragma once

#include <ostream>
#include <streambuf>

namespace ovant {

// Lets text through and nothing that commands a terminal: control characters, of one byte or of two
// in UTF-8, become question marks.
class PlainText : public std::streambuf {
public:
    explicit PlainText(std::ostream& to) : to_(to) {}

protected:
    int_type overflow(int_type next) override {
        if (traits_type::eq_int_type(next, traits_type::eof())) return traits_type::not_eof(next);
        const auto byte = static_cast<unsigned char>(next);
        if (led_ && byte >= 0x80 && byte <= 0x9f) {
            led_ = false;
            to_.put('?');
        } else {
            if (led_) to_.put(lead);
            led_ = byte == static_cast<unsigned char>(lead);
            const bool commands = (byte < 0x20 && byte != '\n' && byte != '\t') || byte == 0x7f;
            if (!led_) to_.put(commands ? '?' : static_cast<char>(byte));
        }
        return to_ ? next : traits_type::eof();
    }
    int sync() override {
        to_.flush();
        return to_ ? 0 : -1;
    }

private:
    static constexpr char lead = '\xc2';  // begins the controls of two bytes, and letters
    std::ostream& to_;
    bool led_ = false;
};

}  // namespace ovant
