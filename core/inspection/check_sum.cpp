#include "inspection/check_sum.h"

#include "measure/figures.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "ordering/handwheel.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

Length along(Axis axis, Point at) {
    return axis == Axis::X ? at.x : at.y;
}
std::string name(Axis axis) {
    return axis == Axis::X ? "X" : "Y";
}
constexpr double radians = std::numbers::pi / 180.0;

// One coordinate as the drawing counts it, and what it comes to otherwise.
struct Coordinate {
    Length value;
    std::vector<std::pair<Length, std::string>> otherwise;
};

class Coordinates {
public:
    explicit Coordinates(const Job& job)
        : m_job(job) {}

    [[nodiscard]] Coordinate of(const Hole& hole, Axis axis) const {
        Coordinate out;
        out.value = drawn(axis, hole.at);
        const Pattern& pattern = m_job.patterns[hole.pattern];
        const auto offer = [&](Length value, std::string words) {
            out.otherwise.emplace_back(value, std::move(words));
        };
        const auto place = [&](const PatternLayout& layout, int number, std::string words) {
            offer(drawn(axis, place_of(layout, number)), std::move(words));
        };
        offer(-out.value, say("the sign is lost"));
        if (const auto centre = centre_of(pattern.layout))
            round(hole, pattern.layout, *centre, axis, offer, place);
        if (const auto* row = std::get_if<RowPattern>(&pattern.layout))
            in_a_row(hole, *row, place);
        const Length size = axis == Axis::X ? m_job.blank.extent_x() : m_job.blank.extent_y();
        offer(size - out.value, say("it is counted from the opposite edge"));
        offer(out.value - size / 2.0, say("it is counted from the middle instead of the edge"));
        offer(out.value + size / 2.0, say("it is counted from the edge instead of the middle"));
        const Point other = hole.at;
        offer(drawn(axis == Axis::X ? Axis::Y : Axis::X, other), say("it is the other axis's figure"));
        offer(out.value * mm_per_inch, say("inches were taken for millimetres"));
        offer(out.value / mm_per_inch, say("millimetres were taken for inches"));
        offer(out.value / 2.0, say("it was halved once too often"));
        offer(out.value * 2.0, say("it was doubled, or never halved"));
        return out;
    }

private:
    const Job& m_job;

    [[nodiscard]] Length drawn(Axis axis, Point at) const { return along(axis, as_drawn(m_job.datum, at)); }

    // Centre plus radius times the cosine (X) or the sine (Y) of the bearing.
    template <class Offer, class AtPlace>
    void round(const Hole& hole, const PatternLayout& layout, Point centre, Axis axis, const Offer& offer,
               const AtPlace& at_place) const {
        const Point step = hole.at - centre;
        offer(drawn(axis, step), say("the centre of the circle was left out"));
        offer(drawn(axis, centre + step * 2.0), say("the diameter was taken for the radius"));
        offer(drawn(axis, centre + step * 0.5), say("the radius was halved once too often"));
        offer(drawn(axis, centre - step), say("the step from the centre was taken off instead of added"));
        offer(drawn(axis, centre + Point{step.y, step.x}), say("sine and cosine were taken for each other"));
        const auto* circle = std::get_if<CirclePattern>(&layout);
        const auto* arc = std::get_if<ArcPattern>(&layout);
        const auto number = [&](int by) {
            if (hole.number + by >= 1)
                at_place(
                    layout, hole.number + by,
                    say("it is hole {number}, not {right}", {{"number", hole.number + by}, {"right", hole.number}}));
        };
        number(1);
        number(-1);
        if (!circle && !arc)
            return;
        const auto changed = [&](auto change, const std::string& words) {
            PatternLayout other = layout;
            if (auto* round_one = std::get_if<CirclePattern>(&other))
                change(*round_one);
            else
                change(std::get<ArcPattern>(other));
            at_place(other, hole.number, words);
        };
        changed([](auto& each) { each.going = opposite(each.going); }, say("it goes round the other way"));
        const Angle first = circle ? circle->first : arc->first;
        for (const AngleConvention& each : {from_three_counter_clockwise, from_twelve_clockwise})
            changed([&](auto& of) { of.first = each.bearing_at(m_job.convention.figure_of(first)); },
                    each == from_three_counter_clockwise ? say("the angle is counted counter-clockwise from 3 o'clock")
                                                         : say("the angle is counted clockwise from 12 o'clock"));
        changed([](auto& each) { each.first = {}; }, say("the start angle was left out"));
        if (circle) {
            for (const int by : {-1, 1})
                if (circle->count + by > 0)
                    changed([&](auto& each) { each.count += by; },
                            say("the circle was divided by {spaces} instead of {right}",
                                {{"spaces", circle->count + by}, {"right", circle->count}}));
            PatternLayout other = *circle;
            std::get<CirclePattern>(other).straddle = !circle->straddle;
            at_place(other, hole.number, say("half a step was added or left out at the start"));
        } else {
            PatternLayout other = *arc;
            auto& wider = std::get<ArcPattern>(other);
            wider.sweep = arc->sweep * (static_cast<double>(arc->count - 1) / arc->count);
            at_place(other, hole.number, say("the arc was divided by its holes instead of its spaces"));
        }
        // A calculator that reckons in radians.
        const Angle bearing = bearing_of(centre, hole.at);
        const double as_radians = bearing.in_degrees();
        const Length out = distance(centre, hole.at);
        offer(drawn(axis, centre + Point{out * std::cos(as_radians), out * std::sin(as_radians)}),
              say("the calculator took degrees for radians"));
    }

