#include "bench/practice.h"

#include "layout/outline.h"
#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "ordering/pick_up.h"
#include "ordering/route.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// Outside the work, to the left and in front, at a whole line from zero as a dial that was set anywhere would be.
Point start_of(const Job& job, const Machine& machine) {
    constexpr Length outside = Length::mm(20.0);
    const Point corner =
        Point{job.blank.extent_x() / -2.0 - outside, job.blank.extent_y() / -2.0 - outside} - datum_from_middle(job);
    const auto* wheels = std::get_if<Handwheels>(&machine.kind);
    const auto whole_lines = [](Length at, Length line) { return line * std::floor(at / line); };
    return wheels ? Point{whole_lines(corner.x, wheels->x.graduation()), whole_lines(corner.y, wheels->y.graduation())}
                  : corner;
}

template <class Move> const Move* as(const std::optional<Instruction>& instruction) {
    return instruction ? std::get_if<Move>(&instruction->action) : nullptr;
}

} // namespace

bool can_practise(const Job& job, const SetupPlan& plan) {
    return is_mill(plan.machine.kind) && !job.blank.on_side() && !plan.holes.empty();
}

int PracticeResult::right() const {
    return static_cast<int>(
        std::count_if(holes.begin(), holes.end(), [](const PractisedHole& each) { return each.right; }));
}

Practice::Practice(Job job, SetupPlan plan)
    : m_job(std::move(job))
    , m_plan(std::move(plan))
    , m_mill(m_plan.machine, m_job.datum, start_of(m_job, m_plan.machine))
    , m_place(workplace_of(m_plan))
    , m_watch(&m_place, m_plan.holes) {}

void Practice::follow(const BenchState& state) {
    const std::string list = fingerprint(state.list);
    if (list != m_list)
        m_followed = 0;
    m_list = list;
    const auto move_of = [&](int task) {
        return state.list.list[static_cast<std::size_t>(state.tasks[static_cast<std::size_t>(task)].move)];
    };
    // What hands put in and do apart from the mill is done with the key that says so.
    for (int i = m_followed; i < state.next; ++i) {
        const Instruction move = move_of(i);
        if (const auto* change = std::get_if<ChangeCutter>(&move.action))
            m_watch.put_in(Watch::InChuck::Cutter, change->cutter);
        else if (const auto* hand = std::get_if<WorkByHand>(&move.action))
            for (const std::string& fault : m_watch.by_hand(state.tasks[static_cast<std::size_t>(i)].hole, hand->step))
                m_complaints.push_back(fault);
    }
    m_followed = state.next;
    m_at_hand.reset();
    m_next_cut.reset();
    if (state.finished())
        return;
    m_at_hand = move_of(state.next);
    if (as<TouchEdge>(m_at_hand) || as<CentreOver>(m_at_hand))
        m_watch.put_in(Watch::InChuck::Finder);
    for (int i = state.next; i < static_cast<int>(state.tasks.size()); ++i) {
        const Instruction move = move_of(i);
        if (std::holds_alternative<DrillHole>(move.action) || std::holds_alternative<TouchLightly>(move.action)) {
            m_next_cut.emplace(state.tasks[static_cast<std::size_t>(i)].hole, move);
            break;
        }
        if (state.tasks[static_cast<std::size_t>(i)].deed.act != Act::Move)
            break;
    }
}

std::optional<double> Practice::stops_at(Axis axis) const {
    const bool x = axis == Axis::X;
    if (const auto* touch = as<TouchEdge>(m_at_hand))
        return touch->axis == axis ? std::optional(spindle_at(*touch).in_mm()) : std::nullopt;
    if (const auto* over = as<CentreOver>(m_at_hand))
        return (x ? over->place.x : over->place.y).in_mm();
    if (const auto* zero = as<ZeroReadout>(m_at_hand); zero && !zero->here)
        return 0.0;
    return as<PickUpZero>(m_at_hand) && !as<PickUpZero>(m_at_hand)->by_dials ? std::optional(0.0) : std::nullopt;
}

bool Practice::turn(Axis axis, double lines) {
    // Felt or seen, a hand stops there: what it turned too far is turned no more.
    if (const auto stop = stops_at(axis)) {
        HandMachine tried = m_mill;
        const auto along = [axis](const HandMachine& mill) {
            return (axis == Axis::X ? mill.slides().x : mill.slides().y).in_mm();
        };
        const double before = along(tried) - *stop;
        (void)tried.turn(axis, lines);
        const double beyond = along(tried) - *stop;
        constexpr double there = 1e-9;
        const Screw& screw = m_mill.screw(axis);
        if (before * beyond < 0.0 && std::abs(before) > there)
            lines -= beyond / screw.graduation().in_mm() * (screw.plus == Turn::Clockwise ? 1.0 : -1.0);
    }
    return m_mill.turn(axis, lines);
}

