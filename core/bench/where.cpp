#include "bench/where.h"

#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

constexpr StepKind in_order[] = {StepKind::Start,   StepKind::Pilot, StepKind::Drill, StepKind::Recess, StepKind::Own,
                                 StepKind::Chamfer, StepKind::Ream,  StepKind::Tap,   StepKind::Deburr};

// What every hole wants by column, once for all pieces.
class Grid {
public:
    Grid(const Job& job, const SetupPlan& plan)
        : m_job(job)
        , m_plan(plan) {
        for (const StepKind kind : in_order)
            if (std::any_of(plan.kind_of.begin(), plan.kind_of.end(),
                            [&](int of) { return wants(plan.chains()[static_cast<std::size_t>(of)], kind); }))
                m_columns.push_back(kind);
        for (std::size_t hole = 0; hole < plan.holes.size(); ++hole)
            m_cuts.push_back(cuts_of(hole));
    }

    [[nodiscard]] const std::vector<StepKind>& columns() const { return m_columns; }

    [[nodiscard]] HoleRow row(int hole, const WorkDone& done, const Task* at_hand) const {
        const auto index = static_cast<std::size_t>(hole);
        HoleRow row{hole, m_plan.holes[index].name, {}};
        const bool spoiled = done.spoiled.contains(id_of(m_job, m_plan.holes[index]));
        for (const std::vector<Task>& cuts : m_cuts[index]) {
            const auto made = std::count_if(cuts.begin(), cuts.end(), [&](const Task& cut) { return done.has(cut); });
            const bool here = at_hand && std::any_of(cuts.begin(), cuts.end(), [&](const Task& cut) {
                                  return cut.hole == at_hand->hole && cut.deed.what == at_hand->deed.what;
                              });
            row.cells.push_back(state_of(static_cast<std::ptrdiff_t>(cuts.size()), made, spoiled, here));
        }
        return row;
    }

private:
    const Job& m_job;
    const SetupPlan& m_plan;
    std::vector<StepKind> m_columns;
    std::vector<std::vector<std::vector<Task>>> m_cuts; ///< by hole and column

    static bool wants(const Chain& chain, StepKind kind) {
        return std::any_of(chain.steps.begin(), chain.steps.end(),
                           [&](const CutStep& step) { return step.kind == kind && !step.skipped; });
    }
    [[nodiscard]] std::vector<std::vector<Task>> cuts_of(std::size_t hole) const {
        std::vector<std::vector<Task>> cuts(m_columns.size());
        const std::vector<CutStep>& steps = m_plan.chain_of(hole).steps;
        for (std::size_t i = 0; i < steps.size(); ++i)
            if (!steps[i].skipped) {
                const auto column = std::find(m_columns.begin(), m_columns.end(), steps[i].kind) - m_columns.begin();
                cuts[static_cast<std::size_t>(column)].push_back(
                    cut_task(m_job, m_plan, static_cast<int>(hole), static_cast<int>(i)));
            }
        return cuts;
    }
    static CellState state_of(std::ptrdiff_t wanted, std::ptrdiff_t made, bool spoiled, bool here) {
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
        PieceRow row{each.number, in_words(each), std::vector<PieceRow::Count>(grid.columns().size()), 0, each.played};
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
        if (each.number == all_pieces)
            continue;
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
