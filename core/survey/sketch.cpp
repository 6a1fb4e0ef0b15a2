#include "survey/sketch.h"

namespace clockface {

Point SketchFrame::foot_on(const SurveyedEdge& edge, Point at) const {
    const Angle along = edge.bearing + turn;
    const Length run = at.x * along.cosine() + at.y * along.sine();
    return polar(run, along) + polar(edge.offset, along + Angle::degrees(90.0));
}

SketchFrame sketch_frame(const OldPart& part, const Survey& survey) {
    SketchFrame out;
    if (survey.zero < 0)
        return out;
    out.origin = part.holes[static_cast<std::size_t>(survey.zero)].sketched;
    Length sketched, surveyed;
    for (std::size_t i = 0; i < part.holes.size(); ++i) {
        sketched += distance(part.holes[i].sketched, out.origin);
        surveyed += distance(survey.holes[i].drawn, {});
    }
    if (sketched > Length{} && surveyed > Length{})
        out.scale = surveyed / sketched;
    if (survey.along >= 0 && survey.along_edge) {
        const OldEdge& edge = part.edges[static_cast<std::size_t>(survey.along)];
        out.turn = bearing_of(edge.from, edge.to);
    } else if (survey.along >= 0) {
        out.turn = bearing_of(out.origin, part.holes[static_cast<std::size_t>(survey.along)].sketched);
    }
    return out;
}

OldPart with_hole(OldPart part, Point sketched) {
    OldHole hole;
    int number = static_cast<int>(part.holes.size()) + 1;
    do
        hole.name = "H" + std::to_string(number++);
    while (hole_index(part, hole.name) >= 0);
    hole.sketched = sketched;
    hole.diameter = part.holes.empty() ? Length::mm(8.0) : part.holes.back().diameter;
    part.holes.push_back(hole);
    return part;
}

OldPart with_edge(OldPart part, Point from, Point to) {
    static constexpr const char* usual[] = {"base", "side", "far", "top"};
    const auto taken = [&](const std::string& name) {
        return hole_index(part, name) >= 0 || edge_index(part, name) >= 0;
    };
    OldEdge edge{"edge1", from, to};
    for (const char* name : usual)
        if (!taken(name)) {
            edge.name = name;
            break;
        }
    for (int number = 2; taken(edge.name); ++number)
        edge.name = "edge" + std::to_string(number);
    part.edges.push_back(edge);
    return part;
}

} // namespace clockface
