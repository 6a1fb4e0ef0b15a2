#include "plan/findings.h"

#include "layout/bar.h"
#include "layout/outline.h"
#include "measure/figures.h"
#include "plan/plan.h"
#include "plan/right_way_up.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <unordered_map>

namespace clockface {

namespace {

using Findings = std::vector<Finding>;

void edges(const Job& job, const Shop& shop, const Plan& plan, Findings& findings) {
    const Point datum = datum_from_middle(job);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const Length metal = metal_to_edge(job.blank, hole.at + datum);
        const Length radius = hole.spec.diameter / 2.0;
        const Length wanted = hole.spec.diameter * shop.edge_distance_factor;
        const int index = static_cast<int>(i);
        if (metal < Length{})
            findings.push_back({Grade::Stop,
                                FindingKind::OffBlank,
                                fmt::format("The centre of {} lies off the metal.", hole.name),
                                "Check its figures, the zero and the size of the blank.",
                                {index}});
        else if (metal < radius)
            findings.push_back({Grade::Stop,
                                FindingKind::OffBlank,
                                fmt::format("{} breaks out of the edge: its centre is {} from it, its radius is {}.",
                                            hole.name, with_unit(metal, job.unit), with_unit(radius, job.unit)),
                                "Move it inwards or make it smaller.",
                                {index}});
        else if (metal + Length::mm(1e-6) < wanted)
            findings.push_back({Grade::Check,
                                FindingKind::NearEdge,
                                fmt::format("{} is {} from the edge, {} diameters; {} is the usual least.", hole.name,
                                            with_unit(metal, job.unit), decimal(metal / hole.spec.diameter, 2),
                                            decimal(shop.edge_distance_factor, 2, Sign::WhenNegative, Tail::Trim)),
                                "Ask whether the drawing means it, or move it inwards.",
                                {index}});
    }
}

void depths(const Job& job, const Plan& plan, Findings& findings) {
    const Point datum = datum_from_middle(job);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const Length metal = job.blank.metal_under(hole.at + datum);
        if (hole.spec.depth && *hole.spec.depth >= metal)
            findings.push_back({Grade::Check,
                                FindingKind::TooDeep,
                                fmt::format("{} is {} deep, but the metal under it is only {}.", hole.name,
                                            with_unit(*hole.spec.depth, job.unit), with_unit(metal, job.unit)),
                                "Say that it goes through, or give a smaller depth.",
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
            m_cell = std::max(m_cell, hole.spec.diameter * 1.5);
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
        const Length metal = apart - (a.spec.diameter + b.spec.diameter) / 2.0;
        const Length least = std::min(a.spec.diameter, b.spec.diameter) / 2.0;
        if (metal >= least)
            return;
        const std::vector<int> both{static_cast<int>(i), static_cast<int>(k)};
        // Closer than a tenth of the smaller hole can only be one hole named twice.
        if (apart < std::min(a.spec.diameter, b.spec.diameter) / 10.0)
            findings.push_back({Grade::Stop, FindingKind::DoubleHole,
                                fmt::format("{} and {} are in the same place.", a.name, b.name),
                                "Leave one of them out.", both});
        else if (metal > Length{})
            findings.push_back(
                {Grade::Check, FindingKind::ThinMetal,
                 fmt::format("Only {} of metal is left between {} and {}, less than half the smaller hole.",
                             with_unit(metal, job.unit), a.name, b.name),
                 "Ask whether the drawing means it, or move them apart.", both});
        else
            findings.push_back({Grade::Stop, FindingKind::HolesMeet,
                                fmt::format("{} and {} meet: their centres are {} apart, their radii make {}.", a.name,
                                            b.name, with_unit(apart, job.unit),
                                            with_unit((a.spec.diameter + b.spec.diameter) / 2.0, job.unit)),
                                "Move one, make them smaller, or leave one out.", both});
    }
};

// Said before the first hole, while a mark can still be made: later a half-made part goes back the wrong way round.
void right_way_up(const Job& job, const Plan& plan, Findings& findings) {
    const LooksAlike alike = looks_alike(job, plan.holes);
    if (!alike.turned && !alike.over)
        return;
    const bool disc = job.blank.is_round();
    const std::string how = alike.turned ? (alike.over ? "turned round or over" : "turned round") : "turned over";
    const std::string edge =
        disc || job.datum.place == DatumPlace::Middle ? "the edge at 12 o'clock" : "the corner where zero is";
    const std::string mark =
        alike.turned ? (alike.over ? edge + ", on the face that is up," : edge) : "the face that is up";
    findings.push_back({Grade::Note,
                        FindingKind::RightWayUp,
                        fmt::format("The {} looks alike {}, its holes do not.", in_words(job.blank.shape), how),
                        fmt::format("Mark {} before the first hole.", mark),
                        {}});
}

// A drill that starts half on a step, or a hole that the saw would cut through.
void steps_and_cuts(const Job& job, const Plan& plan, Findings& findings) {
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
                     fmt::format("{} lies across the step, {} from its line: the drill would start on an edge.",
                                 hole.name, with_unit(away, job.unit)),
                     "Mill it level or clamp a block beside it, or drill before the step is cut.",
                     {index}});
        }
        if (!job.blank.cutting)
            continue;
        for (const SawCut& cut : saw_cuts(*job.blank.cutting))
            if (at.x + radius > cut.finished_end && at.x - radius < cut.finished_start)
                findings.push_back(
                    {Grade::Stop,
                     FindingKind::InSawCut,
                     fmt::format("{} reaches over the end of piece {}, into the saw cut.", hole.name, cut.after),
                     "Check its distance from the end of the piece, or the length of the pieces.",
                     {index}});
    }
    if (!job.blank.cutting)
        return;
    const Length needed = bar_needed(*job.blank.cutting);
    if (needed > job.blank.extent_x())
        findings.push_back({Grade::Stop,
                            FindingKind::BarTooShort,
                            fmt::format("The bar is {} too short: {} with every saw cut and facing take {}.",
                                        with_unit(needed - job.blank.extent_x(), job.unit),
                                        counted(pieces_in(*job.blank.cutting), "piece"), with_unit(needed, job.unit)),
                            "Cut fewer pieces, or take a longer bar.",
                            {}});
}

