#include "plan/drawing_faults.h"

#include "layout/bar.h"
#include "layout/outline.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// Indices of the plan's holes, by the pattern they belong to.
std::vector<std::vector<int>> by_pattern(const Job& job, const SetupPlan& plan) {
    std::vector<std::vector<int>> groups(job.patterns.size());
    for (std::size_t i = 0; i < plan.holes.size(); ++i)
        groups[plan.holes[i].pattern].push_back(static_cast<int>(i));
    return groups;
}

} // namespace

// A drill that starts half on a step, or a hole that the saw would cut through.
void find_steps_and_cuts(const Job& job, const SetupPlan& plan, Findings& findings) {
    const Point corner = datum_from_middle(job) - datum_from_middle(job.blank, DatumPlace::LowerLeft);
    const bool flat = job.blank.up == Face::Top;
    for (std::size_t i = 0; flat && i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const Point at = hole.at + corner;
        const Length radius = hole.spec.diameter / 2.0;
        const int index = static_cast<int>(i);
        if (job.blank.step) {
            const Length away = abs((job.blank.step->axis == Axis::X ? at.x : at.y) - job.blank.step->at);
            if (away < radius)
                findings.push_back(
                    {Grade::Check,
                     FindingKind::OnStep,
                     say("{hole} lies across the step, {away} from its line: the drill would start on an edge.",
                         {{"hole", hole.name}, {"away", with_unit(away, job.unit)}}),
                     say("Mill it level or clamp a block beside it, or drill before the step is cut."),
                     {index}});
        }
        if (!job.blank.sawing)
            continue;
        for (const SawCut& cut : saw_cuts(*job.blank.sawing))
            if (at.x + radius > cut.finished_end && at.x - radius < cut.finished_start)
                findings.push_back({Grade::Stop,
                                    FindingKind::InSawCut,
                                    say("{hole} reaches over the end of piece {after}, into the saw cut.",
                                        {{"hole", hole.name}, {"after", cut.after}}),
                                    say("Check its distance from the end of the piece, or the length of the pieces."),
                                    {index}});
    }
    if (!job.blank.sawing)
        return;
    const Length same = Length::mm(1e-6), bar = job.blank.extent_x();
    const Length needed = bar_needed(*job.blank.sawing), least = bar_needed_to_its_end(*job.blank.sawing);
    if (needed <= bar + same)
        return;
    // Without a saw cut behind the last piece it may still do.
    const bool too_short = least > bar + same;
    findings.push_back(
        {too_short ? Grade::Stop : Grade::Check,
         FindingKind::BarTooShort,
         say(too_short ? later("The bar is {short} too short: {pieces} {pieces:piece|pieces} with every saw cut and "
                               "facing take {needed}, and {least} even where the last ends at the bar's own end.")
                       : later("The bar is {short} too short for a saw cut behind the last piece: {pieces} "
                               "{pieces:piece|pieces} with every saw cut and facing take {needed}, and {least} where "
                               "the last ends at the bar's own end."),
             {{"short", with_unit(needed - bar, job.unit)},
              {"pieces", pieces_in(*job.blank.sawing)},
              {"needed", with_unit(needed, job.unit)},
              {"least", with_unit(least, job.unit)}}),
         too_short ? say("Cut fewer pieces, or take a longer bar.")
                   : say("Use the bar's own end for the last piece, if it is true and square."),
         {}});
}

