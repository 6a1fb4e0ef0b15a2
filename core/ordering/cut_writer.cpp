#include "ordering/cut_writer.h"

#include "layout/outline.h"
#include "measure/figures.h"

#include <algorithm>
#include <cmath>

namespace clockface {

void CutWriter::change_for(const Visit& visit) {
    if (!visit.cuts.empty() && !std::holds_alternative<DrillPress>(m_needs.machine.kind))
        change(visit.cuts.front().cutter, visit.hole);
}

void CutWriter::cut(const Visit& visit) {
    for (const Cut& cut : visit.cuts) {
        change(cut.cutter, visit.hole);
        m_route.list.push_back({DrillHole{cut.step, cut.cutter}, visit.hole});
    }
}

void CutWriter::change(int cutter, int hole) {
    if (cutter < 0 || cutter == m_in_chuck)
        return;
    m_route.list.push_back({ChangeCutter{cutter}, hole});
    const auto& lines = m_needs.cutters.lines;
    if (m_last >= 0 && m_last != cutter)
        move_knee(lines[static_cast<std::size_t>(m_last)].cutter, lines[static_cast<std::size_t>(cutter)].cutter, hole);
    m_in_chuck = m_last = cutter;
}

// Only where the quill alone does not reach all of them. The knee carries its load upwards, so it always ends going up.
void CutWriter::move_knee(const Cutter& last, const Cutter& next, int hole) {
    const Spindle& spindle = m_needs.machine.spindle;
    if (!m_needs.room.tight || spindle.knee_lead <= Length{} || spindle.knee_lines <= 0)
        return;
    const double by = (stick_out(last) - stick_out(next)).in_mm();
    const auto lines =
        static_cast<std::int64_t>(std::llround(std::fabs(by) / spindle.knee_lead.in_mm() * spindle.knee_lines));
    if (lines == 0)
        return;
    m_route.list.push_back({MoveKnee{by > 0.0, static_cast<int>(lines / spindle.knee_lines),
                                     static_cast<int>(lines % spindle.knee_lines), Length::mm(std::fabs(by))},
                            hole});
}

void CutWriter::hands() {
    for (const ByHand& each : m_needs.work.by_hand)
        m_route.list.push_back({WorkByHand{each.cutter, each.step, each.holes, m_needs.held.bench_vise}});
}

HalfWay::HalfWay(const RouteNeeds& needs)
    : m_needs(needs) {
    constexpr std::size_t least = 6;
    if (!at_hand(needs.job).order.check_half_way || needs.order.size() < least)
        return;
    const ReferenceEdges edges = reference_edges(needs.job);
    const auto reach = [&](int hole) {
        const Point from = needs.holes[static_cast<std::size_t>(hole)].at - edges.corner;
        return abs(from.x) + abs(from.y);
    };
    const auto third = static_cast<std::ptrdiff_t>(needs.order.size() / 3);
    m_holes.push_back(*std::min_element(needs.order.begin() + third, needs.order.end() - third,
                                        [&](int a, int b) { return reach(a) < reach(b); }));
    m_holes.push_back(needs.order.back());
}

void HalfWay::check(Route& route, int hole) {
    const auto found = std::find(m_holes.begin(), m_holes.end(), hole);
    if (found == m_holes.end())
        return;
    m_holes.erase(found);
    // Coarse enough for a caliper over a pin, fine enough for a lost turn or a line of the wrong hundred.
    constexpr double within_mm = 0.3;
    route.list.push_back({place_check(m_needs, hole, m_needs.kit.caliper_step, Length::mm(within_mm)), hole});
}

CheckPlace place_check(const RouteNeeds& needs, int hole, Length step, Length within) {
    const ReferenceEdges edges = reference_edges(needs.job);
    const Point from = needs.holes[static_cast<std::size_t>(hole)].at - edges.corner;
    const auto counts = [&](Length along, bool far) { return round_to_step(far ? -along : along, step).counts; };
    return {edges.right, edges.upper, counts(from.x, edges.right), counts(from.y, edges.upper), step, within};
}

} // namespace clockface
