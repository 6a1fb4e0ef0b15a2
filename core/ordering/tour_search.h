// The search behind cheapest_tour: a way that can be changed cheaply, and the changes that make it cheaper. Used by
// tour.cpp only.
#pragma once

#include "ordering/tour.h"

#include <algorithm>
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <initializer_list>
#include <vector>

namespace clockface {

// Node 0 is where the spindle stands; node i is stop i - 1.
class Places {
public:
    Places(const std::vector<Point>& stops, Point from, const TravelCost& cost)
        : m_cost(cost) {
        m_x.reserve(stops.size() + 1);
        m_y.reserve(stops.size() + 1);
        m_x.push_back(from.x.in_mm());
        m_y.push_back(from.y.in_mm());
        for (const Point& stop : stops) {
            m_x.push_back(stop.x.in_mm());
            m_y.push_back(stop.y.in_mm());
        }
        m_approach_x = cost.x.approach == Towards::Plus ? 1.0 : -1.0;
        m_approach_y = cost.y.approach == Towards::Plus ? 1.0 : -1.0;
        keep_those_of_few();
    }
    [[nodiscard]] std::size_t size() const { return m_x.size(); }
    [[nodiscard]] double operator()(std::size_t from, std::size_t to) const {
        return m_kept.empty() ? worked_out(from, to) : m_kept[from * m_x.size() + to];
    }
    [[nodiscard]] double x(std::size_t node) const { return m_x[node]; }
    [[nodiscard]] double y(std::size_t node) const { return m_y[node]; }

private:
    TravelCost m_cost;
    std::vector<double> m_x, m_y;
    double m_approach_x = 1.0, m_approach_y = 1.0;
    std::vector<double> m_kept; // from each to each; empty: there are too many

    // A search asks for the same few again and again; so many still lie near the processor.
    void keep_those_of_few() {
        constexpr std::size_t most_kept = 130;
        const std::size_t n = size();
        if (n > most_kept)
            return;
        m_kept.resize(n * n);
        for (std::size_t from = 0; from < n; ++from)
            for (std::size_t to = 0; to < n; ++to)
                m_kept[from * n + to] = worked_out(from, to);
    }
    [[nodiscard]] double worked_out(std::size_t from, std::size_t to) const {
        return axis(m_cost.x, m_x[to] - m_x[from], m_approach_x) + axis(m_cost.y, m_y[to] - m_y[from], m_approach_y);
    }
    // Without branches: which way a step goes is a toss of a coin, and the processor would guess it wrong half the
    // time.
    static double axis(const AxisCost& cost, double step, double approach) {
        return cost.touch * static_cast<double>(step != 0.0) + cost.per_mm * std::fabs(step) +
               cost.against * static_cast<double>(step * approach < 0.0);
    }
};

// A way that can be changed: m_path[0] is the start. Sums of going forth and back along it make the price of turning a
// run round a matter of two differences, though each direction has its own cost.
class Way {
public:
    Way(const Places& cost, std::vector<std::size_t> order)
        : m_cost(cost)
        , m_path(std::move(order))
        , m_place(m_path.size())
        , m_forth(m_path.size())
        , m_back(m_path.size()) {
        count_from(0);
    }

    [[nodiscard]] double seconds() const { return m_forth.back(); }
    [[nodiscard]] const std::vector<std::size_t>& path() const { return m_path; }
    [[nodiscard]] std::size_t size() const { return m_path.size(); }
    [[nodiscard]] std::size_t at(std::size_t place) const { return m_path[place]; }
    [[nodiscard]] std::size_t place_of(std::size_t node) const { return m_place[node]; }

    // Turns the run at places first … last round; undone by doing it again.
    void turn(std::size_t first, std::size_t last) {
        std::reverse(m_path.begin() + static_cast<std::ptrdiff_t>(first),
                     m_path.begin() + static_cast<std::ptrdiff_t>(last) + 1);
        recount(first, last);
    }
    // Swaps the neighbouring runs first … middle - 1 and middle … last.
    void swap_runs(std::size_t first, std::size_t middle, std::size_t last) {
        std::rotate(m_path.begin() + static_cast<std::ptrdiff_t>(first),
                    m_path.begin() + static_cast<std::ptrdiff_t>(middle),
                    m_path.begin() + static_cast<std::ptrdiff_t>(last) + 1);
        recount(first, last);
    }

