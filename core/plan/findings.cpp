#include "plan/findings.h"

#include "layout/outline.h"
#include "measure/figures.h"
#include "ordering/work_wording.h"
#include "plan/bar_findings.h"
#include "plan/cutter_findings.h"
#include "plan/drawing_faults.h"
#include "plan/hold_findings.h"
#include "plan/makers.h"
#include "plan/named_place.h"
#include "plan/plan.h"
#include "plan/right_way_up.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <map>
#include <set>
#include <tuple>
#include <unordered_map>

namespace clockface {

namespace {

void edges(const Job& job, const Shop& shop, const SetupPlan& plan, Findings& findings) {
    const Point datum = datum_from_middle(job);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const Length metal = metal_to_edge(job.blank, hole.at + datum);
        const Length radius = widest(hole.spec) / 2.0;
        const Length wanted = hole.spec.diameter * shop.edge_distance_factor;
        const int index = static_cast<int>(i);
        if (metal < Length{})
            findings.push_back({Grade::Stop,
                                FindingKind::OffBlank,
                                say("The centre of {hole} lies off the metal.", {{"hole", of_hole(hole.name)}}),
                                say("Check its figures, the zero and the size of the blank."),
                                {index}});
        else if (metal < radius)
            findings.push_back(
                {Grade::Stop,
                 FindingKind::OffBlank,
                 say("{hole} breaks out of the edge: its centre is {metal} from it, its radius is {radius}.",
                     {{"hole", of_hole(hole.name)},
                      {"metal", with_unit(metal, job.unit)},
                      {"radius", with_unit(radius, job.unit)}}),
                 say("Move it inwards or make it smaller."),
                 {index}});
        else if (metal + Length::mm(1e-6) < wanted)
            findings.push_back(
                {Grade::Check,
                 FindingKind::NearEdge,
                 say("{hole} is {metal} from the edge, {diameters} diameters; {edge_distance_factor} is the usual "
                     "least.",
                     {{"hole", of_hole(hole.name)},
                      {"metal", with_unit(metal, job.unit)},
                      {"diameters", decimal(metal / hole.spec.diameter, 2)},
                      {"edge_distance_factor", decimal(shop.edge_distance_factor, 2, Sign::WhenNegative, Tail::Trim)}}),
                 say("Ask whether the drawing means it, or move it inwards."),
                 {index}});
    }
}

void depths(const Job& job, const SetupPlan& plan, Findings& findings) {
    const Point datum = datum_from_middle(job);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const Length metal = job.blank.metal_under(hole.at + datum);
        if (hole.spec.depth && *hole.spec.depth >= metal)
            findings.push_back({Grade::Check,
                                FindingKind::TooDeep,
                                say("{hole} is {depth} deep, but the metal under it is only {metal}.",
                                    {{"hole", of_hole(hole.name)},
                                     {"depth", with_unit(*hole.spec.depth, job.unit)},
                                     {"metal", with_unit(metal, job.unit)}}),
                                say("Say that it goes through, or give a smaller depth."),
                                {static_cast<int>(i)}});
    }
}

// Pairs of holes near each other, found through a grid whose cells are as wide as the widest hole and the
// metal it should have beside it. Reporting stops at a
// number nobody reads through, so that ten thousand doubled holes do not become fifty million sentences.
class Neighbours {
public:
    explicit Neighbours(const std::vector<Hole>& holes)
        : m_holes(holes) {
        for (const Hole& hole : holes)
            m_cell = std::max(m_cell, widest(hole.spec) * 1.5);
    }

    void find(const Job& job, Findings& findings) {
        constexpr std::size_t enough = 200;
        for (std::size_t i = 0; i < m_holes.size() && findings.size() < enough; ++i) {
            const auto [column, row] = cell_of(m_holes[i].at);
            for (std::int64_t dx = -1; dx <= 1; ++dx)
                for (std::int64_t dy = -1; dy <= 1; ++dy)
                    if (const auto cell = m_cells.find(key(column + dx, row + dy)); cell != m_cells.end())
                        for (const std::size_t other : cell->second)
                            if (findings.size() < enough)
                                judge(job, other, i, findings);
            m_cells[key(column, row)].push_back(i);
        }
    }

private:
    const std::vector<Hole>& m_holes;
    Length m_cell = Length::mm(1e-3);
    std::unordered_map<std::uint64_t, std::vector<std::size_t>> m_cells;

