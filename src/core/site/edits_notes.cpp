// SPDX-License-Identifier: GPL-3.0-or-later
// What practitioners noted of a run.
#include "core/site/edits.h"
#include "core/site/edits_common.h"

namespace ovant {

Result<Site> note_seen_to_work(Site site, std::string_view link_id, std::vector<SeenToWork> notes) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->proven = std::move(notes);
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

}  // namespace ovant
