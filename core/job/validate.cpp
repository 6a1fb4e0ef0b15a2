#include "job/validate.h"

#include "measure/figures.h"

#include <cctype>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

constexpr std::size_t longest_name = 12;

using Fault = std::optional<Problem>;

Fault fault(std::string place, std::string sentence) {
    return Problem{std::move(place), std::move(sentence)};
}

Fault size_fault(const std::string& place, const std::string& what, Length size) {
    if (!std::isfinite(size.in_mm()))
        return fault(place, fmt::format("{} is not a number.", what));
    if (size <= Length{})
        return fault(place, fmt::format("{} must be more than nought.", what));
    if (size > largest_size)
        return fault(place, fmt::format("{} is more than 20 metres. Check the decimal point and the unit.", what));
    return std::nullopt;
}

Fault measured_fault(const std::string& place, const std::string& what, const Measured& size) {
    if (Fault found = size_fault(place, what, size.nominal))
        return found;
    if (!size.measured)
        return std::nullopt;
    if (Fault found = size_fault(place + ".measured", "The measured " + what, *size.measured))
        return found;
    // A measured size this far out is a slipped figure, and it would move the middle without a word.
    if (abs(*size.measured - size.nominal) > 0.25 * size.nominal)
        return fault(place + ".measured",
                     fmt::format("The measured figure and the drawing's differ by more than a "
                                 "quarter. One is wrong: correct it, or empty the measured one first."));
    return std::nullopt;
}

Fault point_fault(const std::string& place, Point point) {
    for (const Length size : {point.x, point.y})
        if (!std::isfinite(size.in_mm()) || abs(size) > largest_size)
            return fault(place, "This lies more than 20 metres from zero. Check the decimal point and the unit.");
    return std::nullopt;
}

Fault angle_fault(const std::string& place, Angle angle) {
    if (!std::isfinite(angle.in_degrees()) || std::fabs(angle.in_degrees()) > 3600.0)
        return fault(place, "An angle between 0 and 360 degrees would do.");
    return std::nullopt;
}

Fault count_fault(const std::string& place, int count, int least) {
    if (count < least || count > most_holes_in_pattern)
        return fault(place,
                     fmt::format("Any number of holes from {} to {} would do here.", least, most_holes_in_pattern));
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const CirclePattern& circle) {
    if (Fault found = count_fault(place + ".count", circle.count, 1))
        return found;
    if (Fault found = size_fault(place + ".diameter", "The pitch circle", circle.diameter))
        return found;
    return angle_fault(place + ".first", circle.first);
}

Fault layout_fault(const std::string& place, const ArcPattern& arc) {
    if (arc.count == 1)
        return fault(place + ".count",
                     "An arc has two ends, so it needs two holes or more. For one hole use a single hole.");
    if (Fault found = count_fault(place + ".count", arc.count, 2))
        return found;
    if (Fault found = size_fault(place + ".diameter", "The pitch circle", arc.diameter))
        return found;
    if (Fault found = angle_fault(place + ".first", arc.first))
        return found;
    if (!(arc.sweep > Angle{}) || !(arc.sweep < Angle::degrees(360.0)))
        return fault(place + ".sweep",
                     "An arc runs over more than 0 and less than 360 degrees: at 360 its last hole would "
                     "fall on its first. For a full turn use a circle.");
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const RowPattern& row) {
    if (Fault found = count_fault(place + ".count", row.count, 2))
        return found;
    if (Fault found = size_fault(place + ".pitch", "The pitch", row.pitch))
        return found;
    if (row.pitch * row.count > 2.0 * largest_size)
        return fault(place + ".pitch", "The row is longer than 40 metres. A smaller pitch or fewer holes would do.");
    return angle_fault(place + ".bearing", row.bearing);
}

Fault layout_fault(const std::string&, const SinglePattern&) {
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const GridPattern& grid) {
    const int least = grid.kind == GridKind::Staggered ? 2 : 1; // a shifted row of a staggered grid has one hole less
    if (Fault found = count_fault(place + ".columns", grid.columns, least))
        return found;
    if (Fault found = count_fault(place + ".rows", grid.rows, 1))
        return found;
    if (static_cast<double>(grid.columns) * grid.rows > most_holes_in_pattern)
        return fault(place + ".rows",
                     fmt::format("A grid holds up to {} places. Fewer rows would do.", most_holes_in_pattern));
    if (Fault found = size_fault(place + ".pitch", "The pitch along the rows", grid.pitch))
        return found;
    if (Fault found = size_fault(place + ".across", "The distance between the rows", grid.across))
        return found;
    if (grid.pitch * grid.columns > 2.0 * largest_size || grid.across * grid.rows > 2.0 * largest_size)
        return fault(place + ".pitch",
                     "The grid is more than 40 metres wide. A smaller pitch or fewer holes would do.");
    return angle_fault(place + ".bearing", grid.bearing);
}

