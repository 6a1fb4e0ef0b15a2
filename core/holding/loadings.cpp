#include "holding/loadings.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <cstdint>
#include <limits>
#include <map>

namespace clockface {

namespace {

using Holes = std::uint64_t; // a bit each

constexpr Length rounding_of_places = Length::mm(1e-7);

// One loading of one hole: the spindle may stand anywhere in a disc.
struct Disc {
    LoadedHole loaded;
    Point at;
    Length room;
};

Holes bit(int hole) {
    return Holes{1} << hole;
}

std::vector<Disc> discs_of(const PartsToLoad& parts) {
    std::vector<Disc> all;
    for (std::size_t i = 0; i < parts.holes.size(); ++i)
        for (const Loading loading : parts.loadings)
            if (const auto room = room_left(parts, parts.holes[i], loading); room && *room >= Length{})
                all.push_back(
                    {{static_cast<int>(i), loading}, brought_to(loading, parts.holes[i].at, parts.size), *room});
    return all;
}

// Where the edges of two discs cross; of two that only touch once.
std::vector<Point> crossings(const Disc& a, const Disc& b) {
    const double r = a.room.in_mm(), s = b.room.in_mm(), d = distance(a.at, b.at).in_mm();
    if (d < rounding_of_places.in_mm() || d > r + s + rounding_of_places.in_mm() || d < std::abs(r - s))
        return {};
    const double along = (d * d + r * r - s * s) / (2.0 * d);
    const double aside = std::sqrt(std::max(0.0, r * r - along * along));
    const Point way = (b.at - a.at) * (1.0 / d);
    const Point foot = a.at + way * along, side{-way.y, way.x};
    return {foot + side * aside, foot - side * aside};
}

// A place of the spindle that serves these holes.
struct Candidate {
    Point at;
    Holes serves = 0;
};

std::vector<Candidate> candidates_of(const std::vector<Disc>& discs) {
    std::vector<Point> places;
    for (std::size_t i = 0; i < discs.size(); ++i) {
        places.push_back(discs[i].at);
        for (std::size_t k = i + 1; k < discs.size(); ++k)
            for (const Point& each : crossings(discs[i], discs[k]))
                places.push_back(each);
    }
    std::map<Holes, Point> by_holes;
    for (const Point& place : places) {
        Holes serves = 0;
        for (const Disc& disc : discs)
            if (distance(disc.at, place) <= disc.room + rounding_of_places)
                serves |= bit(disc.loaded.hole);
        by_holes.emplace(serves, place);
    }
    // What serves no more than another is not needed.
    std::vector<Candidate> all;
    for (const auto& [serves, place] : by_holes)
        if (std::none_of(by_holes.begin(), by_holes.end(), [mine = serves](const auto& other) {
                return other.first != mine && (other.first & mine) == mine;
            }))
            all.push_back({place, serves});
    return all;
}

// Which hole is drilled at which of the settings, so that cutters are put in least often. Holes that are cut alike and
// that the same settings serve go together.
class Sharing {
public:
    Sharing(const PartsToLoad& parts, const std::vector<Holes>& settings)
        : m_at(parts.holes.size(), 0)
        , m_put_in(settings.size()) {
        std::map<std::pair<std::vector<int>, std::vector<int>>, std::size_t> known;
        for (std::size_t i = 0; i < parts.holes.size(); ++i) {
            std::vector<int> by;
            for (std::size_t k = 0; k < settings.size(); ++k)
                if (settings[k] & bit(static_cast<int>(i)))
                    by.push_back(static_cast<int>(k));
            if (by.empty())
                continue;
            const auto [place, is_new] = known.emplace(std::pair(parts.holes[i].cutters, by), m_groups.size());
            if (is_new)
                m_groups.push_back({parts.holes[i].cutters, by, {}});
            m_groups[place->second].holes.push_back(i);
        }
        std::stable_sort(m_groups.begin(), m_groups.end(),
                         [](const Group& a, const Group& b) { return a.by.size() < b.by.size(); });
        m_best_at = m_at;
        share(0, 0);
    }

    [[nodiscard]] int put_in() const { return m_best; }
    /// By hole, the setting.
    [[nodiscard]] const std::vector<int>& at() const { return m_best_at; }

private:
    struct Group {
        std::vector<int> cutters, by;
        std::vector<std::size_t> holes;
    };
    std::vector<Group> m_groups;
    std::vector<int> m_at, m_best_at;
    std::vector<std::map<int, int>> m_put_in; // by setting and cutter, how many groups want it
    int m_best = std::numeric_limits<int>::max();
    int m_tries = 0;

