#include "layout/new_pattern.h"

#include "layout/pattern.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// Whole millimetres (or eighths of an inch): nobody wants to see 38.4217 in a blank that is about to be changed.
Length round_figure(Length length, Unit unit) {
    const Length step = unit == Unit::Inch ? Length::inches(1.0 / 8.0) : Length::mm(1.0);
    return std::max(step, step * std::round(length / step));
}

// A first pattern in the side of a bar, a quarter of the way along.
BarPattern new_bar_pattern(const Job& job, PatternKind kind) {
    BarPattern bar;
    bar.along_from = job.datum.place == DatumPlace::RightEdge ? AlongFrom::RightEnd : AlongFrom::LeftEnd;
    bar.along = round_figure(job.blank.width.actual() / 4.0, job.unit);
    bar.at = Angle::degrees(90.0);
    bar.going = as_seen(job, job.convention.sense);
    if (kind == PatternKind::Single)
        bar.count = 1;
    else if (kind == PatternKind::Ring)
        bar.count = 6;
    else
        bar.count = 4;
    bar.all_round = kind == PatternKind::Ring;
    if (kind == PatternKind::Row || kind == PatternKind::Helix)
        bar.pitch = round_figure(job.blank.width.actual() / 10.0, job.unit) *
                    (bar.along_from == AlongFrom::RightEnd ? -1.0 : 1.0);
    if (kind == PatternKind::Helix)
        bar.turn = Angle::degrees(40.0);
    return bar;
}

} // namespace

Pattern new_pattern(const Job& job, PatternKind kind) {
    const Length least = std::min(job.blank.extent_x(), job.blank.extent_y());
    const Point middle = middle_from_datum(job);
    const Length across = round_figure(least * 0.6, job.unit);
    Pattern pattern;
    pattern.name = next_pattern_name(job);
    pattern.face = job.blank.up;
    pattern.hole.diameter = std::min(round_figure(least / 20.0, job.unit), least / 8.0);
    if (job.blank.on_side() && kind != PatternKind::Copy) {
        pattern.hole.diameter = round_figure(job.blank.diameter.actual() / 6.0, job.unit);
        pattern.layout = new_bar_pattern(job, kind);
        return pattern;
    }
    switch (kind) {
    case PatternKind::Ring:
    case PatternKind::Helix:
    case PatternKind::Circle:
        pattern.layout = CirclePattern{middle, across, 6, job.convention.zero, job.convention.sense};
        break;
    case PatternKind::Arc:
        pattern.layout =
            ArcPattern{middle, across, 4, job.convention.zero, Angle::degrees(120.0), job.convention.sense};
        break;
    case PatternKind::Row: {
        const Length pitch = round_figure(least / 6.0, job.unit);
        pattern.layout = RowPattern{{middle.x - pitch, middle.y}, 3, pitch, {}};
        break;
    }
    case PatternKind::Grid: {
        const Length pitch = round_figure(least / 7.0, job.unit);
        pattern.layout = GridPattern{{middle.x - pitch, middle.y - pitch}, GridKind::Full, 3, 3, pitch, pitch, {}};
        break;
    }
    case PatternKind::Single:
        pattern.layout = SinglePattern{middle};
        break;
    case PatternKind::Copy:
        pattern.hole = {};
        // Of the last pattern, in the upright middle line: the copy most drawings have.
        for (const Pattern& other : job.patterns)
            if (is_at_hand(job, other))
                pattern.layout = CopyPattern{other.name, Mirrored{middle, Angle::degrees(90.0)}};
        break;
    }
    return pattern;
}

CopyKind copy_kind(const CopyPattern& copy) {
    struct Kind {
        CopyKind operator()(const Mirrored&) const { return CopyKind::Mirrored; }
        CopyKind operator()(const Turned&) const { return CopyKind::Turned; }
        CopyKind operator()(const Repeated&) const { return CopyKind::Repeated; }
        CopyKind operator()(const AtEach&) const { return CopyKind::AtEach; }
        CopyKind operator()(const InEveryPiece&) const { return CopyKind::InEveryPiece; }
    };
    return std::visit(Kind{}, copy.way);
}

void trim_to_count(Job& job, std::size_t index) {
    Pattern& pattern = job.patterns[index];
    const auto most = static_cast<int>(counts_of(job)[index]);
    pattern.left_out.erase(pattern.left_out.upper_bound(most), pattern.left_out.end());
    pattern.off.erase(pattern.off.upper_bound(most), pattern.off.end());
}

