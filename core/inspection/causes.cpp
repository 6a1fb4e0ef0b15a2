#include "inspection/causes.h"

#include "layout/outline.h"
#include "measure/figures.h"
#include "measure/radians.h"
#include "simulate/many_parts.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <memory>
#include <set>

namespace clockface {

namespace {

using Places = std::vector<Point>;

// How far a figure that is simply off may be off: an eye would see more.
constexpr double zero_off = 1.0, pattern_off = 0.5, wandered = 0.5; // mm
constexpr double crooked = 0.7, begins_off = 2.0;                   // degrees
constexpr double scale_off = 0.01;
constexpr double adds_up = 0.3; // mm at the last hole of a row, along a circle
constexpr double slipped = 5.0; // mm or degrees
constexpr double usual_scatter_times = 4.0;
constexpr std::size_t most_one_by_one = 500; // holes

Point on_axis(Axis axis, Length by) {
    return axis == Axis::X ? Point{by, {}} : Point{{}, by};
}
Length along(Axis axis, Point at) {
    return axis == Axis::X ? at.x : at.y;
}
std::string name(Axis axis) {
    return axis == Axis::X ? "X" : "Y";
}
Point turned_about(Point at, Point about, Angle by) {
    return about + rotated(at - about, by);
}

// A slide that follows its screw with play: coming from one side it stands right, from the other it lags.
class Lagging {
public:
    Lagging(double play, Towards approach)
        : m_play(play)
        , m_plus(approach == Towards::Plus) {}
    /// Where it stands when the screw is turned straight to a figure.
    double to(double figure) {
        // With the screw at f the slide may stand anywhere from f to f + play (approach plus), or f - play to f.
        const double low = m_plus ? figure : figure - m_play, high = m_plus ? figure + m_play : figure;
        m_at = std::clamp(m_at, low, high);
        return m_at;
    }

private:
    double m_play;
    bool m_plus;
    double m_at = 0.0;
};

// What the places of a cause are worked out from; it outlives the list of causes.
struct Drawn {
    Places at;
    std::vector<int> number; // of each hole in its pattern
    Unit unit = Unit::Millimetre;

    template <class Move> [[nodiscard]] Places moved(const Move& move) const {
        Places out = at;
        for (Point& each : out)
            each = move(each);
        return out;
    }
    /// Only these holes, each by itself.
    template <class Move> [[nodiscard]] Places with(const std::vector<std::size_t>& own, const Move& move) const {
        Places out = at;
        for (const std::size_t each : own)
            out[each] = move(out[each], each);
        return out;
    }
    [[nodiscard]] std::string figure(Length length) const { return thousandths(abs(length), unit); }
    [[nodiscard]] std::string way(double x, double y) const {
        return way_in_words({Length::mm(x), Length::mm(y)}, unit);
    }
};
using OnDrawn = std::shared_ptr<const Drawn>;

std::string said(const OldPart& part, const Reading& reading) {
    std::string out = kind_in_words(reading.kind);
    for (const std::string& each : reading.between)
        out += " " + each;
    if (!has_figure(reading.kind))
        return out;
    return out + ": " +
           (reads_length(reading.kind) ? thousandths(reading.length, part.unit) : in_degrees(reading.angle, 2));
}

class CauseList {
public:
    explicit CauseList(const CauseNeeds& needs)
        : m_job(needs.job)
        , m_shop(needs.shop)
        , m_plan(needs.plan)
        , m_piece(needs.piece)
        , m_holes(needs.measured.holes)
        , m_middle(middle_from_datum(needs.job)) {
        auto on = std::make_shared<Drawn>();
        on->unit = m_job.unit;
        for (const Hole& hole : m_holes) {
            m_drawn.push_back(hole.at);
            on->number.push_back(hole.number);
        }
        on->at = m_drawn;
        m_on = std::move(on);
        m_visits = visits(needs.log);
        for (const Reading& reading : needs.measured.part.readings)
            for (const std::string& each : reading.between)
                if (const int hole = hole_index(needs.measured.part, each);
                    hole >= 0 && static_cast<std::size_t>(hole) < m_holes.size())
                    m_read.insert(static_cast<std::size_t>(hole));
        if (m_read.size() > most_one_by_one)
            m_read.clear();
    }

    std::vector<Cause> take() {
        finder();
        std::visit([this](const auto& kind) { of_machine(kind); }, m_plan.machine.kind);
        locks();
        zero();
        axes();
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern)
            of_pattern(pattern);
        scales();
        scattered();
        pulled();
        marks();
        weigh();
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const Shop& m_shop;
    const SetupPlan& m_plan;
    const MeasuredPiece& m_piece;
    const std::vector<Hole>& m_holes;
    Point m_middle;
    Places m_drawn;
    OnDrawn m_on;
    std::set<std::size_t> m_read;      // holes that some reading is of, as long as they can be looked at one by one
    std::vector<std::size_t> m_visits; // holes in the order in which they were cut, each as often as it was gone to
    std::vector<Cause> m_out;

    [[nodiscard]] std::string figure(Length length) const { return m_on->figure(length); }
    [[nodiscard]] Length half(Axis axis) const {
        return (axis == Axis::X ? m_job.blank.extent_x() : m_job.blank.extent_y()) / 2.0;
    }

