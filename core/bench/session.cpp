#include "bench/session.h"

#include "bench/found_again.h"
#include "ordering/route.h"
#include "words/say.h"

#include <algorithm>
#include <functional>
#include <map>
#include <utility>

namespace clockface {

std::vector<const Event*> standing_events(const Piece& piece) {
    std::set<std::int64_t> gone;
    for (auto event = piece.log.rbegin(); event != piece.log.rend(); ++event)
        if (const auto* back = std::get_if<TakenBack>(&event->what); back && !gone.contains(event->id))
            gone.insert(back->event);
    std::vector<const Event*> left;
    for (const Event& event : piece.log)
        if (!gone.contains(event.id) && !std::holds_alternative<TakenBack>(event.what))
            left.push_back(&event);
    return left;
}

namespace {

// A cut is done whatever set-up it was made in; everything else belongs to its set-up.
Deed anywhere(Deed deed) {
    if (deed.act == Act::Cut) {
        deed.setup = 0;
        deed.again = 0;
    }
    return deed;
}

std::optional<int> setup_of(const Event& event) {
    if (const auto* done = std::get_if<Done>(&event.what))
        return done->deed.setup;
    if (const auto* went = std::get_if<WentTo>(&event.what))
        return went->setup;
    return std::nullopt;
}

void note(WorkDone& work, const Event& event) {
    if (const auto* done = std::get_if<Done>(&event.what))
        work.deeds[anywhere(done->deed)] = done->made;
    else if (const auto* spoiled = std::get_if<Spoiled>(&event.what))
        work.spoiled.insert(spoiled->hole);
}

// Whether the last thing done was done in another set-up.
bool lay_elsewhere(const std::vector<const Event*>& since, int setup) {
    for (auto event = since.rbegin(); event != since.rend(); ++event)
        if (const auto* done = std::get_if<Done>(&(*event)->what))
            return done->deed.setup != setup;
    return false;
}

// Whether another piece was worked on since on the same machine: its zero took the place of this one's. On a layout
// bench nothing of a piece is on the machine.
bool made_room(const Job& job, const Shop& shop, const SetupPlan& plan, const Piece& piece,
               const std::vector<const Event*>& since) {
    if (std::holds_alternative<LayoutBench>(plan.machine.kind))
        return false;
    // Since it was laid and its zero found; of work that needs neither, since what was done last.
    std::int64_t last = 0, zero = 0;
    for (const Event* event : since)
        if (const auto* done = std::get_if<Done>(&event->what); done && done->deed.setup == plan.setup) {
            last = event->time;
            if (done->deed.act == Act::Zero || done->deed.act == Act::Lay)
                zero = last;
        }
    if (zero > 0)
        last = zero;
    const auto is_here = [&](int id) {
        const Setup* setup = find_setup(job, id);
        return setup && shop.machine_for(setup->machine, job.unit).id == plan.machine.id;
    };
    for (const Piece& other : job.begun)
        if (other.number != piece.number)
            for (auto event = other.log.rbegin(); event != other.log.rend() && event->time > last; ++event)
                if (const auto* done = std::get_if<Done>(&event->what); done && is_here(done->deed.setup))
                    return true;
    return false;
}

// Whether going on from where the log ends still makes sense in a list, and where.
std::optional<int> place_in(const std::vector<Task>& tasks, const std::vector<const Event*>& since, int setup,
                            const WorkDone& work) {
    int last = -1;
    for (auto event = since.rbegin(); event != since.rend() && last < 0; ++event) {
        const auto* done = std::get_if<Done>(&(*event)->what);
        if (!done || done->deed.setup != setup)
            continue;
        for (int i = 0; i < static_cast<int>(tasks.size()) && last < 0; ++i)
            if (tasks[static_cast<std::size_t>(i)].deed == done->deed)
                last = i;
        if (last < 0)
            return std::nullopt; // what was done last stands no longer in the list
    }
    for (int i = 0; i <= last; ++i) {
        const Task& task = tasks[static_cast<std::size_t>(i)];
        if (is_logged(task.deed.act) && !work.has(task) && !(task.deed.hole && work.spoiled.contains(*task.deed.hole)))
            return std::nullopt;
    }
    return last + 1;
}

// The moves of a list that lead to a task from what is done before it, as a fingerprint.
std::string path_to(const Route& list, const std::vector<Task>& tasks, int last) {
    int first = last;
    while (first > 0 && !is_logged(tasks[static_cast<std::size_t>(first) - 1].deed.act))
        --first;
    Route way;
    for (int i = first; i <= last; ++i)
        if (tasks[static_cast<std::size_t>(i)].deed.act == Act::Move) // another cutter stands in the same place
            way.list.push_back(list.list[static_cast<std::size_t>(tasks[static_cast<std::size_t>(i)].move)]);
    return fingerprint(way);
}

// Its moves are so far on from where the last one ended: from elsewhere they lead elsewhere.
bool counts_turns(const MachineKind& machine) {
    return std::holds_alternative<Handwheels>(machine) || std::holds_alternative<RotaryTable>(machine);
}

// The task up to which the hands have moved since what was done last; nothing where this list does not lead so.
std::optional<int> moved_to(const BenchState& state, const Standing& standing, int from,
                            const std::function<bool(const Task&)>& is_behind) {
    for (int i = from; i < static_cast<int>(state.tasks.size()); ++i) {
        const Task& task = state.tasks[static_cast<std::size_t>(i)];
        if (task.deed == standing.move)
            return standing.path.empty() || standing.path == path_to(state.list, state.tasks, i) ? std::optional(i)
                                                                                                 : std::nullopt;
        if (is_logged(task.deed.act) && !is_behind(task))
            return std::nullopt;
    }
    return std::nullopt;
}

// The work of a set-up without what is done, and the hole that is wanted first before the others.
class Remaining {
public:
    Remaining(const Job& job, const SetupPlan& plan, const WorkDone& done)
        : m_job(job)
        , m_plan(plan)
        , m_done(done) {}

