// Jobs and machines for tests: plain ones to reckon by hand, and random ones for properties.
#pragma once

#include "job/job.h"
#include "shop/shop.h"
#include "support/plans.h"

#include <QTest>
#include <rapidcheck.h>
#include <string>

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

/// Runs a property and fails the Qt test, with the counter-example, when it does not hold.
template <class Property> void holds(const std::string& what, Property&& property) {
    const auto result = rc::detail::checkTestable(std::forward<Property>(property));
    if (!result.template is<rc::detail::SuccessResult>()) {
        std::ostringstream text;
        rc::detail::printResultMessage(result, text);
        QFAIL((what + "\n" + text.str()).c_str());
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