    // By the log where it knows, otherwise by the list.
    [[nodiscard]] std::vector<std::size_t> visits(const Piece* log) const {
        std::vector<std::size_t> out;
        const auto go = [&](std::size_t hole) {
            if (out.empty() || out.back() != hole)
                out.push_back(hole);
        };
        if (log)
            for (const Event& event : log->log)
                if (const auto* done = std::get_if<Done>(&event.what);
                    done && done->deed.act == Act::Cut && done->deed.setup == m_plan.setup && done->deed.hole)
                    for (std::size_t i = 0; i < m_holes.size(); ++i)
                        if (id_of(m_job, m_holes[i]) == *done->deed.hole)
                            go(i);
        if (out.empty())
            for (const Instruction& each : m_plan.route.list)
                if (std::holds_alternative<DrillHole>(each.action) && each.hole >= 0)
                    go(static_cast<std::size_t>(each.hole));
        return out;
    }
    // Every hole once, in the order of the last cut of each: where that went the hole is.
    [[nodiscard]] std::vector<std::size_t> last_cuts() const {
        std::vector<std::size_t> out;
        std::set<std::size_t> seen;
        for (auto visit = m_visits.rbegin(); visit != m_visits.rend(); ++visit)
            if (seen.insert(*visit).second)
                out.push_back(*visit);
        std::reverse(out.begin(), out.end());
        return out;
    }

    [[nodiscard]] bool on_metal(const Places& places) const {
        for (const Point& each : places) {
            const Point off = each - m_middle;
            if (abs(off.x) > half(Axis::X) || abs(off.y) > half(Axis::Y))
                return false;
        }
        return true;
    }
    [[nodiscard]] bool moves_something(const Places& places) const {
        for (std::size_t i = 0; i < places.size(); ++i)
            if (distance(places[i], m_drawn[i]) > Length::mm(1e-6))
                return true;
        return false;
    }

    template <class Move> Places moved(const Move& move) const { return m_on->moved(move); }
    template <class Move> Places with(const std::vector<std::size_t>& own, const Move& move) const {
        return m_on->with(own, move);
    }
    [[nodiscard]] Places shifted(Point by) const {
        return moved([&](Point at) { return at + by; });
    }
    [[nodiscard]] std::vector<std::size_t> of(std::size_t pattern) const {
        std::vector<std::size_t> out;
        for (std::size_t i = 0; i < m_holes.size(); ++i)
            if (m_holes[i].pattern == pattern)
                out.push_back(i);
        return out;
    }

    // A cause without figures of its own. `make` gives its places: they are not kept, a large job has many causes.
    template <class Make> void add_made(CauseKind kind, Make make, std::string words) {
        const Places places = make();
        if (!moves_something(places) || !on_metal(places))
            return;
        Cause cause;
        cause.kind = kind;
        cause.places = [make = std::move(make)](const CauseFigures&) { return make(); };
        cause.words = [words = std::move(words)](const CauseFigures&) { return words; };
        m_out.push_back(std::move(cause));
    }
    void add(CauseKind kind, Places places, std::string words) {
        add_made(
            kind, [places = std::move(places)] { return places; }, std::move(words));
    }
    void add(CauseKind kind, CauseFigures spread, std::function<Places(const CauseFigures&)> places,
             std::function<std::string(const CauseFigures&)> words) {
        Cause cause;
        cause.kind = kind;
        cause.spread = std::move(spread);
        cause.places = std::move(places);
        cause.words = std::move(words);
        m_out.push_back(std::move(cause));
    }

    // ---- zero

    // The spindle stands half the finder beside the face while it touches: face - d/2 left of (before) it, + d/2 right.
    void finder() {
        std::map<std::pair<Axis, Length>, double> seen; // which way the spindle stood
        for (const Instruction& each : m_plan.route.list) {
            if (const auto* touch = std::get_if<TouchEdge>(&each.action);
                touch && !touch->halves && touch->finder.diameter > Length{})
                seen[{touch->axis, touch->finder.diameter}] = touch->stands == Towards::Minus ? -1.0 : 1.0;
            if (const auto* packing = std::get_if<SetPacking>(&each.action); packing && packing->pin > Length{})
                seen[{packing->axis, packing->pin}] = packing->from_far_end ? 1.0 : -1.0;
        }
        if (seen.empty() && is_mill(m_plan.machine.kind))
            for (const Finder& each : m_shop.holdings.finders)
                for (const Axis axis : {Axis::X, Axis::Y})
                    if (each.diameter > Length{})
                        seen[{axis, each.diameter}] = -1.0;
        for (const auto& [what, side] : seen) {
            const auto& [axis, diameter] = what;
            const std::string of = name(axis), half_of = figure(diameter / 2.0), whole = figure(diameter);
            const auto offer = [&, axis = axis](Length by, const std::string& words) {
                for (const Length each : as_counted(axis, by))
                    add(CauseKind::HalfFinder, shifted(on_axis(axis, each)), words);
            };
            offer(diameter * (side / 2.0),
                  say("Half the finder ({half}) was left out along {axis} when zero was found.",
                      {{"half", half_of}, {"axis", of}}));
            offer(diameter * side,
                  say("Half the finder was counted to the wrong side along {axis}, so all is out by the whole of it, "
                      "{whole}.",
                      {{"axis", of}, {"whole", whole}}));
            offer(diameter * (-side / 2.0),
                  say("Half the finder ({half}) was counted twice along {axis} when zero was found.",
                      {{"half", half_of}, {"axis", of}}));
            offer(diameter * -side,
                  say("The finder's whole diameter ({whole}) was counted once too often along {axis}.",
                      {{"whole", whole}, {"axis", of}}));
            for (const double quarter : {0.25, -0.25})
                offer(diameter * quarter,
                      say("Half of half the finder was counted along {axis}: its radius was halved.", {{"axis", of}}));
        }
    }

