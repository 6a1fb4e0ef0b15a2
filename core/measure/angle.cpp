#include "measure/angle.h"

#include <cmath>
#include <numbers>
#include <utility>

namespace clockface {

namespace {

constexpr double radians_per_degree = std::numbers::pi / 180.0;

// Sine and cosine of degrees, by exact reduction to [-45, 45] and quadrant symmetry.
std::pair<double, double> sine_and_cosine(double degrees) {
    int quadrant = 0;
    const double rest = std::remquo(degrees, 90.0, &quadrant); // exact by IEEE 754
    const double s = std::sin(rest * radians_per_degree);
    const double c = std::cos(rest * radians_per_degree);
    switch (static_cast<unsigned>(quadrant) & 3U) {
    case 0U:
        return {s, c};
    case 1U:
        return {c, -s + 0.0};
    case 2U:
        return {-s + 0.0, -c};
    default:
        return {-c, s};
    }
}

} // namespace

Angle Angle::wrapped() const {
    double reduced = std::fmod(m_degrees, 360.0);
    if (reduced < 0.0)
        reduced += 360.0;
    // A tiny negative angle rounds up to 360 itself; that direction is 0.
    return Angle(reduced >= 360.0 ? 0.0 : reduced + 0.0);
}

double Angle::sine() const {
    return sine_and_cosine(m_degrees).first;
}
double Angle::cosine() const {
    return sine_and_cosine(m_degrees).second;
}

Point polar(Length radius, Angle bearing) {
    return {radius * bearing.cosine(), radius * bearing.sine()};
}

Point rotated(Point step, Angle by) {
    return {step.x * by.cosine() - step.y * by.sine(), step.x * by.sine() + step.y * by.cosine()};
}

Angle bearing_of(Point from, Point to) {
    const Point step = to - from;
    if (step == Point{})
        return {};
    return Angle::degrees(std::atan2(step.y.in_mm(), step.x.in_mm()) / radians_per_degree).wrapped();
}

} // namespace clockface
