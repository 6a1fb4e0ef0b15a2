// The cheapest way round: from where the spindle stands through all stops, ending anywhere.
#pragma once

#include "measure/length.h"
#include "shop/shop.h"

#include <vector>

namespace clockface {

/// What one slide costs to move, in seconds at the bench.
struct AxisCost {
    double per_mm = 0.0;              ///< cranking
    double touch = 0.0;               ///< whenever it moves at all: unlock, read, lock
    double against = 0.0;             ///< more when it goes against the finishing side: past the place and back
    Towards approach = Towards::Plus; ///< the side every place is approached to

    /// Seconds for a step along the axis; none when it stays where it is.
    [[nodiscard]] double seconds(Length step) const;
    bool operator==(const AxisCost&) const = default;
};

/// What it costs to go from one place to another. It depends on the direction: reversals are paid for where they
/// happen.
struct TravelCost {
    AxisCost x, y;

    [[nodiscard]] double seconds(Point from, Point to) const {
        return x.seconds(to.x - from.x) + y.seconds(to.y - from.y);
    }
    bool operator==(const TravelCost&) const = default;
};

/// How hard the best way is looked for. Quick: while a figure is being typed, one descent, or none beyond 150 stops.
/// Usual: what a settled plan gets. Long: as long as somebody is willing to wait, about a second for a thousand stops.
enum class Effort { Quick, Usual, Long };

struct Tour {
    std::vector<int> order; ///< indices of the stops
    double seconds = 0.0;   ///< of going, from the start to the last stop
    bool proved = false;    ///< there is none cheaper
};

/// Up to this many stops the way is proved to be the best, by looking at every subset once (Held and Karp, 1962).
inline constexpr int most_proved = 12;

/// The cheapest way found. More than most_proved stops: 2-opt and moved runs of up to three stops (Or-opt), both with
/// the costs of each direction, from the better of two starts, then kicks of two swapped runs that are kept when the
/// way is no dearer. The same input gives the same way.
Tour cheapest_tour(const std::vector<Point>& stops, Point from, const TravelCost& cost, Effort effort = Effort::Usual);

/// Makes a given way cheaper by the same descent, without kicks.
Tour improved_tour(const std::vector<Point>& stops, Point from, const TravelCost& cost, std::vector<int> order);

/// What a way costs, in seconds.
double seconds_of(const std::vector<Point>& stops, Point from, const TravelCost& cost, const std::vector<int>& order);

} // namespace clockface
