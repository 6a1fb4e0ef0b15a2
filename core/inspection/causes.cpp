#include "inspection/causes.h"

#include "inspection/cause_list.h"
#include "simulate/many_parts.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double wandered = 0.5; // mm, of a hole that is out by itself

std::vector<Point> drawn_places(const CauseNeeds& needs) {
    std::vector<Point> out;
    for (const Hole& hole : needs.measured.holes)
        out.push_back(hole.at);
    return out;
}

} // namespace

UsualScatter usual_scatter(const Job& job, const SetupPlan& plan) {
    const MachineErrors& errors = plan.machine.errors;
    Length step;
    if (const auto* wheels = std::get_if<Handwheels>(&plan.machine.kind))
        step = std::max(wheels->x.graduation(), wheels->y.graduation());
    else if (const auto* readout = std::get_if<Readout>(&plan.machine.kind))
        step = readout->resolution;
    else if (const auto* bench = std::get_if<LayoutBench>(&plan.machine.kind))
        step = bench->gauge_step;
    const Length rounded = step / std::sqrt(12.0);
    const Length jumps = hypot(plan.machine.lock_jump.x, plan.machine.lock_jump.y) * plan.estimates.lock_jump_varies;
    UsualScatter out;
    out.together = errors.pick_up;
    for (const Length wander : wander_of(job, plan.chains(), plan.kind_of, plan.estimates)) {
        Length all = wander;
        for (const Length each : {errors.setting, errors.backlash_left, errors.marking, rounded, jumps})
            all = hypot(all, each);
        out.own.push_back(std::max(all, Length::mm(1e-3)));
    }
    return out;
}

std::vector<Cause> possible_causes(const CauseNeeds& needs) {
    return CauseList(needs).take();
}

Cause no_cause(const CauseNeeds& needs) {
    Cause out;
    out.places = [places = drawn_places(needs)](const CauseFigures&) { return places; };
    out.words = [](const CauseFigures&) {
        return say("Nothing stands out: this is the scatter of this way of working.");
    };
    return out;
}

Cause hole_wandered(const CauseNeeds& needs, std::size_t hole) {
    Cause out = no_cause(needs);
    out.kind = CauseKind::Wandered;
    out.wander.assign(needs.measured.holes.size(), 0.0);
    out.wander[hole] = wandered;
    out.weight = -std::log(static_cast<double>(needs.measured.holes.size() + 1) * kinds_of_cause);
    const bool marked = std::holds_alternative<LayoutBench>(needs.plan.machine.kind);
    out.words = [name = needs.measured.holes[hole].name, marked](const CauseFigures&) {
        return marked ? say("{hole} alone is out: its mark was drawn over or struck beside its crossing, or the drill "
                            "wandered.",
                            {{"hole", name}})
                      : say("{hole} alone is out: the drill wandered there.", {{"hole", name}});
    };
    return out;
}

Cause reading_slipped(const CauseNeeds& needs, std::size_t reading) {
    Cause out = no_cause(needs);
    out.kind = CauseKind::ReadingSlipped;
    out.readings = {reading};
    out.weight = -std::log(static_cast<double>(needs.measured.part.readings.size()) * kinds_of_cause);
    out.words = [typed = in_words(needs.measured.part.readings[reading], needs.job.unit)](const CauseFigures&) {
        return say("One reading is wrong, not the piece: {reading}.", {{"reading", typed}});
    };
    return out;
}

Cause together(const CauseNeeds& needs, const Cause& one, const Cause& other) {
    Cause out;
    out.kind = one.kind;
    out.spread = one.spread;
    out.spread.insert(out.spread.end(), other.spread.begin(), other.spread.end());
    const auto split = [n = one.spread.size()](const CauseFigures& f) {
        const auto middle = f.begin() + static_cast<std::ptrdiff_t>(n);
        return std::pair{CauseFigures(f.begin(), middle), CauseFigures(middle, f.end())};
    };
    out.places = [split, a = one.places, b = other.places, drawn = drawn_places(needs)](const CauseFigures& f) {
        const auto [own, others] = split(f);
        std::vector<Point> places = a(own);
        const std::vector<Point> further = b(others);
        for (std::size_t i = 0; i < places.size(); ++i)
            places[i] = places[i] + further[i] - drawn[i];
        return places;
    };
    out.words = [split, a = one.words, b = other.words](const CauseFigures& f) {
        const auto [own, others] = split(f);
        return say("{one} And: {other}", {{"one", a(own)}, {"other", b(others)}});
    };
    out.wander = one.wander.empty() ? other.wander : one.wander;
    if (!one.wander.empty() && !other.wander.empty())
        for (std::size_t i = 0; i < out.wander.size(); ++i)
            out.wander[i] = std::hypot(one.wander[i], other.wander[i]);
    out.readings = one.readings;
    out.readings.insert(out.readings.end(), other.readings.begin(), other.readings.end());
    out.weight = one.weight + other.weight;
    return out;
}

} // namespace clockface
