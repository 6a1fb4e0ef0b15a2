// A length, and a point in the plane of the work.
#pragma once

#include <cmath>
#include <compare>

namespace clockface {

/// A unit people write lengths in. A job has one, a machine has one; a Length itself has none.
enum class Unit { Millimetre, Inch };

/// International inch, exact by definition since 1959.
inline constexpr double mm_per_inch = 25.4;

inline constexpr double millimetres_in(Unit unit) {
    return unit == Unit::Inch ? mm_per_inch : 1.0;
}

/// A length with its dimension in the type; millimetres inside. It is never made from a bare number by accident.
class Length {
public:
    constexpr Length() = default;

    [[nodiscard]] static constexpr Length mm(double value) { return Length(value); }
    [[nodiscard]] static constexpr Length inches(double value) { return Length(value * mm_per_inch); }
    [[nodiscard]] static constexpr Length of(double value, Unit unit) { return Length(value * millimetres_in(unit)); }

    [[nodiscard]] constexpr double in_mm() const { return m_mm; }
    [[nodiscard]] constexpr double in(Unit unit) const { return m_mm / millimetres_in(unit); }

    constexpr auto operator<=>(const Length&) const = default;
    constexpr Length operator-() const { return Length(-m_mm); }
    constexpr Length& operator+=(Length other) {
        m_mm += other.m_mm;
        return *this;
    }
    constexpr Length& operator-=(Length other) {
        m_mm -= other.m_mm;
        return *this;
    }
    friend constexpr Length operator+(Length a, Length b) { return Length(a.m_mm + b.m_mm); }
    friend constexpr Length operator-(Length a, Length b) { return Length(a.m_mm - b.m_mm); }
    friend constexpr Length operator*(Length a, double k) { return Length(a.m_mm * k); }
    friend constexpr Length operator*(double k, Length a) { return Length(a.m_mm * k); }
    friend constexpr Length operator/(Length a, double k) { return Length(a.m_mm / k); }
    friend constexpr double operator/(Length a, Length b) { return a.m_mm / b.m_mm; }
    friend Length abs(Length a) { return Length(std::fabs(a.m_mm)); }
    friend Length hypot(Length a, Length b) { return Length(std::hypot(a.m_mm, b.m_mm)); }

private:
    constexpr explicit Length(double mm)
        : m_mm(mm) {}
    double m_mm = 0.0;
};

enum class Axis { X, Y };

/// A point (or a step) on the face of the work: x to the right, y away from the reader, as the drawing lies on the
/// bench. How the drawing counts its axes is the Datum's business, not the point's.
struct Point {
    Length x, y;

    bool operator==(const Point&) const = default;
    friend Point operator+(Point a, Point b) { return {a.x + b.x, a.y + b.y}; }
    friend Point operator-(Point a, Point b) { return {a.x - b.x, a.y - b.y}; }
    friend Point operator*(Point a, double k) { return {a.x * k, a.y * k}; }
    friend Length distance(Point a, Point b) { return hypot(a.x - b.x, a.y - b.y); }
};

} // namespace clockface
