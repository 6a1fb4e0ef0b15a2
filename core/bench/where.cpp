#include "bench/where.h"

#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

constexpr StepKind in_order[] = {StepKind::Start,   StepKind::Pilot, StepKind::Drill, StepKind::Recess, StepKind::Own,
                                 StepKind::Chamfer, StepKind::Ream,  StepKind::Tap,   StepKind::Deburr};

class Grid {
public:
    Grid(const Job& job, const SetupPlan& plan)
        : m_job(job)
        , m_plan(plan) {
        for (const StepKind kind : in_order)
            if (std::any_of(plan.holes.begin(), plan.holes.end(), [&, hole = std::size_t{0}](const Hole&) mutable {
                    return wants(plan.chain_of(hole++), kind);
                }))
                m_columns.push_back(kind);
    }

    [[nodiscard]] const std::vector<StepKind>& columns() const { return m_columns; }

    [[nodiscard]] HoleRow row(int hole, const WorkDone& done, const Task* at_hand) const {
        const auto index = static_cast<std::size_t>(hole);
        HoleRow row{hole, m_plan.holes[index].name, {}};
        const Chain& chain = m_plan.chain_of(index);
        const bool spoiled = done.spoiled.contains(id_of(m_job, m_plan.holes[index]));
        for (const StepKind kind : m_columns) {
            int wanted = 0, made = 0;
            bool here = false;
            for (std::size_t i = 0; i < chain.steps.size(); ++i) {
                if (chain.steps[i].kind != kind || chain.steps[i].skipped)
                    continue;
                ++wanted;
                made += done.has(cut_task(m_job, m_plan, hole, static_cast<int>(i))) ? 1 : 0;
                here = here || (at_hand && at_hand->hole == hole && at_hand->deed.what == chain.steps[i].name);
            }
            row.cells.push_back(state_of(wanted, made, spoiled, here));
        }
        return row;
    }

private:
    const Job& m_job;
    const SetupPlan& m_plan;
    std::vector<StepKind> m_columns;

    static bool wants(const Chain& chain, StepKind kind) {
        return std::any_of(chain.steps.begin(), chain.steps.end(),
                           [&](const CutStep& step) { return step.kind == kind && !step.skipped; });
    }
    static CellState state_of(int wanted, int made, bool spoiled, bool here) {
        if (wanted == 0)
            return CellState::NotWanted;
        if (made == wanted)
            return CellState::Done;
        if (spoiled)
            return CellState::Spoiled;
        if (here)
            return CellState::AtHand;
        return made > 0 ? CellState::Begun : CellState::Left;
    }
};

// What is cut next, past the moves that lead there.
const Task* next_cut(const BenchState& state) {
    for (auto task = state.tasks.begin() + state.next; task != state.tasks.end(); ++task)
        if (task->deed.act == Act::Cut)
            return &*task;
    return nullptr;
}

} // namespace

bool PieceRow::finished() const {
    return std::all_of(counts.begin(), counts.end(), [](const Count& each) { return each.done == each.wanted; });
}

WhereGrid where_grid(const Job& job, const SetupPlan& plan, const Piece& piece, const BenchState& state) {
    const Grid grid(job, plan);
    WhereGrid all{grid.columns(), {}, {}};
    std::vector<int> order = plan.route.order;
    for (int hole = 0; hole < static_cast<int>(plan.holes.size()); ++hole) // what this set-up leaves to others
        if (std::find(order.begin(), order.end(), hole) == order.end())
            order.push_back(hole);
    const WorkDone done = work_done(piece);
    const Task* next = next_cut(state);
    for (const int hole : order)
        all.holes.push_back(grid.row(hole, done, next));
    const auto add_piece = [&](const Piece& each) {
        const WorkDone its = work_done(each);
        PieceRow row{each.number, in_words(each), std::vector<PieceRow::Count>(grid.columns().size()), 0};
        for (const int hole : order) {
            const HoleRow cells = grid.row(hole, its, nullptr);
            for (std::size_t i = 0; i < cells.cells.size(); ++i) {
                row.counts[i].wanted += cells.cells[i] == CellState::NotWanted ? 0 : 1;
                row.counts[i].done += cells.cells[i] == CellState::Done ? 1 : 0;
            }
        }
        row.spoiled = static_cast<int>(its.spoiled.size());
        all.pieces.push_back(std::move(row));
    };
    bool at_hand_begun = false;
    for (const Piece& each : job.begun) {
        at_hand_begun = at_hand_begun || each.number == piece.number;
        add_piece(each);
    }
    if (!at_hand_begun)
        add_piece(piece);
    std::sort(all.pieces.begin(), all.pieces.end(),
              [](const PieceRow& a, const PieceRow& b) { return a.number < b.number; });
    return all;
}

std::string in_words(CellState state) {
    switch (state) {
    case CellState::NotWanted:
        break;
    case CellState::Left:
        return say("left");
    case CellState::Begun:
        return say("begun");
    case CellState::Done:
        return say("done");
    case CellState::AtHand:
        return say("at hand");
    case CellState::Spoiled:
        return say("spoiled");
    }
    return {};
}

} // namespace clockface
