#include "cutting/bushing.h"

#include "measure/figures.h"
#include "words/say.h"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <set>

namespace clockface {

std::optional<Length> bushing_for(const Chain& chain) {
    const CutStep* drill = chain.last(StepKind::Drill);
    return drill ? std::optional(drill->cutter.actual()) : std::nullopt;
}

UnderBushing under_bushing(const Chain& chain, int step) {
    const CutStep& cut = chain.steps[static_cast<std::size_t>(step)];
    switch (cut.kind) {
    case StepKind::Start:
    case StepKind::Pilot:
        return UnderBushing::LeftOut;
    case StepKind::Drill:
        return &cut == chain.last(StepKind::Drill) ? UnderBushing::Guided : UnderBushing::LeftOut;
    case StepKind::Own:
    case StepKind::Ream:
    case StepKind::Tap:
    case StepKind::Recess:
    case StepKind::Chamfer:
    case StepKind::Deburr:
        break;
    }
    return UnderBushing::Afterwards;
}

std::string bushing_advice(const std::vector<Chain>& chains, const std::vector<int>& kind_of, Unit unit) {
    const auto row = [](const std::set<std::string>& names) { return fmt::format("{}", fmt::join(names, ", ")); };
    std::set<std::string> bores, out, after;
    for (const int kind : std::set<int>(kind_of.begin(), kind_of.end())) {
        const Chain& chain = chains[static_cast<std::size_t>(kind)];
        const std::optional<Length> bore = bushing_for(chain);
        if (!bore)
            continue;
        bores.insert(with_unit(*bore, unit));
        for (std::size_t i = 0; i < chain.steps.size(); ++i) {
            if (chain.steps[i].skipped)
                continue;
            const UnderBushing what = under_bushing(chain, static_cast<int>(i));
            if (what == UnderBushing::LeftOut)
                out.insert(chain.steps[i].cutter.name);
            else if (what == UnderBushing::Afterwards)
                after.insert(chain.steps[i].cutter.name);
        }
    }
    if (bores.empty())
        return {};
    std::string advice =
        say("{bushings:A bushing|Bushings} bored {bores} {bushings:starts and guides the drill|start and guide the "
            "drills}.",
            {{"bushings", bores.size()}, {"bores", row(bores)}});
    if (!out.empty())
        advice += " " + say("What would start a hole stays out: {cutters}.", {{"cutters", row(out)}});
    if (!after.empty())
        advice += " " + say("Once the bar is out this follows: {cutters}.", {{"cutters", row(after)}});
    return advice;
}

} // namespace clockface
