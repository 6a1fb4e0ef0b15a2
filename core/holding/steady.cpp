#include "holding/steady.h"

#include <algorithm>

namespace clockface {

std::optional<Support> support_of(const Held& held) {
    const Length half = held.along / 2.0;
    if (held.rest == BarRest::ColletBlock)
        return Support{held.block_at - held.collet.length / 2.0, held.block_at + held.collet.length / 2.0};
    if (!held.vise)
        return Support{-half, half};
    // The vise stands `aside` the other way from the work's middle.
    const Length middle = -held.aside;
    const Length wide = held.vise->jaw_width / 2.0, slot = held.vise->slot / 2.0;
    std::optional<Support> found;
    const auto stands_on = [&](Length from, Length to) {
        // Parallels stand on the bed themselves.
        from = std::max({from, -half, middle - wide});
        to = std::min({to, half, middle + wide});
        if (from < to)
            found = found ? Support{std::min(found->from, from), std::max(found->to, to)} : Support{from, to};
    };
    if (held.parallels) {
        stands_on(middle - held.parallels->length / 2.0, middle + held.parallels->length / 2.0);
        return found;
    }
    stands_on(middle - wide, middle - slot);
    stands_on(middle + slot, middle + wide);
    return found;
}

bool tips(const Held& held) {
    if (held.rest == BarRest::ColletBlock) // gripped all round
        return false;
    const std::optional<Support> support = support_of(held);
    return !support || support->from > Length{} || support->to < Length{};
}

std::vector<Unsteady> unsteady(const Held& held, const std::vector<HolePlace>& places,
                               const std::vector<bool>& drilled) {
    std::vector<Unsteady> all;
    if (!held.known)
        return all;
    if (held.clamps.size() == 1)
        all.push_back({UnsteadyKind::SingleClamp});
    if (!held.vise)
        return all;
    if (bows(held.height, held.across))
        all.push_back({UnsteadyKind::Bows});
    if (abs(held.aside) > held.along / 2.0)
        all.push_back({UnsteadyKind::JawsOffMiddle, {}, abs(held.aside) - held.along / 2.0});
    if (tips(held)) {
        all.push_back({UnsteadyKind::Tips});
        return all;
    }
    const std::optional<Support> support = support_of(held);
    // The jaws hold as long a lever as they grip deep, a collet block as long a one as it is itself.
    const Length lever = held.rest == BarRest::ColletBlock ? held.collet.length : held.gripped;
    Unsteady over{UnsteadyKind::Overhangs};
    for (std::size_t i = 0; i < places.size(); ++i) {
        const Length along = held.in_jaws(places[i].at).x;
        const Length out = std::max(support->from - along, along - support->to);
        if (!drilled[i] || out <= lever)
            continue;
        over.holes.push_back(static_cast<int>(i));
        over.by = std::max(over.by, out);
    }
    if (!over.holes.empty())
        all.push_back(over);
    return all;
}

} // namespace clockface
