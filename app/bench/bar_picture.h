// What to set for a bar, as a picture: the end of it in the vee with rod, finder or fence, or the bar from the front.
#pragma once

#include "look/look.h"
#include "plan/plan.h"

#include <QPainter>

namespace clockface::app {

class BarPicture {
public:
    BarPicture(QPainter& painter, const Look& look, const Job& job, const SetupPlan& plan, QRectF area, int hole);

    void turned(const TurnBar& turn);
    void stood_over(const StandOverAxis& stand);
    void packed(const SetPacking& packing);
    void packed_flat(const SetPacking& packing);
    void scribed_along(const ScribeAlongBar& line);
    void scribed_across(const ScribeAcrossBar& line);

private:
    QPainter& m_painter;
    const Look& m_look;
    const Job& m_job;
    const SetupPlan& m_plan;
    QRectF m_area;
    int m_hole;
    QPointF m_centre; // of the bar's end
    double m_radius;  // of the bar, in pixels

    [[nodiscard]] const Hole* hole() const;
    [[nodiscard]] static QPointF way(Angle seen) { return {seen.cosine(), -seen.sine()}; }
    void text(QPointF at, const QString& words, double pixels, const QColor& colour, bool bold = false);
    void caption(const QString& words);
    void end_of_bar(Angle up);
    void vee();
    void spindle(QPointF tip, bool pointed);
    void fence_row(const SetPacking& packing, const QString& device);
};

} // namespace clockface::app