    // A dial set wrong is turned to the same line all the same: of the whole turns in the mistake none need be seen.
    [[nodiscard]] std::vector<Length> as_counted(Axis axis, Length by) const {
        std::vector<Length> out{by};
        if (const auto* wheels = std::get_if<Handwheels>(&m_plan.machine.kind)) {
            const Length lead = (axis == Axis::X ? wheels->x : wheels->y).lead;
            const Length rest = by - lead * std::trunc(by / lead);
            const Length back = rest - lead * (by < Length{} ? -1.0 : 1.0);
            for (const Length each : {rest, back})
                if (abs(each - by) > Length::mm(1e-6))
                    out.push_back(each);
        }
        return out;
    }

    void zero() {
        const Point zero{}; // everything from here
        const auto elsewhere = [&](Point at, const std::string& where) {
            add(CauseKind::ZeroElsewhere, shifted(at - zero),
                say("Zero was set at {where}, where the drawing does not have it.", {{"where", where}}));
        };
        const Point half_x{half(Axis::X), {}}, half_y{{}, half(Axis::Y)};
        elsewhere(m_middle, say("the middle"));
        for (const double x : {-1.0, 0.0, 1.0})
            for (const double y : {-1.0, 0.0, 1.0})
                if (x != 0.0 || y != 0.0)
                    elsewhere(m_middle + half_x * x + half_y * y,
                              x == 0.0 || y == 0.0 ? say("the middle of an edge") : say("another corner"));
        for (const Existing& each : m_job.blank.existing)
            if (each.face == m_job.blank.up)
                elsewhere(m_middle + each.at, each.name);
        // Only one axis of it.
        for (const Axis axis : {Axis::X, Axis::Y}) {
            const Length middle = along(axis, m_middle);
            for (const double side : {-1.0, 0.0, 1.0})
                add(CauseKind::ZeroElsewhere, shifted(on_axis(axis, middle + half(axis) * side)),
                    side == 0.0 ? say("{axis} was set to 0 at the middle, not where the drawing has it.",
                                      {{"axis", name(axis)}})
                                : say("{axis} was set to 0 at the other edge.", {{"axis", name(axis)}}));
        }
        add(
            CauseKind::ZeroOff, {zero_off, zero_off},
            [on = m_on](const CauseFigures& f) {
                return on->moved([&](Point at) { return at + Point{Length::mm(f[0]), Length::mm(f[1])}; });
            },
            [on = m_on](const CauseFigures& f) {
                return say("All holes are out the same way, {way}: zero stood there, or the work has moved.",
                           {{"way", on->way(f[0], f[1])}});
            });
    }

    void locks() {
        const Point jump = m_plan.machine.lock_jump;
        for (const Point each : {jump, Point{jump.x, {}}, Point{{}, jump.y}})
            for (const double sign : {1.0, -1.0})
                add(CauseKind::LockedAfter, shifted(each * sign),
                    say("The slides were locked after the figure was read: tightening the locks moved them {way}.",
                        {{"way", way_in_words(each * sign, m_job.unit)}}));
    }

    // ---- the machine

    // From the hole that is gone to after so many others on, in the order of the last cuts; every hole once.
    template <class Move>
    void from_hole_on(CauseKind kind, const Move& move, const std::function<std::string(std::size_t)>& words) {
        const auto order = std::make_shared<const std::vector<std::size_t>>(last_cuts());
        for (std::size_t first = 0; first < order->size(); ++first)
            if (m_read.contains((*order)[first])) // beginning between two that are read it would read the same
                add_made(
                    kind,
                    [on = m_on, order, first, move] {
                        Places places = on->at;
                        for (std::size_t k = first; k < order->size(); ++k)
                            places[(*order)[k]] = move(places[(*order)[k]]);
                        return places;
                    },
                    words((*order)[first]));
    }
    void moved_alone(CauseKind kind, std::size_t hole, Point by, std::string words) {
        add_made(
            kind,
            [on = m_on, hole, by] {
                Places places = on->at;
                places[hole] = places[hole] + by;
                return places;
            },
            std::move(words));
    }
    void at_one_hole(CauseKind kind, Point by, const std::function<std::string(const std::string&)>& words) {
        for (const std::size_t each : m_read)
            moved_alone(kind, each, by, words(m_holes[each].name));
    }
    void turns_of(Axis axis, Length lead) {
        for (const double turns : {1.0, -1.0}) {
            const Point by = on_axis(axis, lead * turns);
            const std::string many = figure(lead);
            const auto words = [&](std::size_t hole) {
                return turns > 0.0
                           ? say("From {hole} on {axis} is a whole turn ({by}) too far to plus: a turn was lost or "
                                 "counted twice on the way there.",
                                 {{"hole", m_holes[hole].name}, {"axis", name(axis)}, {"by", many}})
                           : say("From {hole} on {axis} is a whole turn ({by}) too far to minus: a turn was lost or "
                                 "counted twice on the way there.",
                                 {{"hole", m_holes[hole].name}, {"axis", name(axis)}, {"by", many}});
            };
            from_hole_on(
                CauseKind::TurnsLost, [by](Point at) { return at + by; }, words);
            at_one_hole(CauseKind::TurnsLost, by, [&](const std::string& hole) {
                return say("{hole} alone is a whole turn ({by}) out along {axis}.",
                           {{"hole", hole}, {"axis", name(axis)}, {"by", many}});
            });
        }
    }

