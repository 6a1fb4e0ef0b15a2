// Where zero stood, how the work lay, and what it was measured by.
#include "inspection/cause_list.h"

#include "ordering/zero_wording.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// How far a figure that is simply off may be off: an eye would see more.
constexpr double zero_off = 1.0; // mm
constexpr double crooked = 0.7;  // degrees
constexpr double scale_off = 0.01;

} // namespace

// The spindle stands half the finder beside the face while it touches: face - d/2 left of (before) it, + d/2 right.
void CauseList::finder() {
    std::map<std::pair<Axis, Length>, double> seen; // which way the spindle stood
    for (const Instruction& each : m_plan.route.list) {
        if (const auto* touch = std::get_if<TouchEdge>(&each.action);
            touch && !touch->halves && touch->finder.diameter > Length{})
            seen[{touch->axis, touch->finder.diameter}] = touch->stands == Towards::Minus ? -1.0 : 1.0;
        if (const auto* packing = std::get_if<SetPacking>(&each.action); packing && packing->pin > Length{})
            seen[{packing->axis, packing->pin}] = packing->from_far_end ? 1.0 : -1.0;
    }
    if (seen.empty() && is_mill(m_plan.machine.kind))
        for (const Finder& each : m_shop.holdings.finders)
            for (const Axis axis : {Axis::X, Axis::Y})
                if (each.diameter > Length{})
                    seen[{axis, each.diameter}] = -1.0;
    for (const auto& [what, side] : seen) {
        const auto& [axis, diameter] = what;
        const std::string of = axis_name(axis), half_of = figure(diameter / 2.0), whole = figure(diameter);
        const auto offer = [&, axis = axis](Length by, const std::string& words) {
            for (const Length each : as_counted(axis, by))
                add(CauseKind::HalfFinder, shifted(on_axis(axis, each)), words);
        };
        offer(diameter * (side / 2.0), say("Half the finder ({half}) was left out along {axis} when zero was found.",
                                           {{"half", half_of}, {"axis", of}}));
        offer(diameter * side,
              say("Half the finder was counted to the wrong side along {axis}, so all is out by the whole of it, "
                  "{whole}.",
                  {{"axis", of}, {"whole", whole}}));
        offer(diameter * (-side / 2.0),
              say("Half the finder ({half}) was counted twice along {axis} when zero was found.",
                  {{"half", half_of}, {"axis", of}}));
        offer(diameter * -side, say("The finder's whole diameter ({whole}) was counted once too often along {axis}.",
                                    {{"whole", whole}, {"axis", of}}));
        for (const double quarter : {0.25, -0.25})
            offer(diameter * quarter,
                  say("Half of half the finder was counted along {axis}: its radius was halved.", {{"axis", of}}));
    }
}

// A dial set wrong is turned to the same line all the same: of the whole turns in the mistake none need be seen.
std::vector<Length> CauseList::as_counted(Axis axis, Length by) const {
    std::vector<Length> out{by};
    if (const auto* wheels = std::get_if<Handwheels>(&m_plan.machine.kind)) {
        const Length lead = (axis == Axis::X ? wheels->x : wheels->y).lead;
        const Length rest = by - lead * std::trunc(by / lead);
        const Length back = rest - lead * (by < Length{} ? -1.0 : 1.0);
        for (const Length each : {rest, back})
            if (abs(each - by) > Length::mm(1e-6))
                out.push_back(each);
    }
    return out;
}

void CauseList::zero() {
    const Point zero{}; // everything from here
    const auto elsewhere = [&](Point at, const std::string& where) {
        add(CauseKind::ZeroElsewhere, shifted(at - zero),
            say("Zero was set at {where}, where the drawing does not have it.", {{"where", where}}));
    };
    const Point half_x{half(Axis::X), {}}, half_y{{}, half(Axis::Y)};
    elsewhere(m_middle, say("the middle"));
    for (const double x : {-1.0, 0.0, 1.0})
        for (const double y : {-1.0, 0.0, 1.0})
            if (x != 0.0 || y != 0.0)
                elsewhere(m_middle + half_x * x + half_y * y,
                          x == 0.0 || y == 0.0 ? say("the middle of an edge") : say("another corner"));
    for (const Existing& each : m_job.blank.existing)
        if (each.face == m_job.blank.up)
            elsewhere(m_middle + each.at, each.name);
    // Only one axis of it.
    for (const Axis axis : {Axis::X, Axis::Y}) {
        const Length middle = along(axis, m_middle);
        for (const double side : {-1.0, 0.0, 1.0})
            add(CauseKind::ZeroElsewhere, shifted(on_axis(axis, middle + half(axis) * side)),
                side == 0.0 ? say("{axis} was set to 0 at the middle, not where the drawing has it.",
                                  {{"axis", axis_name(axis)}})
                            : say("{axis} was set to 0 at the other edge.", {{"axis", axis_name(axis)}}));
    }
    add(
        CauseKind::ZeroOff, {zero_off, zero_off},
        [on = m_on](const CauseFigures& f) {
            return on->moved([&](Point at) { return at + Point{Length::mm(f[0]), Length::mm(f[1])}; });
        },
        [on = m_on](const CauseFigures& f) {
            return say("All holes are out the same way, {way}: zero stood there, or the work has moved.",
                       {{"way", on->way(f[0], f[1])}});
        });
}

