#include "inspection/deviations.h"

#include "inspection/ties.h"
#include "measure/radians.h"
#include "survey/net.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

namespace clockface {

namespace {

using Motions = Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic>;

// What is left open moves a hole when it moves it by more than this part of the whole motion.
constexpr double moves = 1e-6;

std::size_t at(int index) {
    return static_cast<std::size_t>(index);
}

class Solver {
public:
    Solver(const Job& job, const MeasuredPart& measured)
        : m_job(job)
        , m_measured(measured)
        , m_part(measured.part) {}

    Deviations take() {
        leave_out_faults();
        m_observations = observed(m_measured);
        const Ties ties(m_measured, m_observations);
        const Net net{m_part, m_observations, Axes{}, ties.held(), as_drawn(m_part)};
        const Doubts doubts = find_doubts(net);
        m_ties = &ties;
        m_unknowns = &net.unknowns;
        m_at = doubts.fit.at;
        m_scatter = doubts.scatter;
        m_known = knowledge_at(net.observations, doubts.weights, net.unknowns, m_at);
        m_out.scatter = doubts.scatter;
        m_out.contradiction = doubts.contradiction;
        hold_against(net, doubts);
        fill();
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const MeasuredPart& m_measured;
    OldPart m_part; // readings that are at fault count as struck out
    std::vector<Observation> m_observations;
    const Ties* m_ties = nullptr;
    const Unknowns* m_unknowns = nullptr;
    Estimate m_at;
    double m_scatter = 1.0;
    Knowledge m_known;
    std::vector<std::string> m_faults; // by reading
    Deviations m_out;

    void leave_out_faults() {
        for (std::size_t i = 0; i < m_part.readings.size(); ++i) {
            Reading& reading = m_part.readings[i];
            m_faults.push_back(fault_with_pins(m_measured, reading).value_or(std::string()));
            if (m_faults[i].empty())
                continue;
            if (!reading.struck)
                m_out.sentences.push_back(
                    say("Reading {number} is left out: {fault}", {{"number", i + 1}, {"fault", m_faults[i]}}));
            reading.struck = true;
        }
        m_out.sentences.insert(m_out.sentences.end(), m_measured.gone.begin(), m_measured.gone.end());
    }

    void hold_against(const Net& net, const Doubts& doubts) {
        HeldAgainst against = held_against(net, doubts, m_known);
        m_out.readings = std::move(against.readings);
        for (std::size_t i = 0; i < m_faults.size(); ++i)
            if (!m_faults[i].empty())
                m_out.readings[i].doubt = m_faults[i];
        auto& said = m_out.sentences;
        said.insert(said.end(), against.sentences.begin(), against.sentences.end());
        if (const std::string all = on_the_whole(doubts); !all.empty())
            said.insert(doubts.contradiction ? said.begin() : said.end(), all);
    }

    // A row of the covariance, or of what is open, for a coordinate of a hole: nought where it is held.
    [[nodiscard]] double covariance(int hole, int a, int other, int b) const {
        const int row = m_unknowns->of_hole(hole, a), column = m_unknowns->of_hole(other, b);
        return row < 0 || column < 0 ? 0.0 : m_known.covariance(row, column) * m_scatter * m_scatter;
    }
    [[nodiscard]] Eigen::MatrixXd covariance(const std::vector<std::size_t>& holes) const {
        const auto n = static_cast<Eigen::Index>(holes.size() * 2);
        Eigen::MatrixXd out(n, n);
        for (Eigen::Index i = 0; i < n; ++i)
            for (Eigen::Index j = 0; j < n; ++j)
                out(i, j) = covariance(static_cast<int>(holes[at(static_cast<int>(i / 2))]), static_cast<int>(i % 2),
                                       static_cast<int>(holes[at(static_cast<int>(j / 2))]), static_cast<int>(j % 2));
        return out;
    }
    [[nodiscard]] Eigen::MatrixXd open(const std::vector<std::size_t>& holes) const {
        Eigen::MatrixXd out = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(holes.size() * 2), m_known.open.cols());
        for (std::size_t i = 0; i < holes.size(); ++i)
            for (int a = 0; a < 2; ++a)
                if (const int row = m_unknowns->of_hole(static_cast<int>(holes[i]), a); row >= 0)
                    out.row(static_cast<Eigen::Index>(i * 2) + a) = m_known.open.row(row);
        return out;
    }

