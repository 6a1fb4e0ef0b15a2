#include "ordering/tour_search.h"

#include <algorithm>
#include <limits>
#include <random>
#include <utility>

namespace clockface {

namespace {

constexpr double whisker = 1e-9; // seconds: less is no gain, only the last bit
constexpr std::size_t neighbours = 8;
constexpr std::size_t longest_run = 3;
constexpr std::size_t longest_kicked = 8;

} // namespace

TourSearch::TourSearch(const Places& cost, std::vector<std::size_t> start)
    : m_cost(cost)
    , m_way(cost, std::move(start))
    , m_queued(cost.size(), false) {
    find_neighbours();
}

void TourSearch::descend() {
    for (std::size_t place = 1; place < m_way.size(); ++place)
        enqueue(m_way.at(place));
    settle();
    m_done.clear();
}

void TourSearch::kick(int times) {
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
            go_back();
    }
}

void TourSearch::go_back() {
    while (!m_done.empty()) {
        const Done& last = m_done.back();
        if (last.middle == 0)
            m_way.turn(last.first, last.last);
        else // the inverse of a swap swaps the runs back
            m_way.swap_runs(last.first, last.first + (last.last - last.middle + 1), last.last);
        m_done.pop_back();
    }
}

void TourSearch::find_neighbours() {
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

void TourSearch::enqueue(std::size_t node) {
    if (node == 0 || m_queued[node])
        return;
    m_queued[node] = true;
    m_queue.push_back(node);
}

void TourSearch::turn(std::size_t first, std::size_t last) {
    m_way.turn(first, last);
    m_done.push_back({first, 0, last});
}

void TourSearch::swap_runs(std::size_t first, std::size_t middle, std::size_t last) {
    m_way.swap_runs(first, middle, last);
    m_done.push_back({first, middle, last});
}

void TourSearch::settle() {
    for (std::size_t next = 0; next < m_queue.size(); ++next) {
        const std::size_t node = m_queue[next];
        m_queued[node] = false;
        while (improve(node)) {
        }
    }
    m_queue.clear();
}

void TourSearch::enqueue_at(std::initializer_list<std::size_t> places) {
    for (const std::size_t place : places)
        if (place < m_way.size())
            enqueue(m_way.at(place));
}

bool TourSearch::improve(std::size_t node) {
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
bool TourSearch::turn_between(std::size_t early, std::size_t late) {
    const std::size_t i = m_way.place_of(early);
    const std::size_t j = m_way.place_of(late);
    if (i < j && j > i + 1 && try_turn(i + 1, j))
        return true;
    return i < j && i > 0 && try_turn(i, j - 1 > i ? j - 1 : i);
}

bool TourSearch::try_turn(std::size_t first, std::size_t last) {
    if (first >= last || m_way.price_of_turning(first, last) > -whisker)
        return false;
    turn(first, last);
    enqueue_at({first - 1, first, last, last + 1});
    return true;
}

// The way ends anywhere: its last part may be turned round for nothing more at the end.
bool TourSearch::turn_to_end(std::size_t node) {
    const std::size_t i = m_way.place_of(node);
    return i > 0 && try_turn(i, m_way.size() - 1);
}

// Puts a run that begins or ends at `node` beside one of its `near` neighbours.
bool TourSearch::move_run(std::size_t node, std::size_t near) {
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

bool TourSearch::try_move(const Move& move) {
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

} // namespace clockface