    // What turning the run round would add.
    [[nodiscard]] double price_of_turning(std::size_t first, std::size_t last) const {
        double price = m_cost(m_path[first - 1], m_path[last]) - m_cost(m_path[first - 1], m_path[first]) +
                       (m_back[last] - m_back[first]) - (m_forth[last] - m_forth[first]);
        if (last + 1 < size())
            price += m_cost(m_path[first], m_path[last + 1]) - m_cost(m_path[last], m_path[last + 1]);
        return price;
    }
    // What taking the run first … last out saves.
    [[nodiscard]] double saved_without(std::size_t first, std::size_t last) const {
        double saved = m_cost(m_path[first - 1], m_path[first]);
        if (last + 1 < size())
            saved += m_cost(m_path[last], m_path[last + 1]) - m_cost(m_path[first - 1], m_path[last + 1]);
        return saved;
    }
    // What turning a run round costs inside it.
    [[nodiscard]] double price_inside(std::size_t first, std::size_t last) const {
        return (m_back[last] - m_back[first]) - (m_forth[last] - m_forth[first]);
    }
    // What putting a run that begins with node a and ends with node b behind place `after` costs.
    [[nodiscard]] double price_of_putting(std::size_t a, std::size_t b, std::size_t after) const {
        double price = m_cost(m_path[after], a);
        if (after + 1 < size())
            price += m_cost(b, m_path[after + 1]) - m_cost(m_path[after], m_path[after + 1]);
        return price;
    }

private:
    const Places& m_cost;
    std::vector<std::size_t> m_path, m_place;
    std::vector<double> m_forth, m_back;

    void count(std::size_t i) {
        m_place[m_path[i]] = i;
        if (i == 0)
            return;
        m_forth[i] = m_forth[i - 1] + m_cost(m_path[i - 1], m_path[i]);
        m_back[i] = m_back[i - 1] + m_cost(m_path[i], m_path[i - 1]);
    }
    // The run first … last was changed: what comes after it only moves along.
    void recount(std::size_t first, std::size_t last) {
        const std::size_t end = std::min(last + 1, size() - 1);
        const double forth = m_forth[end], back = m_back[end];
        for (std::size_t i = first; i <= end; ++i)
            count(i);
        shift_sums(end + 1, m_forth[end] - forth, m_back[end] - back);
    }
    void shift_sums(std::size_t first, double forth, double back) {
        for (std::size_t i = first; i < size(); ++i) {
            m_forth[i] += forth;
            m_back[i] += back;
        }
    }
    void count_from(std::size_t first) {
        for (std::size_t i = first; i < size(); ++i)
            count(i);
    }
};

// Looks for cheaper ways around the nodes in its queue until there are none.
class TourSearch {
public:
    TourSearch(const Places& cost, std::vector<std::size_t> start);

    [[nodiscard]] const Way& way() const { return m_way; }

    /// Turns and moves runs until neither makes it cheaper.
    void descend();
    /// Swaps two neighbouring short runs at random, so often, mends what that made dearer, and goes back when it was no
    /// use.
    void kick(int times);

private:
    struct Done {
        std::size_t first, middle, last; // middle 0: a turned run
    };
    const Places& m_cost;
    Way m_way;
    std::vector<std::uint32_t> m_near; // `m_each` neighbours of each node, cheapest first
    std::vector<double> m_price;       // of going to each of them, in the cheaper direction
    std::size_t m_each = 0;
    std::vector<std::size_t> m_queue;
    std::vector<char> m_queued;
    std::vector<Done> m_done;

    struct Move {
        std::size_t first, last, after;
        bool turned;
        double saved, inside;
    };
    void find_neighbours();
    void enqueue(std::size_t node);
    void enqueue_at(std::initializer_list<std::size_t> places);
    void turn(std::size_t first, std::size_t last);
    void swap_runs(std::size_t first, std::size_t middle, std::size_t last);
    void settle();
    void go_back();
    bool improve(std::size_t node);
    bool turn_between(std::size_t early, std::size_t late);
    bool try_turn(std::size_t first, std::size_t last);
    bool turn_to_end(std::size_t node);
    bool move_run(std::size_t node, std::size_t near);
    bool try_move(const Move& move);
};

} // namespace clockface
