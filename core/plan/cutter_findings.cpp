#include "plan/cutter_findings.h"

#include "cutting/chain_parts.h"
#include "cutting/depth_figure.h"
#include "cutting/depth_stack.h"
#include "measure/figures.h"
#include "shop/cutter_points.h"

#include <algorithm>
#include <fmt/format.h>

namespace clockface {

namespace {

// Beyond this a drill bends and its chips stick.
constexpr double long_and_thin = 10.0;
// A nut holds its screw with 0.8 of its diameter (ISO 4032); less than that share of what is wanted is worth a look.
constexpr double nut = 0.8;

class ChainJudge {
public:
    ChainJudge(const Job& job, const Shop& shop, const SetupPlan& plan, std::vector<Finding>& findings)
        : m_job(job)
        , m_shop(shop)
        , m_plan(plan)
        , m_findings(findings) {}

    void judge(int index) {
        m_chain = &m_plan.chains()[static_cast<std::size_t>(index)];
        m_holes.clear();
        for (std::size_t i = 0; i < m_plan.chain_of.size(); ++i)
            if (m_plan.chain_of[i] == index)
                m_holes.push_back(static_cast<int>(i));
        if (m_holes.empty())
            return;
        cutters();
        drilled();
        threaded();
        reamed();
        turned();
        audited();
    }

private:
    const Job& m_job;
    const Shop& m_shop;
    const SetupPlan& m_plan;
    std::vector<Finding>& m_findings;
    const Chain* m_chain = nullptr;
    std::vector<int> m_holes;

    [[nodiscard]] std::string fig(Length length) const { return depth_figure(length, m_job.unit); }
    static std::string num(double value, int decimals = 0) {
        return decimal(value, decimals, Sign::WhenNegative, Tail::Trim);
    }

    // "A1", "A1 to A6", "A1 and 6 more": short enough for one sentence.
    [[nodiscard]] std::string who() const {
        const std::string first = m_plan.holes[static_cast<std::size_t>(m_holes.front())].name;
        if (m_holes.size() == 1)
            return first;
        return fmt::format("{} and {} more", first, m_holes.size() - 1);
    }

    void say(Grade grade, FindingKind kind, std::string sentence, std::string remedy) {
        m_findings.push_back({grade, kind, std::move(sentence), std::move(remedy), m_holes});
    }

    void cutters() {
        for (const std::string& sentence : m_chain->missing)
            say(Grade::Check, FindingKind::NoCutter, fmt::format("{}: {}", who(), sentence),
                "Choose another under Cutters, or put it in the drawer once it is there.");
        const CutStep* drill = m_chain->last(StepKind::Drill);
        const auto limits = limits_of(m_chain->spec);
        if (limits && !m_chain->last(StepKind::Ream)) {
            const Length made = drill ? drill->cutter.actual() : Length{};
            if (!drill || made < limits->least.value_or(Length{}) || made > limits->most.value_or(Length::mm(1e6)))
                say(Grade::Stop, FindingKind::OutOfLimits,
                    fmt::format("{}: no drill or reamer of the drawer stays inside {} to {}.", who(),
                                limits->least ? with_unit(*limits->least, m_job.unit) : "any size",
                                limits->most ? with_unit(*limits->most, m_job.unit) : "any size"),
                    "A reamer of this size, or a wider limit, would do.");
        }
        const Length once = m_plan.machine.spindle.one_go;
        if (drill && drill->cutter.actual() > once && !m_chain->last(StepKind::Pilot))
            say(Grade::Check, FindingKind::TooLargeAtOnce,
                fmt::format("{}: the {} goes through solid metal, but {} drives {} in one go.", who(),
                            drill->cutter.name, m_plan.machine.name, fig(once)),
                "Drill a pilot first.");
    }