    [[nodiscard]] std::pair<std::int64_t, std::int64_t> cell_of(Point at) const {
        return {static_cast<std::int64_t>(std::floor(at.x / m_cell)),
                static_cast<std::int64_t>(std::floor(at.y / m_cell))};
    }
    static std::uint64_t key(std::int64_t column, std::int64_t row) {
        return (static_cast<std::uint64_t>(column) << 32U) ^ (static_cast<std::uint64_t>(row) & 0xffffffffULL);
    }
    void judge(const Job& job, std::size_t i, std::size_t k, Findings& findings) const {
        const Hole& a = m_holes[i];
        const Hole& b = m_holes[k];
        const Length apart = distance(a.at, b.at);
        const Length radii = (widest(a.spec) + widest(b.spec)) / 2.0;
        const Length metal = apart - radii;
        const Length least = std::min(a.spec.diameter, b.spec.diameter) / 2.0;
        if (metal >= least)
            return;
        const std::vector<int> both{static_cast<int>(i), static_cast<int>(k)};
        // Closer than a tenth of the smaller hole can only be one hole named twice.
        if (apart < std::min(a.spec.diameter, b.spec.diameter) / 10.0)
            findings.push_back({Grade::Stop, FindingKind::DoubleHole,
                                say("{one} and {other} are in the same place.", {{"one", a.name}, {"other", b.name}}),
                                say("Leave one of them out."), both});
        else if (metal > Length{})
            findings.push_back(
                {Grade::Check, FindingKind::ThinMetal,
                 say("Only {metal} of metal is left between {one} and {other}, less than half the smaller hole.",
                     {{"metal", with_unit(metal, job.unit)}, {"one", a.name}, {"other", b.name}}),
                 say("Ask whether the drawing means it, or move them apart."), both});
        else
            findings.push_back(
                {Grade::Stop, FindingKind::HolesMeet,
                 say("{one} and {other} meet: their centres are {apart} apart, their radii make {radii}.",
                     {{"one", a.name},
                      {"other", b.name},
                      {"apart", with_unit(apart, job.unit)},
                      {"radii", with_unit(radii, job.unit)}}),
                 say("Move one, make them smaller, or leave one out."), both});
    }
};

// Said before the first hole, while a mark can still be made: later a half-made part goes back the wrong way round.
void right_way_up(const Job& job, const SetupPlan& plan, Findings& findings) {
    const LooksAlike alike = looks_alike(job, plan.holes);
    if (!alike.turned && !alike.over)
        return;
    const bool disc = job.blank.is_round();
    const std::string how =
        alike.turned ? (alike.over ? say("turned round or over") : say("turned round")) : say("turned over");
    const std::string edge =
        disc || job.datum.place == DatumPlace::Middle ? say("the edge at 12 o'clock") : say("the corner where zero is");
    const std::string mark = alike.turned
                                 ? (alike.over ? say("{edge}, on the face that is up,", {{"edge", edge}}) : edge)
                                 : say("the face that is up");
    findings.push_back(
        {Grade::Note,
         FindingKind::RightWayUp,
         say("The {shape} looks alike {how}, its holes do not.", {{"shape", in_words(job.blank.shape)}, {"how", how}}),
         say("Mark {mark} before the first hole.", {{"mark", mark}}),
         {}});
}

