#include "bench/batch_walk.h"

#include "layout/outline.h"
#include "ordering/route.h"
#include "plan/setup_card.h"
#include "words/say.h"

#include <algorithm>
#include <map>
#include <set>

namespace clockface {

namespace {

// A place of the spindle, and the holes it drills, all with the same chain.
struct PlaceOfSpindle {
    int setting = 0;
    Point at; // from zero of the drawing, as for a piece that lies as drawn
    int kind = 0;
    std::vector<LoadedHole> holes;
};

// Which steps the set-up makes on the machine, by hole, in their order.
std::map<int, std::vector<Cut>> cuts_by_hole(const WorkOrder& work) {
    std::map<int, std::vector<Cut>> cuts;
    for (const Pass& pass : work.passes)
        for (const Visit& visit : pass.visits)
            for (const Cut& cut : visit.cuts)
                cuts[visit.hole].push_back(cut);
    for (auto& [hole, its] : cuts)
        std::sort(its.begin(), its.end(), [](const Cut& a, const Cut& b) { return a.step < b.step; });
    return cuts;
}

class WalkMaker {
public:
    WalkMaker(const Job& job, const Shop& shop, const SetupPlan& plan, const BatchPlan& batch)
        : m_job(job)
        , m_shop(shop)
        , m_plan(plan)
        , m_batch(batch)
        , m_cuts(cuts_by_hole(plan.work)) {}

    [[nodiscard]] BatchWalk walk() {
        find_places();
        BatchWalk walk{m_job, m_plan, {}, m_batch.out_of_reach, static_cast<int>(m_batch.settings.size())};
        make_job(walk.job);
        make_plan(walk);
        for (const Task& task : tasks_of(walk.job, walk.plan, walk.plan.route))
            if (task.deed.act == Act::Cut)
                walk.cuts.push_back(cut_of(walk, task));
        return walk;
    }

private:
    const Job& m_job;
    const Shop& m_shop;
    const SetupPlan& m_plan;
    const BatchPlan& m_batch;
    std::map<int, std::vector<Cut>> m_cuts;
    std::vector<PlaceOfSpindle> m_places;

    // At one setting holes that are cut otherwise are a place of their own, where the spindle stands already.
    void find_places() {
        for (std::size_t k = 0; k < m_batch.settings.size(); ++k) {
            const Setting& setting = m_batch.settings[k];
            const Point at = place_from_zero(m_job, m_plan.held, setting.at);
            const std::size_t first = m_places.size();
            for (const LoadedHole& each : setting.holes) {
                const int kind = m_plan.kind_of[static_cast<std::size_t>(each.hole)];
                auto place = std::find_if(m_places.begin() + static_cast<std::ptrdiff_t>(first), m_places.end(),
                                          [&](const PlaceOfSpindle& other) { return other.kind == kind; });
                if (place == m_places.end())
                    place = m_places.insert(m_places.end(), {static_cast<int>(k), at, kind, {}});
                place->holes.push_back(each);
            }
        }
    }

    // One pattern for all places: its id is the set-up's, so that places of two set-ups are told apart in one log.
    void make_job(Job& job) const {
        Pattern places;
        places.id = m_plan.setup;
        places.name = say("Settings");
        PointsPattern points;
        for (const PlaceOfSpindle& each : m_places)
            points.at.push_back(each.at);
        places.layout = std::move(points);
        places.face = m_plan.face;
        job.patterns = {places};
        at_hand(job).order = {};
        at_hand(job).order.check_half_way = false; // the first piece is measured instead
        // What pieces were zeroed by is gone where the machine was set for all of them, and the other way round; what
        // was cut in them is not of the machine.
        job.begun.clear();
        for (const Piece& each : m_job.begun) {
            Piece zeros{each.number, {}, {}, {}};
            for (const Event& event : each.log)
                if (const auto* done = std::get_if<Done>(&event.what);
                    done && (done->deed.act == Act::Zero || done->deed.act == Act::Lay))
                    zeros.log.push_back(event);
            if (each.number != all_pieces && !zeros.log.empty())
                job.begun.push_back(zeros);
        }
    }

