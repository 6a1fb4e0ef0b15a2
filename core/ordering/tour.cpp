#include "ordering/tour.h"

#include <algorithm>
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <initializer_list>
#include <limits>
#include <numeric>
#include <random>

namespace clockface {

namespace {

constexpr double whisker = 1e-9; // seconds: less is no gain, only the last bit
constexpr std::size_t neighbours = 8;
constexpr std::size_t longest_run = 3;
constexpr std::size_t longest_kicked = 8;

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
        m_finish_x = cost.x.finish == Towards::Plus ? 1.0 : -1.0;
        m_finish_y = cost.y.finish == Towards::Plus ? 1.0 : -1.0;
    }
    [[nodiscard]] std::size_t size() const { return m_x.size(); }
    [[nodiscard]] double operator()(std::size_t from, std::size_t to) const {
        return axis(m_cost.x, m_x[to] - m_x[from], m_finish_x) + axis(m_cost.y, m_y[to] - m_y[from], m_finish_y);
    }
    [[nodiscard]] double x(std::size_t node) const { return m_x[node]; }
    [[nodiscard]] double y(std::size_t node) const { return m_y[node]; }

private:
    TravelCost m_cost;
    std::vector<double> m_x, m_y;
    double m_finish_x = 1.0, m_finish_y = 1.0;

    // Without branches: which way a step goes is a toss of a coin, and the processor would guess it wrong half the time.
    static double axis(const AxisCost& cost, double step, double finish) {
        return cost.touch * static_cast<double>(step != 0.0) + cost.per_mm * std::fabs(step) +
               cost.against * static_cast<double>(step * finish < 0.0);
    }
};

