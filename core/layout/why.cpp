#include "layout/why.h"

#include "layout/bar.h"
#include "layout/on_bar.h"
#include "measure/cases.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

struct Why {
    const Job& job;
    const Hole& hole;

    [[nodiscard]] std::string fig(Length length) const { return with_unit(length, job.unit); }
    [[nodiscard]] std::string plain(Length length) const {
        return decimal(length.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim);
    }
    [[nodiscard]] std::string answer() const {
        const Point drawn = as_drawn(job.datum, hole.at);
        return say(
            "So {hole} is at X {x}, Y {y}.",
            {{"hole", hole.name}, {"x", column_figure(drawn.x, job.unit)}, {"y", column_figure(drawn.y, job.unit)}});
    }

    // Formula from centre, radius and bearing; the bearing is named in the job's own convention too.
    template <class Round> [[nodiscard]] std::string round(const Round& pattern, const std::string& step) const {
        const Angle bearing = bearing_in(pattern, hole.number);
        const Point centre = pattern.centre;
        return say(
            "{step}{hole} lies at {bearing} ({clock}), which is {bearing2} counter-clockwise from the right. To the "
            "right: {x} + {radius} × cos {bearing2} = {sum_x}. Up: {y} + {radius} × sin {bearing2} = {sum_y}. {answer}",
            {{"step", step},
             {"hole", hole.name},
             {"bearing", in_degrees(job.convention.figure_of(bearing))},
             {"clock", clock_time(bearing)},
             {"bearing2", in_degrees(bearing)},
             {"x", plain(centre.x)},
             {"radius", plain(pattern.diameter / 2.0)},
             {"sum_x", fig(hole.at.x)},
             {"y", plain(centre.y)},
             {"sum_y", fig(hole.at.y)},
             {"answer", answer()}});
    }

