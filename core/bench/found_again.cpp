#include "bench/found_again.h"

#include "layout/outline.h"
#include "measure/figures.h"
#include "measure/radians.h"
#include "ordering/route.h"
#include "simulate/many_parts.h"
#include "words/say.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double one_axis = 1.96;       // deviations within which nineteen in twenty lie, on one axis
constexpr double most_errors_off = 3.0; // of a touch
constexpr double most_spread = 8.0;     // the error at a place left may be so many times that of the poorest touch
constexpr Angle most_turn = Angle::degrees(5.0);

Eigen::Vector2d vector(Point point) {
    return {point.x.in_mm(), point.y.in_mm()};
}
Point point(const Eigen::Vector2d& vector) {
    return {Length::mm(vector.x()), Length::mm(vector.y())};
}
Eigen::Vector2d square_to(const Eigen::Vector2d& along) {
    return {-along.y(), along.x()};
}

// The fit of some touches; nothing where they do not say how the work is turned. Unknown are where in the work the
// middle of what was shown lies, and the turn back from the machine's axes to the work's.
class Fit {
public:
    explicit Fit(const std::vector<ZeroTouch>& touches)
        : m_touches(touches) {
        for (const ZeroTouch& each : touches)
            m_middle += vector(each.shown) / static_cast<double>(touches.size());
    }

    bool solve() {
        start();
        constexpr int most_steps = 40;
        for (int step = 0; step < most_steps; ++step) {
            Eigen::Matrix3d normal = Eigen::Matrix3d::Zero();
            Eigen::Vector3d right = Eigen::Vector3d::Zero();
            for (const ZeroTouch& each : m_touches) {
                const Eigen::Vector2d off = off_of(each), arm = turned(each);
                for (const int axis : {0, 1}) {
                    if (!counts(each, axis))
                        continue;
                    Eigen::Vector3d row(axis == 0 ? 1.0 : 0.0, axis == 1 ? 1.0 : 0.0, square_to(arm)[axis]);
                    row /= each.within.in_mm();
                    normal += row * row.transpose();
                    right -= row * (off[axis] / each.within.in_mm());
                }
            }
            // Millimetres and radians: compared as what the turn moves the farthest touch.
            const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> values(scaled(normal), Eigen::EigenvaluesOnly);
            if (!(values.eigenvalues()[0] > 1e-9 * values.eigenvalues()[2]))
                return false;
            m_covariance = normal.inverse();
            const Eigen::Vector3d by = m_covariance * right;
            m_at += by.head<2>();
            m_back += by[2];
            if (by.head<2>().norm() < 1e-10 && std::abs(by[2]) < 1e-13)
                break;
        }
        m_back = std::remainder(m_back, 2.0 * std::numbers::pi);
        return std::isfinite(m_back) && m_at.allFinite();
    }

    [[nodiscard]] Lie lie() const {
        Lie found;
        found.turn = Angle::degrees(-m_back * degrees_per_radian);
        found.about = point(m_at);
        found.shift = point(m_middle) - rotated(found.about, found.turn);
        for (const ZeroTouch& each : m_touches) {
            Eigen::Vector2d off = off_of(each);
            for (const int axis : {0, 1})
                if (!counts(each, axis))
                    off[axis] = 0.0;
            found.left_over.push_back(point(off));
        }
        for (int i = 0; i < 9; ++i)
            found.covariance[static_cast<std::size_t>(i)] = m_covariance(i / 3, i % 3);
        return found;
    }

private:
    const std::vector<ZeroTouch>& m_touches;
    Eigen::Vector2d m_middle = Eigen::Vector2d::Zero(), m_at = Eigen::Vector2d::Zero();
    double m_back = 0.0; // radians
    Eigen::Matrix3d m_covariance = Eigen::Matrix3d::Zero();

