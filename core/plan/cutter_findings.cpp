#include "plan/cutter_findings.h"

#include "cutting/chain_parts.h"
#include "cutting/depth_figure.h"
#include "cutting/depth_stack.h"
#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "words/say.h"

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
        for (std::size_t i = 0; i < m_plan.kind_of.size(); ++i)
            if (m_plan.kind_of[i] == index)
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
        return say("{first} and {holes} more", {{"first", first}, {"holes", m_holes.size() - 1}});
    }

    void tell(Grade grade, FindingKind kind, std::string sentence, std::string remedy) {
        m_findings.push_back({grade, kind, std::move(sentence), std::move(remedy), m_holes});
    }

    void cutters() {
        for (const std::string& sentence : m_chain->missing)
            tell(Grade::Check, FindingKind::NoCutter, fmt::format("{}: {}", who(), sentence),
                 say("Choose another under Cutters, or put it in the drawer once it is there."));
        const CutStep* drill = m_chain->last(StepKind::Drill);
        const auto limits = limits_of(m_chain->spec);
        if (limits && !m_chain->last(StepKind::Ream)) {
            const Length made = drill ? drill->cutter.actual() : Length{};
            if (!drill || made < limits->least.value_or(Length{}) || made > limits->most.value_or(Length::mm(1e6)))
                tell(Grade::Stop, FindingKind::OutOfLimits,
                     say("{who}: no drill or reamer of the drawer stays inside {least} to {most}.",
                         {{"who", who()},
                          {"least", limits->least ? with_unit(*limits->least, m_job.unit) : say("any size")},
                          {"most", limits->most ? with_unit(*limits->most, m_job.unit) : say("any size")}}),
                     say("A reamer of this size, or a wider limit, would do."));
        }
        const Length once = m_plan.machine.spindle.one_go;
        if (drill && drill->cutter.actual() > once && !m_chain->last(StepKind::Pilot))
            tell(Grade::Check, FindingKind::TooLargeAtOnce,
                 say("{who}: the {cutter} goes through solid metal, but {name} drives {once} in one go.",
                     {{"who", who()},
                      {"cutter", drill->cutter.name},
                      {"name", m_plan.machine.name},
                      {"once", fig(once)}}),
                 say("Drill a pilot first."));
    }

    void drilled() {
        const CutStep* drill = m_chain->last(StepKind::Drill);
        if (!drill)
            return;
        if (const CutStep* start = m_chain->last(StepKind::Start); start && start->tip >= m_chain->metal)
            tell(Grade::Check, FindingKind::BreaksThrough,
                 say("{who}: the {cutter} goes {tip} deep to start, and there are only {metal} of metal: it comes out "
                     "below.",
                     {{"who", who()},
                      {"cutter", start->cutter.name},
                      {"tip", fig(start->tip)},
                      {"metal", fig(m_chain->metal)}}),
                 say("A smaller one, or a punch mark, would do; put something under it that may be drilled."));
        const bool blind = !is_through(m_chain->spec);
        if (blind && drill->tip >= m_chain->metal)
            tell(Grade::Stop, FindingKind::BreaksThrough,
                 say("{who} is blind, but the {cutter}'s point comes out below: its tip goes to {tip} and there are "
                     "{metal} of metal.",
                     {{"who", who()},
                      {"cutter", drill->cutter.name},
                      {"tip", fig(drill->tip)},
                      {"metal", fig(m_chain->metal)}}),
                 say("At most {metal} at full diameter would do.",
                     {{"metal", fig(std::max(m_chain->metal - Length::mm(least_floor_mm) -
                                                 point_length(drill->cutter.actual(), drill->cutter.point),
                                             Length{}))}}));
        else if (!blind && far_side(drill->tip, m_chain->metal, drill->cutter.actual(), drill->cutter.point) <
                               drill->cutter.actual() * 0.999)
            tell(Grade::Check, FindingKind::BreaksThrough,
                 say("{who}: the far side comes out under size, as the {cutter} stops at {tip}.",
                     {{"who", who()}, {"cutter", drill->cutter.name}, {"tip", fig(drill->tip)}}),
                 say("{through_depth} would do.",
                     {{"through_depth", fig(through_depth(m_chain->metal, drill->cutter.actual(), drill->cutter.point,
                                                          m_shop.customs.beyond))}}));
        for (const CutStep& step : m_chain->steps) {
            if (step.skipped || (step.kind != StepKind::Drill && step.kind != StepKind::Pilot &&
                                 step.kind != StepKind::Ream && step.kind != StepKind::Own))
                continue;
            if (step.cutter.flute > Length{} && step.tip > step.cutter.flute)
                tell(Grade::Stop, FindingKind::DrillTooShort,
                     say("{who}: the {cutter} cuts {step} deep, the hole takes {tip}.",
                         {{"who", who()},
                          {"cutter", step.cutter.name},
                          {"step", fig(step.cutter.flute)},
                          {"tip", fig(step.tip)}}),
                     say("A long one would do, or drilling from both sides."));
            else if (!m_chain->hollow && step.kind == StepKind::Drill &&
                     step.tip > step.cutter.actual() * long_and_thin)
                tell(Grade::Check, FindingKind::LongAndThin,
                     say("{who}: the hole is {step} diameters of the {cutter} deep.",
                         {{"who", who()},
                          {"step", num(step.tip / step.cutter.actual(), 1)},
                          {"cutter", step.cutter.name}}),
                     say("Clear the chips often, and start with a short drill."));
        }
    }

    void threaded() {
        if (m_chain->spec.purpose != Purpose::Tapped)
            return;
        const auto thread = thread_of(m_chain->spec);
        if (!thread)
            return tell(Grade::Check, FindingKind::NoCutter,
                        say("{who}: the thread {label} is not in the table, so no tap drill is worked out.",
                            {{"who", who()}, {"label", m_chain->spec.label}}),
                        say("Give the tap drill as a step of your own."));
        const DepthStack stack = depth_stack(*m_chain, {}, m_job.unit);
        if (stack.drill > Length{} && (stack.percent < least_percent || stack.percent > most_percent))
            tell(stack.percent <= 0.0 ? Grade::Stop : Grade::Check, FindingKind::ThreadPercent,
                 say("{who}: a {drill} hole leaves {percent} percent of thread; {least_percent} to {most_percent} is "
                     "usual.",
                     {{"who", who()},
                      {"drill", fig(stack.drill)},
                      {"percent", num(stack.percent)},
                      {"least_percent", num(least_percent)},
                      {"most_percent", num(most_percent)}}),
                 say("Choose another tap drill under Cutters."));
        const bool blind = !is_through(m_chain->spec);
        for (const CutStep& step : m_chain->steps)
            if (blind && step.kind == StepKind::Tap && !step.skipped && step.tip > stack.full + Length::mm(1e-6))
                tell(Grade::Stop, FindingKind::TapTooDeep,
                     say("{who}: the {cutter} is to go {tip} deep, but the hole has its full diameter only to {full}.",
                         {{"who", who()},
                          {"cutter", step.cutter.name},
                          {"tip", fig(step.tip)},
                          {"full", fig(stack.full)}}),
                     say("The tap would break in the bottom. Drill deeper, or tap less deep."));
        const Length wanted =
            m_chain->spec.depth && depth_meant(m_chain->spec) == DepthOf::FullThread ? *m_chain->spec.depth : Length{};
        const Length least = thread->major * engagement();
        if (wanted > stack.thread + Length::mm(1e-3))
            tell(Grade::Stop, FindingKind::TooFewThreads,
                 say("{who}: {wanted} of full thread is asked for, but only {thread} is had: {metal} of metal leave no "
                     "room for more.",
                     {{"who", who()},
                      {"wanted", fig(wanted)},
                      {"thread", fig(stack.thread)},
                      {"metal", fig(m_chain->metal)}}),
                 say("A bottoming tap, less room for chips, or a hole right through would give more."));
        else if (stack.thread < least)
            tell(stack.thread < least * nut ? Grade::Check : Grade::Note, FindingKind::TooFewThreads,
                 say("{who}: {thread} of thread, {threads} turns; in {metal} a full strength screw wants {least}.",
                     {{"who", who()},
                      {"thread", fig(stack.thread)},
                      {"threads", num(stack.threads, 1)},
                      {"metal", metal_name()},
                      {"least", fig(least)}}),
                 finer(*thread, stack.thread));
    }

    // The finest thread of the same diameter, where it is finer.
    [[nodiscard]] std::string finer(const Thread& thread, Length held) const {
        const Thread* finest = nullptr;
        for (const Thread& each : all_threads())
            if (abs(each.major - thread.major) < Length::mm(1e-3) && each.angle == thread.angle &&
                each.pitch < thread.pitch && (!finest || each.pitch < finest->pitch))
                finest = &each;
        return finest
                   ? say("{finest} would have {threads_engaged} turns there; thicker metal or a longer boss would hold "
                         "more.",
                         {{"finest", finest->name}, {"threads_engaged", num(threads_engaged(held, finest->pitch), 1)}})
                   : say("There is no finer thread of this size; thicker metal or a longer boss would hold more.");
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
            return tell(
                Grade::Stop, FindingKind::NothingUnderReamer,
                say("{who}: there is no drill under the {reamer}.", {{"who", who()}, {"reamer", ream->cutter.name}}),
                say("Drill under size first: a reamer only takes a shaving."));
        if (cuts(drill->cutter, metal()) >= ream->cutter.actual())
            tell(Grade::Stop, FindingKind::NothingUnderReamer,
                 say("{who}: the {cutter} usually cuts {cuts}, and leaves the {reamer} nothing to cut.",
                     {{"who", who()},
                      {"cutter", drill->cutter.name},
                      {"cuts", fig(cuts(drill->cutter, metal()))},
                      {"reamer", ream->cutter.name}}),
                 say("A smaller drill would do."));
    }

    void turned() {
        for (const CutStep& step : m_chain->steps) {
            if (step.skipped || step.by_hand)
                continue;
            const Spindle& spindle = m_plan.machine.spindle;
            if (!step.rpm)
                tell(Grade::Stop, FindingKind::SpeedOutOfRange,
                     say("{who}: {name} turns no slower than {lowest}, too fast for the {cutter}.",
                         {{"who", who()},
                          {"name", m_plan.machine.name},
                          {"lowest", num(spindle.lowest())},
                          {"cutter", step.cutter.name}}),
                     say("Another machine, or a smaller cutter, would do."));
            else if (*step.rpm < spindle.lowest() || *step.rpm > spindle.highest())
                tell(Grade::Check, FindingKind::SpeedOutOfRange,
                     say("{who}: {name} turns from {lowest} to {highest}; {rpm} was asked for the {cutter}.",
                         {{"who", who()},
                          {"name", m_plan.machine.name},
                          {"lowest", num(spindle.lowest())},
                          {"highest", num(spindle.highest())},
                          {"rpm", num(*step.rpm)},
                          {"cutter", step.cutter.name}}),
                     say("Give a speed there is."));
        }
    }

    // What a careful person would miss in the plan.
    void audited() {
        const CutStep* start = m_chain->find("start");
        const CutStep* drill = m_chain->last(StepKind::Drill);
        constexpr double short_enough = 4.0;
        if (start && start->skipped && drill && drill->cutter.flute > drill->cutter.actual() * short_enough)
            tell(Grade::Note, FindingKind::NotAudited,
                 say("{who}: the {cutter} starts without a spot and may run off about {expected_wander}.",
                     {{"who", who()},
                      {"cutter", drill->cutter.name},
                      {"expected_wander",
                       fig(expected_wander(drill->cutter, drill->cutter.flute, metal().wander, m_plan.estimates))}}),
                 how_to_start(metal(), drill->cutter, drill->cutter.flute));
        for (const char* step : {"chamfer", "deburr"})
            if (const CutStep* left = m_chain->find(step); left && left->skipped)
                tell(Grade::Note, FindingKind::NotAudited,
                     say("{who}: the {step} is left out.", {{"who", who()}, {"step", step_title(step)}}),
                     say("Look whether the part has to lie flat there, and whether the edge can cut somebody."));
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
        const DepthStack stack = depth_stack(plan.chain_of(i), crossings_of(job, hole, hole.spec.diameter), job.unit);
        for (const Crossing& each : stack.crossings)
            if (each.from < stack.tip)
                findings.push_back(
                    {Grade::Check,
                     FindingKind::IntoOtherHole,
                     say("{hole} runs into {other} at {from} below the face.",
                         {{"hole", hole.name},
                          {"other", each.name},
                          {"from", with_unit(std::max(each.from, Length{}), job.unit)}}),
                     say("If the drawing means it, go gently there: the drill is pulled to the open side."),
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
                 ? say("The blank's metal is not said; speeds are reckoned as for mild steel.")
                 : say("'{material}' is not in the table of metals; speeds are reckoned as for mild steel.",
                       {{"material", job.blank.material}}),
             say("Name the metal under Blank, such as brass or stainless steel."),
             {}});
    if (plan.room.tight)
        findings.push_back(
            {plan.room.loses ? Grade::Check : Grade::Note,
             FindingKind::NoRoom,
             plan.room.sentence,
             plan.room.loses ? say("Short cutters, where there are any, also wander less. Where the place is lost all "
                                   "the same, lower the longer drill, stopped, into the spot: the way it bends on "
                                   "touching is the way the spindle stands off. Move the work until it goes in "
                                   "straight; a bent drill breaks.")
                             : say("Short cutters, where there are any, also wander less."),
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
                            say("{name} has other figures than when this job was saved. Then: {words}. Now: {now}.",
                                {{"name", plan.machine.name}, {"words", then->second.words}, {"now", now}}),
                            say("If the shop is right now, save the job again; work that is begun may be out."),
                            {}});
}

} // namespace clockface
