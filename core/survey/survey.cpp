#include "survey/survey.h"

#include "measure/radians.h"

#include "measure/figures.h"
#include "survey/net.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

// The sketch decides between two places when one is this many times as far from it as the other.
constexpr double sketch_decides = 1.6;
// Whether it matters which of two readings is wrong: so many errors, or a tenth of a millimetre.
constexpr double it_matters = 3.0;
constexpr double least_that_matters = 0.1;

double from_sketch_to(const Net& net, const Estimate& at, const std::vector<int>& holes) {
    double sum = 0.0;
    for (const int hole : holes) {
        const double away = distance(hole_at(at, hole), hole_at(net.sketch, hole)).in_mm();
        sum += away * away;
    }
    return std::sqrt(sum);
}

std::string names_of(const OldPart& part, const std::vector<int>& holes) {
    std::vector<std::string> names;
    for (const int hole : holes)
        names.push_back(part.holes[static_cast<std::size_t>(hole)].name);
    return listed(names);
}

class Surveyor {
public:
    explicit Surveyor(const OldPart& part)
        : m_part(part)
        , m_net(net_of(part)) {}

    Survey take() {
        m_out.zero = m_net.axes.zero;
        m_out.along = m_net.axes.along;
        m_out.along_edge = m_net.axes.along_edge;
        m_doubts = find_doubts(m_net);
        m_out.scatter = m_doubts.scatter;
        know();
        say_what_is_open();
        if (m_doubts.contradiction) {
            refuse_all();
        } else {
            decide_mirrors();
            doubt_rivals();
        }
        fill_holes();
        fill_edges();
        fill_readings();
        say_as_a_whole();
        if (!m_doubts.contradiction && !m_part.holes.empty())
            m_out.next = next_reading(m_net, m_doubts.fit.at, m_knowledge, m_undecided ? &*m_undecided : nullptr);
        return std::move(m_out);
    }

private:
    const OldPart& m_part;
    Net m_net;
    Doubts m_doubts;
    Knowledge m_knowledge;
    std::vector<std::string> m_open;
    std::optional<Mirror> m_undecided;
    Survey m_out;

    void know() {
        m_knowledge = knowledge_at(m_net.observations, m_doubts.weights, m_net.unknowns, m_doubts.fit.at);
        m_out.spare = m_knowledge.spare;
    }

    void say_what_is_open() { m_open = open_holes(m_net, m_doubts.weights, m_doubts.fit.at, m_knowledge); }

    void decide_mirrors() {
        std::vector<bool> settled;
        for (const std::string& open : m_open)
            settled.push_back(open.empty());
        for (Mirror& mirror : mirrors(m_net, m_doubts.weights, m_doubts.fit, settled)) {
            const double here = from_sketch_to(m_net, m_doubts.fit.at, mirror.holes);
            const double there = from_sketch_to(m_net, mirror.at, mirror.holes);
            const std::string who = names_of(m_part, mirror.holes);
            if (std::max(here, there) < std::min(here, there) * sketch_decides) {
                for (const int hole : mirror.holes)
                    m_open[static_cast<std::size_t>(hole)] =
                        fmt::format("The readings allow two places for {}, and the sketch does not say which.", who);
                m_undecided = std::move(mirror);
                continue;
            }
            m_out.sentences.push_back(fmt::format(
                "The readings allow a second place for {}, as in a mirror. The sketch decides for the one shown.",
                who));
            if (there < here) {
                m_doubts.fit.at = mirror.at;
                know();
            }
        }
    }

    // Where it matters which of two readings is wrong, there is no place to stand for.
    void doubt_rivals() {
        for (const Doubts::Rival& rival : m_doubts.rivals)
            for (int hole = 0; hole < static_cast<int>(m_part.holes.size()); ++hole) {
                const double away = distance(hole_at(rival.at, hole), hole_at(m_doubts.fit.at, hole)).in_mm();
                const double error = spread(hole).major.in_mm();
                if (away > std::max(it_matters * error, least_that_matters) &&
                    m_open[static_cast<std::size_t>(hole)].empty())
                    m_open[static_cast<std::size_t>(hole)] =
                        fmt::format("{} hangs on which of two readings is wrong: {} or {}.",
                                    m_part.holes[static_cast<std::size_t>(hole)].name,
                                    said(m_doubts.set_aside[rival.instead_of]), said(rival.observation));
            }
    }