void Practice::set(Axis axis) {
    if (std::holds_alternative<Readout>(m_plan.machine.kind)) {
        const Length step = std::get<Readout>(m_plan.machine.kind).resolution;
        Length figure;
        if (const auto* touch = as<TouchEdge>(m_at_hand); touch && touch->axis == axis) {
            const Point shown = m_mill.shown();
            figure =
                touch->halves ? (axis == Axis::X ? shown.x : shown.y) / 2.0 : step * static_cast<double>(touch->figure);
        } else if (const auto* over = as<CentreOver>(m_at_hand)) {
            figure = step * static_cast<double>(axis == Axis::X ? over->figure_x : over->figure_y);
        }
        return m_mill.set_shown(axis, figure);
    }
    double line = 0.0;
    const int engraved = m_mill.screw(axis).engraved();
    if (const auto* touch = as<TouchEdge>(m_at_hand); touch && touch->axis == axis)
        line = touch->halves ? 0 : dial_line(touch->figure, engraved);
    else if (const auto* over = as<CentreOver>(m_at_hand))
        line = dial_line(axis == Axis::X ? over->figure_x : over->figure_y, engraved);
    else if (const auto* zero = as<PickUpZero>(m_at_hand))
        line = axis == Axis::X ? zero->line_x : zero->line_y;
    m_mill.set_dial(axis, line);
}

std::optional<Length> Practice::pushed() const {
    const auto* touch = as<TouchEdge>(m_at_hand);
    if (!touch)
        return std::nullopt;
    const Point at = m_mill.slides();
    const Length beyond = (touch->axis == Axis::X ? at.x : at.y) - spindle_at(*touch);
    const Length into = touch->stands == Towards::Minus ? beyond : -beyond;
    constexpr Length felt = Length::mm(1e-6);
    // Farther in than a finder bends it stands over the work, or beyond it.
    return into >= -felt && into <= touch->finder.diameter ? std::optional(std::max(Length{}, into)) : std::nullopt;
}

std::string Practice::quill_down() {
    if (!m_next_cut)
        return say("Nothing is to be cut here yet: the list comes to that.");
    const auto [hole, move] = *m_next_cut;
    std::vector<std::string> faults;
    if (!m_mill.locked(Axis::X) || !m_mill.locked(Axis::Y))
        faults.push_back(
            say("the locks are loose at {hole}", {{"hole", m_plan.holes[static_cast<std::size_t>(hole)].name}}));
    const Point at = m_mill.drill({});
    Landing landing{hole, at, distance(at, m_plan.holes[static_cast<std::size_t>(hole)].at), -1, true, {}};
    if (const auto* drill = std::get_if<DrillHole>(&move.action)) {
        landing.step = drill->step;
        landing.touch = false;
        for (std::string& fault : m_watch.cut(hole, *drill, HolePlace{at + datum_from_middle(m_job)}))
            faults.push_back(std::move(fault));
    }
    m_landings.push_back(landing);
    std::string said;
    for (const std::string& fault : faults) {
        m_complaints.push_back(fault);
        said += (said.empty() ? "" : "; ") + fault;
    }
    return said;
}

PracticeResult Practice::result() const {
    PracticeResult out;
    out.job = m_job.title;
    out.machine = m_plan.machine.name;
    const std::vector<Allowed> allowed = allowed_of(m_job, m_plan.holes, m_plan.estimates);
    for (std::size_t i = 0; i < m_plan.holes.size(); ++i) {
        PractisedHole hole{m_plan.holes[i].name, m_plan.holes[i].at, m_plan.holes[i].at, {}, false, false};
        for (const Landing& each : m_landings)
            if (each.hole == static_cast<int>(i) && !each.touch && (!hole.cut || each.miss > hole.miss)) {
                hole.made = each.at;
                hole.miss = each.miss;
                hole.cut = true;
            }
        hole.right = hole.cut && allowed[i].holds(hole.made - hole.drawn);
        out.holes.push_back(std::move(hole));
    }
    out.complaints = m_complaints;
    return out;
}

std::string in_words(const PracticeResult& result, Unit unit) {
    const auto cut =
        std::count_if(result.holes.begin(), result.holes.end(), [](const PractisedHole& each) { return each.cut; });
    std::string words = say("{right} of {all} {all:hole|holes} {right:is|are} right.",
                            {{"right", result.right()}, {"all", result.holes.size()}});
    if (const auto left = static_cast<std::int64_t>(result.holes.size()) - cut; left > 0)
        words += " " + say("{left} {left:is|are} not cut.", {{"left", left}});
    const auto worst = std::max_element(result.holes.begin(), result.holes.end(),
                                        [](const PractisedHole& a, const PractisedHole& b) { return a.miss < b.miss; });
    if (cut > 0)
        words += " " + say("The worst is {hole}, {miss} off.",
                           {{"hole", worst->name}, {"miss", thousandths(worst->miss, unit)}});
    if (!result.complaints.empty())
        words += " " + say("{n} {n:fault|faults} of handling, the last: {fault}.",
                           {{"n", result.complaints.size()}, {"fault", result.complaints.back()}});
    return words;
}

} // namespace clockface
