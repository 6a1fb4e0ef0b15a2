#include "survey/survey.h"

#include "measure/radians.h"

#include "measure/figures.h"
#include "survey/alike.h"
#include "survey/net.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// The sketch decides between two places when one is this many times as far from it as the other.
constexpr double sketch_decides = 1.6;
// Whether it matters which of two readings is wrong: so many errors, or a tenth of a millimetre.
constexpr double it_matters = 3.0;
constexpr double least_that_matters = 0.1;

// A place counts as far from the sketch when it is so many times as far as the middle one, and this part of the size.
constexpr double far_times = 5.0;
constexpr double far_part = 0.15;
// So many readings are named; of more only the number.
constexpr std::size_t most_named = 4;

double far_of(const Net& net, const Estimate& at, const std::vector<int>& holes) {
    const std::vector<double> away = from_the_sketch(net, at);
    double sum = 0.0;
    for (const int hole : holes)
        sum += away[static_cast<std::size_t>(hole)] * away[static_cast<std::size_t>(hole)];
    return std::sqrt(sum);
}

std::string names_of(const OldPart& part, const std::vector<int>& holes) {
    std::vector<std::string> names;
    for (const int hole : holes)
        names.push_back(part.holes[static_cast<std::size_t>(hole)].name);
    return all_of(names);
}

class Surveyor {
public:
    explicit Surveyor(const OldPart& part)
        : m_part(part)
        , m_net(net_of(part))
        , m_wanted(as_wanted(m_net)) {}

    Survey take() {
        m_out.zero = m_wanted.axes.zero;
        m_out.along = m_wanted.axes.along;
        m_out.along_edge = m_wanted.axes.along_edge;
        m_doubts = find_doubts(m_net);
        m_out.scatter = m_doubts.scatter;
        know();
        m_open.resize(m_part.holes.size());
        if (m_doubts.contradiction) {
            say_what_is_open();
            refuse_all();
        } else {
            decide_mirrors();
            say_what_is_open();
            doubt_rivals();
            open_what_is_weak();
        }
        find_unchecked();
        fill_holes();
        fill_edges();
        fill_readings();
        say_as_a_whole();
        if (!m_doubts.contradiction && !m_part.holes.empty())
            m_out.next = next_reading(m_wanted, m_at, m_known, m_undecided ? &*m_undecided : nullptr);
        return std::move(m_out);
    }

private:
    const OldPart& m_part;
    Net m_net, m_wanted; // what is settled is found in the first, places and errors are given in the second
    Doubts m_doubts;
    Knowledge m_knowledge; // at the fit of m_doubts
    Estimate m_at;         // the same in the axes that are wanted
    Knowledge m_known;
    std::vector<std::string> m_open, m_unchecked;
    std::optional<Mirror> m_undecided;
    Survey m_out;

    void know() {
        m_knowledge = knowledge_at(m_net.observations, m_doubts.weights, m_net.unknowns, m_doubts.fit.at);
        m_out.spare = m_knowledge.spare;
        m_at = m_doubts.fit.at;
        bring_to_axes(m_at, m_wanted.axes);
        m_known = knowledge_at(m_net.observations, m_doubts.weights, m_wanted.unknowns, m_at);
    }

    // What the mirrors have left undecided stays so.
    void say_what_is_open() {
        const std::vector<std::string> open = open_holes(m_wanted, m_doubts.weights, m_at, m_known);
        for (std::size_t hole = 0; hole < open.size(); ++hole)
            if (m_open[hole].empty())
                m_open[hole] = open[hole];
    }

    void decide_mirrors() {
        std::vector<bool> settled;
        for (const std::string& open : open_holes(m_net, m_doubts.weights, m_doubts.fit.at, m_knowledge))
            settled.push_back(open.empty());
        for (Mirror& mirror : mirrors(m_net, m_doubts.weights, m_doubts.fit, settled)) {
            const double here = far_of(m_net, m_doubts.fit.at, mirror.holes);
            const double there = far_of(m_net, mirror.at, mirror.holes);
            const std::string who = names_of(m_part, mirror.holes);
            if (std::max(here, there) < std::min(here, there) * sketch_decides) {
                for (const int hole : mirror.holes)
                    m_open[static_cast<std::size_t>(hole)] = say(
                        "The readings allow two places for {who}, and the sketch does not say which.", {{"who", who}});
                m_undecided = std::move(mirror);
                bring_to_axes(m_undecided->at, m_wanted.axes);
                continue;
            }
            m_out.sentences.push_back(say(
                "The readings allow a second place for {who}, as in a mirror. The sketch decides for the one shown.",
                {{"who", who}}));
            if (there < here) {
                m_doubts.fit.at = mirror.at;
                know();
            }
        }
    }