    template <class AtPlace> void in_a_row(const Hole& hole, const RowPattern& row, const AtPlace& at_place) const {
        for (const int by : {-1, 1})
            if (hole.number + by >= 1)
                at_place(row, hole.number + by,
                         by > 0 ? say("one pitch too many is counted") : say("one pitch too few is counted"));
        RowPattern other = row;
        other.first = {};
        at_place(other, hole.number, say("the place of the first hole was left out"));
        other = row;
        other.bearing = other.bearing + Angle::degrees(180.0);
        at_place(other, hole.number, say("the row runs the other way"));
    }
};

// As a figure of the drawing, or of a device that stops so much short of it for its locks.
PlanSum sum_of(const Coordinates& coordinates, const Hole& hole, Axis axis, Length step, Unit unit, Length short_by) {
    const Coordinate sum = coordinates.of(hole, axis);
    PlanSum out;
    out.name = say("{axis} of {hole}", {{"axis", name(axis)}, {"hole", hole.name}});
    out.value = (sum.value - short_by).in_mm();
    out.step = step.in_mm();
    out.unit = unit;
    for (const auto& [value, words] : sum.otherwise)
        out.otherwise.push_back({(value - short_by).in_mm(), words});
    if (short_by != Length{})
        out.otherwise.push_back({sum.value.in_mm(), say("what the locks move is not allowed for")});
    return out;
}

// What comes to the right figure all the same is no slip.
std::vector<PlanSum> without_right_ones(std::vector<PlanSum> sums) {
    for (PlanSum& sum : sums)
        std::erase_if(sum.otherwise,
                      [&](const Otherwise& wrong) { return std::fabs(wrong.value - sum.value) < sum.step; });
    return sums;
}

class Sums {
public:
    Sums(const Job& job, const SetupPlan& plan)
        : m_job(job)
        , m_plan(plan)
        , m_coordinates(job) {}

    std::vector<PlanSum> take(const Instruction& move) {
        m_hole = move.hole;
        std::visit([this](const auto& action) { of(action); }, move.action);
        return without_right_ones(std::move(m_out));
    }

private:
    const Job& m_job;
    const SetupPlan& m_plan;
    Coordinates m_coordinates;
    int m_hole = -1;
    std::vector<PlanSum> m_out;

    PlanSum length(std::string what, Length value, Length step, Unit unit) const {
        PlanSum out;
        out.name = std::move(what);
        out.value = value.in_mm();
        out.step = step.in_mm();
        out.unit = unit;
        return out;
    }
    static void also(PlanSum& sum, Length value, std::string words) {
        sum.otherwise.push_back({value.in_mm(), std::move(words)});
    }

