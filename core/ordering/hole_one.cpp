#include "ordering/hole_one.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// The nearest half hour: what an eye can tell.
std::string on_clock(Angle bearing) {
    const double hours = std::fmod(3.0 - bearing.in_degrees() / 30.0 + 24.0, 12.0);
    const int halves = static_cast<int>(std::lround(hours * 2.0)) % 24;
    const int hour = halves / 2 == 0 ? 12 : halves / 2;
    return halves % 2 == 0 ? say("{hour} o'clock", {{"hour", hour}}) : say("half past {hour}", {{"hour", hour}});
}

bool same_direction(Angle a, Angle b) {
    constexpr double alike_degrees = 4.0; // two dimples nearer than this look the same
    return std::fabs(std::remainder(a.in_degrees() - b.in_degrees(), 360.0)) < alike_degrees;
}

template <class Round> HoleOne answers_for(const Job& job, const Pattern& pattern, const Round& round) {
    HoleOne out;
    out.pattern = pattern.name;
    out.radius = round.diameter / 2.0;
    const Angle one = bearing_in(round, 1), two = bearing_in(round, 2);
    // The figures on the drawing, keyed in as they stand.
    out.first = job.convention.figure_of(one);
    const Angle second = job.convention.figure_of(two);
    out.step = (second - out.first).wrapped();
    std::vector<AngleConvention> all{job.convention};
    for (const double zero : {0.0, 90.0, 180.0, 270.0})
        for (const Sense sense : {Sense::CounterClockwise, Sense::Clockwise})
            all.push_back({Angle::degrees(zero), sense});
    for (const AngleConvention& convention : all) {
        DimpleAnswer answer;
        answer.convention = convention;
        answer.one = convention.bearing_at(out.first).wrapped();
        answer.two = convention.bearing_at(second).wrapped();
        const bool known = std::any_of(out.answers.begin(), out.answers.end(), [&](const DimpleAnswer& each) {
            return same_direction(each.one, answer.one) && same_direction(each.two, answer.two);
        });
        if (known)
            continue;
        answer.intended = same_direction(answer.one, one) && same_direction(answer.two, two);
        answer.words =
            say("hole 1 at {one}, hole 2 at {two}", {{"one", on_clock(answer.one)}, {"two", on_clock(answer.two)}});
        out.answers.push_back(answer);
    }
    return out;
}

} // namespace

std::optional<HoleOne> hole_one(const Job& job, std::size_t pattern) {
    if (pattern >= job.patterns.size() || job.blank.on_side() || !is_at_hand(job, job.patterns[pattern]))
        return std::nullopt;
    const Pattern& at = job.patterns[pattern];
    if (const auto* circle = std::get_if<CirclePattern>(&at.layout); circle && circle->count > 1)
        return answers_for(job, at, *circle);
    if (const auto* arc = std::get_if<ArcPattern>(&at.layout); arc && arc->count > 1)
        return answers_for(job, at, *arc);
    return std::nullopt;
}

std::optional<HoleOne> hole_one(const Job& job, const std::string& wanted) {
    std::optional<HoleOne> first;
    for (std::size_t i = 0; i < job.patterns.size(); ++i)
        if (auto found = hole_one(job, i)) {
            if (job.patterns[i].name == wanted)
                return found;
            if (!first)
                first = std::move(found);
        }
    return first;
}

} // namespace clockface
