#include "survey/net.h"

#include "measure/figures.h"
#include "measure/radians.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <functional>

namespace clockface {

namespace {

// A reading is advised only when it takes this part of the largest error away.
constexpr double worth_making = 0.05;

struct Candidate {
    Observation observation;
    std::vector<std::string> between;
};

class Adviser {
public:
    Adviser(const Net& net, const Estimate& at, const Knowledge& knowledge)
        : m_net(net)
        , m_at(at)
        , m_knowledge(knowledge) {
        const int holes = static_cast<int>(net.part.holes.size());
        for (int one = 0; one < holes; ++one) {
            for (int other = one + 1; other < holes; ++other)
                between_holes(one, other);
            for (int edge = 0; edge < static_cast<int>(net.part.edges.size()); ++edge)
                if (net.unknowns.of_edge(edge, 1) >= 0)
                    from_edge(one, edge);
        }
    }

    std::optional<NextReading> deciding(const Mirror& mirror) {
        const Candidate* best = best_of([&](const Candidate& each) {
            return std::fabs(predict(each.observation, m_at) - predict(each.observation, mirror.at)) /
                   each.observation.error;
        });
        return best ? said(*best, say("It settles which side of the line is right.")) : std::nullopt;
    }

    std::optional<NextReading> tying() {
        const Eigen::MatrixXd& open = m_knowledge.open;
        const Candidate* best = best_of([&](const Candidate& each) {
            const Predicted seen = predict(each.observation, m_at, m_net.unknowns);
            Eigen::VectorXd along = Eigen::VectorXd::Zero(open.cols());
            for (std::size_t k = 0; k < static_cast<std::size_t>(seen.used); ++k)
                along += seen.slopes[k] * open.row(seen.columns[k]).transpose();
            const double gain = along.norm();
            return gain < 1e-3 ? 0.0 : gain;
        });
        return best ? said(*best, say("It ties what is still open.")) : std::nullopt;
    }

    std::optional<NextReading> shrinking() {
        const double now = worst_after(nullptr);
        const Candidate* best = nullptr;
        double least = now * (1.0 - worth_making);
        for (const Candidate& each : m_candidates) {
            const double then = worst_after(&each.observation);
            if (then < least) {
                least = then;
                best = &each;
            }
        }
        if (!best)
            return std::nullopt;
        const auto figure = [&](double error) {
            return thousandths(Length::mm(error * nineteen_in_twenty), m_net.part.unit);
        };
        return said(*best, say("The largest error falls from {now} to {least}.",
                               {{"now", figure(now)}, {"least", figure(least)}}));
    }

private:
    const Net& m_net;
    const Estimate& m_at;
    const Knowledge& m_knowledge;
    std::vector<Candidate> m_candidates;

    [[nodiscard]] const OldHole& hole(int index) const { return m_net.part.holes[static_cast<std::size_t>(index)]; }
    [[nodiscard]] const InstrumentError& instrument(Instrument which) const {
        return m_net.part.instruments[static_cast<std::size_t>(which)];
    }
    [[nodiscard]] static bool reaches(const InstrumentError& with, double value) {
        return with.at_hand && value > 0.0 && (!with.reach || value <= with.reach->in_mm());
    }
    // Read in this way already: once more would be a repeat.
    [[nodiscard]] bool done(ReadingKind kind, int one, int other) const {
        return std::any_of(m_net.observations.begin(), m_net.observations.end(), [&](const Observation& seen) {
            return !seen.is_diameter && seen.kind == kind &&
                   ((seen.features[0] == one && seen.features[1] == other) ||
                    (is_of_two_holes(seen.kind) && seen.features[0] == other && seen.features[1] == one));
        });
    }