    void fill() {
        m_out.holes.resize(m_measured.holes.size());
        const std::size_t n = m_out.holes.size();
        for (std::size_t i = 0; i < n; ++i) {
            Deviation& hole = m_out.holes[i];
            hole.net = m_ties->frame_of(i);
            hole.read = hole.net >= 0;
            if (!hole.read)
                hole.open = say("Nothing was read of it.");
            else if (m_out.contradiction)
                hole.open = say("The readings contradict each other.");
            else
                hole.at = hole_at(m_at, static_cast<int>(i));
        }
        std::vector<std::size_t> all(n);
        std::iota(all.begin(), all.end(), std::size_t{0});
        const Eigen::MatrixXd whole = covariance(all);
        m_out.covariance.assign(whole.data(), whole.data() + whole.size()); // it is symmetric
        if (m_out.contradiction)
            return;
        lay_groups();
    }

    void lay_groups() {
        std::vector<std::size_t> kept;
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern) {
            std::vector<std::size_t> own;
            for (std::size_t i = 0; i < m_measured.holes.size(); ++i)
                if (m_measured.holes[i].pattern == pattern && m_out.holes[i].read)
                    own.push_back(i);
            if (own.empty())
                continue;
            if (lies_free(m_job.patterns[pattern]))
                lay_free(own);
            else
                kept.insert(kept.end(), own.begin(), own.end());
        }
        if (!kept.empty())
            lay_kept(kept);
    }

    // By itself, if its holes hang together; the largest part of them that does.
    void lay_free(const std::vector<std::size_t>& own) {
        std::map<int, std::vector<std::size_t>> by_net;
        for (const std::size_t each : own)
            by_net[m_out.holes[each].net].push_back(each);
        const auto most = std::max_element(by_net.begin(), by_net.end(), [](const auto& one, const auto& other) {
            return one.second.size() < other.second.size();
        });
        for (const auto& [net, holes] : by_net)
            if (net != most->first)
                for (const std::size_t each : holes)
                    m_out.holes[each].open = say("No reading ties it to the others of its pattern.");
        if (most->second.size() < 2) {
            m_out.holes[most->second.front()].open = say("No reading ties it to the others of its pattern.");
            return;
        }
        lay(most->second, {true, true});
    }

    // What keeps to zero: by what was touched. Where nothing on the face can be, by all of it together.
    void lay_kept(const std::vector<std::size_t>& kept) {
        const bool shift = !m_measured.zero_can_be_touched(), turn = !m_measured.has_edges();
        std::vector<std::size_t> tied;
        std::map<int, int> many;
        for (const std::size_t each : kept)
            ++many[m_ties->net_of(each)];
        const int largest = std::max_element(many.begin(), many.end(), [](const auto& one, const auto& other) {
                                return one.second < other.second;
                            })->first;
        for (const std::size_t each : kept) {
            const int index = m_ties->net_of(each);
            const TiedNet& net = m_ties->net(index);
            // What is free to shift or to turn is so as one: holes that nothing ties to the others may lie otherwise.
            const bool placed = shift ? index == largest : net.x && net.y;
            const bool turned = turn ? index == largest : net.turn;
            if (placed && turned)
                tied.push_back(each);
            else if (turn && placed)
                m_out.holes[each].open = say("No reading ties it to the others.");
            else
                m_out.holes[each].open = placed ? say("No reading from an edge says how it is turned.")
                                                : say("No reading ties it to what zero is counted from.");
        }
        if (!tied.empty())
            lay(tied, {shift, turn});
    }

    [[nodiscard]] Motions motions(const std::vector<std::size_t>& holes, const LaidAs& as) const {
        Motions out(static_cast<Eigen::Index>(holes.size() * 2), (as.shift ? 2 : 0) + (as.turn ? 1 : 0));
        for (std::size_t i = 0; i < holes.size(); ++i) {
            const auto row = static_cast<Eigen::Index>(i * 2);
            const Point place = *m_out.holes[holes[i]].at; // what is open was found there
            Eigen::Index column = 0;
            if (as.shift) {
                out.block<2, 2>(row, 0).setIdentity();
                column = 2;
            }
            if (as.turn)
                out.block<2, 1>(row, column) << -place.y.in_mm(), place.x.in_mm();
        }
        return out;
    }
    // (1 - G (GᵀG)⁺ Gᵀ) of something, by an orthonormal basis of G: holes on one spot of the axis leave the turn open,
    // and that is no motion then.
    static Eigen::MatrixXd without(const Motions& motions, const Eigen::MatrixXd& of) {
        if (motions.cols() == 0)
            return of;
        const Eigen::ColPivHouseholderQR<Motions> parts(motions);
        const Eigen::MatrixXd basis = parts.householderQ() * Eigen::MatrixXd::Identity(motions.rows(), parts.rank());
        return of - basis * (basis.transpose() * of);
    }

