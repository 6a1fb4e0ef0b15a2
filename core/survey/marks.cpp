#include "survey/marks.h"

#include "measure/figures.h"
#include "shop/threads.h"
#include "survey/designs.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double deep_for_scriber = 4.0; // depth over diameter beyond which the point no longer follows the wall
const Length scriber_room = Length::mm(25.0), hand_room = Length::mm(40.0), beside_punch = Length::mm(8.0);
const Length drill_clearance = Length::mm(0.05), plug_play = Length::mm(0.5);

class Judge {
public:
    Judge(const OldHole& hole, const MarkingTerms& terms, const MarksAcross& drawer, const Estimates& estimates,
          std::optional<Length> measured)
        : m_hole(hole)
        , m_terms(terms)
        , m_drawer(drawer)
        , m_guess(estimates)
        , m_measured(measured) {}

    std::vector<WayAcross> take() {
        punch();
        screw();
        plug();
        cone();
        scribe();
        marker();
        drill_through();
        bonded();
        measure();
        std::stable_sort(m_out.begin(), m_out.end(), [](const WayAcross& a, const WayAcross& b) {
            if (a.possible != b.possible)
                return a.possible;
            if (a.holds != b.holds)
                return a.holds;
            return a.possible && a.expected < b.expected;
        });
        return std::move(m_out);
    }

private:
    const OldHole& m_hole;
    const MarkingTerms& m_terms;
    const MarksAcross& m_drawer;
    const Estimates& m_guess;
    std::optional<Length> m_measured;
    std::vector<WayAcross> m_out;

    [[nodiscard]] std::string fig(Length length) const { return thousandths(length, m_drawer.unit); }
    void offer(MarkWay way, Length miss, Length tool, const std::string& kit, const std::string& reason,
               const std::string& thread = {}) {
        m_out.push_back({way, true, miss <= m_terms.within, miss, tool, thread, kit, reason});
    }
    void refuse(MarkWay way, const std::string& reason) {
        m_out.push_back({way, false, false, {}, {}, {}, {}, reason});
    }

    // Why nothing straight gets down the hole from above.
    [[nodiscard]] std::string barred(Length tall, Length beside) const {
        if (m_hole.access.blind)
            return say("The hole does not go through.");
        if (m_hole.access.head_room && *m_hole.access.head_room < tall)
            return say("It takes {tall} above the hole, and there is {hole}.",
                       {{"tall", fig(tall)}, {"hole", fig(*m_hole.access.head_room)}});
        if (m_hole.access.free_round && *m_hole.access.free_round < beside)
            return say("It takes {beside} round the axis, and there is {hole}.",
                       {{"beside", fig(beside)}, {"hole", fig(*m_hole.access.free_round)}});
        return {};
    }

    void punch() {
        if (m_hole.tapped)
            return refuse(MarkWay::Punch, say("A punch would stand on the tips of the thread and bruise them."));
        if (const std::string bar = barred(m_drawer.punch_length, beside_punch); !bar.empty())
            return refuse(MarkWay::Punch, bar);
        const auto found = punch_for(m_hole.diameter, m_drawer.punches);
        if (!found)
            return refuse(MarkWay::Punch,
                          say("No punch goes into a hole of {diameter}.", {{"diameter", fig(m_hole.diameter)}}));
        const Length shift = (m_hole.diameter - *found) / 2.0;
        offer(MarkWay::Punch, shift + m_guess.punch_wanders, *found, say("punch {found}", {{"found", fig(*found)}}),
              say("The punch of {found} may stand {shift} to one side of the hole; no shake, no shift.",
                  {{"found", fig(*found)}, {"shift", fig(shift)}}));
    }

