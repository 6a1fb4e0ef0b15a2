#include "plan/hold_findings.h"

#include "holding/adjusting.h"
#include "holding/bar_rest.h"
#include "holding/beneath.h"
#include "holding/steady.h"
#include "layout/hole_names.h"
#include "measure/figures.h"
#include "plan/named_place.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

std::string what_would_do(const Held& held, const Beneath& under) {
    if (under.chuck)
        return say("Under Hold, let the work stand higher or move the clamp; or take a longer cutter, which keeps the "
                   "chuck away.");
    switch (under.what) {
    case Underneath::Parallel:
        return under.rear
                   ? say("Under Hold, take the {side} parallel out once the work is clamped, or take thinner ones.",
                         {{"side", side_in_words(held, true)}})
                   : say("Under Hold, take thinner parallels, or clamp the work over a board that may be drilled "
                         "into.");
    case Underneath::Jaw:
        return say("Hold the work further out of the jaws, or drill this hole in another set-up.");
    case Underneath::Bed:
        return say("Under Hold, take higher parallels, or lay a board that may be drilled into under the work.");
    case Underneath::Table:
        return say("Under Hold, lay a board under the work that is thicker than the drill goes beyond it.");
    case Underneath::Clamp:
        return say(
            "Under Hold, move the clamp. Where no place is free, drill the other holes first, set a further clamp "
            "and only then take this one off: never both at once.");
    case Underneath::ChuckFace:
        return say("Under Hold, let the work stand on parallels while the jaws are tightened, and take them out then.");
    case Underneath::VeeBlock:
        return say("Let this hole stand beyond the end of the block, or take a block with a deeper groove.");
    case Underneath::AnglePlate:
        return say("Under Hold, lay a thicker board under the work, so that it stands higher than the wall, or drill "
                   "this hole in another set-up.");
    case Underneath::ColletBlock:
        return say("Under Hold, grip the bar elsewhere: between a vise's jaws or in a vee block.");
    case Underneath::Free:
    case Underneath::Slot:
    case Underneath::Waste:
    case Underneath::NotKnown:
        break;
    }
    return {};
}

const char* met(const Beneath& under) {
    if (under.chuck)
        return later("The chuck comes down on {what} at {hole}, by {depth}.");
    switch (under.what) {
    case Underneath::Parallel:
        return later("The drill of {hole} meets the {side} parallel, {depth} deep.");
    case Underneath::Jaw:
    case Underneath::Bed:
    case Underneath::Table:
    case Underneath::ChuckFace:
    case Underneath::VeeBlock:
    case Underneath::ColletBlock:
    case Underneath::AnglePlate:
        return later("The drill of {hole} meets {what}, {depth} deep.");
    case Underneath::Clamp:
        return later("The drill of {hole} meets a clamp.");
    case Underneath::Free:
    case Underneath::Slot:
    case Underneath::Waste:
    case Underneath::NotKnown:
        break;
    }
    return "";
}

Finding finding_of(const Unsteady& each, const SetupPlan& plan, Unit unit) {
    const auto made = [&](Grade grade, std::string sentence, std::string would_do) {
        return Finding{grade, FindingKind::Unsteady, std::move(sentence), std::move(would_do), each.holes};
    };
    switch (each.kind) {
    case UnsteadyKind::Tips:
        return made(Grade::Stop, say("What the work stands on ends short of its middle: it tips over."),
                    say("Under Hold, let it stand on parallels, which reach over the slot of the bed, or nearer to the "
                        "middle of the jaws."));
    case UnsteadyKind::JawsOffMiddle:
        return made(
            Grade::Check,
            say("The middle of the jaws is {by} beside the end of the work: the moving jaw turns aside and grips "
                "at one corner only.",
                {{"by", with_unit(each.by, unit)}}),
            say("Put a piece of the same width between the jaws at the other end, or move the work to their "
                "middle."));
    case UnsteadyKind::Overhangs:
        return made(Grade::Check,
                    say("Nothing stands under {holes}, up to {by} beyond what the work stands on: the drill's thrust "
                        "lifts its other end.",
                        {{"holes", names_in_runs(plan.holes, each.holes)}, {"by", with_unit(each.by, unit)}}),
                    say("Set a jack under that end, or let the work lie the other way along the jaws."));
    case UnsteadyKind::Bows:
        return made(
            Grade::Check,
            say("The work is {height} thin and squeezed over {across}: it bows, and springs back when it is let "
                "go.",
                {{"height", with_unit(plan.held.height, unit)}, {"across", with_unit(plan.held.across, unit)}}),
            say("Clamp it flat over a board."));
    case UnsteadyKind::SingleClamp:
        break;
    }
    return made(Grade::Check, say("A single clamp holds the work: the drill swings it round that."),
                say("Set a second clamp under Hold, at the opposite edge."));
}

// The hole drilled nearest to the collet block that grips a bar.
void find_no_gap_at_collet(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings) {
    if (plan.held.rest != BarRest::ColletBlock)
        return;
    const std::optional<BlockGap> gap = gap_beside_block(plan.held, plan.places, plan.holes);
    if (!gap || gap->room < Length{} || gap->room >= gap_that_saves_the_collet)
        return; // over the block it is met, which is said already
    findings.push_back({Grade::Check,
                        FindingKind::DrillsHolding,
                        say("{hole} is drilled {room} beside the collet block: a drill that runs off marks the collet.",
                            {{"hole", of_hole(plan.holes[static_cast<std::size_t>(gap->hole)].name)},
                             {"room", with_unit(gap->room, job.unit)}}),
                        say("Let the bar stand out further: {room} between drill and block would do.",
                            {{"room", with_unit(gap_that_saves_the_collet, job.unit)}}),
                        {gap->hole}});
}

