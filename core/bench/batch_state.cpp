// Where a batch stands by its logs, and what is written in them.
#include "bench/batch_walk.h"

#include "plan/setup_card.h"
#include "words/say.h"

#include <algorithm>
#include <functional>
#include <limits>
#include <set>
#include <utility>

namespace clockface {

namespace {

// By what stays the same when the list of what is left is another.
bool is_cut(const Deed& deed, const Task& task) {
    return deed.act == Act::Cut && deed.hole == task.deed.hole && deed.what == task.deed.what &&
           deed.with == task.deed.with;
}

// -1: none of this set-up.
int cut_of(const BatchWalk& walk, const Deed& deed) {
    for (std::size_t i = 0; i < walk.cuts.size() && deed.setup == walk.plan.setup; ++i)
        if (is_cut(deed, walk.cuts[i].task))
            return static_cast<int>(i);
    return -1;
}

LoadCuts left_of(const LoadCuts& load, const WorkDone& done) {
    LoadCuts left{load.loading, {}, {}};
    for (std::size_t i = 0; i < load.tasks.size(); ++i)
        if (!done.has(load.tasks[i]) && !done.spoiled.contains(*load.tasks[i].deed.hole)) {
            left.moves.push_back(load.moves[i]);
            left.tasks.push_back(load.tasks[i]);
            left.tasks.back().move = static_cast<int>(left.moves.size()) - 1;
        }
    return left;
}

bool is_this(const Event& event, const LoadCuts& load, int setup) {
    const auto* done = std::get_if<Done>(&event.what);
    return done && done->deed.setup == setup &&
           std::any_of(load.tasks.begin(), load.tasks.end(),
                       [&](const Task& task) { return is_cut(done->deed, task); });
}

std::int64_t last_time(const Piece& piece, const std::function<bool(const Event&)>& of) {
    std::int64_t last = 0;
    for (const Event* event : standing_events(piece))
        if (of(*event))
            last = std::max(last, event->time);
    return last;
}

// How the pieces stand to every cut.
class PiecesLeft {
public:
    PiecesLeft(const Job& job, const BatchWalk& walk)
        : m_loads(walk.cuts.size(), 0)
        , m_first(walk.cuts.size(), 0) {
        int not_begun = 0, next_number = 1;
        const auto none_begun_before = [&](int number) {
            if (number > next_number && not_begun == 0)
                not_begun = next_number;
            next_number = number + 1;
        };
        int here = 0;
        for (const Piece& each : job.begun) {
            if (each.number == all_pieces || each.number > job.pieces)
                continue;
            none_begun_before(each.number);
            ++here;
            const WorkDone done = work_done(each);
            for (std::size_t i = 0; i < walk.cuts.size(); ++i)
                for (const LoadCuts& load : walk.cuts[i].loads)
                    if (!left_of(load, done).tasks.empty()) {
                        ++m_loads[i];
                        if (m_first[i] == 0)
                            m_first[i] = each.number;
                    }
        }
        none_begun_before(job.pieces + 1);
        for (std::size_t i = 0; i < walk.cuts.size(); ++i) {
            const auto a_piece = static_cast<int>(walk.cuts[i].loads.size());
            m_loads[i] += a_piece * (job.pieces - here);
            if (not_begun > 0 && a_piece > 0 && (m_first[i] == 0 || not_begun < m_first[i]))
                m_first[i] = not_begun;
        }
    }

