#include "round/packing.h"

#include "measure/figures.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr std::size_t most_packing_pieces = 40; // of a drawer: four of them make 91,390 sums

} // namespace

Packing::Packing(std::vector<Length> pieces)
    : m_pieces(std::move(pieces)) {
    std::sort(m_pieces.begin(), m_pieces.end(), std::greater<>());
    m_pieces.resize(std::min(m_pieces.size(), most_packing_pieces));
    m_sums.push_back({Sum{}});
    for (std::size_t count = 1; count <= most_at_once; ++count) {
        std::vector<Sum> next;
        for (const Sum& sum : m_sums.back())
            for (std::size_t i = sum.count == 0 ? 0 : sum.pieces.at(sum.count - 1) + 1U; i < m_pieces.size(); ++i) {
                Sum more = sum;
                more.mm += m_pieces[i].in_mm();
                more.pieces.at(more.count++) = static_cast<unsigned char>(i);
                next.push_back(more);
            }
        m_sums.push_back(std::move(next));
    }
    for (std::vector<Sum>& sums : m_sums)
        std::sort(sums.begin(), sums.end(), [](const Sum& a, const Sum& b) { return a.mm < b.mm; });
}

const Packing::Sum* Packing::nearest(const std::vector<Sum>& sums, double mm) {
    if (sums.empty())
        return nullptr;
    const auto after =
        std::lower_bound(sums.begin(), sums.end(), mm, [](const Sum& sum, double value) { return sum.mm < value; });
    if (after == sums.begin())
        return &*after;
    const auto before = after - 1;
    return after == sums.end() || mm - before->mm <= after->mm - mm ? &*before : &*after;
}

Packed Packing::pack(Length wanted, Length within) const {
    constexpr double same_mm = 1e-9;
    const Sum* best = m_sums.front().data(); // no pieces at all
    const auto off = [&](const Sum& sum) { return std::fabs(sum.mm - wanted.in_mm()); };
    for (const std::vector<Sum>& sums : m_sums) {
        const Sum* found = nearest(sums, wanted.in_mm());
        if (found && off(*found) < off(*best) - same_mm)
            best = found;
        if (off(*best) <= within.in_mm() + same_mm)
            break;
    }
    Packed packed;
    for (std::size_t i = 0; i < best->count; ++i)
        packed.pieces.push_back(m_pieces[best->pieces.at(i)]);
    packed.sum = Length::mm(best->mm);
    packed.leftover = wanted - packed.sum;
    return packed;
}

Packed Packing::pack_or_measure(Length wanted, Length within, Length step) const {
    Packed packed = pack(wanted, within);
    if (abs(packed.leftover) <= within)
        return packed;
    packed.pieces.clear();
    packed.sum = step * static_cast<double>(round_to_step(wanted, step).counts);
    packed.leftover = wanted - packed.sum;
    return packed;
}

} // namespace clockface
