// How far the holes of a piece have come.
#include "bench/session.h"

#include "words/say.h"

#include <algorithm>
#include <map>

namespace clockface {

std::vector<std::string> lacking(const Job& job, const SetupPlan& plan, int hole, const WorkDone& done) {
    std::vector<std::string> left;
    const auto& steps = plan.chain_of(static_cast<std::size_t>(hole)).steps;
    for (std::size_t i = 0; i < steps.size(); ++i)
        if (!steps[i].skipped && !done.has(cut_task(job, plan, hole, static_cast<int>(i))))
            left.push_back(steps[i].name);
    return left;
}

namespace {

HoleState state_after(StepKind kind) {
    switch (kind) {
    case StepKind::Start:
        return HoleState::Spotted;
    case StepKind::Ream:
        return HoleState::Reamed;
    case StepKind::Tap:
        return HoleState::Tapped;
    case StepKind::Deburr:
        return HoleState::Deburred;
    case StepKind::Pilot:
    case StepKind::Drill:
    case StepKind::Recess:
    case StepKind::Chamfer:
    case StepKind::Own:
        break;
    }
    return HoleState::Drilled;
}

// What one thing done makes of a hole with this chain.
HoleState state_after(const Deed& deed, const Chain& chain) {
    if (deed.act == Act::Mark || deed.act == Act::Touch)
        return HoleState::Marked;
    if (deed.act != Act::Cut)
        return HoleState::Planned;
    const CutStep* step = chain.find(deed.what);
    return step ? state_after(step->kind) : HoleState::Drilled;
}

} // namespace

std::vector<HoleState> states_of(const Job& job, const SetupPlan& plan, const Piece& piece) {
    std::vector<HoleState> states(plan.holes.size(), HoleState::Planned);
    std::map<HoleId, std::size_t> index;
    for (std::size_t i = 0; i < plan.holes.size(); ++i)
        index[id_of(job, plan.holes[i])] = i;
    const auto come_to = [&](const HoleId& hole, const auto& further) {
        if (const auto found = index.find(hole); found != index.end())
            states[found->second] = std::max(states[found->second], further(found->second));
    };
    for (const Event* event : standing_events(piece)) {
        if (const auto* done = std::get_if<Done>(&event->what); done && done->deed.hole)
            come_to(*done->deed.hole, [&](std::size_t hole) { return state_after(done->deed, plan.chain_of(hole)); });
        else if (const auto* reading = std::get_if<Inspected>(&event->what))
            come_to(reading->hole, [](std::size_t) { return HoleState::Inspected; });
        else if (const auto* spoiled = std::get_if<Spoiled>(&event->what))
            come_to(spoiled->hole, [](std::size_t) { return HoleState::Spoiled; });
    }
    return states;
}

std::vector<HoleProgress> progress_of(const Job& job, const SetupPlan& plan, const Piece& piece) {
    std::vector<HoleProgress> all(plan.holes.size());
    if (piece.log.empty())
        return all;
    const WorkDone done = work_done(piece);
    const std::vector<HoleState> states = states_of(job, plan, piece);
    for (std::size_t i = 0; i < all.size(); ++i)
        all[i] = {states[i], states[i] != HoleState::Planned && states[i] != HoleState::Spoiled &&
                                 lacking(job, plan, static_cast<int>(i), done).empty()};
    return all;
}

std::string in_words(HoleState state) {
    switch (state) {
    case HoleState::Planned:
        return say("planned");
    case HoleState::Marked:
        return say("marked");
    case HoleState::Spotted:
        return say("spotted");
    case HoleState::Drilled:
        return say("drilled");
    case HoleState::Reamed:
        return say("reamed");
    case HoleState::Tapped:
        return say("tapped");
    case HoleState::Deburred:
        return say("deburred");
    case HoleState::Inspected:
        return say("inspected");
    case HoleState::Spoiled:
        break;
    }
    return say("spoiled");
}

} // namespace clockface
