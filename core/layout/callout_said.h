// What a callout has said, word by word, and the layout that makes.
#pragma once

#include "job/job.h"
#include "layout/callout_words.h"
#include "measure/problem.h"

namespace clockface {

// What the words have said so far.
struct Said {
    enum class Kind { Unsaid, Circle, Arc, Row, Grid, Angles, Margins, Steps, Middle, TwoDistances, Points, Copy };
    Kind kind = Kind::Unsaid;
    GridKind grid = GridKind::Full;
    std::optional<int> count, columns, rows;
    std::optional<HoleSpec> size;
    std::optional<Length> depth, diameter, pitch, across, before, after, level;
    std::optional<Point> place;
    std::optional<Angle> first, last, sweep, towards;
    std::optional<Sense> sense;
    bool astride = false, centred = false, left = true;
    Axis along = Axis::X;
    std::vector<Angle> angles;
    std::vector<Length> steps;
    std::vector<std::pair<Length, HoleRef>> distances;
    std::optional<HoleRef> one, other;
    std::vector<Point> points, extras;
    CopyPattern copy;
    std::map<int, Point> off;
    std::optional<CalloutWord> without;
    clockface::Within within;
};

/// The layout that was meant. A problem (no place) says what is still missing.
Result<PatternLayout> layout_of(const Said& said, const Job& job);

} // namespace clockface
