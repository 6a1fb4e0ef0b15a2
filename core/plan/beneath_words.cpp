#include "plan/beneath_words.h"

#include "cutting/depth_figure.h"
#include "layout/hole_names.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

std::string met_in_words(const BeneathGroup& group, const Held& held) {
    const std::string side = side_in_words(held, group.rear);
    if (group.what == Underneath::Parallel)
        return say("the {side} parallel", {{"side", side}});
    if (group.what == Underneath::Jaw && held.vise)
        return say("the {side} jaw", {{"side", side}});
    return in_words(group.what);
}

std::string sentence_of(const BeneathGroup& group, const SetupPlan& plan, Unit unit) {
    const std::string holes = names_in_runs(plan.holes, group.holes);
    const auto room = [&](int hole) {
        const Beneath& under = plan.beneath[static_cast<std::size_t>(hole)];
        return abs(under.met - under.tip);
    };
    const auto nearer = [&](int a, int b) { return room(a) < room(b); };
    switch (group.what) {
    case Underneath::NotKnown:
        return say("{holes}: what lies under them is not known.", {{"holes", holes}});
    case Underneath::Free: {
        const int tightest = *std::min_element(group.holes.begin(), group.holes.end(), nearer);
        if (room(tightest) == Length{})
            return say("{holes}: free.", {{"holes", holes}});
        if (group.holes.size() == 1)
            return say("{hole}: free, with {room} to spare.",
                       {{"hole", holes}, {"room", depth_figure(room(tightest), unit)}});
        return say("{holes}: free, with {room} to spare below {tightest}.",
                   {{"holes", holes},
                    {"room", depth_figure(room(tightest), unit)},
                    {"tightest", plan.holes[static_cast<std::size_t>(tightest)].name}});
    }
    case Underneath::Slot:
        return say("{holes}: free, into the open slot of the bed.", {{"holes", holes}});
    case Underneath::Waste: {
        const int deepest = *std::max_element(group.holes.begin(), group.holes.end(), nearer);
        return say("{holes}: into the waste board, up to {depth} deep.",
                   {{"holes", holes}, {"depth", depth_figure(room(deepest), unit)}});
    }
    case Underneath::Parallel:
    case Underneath::Jaw:
    case Underneath::Bed:
    case Underneath::Table:
    case Underneath::Clamp:
    case Underneath::ChuckFace:
    case Underneath::VeeBlock:
    case Underneath::ColletBlock:
    case Underneath::AnglePlate:
        break;
    }
    const int deepest = *std::max_element(group.holes.begin(), group.holes.end(), nearer);
    const std::string what = met_in_words(group, plan.held), depth = depth_figure(room(deepest), unit);
    if (group.chuck)
        return say("{holes}: the chuck comes down on {what}, by {depth}.",
                   {{"holes", holes}, {"what", what}, {"depth", depth}});
    if (group.what == Underneath::Clamp)
        return say("{holes}: {what} stands over it.", {{"holes", holes}, {"what", what}});
    return say("{holes}: drilled into {what}, up to {depth} deep.",
               {{"holes", holes}, {"what", what}, {"depth", depth}});
}

} // namespace

std::string beneath_in_words(const SetupPlan& plan, int hole, Unit unit) {
    const Beneath& under = plan.beneath[static_cast<std::size_t>(hole)];
    return sentence_of({under.what, under.rear, under.chuck, spoils(under.what), {hole}, {}}, plan, unit);
}

std::vector<BeneathGroup> beneath_groups(const SetupPlan& plan, Unit unit) {
    std::vector<BeneathGroup> groups;
    for (std::size_t i = 0; i < plan.beneath.size(); ++i) {
        const Beneath& under = plan.beneath[i];
        auto same = std::find_if(groups.begin(), groups.end(), [&](const BeneathGroup& each) {
            return each.what == under.what && each.rear == under.rear && each.chuck == under.chuck;
        });
        if (same == groups.end())
            same = groups.insert(groups.end(), {under.what, under.rear, under.chuck, spoils(under.what), {}, {}});
        same->holes.push_back(static_cast<int>(i));
    }
    std::stable_sort(groups.begin(), groups.end(),
                     [](const BeneathGroup& a, const BeneathGroup& b) { return a.spoils && !b.spoils; });
    for (BeneathGroup& group : groups)
        group.sentence = sentence_of(group, plan, unit);
    return groups;
}

} // namespace clockface