// Places typed one by one: a row that is nearly straight was meant to be straight, and a place 25.4 times as far out as
// the others came from figures in another unit.
void find_typed_places(const Job& job, const SetupPlan& plan, Findings& findings) {
    const std::vector<std::vector<int>> groups = by_pattern(job, plan);
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const auto* points = std::get_if<PointsPattern>(&job.patterns[i].layout);
        if (!points || points->at.size() < 3 || !is_at_hand(job, job.patterns[i]))
            continue;
        const std::vector<int>& own = groups[i];
        const auto at = [&](int index) { return plan.holes[static_cast<std::size_t>(index)].at; };
        if (own.size() < 3)
            continue;
        // The straight line from the first to the last, and the hole that stands farthest off it.
        const Point run = at(own.back()) - at(own.front());
        const Length length = distance({}, run);
        int worst = own[1];
        Length most;
        bool between = length > Length{};
        for (std::size_t k = 1; k + 1 < own.size() && between; ++k) {
            const Point from = at(own[k]) - at(own.front());
            const Length off =
                Length::mm(std::fabs(run.x.in_mm() * from.y.in_mm() - run.y.in_mm() * from.x.in_mm()) / length.in_mm());
            const double along = run.x.in_mm() * from.x.in_mm() + run.y.in_mm() * from.y.in_mm();
            between = along > 0.0 && along < length.in_mm() * length.in_mm();
            if (off > most) {
                most = off;
                worst = own[k];
            }
        }
        constexpr double seen_mm = 0.005;
        if (between && most > Length::mm(seen_mm) && most < length * 0.02)
            findings.push_back(
                {Grade::Check,
                 FindingKind::NotStraight,
                 say("{worst} stands {most} off the line from {own} to {last}, which is otherwise straight.",
                     {{"worst", plan.holes[static_cast<std::size_t>(worst)].name},
                      {"most", with_unit(most, job.unit)},
                      {"own", plan.holes[static_cast<std::size_t>(own.front())].name},
                      {"last", plan.holes[static_cast<std::size_t>(own.back())].name}}),
                 points->copied.empty() ? say("Look at its figures again, or make it a row.")
                                        : say("If a row was meant, take that design of the old part."),
                 {worst}});
        std::vector<Length> out;
        for (const int index : own)
            out.push_back(distance({}, at(index)));
        std::nth_element(out.begin(), out.begin() + static_cast<std::ptrdiff_t>(out.size() / 2), out.end());
        const Length usual = out[out.size() / 2];
        for (const int index : own) {
            const Length far = distance({}, at(index));
            const bool off_blank = metal_to_edge(job.blank, at(index) + datum_from_middle(job)) < Length{};
            if (off_blank && usual > Length{} && far > usual * 12.0 &&
                metal_to_edge(job.blank, at(index) * (1.0 / mm_per_inch) + datum_from_middle(job)) > Length{})
                findings.push_back({Grade::Check,
                                    FindingKind::UnitsMixed,
                                    say("{holes} lies far off the others; divided by 25.4 it would lie among them.",
                                        {{"holes", plan.holes[static_cast<std::size_t>(index)].name}}),
                                    say("Look whether its figures are in the other unit."),
                                    {index}});
        }
    }
}

// A pitch circle twice as wide as it should be, or a hole wider than the stock: slips of a factor or of a figure.
void find_sizes(const Job& job, const SetupPlan& plan, Findings& findings) {
    const std::vector<std::vector<int>> groups = by_pattern(job, plan);
    const Point datum = datum_from_middle(job);
    const Length narrow = std::min(job.blank.extent_x(), job.blank.extent_y());
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const Pattern& pattern = job.patterns[i];
        if (!is_at_hand(job, pattern))
            continue;
        const std::vector<int>& own = groups[i];
        if (own.empty())
            continue;
        const Length size = spec_of(job, pattern).diameter;
        if (size >= narrow)
            findings.push_back({Grade::Stop, FindingKind::WiderThanBlank,
                                say("The holes of {pattern} are {length} wide, and the blank only {narrow}.",
                                    {{"pattern", pattern.name},
                                     {"length", with_unit(size, job.unit)},
                                     {"narrow", with_unit(narrow, job.unit)}}),
                                say("Look for a stray whole number in front of a fraction, or for the other unit."),
                                own});
        const std::optional<Point> centre = centre_of(pattern.layout);
        if (!centre)
            continue;
        const auto on_metal = [&](double share) {
            return std::all_of(own.begin(), own.end(), [&](int index) {
                const Point at = *centre + (plan.holes[static_cast<std::size_t>(index)].at - *centre) * share;
                return metal_to_edge(job.blank, at + datum) > size / 2.0;
            });
        };
        const Length diameter = *pitch_circle_of(pattern.layout);
        if (own.size() > 1 && !on_metal(1.0) && on_metal(0.5))
            findings.push_back(
                {Grade::Stop, FindingKind::RadiusForDiameter,
                 say("The circle of {pattern} is {diameter} across and leaves the metal; half of that would fit.",
                     {{"pattern", pattern.name}, {"diameter", with_unit(diameter, job.unit)}}),
                 say("Look whether {diameter} is the diameter, or twice a diameter by mistake.",
                     {{"diameter", with_unit(diameter, job.unit)}}),
                 own});
        else if (own.size() > 1 && job.blank.bore_shows() && !on_metal(1.0) && on_metal(2.0))
            findings.push_back(
                {Grade::Stop, FindingKind::RadiusForDiameter,
                 say("The circle of {pattern} is {diameter} across and falls into the bore; twice that would fit.",
                     {{"pattern", pattern.name}, {"diameter", with_unit(diameter, job.unit)}}),
                 say("Look whether {diameter} is a radius.", {{"diameter", with_unit(diameter, job.unit)}}), own});
    }
}