    void of(const GoToReadout& go) {
        const auto* readout = std::get_if<Readout>(&m_plan.machine.kind);
        if (!readout || m_hole < 0 || go.from_last)
            return;
        const Hole& hole = m_plan.holes[static_cast<std::size_t>(m_hole)];
        for (const Axis axis : {Axis::X, Axis::Y})
            m_out.push_back(
                sum_of(m_coordinates, hole, axis, readout->resolution, readout->unit,
                       readout->resolution * static_cast<double>(axis == Axis::X ? go.short_x : go.short_y)));
    }

    // Face minus half the finder where it stands left of (in front of) it, plus half where it stands beyond.
    void of(const TouchEdge& touch) {
        if (touch.halves || touch.finder.diameter <= Length{})
            return;
        const auto drawn = [&](Length at) { return along(touch.axis, as_drawn(m_job.datum, {at, at})); };
        const Length half = drawn(spindle_at(touch) - touch.face), face = drawn(touch.face);
        const Unit unit = unit_of(m_plan.machine);
        Length step = Length::mm(0.01);
        if (const auto* readout = std::get_if<Readout>(&m_plan.machine.kind))
            step = readout->resolution;
        else if (const auto* wheels = std::get_if<Handwheels>(&m_plan.machine.kind))
            step = (touch.axis == Axis::X ? wheels->x : wheels->y).graduation();
        PlanSum sum =
            length(say("{axis} while the finder touches", {{"axis", name(touch.axis)}}), face + half, step, unit);
        also(sum, face, say("half the finder was left out"));
        also(sum, face - half,
             half < Length{} ? say("half the finder was added instead of taken off")
                             : say("half the finder was taken off instead of added"));
        also(sum, face + half * 2.0, say("the whole finder was counted instead of its half"));
        also(sum, face - half * 2.0, say("the whole finder was counted, and to the wrong side"));
        also(sum, face + half * 0.5, say("the finder was halved twice"));
        also(sum, -(face + half), say("the sign is lost"));
        also(sum, (face + half) * mm_per_inch, say("inches were taken for millimetres"));
        also(sum, (face + half) / mm_per_inch, say("millimetres were taken for inches"));
        m_out.push_back(std::move(sum));
    }

    // Lines of the dial for the way from zero: way over lead, times lines.
    void of(const TurnHandwheel& turn) {
        const auto* wheels = std::get_if<Handwheels>(&m_plan.machine.kind);
        if (!wheels || m_hole < 0)
            return;
        const Screw& screw = turn.axis == Axis::X ? wheels->x : wheels->y;
        const int zero = line_at_zero(*wheels, at_hand(m_job).order, turn.axis);
        const auto index = static_cast<std::size_t>(m_hole);
        const Length right = along(turn.axis, m_plan.holes[index].at);
        const std::int64_t count = dial_count(screw, right, zero);
        if (dial_line(count, screw.engraved()) != turn.line)
            return; // it is set to a figure there
        PlanSum sum;
        sum.name = say("the dial of {axis} at {hole}", {{"axis", name(turn.axis)}, {"hole", m_plan.holes[index].name}});
        sum.in = SumIn::Dial;
        sum.step = 1.0;
        sum.a_turn = screw.engraved();
        sum.line = screw.graduation();
        sum.unit = screw.unit;
        sum.value = static_cast<double>(count);
        const auto as_count = [&](Length at) { return static_cast<double>(dial_count(screw, at, zero)); };
        const Coordinate coordinate = m_coordinates.of(m_plan.holes[index], turn.axis);
        const auto back = [&](Length figure) { return along(turn.axis, from_drawn(m_job.datum, {figure, figure})); };
        for (const auto& [value, words] : coordinate.otherwise)
            sum.otherwise.push_back({as_count(back(value)), words});
        const double lines = std::round(screw.backlash / screw.graduation());
        sum.otherwise.push_back({sum.value + lines, say("backlash was added; it is taken up, not counted")});
        sum.otherwise.push_back({sum.value - lines, say("backlash was taken off; it is taken up, not counted")});
        const double onward = sum.value < 0.0 ? -sum.a_turn : sum.a_turn; // turns are counted from zero, on or back
        sum.otherwise.push_back({sum.value + onward, say("a whole turn too many is counted")});
        sum.otherwise.push_back({sum.value - onward, say("a whole turn too few is counted")});
        sum.otherwise.push_back({-sum.value, say("the dial is read the other way round")});
        sum.otherwise.push_back(
            {static_cast<double>(count - dial_line(count, sum.a_turn)) + sum.a_turn - dial_line(count, sum.a_turn),
             say("the lines are counted backwards")});
        m_out.push_back(std::move(sum));
    }