    static bool counts(const ZeroTouch& touch, int axis) {
        return touch.what == TouchedAt::Place || (touch.what == TouchedAt::EdgeX) == (axis == 0);
    }
    [[nodiscard]] Eigen::Vector2d turned(const ZeroTouch& touch) const {
        return Eigen::Rotation2Dd(m_back) * (vector(touch.shown) - m_middle);
    }
    [[nodiscard]] Eigen::Vector2d off_of(const ZeroTouch& touch) const {
        return turned(touch) + m_at - vector(touch.place);
    }
    [[nodiscard]] Eigen::Matrix3d scaled(const Eigen::Matrix3d& normal) const {
        double arm = 1.0;
        for (const ZeroTouch& each : m_touches)
            arm = std::max(arm, turned(each).norm());
        const Eigen::Vector3d scale(1.0, 1.0, 1.0 / arm);
        return scale.asDiagonal() * normal * scale.asDiagonal();
    }
    // Not turned, with places where the first of them is: near enough for steps to lead the right way, however far
    // zero is gone. Two places give the turn as well.
    void start() {
        const ZeroTouch *first = nullptr, *last = nullptr;
        for (const ZeroTouch& each : m_touches)
            if (each.what == TouchedAt::Place) {
                first = first ? first : &each;
                last = &each;
            }
        if (first != last)
            m_back = (bearing_of(first->place, last->place) - bearing_of(first->shown, last->shown)).in_degrees() /
                     degrees_per_radian;
        if (first)
            m_at = vector(first->place) - turned(*first);
    }
};

std::string name_of(std::size_t index) {
    return std::to_string(index + 1);
}

// The touch that is left over most, in its own errors.
struct WorstTouch {
    std::size_t index = 0;
    double errors = 0.0;
};
WorstTouch worst_of(const Lie& lie, const std::vector<ZeroTouch>& touches) {
    WorstTouch worst;
    for (std::size_t i = 0; i < touches.size(); ++i)
        if (const double errors = hypot(lie.left_over[i].x, lie.left_over[i].y) / touches[i].within;
            errors > worst.errors)
            worst = {i, errors};
    return worst;
}

// The touch without which the others agree; nothing where none or several are such.
std::optional<std::size_t> odd_one(const std::vector<ZeroTouch>& touches) {
    std::optional<std::size_t> odd;
    if (touches.size() < 4)
        return odd;
    for (std::size_t i = 0; i < touches.size(); ++i) {
        std::vector<ZeroTouch> others = touches;
        others.erase(others.begin() + static_cast<std::ptrdiff_t>(i));
        Fit fit(others);
        if (!fit.solve() || worst_of(fit.lie(), others).errors > most_errors_off)
            continue;
        if (odd)
            return std::nullopt;
        odd = i;
    }
    return odd;
}

bool same_place(const ZeroTouch& a, const ZeroTouch& b) {
    constexpr Length apart = Length::mm(0.5);
    return a.what == TouchedAt::Place && b.what == TouchedAt::Place &&
           (a.hole ? a.hole == b.hole : distance(a.place, b.place) < apart);
}

} // namespace

double circle_of_nineteen(double variance_x, double variance_y, double covariance) {
    const double middle = (variance_x + variance_y) / 2.0;
    const double half = std::hypot((variance_x - variance_y) / 2.0, covariance);
    const double large = middle + half, small = std::max(0.0, middle - half);
    if (!(large > 0.0))
        return 0.0;
    constexpr int directions = 64;
    const auto outside = [&](double radius) {
        double sum = 0.0;
        for (int i = 0; i < directions; ++i) {
            // Half way between, so that none lies just along the small one, where nothing may be.
            const Angle at = Angle::degrees(360.0 * (i + 0.5) / directions);
            const double along = large * at.cosine() * at.cosine() + small * at.sine() * at.sine();
            sum += std::exp(-radius * radius / (2.0 * along));
        }
        return sum / directions;
    };
    double low = 0.0, high = 3.0 * std::sqrt(large);
    constexpr int halvings = 48;
    for (int i = 0; i < halvings; ++i) {
        const double radius = (low + high) / 2.0;
        (outside(radius) > 0.05 ? low : high) = radius;
    }
    return high;
}

PlaceError Lie::error_at(Point drawn) const {
    const Eigen::Map<const Eigen::Matrix<double, 3, 3, Eigen::RowMajor>> known(covariance.data());
    Eigen::Matrix<double, 2, 3> moves;
    const Eigen::Vector2d arm = square_to(vector(drawn - about));
    moves << 1.0, 0.0, arm.x(), 0.0, 1.0, arm.y();
    const Eigen::Matrix2d turned = Eigen::Rotation2Dd(turn.in_degrees() / degrees_per_radian).toRotationMatrix();
    const Eigen::Matrix2d of = turned * moves * known * moves.transpose() * turned.transpose();
    return {Length::mm(one_axis * std::sqrt(std::max(0.0, of(0, 0)))),
            Length::mm(one_axis * std::sqrt(std::max(0.0, of(1, 1)))),
            Length::mm(circle_of_nineteen(of(0, 0), of(1, 1), of(0, 1)))};
}

