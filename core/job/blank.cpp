#include "job/blank.h"

#include "job/section.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

// Width and height of the rectangle an outline just fits into; its corners are counted from that rectangle's lower
// left.
Length reach_of(const std::vector<Point>& corners, Length Point::*axis) {
    Length most;
    for (const Point& corner : corners)
        most = std::max(most, corner.*axis);
    return most;
}

struct Box {
    Length x, y, z;
};

// The piece as it lies with its top up: to the right, away from the reader, and deep.
Box box_of(const Blank& blank) {
    switch (blank.shape) {
    case BlankShape::Disc:
    case BlankShape::Ring:
        return {blank.diameter.actual(), blank.diameter.actual(), blank.thickness};
    case BlankShape::Outline:
        return {reach_of(blank.corners, &Point::x), reach_of(blank.corners, &Point::y), blank.thickness};
    case BlankShape::Plate:
    case BlankShape::Block:
    case BlankShape::Angle:
    case BlankShape::RoundBar:
    case BlankShape::Tube:
    case BlankShape::HexagonBar:
    case BlankShape::SquareBar:
        break;
    }
    return {blank.width.actual(), blank.height.actual(), blank.thickness};
}

} // namespace

std::vector<Face> faces_of(BlankShape shape) {
    switch (shape) {
    case BlankShape::RoundBar:
    case BlankShape::Tube:
    case BlankShape::HexagonBar:
    case BlankShape::SquareBar:
        return {Face::Top, Face::Left, Face::Right};
    case BlankShape::Block:
        return {Face::Top, Face::Under, Face::Front, Face::Back, Face::Left, Face::Right};
    case BlankShape::Angle:
        return {Face::Top, Face::Front};
    case BlankShape::Disc:
    case BlankShape::Ring:
    case BlankShape::Plate:
    case BlankShape::Outline:
        break;
    }
    return {Face::Top, Face::Under};
}

bool Blank::is_round() const {
    if (is_bar())
        return up != Face::Top && end_section(*this, up).round;
    return shape == BlankShape::Disc || shape == BlankShape::Ring;
}

bool Blank::bore_shows() const {
    if (!bore)
        return false;
    if (is_bar())
        return up != Face::Top && (!bar.bore_depth || up == bar.bore_from);
    return up == Face::Top || up == Face::Under;
}

Length Blank::extent_x() const {
    if (on_side())
        return width.actual();
    if (is_bar())
        return end_section(*this, up).across_x();
    return up == Face::Left || up == Face::Right ? box_of(*this).y : box_of(*this).x;
}

Length Blank::extent_y() const {
    if (on_side())
        return widest_girth(*this);
    if (is_bar())
        return end_section(*this, up).across_y();
    if (up == Face::Top || up == Face::Under)
        return box_of(*this).y;
    return shape == BlankShape::Angle ? leg.actual() : box_of(*this).z;
}

Length Blank::metal_under(Point from_middle) const {
    if (is_bar())
        return on_side() ? way_through(section_at(*this, from_middle.x + width.actual() / 2.0)) : width.actual();
    if (shape == BlankShape::Angle)
        return thickness;
    if (up == Face::Front || up == Face::Back)
        return box_of(*this).y;
    if (up == Face::Left || up == Face::Right)
        return box_of(*this).x;
    if (!step)
        return thickness;
    // Seen from below the piece is turned over about its upright middle line.
    const Length x = (up == Face::Under ? -from_middle.x : from_middle.x) + extent_x() / 2.0;
    const Length along = step->axis == Axis::X ? x : from_middle.y + extent_y() / 2.0;
    return along > step->at ? step->thickness : thickness;
}

