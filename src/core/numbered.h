// SPDX-License-Identifier: GPL-3.0-or-later
// Where a thing stands in its list, with a type for each list: the number of a device cannot be
// taken for that of a link, and a list is reached into by its own numbers only.
//
//     By<DeviceNumber, Surroundings> surroundings;
//     for (DeviceNumber device : surroundings.numbers()) warm(surroundings[device]);
#pragma once

#include <compare>
#include <cstddef>
#include <vector>

namespace ovant {

template <class Of>
class Number {
public:
    constexpr Number() = default;  // of nothing
    constexpr explicit Number(std::size_t position) : position_(static_cast<int>(position)) {}
    constexpr explicit operator bool() const { return position_ >= 0; }
    // Domain: it is of something.
    constexpr std::size_t position() const { return static_cast<std::size_t>(position_); }
    constexpr auto operator<=>(const Number&) const = default;

private:
    int position_ = -1;
};

// The first `count` numbers of a list, to loop over.
template <class N>
class Numbers {
public:
    class Each {
    public:
        constexpr explicit Each(std::size_t at) : at_(at) {}
        constexpr N operator*() const { return N(at_); }
        constexpr Each& operator++() {
            ++at_;
            return *this;
        }
        constexpr bool operator==(const Each&) const = default;

    private:
        std::size_t at_;
    };
    constexpr explicit Numbers(std::size_t count) : count_(count) {}
    constexpr Each begin() const { return Each(0); }
    constexpr Each end() const { return Each(count_); }

private:
    std::size_t count_;
};

template <class N, class T>
class By : public std::vector<T> {
public:
    using std::vector<T>::vector;
    // Domain: a number of this list.
    decltype(auto) operator[](N number) { return std::vector<T>::operator[](number.position()); }
    decltype(auto) operator[](N number) const {
        return std::vector<T>::operator[](number.position());
    }
    Numbers<N> numbers() const { return Numbers<N>(this->size()); }
    N next() const { return N(this->size()); }  // of what is put in next
    bool operator==(const By&) const = default;
};

using DeviceNumber = Number<struct OfDevices>;  // in Site::devices
using PortNumber = Number<struct OfPorts>;      // in Kind::ports
using LinkNumber = Number<struct OfLinks>;      // in Network::links
using CameraNumber = Number<struct OfCameras>;  // in Network::cameras

// A port of a device; none where either is missing.
struct PortAt {
    DeviceNumber device;
    PortNumber port;
    explicit operator bool() const { return device && port; }
    bool operator==(const PortAt&) const = default;
};

}  // namespace ovant
