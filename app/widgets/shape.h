// What the widgets of a slip stand for: when that changes they are built anew, other figures leave them as they are.
// Values are kept side by side and compared one by one, so no two things can run together into the same.
#pragma once

#include <QString>
#include <cstdint>
#include <string>
#include <type_traits>
#include <variant>
#include <vector>

namespace clockface::app {

class Shape {
public:
    template <class Value> Shape& operator<<(const Value& value) {
        if constexpr (std::is_enum_v<Value> || std::is_integral_v<Value>)
            m_values.emplace_back(static_cast<std::int64_t>(value));
        else if constexpr (std::is_floating_point_v<Value>)
            m_values.emplace_back(static_cast<double>(value));
        else if constexpr (std::is_same_v<Value, QString>)
            m_values.emplace_back(value.toStdString());
        else
            m_values.emplace_back(std::string(value));
        return *this;
    }
    bool operator==(const Shape&) const = default;

private:
    std::vector<std::variant<std::int64_t, double, std::string>> m_values;
};

} // namespace clockface::app
