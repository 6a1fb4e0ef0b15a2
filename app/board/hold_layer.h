// The work as it is held, from above: jaws, parallels, stop, and what each drill meets.
#pragma once

#include "board/board_canvas.h"
#include "plan/batch.h"

namespace clockface::app {

class HoldLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;

    /// What stands around and under the work. Before the holes.
    void holding();
    /// A ring round every hole: whole where its drill is free, broken and crossed where it meets what holds the work,
    /// dotted where that is not known.
    void rings();
    /// Where one setting drills, loading by loading: a brass ring with its word at the holes it makes, a red one,
    /// broken and crossed, where that loading is wrong there.
    void drilled(const std::vector<DrilledWhere>& places);
    /// From the middle of the work, what has to be seen of it.
    static std::pair<Point, Point> extent(const Held& held);

private:
    /// What is seen of a drill press's fence.
    static Solid fence(const Held& held);
    [[nodiscard]] QRectF box(const Solid& solid) const;
    void wall(const Solid& solid, bool fixed, const QString& word);
    void clamp(const Solid& solid);
    void stop(const Held& held);
    void cross(const QPointF& at, double ring);
};

} // namespace clockface::app
