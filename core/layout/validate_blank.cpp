#include "layout/bar.h"
#include "layout/faults.h"
#include "measure/figures.h"
#include "measure/text.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace clockface {

Fault fault(std::string place, std::string sentence) {
    return Problem{std::move(place), std::move(sentence)};
}

Fault words_fault(const std::string& place, const std::string& what, const std::string& text, std::size_t longest) {
    const auto found = text_fault(what, text, longest);
    return found ? fault(place, *found) : std::nullopt;
}

Fault size_fault(const std::string& place, const std::string& what, Length size) {
    if (!std::isfinite(size.in_mm()))
        return fault(place, say("{what} is not a number.", {{"what", what}}));
    if (size <= Length{})
        return fault(place, say("{what} must be more than nought.", {{"what", what}}));
    if (size > limits::size)
        return fault(place,
                     say("{what} is more than 20 metres. Check the decimal point and the unit.", {{"what", what}}));
    return std::nullopt;
}

Fault point_fault(const std::string& place, Point point) {
    for (const Length size : {point.x, point.y})
        if (!std::isfinite(size.in_mm()) || abs(size) > limits::size)
            return fault(place, say("This lies more than 20 metres from zero. Check the decimal point and the unit."));
    return std::nullopt;
}

Fault angle_fault(const std::string& place, Angle angle) {
    if (!std::isfinite(angle.in_degrees()) || std::fabs(angle.in_degrees()) > 3600.0)
        return fault(place, say("An angle between 0 and 360 degrees would do."));
    return std::nullopt;
}

