// An angle, kept in degrees so that the angles people write (90, 51 3/7, 1 o'clock) stay exact.
#pragma once

#include "measure/length.h"

#include <compare>

namespace clockface {

/// Which way round, seen from above the work.
enum class Sense { CounterClockwise, Clockwise };

inline constexpr Sense opposite(Sense sense) {
    return sense == Sense::Clockwise ? Sense::CounterClockwise : Sense::Clockwise;
}
/// +1 counter-clockwise, -1 clockwise: the sign of a turn in the mathematical convention.
inline constexpr double sign_of(Sense sense) {
    return sense == Sense::CounterClockwise ? 1.0 : -1.0;
}

/// An angle with its dimension in the type. Degrees inside: quarter turns must give exact sines, and a degree figure
/// from a drawing must come back as it was written. Radians appear only inside sine() and cosine().
class Angle {
public:
    constexpr Angle() = default;
    [[nodiscard]] static constexpr Angle degrees(double value) { return Angle(value); }
    [[nodiscard]] constexpr double in_degrees() const { return m_degrees; }

    /// The same direction in [0, 360).
    [[nodiscard]] Angle wrapped() const;
    /// Sine and cosine, reduced in degrees first: multiples of 90 degrees give exactly 0 and +-1.
    [[nodiscard]] double sine() const;
    [[nodiscard]] double cosine() const;

    constexpr auto operator<=>(const Angle&) const = default;
    constexpr Angle operator-() const { return Angle(-m_degrees); }
    friend constexpr Angle operator+(Angle a, Angle b) { return Angle(a.m_degrees + b.m_degrees); }
    friend constexpr Angle operator-(Angle a, Angle b) { return Angle(a.m_degrees - b.m_degrees); }
    friend constexpr Angle operator*(Angle a, double k) { return Angle(a.m_degrees * k); }
    friend constexpr Angle operator*(double k, Angle a) { return Angle(a.m_degrees * k); }
    friend constexpr Angle operator/(Angle a, double k) { return Angle(a.m_degrees / k); }

private:
    constexpr explicit Angle(double degrees)
        : m_degrees(degrees) {}
    double m_degrees = 0.0;
};

/// The step from a centre to the point at `bearing` (0 to the right, counter-clockwise) and distance `radius`.
Point polar(Length radius, Angle bearing);
/// A step turned counter-clockwise about where it begins.
Point rotated(Point step, Angle by);
/// The bearing of `to` seen from `from`, in [0, 360); 0 when the two points are the same.
Angle bearing_of(Point from, Point to);

} // namespace clockface
