#include "survey/designs.h"

#include "measure/figures.h"
#include "shop/threads.h"
#include "survey/mirror_line.h"
#include "survey/net.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>
#include <numeric>
#include <set>

namespace clockface {

namespace {

constexpr double by_chance_at_most = 0.02;
constexpr int spaces_tried = 24;
constexpr std::size_t most_triples = 20'000;
constexpr std::size_t most_for_rectangles = 30;
constexpr double like_diameters = 0.25; // mm: holes of one pattern are drilled alike
constexpr double whole_turn = 2.0 * std::numbers::pi;

struct Known {
    int index = 0;
    double x = 0.0, y = 0.0, error = 0.0; // the error at nineteen in twenty
};

double largest_error(const std::vector<Known>& holes) {
    double error = 0.02; // nobody drills nearer to a design than this
    for (const Known& each : holes)
        error = std::max(error, each.error);
    return error;
}

// Of this many holes so many can be chosen.
double choices(std::size_t of, std::size_t many) {
    double out = 1.0;
    for (std::size_t k = 1; k <= many; ++k)
        out *= static_cast<double>(of - many + k) / static_cast<double>(k);
    return out;
}

// A round figure of the part's own unit within `error` of a size, as round as can be. 0 where there is none that means
// anything: the error must be well below the step.
double round_size(double size, double error, Unit unit) {
    const std::vector<double> metric = {10.0, 5.0, 1.0, 0.5, 0.1};
    const std::vector<double> inch = {25.4 / 2, 25.4 / 4, 25.4 / 8, 25.4 / 16, 25.4 / 32, 25.4 / 64};
    for (const double step : unit == Unit::Inch ? inch : metric) {
        const double round = std::round(size / step) * step;
        if (error < step / 3.0 && std::fabs(round - size) <= error)
            return round;
    }
    return 0.0;
}

std::string size_words(double size, Unit unit) {
    const double inches = size / 25.4 * 64.0;
    if (unit == Unit::Inch && std::fabs(inches - std::round(inches)) < 1e-6)
        return nearest_fraction(Length::mm(size)).text + " in";
    return thousandths(Length::mm(size), unit);
}

class Proposer {
public:
    Proposer(const OldPart& part, const Survey& survey)
        : m_part(part)
        , m_survey(survey) {
        for (int i = 0; i < static_cast<int>(survey.holes.size()); ++i) {
            const SurveyedHole& hole = survey.holes[static_cast<std::size_t>(i)];
            if (hole.at)
                m_known.push_back(
                    {i, hole.at->x.in_mm(), hole.at->y.in_mm(), hole.spread.major.in_mm() * nineteen_in_twenty});
        }
    }

    std::vector<Proposal> take() {
        for (const auto& group : alike()) {
            circles(group);
            rows(group);
            rectangles(group);
        }
        symmetry();
        round_places();
        std::stable_sort(m_out.begin(), m_out.end(), [](const Proposal& a, const Proposal& b) {
            return a.design->places.size() > b.design->places.size();
        });
        for (const OldHole& hole : m_part.holes)
            if (!hole.made_as)
                size_of(hole);
        return std::move(m_out);
    }

private:
    const OldPart& m_part;
    const Survey& m_survey;
    std::vector<Known> m_known;
    std::vector<Proposal> m_out;

    [[nodiscard]] const OldHole& old(const Known& known) const {
        return m_part.holes[static_cast<std::size_t>(known.index)];
    }

    // Settled holes of one kind and size.
    [[nodiscard]] std::vector<std::vector<Known>> alike() const {
        std::vector<std::vector<Known>> groups;
        for (const Known& each : m_known) {
            const auto found = std::find_if(groups.begin(), groups.end(), [&](const auto& group) {
                return old(group.front()).tapped == old(each).tapped &&
                       std::fabs((old(group.front()).diameter - old(each).diameter).in_mm()) < like_diameters;
            });
            if (found == groups.end())
                groups.push_back({each});
            else
                found->push_back(each);
        }
        return groups;
    }

    void circles(const std::vector<Known>& group) {
        std::size_t tried = 0;
        std::set<std::vector<int>> seen;
        for (std::size_t a = 0; a < group.size(); ++a)
            for (std::size_t b = a + 1; b < group.size(); ++b)
                for (std::size_t c = b + 1; c < group.size() && tried < most_triples; ++c, ++tried)
                    circle_through(group, group[a], group[b], group[c], seen);
    }

