// A lost zero found again: after a bump, a new clamping or a power cut the work lies shifted and a little turned. Two
// places of it that are known are touched, and where all others lie now follows.
//
// The fit is a shift and a turn without scale. With p a place of the work from zero and m where the machine says the
// spindle stands over it, p = R(-turn) (m - shift): of a hole or bore both axes of p are compared with the drawing, of
// an edge the one across it. Weighted least squares by Gauss-Newton; the errors follow from the touches' own by the
// inverse of the normal equations (Mikhail and Ackermann, Observations and Least Squares, chapter 4).
#pragma once

#include "bench/session.h"
#include "measure/problem.h"

#include <array>
#include <string>
#include <vector>

namespace clockface {

/// What nineteen in twenty are within: on each axis, and as a distance from the place.
struct PlaceError {
    Length x, y, away;
};

/// How the work lies now.
struct Lie {
    Angle turn;                         ///< counter-clockwise
    Point shift;                        ///< of the drawing's zero
    std::vector<Point> left_over;       ///< of each touch, what it stands off the fit, in the work's axes
    std::array<double, 9> covariance{}; ///< of x, y at `about` and of the turn: mm, mm, radians
    Point about;                        ///< the middle of the touches, from zero

    /// Where the machine's figures are for a place of the drawing, from its zero.
    [[nodiscard]] Point place(Point drawn) const { return rotated(drawn, turn) + shift; }
    /// What such a place is known within, in the machine's axes.
    [[nodiscard]] PlaceError error_at(Point drawn) const;
};

/// Within which of nineteen in twenty lie, of errors with these variances and covariance on two axes: exact, by the
/// integral over all directions of 1 - exp(-r² / 2s²), s² the variance along each.
double circle_of_nineteen(double variance_x, double variance_y, double covariance);

/// Finds it. `left` are the places that are still gone to. Refused, with what would do: fewer than two places, the same
/// place twice, places too close together for what is left, a turn over 5 degrees, touches that contradict each other
/// by more than three of their errors.
Result<Lie> find_lie(const std::vector<ZeroTouch>& touches, const std::vector<Point>& left);

/// What holds for a piece in a set-up, by its log without what was taken back: nothing, unless zero was lost and found
/// again and the work lies so still.
std::optional<Lie> lie_of(const std::vector<const Event*>& standing, int setup);
inline std::optional<Lie> lie_of(const Piece& piece, int setup) {
    return lie_of(standing_events(piece), setup);
}
/// The list for that work of a set-up where the work lies so: the same moves, with places where they are now. Zero
/// stands in it only where turns are counted from it.
Route route_for_lie(const Job& job, const Shop& shop, const SetupPlan& plan, const WorkOrder& work, const Lie& lie);

/// Whether a lost zero can be found again by touching: slides bring a flat face under a spindle.
bool can_find_again(const Job& job, const SetupPlan& plan);
/// Something that can be touched, as a person calls it.
struct Touchable {
    std::string name;
    ZeroTouch touch; ///< without what is shown
};
/// Holes that are made, bores, edges and what zero was found by, for the finder or pin of the shop.
std::vector<Touchable> touchables(const Job& job, const Shop& shop, const SetupPlan& plan, const Piece& piece);
/// The places that are left to go to on a piece, from zero.
std::vector<Point> places_left(const Job& job, const SetupPlan& plan, const Piece& piece);

Piece with_zero_found_again(Piece piece, const ZeroFoundAgain& found, std::int64_t time);

/// "The work lies 0.4 mm to the right and 0.25 mm towards you, turned 0.12° clockwise."
std::string in_words(const Lie& lie, Unit unit);

} // namespace clockface
