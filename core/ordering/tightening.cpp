#include "ordering/tightening.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace clockface {

namespace {

double apart(Angle a, Angle b) {
    return std::fabs(std::remainder(a.in_degrees() - b.in_degrees(), 360.0));
}

// Round a centre: after an odd one the pair is closed opposite it, after a pair a new one begins where most room is;
// never a neighbour of the last where that can be avoided, which is looked for by going back.
class Star {
public:
    Star(const std::vector<int>& own, const std::vector<Hole>& holes, Point centre)
        : m_own(own) {
        for (const int hole : own)
            m_bearing.push_back(bearing_of(centre, holes[static_cast<std::size_t>(hole)].at));
        std::vector<std::size_t> round(own.size());
        std::iota(round.begin(), round.end(), std::size_t{0});
        std::stable_sort(round.begin(), round.end(),
                         [&](std::size_t a, std::size_t b) { return m_bearing[a].wrapped() < m_bearing[b].wrapped(); });
        m_place.resize(own.size());
        for (std::size_t i = 0; i < round.size(); ++i)
            m_place[round[i]] = i;
    }

    std::vector<int> take() {
        for (const bool apart : {true, false}) { // three or four holes have none but neighbours
            m_order = {0};
            m_tries = 0;
            m_keep_apart = apart;
            if (grow())
                break;
        }
        std::vector<int> out;
        for (const std::size_t each : m_order)
            out.push_back(m_own[each]);
        return out;
    }

private:
    static constexpr int most_tries = 4000;
    const std::vector<int>& m_own;
    std::vector<Angle> m_bearing;
    std::vector<std::size_t> m_place; // round the centre
    std::vector<std::size_t> m_order;
    bool m_keep_apart = true;
    int m_tries = 0;

    [[nodiscard]] bool neighbours(std::size_t a, std::size_t b) const {
        const std::size_t n = m_own.size(), gap = (m_place[a] + n - m_place[b]) % n;
        return gap == 1 || gap == n - 1;
    }
    // Smaller is better.
    [[nodiscard]] double worth(std::size_t hole) const {
        if (m_order.size() % 2 == 1)
            return apart(m_bearing[hole], m_bearing[m_order.back()] + Angle::degrees(180.0));
        double least = 360.0;
        for (const std::size_t tight : m_order)
            least = std::min(least, apart(m_bearing[hole], m_bearing[tight]));
        return -least;
    }
    bool grow() {
        if (m_order.size() == m_own.size())
            return true;
        std::vector<std::pair<double, std::size_t>> next;
        for (std::size_t hole = 0; hole < m_own.size(); ++hole)
            if (std::find(m_order.begin(), m_order.end(), hole) == m_order.end() &&
                !(m_keep_apart && neighbours(hole, m_order.back())))
                next.emplace_back(std::round(worth(hole) * 1e6), hole); // so that roundings decide nothing
        std::sort(next.begin(), next.end());
        for (const auto& [worth, hole] : next) {
            if (++m_tries > most_tries)
                return false;
            m_order.push_back(hole);
            if (grow())
                return true;
            m_order.pop_back();
        }
        return false;
    }
};

} // namespace

std::vector<int> tightening_order(const Job& job, const std::vector<Hole>& holes, std::size_t pattern) {
    std::vector<int> own;
    for (std::size_t i = 0; i < holes.size(); ++i)
        if (holes[i].pattern == pattern)
            own.push_back(static_cast<int>(i));
    if (own.size() < 3)
        return own;
    if (const auto centre = centre_of(job.patterns[pattern].layout))
        return Star(own, holes, *centre).take();
    Point middle;
    for (const int hole : own)
        middle = middle + holes[static_cast<std::size_t>(hole)].at * (1.0 / static_cast<double>(own.size()));
    const auto from_middle = [&](int hole) {
        return distance(holes[static_cast<std::size_t>(hole)].at, middle).in_mm();
    };
    // Corners all as far out as each other go crosswise, like a ring.
    const auto [nearest, farthest] =
        std::minmax_element(own.begin(), own.end(), [&](int a, int b) { return from_middle(a) < from_middle(b); });
    constexpr double as_far = 0.99;
    if (from_middle(*nearest) > as_far * from_middle(*farthest))
        return Star(own, holes, middle).take();
    std::stable_sort(own.begin(), own.end(), [&](int a, int b) {
        constexpr double alike = 1e-6;
        return from_middle(a) < from_middle(b) - alike;
    });
    return own;
}

} // namespace clockface
