// SPDX-License-Identifier: GPL-3.0-or-later
// Remedies that set something on what is there, or put an injector to it. Private to core/choose.
#pragma once

#include <optional>
#include <string>

#include "core/choose/context.h"

namespace ovant {

struct SettingRemedy {
    Site site;
    std::string detail;  // the port or kind it is about, where the change itself does not say
};
// `context` of the whole site, its camera with a run. Nothing where there is nothing to set, or for
// a kind of remedy that is made elsewhere.
std::optional<SettingRemedy> setting_remedy(const ChooseContext& context, RemedyKind kind);

}  // namespace ovant
