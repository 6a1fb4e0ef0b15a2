// Writes what is done where the spindle stands: change of cutter, knee, the steps themselves; and what is left for the
// hands.
#pragma once

#include "ordering/route.h"

#include <optional>

namespace clockface {

class CutWriter {
public:
    CutWriter(Route& route, const RouteNeeds& needs)
        : m_route(route)
        , m_needs(needs) {}

    /// All steps of a stop.
    void cut(const Visit& visit);
    /// The cutter of a stop's first step, so that it is changed before going there and not over the work. Against a
    /// fence the pin comes first.
    void change_for(const Visit& visit);
    /// A pin stands in the chuck, so the next step puts its cutter in again.
    void pin_in_chuck() { m_in_chuck = -1; }
    /// What is done by hand when all passes are over.
    void hands();

private:
    Route& m_route;
    const RouteNeeds& m_needs;
    int m_in_chuck = -1;
    int m_last = -1; // cutter before, for which the knee stands

    void change(int cutter, int hole);
    void move_knee(const Cutter& last, const Cutter& next, int hole);
};

/// Every stop of every pass: `go` writes the moves to a hole, and what has to be looked at there before the first cut.
template <class Go> void each_visit(Route& route, const RouteNeeds& needs, const Go& go) {
    CutWriter cuts(route, needs);
    for (const Pass& pass : needs.work.passes)
        for (const Visit& visit : pass.visits) {
            cuts.change_for(visit);
            go(visit.hole);
            cuts.cut(visit);
        }
    cuts.hands();
}

/// The measure from the blank's edges to a hole.
CheckPlace place_check(const RouteNeeds& needs, int hole, Length step, Length within);

/// Where the measure from the edges is taken before the hole is made: half way round, at the place of the middle third
/// that is nearest to the edges measured from, and at the last hole. Nothing for fewer than six holes.
class HalfWay {
public:
    explicit HalfWay(const RouteNeeds& needs);
    /// Writes the check if this hole is one of them and was not checked before.
    void check(Route& route, int hole);

private:
    const RouteNeeds& m_needs;
    std::vector<int> m_holes;
};

} // namespace clockface