void lists(const Job& job, const Shop& shop, const SetupPlan& plan, Findings& findings) {
    const MachineRef& wanted = at_hand(job).machine;
    if (!wanted.empty() && !shop.find(wanted))
        findings.push_back(
            {Grade::Check,
             FindingKind::NoSuchMachine,
             say("The job asks for '{wanted}', which this shop does not have; {name} is used.",
                 {{"wanted", wanted.name.empty() ? wanted.id : wanted.name}, {"name", plan.machine.name}}),
             say("Choose a machine under Order."),
             {}});
    // What holds the work has findings of its own.
    const bool held_wrong = std::any_of(findings.begin(), findings.end(), [](const Finding& each) {
        return each.kind == FindingKind::DrillsHolding || each.kind == FindingKind::NotHeld;
    });
    if (!plan.run.complaints.empty() && !held_wrong)
        findings.push_back({Grade::Stop,
                            FindingKind::ListFails,
                            say("The simulated operator could not carry out the list. {complaints}",
                                {{"complaints", plan.run.complaints.front()}}),
                            say("Do not work from this list."),
                            {}});
}

// Copied holes that the readings do not settle, and those the list of marks leaves out.
void copied(const Job& job, const SetupPlan& plan, Findings& findings) {
    for (const Pattern& pattern : job.patterns) {
        const auto* points = std::get_if<PointsPattern>(&pattern.layout);
        if (!points || !is_at_hand(job, pattern))
            continue;
        for (const int number : points->open)
            findings.push_back(
                {Grade::Stop,
                 FindingKind::NotSettled,
                 say("{pattern}{number} is not made: the readings do not settle {points} of the old part.",
                     {{"pattern", pattern.name},
                      {"number", number},
                      {"points", points->copied[static_cast<std::size_t>(number) - 1]}}),
                 say("Under Holes, copied from a part, it says what is missing."),
                 {}});
    }
    if (!std::holds_alternative<MarksAcross>(plan.machine.kind))
        return;
    std::vector<int> missing;
    for (int i = 0; i < static_cast<int>(plan.holes.size()); ++i)
        if (std::none_of(plan.run.landings.begin(), plan.run.landings.end(),
                         [&](const Landing& landing) { return landing.hole == i; }))
            missing.push_back(i);
    if (missing.empty())
        return;
    std::vector<std::string> names;
    for (const int hole : missing)
        names.push_back(plan.holes[static_cast<std::size_t>(hole)].name);
    findings.push_back({Grade::Check, FindingKind::NotMarked,
                        say("No mark is made for {names}.", {{"names", fmt::format("{}", fmt::join(names, ", "))}}),
                        say("Make them by their places on another machine, before or after."), missing});
}

// One finding for holes of one pattern of which the same is said: "Each of A1 to A48 is 6 mm from the edge …". Where
// the name of such a hole goes is marked by of_hole(), so that nothing has to be looked for among the words.
Findings alike_together(const Job& job, const SetupPlan& plan, Findings findings) {
    Findings out;
    std::map<std::tuple<Grade, FindingKind, std::string, std::string, std::size_t>, std::size_t> known;
    std::vector<NamedPlace> places; // of each of `out`
    for (Finding& each : findings) {
        NamedPlace said = take_name_out(each.sentence);
        if (said.there && each.holes.size() == 1) {
            const std::size_t pattern = plan.holes[static_cast<std::size_t>(each.holes.front())].pattern;
            const auto [place, is_new] = known.emplace(
                std::tuple(each.grade, each.kind, said.before + of_hole({}) + said.after, each.remedy, pattern),
                out.size());
            if (!is_new) {
                out[place->second].holes.push_back(each.holes.front());
                continue;
            }
        }
        each.sentence = said.before + said.name + said.after;
        out.push_back(std::move(each));
        places.push_back(std::move(said));
    }
    for (std::size_t i = 0; i < out.size(); ++i)
        if (places[i].there && out[i].holes.size() > 1) {
            const std::string runs = hole_runs(out[i].holes, {job, plan.holes, plan.machine});
            out[i].sentence =
                places[i].before +
                say(places[i].before.empty() ? later("Each of {holes}") : later("each of {holes}"), {{"holes", runs}}) +
                places[i].after;
        }
    return out;
}

} // namespace

