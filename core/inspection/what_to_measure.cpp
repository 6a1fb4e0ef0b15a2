#include "inspection/what_to_measure.h"

#include "inspection/placing.h"
#include "measure/figures.h"
#include "simulate/allowed.h"
#include "survey/equations.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// A hole whose error takes more than this part of what is allowed leaves too little for the hole itself.
constexpr double most_of_limit = 0.5;
constexpr int most_rounds = 3;

bool same(const Reading& one, const Reading& other) {
    if (one.kind != other.kind || one.between.size() != other.between.size())
        return false;
    if (one.between == other.between)
        return true;
    std::vector<std::string> turned(other.between.rbegin(), other.between.rend());
    return is_of_two_holes(one.kind) && one.between == turned;
}

// The part as it would be, read so and with these pins in its holes.
MeasuredPart read_as_planned(MeasuredPart measured, const std::vector<ToMeasure>& readings) {
    measured.part.readings.clear();
    for (const ToMeasure& each : readings) {
        for (std::size_t k = 0; k < each.pins.size(); ++k)
            measured.part.holes[static_cast<std::size_t>(hole_index(measured.part, each.reading.between[k]))].pin =
                each.pins[k];
        measured.part.readings.push_back(each.reading);
    }
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
        m_known = deviations(m_job, read_as_planned(m_measured, m_out.readings));
        m_out.error.clear();
        for (const Deviation& each : m_known.holes)
            m_out.error.push_back(each.off ? std::optional(each.error()) : std::nullopt);
    }

    // One reading more for every hole whose error leaves too little of what is allowed.
    bool add_where_weak() {
        std::vector<ToMeasure> more;
        const MeasuredPart then = read_as_planned(m_measured, m_out.readings);
        for (std::size_t hole = 0; hole < m_out.error.size(); ++hole)
            if (m_out.error[hole] && *m_out.error[hole] > limit(hole) * most_of_limit)
                if (const auto tells = reading_that_tells(m_job, then, m_known, hole, m_kit))
                    if (std::none_of(more.begin(), more.end(),
                                     [&](const ToMeasure& each) { return same(each.reading, tells->reading); }))
                        more.push_back(*tells);
        m_out.readings.insert(m_out.readings.end(), more.begin(), more.end());
        return !more.empty();
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

bool is_read(const MeasuredPart& measured, const Reading& reading) {
    return std::any_of(measured.part.readings.begin(), measured.part.readings.end(),
                       [&](const Reading& each) { return !each.struck && same(each, reading); });
}

double expected_figure(const MeasuredPart& measured, const Reading& reading) {
    OldPart alone = measured.part;
    alone.readings = {reading};
    alone.readings.front().struck = false;
    return predict(observations_of(alone).front(), as_drawn(alone));
}

std::optional<double> expected_figure(const MeasuredPart& measured, Reading reading, const RoundKit& kit) {
    constexpr Length long_enough = Length::mm(1e3); // whatever it will be
    reading.length = long_enough;
    reading.angle = Angle::degrees(90.0);
    if (fault_of(measured.part, reading))
        return std::nullopt;
    MeasuredPart with = measured;
    for (const std::string& name : reading.between)
        if (const int hole = hole_index(with.part, name); hole >= 0)
            if (OldHole& in = with.part.holes[static_cast<std::size_t>(hole)]; !in.pin)
                in.pin = pin_for(in, kit);
    return expected_figure(with, reading);
}

std::optional<ToMeasure> reading_that_tells(const Job& job, const MeasuredPart& measured, const Deviations& found,
                                            std::size_t hole, const RoundKit& kit) {
    Placer placer(job, measured, kit);
    const std::size_t pattern = measured.holes[hole].pattern;
    const bool free = lies_free(job.patterns[pattern]);
    if (!free)
        placer.place_zero();
    const auto spread_of_hole = [&](std::size_t each) {
        const auto& [xx, xy, yy] = found.holes[each].spread;
        return Eigen::Matrix2d{{xx, xy}, {xy, yy}};
    };
    for (std::size_t i = 0; i < found.holes.size(); ++i) {
        const std::size_t of = measured.holes[i].pattern;
        if (i != hole && found.holes[i].off && (free ? of == pattern : !lies_free(job.patterns[of])))
            placer.place(static_cast<int>(i), spread_of_hole(i));
    }
    // A reading of variance v that feels the hole in the direction u leaves C' = C - C u uᵀ C / (v + uᵀ C u). Where the
    // hole has no place yet C is large, and the reading that takes most from it all is best; otherwise the one that
    // takes most from the worst direction, if it takes enough to be worth making.
    constexpr double anywhere = 100.0, worth_making = 0.98;
    const bool known = found.holes[hole].off.has_value();
    const Eigen::Matrix2d now = known ? spread_of_hole(hole) : Eigen::Matrix2d(Eigen::Matrix2d::Identity() * anywhere);
    const auto left = [&](const Eigen::Matrix2d& spread) {
        return known ? largest_of({spread(0, 0), spread(0, 1), spread(1, 1)}).in_mm() : spread.trace();
    };
    std::optional<ToMeasure> best;
    double least = known ? left(now) * worth_making : HUGE_VAL;
    for (const Candidate& each : placer.candidates_to(static_cast<int>(hole), free)) {
        const Eigen::Vector2d felt = now * each.feels;
        const Eigen::Matrix2d then = now - felt * felt.transpose() / (each.variance + each.feels.dot(felt));
        if (left(then) >= least || is_read(measured, each.made.reading))
            continue;
        least = left(then);
        best = each.made;
    }
    if (best) {
        best->pattern = pattern;
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