namespace {

Fault measured_fault(const std::string& place, const std::string& what, const Measured& size) {
    if (Fault found = size_fault(place, what, size.nominal))
        return found;
    if (!size.measured)
        return std::nullopt;
    if (Fault found = size_fault(place + ".measured", say("The measured {what}", {{"what", what}}), *size.measured))
        return found;
    // A measured size this far out is a slipped figure, and it would move the middle without a word.
    if (abs(*size.measured - size.nominal) > 0.25 * size.nominal)
        return fault(place + ".measured", say("The measured figure and the drawing's differ by more than a quarter. "
                                              "One is wrong: correct it, or empty the measured one first."));
    return std::nullopt;
}

Fault outline_fault(const Blank& blank) {
    if (blank.corners.size() < 3 || blank.corners.size() > limits::corners)
        return fault("blank.corners",
                     say("An outline has from 3 to {corners} corners.", {{"corners", limits::corners}}));
    Point least = blank.corners.front();
    for (const Point& corner : blank.corners) {
        if (Fault found = point_fault("blank.corners", corner))
            return found;
        least = {std::min(least.x, corner.x), std::min(least.y, corner.y)};
    }
    if (least != Point{})
        return fault("blank.corners",
                     say("Count the corners from the lower left of the rectangle the outline fits into, so "
                         "that the least X and the least Y are 0."));
    double twice_area = 0.0;
    for (std::size_t i = 0; i < blank.corners.size(); ++i) {
        const Point& a = blank.corners[i];
        const Point& b = blank.corners[(i + 1) % blank.corners.size()];
        twice_area += a.x.in_mm() * b.y.in_mm() - b.x.in_mm() * a.y.in_mm();
    }
    if (std::fabs(twice_area) < 1e-3)
        return fault("blank.corners",
                     say("These corners lie on one line, so they bound no metal. Name them once round."));
    return std::nullopt;
}

Fault bar_form_fault(const Blank& blank) {
    const Length length = blank.width.actual();
    const BarForm& form = blank.bar;
    Length narrowest = blank.diameter.actual();
    Length before;
    if (form.shoulders.size() > limits::corners || form.flats.size() > limits::corners)
        return fault("blank.shoulders",
                     say("A bar has up to {corners} shoulders and flats.", {{"corners", limits::corners}}));
    for (std::size_t i = 0; i < form.shoulders.size(); ++i) {
        const Shoulder& shoulder = form.shoulders[i];
        const std::string place = fmt::format("blank.shoulders[{}]", i);
        if (Fault found = size_fault(place + ".at", say("The place of the shoulder"), shoulder.at))
            return found;
        if (Fault found = size_fault(place + ".diameter", say("The diameter beyond the shoulder"), shoulder.diameter))
            return found;
        if (shoulder.at <= before || shoulder.at >= length)
            return fault(place + ".at",
                         say("Count the shoulders from the left end, one after the other, and each before "
                             "the right end of the bar."));
        before = shoulder.at;
        narrowest = std::min(narrowest, shoulder.diameter);
    }
    for (std::size_t i = 0; i < form.flats.size(); ++i) {
        const Flat& flat = form.flats[i];
        const std::string place = fmt::format("blank.flats[{}]", i);
        if (Fault found = angle_fault(place + ".facing", flat.facing))
            return found;
        if (!(flat.from >= Length{}) || !(flat.to > flat.from) || !(flat.to <= length))
            return fault(place + ".from",
                         say("A flat begins before it ends, and both lie on the bar. Count them from the "
                             "left end."));
        if (Fault found = size_fault(place + ".depth", say("The depth of the flat"), flat.depth))
            return found;
        if (flat.depth >= blank.diameter.actual() / 2.0)
            return fault(place + ".depth", say("This flat would go to the axis or beyond. A smaller depth would do."));
    }
    if (form.bore_depth) {
        if (Fault found = size_fault("blank.bore_depth", say("The depth of the bore"), *form.bore_depth))
            return found;
        if (*form.bore_depth > length)
            return fault("blank.bore_depth",
                         say("The bore is deeper than the bar is long. Say that it goes right through."));
    }
    if (form.bore_from == Face::Top || form.seen_from == Face::Top)
        return fault("blank.bore_from", say("A bar has a left end and a right end."));
    if (blank.bore && *blank.bore >= narrowest)
        return fault("blank.bore", say("The bore is as wide as the bar, whose least diameter is {narrowest} mm, so no "
                                       "wall would be left. A smaller bore would do.",
                                       {{"narrowest", decimal(narrowest.in_mm(), 3, Sign::WhenNegative, Tail::Trim)}}));
    return std::nullopt;
}

Fault bar_fault(const Blank& blank) {
    if (Fault found = measured_fault("blank.diameter",
                                     blank.shape == BlankShape::RoundBar || blank.shape == BlankShape::Tube
                                         ? say("The diameter")
                                         : say("The width across the flats"),
                                     blank.diameter))
        return found;
    if (Fault found = measured_fault("blank.width", say("The length"), blank.width))
        return found;
    return bar_form_fault(blank);
}

Fault sizes_fault(const Blank& blank) {
    if (blank.is_bar())
        return bar_fault(blank);
    if (blank.is_round())
        return measured_fault("blank.diameter", say("The diameter"), blank.diameter);
    if (blank.shape == BlankShape::Outline)
        return outline_fault(blank);
    if (Fault found = measured_fault("blank.width", say("The width"), blank.width))
        return found;
    if (Fault found = measured_fault("blank.height", say("The height"), blank.height))
        return found;
    if (blank.shape != BlankShape::Angle)
        return std::nullopt;
    if (Fault found = measured_fault("blank.leg", say("The standing leg"), blank.leg))
        return found;
    if (blank.thickness >= blank.height.actual() || blank.thickness >= blank.leg.actual())
        return fault("blank.thickness",
                     say("The legs are no wider than they are thick. A smaller thickness would do."));
    return std::nullopt;
}

Fault existing_fault(const Blank& blank) {
    std::set<std::string> names;
    if (blank.existing.size() > limits::existing)
        return fault("blank.existing",
                     say("Up to {existing} things on the blank would do.", {{"existing", limits::existing}}));
    for (std::size_t i = 0; i < blank.existing.size(); ++i) {
        const Existing& there = blank.existing[i];
        const std::string place = fmt::format("blank.existing[{}]", i);
        if (there.name.empty())
            return fault(place + ".name", say("Give it a name, such as the boss."));
        if (Fault found = words_fault(place + ".name", say("Its name"), there.name, limits::name))
            return found;
        if (!names.insert(there.name).second)
            return fault(place + ".name", say("Two things on the blank are called '{there}'. Give one another name.",
                                              {{"there", there.name}}));
        if (Fault found = size_fault(place + ".diameter", say("Its diameter"), there.diameter))
            return found;
        if (Fault found = point_fault(place + ".at", there.at))
            return found;
        if (there.kind == ExistingKind::Slot)
            if (Fault found = size_fault(place + ".length", say("The slot's length"), there.length))
                return found;
        if (Fault found = angle_fault(place + ".bearing", there.bearing))
            return found;
    }
    return std::nullopt;
}

Fault sawing_fault(const Sawing& cutting) {
    if (cutting.pieces < 1 || cutting.spares < 0 || cutting.spares > limits::pieces_of_a_bar ||
        pieces_in(cutting) > limits::pieces_of_a_bar)
        return fault("blank.cutting", say("From 1 to {pieces_of_a_bar} pieces would do.",
                                          {{"pieces_of_a_bar", limits::pieces_of_a_bar}}));
    if (Fault found = size_fault("blank.cutting.length", say("The length of a piece"), cutting.length))
        return found;
    for (const Length part : {cutting.kerf, cutting.facing})
        if (!(part >= Length{}) || !(part < cutting.length))
            return fault("blank.cutting.kerf",
                         say("Kerf and facing run from nought to less than the length of a piece."));
    return std::nullopt;
}

} // namespace

