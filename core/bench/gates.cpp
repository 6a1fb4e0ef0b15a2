#include "bench/gates.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

// A drill from this size on whirls work round that is not held.
constexpr Length large = Length::mm(6.0);

class Asks {
public:
    Asks(const Job& job, const SetupPlan& plan, const Customs& customs)
        : m_job(job)
        , m_plan(plan)
        , m_customs(customs) {}

    [[nodiscard]] std::optional<Gate> at(const BenchState& state, CardSize size) const {
        const std::optional<BenchCard> card = card_at_hand(state, size);
        if (!card)
            return std::nullopt;
        const Action& first = action(state, state.next);
        if (const auto* change = std::get_if<ChangeCutter>(&first))
            return held_key_out(*change);
        const bool laid_anew = !state.from_zero || state.broken_off;
        if (state.next == 0 && laid_anew && !std::holds_alternative<LayoutBench>(m_plan.machine.kind) &&
            !std::holds_alternative<WorkByHand>(first))
            return seat_clean();
        if (std::holds_alternative<CheckPlace>(action(state, card->end - 1)))
            return measured();
        if (const auto* hands = std::get_if<WorkByHand>(&first);
            hands && hands->step == "deburr" && is_first_of_its_kind(state))
            return seen_through();
        if (m_customs.novice && std::any_of(state.tasks.begin() + state.next, state.tasks.begin() + card->end,
                                            [&](const Task& task) { return cuts(state, task); }))
            return locked();
        return std::nullopt;
    }

    [[nodiscard]] std::optional<Gate> to_let_go() const {
        if (m_customs.quietened.contains(GateKind::LetGo))
            return std::nullopt;
        std::string question = say("Before the work is let go: are all burrs off, and is everything measured?");
        if (m_job.blank.on_side())
            question += " " + say("Is the line across the end scribed? It is the only mark of the angle later.");
        return Gate{GateKind::LetGo, question, say("It may be let go"), 'U'};
    }

private:
    const Job& m_job;
    const SetupPlan& m_plan;
    const Customs& m_customs;

    static const Action& action(const BenchState& state, int task) {
        return state.list.list[static_cast<std::size_t>(state.tasks[static_cast<std::size_t>(task)].move)].action;
    }
    static bool cuts(const BenchState& state, const Task& task) {
        const Action& what = state.list.list[static_cast<std::size_t>(task.move)].action;
        return std::holds_alternative<DrillHole>(what) || std::holds_alternative<DrillMark>(what);
    }
    // Work by hand to several holes is a task for each.
    static bool is_first_of_its_kind(const BenchState& state) {
        return state.next == 0 || !std::holds_alternative<WorkByHand>(action(state, state.next - 1)) ||
               std::get<WorkByHand>(action(state, state.next - 1)).step !=
                   std::get<WorkByHand>(action(state, state.next)).step;
    }

    [[nodiscard]] Gate held_key_out(const ChangeCutter& change) const {
        std::string question = kept_from_spinning(m_plan.held);
        if (question.empty())
            question = say("Is the work held so that the drill cannot spin it?");
        const auto& lines = m_plan.cutters().lines;
        if (change.cutter >= 0 && static_cast<std::size_t>(change.cutter) < lines.size()) {
            const Cutter& cutter = lines[static_cast<std::size_t>(change.cutter)].cutter;
            if (cutter.actual() >= large)
                question += " " + say("The {cutter} whirls loose work round and breaks fingers: no hand and no locking "
                                      "pliers hold it.",
                                      {{"cutter", cutter.name}});
        }
        question += " " + say("Is the chuck key out, and the depth set to nought anew with this cutter?");
        return {GateKind::HeldKeyOut, question, say("Held, key out"), 'K'};
    }
    [[nodiscard]] std::optional<Gate> seat_clean() const {
        if (m_customs.quietened.contains(GateKind::SeatClean))
            return std::nullopt;
        return Gate{GateKind::SeatClean,
                    say("Before the work is clamped: is what it lies on clean, and are its burrs off? A chip below it "
                        "falsifies every height."),
                    say("It is clean"), 'S'};
    }
    [[nodiscard]] std::optional<Gate> measured() const {
        if (m_customs.quietened.contains(GateKind::Measured))
            return std::nullopt;
        return Gate{
            GateKind::Measured,
            say("Take the burr off first. Where it does not measure so, stop: find zero again before anything is "
                "cut."),
            say("It measures so"), 'R'};
    }
    [[nodiscard]] std::optional<Gate> seen_through() const {
        if (m_customs.quietened.contains(GateKind::SeenThrough))
            return std::nullopt;
        return Gate{GateKind::SeenThrough, say("Look through every hole: is each one through?"), say("Each is through"),
                    'T'};
    }
    [[nodiscard]] Gate locked() const {
        return {GateKind::Locked,
                say("Before the drill goes down: are both slides or the table locked, and do the figures still stand? "
                    "One bump before locking throws the part away."),
                say("Locked"), 'L'};
    }
};

} // namespace

std::optional<Gate> gate_at(const Job& job, const SetupPlan& plan, const Customs& customs, const BenchState& state,
                            CardSize size) {
    return Asks(job, plan, customs).at(state, size);
}

std::optional<Gate> gate_to_let_go(const Job& job, const SetupPlan& plan, const Customs& customs) {
    return Asks(job, plan, customs).to_let_go();
}

} // namespace clockface
