#include "inspection/bolting.h"

#include "measure/figures.h"
#include "shop/tables.h"
#include "shop/threads.h"
#include "survey/draws.h"
#include "words/say.h"

#include <Eigen/Cholesky>

#include <algorithm>
#include <cmath>
#include <map>

namespace clockface {

namespace {

const MatePattern* said_of(const Job& job, const Pattern& pattern) {
    const auto& all = job.proof.mate.patterns;
    const auto found =
        std::find_if(all.begin(), all.end(), [&](const MatePattern& each) { return each.pattern == pattern.id; });
    return found == all.end() ? nullptr : &*found;
}

MateHole usual_mate(const HoleSpec& spec) {
    switch (spec.purpose) {
    case Purpose::Clearance:
        return MateHole::Tapped;
    case Purpose::Tapped:
        return MateHole::Clear;
    case Purpose::Reamed:
        return MateHole::Reamed;
    case Purpose::Plain:
        break;
    }
    return MateHole::None;
}

// The screw's diameter where the hole says which screw it is for.
std::optional<Length> usual_bolt(const HoleSpec& spec) {
    if (spec.purpose == Purpose::Reamed)
        return spec.diameter; // a pin that just goes in
    const auto thread = find_thread(spec.label);
    return thread ? std::optional(thread->major) : std::nullopt;
}

// The mate's hole where nothing is said of it: the usual clearance of the screw, or what the pin fills.
std::optional<Length> usual_hole(MateHole hole, const HoleSpec& spec, Length bolt) {
    if (hole != MateHole::Clear)
        return bolt;
    if (const auto thread = find_thread(spec.label))
        if (const auto row = clearance_for(screw_of(*thread)))
            return row->normal;
    return std::nullopt;
}

class Bolter {
public:
    Bolter(const Job& job, const MeasuredPart& measured, const Deviations& found, const Deviations* mate)
        : m_job(job)
        , m_measured(measured)
        , m_found(found)
        , m_mate(mate) {
        for (const Hole& hole : measured.holes)
            m_as.push_back(bolted_as(job, job.patterns[hole.pattern], hole.spec));
    }

    BoltedFace face(const std::vector<bool>& made) {
        choose(made);
        BoltedFace out;
        out.pairs = pairs_now();
        for (std::size_t i = 0; i < made.size(); ++i) {
            if (made[i] || m_as[i].hole == MateHole::None || !m_as[i].fault.empty())
                continue;
            const Point at = m_measured.holes[i].at;
            const auto other = m_mate ? opposite(i) : std::nullopt;
            const Point mate = other && m_mate->holes[*other].at ? over(*m_mate->holes[*other].at) : at;
            out.rest.push_back({i, m_as[i], {}, {}});
            out.rest_pairs.push_back({name(i), at, at - mate, m_as[i].play});
        }
        out.holes = std::move(m_out.holes);
        out.sentences = std::move(m_out.sentences);
        return out;
    }

    BoltsUp take(int draws, std::uint32_t seed) {
        choose(std::vector<bool>(m_measured.holes.size(), true));
        if (m_out.holes.empty()) {
            if (m_out.sentences.empty())
                m_out.sentences.push_back(say("No hole of this face is bolted to anything. Say under its pattern what "
                                              "it is bolted to."));
            return std::move(m_out);
        }
        const std::vector<BoltedPair> pairs = pairs_now();
        const Together best = together(pairs);
        m_out.left = best.left;
        m_out.tightest = best.tightest;
        for (std::size_t i = 0; i < pairs.size(); ++i) {
            m_out.holes[i].off = best.off[i];
            m_out.holes[i].left = pairs[i].play - hypot(best.off[i].x, best.off[i].y);
        }
        draw(pairs, draws, seed);
        say_it(best);
        return std::move(m_out);
    }

private:
    struct Together {
        Length left;
        std::size_t tightest = 0;
        std::vector<Point> off;
    };

    const Job& m_job;
    const MeasuredPart& m_measured;
    const Deviations& m_found;
    const Deviations* m_mate;
    std::vector<Bolted> m_as;             // by hole of the face
    std::vector<std::size_t> m_mate_hole; // of the mate, for each of m_out.holes
    BoltsUp m_out;