    void of_machine(const Handwheels& wheels) {
        turns_of(Axis::X, wheels.x.lead);
        turns_of(Axis::Y, wheels.y.lead);
        lag(wheels);
        engraved(wheels.x, Axis::X);
        engraved(wheels.y, Axis::Y);
    }
    // Every hole gone to straight, so that coming from the wrong side the slide lags by the backlash.
    void lag(const Handwheels& wheels) {
        for (const auto& [x, y] : {std::pair{true, false}, std::pair{false, true}, std::pair{true, true}}) {
            Lagging slide_x(x ? wheels.x.backlash.in_mm() : 0.0, wheels.x.approach);
            Lagging slide_y(y ? wheels.y.backlash.in_mm() : 0.0, wheels.y.approach);
            Places places = m_drawn;
            for (const std::size_t hole : m_visits)
                places[hole] = {Length::mm(slide_x.to(m_drawn[hole].x.in_mm())),
                                Length::mm(slide_y.to(m_drawn[hole].y.in_mm()))};
            add(CauseKind::NoTakeUp, std::move(places),
                x && y ? say("Backlash was not taken up: holes that were come to from the wrong side lag by it.")
                       : say("Backlash of {axis} ({by}) was not taken up: holes come to from the wrong side lag by it.",
                             {{"axis", x ? "X" : "Y"}, {"by", figure(x ? wheels.x.backlash : wheels.y.backlash)}}));
        }
    }
    // Dials of the other measure, and such as show twice the way.
    void engraved(const Screw& screw, Axis axis) {
        const auto stretched = [&](double by) {
            return moved([&](Point at) { return axis == Axis::X ? Point{at.x * by, at.y} : Point{at.x, at.y * by}; });
        };
        const bool metric = screw.unit == Unit::Millimetre;
        const double in_other = metric ? std::round(screw.lead / Length::inches(0.05)) * 0.05 * mm_per_inch
                                       : std::round(screw.lead.in_mm() / 0.5) * 0.5;
        if (in_other > 0.0)
            add(CauseKind::Scale, stretched(in_other / screw.lead.in_mm()),
                say("{axis} was turned by a screw of {lead}: its dial is not what it was taken for.",
                    {{"axis", name(axis)},
                     {"lead", with_unit(Length::mm(in_other), metric ? Unit::Inch : Unit::Millimetre)}}));
        for (const double by : {2.0, 0.5})
            add(CauseKind::Scale, stretched(by),
                by > 1.0 ? say("Along {axis} everything is twice as far: the dial shows half the way.",
                               {{"axis", name(axis)}})
                         : say("Along {axis} everything is half as far: the dial shows twice the way.",
                               {{"axis", name(axis)}}));
    }

    void of_machine(const Readout& readout) {
        std::set<Length> off{readout.resolution * 100.0};
        for (const double each : {0.1, 1.0, 10.0})
            off.insert(Length::of(readout.unit == Unit::Inch ? each / 10.0 : each, readout.unit));
        for (const Length each : off)
            for (const double sign : {1.0, -1.0})
                for (const Axis axis : {Axis::X, Axis::Y})
                    misread(axis, each * sign);
        signs();
        conventions(readout.circle_convention);
    }
    // The figure of one hole, and of what whole patterns are keyed by.
    void misread(Axis axis, Length by) {
        const auto words = [&](const std::string& what) {
            return say("One figure of {axis} at {what} was read or keyed wrong, by {by}.",
                       {{"axis", name(axis)}, {"what", what}, {"by", figure(by)}});
        };
        at_one_hole(CauseKind::FigureMisread, on_axis(axis, by), words);
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
            const std::vector<std::size_t> own = of(pattern);
            if (own.size() < 2)
                continue;
            Places places = m_drawn;
            for (const std::size_t each : own)
                places[each] = places[each] + on_axis(axis, by);
            add(CauseKind::FigureMisread, std::move(places), words(m_job.patterns[pattern].name));
        }
    }
    void signs() {
        for (const Axis axis : {Axis::X, Axis::Y})
            for (const std::size_t each : m_read)
                moved_alone(CauseKind::SignLost, each, on_axis(axis, along(axis, m_drawn[each]) * -2.0),
                            say("The sign of {axis} was lost at {hole}.",
                                {{"axis", name(axis)}, {"hole", m_holes[each].name}}));
    }
    // A routine that counts its angles otherwise than was thought.
    void conventions(const AngleConvention& own) {
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
            const auto centre = centre_of(m_job.patterns[pattern].layout);
            if (!centre)
                continue;
            Places places = m_drawn;
            for (const std::size_t each : of(pattern)) {
                // Keyed as if 0 lay right and angles ran counter-clockwise, counted by its own convention.
                const Angle bearing = bearing_of(*centre, m_drawn[each]);
                places[each] = *centre + polar(distance(*centre, m_drawn[each]), own.bearing_at(bearing));
            }
            add(CauseKind::AxesChanged, std::move(places),
                say("The circle of {pattern} was keyed by the drawing's way of counting angles, not the readout's.",
                    {{"pattern", m_job.patterns[pattern].name}}));
        }
    }

    void of_machine(const RotaryTable& table) {
        const CentreOnTable* centred = nullptr;
        for (const Instruction& each : m_plan.route.list)
            if (const auto* centre = std::get_if<CentreOnTable>(&each.action))
                centred = centre;
        const Point centre = centred ? centred->centre : m_middle;
        for (const double turns : {1.0, -1.0}) {
            from_hole_on(
                CauseKind::TurnsLost,
                [centre, by = table.per_turn() * turns](Point at) { return turned_about(at, centre, by); },
                [&](std::size_t hole) {
                    return say("From {hole} on the table stands a whole turn of its handle ({by}) out.",
                               {{"hole", m_holes[hole].name}, {"by", in_degrees(table.per_turn())}});
                });
            from_hole_on(
                CauseKind::TurnsLost,
                [centre, by = table.slide.lead * turns](Point at) {
                    return centre + polar(distance(centre, at) + by, bearing_of(centre, at));
                },
                [&](std::size_t hole) {
                    return say("From {hole} on the slide under the table stands a whole turn ({by}) out.",
                               {{"hole", m_holes[hole].name}, {"by", figure(table.slide.lead)}});
                });
        }
        // Play of the worm: all that was come to the other way stands off by it.
        for (const double sign : {1.0, -1.0})
            add(CauseKind::NoTakeUp, moved([&](Point at) { return turned_about(at, centre, table.backlash * sign); }),
                say("The table's play ({by}) was not taken up.", {{"by", in_degrees(table.backlash)}}));
    }

