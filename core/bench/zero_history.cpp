#include "bench/zero_history.h"

#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "ordering/zero_wording.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace clockface {

namespace {

// What the axis is taken on by; nothing where what it showed was not noted.
std::optional<Length> taken_on(const ZeroSet& zero) {
    return zero.set.before ? std::optional(zero.set.to - *zero.set.before) : std::nullopt;
}

} // namespace

namespace {

const Screw* ring_of(const Machine& machine, Axis axis) {
    const auto* wheels = std::get_if<Handwheels>(&machine.kind);
    if (!wheels || !wheels->dials_turn)
        return nullptr;
    return axis == Axis::X ? &wheels->x : &wheels->y;
}

// Within half a turn of nought.
Length within_a_turn(Length length, Length turn) {
    return Length::mm(std::remainder(length.in_mm(), turn.in_mm()));
}

} // namespace

std::vector<ZeroSet> zero_history(const Job& job, const Shop& shop, const std::string& machine) {
    const auto is_here = [&](int id) {
        const Setup* setup = find_setup(job, id);
        return setup && shop.machine_for(setup->machine, job.unit).id == machine;
    };
    struct Dated {
        std::int64_t id;
        ZeroSet zero;
    };
    std::vector<Dated> all;
    for (const Piece& piece : job.begun)
        for (const Event* event : standing_events(piece)) {
            if (const auto* done = std::get_if<Done>(&event->what); done && is_here(done->deed.setup))
                for (const AxisSet& set : done->set)
                    all.push_back(
                        {event->id, {event->time, piece.number, done->deed.setup, set, false, done->deed.what, {}}});
            if (const auto* zero = std::get_if<ZeroRestored>(&event->what); zero && zero->machine == machine)
                all.push_back(
                    {event->id,
                     {event->time, piece.number, zero->setup, {zero->axis, zero->by, Length{}, {}}, true, {}, {}}});
        }
    std::sort(all.begin(), all.end(), [](const Dated& a, const Dated& b) {
        return std::tie(a.zero.time, a.zero.piece, a.id) < std::tie(b.zero.time, b.zero.piece, b.id);
    });
    std::vector<ZeroSet> history;
    const auto at = std::find_if(shop.machines.begin(), shop.machines.end(),
                                 [&](const Machine& each) { return each.id == machine; });
    for (Dated& each : all) {
        if (const Screw* ring = at == shop.machines.end() ? nullptr : ring_of(*at, each.zero.set.axis))
            each.zero.turn = ring->lead;
        history.push_back(std::move(each.zero));
    }
    std::optional<Length> back_x = Length{}, back_y = Length{}; // from the last one backwards
    for (auto zero = history.rbegin(); zero != history.rend(); ++zero) {
        std::optional<Length>& sum = zero->set.axis == Axis::X ? back_x : back_y;
        zero->back = sum && zero->turn ? std::optional(within_a_turn(*sum, *zero->turn)) : sum;
        const std::optional<Length> on = taken_on(*zero);
        sum = sum && on ? std::optional(*sum - *on) : std::nullopt;
    }
    // Only where nothing else has set the axis in between does the figure at the same face tell of creep.
    for (std::size_t i = 1; i < history.size(); ++i) {
        ZeroSet& zero = history[i];
        if (zero.restored || !zero.set.before)
            continue;
        for (std::size_t k = i; k-- > 0;)
            if (history[k].set.axis == zero.set.axis) {
                const bool same = history[k].by == zero.by && history[k].set.with == zero.set.with &&
                                  history[k].setup == zero.setup && history[k].piece == zero.piece;
                const Length off = *zero.set.before - history[k].set.to;
                if (same)
                    zero.crept = zero.turn ? within_a_turn(off, *zero.turn) : off;
                break;
            }
    }
    return history;
}

