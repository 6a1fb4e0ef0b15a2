#include "simulate/marks_operator.h"

#include "measure/cases.h"
#include "simulate/simulated_machine.h"
#include "survey/survey.h"
#include "words/say.h"

#include <map>

namespace clockface {

namespace {

class SimulatedMarks : public SimulatedMachine {
public:
    SimulatedMarks(const Job& job, const std::vector<Hole>& holes, const Conditions& conditions,
                   const MachineErrors& errors)
        : SimulatedMachine(job, holes, conditions)
        , m_errors(errors)
        , m_own(conditions.survey ? Survey{} : survey(job.old_part))
        , m_survey(conditions.survey ? *conditions.survey : m_own) {}

protected:
    void obey(const Instruction& instruction) override {
        std::visit(
            Cases{[&](const LayOldPart& lay) { m_laid = lay; }, [&](const MarkAcross& mark) { across(mark); },
                  [&](const PinThrough& pin) { must_be_drilled(pin.from); },
                  [&](const TakeOldPartOff&) { m_laid.reset(); }, [&](const CompareAcross& compare) { check(compare); },
                  [&](const DrillMark& drill) { drill_mark(drill.from); },
                  [&](const ChangeCutter& change) { carry_out(change); },
                  [&](const CheckPlace& check) { carry_out(check); }, [&](const MoveKnee&) {},
                  [&](const WorkByHand& work) { carry_out(work); },
                  [&]<MoveOf<DialMoves, ReadoutMoves, RoutineMoves, TableMoves, PlateMoves, BarMoves, TouchMoves,
                             Kinds<SetPacking, PunchMark, TouchLightly, DrillHole>>
                          Move>(const Move&) { complain(say("this cannot be done with the old part laid on")); }},
            instruction.action);
    }

private:
    MachineErrors m_errors;
    Survey m_own; // where nobody has worked it out before
    const Survey& m_survey;
    std::optional<LayOldPart> m_laid;
    std::map<std::string, Point> m_marks;
    std::map<std::string, bool> m_drilled;

    // Where a hole of the old part is now, lying as it was laid; nothing for one whose place nobody knows.
    [[nodiscard]] std::optional<Point> under(const std::string& name) const {
        for (const SurveyedHole& hole : m_survey.holes)
            if (hole.name == name && hole.at)
                return m_laid->at + polar(hole.at->x, m_laid->bearing) +
                       polar(m_laid->turned_over ? -hole.at->y : hole.at->y, m_laid->bearing + Angle::degrees(90.0));
        return std::nullopt;
    }

    void across(const MarkAcross& mark) {
        if (!m_laid)
            return complain(say("the old part does not lie on the new piece"));
        if (mark.tool > mark.hole && mark.way != MarkWay::Cone)
            return complain(say("the tool does not go into {from}", {{"from", mark.from}}));
        auto at = under(mark.from);
        if (at)
            at = *at + chance().draw_both(ErrorSource::Marking, m_errors.marking);
        const bool through = mark.way == MarkWay::DrillThrough || mark.way == MarkWay::Bonded;
        m_drilled[mark.from] = through;
        if (!at)
            return;
        m_marks[mark.from] = *at;
        if (through && hole() >= 0)
            make_hole({}, *at);
    }

    void must_be_drilled(const std::string& name) {
        if (!m_drilled[name])
            complain(say("there is no drilled hole to pin in {name}", {{"name", name}}));
    }

    void drill_mark(const std::string& name) {
        if (m_laid)
            complain(say("the old part still lies over the mark of {name}", {{"name", name}}));
        if (const auto found = m_marks.find(name); found != m_marks.end() && hole() >= 0)
            make_hole({}, found->second);
    }

    void check(const CompareAcross& compare) {
        const auto from = m_marks.find(compare.from), to = m_marks.find(compare.to);
        if (from == m_marks.end() || to == m_marks.end())
            complain(say("a mark to measure from is missing"));
        else if (abs(distance(from->second, to->second) - compare.expected) > compare.within)
            complain(say("the marks are not as far apart as they should be"));
    }
};

} // namespace

SimulatedRun carry_out_by_marks(const Route& route, const Job& job, const std::vector<Hole>& holes,
                                const Conditions& conditions, const MachineErrors& errors) {
    return SimulatedMarks(job, holes, conditions, errors).work_off(route);
}

} // namespace clockface
