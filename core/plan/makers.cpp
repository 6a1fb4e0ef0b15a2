#include "plan/makers.h"

#include <algorithm>

namespace clockface {

namespace {

template <class List, class Value> bool contains(const List& list, const Value& value) {
    return std::find(list.begin(), list.end(), value) != list.end();
}

// How strongly a set-up claims a step; 0: not at all.
struct Claim {
    int pattern;
    const CutStep* step;

    int operator()(const Handwork&) const { return step && is_handwork(*step) ? 4 : 0; }
    int operator()(const WithCutters& own) const { return step && contains(own.cutters, step->cutter.name) ? 3 : 0; }
    int operator()(const OfPatterns& own) const { return contains(own.patterns, pattern) ? 2 : 0; }
    int operator()(const TheRest&) const { return 1; }
};

} // namespace

bool is_handwork(const CutStep& step) {
    return step.by_hand || step.kind == StepKind::Deburr;
}

Job with_machines_of(Job job, const Shop& shop) {
    for (Setup& setup : job.setups)
        if (const Machine* machine = shop.find(setup.machine))
            setup.machine = ref(*machine);
    return job;
}

std::vector<const Setup*> setups_of(const Job& job, Face face) {
    std::vector<const Setup*> found;
    for (const Setup& each : job.setups)
        if (each.up == face)
            found.push_back(&each);
    return found;
}

const Setup& cut_in(const std::vector<const Setup*>& of_face, int pattern) {
    const Setup* claims = maker_of(of_face, pattern, nullptr);
    return claims ? *claims : *of_face.front();
}

const Setup* maker_of(const std::vector<const Setup*>& of_face, int pattern, const CutStep* step) {
    const Setup* best = nullptr;
    int strongest = 0;
    for (const Setup* each : of_face)
        if (const int claim = std::visit(Claim{pattern, step}, each->makes); claim > strongest) {
            strongest = claim;
            best = each;
        }
    return best;
}

} // namespace clockface
