#include "job/hole_pattern.h"

#include "measure/cases.h"

namespace clockface {

namespace {

// Every point a layout is hung on; all of them move when it is shifted.
std::vector<Point*> reach_points(PatternLayout& layout) {
    using Points = std::vector<Point*>;
    return std::visit(Cases{[](RowPattern& row) { return Points{&row.first}; },
                            [](StepsPattern& row) { return Points{&row.first}; },
                            [](SinglePattern& single) { return Points{&single.at}; },
                            [](GridPattern& grid) { return Points{&grid.first}; },
                            [](PointsPattern& points) {
                                Points all;
                                for (Point& point : points.at)
                                    all.push_back(&point);
                                return all;
                            },
                            [](CopyPattern& copy) {
                                if (auto* mirror = std::get_if<Mirrored>(&copy.way))
                                    return Points{&mirror->on};
                                if (auto* turn = std::get_if<Turned>(&copy.way))
                                    return Points{&turn->about};
                                return Points{};
                            },
                            [](MarginsPattern&) { return Points{}; }, [](BarPattern&) { return Points{}; },
                            [](MiddlePattern&) { return Points{}; }, [](TwoDistancesPattern&) { return Points{}; },
                            [](auto& round) { return Points{&round.centre}; }},
                      layout);
}

} // namespace

std::optional<Point> centre_of(const PatternLayout& layout) {
    if (const auto* circle = std::get_if<CirclePattern>(&layout))
        return circle->centre;
    if (const auto* arc = std::get_if<ArcPattern>(&layout))
        return arc->centre;
    if (const auto* angles = std::get_if<AnglesPattern>(&layout))
        return angles->centre;
    return std::nullopt;
}

std::optional<Length> pitch_circle_of(const PatternLayout& layout) {
    if (const auto* circle = std::get_if<CirclePattern>(&layout))
        return circle->diameter;
    if (const auto* arc = std::get_if<ArcPattern>(&layout))
        return arc->diameter;
    if (const auto* angles = std::get_if<AnglesPattern>(&layout))
        return angles->diameter;
    return std::nullopt;
}

std::vector<Point> points_in(const PatternLayout& layout) {
    PatternLayout copy = layout;
    std::vector<Point> points;
    for (const Point* point : reach_points(copy))
        points.push_back(*point);
    return points;
}

PatternLayout shifted(PatternLayout layout, Point step) {
    for (Point* point : reach_points(layout))
        *point = *point + step;
    if (auto* margins = std::get_if<MarginsPattern>(&layout))
        margins->level += margins->along == Axis::X ? step.y : step.x;
    if (auto* bar = std::get_if<BarPattern>(&layout); bar && bar->along_from == AlongFrom::Zero)
        bar->along += step.x;
    return layout;
}

bool is_movable(const PatternLayout& layout) {
    PatternLayout copy = layout;
    if (const auto* points = std::get_if<PointsPattern>(&layout); points && !points->copied.empty())
        return false; // laid on the piece with the whole old part
    return !std::holds_alternative<CopyPattern>(layout) && !reach_points(copy).empty();
}

std::vector<std::string*> names_in(PatternLayout& layout) {
    using Names = std::vector<std::string*>;
    return std::visit(Cases{[](MiddlePattern& middle) {
                                return Names{&middle.one.pattern, &middle.other.pattern};
                            },
                            [](TwoDistancesPattern& two) {
                                return Names{&two.one.pattern, &two.other.pattern};
                            },
                            [](CopyPattern& copy) {
                                Names names{&copy.of};
                                if (auto* each = std::get_if<AtEach>(&copy.way))
                                    names.push_back(&each->of);
                                return names;
                            },
                            [](BarPattern& bar) {
                                Names names;
                                for (std::optional<HoleRef>* ref : {&bar.hole, &bar.angle_from, &bar.into})
                                    if (*ref)
                                        names.push_back(&(*ref)->pattern);
                                return names;
                            },
                            [](auto&) { return Names{}; }},
                      layout);
}

std::vector<std::string> names_in(const PatternLayout& layout) {
    PatternLayout copy = layout;
    std::vector<std::string> names;
    for (const std::string* name : names_in(copy))
        names.push_back(*name);
    return names;
}

} // namespace clockface