    void of(const StepChord& step) {
        const auto* bench = std::get_if<LayoutBench>(&m_plan.machine.kind);
        const Pattern& pattern = m_job.patterns[static_cast<std::size_t>(step.pattern)];
        const auto across = pitch_circle_of(pattern.layout);
        if (!bench || !across)
            return;
        const double angle = step.apart.in_degrees(), spaces = 360.0 / angle;
        const auto chord = [&](double degrees) { return *across * std::sin(degrees / 2.0 * radians); };
        PlanSum sum = length(say("the chord of {pattern}", {{"pattern", pattern.name}}), chord(angle),
                             bench->divider_step, bench->unit);
        also(sum, chord(angle) / 2.0, say("the radius was taken for the diameter"));
        also(sum, chord(angle) * 2.0, say("the diameter was doubled"));
        also(sum, chord(angle * 2.0), say("the sine of the whole angle was taken instead of its half"));
        also(sum, *across * (angle / 2.0 * radians), say("it is the arc along the circle, not the chord across it"));
        also(sum, *across * std::tan(angle / 2.0 * radians), say("the tangent was taken for the sine"));
        also(sum, *across * std::cos(angle / 2.0 * radians), say("the cosine was taken for the sine"));
        for (const int by : {-1, 1})
            if (spaces + by > 1.5)
                also(sum, chord(360.0 / (spaces + by)),
                     say("the circle was divided by {spaces} instead of {right}",
                         {{"spaces", static_cast<int>(std::lround(spaces)) + by},
                          {"right", static_cast<int>(std::lround(spaces))}}));
        also(sum, *across * std::sin(angle / 2.0), say("the calculator took degrees for radians"));
        unit_slips(sum, chord(angle));
        m_out.push_back(std::move(sum));
    }
    void of(const StrikeCircle& strike) {
        const auto* bench = std::get_if<LayoutBench>(&m_plan.machine.kind);
        const Pattern& pattern = m_job.patterns[static_cast<std::size_t>(strike.pattern)];
        const auto across = pitch_circle_of(pattern.layout);
        if (!bench || !across)
            return;
        PlanSum sum = length(say("the radius of {pattern}", {{"pattern", pattern.name}}), *across / 2.0,
                             bench->divider_step, bench->unit);
        also(sum, *across, say("the diameter was taken for the radius"));
        also(sum, *across / 4.0, say("it was halved once too often"));
        unit_slips(sum, *across / 2.0);
        m_out.push_back(std::move(sum));
    }
    static void unit_slips(PlanSum& sum, Length right) {
        also(sum, right * mm_per_inch, say("inches were taken for millimetres"));
        also(sum, right / mm_per_inch, say("millimetres were taken for inches"));
    }

