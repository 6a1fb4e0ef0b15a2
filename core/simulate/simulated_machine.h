// What all simulated benches share: working a list off, scoring, and a complaint for what cannot be obeyed.
#pragma once

#include "layout/outline.h"
#include "simulate/lost_motion.h"
#include "simulate/operator.h"
#include "simulate/watch.h"
#include "words/say.h"

namespace clockface {

class SimulatedMachine {
public:
    SimulatedMachine(const Job& job, const std::vector<Hole>& holes, const Conditions& conditions)
        : m_job(job)
        , m_holes(holes)
        , m_chance(conditions)
        , m_wander(conditions.wander)
        , m_larger(conditions.larger)
        , m_watch(conditions.workplace, holes) {}
    virtual ~SimulatedMachine() = default;
    SimulatedMachine(const SimulatedMachine&) = delete;
    SimulatedMachine& operator=(const SimulatedMachine&) = delete;

    SimulatedRun work_off(const Route& route) {
        for (m_step = 0; m_step < route.list.size(); ++m_step) {
            m_hole = route.list[m_step].hole;
            obey(route.list[m_step]);
        }
        return std::move(m_proof);
    }

protected:
    virtual void obey(const Instruction& instruction) = 0;
    // What is the same on every machine.
    void carry_out(const ChangeCutter& change) { m_watch.put_in(Watch::InChuck::Cutter, change.cutter); }
    void carry_out(const CheckPlace& check) { check_place(check); }
    void carry_out(const MoveKnee&) {}
    void carry_out(const WorkByHand& work) {
        for (const int each : work.holes)
            complain_of(m_watch.by_hand(each, work.step));
    }
    void carry_out(const LookAtCorner& look) {
        const auto at = standing();
        const Point corner{face(Axis::X, look.right), face(Axis::Y, look.far)};
        if (!at || abs(at->x - corner.x) > seen_by_eye || abs(at->y - corner.y) > seen_by_eye)
            complain(say("the tip does not stand over the corner"));
    }
    /// Where the spindle stands along the axis, from zero, while the finder touches: against the real face, by which
    /// nothing of the list is known.
    Length touched(const TouchEdge& touch) {
        const Length half = touch.finder.diameter / 2.0;
        m_watch.put_in(Watch::InChuck::Finder);
        return face(touch.axis, is_high_face(touch)) + (touch.stands == Towards::Plus ? half : -half) +
               m_chance.draw(ErrorSource::PickUp, found_within(touch));
    }
    /// Where the spindle stands, from zero, over the middle of a bore, hole or crossing: these are where the drawing
    /// has them.
    Point found(const CentreOver& over) {
        if (over.kind != CentreKind::ScribedCross)
            m_watch.put_in(over.kind == CentreKind::PinInHole ? Watch::InChuck::Pin : Watch::InChuck::Finder);
        return over.place + m_chance.draw_both(ErrorSource::PickUp, over.within);
    }
    /// Between two touches it has to come out as drawn, as far as a blank is ever sawn to its size.
    void must_be_about(Length shown, Length expected) {
        constexpr Length off = Length::mm(1.0);
        if (abs(shown - expected) > off)
            complain(say("from one side to the other it is not what it should be"));
    }
    /// Where a pin in the spindle (or the mark) stands now; nothing where nobody can tell.
    [[nodiscard]] virtual std::optional<Point> standing() { return std::nullopt; }

    void make_hole(const DrillHole& drill, Point at) {
        if (!is_hole(m_hole))
            return complain(say("no hole is named"));
        complain_of(m_watch.cut(m_hole, drill, HolePlace{at + datum_from_middle(m_job)}));
        // The first cut runs off by itself; what follows runs in it.
        Length wander;
        if (m_wander && static_cast<std::size_t>(m_hole) < m_wander->size())
            wander = (*m_wander)[static_cast<std::size_t>(m_hole)];
        land(at + m_chance.draw_both(ErrorSource::Wander, wander), drill.step, false);
    }
    void touch(Point at) { land(at, -1, true); }
    void land(Point at, int step, bool touched) {
        score({m_hole, at, distance(at, m_holes[static_cast<std::size_t>(m_hole)].at), step, touched, {}});
    }
    [[nodiscard]] bool is_hole(int hole) const { return hole >= 0 && static_cast<std::size_t>(hole) < m_holes.size(); }
    void score(const Landing& landing) { m_proof.landings.push_back(landing); }
    void complain(const std::string& what) {
        m_proof.complaints.push_back(say("Move {step}: {what}.", {{"step", m_step + 1}, {"what", what}}));
    }
    void complain_of(const std::vector<std::string>& faults) {
        for (const std::string& fault : faults)
            complain(fault);
    }
    [[nodiscard]] Watch& watch() { return m_watch; }
    [[nodiscard]] const Job& job() const { return m_job; }
    [[nodiscard]] const std::vector<Hole>& holes() const { return m_holes; }
    [[nodiscard]] int hole() const { return m_hole; }
    [[nodiscard]] Chance& chance() { return m_chance; }

private:
    const Job& m_job;
    const std::vector<Hole>& m_holes;
    Chance m_chance;
    const std::vector<Length>* m_wander;
    Point m_larger;
    SimulatedRun m_proof;
    std::size_t m_step = 0;
    int m_hole = -1;
    Watch m_watch;

    // The real face of the work from zero; the work is as much larger on either side of zero as it has to either side.
    [[nodiscard]] Length face(Axis axis, bool high) const {
        const bool x = axis == Axis::X;
        const Length size = x ? m_job.blank.extent_x() : m_job.blank.extent_y();
        const Point datum = datum_from_middle(m_job);
        const Length drawn = (high ? size / 2.0 : size / -2.0) - (x ? datum.x : datum.y);
        return drawn * ((size + (x ? m_larger.x : m_larger.y)) / size);
    }

    void check_place(const CheckPlace& check) {
        const auto at = standing();
        if (!at)
            return complain(say("there is nothing to measure to"));
        const Point from = *at - reference_edges(m_job).corner;
        const auto off = [&](Length along, bool far, std::int64_t counts) {
            return abs((far ? -along : along) - check.step * static_cast<double>(counts));
        };
        const Length allowed = check.within + check.step * 0.51;
        if (off(from.x, check.from_right, check.x) > allowed || off(from.y, check.from_upper, check.y) > allowed)
            complain(is_hole(m_hole) ? say("measured from the edges, {hole} is not where it should be",
                                           {{"hole", m_holes[static_cast<std::size_t>(m_hole)].name}})
                                     : std::string(say("the place does not agree")));
    }
};

} // namespace clockface