Point datum_from_middle(const Blank& blank, const Datum& datum) {
    const Length x = blank.extent_x() / 2.0;
    const Length y = blank.extent_y() / 2.0;
    switch (datum.place) {
    case DatumPlace::LowerLeft:
        return {-x, -y};
    case DatumPlace::LowerRight:
        return {x, -y};
    case DatumPlace::UpperLeft:
        return {-x, y};
    case DatumPlace::UpperRight:
        return {x, y};
    case DatumPlace::LeftEdge:
        return {-x, {}};
    case DatumPlace::RightEdge:
        return {x, {}};
    case DatumPlace::LowerEdge:
        return {{}, -y};
    case DatumPlace::UpperEdge:
        return {{}, y};
    case DatumPlace::Existing:
        for (const Existing& there : blank.existing)
            if (there.name == datum.on && there.face == blank.up)
                return there.at;
        return {};
    case DatumPlace::Point:
        return Point{-x, -y} + datum.off;
    case DatumPlace::Middle:
        break;
    }
    return {};
}

Point datum_from_middle(const Blank& blank, DatumPlace place) {
    Datum datum;
    datum.place = place;
    return datum_from_middle(blank, datum);
}

std::string in_words(BlankShape shape) {
    switch (shape) {
    case BlankShape::Disc:
        return say("disc");
    case BlankShape::Ring:
        return say("ring");
    case BlankShape::Block:
        return say("block");
    case BlankShape::Angle:
        return say("angle section");
    case BlankShape::Outline:
        return say("plate of another outline");
    case BlankShape::RoundBar:
        return say("round bar");
    case BlankShape::Tube:
        return say("tube");
    case BlankShape::HexagonBar:
        return say("hexagon bar");
    case BlankShape::SquareBar:
        return say("square bar");
    case BlankShape::Plate:
        break;
    }
    return say("plate");
}

bool is_bar(BlankShape shape) {
    switch (shape) {
    case BlankShape::RoundBar:
    case BlankShape::Tube:
    case BlankShape::HexagonBar:
    case BlankShape::SquareBar:
        return true;
    case BlankShape::Disc:
    case BlankShape::Plate:
    case BlankShape::Ring:
    case BlankShape::Block:
    case BlankShape::Angle:
    case BlankShape::Outline:
        return false;
    }
    return false;
}

std::string face_in_words(BlankShape shape, Face face) {
    if (shape == BlankShape::Angle)
        return face == Face::Front ? say("standing leg") : say("lying leg");
    if (is_bar(shape) && face == Face::Top)
        return say("side");
    switch (face) {
    case Face::Under:
        return say("underside");
    case Face::Front:
        return say("front");
    case Face::Back:
        return say("back");
    case Face::Left:
        return say("left end");
    case Face::Right:
        return say("right end");
    case Face::Top:
        break;
    }
    return say("top");
}

std::string in_words(const Datum& datum, const Blank& blank) {
    if (blank.on_side() && datum.on.empty()) {
        if (datum.place == DatumPlace::LeftEdge)
            return say("on the left end");
        if (datum.place == DatumPlace::RightEdge)
            return say("on the right end");
        if (datum.place == DatumPlace::Point)
            return say("at a place along it");
        return say("half way along");
    }
    switch (datum.place) {
    case DatumPlace::LowerLeft:
        return say("at the lower left");
    case DatumPlace::LowerRight:
        return say("at the lower right");
    case DatumPlace::UpperLeft:
        return say("at the upper left");
    case DatumPlace::UpperRight:
        return say("at the upper right");
    case DatumPlace::LeftEdge:
        return say("on the left edge, half way up");
    case DatumPlace::RightEdge:
        return say("on the right edge, half way up");
    case DatumPlace::LowerEdge:
        return say("on the lower edge, half way along");
    case DatumPlace::UpperEdge:
        return say("on the upper edge, half way along");
    case DatumPlace::Existing:
        return say("on {on}", {{"on", datum.on}});
    case DatumPlace::Point:
        return datum.on.empty() ? say("at a point") : say("on {on}", {{"on", datum.on}});
    case DatumPlace::Middle:
        break;
    }
    return say("in the middle");
}

} // namespace clockface