    // Where it matters which of several readings is wrong, there is no place to stand for: a hole that would lie
    // elsewhere among the others, or nowhere, were the other one wrong.
    void doubt_rivals() {
        std::vector<std::vector<bool>> elsewhere;
        for (const Doubts::Rival& rival : m_doubts.rivals) {
            std::vector<bool> there =
                moved(m_doubts.fit.at, rival.at, std::max(it_matters * usual_error(m_net), least_that_matters));
            const Knowledge known = knowledge_at(m_net.observations, rival.weights, m_net.unknowns, rival.at);
            for (Eigen::Index k = 0; k < known.open.cols(); ++k) {
                const std::vector<bool> loose = moved_along(m_net, rival.at, known.open.col(k), least_that_matters);
                for (std::size_t hole = 0; hole < there.size(); ++hole)
                    there[hole] = there[hole] || loose[hole];
            }
            elsewhere.push_back(std::move(there));
        }
        for (std::size_t hole = 0; hole < m_open.size(); ++hole) {
            std::vector<std::string> either;
            std::vector<std::size_t> mine;
            for (std::size_t k = 0; k < elsewhere.size(); ++k) {
                const Doubts::Rival& rival = m_doubts.rivals[k];
                if (!elsewhere[k][hole])
                    continue;
                if (std::find(mine.begin(), mine.end(), rival.instead_of) == mine.end()) {
                    mine.push_back(rival.instead_of);
                    either.insert(either.begin(), said(m_net, m_doubts.set_aside[rival.instead_of]));
                }
                either.push_back(said(m_net, rival.observation));
            }
            if (!either.empty() && m_open[hole].empty())
                m_open[hole] = say("{part} hangs on which of {count} readings is wrong: {readings}.",
                                   {{"part", m_part.holes[hole].name},
                                    {"count", either.size() == 2 ? say("two") : std::to_string(either.size())},
                                    {"readings", one_of(either)}});
        }
    }

    // What the equations hold by a hair is no place: in a flat triangle a thousandth becomes metres.
    void open_what_is_weak() {
        const std::vector<bool> weak =
            weakly_held(m_net, m_doubts.fit.at, m_knowledge, m_doubts.scatter * nineteen_in_twenty);
        const auto zero = static_cast<std::size_t>(std::max(m_out.zero, 0));
        for (std::size_t hole = 0; hole < m_open.size(); ++hole)
            if (m_open[hole].empty() && (weak[hole] || weak[zero]))
                m_open[hole] = say("The readings hold {part} so weakly in one direction that it has no place: one "
                                   "across it is missing.",
                                   {{"part", m_part.holes[weak[hole] ? hole : zero].name}});
    }

    void find_unchecked() {
        m_unchecked.assign(m_open.size(), {});
        const auto hanging = unchecked(m_net, m_doubts.weights, m_doubts.fit.at, m_knowledge);
        std::vector<double> away = from_the_sketch(m_net, m_doubts.fit.at), sorted = away;
        std::sort(sorted.begin(), sorted.end());
        const double size = size_of(m_doubts.fit.at);
        for (std::size_t hole = 0; hole < m_open.size(); ++hole) {
            const std::string& name = m_part.holes[hole].name;
            if (m_doubts.contradiction) {
                m_unchecked[hole] = say("The readings contradict each other.");
            } else if (!hanging[hole].empty()) {
                std::vector<std::string> readings;
                for (const std::size_t each : hanging[hole])
                    readings.push_back(said(m_net, each));
                m_unchecked[hole] =
                    readings.size() > most_named
                        ? say("{name} is unchecked: it hangs on {readings} readings that no other checks.",
                              {{"name", name}, {"readings", readings.size()}})
                        : say("{name} is unchecked: no other reading checks {readings}.",
                              {{"name", name}, {"readings", all_of(readings)}});
            } else if (away[hole] > std::max(far_times * sorted[sorted.size() / 2], far_part * size)) {
                m_unchecked[hole] = say("{name} is unchecked: it lies far from where it was sketched. Put the sketch "
                                        "right, or measure {name} once more.",
                                        {{"name", name}});
            }
        }
    }

    void refuse_all() {
        for (std::size_t i = 0; i < m_open.size(); ++i)
            if (static_cast<int>(i) != m_out.zero && m_open[i].empty())
                m_open[i] = say("The readings contradict each other, so {holes} has no place.",
                                {{"holes", m_part.holes[i].name}});
    }