    void of_machine(const LayoutBench& bench) {
        std::set<Length> off{bench.gauge_step * 100.0};
        for (const double each : {1.0, 5.0, 10.0})
            off.insert(Length::of(bench.unit == Unit::Inch ? each / 20.0 : each, bench.unit));
        for (const Instruction& each : m_plan.route.list)
            if (const auto* line = std::get_if<ScribeLine>(&each.action); line && !line->holes.empty())
                for (const Length by : off)
                    for (const double sign : {1.0, -1.0})
                        on_line(line->axis, line->holes, by * sign);
        for (const double quarter : {1.0, -1.0})
            off_by_rule(quarter);
    }
    void on_line(Axis axis, const std::vector<int>& holes, Length by) {
        Places places = m_drawn;
        std::vector<std::string> names;
        for (const int each : holes) {
            places[static_cast<std::size_t>(each)] = places[static_cast<std::size_t>(each)] + on_axis(axis, by);
            names.push_back(m_holes[static_cast<std::size_t>(each)].name);
        }
        add(CauseKind::FigureMisread, std::move(places),
            say("The line of {holes} was scribed at a figure that is {by} out.",
                {{"holes", all_of(names)}, {"by", figure(by)}}));
    }
    // A rule hooked over the edge, or read from its end instead of from the 1 (or 10).
    void off_by_rule(double sign) {
        const Length by = m_job.unit == Unit::Inch ? Length::inches(1.0) : Length::mm(10.0);
        for (const Axis axis : {Axis::X, Axis::Y})
            add(CauseKind::HalfFinder, shifted(on_axis(axis, by * sign)),
                say("Along {axis} all is out by {by}: the rule was read from another line than its end.",
                    {{"axis", name(axis)}, {"by", figure(by)}}));
    }

    // Holes that are drilled against the same setting of fence or stop, and the pieces it is packed with.
    void of_machine(const DrillPress&) {
        std::map<Axis, std::pair<const SetPacking*, std::vector<int>>> now;
        const auto close = [&](Axis axis) {
            const auto& [setting, holes] = now[axis];
            if (!setting || holes.empty())
                return;
            for (const Length piece : setting->pieces)
                on_line(axis, holes, setting->from_far_end ? piece : -piece);
        };
        for (const Instruction& each : m_plan.route.list) {
            if (const auto* setting = std::get_if<SetPacking>(&each.action)) {
                close(setting->axis);
                now[setting->axis] = {setting, {}};
            } else if (std::holds_alternative<DrillHole>(each.action) && each.hole >= 0) {
                for (auto& [axis, group] : now)
                    if (std::find(group.second.begin(), group.second.end(), each.hole) == group.second.end())
                        group.second.push_back(each.hole);
            }
        }
        close(Axis::X);
        close(Axis::Y);
    }
    void of_machine(const MarksAcross&) {}

    // ---- how the work lay, and the axes

    void axes() {
        const Point zero{};
        for (const Axis axis : {Axis::X, Axis::Y}) {
            const auto mirror = [axis](Point at, Point about) {
                return at - on_axis(axis, along(axis, at - about) * 2.0);
            };
            add(CauseKind::OtherSide, moved([&](Point at) { return mirror(at, m_middle); }),
                say("{axis} was counted from the opposite edge, or the work lay turned over.", {{"axis", name(axis)}}));
            add(CauseKind::AxesChanged, moved([&](Point at) { return mirror(at, zero); }),
                say("{axis} ran the other way: the machine counts it against the drawing.", {{"axis", name(axis)}}));
        }
        add(CauseKind::FlippedEnd, moved([&](Point at) { return m_middle * 2.0 - at; }),
            say("The work lay end for end."));
        add(CauseKind::AxesChanged, moved([](Point at) {
                return Point{at.y, at.x};
            }),
            say("X and Y were taken for each other."));
        for (const double quarter : {90.0, -90.0, 180.0}) {
            add(CauseKind::AxesChanged, moved([&](Point at) { return rotated(at, Angle::degrees(quarter)); }),
                say("The work lay turned by {turn} about zero.", {{"turn", in_degrees(Angle::degrees(quarter), 0)}}));
            if (quarter != 180.0)
                add(CauseKind::FlippedEnd,
                    moved([&](Point at) { return turned_about(at, m_middle, Angle::degrees(quarter)); }),
                    say("The work lay turned by {turn}.", {{"turn", in_degrees(Angle::degrees(quarter), 0)}}));
        }
        add(
            CauseKind::LiesCrooked, {crooked},
            [on = m_on](const CauseFigures& f) {
                return on->moved([&](Point at) { return rotated(at, Angle::degrees(f[0])); });
            },
            [](const CauseFigures& f) {
                const Angle by = Angle::degrees(std::fabs(f[0]));
                return f[0] > 0.0 ? say("The work lay crooked: the holes are turned {by} counter-clockwise about zero.",
                                        {{"by", in_degrees(by, 2)}})
                                  : say("The work lay crooked: the holes are turned {by} clockwise about zero.",
                                        {{"by", in_degrees(by, 2)}});
            });
    }

