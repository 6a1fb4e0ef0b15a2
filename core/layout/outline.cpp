#include "layout/outline.h"

#include <algorithm>

namespace clockface {

Length metal_to_edge(const Blank& blank, Point from_middle) {
    const Length out = distance({}, from_middle);
    Length edge;
    if (blank.shape == BlankShape::Disc) {
        edge = blank.diameter.actual() / 2.0 - out;
    } else {
        const Length x = abs(from_middle.x) - blank.width.actual() / 2.0;
        const Length y = abs(from_middle.y) - blank.height.actual() / 2.0;
        // Outside a corner the nearest metal is the corner itself.
        edge = x > Length{} && y > Length{} ? -hypot(x, y) : -std::max(x, y);
    }
    if (blank.bore)
        edge = std::min(edge, out - *blank.bore / 2.0);
    return edge;
}

ReferenceEdges reference_edges(const Job& job) {
    const DatumPlace place = job.datum.place;
    ReferenceEdges edges;
    edges.right = place == DatumPlace::LowerRight || place == DatumPlace::UpperRight;
    edges.upper = place == DatumPlace::UpperLeft || place == DatumPlace::UpperRight;
    const DatumPlace corner = edges.right ? (edges.upper ? DatumPlace::UpperRight : DatumPlace::LowerRight)
                                          : (edges.upper ? DatumPlace::UpperLeft : DatumPlace::LowerLeft);
    edges.corner = datum_from_middle(job.blank, corner) - datum_from_middle(job.blank, place);
    return edges;
}

} // namespace clockface
