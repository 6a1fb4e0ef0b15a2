#include "inspection/verdict.h"

#include "layout/hole_names.h"
#include "measure/figures.h"
#include "survey/fits.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

class Judge {
public:
    Judge(const Job& job, const MeasuredPart& measured, const Deviations& found, const Estimates& estimates)
        : m_job(job)
        , m_measured(measured)
        , m_found(found)
        , m_allowed(allowed_of(job, measured.holes, estimates)) {}

    Verdicts take() {
        for (std::size_t i = 0; i < m_measured.holes.size(); ++i)
            m_out.holes.push_back(of_hole(i));
        m_out.patterns.resize(m_job.patterns.size());
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern)
            of_pattern(pattern);
        std::vector<std::optional<Verdict>> all;
        for (const PatternJudged& each : m_out.patterns)
            if (!each.holes.empty())
                all.push_back(each.verdict);
        m_out.all = whole_of(all);
        say_whole();
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const MeasuredPart& m_measured;
    const Deviations& m_found;
    std::vector<Allowed> m_allowed;
    Verdicts m_out;

    [[nodiscard]] std::string figure(Length length) const { return thousandths(length, m_job.unit); }

    HoleJudged of_hole(std::size_t index) {
        const Deviation& seen = m_found.holes[index];
        const Allowed& allowed = m_allowed[index];
        HoleJudged out;
        out.limit = allowed.x;
        if (!seen.read) {
            out.words = seen.open;
            return out;
        }
        if (!seen.off) {
            out.verdict = Verdict::CannotTell;
            out.words = seen.open;
            return out;
        }
        if (allowed.round) {
            out.by = hypot(seen.off->x, seen.off->y);
            out.error = seen.error();
            out.verdict = verdict_of(out.by, out.error, out.limit);
        } else {
            of_axes(out, seen, allowed);
        }
        out.words = said_of(out, allowed);
        return out;
    }

    // The axis that comes nearer to its limit, or is farther beyond.
    static void of_axes(HoleJudged& out, const Deviation& seen, const Allowed& allowed) {
        const Verdict x = verdict_of(abs(seen.off->x), seen.error(Axis::X), allowed.x),
                      y = verdict_of(abs(seen.off->y), seen.error(Axis::Y), allowed.y);
        const bool x_is_worse =
            abs(seen.off->x) + seen.error(Axis::X) - allowed.x > abs(seen.off->y) + seen.error(Axis::Y) - allowed.y;
        const bool by_x = x == y ? x_is_worse : *worst_of({x, y}) == x;
        out.verdict = by_x ? x : y;
        out.by = abs(by_x ? seen.off->x : seen.off->y);
        out.error = seen.error(by_x ? Axis::X : Axis::Y);
        out.limit = by_x ? allowed.x : allowed.y;
    }

    [[nodiscard]] std::string said_of(const HoleJudged& hole, const Allowed& allowed) const {
        return allowed.round
                   ? say("{by} from its place, give or take {error}; {limit} is allowed, a position tolerance of "
                         "{twice}.",
                         {{"by", figure(hole.by)},
                          {"error", figure(hole.error)},
                          {"limit", figure(hole.limit)},
                          {"twice", figure(hole.limit * 2.0)}})
                   : say("{by} out on its worse axis, give or take {error}; {limit} is allowed.",
                         {{"by", figure(hole.by)}, {"error", figure(hole.error)}, {"limit", figure(hole.limit)}});
    }

    void of_pattern(std::size_t pattern) {
        PatternJudged& out = m_out.patterns[pattern];
        std::vector<std::optional<Verdict>> all;
        for (std::size_t i = 0; i < m_measured.holes.size(); ++i)
            if (m_measured.holes[i].pattern == pattern) {
                out.holes.push_back(i);
                all.push_back(m_out.holes[i].verdict);
            }
        out.verdict = whole_of(all);
        if (out.holes.empty() || !out.verdict)
            return;
        if (*out.verdict != Verdict::Good && lies_free(m_job.patterns[pattern]))
            lay_best(out);
        out.words = said_of(pattern, out);
    }