    void screw() {
        if (!m_hole.tapped)
            return refuse(MarkWay::Screw, say("The hole has no thread."));
        if (!m_terms.face_to_face)
            return refuse(MarkWay::Screw, say("The parts cannot be pressed on each other."));
        const std::string thread = m_hole.made_as ? m_hole.made_as->label : std::string();
        if (thread.empty())
            return refuse(MarkWay::Screw, say("Its thread is not said yet."));
        if (std::find(m_drawer.screws.begin(), m_drawer.screws.end(), thread) == m_drawer.screws.end())
            return refuse(MarkWay::Screw,
                          say("There is no transfer screw {thread} in the drawer.", {{"thread", thread}}));
        offer(MarkWay::Screw, m_guess.thread_play, {}, say("transfer screw {thread}", {{"thread", thread}}),
              say("The thread centres it; what is left is the play of the thread."), thread);
    }

    void plug() {
        if (m_hole.tapped || !m_hole.access.blind)
            return refuse(MarkWay::Plug, say("Plugs are for blind holes without a thread."));
        if (!m_terms.face_to_face)
            return refuse(MarkWay::Plug, say("The parts cannot be pressed on each other."));
        Length best;
        for (const Length each : m_drawer.plugs)
            if (each <= m_hole.diameter && m_hole.diameter - each <= plug_play)
                best = std::max(best, each);
        if (!(best > Length{}))
            return refuse(MarkWay::Plug,
                          say("No pointed plug fits a hole of {diameter}.", {{"diameter", fig(m_hole.diameter)}}));
        offer(MarkWay::Plug, (m_hole.diameter - best) / 2.0 + m_guess.plug_point, best,
              say("pointed plug {best}", {{"best", fig(best)}}),
              say("The plug of {best} may sit {hole} to one side.",
                  {{"best", fig(best)}, {"hole", fig((m_hole.diameter - best) / 2.0)}}));
    }

    void cone() {
        if (const std::string bar = barred(m_drawer.punch_length, beside_punch); !bar.empty())
            return refuse(MarkWay::Cone, bar);
        if (m_hole.tapped)
            return refuse(MarkWay::Cone, say("The cone would bruise the thread."));
        if (!(m_drawer.cone >= m_hole.diameter))
            return refuse(MarkWay::Cone, say("No coned punch takes a hole of this size."));
        offer(MarkWay::Cone, m_guess.cone_point, m_drawer.cone, say("coned punch"),
              say("The cone centres itself on the edge of the hole, if that is whole and clean."));
    }

    void scribe() {
        if (const std::string bar = barred(scriber_room, {}); !bar.empty())
            return refuse(MarkWay::Scribe, bar);
        if (m_hole.access.depth > m_drawer.scriber_reach)
            return refuse(MarkWay::Scribe,
                          say("The scriber reaches {scriber_reach} down, the hole is {hole} deep.",
                              {{"scriber_reach", fig(m_drawer.scriber_reach)}, {"hole", fig(m_hole.access.depth)}}));
        if (m_hole.access.depth > m_hole.diameter * deep_for_scriber)
            return refuse(MarkWay::Scribe,
                          say("The hole is too deep for its width: the point no longer follows the wall."));
        offer(MarkWay::Scribe, m_guess.ring_by_eye, {}, say("scriber, dividers"),
              say("The middle of the scribed ring is found by eye."));
    }

    void marker() {
        if (!(m_drawer.marker_reach > Length{}))
            return refuse(MarkWay::Marker, say("There is no long-nosed marker in the drawer."));
        if (const std::string bar = barred(hand_room, {}); !bar.empty())
            return refuse(MarkWay::Marker, bar);
        if (m_hole.access.depth > m_drawer.marker_reach || m_hole.diameter < m_drawer.marker_tip)
            return refuse(MarkWay::Marker, say("The marker's nose does not get down the hole."));
        const Length play = (m_hole.diameter - m_drawer.marker_tip) / 2.0;
        // Guided round the wall its ring has the hole's middle; only its thickness counts.
        offer(MarkWay::Marker, m_guess.ink_by_eye + std::min(Length::mm(0.1), play * 0.05), m_drawer.marker_tip,
              say("long-nosed marker"), say("The middle of an inked ring is found by eye, and ink is thick."));
    }

