#include "inspection/what_to_measure.h"

#include "measure/figures.h"
#include "simulate/allowed.h"
#include "survey/net.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>
#include <set>

namespace clockface {

namespace {

// Of the holes that are placed already the first two and so many of the nearest are looked at as references.
constexpr std::size_t nearest_looked_at = 6;
// Two directions that are nearly the same settle one of them only.
constexpr double least_cross = 0.05; // sine of the angle between them
// A hole whose error takes more than this part of what is allowed leaves too little for the hole itself.
constexpr double most_of_limit = 0.5;
constexpr int most_rounds = 3;

std::size_t index_of(int index) {
    return static_cast<std::size_t>(index);
}
Eigen::Vector2d vector(Point point) {
    return {point.x.in_mm(), point.y.in_mm()};
}

// Decimals a figure needs, to the last one that is read.
int decimals_of(double value, Unit unit) {
    const int most = unit == Unit::Inch ? 4 : 3;
    double figure = std::fabs(value) / millimetres_in(unit);
    for (int decimals = 0; decimals < most; ++decimals) {
        const double scaled = figure * std::pow(10.0, decimals);
        if (std::fabs(scaled - std::round(scaled)) < 0.02)
            return decimals;
    }
    return most;
}

Observation observation(const MeasuredPart& measured, const Reading& reading) {
    OldPart alone = measured.part;
    alone.readings = {reading};
    alone.readings.front().struck = false;
    return observations_of(alone).front();
}

Estimate drawn(const OldPart& part) {
    Estimate out{Eigen::VectorXd::Zero(static_cast<Eigen::Index>(part.holes.size() * 3)),
                 Eigen::VectorXd::Zero(static_cast<Eigen::Index>(part.edges.size() * 2))};
    for (std::size_t i = 0; i < part.holes.size(); ++i)
        out.holes.segment<3>(static_cast<Eigen::Index>(i * 3)) << part.holes[i].sketched.x.in_mm(),
            part.holes[i].sketched.y.in_mm(), part.holes[i].diameter.in_mm();
    for (std::size_t i = 0; i < part.edges.size(); ++i) {
        const OldEdge& edge = part.edges[i];
        const double direction = std::atan2((edge.to.y - edge.from.y).in_mm(), (edge.to.x - edge.from.x).in_mm());
        out.edges.segment<2>(static_cast<Eigen::Index>(i * 2)) << direction,
            -std::sin(direction) * edge.from.x.in_mm() + std::cos(direction) * edge.from.y.in_mm();
    }
    return out;
}

struct Candidate {
    ToMeasure made;
    Eigen::Vector2d feels; ///< direction in which the hole is felt
    double variance = 0.0; ///< of that, what the reference adds included, mm²
};

class Placer {
public:
    Placer(const Job& job, const MeasuredPart& measured, const RoundKit& kit)
        : m_job(job)
        , m_measured(measured)
        , m_part(measured.part)
        , m_kit(kit)
        , m_placed(measured.part.holes.size()) {}

    std::vector<ToMeasure> take() {
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
            std::vector<int> own = holes_of_pattern(pattern);
            if (own.empty() || !lies_free(m_job.patterns[pattern]))
                continue;
            begin_free(own, pattern);
            place_all(own, pattern, true);
            close(own, pattern);
            for (const int each : own)
                m_placed[index_of(each)].reset(); // its places are among themselves
        }
        place_kept();
        return std::move(m_out);
    }

    // Readings to a hole from whatever has a place, best first.
    std::vector<Candidate> candidates_to(int hole, bool free) const {
        std::vector<Candidate> out;
        for (const int each : references(hole))
            between(hole, each, out);
        for (int edge = 0; !free && edge < static_cast<int>(m_part.edges.size()); ++edge)
            if (m_measured.edge_in_place[index_of(edge)])
                from_edge(hole, edge, out);
        return out;
    }
    void place_zero() {
        if (m_measured.zero_on >= 0)
            m_placed[index_of(m_measured.zero_on)] = Eigen::Matrix2d::Zero();
    }
    void place(int hole, const Eigen::Matrix2d& spread) { m_placed[index_of(hole)] = spread; }

private:
    const Job& m_job;
    const MeasuredPart& m_measured;
    const OldPart& m_part;
    const RoundKit& m_kit;
    std::vector<std::optional<Eigen::Matrix2d>> m_placed; // covariance of what has a place
    std::vector<ToMeasure> m_out;

