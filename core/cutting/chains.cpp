#include "cutting/chains.h"

#include "round/drill_path.h"

#include <cmath>

namespace clockface {

namespace {

std::optional<DrillPath> path_of(const Job& job, const Hole& hole) {
    return drill_path(section_at(job.blank, hole.bar->along),
                      {hole.bar->bearing, hole.bar->offset, hole.spec.diameter});
}

} // namespace

Length metal_under(const Job& job, const Hole& hole) {
    if (!hole.bar)
        return job.blank.metal_under(hole.at + datum_from_middle(job));
    const auto path = path_of(job, hole);
    return path ? path->entry - path->exit : Length{};
}

std::size_t pattern_of_kind(const Job& job, std::size_t pattern) {
    // A source stands before its copies, so this ends.
    while (const auto* copy = std::get_if<CopyPattern>(&job.patterns[pattern].layout)) {
        const int source = pattern_index(job, copy->of);
        if (source < 0)
            break;
        pattern = static_cast<std::size_t>(source);
    }
    return pattern;
}

namespace {

std::optional<Hollow> hollow_under(const Job& job, const Hole& hole) {
    if (!hole.bar)
        return std::nullopt;
    const auto path = path_of(job, hole);
    if (!path || !path->bore_axis)
        return std::nullopt;
    return Hollow{path->depth_to(*path->bore_axis), path->depth_to(-*path->bore_axis)};
}

// What is drilled and how much metal there is. A hole in the side of a bar that runs into its bore or another hole is
// through for the drill: the metal ends there.
struct AsCut {
    HoleSpec spec;
    Length metal;
    std::optional<Hollow> hollow;
};
AsCut as_cut(const Job& job, const Hole& hole) {
    const auto* bar = std::get_if<BarPattern>(&job.patterns[pattern_of_kind(job, hole.pattern)].layout);
    const bool into = bar && (bar->reach == BarReach::IntoBore || bar->reach == BarReach::IntoHole);
    if (!into || !hole.spec.depth)
        return {hole.spec, metal_under(job, hole), hole.spec.depth ? std::nullopt : hollow_under(job, hole)};
    HoleSpec open = hole.spec;
    open.depth.reset();
    return {open, *hole.spec.depth, std::nullopt};
}

} // namespace

ChainGatherer::ChainGatherer(const Job& job, const Shop& shop, const Estimates& estimates)
    : m_shop(shop)
    , m_estimates(estimates)
    , m_metal(metal_of(job.blank.material).value_or(all_metals().front()))
    , m_owned(cutters_in(shop.drawer)) {
    m_out.metal_known = metal_of(job.blank.material).has_value();
}

std::vector<int> ChainGatherer::add(const Job& job, const std::vector<Hole>& holes,
                                    const std::vector<const Machine*>& on) {
    constexpr double same_mm = 1e-6;
    const auto fits = [&](int chain, const AsCut& wanted, const Spindle& spindle) {
        const Chain& known = m_out.chains[static_cast<std::size_t>(chain)];
        const bool same_hollow = known.hollow.has_value() == wanted.hollow.has_value() &&
                                 (!known.hollow || abs(known.hollow->from - wanted.hollow->from) < Length::mm(same_mm));
        return *m_spindles[static_cast<std::size_t>(chain)] == spindle &&
               abs(known.metal - wanted.metal) < Length::mm(same_mm) && same_hollow && known.spec == wanted.spec;
    };
    std::vector<int> kind_of;
    kind_of.reserve(holes.size());
    for (std::size_t h = 0; h < holes.size(); ++h) {
        const AsCut wanted = as_cut(job, holes[h]);
        const Spindle& spindle = on[h]->spindle;
        // Holes of one pattern follow each other and are nearly always alike: the last chain is tried first.
        int found = !kind_of.empty() && fits(kind_of.back(), wanted, spindle) ? kind_of.back() : -1;
        for (int i = 0; found < 0 && i < static_cast<int>(m_out.chains.size()); ++i)
            if (fits(i, wanted, spindle))
                found = i;
        if (found < 0) {
            found = static_cast<int>(m_out.chains.size());
            m_out.chains.push_back(chain_for({wanted.spec, wanted.metal, wanted.hollow, m_metal, m_owned, spindle,
                                              m_shop.customs, m_shop.drawer.fluids, m_estimates, job.unit}));
            m_uses.push_back({0, spindle.change_minutes});
            m_spindles.push_back(&spindle);
        }
        kind_of.push_back(found);
        ++m_uses[static_cast<std::size_t>(found)].holes;
    }
    return kind_of;
}

JobChains ChainGatherer::take() {
    m_out.list = cutter_list(m_out.chains, m_uses);
    return std::move(m_out);
}

} // namespace clockface
