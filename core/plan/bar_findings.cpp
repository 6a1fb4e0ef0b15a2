#include "plan/bar_findings.h"
#include "plan/named_place.h"

#include "layout/on_bar.h"
#include "measure/figures.h"
#include "round/figures.h"
#include "round/meeting.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

// A centre drill starts on a slope up to about this; steeper it is pushed downhill.
constexpr double steep_degrees = 25.0;
// The least wall beside a hole, in hole diameters, and the least thread, in thread diameters.
constexpr double least_wall = 0.25;
constexpr double least_thread = 0.8;

class BarJudge {
public:
    BarJudge(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings)
        : m_job(job)
        , m_plan(plan)
        , m_findings(findings)
        , m_places(places_of(job)) {}

    void judge() {
        for (m_index = 0; m_index < m_plan.holes.size(); ++m_index)
            if (m_plan.holes[m_index].bar)
                judge_hole(m_plan.holes[m_index]);
        judge_pairs();
    }

private:
    const Job& m_job;
    const SetupPlan& m_plan;
    std::vector<Finding>& m_findings;
    std::vector<std::vector<Place>> m_places;
    std::size_t m_index = 0;

    [[nodiscard]] std::string fig(Length length) const { return with_unit(length, m_job.unit); }
    void tell(Grade grade, FindingKind kind, std::string sentence, std::string remedy) {
        m_findings.push_back({grade, kind, std::move(sentence), std::move(remedy), {static_cast<int>(m_index)}});
    }

    void judge_hole(const Hole& hole) {
        const Length length = m_job.blank.width.actual();
        const Length end = std::min(hole.bar->along, length - hole.bar->along);
        const Length r = hole.spec.diameter / 2.0;
        if (end < Length{})
            return tell(Grade::Stop, FindingKind::OffBlank,
                        say("{hole} lies {length} beyond the end of the bar.",
                            {{"hole", of_hole(hole.name)}, {"length", fig(-end)}}),
                        say("Check its distance, the end it is counted from and the length of the bar."));
        if (end < r)
            tell(Grade::Stop, FindingKind::OffBlank,
                 say("{hole} breaks out of the end of the bar: it is {length} from it, its radius is {r}.",
                     {{"hole", of_hole(hole.name)}, {"length", fig(end)}, {"r", fig(r)}}),
                 say("Move it inwards or make it smaller."));
        else if (end < hole.spec.diameter)
            tell(Grade::Check, FindingKind::NearEdge,
                 say("{hole} is {length} from the end of the bar, less than its own diameter.",
                     {{"hole", of_hole(hole.name)}, {"length", fig(end)}}),
                 say("Ask whether the drawing means it, or move it inwards."));
        const Section section = section_at(m_job.blank, hole.bar->along);
        const DrillLine line{hole.bar->bearing, hole.bar->offset, hole.spec.diameter};
        const auto path = drill_path(section, line);
        if (!path)
            return tell(
                Grade::Stop, FindingKind::OffBlank,
                say("{hole} stands {offset} off the axis and misses the bar, whose radius there is {radius}.",
                    {{"hole", of_hole(hole.name)}, {"offset", fig(abs(line.offset))}, {"radius", fig(section.radius)}}),
                say("A smaller offset would do."));
        walls(hole, section, line);
        slopes(hole, *path);
        shoulders(hole);
        depths(hole, *path);
        exits(hole, section);
    }

    void walls(const Hole& hole, const Section& section, const DrillLine& line) {
        const Walls walls = walls_beside(section, line);
        const Length least = std::min(walls.clockwise, walls.counter_clockwise);
        if (hole.spec.diameter >= section.radius * 2.0)
            tell(Grade::Stop, FindingKind::OffBlank,
                 say("{hole} is {diameter} wide, and the bar there only {radius}.",
                     {{"hole", of_hole(hole.name)},
                      {"diameter", fig(hole.spec.diameter)},
                      {"radius", fig(section.radius * 2.0)}}),
                 say("A smaller hole would do."));
        else if (least <= Length{})
            tell(Grade::Stop, FindingKind::OffBlank,
                 say("{hole} breaks out of the flank of the bar by {least}.",
                     {{"hole", of_hole(hole.name)}, {"least", fig(-least)}}),
                 say("Off the axis by {largest_offset} or less it would stay in.",
                     {{"largest_offset", fig(std::max(Length{}, largest_offset(section, hole.spec.diameter, {})))}}));
        else if (least < hole.spec.diameter * least_wall)
            tell(Grade::Check, FindingKind::ThinMetal,
                 say("Beside {hole} only {least} of wall is left.",
                     {{"hole", of_hole(hole.name)}, {"least", fig(least)}}),
                 say("Ask whether the drawing means it; a smaller hole or one nearer to the axis leaves more."));
    }

