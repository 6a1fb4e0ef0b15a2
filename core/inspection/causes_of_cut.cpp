// What became of a hole where it was cut.
#include "inspection/cause_list.h"

#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double pulled_off = 0.5; // mm
constexpr double usual_scatter_times = 4.0;

} // namespace

void CauseList::scattered() {
    Cause cause;
    cause.kind = CauseKind::Wandered;
    cause.places = [drawn = drawn()](const CauseFigures&) { return drawn; };
    for (const Length own : usual_scatter(m_job, m_plan).own)
        cause.wander.push_back(own.in_mm() * usual_scatter_times);
    cause.words = [](const CauseFigures&) {
        return say("The holes stand off this way and that, more than usual: drills that wandered, or marks that "
                   "were drawn over.");
    };
    m_out.push_back(std::move(cause));
}

// A hole that breaks into a step, or into what is there, is pulled to where less holds the drill.
void CauseList::pulled() {
    std::vector<Point> ways(m_holes.size());
    std::vector<std::string> names;
    const Point left_lower = m_middle - Point{half(Axis::X), half(Axis::Y)};
    for (std::size_t i = 0; i < m_holes.size(); ++i) {
        const Length reach = m_holes[i].spec.diameter;
        std::optional<Angle> way;
        if (const auto& step = m_job.blank.step; step && m_job.blank.up == Face::Top) {
            const Length off = along(step->axis, drawn()[i]) - along(step->axis, left_lower) - step->at;
            const double low = step->thickness < m_job.blank.thickness ? 1.0 : -1.0; // beyond the line it is lower
            if (abs(off) <= reach)
                way = Angle::degrees((step->axis == Axis::X ? 0.0 : 90.0) + (low > 0.0 ? 0.0 : 180.0));
        }
        for (const Existing& each : m_job.blank.existing)
            if (each.face == m_job.blank.up && each.kind != ExistingKind::Boss &&
                distance(m_middle + each.at, drawn()[i]) <= (each.diameter + reach) / 2.0 + reach / 2.0)
                way = bearing_of(drawn()[i], m_middle + each.at);
        if (way) {
            ways[i] = polar(Length::mm(1.0), *way);
            names.push_back(m_holes[i].name);
        }
    }
    if (names.empty())
        return;
    add(
        CauseKind::Pulled, {pulled_off},
        [on = m_on, ways](const CauseFigures& f) {
            Places out = on->at;
            for (std::size_t i = 0; i < out.size(); ++i)
                out[i] = out[i] + ways[i] * f[0];
            return out;
        },
        [on = m_on, names](const CauseFigures& f) {
            return say("The drill was pulled at {holes}, by {by}, to where less metal holds it.",
                       {{"holes", all_of(names)}, {"by", on->figure(Length::mm(f[0]))}});
        });
}

// Where a punch mark was read beside its place, and the drill followed it.
void CauseList::marks() {
    for (std::size_t i = 0; i < m_holes.size(); ++i)
        if (const HoleRead* read = read_at(m_piece, id_of(m_job, m_holes[i])); read && read->mark_off)
            moved_alone(CauseKind::DrawnOver, i, *read->mark_off,
                        say("{hole} stands where its punch mark was, {way} of its place: the mark was not drawn over "
                            "far enough.",
                            {{"hole", m_holes[i].name}, {"way", way_in_words(*read->mark_off, m_job.unit)}}));
}

} // namespace clockface
