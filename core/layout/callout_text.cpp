#include "layout/callout_reader.h"

#include "layout/pattern.h"
#include "measure/cases.h"
#include "measure/figures.h"

#include <array>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace clockface {

std::string callout_figure(Length length, Unit unit) {
    constexpr double same_mm = 1e-10;
    constexpr int most_decimals = 12;
    const double value = length.in(unit);
    for (int decimals = 0; decimals < most_decimals; ++decimals) {
        const std::string text = fmt::format("{:.{}f}", value, decimals);
        if (abs(Length::of(std::stod(text), unit) - length) < Length::mm(same_mm))
            return std::stod(text) == 0.0 ? "0" : text;
    }
    return fmt::format("{:.{}f}", value, most_decimals);
}

namespace {

// The normal form of a callout.
struct Writer {
    const Job& job;
    const Pattern& pattern;

    [[nodiscard]] std::string fig(Length length) const { return callout_figure(length, job.unit); }
    [[nodiscard]] std::string pair(Point point) const {
        const Point drawn = as_drawn(job.datum, point);
        return fmt::format("{}, {}", fig(drawn.x), fig(drawn.y));
    }
    [[nodiscard]] std::string at(Point point) const { return "at " + pair(point); }
    [[nodiscard]] std::string bearing(Angle angle) const {
        return fmt::format("{}", job.convention.figure_of(angle).in_degrees());
    }
    static std::string sense(Sense going) { return going == Sense::Clockwise ? "cw" : "ccw"; }
    [[nodiscard]] std::string bore(const HoleSpec& spec) const {
        return spec.drill.empty() ? fig(spec.diameter) : spec.drill;
    }
    [[nodiscard]] std::string hole() const {
        const HoleSpec& spec = pattern.hole;
        std::string size = bore(spec) + limits_in_words(spec, job.unit);
        if (spec.purpose == Purpose::Tapped || spec.purpose == Purpose::Clearance)
            size = size_in_words(spec, job.unit);
        else if (spec.purpose == Purpose::Reamed)
            size = bore(spec) + " " + spec.label;
        if (spec.recess && spec.purpose != Purpose::Clearance)
            size += " " + recess_in_words(*spec.recess, job.unit);
        const auto* bar = std::get_if<BarPattern>(&pattern.layout);
        if (bar && bar->reach != BarReach::AsSaid)
            return size;
        return size + (spec.depth ? ", " + fig(*spec.depth) + " deep" : ", through");
    }
    [[nodiscard]] std::string many() const { return fmt::format("{}x {}", places_in(pattern.layout), hole()); }