    [[nodiscard]] const std::string& name(std::size_t hole) const { return m_measured.holes[hole].name; }
    [[nodiscard]] bool copied() const { return m_job.proof.mate.is == MateIs::Copied; }

    // A piece that is turned over left to right onto another lies as in a mirror up its middle.
    [[nodiscard]] Point over(Point at) const {
        return m_job.proof.mate.face_to_face ? Point{middle_from_datum(m_job).x * 2.0 - at.x, at.y} : at;
    }

    // The hole of a mating piece that lies over a hole of this one.
    [[nodiscard]] std::optional<std::size_t> opposite(std::size_t hole) const {
        const Point wanted = over(m_measured.holes[hole].at);
        for (std::size_t i = 0; i < m_measured.holes.size(); ++i)
            if (distance(m_measured.holes[i].at, wanted) < Length::mm(1e-3))
                return i;
        return std::nullopt;
    }

    // Only holes that hang together say how they stand to each other: the largest number of them that does.
    [[nodiscard]] int largest_net() const {
        std::map<int, int> many;
        for (std::size_t i = 0; i < m_measured.holes.size(); ++i) {
            if (m_as[i].hole != MateHole::None && m_as[i].fault.empty() && m_found.holes[i].off)
                ++many[m_found.holes[i].net];
        }
        const auto most = std::max_element(
            many.begin(), many.end(), [](const auto& one, const auto& other) { return one.second < other.second; });
        return most == many.end() ? -1 : most->first;
    }

    void choose(const std::vector<bool>& made) {
        const int net = largest_net();
        std::vector<std::string> unknown, alone;
        for (std::size_t i = 0; i < m_measured.holes.size(); ++i) {
            const Hole& hole = m_measured.holes[i];
            const Bolted& as = m_as[i];
            if (as.hole == MateHole::None || !made[i])
                continue;
            if (!as.fault.empty()) {
                if (std::find(m_out.sentences.begin(), m_out.sentences.end(), as.fault) == m_out.sentences.end())
                    m_out.sentences.push_back(as.fault);
                continue;
            }
            const Deviation& seen = m_found.holes[i];
            const auto other = m_mate ? opposite(i) : std::optional(i);
            if (!copied() && (!seen.off || !seen.at || seen.net != net)) {
                unknown.push_back(hole.name);
                continue;
            }
            if (!other || (m_mate && !m_mate->holes[*other].off)) {
                alone.push_back(hole.name);
                continue;
            }
            m_out.holes.push_back({i, as, {}, {}});
            m_mate_hole.push_back(*other);
        }
        if (!unknown.empty())
            m_out.sentences.push_back(say("The readings do not say how {holes} {count:stands|stand} to the others, so "
                                          "{count:it is|they are} left out.",
                                          {{"holes", all_of(unknown)}, {"count", unknown.size()}}));
        if (!alone.empty())
            m_out.sentences.push_back(say("The mate has no measured hole over {holes}.", {{"holes", all_of(alone)}}));
    }

    [[nodiscard]] std::vector<BoltedPair> pairs_now() const {
        std::vector<BoltedPair> pairs;
        for (std::size_t i = 0; i < m_out.holes.size(); ++i) {
            const std::size_t hole = m_out.holes[i].hole;
            const Point at = m_measured.holes[hole].at;
            Point mate = at;
            if (m_mate)
                mate = over(*m_mate->holes[m_mate_hole[i]].at);
            const Point own = copied() ? at : *m_found.holes[hole].at;
            pairs.push_back({name(hole), at, copied() ? Point{} : own - mate, m_out.holes[i].as.play});
        }
        return pairs;
    }

    // Countersunk screws lay the part first, by least squares; the others have to go as it lies then.
    [[nodiscard]] Together together(const std::vector<BoltedPair>& pairs) const {
        std::vector<BoltedPair> drags;
        for (std::size_t i = 0; i < pairs.size(); ++i)
            if (m_out.holes[i].as.drags)
                drags.push_back(pairs[i]);
        Together out;
        if (drags.empty() || m_job.proof.mate.pinned) {
            LaidBest best = m_job.proof.mate.pinned ? laid_as_held(pairs) : laid_best(pairs);
            return {best.left, best.worst, std::move(best.off)};
        }
        const Eigen::Vector3d by = drawn_by(drags);
        out.left = Length::mm(HUGE_VAL);
        for (std::size_t i = 0; i < pairs.size(); ++i) {
            const double x = pairs[i].at.x.in_mm(), y = pairs[i].at.y.in_mm();
            const Point off = pairs[i].off + Point{Length::mm(by[0] - by[2] * y), Length::mm(by[1] + by[2] * x)};
            out.off.push_back(off);
            const Length left = pairs[i].play - hypot(off.x, off.y);
            if (left < out.left) {
                out.left = left;
                out.tightest = i;
            }
        }
        return out;
    }

