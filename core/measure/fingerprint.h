// A short mark of any plain value that changes whenever one of its fields does. Fields are walked by Boost.PFR, so that
// none can be forgotten; nothing in it is made of words shown to anybody.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <boost/pfr/core.hpp>
#include <cmath>
#include <cstdint>
#include <fmt/format.h>
#include <optional>
#include <string>
#include <type_traits>
#include <variant>
#include <vector>

namespace clockface {

/// FNV-1a, 64 bit, over the fields of what is added. Lengths and angles count to a millionth of a millimetre and a
/// degree: what a compiler makes of the last bit is no change.
class Fingerprint {
public:
    template <class T> void add(const T& value) {
        if constexpr (std::is_same_v<T, Length>)
            add(std::llround(value.in_mm() * per_unit));
        else if constexpr (std::is_same_v<T, Angle>)
            add(std::llround(value.in_degrees() * per_unit));
        else if constexpr (std::is_same_v<T, std::string>)
            add_all(value);
        else if constexpr (std::is_floating_point_v<T>)
            add(std::llround(value * per_unit));
        else if constexpr (std::is_enum_v<T> || std::is_integral_v<T>)
            add_number(static_cast<std::uint64_t>(value));
        else
            add_parts(value);
    }

    /// 16 hexadecimal figures.
    [[nodiscard]] std::string text() const { return fmt::format("{:016x}", m_hash); }

private:
    static constexpr double per_unit = 1e6;
    std::uint64_t m_hash = 0xcbf29ce484222325ULL;

    void add_number(std::uint64_t number) {
        for (int i = 0; i < 8; ++i, number >>= 8U) {
            m_hash ^= number & 0xffU;
            m_hash *= 0x100000001b3ULL;
        }
    }
    template <class List> void add_all(const List& list) {
        add_number(list.size());
        for (const auto& each : list)
            add(each);
    }
    template <class T> void add_parts(const std::optional<T>& value) {
        add(value.has_value());
        if (value)
            add(*value);
    }
    template <class T> void add_parts(const std::vector<T>& list) { add_all(list); }
    template <class... T> void add_parts(const std::variant<T...>& value) {
        add(value.index());
        std::visit([&](const auto& held) { add(held); }, value);
    }
    template <class T> void add_parts(const T& value) {
        boost::pfr::for_each_field(value, [&](const auto& field) { add(field); });
    }
};

/// The mark of one value.
template <class T> std::string fingerprint_of(const T& value) {
    Fingerprint mark;
    mark.add(value);
    return mark.text();
}

} // namespace clockface
