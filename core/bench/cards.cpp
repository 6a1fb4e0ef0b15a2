#include "bench/cards.h"

#include "measure/figures.h"
#include "ordering/wording.h"
#include "words/say.h"

#include <algorithm>
#include <initializer_list>

namespace clockface {

namespace {

bool cut_by_the_machine(const Task& task, const Route& list) {
    return task.deed.act == Act::Cut &&
           !std::holds_alternative<WorkByHand>(list.list[static_cast<std::size_t>(task.move)].action);
}

// Where the card that begins at a task ends.
int end_of(const BenchState& state, int first) {
    const auto task = [&](int i) -> const Task& { return state.tasks[static_cast<std::size_t>(i)]; };
    const int all = static_cast<int>(state.tasks.size());
    int end = first;
    while (end < all && task(end).deed.act == Act::Move && (end == first || task(end).hole == task(first).hole))
        ++end;
    const bool led_there = end > first;
    const int hole = task(first).hole;
    const auto goes_on = [&] { return end < all && task(end).hole == hole; };
    const auto is_one_of = [&](std::initializer_list<Act> acts) {
        return std::find(acts.begin(), acts.end(), task(end).deed.act) != acts.end();
    };
    if (led_there && goes_on() && is_one_of({Act::Touch, Act::Check, Act::Zero}))
        return end + 1;
    while (goes_on() && hole >= 0 && cut_by_the_machine(task(end), state.list))
        ++end;
    return std::max(end, first + 1);
}

bool has_slides(const MachineKind& machine) {
    return std::holds_alternative<Handwheels>(machine) || std::holds_alternative<Readout>(machine);
}

} // namespace

CardSize usual_card_size(const MachineKind& machine) {
    struct Size {
        CardSize operator()(const Handwheels&) const { return CardSize::Move; }
        CardSize operator()(const RotaryTable&) const { return CardSize::Move; }
        CardSize operator()(const LayoutBench&) const { return CardSize::Move; }
        CardSize operator()(const MarksAcross&) const { return CardSize::Move; }
        CardSize operator()(const Readout&) const { return CardSize::Hole; }
        CardSize operator()(const DrillPress&) const { return CardSize::Hole; }
    };
    return std::visit(Size{}, machine);
}

std::vector<BenchCard> cards_of(const BenchState& state, CardSize size) {
    std::vector<BenchCard> cards;
    const int all = static_cast<int>(state.tasks.size());
    for (int first = 0; first < all; first = cards.back().end)
        cards.push_back({first, size == CardSize::Move ? first + 1 : end_of(state, first)});
    return cards;
}

namespace {

std::optional<BenchCard> card_of(const BenchState& state, CardSize size, int task) {
    for (const BenchCard& card : cards_of(state, size))
        if (card.first <= task && task < card.end)
            return card;
    return std::nullopt;
}

} // namespace

std::optional<BenchCard> card_at_hand(const BenchState& state, CardSize size) {
    return card_of(state, size, state.next);
}

Piece with_card_done(Piece piece, const BenchState& state, CardSize size, std::int64_t time,
                     const std::vector<AxisSet>& set) {
    const std::optional<BenchCard> card = card_at_hand(state, size);
    return card ? with_tasks_done(std::move(piece), state, card->end, time, set) : piece;
}

Piece with_card_back(Piece piece, const BenchState& state, CardSize size, std::int64_t time) {
    const std::optional<BenchCard> card = card_of(state, size, state.next - 1);
    return with_tasks_back(std::move(piece), state, card ? card->first : 0, time);
}

CardLine line_of(const Job& job, const SetupPlan& plan, const Instruction& move, int task) {
    CardLine line{in_words(move, words_for(job, plan)).sentence, task};
    if (const auto* drill = std::get_if<DrillHole>(&move.action); drill && drill->step >= 0) {
        const Chain& chain = plan.chain_of(static_cast<std::size_t>(move.hole));
        const std::vector<Length>& pecks = chain.steps[static_cast<std::size_t>(drill->step)].pecks;
        if (pecks.size() > 1)
            for (const Length peck : pecks)
                line.pecks.push_back(
                    decimal(peck.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim));
    }
    return line;
}

std::vector<CardLine> lines_of(const Job& job, const SetupPlan& plan, const BenchState& state, const BenchCard& card) {
    std::vector<CardLine> lines;
    if (card.end - card.first < 2)
        return lines;
    const bool locks = has_slides(plan.machine.kind);
    bool locked = false;
    for (int i = card.first; i < card.end; ++i) {
        const Task& task = state.tasks[static_cast<std::size_t>(i)];
        const Instruction& move = state.list.list[static_cast<std::size_t>(task.move)];
        if (locks && !locked && (task.deed.act == Act::Cut || task.deed.act == Act::Touch)) {
            lines.push_back({say("Lock both slides and look at the figures again."), -1});
            locked = true;
        }
        lines.push_back(line_of(job, plan, move, i));
    }
    if (locked)
        lines.push_back({say("Clear the chips away, then unlock both slides."), -1});
    return lines;
}

} // namespace clockface
