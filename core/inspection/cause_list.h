// The causes of one face, made one after the other. Each file has those of one subject: where zero stood and how the
// work lay, the machine, a pattern, the cut.
#pragma once

#include "inspection/causes.h"
#include "measure/figures.h"

#include <memory>
#include <set>

namespace clockface {

inline Point on_axis(Axis axis, Length by) {
    return axis == Axis::X ? Point{by, {}} : Point{{}, by};
}
inline Length along(Axis axis, Point at) {
    return axis == Axis::X ? at.x : at.y;
}
inline Point turned_about(Point at, Point about, Angle by) {
    return about + rotated(at - about, by);
}
/// In a mirror across the axis, through a point.
inline Point mirrored(Axis axis, Point at, Point through) {
    return at - on_axis(axis, along(axis, at - through) * 2.0);
}

using Places = std::vector<Point>;

/// What the places of a cause are worked out from; it outlives the list of causes.
struct Drawn {
    Places at;
    std::vector<int> number; ///< of each hole in its pattern
    Unit unit = Unit::Millimetre;

    template <class Move> [[nodiscard]] Places moved(const Move& move) const {
        Places out = at;
        for (Point& each : out)
            each = move(each);
        return out;
    }
    /// Only these holes, each by itself.
    template <class Move> [[nodiscard]] Places with(const std::vector<std::size_t>& own, const Move& move) const {
        Places out = at;
        for (const std::size_t each : own)
            out[each] = move(out[each], each);
        return out;
    }
    [[nodiscard]] std::string figure(Length length) const { return thousandths(abs(length), unit); }
    [[nodiscard]] std::string way(double x, double y) const {
        return way_in_words({Length::mm(x), Length::mm(y)}, unit);
    }
};

/// So many kinds of cause there are, each as likely as any other.
inline constexpr double kinds_of_cause = 23.0;

class CauseList {
public:
    explicit CauseList(const CauseNeeds& needs);
    std::vector<Cause> take();

private:
    const Job& m_job;
    const Shop& m_shop;
    const SetupPlan& m_plan;
    const MeasuredPiece& m_piece;
    const std::vector<Hole>& m_holes;
    Point m_middle;
    std::shared_ptr<const Drawn> m_on;
    std::set<std::size_t> m_read;      // holes that some reading is of, as long as they can be looked at one by one
    std::vector<std::size_t> m_visits; // holes in the order in which they were cut, each as often as it was gone to
    std::vector<Cause> m_out;

    [[nodiscard]] const Places& drawn() const { return m_on->at; }
    [[nodiscard]] std::string figure(Length length) const { return m_on->figure(length); }
    [[nodiscard]] Length half(Axis axis) const {
        return (axis == Axis::X ? m_job.blank.extent_x() : m_job.blank.extent_y()) / 2.0;
    }
    [[nodiscard]] Places shifted(Point by) const {
        return m_on->moved([&](Point at) { return at + by; });
    }
    [[nodiscard]] std::vector<std::size_t> visits(const std::vector<HoleId>& cut) const;
    [[nodiscard]] std::vector<std::size_t> last_cuts() const;
    [[nodiscard]] std::vector<std::size_t> of(std::size_t pattern) const;
    [[nodiscard]] bool can_be(const Places& places) const;
    void weigh();

    /// A cause without figures of its own. `make` gives its places: they are not kept, a large job has many causes.
    template <class Make> void add_made(CauseKind kind, Make make, std::string words) {
        if (!can_be(make()))
            return;
        Cause cause;
        cause.kind = kind;
        cause.places = [make = std::move(make)](const CauseFigures&) { return make(); };
        cause.words = [words = std::move(words)](const CauseFigures&) { return words; };
        m_out.push_back(std::move(cause));
    }
    void add(CauseKind kind, Places places, std::string words) {
        add_made(
            kind, [places = std::move(places)] { return places; }, std::move(words));
    }
    void add(CauseKind kind, CauseFigures spread, std::function<Places(const CauseFigures&)> places,
             std::function<std::string(const CauseFigures&)> words);
    void moved_alone(CauseKind kind, std::size_t hole, Point by, std::string words);
    void at_one_hole(CauseKind kind, Point by, const std::function<std::string(const std::string&)>& words);

    // Where zero stood and how the work lay.
    void finder();
    [[nodiscard]] std::vector<Length> as_counted(Axis axis, Length by) const;
    void zero();
    void locks();
    void axes();
    void scales();

    // The machine.
    void of_machine(const Handwheels& wheels);
    void of_machine(const Readout& readout);
    void of_machine(const RotaryTable& table);
    void of_machine(const LayoutBench& bench);
    void of_machine(const DrillPress& press);
    void of_machine(const MarksAcross&) {}
    void turns_of(Axis axis, Length lead);
    void lag(const Handwheels& wheels);
    void engraved(const Screw& screw, Axis axis);
    void misread(Axis axis, Length by);
    void signs();
    void conventions(const AngleConvention& own);
    void on_line(Axis axis, const std::vector<int>& holes, Length by,
                 const std::function<std::string(const std::string&)>& words);
    void off_by_rule(double sign);

    // One pattern.
    void of_pattern(std::size_t index);
    void round(const Pattern& pattern, const std::vector<std::size_t>& own, Point centre);
    void spaced_otherwise(const Pattern& pattern, const std::vector<std::size_t>& own, Point centre);
    void turned_a_little(const Pattern& pattern, const std::vector<std::size_t>& own, Point centre);
    void in_a_row(const Pattern& pattern, const std::vector<std::size_t>& own);
    void as_a_whole(const Pattern& pattern, const std::vector<std::size_t>& own);

    // The cut.
    void scattered();
    void pulled();
    void marks();

    /// From the hole that is gone to after so many others on, in the order of the last cuts; every hole once.
    template <class Move>
    void from_hole_on(CauseKind kind, const Move& move, const std::function<std::string(std::size_t)>& words) {
        const auto order = std::make_shared<const std::vector<std::size_t>>(last_cuts());
        for (std::size_t first = 0; first < order->size(); ++first)
            if (m_read.contains((*order)[first])) // beginning between two that are read it would read the same
                add_made(
                    kind,
                    [on = m_on, order, first, move] {
                        Places places = on->at;
                        for (std::size_t k = first; k < order->size(); ++k)
                            places[(*order)[k]] = move(places[(*order)[k]]);
                        return places;
                    },
                    words((*order)[first]));
    }
};

} // namespace clockface
