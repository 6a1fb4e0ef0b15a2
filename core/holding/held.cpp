#include "holding/held.h"

#include "holding/clamps.h"
#include "measure/figures.h"
#include "words/say.h"

#include <cmath>

namespace clockface {

namespace {

// Beyond every machine's table, either way.
constexpr Length far_off = Length::mm(1e5);

} // namespace

std::vector<Solid> Held::solids() const {
    if (!known)
        return {};
    const auto table_at = [](Length level) {
        return Solid{Underneath::Table, -far_off, far_off, -far_off, far_off, level, false, level};
    };
    if (!vise) {
        std::vector<Solid> all{table_at(height + waste)};
        const Point half{extents().x / 2.0, extents().y / 2.0};
        if (waste > Length{})
            all.push_back({Underneath::Waste, -half.x, half.x, -half.y, half.y, height, false, height + waste});
        for (const ClampAt& each : clamps)
            for (const Solid& solid : clamp_solids(each, extents(), round, strap))
                all.push_back(solid);
        return all;
    }
    // Along and across the jaws, from the middle of the work.
    const Length y = across / 2.0, wide = vise->jaw_width / 2.0, slot = vise->slot / 2.0;
    const Length bed = height + (parallels ? parallels->height : Length{});
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
        all.push_back({Underneath::Parallel, -reach, reach, -y, -y + parallels->thickness, height, false, bed});
        if (!rear_taken_out)
            all.push_back({Underneath::Parallel, -reach, reach, y - parallels->thickness, y, height, true, bed});
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
    all.push_back(table_at(table));
    return all;
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
    if (!held.vise)
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
    case Underneath::NotKnown:
        return "not-known";
    }
    return {};
}

} // namespace clockface