    void scales() {
        for (const double by : {1.016, 1.0 / 1.016, 2.0, 0.5})
            add(CauseKind::Scale, moved([&](Point at) { return at * by; }),
                say("Everything is {times} times as far from zero: figures of one measure on a screw or scale of the "
                    "other.",
                    {{"times", decimal(by, 3)}}));
        const auto stretched = [on = m_on](double x, double y) {
            return on->moved([&](Point at) { return Point{at.x * x, at.y * y}; });
        };
        add(
            CauseKind::Scale, {scale_off},
            [stretched](const CauseFigures& f) { return stretched(1.0 + f[0], 1.0 + f[0]); },
            [](const CauseFigures& f) {
                return say("Everything is {times} times as far from zero as drawn: a rule or scale that is not true.",
                           {{"times", decimal(1.0 + f[0], 4)}});
            });
        for (const bool x : {true, false})
            add(
                CauseKind::Scale, {scale_off},
                [stretched, x](const CauseFigures& f) {
                    return x ? stretched(1.0 + f[0], 1.0) : stretched(1.0, 1.0 + f[0]);
                },
                [x](const CauseFigures& f) {
                    return say("Along {axis} everything is {times} times as far as drawn: a screw or scale that is not "
                               "true.",
                               {{"axis", x ? "X" : "Y"}, {"times", decimal(1.0 + f[0], 4)}});
                });
    }

    // ---- one pattern

    void of_pattern(std::size_t index) {
        const std::vector<std::size_t> own = of(index);
        if (own.empty() || !is_at_hand(m_job, m_job.patterns[index]))
            return;
        if (const auto centre = centre_of(m_job.patterns[index].layout))
            round(index, own, *centre);
        else if (own.size() > 1)
            in_a_row(index, own);
        if (own.size() > 1 && own.size() < m_holes.size())
            as_a_whole(index, own);
    }

    static std::string begins(const std::string& pattern, Angle by) {
        const std::string figure = in_degrees(Angle::degrees(std::fabs(by.in_degrees())), 2);
        return by > Angle{}
                   ? say("{pattern} begins {by} counter-clockwise of where it should: its start angle is wrong, or "
                         "its zero was counted from elsewhere.",
                         {{"pattern", pattern}, {"by", figure}})
                   : say("{pattern} begins {by} clockwise of where it should: its start angle is wrong, or its "
                         "zero was counted from elsewhere.",
                         {{"pattern", pattern}, {"by", figure}});
    }

    void round(std::size_t index, const std::vector<std::size_t>& own, Point centre) {
        const Pattern& pattern = m_job.patterns[index];
        for (const double times : {2.0, 0.5})
            add(CauseKind::RadiusForDiameter,
                with(own, [&](Point at, std::size_t) { return centre + (at - centre) * times; }),
                times > 1.0 ? say("The diameter of {pattern} was taken for its radius.", {{"pattern", pattern.name}})
                            : say("The radius of {pattern} was taken for its diameter.", {{"pattern", pattern.name}}));
        for (const Axis axis : {Axis::X, Axis::Y})
            add(CauseKind::Mirrored,
                with(own, [&](Point at, std::size_t) { return at - on_axis(axis, along(axis, at - centre) * 2.0); }),
                axis == Axis::X ? say("{pattern} was made in a mirror, left for right.", {{"pattern", pattern.name}})
                                : say("{pattern} was made in a mirror, top for bottom.", {{"pattern", pattern.name}}));
        if (own.size() < 2)
            return;
        const auto turned = [&](const std::function<Angle(std::size_t)>& by) {
            return with(own, [&](Point at, std::size_t hole) { return turned_about(at, centre, by(hole)); });
        };
        const auto number = [this](std::size_t hole) { return m_holes[hole].number; };
        const Angle step = step_of(pattern.layout);
        double sense = 1.0;
        int count = 0;
        if (const auto* circle = std::get_if<CirclePattern>(&pattern.layout)) {
            sense = sign_of(circle->going);
            count = circle->count;
        } else if (const auto* arc = std::get_if<ArcPattern>(&pattern.layout)) {
            sense = sign_of(arc->going);
            count = arc->count;
        }
        std::set<Angle> starts{Angle::degrees(90.0), Angle::degrees(-90.0), Angle::degrees(180.0)};
        if (step != Angle{})
            for (const double steps : {0.5, 1.0, 2.0})
                for (const double sign : {1.0, -1.0})
                    starts.insert(step * (steps * sign));
        for (const Angle by : starts)
            add(CauseKind::StartAngle, turned([&](std::size_t) { return by; }), begins(pattern.name, by));
        if (step != Angle{}) {
            add(CauseKind::OtherSense,
                turned([&](std::size_t hole) { return step * (-2.0 * sense * (number(hole) - 1)); }),
                say("{pattern} was gone round the other way.", {{"pattern", pattern.name}}));
            if (count > 2)
                for (const int spaces : {count - 1, count + 1, count}) {
                    const Angle whole = std::holds_alternative<CirclePattern>(pattern.layout) ? Angle::degrees(360.0)
                                                                                              : step * (count - 1);
                    const Angle other = whole / spaces;
                    add(CauseKind::LastOn360,
                        turned([&](std::size_t hole) { return (other - step) * (sense * (number(hole) - 1)); }),
                        say("{pattern} was divided into {spaces} spaces instead of {right}: the last hole was put on "
                            "the end, or one was counted too many.",
                            {{"pattern", pattern.name},
                             {"spaces", spaces},
                             {"right", static_cast<int>(std::lround(whole.in_degrees() / step.in_degrees()))}}));
                }
        }
        const auto own_turned = [on = m_on, own, centre](const std::function<Angle(int)>& by) {
            return on->with(own,
                            [&](Point at, std::size_t hole) { return turned_about(at, centre, by(on->number[hole])); });
        };
        add(
            CauseKind::StartAngle, {begins_off},
            [own_turned](const CauseFigures& f) { return own_turned([&](int) { return Angle::degrees(f[0]); }); },
            [name = pattern.name](const CauseFigures& f) {
                return say("{pattern} is turned by {by} as a whole: its start angle is out.",
                           {{"pattern", name}, {"by", in_degrees(Angle::degrees(f[0]), 2)}});
            });
        if (own.size() < 3)
            return;
        const double last = number(own.back()) - 1;
        const Length out = distance(centre, m_drawn[own.front()]);
        const Angle most = Angle::degrees(adds_up / std::max(out.in_mm(), 1.0) * degrees_per_radian);
        add(
            CauseKind::AddsUp, {most.in_degrees()},
            [own_turned, last](const CauseFigures& f) {
                return own_turned([&](int which) { return Angle::degrees(f[0] * (which - 1) / last); });
            },
            [on = m_on, name = pattern.name, last, out](const CauseFigures& f) {
                const Angle each = Angle::degrees(std::fabs(f[0]) / last);
                return say("The step round {pattern} is out by {by} each time, and it adds up.",
                           {{"pattern", name}, {"by", on->figure(polar(out, each).y)}});
            });
        add(
            CauseKind::RadiusForDiameter, {pattern_off},
            [on = m_on, own, centre](const CauseFigures& f) {
                return on->with(
                    own, [&](Point at, std::size_t) { return at + polar(Length::mm(f[0]), bearing_of(centre, at)); });
            },
            [on = m_on, name = pattern.name](const CauseFigures& f) {
                const std::string by = on->figure(Length::mm(f[0] * 2.0));
                return f[0] > 0.0 ? say("The circle of {pattern} is {by} too large in diameter.",
                                        {{"pattern", name}, {"by", by}})
                                  : say("The circle of {pattern} is {by} too small in diameter.",
                                        {{"pattern", name}, {"by", by}});
            });
    }

