// SPDX-License-Identifier: GPL-3.0-or-later
// Addresses and channels of recorders.
#include "phrase/check_words.h"
#include "phrase/translate.h"

namespace ovant {

std::string address_clash_words(const Sentence& s) {
    const auto* at = s.detail<AddressAt>();
    if (!at) return title(s.check.id);
    switch (s.check.note) {
        case Note::subnets_overlap:
            return told("{} and {} overlap: {}", s.check.subject, at->other, at->address);
        case Note::seen_in_use:
            return told("{} is to have {}, where {} was found", s.check.subject, at->address,
                        at->other.empty() ? said("somebody else") : at->other);
        case Note::is_gateway:
            return told("{} is to have {}, the gateway of {}", s.check.subject, at->address,
                        at->other);
        case Note::is_reserved:
            return told("{} is to have {}, which {} keeps free", s.check.subject, at->address,
                        at->other);
        default: return told("{} and {} both have {}", s.check.subject, at->other, at->address);
    }
}

std::string address_outside_words(const Sentence& s) {
    const auto* at = s.detail<AddressAt>();
    if (!at) return title(s.check.id);
    if (s.check.note == Note::no_host)
        return told("{} has {}, which names {} as a whole", s.check.subject, at->address,
                    at->other);
    return told("{} has {}, in no subnet of the site", s.check.subject, at->address);
}

std::string address_handed_out_words(const Sentence& s) {
    const auto* at = s.detail<AddressAt>();
    if (!at) return title(s.check.id);
    return told("{} has {}, which {} hands out by DHCP", s.check.subject, at->address, at->other);
}

std::string gateway_outside_words(const Sentence& s) {
    const auto* at = s.detail<AddressAt>();
    if (!at) return title(s.check.id);
    if (s.check.note == Note::no_host)
        return told("The gateway {} of {} names {} as a whole", at->address, s.check.subject,
                    at->other);
    return told("The gateway {} of {} is not in {}", at->address, s.check.subject, at->other);
}

std::string subnet_full_words(const Sentence& s) {
    return told("{} units want an address of {}, there are {}", s.check.value, s.check.subject,
                s.check.limit);
}

std::string address_missing_words(const Sentence& s) {
    return told("{} has no address yet", s.check.subject);
}

std::string channel_clash_words(const Sentence& s) {
    const auto* at = s.detail<ChannelAt>();
    if (!at) return title(s.check.id);
    if (s.check.note == Note::past_channels)
        return told("{} is to have channel {}, {} has {}", s.check.subject, at->channel,
                    at->recorder, at->other);
    return at->recorder.empty()
               ? told("{} and {} both have channel {}", s.check.subject, at->other, at->channel)
               : told("{} and {} both have channel {} of {}", s.check.subject, at->other,
                      at->channel, at->recorder);
}

std::string recorder_channels_words(const Sentence& s) {
    return told("{:g} cameras arrive at {}, it has {:g} channels", s.check.value, s.check.subject,
                s.check.limit);
}

std::string channel_missing_words(const Sentence& s) {
    return told("{} has no channel at the recorder yet", s.check.subject);
}

}  // namespace ovant