// With zero at a corner every figure has the same sign; the odd one out has lost or gained a minus.
void find_signs(const Job& job, const SetupPlan& plan, Findings& findings) {
    const DatumPlace place = job.datum.place;
    const bool corner = place == DatumPlace::LowerLeft || place == DatumPlace::LowerRight ||
                        place == DatumPlace::UpperLeft || place == DatumPlace::UpperRight;
    if (!corner)
        return;
    const Point inward = middle_from_datum(job);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const bool x_wrong = hole.at.x.in_mm() * inward.x.in_mm() < 0.0;
        const bool y_wrong = hole.at.y.in_mm() * inward.y.in_mm() < 0.0;
        const Point turned{x_wrong ? -hole.at.x : hole.at.x, y_wrong ? -hole.at.y : hole.at.y};
        const std::string one_axis = x_wrong ? "X" : "Y";
        if ((x_wrong || y_wrong) && metal_to_edge(job.blank, turned + datum_from_middle(job)) > Length{})
            findings.push_back({Grade::Stop,
                                FindingKind::OtherQuadrant,
                                say("The {axes} of {hole} has the wrong sign for zero {blank}; with the other sign "
                                    "it lies on the metal.",
                                    {{"axes", x_wrong && y_wrong ? say("X and Y") : one_axis},
                                     {"hole", hole.name},
                                     {"blank", in_words(job.datum, job.blank)}}),
                                say("Change the sign, or the direction of the axis under Blank."),
                                {static_cast<int>(i)}});
    }
}

void find_long_pitches(const Job& job, const SetupPlan& plan, Findings& findings) {
    const std::vector<std::vector<int>> groups = by_pattern(job, plan);
    const Point datum = datum_from_middle(job);
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const auto* row = std::get_if<RowPattern>(&job.patterns[i].layout);
        if (!row || !is_at_hand(job, job.patterns[i]))
            continue;
        std::vector<int> own = groups[i];
        std::erase_if(own, [&](int k) { return plan.holes[static_cast<std::size_t>(k)].number > row->count; });
        const Length radius = job.patterns[i].hole.diameter / 2.0;
        const auto fits = [&](double share) {
            return std::all_of(own.begin(), own.end(), [&](int index) {
                const Point at = row->first + (plan.holes[static_cast<std::size_t>(index)].at - row->first) * share;
                return metal_to_edge(job.blank, at + datum) >= radius;
            });
        };
        if (own.size() < 2 || fits(1.0) || !fits(0.0))
            continue;
        double most = 0.0;
        double too_much = 1.0;
        for (int step = 0; step < 40; ++step) { // halved until nobody could tell
            const double middle = (most + too_much) / 2.0;
            (fits(middle) ? most : too_much) = middle;
        }
        const Length step = job.unit == Unit::Inch ? Length::inches(0.001) : Length::mm(0.01);
        const Length pitch = step * std::floor(row->pitch * most / step + 1e-6);
        findings.push_back({Grade::Stop, FindingKind::PitchTooLong,
                            say("The row {patterns} leaves the metal with a pitch of {pitch}.",
                                {{"patterns", job.patterns[i].name}, {"pitch", with_unit(row->pitch, job.unit)}}),
                            say("A pitch of {pitch} or less, or fewer holes, would keep it on.",
                                {{"pitch", with_unit(pitch, job.unit)}}),
                            own});
    }
}

} // namespace clockface
