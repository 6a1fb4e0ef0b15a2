#include "plan/hold_findings.h"

#include "measure/figures.h"
#include "plan/named_place.h"
#include "words/say.h"

namespace clockface {

namespace {

std::string what_would_do(const Beneath& under) {
    switch (under.what) {
    case Underneath::Parallel:
        return under.rear
                   ? say("Under Hold, take the rear parallel out once the work is clamped, or take thinner ones.")
                   : say("Under Hold, take thinner parallels, or clamp the work over a board that may be drilled "
                         "into.");
    case Underneath::Jaw:
        return say("Hold the work further out of the jaw, or drill this hole in another set-up.");
    case Underneath::Bed:
        return say("Under Hold, take higher parallels, or lay a board that may be drilled into under the work.");
    case Underneath::Table:
        return say("Under Hold, lay a board under the work that is thicker than the drill goes beyond it.");
    case Underneath::Free:
    case Underneath::Slot:
    case Underneath::Waste:
    case Underneath::NotKnown:
        break;
    }
    return {};
}

const char* met(const Beneath& under) {
    switch (under.what) {
    case Underneath::Parallel:
        return under.rear ? later("The drill of {hole} meets the rear parallel, {depth} deep.")
                          : later("The drill of {hole} meets the near parallel, {depth} deep.");
    case Underneath::Jaw:
        return later("The drill of {hole} meets a jaw of the vise, {depth} deep.");
    case Underneath::Bed:
        return later("The drill of {hole} meets the bed of the vise, {depth} deep.");
    case Underneath::Table:
        return later("The drill of {hole} meets the table, {depth} deep.");
    case Underneath::Free:
    case Underneath::Slot:
    case Underneath::Waste:
    case Underneath::NotKnown:
        break;
    }
    return "";
}

} // namespace

void find_hold_faults(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings) {
    const Held& held = plan.held;
    if (held.by_its_list || plan.holes.empty())
        return;
    if (!held.fault.empty())
        findings.push_back(
            {Grade::Check, FindingKind::NotHeld, held.fault, say("Say under Hold what holds the work."), {}});
    for (std::size_t i = 0; i < plan.beneath.size(); ++i)
        if (const Beneath& under = plan.beneath[i]; spoils(under.what))
            findings.push_back({Grade::Stop,
                                FindingKind::DrillsHolding,
                                say(met(under), {{"hole", of_hole(plan.holes[i].name)},
                                                 {"depth", with_unit(under.tip - under.met, job.unit)}}),
                                what_would_do(under),
                                {static_cast<int>(i)}});
    if (held.lean && held.lean->beside > job.holes_within / 2.0)
        findings.push_back(
            {Grade::Check,
             FindingKind::OutOfSquare,
             say("The spindle leans by {tilt}: a hole through {height} comes out {beside} beside where it "
                 "went in.",
                 {{"tilt", in_degrees(held.lean->tilt, 3)},
                  {"height", with_unit(held.height, job.unit)},
                  {"beside", deviation_in_words(held.lean->beside, job.unit)}}),
             say("Bring head or table square to the spindle and swing the indicator again."),
             {}});
    if (!held.vise)
        return;
    if (held.finder && held.proud < held.finder->needs)
        findings.push_back({Grade::Note,
                            FindingKind::NoRoomForFinder,
                            say(held.proud > Length{}
                                    ? later("Only {proud} of the face at the fixed jaw stand free, and the {finder} "
                                            "needs {needs}.")
                                    : later("Nothing of the face at the fixed jaw stands free, and the {finder} needs "
                                            "{needs}."),
                                {{"proud", with_unit(held.proud, job.unit)},
                                 {"finder", held.finder->name},
                                 {"needs", with_unit(held.finder->needs, job.unit)}}),
                            say("The list has the fixed jaw's own face touched, before the work is in. Higher "
                                "parallels would leave room."),
                            {}});
    constexpr double little = 0.25; // of its height
    if (held.gripped < held.height * little)
        findings.push_back(
            {Grade::Check,
             FindingKind::LittleGrip,
             say("Only {gripped} of the work's {height} are gripped.",
                 {{"gripped", with_unit(held.gripped, job.unit)}, {"height", with_unit(held.height, job.unit)}}),
             say("Under Hold, take lower parallels: half its height does for drilling."),
             {}});
}

} // namespace clockface
