// What stands against a plan, in plain sentences, with a place on the board.
#pragma once

#include "job/job.h"
#include "shop/shop.h"

#include <string>
#include <vector>

namespace clockface {

struct Plan;
struct SetupPlan;

/// Stop: it would spoil the part or hurt somebody. Check: look before going on. Note: good to know.
enum class Grade { Stop, Check, Note };

enum class FindingKind {
    OffBlank,
    NearEdge,
    HolesMeet,
    DoubleHole,
    CountDiffers,
    TooDeep,
    NoSuchMachine,
    ListFails,
    RightWayUp,
    ThinMetal,
    OnStep,
    InSawCut,
    BarTooShort,
    NotStraight,
    UnitsMixed,
    OtherQuadrant,
    WiderThanBlank,
    RadiusForDiameter,
    PitchTooLong,
    SteepStart,
    ThreadShort,
    DrillsVee,
    NotSettled,
    NotMarked,
    NoCutter,
    OutOfLimits,
    ThreadPercent,
    TapTooDeep,
    BreaksThrough,
    IntoOtherHole,
    NothingUnderReamer,
    DrillTooShort,
    LongAndThin,
    SpeedOutOfRange,
    TooLargeAtOnce,
    TooFewThreads,
    NoRoom,
    NotAudited,
    FiguresChanged,
    NotMade,
    TooEarly,
    NoLongerWanted,
    NotHeld,
    DrillsHolding,
    LittleGrip,
    NoRoomForFinder,
    NotReleased,
    OutOfSquare,
    Unsteady,
    ShortTravel
};

struct Finding {
    Grade grade = Grade::Note;
    FindingKind kind = FindingKind::OffBlank;
    std::string sentence;
    std::string remedy;     ///< what would do
    std::vector<int> holes; ///< indices into SetupPlan::holes of its set-up
    int setup = 0;          ///< id of the set-up it is about; 0: the job as a whole

    bool operator==(const Finding&) const = default;
};

/// All findings on a set-up whose holes, route and proof are worked out; gravest first, otherwise in the order of the
/// holes. The job has that set-up at hand.
std::vector<Finding> find_faults(const Job& job, const Shop& shop, const SetupPlan& plan);
/// Those of all set-ups of a plan, each said once, and those of the job as a whole.
std::vector<Finding> find_faults(const Job& job, const Plan& plan);

/// As it is said: "stop", "check", "note".
std::string in_words(Grade grade);
/// Stable names for files and pictures: "stop", "hole-off-blank" …
std::string name_of(Grade grade);
std::string name_of(FindingKind kind);

} // namespace clockface
