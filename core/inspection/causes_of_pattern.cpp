// What is wrong with one pattern by itself.
#include "inspection/cause_list.h"

#include "measure/radians.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// How far a figure that is simply off may be off: an eye would see more.
constexpr double pattern_off = 0.5; // mm
constexpr double begins_off = 2.0;  // degrees
constexpr double adds_up = 0.3;     // mm at the last hole of a row, along a circle

std::string begins(const std::string& pattern, Angle by) {
    const std::string figure = in_degrees(Angle::degrees(std::fabs(by.in_degrees())), 2);
    return by > Angle{}
               ? say("{pattern} begins {by} counter-clockwise of where it should: its start angle is wrong, or "
                     "its zero was counted from elsewhere.",
                     {{"pattern", pattern}, {"by", figure}})
               : say("{pattern} begins {by} clockwise of where it should: its start angle is wrong, or its "
                     "zero was counted from elsewhere.",
                     {{"pattern", pattern}, {"by", figure}});
}

} // namespace

void CauseList::of_pattern(std::size_t index) {
    const Pattern& pattern = m_job.patterns[index];
    const std::vector<std::size_t> own = of(index);
    if (own.empty() || !is_at_hand(m_job, pattern))
        return;
    if (const auto centre = centre_of(pattern.layout))
        round(pattern, own, *centre);
    else if (own.size() > 1)
        in_a_row(pattern, own);
    if (own.size() > 1 && own.size() < m_holes.size())
        as_a_whole(pattern, own);
}

void CauseList::round(const Pattern& pattern, const std::vector<std::size_t>& own, Point centre) {
    for (const double times : {2.0, 0.5})
        add(CauseKind::RadiusForDiameter,
            m_on->with(own, [&](Point at, std::size_t) { return centre + (at - centre) * times; }),
            times > 1.0 ? say("The diameter of {pattern} was taken for its radius.", {{"pattern", pattern.name}})
                        : say("The radius of {pattern} was taken for its diameter.", {{"pattern", pattern.name}}));
    for (const Axis axis : {Axis::X, Axis::Y})
        add(CauseKind::Mirrored, m_on->with(own, [&](Point at, std::size_t) { return mirrored(axis, at, centre); }),
            axis == Axis::X ? say("{pattern} was made in a mirror, left for right.", {{"pattern", pattern.name}})
                            : say("{pattern} was made in a mirror, top for bottom.", {{"pattern", pattern.name}}));
    if (own.size() < 2)
        return;
    spaced_otherwise(pattern, own, centre);
    turned_a_little(pattern, own, centre);
}

// Another start, the other way round, other spaces.
void CauseList::spaced_otherwise(const Pattern& pattern, const std::vector<std::size_t>& own, Point centre) {
    const auto turned = [&](const std::function<Angle(std::size_t)>& by) {
        return m_on->with(own, [&](Point at, std::size_t hole) { return turned_about(at, centre, by(hole)); });
    };
    const auto number = [this](std::size_t hole) { return m_holes[hole].number; };
    const Angle step = step_of(pattern.layout);
    double sense = 1.0;
    int count = 0;
    if (const auto* circle = std::get_if<CirclePattern>(&pattern.layout)) {
        sense = sign_of(circle->going);
        count = circle->count;
    } else if (const auto* arc = std::get_if<ArcPattern>(&pattern.layout)) {
        sense = sign_of(arc->going);
        count = arc->count;
    }
    std::set<Angle> starts{Angle::degrees(90.0), Angle::degrees(-90.0), Angle::degrees(180.0)};
    if (step != Angle{})
        for (const double steps : {0.5, 1.0, 2.0})
            for (const double sign : {1.0, -1.0})
                starts.insert(step * (steps * sign));
    for (const Angle by : starts)
        add(CauseKind::StartAngle, turned([&](std::size_t) { return by; }), begins(pattern.name, by));
    if (step != Angle{}) {
        add(CauseKind::OtherSense, turned([&](std::size_t hole) { return step * (-2.0 * sense * (number(hole) - 1)); }),
            say("{pattern} was gone round the other way.", {{"pattern", pattern.name}}));
        if (count > 2)
            for (const int spaces : {count - 1, count + 1, count}) {
                const Angle whole =
                    std::holds_alternative<CirclePattern>(pattern.layout) ? Angle::degrees(360.0) : step * (count - 1);
                const Angle other = whole / spaces;
                add(CauseKind::LastOn360,
                    turned([&](std::size_t hole) { return (other - step) * (sense * (number(hole) - 1)); }),
                    say("{pattern} was divided into {spaces} spaces instead of {right}: the last hole was put on "
                        "the end, or one was counted too many.",
                        {{"pattern", pattern.name},
                         {"spaces", spaces},
                         {"right", static_cast<int>(std::lround(whole.in_degrees() / step.in_degrees()))}}));
            }
    }
}

