// What all simulated benches share: working a list off, scoring, and a complaint for what cannot be obeyed.
#pragma once

#include "simulate/lost_motion.h"
#include "simulate/operator.h"

#include <fmt/format.h>

namespace clockface {

class Bench {
public:
    Bench(const Job& job, const std::vector<Hole>& holes)
        : m_job(job)
        , m_holes(holes) {}
    virtual ~Bench() = default;
    Bench(const Bench&) = delete;
    Bench& operator=(const Bench&) = delete;

    Proof work_off(const Route& route) {
        for (m_step = 0; m_step < route.list.size(); ++m_step) {
            m_hole = route.list[m_step].hole;
            obey(route.list[m_step]);
        }
        return std::move(m_proof);
    }

protected:
    virtual void obey(const Instruction& instruction) = 0;

    void make_hole(int hole, Point at, bool by_routine = false) {
        if (!is_hole(hole))
            return complain("no hole is named");
        score({hole, at, distance(at, m_holes[static_cast<std::size_t>(hole)].at), by_routine, {}});
    }
    [[nodiscard]] bool is_hole(int hole) const { return hole >= 0 && static_cast<std::size_t>(hole) < m_holes.size(); }
    void score(const Landing& landing) { m_proof.landings.push_back(landing); }
    void complain(const std::string& what) {
        m_proof.complaints.push_back(fmt::format("Instruction {}: {}.", m_step + 1, what));
    }
    [[nodiscard]] const Job& job() const { return m_job; }
    [[nodiscard]] const std::vector<Hole>& holes() const { return m_holes; }
    [[nodiscard]] int hole() const { return m_hole; }

private:
    const Job& m_job;
    const std::vector<Hole>& m_holes;
    Proof m_proof;
    std::size_t m_step = 0;
    int m_hole = -1;
};

inline LostMotion slide_of(const Screw& screw) {
    return {screw.graduation().in_mm(), screw.graduations, screw.backlash.in_mm(), screw.plus == Turn::Clockwise};
}

} // namespace clockface
