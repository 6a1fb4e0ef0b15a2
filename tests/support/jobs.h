// Jobs and machines for tests: plain ones to reckon by hand, and random ones for properties.
#pragma once

#include "job/job.h"
#include "shop/shop.h"
#include "support/plans.h"

#include <QTest>
#include <functional>
#include <random>
#include <rapidcheck.h>
#include <string>
#include <type_traits>

namespace clockface {
/// A counter-example is shown as the file it would be saved as.
void showValue(const Job& job, std::ostream& out);
} // namespace clockface

namespace clockface::testing {

inline Length mm(double value) {
    return Length::mm(value);
}
inline Angle deg(double value) {
    return Angle::degrees(value);
}

/// Figures at random, the same for the same seed.
struct Draws {
    std::mt19937 dice;
    double normal() { return std::normal_distribution<double>()(dice); }
    double real(double from, double to) { return std::uniform_real_distribution<double>(from, to)(dice); }
    int whole(int from, int to) { return std::uniform_int_distribution<int>(from, to)(dice); }
    double sign() { return whole(0, 1) == 0 ? -1.0 : 1.0; }
};

/// A plate of 120 x 90 with zero at the lower left.
Job plate_job();
/// An empty plate with zero at the lower left, on the readout mill.
Job plate_of(double along, double across, double thickness);
/// The demo flange as shipped.
Job flange();
std::string read_text(const std::string& path);

Pattern circle(const std::string& name, Point centre, double diameter, int count, double first,
               Sense going = Sense::CounterClockwise, double hole = 4.0);
Pattern single(const std::string& name, double x, double y, double hole = 4.0);
Pattern row(const std::string& name, double x, double y, int count, double pitch, double bearing, double hole = 4.0);
Pattern arc(const std::string& name, Point centre, double diameter, int count, double first, double sweep,
            Sense going = Sense::CounterClockwise, double hole = 4.0);

/// A shop with just this machine, called "M".
Shop shop_with(MachineKind kind);
Screw screw(Unit unit, double lead_mm, double lines, double backlash_mm, Turn plus = Turn::Clockwise,
            Towards approach = Towards::Plus);

/// Within a generator: any kind of hole there is (purpose, thread, fit, named drill, limits, depth, mouth).
HoleSpec any_hole(double largest_mm = 24.0);

/// Random jobs (any unit, flat face of any shape, thing on it, zero, axes, convention, metal and kind of hole, up to a
/// dozen patterns) and random machines of each kind with all their options, backlash from nothing to half a turn.
rc::Gen<Job> any_job();
rc::Gen<Screw> any_screw();
rc::Gen<Handwheels> any_handwheels();
rc::Gen<Readout> any_readout();
rc::Gen<RotaryTable> any_rotary();
rc::Gen<LayoutBench> any_layout();

/// Fails the Qt test, with the counter-example, where a property did not hold.
void fail_unless(const std::string& what, const rc::detail::TestResult& result);
/// Runs a property that draws what it needs; compiled once, for the library's part of it is long to compile.
void holds_drawing(const std::string& what, const std::function<void()>& property);
/// Runs a property and fails the Qt test when it does not hold.
template <class Property> void holds(const std::string& what, Property&& property) {
    if constexpr (std::is_invocable_v<Property>) {
        static_assert(std::is_void_v<std::invoke_result_t<Property>>, "An answer of true or false would be lost.");
        holds_drawing(what, std::forward<Property>(property));
    } else {
        fail_unless(what, rc::detail::checkTestable(std::forward<Property>(property)));
    }
}

/// Compares two lengths to a billionth of a millimetre, or to `within`.
inline bool same(Length a, Length b, double within = 1e-9) {
    return std::abs((a - b).in_mm()) <= within;
}
inline bool same(Point a, Point b, double within = 1e-9) {
    return same(a.x, b.x, within) && same(a.y, b.y, within);
}

} // namespace clockface::testing
