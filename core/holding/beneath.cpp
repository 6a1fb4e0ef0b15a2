#include "holding/beneath.h"

#include "cutting/cutter_list.h"
#include "job/section.h"

#include <algorithm>

namespace clockface {

namespace {

// How much higher than its tip the cutter is, so far beside its axis.
Length rise(const Plunge& plunge, Length aside) {
    if (plunge.point == Angle{} || aside <= plunge.flat)
        return {};
    const Angle half = plunge.point / 2.0;
    return (aside - plunge.flat) * (half.cosine() / half.sine());
}

std::optional<Length> met_at_disc(const Solid& solid, Point at, const Plunge& plunge) {
    const Point middle{(solid.left + solid.right) / 2.0, (solid.near + solid.far) / 2.0};
    const Length out = distance(at, middle);
    const Length aside = std::max({out - (solid.right - solid.left) / 2.0, solid.bore / 2.0 - out, Length{}});
    return aside < plunge.radius ? std::optional(solid.top + rise(plunge, aside)) : std::nullopt;
}

// A slope falls to one side while the cutter rises towards its rim. Both are straight between the ends of what lies
// below the cutter, its axis and the edges of its tip's flat, so it is met first at one of those.
Length met_at_slope(const Solid& solid, Length y, const Plunge& plunge) {
    const double slope = solid.falls / (solid.far - solid.near); // downwards, towards far
    const Length from = std::max(solid.near, y - plunge.radius), to = std::min(solid.far, y + plunge.radius);
    const auto met = [&](Length there) {
        const Length here = std::clamp(there, from, to);
        return solid.top + (here - solid.near) * slope + rise(plunge, abs(here - y));
    };
    return std::min({met(from), met(to), met(y), met(y - plunge.flat), met(y + plunge.flat)});
}

// Depth of the tip at which it is met; nothing: it passes clear beside it.
std::optional<Length> met_at(const Solid& solid, Point at, const Plunge& plunge) {
    if (solid.turn != Angle{}) {
        const Point middle{(solid.left + solid.right) / 2.0, (solid.near + solid.far) / 2.0};
        at = middle + rotated(at - middle, -solid.turn);
    }
    if (solid.disc)
        return met_at_disc(solid, at, plunge);
    // From the axis to the box, seen from above; nought over it. Most are far away, which either side alone shows.
    const Length x = std::max({solid.left - at.x, at.x - solid.right, Length{}});
    const Length y = std::max({solid.near - at.y, at.y - solid.far, Length{}});
    if (x >= plunge.radius || y >= plunge.radius)
        return std::nullopt;
    const Length aside = hypot(x, y);
    if (aside >= plunge.radius)
        return std::nullopt;
    if (solid.falls != Length{})
        return met_at_slope(solid, at.y, plunge);
    return solid.top + rise(plunge, aside);
}

} // namespace

Beneath beneath(const std::vector<Solid>& solids, Point at, const Plunge& plunge) {
    if (solids.empty())
        return {};
    // Waste may be drilled into, and a slot is open: what counts is what stands in the way beside or below them.
    struct Nearest {
        const Solid* solid = nullptr;
        Length met;
    };
    Nearest spoiled, allowed;
    for (const Solid& each : solids) {
        const std::optional<Length> met = met_at(each, at, plunge);
        Nearest& nearest = spoils(each.kind) ? spoiled : allowed;
        if (met && (!nearest.solid || *met < nearest.met))
            nearest = {&each, *met};
    }
    for (const Nearest& nearest : {spoiled, allowed})
        if (nearest.solid && plunge.tip > nearest.met)
            return {nearest.solid->kind, nearest.solid->rear, nearest.met, plunge.tip, -1, false};
    return {Underneath::Free, false, spoiled.solid ? spoiled.met : plunge.tip, plunge.tip, -1, false};
}

Plunge chuck_at(Length diameter, Length jaws) {
    constexpr Angle widens = Angle::degrees(70.0);
    return {diameter / 2.0, widens, jaws, diameter / 6.0};
}

StepPlunge plunge_of(const Chain& chain, int step, Length chuck) {
    const CutStep& cut = chain.steps[static_cast<std::size_t>(step)];
    return {step, {cut.widest / 2.0, cut.cutter.point, cut.tip}, chuck_at(chuck, cut.tip - stick_out(cut.cutter))};
}

std::vector<StepPlunge> plunges_of(const Chain& chain, Length chuck) {
    std::vector<StepPlunge> cuts;
    for (std::size_t i = 0; i < chain.steps.size(); ++i)
        if (const CutStep& step = chain.steps[i]; !step.skipped && !step.by_hand)
            cuts.push_back(plunge_of(chain, static_cast<int>(i), chuck));
    return cuts;
}

Beneath beneath(const std::vector<Solid>& solids, const HolePlace& place, const std::vector<StepPlunge>& cuts) {
    if (solids.empty())
        return {};
    Beneath found;
    found.what = Underneath::Free;
    // Nothing stands higher: what stays above it need not be looked at.
    const Length highest = std::min_element(solids.begin(), solids.end(), [](const Solid& a, const Solid& b) {
                               return a.top < b.top;
                           })->top;
    const auto lowered = [&](Plunge plunge) {
        plunge.tip = plunge.tip + place.below;
        return plunge;
    };
    for (const StepPlunge& cut : cuts) {
        Beneath now = beneath(solids, place.at, lowered(cut.plunge));
        const Plunge chuck = lowered(cut.chuck);
        if (chuck.radius > Length{} && chuck.tip > highest && !spoils(now.what))
            if (const Beneath above = beneath(solids, place.at, chuck); spoils(above.what)) {
                now = above;
                now.chuck = true;
            }
        now.step = cut.step;
        const bool worse = spoils(now.what) == spoils(found.what) ? now.tip > found.tip : spoils(now.what);
        if (found.step < 0 || worse)
            found = now;
    }
    return found;
}

HolePlace place_on_bar(const Job& job, const OnBar& at) {
    const Blank& blank = job.blank;
    // A quarter turn counter-clockwise of the top, seen from the right end, is towards the operator.
    HolePlace place{{at.along - blank.width.actual() / 2.0, -at.offset}, {}};
    if (const auto entry = entry_at(section_at(blank, at.along), at.bearing, at.offset))
        place.below = blank.diameter.actual() / 2.0 - entry->height;
    return place;
}

std::vector<HolePlace> places_as_held(const Job& job, const std::vector<Hole>& holes) {
    const Point datum = datum_from_middle(job);
    std::vector<HolePlace> places;
    places.reserve(holes.size());
    for (const Hole& hole : holes)
        places.push_back(hole.bar ? place_on_bar(job, *hole.bar) : HolePlace{hole.at + datum});
    return places;
}

std::vector<Beneath> beneath_holes(const Held& held, const std::vector<HolePlace>& places,
                                   const std::vector<int>& kind_of, const std::vector<Chain>& all) {
    const std::vector<Solid> solids = held.solids();
    std::vector<std::vector<StepPlunge>> cuts(all.size());
    std::vector<Beneath> under;
    under.reserve(places.size());
    for (std::size_t i = 0; i < places.size(); ++i) {
        const auto kind = static_cast<std::size_t>(kind_of[i]);
        if (cuts[kind].empty())
            cuts[kind] = plunges_of(all[kind], held.chuck);
        under.push_back(beneath(solids, places[i], cuts[kind]));
    }
    return under;
}

bool spoils(Underneath what) {
    switch (what) {
    case Underneath::Parallel:
    case Underneath::Jaw:
    case Underneath::Bed:
    case Underneath::Table:
    case Underneath::Clamp:
    case Underneath::ChuckFace:
    case Underneath::VeeBlock:
    case Underneath::ColletBlock:
    case Underneath::AnglePlate:
        return true;
    case Underneath::Free:
    case Underneath::Slot:
    case Underneath::Waste:
    case Underneath::NotKnown:
        return false;
    }
    return false;
}

} // namespace clockface
