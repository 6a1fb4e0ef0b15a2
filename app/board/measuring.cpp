#include "board/measuring.h"
#include "look/painting.h"

#include "layout/outline.h"
#include "words/say.h"

#include <array>
#include <cmath>

namespace clockface::app {

namespace {

constexpr double feature_reach_pixels = 10.0;

// Square distance in pixels to an edge between two corners; far off where the hand is beside its ends.
double to_edge(QPointF at, QPointF a, QPointF b) {
    const QPointF run = b - a;
    const double length = std::max(1e-6, length_of(run));
    const double share = QPointF::dotProduct(at - a, run) / (length * length);
    if (share < 0.0 || share > 1.0)
        return 1e9;
    return std::fabs((at.x() - a.x()) * run.y() - (at.y() - a.y()) * run.x()) / length;
}

Feature feature(const Hole& hole, Point datum) {
    return {hole.name, hole.at + datum, hole.spec.diameter, std::nullopt};
}

} // namespace

std::optional<Feature> hole_feature(const Document& document, const std::string& name) {
    for (const Hole& hole : document.plan().holes)
        if (hole.name == name)
            return feature(hole, datum_from_middle(document.job()));
    return std::nullopt;
}

std::optional<Feature> feature_at(const Document& document, const BoardMap& map, QPointF at) {
    const Job& job = document.job();
    const Point datum = datum_from_middle(job);
    const auto near = [&](Point middle, Length diameter) {
        const QPointF away = map.to_screen(middle) - at;
        return length_of(away) <= std::max(feature_reach_pixels, map.pixels(diameter) / 2.0);
    };
    for (const Hole& hole : document.plan().holes)
        if (near(hole.at + datum, hole.spec.diameter))
            return feature(hole, datum);
    for (const Existing& there : job.blank.existing)
        if (there.face == job.blank.up && there.kind != ExistingKind::Slot && near(there.at, there.diameter))
            return Feature{there.name, there.at, there.diameter, std::nullopt};
    for (const Pattern& pattern : job.patterns)
        if (const auto centre = centre_of(pattern.layout);
            centre && is_at_hand(job, pattern) && near(*centre + datum, {}))
            return Feature{say("centre of {pattern}", {{"pattern", pattern.name}}), *centre + datum, {}, std::nullopt};
    if (near(datum, {}))
        return Feature{say("zero"), datum, {}, std::nullopt};
    if (job.blank.is_round())
        return job.blank.bore_shows() && near({}, *job.blank.bore)
                   ? std::optional(Feature{say("the bore"), {}, *job.blank.bore, std::nullopt})
                   : std::nullopt;
    const std::vector<Point> corners = corners_from_middle(job.blank);
    static constexpr std::array names = {later("lower edge"), later("right edge"), later("upper edge"),
                                         later("left edge")};
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const Point a = corners[i];
        const Point b = corners[(i + 1) % corners.size()];
        if (to_edge(at, map.to_screen(a), map.to_screen(b)) <= feature_reach_pixels)
            return Feature{job.blank.shape == BlankShape::Outline ? say("edge {number}", {{"number", i + 1}})
                                                                  : say(names.at(i % names.size())),
                           a,
                           {},
                           bearing_of(a, b)};
    }
    return std::nullopt;
}

} // namespace clockface::app