    [[nodiscard]] std::vector<int> holes_of_pattern(std::size_t pattern) const {
        std::vector<int> own;
        for (std::size_t i = 0; i < m_measured.holes.size(); ++i)
            if (m_measured.holes[i].pattern == pattern)
                own.push_back(static_cast<int>(i));
        return own;
    }
    [[nodiscard]] Point at(int hole) const { return m_part.holes[index_of(hole)].sketched; }
    [[nodiscard]] double far(int one, int other) const { return distance(at(one), at(other)).in_mm(); }
    [[nodiscard]] const InstrumentError& instrument(Instrument which) const {
        return m_part.instruments[index_of(static_cast<int>(which))];
    }
    [[nodiscard]] std::optional<Length> pin(int hole) const {
        const OldHole& in = m_part.holes[index_of(hole)];
        if (in.pin)
            return in.pin;
        return hole < static_cast<int>(m_measured.holes.size()) ? pin_for(in, m_kit) : std::nullopt;
    }

    [[nodiscard]] std::vector<int> references(int hole) const {
        std::vector<int> placed;
        for (int i = 0; i < static_cast<int>(m_placed.size()); ++i)
            if (i != hole && m_placed[index_of(i)] && distance(at(i), at(hole)) > Length::mm(1e-3))
                placed.push_back(i);
        if (placed.size() <= nearest_looked_at + 3)
            return placed;
        // The best known, and the nearest.
        std::vector<int> out = placed;
        std::stable_sort(out.begin(), out.end(), [&](int one, int other) {
            return m_placed[index_of(one)]->trace() < m_placed[index_of(other)]->trace();
        });
        out.resize(3);
        std::stable_sort(placed.begin(), placed.end(),
                         [&](int one, int other) { return far(one, hole) < far(other, hole); });
        for (std::size_t i = 0; i < nearest_looked_at; ++i)
            if (std::find(out.begin(), out.end(), placed[i]) == out.end())
                out.push_back(placed[i]);
        return out;
    }

    bool reaches(Instrument with, double value) const {
        const InstrumentError& each = instrument(with);
        return each.at_hand && value > 0.0 && (!each.reach || value <= each.reach->in_mm());
    }
    static double square(double value) { return value * value; }

    // Over or between pins where there are pins, whichever figure is rounder; otherwise over the far sides.
    std::optional<Candidate> reading_between(int one, int other) const {
        const double centres = far(one, other);
        std::optional<Candidate> best;
        const auto offer = [&](ReadingKind kind, Instrument with, double value, double variance,
                               const std::vector<Length>& pins) {
            if (!reaches(with, value))
                return;
            const bool rounder =
                best && decimals_of(value, m_job.unit) < decimals_of(best->made.reading.length.in_mm(), m_job.unit);
            if (best && (variance > best->variance * 1.000001 || (variance > best->variance * 0.999999 && !rounder)))
                return;
            Candidate made;
            made.made.reading.kind = kind;
            made.made.reading.between = {m_part.holes[index_of(one)].name, m_part.holes[index_of(other)].name};
            made.made.reading.length = Length::mm(value);
            made.made.pins = pins;
            made.variance = variance;
            best = made;
        };
        const double caliper = square(instrument(Instrument::Caliper).error.in_mm());
        const auto pin_one = pin(one), pin_other = pin(other);
        if (pin_one && pin_other) {
            const double pins = (pin_one->in_mm() + pin_other->in_mm()) / 2.0;
            const std::vector<Length> both{*pin_one, *pin_other};
            offer(ReadingKind::OverPins, Instrument::Caliper, centres + pins, caliper, both);
            offer(ReadingKind::BetweenPins, Instrument::Caliper, centres - pins, caliper, both);
        }
        const double sizes =
            (m_part.holes[index_of(one)].diameter + m_part.holes[index_of(other)].diameter).in_mm() / 2.0;
        const double of_sizes = (square(m_measured.size_within[index_of(one)].in_mm()) +
                                 square(m_measured.size_within[index_of(other)].in_mm())) /
                                4.0;
        offer(ReadingKind::Outside, Instrument::Caliper, centres + sizes, caliper + of_sizes, {});
        offer(ReadingKind::Centres, Instrument::Rule, centres, square(instrument(Instrument::Rule).error.in_mm()), {});
        return best;
    }