    void of(const KeyCircle& key) {
        const auto* readout = std::get_if<Readout>(&m_plan.machine.kind);
        if (!readout)
            return;
        const Length diameter = readout->resolution * static_cast<double>(key.diameter);
        PlanSum across = length(say("the diameter of the circle"), diameter, readout->resolution, readout->unit);
        also(across, diameter / 2.0, say("the radius was taken for the diameter"));
        also(across, diameter * 2.0, say("it was doubled once too often"));
        unit_slips(across, diameter);
        m_out.push_back(std::move(across));
        for (const Axis axis : {Axis::X, Axis::Y}) {
            const Length at = readout->resolution * static_cast<double>(axis == Axis::X ? key.centre_x : key.centre_y);
            PlanSum centre = length(say("{axis} of the circle's centre", {{"axis", name(axis)}}), at,
                                    readout->resolution, readout->unit);
            also(centre, -at, say("the sign is lost"));
            const Length size = axis == Axis::X ? m_job.blank.extent_x() : m_job.blank.extent_y();
            also(centre, size - at, say("it is counted from the opposite edge"));
            also(centre, readout->resolution * static_cast<double>(axis == Axis::X ? key.centre_y : key.centre_x),
                 say("it is the other axis's figure"));
            unit_slips(centre, at);
            m_out.push_back(std::move(centre));
        }
        const Angle unit = readout->angle_resolution;
        angle(say("the first angle"), unit * static_cast<double>(key.first), *readout);
        PlanSum& last = angle(say("the last angle"), unit * static_cast<double>(key.last), *readout);
        const double first = (unit * static_cast<double>(key.first)).in_degrees();
        if (key.count > 1) {
            const double sweep = wrapped(last.value - first), step = sweep / (key.count - 1);
            last.otherwise.insert(last.otherwise.begin(),
                                  {wrapped(first + step * key.count),
                                   say("the last hole was put on the end of the circle: it is one step before")});
            last.otherwise.push_back({wrapped(first - sweep), say("it goes round the other way")});
        }
    }
    static double wrapped(double degrees) { return Angle::degrees(degrees).wrapped().in_degrees(); }
    PlanSum& angle(std::string what, Angle value, const Readout& readout) {
        PlanSum sum;
        sum.name = std::move(what);
        sum.in = SumIn::Degrees;
        sum.value = value.in_degrees();
        sum.step = readout.angle_resolution.in_degrees();
        const Angle bearing = readout.circle_convention.bearing_at(value);
        const auto also_at = [&](double degrees, std::string words) {
            sum.otherwise.push_back({wrapped(degrees), std::move(words)});
        };
        also_at(m_job.convention.figure_of(bearing).in_degrees(),
                say("it is the drawing's way of counting, not the readout's"));
        also_at(from_three_counter_clockwise.figure_of(bearing).in_degrees(),
                say("it is counted counter-clockwise from 3 o'clock"));
        also_at(from_twelve_clockwise.figure_of(bearing).in_degrees(), say("it is counted clockwise from 12 o'clock"));
        also_at(-sum.value, say("it is counted the other way round"));
        also_at(sum.value + 180.0, say("it is half a turn on"));
        m_out.push_back(std::move(sum));
        return m_out.back();
    }

    template <class Move> void of(const Move&) {}
};

std::string figure_in_words(const PlanSum& sum, double value) {
    switch (sum.in) {
    case SumIn::Length:
        return with_unit(Length::mm(value), sum.unit);
    case SumIn::Degrees:
        return in_degrees(Angle::degrees(value));
    case SumIn::Dial:
        break;
    }
    const auto count = static_cast<std::int64_t>(std::llround(value));
    // As it is turned: from zero so many whole turns, and then what the dial shows; backwards its figures fall.
    const int line = dial_line(count, sum.a_turn);
    const std::int64_t turns = std::abs(count) / sum.a_turn;
    const std::string shows = decimal((sum.line * line).in(sum.unit), decimals_of_step(sum.line, sum.unit));
    return count < 0 ? say("{turns} {turns:turn|turns} back from zero, the dial shows {figure}",
                           {{"turns", turns}, {"figure", shows}})
                     : say("{turns} {turns:turn|turns} on from zero, the dial shows {figure}",
                           {{"turns", turns}, {"figure", shows}});
}

