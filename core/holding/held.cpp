#include "holding/held.h"

#include "holding/clamps.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

// Beyond every machine's table, either way.
constexpr Length far_off = Length::mm(1e5);

// A bar lies on two flanks of 45 degrees, its axis as far above where they would meet as the diagonal of a square of
// its radius. Blocks stand wherever along the bar one is wanted, so they have no ends here.
std::vector<Solid> vee_block_solids(const VeeBlock& vee, Length radius, Length far) {
    const Length meet = radius * (1.0 + std::numbers::sqrt2);
    const Length top = meet - vee.opening / 2.0, bottom = top + vee.height;
    const Length side = vee.width / 2.0, opens = vee.opening / 2.0, groove = vee.groove / 2.0;
    const Length deep = opens - groove; // from the top to where the groove's walls begin
    const auto part = [&](Length near, Length beyond, Length level, Length falls) {
        Solid solid{Underneath::VeeBlock, -far, far, near, beyond, level, false, bottom};
        solid.falls = falls;
        return solid;
    };
    return {part(-side, -opens, top, {}),
            part(-opens, -groove, top, deep),
            part(-groove, groove, top + vee.depth, {}),
            part(groove, opens, top + deep, -deep),
            part(opens, side, top, {}),
            Solid{Underneath::Table, -far, far, -far, far, bottom, false, bottom}};
}

// What it stood on while the jaws were tightened is out again.
std::vector<Solid> chuck_solids(const WorkChuck& chuck, Length radius, Length proud, Length far) {
    const Length face = proud + chuck.jaw_height, table = face + chuck.height, half = chuck.body / 2.0;
    std::vector<Solid> all;
    for (int i = 0; i < chuck.jaws; ++i) {
        const Angle bearing = Angle::degrees(90.0 + 360.0 * i / chuck.jaws);
        const Point middle = polar(radius + chuck.jaw_length / 2.0, bearing);
        const Length out = chuck.jaw_length / 2.0, wide = chuck.jaw_width / 2.0;
        all.push_back({Underneath::Jaw, middle.x - out, middle.x + out, middle.y - wide, middle.y + wide, proud, false,
                       face, bearing});
    }
    Solid body{Underneath::ChuckFace, -half, half, -half, half, face, false, table};
    body.disc = true;
    body.bore = chuck.bore;
    all.push_back(body);
    all.push_back({Underneath::Table, -far, far, -far, far, table, false, table});
    return all;
}

} // namespace

std::vector<Solid> Held::solids() const {
    if (!known)
        return {};
    const auto table_at = [](Length level) {
        return Solid{Underneath::Table, -far_off, far_off, -far_off, far_off, level, false, level};
    };
    if (rest == BarRest::VeeBlock)
        return vee_block_solids(vee, height / 2.0, far_off);
    if (work_chuck)
        return chuck_solids(*work_chuck, across / 2.0, proud, far_off);
    if (!vise) {
        std::vector<Solid> all{table_at(height + waste)};
        if (plate) {
            const Length wide = plate->width / 2.0, wall = across / 2.0;
            all.push_back(
                {Underneath::AnglePlate, -wide, wide, wall, wall + plate->thickness, proud, false, height + waste});
        }
        const Point half{extents().x / 2.0, extents().y / 2.0};
        if (waste > Length{})
            all.push_back({Underneath::Waste, -half.x, half.x, -half.y, half.y, height, false, height + waste});
        for (const ClampAt& each : clamps)
            for (const Solid& solid : clamp_solids(each, extents(), round, strap))
                all.push_back(solid);
        return all;
    }
    // Along and across the jaws, from the middle of the work.
    const Length y = between_jaws() / 2.0, wide = vise->jaw_width / 2.0, slot = vise->slot / 2.0;
    const Length on = stands_at(), bed = on + (parallels ? parallels->height : Length{});
    const Length table = bed + vise->bed_height;
    std::vector<Solid> all{{Underneath::Jaw, -wide, wide, y, y + vise->jaw_thickness, proud, true, table},
                           {Underneath::Jaw, -wide, wide, -y - vise->jaw_thickness, -y, proud, false, table}};
    if (slot > Length{}) {
        all.push_back({Underneath::Bed, -wide, -slot, -y, y, bed, false, table});
        all.push_back({Underneath::Bed, slot, wide, -y, y, bed, false, table});
        all.push_back({Underneath::Slot, -slot, slot, -y, y, bed, false, table});
    } else {
        all.push_back({Underneath::Bed, -wide, wide, -y, y, bed, false, table});
    }
    if (parallels) {
        const Length reach = parallels->length / 2.0;
        all.push_back({Underneath::Parallel, -reach, reach, -y, -y + parallels->thickness, on, false, bed});
        if (!rear_taken_out)
            all.push_back({Underneath::Parallel, -reach, reach, y - parallels->thickness, y, on, true, bed});
    }
    for (Solid& each : all) {
        each.left = each.left - aside;
        each.right = each.right - aside;
        if (turned) { // counter-clockwise: what was rear is left, what was left is near
            const Solid before = each;
            each.left = -before.far;
            each.right = -before.near;
            each.near = before.left;
            each.far = before.right;
        }
    }
    if (rest ==
        BarRest::ColletBlock) { // its middle is the bar's, so its top lies as far above the axis as its bottom below
        const Length half = collet.length / 2.0;
        all.push_back(
            {Underneath::ColletBlock, block_at - half, block_at + half, -y, y, height - bottom(), false, bottom()});
    }
    all.push_back(table_at(table));
    return all;
}