    void between(int hole, int other, std::vector<Candidate>& out) const {
        std::optional<Candidate> made = reading_between(hole, other);
        if (!made)
            return;
        made->feels = (vector(at(hole)) - vector(at(other))).normalized();
        made->variance += made->feels.dot(*m_placed[index_of(other)] * made->feels);
        out.push_back(*made);
    }

    void from_edge(int hole, int edge, std::vector<Candidate>& out) const {
        const OldEdge& line = m_part.edges[index_of(edge)];
        const Eigen::Vector2d along = (vector(line.to) - vector(line.from)).normalized();
        const Eigen::Vector2d across(-along.y(), along.x());
        const double away = std::fabs(across.dot(vector(at(hole)) - vector(line.from)));
        const OldHole& in = m_part.holes[index_of(hole)];
        const double half = in.diameter.in_mm() / 2.0;
        std::optional<Candidate> best;
        const auto offer = [&](ReadingKind kind, Instrument with, double value, double variance,
                               const std::vector<Length>& pins) {
            if (!reaches(with, value) || (best && variance >= best->variance))
                return;
            Candidate made;
            made.made.reading.kind = kind;
            made.made.reading.between = {in.name, line.name};
            made.made.reading.length = Length::mm(value);
            made.made.pins = pins;
            made.feels = across;
            made.variance = variance;
            best = made;
        };
        if (const auto peg = pin(hole))
            offer(ReadingKind::Height, Instrument::HeightGauge, away + peg->in_mm() / 2.0,
                  square(instrument(Instrument::HeightGauge).error.in_mm()), {*peg});
        const double sized = square(instrument(Instrument::Caliper).error.in_mm()) +
                             square(m_measured.size_within[index_of(hole)].in_mm()) / 4.0;
        offer(ReadingKind::Wall, Instrument::Caliper, away - half, sized, {});
        offer(ReadingKind::FarSide, Instrument::Caliper, away + half, sized, {});
        if (best)
            out.push_back(*best);
    }

    void take_reading(ToMeasure made, std::size_t pattern, const std::string& why) {
        made.pattern = pattern;
        made.why = why;
        m_out.push_back(std::move(made));
    }

    // The two that are farthest apart: how far is what is left of them.
    void begin_free(const std::vector<int>& own, std::size_t pattern) {
        int one = own.front(), other = own.front();
        for (const int each : own)
            if (far(own.front(), each) > far(own.front(), other))
                other = each;
        for (const int each : own)
            if (far(each, other) > far(one, other))
                one = each;
        m_placed[index_of(one)] = Eigen::Matrix2d::Zero();
        if (one == other)
            return;
        const auto made = reading_between(one, other);
        if (!made)
            return;
        const Eigen::Vector2d along = (vector(at(other)) - vector(at(one))).normalized();
        m_placed[index_of(other)] = made->variance * along * along.transpose();
        take_reading(made->made, pattern, say("the farthest apart"));
    }

    // Each by the two readings that leave it known best.
    void place_all(std::vector<int> own, std::size_t pattern, bool free) {
        // Those first that what has a place crosses best: by how far they are from what was begun with.
        for (bool more = true; more;) {
            more = false;
            for (const int hole : own) {
                if (m_placed[index_of(hole)])
                    continue;
                more = place_by_two(hole, pattern, free) || more;
            }
        }
    }

    bool place_by_two(int hole, std::size_t pattern, bool free) {
        const std::vector<Candidate> all = candidates_to(hole, free);
        const Candidate *one = nullptr, *other = nullptr;
        Eigen::Matrix2d best = Eigen::Matrix2d::Zero();
        double least = HUGE_VAL;
        for (std::size_t i = 0; i < all.size(); ++i)
            for (std::size_t k = i + 1; k < all.size(); ++k) {
                const auto spread = spread_by(all[i], all[k]);
                if (!spread)
                    continue;
                const double worst = largest_of({(*spread)(0, 0), (*spread)(0, 1), (*spread)(1, 1)}).in_mm();
                if (worst < least * 0.999999) {
                    least = worst;
                    one = &all[i];
                    other = &all[k];
                    best = *spread;
                }
            }
        if (!one)
            return false;
        m_placed[index_of(hole)] = best;
        const std::string why = say("the place of {hole}", {{"hole", m_part.holes[index_of(hole)].name}});
        take_reading(one->made, pattern, why);
        take_reading(other->made, pattern, why);
        return true;
    }