    // Least squares shares a miss out among all; the laying whose worst hole is least may still take them all in.
    void lay_best(PatternJudged& out) {
        std::vector<BoltedPair> pairs;
        for (const std::size_t each : out.holes) {
            const Deviation& seen = m_found.holes[each];
            if (!seen.off || !m_allowed[each].round)
                return;
            pairs.push_back({m_measured.holes[each].name, m_measured.holes[each].at, *seen.off, m_allowed[each].x});
        }
        const bool beyond = std::any_of(out.holes.begin(), out.holes.end(), [&](std::size_t each) {
            return m_out.holes[each].by > m_out.holes[each].limit;
        });
        const LaidBest best = laid_best(pairs);
        if (!beyond || best.left < Length{})
            return;
        out.best_laying_passes = true;
        out.best_shift = best.shift;
        out.best_turn = best.turn;
        for (const std::size_t each : out.holes)
            m_out.holes[each].only_if_laid_best = m_out.holes[each].by > m_out.holes[each].limit;
    }

    [[nodiscard]] std::string said_of(std::size_t pattern, const PatternJudged& group) const {
        std::vector<std::size_t> bad, open, unread;
        for (const std::size_t each : group.holes) {
            const auto& verdict = m_out.holes[each].verdict;
            if (!verdict)
                unread.push_back(each);
            else if (*verdict == Verdict::Bad)
                bad.push_back(each);
            else if (*verdict == Verdict::CannotTell)
                open.push_back(each);
        }
        const std::string& name = m_job.patterns[pattern].name;
        std::string out;
        if (*group.verdict == Verdict::Good)
            out = say("{name}: every hole is where it may be.", {{"name", name}});
        else if (!bad.empty())
            out = say("{name}: {holes} {count:is|are} out.",
                      {{"name", name}, {"holes", names(bad)}, {"count", bad.size()}});
        if (!open.empty())
            out += (out.empty() ? "" : " ") +
                   say("{name}: of {holes} these readings cannot tell.", {{"name", name}, {"holes", names(open)}});
        if (!unread.empty())
            out += (out.empty() ? "" : " ") +
                   say("{name}: nothing was read of {holes}.", {{"name", name}, {"holes", names(unread)}});
        if (group.best_laying_passes)
            out +=
                " " + say("Laid by least squares it does not pass; laid so that the worst hole is best off it would: "
                          "{x} right, {y} up and turned {turn} from there.",
                          {{"x", figure(group.best_shift.x)},
                           {"y", figure(group.best_shift.y)},
                           {"turn", in_degrees(group.best_turn, 3)}});
        return out;
    }

    [[nodiscard]] std::string names(const std::vector<std::size_t>& which) const {
        std::vector<int> indices(which.begin(), which.end());
        return names_in_runs(m_measured.holes, indices);
    }

    void say_whole() {
        for (const Verdict wanted : {Verdict::Bad, Verdict::CannotTell, Verdict::Good})
            for (const PatternJudged& each : m_out.patterns)
                if (each.verdict == wanted && !each.words.empty())
                    m_out.sentences.push_back(each.words);
    }
};

} // namespace

Verdict verdict_of(Length deviation, Length error, Length limit) {
    if (deviation + error <= limit)
        return Verdict::Good;
    return deviation - error > limit ? Verdict::Bad : Verdict::CannotTell;
}

Verdicts verdicts(const Job& job, const MeasuredPart& measured, const Deviations& found, const Estimates& estimates) {
    return Judge(job, measured, found, estimates).take();
}

std::string in_words(Verdict verdict) {
    switch (verdict) {
    case Verdict::Good:
        return say("good");
    case Verdict::Bad:
        return say("bad");
    case Verdict::CannotTell:
        break;
    }
    return say("cannot be told");
}

std::optional<Verdict> worst_of(const std::vector<std::optional<Verdict>>& all) {
    std::optional<Verdict> out;
    for (const auto& each : all) {
        if (!each)
            continue;
        if (*each == Verdict::Bad || !out || *out == Verdict::Good)
            out = *each;
        if (*out == Verdict::Bad)
            break;
    }
    return out;
}

std::optional<Verdict> whole_of(const std::vector<std::optional<Verdict>>& all) {
    const auto worst = worst_of(all);
    const bool some_unread = std::any_of(all.begin(), all.end(), [](const auto& each) { return !each; });
    return worst && some_unread && *worst != Verdict::Bad ? Verdict::CannotTell : worst;
}

} // namespace clockface