// Places typed one by one: a row that is nearly straight was meant to be straight, and a place 25.4 times as far out as
// the others came from figures in another unit.
void typed_places(const Job& job, const Plan& plan, Findings& findings) {
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const auto* points = std::get_if<PointsPattern>(&job.patterns[i].layout);
        if (!points || points->at.size() < 3 || !is_at_hand(job, job.patterns[i]))
            continue;
        std::vector<int> own;
        for (std::size_t k = 0; k < plan.holes.size(); ++k)
            if (plan.holes[k].pattern == i)
                own.push_back(static_cast<int>(k));
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
            findings.push_back({Grade::Check,
                                FindingKind::NotStraight,
                                fmt::format("{} stands {} off the line from {} to {}, which is otherwise straight.",
                                            plan.holes[static_cast<std::size_t>(worst)].name, with_unit(most, job.unit),
                                            plan.holes[static_cast<std::size_t>(own.front())].name,
                                            plan.holes[static_cast<std::size_t>(own.back())].name),
                                "Look at its figures again, or make it a row.",
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
                                    fmt::format("{} lies far off the others; divided by 25.4 it would lie among them.",
                                                plan.holes[static_cast<std::size_t>(index)].name),
                                    "Look whether its figures are in the other unit.",
                                    {index}});
        }
    }
}

// A pitch circle twice as wide as it should be, or a hole wider than the stock: slips of a factor or of a figure.
void sizes(const Job& job, const Plan& plan, Findings& findings) {
    const Point datum = datum_from_middle(job);
    const Length narrow = std::min(job.blank.extent_x(), job.blank.extent_y());
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const Pattern& pattern = job.patterns[i];
        if (!is_at_hand(job, pattern))
            continue;
        std::vector<int> own;
        for (std::size_t k = 0; k < plan.holes.size(); ++k)
            if (plan.holes[k].pattern == i)
                own.push_back(static_cast<int>(k));
        if (own.empty())
            continue;
        const Length size = spec_of(job, pattern).diameter;
        if (size >= narrow)
            findings.push_back({Grade::Stop, FindingKind::WiderThanBlank,
                                fmt::format("The holes of {} are {} wide, and the blank only {}.", pattern.name,
                                            with_unit(size, job.unit), with_unit(narrow, job.unit)),
                                "Look for a stray whole number in front of a fraction, or for the other unit.", own});
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
                 fmt::format("The circle of {} is {} across and leaves the metal; half of that would fit.",
                             pattern.name, with_unit(diameter, job.unit)),
                 fmt::format("Look whether {} is the diameter, or twice a diameter by mistake.",
                             with_unit(diameter, job.unit)),
                 own});
        else if (own.size() > 1 && job.blank.bore_shows() && !on_metal(1.0) && on_metal(2.0))
            findings.push_back(
                {Grade::Stop, FindingKind::RadiusForDiameter,
                 fmt::format("The circle of {} is {} across and falls into the bore; twice that would fit.",
                             pattern.name, with_unit(diameter, job.unit)),
                 fmt::format("Look whether {} is a radius.", with_unit(diameter, job.unit)), own});
    }
}