    static std::optional<Eigen::Matrix2d> spread_by(const Candidate& one, const Candidate& other) {
        const double cross = one.feels.x() * other.feels.y() - one.feels.y() * other.feels.x();
        if (std::fabs(cross) < least_cross)
            return std::nullopt;
        const Eigen::Matrix2d known =
            one.feels * one.feels.transpose() / one.variance + other.feels * other.feels.transpose() / other.variance;
        return Eigen::Matrix2d(known.inverse());
    }

    // Neighbours that no reading joins yet: the last back to the first, and in a row the first to the last.
    void close(const std::vector<int>& own, std::size_t pattern) {
        if (own.size() < 3)
            return;
        for (const auto& [one, other] : {std::pair(own.back(), own.front()), std::pair(own[0], own[1]),
                                         std::pair(own[own.size() / 2 - 1], own[own.size() / 2])}) {
            const bool joined = std::any_of(m_out.begin(), m_out.end(), [&](const ToMeasure& each) {
                const auto& names = each.reading.between;
                const std::string &a = m_part.holes[index_of(one)].name, &b = m_part.holes[index_of(other)].name;
                return (names[0] == a && names[1] == b) || (names[0] == b && names[1] == a);
            });
            auto made = joined ? std::nullopt : reading_between(one, other);
            if (!made)
                continue;
            made->made.closes = true;
            take_reading(made->made, pattern, say("closes the round: a slip in the others shows"));
            return;
        }
    }

    // All that keeps to zero: from its edges and its bore. Where nothing on the face can be touched they are one shape
    // among themselves; where only a bore can, they may turn about it together.
    void place_kept() {
        std::vector<int> kept;
        for (std::size_t i = 0; i < m_measured.holes.size(); ++i)
            if (!lies_free(m_job.patterns[m_measured.holes[i].pattern]))
                kept.push_back(static_cast<int>(i));
        if (kept.empty())
            return;
        place_zero();
        if (!m_measured.zero_can_be_touched())
            begin_free(kept, m_measured.holes[index_of(kept.front())].pattern);
        else if (!m_measured.has_edges() && m_measured.zero_on >= 0)
            begin_round_zero(kept);
        for (bool more = true; more;) {
            more = false;
            for (const int hole : kept)
                if (!m_placed[index_of(hole)])
                    more = place_by_two(hole, m_measured.holes[index_of(hole)].pattern, false) || more;
            if (!more)
                more = step_aside(kept);
        }
        close_rows();
    }

    // Of a row the reading nobody takes: first to last, against the sum of the gaps.
    void close_rows() {
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
            const std::vector<int> own = holes_of_pattern(pattern);
            if (own.size() < 3 || !std::holds_alternative<RowPattern>(m_job.patterns[pattern].layout) ||
                lies_free(m_job.patterns[pattern]))
                continue;
            if (auto made = reading_between(own.front(), own.back())) {
                made->made.closes = true;
                take_reading(made->made, pattern, say("first to last: a slip in the others shows"));
            }
        }
    }

    // A hole that lies in one line with all that has a place is felt in one direction only: another hole beside that
    // line is placed first, as a step to it.
    bool step_aside(const std::vector<int>& kept) {
        const auto left = std::find_if(kept.begin(), kept.end(), [&](int each) { return !m_placed[index_of(each)]; });
        const auto known =
            std::find_if(m_placed.begin(), m_placed.end(), [](const auto& each) { return each.has_value(); });
        if (left == kept.end() || known == m_placed.end())
            return false;
        const auto from = static_cast<int>(known - m_placed.begin());
        const Eigen::Vector2d line = vector(at(*left)) - vector(at(from));
        const auto beside = [&](int each) {
            const Eigen::Vector2d way = vector(at(each)) - vector(at(from));
            return std::fabs(line.x() * way.y() - line.y() * way.x());
        };
        std::vector<int> steps;
        for (int i = 0; i < static_cast<int>(m_measured.holes.size()); ++i)
            if (!m_placed[index_of(i)] && lies_free(m_job.patterns[m_measured.holes[index_of(i)].pattern]))
                steps.push_back(i);
        std::stable_sort(steps.begin(), steps.end(), [&](int one, int other) { return beside(one) > beside(other); });
        for (const int each : steps)
            if (place_by_two(each, m_measured.holes[index_of(*left)].pattern, false))
                return true;
        return false;
    }