    void drilled() {
        const CutStep* drill = m_chain->last(StepKind::Drill);
        if (!drill)
            return;
        if (const CutStep* start = m_chain->last(StepKind::Start); start && start->tip >= m_chain->metal)
            say(Grade::Check, FindingKind::BreaksThrough,
                fmt::format("{}: the {} goes {} deep to start, and there are only {} of metal: it comes out below.",
                            who(), start->cutter.name, fig(start->tip), fig(m_chain->metal)),
                "A smaller one, or a punch mark, would do; put something under it that may be drilled.");
        const bool blind = !is_through(m_chain->spec);
        if (blind && drill->tip >= m_chain->metal)
            say(Grade::Stop, FindingKind::BreaksThrough,
                fmt::format(
                    "{} is blind, but the {}'s point comes out below: its tip goes to {} and there are {} of metal.",
                    who(), drill->cutter.name, fig(drill->tip), fig(m_chain->metal)),
                fmt::format("At most {} at full diameter would do.",
                            fig(std::max(m_chain->metal - Length::mm(least_floor_mm) -
                                             point_length(drill->cutter.actual(), drill->cutter.point),
                                         Length{}))));
        else if (!blind && far_side(drill->tip, m_chain->metal, drill->cutter.actual(), drill->cutter.point) <
                               drill->cutter.actual() * 0.999)
            say(Grade::Check, FindingKind::BreaksThrough,
                fmt::format("{}: the far side comes out under size, as the {} stops at {}.", who(), drill->cutter.name,
                            fig(drill->tip)),
                fmt::format("{} would do.", fig(through_depth(m_chain->metal, drill->cutter.actual(),
                                                              drill->cutter.point, m_shop.customs.beyond))));
        for (const CutStep& step : m_chain->steps) {
            if (step.skipped || (step.kind != StepKind::Drill && step.kind != StepKind::Pilot &&
                                 step.kind != StepKind::Ream && step.kind != StepKind::Own))
                continue;
            if (step.cutter.flute > Length{} && step.tip > step.cutter.flute)
                say(Grade::Stop, FindingKind::DrillTooShort,
                    fmt::format("{}: the {} cuts {} deep, the hole takes {}.", who(), step.cutter.name,
                                fig(step.cutter.flute), fig(step.tip)),
                    "A long one would do, or drilling from both sides.");
            else if (!m_chain->hollow && step.kind == StepKind::Drill &&
                     step.tip > step.cutter.actual() * long_and_thin)
                say(Grade::Check, FindingKind::LongAndThin,
                    fmt::format("{}: the hole is {} diameters of the {} deep.", who(),
                                num(step.tip / step.cutter.actual(), 1), step.cutter.name),
                    "Clear the chips often, and start with a short drill.");
        }
    }

    void threaded() {
        if (m_chain->spec.purpose != Purpose::Tapped)
            return;
        const auto thread = thread_of(m_chain->spec);
        if (!thread)
            return say(Grade::Check, FindingKind::NoCutter,
                       fmt::format("{}: the thread {} is not in the table, so no tap drill is worked out.", who(),
                                   m_chain->spec.label),
                       "Give the tap drill as a step of your own.");
        const DepthStack stack = depth_stack(*m_chain, {}, m_job.unit);
        if (stack.drill > Length{} && (stack.percent < least_percent || stack.percent > most_percent))
            say(stack.percent <= 0.0 ? Grade::Stop : Grade::Check, FindingKind::ThreadPercent,
                fmt::format("{}: a {} hole leaves {} percent of thread; {} to {} is usual.", who(), fig(stack.drill),
                            num(stack.percent), num(least_percent), num(most_percent)),
                "Choose another tap drill under Cutters.");
        const bool blind = !is_through(m_chain->spec);
        for (const CutStep& step : m_chain->steps)
            if (blind && step.kind == StepKind::Tap && !step.skipped && step.tip > stack.full + Length::mm(1e-6))
                say(Grade::Stop, FindingKind::TapTooDeep,
                    fmt::format("{}: the {} is to go {} deep, but the hole has its full diameter only to {}.", who(),
                                step.cutter.name, fig(step.tip), fig(stack.full)),
                    "The tap would break in the bottom. Drill deeper, or tap less deep.");
        const Length wanted =
            m_chain->spec.depth && depth_meant(m_chain->spec) == DepthOf::FullThread ? *m_chain->spec.depth : Length{};
        const Length least = thread->major * engagement();
        if (wanted > stack.thread + Length::mm(1e-3))
            say(Grade::Stop, FindingKind::TooFewThreads,
                fmt::format(
                    "{}: {} of full thread is asked for, but only {} is had: {} of metal leave no room for more.",
                    who(), fig(wanted), fig(stack.thread), fig(m_chain->metal)),
                "A bottoming tap, less room for chips, or a hole right through would give more.");
        else if (stack.thread < least)
            say(stack.thread < least * nut ? Grade::Check : Grade::Note, FindingKind::TooFewThreads,
                fmt::format("{}: {} of thread, {} turns; in {} a full strength screw wants {}.", who(),
                            fig(stack.thread), num(stack.threads, 1), metal_name(), fig(least)),
                finer(*thread, stack.thread));
    }

