#include "ordering/tightening.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

double apart(Angle a, Angle b) {
    return std::fabs(std::remainder(a.in_degrees() - b.in_degrees(), 360.0));
}

// Of those left, the one nearest to opposite the last; of equals the one farthest from all that are tight.
std::vector<int> star(std::vector<int> left, const std::vector<Hole>& holes, Point centre) {
    const auto bearing = [&](int hole) { return bearing_of(centre, holes[static_cast<std::size_t>(hole)].at); };
    std::vector<int> order{left.front()};
    left.erase(left.begin());
    while (!left.empty()) {
        const Angle opposite = bearing(order.back()) + Angle::degrees(180.0);
        const auto room = [&](int hole) {
            double least = 360.0;
            for (const int tight : order)
                least = std::min(least, apart(bearing(hole), bearing(tight)));
            return least;
        };
        // After an odd one the pair is closed opposite it; after a pair a new one begins where most room is.
        const bool closing = order.size() % 2 == 1;
        const auto next = std::min_element(left.begin(), left.end(), [&](int a, int b) {
            const double first =
                closing ? apart(bearing(a), opposite) - apart(bearing(b), opposite) : room(b) - room(a);
            constexpr double alike = 1e-6;
            return std::fabs(first) > alike ? first < 0.0 : a < b;
        });
        order.push_back(*next);
        left.erase(next);
    }
    return order;
}

} // namespace

std::vector<int> tightening_order(const Job& job, const std::vector<Hole>& holes, std::size_t pattern) {
    std::vector<int> own;
    for (std::size_t i = 0; i < holes.size(); ++i)
        if (holes[i].pattern == pattern)
            own.push_back(static_cast<int>(i));
    if (own.size() < 3)
        return own;
    if (const auto centre = centre_of(job.patterns[pattern].layout))
        return star(std::move(own), holes, *centre);
    Point middle;
    for (const int hole : own)
        middle = middle + holes[static_cast<std::size_t>(hole)].at * (1.0 / static_cast<double>(own.size()));
    std::stable_sort(own.begin(), own.end(), [&](int a, int b) {
        constexpr double alike = 1e-6;
        const double first = distance(holes[static_cast<std::size_t>(a)].at, middle).in_mm() -
                             distance(holes[static_cast<std::size_t>(b)].at, middle).in_mm();
        return first < -alike;
    });
    return own;
}

} // namespace clockface