    void circle_through(const std::vector<Known>& group, const Known& a, const Known& b, const Known& c,
                        std::set<std::vector<int>>& seen) {
        // The point as far from a as from b and c: two lines, solved by Cramer's rule.
        const double bx = b.x - a.x, by = b.y - a.y, cx = c.x - a.x, cy = c.y - a.y;
        const double det = 2.0 * (bx * cy - by * cx);
        const double size = std::hypot(bx, by) * std::hypot(cx, cy);
        if (std::fabs(det) < 0.05 * size)
            return;
        const double b2 = bx * bx + by * by, c2 = cx * cx + cy * cy;
        const double x = a.x + (cy * b2 - by * c2) / det, y = a.y + (bx * c2 - cx * b2) / det;
        const double radius = std::hypot(a.x - x, a.y - y);
        std::vector<Known> on;
        for (const Known& each : group)
            if (std::fabs(std::hypot(each.x - x, each.y - y) - radius) < 3.0 * std::max(each.error, 0.05))
                on.push_back(each);
        std::vector<int> key;
        for (const Known& each : on)
            key.push_back(each.index);
        if (on.size() < 3 || !seen.insert(key).second)
            return;
        const double tolerance = 2.5 * largest_error(on);
        for (int n = static_cast<int>(on.size()); n <= spaces_tried; ++n) {
            const double space = whole_turn * radius / n;
            // Every other hole must fall on a space, and on the circle where three do not make it; any of the group's
            // holes might, for any number of spaces so far.
            const double on_space = std::min(1.0, 2.0 * tolerance / space),
                         on_circle = std::min(1.0, 2.0 * tolerance / radius);
            const double many = static_cast<double>(on.size());
            const double chance = std::pow(on_space, many - 1.0) * std::pow(on_circle, many - 3.0) *
                                  choices(group.size(), on.size()) * (n - 2);
            if (n < 3 || chance > by_chance_at_most)
                continue;
            Design design{DesignKind::Circle, n, {}, {}, {}};
            std::set<int> slots;
            const double first = std::atan2(on.front().y - y, on.front().x - x);
            bool equal = true;
            for (const Known& each : on) {
                const double turns = (std::atan2(each.y - y, each.x - x) - first) / whole_turn * n;
                const int slot = (static_cast<int>(std::lround(turns)) % n + n) % n;
                equal = equal && std::fabs(turns - std::round(turns)) * space < tolerance && slots.insert(slot).second;
                design.places.emplace_back(old(each).name, slot);
            }
            if (equal)
                return take_circle(std::move(design), on, 2.0 * radius);
        }
    }

    void take_circle(Design design, const std::vector<Known>& on, double diameter) {
        // The best diameter for these places: of all sizes of the shape the one that leaves least.
        const double step = largest_error(on) * 2.0;
        diameter = best_size(design, on, diameter, step);
        const double round = round_size(diameter, largest_error(on), m_part.unit);
        design.size = Length::mm(round > 0.0 ? round : std::round(diameter * 100.0) / 100.0);
        const std::string which =
            static_cast<std::size_t>(design.count) == on.size()
                ? say("{count} equally spaced", {{"count", said_count(design.count)}})
                : say("{on} of {count} equal spaces",
                      {{"on", said_count(static_cast<int>(on.size()))}, {"count", said_count(design.count)}});
        offer(std::move(design), on, say("{which} on a {size} circle", {{"which", which}, {"size", size_of(design)}}),
              diameter);
    }

    // Golden-section search of the size that leaves least; the sum of squares has one valley there.
    [[nodiscard]] double best_size(Design design, const std::vector<Known>& on, double about, double reach) const {
        const auto misfit = [&](double size) {
            design.size = Length::mm(size);
            const std::vector<Point> measured = places(on), made = design_laid_on(design, measured);
            double sum = 0.0;
            for (std::size_t i = 0; i < made.size(); ++i)
                sum += std::pow(distance(made[i], measured[i]).in_mm(), 2);
            return sum;
        };
        double low = about - reach, high = about + reach;
        constexpr double part = 0.6180339887498949;
        while (high - low > 1e-5) {
            const double one = high - part * (high - low), other = low + part * (high - low);
            (misfit(one) < misfit(other) ? high : low) = misfit(one) < misfit(other) ? other : one;
        }
        return (low + high) / 2.0;
    }

    [[nodiscard]] static std::vector<Point> places(const std::vector<Known>& on) {
        std::vector<Point> out;
        for (const Known& each : on)
            out.push_back({Length::mm(each.x), Length::mm(each.y)});
        return out;
    }