    void begin_round_zero(const std::vector<int>& kept) {
        const int first = *std::max_element(kept.begin(), kept.end(), [&](int one, int other) {
            return far(one, m_measured.zero_on) < far(other, m_measured.zero_on);
        });
        const auto made =
            far(first, m_measured.zero_on) > 1e-3 ? reading_between(first, m_measured.zero_on) : std::nullopt;
        if (!made)
            return;
        const Eigen::Vector2d along = (vector(at(first)) - vector(at(m_measured.zero_on))).normalized();
        m_placed[index_of(first)] = made->variance * along * along.transpose();
        take_reading(made->made, m_measured.holes[index_of(first)].pattern,
                     say("how far {hole} is from zero", {{"hole", m_part.holes[index_of(first)].name}}));
    }
};

bool same(const Reading& one, const Reading& other) {
    if (one.kind != other.kind || one.between.size() != other.between.size())
        return false;
    if (one.between == other.between)
        return true;
    std::vector<std::string> turned(other.between.rbegin(), other.between.rend());
    return is_of_two_holes(one.kind) && one.between == turned;
}

// The part as it would be with these pins in its holes.
MeasuredPart with_pins(MeasuredPart measured, const std::vector<ToMeasure>& readings) {
    for (const ToMeasure& each : readings)
        for (std::size_t k = 0; k < each.pins.size(); ++k)
            measured.part.holes[index_of(hole_index(measured.part, each.reading.between[k]))].pin = each.pins[k];
    return measured;
}

class Planner {
public:
    Planner(const Job& job, const MeasuredPart& measured, const RoundKit& kit, const Estimates& estimates)
        : m_job(job)
        , m_measured(measured)
        , m_kit(kit)
        , m_allowed(allowed_of(job, measured.holes, estimates)) {}

    MeasuringPlan take() {
        m_out.readings = Placer(m_job, m_measured, m_kit).take();
        for (int round = 0; round < most_rounds; ++round) {
            know();
            if (!add_where_weak())
                break;
        }
        know();
        find_taken();
        say_what_cannot_be();
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const MeasuredPart& m_measured;
    const RoundKit& m_kit;
    std::vector<Allowed> m_allowed;
    Deviations m_known; // as drawn, read without a miss
    MeasuringPlan m_out;

    [[nodiscard]] Length limit(std::size_t hole) const { return std::min(m_allowed[hole].x, m_allowed[hole].y); }

    void know() {
        MeasuredPart then = with_pins(m_measured, m_out.readings);
        then.part.readings.clear();
        for (const ToMeasure& each : m_out.readings)
            then.part.readings.push_back(each.reading);
        m_known = deviations(m_job, then);
        m_out.error.clear();
        for (const Deviation& each : m_known.holes)
            m_out.error.push_back(each.off ? std::optional(each.error()) : std::nullopt);
    }

    // One reading more for every hole whose error leaves too little of what is allowed.
    bool add_where_weak() {
        std::vector<ToMeasure> more;
        MeasuredPart then = with_pins(m_measured, m_out.readings);
        then.part.readings.clear();
        for (const ToMeasure& each : m_out.readings)
            then.part.readings.push_back(each.reading);
        for (std::size_t hole = 0; hole < m_out.error.size(); ++hole)
            if (m_out.error[hole] && *m_out.error[hole] > limit(hole) * most_of_limit)
                if (const auto tells = reading_that_tells(m_job, then, m_known, hole, m_kit))
                    if (std::none_of(more.begin(), more.end(),
                                     [&](const ToMeasure& each) { return same(each.reading, tells->reading); }))
                        more.push_back(*tells);
        m_out.readings.insert(m_out.readings.end(), more.begin(), more.end());
        return !more.empty();
    }

    void find_taken() {
        for (ToMeasure& each : m_out.readings)
            for (std::size_t i = 0; i < m_measured.part.readings.size(); ++i)
                if (!m_measured.part.readings[i].struck && same(m_measured.part.readings[i], each.reading))
                    each.taken = i;
    }

    void say_what_cannot_be() {
        std::vector<std::string> open, coarse;
        Length worst;
        std::size_t worst_hole = 0;
        for (std::size_t i = 0; i < m_out.error.size(); ++i) {
            if (!m_out.error[i]) {
                open.push_back(m_measured.part.holes[i].name);
            } else if (*m_out.error[i] >= limit(i)) {
                coarse.push_back(m_measured.part.holes[i].name);
                if (*m_out.error[i] > worst) {
                    worst = *m_out.error[i];
                    worst_hole = i;
                }
            }
        }
        if (!open.empty())
            m_out.sentences.push_back(say(
                "With the instruments at hand there is no pair of readings that settles {holes}. A longer reach, or "
                "an edge or a bore to measure from, would do.",
                {{"holes", some_of(open)}}));
        if (!coarse.empty())
            m_out.sentences.push_back(
                say("{holes} cannot be proved with these instruments: {hole} would be known to {error} and may stand "
                    "{limit} from its place. A finer instrument would do, or the mating part tried on.",
                    {{"holes", some_of(coarse)},
                     {"hole", m_measured.part.holes[worst_hole].name},
                     {"error", thousandths(worst, m_job.unit)},
                     {"limit", thousandths(limit(worst_hole), m_job.unit)}}));
    }

    static std::string some_of(const std::vector<std::string>& names) {
        constexpr std::size_t most_named = 6;
        return names.size() > most_named ? say("{count} holes", {{"count", names.size()}}) : all_of(names);
    }
};

} // namespace