    void refuse_all() {
        for (std::size_t i = 0; i < m_open.size(); ++i)
            if (static_cast<int>(i) != m_net.axes.zero && m_open[i].empty())
                m_open[i] =
                    fmt::format("The readings contradict each other, so {} has no place.", m_part.holes[i].name);
    }

    [[nodiscard]] double covariance(int hole, int a, int other, int b) const {
        const int row = m_net.unknowns.of_hole(hole, a), column = m_net.unknowns.of_hole(other, b);
        return row < 0 || column < 0 ? 0.0 : m_knowledge.covariance(row, column) * m_doubts.scatter * m_doubts.scatter;
    }
    [[nodiscard]] Spread spread(int hole) const {
        return spread_of(covariance(hole, 0, hole, 0), covariance(hole, 0, hole, 1), covariance(hole, 1, hole, 1));
    }

    // "reading 7 (H1 and H4)" or "the diameter of H3".
    [[nodiscard]] std::string said(std::size_t observation) const {
        const Observation& seen = m_net.observations[observation];
        if (seen.is_diameter)
            return "the diameter of " + names_of(m_part, {seen.features[0]});
        std::vector<std::string> numbers;
        for (const int each : seen.readings)
            numbers.push_back(std::to_string(each + 1));
        return fmt::format("reading{} {} ({})", numbers.size() > 1 ? "s" : "", listed(numbers),
                           clockface::names_of(m_net, seen));
    }

    void fill_holes() {
        const std::size_t n = m_part.holes.size();
        m_out.covariance.assign(4 * n * n, 0.0);
        const auto known = [&](int hole) { return m_open[static_cast<std::size_t>(hole)].empty(); };
        for (int i = 0; i < static_cast<int>(n); ++i) {
            SurveyedHole hole;
            hole.name = m_part.holes[static_cast<std::size_t>(i)].name;
            hole.open = m_open[static_cast<std::size_t>(i)];
            hole.drawn = hole_at(m_doubts.fit.at, i);
            hole.diameter = Length::mm(m_doubts.fit.at.holes[i * 3 + 2]);
            if (known(i)) {
                hole.at = hole.drawn;
                hole.spread = spread(i);
            }
            m_out.holes.push_back(std::move(hole));
            for (int j = 0; j < static_cast<int>(n); ++j)
                for (int a = 0; a < 2; ++a)
                    for (int b = 0; b < 2; ++b)
                        if (known(i) && known(j))
                            m_out.covariance[static_cast<std::size_t>(i * 2 + a) * 2 * n +
                                             static_cast<std::size_t>(j * 2 + b)] = covariance(i, a, j, b);
        }
    }

    void fill_edges() {
        for (std::size_t i = 0; i < m_part.edges.size(); ++i) {
            const auto at = static_cast<Eigen::Index>(i * 2);
            m_out.edges.push_back({m_part.edges[i].name,
                                   Angle::degrees(m_doubts.fit.at.edges[at] * degrees_per_radian).wrapped(),
                                   Length::mm(m_doubts.fit.at.edges[at + 1])});
        }
    }

    void fill_readings() {
        m_out.readings.resize(m_part.readings.size());
        for (std::size_t i = 0; i < m_net.observations.size(); ++i) {
            const Observation& seen = m_net.observations[i];
            const double expected = predict(seen, m_doubts.fit.at);
            for (const int index : seen.readings) {
                const auto at = static_cast<std::size_t>(index);
                const Reading& reading = m_part.readings[at];
                Leftover& out = m_out.readings[at];
                out.used = m_doubts.weights[i] > 0.0;
                out.set_aside = !out.used;
                out.expected = expected;
                const double value = reading.kind == ReadingKind::AngleAt  ? reading.angle.in_degrees()
                                     : reading.kind <= ReadingKind::Height ? reading.length.in_mm()
                                                                           : seen.value;
                out.leftover = value - expected;
                out.controlled = m_knowledge.controlled[static_cast<Eigen::Index>(i)];
                out.ratio = m_knowledge.normalised(i, seen.error);
            }
        }
        if (m_doubts.contradiction)
            return;
        for (std::size_t k = 0; k < m_doubts.set_aside.size(); ++k)
            tell_doubt(k);
    }