    void rows(const std::vector<Known>& group) {
        std::set<std::vector<int>> seen;
        for (std::size_t a = 0; a < group.size(); ++a)
            for (std::size_t b = a + 1; b < group.size(); ++b)
                row_through(group, group[a], group[b], seen);
    }

    void row_through(const std::vector<Known>& group, const Known& a, const Known& b,
                     std::set<std::vector<int>>& seen) {
        const double length = std::hypot(b.x - a.x, b.y - a.y), ux = (b.x - a.x) / length, uy = (b.y - a.y) / length;
        std::vector<std::pair<double, Known>> on;
        for (const Known& each : group) {
            const double x = each.x - a.x, y = each.y - a.y;
            if (std::fabs(x * uy - y * ux) < 2.0 * std::max(each.error, 0.05))
                on.emplace_back(x * ux + y * uy, each);
        }
        std::sort(on.begin(), on.end(), [](const auto& one, const auto& other) { return one.first < other.first; });
        std::vector<int> key;
        std::vector<Known> holes;
        for (const auto& [along, each] : on) {
            key.push_back(each.index);
            holes.push_back(each);
        }
        std::sort(key.begin(), key.end());
        if (on.size() < 3 || !seen.insert(key).second)
            return;
        double least = length;
        for (std::size_t i = 1; i < on.size(); ++i)
            least = std::min(least, on[i].first - on[i - 1].first);
        const double tolerance = 2.0 * largest_error(holes);
        for (int parts = 1; parts <= 4; ++parts) {
            const double pitch = least / parts;
            const double chance =
                std::pow(std::min(1.0, 2.0 * tolerance / pitch), static_cast<double>(on.size()) - 2.0) *
                std::pow(std::min(1.0, 4.0 * tolerance / length), static_cast<double>(on.size()) - 2.0) *
                choices(group.size(), on.size()) * parts;
            if (chance > by_chance_at_most)
                continue;
            // The pitch from the whole length first, then every hole must stand on a whole step.
            const double whole = std::round((on.back().first - on.front().first) / pitch);
            const double exact = (on.back().first - on.front().first) / whole;
            Design design{DesignKind::Row, 0, {}, {}, {}};
            bool equal = true;
            for (const auto& [along, each] : on) {
                const double steps = (along - on.front().first) / exact;
                equal = equal && std::fabs(steps - std::round(steps)) * exact < tolerance;
                design.places.emplace_back(old(each).name, static_cast<int>(std::lround(steps)));
            }
            if (!equal)
                continue;
            const double best = best_size(design, holes, exact, 2.0 * largest_error(holes));
            const double error = std::hypot(holes.front().error, holes.back().error) / whole;
            const double round = round_size(best, std::max(error, 0.01), m_part.unit);
            design.size = Length::mm(round > 0.0 ? round : std::round(best * 1000.0) / 1000.0);
            return offer(std::move(design), holes, say("in a row, {size} apart", {{"size", size_of(design)}}), best);
        }
    }

    // Two pairs of holes with one middle and one distance are the diagonals of a rectangle.
    void rectangles(const std::vector<Known>& group) {
        if (group.size() > most_for_rectangles)
            return;
        std::vector<std::pair<std::size_t, std::size_t>> pairs;
        for (std::size_t a = 0; a < group.size(); ++a)
            for (std::size_t b = a + 1; b < group.size(); ++b)
                pairs.emplace_back(a, b);
        for (std::size_t one = 0; one < pairs.size(); ++one)
            for (std::size_t other = one + 1; other < pairs.size(); ++other)
                rectangle_of(group, pairs[one], pairs[other]);
    }

