// Packing: the fewest pieces from the drawer that sum to a distance.
#pragma once

#include "measure/length.h"

#include <array>
#include <vector>

namespace clockface {

struct Packed {
    std::vector<Length> pieces; ///< thickest first; empty when none are needed or none help
    Length sum;
    Length leftover; ///< wanted - sum
};

/// Sums of up to four pieces, worked out once; each piece is there once.
class Packing {
public:
    explicit Packing(std::vector<Length> pieces);

    /// The fewest pieces that come within `within` of `wanted`, of those the nearest; otherwise the nearest of all.
    [[nodiscard]] Packed pack(Length wanted, Length within) const;
    /// The same where it comes near enough; otherwise no pieces, and the gap as a caliper read to `step` sets it.
    [[nodiscard]] Packed pack_or_measure(Length wanted, Length within, Length step) const;

private:
    static constexpr std::size_t most_at_once = 4;
    struct Sum {
        double mm = 0.0;
        std::size_t count = 0;
        std::array<unsigned char, most_at_once> pieces{};
    };
    std::vector<Length> m_pieces;
    std::vector<std::vector<Sum>> m_sums; // by number of pieces, sorted

    static const Sum* nearest(const std::vector<Sum>& sums, double mm);
};

} // namespace clockface