    void make_plan(BatchWalk& walk) const {
        SetupPlan& plan = walk.plan;
        plan.holes.clear();
        plan.kind_of.clear();
        for (std::size_t i = 0; i < m_places.size(); ++i) {
            const PlaceOfSpindle& place = m_places[i];
            Hole hole = m_plan.holes[static_cast<std::size_t>(place.holes.front().hole)];
            hole.name = say("setting {number}", {{"number", place.setting + 1}});
            hole.pattern = 0;
            hole.number = static_cast<int>(i) + 1;
            hole.at = place.at;
            plan.holes.push_back(hole);
            plan.kind_of.push_back(place.kind);
        }
        plan.places.clear();
        plan.beneath.clear();
        plan.made_before.clear();
        plan.shares.clear();
        plan.findings.clear();
        plan.work = work();
        plan.route = route_for(walk.job, m_shop, plan, plan.work);
        plan.fingerprint = fingerprint(plan.route);
    }

    [[nodiscard]] std::vector<Cut> cuts_at(const PlaceOfSpindle& place) const {
        std::vector<Cut> cuts;
        for (const LoadedHole& each : place.holes)
            if (const auto its = m_cuts.find(each.hole); its != m_cuts.end())
                for (const Cut& cut : its->second)
                    if (std::find(cuts.begin(), cuts.end(), cut) == cuts.end())
                        cuts.push_back(cut);
        std::sort(cuts.begin(), cuts.end(), [](const Cut& a, const Cut& b) { return a.step < b.step; });
        return cuts;
    }

    [[nodiscard]] WorkOrder work() const {
        WorkOrder work;
        work.way = CutOrder::ByHole;
        Pass pass;
        for (std::size_t first = 0; first < m_places.size();) {
            std::size_t end = first;
            std::vector<std::vector<Cut>> left;
            while (end < m_places.size() && m_places[end].setting == m_places[first].setting)
                left.push_back(cuts_at(m_places[end++]));
            // The cutter in the chuck goes to all that want it next, before another is put in.
            for (auto next = left.begin(); next != left.end();) {
                if (next->empty()) {
                    ++next;
                    continue;
                }
                const int cutter = next->front().cutter;
                for (std::size_t i = 0; i < left.size(); ++i)
                    while (!left[i].empty() && left[i].front().cutter == cutter) {
                        const auto place = static_cast<int>(first + i);
                        if (!pass.visits.empty() && pass.visits.back().hole == place)
                            pass.visits.back().cuts.push_back(left[i].front());
                        else
                            pass.visits.push_back({place, {left[i].front()}});
                        left[i].erase(left[i].begin());
                    }
            }
            first = end;
        }
        work.passes.push_back(std::move(pass));
        for (const ByHand& each : m_plan.work.by_hand)
            if (const int place = place_with(each); place >= 0)
                work.by_hand.push_back({each.cutter, each.step, {place}});
        return work;
    }

    // The first place one of whose holes wants a step by hand.
    [[nodiscard]] int place_with(const ByHand& hand) const {
        for (std::size_t i = 0; i < m_places.size(); ++i)
            for (const LoadedHole& each : m_places[i].holes)
                if (std::find(hand.holes.begin(), hand.holes.end(), each.hole) != hand.holes.end())
                    return static_cast<int>(i);
        return -1;
    }

