// What a cutter has to pass over between two holes, and whether there is room for it under the spindle.
#include "holding/held.h"
#include "measure/figures.h"
#include "words/say.h"

#include <cmath>

namespace clockface {

namespace {

std::optional<Highest> highest_of(const std::vector<Solid>& solids) {
    std::optional<Highest> highest;
    for (const Solid& each : solids)
        if (each.top < Length{} && (!highest || -each.top > highest->above))
            highest = Highest{each.kind, -each.top};
    return highest;
}

} // namespace

std::optional<Highest> highest_beside(const Held& held) {
    return highest_of(held.solids());
}

Overhead overhead_of(const Held& held) {
    Overhead overhead{held.height};
    const std::vector<Solid> solids = held.solids();
    for (const Solid& each : solids)
        if (each.kind == Underneath::Table)
            overhead.work_top = each.top; // its level below the work's top
    if (const auto highest = highest_of(solids))
        overhead.lift = highest->above;
    return overhead;
}

std::string passing_in_words(const Held& held, const Room& room, Unit unit) {
    if (!held.known)
        return {};
    std::string words;
    if (const auto highest = highest_beside(held))
        words =
            say("Between two holes lift every cutter more than {above} above the work: {what} stands as high. Under a "
                "power feed watch the cut all the same: a stop ends the travel, it sees nothing in its way.",
                {{"above", with_unit(highest->above, unit)}, {"what", in_words(highest->what)}});
    const Length step = unit == Unit::Inch ? Length::inches(0.1) : Length::mm(1.0); // room need not be known closer
    if (room.longest && room.free >= Length{})
        words += (words.empty() ? "" : " ") +
                 say("The longest of its cutters, the {cutter}, has {free} of room over it, the spindle raised as far "
                     "as it goes.",
                     {{"cutter", room.longest->name}, {"free", with_unit(step * std::floor(room.free / step), unit)}});
    return words;
}

} // namespace clockface
