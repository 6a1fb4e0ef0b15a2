// What the Order stage lays over the work: the way round with its direction and take-ups, and where parts came out.
#pragma once

#include "board/board_canvas.h"
#include "order/shown_parts.h"

namespace clockface::app {

class OrderLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;
    void path();
    void tags();
    /// Where many parts came out, or one that was made wrong.
    void parts(const ShownParts& shown);
    /// How many times larger than the holes' places their scatter is drawn.
    [[nodiscard]] double cloud_factor(const ManyParts& many) const;

private:
    void take_ups();
    void hook(QPointF at, double radius, QPointF out);
    void clouds(const ManyParts& many);
    void broken_part(const SimulatedRun& run);
};

} // namespace clockface::app