    [[nodiscard]] double covariance(int hole, int a, int other, int b) const {
        const int row = m_wanted.unknowns.of_hole(hole, a), column = m_wanted.unknowns.of_hole(other, b);
        return row < 0 || column < 0 ? 0.0 : m_known.covariance(row, column) * m_doubts.scatter * m_doubts.scatter;
    }
    [[nodiscard]] Spread spread(int hole) const {
        return spread_of(covariance(hole, 0, hole, 0), covariance(hole, 0, hole, 1), covariance(hole, 1, hole, 1));
    }

    void fill_holes() {
        const std::size_t n = m_part.holes.size();
        m_out.covariance.assign(4 * n * n, 0.0);
        const auto known = [&](int hole) { return m_open[static_cast<std::size_t>(hole)].empty(); };
        for (int i = 0; i < static_cast<int>(n); ++i) {
            SurveyedHole hole;
            hole.name = m_part.holes[static_cast<std::size_t>(i)].name;
            hole.open = m_open[static_cast<std::size_t>(i)];
            hole.drawn = hole_at(m_at, i);
            hole.diameter = Length::mm(m_at.holes[i * 3 + 2]);
            if (known(i)) {
                hole.at = hole.drawn;
                hole.spread = spread(i);
                hole.unchecked = m_unchecked[static_cast<std::size_t>(i)];
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
            m_out.edges.push_back({m_part.edges[i].name, Angle::degrees(m_at.edges[at] * degrees_per_radian).wrapped(),
                                   Length::mm(m_at.edges[at + 1])});
        }
    }

    void fill_readings() {
        HeldAgainst held = held_against(m_net, m_doubts, m_knowledge);
        m_out.readings = std::move(held.readings);
        m_out.sentences.insert(m_out.sentences.begin(), held.sentences.begin(), held.sentences.end());
    }

    void say_as_a_whole() {
        if (const std::string all = on_the_whole(m_doubts); !all.empty())
            m_out.sentences.insert(m_doubts.contradiction ? m_out.sentences.begin() : m_out.sentences.end(), all);
        if (m_doubts.contradiction || !m_doubts.set_aside.empty())
            if (const std::string triangle = impossible_triangle(m_net); !triangle.empty())
                m_out.sentences.insert(m_out.sentences.begin(), triangle);
        // What each open hole is waiting for, once for those that wait together.
        std::vector<std::string> told;
        for (const std::string& open : m_open)
            if (!open.empty() && std::find(told.begin(), told.end(), open) == told.end() && !m_doubts.contradiction)
                told.push_back(open);
        m_out.sentences.insert(m_out.sentences.end(), told.begin(), told.end());
        const bool all_needed = m_out.settled() && m_out.spare == 0 && m_part.holes.size() > 1;
        for (const SurveyedHole& hole : m_out.holes)
            if (!hole.unchecked.empty() && !all_needed && !m_doubts.contradiction)
                m_out.sentences.push_back(hole.unchecked);
        if (all_needed)
            m_out.sentences.emplace_back(
                say("Every reading is needed, so none checks another: a slip would not show. One "
                    "reading more is the cheapest insurance."));
    }
};

} // namespace

bool Survey::settled() const {
    return !holes.empty() &&
           std::all_of(holes.begin(), holes.end(), [](const SurveyedHole& each) { return each.at.has_value(); });
}

bool Survey::checked() const {
    return !holes.empty() &&
           std::all_of(holes.begin(), holes.end(), [](const SurveyedHole& each) { return each.checked(); });
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

bool takes_long(const OldPart& part) {
    constexpr std::size_t most_between_keys = 2000; // a few milliseconds with slips to find, and 20 holes to place
    return part.holes.size() * part.readings.size() > most_between_keys;
}

Survey awaited_survey(const OldPart& part, const Survey& before) {
    OldPart sketched = part;
    sketched.readings.clear();
    Survey out = survey(sketched);
    for (SurveyedHole& hole : out.holes) {
        const auto known = std::find_if(before.holes.begin(), before.holes.end(),
                                        [&](const SurveyedHole& each) { return each.name == hole.name; });
        if (known != before.holes.end())
            hole.drawn = known->drawn;
        hole.open = say("Its place is being worked out.");
    }
    out.readings.resize(part.readings.size());
    out.sentences = {say("The readings are being worked out.")};
    out.next.reset();
    return out;
}

} // namespace clockface
