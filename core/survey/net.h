// The readings of an old part hanging together as a net: what the parts of the survey hand to each other.
#pragma once

#include "survey/adjust.h"
#include "survey/survey.h"

#include <vector>

namespace clockface {

struct Net {
    const OldPart& part;
    std::vector<Observation> observations;
    Axes axes;
    Unknowns unknowns;
    Estimate sketch; ///< the sketch at the size of the readings, in the same axes
};

/// In axes of its own, from the hole with most readings to the farthest that is tied to it: what the readings settle
/// cannot hang on which hole is wanted as zero.
Net net_of(const OldPart& part);
/// The same in the axes the part asks for: its zero and x, or the first hole and the farthest that is tied to it.
Net as_wanted(const Net& net);

/// The best of several starts: the sketch, the sketch pushed about, and a fit in which those readings
/// that agree outvote the others. `weights` as for adjust().
Adjusted best_fit(const Net& net, const Weights& weights);

/// How many readings are out by more than `limit` of their errors.
std::size_t misfits(const Net& net, const Weights& weights, const Estimate& at, double limit);

/// Place of a hole in an estimate.
Point hole_at(const Estimate& estimate, int hole);
/// "H1 and H4", "H1, H2 and base".
std::string names_of(const Net& net, const Observation& observation);

// Readings that do not fit.

struct Doubts {
    Weights weights;                    ///< nought for what was set aside
    Adjusted fit;                       ///< without it
    std::vector<std::size_t> set_aside; ///< observations
    /// Other observations that could be the wrong one instead, by place in `set_aside`, with the fit without them.
    struct Rival {
        std::size_t instead_of, observation;
        Estimate at;
        Weights weights; ///< of the observations in that fit
    };
    std::vector<Rival> rivals;
    bool contradiction = false; ///< readings contradict each other, and no few of them are to blame
    double scatter = 1.0;
};
/// Looks for the fewest readings without which the rest agree.
Doubts find_doubts(const Net& net);

/// The likely cause of a slip, in a sentence: the other jaws, a pin forgotten, figures swapped, the other unit, another
/// hole. Empty when none comes near.
std::string likely_cause(const Net& net, const Reading& reading, const Observation& observation, const Estimate& at);

/// "reading 7 (H1 and H4)" or "the diameter of H3".
std::string said(const Net& net, std::size_t observation);
/// Of all readings together: that they contradict each other, or scatter more than they should. Empty: neither.
std::string on_the_whole(const Doubts& doubts);
/// Every reading of the part held against the others, and a sentence for each one that was set aside.
struct HeldAgainst {
    std::vector<Leftover> readings;
    std::vector<std::string> sentences;
};
HeldAgainst held_against(const Net& net, const Doubts& doubts, const Knowledge& knowledge);

/// A sentence for the first three holes whose distances cannot be: one longer than the other two together. Empty when
/// there are none.
std::string impossible_triangle(const Net& net);

// What is checked.

/// For each hole the observations that nothing checks well enough and that its place hangs on: a slip in one of them
/// that would not show could put it more than a millimetre (or ten errors of the usual reading) out among the others.
std::vector<std::vector<std::size_t>> unchecked(const Net& net, const Weights& weights, const Estimate& at,
                                                const Knowledge& knowledge);

/// Which holes could lie otherwise among the others by a tenth of the part's size, going by `errors` times the errors
/// of the readings: what is held so weakly has no place.
std::vector<bool> weakly_held(const Net& net, const Estimate& at, const Knowledge& knowledge, double errors);
/// The middle one of the errors of all lengths that were read (mm).
double usual_error(const Net& net);
/// The largest distance of two holes (mm).
double size_of(const Estimate& at);

// What is open.

/// Other places of settled holes at which the readings fit as well: a hole on the other side of a line.
struct Mirror {
    std::vector<int> holes;
    Estimate at;
};
std::vector<Mirror> mirrors(const Net& net, const Weights& weights, const Adjusted& fit,
                            const std::vector<bool>& settled);

/// For each hole a sentence on what is still open, or nothing.
std::vector<std::string> open_holes(const Net& net, const Weights& weights, const Estimate& at,
                                    const Knowledge& knowledge);
/// The ellipse of a covariance of x and y, mm².
Spread spread_of(double xx, double xy, double yy);

/// The reading that settles which of two places is meant, ties what is open, or shrinks the largest error most.
/// `mirror`: the other solution, if there is one that nothing decides.
std::optional<NextReading> next_reading(const Net& net, const Estimate& at, const Knowledge& knowledge,
                                        const Mirror* mirror);

} // namespace clockface