    // Steps that are a little wrong, along the way from the first hole to the last.
    void in_a_row(std::size_t index, const std::vector<std::size_t>& own) {
        const Pattern& pattern = m_job.patterns[index];
        if (own.size() < 3 || std::holds_alternative<GridPattern>(pattern.layout))
            return;
        const Angle way = bearing_of(m_drawn[own.front()], m_drawn[own.back()]);
        const double last = m_holes[own.back()].number - 1;
        add(
            CauseKind::AddsUp, {adds_up},
            [on = m_on, own, way, last](const CauseFigures& f) {
                return on->with(own, [&](Point at, std::size_t hole) {
                    return at + polar(Length::mm(f[0] * (on->number[hole] - 1) / last), way);
                });
            },
            [on = m_on, name = pattern.name, last](const CauseFigures& f) {
                return say("The pitch of {pattern} is out by {by} from hole to hole, and it adds up.",
                           {{"pattern", name}, {"by", on->figure(Length::mm(f[0] / last))}});
            });
    }

    void as_a_whole(std::size_t index, const std::vector<std::size_t>& own) {
        add(
            CauseKind::ZeroOff, {pattern_off, pattern_off},
            [on = m_on, own](const CauseFigures& f) {
                return on->with(own, [&](Point at, std::size_t) {
                    return at + Point{Length::mm(f[0]), Length::mm(f[1])};
                });
            },
            [on = m_on, name = m_job.patterns[index].name](const CauseFigures& f) {
                return say("{pattern} as a whole is out {way}: its own beginning was set wrong.",
                           {{"pattern", name}, {"way", on->way(f[0], f[1])}});
            });
    }

    // ---- the cut

    void scattered() {
        Cause cause;
        cause.kind = CauseKind::Wandered;
        cause.places = [drawn = m_drawn](const CauseFigures&) { return drawn; };
        for (const Length own : usual_scatter(m_job, m_plan).own)
            cause.wander.push_back(own.in_mm() * usual_scatter_times);
        cause.words = [](const CauseFigures&) {
            return say("The holes stand off this way and that, more than usual: drills that wandered, or marks that "
                       "were drawn over.");
        };
        m_out.push_back(std::move(cause));
    }

