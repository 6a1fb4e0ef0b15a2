// The list for getting holes across from the old part: lay it on, mark or drill through, take it off, compare, drill.
#include "ordering/route.h"

#include "layout/from_part.h"
#include "measure/figures.h"
#include "survey/designs.h"
#include "survey/marks.h"
#include "words/say.h"

#include <algorithm>
#include <map>

namespace clockface {

namespace {

class MarksMaker {
public:
    MarksMaker(const RouteNeeds& needs, const MarksAcross& drawer)
        : m_needs(needs)
        , m_part(needs.job.old_part)
        , m_drawer(drawer)
        , m_survey(survey(m_part)) {
        for (std::size_t i = 0; i < needs.holes.size(); ++i) {
            const Hole& hole = needs.holes[i];
            const auto* points = std::get_if<PointsPattern>(&needs.job.patterns[hole.pattern].layout);
            if (points && static_cast<std::size_t>(hole.number) <= points->copied.size())
                m_made[points->copied[static_cast<std::size_t>(hole.number) - 1]] = static_cast<int>(i);
        }
    }

    Route take() {
        if (m_part.holes.empty())
            return {};
        lay();
        drill_through();
        mark();
        add(TakeOldPartOff{});
        compare();
        drill_marks();
        return std::move(m_route);
    }

private:
    const RouteNeeds& m_needs;
    const OldPart& m_part;
    const MarksAcross& m_drawer;
    Survey m_survey;
    std::map<std::string, int> m_made; // plan's hole by the old part's name
    Route m_route;
    std::vector<std::size_t> m_marked; // in the order in which they were marked

    void add(const Action& action, int hole = -1) { m_route.list.push_back({action, hole}); }
    [[nodiscard]] int plan_hole(const OldHole& hole) const {
        const auto found = m_made.find(hole.name);
        return found == m_made.end() ? -1 : found->second;
    }
    [[nodiscard]] std::optional<WayAcross> way(std::size_t hole) const {
        const SurveyedHole& place = m_survey.holes[hole];
        return way_taken(m_part.holes[hole], m_part.marking, m_drawer, m_needs.estimates, place.known_to());
    }

    void lay() {
        LayOldPart lay;
        const Laying& laying = m_part.laying;
        const std::map<std::string, Point> laid = laid_holes(m_needs.job, m_survey);
        lay.zero = m_part.holes[static_cast<std::size_t>(m_survey.zero)].name;
        const auto found = laid.find(lay.zero);
        lay.at = found == laid.end() ? laying.at : found->second;
        if (m_survey.along >= 0)
            lay.along = m_survey.along_edge ? m_part.edges[static_cast<std::size_t>(m_survey.along)].name
                                            : m_part.holes[static_cast<std::size_t>(m_survey.along)].name;
        lay.bearing = laying.bearing;
        lay.turned_over = laying.mirrored.value_or(false);
        lay.bonded = m_part.marking.bonded;
        add(lay);
    }

    void across(std::size_t index, const WayAcross& way) {
        const OldHole& hole = m_part.holes[index];
        add(MarkAcross{hole.name, way.way, hole.diameter, way.tool, way.thread}, plan_hole(hole));
    }

    // Holes that are drilled through come first: the first is pinned before the next, so that nothing shifts.
    void drill_through() {
        bool pinned = false;
        for (std::size_t i = 0; i < m_part.holes.size(); ++i) {
            const auto taken = way(i);
            if (!taken || (taken->way != MarkWay::DrillThrough && taken->way != MarkWay::Bonded))
                continue;
            across(i, *taken);
            if (!pinned && taken->way == MarkWay::DrillThrough)
                add(PinThrough{m_part.holes[i].name, taken->tool}, plan_hole(m_part.holes[i]));
            pinned = true;
        }
    }

    void mark() {
        for (std::size_t i = 0; i < m_part.holes.size(); ++i) {
            const auto taken = way(i);
            if (!taken || taken->way == MarkWay::DrillThrough || taken->way == MarkWay::Bonded ||
                taken->way == MarkWay::Measure)
                continue;
            across(i, *taken);
            m_marked.push_back(i);
        }
    }

    // Each mark against the one before it, and the last against the first where there are three: along and across.
    void compare() {
        const auto expected = [&](std::size_t a, std::size_t b) -> std::optional<Length> {
            const SurveyedHole &one = m_survey.holes[a], &other = m_survey.holes[b];
            if (!one.at || !other.at)
                return std::nullopt;
            return distance(*one.at, *other.at);
        };
        const std::size_t n = m_marked.size();
        for (std::size_t k = 1; k <= n; ++k) {
            if (k == n && n < 3)
                break;
            const std::size_t a = m_marked[k - 1], b = m_marked[k % n];
            const auto apart = expected(a, b);
            if (!apart)
                continue;
            const auto one = way(a), other = way(b);
            const Length readings =
                (m_survey.holes[a].spread.major + m_survey.holes[b].spread.major) * nineteen_in_twenty;
            add(CompareAcross{m_part.holes[a].name, m_part.holes[b].name, *apart,
                              one->expected + other->expected + readings});
        }
    }

    void drill_marks() {
        for (const std::size_t i : m_marked) {
            const OldHole& hole = m_part.holes[i];
            const auto spec = copied_spec(m_part, hole);
            std::string size = say("for its thread");
            if (spec && spec->purpose == Purpose::Tapped)
                size = say("for thread {label}", {{"label", spec->label}});
            else if (spec)
                size = size_in_words(*spec, m_needs.job.unit);
            add(DrillMark{hole.name, size}, plan_hole(hole));
            if (const int made = plan_hole(hole); made >= 0)
                m_route.order.push_back(made);
        }
    }
};

} // namespace

Route make_route(const RouteNeeds& needs, const MarksAcross& machine) {
    return MarksMaker(needs, machine).take();
}

} // namespace clockface
