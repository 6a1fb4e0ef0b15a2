#include "inspection/detective.h"

#include "inspection/possible_readings.h"
#include "inspection/weigh_causes.h"
#include "measure/figures.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace clockface {

namespace {

constexpr std::size_t most_causes = 3;
constexpr std::size_t weighed_well = 24; // causes without figures that are weighed in full
constexpr std::size_t pairs_from = 6, pairs_weighed = 8;
constexpr double nothing_wrong = 2.2; // logarithm of the odds, before anything is read, that nothing went wrong: 9 to 1
constexpr double accuses = 3.0;       // logarithm of the odds against nothing at which a cause is named: 20 to 1
constexpr double two_at_once = -3.0;  // they seldom are
constexpr double stands_out = 3.0;    // errors a reading or hole is off by
constexpr std::size_t by_itself = 4;
constexpr double tells_apart = 3.0, same_numbers = 0.5; // errors
constexpr std::size_t most_holes_crossed = 60, most_unseen = 6;
constexpr std::size_t long_job = 200000; // causes times readings beyond which pairs are not looked for one by one

struct Suspect {
    Cause cause;
    Weighed weighed;
    double weight = 0.0;          // logarithm, with what it was before
    std::vector<CauseKind> kinds; // one, or those of a pair
};

class Detective {
public:
    explicit Detective(const CauseNeeds& needs)
        : m_needs(needs)
        , m_weigher(needs)
        , m_possible(possible_causes(needs))
        , m_nothing(no_cause(needs)) {}

    Explained take() {
        if (m_weigher.observations().empty())
            return {};
        const Weighed nothing = m_weigher.weigh(m_nothing);
        m_nothing_weight = nothing.log_likelihood + nothing_wrong;
        singles(nothing);
        sort();
        pairs();
        sort();
        name();
        m_out.unseen = unseen(nothing);
        say_it();
        return std::move(m_out);
    }

private:
    const CauseNeeds& m_needs;
    CauseWeigher m_weigher;
    std::vector<Cause> m_possible;
    Cause m_nothing;
    double m_nothing_weight = 0.0;
    std::vector<Suspect> m_suspects;
    std::vector<std::size_t> m_named;
    Explained m_out;

    void weigh(const Cause& cause) { weigh(cause, {cause.kind}, 0.0); }
    void weigh(const Cause& cause, std::vector<CauseKind> kinds, double extra) {
        Suspect out{cause, m_weigher.weigh(cause), 0.0, std::move(kinds)};
        out.weight = out.weighed.log_likelihood + cause.weight + extra;
        if (std::isfinite(out.weight))
            m_suspects.push_back(std::move(out));
    }
    void sort() {
        std::stable_sort(m_suspects.begin(), m_suspects.end(),
                         [](const Suspect& one, const Suspect& other) { return one.weight > other.weight; });
    }