    void drill_through() {
        if (!m_terms.drill_guide)
            return refuse(MarkWay::DrillThrough, say("The old part may not be drilled through."));
        if (!m_terms.face_to_face)
            return refuse(MarkWay::DrillThrough, say("The parts cannot be clamped on each other."));
        if (m_hole.tapped)
            return refuse(MarkWay::DrillThrough,
                          say("A drill would spoil the thread; one of the tap drill's size would wander in it."));
        if (const std::string bar = barred(hand_room, beside_punch); !bar.empty())
            return refuse(MarkWay::DrillThrough, bar);
        offer(MarkWay::DrillThrough, drill_clearance / 2.0 + m_guess.guided_drill, m_hole.diameter - drill_clearance,
              say("drill {hole}", {{"hole", fig(m_hole.diameter - drill_clearance)}}),
              say("The guide's own error is copied, so the two parts agree whatever it is. Watch the guide hole for "
                  "wear."));
    }

    void bonded() {
        if (!m_terms.bonded)
            return refuse(MarkWay::Bonded, say("The parts are not glued together."));
        if (const std::string bar = barred(hand_room, beside_punch); !bar.empty())
            return refuse(MarkWay::Bonded, bar);
        if (m_hole.tapped)
            return refuse(MarkWay::Bonded, say("A drill would spoil the thread."));
        offer(MarkWay::Bonded, m_guess.glue_shift + m_guess.guided_drill, m_hole.diameter - drill_clearance,
              say("glue, drill {hole}", {{"hole", fig(m_hole.diameter - drill_clearance)}}),
              say("Nothing can shift once the glue has set; look at the line-up before it does."));
    }

    void measure() {
        if (!m_measured)
            return refuse(MarkWay::Measure, say("The readings do not settle its place."));
        offer(MarkWay::Measure, *m_measured + m_guess.punch_wanders, {},
              say("the readings, a mill or the layout bench"),
              *m_measured > Length{} ? say("Its measured place is known to {measured}, and is drilled by coordinates.",
                                           {{"measured", fig(*m_measured)}})
                                     : say("The old part is measured from it; it is drilled by coordinates."));
    }
};

} // namespace

std::optional<Length> punch_for(Length hole, const std::vector<PunchSet>& sets) {
    std::optional<Length> best;
    for (const PunchSet& set : sets) {
        if (hole < set.from)
            continue;
        constexpr double hair = 1e-6; // so that a punch of the very size counts as one that goes in
        const double steps = std::floor((std::min(hole, set.to) - set.from) / set.step + hair);
        best = std::max(best.value_or(Length{}), set.from + set.step * steps);
    }
    return best;
}

std::vector<WayAcross> ways_across(const OldHole& hole, const MarkingTerms& terms, const MarksAcross& drawer,
                                   const Estimates& estimates, std::optional<Length> measured) {
    return Judge(hole, terms, drawer, estimates, measured).take();
}

std::optional<WayAcross> way_taken(const OldHole& hole, const MarkingTerms& terms, const MarksAcross& drawer,
                                   const Estimates& estimates, std::optional<Length> measured) {
    const std::vector<WayAcross> ways = ways_across(hole, terms, drawer, estimates, measured);
    for (const WayAcross& each : ways)
        if (each.possible && hole.access.way == each.way)
            return each;
    return ways.front().possible ? std::optional(ways.front()) : std::nullopt;
}

std::string in_words(MarkWay way) {
    switch (way) {
    case MarkWay::Punch:
        return say("a punch of its own size");
    case MarkWay::Screw:
        return say("a transfer screw");
    case MarkWay::Plug:
        return say("a pointed plug");
    case MarkWay::Cone:
        return say("a coned punch");
    case MarkWay::Scribe:
        return say("a scriber round the inside");
    case MarkWay::Marker:
        return say("a long-nosed marker");
    case MarkWay::DrillThrough:
        return say("drilling through it");
    case MarkWay::Bonded:
        return say("glue, then drilling together");
    case MarkWay::Measure:
        break;
    }
    return say("its measured place");
}

} // namespace clockface