// Every subset of the stops once: the cheapest way through it that ends at each of its members.
std::vector<std::size_t> proved_order(const Places& cost) {
    const std::size_t n = cost.size() - 1;
    const std::size_t subsets = std::size_t{1} << n;
    std::vector<double> least(subsets * n, std::numeric_limits<double>::infinity());
    std::vector<std::uint8_t> before(subsets * n, 0);
    for (std::size_t last = 0; last < n; ++last)
        least[(std::size_t{1} << last) * n + last] = cost(0, last + 1);
    for (std::size_t set = 1; set < subsets; ++set)
        for (std::size_t last = 0; last < n; ++last) {
            const double here = least[set * n + last];
            if ((set >> last & 1U) == 0)
                continue;
            for (std::size_t next = 0; next < n; ++next) {
                if ((set >> next & 1U) != 0)
                    continue;
                const std::size_t with = set | std::size_t{1} << next;
                const double now = here + cost(last + 1, next + 1);
                if (now < least[with * n + next]) {
                    least[with * n + next] = now;
                    before[with * n + next] = static_cast<std::uint8_t>(last);
                }
            }
        }
    std::size_t set = subsets - 1;
    std::size_t last = 0;
    for (std::size_t end = 1; end < n; ++end)
        if (least[set * n + end] < least[set * n + last])
            last = end;
    std::vector<std::size_t> order(n);
    for (std::size_t place = n; place-- > 0;) {
        order[place] = last + 1;
        const std::size_t from = before[set * n + last];
        set &= ~(std::size_t{1} << last);
        last = from;
    }
    return order;
}

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
        const std::size_t end = std::min(last + 1, size() - 1);
        const double forth_end = m_forth[end];
        const double back_end = m_back[end];
        for (std::size_t i = first; i <= end; ++i)
            count(i);
        shift_sums(end + 1, m_forth[end] - forth_end, m_back[end] - back_end);
    }
    // Swaps the neighbouring runs first … middle - 1 and middle … last.
    void swap_runs(std::size_t first, std::size_t middle, std::size_t last) {
        std::rotate(m_path.begin() + static_cast<std::ptrdiff_t>(first),
                    m_path.begin() + static_cast<std::ptrdiff_t>(middle),
                    m_path.begin() + static_cast<std::ptrdiff_t>(last) + 1);
        const std::size_t end = std::min(last + 1, size() - 1);
        const double forth_end = m_forth[end];
        const double back_end = m_back[end];
        for (std::size_t i = first; i <= end; ++i)
            count(i);
        shift_sums(end + 1, m_forth[end] - forth_end, m_back[end] - back_end);
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
class Search {
public:
    Search(const Places& cost, std::vector<std::size_t> start)
        : m_cost(cost)
        , m_way(cost, std::move(start))
        , m_queued(cost.size(), false) {
        find_neighbours();
    }

    [[nodiscard]] const Way& way() const { return m_way; }

    void descend() {
        for (std::size_t place = 1; place < m_way.size(); ++place)
            enqueue(m_way.at(place));
        settle();
        m_done.clear();
    }

    // Swaps two neighbouring short runs at random, mends what that made dearer, and goes back when it was no use.
    void kick(int times) {
        const std::size_t n = m_way.size();
        if (n < 8)
            return;
        std::mt19937_64 chance(n); // a fixed seed: the same stops give the same way
        const std::size_t longest = std::min(longest_kicked, (n - 2) / 2);
        for (int i = 0; i < times; ++i) {
            const double before = m_way.seconds();
            m_done.clear();
            const std::size_t one = 1 + chance() % longest;
            const std::size_t two = 1 + chance() % longest;
            const std::size_t first = 1 + chance() % (n - one - two);
            swap_runs(first, first + one, first + one + two - 1);
            enqueue_at({first - 1, first, first + two - 1, first + two, first + one + two - 1, first + one + two});
            settle();
            if (m_way.seconds() > before + whisker)
                while (!m_done.empty()) {
                    const Done& last = m_done.back();
                    if (last.middle == 0)
                        m_way.turn(last.first, last.last);
                    else // the inverse of a swap swaps the runs back
                        m_way.swap_runs(last.first, last.first + (last.last - last.middle + 1), last.last);
                    m_done.pop_back();
                }
        }
    }

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

    void find_neighbours() {
        const std::size_t n = m_cost.size();
        m_each = std::min(neighbours, n - 1);
        m_near.resize(n * m_each);
        m_price.assign(n * m_each, std::numeric_limits<double>::infinity());
        const auto offer = [&](std::size_t from, std::size_t to, double price) {
            double* prices = &m_price[from * m_each];
            std::uint32_t* near = &m_near[from * m_each];
            std::size_t at = m_each;
            for (; at > 0 && prices[at - 1] > price; --at)
                if (at < m_each) {
                    prices[at] = prices[at - 1];
                    near[at] = near[at - 1];
                }
            if (at < m_each) {
                prices[at] = price;
                near[at] = static_cast<std::uint32_t>(to);
            }
        };
        for (std::size_t one = 0; one < n; ++one)
            for (std::size_t other = one + 1; other < n; ++other) {
                const double price = std::min(m_cost(one, other), m_cost(other, one));
                offer(one, other, price);
                offer(other, one, price);
            }
    }

    void enqueue(std::size_t node) {
        if (node == 0 || m_queued[node])
            return;
        m_queued[node] = true;
        m_queue.push_back(node);
    }
    void turn(std::size_t first, std::size_t last) {
        m_way.turn(first, last);
        m_done.push_back({first, 0, last});
    }
    void swap_runs(std::size_t first, std::size_t middle, std::size_t last) {
        m_way.swap_runs(first, middle, last);
        m_done.push_back({first, middle, last});
    }

    void settle() {
        for (std::size_t next = 0; next < m_queue.size(); ++next) {
            const std::size_t node = m_queue[next];
            m_queued[node] = false;
            while (improve(node)) {
            }
        }
        m_queue.clear();
    }
    void enqueue_at(std::initializer_list<std::size_t> places) {
        for (const std::size_t place : places)
            if (place < m_way.size())
                enqueue(m_way.at(place));
    }

    bool improve(std::size_t node) {
        // Only what is nearer than the dearer of the two legs at this node can make them cheaper.
        const std::size_t place = m_way.place_of(node);
        double dearest = place > 0 ? m_cost(m_way.at(place - 1), node) : 0.0;
        if (place + 1 < m_way.size())
            dearest = std::max(dearest, m_cost(node, m_way.at(place + 1)));
        std::size_t near = 0;
        for (; near < m_each && m_price[node * m_each + near] < dearest; ++near) {
            const std::size_t other = m_near[node * m_each + near];
            if (turn_between(node, other) || turn_between(other, node))
                return true;
        }
        return move_run(node, near) || turn_to_end(node);
    }

    // Makes `late` follow `early` by turning the run between them; and makes their followers meet.
    bool turn_between(std::size_t early, std::size_t late) {
        const std::size_t i = m_way.place_of(early);
        const std::size_t j = m_way.place_of(late);
        if (i < j && j > i + 1 && try_turn(i + 1, j))
            return true;
        return i < j && i > 0 && try_turn(i, j - 1 > i ? j - 1 : i);
    }
    bool try_turn(std::size_t first, std::size_t last) {
        if (first >= last || m_way.price_of_turning(first, last) > -whisker)
            return false;
        turn(first, last);
        enqueue_at({first - 1, first, last, last + 1});
        return true;
    }
    // The way ends anywhere: its last part may be turned round for nothing more at the end.
    bool turn_to_end(std::size_t node) {
        const std::size_t i = m_way.place_of(node);
        return i > 0 && try_turn(i, m_way.size() - 1);
    }

    // Puts a run that begins or ends at `node` beside one of its `near` neighbours.
    bool move_run(std::size_t node, std::size_t near) {
        const std::size_t at = m_way.place_of(node);
        for (std::size_t length = 1; length <= longest_run; ++length)
            for (const bool begins : {true, false}) {
                if ((length == 1 && !begins) || (begins ? at + length > m_way.size() : at < length))
                    continue;
                const std::size_t first = begins ? at : at + 1 - length;
                const std::size_t last = first + length - 1;
                const double saved = m_way.saved_without(first, last);
                const double inside = m_way.price_inside(first, last);
                if (saved - std::min(inside, 0.0) < whisker)
                    continue;
                for (std::size_t k = 0; k < near; ++k) {
                    const std::size_t to = m_way.place_of(m_near[node * m_each + k]);
                    // `node` comes to stand behind it, and then before it.
                    for (const bool behind : {true, false})
                        if (try_move({first, last, behind ? to : to - 1, behind != begins, saved, inside}))
                            return true;
                }
            }
        return false;
    }
    struct Move {
        std::size_t first, last, after;
        bool turned;
        double saved, inside;
    };
    bool try_move(const Move& move) {
        const auto [first, last, after, turned, saved, inside] = move;
        if (after >= m_way.size() || (after + 1 >= first && after <= last)) // inside it, or where it is
            return false;
        const std::size_t a = m_way.at(turned ? last : first);
        const std::size_t b = m_way.at(turned ? first : last);
        if (m_way.price_of_putting(a, b, after) + (turned ? inside : 0.0) - saved > -whisker)
            return false;
        if (turned)
            turn(first, last);
        if (after > last)
            swap_runs(first, last + 1, after);
        else
            swap_runs(after + 1, first, last);
        const std::size_t begin = std::min(first, after + 1);
        const std::size_t end = std::max(last, after);
        const std::size_t length = last - first;
        // The ends of the run where it was, and where it went.
        if (after > last)
            enqueue_at({begin - 1, begin, end - length - 1, end - length, end, end + 1});
        else
            enqueue_at({begin - 1, begin, begin + length, begin + length + 1, end, end + 1});
        return true;
    }
};

// Always on to the cheapest stop left.
std::vector<std::size_t> nearest_start(const Places& cost) {
    std::vector<std::size_t> order(cost.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    for (std::size_t made = 1; made < order.size(); ++made) {
        std::size_t best = made;
        double least = std::numeric_limits<double>::infinity();
        for (std::size_t i = made; i < order.size(); ++i)
            if (const double now = cost(order[made - 1], order[i]); now < least) {
                least = now;
                best = i;
            }
        std::swap(order[made], order[best]);
    }
    return order;
}

// Row by row, there and back: what a careful hand would do on a grid.
std::vector<std::size_t> row_start(const Places& cost) {
    std::vector<std::size_t> order(cost.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::sort(order.begin() + 1, order.end(), [&](std::size_t a, std::size_t b) {
        return std::pair(cost.y(a), cost.x(a)) < std::pair(cost.y(b), cost.x(b));
    });
    bool back = false;
    for (std::size_t first = 1; first < order.size(); back = !back) {
        std::size_t end = first;
        while (end < order.size() && cost.y(order[end]) == cost.y(order[first]))
            ++end;
        if (back)
            std::reverse(order.begin() + static_cast<std::ptrdiff_t>(first),
                         order.begin() + static_cast<std::ptrdiff_t>(end));
        first = end;
    }
    return order;
}

double seconds_along(const Places& cost, const std::vector<std::size_t>& path) {
    double sum = 0.0;
    for (std::size_t i = 1; i < path.size(); ++i)
        sum += cost(path[i - 1], path[i]);
    return sum;
}

Tour tour_of(const Places& cost, const std::vector<std::size_t>& path, bool proved) {
    Tour tour;
    tour.seconds = seconds_along(cost, path);
    tour.proved = proved;
    tour.order.reserve(path.size() - 1);
    for (std::size_t i = 1; i < path.size(); ++i)
        tour.order.push_back(static_cast<int>(path[i]) - 1);
    return tour;
}

// Kicks are what takes time, about 30 microseconds each: a settled plan has a few dozen milliseconds for all its
// cutters, and somebody who waits half a second.
int kicks_for(std::size_t stops, Effort effort) {
    constexpr int usual_most = 1200, usual_each = 12, waited_for = 12000;
    switch (effort) {
    case Effort::Quick:
        return 0;
    case Effort::Usual:
        return std::min(usual_most, static_cast<int>(stops) * usual_each);
    case Effort::Long:
        break;
    }
    return waited_for;
}

} // namespace

double AxisCost::seconds(Length step) const {
    if (step == Length{})
        return 0.0;
    const bool against_finish = (step > Length{}) != (finish == Towards::Plus);
    return touch + per_mm * std::fabs(step.in_mm()) + (against_finish ? against : 0.0);
}

Tour cheapest_tour(const std::vector<Point>& stops, Point from, const TravelCost& travel, Effort effort) {
    if (stops.empty())
        return {{}, 0.0, true};
    const Places cost(stops, from, travel);
    constexpr std::size_t most_quick = 8; // all subsets of twelve take longer than a key stroke has
    if (stops.size() <= (effort == Effort::Quick ? most_quick : static_cast<std::size_t>(most_proved))) {
        std::vector<std::size_t> path = proved_order(cost);
        path.insert(path.begin(), 0);
        return tour_of(cost, path, true);
    }
    std::vector<std::size_t> nearest = nearest_start(cost);
    std::vector<std::size_t> rows = row_start(cost);
    const bool by_rows = seconds_along(cost, rows) < seconds_along(cost, nearest);
    Search search(cost, by_rows ? std::move(rows) : std::move(nearest));
    search.descend();
    search.kick(kicks_for(stops.size(), effort));
    return tour_of(cost, search.way().path(), false);
}

Tour improved_tour(const std::vector<Point>& stops, Point from, const TravelCost& travel, std::vector<int> order) {
    const Places cost(stops, from, travel);
    std::vector<std::size_t> path{0};
    for (const int stop : order)
        path.push_back(static_cast<std::size_t>(stop) + 1);
    Search search(cost, std::move(path));
    search.descend();
    return tour_of(cost, search.way().path(), false);
}

double seconds_of(const std::vector<Point>& stops, Point from, const TravelCost& cost, const std::vector<int>& order) {
    double sum = 0.0;
    for (const int stop : order) {
        const Point to = stops[static_cast<std::size_t>(stop)];
        sum += cost.seconds(from, to);
        from = to;
    }
    return sum;
}

} // namespace clockface
