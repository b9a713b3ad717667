// SPDX-License-Identifier: GPL-3.0-or-later
// For structs of many members: what makes, copies and destroys them is compiled once, in the file
// of the struct, and not anew in every file that handles one. Half of a build went there.
#pragma once

#define OVANT_VALUE(Type)             \
    Type();                           \
    Type(const Type&);                \
    Type(Type&&) noexcept;            \
    Type& operator=(const Type&);     \
    Type& operator=(Type&&) noexcept; \
    ~Type()

#define OVANT_VALUE_MADE(Type)                        \
    Type::Type() = default;                           \
    Type::Type(const Type&) = default;                \
    Type::Type(Type&&) noexcept = default;            \
    Type& Type::operator=(const Type&) = default;     \
    Type& Type::operator=(Type&&) noexcept = default; \
    Type::~Type() = default