    [[nodiscard]] WorkOrder work(std::optional<HoleId> first) const {
        WorkOrder left = m_plan.work;
        for (Pass& pass : left.passes) {
            for (Visit& visit : pass.visits)
                std::erase_if(visit.cuts, [&](const Cut& cut) { return is_done(visit.hole, cut.step); });
            std::erase_if(pass.visits, [](const Visit& visit) { return visit.cuts.empty(); });
        }
        std::erase_if(left.passes, [](const Pass& pass) { return pass.visits.empty(); });
        for (ByHand& hand : left.by_hand)
            std::erase_if(hand.holes, [&](int hole) { return is_done(hole, index_of(hole, hand.step)); });
        std::erase_if(left.by_hand, [](const ByHand& hand) { return hand.holes.empty(); });
        if (first)
            bring_forward(left, *first);
        return left;
    }

private:
    const Job& m_job;
    const SetupPlan& m_plan;
    const WorkDone& m_done;

    [[nodiscard]] HoleId id(int hole) const { return id_of(m_job, m_plan.holes[static_cast<std::size_t>(hole)]); }
    [[nodiscard]] int index_of(int hole, const std::string& step) const {
        const auto& steps = m_plan.chain_of(static_cast<std::size_t>(hole)).steps;
        const auto found =
            std::find_if(steps.begin(), steps.end(), [&](const CutStep& each) { return each.name == step; });
        return found == steps.end() ? -1 : static_cast<int>(found - steps.begin());
    }
    [[nodiscard]] bool is_done(int hole, int step) const {
        return m_done.spoiled.contains(id(hole)) || m_done.has(cut_task(m_job, m_plan, hole, step));
    }

