#include "holding/beneath.h"

#include <algorithm>

namespace clockface {

namespace {

// From the axis to the box, seen from above; nought over it.
Length distance_to(const Solid& solid, Point at) {
    const Length x = std::max({solid.left - at.x, at.x - solid.right, Length{}});
    const Length y = std::max({solid.near - at.y, at.y - solid.far, Length{}});
    return hypot(x, y);
}

// Depth of the tip at which it is met; nothing: it passes clear beside it.
std::optional<Length> met_at(const Solid& solid, Point at, const Plunge& plunge) {
    const Length aside = distance_to(solid, at);
    if (aside >= plunge.radius)
        return std::nullopt;
    if (plunge.point == Angle{})
        return solid.top;
    const Angle half = plunge.point / 2.0;
    return solid.top + aside * (half.cosine() / half.sine());
}

} // namespace

Beneath beneath(const std::vector<Solid>& solids, Point at, const Plunge& plunge) {
    if (solids.empty())
        return {};
    // Waste may be drilled into: what counts is what stands in the way beside or below it.
    struct Nearest {
        const Solid* solid = nullptr;
        Length met;
    };
    Nearest spoiled, wasted;
    bool left = false, right = false; // there is bed on either side of it, which it is deeper than
    for (const Solid& each : solids) {
        if (each.kind == Underneath::Bed && each.near <= at.y && at.y <= each.far && plunge.tip > each.top) {
            left = left || each.right <= at.x;
            right = right || each.left >= at.x;
        }
        const std::optional<Length> met = met_at(each, at, plunge);
        Nearest& nearest = spoils(each.kind) ? spoiled : wasted;
        if (met && (!nearest.solid || *met < nearest.met))
            nearest = {&each, *met};
    }
    for (const Nearest& nearest : {spoiled, wasted})
        if (nearest.solid && plunge.tip > nearest.met)
            return {nearest.solid->kind, nearest.solid->rear, nearest.met, plunge.tip, -1};
    return {left && right ? Underneath::Slot : Underneath::Free, false, spoiled.solid ? spoiled.met : plunge.tip,
            plunge.tip, -1};
}

Plunge plunge_of(const CutStep& step) {
    return {step.widest / 2.0, step.cutter.point, step.tip};
}

std::vector<StepPlunge> plunges_of(const Chain& chain) {
    std::vector<StepPlunge> cuts;
    for (std::size_t i = 0; i < chain.steps.size(); ++i)
        if (const CutStep& step = chain.steps[i]; !step.skipped && !step.by_hand)
            cuts.push_back({static_cast<int>(i), plunge_of(step)});
    return cuts;
}

Beneath beneath(const std::vector<Solid>& solids, Point at, const std::vector<StepPlunge>& cuts) {
    if (solids.empty())
        return {};
    Beneath found{Underneath::Free, false, {}, {}, -1};
    for (const StepPlunge& cut : cuts) {
        Beneath now = beneath(solids, at, cut.plunge);
        now.step = cut.step;
        const bool worse = spoils(now.what) == spoils(found.what) ? now.tip > found.tip : spoils(now.what);
        if (found.step < 0 || worse)
            found = now;
    }
    return found;
}

std::vector<Point> from_middle(const Job& job, const std::vector<Hole>& holes) {
    const Point datum = datum_from_middle(job);
    std::vector<Point> places;
    places.reserve(holes.size());
    for (const Hole& hole : holes)
        places.push_back(hole.at + datum);
    return places;
}

std::vector<Beneath> beneath_holes(const Held& held, const std::vector<Point>& places, const std::vector<int>& kind_of,
                                   const std::vector<Chain>& all) {
    const std::vector<Solid> solids = held.solids();
    std::vector<std::vector<StepPlunge>> cuts(all.size());
    std::vector<Beneath> under;
    under.reserve(places.size());
    for (std::size_t i = 0; i < places.size(); ++i) {
        const auto kind = static_cast<std::size_t>(kind_of[i]);
        if (cuts[kind].empty())
            cuts[kind] = plunges_of(all[kind]);
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