Fault blank_fault(const Blank& blank) {
    if (Fault found = words_fault("blank.material", say("The metal's name"), blank.material, limits::text))
        return found;
    if (!blank.is_bar())
        if (Fault found = size_fault("blank.thickness", say("The thickness"), blank.thickness))
            return found;
    if (Fault found = sizes_fault(blank))
        return found;
    const std::vector<Face> faces = faces_of(blank.shape);
    if (std::find(faces.begin(), faces.end(), blank.up) == faces.end())
        return fault("blank.up", say("A {shape} is not drilled from there.", {{"shape", in_words(blank.shape)}}));
    if (blank.shape == BlankShape::Ring && !blank.bore)
        return fault("blank.bore", say("A ring has a bore. Give its diameter, or make it a disc."));
    if (blank.shape == BlankShape::Tube && (!blank.bore || blank.bar.bore_depth))
        return fault("blank.bore", say("A tube has a bore right through. Give its diameter, or make it a round bar."));
    if (blank.is_bar() && (blank.step || blank.sawing))
        return fault("blank.step",
                     say("A bar has shoulders instead of a step line, and it is not cut into pieces here."));
    if (blank.bore) {
        if (Fault found = size_fault("blank.bore", say("The bore"), *blank.bore))
            return found;
        if (!blank.is_bar() && blank.bore_shows() && *blank.bore >= std::min(blank.extent_x(), blank.extent_y()))
            return fault("blank.bore",
                         say("The bore is as wide as the blank, so no metal would be left. A smaller bore would do."));
    }
    if (blank.step) {
        if (Fault found =
                size_fault("blank.step.thickness", say("The thickness beyond the step"), blank.step->thickness))
            return found;
        if (Fault found = size_fault("blank.step.at", say("The place of the step"), blank.step->at))
            return found;
    }
    if (blank.sawing)
        if (Fault found = sawing_fault(*blank.sawing))
            return found;
    return existing_fault(blank);
}

Fault datum_fault(const Blank& blank, const Datum& datum, Face face) {
    if (Fault found = words_fault("datum.on", say("What zero is on"), datum.on, limits::name))
        return found;
    if (Fault found = point_fault("datum.off", datum.off))
        return found;
    const auto there = [&](const Existing& each) { return each.name == datum.on && each.face == face; };
    if (datum.place == DatumPlace::Existing && std::none_of(blank.existing.begin(), blank.existing.end(), there))
        return fault("datum.on", say("Zero is on '{on}', which is not on this face. Set zero on something else first.",
                                     {{"on", datum.on}}));
    return std::nullopt;
}

} // namespace clockface