    [[nodiscard]] BatchCut cut_of(const BatchWalk& walk, const Task& task) const {
        BatchCut cut{task, -1, false, {}};
        const Instruction& move = walk.plan.route.list[static_cast<std::size_t>(task.move)];
        if (const auto* hand = std::get_if<WorkByHand>(&move.action)) {
            cut.loads.push_back({std::nullopt, {}, {}});
            for (const ByHand& each : m_plan.work.by_hand)
                if (each.step == hand->step && each.cutter == hand->cutter)
                    for (const int hole : each.holes)
                        if (std::find(walk.out_of_reach.begin(), walk.out_of_reach.end(), hole) ==
                            walk.out_of_reach.end())
                            add(cut.loads.front(), {WorkByHand{hand->cutter, hand->step, {hole}, hand->bench_vise}, -1},
                                hole, step_named(hole, hand->step));
            return cut;
        }
        const PlaceOfSpindle& place = m_places[static_cast<std::size_t>(task.hole)];
        const auto& drill = std::get<DrillHole>(move.action);
        cut.setting = place.setting;
        cut.first_there = cuts_at(place).front().step == drill.step;
        for (const LoadedHole& each : place.holes) {
            const auto its = m_cuts.find(each.hole);
            if (its == m_cuts.end() || std::none_of(its->second.begin(), its->second.end(),
                                                    [&](const Cut& one) { return one.step == drill.step; }))
                continue;
            if (cut.loads.empty() || cut.loads.back().loading != each.loading)
                cut.loads.push_back({each.loading, {}, {}});
            add(cut.loads.back(), {drill, each.hole}, each.hole, drill.step);
        }
        return cut;
    }

    void add(LoadCuts& load, const Instruction& move, int hole, int step) const {
        Task task = cut_task(m_job, m_plan, hole, step);
        task.move = static_cast<int>(load.moves.size());
        load.moves.push_back(move);
        load.tasks.push_back(std::move(task));
    }

