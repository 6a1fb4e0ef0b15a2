// Does it bolt up: whether screws, bolts and pins go through a measured piece and its mate together.
//
// With d the diameter of bolt, screw or pin, a hole of diameter D lets it stand (D - d) / 2 from its middle. A floating
// fastener (bolt and nut) has that in both parts, a fixed one (screw in a thread, pin in a reamed hole) only in the one
// it goes through. The parts may be pushed and turned on each other; they go together where the distance of every pair
// of holes is within its play then. A countersunk head draws the part to where it is: such screws lay it, by least
// squares, and the others have to go as it lies then.
#pragma once

#include "inspection/deviations.h"
#include "survey/fits.h"

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// How a pattern is bolted: as said, otherwise as its holes are usually: clearance holes against tapped ones, tapped
/// ones against clearance holes, reamed ones on pins, plain ones not at all.
struct Bolted {
    MateHole hole = MateHole::None;
    Length bolt;        ///< diameter of what goes through
    Length own, mate;   ///< diameters of the two holes; of a tapped one its thread's
    Length play;        ///< how far the middles may be apart
    bool drags = false; ///< countersunk: it draws the part
    std::string fault;  ///< what cannot be, in a sentence: the bolt does not go through
};
Bolted bolted_as(const Job& job, const Pattern& pattern, const HoleSpec& spec);

struct BoltedHole {
    std::size_t hole = 0; ///< of the face
    Bolted as;
    Point off;   ///< of the piece's hole from the mate's, as they lie best
    Length left; ///< play left there; below nought: it binds by so much
};

/// The bolted holes of a face, as pairs with the mate's.
struct BoltedFace {
    std::vector<BoltedHole> holes; ///< that are made and measured
    std::vector<BoltedPair> pairs; ///< of them: from the mate's hole to this piece's, before the parts are pushed
    std::vector<BoltedHole> rest;  ///< that are still to be made
    std::vector<BoltedPair> rest_pairs;
    std::vector<std::string> sentences; ///< what is left out, and why
};
/// `made`: by hole of the face.
BoltedFace bolted_face(const Job& job, const MeasuredPart& measured, const Deviations& found, const Deviations* mate,
                       const std::vector<bool>& made);

struct BoltsUp {
    std::vector<BoltedHole> holes;
    Length left;                         ///< at the tightest; below nought: it does not go
    std::optional<std::size_t> tightest; ///< of `holes`

    double share = 0.0; ///< of such pairs that go together, with the errors of readings and of the mate
    int draws = 0;
    std::vector<std::string> sentences;
};

/// `mate` is what was found of the mate where it is a measured piece, otherwise nothing. The same seed gives the same
/// share. Holes of which nothing is known as measured take no part, and that is said.
BoltsUp bolts_up(const Job& job, const MeasuredPart& measured, const Deviations& found, const Deviations* mate,
                 int draws = 2000, std::uint32_t seed = 1);

} // namespace clockface
