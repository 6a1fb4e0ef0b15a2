// The way in which holes get their places, one after the other, each by the readings that leave it known best.
#pragma once

#include "inspection/possible_readings.h"

#include <optional>
#include <vector>

namespace clockface {

/// A reading to a hole from something that has a place.
struct Candidate {
    ToMeasure made;
    Eigen::Vector2d feels; ///< direction in which the hole is felt
    double variance = 0.0; ///< of that, what the reference adds included, mm²
};

class Placer {
public:
    Placer(const Job& job, const MeasuredPart& measured, const RoundKit& kit)
        : m_job(job)
        , m_measured(measured)
        , m_possible(measured, kit)
        , m_placed(measured.part.holes.size()) {}

    /// The readings that place every hole that can be, and one that checks them for each pattern that closes.
    std::vector<ToMeasure> take();

    // One by one, for a hole among others that have a place already.

    void place_zero();
    void place(int hole, const Eigen::Matrix2d& spread) { m_placed[static_cast<std::size_t>(hole)] = spread; }
    /// Readings to a hole from whatever has a place; of a pattern that is free not from edges.
    [[nodiscard]] std::vector<Candidate> candidates_to(int hole, bool free) const;

private:
    const Job& m_job;
    const MeasuredPart& m_measured;
    PossibleReadings m_possible;
    std::vector<std::optional<Eigen::Matrix2d>> m_placed; // covariance of what has a place
    std::vector<ToMeasure> m_out;

    [[nodiscard]] bool placed(int hole) const { return m_placed[static_cast<std::size_t>(hole)].has_value(); }
    [[nodiscard]] std::size_t pattern_of(int hole) const {
        return m_measured.holes[static_cast<std::size_t>(hole)].pattern;
    }
    [[nodiscard]] const std::string& name(int hole) const;
    [[nodiscard]] Eigen::Vector2d at(int hole) const;
    [[nodiscard]] std::vector<int> holes_of_pattern(std::size_t pattern) const;
    [[nodiscard]] std::vector<int> references(int hole) const;
    void take_reading(ToMeasure made, std::size_t pattern, const std::string& why);
    void begin_with(int known, int hole, std::size_t pattern, const std::string& why);
    void begin_free(const std::vector<int>& own, std::size_t pattern);
    void begin_round_zero(const std::vector<int>& kept);
    bool place_some(const std::vector<int>& holes, bool free);
    bool place_by_two(int hole, std::size_t pattern, bool free);
    bool step_aside(const std::vector<int>& kept);
    void place_kept();
    void close(const std::vector<int>& own, std::size_t pattern);
    void close_rows();
};

} // namespace clockface