    bool offer(ReadingKind kind, int one, int other, Instrument with, const std::string& other_name) {
        Observation made;
        made.kind = kind;
        made.features = {one, other, -1};
        if (kind == ReadingKind::OverPins)
            made.pins = (hole(one).pin->in_mm() + hole(other).pin->in_mm()) / 2.0;
        if (kind == ReadingKind::Height)
            made.pins = hole(one).pin.value_or(hole(one).diameter).in_mm() / 2.0;
        made.value = predict(made, m_at);
        if (made.value < 0.0 && kind == ReadingKind::Height) { // the side of the edge the hole is on
            made.side = -1.0;
            made.value = predict(made, m_at);
        }
        made.error = instrument(with).error.in_mm();
        if (!reaches(instrument(with), made.value) || done(kind, one, other))
            return false;
        m_candidates.push_back({made, {hole(one).name, other_name}});
        return true;
    }

    void between_holes(int one, int other) {
        const bool pins = hole(one).pin && hole(other).pin;
        if (!offer(pins ? ReadingKind::OverPins : ReadingKind::Outside, one, other, Instrument::Caliper,
                   hole(other).name))
            offer(ReadingKind::Centres, one, other, Instrument::Rule, hole(other).name);
    }
    void from_edge(int one, int edge) {
        const std::string& name = m_net.part.edges[static_cast<std::size_t>(edge)].name;
        if (!offer(ReadingKind::Height, one, edge, Instrument::HeightGauge, name))
            offer(ReadingKind::Wall, one, edge, Instrument::Caliper, name);
    }

    const Candidate* best_of(const std::function<double(const Candidate&)>& gain) const {
        const Candidate* best = nullptr;
        double most = 0.0;
        for (const Candidate& each : m_candidates)
            if (const double here = gain(each); here > most * 1.000001) {
                most = here;
                best = &each;
            }
        return best;
    }

    std::optional<NextReading> said(const Candidate& candidate, const std::string& reason) const {
        return NextReading{candidate.observation.kind, candidate.between, reason};
    }

    // The largest error (one standard deviation, mm) once this were read too. With a the slopes of the reading and Q
    // the covariance: Q' = Q - (Qa)(Qa)ᵀ / (error² + aᵀQa).
    [[nodiscard]] double worst_after(const Observation* observation) const {
        const Eigen::MatrixXd& q = m_knowledge.covariance;
        Eigen::VectorXd qa = Eigen::VectorXd::Zero(q.rows());
        double whole = 1.0;
        if (observation) {
            const Predicted seen = predict(*observation, m_at, m_net.unknowns);
            for (std::size_t k = 0; k < static_cast<std::size_t>(seen.used); ++k)
                qa += seen.slopes[k] * q.col(seen.columns[k]);
            whole = observation->error * observation->error;
            for (std::size_t k = 0; k < static_cast<std::size_t>(seen.used); ++k)
                whole += seen.slopes[k] * qa[seen.columns[k]];
        }
        double worst = 0.0;
        for (int each = 0; each < static_cast<int>(m_net.part.holes.size()); ++each) {
            const int x = m_net.unknowns.of_hole(each, 0), y = m_net.unknowns.of_hole(each, 1);
            const auto entry = [&](int a, int b) { return a < 0 || b < 0 ? 0.0 : q(a, b) - qa[a] * qa[b] / whole; };
            worst = std::max(worst, spread_of(entry(x, x), entry(x, y), entry(y, y)).major.in_mm());
        }
        return worst;
    }
};

} // namespace

// Eigenvalues of the symmetric 2 by 2 matrix: middle ± sqrt(half difference² + xy²); the major axis lies at half the
// angle whose tangent is 2 xy / (xx - yy).
Spread spread_of(double xx, double xy, double yy) {
    const double middle = (xx + yy) / 2.0, half = std::hypot((xx - yy) / 2.0, xy);
    const double turn = half > 0.0 ? std::atan2(2.0 * xy, xx - yy) / 2.0 : 0.0;
    return {Length::mm(std::sqrt(std::max(middle + half, 0.0))), Length::mm(std::sqrt(std::max(middle - half, 0.0))),
            Angle::degrees(turn * degrees_per_radian).wrapped()};
}

std::optional<NextReading> next_reading(const Net& net, const Estimate& at, const Knowledge& knowledge,
                                        const Mirror* mirror) {
    Adviser adviser(net, at, knowledge);
    if (knowledge.open.cols() > 0)
        return adviser.tying();
    return mirror ? adviser.deciding(*mirror) : adviser.shrinking();
}

} // namespace clockface