MeasuringPlan what_to_measure(const Job& job, const MeasuredPart& measured, const RoundKit& kit,
                              const Estimates& estimates) {
    if (job.blank.on_side() || measured.holes.empty())
        return {};
    return Planner(job, measured, kit, estimates).take();
}

double expected_figure(const MeasuredPart& measured, const Reading& reading) {
    return predict(observation(measured, reading), drawn(measured.part));
}

std::optional<ToMeasure> reading_that_tells(const Job& job, const MeasuredPart& measured, const Deviations& found,
                                            std::size_t hole, const RoundKit& kit) {
    Placer placer(job, measured, kit);
    const bool free = lies_free(job.patterns[measured.holes[hole].pattern]);
    if (!free)
        placer.place_zero();
    for (std::size_t i = 0; i < found.holes.size(); ++i)
        if (i != hole && found.holes[i].off &&
            (free ? measured.holes[i].pattern == measured.holes[hole].pattern
                  : !lies_free(job.patterns[measured.holes[i].pattern]))) {
            const auto& [xx, xy, yy] = found.holes[i].spread;
            Eigen::Matrix2d spread;
            spread << xx, xy, xy, yy;
            placer.place(static_cast<int>(i), spread);
        }
    const auto read = [&](const Reading& reading) {
        return std::any_of(measured.part.readings.begin(), measured.part.readings.end(),
                           [&](const Reading& each) { return !each.struck && same(each, reading); });
    };
    // Along a direction u a reading of variance v takes (uᵀC u)... from it; the worst direction of what is known now,
    // or all alike where nothing is.
    const Deviation& now = found.holes[hole];
    Eigen::Matrix2d spread = Eigen::Matrix2d::Identity() * 100.0;
    if (now.off)
        spread << now.spread[0], now.spread[1], now.spread[1], now.spread[2];
    std::optional<ToMeasure> best;
    double least = largest_of({spread(0, 0), spread(0, 1), spread(1, 1)}).in_mm() * 0.98;
    for (const Candidate& each : placer.candidates_to(static_cast<int>(hole), free)) {
        if (read(each.made.reading))
            continue;
        // C' = C - C u uᵀ C / (v + uᵀ C u)
        const Eigen::Vector2d felt = spread * each.feels;
        const Eigen::Matrix2d then = spread - felt * felt.transpose() / (each.variance + each.feels.dot(felt));
        const double worst = largest_of({then(0, 0), then(0, 1), then(1, 1)}).in_mm();
        const double gain = now.off ? worst : then.trace();
        if (!best || gain < least) {
            if (now.off && gain >= least)
                continue;
            least = gain;
            best = each.made;
        }
    }
    if (best) {
        best->pattern = measured.holes[hole].pattern;
        best->why = say("makes {hole} better known", {{"hole", measured.part.holes[hole].name}});
    }
    return best;
}

std::optional<Length> pin_for(const OldHole& hole, const RoundKit& kit) {
    std::optional<Length> best;
    for (const Length rod : kit.rods)
        if (rod <= hole.diameter && hole.diameter - rod <= pin_shakes && rod > best.value_or(Length{}))
            best = rod;
    return best;
}

} // namespace clockface