    // The finest thread of the same diameter, where it is finer.
    [[nodiscard]] std::string finer(const Thread& thread, Length held) const {
        const Thread* finest = nullptr;
        for (const Thread& each : all_threads())
            if (abs(each.major - thread.major) < Length::mm(1e-3) && each.angle == thread.angle &&
                each.pitch < thread.pitch && (!finest || each.pitch < finest->pitch))
                finest = &each;
        return finest ? fmt::format("{} would have {} turns there; thicker metal or a longer boss would hold more.",
                                    finest->name, num(threads_engaged(held, finest->pitch), 1))
                      : "There is no finer thread of this size; thicker metal or a longer boss would hold more.";
    }

    [[nodiscard]] double engagement() const { return metal().engagement; }
    [[nodiscard]] std::string metal_name() const { return metal().name; }
    [[nodiscard]] Metal metal() const { return metal_of(m_job.blank.material).value_or(all_metals().front()); }

    void reamed() {
        const CutStep* ream = m_chain->last(StepKind::Ream);
        if (!ream)
            return;
        const CutStep* drill = m_chain->last(StepKind::Drill);
        if (!drill)
            return say(Grade::Stop, FindingKind::NothingUnderReamer,
                       fmt::format("{}: there is no drill under the {}.", who(), ream->cutter.name),
                       "Drill under size first: a reamer only takes a shaving.");
        if (cuts(drill->cutter, metal()) >= ream->cutter.actual())
            say(Grade::Stop, FindingKind::NothingUnderReamer,
                fmt::format("{}: the {} usually cuts {}, and leaves the {} nothing to cut.", who(), drill->cutter.name,
                            fig(cuts(drill->cutter, metal())), ream->cutter.name),
                "A smaller drill would do.");
    }

    void turned() {
        for (const CutStep& step : m_chain->steps) {
            if (step.skipped || step.by_hand)
                continue;
            const Spindle& spindle = m_plan.machine.spindle;
            if (!step.rpm)
                say(Grade::Stop, FindingKind::SpeedOutOfRange,
                    fmt::format("{}: {} turns no slower than {}, too fast for the {}.", who(), m_plan.machine.name,
                                num(spindle.lowest()), step.cutter.name),
                    "Another machine, or a smaller cutter, would do.");
            else if (*step.rpm < spindle.lowest() || *step.rpm > spindle.highest())
                say(Grade::Check, FindingKind::SpeedOutOfRange,
                    fmt::format("{}: {} turns from {} to {}; {} was asked for the {}.", who(), m_plan.machine.name,
                                num(spindle.lowest()), num(spindle.highest()), num(*step.rpm), step.cutter.name),
                    "Give a speed there is.");
        }
    }

