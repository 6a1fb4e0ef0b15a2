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
    bool operator==(const Beneath&) const = default;
};

/// A cutter that goes straight down: half its diameter, the included angle of its point (nought: flat), and how deep
/// its tip goes below the work's top.
struct Plunge {
    Length radius;
    Angle point;
    Length tip;
};

/// What it meets first, where it goes down at a point of the work as it lies. An edge at distance d < radius from its
/// axis is met when the tip is d cot(point / 2) below it; just touching is clear. Waste only counts where nothing else
/// is met. Where it goes deeper than the bed and stays clear of it in the open slot, that is said: Slot. Without
/// solids: not known.
Beneath beneath(const std::vector<Solid>& solids, Point at, const Plunge& plunge);

/// What one step of a chain does.
Plunge plunge_of(const CutStep& step);

/// A step of a chain that is cut on the machine.
struct StepPlunge {
    int step = 0; ///< of the chain
    Plunge plunge;
};
std::vector<StepPlunge> plunges_of(const Chain& chain);

/// The same for all that is cut at a hole: of all cuts the one that meets something it should not, or else the deepest.
Beneath beneath(const std::vector<Solid>& solids, Point at, const std::vector<StepPlunge>& cuts);

/// Where holes are, from the middle of the face at hand.
std::vector<Point> from_middle(const Job& job, const std::vector<Hole>& holes);
/// What lies under every hole of a set-up, from their places (from the middle) and the chain of each, by `kind_of`.
std::vector<Beneath> beneath_holes(const Held& held, const std::vector<Point>& places, const std::vector<int>& kind_of,
                                   const std::vector<Chain>& all);

/// Whether the drill cuts into what it should not: everything solid but waste.
bool spoils(Underneath what);

} // namespace clockface