    void share(std::size_t group, int so_far) {
        constexpr int most_tries = 20'000;
        if (so_far >= m_best || (m_best < std::numeric_limits<int>::max() && ++m_tries > most_tries))
            return;
        if (group == m_groups.size()) {
            m_best = so_far;
            m_best_at = m_at;
            return;
        }
        for (const int setting : m_groups[group].by) {
            auto& put_in = m_put_in[static_cast<std::size_t>(setting)];
            int more = 0;
            for (const int cutter : m_groups[group].cutters)
                more += put_in[cutter]++ == 0 ? 1 : 0;
            for (const std::size_t hole : m_groups[group].holes)
                m_at[hole] = setting;
            share(group + 1, so_far + more);
            for (const int cutter : m_groups[group].cutters)
                --put_in[cutter];
        }
    }
};

// The fewest candidates that serve all holes, by branching on the hole that the fewest of them serve.
class Cover {
public:
    Cover(const PartsToLoad& parts, const std::vector<Candidate>& candidates, const std::atomic<bool>* leave_off)
        : m_parts(parts)
        , m_candidates(candidates)
        , m_leave_off(leave_off) {
        for (const Candidate& each : candidates)
            m_all |= each.serves;
        greedy();
        branch(m_all);
    }

    [[nodiscard]] const std::vector<int>& best() const { return m_best; }
    [[nodiscard]] bool proved() const { return !m_left_off; }

private:
    const PartsToLoad& m_parts;
    const std::vector<Candidate>& m_candidates;
    const std::atomic<bool>* m_leave_off;
    Holes m_all = 0;
    std::vector<int> m_taken, m_best;
    int m_best_put_in = std::numeric_limits<int>::max();
    bool m_left_off = false;
    int m_ties = 0;

    [[nodiscard]] int put_in(const std::vector<int>& taken) const {
        std::vector<Holes> settings;
        for (const int each : taken)
            settings.push_back(m_candidates[static_cast<std::size_t>(each)].serves);
        return Sharing(m_parts, settings).put_in();
    }

    // Something to begin with: again and again what serves the most.
    void greedy() {
        Holes left = m_all;
        while (left) {
            int most = 0;
            for (int i = 1; i < static_cast<int>(m_candidates.size()); ++i)
                if (std::popcount(served(i) & left) > std::popcount(served(most) & left))
                    most = i;
            m_best.push_back(most);
            left &= ~served(most);
        }
        m_best_put_in = put_in(m_best);
    }
    [[nodiscard]] Holes served(int candidate) const { return m_candidates[static_cast<std::size_t>(candidate)].serves; }

    // Holes no two of which one candidate serves need a setting each.
    [[nodiscard]] std::size_t at_least(Holes left) const {
        std::size_t apart = 0;
        while (left) {
            const Holes first = left & (~left + 1);
            ++apart;
            for (const Candidate& each : m_candidates)
                if (each.serves & first)
                    left &= ~each.serves;
        }
        return apart;
    }