// With zero at a corner every figure has the same sign; the odd one out has lost or gained a minus.
void signs(const Job& job, const Plan& plan, Findings& findings) {
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
        if ((x_wrong || y_wrong) && metal_to_edge(job.blank, turned + datum_from_middle(job)) > Length{})
            findings.push_back(
                {Grade::Stop,
                 FindingKind::OtherQuadrant,
                 fmt::format("The {} of {} has the wrong sign for zero {}; with the other sign it lies on the metal.",
                             x_wrong && y_wrong ? "X and Y"
                             : x_wrong          ? "X"
                                                : "Y",
                             hole.name, in_words(job.datum)),
                 "Change the sign, or the direction of the axis under Blank.",
                 {static_cast<int>(i)}});
    }
}

void counts(const Job& job, const Plan& plan, Findings& findings) {
    const auto planned = static_cast<int>(plan.holes.size());
    if (job.holes_called_for && *job.holes_called_for != planned)
        findings.push_back({Grade::Stop,
                            FindingKind::CountDiffers,
                            fmt::format("The drawing calls for {}, the plan makes {}.",
                                        counted(*job.holes_called_for, "hole"), planned),
                            "Look for a hole left out or made twice, or correct the drawing's count.",
                            {}});
}

void lists(const Job& job, const Shop& shop, const Plan& plan, Findings& findings) {
    if (!job.machine.empty() && !shop.find(job.machine))
        findings.push_back({Grade::Check,
                            FindingKind::NoSuchMachine,
                            fmt::format("The job asks for '{}', which this shop does not have; {} is used.",
                                        job.machine, plan.machine.name),
                            "Choose a machine under Order.",
                            {}});
    if (!plan.proof.complaints.empty())
        findings.push_back({Grade::Stop,
                            FindingKind::ListFails,
                            "The simulated operator could not carry out the list. " + plan.proof.complaints.front(),
                            "Do not work from this list.",
                            {}});
    const auto progress = job.progress.find(progress_name(job, plan.machine.name));
    if (progress != job.progress.end() && progress->second.done > 0 && progress->second.list != plan.fingerprint)
        findings.push_back(
            {Grade::Check,
             FindingKind::ListChanged,
             fmt::format("The list for {} has changed since {} of it {} done.", plan.machine.name,
                         counted(progress->second.done, "move"), progress->second.done == 1 ? "was" : "were"),
             "Go to Bench and begin the list again, or undo the change.",
             {}});
}

} // namespace

std::vector<Finding> find_faults(const Job& job, const Shop& shop, const Plan& plan) {
    Findings findings;
    edges(job, shop, plan, findings);
    depths(job, plan, findings);
    Findings near;
    Neighbours(plan.holes).find(job, near);
    findings.insert(findings.end(), near.begin(), near.end());
    steps_and_cuts(job, plan, findings);
    typed_places(job, plan, findings);
    sizes(job, plan, findings);
    signs(job, plan, findings);
    counts(job, plan, findings);
    right_way_up(job, plan, findings);
    lists(job, shop, plan, findings);
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.grade < b.grade; });
    return findings;
}

std::string in_words(Grade grade) {
    switch (grade) {
    case Grade::Stop:
        return "stop";
    case Grade::Check:
        return "check";
    case Grade::Note:
        break;
    }
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
    case FindingKind::ListChanged:
        return "list-changed";
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
    case FindingKind::WiderThanBlank:
        return "hole-wider-than-blank";
    case FindingKind::RadiusForDiameter:
        return "radius-for-diameter";
    case FindingKind::OtherQuadrant:
        return "other-side-of-zero";
    case FindingKind::RightWayUp:
        break;
    }
    return "right-way-up";
}

} // namespace clockface
