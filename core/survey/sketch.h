// The sketch of an old part: sketching it, and laying it over what the readings say.
#pragma once

#include "survey/survey.h"

namespace clockface {

/// How the sketch lies over the survey: its place `origin` is the survey's nought, `scale` makes it as large, and the
/// survey's x runs at `turn` in it. A sketch without a hole, or of one place only, keeps its own size.
struct SketchFrame {
    Point origin;
    double scale = 1.0;
    Angle turn;

    /// From the sketch to the survey's size and nought, as the sketch is turned; and back.
    [[nodiscard]] Point laid(Point sketched) const { return (sketched - origin) * scale; }
    [[nodiscard]] Point sketched(Point laid) const { return laid * (1.0 / scale) + origin; }
    /// A place of the survey, turned as the sketch is.
    [[nodiscard]] Point turned(Point surveyed) const { return rotated(surveyed, turn); }
    /// The nearest place on a surveyed edge, both turned as the sketch is.
    [[nodiscard]] Point foot_on(const SurveyedEdge& edge, Point at) const;
};
/// The scale is that of all distances from nought together.
SketchFrame sketch_frame(const OldPart& part, const Survey& survey);

/// The part with one hole more where it was sketched, as large as the last one, under the next free name.
OldPart with_hole(OldPart part, Point sketched);
/// The part with one edge more, under a usual name ("base", "side" …) as long as there is one.
OldPart with_edge(OldPart part, Point from, Point to);

} // namespace clockface