// The figure as typed: what it may mean. `dial_alone`: of a dial only what it shows.
struct Typed {
    std::vector<double> values;
    bool dial_alone = false;
    double within = 0.0;
};
Result<Typed> read(const PlanSum& sum, const std::string& typed) {
    switch (sum.in) {
    case SumIn::Length: {
        const auto length = read_length(typed, sum.unit);
        if (!length)
            return tl::unexpected(length.error());
        return Typed{{length->value.in_mm()},
                     false,
                     std::max(sum.step * 0.51, millimetres_in(sum.unit) * (sum.unit == Unit::Inch ? 5.1e-5 : 5.1e-4))};
    }
    case SumIn::Degrees: {
        const auto angle = read_turn(typed);
        if (!angle)
            return tl::unexpected(angle.error());
        return Typed{{angle->value.in_degrees()}, false, std::max(sum.step * 0.51, 5.1e-3)};
    }
    case SumIn::Dial:
        break;
    }
    std::vector<double> numbers;
    std::string word;
    const auto close = [&]() -> bool {
        if (word.empty())
            return true;
        const auto number = read_number(word);
        word.clear();
        if (number)
            numbers.push_back(*number);
        return number.has_value();
    };
    bool fine = true;
    for (const char each : typed + " ") {
        if ((each >= '0' && each <= '9') || each == '.' || each == '-')
            word += each;
        else
            fine = close() && fine;
    }
    const Length turn = sum.line * static_cast<double>(sum.a_turn);
    const std::string last = decimal((turn - sum.line).in(sum.unit), decimals_of_step(sum.line, sum.unit));
    if (!fine || numbers.empty() || numbers.size() > 2)
        return problem({},
                       say("A dial's figure is typed as whole turns from zero and what the dial shows then, such as 7 "
                           "turns {last}, or as what it shows alone.",
                           {{"last", last}}));
    const double line = std::round(Length::of(numbers.back(), sum.unit) / sum.line * 1e6) / 1e6;
    if (line < 0.0 || line >= sum.a_turn)
        return problem({}, say("This dial shows 0 to {last}.", {{"last", last}}));
    if (numbers.size() == 1)
        return Typed{{line}, true, 0.51};
    const double turns = std::fabs(numbers.front());
    // On from zero, or back: there the dial's figures fall, so what it shows is counted from the next turn.
    return Typed{
        {turns * sum.a_turn + line, -turns * sum.a_turn - (line > 0.0 ? sum.a_turn - line : 0.0)}, false, 0.51};
}

} // namespace

std::vector<PlanSum> sums_at(const Job& job, const SetupPlan& plan, const Instruction& move) {
    return job.blank.on_side() ? std::vector<PlanSum>{} : Sums(job, plan).take(move);
}

std::vector<PlanSum> sums_of_hole(const Job& job, const Hole& hole) {
    if (job.blank.on_side())
        return {};
    const Coordinates coordinates(job);
    const Length step = job.unit == Unit::Inch ? Length::inches(1e-4) : Length::mm(1e-3);
    return without_right_ones({sum_of(coordinates, hole, Axis::X, step, job.unit, {}),
                               sum_of(coordinates, hole, Axis::Y, step, job.unit, {})});
}

Result<SumChecked> check_sum(const PlanSum& sum, const std::string& typed) {
    const auto got = read(sum, typed);
    if (!got)
        return tl::unexpected(got.error());
    const auto off = [&](double value) {
        double least = HUGE_VAL;
        for (const double typed_value : got->values) {
            double by = typed_value - value;
            if (sum.in == SumIn::Degrees)
                by = std::remainder(by, 360.0);
            if (got->dial_alone)
                by = std::remainder(by, static_cast<double>(sum.a_turn));
            least = std::min(least, std::fabs(by));
        }
        return least;
    };
    if (off(sum.value) <= got->within)
        return SumChecked{true, say("It agrees: {figure}.", {{"figure", figure_in_words(sum, sum.value)}})};
    std::vector<std::string> fits;
    for (const Otherwise& each : sum.otherwise)
        if (off(each.value) <= got->within && std::find(fits.begin(), fits.end(), each.words) == fits.end())
            fits.push_back(each.words);
    std::string differs;
    const double by = got->values.front() - sum.value;
    if (sum.in == SumIn::Length)
        differs = by > 0.0 ? say("Yours is {by} more", {{"by", with_unit(Length::mm(by), sum.unit)}})
                           : say("Yours is {by} less", {{"by", with_unit(Length::mm(-by), sum.unit)}});
    else
        differs = say("Yours is another figure");
    constexpr std::size_t most_named = 3;
    if (fits.size() > most_named)
        fits.resize(most_named);
    return SumChecked{
        false, fits.empty()
                   ? say("{differs}: the list has {right}. No usual slip gives it; go through the steps again.",
                         {{"differs", differs}, {"right", figure_in_words(sum, sum.value)}})
                   : say("{differs}: {slip}. The list has {right}.",
                         {{"differs", differs}, {"slip", one_of(fits)}, {"right", figure_in_words(sum, sum.value)}})};
}

} // namespace clockface