    // The round that comes next begins at that hole; where the hole is further on already, its next steps come first.
    void bring_forward(WorkOrder& left, const HoleId& first) const {
        const auto at_hole = [&](const Visit& visit) { return id(visit.hole) == first; };
        for (auto pass = left.passes.begin(); pass != left.passes.end(); ++pass) {
            const auto found = std::find_if(pass->visits.begin(), pass->visits.end(), at_hole);
            if (found == pass->visits.end())
                continue;
            if (pass == left.passes.begin()) {
                std::rotate(pass->visits.begin(), found, pass->visits.end());
                return;
            }
            Pass alone{{*found}, false};
            pass->visits.erase(found);
            if (pass->visits.empty())
                left.passes.erase(pass);
            left.passes.insert(left.passes.begin(), std::move(alone));
            return;
        }
        for (ByHand& hand : left.by_hand)
            if (const auto found =
                    std::find_if(hand.holes.begin(), hand.holes.end(), [&](int hole) { return id(hole) == first; });
                found != hand.holes.end())
                std::rotate(hand.holes.begin(), found, hand.holes.end());
    }
};

Event next_event(const Piece& piece, std::int64_t time, Happening what) {
    return {piece.log.empty() ? 1 : piece.log.back().id + 1, time, std::move(what)};
}

} // namespace

bool WorkDone::has(const Task& task) const {
    if (is_part_of_zero(task.deed)) { // found as a whole, it is found by every touch
        Deed whole = task.deed;
        whole.what.resize(whole.what.find(':') + 1);
        whole.again = 0;
        if (deeds.contains(whole))
            return true;
    }
    const auto found = deeds.find(anywhere(task.deed));
    return found != deeds.end() && (!found->second || !task.made || is_same(*found->second, *task.made));
}

WorkDone work_done(const Piece& piece) {
    WorkDone work;
    for (const Event* event : standing_events(piece))
        note(work, *event);
    return work;
}

std::vector<HoleId> cut_order(const Piece& piece, int setup) {
    std::vector<HoleId> out;
    for (const Event* event : standing_events(piece))
        if (const auto* done = std::get_if<Done>(&event->what);
            done && done->deed.act == Act::Cut && done->deed.setup == setup && done->deed.hole)
            out.push_back(*done->deed.hole);
    return out;
}

BenchState bench_state(const Job& job, const Shop& shop, const SetupPlan& plan, const Piece& piece) {
    const std::vector<const Event*> events = standing_events(piece);
    // What was done before the hand last went elsewhere, and what since.
    std::size_t from = 0;
    std::optional<HoleId> wanted;
    bool went = false;
    const std::optional<Lie> lie = lie_of(events, plan.setup);
    for (std::size_t i = 0; i < events.size(); ++i) {
        const auto* jump = std::get_if<WentTo>(&events[i]->what);
        const auto* again = std::get_if<ZeroFoundAgain>(&events[i]->what);
        const bool spoiled = std::holds_alternative<Spoiled>(events[i]->what);
        if ((jump && jump->setup == plan.setup) || (again && again->setup == plan.setup) || spoiled) {
            from = i + 1;
            went = true;
            wanted = jump ? jump->hole : std::nullopt;
        }
    }
    WorkDone before, all;
    for (std::size_t i = 0; i < events.size(); ++i) {
        note(all, *events[i]);
        if (i < from)
            note(before, *events[i]);
    }
    const std::vector<const Event*> since(events.begin() + static_cast<std::ptrdiff_t>(from), events.end());
    WorkDone here; // a zero found before the hand went elsewhere has to be found again
    for (const Event* event : since)
        note(here, *event);
    here.spoiled = all.spoiled;
    if (went)
        for (const auto& [deed, made] : all.deeds)
            if (deed.act == Act::Cut || deed.act == Act::Mark)
                here.deeds.emplace(deed, made);
    const WorkDone& counts = went ? here : all;

    BenchState state;
    const auto follow = [&](const WorkDone& done, std::optional<HoleId> first, const std::optional<Lie>& lies) {
        const WorkOrder left = Remaining(job, plan, done).work(first);
        state.list = lies ? route_for_lie(job, shop, plan, left, *lies) : route_for(job, shop, plan, left);
        state.tasks = tasks_of(job, plan, state.list);
        state.from_zero = true;
    };
    if (went) {
        follow(before, wanted, lie);
    } else {
        state.list = plan.route;
        state.tasks = tasks_of(job, plan, plan.route);
    }
    const auto is_behind = [&](const Task& task) {
        return (task.deed.act == Act::Mark || task.deed.act == Act::Cut) && counts.has(task);
    };
    std::optional<int> place = place_in(state.tasks, since, plan.setup, counts);
    // What was begun here lay in another set-up since, or another piece lies here now: its zero is gone.
    if (place && *place > 0 && *place < static_cast<int>(state.tasks.size()) &&
        (lay_elsewhere(since, plan.setup) || made_room(job, shop, plan, piece, since)))
        place.reset();
    if (place && piece.standing && piece.standing->move.setup == plan.setup) {
        // A move counts only where it leads on from what was done last.
        if (const auto moved = moved_to(state, *piece.standing, *place, is_behind))
            place = *moved + 1;
        else if (counts_turns(plan.machine.kind)) // the slides stand where this list does not know
            place.reset();
    }
    if (!place) {
        follow(all, std::nullopt, std::nullopt);
        state.broken_off = true;
        place = 0;
    }
    state.next = *place;
    while (!state.finished() && !state.broken_off && is_behind(*state.now()))
        ++state.next;
    return state;
}

Piece with_tasks_done(Piece piece, const BenchState& state, int end, std::int64_t time, std::vector<AxisSet> set) {
    const WorkDone before = end > state.next + 1 ? work_done(piece) : WorkDone{};
    for (int i = state.next; i < end; ++i) {
        const Task& task = state.tasks[static_cast<std::size_t>(i)];
        if (i > state.next && task.deed.act == Act::Cut && before.has(task))
            continue;                            // nothing is written down twice
        if (i == state.next && state.broken_off) // from here on the list of what is left is followed
            piece.log.push_back(next_event(piece, time, WentTo{task.deed.setup, std::nullopt}));
        if (is_logged(task.deed.act)) {
            piece.log.push_back(next_event(piece, time, Done{task.deed, task.made, std::exchange(set, {})}));
            piece.standing.reset();
        } else {
            piece.standing = Standing{task.deed, path_to(state.list, state.tasks, i)};
        }
    }
    return piece;
}

Piece with_next_done(Piece piece, const BenchState& state, std::int64_t time, std::vector<AxisSet> set) {
    return state.finished() ? piece : with_tasks_done(std::move(piece), state, state.next + 1, time, std::move(set));
}

Piece with_taken_back(Piece piece, std::int64_t event, std::int64_t time) {
    piece.log.push_back(next_event(piece, time, TakenBack{event}));
    return piece;
}

namespace {

// The list that was followed before the hand went elsewhere, or before a hole was given up.
Piece with_last_jump_back(Piece piece, std::int64_t time) {
    const std::vector<const Event*> events = standing_events(piece);
    for (auto event = events.rbegin(); event != events.rend(); ++event)
        if (std::holds_alternative<WentTo>((*event)->what) || std::holds_alternative<Spoiled>((*event)->what)) {
            piece = with_taken_back(std::move(piece), (*event)->id, time);
            break;
        }
    piece.standing.reset();
    return piece;
}

} // namespace

Piece with_tasks_back(Piece piece, const BenchState& state, int first, std::int64_t time) {
    if (state.next == 0)
        return state.from_zero && !state.broken_off ? with_last_jump_back(std::move(piece), time) : piece;
    for (int i = state.next - 1; i >= first; --i) {
        const Deed& last = state.tasks[static_cast<std::size_t>(i)].deed;
        if (!is_logged(last.act))
            continue;
        for (auto event = piece.log.rbegin(); event != piece.log.rend(); ++event)
            if (const auto* done = std::get_if<Done>(&event->what); done && done->deed == last) {
                const std::int64_t id = event->id;
                piece = with_taken_back(std::move(piece), id, time);
                break;
            }
    }
    // The hands stand where they stood before: at the move that led there, if one did.
    piece.standing.reset();
    if (first > 0)
        if (const Deed& move = state.tasks[static_cast<std::size_t>(first) - 1].deed; !is_logged(move.act))
            piece.standing = Standing{move, path_to(state.list, state.tasks, first - 1)};
    return piece;
}

Piece with_last_back(Piece piece, const BenchState& state, std::int64_t time) {
    return with_tasks_back(std::move(piece), state, state.next - 1, time);
}

Piece with_jump(Piece piece, int setup, std::optional<HoleId> hole, std::int64_t time) {
    piece.log.push_back(next_event(piece, time, WentTo{setup, hole}));
    piece.standing.reset();
    return piece;
}

Piece with_all_back(Piece piece, int setup, std::int64_t time) {
    std::vector<std::int64_t> ids;
    for (const Event* event : standing_events(piece))
        if (setup_of(*event) == setup)
            ids.push_back(event->id);
    for (const std::int64_t id : ids)
        piece = with_taken_back(std::move(piece), id, time);
    piece.standing.reset();
    return piece;
}

Piece with_spoiled(Piece piece, const HoleId& hole, std::int64_t time) {
    piece.log.push_back(next_event(piece, time, Spoiled{hole}));
    piece.standing.reset();
    return piece;
}

Piece with_zero_restored(Piece piece, const ZeroRestored& zero, std::int64_t time) {
    piece.log.push_back(next_event(piece, time, zero));
    return piece;
}

Piece with_note(Piece piece, const std::string& text, std::int64_t time) {
    piece.log.push_back(next_event(piece, time, Noted{text}));
    return piece;
}

std::vector<bool> moves_done(const Job& job, const SetupPlan& plan, const Piece& piece) {
    if (piece.log.empty() && !piece.standing)
        return std::vector<bool>(plan.route.list.size(), false);
    std::vector<bool> behind(plan.route.list.size(), true);
    const WorkDone work = work_done(piece);
    const std::vector<Task> tasks = tasks_of(job, plan, plan.route);
    bool led_to = false; // what comes next in the list and leaves something is done
    for (auto task = tasks.rbegin(); task != tasks.rend(); ++task) {
        if (is_logged(task->deed.act))
            led_to = work.has(*task);
        else if (piece.standing && piece.standing->move == task->deed)
            led_to = true;
        if (!led_to)
            behind[static_cast<std::size_t>(task->move)] = false;
    }
    return behind;
}

std::string in_words(const Job& job, const Deed& deed) {
    const auto named = deed.hole ? hole_of(job, *deed.hole) : std::nullopt;
    std::string hole = say("the piece");
    if (named)
        hole = in_words(*named);
    else if (deed.hole)
        hole = say("a hole that is gone");
    if (deed.act == Act::Mark)
        return say("the mark of {hole}", {{"hole", hole}});
    return deed.what.empty()
               ? hole
               : say(deed.with.empty() ? later("{step} of {hole}") : later("{step} of {hole} with {cutter}"),
                     {{"step", step_title(deed.what)}, {"hole", hole}, {"cutter", deed.with}});
}

} // namespace clockface