    // What a careful person would miss in the plan.
    void audited() {
        const CutStep* start = m_chain->find("start");
        const CutStep* drill = m_chain->last(StepKind::Drill);
        constexpr double short_enough = 4.0;
        if (start && start->skipped && drill && drill->cutter.flute > drill->cutter.actual() * short_enough)
            say(Grade::Note, FindingKind::NotAudited,
                fmt::format("{}: the {} starts without a spot and may run off about {}.", who(), drill->cutter.name,
                            fig(expected_wander(drill->cutter, drill->cutter.flute, metal().wander, m_plan.estimates))),
                how_to_start(metal(), drill->cutter, drill->cutter.flute));
        for (const char* step : {"chamfer", "deburr"})
            if (const CutStep* left = m_chain->find(step); left && left->skipped)
                say(Grade::Note, FindingKind::NotAudited, fmt::format("{}: the {} is left out.", who(), step),
                    "Look whether the part has to lie flat there, and whether the edge can cut somebody.");
    }
};

// Blind points and holes of other faces: only where there is another face to come from.
void crossing(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings) {
    const bool others = std::any_of(job.patterns.begin(), job.patterns.end(),
                                    [&](const Pattern& each) { return each.face != job.blank.up; });
    const bool existing = std::any_of(job.blank.existing.begin(), job.blank.existing.end(),
                                      [&](const Existing& each) { return each.face != job.blank.up; });
    constexpr std::size_t most = 400;
    if ((!others && !existing) || plan.holes.size() > most)
        return;
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const DepthStack stack = depth_stack(plan.chain(i), crossings_of(job, hole, hole.spec.diameter), job.unit);
        for (const Crossing& each : stack.crossings)
            if (each.from < stack.tip)
                findings.push_back({Grade::Check,
                                    FindingKind::IntoOtherHole,
                                    fmt::format("{} runs into {} at {} below the face.", hole.name, each.name,
                                                with_unit(std::max(each.from, Length{}), job.unit)),
                                    "If the drawing means it, go gently there: the drill is pulled to the open side.",
                                    {static_cast<int>(i)}});
    }
}

} // namespace

void find_cutter_faults(const Job& job, const Shop& shop, const SetupPlan& plan, std::vector<Finding>& findings) {
    ChainJudge judge(job, shop, plan, findings);
    for (int i = 0; i < static_cast<int>(plan.chains().size()); ++i)
        judge.judge(i);
    crossing(job, plan, findings);
    if (!plan.cutting->metal_known && !plan.holes.empty())
        findings.push_back(
            {Grade::Note,
             FindingKind::NoCutter,
             job.blank.material.empty()
                 ? "The blank's metal is not said; speeds are reckoned as for mild steel."
                 : fmt::format("'{}' is not in the table of metals; speeds are reckoned as for mild steel.",
                               job.blank.material),
             "Name the metal under Blank, such as brass or stainless steel.",
             {}});
    if (plan.room.tight)
        findings.push_back({plan.room.loses ? Grade::Check : Grade::Note,
                            FindingKind::NoRoom,
                            plan.room.sentence,
                            "Short cutters, where there are any, also wander less.",
                            {}});
    auto then = job.planned_with.find(plan.machine.id);
    if (then == job.planned_with.end())
        then = job.planned_with.find(plan.machine.name);
    if (then == job.planned_with.end())
        return;
    const std::string now = machine_in_words(plan.machine);
    const bool same =
        then->second.mark.empty() ? then->second.words == now : then->second.mark == figures_mark(plan.machine);
    if (!same)
        findings.push_back({Grade::Check,
                            FindingKind::FiguresChanged,
                            fmt::format("{} has other figures than when this job was saved. Then: {}. Now: {}.",
                                        plan.machine.name, then->second.words, now),
                            "If the shop is right now, save the job again; work that is begun may be out.",
                            {}});
}

} // namespace clockface