    std::string operator()(const CirclePattern& circle) const {
        return round(circle,
                     say("The step is 360° / {count} = {circle}{remark}.",
                         {{"count", circle.count},
                          {"circle", in_degrees(step_of(circle))},
                          {"remark", circle.straddle ? say("; the first hole stands half of it past its line") : ""}}) +
                         " ");
    }
    std::string operator()(const ArcPattern& arc) const {
        return round(arc,
                     say("The step is {sweep} / ({count} − 1) = {arc}.",
                         {{"sweep", in_degrees(arc.sweep)}, {"count", arc.count}, {"arc", in_degrees(step_of(arc))}}) +
                         " ");
    }
    std::string operator()(const AnglesPattern& angles) const { return round(angles, ""); }
    // Along a straight line from a point: how far, and what that makes.
    [[nodiscard]] std::string along(Point from, Length far, Angle bearing) const {
        return say(
            "To the right: {x} + {far} × cos {bearing} = {sum_x}. Up: {y} + {far} × sin {bearing} = {sum_y}. {answer}",
            {{"x", plain(from.x)},
             {"far", plain(far)},
             {"bearing", in_degrees(bearing)},
             {"sum_x", fig(hole.at.x)},
             {"y", plain(from.y)},
             {"sum_y", fig(hole.at.y)},
             {"answer", answer()}});
    }
    std::string operator()(const RowPattern& row) const {
        const double steps = hole.number - 1 - (row.centred ? (row.count - 1) / 2.0 : 0.0);
        return say("{hole} lies {steps} × {pitch} = {row} along the row from its {centred}. {sum}",
                   {{"hole", hole.name},
                    {"steps", decimal(steps, 1, Sign::WhenNegative, Tail::Trim)},
                    {"pitch", plain(row.pitch)},
                    {"row", fig(row.pitch * steps)},
                    {"centred", row.centred ? say("middle") : say("first hole")},
                    {"sum", along(row.first, row.pitch * steps, row.bearing)}});
    }
    std::string operator()(const MarginsPattern& margins) const {
        const RowPattern row = as_row(job, margins);
        const Length whole = margins.along == Axis::X ? job.blank.extent_x() : job.blank.extent_y();
        return say("The pitch is ({whole} − {before} − {after}) / {count} = {pitch}. {row}",
                   {{"whole", plain(whole)},
                    {"before", plain(margins.before)},
                    {"after", plain(margins.after)},
                    {"count", margins.count - 1},
                    {"pitch", fig(row.pitch)},
                    {"row", (*this)(row)}});
    }
    std::string operator()(const StepsPattern& row) const {
        Length far;
        std::string sum = "0";
        for (int k = 0; k < hole.number - 1; ++k) {
            far += row.steps[static_cast<std::size_t>(k)];
            if (k == 0)
                sum.clear();
            else
                sum += " + ";
            sum += plain(row.steps[static_cast<std::size_t>(k)]);
        }
        return say("{hole} lies {sum} = {far} along the row from its first hole. {row}",
                   {{"hole", hole.name}, {"sum", sum}, {"far", fig(far)}, {"row", along(row.first, far, row.bearing)}});
    }
    [[nodiscard]] Point at(const HoleRef& ref) const { return place(job, ref); }
    std::string operator()(const MiddlePattern& middle) const {
        const Point one = at(middle.one);
        const Point other = at(middle.other);
        return say("It is half way between {one} and {other}. To the right: ({x} + {other_x}) / 2 = {sum_x}. Up: ({y} "
                   "+ {other_y}) / 2 = {sum_y}. {answer}",
                   {{"one", in_words(middle.one)},
                    {"other", in_words(middle.other)},
                    {"x", plain(one.x)},
                    {"other_x", plain(other.x)},
                    {"sum_x", fig(hole.at.x)},
                    {"y", plain(one.y)},
                    {"other_y", plain(other.y)},
                    {"sum_y", fig(hole.at.y)},
                    {"answer", answer()}});
    }
    std::string operator()(const TwoDistancesPattern& two) const {
        const Length apart = distance(at(two.one), at(two.other));
        const double a = two.from_one.in(job.unit);
        const double b = two.from_other.in(job.unit);
        const double d = apart.in(job.unit);
        const double along = (a * a - b * b + d * d) / (2.0 * d);
        const int decimals = job_decimals(job.unit);
        return say("{one} and {other} lie {apart} apart. Along the line between them: ({from_one}² − {from_other}² + "
                   "{apart}²) / (2 × {apart}) = {decimals}. Across it, to the {left}: √({from_one}² − {decimals}²) = "
                   "{sqrt}. {answer}",
                   {{"one", in_words(two.one)},
                    {"other", in_words(two.other)},
                    {"apart", plain(apart)},
                    {"from_one", plain(two.from_one)},
                    {"from_other", plain(two.from_other)},
                    {"decimals", decimal(along, decimals, Sign::WhenNegative, Tail::Trim)},
                    {"left", two.left ? say("left") : say("right")},
                    {"sqrt", decimal(std::sqrt(std::max(0.0, a * a - along * along)), decimals, Sign::WhenNegative,
                                     Tail::Trim)},
                    {"answer", answer()}});
    }
    std::string operator()(const PointsPattern& points) const {
        const auto number = static_cast<std::size_t>(hole.number);
        if (number > points.copied.size())
            return say("Its place was given as it stands. {answer}", {{"answer", answer()}});
        return say("Copied from {points} of the old part, whose place follows from the readings{remark}. {answer}",
                   {{"points", points.copied[number - 1]},
                    {"remark", job.old_part.laying.mirrored.value_or(false) ? say(", turned over") : ""},
                    {"answer", answer()}});
    }
    // Along and round a bar, where a copy has no X and Y to be turned about.
    [[nodiscard]] std::string on_side(const CopyPattern& copy, const HoleRef& from, int time) const {
        const std::string how =
            std::visit(Cases{[&](const Mirrored& mirror) {
                                 return say("mirrored in the line across the bar at {as_drawn}",
                                            {{"as_drawn", fig(as_drawn(job.datum, mirror.on).x)}});
                             },
                             [&](const Turned& turn) {
                                 return say("turned {time} × {by} counter-clockwise, seen from the right end",
                                            {{"time", time}, {"by", in_degrees(turn.by)}});
                             },
                             [&](const Repeated& repeat) {
                                 return say("shifted {time} × {as_drawn} along the bar",
                                            {{"time", time}, {"as_drawn", fig(as_drawn(job.datum, repeat.step).x)}});
                             },
                             [&](const AtEach& each) {
                                 return say("as it stands to {pattern}1, at {HoleRef}",
                                            {{"pattern", each.of}, {"HoleRef", in_words(HoleRef{each.of, time + 1})}});
                             },
                             [](const InEveryPiece&) { return std::string(say("in a further piece")); }},
                       copy.way);
        return say("{hole} is {from} {how}. So it is {along} from the left end, and the drill comes in at {bearing}.",
                   {{"hole", hole.name},
                    {"from", in_words(from)},
                    {"how", how},
                    {"along", fig(hole.bar->along)},
                    {"bearing", angle_in_words(job, hole.bar->bearing)}});
    }
    std::string operator()(const CopyPattern& copy) const {
        const int source = pattern_index(job, copy.of);
        const auto many = static_cast<int>(places_of(job).at(static_cast<std::size_t>(source)).size());
        const int time = (hole.number - 1) / many + 1;
        const HoleRef from{copy.of, (hole.number - 1) % many + 1};
        if (hole.bar)
            return on_side(copy, from, time);
        const std::string how =
            std::visit(Cases{[&](const Mirrored& mirror) {
                                 const Point on = as_drawn(job.datum, mirror.on);
                                 return say("mirrored in the line through X {x}, Y {y} towards {along}",
                                            {{"x", plain(on.x)},
                                             {"y", plain(on.y)},
                                             {"along", in_degrees(job.convention.figure_of(mirror.along))}});
                             },
                             [&](const Turned& turn) {
                                 const Point about = as_drawn(job.datum, turn.about);
                                 return say("turned {time} × {by} = {turn} counter-clockwise about X {x}, Y {y}",
                                            {{"time", time},
                                             {"by", in_degrees(turn.by)},
                                             {"turn", in_degrees(turn.by * time)},
                                             {"x", plain(about.x)},
                                             {"y", plain(about.y)}});
                             },
                             [&](const Repeated& repeat) {
                                 const Point step = as_drawn(job.datum, repeat.step);
                                 return say("shifted {time} times by X {x}, Y {y}",
                                            {{"time", time}, {"x", plain(step.x)}, {"y", plain(step.y)}});
                             },
                             [&](const AtEach& each) {
                                 return say("as it stands to {pattern}1, at {HoleRef}",
                                            {{"pattern", each.of}, {"HoleRef", in_words(HoleRef{each.of, time + 1})}});
                             },
                             [&](const InEveryPiece&) {
                                 const Sawing cutting = job.blank.sawing.value_or(Sawing{});
                                 return say("in piece {time}: {time2} × ({cutting} long + {kerf} saw + 2 × {facing} to "
                                            "face) = {pitch_of} further along the bar",
                                            {{"time", time + 1},
                                             {"time2", time},
                                             {"cutting", plain(cutting.length)},
                                             {"kerf", plain(cutting.kerf)},
                                             {"facing", plain(cutting.facing)},
                                             {"pitch_of", fig(pitch_of(cutting) * time)}});
                             }},
                       copy.way);
        const Point was = as_drawn(job.datum, at(from));
        return say("{hole} is {from} (X {x}, Y {y}) {how}. {answer}", {{"hole", hole.name},
                                                                       {"from", in_words(from)},
                                                                       {"x", plain(was.x)},
                                                                       {"y", plain(was.y)},
                                                                       {"how", how},
                                                                       {"answer", answer()}});
    }
    std::string operator()(const GridPattern& grid) const {
        const GridCell cell = cell_of(grid, hole.number);
        const double along = cell.column + (cell.shifted ? 0.5 : 0.0);
        return say("{hole} lies {along} × {pitch} = {grid} along its row and {row} × {across} = {across2} across, in "
                   "rows going {bearing}. {answer}",
                   {{"hole", hole.name},
                    {"along", decimal(along, 1, Sign::WhenNegative, Tail::Trim)},
                    {"pitch", plain(grid.pitch)},
                    {"grid", fig(grid.pitch * along)},
                    {"row", cell.row},
                    {"across", plain(grid.across)},
                    {"across2", fig(grid.across * cell.row)},
                    {"bearing", clock_time(grid.bearing)},
                    {"answer", answer()}});
    }
    std::string operator()(const BarPattern& bar) const { return why_on_bar(job, hole, bar); }
    std::string operator()(const SinglePattern&) const {
        return say("Its place was given as it stands. {answer}", {{"answer", answer()}});
    }
};

} // namespace

std::string why_place(const Job& job, const Hole& hole) {
    const Pattern& pattern = job.patterns.at(hole.pattern);
    const std::optional<Point> centre = centre_of(pattern.layout);
    const int extra = hole.number - (static_cast<int>(places_of(job).at(hole.pattern).size()) -
                                     static_cast<int>(pattern.extras.size()));
    if (extra > 0)
        return say("It is a further hole, counted from the {centre} of {pattern}.",
                   {{"centre", centre ? say("centre") : say("first hole")}, {"pattern", pattern.name}}) +
               " " + Why{job, hole}.answer();
    // A hole off its place: the place first, then the shift.
    const auto off = pattern.off.find(hole.number);
    if (off == pattern.off.end())
        return std::visit(Why{job, hole}, pattern.layout);
    Hole on_place = hole;
    on_place.at = hole.at - off->second;
    const Point step = as_drawn(job.datum, off->second);
    return std::visit(Why{job, on_place}, pattern.layout) + " " +
           say("It stands off that place by X {x}, Y {y}.",
               {{"x", column_figure(step.x, job.unit)}, {"y", column_figure(step.y, job.unit)}}) +
           " " + Why{job, hole}.answer();
}

} // namespace clockface
