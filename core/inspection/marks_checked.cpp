#include "inspection/marks_checked.h"

#include "inspection/rows_checked.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

// Where the top of the punch leans: away from where the mark has to go, so that the blow drives the point there.
std::string lean_in_words(Point way) {
    const bool across = abs(way.x) * 3.0 < abs(way.y), upright = abs(way.y) * 3.0 < abs(way.x);
    const std::string x = way.x > Length{} ? say("to the left") : say("to the right");
    const std::string y = way.y > Length{} ? say("towards you") : say("away from you");
    if (upright)
        return x;
    return across ? y : say("{x} and {y}", {{"x", x}, {"y", y}});
}

class MarkJudge {
public:
    MarkJudge(const Job& job, const std::vector<Hole>& holes, const MeasuredPiece& piece, const Estimates& estimates)
        : m_job(job)
        , m_holes(holes)
        , m_piece(piece)
        , m_allowed(allowed_of(job, holes, estimates))
        , m_seen(estimates.seen_cross) // two errors of half of what the bare eye misses by
        , m_wanders(estimates.wander_in_spot * 2.0) {}

    MarksChecked take() {
        for (std::size_t i = 0; i < m_holes.size(); ++i)
            if (const HoleRead* read = read_at(m_piece, id_of(m_job, m_holes[i])); read && read->mark_off)
                m_out.marks.push_back(checked(i, *read->mark_off));
        say_worst();
        for (std::size_t pattern = 0; pattern < m_job.patterns.size(); ++pattern)
            hold_against_line(pattern);
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const std::vector<Hole>& m_holes;
    const MeasuredPiece& m_piece;
    std::vector<Allowed> m_allowed;
    Length m_seen, m_wanders;
    MarksChecked m_out;

    [[nodiscard]] MarkChecked checked(std::size_t hole, Point off) const {
        MarkChecked out;
        out.hole = hole;
        out.off = off;
        out.draw_over = Point{} - off;
        const Length limit = std::min(m_allowed[hole].x, m_allowed[hole].y) - m_wanders;
        const Length by = hypot(off.x, off.y);
        out.verdict = verdict_of(by, m_seen, std::max(limit, Length{}));
        const std::string& name = m_holes[hole].name;
        if (out.verdict == Verdict::Good)
            out.words = say("{hole}: the mark may stay, it is {by} from its place.",
                            {{"hole", name}, {"by", thousandths(by, m_job.unit)}});
        else
            out.words =
                say("{hole}: lean the top of the punch {lean} and draw the mark over {way}.{doubt}",
                    {{"hole", name},
                     {"lean", lean_in_words(out.draw_over)},
                     {"way", way_in_words(out.draw_over, m_job.unit)},
                     {"doubt", out.verdict == Verdict::CannotTell
                                   ? " " + say("The eye cannot tell whether it must be; drawing it over does no harm.")
                                   : std::string()}});
        return out;
    }

    void say_worst() {
        const auto far = [](const MarkChecked& mark) { return hypot(mark.off.x, mark.off.y); };
        const auto worst =
            std::max_element(m_out.marks.begin(), m_out.marks.end(),
                             [&](const MarkChecked& one, const MarkChecked& other) { return far(one) < far(other); });
        if (worst != m_out.marks.end() && worst->verdict != Verdict::Good)
            m_out.sentences.push_back(
                say("Begin with {hole}, the farthest out: {by}.",
                    {{"hole", m_holes[worst->hole].name}, {"by", thousandths(far(*worst), m_job.unit)}}));
    }

    // Marks of a row as they stand to the line that lies best through them.
    void hold_against_line(std::size_t pattern) {
        const auto* row = std::get_if<RowPattern>(&m_job.patterns[pattern].layout);
        std::vector<const MarkChecked*> marks;
        for (const MarkChecked& each : m_out.marks)
            if (m_holes[each.hole].pattern == pattern)
                marks.push_back(&each);
        if (!row || marks.size() < 3)
            return;
        std::vector<Point> at;
        for (const MarkChecked* each : marks)
            at.push_back(m_holes[each->hole].at + each->off);
        const Beside out = farthest_beside(at, row->bearing);
        m_out.sentences.push_back(say(
            "{row}: against the straight line through its marks {hole} stands out most, {by} to the {side} of it as "
            "you go along the row.",
            {{"row", m_job.patterns[pattern].name},
             {"hole", m_holes[marks[out.which]->hole].name},
             {"by", thousandths(abs(out.by), m_job.unit)},
             {"side", out.by < Length{} ? say("right") : say("left")}}));
    }
};

} // namespace

MarksChecked marks_checked(const Job& job, const std::vector<Hole>& holes, const MeasuredPiece& piece,
                           const Estimates& estimates) {
    return MarkJudge(job, holes, piece, estimates).take();
}

} // namespace clockface