void CauseList::locks() {
    const Point jump = m_plan.machine.lock_jump;
    for (const Point each : {jump, Point{jump.x, {}}, Point{{}, jump.y}})
        for (const double sign : {1.0, -1.0})
            add(CauseKind::LockedAfter, shifted(each * sign),
                say("The slides were locked after the figure was read: tightening the locks moved them {way}.",
                    {{"way", way_in_words(each * sign, m_job.unit)}}));
}

void CauseList::axes() {
    const Point zero{};
    for (const Axis axis : {Axis::X, Axis::Y}) {
        add(CauseKind::OtherSide, m_on->moved([&](Point at) { return mirrored(axis, at, m_middle); }),
            say("{axis} was counted from the opposite edge, or the work lay turned over.",
                {{"axis", axis_name(axis)}}));
        add(CauseKind::AxesChanged, m_on->moved([&](Point at) { return mirrored(axis, at, zero); }),
            say("{axis} ran the other way: the machine counts it against the drawing.", {{"axis", axis_name(axis)}}));
    }
    add(CauseKind::FlippedEnd, m_on->moved([&](Point at) { return m_middle * 2.0 - at; }),
        say("The work lay end for end."));
    add(CauseKind::AxesChanged, m_on->moved([](Point at) {
        return Point{at.y, at.x};
    }),
        say("X and Y were taken for each other."));
    for (const double quarter : {90.0, -90.0, 180.0}) {
        add(CauseKind::AxesChanged, m_on->moved([&](Point at) { return rotated(at, Angle::degrees(quarter)); }),
            say("The work lay turned by {turn} about zero.", {{"turn", in_degrees(Angle::degrees(quarter), 0)}}));
        if (quarter != 180.0)
            add(CauseKind::FlippedEnd,
                m_on->moved([&](Point at) { return turned_about(at, m_middle, Angle::degrees(quarter)); }),
                say("The work lay turned by {turn}.", {{"turn", in_degrees(Angle::degrees(quarter), 0)}}));
    }
    add(
        CauseKind::LiesCrooked, {crooked},
        [on = m_on](const CauseFigures& f) {
            return on->moved([&](Point at) { return rotated(at, Angle::degrees(f[0])); });
        },
        [](const CauseFigures& f) {
            const Angle by = Angle::degrees(std::fabs(f[0]));
            return f[0] > 0.0 ? say("The work lay crooked: the holes are turned {by} counter-clockwise about zero.",
                                    {{"by", in_degrees(by, 2)}})
                              : say("The work lay crooked: the holes are turned {by} clockwise about zero.",
                                    {{"by", in_degrees(by, 2)}});
        });
}

void CauseList::scales() {
    for (const double by : {1.016, 1.0 / 1.016, 2.0, 0.5})
        add(CauseKind::Scale, m_on->moved([&](Point at) { return at * by; }),
            say("Everything is {times} times as far from zero: figures of one measure on a screw or scale of the "
                "other.",
                {{"times", decimal(by, 3)}}));
    const auto stretched = [on = m_on](double x, double y) {
        return on->moved([&](Point at) { return Point{at.x * x, at.y * y}; });
    };
    add(
        CauseKind::Scale, {scale_off}, [stretched](const CauseFigures& f) { return stretched(1.0 + f[0], 1.0 + f[0]); },
        [](const CauseFigures& f) {
            return say("Everything is {times} times as far from zero as drawn: a rule or scale that is not true.",
                       {{"times", decimal(1.0 + f[0], 4)}});
        });
    for (const bool x : {true, false})
        add(
            CauseKind::Scale, {scale_off},
            [stretched, x](const CauseFigures& f) {
                return x ? stretched(1.0 + f[0], 1.0) : stretched(1.0, 1.0 + f[0]);
            },
            [x](const CauseFigures& f) {
                return say("Along {axis} everything is {times} times as far as drawn: a screw or scale that is not "
                           "true.",
                           {{"axis", x ? "X" : "Y"}, {"times", decimal(1.0 + f[0], 4)}});
            });
}

} // namespace clockface
