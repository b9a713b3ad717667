// SPDX-License-Identifier: GPL-3.0-or-later
// Laid before a program (LD_PRELOAD): notes each file that it opens or looks at, in the file that
// OVANT_OPENED names.
#define _GNU_SOURCE
#include <dlfcn.h>
#include <fcntl.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include <unistd.h>

static int log_number = -1;

__attribute__((constructor)) static void begin(void) {
    const char* path = getenv("OVANT_OPENED");
    int (*real)(const char*, int, ...) = dlsym(RTLD_NEXT, "open");
    if (path) log_number = real(path, O_WRONLY | O_CREAT | O_APPEND | O_CLOEXEC, 0600);
}

static void note(const char* path) {
    if (log_number < 0 || !path) return;
    const ssize_t path_written = write(log_number, path, strlen(path));
    const ssize_t line_written = write(log_number, "\n", 1);
    (void)path_written;
    (void)line_written;
}

#define MODE_AFTER(last)                                   \
    int mode = 0;                                          \
    if (flags & (O_CREAT | O_TMPFILE)) {                   \
        va_list rest;                                      \
        va_start(rest, last);                              \
        mode = va_arg(rest, int);                          \
        va_end(rest);                                      \
    }

int open(const char* path, int flags, ...) {
    MODE_AFTER(flags)
    note(path);
    int (*real)(const char*, int, ...) = dlsym(RTLD_NEXT, "open");
    return real(path, flags, mode);
}
int open64(const char* path, int flags, ...) {
    MODE_AFTER(flags)
    note(path);
    int (*real)(const char*, int, ...) = dlsym(RTLD_NEXT, "open64");
    return real(path, flags, mode);
}
int openat(int at, const char* path, int flags, ...) {
    MODE_AFTER(flags)
    note(path);
    int (*real)(int, const char*, int, ...) = dlsym(RTLD_NEXT, "openat");
    return real(at, path, flags, mode);
}
int openat64(int at, const char* path, int flags, ...) {
    MODE_AFTER(flags)
    note(path);
    int (*real)(int, const char*, int, ...) = dlsym(RTLD_NEXT, "openat64");
    return real(at, path, flags, mode);
}
FILE* fopen(const char* path, const char* how) {
    note(path);
    FILE* (*real)(const char*, const char*) = dlsym(RTLD_NEXT, "fopen");
    return real(path, how);
}
FILE* fopen64(const char* path, const char* how) {
    note(path);
    FILE* (*real)(const char*, const char*) = dlsym(RTLD_NEXT, "fopen64");
    return real(path, how);
}
int stat(const char* path, struct stat* of) {
    note(path);
    int (*real)(const char*, struct stat*) = dlsym(RTLD_NEXT, "stat");
    return real(path, of);
}
int statx(int at, const char* restrict path, int flags, unsigned mask, struct statx* restrict of) {
    note(path);
    int (*real)(int, const char*, int, unsigned, struct statx*) = dlsym(RTLD_NEXT, "statx");
    return real(at, path, flags, mask, of);
}
int access(const char* path, int how) {
    note(path);
    int (*real)(const char*, int) = dlsym(RTLD_NEXT, "access");
    return real(path, how);
}