Length Held::stands_at() const {
    if (rest != BarRest::Jaws || !parallels || on_flats)
        return bottom();
    // A parallel's inner edge stands radius - thickness beside the middle, where the bar's underside is higher by what
    // it rises there on a circle. Between parallels that leave no gap it lies on their tops.
    const double r = height.in_mm() / 2.0, beside = std::max(0.0, r - parallels->thickness.in_mm());
    return height - Length::mm(r - std::sqrt(r * r - beside * beside));
}

Solid upright(const Solid& solid) {
    if (solid.turn == Angle{})
        return solid;
    const Point middle{(solid.left + solid.right) / 2.0, (solid.near + solid.far) / 2.0};
    const Point half{(solid.right - solid.left) / 2.0, (solid.far - solid.near) / 2.0};
    const double c = std::abs(solid.turn.cosine()), s = std::abs(solid.turn.sine());
    const Point wide{half.x * c + half.y * s, half.x * s + half.y * c};
    Solid box = solid;
    box.left = middle.x - wide.x;
    box.right = middle.x + wide.x;
    box.near = middle.y - wide.y;
    box.far = middle.y + wide.y;
    box.turn = {};
    return box;
}

std::vector<Span> cut_at(const Solid& solid, Length x) {
    const Point middle{(solid.left + solid.right) / 2.0, (solid.near + solid.far) / 2.0};
    if (solid.disc) {
        const auto half_chord = [&](Length radius) {
            const double r = radius.in_mm(), aside = (x - middle.x).in_mm();
            return Length::mm(std::sqrt(std::max(0.0, r * r - aside * aside)));
        };
        const Length out = half_chord((solid.right - solid.left) / 2.0), in = half_chord(solid.bore / 2.0);
        if (out <= Length{})
            return {};
        if (in <= Length{})
            return {{middle.y - out, middle.y + out}};
        return {{middle.y - out, middle.y - in}, {middle.y + in, middle.y + out}};
    }
    if (solid.turn == Angle{})
        return solid.left <= x && x <= solid.right ? std::vector<Span>{{solid.near, solid.far}} : std::vector<Span>{};
    // Where the four edges of a turned box cross the section.
    const Point half{(solid.right - solid.left) / 2.0, (solid.far - solid.near) / 2.0};
    std::array<Point, 4> corners{Point{-half.x, -half.y}, {half.x, -half.y}, half, {-half.x, half.y}};
    for (Point& each : corners)
        each = middle + rotated(each, solid.turn);
    std::vector<Length> crossings;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const Point &a = corners[i], &b = corners[(i + 1) % corners.size()];
        if ((a.x <= x) != (b.x <= x))
            crossings.push_back(a.y + (b.y - a.y) * ((x - a.x) / (b.x - a.x)));
    }
    if (crossings.empty())
        return {};
    const auto [near, far] = std::minmax_element(crossings.begin(), crossings.end());
    return {{*near, *far}};
}

Solid Held::in_jaws(const Solid& solid) const {
    Solid seen = upright(solid);
    if (!turned)
        return seen;
    const Solid before = seen;
    seen.left = before.near;
    seen.right = before.far;
    seen.near = -before.right;
    seen.far = -before.left;
    return seen;
}

