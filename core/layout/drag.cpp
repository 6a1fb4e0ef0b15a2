#include "layout/drag.h"

#include "layout/pattern.h"

#include <array>
#include <cmath>

namespace clockface {

namespace {

// Turns a round pattern so that this hole has this bearing.
void turn_hole_to(PatternLayout& layout, int number, Angle bearing) {
    if (auto* circle = std::get_if<CirclePattern>(&layout))
        circle->first = (circle->first + bearing - bearing_in(*circle, number)).wrapped();
    else if (auto* arc = std::get_if<ArcPattern>(&layout))
        arc->first = (arc->first + bearing - bearing_in(*arc, number)).wrapped();
    else if (auto* angles = std::get_if<AnglesPattern>(&layout))
        angles->at[static_cast<std::size_t>(number - 1)] = bearing;
}

void set_diameter(PatternLayout& layout, Length diameter) {
    if (auto* circle = std::get_if<CirclePattern>(&layout))
        circle->diameter = diameter;
    else if (auto* arc = std::get_if<ArcPattern>(&layout))
        arc->diameter = diameter;
    else if (auto* angles = std::get_if<AnglesPattern>(&layout))
        angles->diameter = diameter;
}

} // namespace

double snapped(double value, const std::vector<double>& figures, double reach, double round) {
    double best = round * std::round(value / round);
    double least = reach;
    for (const double figure : figures)
        if (std::fabs(figure - value) < least) {
            least = std::fabs(figure - value);
            best = figure;
        }
    return best;
}

Length round_step(Unit unit, Length least) {
    static constexpr std::array metric = {0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1.0, 2.0, 5.0, 10.0};
    if (unit == Unit::Inch) {
        for (double step = 1.0 / 64.0; step < 1.0; step *= 2.0)
            if (Length::inches(step) >= least)
                return Length::inches(step);
        return Length::inches(1.0);
    }
    for (const double step : metric)
        if (Length::mm(step) >= least)
            return Length::mm(step);
    return Length::mm(metric.back());
}

std::optional<PatternDrag> PatternDrag::begin(const Job& job, const std::vector<Hole>& holes, const std::string& name,
                                              Point at, Length grip) {
    PatternDrag drag;
    drag.m_job = job;
    const int index = pattern_index(job, name);
    if (index < 0 || !is_movable(job.patterns[static_cast<std::size_t>(index)].layout) ||
        !is_at_hand(job, job.patterns[static_cast<std::size_t>(index)]))
        return std::nullopt;
    drag.m_pattern = static_cast<std::size_t>(index);
    const PatternLayout& layout = job.patterns[drag.m_pattern].layout;
    const std::optional<Point> centre = centre_of(layout);
    bool held = false;
    for (const Hole& hole : holes) {
        const Length reach = std::max(grip, hole.spec.diameter / 2.0);
        if (hole.pattern != drag.m_pattern || distance(hole.at, at) > reach)
            continue;
        held = true;
        drag.m_from = hole.at;
        drag.m_number = hole.number;
        const bool on_circle = centre && hole.number <= places_in(layout);
        drag.m_grip = on_circle ? Grip::Turn : Grip::Move;
    }
    if (!held && centre) {
        const Length out = distance(*centre, at);
        drag.m_from = *centre;
        held = true;
        if (out <= grip)
            drag.m_grip = Grip::Move;
        else if (abs(out - *pitch_circle_of(layout) / 2.0) <= grip)
            drag.m_grip = Grip::Diameter;
        else
            held = false;
    }
    if (!held)
        return std::nullopt;
    // What it can be lined up with: zero, the middle, the edges, and the centres and holes of everything else.
    const Point middle = middle_from_datum(job);
    const Point half{job.blank.extent_x() / 2.0, job.blank.extent_y() / 2.0};
    for (const Point& point : {Point{}, middle, middle - half, middle + half}) {
        drag.m_across.push_back(point.x.in_mm());
        drag.m_up.push_back(point.y.in_mm());
    }
    constexpr std::size_t most_neighbours = 400;
    for (const Hole& hole : holes)
        if (hole.pattern != drag.m_pattern && drag.m_across.size() < most_neighbours) {
            drag.m_across.push_back(hole.at.x.in_mm());
            drag.m_up.push_back(hole.at.y.in_mm());
        }
    for (const Pattern& other : job.patterns)
        if (const auto other_centre = centre_of(other.layout); other_centre && other.name != name) {
            drag.m_across.push_back(other_centre->x.in_mm());
            drag.m_up.push_back(other_centre->y.in_mm());
        }
    return drag;
}

Job PatternDrag::moved_to(Point hand, Length snap, Length step) const {
    Job next = m_job;
    PatternLayout& layout = next.patterns[m_pattern].layout;
    const double reach = snap.in_mm(), round = step.in_mm();
    const std::optional<Point> centre = centre_of(layout);
    switch (m_grip) {
    case Grip::Diameter:
        set_diameter(layout,
                     Length::mm(std::max(round, snapped(2.0 * distance(*centre, hand).in_mm(), {}, reach, round))));
        break;
    case Grip::Turn: {
        // Whole degrees in the drawing's own convention, and the hours.
        const Angle figure = m_job.convention.figure_of(bearing_of(*centre, hand));
        turn_hole_to(layout, m_number, m_job.convention.bearing_at(Angle::degrees(std::round(figure.in_degrees()))));
        break;
    }
    case Grip::Move: {
        const Point to{Length::mm(snapped(hand.x.in_mm(), m_across, reach, round)),
                       Length::mm(snapped(hand.y.in_mm(), m_up, reach, round))};
        layout = shifted(layout, to - m_from);
        break;
    }
    }
    return next;
}

} // namespace clockface
