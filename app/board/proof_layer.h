// How the holes of a measured piece stand: the deviation of each as an arrow drawn larger, the ring it may lie in, the
// ellipse of its error, and its verdict as a shape; the mate's holes and the bolts as ghosts.
#pragma once

#include "board/board_canvas.h"
#include "inspection/bolting.h"
#include "inspection/face_proof.h"

namespace clockface::app {

class ProofLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;

    /// How many times larger than places deviations are drawn: round, and so that the rings do not run into each other.
    [[nodiscard]] double factor(const FaceProof& proof) const;
    /// What its rings take up round a hole, in pixels.
    [[nodiscard]] double room(const FaceProof& proof) const;
    /// `bolts`, where there are any, are drawn in place of the deviations.
    void stands(const FaceProof& proof, const BoltsUp* bolts);

private:
    void hole(const FaceProof& proof, std::size_t index, double times);
    void verdict(QPointF at, const std::optional<Verdict>& verdict);
    void bolt(const FaceProof& proof, const BoltedHole& bolted, double times);
    [[nodiscard]] Length largest_limit(const FaceProof& proof) const;
};

} // namespace clockface::app