    // Takes out, one after the other, the holes that what is open moves most, until it moves none.
    void leave_out_open(std::vector<std::size_t>& holes, const LaidAs& as) {
        while (m_known.open.cols() > 0 && !holes.empty()) {
            const Eigen::MatrixXd moved = without(motions(holes, as), open(holes));
            std::size_t most = 0;
            double far = 0.0;
            for (std::size_t i = 0; i < holes.size(); ++i)
                if (const double here = moved.middleRows(static_cast<Eigen::Index>(i * 2), 2).norm();
                    here > far * 1.000001) {
                    far = here;
                    most = i;
                }
            if (far < moves)
                return;
            m_out.holes[holes[most]].open = say("The readings leave open where it stands.");
            holes.erase(holes.begin() + static_cast<std::ptrdiff_t>(most));
        }
    }

    void lay(std::vector<std::size_t> holes, const LaidAs& as) {
        leave_out_open(holes, as);
        // Of two holes by themselves only how far they are apart can be seen, of one nothing.
        if (holes.empty() || (as.shift && holes.size() < 2)) {
            for (const std::size_t each : holes)
                m_out.holes[each].open = say("No reading ties it to the others of its pattern.");
            return;
        }
        lay_over({holes, as});
        const Motions free = motions(holes, as);
        const Eigen::MatrixXd spread = without(free, without(free, covariance(holes)).transpose());
        for (std::size_t i = 0; i < holes.size(); ++i) {
            const auto row = static_cast<Eigen::Index>(i * 2);
            m_out.holes[holes[i]].spread = {spread(row, row), spread(row, row + 1), spread(row + 1, row + 1)};
        }
        m_out.groups.push_back({std::move(holes), as});
    }

    // Shift and turn by which the measured places come nearest to the drawn ones. With a and b the drawn and the
    // measured places from their middles (or from what holds them) the turn is atan2(Σ a × b, Σ a · b).
    void lay_over(const LaidGroup& group) {
        const auto drawn = [&](std::size_t hole) { return m_measured.holes[hole].at; };
        const auto seen = [&](std::size_t hole) { return *m_out.holes[hole].at; };
        const double share = 1.0 / static_cast<double>(group.holes.size());
        Point from_drawn{}, from_seen{}; // the turn is about them
        if (group.as.shift)
            for (const std::size_t each : group.holes) {
                from_drawn = from_drawn + drawn(each) * share;
                from_seen = from_seen + seen(each) * share;
            }
        Angle turn;
        if (group.as.turn) {
            double cross = 0.0, dot = 0.0;
            for (const std::size_t each : group.holes) {
                const Point a = drawn(each) - from_drawn, b = seen(each) - from_seen;
                cross += a.x.in_mm() * b.y.in_mm() - a.y.in_mm() * b.x.in_mm();
                dot += a.x.in_mm() * b.x.in_mm() + a.y.in_mm() * b.y.in_mm();
            }
            if (std::hypot(cross, dot) > 0.0)
                turn = Angle::degrees(std::atan2(cross, dot) * degrees_per_radian);
        }
        for (const std::size_t each : group.holes) {
            const Point back = rotated(seen(each) - from_seen, Angle::degrees(-turn.in_degrees()));
            m_out.holes[each].off = back - (drawn(each) - from_drawn);
        }
    }
};

} // namespace

Length largest_of(const std::array<double, 3>& spread) {
    return spread_of(spread[0], spread[1], spread[2]).major;
}

Spread Deviation::ellipse() const {
    const Spread one = spread_of(spread[0], spread[1], spread[2]);
    return {one.major * 2.0, one.minor * 2.0, one.bearing};
}

Length Deviation::error() const {
    return largest_of(spread) * 2.0;
}

Length Deviation::error(Axis axis) const {
    return Length::mm(2.0 * std::sqrt(std::max(axis == Axis::X ? spread[0] : spread[2], 0.0)));
}

bool lies_free(const Pattern& pattern) {
    if (pattern.may_shift)
        return *pattern.may_shift;
    return centre_of(pattern.layout) && places_in(pattern.layout) >= 3 &&
           (pattern.hole.purpose == Purpose::Tapped || pattern.hole.purpose == Purpose::Clearance);
}

Deviations deviations(const Job& job, const MeasuredPart& measured) {
    return Solver(job, measured).take();
}

} // namespace clockface
