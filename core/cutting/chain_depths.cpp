#include "cutting/chain_parts.h"
#include "cutting/depth_figure.h"
#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

class Depths {
public:
    Depths(Chain& chain, const ChainNeeds& needs)
        : m_chain(chain)
        , m_needs(needs)
        , m_thread(thread_of(needs.spec)) {}

    void set() {
        const CutStep* tap = m_chain.last(StepKind::Tap);
        m_lead = tap ? lead_threads(tap->cutter.lead) : 0.0;
        if (const CutStep* drill = m_chain.last(StepKind::Drill))
            m_full = drilled_depth(m_needs, drill->cutter, m_lead);
        for (CutStep& step : m_chain.steps) {
            set_depth(step);
            if (const auto wish = m_needs.spec.wishes.steps.find(step.name);
                wish != m_needs.spec.wishes.steps.end() && wish->second.depth) {
                step.full += *wish->second.depth - step.tip;
                step.tip = *wish->second.depth;
                step.why_depth = say("Your figure. The program would say {stop}.", {{"stop", fig(step.stop)}});
            }
            step.stop = stop_for(step);
            if (step.kind == StepKind::Tap && m_thread)
                step.tap =
                    TapByHand{rhythm_for(*m_thread, m_needs.cut, m_needs.customs), tap_turns(step.tip, m_thread->pitch),
                              step.tip < m_needs.metal, m_needs.customs.tap_guide};
        }
    }

private:
    Chain& m_chain;
    const ChainNeeds& m_needs;
    std::optional<Thread> m_thread;
    double m_lead = 0.0;
    std::optional<Length> m_full; // of the drill's full diameter; nothing: through

    [[nodiscard]] std::string fig(Length length) const { return depth_figure(length, m_needs.unit); }

    // What goes through: to the line not above, so that it is never too shallow. All else: to the nearest half line, or
    // the one before where that would come out below.
    [[nodiscard]] Length stop_for(const CutStep& step) const {
        const Length line = m_needs.spindle.scale_step;
        const bool goes_through = step.tip >= m_needs.metal;
        if (goes_through)
            return on_scale(step.tip, line);
        const Length half = line / 2.0;
        const Length nearest = half * std::round(step.tip / half);
        return nearest >= m_needs.metal ? half * std::floor(step.tip / half) : nearest;
    }

    void set_depth(CutStep& step) {
        step.widest = step.cutter.actual();
        switch (step.kind) {
        case StepKind::Start:
            return start(step);
        case StepKind::Pilot:
        case StepKind::Drill:
            return drill(step);
        case StepKind::Recess:
        case StepKind::Chamfer:
            return mouth(step);
        case StepKind::Ream:
            return ream(step);
        case StepKind::Tap:
            return tap(step);
        case StepKind::Own:
            if (step.tip <= Length{})
                drill(step);
            step.full = step.tip - point_length(step.cutter.actual(), step.cutter.point);
            return;
        case StepKind::Deburr:
            step.why_depth = say("Only until the sharp edge is gone.");
        }
    }

    void start(CutStep& step) const {
        step.widest = step.mouth;
        if (step.cutter.kind == CutterKind::CentreDrill) {
            const bool shallow = step.mouth < half_way_mouth(step.cutter);
            if (!shallow)
                step.tip = half_way_depth(step.cutter);
            else if (step.mouth > step.cutter.tip)
                step.tip = step.cutter.tip_length + cone_depth(step.mouth, step.cutter.point, step.cutter.tip);
            else
                step.tip = std::min(step.cutter.tip_length, m_needs.metal / 2.0);
            if (shallow)
                step.why_depth =
                    say("Half way up its cone would be {half_way_depth}, and there are only {metal} of metal: so deep "
                        "that it guides and does not come out below.",
                        {{"half_way_depth", fig(half_way_depth(step.cutter))}, {"metal", fig(m_needs.metal)}});
            else
                step.why_depth = say(
                    "Tip {step} long, then half way up the cone: from {tip} to {mouth} wide. Go gently until the tip "
                    "is buried, as it snaps.",
                    {{"step", fig(step.cutter.tip_length)}, {"tip", fig(step.cutter.tip)}, {"mouth", fig(step.mouth)}});
        } else {
            step.tip = cone_depth(step.mouth, step.cutter.point, step.cutter.tip);
            step.why_depth = say("Half the {mouth} mouth over the tangent of half {step} degrees.",
                                 {{"mouth", fig(step.mouth)}, {"step", decimal(step.cutter.point.in_degrees(), 0)}});
        }
        step.full = step.tip;
    }