Result<Lie> find_lie(const std::vector<ZeroTouch>& touches, const std::vector<Point>& left) {
    if (touches.size() < 2)
        return problem("", say("One touch tells where the work lies, not how it is turned. A second one would do: "
                               "another hole, the bore or an edge, as far from the first as there is."));
    for (std::size_t i = 0; i < touches.size(); ++i)
        for (std::size_t k = 0; k < i; ++k)
            if (same_place(touches[i], touches[k]))
                return problem("", say("Touches {a} and {b} are of the same place. Another hole, the bore or an edge "
                                       "would do, as far from it as there is.",
                                       {{"a", name_of(k)}, {"b", name_of(i)}}));
    if (std::none_of(touches.begin(), touches.end(),
                     [](const ZeroTouch& each) { return each.what == TouchedAt::Place; }))
        return problem("", say("Edges alone are not trusted here: a hole or the bore besides them would do."));
    Fit fit(touches);
    if (!fit.solve())
        return problem("", say("These touches leave open how the work is turned. An edge touched far from the hole, or "
                               "another hole, would do."));
    Lie lie = fit.lie();
    if (lie.turn > most_turn || lie.turn < -most_turn)
        return problem("",
                       say("By these touches the work would be turned by {turn}. Up to 5° is taken: lay it straight "
                           "first, or one of the touches is of another hole.",
                           {{"turn", in_degrees(lie.turn)}}));
    if (const WorstTouch worst = worst_of(lie, touches); worst.errors > most_errors_off) {
        const Point left_over = lie.left_over[worst.index];
        const std::string off = to_two_figures(hypot(left_over.x, left_over.y), Unit::Millimetre);
        if (const auto odd = odd_one(touches))
            return problem("", say("Touch {odd} contradicts the others, which agree. Touch it again, or leave it out.",
                                   {{"odd", name_of(*odd)}}));
        return problem("", say("The touches contradict each other: {off} are left over at touch {at}, more than three "
                               "of its errors. One of them is of another hole, or was read wrongly; touch both again, "
                               "or a third.",
                               {{"off", off}, {"at", name_of(worst.index)}}));
    }
    Length poorest;
    for (const ZeroTouch& each : touches)
        poorest = std::max(poorest, each.within);
    for (const Point& each : left)
        if (const PlaceError error = lie.error_at(each); error.away > poorest * most_spread)
            return problem("", say("What was touched lies too close together for what is left: at the farthest place "
                                   "the error would be {error}. Something farther apart would do, best on both sides "
                                   "of what is left.",
                                   {{"error", to_two_figures(error.away, Unit::Millimetre)}}));
    return lie;
}

std::optional<Lie> lie_of(const std::vector<const Event*>& standing, int setup) {
    const ZeroFoundAgain* found = nullptr;
    for (const Event* event : standing) {
        if (const auto* again = std::get_if<ZeroFoundAgain>(&event->what); again && again->setup == setup)
            found = again;
        else if (const auto* went = std::get_if<WentTo>(&event->what); went && went->setup == setup && !went->hole)
            found = nullptr; // zero is found as at the beginning
    }
    if (!found)
        return std::nullopt;
    const Result<Lie> lie = find_lie(found->touches, {});
    return lie ? std::optional(*lie) : std::nullopt;
}

Route route_for_lie(const Job& job, const Shop& shop, const SetupPlan& plan, const WorkOrder& work, const Lie& lie) {
    SetupPlan moved = plan;
    for (Hole& hole : moved.holes)
        hole.at = lie.place(hole.at);
    moved.held.known = false; // zero is where it was found again
    Job as = job;
    at_hand(as).order.readout = ReadoutWay::FromZero;
    at_hand(as).order.walk_first = false;
    Route route = route_for(as, shop, moved, work);
    std::erase_if(route.list, [](const Instruction& each) { // from edges it would be as drawn, and no zero is set
        return std::holds_alternative<CheckPlace>(each.action) || std::holds_alternative<ZeroReadout>(each.action);
    });
    for (Instruction& each : route.list)
        if (auto* zero = std::get_if<PickUpZero>(&each.action))
            zero->by_dials = true;
    return route;
}

