// A readout that talks, followed to a place of the list: how far it is still, whether it was come to from the right
// side, whether it stands there with both locks tight, and what has moved since.
#pragma once

#include "bench/expected.h"

#include <cstdint>
#include <optional>
#include <string>

namespace clockface {

enum class AtPlace {
    Unknown,   ///< nothing has been shown yet
    Away,      ///< still to go
    WrongSide, ///< it stands there, but was come to from the other side
    Near,      ///< it stands where it has to before the locks are tightened
    There,     ///< both axes stand where they have to with the locks tight, still for a second
    Carried,   ///< it stood right, and tightening the locks has carried it off
    Moved,     ///< it was there, and has moved since
};

struct Followed {
    AtPlace at = AtPlace::Unknown;
    Point shown;
    Point to_go;  ///< what is to be added: to the figures before locking until it stands there, then to those after
    Point jumped; ///< what each axis moved by when it was last tightened, as far as that was seen
    bool still_x = false, still_y = false; ///< for a second
    Point moved;                           ///< since it was there, where it has moved
};

/// Takes what is shown, at times in milliseconds, and compares it with where it should be.
class FollowReadout {
public:
    /// `step`: of the display. Figures may flicker by one.
    explicit FollowReadout(Length step)
        : m_step(step) {}

    /// What is wanted now; a change of it forgets what came before. Nothing: only where it stands is looked at.
    void aim(const std::optional<ExpectedShow>& wanted);
    void show(Point shown, std::int64_t now);
    [[nodiscard]] Followed state(std::int64_t now) const;

    /// Long enough for a hand that has let go.
    static constexpr std::int64_t still_ms = 1000;

private:
    struct OneAxis {
        Length stands;                  // what it shows, but for flicker
        std::int64_t since = 0;         // when it last moved
        Length from;                    // the farthest it has come one way
        int way = 0;                    // which: 1, -1; 0: it has not travelled worth the name
        std::optional<Length> rested{}; // where it last stood for a moment
        Length jump{};                  // between the last two rests close together
    };
    Length m_step;
    std::optional<ExpectedShow> m_wanted;
    std::optional<Point> m_shown;
    OneAxis m_x, m_y;
    std::optional<Point> m_there; // where it stood when it was there

    void follow(OneAxis& axis, Length shown, std::int64_t now) const;
    [[nodiscard]] bool from_wrong_side(const OneAxis& axis) const;
};

/// "On target. Tighten both locks.", "There, 0.005 mm off in X." … Empty where nothing is known.
std::string in_words(const Followed& followed, const ExpectedShow& wanted, Unit unit);

} // namespace clockface
