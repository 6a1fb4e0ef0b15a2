// Under which conditions a list is carried out: exactly, or with the errors of a machine and its user drawn at random.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <array>
#include <cstdint>
#include <random>
#include <vector>

namespace clockface {

struct Survey;
struct Workplace;

/// What may go wrong with a bar that no list can know of, to see whether it shows.
struct BarFaults {
    Length off_axis{}; ///< the spindle stands this far beside the axis, away from the user
    Angle tilt{};      ///< the spindle leans, so that the drill wanders away from the user on its way through
    Angle roll{};      ///< the bar is turned this much too far counter-clockwise, every time but the first
};

/// Where a hole's miss comes from. Rounding is always there; the others are drawn.
enum class ErrorSource { PickUp, Setting, BacklashLeft, LockJump, Marking, Wander };
inline constexpr std::array error_sources = {ErrorSource::PickUp,   ErrorSource::Setting, ErrorSource::BacklashLeft,
                                             ErrorSource::LockJump, ErrorSource::Marking, ErrorSource::Wander};

struct Conditions {
    const Workplace* workplace = nullptr; ///< nothing: the list is carried out without looking what stands around
    const Survey* survey = nullptr;       ///< of the old part, for a list of marks, where it is worked out already
    BarFaults bar{};
    std::vector<ErrorSource> drawn{};            ///< empty: all goes exactly as told
    std::uint64_t seed = 0;                      ///< the same seed draws the same errors
    const std::vector<Length>* wander = nullptr; ///< of each hole's drill, one standard deviation on each axis
    double lock_jump_varies = 0.0;               ///< one standard deviation, as a share of the jump
    Point larger{};                              ///< the work's real size less the drawn one, along x and y
};

/// Draws errors under the conditions; nought for what is not drawn.
class Chance {
public:
    explicit Chance(const Conditions& conditions)
        : m_engine(conditions.seed)
        , m_jump_varies(conditions.lock_jump_varies) {
        for (const ErrorSource source : conditions.drawn)
            m_drawn[static_cast<std::size_t>(source)] = true;
    }

    [[nodiscard]] Length draw(ErrorSource source, Length deviation) {
        if (!m_drawn[static_cast<std::size_t>(source)] || deviation == Length{})
            return {};
        return deviation * m_normal(m_engine);
    }
    [[nodiscard]] Point draw_both(ErrorSource source, Length deviation) {
        const Length x = draw(source, deviation);
        return {x, draw(source, deviation)};
    }
    /// What tightening the locks moves the slides by: not quite the same every time.
    [[nodiscard]] Point draw_jump(Point jump) {
        const Length x = draw(ErrorSource::LockJump, jump.x * m_jump_varies);
        return jump + Point{x, draw(ErrorSource::LockJump, jump.y * m_jump_varies)};
    }

private:
    std::mt19937_64 m_engine;
    std::normal_distribution<double> m_normal;
    double m_jump_varies;
    std::array<bool, error_sources.size()> m_drawn{};
};

} // namespace clockface
