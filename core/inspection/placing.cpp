#include "inspection/placing.h"

#include "words/say.h"

#include <Eigen/LU>

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// Of the holes that have a place the best known and so many of the nearest are looked at as references.
constexpr std::size_t best_looked_at = 3, nearest_looked_at = 6;
// Two directions that are nearly the same settle one of them only.
constexpr double least_cross = 0.05; // sine of the angle between them
// A spread is the better one by this part of it: ties go to the first.
constexpr double clearly = 0.999999;
constexpr double apart = 1e-3; // mm

double cross(const Eigen::Vector2d& one, const Eigen::Vector2d& other) {
    return one.x() * other.y() - one.y() * other.x();
}

double worst_of(const Eigen::Matrix2d& spread) {
    return largest_of({spread(0, 0), spread(0, 1), spread(1, 1)}).in_mm();
}

// Nothing where both feel the same direction.
std::optional<Eigen::Matrix2d> spread_by(const Candidate& one, const Candidate& other) {
    if (std::fabs(cross(one.feels, other.feels)) < least_cross)
        return std::nullopt;
    const Eigen::Matrix2d known =
        one.feels * one.feels.transpose() / one.variance + other.feels * other.feels.transpose() / other.variance;
    return Eigen::Matrix2d(known.inverse());
}

} // namespace

const std::string& Placer::name(int hole) const {
    return m_measured.part.holes[static_cast<std::size_t>(hole)].name;
}

Eigen::Vector2d Placer::at(int hole) const {
    const Point place = m_measured.part.holes[static_cast<std::size_t>(hole)].sketched;
    return {place.x.in_mm(), place.y.in_mm()};
}

std::vector<int> Placer::holes_of_pattern(std::size_t pattern) const {
    std::vector<int> own;
    for (int i = 0; i < static_cast<int>(m_measured.holes.size()); ++i)
        if (pattern_of(i) == pattern)
            own.push_back(i);
    return own;
}

std::vector<ToMeasure> Placer::take() {
    for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
        const std::vector<int> own = holes_of_pattern(pattern);
        if (own.empty() || !lies_free(m_job.patterns[pattern]))
            continue;
        begin_free(own, pattern);
        while (place_some(own, true)) {
        }
        close(own, pattern);
        for (const int each : own)
            m_placed[static_cast<std::size_t>(each)].reset(); // its places are among themselves
    }
    place_kept();
    return std::move(m_out);
}

void Placer::place_zero() {
    if (m_measured.zero_on >= 0)
        place(m_measured.zero_on, Eigen::Matrix2d::Zero());
}

std::vector<Candidate> Placer::candidates_to(int hole, bool free) const {
    std::vector<Candidate> out;
    for (const int each : references(hole))
        if (const auto made = m_possible.between(hole, each)) {
            const Eigen::Vector2d feels = (at(hole) - at(each)).normalized();
            const Eigen::Matrix2d& adds = *m_placed[static_cast<std::size_t>(each)];
            out.push_back({made->made, feels, made->variance + feels.dot(adds * feels)});
        }
    for (int edge = 0; !free && edge < static_cast<int>(m_measured.edge_in_place.size()); ++edge)
        if (m_measured.edge_in_place[static_cast<std::size_t>(edge)])
            if (const auto made = m_possible.from_edge(hole, edge))
                out.push_back({made->made, m_possible.across(edge), made->variance});
    return out;
}

std::vector<int> Placer::references(int hole) const {
    std::vector<int> all;
    for (int i = 0; i < static_cast<int>(m_placed.size()); ++i)
        if (i != hole && placed(i) && m_possible.far(i, hole) > apart)
            all.push_back(i);
    if (all.size() <= best_looked_at + nearest_looked_at)
        return all;
    std::vector<int> out = all;
    const auto known_to = [&](int each) { return m_placed[static_cast<std::size_t>(each)]->trace(); };
    std::stable_sort(out.begin(), out.end(), [&](int one, int other) { return known_to(one) < known_to(other); });
    out.resize(best_looked_at);
    std::stable_sort(all.begin(), all.end(),
                     [&](int one, int other) { return m_possible.far(one, hole) < m_possible.far(other, hole); });
    for (std::size_t i = 0; i < nearest_looked_at; ++i)
        if (std::find(out.begin(), out.end(), all[i]) == out.end())
            out.push_back(all[i]);
    return out;
}

void Placer::take_reading(ToMeasure made, std::size_t pattern, const std::string& why) {
    made.pattern = pattern;
    made.why = why;
    m_out.push_back(std::move(made));
}

// How far a hole is from what has a place, and by that where its direction is taken from.
void Placer::begin_with(int known, int hole, std::size_t pattern, const std::string& why) {
    const auto made = m_possible.far(known, hole) > apart ? m_possible.between(known, hole) : std::nullopt;
    if (!made)
        return;
    const Eigen::Vector2d along = (at(hole) - at(known)).normalized();
    place(hole, made->variance * along * along.transpose());
    take_reading(made->made, pattern, why);
}