    // The causes without figures, those that fit best first.
    [[nodiscard]] std::vector<std::size_t> best_of(const std::vector<double>& misfits, std::size_t many) const {
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < misfits.size(); ++i)
            if (std::isfinite(misfits[i]))
                order.push_back(i);
        // A cause that is one of many has to fit so much better.
        const auto cost = [&](std::size_t i) { return misfits[i] - 2.0 * m_possible[i].weight; };
        std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return cost(a) < cost(b); });
        if (order.size() > many)
            order.resize(many);
        return order;
    }
    [[nodiscard]] static bool is_fixed(const Cause& cause) { return cause.spread.empty() && cause.wander.empty(); }

    void singles(const Weighed& nothing) {
        std::vector<double> misfits(m_possible.size(), HUGE_VAL);
        for (std::size_t i = 0; i < m_possible.size(); ++i)
            if (is_fixed(m_possible[i]))
                misfits[i] = m_weigher.misfit(m_possible[i].places({}));
            else
                weigh(m_possible[i]);
        for (const std::size_t each : best_of(misfits, weighed_well))
            weigh(m_possible[each]);
        for (const Cause& each : alone(nothing))
            weigh(each);
    }

    // Readings and holes that stand out by themselves when the rest is explained so.
    [[nodiscard]] std::vector<Cause> alone(const Weighed& rest) const {
        const auto& seen = m_weigher.observations();
        std::vector<double> off(seen.size()), of_hole(m_needs.measured.holes.size());
        for (std::size_t i = 0; i < seen.size(); ++i) {
            off[i] = std::fabs(seen[i].value - rest.expected[static_cast<Eigen::Index>(i)]) /
                     m_weigher.errors()[static_cast<Eigen::Index>(i)];
            for (std::size_t k = 0; k < features_of(seen[i]); ++k)
                if (!wants_edge(seen[i], k) && static_cast<std::size_t>(seen[i].features[k]) < of_hole.size())
                    of_hole[static_cast<std::size_t>(seen[i].features[k])] += off[i] * off[i];
        }
        const auto most = [](const std::vector<double>& values, double least) {
            std::vector<std::size_t> order;
            for (std::size_t i = 0; i < values.size(); ++i)
                if (values[i] > least)
                    order.push_back(i);
            std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return values[a] > values[b]; });
            if (order.size() > by_itself)
                order.resize(by_itself);
            return order;
        };
        std::vector<Cause> out;
        for (const std::size_t each : most(off, stands_out))
            for (const int reading : seen[each].readings)
                out.push_back(reading_slipped(m_needs, static_cast<std::size_t>(reading)));
        for (const std::size_t each : most(of_hole, stands_out * stands_out))
            out.push_back(hole_wandered(m_needs, each));
        return out;
    }

    // Two that act together: with the likeliest causes each other one, and what stands out besides.
    void pairs() {
        if (m_suspects.empty() || explains_all(m_suspects.front()))
            return;
        const auto most = static_cast<std::ptrdiff_t>(std::min(m_suspects.size(), pairs_from));
        const std::vector<Suspect> singles(m_suspects.begin(), m_suspects.begin() + most);
        const bool long_one = m_possible.size() * m_weigher.observations().size() > long_job;
        for (const Suspect& first : singles) {
            const auto with = [&](const Cause& other) {
                weigh(together(m_needs, first.cause, other), {first.cause.kind, other.kind}, two_at_once);
            };
            for (const Cause& each : alone(first.weighed))
                with(each);
            const std::vector<Point> stands = first.cause.places(first.weighed.figures);
            std::vector<double> misfits(m_possible.size(), HUGE_VAL);
            for (std::size_t i = 0; i < m_possible.size(); ++i) {
                if (!is_fixed(m_possible[i])) {
                    if (m_possible[i].kind != first.cause.kind)
                        with(m_possible[i]);
                } else if (!long_one && m_possible[i].kind != CauseKind::FigureMisread &&
                           (m_possible[i].kind != first.cause.kind || twice(first.cause.kind))) {
                    misfits[i] = m_weigher.misfit(added(stands, m_possible[i].places({})));
                }
            }
            for (const std::size_t each : best_of(misfits, pairs_weighed))
                with(m_possible[each]);
        }
    }
    // Whether a mistake is made twice on one piece: on both axes, at two holes.
    [[nodiscard]] static bool twice(CauseKind kind) {
        return kind == CauseKind::HalfFinder || kind == CauseKind::TurnsLost || kind == CauseKind::ZeroElsewhere;
    }

    // What is left over is no more than chance leaves: within two standard deviations of chi-square. Scatter explains
    // anything.
    [[nodiscard]] bool explains_all(const Suspect& suspect) const {
        const auto n = static_cast<double>(m_weigher.observations().size());
        return suspect.cause.wander.empty() && suspect.weighed.chi_square < n + 2.0 * std::sqrt(2.0 * n);
    }
    [[nodiscard]] std::vector<Point> added(std::vector<Point> stands, const std::vector<Point>& further) const {
        for (std::size_t i = 0; i < stands.size(); ++i)
            stands[i] = stands[i] + further[i] - m_needs.measured.holes[i].at;
        return stands;
    }

    [[nodiscard]] double apart(const Weighed& one, const Weighed& other) const {
        return ((one.expected - other.expected).array() / m_weigher.errors().array()).abs().maxCoeff();
    }
    // What is wrong with readings, or scatters, expects what nothing does.
    [[nodiscard]] static bool by_scatter(const Suspect& suspect) {
        return !suspect.cause.readings.empty() || !suspect.cause.wander.empty();
    }

    // What the readings should be then; a hole that stands anywhere, or a reading that slipped, as it was read.
    [[nodiscard]] Eigen::VectorXd expected_with(const Suspect& suspect) const {
        Eigen::VectorXd out =
            suspect.cause.wander.empty() ? suspect.weighed.expected : m_weigher.expected(suspect.weighed.places);
        const auto& seen = m_weigher.observations();
        for (std::size_t i = 0; i < seen.size(); ++i)
            for (const int reading : seen[i].readings)
                if (std::find(suspect.cause.readings.begin(), suspect.cause.readings.end(),
                              static_cast<std::size_t>(reading)) != suspect.cause.readings.end())
                    out[static_cast<Eigen::Index>(i)] = seen[i].value;
        return out;
    }

    void name() {
        if (m_suspects.empty() || m_suspects.front().weight < m_nothing_weight + accuses)
            return;
        const double most = m_suspects.front().weight;
        double all = std::exp(m_nothing_weight - most);
        for (const Suspect& each : m_suspects)
            all += std::exp(each.weight - most);
        for (std::size_t i = 0; i < m_suspects.size() && m_out.causes.size() < most_causes; ++i) {
            const Suspect& suspect = m_suspects[i];
            if (suspect.weight < m_nothing_weight + accuses)
                break;
            const std::string words = suspect.cause.words(suspect.weighed.figures);
            bool told = false;
            for (std::size_t k = 0; k < m_named.size() && !told; ++k) {
                const Suspect& named = m_suspects[m_named[k]];
                // A pair that only adds to what is named by itself says nothing new.
                const bool adds =
                    suspect.kinds.size() > named.kinds.size() &&
                    std::find(suspect.kinds.begin(), suspect.kinds.end(), named.kinds.front()) != suspect.kinds.end();
                const bool alike =
                    !by_scatter(suspect) && !by_scatter(named) && apart(suspect.weighed, named.weighed) < same_numbers;
                told = adds || alike;
                Explanation& before = m_out.causes[k];
                if (alike && !adds && words != before.words && suspect.kinds.size() == named.kinds.size())
                    before.same.push_back(words);
            }
            if (told)
                continue;
            Explanation out;
            out.kinds = suspect.kinds;
            out.share = std::exp(suspect.weight - most) / all;
            out.words = words;
            out.places = suspect.weighed.places;
            const Eigen::VectorXd expected = expected_with(suspect);
            out.expected.assign(expected.data(), expected.data() + expected.size());
            out.error.assign(m_weigher.errors().data(), m_weigher.errors().data() + m_weigher.errors().size());
            m_out.causes.push_back(std::move(out));
            m_named.push_back(i);
        }
        if (m_named.size() > 1)
            tell_apart(m_suspects[m_named[0]].weighed, m_suspects[m_named[1]].weighed);
    }

    // Among all readings that can be made the one in which the two differ by most of their errors.
    void tell_apart(const Weighed& one, const Weighed& other) {
        const PossibleReadings possible(m_needs.measured, m_needs.shop.kit);
        const int holes = static_cast<int>(m_needs.measured.part.holes.size());
        std::vector<int> crossed(static_cast<std::size_t>(holes));
        std::iota(crossed.begin(), crossed.end(), 0);
        const auto differs = [&](int hole) {
            const auto i = static_cast<std::size_t>(hole);
            return i < one.places.size() ? distance(one.places[i], other.places[i]) : Length{};
        };
        std::stable_sort(crossed.begin(), crossed.end(), [&](int a, int b) { return differs(a) > differs(b); });
        std::vector<PossibleReading> all;
        const auto offer = [&](std::optional<PossibleReading> made) {
            if (made)
                all.push_back(std::move(*made));
        };
        const std::size_t most = std::min(crossed.size(), most_holes_crossed);
        for (std::size_t a = 0; a < most; ++a) {
            for (std::size_t b = a + 1; b < most; ++b)
                offer(possible.between(crossed[a], crossed[b]));
            for (int edge = 0; edge < static_cast<int>(m_needs.measured.part.edges.size()); ++edge)
                offer(possible.from_edge(crossed[a], edge));
        }
        OldPart alone = m_needs.measured.part; // with one reading at a time
        double best = tells_apart;
        for (const PossibleReading& each : all) {
            alone.readings = {each.made.reading};
            for (std::size_t k = 0; k < each.made.pins.size(); ++k)
                alone.holes[static_cast<std::size_t>(hole_index(alone, each.made.reading.between[k]))].pin =
                    each.made.pins[k];
            const Observation further = observations_of(alone).front();
            const CauseWeigher::Foreseen first = m_weigher.foresee(one, further),
                                         second = m_weigher.foresee(other, further);
            const double by = std::fabs(first.value - second.value) / std::max(first.error, second.error);
            if (by <= best)
                continue;
            best = by;
            m_out.tells = each.made;
            m_out.tells_first = first.value;
            m_out.tells_second = second.value;
        }
    }
    // What moves holes well out of their places and would still read the same. Of what moves all alike one sentence is
    // enough; what puts a hole on the place of another is named.
    [[nodiscard]] std::vector<std::string> unseen(const Weighed& nothing) const {
        constexpr Length well_out = Length::mm(0.2);
        std::vector<std::string> out, whole;
        bool zero = false;
        for (const Cause& each : m_possible) {
            if (!is_fixed(each))
                continue;
            const std::vector<Point> places = each.places({});
            Length most;
            for (std::size_t i = 0; i < places.size(); ++i)
                most = std::max(most, distance(places[i], m_needs.measured.holes[i].at));
            const Eigen::VectorXd differs = m_weigher.expected(places) - nothing.expected;
            if (most < well_out || (differs.array() / m_weigher.errors().array()).abs().maxCoeff() >= same_numbers)
                continue;
            switch (each.kind) {
            case CauseKind::HalfFinder:
            case CauseKind::ZeroElsewhere:
                zero = true;
                break;
            case CauseKind::StartAngle:
            case CauseKind::OtherSense:
            case CauseKind::Mirrored:
                out.push_back(each.words({}));
                break;
            case CauseKind::FlippedEnd:
            case CauseKind::OtherSide:
            case CauseKind::AxesChanged:
                whole.push_back(each.words({}));
                break;
            default:
                break;
            }
        }
        out.insert(out.end(), whole.begin(), whole.end());
        if (out.size() > most_unseen)
            out.resize(most_unseen);
        if (zero)
            out.insert(out.begin(),
                       say("Where zero stood these readings do not show: none is from what it is counted from."));
        return out;
    }

    [[nodiscard]] std::string figure_of(double value, const Reading& reading) const {
        return reads_length(reading.kind) ? thousandths(Length::mm(value), m_needs.job.unit)
                                          : in_degrees(Angle::degrees(value), 2);
    }
    void say_it() {
        if (m_out.causes.empty()) {
            m_out.sentences.push_back(say("Nothing stands out: this is the scatter of this way of working."));
            return;
        }
        if (m_out.causes.size() == 1)
            m_out.sentences.push_back(say("Nothing else that was looked at comes near it."));
        else if (m_out.tells)
            m_out.sentences.push_back(say(
                "The reading {reading} tells the first two apart: {first} if it is the first, {second} if the second.",
                {{"reading", named_in_words(m_out.tells->reading)},
                 {"first", figure_of(m_out.tells_first, m_out.tells->reading)},
                 {"second", figure_of(m_out.tells_second, m_out.tells->reading)}}));
        else
            m_out.sentences.push_back(
                say("No further reading with the instruments at hand tells the first two apart."));
    }
};

} // namespace

Explained explain(const CauseNeeds& needs) {
    return Detective(needs).take();
}

} // namespace clockface