std::string in_words(const Held& held, Unit unit) {
    if (!held.known)
        return {};
    std::string words;
    if (held.rest == BarRest::VeeBlock)
        return say("In a vee block of {width} on the table.", {{"width", with_unit(held.vee.width, unit)}});
    if (held.work_chuck)
        return held.parallels
                   ? say("In the {chuck}, raised on the {pair} parallels, which come out once it is tightened.",
                         {{"chuck", held.work_chuck->name}, {"pair", in_words(*held.parallels)}})
                   : say("In the {chuck}, on its face.", {{"chuck", held.work_chuck->name}});
    if (held.against_fence)
        words = held.fence_upper ? say("Its upper edge against the fence.") : say("Its lower edge against the fence.");
    else if (held.plate)
        words = held.waste > Length{} ? say("Against the {plate}, on a board of {board}.",
                                            {{"plate", held.plate->name}, {"board", with_unit(held.waste, unit)}})
                                      : say("Against the {plate}, on the table.", {{"plate", held.plate->name}});
    else if (!held.vise)
        words = held.waste > Length{}
                    ? say("Clamped on the table, over a board of {board}.", {{"board", with_unit(held.waste, unit)}})
                    : say("Clamped on the table.");
    else if (held.parallels)
        words =
            say(held.rear_taken_out
                    ? later("In the {vise}, on the {pair} parallels; the {side} one is taken out once it is "
                            "clamped.")
                    : later("In the {vise}, on the {pair} parallels."),
                {{"vise", held.vise->name}, {"pair", in_words(*held.parallels)}, {"side", side_in_words(held, true)}});
    else
        words = say("In the {vise}, on its bed.", {{"vise", held.vise->name}});
    if (held.against_fence && held.waste > Length{})
        words += " " + say("Under it a board of {board}.", {{"board", with_unit(held.waste, unit)}});
    if (held.rest == BarRest::ColletBlock)
        words = say("In a collet block of {sides} sides. {block}", {{"sides", held.collet.sides}, {"block", words}});
    if (held.turned)
        words += " " + say("The vise is turned a quarter.");
    switch (held.stop) {
    case StopAt::None:
        break;
    case StopAt::Left:
        return words + " " + (held.turned ? say("A stop at the near end.") : say("A stop at the left."));
    case StopAt::Right:
        return words + " " + (held.turned ? say("A stop at the far end.") : say("A stop at the right."));
    }
    return words;
}

std::string side_in_words(const Held& held, bool rear) {
    if (held.turned)
        return rear ? say("left") : say("right");
    return rear ? say("rear") : say("near");
}

bool bows(Length height, Length across) {
    constexpr double thin = 1.0 / 20.0; // of the width it is squeezed over
    return height < across * thin;
}

bool little_grip(Length gripped, Length height, Length across) {
    return gripped < std::min(height * 0.25, across);
}

std::string in_words(Underneath what) {
    switch (what) {
    case Underneath::Free:
        return say("nothing");
    case Underneath::Parallel:
        return say("a parallel");
    case Underneath::Jaw:
        return say("a jaw");
    case Underneath::Bed:
        return say("the bed of the vise");
    case Underneath::Slot:
        return say("the slot of the bed");
    case Underneath::Table:
        return say("the table");
    case Underneath::Waste:
        return say("the waste board");
    case Underneath::Clamp:
        return say("a clamp");
    case Underneath::ChuckFace:
        return say("the face of the chuck");
    case Underneath::VeeBlock:
        return say("the vee block");
    case Underneath::ColletBlock:
        return say("the collet block");
    case Underneath::AnglePlate:
        return say("the angle plate");
    case Underneath::NotKnown:
        return say("not known");
    }
    return {};
}

std::string name_of(Underneath what) {
    switch (what) {
    case Underneath::Free:
        return "free";
    case Underneath::Parallel:
        return "parallel";
    case Underneath::Jaw:
        return "jaw";
    case Underneath::Bed:
        return "bed";
    case Underneath::Slot:
        return "slot";
    case Underneath::Table:
        return "table";
    case Underneath::Waste:
        return "waste";
    case Underneath::Clamp:
        return "clamp";
    case Underneath::ChuckFace:
        return "chuck-face";
    case Underneath::VeeBlock:
        return "vee-block";
    case Underneath::ColletBlock:
        return "collet-block";
    case Underneath::AnglePlate:
        return "angle-plate";
    case Underneath::NotKnown:
        return "not-known";
    }
    return {};
}

} // namespace clockface