    void branch(Holes left) {
        // So many covers of the same size are compared for their cutters; the size itself is always proved.
        constexpr int most_ties = 400;
        if (m_leave_off && m_leave_off->load(std::memory_order_relaxed)) {
            m_left_off = true;
            return;
        }
        if (!left) {
            const int now = put_in(m_taken);
            if (m_taken.size() < m_best.size() || now < m_best_put_in) {
                m_best = m_taken;
                m_best_put_in = now;
            }
            ++m_ties;
            return;
        }
        const std::size_t needs = m_taken.size() + at_least(left);
        if (needs > m_best.size() || (needs == m_best.size() && m_ties > most_ties))
            return;
        std::vector<int> fewest;
        for (Holes rest = left; rest; rest &= rest - 1) {
            const Holes hole = rest & (~rest + 1);
            std::vector<int> by;
            for (int i = 0; i < static_cast<int>(m_candidates.size()); ++i)
                if (served(i) & hole)
                    by.push_back(i);
            if (fewest.empty() || by.size() < fewest.size())
                fewest = by;
        }
        std::stable_sort(fewest.begin(), fewest.end(), [&](int a, int b) {
            return std::popcount(served(a) & left) > std::popcount(served(b) & left);
        });
        for (const int each : fewest) {
            m_taken.push_back(each);
            branch(left & ~served(each));
            m_taken.pop_back();
        }
    }
};

// Of a setting's holes the loadings: as few as do, as drawn first.
std::vector<LoadedHole> loaded_at(const std::vector<Disc>& discs, Point place, const std::vector<int>& holes) {
    constexpr int all = 16;
    std::vector<LoadedHole> best;
    int fewest = std::numeric_limits<int>::max();
    for (int chosen = 1; chosen < all; ++chosen) {
        if (std::popcount(static_cast<unsigned>(chosen)) >= fewest)
            continue;
        std::vector<LoadedHole> loaded;
        for (const int hole : holes)
            for (const Disc& disc : discs)
                if (disc.loaded.hole == hole && (chosen >> static_cast<int>(disc.loaded.loading) & 1) &&
                    distance(disc.at, place) <= disc.room + rounding_of_places) {
                    loaded.push_back(disc.loaded);
                    break;
                }
        if (loaded.size() != holes.size())
            continue;
        best = loaded;
        fewest = std::popcount(static_cast<unsigned>(chosen));
    }
    std::stable_sort(best.begin(), best.end(),
                     [](const LoadedHole& a, const LoadedHole& b) { return a.loading < b.loading; });
    return best;
}

// Where the least is used up of what is left to each: the largest of (distance - room) is convex, so it is narrowed
// down along y for every x, and along x.
Point best_place(const std::vector<Disc>& of) {
    Point low = of.front().at, high = low;
    for (const Disc& each : of) {
        low = {std::min(low.x, each.at.x), std::min(low.y, each.at.y)};
        high = {std::max(high.x, each.at.x), std::max(high.y, each.at.y)};
    }
    const auto used = [&](Point at) {
        Length most = distance(of.front().at, at) - of.front().room;
        for (const Disc& each : of)
            most = std::max(most, distance(each.at, at) - each.room);
        return most;
    };
    const auto narrowed = [](Length from, Length to, const auto& price) {
        for (int i = 0; i < 60; ++i) {
            const Length third = (to - from) / 3.0;
            if (price(from + third) <= price(to - third))
                to = to - third;
            else
                from = from + third;
        }
        return (from + to) / 2.0;
    };
    const auto best_y = [&](Length x) { return narrowed(low.y, high.y, [&](Length y) { return used({x, y}); }); };
    const Length x = narrowed(low.x, high.x, [&](Length at) { return used({at, best_y(at)}); });
    return {x, best_y(x)};
}

} // namespace

std::vector<Loading> loadings_of(const Turns& allowed) {
    const int turns = int{allowed.end_for_end} + int{allowed.over_left_right} + int{allowed.over_front_back};
    std::vector<Loading> all{Loading::AsDrawn};
    if (allowed.end_for_end || turns > 1)
        all.push_back(Loading::EndForEnd);
    if (allowed.over_left_right || turns > 1)
        all.push_back(Loading::OverLeftRight);
    if (allowed.over_front_back || turns > 1)
        all.push_back(Loading::OverFrontBack);
    return all;
}

bool turned_over(Loading loading) {
    return loading == Loading::OverLeftRight || loading == Loading::OverFrontBack;
}

bool flips_x(Loading loading) {
    return loading == Loading::EndForEnd || loading == Loading::OverLeftRight;
}

bool flips_y(Loading loading) {
    return loading == Loading::EndForEnd || loading == Loading::OverFrontBack;
}

Point brought_to(Loading loading, Point at, Point size) {
    return {flips_x(loading) ? size.x - at.x : at.x, flips_y(loading) ? size.y - at.y : at.y};
}

Point laid_from_middle(Loading loading, Point from_middle) {
    return {flips_x(loading) ? -from_middle.x : from_middle.x, flips_y(loading) ? -from_middle.y : from_middle.y};
}

std::optional<Length> room_left(const PartsToLoad& parts, const HoleToLoad& hole, Loading loading) {
    if (turned_over(loading) && !hole.from_either_side)
        return std::nullopt;
    const Length x = parts.length_scatter * std::abs(parts.x_counted_from - (flips_x(loading) ? 1.0 : 0.0));
    const Length y = parts.width_scatter * std::abs(parts.y_counted_from - (flips_y(loading) ? 1.0 : 0.0));
    return hole.within - hypot(x, y);
}

std::vector<Loading> Setting::loadings() const {
    std::vector<Loading> all;
    for (const LoadedHole& each : holes)
        if (all.empty() || all.back() != each.loading)
            all.push_back(each.loading);
    return all;
}

BatchPlan fewest_settings(const PartsToLoad& parts, const std::atomic<bool>* leave_off) {
    BatchPlan plan;
    const std::vector<Disc> discs = discs_of(parts);
    Holes reached = 0;
    for (const Disc& each : discs)
        reached |= bit(each.loaded.hole);
    for (int i = 0; i < static_cast<int>(parts.holes.size()); ++i)
        if (!(reached & bit(i)))
            plan.out_of_reach.push_back(i);
    if (!reached)
        return plan;
    const std::vector<Candidate> candidates = candidates_of(discs);
    const Cover cover(parts, candidates, leave_off);
    plan.proved = cover.proved();
    std::vector<Holes> served;
    for (const int each : cover.best())
        served.push_back(candidates[static_cast<std::size_t>(each)].serves);
    const Sharing sharing(parts, served);
    plan.cutters_put_in = sharing.put_in();
    for (std::size_t k = 0; k < served.size(); ++k) {
        std::vector<int> holes;
        for (int i = 0; i < static_cast<int>(parts.holes.size()); ++i)
            if ((served[k] & bit(i)) && sharing.at()[static_cast<std::size_t>(i)] == static_cast<int>(k))
                holes.push_back(i);
        if (holes.empty()) // nothing is left for it
            continue;
        const Point there = candidates[static_cast<std::size_t>(cover.best()[k])].at;
        Setting setting{there, loaded_at(discs, there, holes)};
        std::vector<Disc> of;
        for (const Disc& disc : discs)
            if (std::find(setting.holes.begin(), setting.holes.end(), disc.loaded) != setting.holes.end())
                of.push_back(disc);
        setting.at = best_place(of);
        plan.settings.push_back(setting);
    }
    std::sort(plan.settings.begin(), plan.settings.end(),
              [](const Setting& a, const Setting& b) { return std::pair(a.at.x, a.at.y) < std::pair(b.at.x, b.at.y); });
    return plan;
}

} // namespace clockface
