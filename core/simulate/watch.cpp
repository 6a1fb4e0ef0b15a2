#include "simulate/watch.h"

#include "cutting/bushing.h"
#include "holding/beneath.h"
#include "words/say.h"

namespace clockface {

namespace {

// A step that only widens, deepens or threads what a drill has made.
bool needs_a_hole(StepKind kind) {
    switch (kind) {
    case StepKind::Ream:
    case StepKind::Tap:
    case StepKind::Recess:
    case StepKind::Chamfer:
    case StepKind::Deburr:
        return true;
    case StepKind::Start:
    case StepKind::Pilot:
    case StepKind::Drill:
    case StepKind::Own:
        break;
    }
    return false;
}

} // namespace

const Chain* Watch::chain_of(int hole) const {
    if (!m_place || hole < 0 || static_cast<std::size_t>(hole) >= m_place->kind_of.size())
        return nullptr;
    return &m_place->chains[static_cast<std::size_t>(m_place->kind_of[static_cast<std::size_t>(hole)])];
}

void Watch::make(int hole, int step, std::vector<std::string>& faults) {
    const Chain* chain = chain_of(hole);
    if (!chain || step >= static_cast<int>(chain->steps.size()))
        return;
    std::vector<bool>& made = m_made[static_cast<std::size_t>(hole)];
    made.resize(chain->steps.size(), false);
    if (step < 0) // the hole as a whole
        return made.assign(made.size(), true);
    const CutStep& now = chain->steps[static_cast<std::size_t>(step)];
    if (needs_a_hole(now.kind))
        for (std::size_t i = 0; i < static_cast<std::size_t>(step); ++i)
            if (const CutStep& before = chain->steps[i];
                before.kind == StepKind::Drill && !before.skipped && !made[i]) {
                faults.push_back(
                    say("{hole} is not drilled yet, and the {cutter} finds no hole",
                        {{"hole", m_holes[static_cast<std::size_t>(hole)].name}, {"cutter", now.cutter.name}}));
                break;
            }
    made[static_cast<std::size_t>(step)] = true;
}

std::vector<std::string> Watch::cut(int hole, const DrillHole& drill, std::optional<HolePlace> place) {
    std::vector<std::string> faults;
    if (m_in_chuck == InChuck::Finder)
        faults.push_back(say("the finder is still in the chuck"));
    else if (m_in_chuck == InChuck::Pin)
        faults.push_back(say("the pin is still in the chuck"));
    else if (drill.cutter >= 0 && drill.cutter != m_cutter)
        faults.push_back(say("another cutter is in the spindle"));
    make(hole, drill.step, faults);
    const Chain* chain = chain_of(hole);
    if (!chain)
        return faults;
    if (!m_place->held.known && !m_place->held.by_its_list)
        faults.push_back(say("nothing holds the work"));
    if (!place || drill.step < 0 || static_cast<std::size_t>(drill.step) >= chain->steps.size())
        return faults;
    const CutStep& step = chain->steps[static_cast<std::size_t>(drill.step)];
    if (const std::optional<Length> bore = bushing_for(*chain);
        bore && m_place->held.guided && under_bushing(*chain, drill.step) != UnderBushing::Guided)
        faults.push_back(say(step.cutter.actual() > *bore
                                 ? later("the {cutter} does not go through the bushing at {hole}")
                                 : later("the {cutter} is loose in the bushing at {hole}"),
                             {{"cutter", step.cutter.name}, {"hole", m_holes[static_cast<std::size_t>(hole)].name}}));
    if (step.by_hand) // it stops where it is felt to
        return faults;
    const Beneath under = beneath(m_solids, *place, {plunge_of(*chain, drill.step, m_place->held.chuck)});
    if (under.chuck)
        faults.push_back(say("the chuck comes down on {what} at {hole}",
                             {{"what", in_words(under.what)}, {"hole", m_holes[static_cast<std::size_t>(hole)].name}}));
    else if (spoils(under.what))
        faults.push_back(
            say("the {cutter} goes through {hole} into {what}", {{"cutter", step.cutter.name},
                                                                 {"hole", m_holes[static_cast<std::size_t>(hole)].name},
                                                                 {"what", in_words(under.what)}}));
    return faults;
}

std::vector<std::string> Watch::by_hand(int hole, const std::string& step) {
    std::vector<std::string> faults;
    if (const Chain* chain = chain_of(hole))
        for (std::size_t i = 0; i < chain->steps.size(); ++i)
            if (chain->steps[i].name == step)
                make(hole, static_cast<int>(i), faults);
    return faults;
}

} // namespace clockface