    void slopes(const Hole& hole, const DrillPath& path) {
        if (path.slope.in_degrees() > steep_degrees)
            tell(Grade::Check, FindingKind::SteepStart,
                 say("{hole} starts on a slope of {slope}: a centre drill would be pushed downhill.",
                     {{"hole", of_hole(hole.name)}, {"slope", in_degrees(path.slope, 0)}}),
                 say("Mill or file a flat first, or drill through a bushing."));
        else if (!hole.spec.depth && path.far_slope.in_degrees() > steep_degrees)
            tell(Grade::Check, FindingKind::SteepStart,
                 say("The drill of {hole} comes out on a slope of {far_slope} and is pushed aside.",
                     {{"hole", of_hole(hole.name)}, {"far_slope", in_degrees(path.far_slope, 0)}}),
                 say("Feed gently at the end, or leave a flat or a plug there."));
    }

    void shoulders(const Hole& hole) {
        for (const Shoulder& shoulder : m_job.blank.bar.shoulders)
            if (abs(hole.bar->along - shoulder.at) < hole.spec.diameter / 2.0)
                return tell(
                    Grade::Check, FindingKind::OnStep,
                    say("{hole} lies on the shoulder at {shoulder}, half on the one diameter and half on the other.",
                        {{"hole", of_hole(hole.name)}, {"shoulder", fig(shoulder.at)}}),
                    say("Ask whether the drawing means it. Drilled as it is, the drill is pushed to the thin side."));
    }

    void depths(const Hole& hole, const DrillPath& path) {
        if (const auto depth = depth_at(m_job, m_places, hole.pattern, *hole.bar); !depth)
            return tell(Grade::Stop, FindingKind::TooDeep, fmt::format("{}: {}", hole.name, depth.error().sentence),
                        say("Say how far it goes in another way."));
        if (hole.spec.depth) {
            const Length tip = *hole.spec.depth + point_length(hole.spec.diameter);
            const Length through = path.depth_to(path.exit);
            const auto* bar = std::get_if<BarPattern>(&m_job.patterns[hole.pattern].layout);
            const bool as_said = !bar || bar->reach == BarReach::AsSaid;
            if (*hole.spec.depth >= through)
                tell(Grade::Check, FindingKind::TooDeep,
                     say("{hole} is {depth} deep, but the bar there is only {through} through.",
                         {{"hole", of_hole(hole.name)}, {"depth", fig(*hole.spec.depth)}, {"through", fig(through)}}),
                     say("Say that it goes through, or give a smaller depth."));
            else if (tip > path.depth_to(path.exit_tip))
                tell(Grade::Check, FindingKind::TooDeep,
                     say("The point of the drill for {hole} comes out on the far side: with it the hole is {tip} deep, "
                         "the bar {through}.",
                         {{"hole", of_hole(hole.name)}, {"tip", fig(tip)}, {"through", fig(through)}}),
                     say("A smaller depth would do."));
            else if (as_said && path.bore_tip && tip > path.depth_to(*path.bore_tip))
                tell(Grade::Check, FindingKind::TooDeep,
                     say("{hole} breaks into the bore: its point does at {path}.",
                         {{"hole", of_hole(hole.name)}, {"path", fig(path.depth_to(*path.bore_tip))}}),
                     say("If the drawing means it, say that it goes into the bore."));
            else if (as_said && *hole.spec.depth > path.entry)
                tell(Grade::Note, FindingKind::TooDeep,
                     say("{hole} goes {past} past the axis.",
                         {{"hole", of_hole(hole.name)}, {"past", fig(*hole.spec.depth - path.entry)}}),
                     say("Look whether the drawing gives a depth or a place."));
        }
        if (hole.spec.purpose != Purpose::Tapped)
            return;
        const Length thread = full_thread(path, hole.spec.depth);
        if (thread < hole.spec.diameter * least_thread)
            tell(Grade::Check, FindingKind::ThreadShort,
                 say("{hole} has {thread} of full thread in the wall, {diameters} diameters; {least_thread} is the "
                     "usual least.",
                     {{"hole", of_hole(hole.name)},
                      {"thread", fig(thread)},
                      {"diameters", decimal(thread / hole.spec.diameter, 2)},
                      {"least_thread", decimal(least_thread, 1)}}),
                 say("A finer thread holds more in a thin wall; or leave the bar thicker there."));
    }

