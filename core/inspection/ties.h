// What of a measured face hangs together by readings, and what of it is tied to what zero is counted from.
#pragma once

#include "inspection/measured_part.h"
#include "survey/equations.h"

#include <vector>

namespace clockface {

/// What its readings say, without those that are at fault; sizes that were not read are known as well as they are
/// usually made.
std::vector<Observation> observed(const MeasuredPart& measured);

/// Holes and edges that readings join.
struct TiedNet {
    bool x = false, y = false, turn = false; ///< tied to zero by something that was touched
};

class Ties {
public:
    /// The edges zero is counted from and the bore it lies on join nothing: they stand where they are drawn.
    Ties(const MeasuredPart& measured, const std::vector<Observation>& observations);

    /// The net a hole of the part is in; -1: no reading is of it, or it stands anyway.
    [[nodiscard]] int net_of(std::size_t hole) const { return m_net_of[hole]; }
    [[nodiscard]] const TiedNet& net(int index) const { return m_nets[static_cast<std::size_t>(index)]; }
    /// The same, but what is tied to zero in every way hangs together by that, whether or not readings join it.
    [[nodiscard]] int frame_of(std::size_t hole) const;
    /// Edges run as they are drawn, those zero is counted from stand so too. A net that nothing ties to zero is held by
    /// its own: one hole's place, and of the farthest the coordinate across the way to it.
    [[nodiscard]] Unknowns held() const;

private:
    const MeasuredPart& m_measured;
    const std::vector<Observation>& m_observations;
    int m_holes;
    std::vector<int> m_net_of; // holes, then edges
    std::vector<TiedNet> m_nets;
    std::vector<int> m_readings; // that are of a hole

    [[nodiscard]] int feature(const Observation& seen, std::size_t k) const;
    [[nodiscard]] bool in_place(int feature) const;
    [[nodiscard]] bool is_upright(int edge) const;
    void join();
    void tie_to_zero(const Observation& seen);
    void hold(int net, std::vector<bool>& known) const;
    [[nodiscard]] int most_read(int net) const;
    [[nodiscard]] int farthest(int net, int from) const;
};

} // namespace clockface
