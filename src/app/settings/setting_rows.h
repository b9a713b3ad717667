// SPDX-License-Identifier: GPL-3.0-or-later
// Every setting of a site as a person meets it: its group, its name, what it means and what it
// changes. A new setting is a field of Settings, a row here, and nothing else in the window.
#pragma once

#include <QString>

#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "core/site/site.h"

namespace ovant {

enum class SettingGroup {
    judging,
    lengths,
    kept_back,
    weather,
    radio,
    backup,
    work,
    buying,
    offer,
    day,
    practice
};
inline constexpr int setting_group_count = static_cast<int>(SettingGroup::practice) + 1;
QString title(SettingGroup group);

struct NumberSetting {
    Unit unit;
    double factor;  // shown = stored × factor
    double& (*value)(Settings&);
    const char* nothing = nullptr;  // what an empty field says; it is stored as 0
};
struct MaybeNumberSetting {  // none is stored as none
    Unit unit;
    const char* nothing;
    std::optional<double>& (*value)(Settings&);
};
struct ChoiceSetting {
    int (*get)(const Settings&);
    void (*set)(Settings&, int);
    std::vector<const char*> words;  // by the number of the choice
};
struct FlagSetting {
    bool& (*value)(Settings&);
};
struct TextSetting {
    std::string& (*value)(Settings&);
    int most_letters;
};

struct SettingRow {
    SettingGroup group;
    const char* label;
    const char* meaning;  // what it means and what it changes
    const char* name;     // of its field
    const char* place;    // as an error names it
    std::variant<NumberSetting, MaybeNumberSetting, ChoiceSetting, FlagSetting, TextSetting> holds;
};

// In the order of the groups.
const std::vector<SettingRow>& setting_rows();

// A text of the table in the language of the window.
QString said(const char* text);
// The value as it is shown: "20 %", "no limit", "yes".
QString shown_setting(const SettingRow& row, const Settings& settings, UnitSystem units);
// Whether two settings say the same in this row.
bool same_setting(const SettingRow& row, const Settings& a, const Settings& b);
void copy_setting(const SettingRow& row, const Settings& from, Settings& to);

}  // namespace ovant