std::vector<AxisSet> axes_set(const SetupPlan& plan, const BenchState& state, const ShownBefore& before) {
    const Task* task = state.now();
    if (!task || task->deed.act != Act::Zero)
        return {};
    const Action& action = state.list.list[static_cast<std::size_t>(task->move)].action;
    const auto* touch = std::get_if<TouchEdge>(&action);
    const std::optional<Length> shown = touch && touch->axis == Axis::Y ? before.y : before.x;
    if (const Screw* ring = touch ? ring_of(plan.machine, touch->axis) : nullptr) {
        const std::int64_t line = touch->halves ? 0 : dial_line(touch->figure, ring->engraved());
        return {{touch->axis, ring->graduation() * static_cast<double>(line), shown, touch->finder.name}};
    }
    const auto* readout = std::get_if<Readout>(&plan.machine.kind);
    if (!readout)
        return {};
    const auto figure = [&](std::int64_t counts) { return readout->resolution * static_cast<double>(counts); };
    if (touch) {
        const Length to = touch->halves ? shown.value_or(figure(touch->figure)) / 2.0 : figure(touch->figure);
        return {{touch->axis, to, shown, touch->finder.name}};
    }
    if (const auto* over = std::get_if<CentreOver>(&action))
        return {{Axis::X, figure(over->figure_x), before.x, {}}, {Axis::Y, figure(over->figure_y), before.y, {}}};
    if (const auto* zero = std::get_if<ZeroReadout>(&action); zero && !zero->here)
        return {{Axis::X, Length{}, before.x, {}}, {Axis::Y, Length{}, before.y, {}}};
    return {};
}

std::string in_words(const ZeroSet& zero, Unit unit) {
    const auto figure = [&](Length length) { return with_unit(length, unit); };
    const std::string axis = axis_name(zero.set.axis);
    if (zero.restored)
        return say("{axis}: an earlier zero was restored; where it showed 0 it was set to {to}.",
                   {{"axis", axis}, {"to", figure(zero.set.to)}});
    std::string words = zero.set.with.empty()
                            ? say("{axis} was set to {to}.", {{"axis", axis}, {"to", figure(zero.set.to)}})
                            : say("{axis} was set to {to}, touching with the {finder}.",
                                  {{"axis", axis}, {"to", figure(zero.set.to)}, {"finder", zero.set.with}});
    words += " " + (zero.set.before ? say("It showed {before} before.", {{"before", figure(*zero.set.before)}})
                                    : say("What it showed before was not noted."));
    if (zero.crept)
        words +=
            " " + (*zero.crept == Length{} ? say("It had been found there before: nothing has crept.")
                                           : say("It had been found there before: since then it has crept by {crept}.",
                                                 {{"crept", with_unit(*zero.crept, unit)}}));
    return words;
}

std::string way_back(const ZeroSet& zero, Unit unit) {
    const std::string axis = axis_name(zero.set.axis);
    if (!zero.back)
        return say("It cannot be had again: what {axis} showed when it was set later was not noted.", {{"axis", axis}});
    if (*zero.back == Length{})
        return {};
    if (zero.turn) { // a ring has no figures below nought
        const Length shown = *zero.back < Length{} ? *zero.back + *zero.turn : *zero.back;
        return say(
            "To have it again: where the {axis} dial shows 0 now, turn its ring to {back}. Which turn it is, the "
            "slide tells.",
            {{"axis", axis}, {"back", with_unit(shown, unit)}});
    }
    return say("To have it again: where {axis} shows 0 now, set it to {back}.",
               {{"axis", axis}, {"back", with_unit(*zero.back, unit)}});
}

std::string creep_advice(const ZeroSet& zero, Length holes_within) {
    if (!zero.crept || *zero.crept == Length{})
        return {};
    return abs(*zero.crept) > holes_within / 2.0
               ? say("That is more than half of what these holes may miss: find zero anew before every hole that "
                     "matters, and look for what moves or reads wrong.")
               : say("These holes allow that; find zero anew when it grows.");
}

} // namespace clockface
