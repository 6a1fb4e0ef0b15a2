#include "holding/beneath.h"

#include "cutting/cutter_list.h"

#include <algorithm>

namespace clockface {

namespace {

// Depth of the tip at which it is met; nothing: it passes clear beside it.
std::optional<Length> met_at(const Solid& solid, Point at, const Plunge& plunge) {
    if (solid.turn != Angle{}) {
        const Point middle{(solid.left + solid.right) / 2.0, (solid.near + solid.far) / 2.0};
        at = middle + rotated(at - middle, -solid.turn);
    }
    // From the axis to the box, seen from above; nought over it. Most are far away, which either side alone shows.
    const Length x = std::max({solid.left - at.x, at.x - solid.right, Length{}});
    const Length y = std::max({solid.near - at.y, at.y - solid.far, Length{}});
    if (x >= plunge.radius || y >= plunge.radius)
        return std::nullopt;
    const Length aside = hypot(x, y);
    if (aside >= plunge.radius)
        return std::nullopt;
    if (plunge.point == Angle{} || aside <= plunge.flat)
        return solid.top;
    const Angle half = plunge.point / 2.0;
    return solid.top + (aside - plunge.flat) * (half.cosine() / half.sine());
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

StepPlunge plunge_of(const Chain& chain, int step, Length chuck) {
    constexpr Angle widens = Angle::degrees(70.0);
    const CutStep& cut = chain.steps[static_cast<std::size_t>(step)];
    return {step,
            {cut.widest / 2.0, cut.cutter.point, cut.tip},
            {chuck / 2.0, widens, cut.tip - stick_out(cut.cutter), chuck / 6.0}};
}

std::vector<StepPlunge> plunges_of(const Chain& chain, Length chuck) {
    std::vector<StepPlunge> cuts;
    for (std::size_t i = 0; i < chain.steps.size(); ++i)
        if (const CutStep& step = chain.steps[i]; !step.skipped && !step.by_hand)
            cuts.push_back(plunge_of(chain, static_cast<int>(i), chuck));
    return cuts;
}

Beneath beneath(const std::vector<Solid>& solids, Point at, const std::vector<StepPlunge>& cuts) {
    if (solids.empty())
        return {};
    Beneath found;
    found.what = Underneath::Free;
    // Nothing stands higher: what stays above it need not be looked at.
    const Length highest = std::min_element(solids.begin(), solids.end(), [](const Solid& a, const Solid& b) {
                               return a.top < b.top;
                           })->top;
    for (const StepPlunge& cut : cuts) {
        Beneath now = beneath(solids, at, cut.plunge);
        if (cut.chuck.radius > Length{} && cut.chuck.tip > highest && !spoils(now.what))
            if (const Beneath above = beneath(solids, at, cut.chuck); spoils(above.what)) {
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
