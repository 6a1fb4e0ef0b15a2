#include "layout/between.h"

#include "measure/figures.h"
#include "words/say.h"

#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

// The step from a point square to the line.
Point square_to(Point from, const Feature& line) {
    const Point away = line.at - from;
    const Angle square = *line.edge + Angle::degrees(90.0);
    return polar(away.x * square.cosine() + away.y * square.sine(), square);
}

} // namespace

Between between(const Feature& one, const Feature& other) {
    Between found;
    if (one.edge && other.edge) {
        const double turn = (*one.edge - *other.edge).wrapped().in_degrees();
        const double half = std::fmod(turn, 180.0);
        found.corner = Angle::degrees(std::min(half, 180.0 - half));
        constexpr double parallel_degrees = 1e-9;
        if (found.corner->in_degrees() > parallel_degrees)
            return found;
    }
    if (other.edge)
        found.step = square_to(one.at, other);
    else if (one.edge)
        found.step = Point{} - square_to(other.at, one);
    else
        found.step = other.at - one.at;
    found.apart = distance({}, found.step);
    if (*found.apart > Length{})
        found.bearing = bearing_of({}, found.step);
    const Length radii = (one.diameter + other.diameter) / 2.0;
    if (radii > Length{}) {
        found.outside = *found.apart + radii;
        found.inside = *found.apart - radii;
    }
    return found;
}

std::vector<std::string> in_words(const Between& measured, const Feature& one, const Feature& other, const Job& job) {
    std::vector<std::string> lines{say("{one} to {other}", {{"one", one.name}, {"other", other.name}})};
    const auto fig = [&](Length length) {
        return decimal(length.in(job.unit), job_decimals(job.unit)) + " " + unit_name(job.unit);
    };
    if (measured.apart) {
        lines.push_back(say("apart {apart}", {{"apart", fig(*measured.apart)}}));
        const Point drawn = as_drawn(job.datum, measured.step);
        lines.push_back(fmt::format("X {}   Y {}", column_figure(drawn.x, job.unit), column_figure(drawn.y, job.unit)));
    }
    if (measured.bearing)
        lines.push_back(say("at {bearing}, {clock} on the clock",
                            {{"bearing", in_degrees(job.convention.figure_of(*measured.bearing))},
                             {"clock", clock_time(*measured.bearing)}}));
    if (measured.corner && !measured.apart)
        lines.push_back(say("they meet at {corner}", {{"corner", in_degrees(*measured.corner)}}));
    if (measured.outside)
        lines.push_back(say("over pins {outside}", {{"outside", fig(*measured.outside)}}));
    if (measured.inside)
        lines.push_back(say("between rims {inside}", {{"inside", fig(*measured.inside)}}));
    return lines;
}

} // namespace clockface
