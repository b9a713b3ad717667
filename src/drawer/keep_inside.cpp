// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawer/keep_inside.h"

#include <fcntl.h>
#include <linux/landlock.h>
#include <sys/prctl.h>
#include <sys/syscall.h>
#include <unistd.h>

#include <cstdlib>
#include <string>

namespace ovant {
namespace {

constexpr __u64 all_rights =
    LANDLOCK_ACCESS_FS_EXECUTE | LANDLOCK_ACCESS_FS_WRITE_FILE | LANDLOCK_ACCESS_FS_READ_FILE |
    LANDLOCK_ACCESS_FS_READ_DIR | LANDLOCK_ACCESS_FS_REMOVE_DIR | LANDLOCK_ACCESS_FS_REMOVE_FILE |
    LANDLOCK_ACCESS_FS_MAKE_CHAR | LANDLOCK_ACCESS_FS_MAKE_DIR | LANDLOCK_ACCESS_FS_MAKE_REG |
    LANDLOCK_ACCESS_FS_MAKE_SOCK | LANDLOCK_ACCESS_FS_MAKE_FIFO | LANDLOCK_ACCESS_FS_MAKE_BLOCK |
    LANDLOCK_ACCESS_FS_MAKE_SYM;

void allow_reading(int rules, const std::string& folder) {
    const int at = open(folder.c_str(), O_PATH | O_CLOEXEC);
    if (at < 0) return;
    landlock_path_beneath_attr beneath{LANDLOCK_ACCESS_FS_READ_FILE | LANDLOCK_ACCESS_FS_READ_DIR,
                                       at};
    syscall(SYS_landlock_add_rule, rules, LANDLOCK_RULE_PATH_BENEATH, &beneath, 0);
    close(at);
}

}  // namespace

bool keep_inside() {
    const landlock_ruleset_attr handled{all_rights};
    const int rules =
        static_cast<int>(syscall(SYS_landlock_create_ruleset, &handled, sizeof handled, 0));
    if (rules < 0) return false;
    const char* home = std::getenv("HOME");
    for (const char* folder : {"/usr", "/lib", "/lib64", "/etc/fonts", "/var/cache/fontconfig"})
        allow_reading(rules, folder);
    if (home) {
        for (const char* folder : {"/.fonts", "/.local/share/fonts", "/.cache/fontconfig"})
            allow_reading(rules, std::string(home) + folder);
    }
    const bool kept = prctl(PR_SET_NO_NEW_PRIVS, 1, 0, 0, 0) == 0 &&
                      syscall(SYS_landlock_restrict_self, rules, 0) == 0;
    close(rules);
    return kept;
}

}  // namespace ovant