    void drill(CutStep& step) const {
        const Length point = point_length(step.cutter.actual(), step.cutter.point);
        if (!m_full) {
            step.tip = through_depth(m_needs.metal, step.cutter.actual(), step.cutter.point, m_needs.customs.beyond);
            step.full = m_needs.metal;
            step.why_depth =
                say("{metal} of metal, {point} of point, {beyond} beyond, so that the far side has its full size.",
                    {{"metal", fig(m_needs.metal)}, {"point", fig(point)}, {"beyond", fig(m_needs.customs.beyond)}});
            if (const auto& hollow = m_needs.hollow)
                step.why_depth = say("{metal} across the tube: walls of {from} and {far_wall} with the bore between "
                                     "them; {point} of point, {beyond} beyond, so that the far side has its full size.",
                                     {{"metal", fig(m_needs.metal)},
                                      {"from", fig(hollow->from)},
                                      {"far_wall", fig(m_needs.metal - hollow->to)},
                                      {"point", fig(point)},
                                      {"beyond", fig(m_needs.customs.beyond)}});
            if (step.cutter.kind == CutterKind::StepDrill) {
                step.tip = step.cutter.flute + m_needs.metal;
                step.why_depth = say("Its widest step is {step} above its tip, and there are {metal} of metal.",
                                     {{"step", fig(step.cutter.flute)}, {"metal", fig(m_needs.metal)}});
            }
            return;
        }
        step.full = *m_full;
        step.tip = *m_full + point;
        step.why_depth =
            say("{full} at full diameter and {point} of point.", {{"full", fig(*m_full)}, {"point", fig(point)}});
        if (m_needs.spec.purpose == Purpose::Tapped && m_thread && depth_meant(m_needs.spec) == DepthOf::FullThread)
            step.why_depth =
                say("{depth} of full thread, {lead} threads of the last tap's lead ({thread}), {chip_room} pitches for "
                    "chips ({chips}): {full} at full diameter, and {point} of point.",
                    {{"depth", fig(*m_needs.spec.depth)},
                     {"lead", decimal(m_lead, 1, Sign::WhenNegative, Tail::Trim)},
                     {"thread", fig(m_thread->pitch * m_lead)},
                     {"chip_room", decimal(m_needs.customs.chip_room, 1, Sign::WhenNegative, Tail::Trim)},
                     {"chips", fig(m_thread->pitch * m_needs.customs.chip_room)},
                     {"full", fig(*m_full)},
                     {"point", fig(point)}});
        else if (m_needs.spec.depth && depth_meant(m_needs.spec) == DepthOf::Tip)
            step.why_depth =
                say("The drawing's {depth} is taken to the tip: {full} at full diameter, {point} of point.",
                    {{"depth", fig(*m_needs.spec.depth)}, {"full", fig(*m_full)}, {"point", fig(point)}});
    }

    void mouth(CutStep& step) const {
        if (m_needs.spec.recess && m_needs.spec.recess->kind == RecessKind::Counterbore &&
            step.kind == StepKind::Recess) {
            step.tip = step.full = m_needs.spec.recess->depth;
            step.widest = step.cutter.actual();
            step.why_depth = say("As deep as the head is high, and a little, so that it lies below the face.");
            return;
        }
        step.tip = cone_depth(step.mouth, step.cutter.point, step.cutter.tip);
        step.full = step.tip;
        step.widest = step.mouth;
        const CutStep* drill = m_chain.last(StepKind::Drill);
        step.why_depth = say("A {step} cone for a {mouth} mouth.",
                             {{"step", decimal(step.cutter.point.in_degrees(), 0) + "°"}, {"mouth", fig(step.mouth)}});
        if (drill)
            step.why_depth +=
                " " + say("From where it touches the hole's edge it goes {chamfer_depth} on.",
                          {{"chamfer_depth",
                            fig(chamfer_depth(drill->cutter.actual(), (step.mouth - drill->cutter.actual()) / 2.0,
                                              step.cutter.point))}});
    }