// How far a slide has to go between the outermost places of the list: faces touched, a middle stood over, holes.
Length needed_along(const SetupPlan& plan, Axis axis) {
    const auto of = [axis](Point at) { return axis == Axis::X ? at.x : at.y; };
    std::vector<Length> places;
    for (const Instruction& each : plan.route.list) {
        if (const auto* touch = std::get_if<TouchEdge>(&each.action); touch && touch->axis == axis)
            places.push_back(spindle_at(*touch));
        if (const auto* over = std::get_if<CentreOver>(&each.action))
            places.push_back(of(over->place));
    }
    for (const int hole : plan.route.order)
        places.push_back(of(plan.holes[static_cast<std::size_t>(hole)].at));
    if (places.empty())
        return {};
    const auto [least, most] = std::minmax_element(places.begin(), places.end());
    return *most - *least;
}

void find_short_travel(const SetupPlan& plan, Unit unit, std::vector<Finding>& findings) {
    for (const Axis axis : {Axis::X, Axis::Y}) {
        const Length has = axis == Axis::X ? plan.machine.travel.x : plan.machine.travel.y;
        const Length needed = needed_along(plan, axis);
        if (has > Length{} && needed > has)
            findings.push_back({Grade::Check,
                                FindingKind::ShortTravel,
                                say("Along {axis} the {machine} has to go {needed} between the outermost places of the "
                                    "list, and it travels {has}.",
                                    {{"axis", axis == Axis::X ? "X" : "Y"},
                                     {"machine", plan.machine.name},
                                     {"needed", with_unit(needed, unit)},
                                     {"has", with_unit(has, unit)}}),
                                say("Make it in two set-ups, each with a zero of its own, or on a larger machine."),
                                {}});
    }
}

} // namespace

void find_hold_faults(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings) {
    const Held& held = plan.held;
    if (held.by_its_list || plan.holes.empty())
        return;
    find_no_gap_at_collet(job, plan, findings);
    if (!held.fault.empty())
        findings.push_back({held.known ? Grade::Check : Grade::Stop,
                            FindingKind::NotHeld,
                            held.fault,
                            held.known ? say("Say it in another way under Hold.")
                                       : say("Say under Hold what holds the work: a drill spins what nothing holds."),
                            {}});
    find_short_travel(plan, job.unit, findings);
    std::vector<bool> drilled;
    for (const Beneath& under : plan.beneath)
        drilled.push_back(under.step >= 0);
    for (const Unsteady& each : unsteady(held, plan.places, drilled))
        findings.push_back(finding_of(each, plan, job.unit));
    for (std::size_t i = 0; i < plan.beneath.size(); ++i)
        if (const Beneath& under = plan.beneath[i]; spoils(under.what))
            findings.push_back({Grade::Stop,
                                FindingKind::DrillsHolding,
                                say(met(under), {{"hole", of_hole(plan.holes[i].name)},
                                                 {"what", in_words(under.what)},
                                                 {"side", side_in_words(held, under.rear)},
                                                 {"depth", with_unit(under.tip - under.met, job.unit)}}),
                                what_would_do(held, under),
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
    const Adjusting& adjusting = at_hand(job).holding.adjusting;
    if (!adjusting.log.empty() && !is_released(adjusting))
        findings.push_back({Grade::Check,
                            FindingKind::NotReleased,
                            adjusting.log.back().clamps == Tightness::Tight
                                ? say("The work was read after it was tightened, and lies off by more than is allowed.")
                                : say("The work was brought right by gauge, and not read since it was tightened."),
                            next_in_words(adjusting, job.unit),
                            {}});
    if (held.plate && little_grip(held.gripped, held.height, held.across))
        findings.push_back({Grade::Check,
                            FindingKind::LittleGrip,
                            say("Only {gripped} of the work's {height} lie against the {plate}.",
                                {{"gripped", with_unit(held.gripped, job.unit)},
                                 {"height", with_unit(held.height, job.unit)},
                                 {"plate", held.plate->name}}),
                            say("A higher angle plate, or a thinner board under the work, would hold more of it."),
                            {}});
    if (held.rest || (!held.vise && !held.work_chuck))
        return;
    if (held.work_chuck && held.touched && held.finder && held.proud < held.finder->needs)
        findings.push_back({Grade::Check,
                            FindingKind::NoRoomForFinder,
                            say("The rim stands {proud} above the jaws of the chuck, and the {finder} needs {needs}.",
                                {{"proud", with_unit(std::max(held.proud, Length{}), job.unit)},
                                 {"finder", held.finder->name},
                                 {"needs", with_unit(held.finder->needs, job.unit)}}),
                            say("Under Hold, let it stand on parallels while the jaws are tightened, or find zero over "
                                "a bore or the rim with an indicator."),
                            {}});
    if (held.vise && held.finder && held.proud < held.finder->needs)
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
    if (little_grip(held.gripped, held.height, held.across))
        findings.push_back(
            {Grade::Check,
             FindingKind::LittleGrip,
             say("Only {gripped} of the work's {height} are gripped.",
                 {{"gripped", with_unit(held.gripped, job.unit)}, {"height", with_unit(held.height, job.unit)}}),
             held.parallels ? say("Under Hold, take lower parallels: half its height does for drilling.")
                            : say("A deeper vise or a chuck would grip more; until then steady its upper end, and feed "
                                  "gently."),
             {}});
}

} // namespace clockface