    [[nodiscard]] int step_named(int hole, const std::string& step) const {
        const auto& steps = m_plan.chain_of(static_cast<std::size_t>(hole)).steps;
        const auto found =
            std::find_if(steps.begin(), steps.end(), [&](const CutStep& each) { return each.name == step; });
        return found == steps.end() ? -1 : static_cast<int>(found - steps.begin());
    }
};

// By what stays the same when the list of what is left is another.
bool is_cut(const Deed& deed, const Task& task) {
    return deed.act == Act::Cut && deed.hole == task.deed.hole && deed.what == task.deed.what &&
           deed.with == task.deed.with;
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
    std::set<std::size_t> written;
    const auto cut_of = [&](const Event& event) {
        const auto* done = std::get_if<Done>(&event.what);
        std::size_t i = 0;
        while (i < walk.cuts.size() &&
               !(done && done->deed.setup == walk.plan.setup && is_cut(done->deed, walk.cuts[i].task)))
            ++i;
        return i;
    };
    for (const Event* event : standing_events(machine)) {
        const std::size_t cut = cut_of(*event);
        if (cut < walk.cuts.size() && left.loads(cut) > 0)
            continue;
        written.insert(cut);
        stands.log.push_back(*event);
    }
    for (std::size_t i = 0; i < walk.cuts.size(); ++i)
        if (left.loads(i) == 0 && !written.contains(i))
            stands.log.insert(stands.log.begin(),
                              Event{0, 0, Done{walk.cuts[i].task.deed, walk.cuts[i].task.made, {}}});
    return stands;
}

int cut_at(const BatchWalk& walk, const Task& task) {
    for (std::size_t i = 0; i < walk.cuts.size(); ++i)
        if (is_cut(task.deed, walk.cuts[i].task))
            return static_cast<int>(i);
    return -1;
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

BatchWalk batch_walk(const Job& job, const Shop& shop, const SetupPlan& plan, const BatchPlan& batch) {
    return WalkMaker(job, shop, plan, batch).walk();
}

BatchState batch_state(const Job& job, const Shop& shop, const BatchWalk& walk) {
    const PiecesLeft left(job, walk);
    BatchState state;
    state.machine = bench_state(walk.job, shop, walk.plan, as_the_pieces_stand(piece_of(job, all_pieces), walk, left));
    for (const BatchCut& cut : walk.cuts)
        state.loads += static_cast<int>(cut.loads.size()) * job.pieces;
    state.loads_left = left.all();
    const Task* task = state.machine.now();
    const int at = task && task->deed.act == Act::Cut ? cut_at(walk, *task) : -1;
    if (at < 0)
        return state;
    const BatchCut& cut = walk.cuts[static_cast<std::size_t>(at)];
    const int number = left.piece(static_cast<std::size_t>(at));
    const WorkDone done = work_done(piece_of(job, number));
    for (const LoadCuts& each : cut.loads)
        if (LoadCuts wanted = left_of(each, done); !wanted.tasks.empty()) {
            state.load = BatchLoad{number, at, std::move(wanted), std::nullopt};
            break;
        }
    if (state.load && cut.first_there)
        if (const auto first = only_piece_since(job, walk, cut); first && *first != number)
            state.load->first_piece = first;
    return state;
}

std::vector<Piece> with_batch_done(const Job& job, const BatchWalk& walk, const BatchState& state, std::int64_t time,
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
    if (PiecesLeft(with_pieces(job, {piece}), walk).loads(static_cast<std::size_t>(load.cut)) > 0)
        return {piece};
    return {piece, with_next_done(machine, state.machine, time)};
}

namespace {

// What was cut last of all pieces at a cut, since a time; the piece without it.
std::optional<Piece> without_last_load(const Job& job, const BatchWalk& walk, const BatchCut& cut, std::int64_t since,
                                       std::int64_t time) {
    const Piece* last = nullptr;
    const LoadCuts* of = nullptr;
    std::pair<std::int64_t, std::int64_t> latest{since, 0};
    for (const Piece& each : job.begun) {
        if (each.number == all_pieces)
            continue;
        for (const Event* event : standing_events(each))
            for (const LoadCuts& load : cut.loads)
                if (is_this(*event, load, walk.plan.setup) && std::pair(event->time, event->id) > latest &&
                    event->time > since) {
                    latest = {event->time, event->id};
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
        if (const int cut = cut_at(walk, state.machine.tasks[static_cast<std::size_t>(before)]); cut >= 0)
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

std::string laid_in_words(Loading loading) {
    switch (loading) {
    case Loading::AsDrawn:
        return say("The marked end to the stop, the marked face up.");
    case Loading::EndForEnd:
        return say("The marked end away from the stop, the marked face up.");
    case Loading::OverLeftRight:
        return say("The marked end away from the stop, the marked face down.");
    case Loading::OverFrontBack:
        break;
    }
    return say("The marked end to the stop, the marked face down.");
}

Wording in_words(const Job& job, const BatchWalk& walk, const BatchLoad& load) {
    Wording words;
    words.heading = load.cuts.loading ? in_words(*load.cuts.loading) : say("By hand");
    words.figures.push_back(
        {say("piece"), std::to_string(load.piece), say("of {pieces}", {{"pieces", job.pieces}}), true});
    if (load.cuts.loading) {
        words.direction = laid_in_words(*load.cuts.loading);
        words.note = say("Spindle stopped before a hand goes near. Brush the seat, lay it in, clamp, and feel that it "
                         "touches everywhere.");
        if (load.piece == job.pieces && walk.plan.held.against_fence)
            words.note += " " + say("This is the master: at each setting it comes last.");
    }
    return words;
}

std::vector<CardLine> lines_of(const Job& job, const SetupPlan& plan, const BatchLoad& load) {
    std::vector<CardLine> lines;
    if (load.cuts.loading)
        lines.push_back({laid_in_words(*load.cuts.loading), 0}); // at hand, as what is cut is
    for (std::size_t i = 0; i < load.cuts.moves.size(); ++i)
        lines.push_back(line_of(job, plan, load.cuts.moves[i], static_cast<int>(i)));
    return lines;
}

std::string place_in_words(const BatchWalk& walk, const BatchState& state) {
    std::string words;
    const Task* task = state.machine.now();
    if (task && task->hole >= 0)
        words = say("{setting} of {settings}", {{"setting", walk.plan.holes[static_cast<std::size_t>(task->hole)].name},
                                                {"settings", walk.settings}}) +
                " · ";
    return words + say("{left} of {loads} loads left", {{"left", state.loads_left}, {"loads", state.loads}});
}

} // namespace clockface