    [[nodiscard]] std::string figure(ReadingKind kind, double value) const {
        if (kind == ReadingKind::AngleAt || kind == ReadingKind::Square)
            return in_degrees(Angle::degrees(value), 2);
        const int decimals = m_part.unit == Unit::Inch ? 4 : 2;
        return decimal(value / millimetres_in(m_part.unit), decimals) + " " + unit_name(m_part.unit);
    }

    void tell_doubt(std::size_t k) {
        const std::size_t observation = m_doubts.set_aside[k];
        const Observation& seen = m_net.observations[observation];
        std::string rivals;
        for (const Doubts::Rival& rival : m_doubts.rivals)
            if (rival.instead_of == k)
                rivals += (rivals.empty() ? "" : ", ") + said(rival.observation);
        std::string doubt =
            fmt::format("It does not fit: the others give {}.", figure(seen.kind, predict(seen, m_doubts.fit.at)));
        if (seen.is_diameter)
            doubt = fmt::format("{} was given as {}; the readings give {}.", upper_first(said(observation)),
                                figure(ReadingKind::Centres, seen.value),
                                figure(ReadingKind::Centres, predict(seen, m_doubts.fit.at)));
        std::string cause;
        for (const int index : seen.readings) {
            cause = likely_cause(m_net, m_part.readings[static_cast<std::size_t>(index)], seen, m_doubts.fit.at);
            Leftover& out = m_out.readings[static_cast<std::size_t>(index)];
            out.doubt = doubt + (cause.empty() ? "" : " " + cause);
            if (!rivals.empty())
                out.doubt += fmt::format(" It could as well be {} that is wrong.", rivals);
        }
        std::string sentence =
            seen.is_diameter ? doubt : upper_first(said(observation)) + " does not fit and was set aside.";
        if (!cause.empty())
            sentence += " " + cause;
        if (!rivals.empty())
            sentence += fmt::format(" It could as well be {}: measure both again.", rivals);
        m_out.sentences.insert(m_out.sentences.begin() + static_cast<std::ptrdiff_t>(k), sentence);
    }

    static std::string upper_first(std::string text) {
        if (!text.empty() && text[0] >= 'a' && text[0] <= 'z')
            text[0] = static_cast<char>(text[0] - 'a' + 'A');
        return text;
    }

    void say_as_a_whole() {
        if (m_doubts.contradiction)
            m_out.sentences.insert(
                m_out.sentences.begin(),
                "The readings contradict each other, and no few of them are to blame. Measure again, "
                "beginning with those that are farthest out, or strike out what you doubt.");
        else if (m_doubts.scatter > 1.0)
            m_out.sentences.push_back(fmt::format("The readings scatter {:.1f} times as much as the instruments "
                                                  "should; the errors shown are that much wider.",
                                                  m_doubts.scatter));
        // What each open hole is waiting for, once for those that wait together.
        std::vector<std::string> told;
        for (const std::string& open : m_open)
            if (!open.empty() && std::find(told.begin(), told.end(), open) == told.end() && !m_doubts.contradiction)
                told.push_back(open);
        m_out.sentences.insert(m_out.sentences.end(), told.begin(), told.end());
        if (m_out.settled() && m_out.spare == 0 && m_part.holes.size() > 1)
            m_out.sentences.emplace_back("Every reading is needed, so none checks another: a slip would not show. One "
                                         "reading more is the cheapest insurance.");
    }
};

} // namespace

bool Survey::settled() const {
    return !holes.empty() &&
           std::all_of(holes.begin(), holes.end(), [](const SurveyedHole& each) { return each.at.has_value(); });
}

std::optional<Length> Survey::worst() const {
    std::optional<Length> out;
    for (const SurveyedHole& each : holes)
        if (each.at)
            out = std::max(out.value_or(Length{}), each.spread.major * nineteen_in_twenty);
    return out;
}

Survey survey(const OldPart& part) {
    return Surveyor(part).take();
}

} // namespace clockface