// By no figure that says why: as a whole, step by step, outwards.
void CauseList::turned_a_little(const Pattern& pattern, const std::vector<std::size_t>& own, Point centre) {
    const auto own_turned = [on = m_on, own, centre](const std::function<Angle(int)>& by) {
        return on->with(own,
                        [&](Point at, std::size_t hole) { return turned_about(at, centre, by(on->number[hole])); });
    };
    add(
        CauseKind::StartAngle, {begins_off},
        [own_turned](const CauseFigures& f) { return own_turned([&](int) { return Angle::degrees(f[0]); }); },
        [name = pattern.name](const CauseFigures& f) {
            return say("{pattern} is turned by {by} as a whole: its start angle is out.",
                       {{"pattern", name}, {"by", in_degrees(Angle::degrees(f[0]), 2)}});
        });
    if (own.size() < 3)
        return;
    const double last = m_holes[own.back()].number - 1;
    const Length out = distance(centre, drawn()[own.front()]);
    const Angle most = Angle::degrees(adds_up / std::max(out.in_mm(), 1.0) * degrees_per_radian);
    add(
        CauseKind::AddsUp, {most.in_degrees()},
        [own_turned, last](const CauseFigures& f) {
            return own_turned([&](int which) { return Angle::degrees(f[0] * (which - 1) / last); });
        },
        [on = m_on, name = pattern.name, last, out](const CauseFigures& f) {
            const Angle each = Angle::degrees(std::fabs(f[0]) / last);
            return say("The step round {pattern} is out by {by} each time, and it adds up.",
                       {{"pattern", name}, {"by", on->figure(polar(out, each).y)}});
        });
    add(
        CauseKind::RadiusForDiameter, {pattern_off},
        [on = m_on, own, centre](const CauseFigures& f) {
            return on->with(
                own, [&](Point at, std::size_t) { return at + polar(Length::mm(f[0]), bearing_of(centre, at)); });
        },
        [on = m_on, name = pattern.name](const CauseFigures& f) {
            const std::string by = on->figure(Length::mm(f[0] * 2.0));
            return f[0] > 0.0
                       ? say("The circle of {pattern} is {by} too large in diameter.", {{"pattern", name}, {"by", by}})
                       : say("The circle of {pattern} is {by} too small in diameter.", {{"pattern", name}, {"by", by}});
        });
}

// Steps that are a little wrong, along the way from the first hole to the last.
void CauseList::in_a_row(const Pattern& pattern, const std::vector<std::size_t>& own) {
    if (own.size() < 3 || std::holds_alternative<GridPattern>(pattern.layout))
        return;
    const Angle way = bearing_of(drawn()[own.front()], drawn()[own.back()]);
    const double last = m_holes[own.back()].number - 1;
    add(
        CauseKind::AddsUp, {adds_up},
        [on = m_on, own, way, last](const CauseFigures& f) {
            return on->with(own, [&](Point at, std::size_t hole) {
                return at + polar(Length::mm(f[0] * (on->number[hole] - 1) / last), way);
            });
        },
        [on = m_on, name = pattern.name, last](const CauseFigures& f) {
            return say("The pitch of {pattern} is out by {by} from hole to hole, and it adds up.",
                       {{"pattern", name}, {"by", on->figure(Length::mm(f[0] / last))}});
        });
}

void CauseList::as_a_whole(const Pattern& pattern, const std::vector<std::size_t>& own) {
    add(
        CauseKind::ZeroOff, {pattern_off, pattern_off},
        [on = m_on, own](const CauseFigures& f) {
            return on->with(own, [&](Point at, std::size_t) { return at + Point{Length::mm(f[0]), Length::mm(f[1])}; });
        },
        [on = m_on, name = pattern.name](const CauseFigures& f) {
            return say("{pattern} as a whole is out {way}: its own beginning was set wrong.",
                       {{"pattern", name}, {"way", on->way(f[0], f[1])}});
        });
}

} // namespace clockface