    // A hole that breaks into a step, or into what is there, is pulled to where less holds the drill.
    void pulled() {
        std::vector<Point> ways(m_holes.size());
        std::vector<std::string> names;
        const Point left_lower = m_middle - Point{half(Axis::X), half(Axis::Y)};
        for (std::size_t i = 0; i < m_holes.size(); ++i) {
            const Length reach = m_holes[i].spec.diameter;
            std::optional<Angle> way;
            if (const auto& step = m_job.blank.step; step && m_job.blank.up == Face::Top) {
                const Length off = along(step->axis, m_drawn[i]) - along(step->axis, left_lower) - step->at;
                const double low = step->thickness < m_job.blank.thickness ? 1.0 : -1.0; // beyond the line it is lower
                if (abs(off) <= reach)
                    way = Angle::degrees((step->axis == Axis::X ? 0.0 : 90.0) + (low > 0.0 ? 0.0 : 180.0));
            }
            for (const Existing& each : m_job.blank.existing)
                if (each.face == m_job.blank.up && each.kind != ExistingKind::Boss &&
                    distance(m_middle + each.at, m_drawn[i]) <= (each.diameter + reach) / 2.0 + reach / 2.0)
                    way = bearing_of(m_drawn[i], m_middle + each.at);
            if (way) {
                ways[i] = polar(Length::mm(1.0), *way);
                names.push_back(m_holes[i].name);
            }
        }
        if (names.empty())
            return;
        add(
            CauseKind::Pulled, {pattern_off},
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
    void marks() {
        for (std::size_t i = 0; i < m_holes.size(); ++i)
            if (const Point off = mark_off(i); hypot(off.x, off.y) > Length{}) {
                Places places = m_drawn;
                places[i] = places[i] + off;
                add(CauseKind::DrawnOver, std::move(places),
                    say("{hole} stands where its punch mark was, {way} of its place: the mark was not drawn over far "
                        "enough.",
                        {{"hole", m_holes[i].name}, {"way", way_in_words(off, m_job.unit)}}));
            }
    }
    [[nodiscard]] Point mark_off(std::size_t hole) const {
        const HoleRead* read = read_at(m_piece, id_of(m_job, m_holes[hole]));
        return read && read->mark_off ? *read->mark_off : Point{};
    }

    // Every kind is as likely as any other, and so is each cause of a kind.
    void weigh() {
        std::map<CauseKind, int> many;
        for (const Cause& each : m_out)
            ++many[each.kind];
        for (Cause& each : m_out)
            each.weight = -std::log(static_cast<double>(many[each.kind]) * kinds);
    }

public:
    static constexpr double kinds = 23.0;
};

std::vector<Point> drawn_places(const CauseNeeds& needs) {
    std::vector<Point> out;
    for (const Hole& hole : needs.measured.holes)
        out.push_back(hole.at);
    return out;
}

} // namespace

UsualScatter usual_scatter(const Job& job, const SetupPlan& plan) {
    const MachineErrors& errors = plan.machine.errors;
    Length step;
    if (const auto* wheels = std::get_if<Handwheels>(&plan.machine.kind))
        step = std::max(wheels->x.graduation(), wheels->y.graduation());
    else if (const auto* readout = std::get_if<Readout>(&plan.machine.kind))
        step = readout->resolution;
    else if (const auto* bench = std::get_if<LayoutBench>(&plan.machine.kind))
        step = bench->gauge_step;
    const Length rounded = step / std::sqrt(12.0);
    const Length jumps = hypot(plan.machine.lock_jump.x, plan.machine.lock_jump.y) * plan.estimates.lock_jump_varies;
    UsualScatter out;
    out.together = errors.pick_up;
    for (const Length wander : wander_of(job, plan.chains(), plan.kind_of, plan.estimates)) {
        Length all = wander;
        for (const Length each : {errors.setting, errors.backlash_left, errors.marking, rounded, jumps})
            all = hypot(all, each);
        out.own.push_back(std::max(all, Length::mm(1e-3)));
    }
    return out;
}

std::vector<Cause> possible_causes(const CauseNeeds& needs) {
    return CauseList(needs).take();
}

Cause no_cause(const CauseNeeds& needs) {
    Cause out;
    out.places = [places = drawn_places(needs)](const CauseFigures&) { return places; };
    out.words = [](const CauseFigures&) {
        return say("Nothing stands out: this is the scatter of this way of working.");
    };
    return out;
}

Cause hole_wandered(const CauseNeeds& needs, std::size_t hole) {
    Cause out = no_cause(needs);
    out.kind = CauseKind::Wandered;
    out.wander.assign(needs.measured.holes.size(), 0.0);
    out.wander[hole] = wandered;
    out.weight = -std::log(static_cast<double>(needs.measured.holes.size() + 1) * CauseList::kinds);
    const bool marked = std::holds_alternative<LayoutBench>(needs.plan.machine.kind);
    out.words = [name = needs.measured.holes[hole].name, marked](const CauseFigures&) {
        return marked ? say("{hole} alone is out: its mark was drawn over or struck beside its crossing, or the drill "
                            "wandered.",
                            {{"hole", name}})
                      : say("{hole} alone is out: the drill wandered there.", {{"hole", name}});
    };
    return out;
}

Cause reading_slipped(const CauseNeeds& needs, std::size_t reading) {
    Cause out = no_cause(needs);
    out.kind = CauseKind::ReadingSlipped;
    out.readings = {reading};
    out.weight = -std::log(static_cast<double>(needs.measured.part.readings.size()) * CauseList::kinds);
    out.words = [typed = said(needs.measured.part, needs.measured.part.readings[reading])](const CauseFigures&) {
        return say("One reading is wrong, not the piece: {reading}.", {{"reading", typed}});
    };
    return out;
}

Cause together(const CauseNeeds& needs, const Cause& one, const Cause& other) {
    Cause out;
    out.kind = one.kind;
    out.spread = one.spread;
    out.spread.insert(out.spread.end(), other.spread.begin(), other.spread.end());
    const auto split = [n = one.spread.size()](const CauseFigures& f) {
        const auto middle = f.begin() + static_cast<std::ptrdiff_t>(n);
        return std::pair{CauseFigures(f.begin(), middle), CauseFigures(middle, f.end())};
    };
    out.places = [split, a = one.places, b = other.places, drawn = drawn_places(needs)](const CauseFigures& f) {
        const auto [own, others] = split(f);
        std::vector<Point> places = a(own);
        const std::vector<Point> further = b(others);
        for (std::size_t i = 0; i < places.size(); ++i)
            places[i] = places[i] + further[i] - drawn[i];
        return places;
    };
    out.words = [split, a = one.words, b = other.words](const CauseFigures& f) {
        const auto [own, others] = split(f);
        return say("{one} And: {other}", {{"one", a(own)}, {"other", b(others)}});
    };
    out.wander = one.wander.empty() ? other.wander : one.wander;
    if (!one.wander.empty() && !other.wander.empty())
        for (std::size_t i = 0; i < out.wander.size(); ++i)
            out.wander[i] = std::hypot(one.wander[i], other.wander[i]);
    out.readings = one.readings;
    out.readings.insert(out.readings.end(), other.readings.begin(), other.readings.end());
    out.weight = one.weight + other.weight;
    return out;
}

} // namespace clockface