std::vector<Finding> find_faults(const Job& job, const Shop& shop, const SetupPlan& plan) {
    Findings findings;
    if (job.blank.on_side()) {
        find_bar_faults(job, plan, findings);
    } else {
        edges(job, shop, plan, findings);
        depths(job, plan, findings);
        Findings near;
        Neighbours(plan.holes).find(job, near);
        findings.insert(findings.end(), near.begin(), near.end());
        find_steps_and_cuts(job, plan, findings);
        find_typed_places(job, plan, findings);
        find_sizes(job, plan, findings);
        find_signs(job, plan, findings);
        find_long_pitches(job, plan, findings);
    }
    find_cutter_faults(job, shop, plan, findings);
    find_hold_faults(job, plan, findings);
    copied(job, plan, findings);
    right_way_up(job, plan, findings);
    lists(job, shop, plan, findings);
    findings = alike_together(job, plan, std::move(findings));
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.grade < b.grade; });
    for (Finding& each : findings)
        each.setup = plan.setup;
    return findings;
}

namespace {

void counts(const Job& job, const Plan& plan, Findings& findings) {
    const int planned = plan.holes();
    if (job.holes_called_for && *job.holes_called_for != planned)
        findings.push_back(
            {Grade::Stop,
             FindingKind::CountDiffers,
             say("The drawing calls for {holes_called_for} {holes_called_for:hole|holes}, the plan makes {planned}.",
                 {{"holes_called_for", *job.holes_called_for}, {"planned", planned}}),
             say("Look for a hole left out or made twice, or correct the drawing's count."),
             {}});
}

// Every step of every hole has to be made by one of the set-ups, and none before the step it follows.
void shared_out(const Job& job, const Plan& plan, Findings& findings) {
    std::map<std::string, std::vector<std::string>> nobody;
    std::set<std::pair<std::string, std::string>> early;
    for (const SetupPlan* on_face : plan.faces()) {
        const SetupPlan& each = *on_face;
        const std::vector<const Setup*> setups = setups_of(job, each.face);
        if (setups.size() == 1 && each.shares.empty())
            continue;
        for (std::size_t h = 0; h < each.holes.size(); ++h) {
            const int pattern = job.patterns[each.holes[h].pattern].id;
            const Setup* before = setups.front();
            for (const CutStep& step : each.chain_of(h).steps) {
                if (step.skipped)
                    continue;
                const Setup* maker = maker_of(setups, pattern, &step);
                if (!maker) {
                    nobody[step.name].push_back(each.holes[h].name);
                    continue;
                }
                if (std::find(setups.begin(), setups.end(), maker) < std::find(setups.begin(), setups.end(), before))
                    early.emplace(step.name, each.holes[h].name);
                before = maker;
            }
        }
    }
    for (const auto& [step, holes] : nobody)
        findings.push_back({Grade::Stop,
                            FindingKind::NotMade,
                            say(holes.size() > 1 ? later("No set-up makes the {step} of {hole} and {more} more.")
                                                 : later("No set-up makes the {step} of {hole}."),
                                {{"step", step_title(step)}, {"hole", holes.front()}, {"more", holes.size() - 1}}),
                            say("Under Order, let one of the set-ups of its face make all that is left."),
                            {}});
    if (!early.empty())
        findings.push_back({Grade::Stop,
                            FindingKind::TooEarly,
                            say("The {early} of {hole} comes in a set-up before the step that it follows.",
                                {{"early", step_title(early.begin()->first)}, {"hole", early.begin()->second}}),
                            say("Under Order, put the set-ups in the order of the work."),
                            {}});
    std::set<Face> faces;
    for (const Pattern& pattern : job.patterns)
        if (setups_of(job, pattern.face).empty() && faces.insert(pattern.face).second)
            findings.push_back(
                {Grade::Stop,
                 FindingKind::NotMade,
                 say("No set-up has the {blank} up, so {pattern} is not made.",
                     {{"blank", face_in_words(job.blank.shape, pattern.face)}, {"pattern", pattern.name}}),
                 say("Add a set-up for that face under Order."),
                 {}});
}

} // namespace

std::vector<Finding> find_faults(const Job& job, const Plan& plan) {
    Findings findings;
    counts(job, plan, findings);
    shared_out(job, plan, findings);
    std::set<std::pair<std::string, std::string>> said;
    for (const SetupPlan& each : plan.setups)
        for (const Finding& found : each.findings)
            if (said.emplace(found.sentence, found.remedy).second)
                findings.push_back(found);
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.grade < b.grade; });
    return findings;
}

