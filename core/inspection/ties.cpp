#include "inspection/ties.h"

#include <algorithm>
#include <numeric>

namespace clockface {

namespace {

std::size_t at(int index) {
    return static_cast<std::size_t>(index);
}

} // namespace

std::vector<Observation> observed(const MeasuredPart& measured) {
    OldPart part = measured.part;
    for (Reading& reading : part.readings)
        reading.struck = reading.struck || fault_with_pins(measured, reading).has_value();
    std::vector<Observation> out = observations_of(part);
    for (Observation& seen : out)
        if (seen.is_diameter)
            seen.error = measured.size_within[at(seen.features[0])].in_mm();
    return out;
}

Ties::Ties(const MeasuredPart& measured, const std::vector<Observation>& observations)
    : m_measured(measured)
    , m_observations(observations)
    , m_holes(static_cast<int>(measured.part.holes.size()))
    , m_net_of(measured.part.holes.size() + measured.part.edges.size(), -1)
    , m_readings(measured.part.holes.size()) {
    for (const Observation& seen : observations)
        for (std::size_t k = 0; !seen.is_diameter && k < features_of(seen); ++k)
            if (!wants_edge(seen, k))
                ++m_readings[at(seen.features[k])];
    join();
    for (const Observation& seen : observations)
        if (!seen.is_diameter)
            tie_to_zero(seen);
}

int Ties::feature(const Observation& seen, std::size_t k) const {
    return seen.features[k] + (wants_edge(seen, k) ? m_holes : 0);
}

bool Ties::in_place(int feature) const {
    return feature >= m_holes ? m_measured.edge_in_place[at(feature - m_holes)] : feature == m_measured.zero_on;
}

bool Ties::is_upright(int edge) const {
    const OldEdge& line = m_measured.part.edges[at(edge)];
    return abs(line.to.y - line.from.y) > abs(line.to.x - line.from.x);
}

// Union of what each reading names.
void Ties::join() {
    std::vector<int> root(m_net_of.size());
    std::iota(root.begin(), root.end(), 0);
    std::vector<bool> read(root.size());
    const auto find = [&](int each) {
        while (root[at(each)] != each)
            each = root[at(each)] = root[at(root[at(each)])];
        return each;
    };
    for (const Observation& seen : m_observations) {
        int last = -1;
        for (std::size_t k = 0; !seen.is_diameter && k < features_of(seen); ++k) {
            const int here = feature(seen, k);
            if (in_place(here))
                continue;
            read[at(here)] = true;
            if (last >= 0)
                root[at(find(here))] = find(last);
            last = here;
        }
    }
    for (int i = 0; i < static_cast<int>(root.size()); ++i)
        if (read[at(i)]) {
            int& net = m_net_of[at(find(i))];
            if (net < 0) {
                net = static_cast<int>(m_nets.size());
                m_nets.emplace_back();
            }
            m_net_of[at(i)] = net;
        }
}

void Ties::tie_to_zero(const Observation& seen) {
    int net = -1;
    for (std::size_t k = 0; k < features_of(seen); ++k)
        net = std::max(net, m_net_of[at(feature(seen, k))]);
    if (net < 0)
        return; // only between what stands anyway
    TiedNet& tied = m_nets[at(net)];
    for (std::size_t k = 0; k < features_of(seen); ++k) {
        const int here = feature(seen, k);
        if (here >= m_holes) {
            tied.turn = true;
            if (in_place(here))
                (is_upright(here - m_holes) ? tied.x : tied.y) = true;
        } else if (here == m_measured.zero_on) {
            tied.x = tied.y = true;
        }
    }
}

int Ties::frame_of(std::size_t hole) const {
    const int index = m_net_of[hole];
    if (index < 0)
        return -1;
    const TiedNet& tied = net(index);
    return tied.x && tied.y && tied.turn ? static_cast<int>(m_nets.size()) : index;
}

Unknowns Ties::held() const {
    std::vector<bool> holes(at(m_holes) * 3, true), edges(m_measured.part.edges.size() * 2, true);
    for (const Observation& seen : m_observations) {
        if (seen.is_diameter) {
            holes[at(seen.features[0]) * 3 + 2] = false;
            continue;
        }
        for (std::size_t k = 0; k < features_of(seen); ++k) {
            const auto feature = at(seen.features[k]);
            if (wants_edge(seen, k))
                edges[feature * 2 + 1] = m_measured.edge_in_place[feature];
            else if (seen.features[k] != m_measured.zero_on)
                holes[feature * 3] = holes[feature * 3 + 1] = false;
        }
    }
    for (int each = 0; each < static_cast<int>(m_nets.size()); ++each)
        hold(each, holes);
    return {holes, edges};
}

int Ties::most_read(int net) const {
    int most = -1;
    for (int i = 0; i < m_holes; ++i)
        if (m_net_of[at(i)] == net && (most < 0 || m_readings[at(i)] > m_readings[at(most)]))
            most = i;
    return most;
}

// Of those that at least two readings hold, if there are any.
int Ties::farthest(int net, int from) const {
    const auto& holes = m_measured.part.holes;
    const auto worth = [&](int hole) {
        return std::pair(std::min(m_readings[at(hole)], 2),
                         distance(holes[at(hole)].sketched, holes[at(from)].sketched));
    };
    int far = -1;
    for (int i = 0; i < m_holes; ++i)
        if (i != from && m_net_of[at(i)] == net && (far < 0 || worth(i) > worth(far)))
            far = i;
    return far;
}

void Ties::hold(int index, std::vector<bool>& known) const {
    const TiedNet& tied = net(index);
    const bool round_zero = tied.x && tied.y && m_measured.zero_on >= 0;
    const int by = round_zero ? m_measured.zero_on : most_read(index);
    if (by < 0)
        return; // edges alone
    if (!tied.x)
        known[at(by) * 3] = true;
    if (!tied.y)
        known[at(by) * 3 + 1] = true;
    const int far = tied.turn ? -1 : farthest(index, by);
    if (far < 0)
        return;
    const Point way = m_measured.part.holes[at(far)].sketched - m_measured.part.holes[at(by)].sketched;
    known[at(far) * 3 + (abs(way.x) >= abs(way.y) ? 1 : 0)] = true;
}

} // namespace clockface
