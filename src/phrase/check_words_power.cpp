// SPDX-License-Identifier: GPL-3.0-or-later
// What feeds a run: volts, watts, classes, pairs.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "phrase/check_words.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string unexpected_text(const Check& check, const TextContext& context) {
    const auto* feed = std::get_if<AlwaysOn>(&check.detail);
    const std::string volts = feed ? shown(feed->volts, Unit::volt, context.units) : said("volts");
    switch (check.note) {
        case Note::passive_into_poe:
            return told("{} gets {} that is always on, from {}: made for PoE that asks first",
                        check.subject, volts, check.other);
        case Note::other_volts:
            return told("{} gives {} that is always on to {}, which is not made for it",
                        check.other, volts, check.subject);
        case Note::on_behind_repeater:
            return told("{} passes PoE on, always on, into {}, which takes no power", check.other,
                        check.subject);
        case Note::takes_no_power:
            return told("{} puts {} that is always on into {}, which takes no power", check.other,
                        volts, check.subject);
        default: return title(check.id);
    }
}

}  // namespace

std::string camera_voltage_words(const Sentence& s) {
    if (s.check.note == Note::collapses) {
        return told("The line collapses{}: the cable cannot carry this load", when(s.check));
    }
    const auto* off = s.detail<OffBelow>();
    if (s.check.note == Note::not_promised && off) {
        return told("Camera runs{} on volts nobody promises: {} arrives, {} needed, dark below {}",
                    when(s.check), s.quantity(s.check.value), s.quantity(s.check.limit),
                    s.quantity(off->volts));
    }
    return s.fails ? told("Camera goes dark{}: {} arrives, {} needed", when(s.check),
                          s.quantity(s.check.value), s.quantity(s.check.limit))
                   : told("Volts at the camera are short of comfort{}: {}, {} needed",
                          when(s.check), s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string device_voltage_words(const Sentence& s) {
    if (s.check.note == Note::collapses) {
        return told("The line collapses{} before {}", when(s.check), s.check.subject);
    }
    return told("{} gets {}{}, needs {}", s.check.subject, s.quantity(s.check.value), when(s.check),
                s.quantity(s.check.limit));
}

std::string port_power_words(const Sentence& s) {
    if (s.check.note == Note::collapses) {
        return told("Port {} cannot feed this line{}", s.check.subject, when(s.check));
    }
    return s.fails
               ? told("Port {} is overloaded{}: {} of {}, it will cut and restart", s.check.subject,
                      when(s.check),
                      shown_number(s.check.value, s.check.unit, s.context.units, s.more),
                      s.quantity(s.check.limit))
               : told("Port {} gives {}{}, inside its {} but into the keep-back", s.check.subject,
                      s.quantity(s.check.value), when(s.check), s.quantity(s.check.limit));
}

std::string port_class_words(const Sentence& s) {
    if (s.check.note == Note::over_port_class) {
        return said("The load takes more than any PoE class carries");
    }
    if (s.check.note == Note::two_pairs) {
        return told(
            "The load asks for class {:g}, which needs four pairs; behind port {} there "
            "are two",
            s.check.limit, s.check.subject);
    }
    return told("Port {} offers class {:g}, the load asks for class {:g}", s.check.subject,
                s.check.value, s.check.limit);
}

std::string pair_current_words(const Sentence& s) {
    if (s.check.note == Note::collapses)
        return said("The line collapses before any steady current");
    return told("{} in a pairset{}, {} is the most", s.quantity(s.check.value), when(s.check),
                s.quantity(s.check.limit));
}

std::string switch_power_words(const Sentence& s) {
    return s.fails ? told("{} is asked for {}, its supply gives {}", s.check.subject,
                          s.quantity(s.check.value), s.quantity(s.check.limit))
                   : told("{} gives {} of {}, into the keep-back", s.check.subject,
                          shown_number(s.check.value, s.check.unit, s.context.units, s.more),
                          s.quantity(s.check.limit));
}

std::string dc_voltage_words(const Sentence& s) {
    return s.check.note == Note::no_signature
               ? told("{} asks for no PoE, so port {} gives none", s.check.subject, s.check.other)
               : told("{} would get {}, it stands {}", s.check.subject, s.quantity(s.check.value),
                      s.quantity(s.check.limit));
}

std::string dc_polarity_words(const Sentence& s) {
    return told("Plus and minus are crossed between {} and {}", s.check.other, s.check.subject);
}

std::string power_limited_words(const Sentence& s) {
    return s.check.note == Note::not_limited
               ? told("{} is not marked as a power-limited source", s.check.subject)
               : told("{} gives {}, a power-limited circuit ends at {}", s.check.subject,
                      s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string keeps_on_words(const Sentence& s) {
    return told("Asleep, what hangs on {} takes {}: under {} the port takes it for unplugged",
                s.check.subject, s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string inrush_words(const Sentence& s) {
    return told("What hangs on {} takes {} to charge when it is let in, {} is the most",
                s.check.subject, s.quantity(s.check.value), s.quantity(s.check.limit));
}

std::string pair_alternative_words(const Sentence& s) {
    return s.fails ? told("Port {} feeds the pairs that {} does not pass on", s.check.subject,
                          s.check.other)
                   : told("Nobody says which pairs port {} feeds", s.check.subject);
}

std::string trunk_power_words(const Sentence& s) {
    return told("{} passes on {}, it can {}", s.check.subject, s.quantity(s.check.value),
                s.quantity(s.check.limit));
}

std::string arriving_power_words(const Sentence& s) {
    const auto* fed = s.detail<FedOver>();
    if (s.check.note == Note::collapses || !fed)
        return told("The line collapses before {}", s.check.subject);
    return told("{} takes {}{} over {}: of port {} the maker says {} arrives", s.check.subject,
                s.quantity(s.check.value), when(s.check),
                shown(fed->length_m, Unit::metre, s.context.units), s.check.other,
                s.quantity(s.check.limit));
}

std::string unexpected_power_words(const Sentence& s) {
    return unexpected_text(s.check, s.context);
}

std::string port_refused_words(const Sentence& s) {
    const auto* refused = s.detail<RefusedPorts>();
    const int count = refused ? refused->count : 1;
    if (refused && refused->settled)
        return told(
            "Port {}.{} never gets power back: {} free once the others run, its class takes {}{}",
            s.check.subject, s.check.other, s.quantity(std::max(0.0, s.check.limit)),
            s.quantity(s.check.value), count > 1 ? told("; {} ports in all", count) : "");
    return told("When all start at once, port {}.{} {}: {} free, its class takes {}{}",
                s.check.subject, s.check.other,
                s.fails ? said("gets no power") : said("waits for power"),
                s.quantity(std::max(0.0, s.check.limit)), s.quantity(s.check.value),
                count > 1 ? told("; {} ports in all", count) : "");
}

std::string one_supply_words(const Sentence& s) {
    return told("With one supply of two {} gives {}, its ports take {}", s.check.subject,
                s.quantity(s.check.limit), s.quantity(s.check.value));
}

std::string backup_time_words(const Sentence& s) {
    const auto* load = s.detail<BackupLoad>();
    if (s.check.note == Note::overloaded && load) {
        return told("{} is loaded with {}, it gives {}", s.check.subject,
                    shown(load->load_w, Unit::watt, s.context.units),
                    shown(load->output_w, Unit::watt, s.context.units));
    }
    return told("Backup {} lasts {}, {} wanted", s.check.subject,
                duration_text(s.check.value * 3600), duration_text(s.check.limit * 3600));
}

}  // namespace ovant