    // A through hole in a vee comes out over the groove; there is only so much air down to its bottom.
    void exits(const Hole& hole, const Section& section) {
        const bool vee = std::any_of(m_plan.route.list.begin(), m_plan.route.list.end(), [](const Instruction& each) {
            const auto* packing = std::get_if<SetPacking>(&each.action);
            return packing && packing->vee;
        });
        if (!vee || hole.spec.depth || !section.round)
            return;
        const Length air = section.radius * (std::sqrt(2.0) - 1.0); // from the bar's underside to where the flanks meet
        const Length needed = point_length(hole.spec.diameter) + hole.spec.diameter / 100.0;
        if (needed > air)
            tell(Grade::Check, FindingKind::DrillsVee,
                 say("Drilling {hole} through, the point would enter the vee block: it needs {needed} of air below the "
                     "bar, the vee has {air}.",
                     {{"hole", of_hole(hole.name)}, {"needed", fig(needed)}, {"air", fig(air)}}),
                 say("Let the bar stand out beyond the block there, or use a block with a slot."));
    }

    void judge_pairs() {
        constexpr std::size_t enough = 200;
        std::vector<std::optional<Drilled>> all;
        std::vector<std::size_t> by_along;
        Length widest;
        for (std::size_t i = 0; i < m_plan.holes.size(); ++i) {
            const Hole& hole = m_plan.holes[i];
            all.push_back(hole.bar ? drilled(m_job.blank, *hole.bar, hole.spec.diameter, hole.spec.depth)
                                   : std::nullopt);
            widest = std::max(widest, hole.spec.diameter);
            by_along.push_back(i);
        }
        const auto along = [&](std::size_t i) { return m_plan.holes[i].bar.value_or(OnBar{}).along; };
        std::stable_sort(by_along.begin(), by_along.end(),
                         [&](std::size_t a, std::size_t b) { return along(a) < along(b); });
        for (std::size_t i = 0; i < by_along.size(); ++i)
            for (std::size_t k = i + 1; k < by_along.size() && m_findings.size() < enough; ++k) {
                const auto [first, second] = std::minmax(by_along[i], by_along[k]);
                if (along(by_along[k]) - along(by_along[i]) > widest * 1.5)
                    break;
                if (all[first] && all[second] && !meant(first, second))
                    judge_pair(first, second, axes_apart(*all[first], *all[second]));
            }
    }
    [[nodiscard]] bool meant(std::size_t first, std::size_t second) const {
        const auto into = [&](std::size_t hole, std::size_t other) {
            const auto* bar = std::get_if<BarPattern>(&m_job.patterns[m_plan.holes[hole].pattern].layout);
            return bar && bar->into && in_words(*bar->into) == m_plan.holes[other].name;
        };
        return into(first, second) || into(second, first);
    }
    void judge_pair(std::size_t first, std::size_t second, Length apart) {
        const Hole& a = m_plan.holes[first];
        const Hole& b = m_plan.holes[second];
        const Length metal = apart - (a.spec.diameter + b.spec.diameter) / 2.0;
        const Length least = std::min(a.spec.diameter, b.spec.diameter) * least_wall;
        const Section section = section_at(m_job.blank, a.bar->along);
        const Length mouths = between_mouths(section, *a.bar, *b.bar);
        const std::vector<int> both{static_cast<int>(first), static_cast<int>(second)};
        if (mouths < std::min(a.spec.diameter, b.spec.diameter) / 10.0)
            m_findings.push_back({Grade::Stop, FindingKind::DoubleHole,
                                  say("{one} and {other} are in the same place.", {{"one", a.name}, {"other", b.name}}),
                                  say("Leave one of them out."), both});
        else if (mouths < (a.spec.diameter + b.spec.diameter) / 2.0)
            m_findings.push_back(
                {Grade::Stop, FindingKind::HolesMeet,
                 say("The mouths of {one} and {other} overlap: over the surface they are {mouths} apart.",
                     {{"one", a.name}, {"other", b.name}, {"mouths", fig(mouths)}}),
                 say("Move one, make them smaller, or leave one out."), both});
        else if (metal <= Length{})
            m_findings.push_back(
                {Grade::Stop, FindingKind::HolesMeet,
                 say("{one} and {other} meet inside the bar: their axes come within {apart}, their radii make {radii}.",
                     {{"one", a.name},
                      {"other", b.name},
                      {"apart", fig(apart)},
                      {"radii", fig((a.spec.diameter + b.spec.diameter) / 2.0)}}),
                 say("If they are meant to, say that one runs into the other; otherwise move one along the "
                     "bar or make it less deep."),
                 both});
        else if (metal < least)
            m_findings.push_back({Grade::Check, FindingKind::ThinMetal,
                                  say("Inside the bar only {metal} of metal is left between {one} and {other}.",
                                      {{"metal", fig(metal)}, {"one", a.name}, {"other", b.name}}),
                                  say("Ask whether the drawing means it, or move them apart."), both});
    }
};

} // namespace

void find_bar_faults(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings) {
    BarJudge(job, plan, findings).judge();
}

} // namespace clockface