    void ream(CutStep& step) const {
        const Length lead = step.cutter.actual() * reamer_lead;
        if (!m_full) {
            step.tip = m_needs.metal + lead + m_needs.customs.beyond;
            step.full = m_needs.metal;
            step.why_depth =
                say("Through: {metal} of metal, {lead} of the reamer's lead, {beyond} beyond.",
                    {{"metal", fig(m_needs.metal)}, {"lead", fig(lead)}, {"beyond", fig(m_needs.customs.beyond)}});
            return;
        }
        step.tip = *m_full - Length::mm(reamer_room_mm);
        step.full = step.tip - lead;
        step.why_depth = say("It stops {reamer_room_mm} above the drill's shoulder, so that it does not run on chips; "
                             "its lead takes {lead} of that.",
                             {{"reamer_room_mm", fig(Length::mm(reamer_room_mm))}, {"lead", fig(lead)}});
    }

    void tap(CutStep& step) const {
        if (!m_thread)
            return;
        const Length lead = m_thread->pitch * lead_threads(step.cutter.lead);
        if (is_through(m_needs.spec) && !m_needs.spec.captive) {
            step.tip = m_needs.metal + tap_protrusion(step.cutter.lead, m_thread->pitch);
            step.full = m_needs.metal;
            step.why_depth =
                say("Right through: until {lead} of lead and one thread more stand out below.", {{"lead", fig(lead)}});
            return;
        }
        if (m_needs.spec.captive) {
            step.full = *m_needs.spec.depth;
            step.tip = step.full + lead;
            step.why_depth =
                say("Full thread only to {full}, so that the stud cannot run through and press on what lies beneath.",
                    {{"full", fig(step.full)}});
            return;
        }
        // As deep as the drilled hole lets it, less room for chips.
        const Length bottom = m_full.value_or(m_needs.metal) - m_thread->pitch * m_needs.customs.chip_room;
        step.tip = std::max(bottom, Length{});
        step.full = std::max(bottom - lead, Length{});
        if (m_needs.spec.depth && depth_meant(m_needs.spec) == DepthOf::FullThread && step.full > *m_needs.spec.depth) {
            step.full = *m_needs.spec.depth;
            step.tip = step.full + lead;
        }
        step.why_depth =
            say("Full thread to {full}; its lead of {lead_threads} threads reaches to {tip}, and {chips} stay free for "
                "chips.",
                {{"full", fig(step.full)},
                 {"lead_threads", decimal(lead_threads(step.cutter.lead), 1, Sign::WhenNegative, Tail::Trim)},
                 {"tip", fig(step.tip)},
                 {"chips", fig(m_thread->pitch * m_needs.customs.chip_room)}});
    }
};

} // namespace

std::optional<Length> drilled_depth(const ChainNeeds& needs, const Cutter& drill, double lead_of_last_tap) {
    const HoleSpec& spec = needs.spec;
    if (is_through(spec))
        return std::nullopt;
    const Length point = point_length(drill.actual(), drill.point);
    const Length floor = std::max(needs.metal - Length::mm(least_floor_mm) - point, Length{});
    const auto thread = thread_of(spec);
    switch (depth_meant(spec)) {
    case DepthOf::Tip:
        return std::max(*spec.depth - point, Length{});
    case DepthOf::FullThread:
        if (thread && spec.purpose == Purpose::Tapped)
            return std::min(floor,
                            drilled_for_thread(*spec.depth, thread->pitch, lead_of_last_tap, needs.customs.chip_room));
        return *spec.depth;
    case DepthOf::FullDiameter:
        break;
    }
    if (spec.purpose == Purpose::Reamed)
        return std::min(std::max(floor, *spec.depth), drilled_for_reamer(*spec.depth, spec.diameter));
    return *spec.depth;
}

void set_depths(Chain& chain, const ChainNeeds& needs) {
    Depths(chain, needs).set();
}

} // namespace clockface