bool can_find_again(const Job& job, const SetupPlan& plan) {
    return is_mill(plan.machine.kind) && !job.blank.on_side();
}

std::vector<Touchable> touchables(const Job& job, const Shop& shop, const SetupPlan& plan, const Piece& piece) {
    std::vector<Touchable> all;
    const Estimates& guess = plan.estimates;
    const WorkDone done = work_done(piece);
    const std::vector<Length> wander = wander_of(job, plan.chains(), plan.kind_of, guess);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const HoleId id = id_of(job, plan.holes[i]);
        const auto& steps = plan.chain_of(i).steps;
        const bool begun = steps.empty() ? done.has(cut_task(job, plan, static_cast<int>(i), -1))
                                         : done.has(cut_task(job, plan, static_cast<int>(i), 0));
        if (!begun || done.spoiled.contains(id))
            continue;
        // A pin in the hole, which itself stands a little beside its place.
        const Length own = hypot(wander[static_cast<std::size_t>(plan.kind_of[i])], plan.machine.errors.setting);
        all.push_back(
            {plan.holes[i].name, {TouchedAt::Place, id, plan.holes[i].at, {}, hypot(guess.pin_in_hole, own)}});
    }
    const Point datum = datum_from_middle(job);
    if (job.blank.bore_shows())
        all.push_back({say("the bore"), {TouchedAt::Place, {}, Point{} - datum, {}, guess.indicated}});
    const Finder* finder = shop.holdings.finders.empty() ? nullptr : &shop.holdings.finders.front();
    if (finder && job.blank.shape != BlankShape::Disc) {
        const Point half{job.blank.extent_x() / 2.0, job.blank.extent_y() / 2.0};
        const Length radius = finder->diameter / 2.0;
        const auto edge = [&](const char* name, TouchedAt what, Point at) {
            all.push_back({say(name, {{"finder", finder->name}}), {what, {}, at - datum, {}, finder->repeats}});
        };
        edge(later("the left edge, with the {finder}"), TouchedAt::EdgeX, {-half.x - radius, {}});
        edge(later("the right edge, with the {finder}"), TouchedAt::EdgeX, {half.x + radius, {}});
        edge(later("the near edge, with the {finder}"), TouchedAt::EdgeY, {{}, -half.y - radius});
        edge(later("the far edge, with the {finder}"), TouchedAt::EdgeY, {{}, half.y + radius});
    }
    return all;
}

std::vector<Point> places_left(const Job& job, const SetupPlan& plan, const Piece& piece) {
    std::vector<Point> left;
    const WorkDone done = work_done(piece);
    for (std::size_t i = 0; i < plan.holes.size(); ++i)
        if (!done.spoiled.contains(id_of(job, plan.holes[i])) && !lacking(job, plan, static_cast<int>(i), done).empty())
            left.push_back(plan.holes[i].at);
    return left;
}

Piece with_zero_found_again(Piece piece, const ZeroFoundAgain& found, std::int64_t time) {
    const std::int64_t id = piece.log.empty() ? 1 : piece.log.back().id + 1;
    piece.log.push_back({id, time, found});
    piece.standing.reset();
    return piece;
}

std::string in_words(const Lie& lie, Unit unit) {
    const auto side = [&](Length by, const char* plus, const char* minus) {
        return say(by < Length{} ? minus : plus, {{"by", thousandths(abs(by), unit)}});
    };
    return say("The work's zero lies {x} and {y}, turned {turn} {sense}.",
               {{"x", side(lie.shift.x, later("{by} to the right"), later("{by} to the left"))},
                {"y", side(lie.shift.y, later("{by} away from you"), later("{by} towards you"))},
                {"turn", in_degrees(lie.turn < Angle{} ? -lie.turn : lie.turn)},
                {"sense", in_words(lie.turn < Angle{} ? Sense::Clockwise : Sense::CounterClockwise)}});
}

} // namespace clockface
