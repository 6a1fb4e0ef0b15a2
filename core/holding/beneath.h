// What a drill meets once it is through the work, or beside it.
#pragma once

#include "cutting/chain.h"
#include "holding/held.h"

namespace clockface {

struct Beneath {
    Underneath what = Underneath::NotKnown;
    bool rear = false; ///< of a jaw or parallel
    Length met;        ///< depth of the tip below the work's top at which it is met; of what is free: the next there is
    Length tip;        ///< how deep the tip goes
    int step = -1;     ///< of the hole's chain whose tip that is; -1: nothing is cut on the machine
    bool chuck = false; ///< it is the chuck that meets it; `tip` is how deep that comes down, above the work negative
    bool operator==(const Beneath&) const = default;
};

/// A cutter that goes straight down: half its diameter, the included angle of its point (nought: flat), how deep its
/// tip goes below the work's top, and the radius of the flat its tip ends in.
struct Plunge {
    Length radius;
    Angle point;
    Length tip;
    Length flat{};
};

/// What it meets first, where it goes down at a point of the work as it lies. An edge at distance d < radius from its
/// axis is met when the tip is (d - flat) cot(point / 2) below it; just touching is clear. Waste, and an open slot it
/// goes into, only count where nothing else is met. Without solids: not known.
Beneath beneath(const std::vector<Solid>& solids, Point at, const Plunge& plunge);

/// A step of a chain that is cut on the machine, and the chuck that comes down with it, as far above the tip as the
/// cutter stands out of it: a third of its diameter wide at its jaws, and widening from there at 35 degrees.
struct StepPlunge {
    int step = 0; ///< of the chain
    Plunge plunge;
    Plunge chuck; ///< of radius nought where the chuck is not known
};
StepPlunge plunge_of(const Chain& chain, int step, Length chuck);
/// The chuck alone, of this diameter, its jaws' ends at that depth: a third of it is flat there, and it widens upwards.
Plunge chuck_at(Length diameter, Length jaws);
std::vector<StepPlunge> plunges_of(const Chain& chain, Length chuck);

/// Where the holes of a face are drilled.
std::vector<HolePlace> places_as_held(const Job& job, const std::vector<Hole>& holes);
/// The same of one hole in the side of a bar, were it drilled elsewhere than wanted.
HolePlace place_on_bar(const Job& job, const OnBar& at);

/// What all that is cut at a hole meets: of all cuts the one that meets something it should not, or else the deepest.
Beneath beneath(const std::vector<Solid>& solids, const HolePlace& place, const std::vector<StepPlunge>& cuts);
/// What lies under every hole of a set-up, from their places and the chain of each, by `kind_of`.
std::vector<Beneath> beneath_holes(const Held& held, const std::vector<HolePlace>& places,
                                   const std::vector<int>& kind_of, const std::vector<Chain>& all);

/// Whether the drill cuts into what it should not: everything solid but waste.
bool spoils(Underneath what);

} // namespace clockface
