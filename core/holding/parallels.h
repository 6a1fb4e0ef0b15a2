// Which pair of the shop's parallels work stands on.
#pragma once

#include "shop/holdings.h"

#include <algorithm>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// Nothing where the shop has none of that name.
inline const ParallelPair* pair_named(const std::vector<ParallelPair>& all, const std::string& name) {
    const auto named =
        std::find_if(all.begin(), all.end(), [&](const ParallelPair& each) { return name_of(each) == name; });
    return named == all.end() ? nullptr : &*named;
}

/// Of all pairs, and of none at all, the one that `price` has least for, of equals the first; it says nothing of what
/// will not do.
template <class Price>
std::optional<ParallelPair> cheapest_pair(const std::vector<ParallelPair>& pairs, const Price& price) {
    std::vector<std::optional<ParallelPair>> all(pairs.begin(), pairs.end());
    all.emplace_back();
    std::optional<ParallelPair> best;
    decltype(price(best)) least;
    for (const std::optional<ParallelPair>& each : all)
        if (const auto now = price(each); now && (!least || *now < *least)) {
            least = now;
            best = each;
        }
    return best;
}

} // namespace clockface