    // Shift and turn (about zero) that leave the least sum of squares; of one screw only a shift.
    static Eigen::Vector3d drawn_by(const std::vector<BoltedPair>& drags) {
        Eigen::Matrix3d matrix = Eigen::Matrix3d::Zero();
        Eigen::Vector3d right = Eigen::Vector3d::Zero();
        for (const BoltedPair& each : drags) {
            Eigen::Matrix<double, 2, 3> move;
            move << 1.0, 0.0, -each.at.y.in_mm(), 0.0, 1.0, each.at.x.in_mm();
            matrix += move.transpose() * move;
            right -= move.transpose() * Eigen::Vector2d(each.off.x.in_mm(), each.off.y.in_mm());
        }
        if (drags.size() < 2)
            return {-drags.front().off.x.in_mm(), -drags.front().off.y.in_mm(), 0.0};
        return matrix.ldlt().solve(right);
    }

    [[nodiscard]] Eigen::MatrixXd covariance_of(const Deviations& of, bool mate) const {
        const std::size_t whole = of.holes.size() * 2;
        const auto n = static_cast<Eigen::Index>(m_out.holes.size());
        Eigen::MatrixXd out(2 * n, 2 * n);
        const auto row = [&](Eigen::Index i) {
            const auto hole = static_cast<std::size_t>(i / 2);
            return (mate ? m_mate_hole[hole] : m_out.holes[hole].hole) * 2 + static_cast<std::size_t>(i % 2);
        };
        // Turned over, x changes its sign.
        const auto sign = [&](Eigen::Index i) {
            return mate && m_job.proof.mate.face_to_face && i % 2 == 0 ? -1.0 : 1.0;
        };
        for (Eigen::Index i = 0; i < 2 * n; ++i)
            for (Eigen::Index j = 0; j < 2 * n; ++j)
                out(i, j) = sign(i) * sign(j) * of.covariance[row(i) * whole + row(j)];
        return out;
    }

    void draw(const std::vector<BoltedPair>& pairs, int draws, std::uint32_t seed) {
        const auto n = static_cast<Eigen::Index>(pairs.size());
        Eigen::MatrixXd covariance = Eigen::MatrixXd::Zero(2 * n, 2 * n);
        if (!copied())
            covariance += covariance_of(m_found, false);
        if (m_mate)
            covariance += covariance_of(*m_mate, true);
        else
            covariance.diagonal().array() += std::pow(m_job.proof.mate.within.in_mm(), 2);
        CorrelatedDraws errors(std::move(covariance), seed);
        int go = 0;
        for (m_out.draws = 0; m_out.draws < draws; ++m_out.draws) {
            const Eigen::VectorXd drawn = errors.next();
            std::vector<BoltedPair> made = pairs;
            for (Eigen::Index i = 0; i < n; ++i) {
                Point& off = made[static_cast<std::size_t>(i)].off;
                off = off + Point{Length::mm(drawn[i * 2]), Length::mm(drawn[i * 2 + 1])};
            }
            go += together(made).left >= Length{} ? 1 : 0;
        }
        m_out.share = draws > 0 ? static_cast<double>(go) / draws : 0.0;
    }

    void say_it(const Together& best) {
        const BoltedHole& tight = m_out.holes[best.tightest];
        const auto figure = [&](Length length) { return thousandths(length, m_job.unit); };
        std::string sentence;
        if (best.left >= Length{}) {
            sentence =
                say("It bolts up: with the parts pushed where they go best {left} of play is left at {hole}, the "
                    "tightest.",
                    {{"left", figure(best.left)}, {"hole", name(tight.hole)}});
        } else {
            sentence = say(
                "It does not bolt up: {hole} binds by {by}. Its hole stands {way} of the mate's.",
                {{"hole", name(tight.hole)}, {"by", figure(-best.left)}, {"way", way_in_words(tight.off, m_job.unit)}});
        }
        m_out.sentences.insert(m_out.sentences.begin(), sentence);
        m_out.sentences.insert(m_out.sentences.begin() + 1,
                               say("With what the readings and the mate may be out, {share} in 100 such pairs go "
                                   "together.",
                                   {{"share", in_hundred(m_out.share)}}));
        say_heads();
    }