    std::string operator()(const CirclePattern& c) const {
        return fmt::format("{}, on circle {} {}, {} {} {}", many(), fig(c.diameter), at(c.centre),
                           c.straddle ? "astride" : "from", bearing(c.first), sense(c.going));
    }
    std::string operator()(const ArcPattern& a) const {
        return fmt::format("{}, on arc {} {}, from {} over {} {}", many(), fig(a.diameter), at(a.centre),
                           bearing(a.first), a.sweep.in_degrees(), sense(a.going));
    }
    std::string operator()(const RowPattern& r) const {
        return fmt::format("{}, in row {} apart {}{}, towards {}", many(), fig(r.pitch), r.centred ? "centred " : "",
                           at(r.first), bearing(r.bearing));
    }
    std::string operator()(const SinglePattern& s) const { return fmt::format("{}, {}", hole(), at(s.at)); }
    std::string operator()(const GridPattern& g) const {
        static constexpr std::array kinds = {"grid", "frame", "staggered"};
        return fmt::format("{} by {} {} of {}, {} by {} apart {}, towards {}", g.columns, g.rows,
                           kinds.at(static_cast<std::size_t>(g.kind)), hole(), fig(g.pitch), fig(g.across), at(g.first),
                           bearing(g.bearing));
    }
    std::string operator()(const AnglesPattern& a) const {
        std::vector<std::string> list;
        list.reserve(a.at.size());
        for (const Angle angle : a.at)
            list.push_back(bearing(angle));
        return fmt::format("{}, on circle {} {}, angles {}", hole(), fig(a.diameter), at(a.centre),
                           fmt::join(list, ", "));
    }
    std::string operator()(const MarginsPattern& m) const {
        const bool level = m.along == Axis::X;
        const Point drawn = as_drawn(job.datum, {m.level, m.level});
        return fmt::format("{}, in row along {}, margins {}, {}, level {}", many(), level ? "x" : "y", fig(m.before),
                           fig(m.after), fig(level ? drawn.y : drawn.x));
    }
    std::string operator()(const StepsPattern& r) const {
        std::vector<std::string> list;
        list.reserve(r.steps.size());
        for (const Length step : r.steps)
            list.push_back(fig(step));
        return fmt::format("{}, in row {}, towards {}, steps {}", hole(), at(r.first), bearing(r.bearing),
                           fmt::join(list, ", "));
    }
    std::string operator()(const MiddlePattern& m) const {
        return fmt::format("{}, midway {}, {}", hole(), in_words(m.one), in_words(m.other));
    }
    std::string operator()(const TwoDistancesPattern& t) const {
        return fmt::format("{}, {} from {}, {} from {}, {}", hole(), fig(t.from_one), in_words(t.one),
                           fig(t.from_other), in_words(t.other), t.left ? "left" : "right");
    }
    std::string operator()(const PointsPattern& p) const { return fmt::format("{}, points {}", hole(), pairs(p.at)); }
    std::string operator()(const BarPattern& bar) const { return bar_callout_of(bar, hole(), job); }
    [[nodiscard]] std::string on_side(const CopyPattern& copy) const {
        return std::visit(
            Cases{[&](const Mirrored& m) {
                      return fmt::format("mirrored {} at {}", copy.of, fig(as_drawn(job.datum, m.on).x));
                  },
                  [&](const Turned& t) {
                      const Angle by = t.by * sign_of(as_seen(job, Sense::CounterClockwise));
                      return fmt::format("turned {} by {} {}, {} times", copy.of, std::fabs(by.in_degrees()),
                                         by < Angle{} ? "cw" : "ccw", t.times);
                  },
                  [&](const Repeated& r) {
                      return fmt::format("repeated {} step {}, {} times", copy.of, fig(as_drawn(job.datum, r.step).x),
                                         r.times);
                  },
                  [&](const AtEach& each) { return fmt::format("repeated {} at each {}", copy.of, each.of); },
                  [&](const InEveryPiece&) { return fmt::format("repeated {} in every piece", copy.of); }},
            copy.way);
    }
    std::string operator()(const CopyPattern& copy) const {
        if (job.blank.on_side())
            return on_side(copy);
        return std::visit(
            Cases{[&](const Mirrored& m) {
                      return fmt::format("mirrored {}, {}, towards {}", copy.of, at(m.on), bearing(m.along));
                  },
                  [&](const Turned& t) {
                      return fmt::format("turned {} by {} ccw, {} times, {}", copy.of, t.by.in_degrees(), t.times,
                                         at(t.about));
                  },
                  [&](const Repeated& r) {
                      return fmt::format("repeated {} step {}, {} times", copy.of, pair(r.step), r.times);
                  },
                  [&](const AtEach& each) { return fmt::format("repeated {} at each {}", copy.of, each.of); },
                  [&](const InEveryPiece&) { return fmt::format("repeated {} in every piece", copy.of); }},
            copy.way);
    }
    [[nodiscard]] std::string pairs(const std::vector<Point>& points) const {
        std::vector<std::string> list;
        list.reserve(points.size());
        for (const Point& point : points)
            list.push_back(pair(point));
        return fmt::format("{}", fmt::join(list, "; "));
    }
};

} // namespace

namespace {

std::string within_in_words(const Within& within, Unit unit) {
    if (within.x && within.x == within.y)
        return ", within " + callout_figure(*within.x, unit);
    std::string text = within.x || within.y ? ", within" : "";
    if (within.x)
        text += " x " + callout_figure(*within.x, unit);
    if (within.y)
        text += " y " + callout_figure(*within.y, unit);
    return text;
}

} // namespace

std::string callout_of(const Pattern& pattern, const Job& job) {
    const Writer writer{job, pattern};
    std::string text = std::visit(writer, pattern.layout);
    if (!pattern.left_out.empty())
        text += fmt::format(", without {}", fmt::join(pattern.left_out, ", "));
    for (const auto& [number, step] : pattern.off)
        text += fmt::format(", shift {} by {}", number, writer.pair(step));
    if (!pattern.extras.empty())
        text += fmt::format(", plus {}", writer.pairs(pattern.extras));
    return text + within_in_words(pattern.within, job.unit);
}

} // namespace clockface