void say_circle(Job& job, std::size_t index, CircleWay way) {
    PatternLayout& layout = job.patterns[index].layout;
    if (const auto* circle = std::get_if<CirclePattern>(&layout); circle && way == CircleWay::Listed) {
        AnglesPattern angles{circle->centre, circle->diameter, {}};
        for (int number = 1; number <= circle->count; ++number)
            angles.at.push_back(bearing_in(*circle, number));
        layout = angles;
    } else if (const auto* listed = std::get_if<AnglesPattern>(&layout); listed && way == CircleWay::Equal) {
        layout = CirclePattern{listed->centre, listed->diameter, static_cast<int>(listed->at.size()),
                               listed->at.front(), job.convention.sense};
    }
}

void say_row(Job& job, std::size_t index, RowWay way) {
    Pattern& pattern = job.patterns[index];
    // Whatever it was: its first hole, how many, how far apart, which way.
    const std::vector<Place> places = places_of(job)[index];
    const auto count = places_in(pattern.layout);
    const Point first = places.front().at;
    const Point last = places[static_cast<std::size_t>(count - 1)].at;
    RowPattern row{first, count, distance(first, last) / (count - 1), bearing_of(first, last), false};
    switch (way) {
    case RowWay::Pitch:
        pattern.layout = row;
        break;
    case RowWay::Centred:
        row.first = (first + last) * 0.5;
        row.centred = true;
        pattern.layout = row;
        break;
    case RowWay::Margins: {
        const bool level = std::fabs(row.bearing.cosine()) > std::fabs(row.bearing.sine());
        const Length margin = round_figure((level ? job.blank.extent_x() : job.blank.extent_y()) / 10.0, job.unit);
        pattern.layout = MarginsPattern{level ? Axis::X : Axis::Y, level ? first.y : first.x, margin, margin, count};
        break;
    }
    case RowWay::Steps:
        pattern.layout =
            StepsPattern{first, row.bearing, std::vector<Length>(static_cast<std::size_t>(count - 1), row.pitch)};
        break;
    }
}

void say_hole(Job& job, std::size_t index, HoleWay way) {
    Pattern& pattern = job.patterns[index];
    const Point now = places_of(job)[index].front().at;
    if (way == HoleWay::Place) {
        pattern.layout = SinglePattern{now};
        return;
    }
    // The two holes before it that lie nearest.
    std::vector<std::pair<Length, HoleRef>> known;
    const std::vector<std::vector<Place>> places = places_of(job);
    for (std::size_t i = 0; i < index; ++i)
        for (std::size_t k = 0; k < places[i].size() && job.patterns[i].face == pattern.face; ++k)
            known.emplace_back(distance(places[i][k].at, now), HoleRef{job.patterns[i].name, static_cast<int>(k) + 1});
    std::stable_sort(known.begin(), known.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    const HoleRef none{"?", 1}; // refused, with a sentence, when there are no two holes before it
    const auto ref = [&](std::size_t n) { return n < known.size() ? known[n].second : none; };
    if (way == HoleWay::Middle) {
        pattern.layout = MiddlePattern{ref(0), ref(1)};
        return;
    }
    const Length least = Length::mm(0.001);
    pattern.layout = TwoDistancesPattern{ref(0), ref(1), known.empty() ? least : std::max(least, known[0].first),
                                         known.size() < 2 ? least : std::max(least, known[1].first), true};
    if (known.size() > 1)
        if (distance(places_of(job)[index].front().at, now) > least)
            std::get<TwoDistancesPattern>(pattern.layout).left = false;
}

void say_copy(Job& job, std::size_t index, CopyKind way) {
    auto& copy = std::get<CopyPattern>(job.patterns[index].layout);
    const Point middle = middle_from_datum(job);
    switch (way) {
    case CopyKind::Mirrored:
        copy.way = Mirrored{middle, Angle::degrees(90.0)};
        break;
    case CopyKind::Turned:
        copy.way = Turned{middle, Angle::degrees(90.0), 1};
        break;
    case CopyKind::Repeated:
        copy.way = Repeated{{round_figure(job.blank.extent_x() / 5.0, job.unit), {}}, 1};
        break;
    case CopyKind::AtEach: {
        std::string carrier;
        for (std::size_t i = 0; i < index; ++i)
            if (job.patterns[i].name != copy.of && is_at_hand(job, job.patterns[i]))
                carrier = job.patterns[i].name;
        copy.way = AtEach{carrier};
        break;
    }
    case CopyKind::InEveryPiece:
        copy.way = InEveryPiece{};
        break;
    }
    trim_to_count(job, index);
}

} // namespace clockface