Fault pattern_fault(const std::string& place, const Pattern& pattern) {
    if (pattern.name.empty())
        return fault(place + ".name", "A pattern needs a name, such as A.");
    if (pattern.name.size() > longest_name)
        return fault(place + ".name",
                     fmt::format("A pattern's name has up to {} letters, so that it fits on the board.", longest_name));
    // "A1" and its hole 1, and "A" and its hole 11, would both be A11.
    if (std::isdigit(static_cast<unsigned char>(pattern.name.back())) != 0)
        return fault(place + ".name",
                     "A pattern's name ends in a letter: the figure after it is the number of the hole.");
    if (Fault found = point_fault(place + ".at", anchor_of(pattern.layout)))
        return found;
    if (Fault found = std::visit([&](const auto& layout) { return layout_fault(place, layout); }, pattern.layout))
        return found;
    if (Fault found = size_fault(place + ".hole.diameter", "The hole's diameter", pattern.hole.diameter))
        return found;
    if (pattern.hole.depth)
        if (Fault found = size_fault(place + ".hole.depth", "The depth", *pattern.hole.depth))
            return found;
    if (pattern.hole.purpose == Purpose::Tapped && pattern.hole.label.empty())
        return fault(place + ".hole.label", "A tapped hole needs the name of its thread, such as M5.");
    for (const int number : pattern.left_out)
        if (number < 1 || number > places_in(pattern.layout))
            return fault(place + ".left_out", fmt::format("There is no hole {} in {} to leave out; it has {}.", number,
                                                          pattern.name, counted(places_in(pattern.layout), "hole")));
    return std::nullopt;
}

Fault blank_fault(const Blank& blank) {
    if (blank.shape == BlankShape::Disc) {
        if (Fault found = measured_fault("blank.diameter", "The diameter", blank.diameter))
            return found;
    } else {
        if (Fault found = measured_fault("blank.width", "The width", blank.width))
            return found;
        if (Fault found = measured_fault("blank.height", "The height", blank.height))
            return found;
    }
    if (Fault found = size_fault("blank.thickness", "The thickness", blank.thickness))
        return found;
    if (blank.bore) {
        if (Fault found = size_fault("blank.bore", "The bore", *blank.bore))
            return found;
        if (*blank.bore >= std::min(blank.extent_x(), blank.extent_y()))
            return fault("blank.bore",
                         "The bore is as wide as the blank, so no metal would be left. A smaller bore would do.");
    }
    return std::nullopt;
}

} // namespace

std::optional<Problem> first_fault(const Job& job) {
    if (Fault found = blank_fault(job.blank))
        return found;
    if (Fault found = angle_fault("convention.zero", job.convention.zero))
        return found;
    if (job.pieces < 1 || job.pieces > 100'000)
        return fault("pieces", "Any number of pieces from 1 to 100000 would do here.");
    if (job.holes_called_for && (*job.holes_called_for < 1 || *job.holes_called_for > most_holes_in_job))
        return fault("holes_called_for",
                     fmt::format("Any number of holes from 1 to {} would do here.", most_holes_in_job));
    if (job.patterns.size() > static_cast<std::size_t>(most_patterns))
        return fault("patterns", fmt::format("A job holds up to {} patterns. Split it into two jobs.", most_patterns));
    std::set<std::string> names;
    int places = 0;
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const std::string place = fmt::format("patterns[{}]", i);
        if (Fault found = pattern_fault(place, job.patterns[i]))
            return found;
        if (!names.insert(job.patterns[i].name).second)
            return fault(place + ".name",
                         fmt::format("Two patterns are called {}. Give one another name.", job.patterns[i].name));
        places += places_in(job.patterns[i].layout);
        if (places > most_holes_in_job)
            return fault(place + ".count",
                         fmt::format("A job holds up to {} holes. Split it into two jobs.", most_holes_in_job));
    }
    return std::nullopt;
}

} // namespace clockface
