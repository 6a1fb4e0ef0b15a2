#include "inspection/deviations.h"

#include "measure/radians.h"
#include "survey/net.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <Eigen/Dense>
#include <fmt/format.h>

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

/// Holes and edges that hang together by readings, and by what they hang on the drawing.
struct Tied {
    int net = -1;
    bool x = false, y = false, turn = false; ///< tied to zero by something that was touched
};

class Solver {
public:
    Solver(const Job& job, const MeasuredPart& measured)
        : m_job(job)
        , m_measured(measured)
        , m_part(measured.part)
        , m_holes(static_cast<int>(measured.part.holes.size()))
        , m_net_of(measured.part.holes.size() + measured.part.edges.size(), -1) {}

    Deviations take() {
        leave_out_faults();
        m_observations = observations_of(m_part);
        widen_sizes();
        tie();
        const Net net{m_part, m_observations, Axes{}, held(), as_drawn()};
        const Doubts doubts = find_doubts(net);
        m_at = doubts.fit.at;
        m_scatter = doubts.scatter;
        m_known = knowledge_at(net.observations, doubts.weights, net.unknowns, m_at);
        m_unknowns = &net.unknowns;
        m_out.scatter = doubts.scatter;
        m_out.spare = m_known.spare;
        m_out.contradiction = doubts.contradiction;
        HeldAgainst against = held_against(net, doubts, m_known);
        put_back(std::move(against.readings));
        m_out.sentences.insert(m_out.sentences.end(), against.sentences.begin(), against.sentences.end());
        say_as_a_whole();
        fill();
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const MeasuredPart& m_measured;
    OldPart m_part; // without the readings that are at fault
    int m_holes;
    std::vector<std::size_t> m_of; // readings of m_part in the measured part's
    std::vector<Observation> m_observations;
    std::vector<int> m_net_of; // holes, then edges
    std::vector<Tied> m_nets;
    Estimate m_at;
    double m_scatter = 1.0;
    Knowledge m_known;
    const Unknowns* m_unknowns = nullptr;
    Deviations m_out;

    void leave_out_faults() {
        m_part.readings.clear();
        m_out.readings.resize(m_measured.part.readings.size());
        for (std::size_t i = 0; i < m_measured.part.readings.size(); ++i) {
            const Reading& reading = m_measured.part.readings[i];
            if (const auto fault = fault_with_pins(reading)) {
                m_out.readings[i].doubt = *fault;
                if (!reading.struck)
                    m_out.sentences.push_back(
                        say("Reading {number} is left out: {fault}", {{"number", i + 1}, {"fault", *fault}}));
                continue;
            }
            m_part.readings.push_back(reading);
            m_of.push_back(i);
        }
        m_out.sentences.insert(m_out.sentences.end(), m_measured.gone.begin(), m_measured.gone.end());
    }

    [[nodiscard]] std::optional<std::string> fault_with_pins(const Reading& reading) const {
        auto fault = fault_of(m_measured.part, reading);
        const bool over_pins = reading.kind == ReadingKind::OverPins || reading.kind == ReadingKind::BetweenPins ||
                               reading.kind == ReadingKind::Height;
        for (std::size_t k = 0; over_pins && !fault && k < reading.between.size(); ++k)
            if (const int hole = hole_index(m_measured.part, reading.between[k]); hole >= 0)
                fault = pin_fault(m_measured.part.holes[at(hole)], m_measured.part.unit);
        return fault;
    }

    void put_back(std::vector<Leftover> readings) {
        for (std::size_t i = 0; i < readings.size(); ++i)
            m_out.readings[m_of[i]] = std::move(readings[i]);
    }

    // Sizes that were not read are known as well as they are usually made.
    void widen_sizes() {
        for (Observation& seen : m_observations)
            if (seen.is_diameter)
                seen.error = m_measured.size_within[at(seen.features[0])].in_mm();
    }

    // Nets by readings; a datum's edges and the bore zero lies on join nothing: they stand where they are drawn.
    void tie() {
        std::vector<int> root(m_net_of.size());
        std::iota(root.begin(), root.end(), 0);
        std::vector<bool> seen_at_all(root.size());
        const auto find = [&](int each) {
            while (root[at(each)] != each)
                each = root[at(each)] = root[at(root[at(each)])];
            return each;
        };
        const auto place = [&](const Observation& seen, std::size_t k) {
            return seen.features[k] + (wants_edge(seen, k) ? m_holes : 0);
        };
        for (const Observation& seen : m_observations) {
            if (seen.is_diameter)
                continue;
            int last = -1;
            for (std::size_t k = 0; k < features_of(seen); ++k) {
                const int here = place(seen, k);
                seen_at_all[at(here)] = true;
                if (in_place(here))
                    continue;
                if (last >= 0)
                    root[at(find(here))] = find(last);
                last = here;
            }
        }
        for (int i = 0; i < static_cast<int>(root.size()); ++i)
            if (seen_at_all[at(i)] && !in_place(i)) {
                const int top = find(i);
                if (m_net_of[at(top)] < 0) {
                    m_net_of[at(top)] = static_cast<int>(m_nets.size());
                    m_nets.push_back({static_cast<int>(m_nets.size())});
                }
                m_net_of[at(i)] = m_net_of[at(top)];
            }
        for (const Observation& seen : m_observations)
            if (!seen.is_diameter)
                tie_to_zero(seen, place);
    }

    template <class PlaceOf> void tie_to_zero(const Observation& seen, const PlaceOf& place) {
        int net = -1;
        for (std::size_t k = 0; k < features_of(seen); ++k)
            net = std::max(net, m_net_of[at(place(seen, k))]);
        if (net < 0)
            return; // only between what stands anyway
        Tied& tied = m_nets[at(net)];
        for (std::size_t k = 0; k < features_of(seen); ++k) {
            const int here = place(seen, k);
            if (here >= m_holes) {
                tied.turn = true;
                if (in_place(here))
                    (is_upright(here - m_holes) ? tied.x : tied.y) = true;
            } else if (here == m_measured.zero_on) {
                tied.x = tied.y = true;
            }
        }
    }

    [[nodiscard]] bool in_place(int feature) const {
        return feature >= m_holes ? m_measured.edge_in_place[at(feature - m_holes)] : feature == m_measured.zero_on;
    }
    [[nodiscard]] bool is_upright(int edge) const {
        const OldEdge& line = m_part.edges[at(edge)];
        return abs(line.to.y - line.from.y) > abs(line.to.x - line.from.x);
    }

    [[nodiscard]] Estimate as_drawn() const {
        Estimate out{Eigen::VectorXd::Zero(m_holes * 3),
                     Eigen::VectorXd::Zero(static_cast<Eigen::Index>(m_part.edges.size() * 2))};
        for (int i = 0; i < m_holes; ++i) {
            const OldHole& hole = m_part.holes[at(i)];
            out.holes.segment<3>(i * 3) << hole.sketched.x.in_mm(), hole.sketched.y.in_mm(), hole.diameter.in_mm();
        }
        for (std::size_t i = 0; i < m_part.edges.size(); ++i) {
            const OldEdge& edge = m_part.edges[i];
            const double direction = bearing_of(edge.from, edge.to).in_degrees() / degrees_per_radian;
            out.edges.segment<2>(static_cast<Eigen::Index>(i * 2)) << direction,
                -std::sin(direction) * edge.from.x.in_mm() + std::cos(direction) * edge.from.y.in_mm();
        }
        return out;
    }

    // Edges run as they are drawn, those zero is counted from stand so too. A net that nothing ties to zero is held by
    // its own: one hole's place, and of the farthest the coordinate across the way to it.
    [[nodiscard]] Unknowns held() const {
        std::vector<bool> holes(at(m_holes) * 3, true), edges(m_part.edges.size() * 2, true);
        for (const Observation& seen : m_observations) {
            if (seen.is_diameter) {
                holes[at(seen.features[0]) * 3 + 2] = false;
                continue;
            }
            for (std::size_t k = 0; k < features_of(seen); ++k) {
                const auto feature = at(seen.features[k]);
                if (wants_edge(seen, k))
                    edges[feature * 2 + 1] = m_measured.edge_in_place[feature];
                else if (seen.features[k] != m_measured.zero_on)
                    holes[feature * 3] = holes[feature * 3 + 1] = false;
            }
        }
        for (const Tied& net : m_nets)
            hold(net, holes);
        return {holes, edges};
    }

    void hold(const Tied& net, std::vector<bool>& known) const {
        std::vector<int> readings(at(m_holes));
        for (const Observation& seen : m_observations)
            for (std::size_t k = 0; !seen.is_diameter && k < features_of(seen); ++k)
                if (!wants_edge(seen, k))
                    ++readings[at(seen.features[k])];
        const int zero = m_measured.zero_on;
        int by = net.x && net.y && zero >= 0 ? zero : -1;
        if (by < 0)
            for (int i = 0; i < m_holes; ++i)
                if (m_net_of[at(i)] == net.net && (by < 0 || readings[at(i)] > readings[at(by)]))
                    by = i;
        if (by < 0)
            return; // edges alone
        if (!net.x)
            known[at(by) * 3] = true;
        if (!net.y)
            known[at(by) * 3 + 1] = true;
        if (net.turn)
            return;
        // From what holds it to the farthest that at least two readings hold.
        const Point from = m_part.holes[at(by)].sketched;
        int far = -1;
        const auto worth = [&](int hole) {
            return std::min(readings[at(hole)], 2) * 1e6 + distance(m_part.holes[at(hole)].sketched, from).in_mm();
        };
        for (int i = 0; i < m_holes; ++i)
            if (i != by && m_net_of[at(i)] == net.net && (far < 0 || worth(i) > worth(far)))
                far = i;
        if (far < 0)
            return;
        const Point way = m_part.holes[at(far)].sketched - from;
        known[at(far) * 3 + (abs(way.x) >= abs(way.y) ? 1 : 0)] = true;
    }

    void say_as_a_whole() {
        if (m_out.contradiction)
            m_out.sentences.insert(m_out.sentences.begin(),
                                   say("The readings contradict each other, and no few of them are to blame. Measure "
                                       "again, beginning with those that are farthest out, or strike out what you "
                                       "doubt."));
        else if (m_scatter > 1.0)
            m_out.sentences.push_back(say("The readings scatter {scatter} times as much as the instruments should; the "
                                          "errors shown are that much wider.",
                                          {{"scatter", fmt::format("{:.1f}", m_scatter)}}));
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
            hole.net = frame_of(i);
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

    // What is tied to zero in every way hangs together by that, whether or not readings join it.
    [[nodiscard]] int frame_of(std::size_t hole) const {
        const int net = m_net_of[hole];
        if (net < 0)
            return -1;
        const Tied& tied = m_nets[at(net)];
        return tied.x && tied.y && tied.turn ? static_cast<int>(m_nets.size()) : net;
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
        lay(most->second, {true, true, true});
    }

    // What keeps to zero: by what was touched. Where nothing on the face can be, by all of it together.
    void lay_kept(const std::vector<std::size_t>& kept) {
        const bool shift = !m_measured.zero_can_be_touched(), turn = !m_measured.has_edges();
        std::vector<std::size_t> tied;
        std::map<int, int> many;
        for (const std::size_t each : kept)
            ++many[m_net_of[each]];
        const int largest = std::max_element(many.begin(), many.end(), [](const auto& one, const auto& other) {
                                return one.second < other.second;
                            })->first;
        for (const std::size_t each : kept) {
            const Tied& net = m_nets[at(m_net_of[each])];
            // What is free to shift or to turn is so as one: holes that nothing ties to the others may lie otherwise.
            const bool placed = shift ? net.net == largest : net.x && net.y;
            const bool turned = turn ? net.net == largest : net.turn;
            if (placed && turned)
                tied.push_back(each);
            else if (turn && placed)
                m_out.holes[each].open = say("No reading ties it to the others.");
            else
                m_out.holes[each].open = placed ? say("No reading from an edge says how it is turned.")
                                                : say("No reading ties it to what zero is counted from.");
        }
        if (!tied.empty())
            lay(tied, {shift, turn, false});
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
    // 1 - G (GᵀG)⁺ Gᵀ, by an orthonormal basis of G: holes on one spot of the axis leave the turn open, and that is no
    // motion then.
    static Eigen::MatrixXd without(const Motions& motions) {
        const Eigen::Index n = motions.rows();
        Eigen::MatrixXd out = Eigen::MatrixXd::Identity(n, n);
        if (motions.cols() == 0)
            return out;
        const Eigen::ColPivHouseholderQR<Motions> parts(motions);
        const Eigen::MatrixXd basis = parts.householderQ() * Eigen::MatrixXd::Identity(n, std::min(parts.rank(), n));
        return out - basis * basis.transpose();
    }

    // Takes out, one after the other, the holes that what is open moves most, until it moves none.
    void leave_out_open(std::vector<std::size_t>& holes, const LaidAs& as) {
        while (m_known.open.cols() > 0 && !holes.empty()) {
            const Eigen::MatrixXd moved = without(motions(holes, as)) * open(holes);
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
        LaidGroup group;
        group.holes = holes;
        group.as = as;
        lay_over(group);
        const Motions free = motions(holes, as);
        const Eigen::MatrixXd keep = without(free);
        const Eigen::MatrixXd spread = keep * covariance(holes) * keep.transpose();
        for (std::size_t i = 0; i < holes.size(); ++i) {
            const auto row = static_cast<Eigen::Index>(i * 2);
            m_out.holes[holes[i]].spread = {spread(row, row), spread(row, row + 1), spread(row + 1, row + 1)};
        }
        m_out.groups.push_back(std::move(group));
    }

    // Shift and turn by which the measured places come nearest to the drawn ones. With a and b the drawn and the
    // measured places from their middles (or from what holds them) the turn is atan2(Σ a × b, Σ a · b).
    void lay_over(LaidGroup& group) {
        const auto drawn = [&](std::size_t hole) { return m_measured.holes[hole].at; };
        const auto seen = [&](std::size_t hole) { return *m_out.holes[hole].at; };
        const double share = 1.0 / static_cast<double>(group.holes.size());
        Point from_drawn{}, from_seen{}; // the turn is about them
        if (group.as.shift)
            for (const std::size_t each : group.holes) {
                from_drawn = from_drawn + drawn(each) * share;
                from_seen = from_seen + seen(each) * share;
            }
        if (group.as.turn) {
            double cross = 0.0, dot = 0.0;
            for (const std::size_t each : group.holes) {
                const Point a = drawn(each) - from_drawn, b = seen(each) - from_seen;
                cross += a.x.in_mm() * b.y.in_mm() - a.y.in_mm() * b.x.in_mm();
                dot += a.x.in_mm() * b.x.in_mm() + a.y.in_mm() * b.y.in_mm();
            }
            if (std::hypot(cross, dot) > 0.0)
                group.turn = Angle::degrees(std::atan2(cross, dot) * degrees_per_radian);
        }
        group.shift = from_seen - rotated(from_drawn, group.turn);
        for (const std::size_t each : group.holes) {
            const Point back = rotated(seen(each) - from_seen, Angle::degrees(-group.turn.in_degrees()));
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

std::vector<std::optional<Length>> errors_after(const Job& job, const MeasuredPart& measured,
                                                const std::vector<Reading>& further) {
    MeasuredPart then = measured;
    then.part.readings.insert(then.part.readings.end(), further.begin(), further.end());
    const Deviations known = deviations(job, then);
    std::vector<std::optional<Length>> out;
    for (const Deviation& each : known.holes)
        out.push_back(each.off ? std::optional(each.error() / 2.0) : std::nullopt);
    return out;
}

} // namespace clockface
