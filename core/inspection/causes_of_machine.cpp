// What is done wrong at the machine that followed the list.
#include "inspection/cause_list.h"

#include "ordering/zero_wording.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

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

} // namespace

void CauseList::turns_of(Axis axis, Length lead) {
    for (const double turns : {1.0, -1.0}) {
        const Point by = on_axis(axis, lead * turns);
        const std::string many = figure(lead);
        const auto words = [&](std::size_t hole) {
            return turns > 0.0
                       ? say("From {hole} on {axis} is a whole turn ({by}) too far to plus: a turn was lost or "
                             "counted twice on the way there.",
                             {{"hole", m_holes[hole].name}, {"axis", axis_name(axis)}, {"by", many}})
                       : say("From {hole} on {axis} is a whole turn ({by}) too far to minus: a turn was lost or "
                             "counted twice on the way there.",
                             {{"hole", m_holes[hole].name}, {"axis", axis_name(axis)}, {"by", many}});
        };
        from_hole_on(
            CauseKind::TurnsLost, [by](Point at) { return at + by; }, words);
        at_one_hole(CauseKind::TurnsLost, by, [&](const std::string& hole) {
            return say("{hole} alone is a whole turn ({by}) out along {axis}.",
                       {{"hole", hole}, {"axis", axis_name(axis)}, {"by", many}});
        });
    }
}

void CauseList::of_machine(const Handwheels& wheels) {
    turns_of(Axis::X, wheels.x.lead);
    turns_of(Axis::Y, wheels.y.lead);
    lag(wheels);
    engraved(wheels.x, Axis::X);
    engraved(wheels.y, Axis::Y);
}

// Every hole gone to straight, so that coming from the wrong side the slide lags by the backlash.
void CauseList::lag(const Handwheels& wheels) {
    for (const auto& [x, y] : {std::pair{true, false}, std::pair{false, true}, std::pair{true, true}}) {
        Lagging slide_x(x ? wheels.x.backlash.in_mm() : 0.0, wheels.x.approach);
        Lagging slide_y(y ? wheels.y.backlash.in_mm() : 0.0, wheels.y.approach);
        Places places = drawn();
        for (const std::size_t hole : m_visits)
            places[hole] = {Length::mm(slide_x.to(drawn()[hole].x.in_mm())),
                            Length::mm(slide_y.to(drawn()[hole].y.in_mm()))};
        add(CauseKind::NoTakeUp, std::move(places),
            x && y ? say("Backlash was not taken up: holes that were come to from the wrong side lag by it.")
                   : say("Backlash of {axis} ({by}) was not taken up: holes come to from the wrong side lag by it.",
                         {{"axis", x ? "X" : "Y"}, {"by", figure(x ? wheels.x.backlash : wheels.y.backlash)}}));
    }
}

// Dials of the other measure, and such as show twice the way.
void CauseList::engraved(const Screw& screw, Axis axis) {
    const auto stretched = [&](double by) {
        return m_on->moved([&](Point at) { return axis == Axis::X ? Point{at.x * by, at.y} : Point{at.x, at.y * by}; });
    };
    const bool metric = screw.unit == Unit::Millimetre;
    const double in_other = metric ? std::round(screw.lead / Length::inches(0.05)) * 0.05 * mm_per_inch
                                   : std::round(screw.lead.in_mm() / 0.5) * 0.5;
    if (in_other > 0.0)
        add(CauseKind::Scale, stretched(in_other / screw.lead.in_mm()),
            say("{axis} was turned by a screw of {lead}: its dial is not what it was taken for.",
                {{"axis", axis_name(axis)},
                 {"lead", with_unit(Length::mm(in_other), metric ? Unit::Inch : Unit::Millimetre)}}));
    for (const double by : {2.0, 0.5})
        add(CauseKind::Scale, stretched(by),
            by > 1.0 ? say("Along {axis} everything is twice as far: the dial shows half the way.",
                           {{"axis", axis_name(axis)}})
                     : say("Along {axis} everything is half as far: the dial shows twice the way.",
                           {{"axis", axis_name(axis)}}));
}

void CauseList::of_machine(const Readout& readout) {
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
void CauseList::misread(Axis axis, Length by) {
    const auto words = [&](const std::string& what) {
        return say("One figure of {axis} at {what} was read or keyed wrong, by {by}.",
                   {{"axis", axis_name(axis)}, {"what", what}, {"by", figure(by)}});
    };
    at_one_hole(CauseKind::FigureMisread, on_axis(axis, by), words);
    for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
        const std::vector<std::size_t> own = of(pattern);
        if (own.size() < 2)
            continue;
        Places places = drawn();
        for (const std::size_t each : own)
            places[each] = places[each] + on_axis(axis, by);
        add(CauseKind::FigureMisread, std::move(places), words(m_job.patterns[pattern].name));
    }
}