    void rectangle_of(const std::vector<Known>& group, std::pair<std::size_t, std::size_t> one,
                      std::pair<std::size_t, std::size_t> other) {
        const Known a = group[one.first], c = group[one.second];
        Known b = group[other.first], d = group[other.second];
        const double tolerance = 2.0 * largest_error({a, b, c, d});
        if (std::hypot(a.x + c.x - b.x - d.x, a.y + c.y - b.y - d.y) > 2.0 * tolerance ||
            std::fabs(std::hypot(a.x - c.x, a.y - c.y) - std::hypot(b.x - d.x, b.y - d.y)) > 2.0 * tolerance)
            return;
        if ((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) < 0.0)
            std::swap(b, d); // round it counter-clockwise
        const auto apart = [](const Known& p, const Known& q) { return std::hypot(p.x - q.x, p.y - q.y); };
        const double along = (apart(a, b) + apart(c, d)) / 2.0, across = (apart(b, c) + apart(d, a)) / 2.0;
        // The fourth corner must fall on its place, and one angle be right.
        const double chance =
            std::pow(std::min(1.0, 2.0 * tolerance / std::min(along, across)), 3.0) * choices(group.size(), 4) * 3.0;
        if (chance > by_chance_at_most)
            return;
        const std::vector<Known> corners{a, b, c, d};
        const double error = largest_error(corners);
        const auto round = [&](double size) {
            const double found = round_size(size, error, m_part.unit);
            return Length::mm(found > 0.0 ? found : std::round(size * 100.0) / 100.0);
        };
        Design design{DesignKind::Rectangle, 0, round(along), round(across), {}};
        for (std::size_t k = 0; k < corners.size(); ++k)
            design.places.emplace_back(old(corners[k]).name, static_cast<int>(k));
        const std::string words =
            say("the corners of a rectangle, {size} by {across}",
                {{"size", size_of(design)}, {"across", size_words(design.across.in_mm(), m_part.unit)}});
        offer(std::move(design), corners, words, 0.0);
    }

    void symmetry() {
        if (m_known.size() < 4)
            return;
        for (std::size_t a = 0; a < m_known.size(); ++a)
            for (std::size_t b = a + 1; b < m_known.size(); ++b) {
                // The line between these two, if it is one for all.
                const Point one = places({m_known[a]}).front(), other = places({m_known[b]}).front();
                const MirrorLine line{(one + other) * 0.5,
                                      (bearing_of(one, other).in_degrees() + 90.0) * std::numbers::pi / 180.0};
                if (mirrored_in(line))
                    return; // one line is enough
            }
    }

    bool mirrored_in(const MirrorLine& line) {
        const double tolerance = 4.0 * largest_error(m_known);
        Design design{DesignKind::Symmetric, 0, {}, {}, {}};
        std::vector<bool> paired(m_known.size());
        std::vector<Known> holes;
        int slot = 0, pairs = 0;
        for (std::size_t i = 0; i < m_known.size(); ++i) {
            if (paired[i])
                continue;
            const Point image = line.image(places({m_known[i]}).front());
            std::size_t found = m_known.size();
            for (std::size_t j = i; j < m_known.size() && found == m_known.size(); ++j)
                if (!paired[j] && old(m_known[i]).tapped == old(m_known[j]).tapped &&
                    std::fabs((old(m_known[i]).diameter - old(m_known[j]).diameter).in_mm()) < like_diameters &&
                    distance(image, places({m_known[j]}).front()).in_mm() < tolerance)
                    found = j;
            if (found == m_known.size())
                return false;
            for (const std::size_t k : {i, found}) {
                if (paired[k])
                    continue;
                paired[k] = true;
                design.places.emplace_back(old(m_known[k]).name, slot);
                holes.push_back(m_known[k]);
            }
            pairs += found != i;
            ++slot;
        }
        if (pairs < 2)
            return false;
        offer(std::move(design), holes, say("the same on both sides of a line"), 0.0);
        return true;
    }

    // Coordinates in the old part's own axes.
    void round_places() {
        if (m_known.size() < 3)
            return;
        const std::vector<double> metric = {5.0, 1.0, 0.5}, inch = {25.4 / 4, 25.4 / 8, 25.4 / 16, 25.4 / 32};
        for (const double step : m_part.unit == Unit::Inch ? inch : metric) {
            const double error = largest_error(m_known);
            double chance = 1.0;
            bool all = true;
            for (const Known& each : m_known) {
                if (each.index == m_survey.zero)
                    continue;
                for (const double value : {each.x, each.y}) {
                    all = all && std::fabs(value - std::round(value / step) * step) < error;
                    if (value != 0.0)
                        chance *= std::min(1.0, 2.0 * error / step);
                }
            }
            if (!all || chance > by_chance_at_most)
                continue;
            Design design{DesignKind::Round, 0, Length::mm(step), {}, {}};
            for (const Known& each : m_known)
                design.places.emplace_back(old(each).name, 0);
            return offer(std::move(design), m_known, say("at whole steps of {size}", {{"size", size_of(design)}}),
                         step);
        }
    }

