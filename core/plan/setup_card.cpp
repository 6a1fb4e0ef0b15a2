#include "plan/setup_card.h"

#include "layout/hole_names.h"
#include "layout/outline.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace clockface {

namespace {

WorkEdge edge(Axis axis, bool high) {
    if (axis == Axis::X)
        return high ? WorkEdge::Right : WorkEdge::Left;
    return high ? WorkEdge::Far : WorkEdge::Near;
}

// As it is drawn: the far edge is the upper one.
std::string in_words(WorkEdge edge) {
    switch (edge) {
    case WorkEdge::Left:
        return say("its left end");
    case WorkEdge::Right:
        return say("its right end");
    case WorkEdge::Near:
        return say("its lower edge");
    case WorkEdge::Far:
        break;
    }
    return say("its upper edge");
}

// In the order of the chains, each once.
std::vector<std::string> cutters_at(const SetupPlan& plan, const Setting& setting) {
    std::vector<std::string> names;
    for (const LoadedHole& each : setting.holes)
        for (const CutStep& step : plan.chain_of(static_cast<std::size_t>(each.hole)).steps)
            if (!step.skipped && !step.by_hand &&
                std::find(names.begin(), names.end(), step.cutter.name) == names.end())
                names.push_back(step.cutter.name);
    return names;
}

} // namespace

SetupCard::Measure measure_of(const Job& job, const SetupPlan& plan, int hole) {
    const ReferenceEdges edges = reference_edges(job);
    const Point from = plan.holes[static_cast<std::size_t>(hole)].at - edges.corner;
    return {hole, edges.right ? -from.x : from.x, edges.upper ? -from.y : from.y};
}

SetupCard setup_card(const Job& job, const SetupPlan& plan, const BatchPlan& batch) {
    SetupCard card;
    const Axis seat = plan.held.across_jaws(), end = seat == Axis::X ? Axis::Y : Axis::X;
    card.to_seat = edge(seat, plan.held.located_at_high(seat));
    card.to_stop = edge(end, plan.held.located_at_high(end));
    for (const Setting& each : batch.settings) {
        card.places.push_back({each.at, each.holes, cutters_at(plan, each)});
        for (const LoadedHole& loaded : each.holes)
            card.first_piece.push_back(measure_of(job, plan, loaded.hole));
    }
    return card;
}

std::string in_words(const Job& job, const SetupPlan& plan, const SetupCard::Measure& measure) {
    const ReferenceEdges edges = reference_edges(job);
    return say("{hole} {x} from {end} and {y} from {edge}",
               {{"hole", plan.holes[static_cast<std::size_t>(measure.hole)].name},
                {"x", with_unit(measure.along_x, job.unit)},
                {"end", in_words(edge(Axis::X, edges.right))},
                {"y", with_unit(measure.along_y, job.unit)},
                {"edge", in_words(edge(Axis::Y, edges.upper))}});
}

std::vector<std::string> in_words(const Job& job, const SetupPlan& plan, const SetupCard& card,
                                  std::optional<std::size_t> place) {
    std::vector<std::string> lines{in_words(plan.held, job.unit)};
    lines.push_back(say(plan.held.against_fence
                            ? later("As drawn {edge} lies against the fence and {end} against the stop: mark that end, "
                                    "and the face that is up.")
                            : later("As drawn {edge} lies against the fixed jaw and {end} against the stop: mark that "
                                    "end, and the face that is up."),
                        {{"edge", in_words(card.to_seat)}, {"end", in_words(card.to_stop)}}));
    BatchPlan batch;
    for (const SetupCard::Place& each : card.places)
        batch.settings.push_back({each.from_stop, each.holes});
    std::vector<std::string> measures;
    for (std::size_t i = 0; i < card.places.size(); ++i) {
        if (place.value_or(i) != i)
            continue;
        lines.push_back(
            setting_in_words(plan, batch, i, job.unit) + " " +
            say("With {cutters}.", {{"cutters", fmt::format("{}", fmt::join(card.places[i].cutters, ", "))}}));
        for (const SetupCard::Measure& each : card.first_piece)
            if (std::any_of(card.places[i].holes.begin(), card.places[i].holes.end(),
                            [&](const LoadedHole& loaded) { return loaded.hole == each.hole; }))
                measures.push_back(in_words(job, plan, each));
    }
    lines.push_back(say("The first piece has {measures}, within {within}.",
                        {{"measures", fmt::format("{}", fmt::join(measures, "; "))},
                         {"within", with_unit(job.holes_within, job.unit)}}));
    lines.push_back(
        say("From then on every piece is loaded, clamped and drilled; its place wants no measuring until the "
            "next setting."));
    return lines;
}

} // namespace clockface