    [[nodiscard]] int loads(std::size_t cut) const { return m_loads[cut]; }
    /// The first piece that lacks it.
    [[nodiscard]] int piece(std::size_t cut) const { return m_first[cut]; }
    [[nodiscard]] int all() const {
        int sum = 0;
        for (const int each : m_loads)
            sum += each;
        return sum;
    }

private:
    std::vector<int> m_loads, m_first; // by cut
};

// The machine's log, as the logs of the pieces leave it: a cut counts once every piece has it, and only then. What came
// to that without the machine, as when the last piece was spoiled, stands before all else.
Piece as_the_pieces_stand(const Piece& machine, const BatchWalk& walk, const PiecesLeft& left) {
    Piece stands{machine.number, {}, {}, machine.standing};
    std::set<int> written;
    for (const Event* event : standing_events(machine)) {
        const auto* done = std::get_if<Done>(&event->what);
        const int cut = done ? cut_of(walk, done->deed) : -1;
        if (cut >= 0 && left.loads(static_cast<std::size_t>(cut)) > 0)
            continue;
        written.insert(cut);
        stands.log.push_back(*event);
    }
    for (std::size_t i = 0; i < walk.cuts.size(); ++i)
        if (left.loads(i) == 0 && !written.contains(static_cast<int>(i)))
            stands.log.insert(stands.log.begin(),
                              Event{0, 0, Done{walk.cuts[i].task.deed, walk.cuts[i].task.made, {}}});
    return stands;
}

// Zero, fence or stop.
bool sets_the_machine(const Event& event, int setup) {
    const auto* done = std::get_if<Done>(&event.what);
    return done && done->deed.setup == setup && (done->deed.act == Act::Zero || done->deed.act == Act::Lay);
}

// The one piece that went under the spindle there since it was set.
std::optional<int> only_piece_since(const Job& job, const BatchWalk& walk, const BatchCut& cut) {
    const std::int64_t set = last_time(piece_of(job, all_pieces),
                                       [&](const Event& event) { return sets_the_machine(event, walk.plan.setup); });
    std::optional<int> only;
    for (const Piece& each : job.begun) {
        if (each.number == all_pieces)
            continue;
        const std::int64_t cut_then = last_time(each, [&](const Event& event) {
            return std::any_of(cut.loads.begin(), cut.loads.end(),
                               [&](const LoadCuts& load) { return is_this(event, load, walk.plan.setup); });
        });
        if (cut_then <= set)
            continue;
        if (only)
            return std::nullopt;
        only = each.number;
    }
    return only;
}

} // namespace

BatchState batch_state(const Job& job, const Shop& shop, const BatchWalk& walk) {
    const PiecesLeft left(job, walk);
    BatchState state;
    state.machine = bench_state(walk.job, shop, walk.plan, as_the_pieces_stand(piece_of(job, all_pieces), walk, left));
    for (const BatchCut& cut : walk.cuts)
        state.loads += static_cast<int>(cut.loads.size()) * job.pieces;
    state.loads_left = left.all();
    const Task* task = state.machine.now();
    const int at = task ? cut_of(walk, task->deed) : -1;
    if (at < 0)
        return state;
    const BatchCut& cut = walk.cuts[static_cast<std::size_t>(at)];
    const int number = left.piece(static_cast<std::size_t>(at));
    const WorkDone done = work_done(piece_of(job, number));
    for (const LoadCuts& each : cut.loads)
        if (LoadCuts wanted = left_of(each, done); !wanted.tasks.empty()) {
            state.load =
                BatchLoad{number, at, std::move(wanted), left.loads(static_cast<std::size_t>(at)), std::nullopt};
            break;
        }
    if (state.load && cut.first_there)
        if (const auto first = only_piece_since(job, walk, cut); first && *first != number)
            state.load->first_piece = first;
    return state;
}

std::vector<Piece> with_batch_done(const Job& job, const BatchState& state, std::int64_t time,
                                   std::vector<AxisSet> set) {
    if (state.finished())
        return {};
    const Piece machine = piece_of(job, all_pieces);
    if (!state.load)
        return {with_next_done(machine, state.machine, time, std::move(set))};
    const BatchLoad& load = *state.load;
    BenchState cuts;
    cuts.tasks = load.cuts.tasks;
    const Piece piece = with_tasks_done(piece_of(job, load.piece), cuts, static_cast<int>(cuts.tasks.size()), time);
    if (load.left > 1)
        return {piece};
    return {piece, with_next_done(machine, state.machine, time)};
}

namespace {

// What was cut last of all pieces at a cut, since a time; the piece without it.
std::optional<Piece> without_last_load(const Job& job, const BatchWalk& walk, const BatchCut& cut, std::int64_t since,
                                       std::int64_t time) {
    const Piece* last = nullptr;
    const LoadCuts* of = nullptr;
    std::pair latest{since, std::numeric_limits<std::int64_t>::max()}; // time and number of the line
    for (const Piece& each : job.begun) {
        if (each.number == all_pieces)
            continue;
        for (const Event* event : standing_events(each))
            for (const LoadCuts& load : cut.loads)
                if (const std::pair when(event->time, event->id);
                    when > latest && is_this(*event, load, walk.plan.setup)) {
                    latest = when;
                    last = &each;
                    of = &load;
                }
    }
    if (!last)
        return std::nullopt;
    Piece piece = *last;
    for (const Event* event : standing_events(*last))
        if (is_this(*event, *of, walk.plan.setup))
            piece = with_taken_back(std::move(piece), event->id, time);
    return piece;
}

} // namespace

std::vector<Piece> with_batch_back(const Job& job, const BatchWalk& walk, const BatchState& state, std::int64_t time) {
    const Piece machine = piece_of(job, all_pieces);
    if (state.load) {
        // Of this cut, since the machine came here.
        const std::int64_t came = last_time(machine, [](const Event&) { return true; });
        if (const auto piece =
                without_last_load(job, walk, walk.cuts[static_cast<std::size_t>(state.load->cut)], came, time))
            return {*piece};
    }
    const int before = state.machine.next - 1;
    std::vector<Piece> back{with_last_back(machine, state.machine, time)};
    if (before >= 0)
        if (const int cut = cut_of(walk, state.machine.tasks[static_cast<std::size_t>(before)].deed); cut >= 0)
            if (const auto piece = without_last_load(job, walk, walk.cuts[static_cast<std::size_t>(cut)], 0, time))
                back.push_back(*piece);
    return back;
}

std::optional<Gate> gate_at(const Job& job, const SetupPlan& plan, const Customs& customs, const BatchWalk& walk,
                            const BatchState& state) {
    if (state.load && state.load->first_piece && !customs.quietened.contains(GateKind::Measured)) {
        std::string places;
        for (const LoadCuts& load : walk.cuts[static_cast<std::size_t>(state.load->cut)].loads)
            for (const Task& task : load.tasks)
                places += (places.empty() ? "" : ", ") + in_words(job, plan, measure_of(job, plan, task.hole));
        return Gate{
            GateKind::Measured,
            say("Measure piece {piece} before any more are drilled: {places}. Take the burr off first. Where it "
                "does not measure so, set the place again from zero.",
                {{"piece", *state.load->first_piece}, {"places", places}}),
            say("It measures so"), 'R'};
    }
    return gate_at(walk.job, walk.plan, customs, state.machine, CardSize::Move);
}

} // namespace clockface