    [[nodiscard]] std::string size_of(const Design& design) const {
        return size_words(design.size.in_mm(), m_part.unit);
    }
    void offer(Design design, const std::vector<Known>& holes, const std::string& words, double measured_size) {
        for (const Design& taken : m_part.designs)
            if (taken == design)
                return;
        const std::vector<Point> measured = places(holes), made = design_laid_on(design, measured);
        Proposal out;
        std::size_t farthest = 0;
        for (std::size_t i = 0; i < made.size(); ++i)
            if (distance(made[i], measured[i]) > distance(made[farthest], measured[farthest]))
                farthest = i;
        out.worst = distance(made[farthest], measured[farthest]);
        out.expected = Length::mm(largest_error(holes));
        std::vector<std::string> names;
        for (const Known& each : holes)
            names.push_back(old(each).name);
        const bool differs = measured_size > 0.0 && std::fabs(measured_size - design.size.in_mm()) > 5e-4;
        out.sentence =
            say("{names}: {words}{differs}. {farthest} is farthest from it, by {worst}; up to {expected} is to be "
                "expected.",
                {{"names", all_of(names)},
                 {"words", words},
                 {"differs",
                  differs ? say(" (measured {mm})",
                                {{"mm", with_unit(Length::mm(std::round(measured_size * 1000) / 1000), m_part.unit)}})
                          : std::string()},
                 {"farthest", names[farthest]},
                 {"worst", figure(out.worst)},
                 {"expected", figure(out.expected)}});
        out.design = std::move(design);
        if (out.worst <= out.expected * 2.0)
            m_out.push_back(std::move(out));
    }

    [[nodiscard]] std::string figure(Length length) const { return thousandths(length, m_part.unit); }

    void size_of(const OldHole& hole) {
        const double measured = hole.diameter.in_mm();
        const auto offer_size = [&](HoleSpec spec, double ideal, double expected, const std::string& words) {
            Proposal out;
            out.hole = hole.name;
            out.made_as = std::move(spec);
            out.worst = Length::mm(std::fabs(measured - ideal));
            out.expected = Length::mm(expected);
            out.sentence = say("{hole}: {words} (measured {diameter}).",
                               {{"hole", hole.name}, {"words", words}, {"diameter", figure(hole.diameter)}});
            m_out.push_back(std::move(out));
        };
        if (hole.tapped) {
            // A tapped hole is opened somewhat over the thread's own minor diameter: up to a fifth of the pitch.
            const Thread* best = nullptr;
            double least = 0.15;
            for (const Thread& each : all_threads()) {
                const double ideal = each.minor().in_mm() + 0.1 * each.pitch.in_mm();
                if (std::fabs(measured - ideal) < least) {
                    least = std::fabs(measured - ideal);
                    best = &each;
                }
            }
            if (best)
                offer_size({Purpose::Tapped, best->major, best->name, {}},
                           best->minor().in_mm() + 0.1 * best->pitch.in_mm(), 0.15,
                           say("{best}, {minor} over the tips of its thread",
                               {{"best", best->name}, {"minor", figure(best->minor())}}));
            return;
        }
        const double caliper = m_part.instruments.front().error.in_mm() * nineteen_in_twenty;
        // A rounder figure of the part's own unit, or one of the other unit that is nearer than any of its own.
        const auto is_half = [&](double size) {
            return m_part.unit == Unit::Millimetre && std::fabs(size * 2.0 - std::round(size * 2.0)) < 1e-9;
        };
        const auto nearer = [&](double size) {
            return std::fabs(size - measured) < std::fabs(copied_spec(m_part, hole)->diameter.in_mm() - measured);
        };
        const double drilled = copied_spec(m_part, hole)->diameter.in_mm();
        if (const double round = round_size(measured, caliper, m_part.unit);
            round > 0.0 && std::fabs(round - drilled) > 1e-9 && (is_half(round) || nearer(round)))
            offer_size({Purpose::Plain, Length::mm(round), "", {}}, round, caliper,
                       say("a {part} hole", {{"part", size_words(round, m_part.unit)}}));
        const double whole = std::round(measured);
        if (std::fabs(measured - whole) <= 0.03 && whole >= 2.0)
            offer_size({Purpose::Reamed, Length::mm(whole), "H7", {}}, whole, 0.03,
                       say("a reamed {part} H7 hole for a pin", {{"part", size_words(whole, m_part.unit)}}));
    }
};

} // namespace

std::vector<Proposal> proposals(const OldPart& part, const Survey& survey) {
    return Proposer(part, survey).take();
}

} // namespace clockface
