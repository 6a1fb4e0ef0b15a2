#include "cutting/depth_stack.h"

#include "cutting/chain_parts.h"
#include "cutting/depth_figure.h"
#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

std::string what_is_hit(const DepthStack& stack, Unit unit) {
    std::vector<std::pair<Length, std::string>> hits;
    for (const Crossing& each : stack.crossings)
        if (each.from < stack.tip)
            hits.emplace_back(each.from,
                              say("{other} at {from}",
                                  {{"other", each.name}, {"from", depth_figure(std::max(each.from, Length{}), unit)}}));
    if (!stack.through && stack.tip > stack.metal)
        hits.emplace_back(stack.metal, say("the far face at {metal}", {{"metal", depth_figure(stack.metal, unit)}}));
    const auto first =
        std::min_element(hits.begin(), hits.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    return first == hits.end() ? std::string() : first->second;
}

} // namespace

DepthStack depth_stack(const Chain& chain, std::vector<Crossing> crossings, Unit unit) {
    DepthStack stack;
    stack.metal = chain.metal;
    stack.through = is_through(chain.spec);
    if (const CutStep* start = chain.last(StepKind::Start)) {
        stack.spot_mouth = start->mouth;
        stack.spot_depth = start->tip;
        stack.in_spot = start->tip;
    }
    const CutStep* mouth = chain.last(StepKind::Recess);
    if (!mouth)
        mouth = chain.last(StepKind::Chamfer);
    if (mouth) {
        stack.mouth = mouth->mouth;
        stack.mouth_depth = mouth->tip;
        stack.flat_mouth = mouth->cutter.kind == CutterKind::Counterbore;
        // A cone that is drawn to its tip would reach below the hole's edge: only what it takes off there counts.
        if (const CutStep* drill = chain.last(StepKind::Drill); drill && !stack.flat_mouth)
            stack.mouth_depth = cone_depth(mouth->mouth, mouth->cutter.point, drill->cutter.actual());
    }
    const CutStep* drill = chain.last(StepKind::Drill);
    if (drill) {
        stack.drill = drill->cutter.actual();
        stack.full = drill->full;
        stack.tip = drill->tip;
        stack.point = drill->cutter.point;
        // Holes that only just break through are narrower on the far side; that is no full diameter there.
        if (stack.through && far_side(stack.tip, stack.metal, stack.drill, stack.point) < stack.drill * 0.999)
            stack.full = stack.tip - point_length(stack.drill, stack.point);
        stack.below = std::max(stack.metal - stack.tip, Length{});
    }
    if (const CutStep* ream = chain.last(StepKind::Ream)) {
        stack.reamed = ream->cutter.actual();
        stack.reamed_to = ream->full;
    }
    const auto thread = thread_of(chain.spec);
    const CutStep* tap = chain.last(StepKind::Tap);
    if (thread && chain.spec.purpose == Purpose::Tapped && drill) {
        stack.major = thread->major;
        stack.percent = percent_of_thread(*thread, stack.drill);
        if (tap) {
            stack.tap = tap->tip;
            const Length lead = thread->pitch * lead_threads(tap->cutter.lead);
            const Length cut = std::max(std::min(tap->full, tap->tip - lead), Length{});
            // In a through hole the lead comes out below; in a blind one the tap cannot pass the drilled bottom.
            const Length held = stack.through && !chain.spec.captive
                                    ? std::min(stack.full, stack.metal)
                                    : std::max(std::min(cut, stack.full - lead), Length{});
            stack.thread =
                stack.through && !chain.spec.captive ? std::min(held, std::max(tap->tip - lead, Length{})) : held;
            if (stack.through && chain.spec.captive)
                stack.thread = cut;
        }
        stack.threads = threads_engaged(stack.thread, thread->pitch);
    }
    std::sort(crossings.begin(), crossings.end(), [](const Crossing& a, const Crossing& b) { return a.from < b.from; });
    stack.crossings = std::move(crossings);
    stack.first_hit = what_is_hit(stack, unit);
    return stack;
}

} // namespace clockface