    // The head of a countersunk screw that stands beside its cone seats on one flank only.
    void say_heads() {
        const BoltedHole* worst = nullptr;
        for (const BoltedHole& each : m_out.holes)
            if (each.as.drags && (!worst || hypot(each.off.x, each.off.y) > hypot(worst->off.x, worst->off.y)))
                worst = &each;
        if (worst)
            m_out.sentences.push_back(
                say("The countersunk heads draw the part to where they agree best; the one in {hole} then stands {by} "
                    "beside its cone and seats on one side by so much.",
                    {{"hole", name(worst->hole)}, {"by", thousandths(hypot(worst->off.x, worst->off.y), m_job.unit)}}));
    }
};

} // namespace

Bolted bolted_as(const Job& job, const Pattern& pattern, const HoleSpec& spec) {
    const MatePattern* said = said_of(job, pattern);
    Bolted out;
    out.hole = said && said->hole ? *said->hole : usual_mate(spec);
    if (out.hole == MateHole::None)
        return out;
    const auto bolt = said && said->bolt ? said->bolt : usual_bolt(spec);
    if (!bolt) {
        out.fault =
            say("{pattern}: which bolt goes through is not said, so it is left out.", {{"pattern", pattern.name}});
        return out;
    }
    out.bolt = *bolt;
    const bool own_holds = spec.purpose == Purpose::Tapped || spec.purpose == Purpose::Reamed;
    const bool mate_holds = out.hole == MateHole::Tapped || out.hole == MateHole::Reamed;
    if (spec.purpose == Purpose::Tapped && out.hole == MateHole::Tapped) {
        out.fault = say("{pattern} is tapped and so is the mate: a screw is not turned into two threads.",
                        {{"pattern", pattern.name}});
        return out;
    }
    out.own = spec.diameter;
    const auto mate = said && said->diameter ? said->diameter : usual_hole(out.hole, spec, out.bolt);
    if (!mate) {
        out.fault = say("{pattern}: how large the mate's holes are is not said, so it is left out.",
                        {{"pattern", pattern.name}});
        return out;
    }
    out.mate = *mate;
    const auto fits = [&](Length hole, bool holds) { return holds || hole >= out.bolt; };
    if (!fits(out.own, own_holds) || !fits(out.mate, mate_holds)) {
        out.fault = say("{pattern}: {bolt} does not go through {hole}.",
                        {{"pattern", pattern.name},
                         {"bolt", with_unit(out.bolt, job.unit)},
                         {"hole", with_unit(std::min(out.own, out.mate), job.unit)}});
        return out;
    }
    out.drags = spec.recess && spec.recess->kind == RecessKind::Countersink && !own_holds;
    const Length own = own_holds ? Length{} : (out.own - out.bolt) / 2.0;
    const Length other = mate_holds ? Length{} : (out.mate - out.bolt) / 2.0;
    out.play = own + other;
    // A pin in two reamed holes has what the fits leave it.
    if (spec.purpose == Purpose::Reamed) {
        const auto row = fit_for(spec.label, spec.diameter);
        out.play = out.play + (row ? row->upper / 2.0 : Length{});
        if (out.hole == MateHole::Reamed && out.mate == out.bolt)
            out.play = out.play + (row ? row->upper / 2.0 : Length{});
    }
    return out;
}

BoltedFace bolted_face(const Job& job, const MeasuredPart& measured, const Deviations& found, const Deviations* mate,
                       const std::vector<bool>& made) {
    return Bolter(job, measured, found, mate).face(made);
}

BoltsUp bolts_up(const Job& job, const MeasuredPart& measured, const Deviations& found, const Deviations* mate,
                 int draws, std::uint32_t seed) {
    return Bolter(job, measured, found, mate).take(draws, seed);
}

} // namespace clockface
