// From readings of an old part to the places of its holes, with their errors; what does not fit, what is still open,
// and what to measure next.
#pragma once

#include "job/old_part.h"
#include "measure/nineteen.h"
#include "measure/problem.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// How far a place may be out: the half axes of the ellipse of one standard deviation. Nineteen times in twenty the
/// true place is within nineteen_in_twenty times as far.
struct Spread {
    Length major, minor;
    Angle bearing; ///< of the major axis
};

struct SurveyedHole {
    std::string name;
    std::optional<Point> at; ///< in the old part's axes; nothing while the readings do not settle it
    Spread spread;           ///< of a place that is settled
    Length diameter;         ///< as the readings have it
    Point drawn;             ///< where to draw it: its place, or near the sketch's
    std::string open;        ///< why it has no place, in a sentence: "H4 can still swing about H1."
    /// Of a place that is not to be relied on by itself, in a sentence: the reading it hangs on that no other checks,
    /// or that it lies far from the sketch. Empty where a slip of any one reading would have shown.
    std::string unchecked;

    /// How far the place may be out, nineteen times in twenty; nothing without a place.
    [[nodiscard]] std::optional<Length> known_to() const {
        return at ? std::optional(spread.major * nineteen_in_twenty) : std::nullopt;
    }
    /// It has a place, and every reading that this hangs on is checked by others.
    [[nodiscard]] bool checked() const { return at && unchecked.empty(); }
};

struct SurveyedEdge {
    std::string name;
    Angle bearing; ///< of the edge
    Length offset; ///< from zero, to the left of the bearing
};

/// One reading, held against all the others.
struct Leftover {
    bool used = false;       ///< it enters into the places
    bool set_aside = false;  ///< by the program, because it does not fit
    double leftover = 0.0;   ///< reading less what the places give: millimetres, or degrees
    double ratio = 0.0;      ///< in multiples of what is usual for this reading
    double controlled = 0.0; ///< 0 … 1: how much of a slip in it would show
    double expected = 0.0;   ///< what it should read
    std::string doubt;       ///< what is wrong with it and the likely cause, in sentences; empty: nothing
};

/// A reading worth making, and what it would give.
struct NextReading {
    ReadingKind kind = ReadingKind::Outside;
    std::vector<std::string> between;
    std::string reason; ///< "It ties H7 to the others." or "The largest error falls from 0.11 to 0.05."
};

struct Survey {
    std::vector<SurveyedHole> holes;
    std::vector<SurveyedEdge> edges;
    std::vector<Leftover> readings; ///< one for each of the part's
    std::vector<double> covariance; ///< of x1, y1, x2, y2 …, mm², by rows; of unsettled holes nought
    int spare = 0;                  ///< readings more than are needed
    double scatter = 1.0;           ///< how much more they scatter than the instruments say; errors are widened by it
    std::vector<std::string> sentences; ///< what is to be known about it as a whole, gravest first
    std::optional<NextReading> next;
    int zero = -1;  ///< hole at nought
    int along = -1; ///< hole or edge x runs to
    bool along_edge = false;

    /// Whether every hole has its place, checked or not.
    [[nodiscard]] bool settled() const;
    /// Whether every hole has its place and every reading is checked by others.
    [[nodiscard]] bool checked() const;
    /// Half axis, at nineteen in twenty, of the hole whose place is known worst; nothing when none is known.
    [[nodiscard]] std::optional<Length> worst() const;
};

/// Works the readings out. Pure; bounded in time. Requires first_fault(part) to be nothing.
Survey survey(const OldPart& part);

/// Whether survey() takes longer than the time between two keys: its time grows with holes times readings.
bool takes_long(const OldPart& part);
/// What there is to show while a survey that takes long is being worked out: every hole of `part` where `before` has
/// it, or where it was sketched; none has its place, and one sentence says why.
Survey awaited_survey(const OldPart& part, const Survey& before);

/// The first thing that cannot be, as "hole H3", "reading 7": names, sizes and figures that make no sense by
/// themselves. Readings that contradict each other are no fault: survey() says so.
std::optional<Problem> first_fault(const OldPart& part);

} // namespace clockface
