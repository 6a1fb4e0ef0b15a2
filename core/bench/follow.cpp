#include "bench/follow.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

constexpr std::int64_t rest_ms = 300;            // a hand that only changes its grip
constexpr Length most_jump = Length::mm(0.5);    // what locks may carry a slide by
constexpr Length least_travel = Length::mm(0.1); // less than that has no side it came from

bool within(Point a, Point b, const ExpectedShow& wanted) {
    // A figure that is just on the border stands on it.
    constexpr Length border = Length::mm(1e-6);
    return abs(a.x - b.x) <= wanted.off_x + border && abs(a.y - b.y) <= wanted.off_y + border;
}

} // namespace

void FollowReadout::aim(const std::optional<ExpectedShow>& wanted) {
    m_wanted = wanted;
    m_there.reset();
    m_x.jump = m_y.jump = {};
}

void FollowReadout::follow(OneAxis& axis, Length shown, std::int64_t now) const {
    if (abs(shown - axis.stands) <= m_step * 1.01)
        return; // flicker
    if (now - axis.since >= rest_ms) {
        axis.rested = axis.stands;
        axis.jump = {};
    }
    // The side it comes from is told by travel from the farthest point the other way.
    const bool back = axis.way == 0 || (shown > axis.from) != (axis.way > 0);
    if (!back) {
        axis.from = shown;
    } else if (abs(shown - axis.from) >= std::max(least_travel, m_step * 5.0)) {
        axis.way = shown > axis.from ? 1 : -1;
        axis.from = shown;
    }
    if (axis.rested && abs(shown - *axis.rested) <= most_jump)
        axis.jump = shown - *axis.rested;
    axis.stands = shown;
    axis.since = now;
}

void FollowReadout::show(Point shown, std::int64_t now) {
    if (!m_shown) {
        m_x = {shown.x, now, shown.x, 0};
        m_y = {shown.y, now, shown.y, 0};
    } else {
        follow(m_x, shown.x, now);
        follow(m_y, shown.y, now);
    }
    m_shown = shown;
    if (m_wanted && !m_there && state(now).at == AtPlace::There)
        m_there = Point{m_x.stands, m_y.stands};
}

bool FollowReadout::from_wrong_side(const OneAxis& axis) const {
    return axis.way != 0 && (axis.way > 0) != (m_wanted->approach == Towards::Plus);
}

Followed FollowReadout::state(std::int64_t now) const {
    Followed out;
    if (!m_shown)
        return out;
    out.shown = *m_shown;
    out.jumped = {m_x.jump, m_y.jump};
    out.still_x = now - m_x.since >= still_ms;
    out.still_y = now - m_y.since >= still_ms;
    out.at = AtPlace::Away;
    if (!m_wanted)
        return out;
    // It stands still on what the display shows, so its own last figure counts, flicker and all.
    const bool before = within(*m_shown, m_wanted->set, *m_wanted),
               after = within(*m_shown, m_wanted->locked, *m_wanted);
    const bool still = out.still_x && out.still_y;
    out.to_go = m_wanted->set - *m_shown;
    if (m_there && (abs(m_shown->x - m_there->x) > m_step * 2.01 || abs(m_shown->y - m_there->y) > m_step * 2.01)) {
        out.moved = *m_shown - *m_there;
        out.at = AtPlace::Moved;
    } else if (after && still) {
        out.at = from_wrong_side(m_x) || from_wrong_side(m_y) ? AtPlace::WrongSide : AtPlace::There;
        out.to_go = m_wanted->locked - *m_shown;
    } else if (before || after) {
        out.at = from_wrong_side(m_x) || from_wrong_side(m_y) ? AtPlace::WrongSide : AtPlace::Near;
    } else if (still && out.jumped != Point{} && within(*m_shown - out.jumped, m_wanted->set, *m_wanted)) {
        out.at = AtPlace::Carried;
    }
    return out;
}

std::string in_words(const Followed& followed, const ExpectedShow& wanted, Unit unit) {
    const auto figure = [&](Length length) { return with_unit(length, unit); };
    const auto jumped = [&] {
        if (followed.jumped == Point{})
            return std::string();
        return " " + say("Tightening moved X by {x} and Y by {y}.",
                         {{"x", figure(followed.jumped.x)}, {"y", figure(followed.jumped.y)}});
    };
    switch (followed.at) {
    case AtPlace::Unknown:
    case AtPlace::Away:
        return {};
    case AtPlace::WrongSide:
        return wanted.approach == Towards::Plus
                   ? say("It was come to from the wrong side: go back past it and come again, last moving to the right "
                         "and away from you.")
                   : say("It was come to from the wrong side: go back past it and come again, last moving to the left "
                         "and towards you.");
    case AtPlace::Near:
        return say("On target. Tighten both locks.");
    case AtPlace::There:
        return say("There: X {x} off, Y {y} off.",
                   {{"x", figure(-followed.to_go.x)}, {"y", figure(-followed.to_go.y)}}) +
               jumped();
    case AtPlace::Carried:
        return say("The locks have carried it off by {x} in X and {y} in Y. Loosen them, stop so much short, and "
                   "tighten again.",
                   {{"x", figure(followed.jumped.x)}, {"y", figure(followed.jumped.y)}});
    case AtPlace::Moved:
        return say("It has moved since, X by {x} and Y by {y}. If it was knocked: Z finds a lost zero again.",
                   {{"x", figure(followed.moved.x)}, {"y", figure(followed.moved.y)}});
    }
    return {};
}

} // namespace clockface