// The two that are farthest apart.
void Placer::begin_free(const std::vector<int>& own, std::size_t pattern) {
    const auto farthest_from = [&](int from) {
        return *std::max_element(own.begin(), own.end(), [&](int one, int other) {
            return m_possible.far(from, one) < m_possible.far(from, other);
        });
    };
    const int other = farthest_from(own.front()), one = farthest_from(other);
    place(one, Eigen::Matrix2d::Zero());
    begin_with(one, other, pattern, say("the farthest apart"));
}

void Placer::begin_round_zero(const std::vector<int>& kept) {
    const int first = *std::max_element(kept.begin(), kept.end(), [&](int one, int other) {
        return m_possible.far(one, m_measured.zero_on) < m_possible.far(other, m_measured.zero_on);
    });
    begin_with(m_measured.zero_on, first, pattern_of(first),
               say("how far {hole} is from zero", {{"hole", name(first)}}));
}

bool Placer::place_some(const std::vector<int>& holes, bool free) {
    bool some = false;
    for (const int hole : holes)
        if (!placed(hole))
            some = place_by_two(hole, pattern_of(hole), free) || some;
    return some;
}

bool Placer::place_by_two(int hole, std::size_t pattern, bool free) {
    const std::vector<Candidate> all = candidates_to(hole, free);
    const Candidate *one = nullptr, *other = nullptr;
    Eigen::Matrix2d best = Eigen::Matrix2d::Zero();
    double least = HUGE_VAL;
    for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t k = i + 1; k < all.size(); ++k)
            if (const auto spread = spread_by(all[i], all[k]); spread && worst_of(*spread) < least * clearly) {
                least = worst_of(*spread);
                one = &all[i];
                other = &all[k];
                best = *spread;
            }
    if (!one)
        return false;
    place(hole, best);
    const std::string why = say("the place of {hole}", {{"hole", name(hole)}});
    take_reading(one->made, pattern, why);
    take_reading(other->made, pattern, why);
    return true;
}

// All that keeps to zero: from its edges and its bore. Where nothing on the face can be touched they are one shape
// among themselves; where only a bore can, they may turn about it together.
void Placer::place_kept() {
    std::vector<int> kept;
    for (int i = 0; i < static_cast<int>(m_measured.holes.size()); ++i)
        if (!lies_free(m_job.patterns[pattern_of(i)]))
            kept.push_back(i);
    if (kept.empty())
        return;
    place_zero();
    if (!m_measured.zero_can_be_touched())
        begin_free(kept, pattern_of(kept.front()));
    else if (!m_measured.has_edges())
        begin_round_zero(kept);
    while (place_some(kept, false) || step_aside(kept)) {
    }
    close_rows();
}

// A hole that lies in one line with all that has a place is felt in one direction only: another hole beside that line
// is placed first, as a step to it.
bool Placer::step_aside(const std::vector<int>& kept) {
    const auto left = std::find_if(kept.begin(), kept.end(), [&](int each) { return !placed(each); });
    const auto known =
        std::find_if(m_placed.begin(), m_placed.end(), [](const auto& each) { return each.has_value(); });
    if (left == kept.end() || known == m_placed.end())
        return false;
    const auto from = static_cast<int>(known - m_placed.begin());
    const auto beside = [&](int each) { return std::fabs(cross(at(*left) - at(from), at(each) - at(from))); };
    std::vector<int> steps;
    for (int i = 0; i < static_cast<int>(m_measured.holes.size()); ++i)
        if (!placed(i) && lies_free(m_job.patterns[pattern_of(i)]))
            steps.push_back(i);
    std::stable_sort(steps.begin(), steps.end(), [&](int one, int other) { return beside(one) > beside(other); });
    return std::any_of(steps.begin(), steps.end(),
                       [&](int each) { return place_by_two(each, pattern_of(*left), false); });
}

// Neighbours that no reading joins yet: the last and the first, or others.
void Placer::close(const std::vector<int>& own, std::size_t pattern) {
    if (own.size() < 3)
        return;
    const std::size_t half = own.size() / 2;
    for (const auto& [one, other] :
         {std::pair(own.back(), own.front()), std::pair(own[0], own[1]), std::pair(own[half - 1], own[half])}) {
        const bool joined = std::any_of(m_out.begin(), m_out.end(), [&, a = one, b = other](const ToMeasure& each) {
            const auto& names = each.reading.between;
            return (names[0] == name(a) && names[1] == name(b)) || (names[0] == name(b) && names[1] == name(a));
        });
        auto made = joined ? std::nullopt : m_possible.between(one, other);
        if (!made)
            continue;
        made->made.closes = true;
        return take_reading(made->made, pattern, say("closes the round: a slip in the others shows"));
    }
}

// Of a row the reading nobody takes: first to last, against the sum of the gaps.
void Placer::close_rows() {
    for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
        const std::vector<int> own = holes_of_pattern(pattern);
        if (own.size() < 3 || !std::holds_alternative<RowPattern>(m_job.patterns[pattern].layout) ||
            lies_free(m_job.patterns[pattern]))
            continue;
        if (auto made = m_possible.between(own.front(), own.back())) {
            made->made.closes = true;
            take_reading(made->made, pattern, say("first to last: a slip in the others shows"));
        }
    }
}

} // namespace clockface