void CauseList::signs() {
    for (const Axis axis : {Axis::X, Axis::Y})
        for (const std::size_t each : m_read)
            moved_alone(CauseKind::SignLost, each, on_axis(axis, along(axis, drawn()[each]) * -2.0),
                        say("The sign of {axis} was lost at {hole}.",
                            {{"axis", axis_name(axis)}, {"hole", m_holes[each].name}}));
}

// A routine that counts its angles otherwise than was thought.
void CauseList::conventions(const AngleConvention& own) {
    for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
        const auto centre = centre_of(m_job.patterns[pattern].layout);
        if (!centre)
            continue;
        Places places = drawn();
        for (const std::size_t each : of(pattern)) {
            // Keyed as if 0 lay right and angles ran counter-clockwise, counted by its own convention.
            const Angle bearing = bearing_of(*centre, drawn()[each]);
            places[each] = *centre + polar(distance(*centre, drawn()[each]), own.bearing_at(bearing));
        }
        add(CauseKind::AxesChanged, std::move(places),
            say("The circle of {pattern} was keyed by the drawing's way of counting angles, not the readout's.",
                {{"pattern", m_job.patterns[pattern].name}}));
    }
}

void CauseList::of_machine(const RotaryTable& table) {
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
        add(CauseKind::NoTakeUp, m_on->moved([&](Point at) { return turned_about(at, centre, table.backlash * sign); }),
            say("The table's play ({by}) was not taken up.", {{"by", in_degrees(table.backlash)}}));
}

void CauseList::of_machine(const LayoutBench& bench) {
    std::set<Length> off{bench.gauge_step * 100.0};
    for (const double each : {1.0, 5.0, 10.0})
        off.insert(Length::of(bench.unit == Unit::Inch ? each / 20.0 : each, bench.unit));
    for (const Instruction& each : m_plan.route.list)
        if (const auto* line = std::get_if<ScribeLine>(&each.action); line && !line->holes.empty())
            for (const Length by : off)
                for (const double sign : {1.0, -1.0})
                    on_line(line->axis, line->holes, by * sign, [&](const std::string& all) {
                        return say("The line of {holes} was scribed at a figure that is {by} out.",
                                   {{"holes", all}, {"by", figure(by)}});
                    });
    for (const double quarter : {1.0, -1.0})
        off_by_rule(quarter);
}

// All that stands on one line, or was drilled against one setting.
void CauseList::on_line(Axis axis, const std::vector<int>& holes, Length by,
                        const std::function<std::string(const std::string&)>& words) {
    Places places = drawn();
    std::vector<std::string> names;
    for (const int each : holes) {
        const auto hole = static_cast<std::size_t>(each);
        places[hole] = places[hole] + on_axis(axis, by);
        names.push_back(m_holes[hole].name);
    }
    add(CauseKind::FigureMisread, std::move(places), words(all_of(names)));
}

// A rule hooked over the edge, or read from its end instead of from the 1 (or 10).
void CauseList::off_by_rule(double sign) {
    const Length by = m_job.unit == Unit::Inch ? Length::inches(1.0) : Length::mm(10.0);
    for (const Axis axis : {Axis::X, Axis::Y})
        add(CauseKind::HalfFinder, shifted(on_axis(axis, by * sign)),
            say("Along {axis} all is out by {by}: the rule was read from another line than its end.",
                {{"axis", axis_name(axis)}, {"by", figure(by)}}));
}

// Holes that are drilled against the same setting of fence or stop, and the pieces it is packed with.
void CauseList::of_machine(const DrillPress&) {
    std::map<Axis, std::pair<const SetPacking*, std::vector<int>>> now;
    const auto close = [&](Axis axis) {
        const auto& [setting, holes] = now[axis];
        if (!setting || holes.empty())
            return;
        for (const Length piece : setting->pieces)
            on_line(axis, holes, setting->from_far_end ? piece : -piece, [&](const std::string& all) {
                return say("{holes} were drilled with a piece of {by} left out of the packing.",
                           {{"holes", all}, {"by", figure(piece)}});
            });
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

} // namespace clockface