std::string in_words(Grade grade) {
    switch (grade) {
    case Grade::Stop:
        return say("stop");
    case Grade::Check:
        return say("check");
    case Grade::Note:
        break;
    }
    return say("note");
}

std::string name_of(Grade grade) {
    if (grade == Grade::Stop)
        return "stop";
    if (grade == Grade::Check)
        return "check";
    return "note";
}

std::string name_of(FindingKind kind) {
    switch (kind) {
    case FindingKind::OffBlank:
        return "hole-off-blank";
    case FindingKind::NearEdge:
        return "hole-near-edge";
    case FindingKind::HolesMeet:
        return "holes-meet";
    case FindingKind::DoubleHole:
        return "double-hole";
    case FindingKind::CountDiffers:
        return "count-differs";
    case FindingKind::TooDeep:
        return "deeper-than-blank";
    case FindingKind::NoSuchMachine:
        return "no-such-machine";
    case FindingKind::ListFails:
        return "list-fails";
    case FindingKind::SteepStart:
        return "starts-on-a-slope";
    case FindingKind::ThreadShort:
        return "thread-too-short";
    case FindingKind::DrillsVee:
        return "drills-into-vee-block";
    case FindingKind::NotSettled:
        return "copied-hole-has-no-place";
    case FindingKind::NotMarked:
        return "hole-not-marked";
    case FindingKind::ThinMetal:
        return "thin-metal-between-holes";
    case FindingKind::OnStep:
        return "hole-on-step";
    case FindingKind::InSawCut:
        return "hole-in-saw-cut";
    case FindingKind::BarTooShort:
        return "bar-too-short";
    case FindingKind::NotStraight:
        return "row-not-straight";
    case FindingKind::UnitsMixed:
        return "units-mixed";
    case FindingKind::PitchTooLong:
        return "pitch-too-long";
    case FindingKind::WiderThanBlank:
        return "hole-wider-than-blank";
    case FindingKind::RadiusForDiameter:
        return "radius-for-diameter";
    case FindingKind::OtherQuadrant:
        return "other-side-of-zero";
    case FindingKind::NoCutter:
        return "no-cutter";
    case FindingKind::OutOfLimits:
        return "no-cutter-in-limits";
    case FindingKind::ThreadPercent:
        return "percent-of-thread";
    case FindingKind::TapTooDeep:
        return "tap-deeper-than-drilled";
    case FindingKind::BreaksThrough:
        return "breaks-through";
    case FindingKind::IntoOtherHole:
        return "into-another-hole";
    case FindingKind::NothingUnderReamer:
        return "nothing-under-reamer";
    case FindingKind::DrillTooShort:
        return "cutter-too-short";
    case FindingKind::LongAndThin:
        return "long-and-thin";
    case FindingKind::SpeedOutOfRange:
        return "speed-out-of-range";
    case FindingKind::TooLargeAtOnce:
        return "too-large-in-one-go";
    case FindingKind::TooFewThreads:
        return "too-few-threads";
    case FindingKind::NoRoom:
        return "no-room-under-chuck";
    case FindingKind::NotAudited:
        return "step-left-out";
    case FindingKind::FiguresChanged:
        return "machine-figures-changed";
    case FindingKind::NotMade:
        return "step-nobody-makes";
    case FindingKind::NotHeld:
        return "not-held";
    case FindingKind::DrillsHolding:
        return "drills-into-holding";
    case FindingKind::LittleGrip:
        return "little-grip";
    case FindingKind::ShortTravel:
        return "short-travel";
    case FindingKind::Unsteady:
        return "unsteady";
    case FindingKind::OutOfSquare:
        return "out-of-square";
    case FindingKind::NotReleased:
        return "not-read-since-tightened";
    case FindingKind::NoRoomForFinder:
        return "no-room-for-finder";
    case FindingKind::TooEarly:
        return "step-before-its-turn";
    case FindingKind::NoLongerWanted:
        return "done-but-not-wanted";
    case FindingKind::RightWayUp:
        break;
    }
    return "right-way-up";
}

} // namespace clockface
