// SPDX-License-Identifier: GPL-3.0-or-later
// Why a text is no XML, in words of ours: those of the parser are for programmers. Private to
// core/format.
#pragma once

#include <expat.h>

namespace ovant {

inline const char* why_no_xml(XML_Error error) {
    switch (error) {
        case XML_ERROR_NO_ELEMENTS: return "there is nothing in it";
        case XML_ERROR_UNCLOSED_TOKEN:
        case XML_ERROR_UNCLOSED_CDATA_SECTION:
        case XML_ERROR_PARTIAL_CHAR: return "it is cut off";
        case XML_ERROR_TAG_MISMATCH: return "something that was begun is not ended";
        case XML_ERROR_DUPLICATE_ATTRIBUTE: return "one property is given twice";
        case XML_ERROR_JUNK_AFTER_DOC_ELEMENT: return "something follows after its end";
        case XML_ERROR_UNDEFINED_ENTITY: return "it uses a sign that it does not explain";
        case XML_ERROR_UNBOUND_PREFIX: return "it uses names that it does not explain";
        case XML_ERROR_UNKNOWN_ENCODING:
        case XML_ERROR_INCORRECT_ENCODING: return "its letters are stored in an unknown way";
        case XML_ERROR_NO_MEMORY: return "it is too large";
        default: return "it cannot be understood there";
    }
}

}  // namespace ovant
