// The simulated machine's memory beside its slides: what is in the chuck, what was made of each hole, what stands under
// the work. It refuses what would break a cutter, a vise or a hand.
#pragma once

#include "holding/beneath.h"
#include "layout/pattern.h"
#include "ordering/instruction.h"
#include "simulate/workplace.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

class Watch {
public:
    Watch(const Workplace* place, const std::vector<Hole>& holes)
        : m_place(place)
        , m_holes(holes)
        , m_made(place ? place->made : std::vector<std::vector<bool>>())
        , m_solids(place ? place->held.solids() : std::vector<Solid>()) {
        if (place)
            m_made.resize(holes.size());
    }

    enum class InChuck { Nothing, Cutter, Finder, Pin };
    void put_in(InChuck what, int cutter = -1) {
        m_in_chuck = what;
        m_cutter = cutter;
    }

    /// A step is cut where the spindle stands over the hole (nothing where that is not known). What is wrong with that,
    /// in the order in which it is seen.
    std::vector<std::string> cut(int hole, const DrillHole& drill, std::optional<HolePlace> place);
    /// A step is done by hand, away from the machine.
    std::vector<std::string> by_hand(int hole, const std::string& step);

private:
    const Workplace* m_place;
    const std::vector<Hole>& m_holes;
    std::vector<std::vector<bool>> m_made; // by hole and step
    std::vector<Solid> m_solids;
    InChuck m_in_chuck = InChuck::Nothing;
    int m_cutter = -1;

    [[nodiscard]] const Chain* chain_of(int hole) const;
    void make(int hole, int step, std::vector<std::string>& faults);
};

} // namespace clockface
